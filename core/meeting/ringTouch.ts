import { ANGULAR_TOLERANCE, type Plane, type Sphere, type Surface, type Torus } from '../geometry/surface.ts';
import { along, cross, distance, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { footOn } from './planeMeeting.ts';

/**
 * Where a ring touches another surface to a higher order: both lie on a plane, the ring with the circle on its flat side, the other with
 * a generator or a circle of its own, and these two touch. The branches in which the surfaces meet run along one another there, so that
 * the point of contact cannot be found from the least distance; the circle and its tangent give it exactly.
 */
export const ringTouches = (s: Surface, t: Surface, tol: number): Vec3[] => [
  ...(s.kind === 'torus' ? touchesOfRing(s, t, tol) : []),
  ...(t.kind === 'torus' ? touchesOfRing(t, s, tol) : []),
];

/** Where a circle about c with radius R in the plane square to n touches the line through p along d in that plane. */
const circleAndLine = (c: Vec3, R: number, p: Vec3, d: Vec3, tol: number): Vec3[] => {
  const foot = footOn(p, d, c);
  const far = distance(foot, c);
  return Math.abs(far - R) <= tol && far > tol ? [along(c, sub(foot, c), R / far)] : [];
};

const touchesOfRing = (ring: Torus, t: Surface, tol: number): Vec3[] => {
  if (t.kind === 'plane' || t.kind === 'sphere') return [];
  return [1, -1].flatMap((side) => touchesOnSide(ring, t, side, tol));
};

/** Those on one of a ring's flat sides, +1 or -1 along its axis. */
const touchesOnSide = (
  ring: Torus,
  t: Exclude<Surface, Plane | Sphere>,
  side: number,
  tol: number,
): Vec3[] => {
  const n = ring.a;
  const c = along(ring.o, n, side * ring.r);
  // how far another's centre or apex stands over the plane on the ring's flat side
  const height = dot(sub(t.o, c), n);
  const across = length(cross(n, t.a));
  switch (t.kind) {
    case 'cylinder': {
      const lies = Math.abs(dot(n, t.a)) <= ANGULAR_TOLERANCE && Math.abs(Math.abs(height) - t.r) <= tol;
      return lies ? circleAndLine(c, ring.R, along(t.o, n, -height), t.a, tol) : [];
    }
    case 'cone': {
      const lies = Math.abs(Math.abs(dot(n, t.a)) - t.sin) <= ANGULAR_TOLERANCE && Math.abs(height) <= tol;
      return lies ? circleAndLine(c, ring.R, t.o, unit(along(t.a, n, -dot(t.a, n))), tol) : [];
    }
    case 'torus': {
      if (across > ANGULAR_TOLERANCE || Math.abs(Math.abs(height) - t.r) > tol) return [];
      const other = along(t.o, n, -height);
      const far = distance(other, c);
      if (far <= tol) return [];
      const e = scale(sub(other, c), 1 / far);
      return [ring.R, -ring.R]
        .filter((reach) => Math.abs(Math.abs(far - reach) - t.R) <= tol)
        .map((reach) => along(c, e, reach));
    }
  }
};
