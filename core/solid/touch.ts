import { type Curve3, domainOf, isClosed, pointOn, velocityOn } from '../geometry/curve3.ts';
import { normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { cross, distance, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { ringTouches } from '../meeting/ringTouch.ts';
import { closedMeeting } from '../meeting/surfaceMeeting.ts';
import { wrapAngle } from '../number/angle.ts';
import type { Solid } from './body.ts';

/**
 * Where a curve touches a surface it stays near it over a stretch, and the distance alone gives the place poorly: to the root of the
 * tolerance at a simple touch, to the fourth root where it is of higher order. But a curve on S and U that touches T mostly does so
 * because S and T touch along a line or circle of their own; where that meets U, all three are met at an angle.
 */

/** Two surfaces touch along a curve where their normals on it are parallel to within this sine. */
const PARALLEL = 1e-6;
/** A curve that leaves a surface at less than this sine touches it, as far as its distance can tell. */
const GRAZING = 1e-2;

const known = new WeakMap<Solid, Map<string, readonly Curve3[]>>();

/** The curves along which two surfaces of a body touch, of those that have a closed form. */
const touchCurves = (s: Solid, i: number, j: number): readonly Curve3[] => {
  const memory = known.get(s) ?? new Map<string, readonly Curve3[]>();
  known.set(s, memory);
  const key = `${i} ${j}`;
  const before = memory.get(key);
  if (before) return before;
  const [a, b] = [s.surfaces[i] as Surface, s.surfaces[j] as Surface];
  const found = (closedMeeting(a, b, s.box, s.tol.linear) ?? []).filter((c) => {
    const [lo, hi] = c.type === 'line' ? [-s.tol.size, s.tol.size] : domainOf(c);
    return [0.21, 0.68].every((k) => {
      const p = pointOn(c, lo + k * (hi - lo));
      return length(cross(normalAt(a, p), normalAt(b, p))) <= PARALLEL;
    });
  });
  memory.set(key, found);
  return found;
};

/** The parameter at which the curve passes p, looked for from t; undefined where it does not. */
const parameterNear = (curve: Curve3, p: Vec3, t: number, tol: number): number | undefined => {
  let x = t;
  for (let i = 0; i < 20; i++) {
    const v = velocityOn(curve, x);
    const step = dot(sub(p, pointOn(curve, x)), v) / dot(v, v);
    if (!Number.isFinite(step)) return undefined;
    x += step;
    if (Math.abs(step) * length(v) < tol * 1e-6) break;
  }
  const [lo, hi] = isClosed(curve) ? [x, x] : domainOf(curve);
  const within = Math.min(hi, Math.max(lo, x));
  return distance(pointOn(curve, within), p) <= tol * 10 ? within : undefined;
};

/** True where the curve stays within the tolerance of the surface from one parameter to the other. */
const staysNear = (curve: Curve3, surface: Surface, a: number, b: number, tol: number): boolean =>
  [0, 0.25, 0.5, 0.75, 1].every(
    (k) => Math.abs(signedDistance(surface, pointOn(curve, a + k * (b - a)))) <= tol,
  );

/**
 * A place at which a curve is parted. Where a surface only grazes it there, so that only its distance gives the place, that
 * surface, with the sine at which they meet.
 */
export type Cut = { readonly t: number; readonly grazed?: { readonly by: number; readonly sine: number } };

/**
 * The crossings of a curve with a surface of the body, each touch among them put where the curve along which the surfaces touch says it is.
 * @param on the surfaces of the body that the curve lies on
 * @param besides another that it lies on: a plane that cuts the body
 */
export const settledCrossings = (
  s: Solid,
  curve: Curve3,
  on: readonly number[],
  id: number,
  besides?: Surface,
): readonly Cut[] => {
  const surface = s.surfaces[id] as Surface;
  const tol = s.tol.linear;
  const ts = crossings(curve, surface, tol);
  // where a line meets a plane is never in doubt
  if (curve.type === 'line' && surface.kind === 'plane') return ts.map((t) => ({ t }));
  return ts.flatMap((t): Cut[] => {
    const v = velocityOn(curve, t);
    const sine = Math.abs(dot(normalAt(surface, pointOn(curve, t)), v)) / length(v);
    if (sine > GRAZING) return [{ t }];
    const places = on.flatMap((touching) => [
      ...touchCurves(s, touching, id).flatMap((along) =>
        [
          ...on.filter((other) => other !== touching).map((other) => s.surfaces[other] as Surface),
          ...(besides ? [besides] : []),
        ].flatMap((other) => crossings(along, other, tol).map((x) => pointOn(along, x))),
      ),
      ...ringTouches(s.surfaces[touching] as Surface, surface, tol),
    ]);
    const settled = places.flatMap((p) => {
      const at = parameterNear(curve, p, t, tol);
      if (at === undefined || !staysNear(curve, surface, t, at, tol)) return [];
      return [{ t: isClosed(curve) ? wrapAngle(at) : at }];
    });
    return settled.length ? settled : [{ t, grazed: { by: id, sine } }];
  });
};

/**
 * The parameters of the cuts, without those that say the same less well: where a surface grazes the curve, it stays within the tolerance
 * over a stretch, and any better known cut in that stretch gives its place.
 */
export const settledCuts = (s: Solid, curve: Curve3, cuts: readonly Cut[]): number[] => {
  if (cuts.length < 2 || !cuts.some((c) => c.grazed)) return cuts.map((c) => c.t);
  const size = s.tol.size * LONGEST;
  return cuts
    .filter(({ t, grazed }, i) => {
      if (!grazed) return true;
      const p = pointOn(curve, t);
      return !cuts.some((other, k) => {
        const sine = other.grazed?.sine ?? 1;
        const better = sine > grazed.sine || (sine === grazed.sine && k < i);
        if (k === i || !better || other.t === t) return false;
        const to = isClosed(curve) ? t + wrapped(other.t - t) : other.t;
        return (
          distance(p, pointOn(curve, to)) <= size &&
          staysNear(curve, s.surfaces[grazed.by] as Surface, t, to, s.tol.linear)
        );
      });
    })
    .map((c) => c.t);
};

/** A grazing surface stays near for no longer than this share of the size: a touch of the fourth order. */
const LONGEST = 0.02;

/** A difference of angles, between half a turn back and half a turn on. */
const wrapped = (x: number): number => wrapAngle(x + Math.PI) - Math.PI;
