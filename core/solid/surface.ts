import { along, cross, dot, length, perpendiculars, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';

/**
 * The surfaces a body is bounded by, as signed distances with gradient 1: negative inside (below a plane's normal,
 * within a cylinder). World coordinates.
 */
export type Plane = { readonly kind: 'plane'; readonly n: Vec3; readonly d: number };
export type Cylinder = {
  readonly kind: 'cylinder';
  /** the axis point nearest the world origin */
  readonly o: Vec3;
  readonly a: Vec3;
  readonly r: number;
  readonly e1: Vec3;
  readonly e2: Vec3;
};
export type Surface = Plane | Cylinder;

/** Directions count as parallel below this sine (rad). */
export const ANGULAR_TOLERANCE = 1e-8;

/** +1 or -1 so that equal lines and planes of either sense get one direction. */
const senseOf = (v: Vec3): number => {
  for (const x of v) if (Math.abs(x) > 1e-7) return x > 0 ? 1 : -1;
  return 1;
};

/** The plane n.p = d with its normal in the canonical sense. */
export const plane = (n: Vec3, d: number): Plane => {
  const s = senseOf(n);
  return { kind: 'plane', n: s > 0 ? n : scale(n, -1), d: d * s };
};

export const cylinder = (point: Vec3, axis: Vec3, r: number): Cylinder => {
  const a = senseOf(axis) > 0 ? axis : scale(axis, -1);
  const o = along(point, a, -dot(point, a));
  const [e1, e2] = perpendiculars(a);
  return { kind: 'cylinder', o, a, r, e1, e2 };
};

export const signedDistance = (s: Surface, p: Vec3): number => {
  if (s.kind === 'plane') return s.n[0] * p[0] + s.n[1] * p[1] + s.n[2] * p[2] - s.d;
  const x = p[0] - s.o[0];
  const y = p[1] - s.o[1];
  const z = p[2] - s.o[2];
  const { a } = s;
  return Math.hypot(y * a[2] - z * a[1], z * a[0] - x * a[2], x * a[1] - y * a[0]) - s.r;
};

/** The unit gradient of the signed distance. */
export const normalAt = (s: Surface, p: Vec3): Vec3 => {
  if (s.kind === 'plane') return s.n;
  const q = sub(p, s.o);
  return unit(along(q, s.a, -dot(q, s.a)));
};

/** Normal curvature in the unit tangent direction e; positive where the surface bends away from its normal. */
export const curvatureAlong = (s: Surface, e: Vec3): number => {
  if (s.kind === 'plane') return 0;
  const k = dot(e, s.a);
  return (1 - k * k) / s.r;
};

/** True where the two are one surface within the tolerance `tol` (a length), over a part of the given size. */
export const sameSurface = (s: Surface, t: Surface, tol: number): boolean => {
  if (s.kind === 'plane')
    return (
      t.kind === 'plane' &&
      Math.abs(s.d - t.d) <= tol &&
      length(cross(s.n, t.n)) <= ANGULAR_TOLERANCE &&
      dot(s.n, t.n) > 0
    );
  return (
    t.kind === 'cylinder' &&
    Math.abs(s.r - t.r) <= tol &&
    length(sub(s.o, t.o)) <= tol &&
    length(cross(s.a, t.a)) <= ANGULAR_TOLERANCE
  );
};
