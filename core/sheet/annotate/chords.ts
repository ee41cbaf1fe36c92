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
  let from = 0;
  let to = 1;
  // one side after another, without lists: this is asked some millions of times for a sheet
  for (let k = 0; k < 2; k++) {
    const start = a[k as 0 | 1];
    const d = b[k as 0 | 1] - start;
    const low = (k === 0 ? r.x : r.y) - start;
    const high = low + (k === 0 ? r.w : r.h);
    if (d === 0) {
      if (low > 0 || high < 0) return undefined;
      continue;
    }
    from = Math.max(from, (d > 0 ? low : high) / d);
    to = Math.min(to, (d > 0 ? high : low) / d);
    if (from > to) return undefined;
  }
  return [from, to];
};
