import { pointOn2 } from '../../geometry/curve2.ts';
import { cross2, dot2, sub2, type Vec2 } from '../../geometry/vec.ts';
import type { Stretch } from './ink.ts';

/** Parallel hidden lines nearer than this run out of step, mm (ISO 128-2). */
const NEIGHBOURS = 3;

type Run = { readonly a: Vec2; readonly d: Vec2; readonly size: number };

const runOf = (s: Stretch): Run | undefined => {
  if (s.curve.type !== 'line') return undefined;
  const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
  const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return size > 0 ? { a, d: [(b[0] - a[0]) / size, (b[1] - a[1]) / size], size } : undefined;
};

const neighbours = (p: Run, q: Run): boolean => {
  if (Math.abs(cross2(p.d, q.d)) > 1e-6) return false;
  const off = sub2(q.a, p.a);
  const gap = Math.abs(cross2(p.d, off));
  if (gap < 1e-6 || gap > NEIGHBOURS) return false;
  const at = dot2(off, p.d);
  const end = at + q.size * Math.sign(dot2(p.d, q.d));
  return Math.max(at, end) > 0 && Math.min(at, end) < p.size;
};

/** Which of the hidden lines of a view are to run out of step, so that no two neighbours run in step where that can be had. */
export const staggered = (lines: readonly Stretch[]): boolean[] => {
  const runs = lines.map(runOf);
  const half: boolean[] = [];
  runs.forEach((r, i) => {
    const before = runs
      .slice(0, i)
      .flatMap((q, k) => (r && q && neighbours(r, q) ? [half[k] as boolean] : []));
    // with the fewest earlier neighbours in step
    half.push(before.filter((h) => !h).length > before.filter((h) => h).length);
  });
  return half;
};
