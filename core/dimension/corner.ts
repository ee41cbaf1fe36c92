import type { Surface } from '../geometry/surface.ts';
import { along, cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { facesOfMeeting } from '../naming/keys.ts';
import type { SurfacesByKey } from './surfacesByKey.ts';

type Plane = Extract<Surface, { kind: 'plane' }>;
type Cylinder = Extract<Surface, { kind: 'cylinder' }>;

/** The point where three planes meet (Cramer). @returns undefined where they do not meet in one */
export const meetingPoint = (
  a: { readonly n: Vec3; readonly d: number },
  b: { readonly n: Vec3; readonly d: number },
  c: { readonly n: Vec3; readonly d: number },
): Vec3 | undefined => {
  const [bc, ca, ab] = [cross(b.n, c.n), cross(c.n, a.n), cross(a.n, b.n)];
  const det = dot(a.n, bc);
  if (Math.abs(det) < 1e-9) return undefined;
  return [0, 1, 2].map(
    (k) => (a.d * (bc[k] as number) + b.d * (ca[k] as number) + c.d * (ab[k] as number)) / det,
  ) as unknown as Vec3;
};

/** A direction or its opposite, whichever of them points forward: a face's own may turn round when its feature is moved. */
export const forward = (v: Vec3): Vec3 => (dot(v, FORWARD) < 0 ? scale(v, -1) : v);
/** Square to no direction that a part is likely to have. */
const FORWARD: Vec3 = [1, 0.6137, 0.3719];

/** Where the line of two planes meets a cylinder: the farther of the two points forward, or the nearer. */
const pointOnLine = (a: Plane, b: Plane, c: Cylinder, isFarther: boolean): Vec3 | undefined => {
  const across = cross(a.n, b.n);
  const square = dot(across, across);
  if (square < 1e-12) return undefined;
  const base = scale(sub(scale(cross(b.n, across), a.d), scale(cross(a.n, across), b.d)), 1 / square);
  const way = forward(across);
  // both are looked at along the cylinder's axis
  const flat = (v: Vec3): Vec3 => along(v, c.a, -dot(v, c.a));
  const [from, run] = [flat(sub(base, c.o)), flat(way)];
  const [p, q, r] = [dot(run, run), dot(from, run), dot(from, from) - c.r * c.r];
  const root = q * q - p * r;
  if (p < 1e-12 * square || root < 0) return undefined;
  return along(base, way, (-q + (isFarther ? 1 : -1) * Math.sqrt(root)) / p);
};

/**
 * Where two cylinders of parallel axes and a plane meet: to the left of the line from the first axis to the second one, seen against the axis as it
 * points forward. With the cylinders named the other way round it is the other point.
 */
const pointOfCircles = (a: Cylinder, b: Cylinder, plane: Plane): Vec3 | undefined => {
  const axis = forward(a.a);
  const across = dot(plane.n, axis);
  if (Math.abs(Math.abs(dot(axis, b.a)) - 1) > 1e-9 || Math.abs(across) < 1e-9) return undefined;
  const between = sub(b.o, a.o);
  const apart = along(between, axis, -dot(between, axis));
  const far = length(apart);
  if (far < 1e-12) return undefined;
  const ahead = (far * far + a.r * a.r - b.r * b.r) / (2 * far);
  const square = a.r * a.r - ahead * ahead;
  if (square < 0) return undefined;
  const to = scale(apart, 1 / far);
  const p = along(along(a.o, to, ahead), cross(axis, to), Math.sqrt(square));
  return along(p, axis, (plane.d - dot(plane.n, p)) / across);
};

/**
 * The point of an arc in which it runs on smoothly into a flat face or another arc of a parallel axis, in the flat face that ends both: the nearest one to
 * that face or arc, so that there is one while they come a little apart.
 */
const pointOfContact = (arc: Cylinder, end: Plane, next: Plane | Cylinder): Vec3 | undefined => {
  const flat = (v: Vec3): Vec3 => along(v, arc.a, -dot(v, arc.a));
  const across = dot(end.n, arc.a);
  if (Math.abs(across) < 1e-9) return undefined;
  const apart = next.kind === 'plane' ? flat(next.n) : flat(sub(next.o, arc.o));
  const far = length(apart);
  if (far < 1e-12) return undefined;
  const isBehind =
    next.kind === 'plane'
      ? dot(next.n, arc.o) > next.d
      : // an arc within a larger one touches it on the side away from its centre
        arc.r < next.r && Math.abs(far - (next.r - arc.r)) < Math.abs(far - (next.r + arc.r));
  const p = along(arc.o, scale(apart, 1 / far), isBehind ? -arc.r : arc.r);
  return along(p, arc.a, (end.d - dot(end.n, p)) / across);
};

/**
 * The corner in which three faces meet: flat ones ("plane | plane | plane"); two flat ones and a cylinder ("plane | plane | cylinder", and for the
 * nearer of the two points "plane | cylinder | plane"); or two cylinders of parallel axes and a flat one ("cylinder | cylinder | plane"). Where a
 * cylinder runs on smoothly into a third face, it is the point of contact ("cylinder | plane that ends both | plane or cylinder").
 * @returns undefined where they are gone or do not meet
 */
export const cornerOf = (faces: readonly (Surface | undefined)[]): Vec3 | undefined => {
  const [a, b, c] = faces;
  if (!a || !b || !c || faces.length !== 3) return undefined;
  if (a.kind === 'plane' && b.kind === 'plane') {
    if (c.kind === 'plane') return meetingPoint(a, b, c);
    return c.kind === 'cylinder' ? pointOnLine(a, b, c, true) : undefined;
  }
  if (a.kind === 'cylinder' && b.kind === 'plane')
    return c.kind === 'plane' || c.kind === 'cylinder' ? pointOfContact(a, b, c) : undefined;
  if (b.kind !== 'cylinder' || c.kind !== 'plane') return undefined;
  if (a.kind === 'plane') return pointOnLine(a, c, b, false);
  return a.kind === 'cylinder' ? pointOfCircles(a, b, c) : undefined;
};

/** The corner of a key "a | b | c". */
export const cornerAt = (key: string, surfaces: SurfacesByKey): Vec3 | undefined =>
  cornerOf(facesOfMeeting(key).map((f) => surfaces.get(f)));
