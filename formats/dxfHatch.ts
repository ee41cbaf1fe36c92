import { type Curve2, pointOn2 } from '../core/geometry/curve2.ts';
import { distance2, type Vec2 } from '../core/geometry/vec.ts';
import type { Stretch, StrokeInk } from '../core/sheet/ink/ink.ts';
import { type Pair, point } from './dxfPairs.ts';

/** Ends of a rim's stretches nearer than this are one, mm of paper. */
const ONE = 1e-4;
/** A curve that is no circle becomes a run of chords no further off than about this, mm of paper. */
const CHORD = 0.005;
/** A bulge says no more than half a turn. */
const MOST_TURN = Math.PI;

/** A corner of a boundary; its bulge says the arc to the next: the tangent of a quarter of what it turns, counter-clockwise positive. */
type Corner = { readonly at: Vec2; readonly bulge: number };

const isCircle = (c: Curve2): boolean => c.type === 'conic' && c.round === true;

/** The corners of a stretch from its beginning on, without its end. */
const cornersOf = ({ curve, from, to }: Stretch): Corner[] => {
  if (curve.type === 'line') return [{ at: pointOn2(curve, from), bulge: 0 }];
  const turn = to - from;
  if (isCircle(curve) && curve.type === 'conic') {
    // a circle that is looked at from behind runs clockwise
    const sense = Math.sign(curve.major[0] * curve.minor[1] - curve.major[1] * curve.minor[0]);
    const n = Math.max(1, Math.ceil(Math.abs(turn) / MOST_TURN - 1e-9));
    const bulge = sense * Math.tan(turn / n / 4);
    return Array.from({ length: n }, (_, i) => ({ at: pointOn2(curve, from + (turn * i) / n), bulge }));
  }
  const ends = [0, 0.25, 0.5, 0.75, 1].map((k) => pointOn2(curve, from + k * turn));
  const size = ends.slice(1).reduce((sum, p, i) => sum + distance2(p, ends[i] as Vec2), 0);
  const n = Math.max(8, Math.min(400, Math.ceil(Math.sqrt(size / CHORD) * 2)));
  return Array.from({ length: n }, (_, i) => ({ at: pointOn2(curve, from + (turn * i) / n), bulge: 0 }));
};

const reversed = (s: Stretch): Stretch => ({ ...s, from: s.to, to: s.from });

/** Runs a rim's stretches round into closed boundaries. */
export const boundariesOf = (rim: readonly Stretch[]): Corner[][] => {
  const left = new Set(rim);
  const out: Corner[][] = [];
  for (const first of rim) {
    if (!left.delete(first)) continue;
    const run = [first];
    const start = pointOn2(first.curve, first.from);
    for (;;) {
      const last = run.at(-1) as Stretch;
      const end = pointOn2(last.curve, last.to);
      if (distance2(end, start) <= ONE) break;
      const next = [...left].find((s) =>
        [s.from, s.to].some((t) => distance2(pointOn2(s.curve, t), end) <= ONE),
      );
      if (!next) break;
      left.delete(next);
      run.push(distance2(pointOn2(next.curve, next.from), end) <= ONE ? next : reversed(next));
    }
    out.push(run.flatMap(cornersOf));
  }
  return out;
};

/**
 * What a hatched area holds after the head of its entity: its boundaries, even-odd, and lines at its own angle and distance.
 * @param k lengths are multiplied by this
 */
export const hatchPairs = ({ rim, angle, spacing }: NonNullable<StrokeInk['area']>, k: number): Pair[] => {
  const loops = boundariesOf(rim);
  const degrees = (angle * 180) / Math.PI;
  return [
    ...point(10, [0, 0]),
    [210, 0],
    [220, 0],
    [230, 1],
    [2, '_USER'],
    [70, 0],
    [71, 0],
    [91, loops.length],
    ...loops.flatMap((corners): Pair[] => [
      [92, 3],
      [72, 1],
      [73, 1],
      [93, corners.length],
      ...corners.flatMap(({ at, bulge }): Pair[] => [
        [10, at[0] * k],
        [20, at[1] * k],
        [42, bulge],
      ]),
      [97, 0],
    ]),
    [75, 0],
    [76, 0],
    [52, degrees],
    [41, spacing * k],
    [77, 0],
    [78, 1],
    [53, degrees],
    [43, 0],
    [44, 0],
    [45, -Math.sin(angle) * spacing * k],
    [46, Math.cos(angle) * spacing * k],
    [79, 0],
    [98, 0],
  ];
};
