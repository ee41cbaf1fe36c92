import { type Curve3, pointOn, velocityOn } from './curve3.ts';
import { along, distance, type Vec3 } from './vec.ts';

/** A cubic spline in space: control points, and the knots each with how often it counts. */
export type Spline3 = {
  readonly poles: readonly Vec3[];
  readonly knots: readonly number[];
  readonly times: readonly number[];
};

/** So many stretches are tried at most; each doubling makes the error a sixteenth. */
const MOST = 4096;

/**
 * A spline along a stretch of a curve, through points of it with its own tangents. Its parameter is the curve's.
 * @param within how far it may stray from the curve, a length
 */
export const splineAlong = (c: Curve3, from: number, to: number, within: number): Spline3 => {
  for (let n = 4; ; n *= 2) {
    const knots = Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);
    const h = (to - from) / n;
    const ends = knots.map((t) => ({ p: pointOn(c, t), v: velocityOn(c, t) }));
    const poles: Vec3[] = [(ends[0] as (typeof ends)[number]).p];
    let far = 0;
    for (let i = 0; i < n; i++) {
      const [a, b] = [ends[i], ends[i + 1]] as [(typeof ends)[number], (typeof ends)[number]];
      const [p, q] = [along(a.p, a.v, h / 3), along(b.p, b.v, -h / 3)];
      poles.push(p, q);
      for (const k of [0.25, 0.5, 0.75]) {
        const [u, w] = [1 - k, k];
        const weights = [u * u * u, 3 * u * u * w, 3 * u * w * w, w * w * w] as const;
        const at = [0, 1, 2].map(
          (x) => weights[0] * a.p[x]! + weights[1] * p[x]! + weights[2] * q[x]! + weights[3] * b.p[x]!,
        ) as unknown as Vec3;
        far = Math.max(far, distance(at, pointOn(c, (knots[i] as number) + k * h)));
      }
    }
    poles.push((ends[n] as (typeof ends)[number]).p);
    if (far <= within || n >= MOST)
      return { poles, knots, times: knots.map((_, i) => (i === 0 || i === n ? 4 : 2)) };
  }
};
