import { pointOn2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewLine } from '../../view/view.ts';
import type { Line } from './laid.ts';

/** A curve is so many chords where it is held against boxes. */
const CHORDS = 24;

/** A line of a view in straight stretches, a curve by its chords; paper mm. @param k paper mm to a part unit */
export const chordsOfLine = (l: ViewLine, k: number): Line[] => {
  const n = l.curve.type === 'line' ? 1 : CHORDS;
  const at = (i: number): Vec2 => {
    const [u, v] = pointOn2(l.curve, l.from + ((l.to - l.from) * i) / n);
    return [u * k, v * k];
  };
  return Array.from({ length: n }, (_, i): Line => [at(i), at(i + 1)]);
};
