import { dot, sub, type Vec3 } from '../geometry/vec.ts';
import { frameToward } from '../geometry/viewFrames.ts';
import type { BuiltPart } from '../solid/build.ts';
import { firstMetIn } from '../view/firstMet.ts';

/** A point of an edge is in sight where material beside it, so far off, is met first, mm. */
const BESIDE = 0.3;
/** Tells of a point on an edge of a part whether it is in sight from a direction. */
export const seenFrom = (part: BuiltPart, toward: Vec3): ((p: Vec3) => boolean) => {
  const f = frameToward(toward);
  const meet = firstMetIn(part.bodies, f, part.tol);
  return (p) => {
    const [u, v] = [dot(p, f.u), dot(p, f.v)];
    return Array.from({ length: 8 }, (_, k) => (k * Math.PI) / 4 + 0.2).some((q) => {
      const met = meet(u + BESIDE * Math.cos(q), v + BESIDE * Math.sin(q));
      return met !== undefined && Math.hypot(...sub(met.at, p)) < 4 * BESIDE;
    });
  };
};
