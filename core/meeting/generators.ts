import { type Curve3, pointOn, within } from '../geometry/curve3.ts';
import type { Cone, Cylinder } from '../geometry/surface.ts';
import { along, cross, dot, length, perpendiculars, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { TAU } from '../number/angle.ts';
import { crossings } from './crossings.ts';

/** The direction from a round face's axis in which its first generator lies: `start` as seen along the axis. */
export const firstRadius = (s: Cylinder | Cone, start: ViewName): Vec3 => {
  const wanted = VIEW_FRAMES[start].toward;
  const flat = along(wanted, s.a, -dot(wanted, s.a));
  // seen along the axis the name says nothing; then it is a fixed direction square to it
  return length(flat) > 1e-6 ? scale(flat, 1 / length(flat)) : perpendiculars(s.a)[0];
};

/**
 * Where a stretch of a curve on a round face meets its generators, which divide the face evenly from the one that faces `start`.
 * @param tol part units
 * @returns the curve's parameter and the number of the generator, counted from nought
 */
export const generatorsMet = (
  p: { readonly curve: Curve3; readonly from: number; readonly to: number },
  s: Cylinder | Cone,
  count: number,
  start: ViewName,
  tol: number,
): { readonly t: number; readonly generator: number }[] => {
  const e1 = firstRadius(s, start);
  const e2 = cross(s.a, e1);
  const [from, to] = [Math.min(p.from, p.to), Math.max(p.from, p.to)];
  return Array.from({ length: count }, (_, k) => k).flatMap((generator) => {
    const q = (TAU * generator) / count;
    const e = along(scale(e1, Math.cos(q)), e2, Math.sin(q));
    const n = cross(s.a, e);
    const hits = crossings(p.curve, { kind: 'plane', n, d: dot(n, s.o) }, tol);
    return within(p.curve, hits, from, to, 1e-12)
      .filter((t) => dot(sub(pointOn(p.curve, t), s.o), e) > 0)
      .map((t) => ({ t, generator }));
  });
};
