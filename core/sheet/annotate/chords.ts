import { pointOn2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { Stretch } from '../ink/ink.ts';
import type { Rect } from '../layout/paper.ts';

/** A straight piece on the paper, mm. */
export type Segment = readonly [Vec2, Vec2];

/** A curve is looked at as so many chords. */
export const CHORDS = 24;

/** A stretch on the paper as chords; a line as itself. */
export const chordsOf = ({ curve, from, to }: Stretch): Segment[] => {
  const n = curve.type === 'line' ? 1 : CHORDS;
  const at = (i: number): Vec2 => pointOn2(curve, from + ((to - from) * i) / n);
  return Array.from({ length: n }, (_, i): Segment => [at(i), at(i + 1)]);
};

/** The part of a segment in a box, as shares of it (clipping by the four sides, Liang and Barsky 1984); undefined where it passes by. */
export const clipped = ([a, b]: Segment, r: Rect): readonly [number, number] | undefined => {
  let [from, to] = [0, 1];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  for (const [d, q] of [
    [-dx, a[0] - r.x],
    [dx, r.x + r.w - a[0]],
    [-dy, a[1] - r.y],
    [dy, r.y + r.h - a[1]],
  ] as const) {
    if (d === 0) {
      if (q < 0) return undefined;
      continue;
    }
    const t = q / d;
    if (d < 0) from = Math.max(from, t);
    else to = Math.min(to, t);
    if (from > to) return undefined;
  }
  return [from, to];
};
