import { along, cross, dot, length, perpendiculars, scale, sub, unit, type Vec3 } from './vec.ts';

/**
 * The surfaces a body is bounded by, as signed functions with gradient 1: negative inside (below a plane's normal, within a
 * cylinder, in a cone's opening, in a torus' tube). World coordinates.
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
/** One nappe only: `o` is the apex, `a` runs from it into the opening; sin and cos of the half angle. */
export type Cone = {
  readonly kind: 'cone';
  readonly o: Vec3;
  readonly a: Vec3;
  readonly sin: number;
  readonly cos: number;
  readonly e1: Vec3;
  readonly e2: Vec3;
};
export type Sphere = { readonly kind: 'sphere'; readonly o: Vec3; readonly r: number };
/**
 * All points at distance r from the circle of radius R about o, on the axis' own side: R below r gives the outer skin of a
 * spindle, R below zero its inner lemon.
 */
export type Torus = {
  readonly kind: 'torus';
  readonly o: Vec3;
  readonly a: Vec3;
  readonly R: number;
  readonly r: number;
  readonly e1: Vec3;
  readonly e2: Vec3;
};
export type Surface = Plane | Cylinder | Cone | Sphere | Torus;
/** Surfaces that are turned about an axis. */
export type Round = Exclude<Surface, Plane>;

/** Directions count as parallel below this sine (rad). */
export const ANGULAR_TOLERANCE = 1e-8;

/** +1 or -1 so that equal lines and planes of either sense get one direction. */
const senseOf = (v: Vec3): number => {
  for (const x of v) if (Math.abs(x) > 1e-7) return x > 0 ? 1 : -1;
  return 1;
};
const inSense = (v: Vec3): Vec3 => (senseOf(v) > 0 ? v : scale(v, -1));

/** The plane n.p = d with its normal in the canonical sense. */
export const plane = (n: Vec3, d: number): Plane => {
  const s = senseOf(n);
  return { kind: 'plane', n: s > 0 ? n : scale(n, -1), d: d * s };
};

/** A cylinder about the line through a point along an axis of any length. */
export const cylinder = (point: Vec3, axis: Vec3, r: number): Cylinder => {
  const a = inSense(axis);
  const o = along(point, a, -dot(point, a));
  const [e1, e2] = perpendiculars(a);
  return { kind: 'cylinder', o, a, r, e1, e2 };
};

/** @param half the half angle at the apex, rad */
export const cone = (apex: Vec3, opening: Vec3, half: number): Cone => {
  const [e1, e2] = perpendiculars(opening);
  return { kind: 'cone', o: apex, a: opening, sin: Math.sin(half), cos: Math.cos(half), e1, e2 };
};

/** A sphere by its centre and radius. */
export const sphere = (centre: Vec3, r: number): Sphere => ({ kind: 'sphere', o: centre, r });

/** A ring about an axis of any length: R is the radius of the tube's centre circle, r that of the tube. */
export const torus = (centre: Vec3, axis: Vec3, R: number, r: number): Torus => {
  const a = inSense(axis);
  const [e1, e2] = perpendiculars(a);
  return { kind: 'torus', o: centre, a, R, r, e1, e2 };
};

/** The distance of a point from a surface, negative inside; of a plane, negative against its normal; of a cone, from its nearest line. */
export const signedDistance = (s: Surface, p: Vec3): number => {
  if (s.kind === 'plane') return s.n[0] * p[0] + s.n[1] * p[1] + s.n[2] * p[2] - s.d;
  const x = p[0] - s.o[0];
  const y = p[1] - s.o[1];
  const z = p[2] - s.o[2];
  if (s.kind === 'sphere') return Math.sqrt(x * x + y * y + z * z) - s.r;
  const { a } = s;
  const cx = y * a[2] - z * a[1];
  const cy = z * a[0] - x * a[2];
  const cz = x * a[1] - y * a[0];
  const rho = Math.sqrt(cx * cx + cy * cy + cz * cz);
  if (s.kind === 'cylinder') return rho - s.r;
  const h = x * a[0] + y * a[1] + z * a[2];
  if (s.kind === 'cone') return rho * s.cos - h * s.sin;
  const k = rho - s.R;
  return Math.sqrt(k * k + h * h) - s.r;
};

/** Distance from the whole algebraic surface: both nappes of a cone, both skins of a spindle. */
export const wholeDistance = (s: Surface, p: Vec3): number => {
  if (s.kind === 'cone') {
    const q = sub(p, s.o);
    return length(cross(q, s.a)) * s.cos - Math.abs(dot(q, s.a)) * s.sin;
  }
  if (s.kind === 'torus' && s.R < s.r) {
    const here = signedDistance(s, p);
    const there = signedDistance({ ...s, R: -s.R }, p);
    return Math.abs(here) < Math.abs(there) ? here : there;
  }
  return signedDistance(s, p);
};

/** True where the surface is only a part of its algebraic one, so that a curve may leave it. */
export const isPartial = (s: Surface): boolean => s.kind === 'cone' || (s.kind === 'torus' && s.R < s.r);

/** The radial direction at p about the surface's axis; any square one on the axis itself. */
const radialAt = (s: Cylinder | Cone | Torus, p: Vec3): { e: Vec3; rho: number; h: number } => {
  const q = sub(p, s.o);
  const h = dot(q, s.a);
  const w = along(q, s.a, -h);
  const rho = length(w);
  return { e: rho > 0 ? scale(w, 1 / rho) : s.e1, rho, h };
};

/** The unit gradient of the signed function. */
export const normalAt = (s: Surface, p: Vec3): Vec3 => {
  if (s.kind === 'plane') return s.n;
  if (s.kind === 'sphere') return unit(sub(p, s.o));
  const { e, rho, h } = radialAt(s, p);
  if (s.kind === 'cylinder') return e;
  if (s.kind === 'cone') return along(scale(e, s.cos), s.a, -s.sin);
  return unit(along(scale(e, rho - s.R), s.a, h));
};

/** Normal curvature at p in the unit tangent direction e; positive where the surface bends away from its normal. */
export const curvatureAlong = (s: Surface, p: Vec3, e: Vec3): number => {
  if (s.kind === 'plane') return 0;
  if (s.kind === 'sphere') return 1 / s.r;
  if (s.kind === 'cylinder') {
    const k = dot(e, s.a);
    return (1 - k * k) / s.r;
  }
  const { e: radial, rho, h } = radialAt(s, p);
  const round = dot(e, cross(s.a, radial));
  const far = Math.max(rho, 1e-300);
  if (s.kind === 'cone') return (round * round * s.cos) / far;
  const c = (rho - s.R) / s.r;
  const rise = dot(e, along(scale(radial, -h / s.r), s.a, c));
  return (rise * rise) / s.r + (round * round * c) / far;
};

/** The least radius of curvature at p; endless for a plane. */
export const leastRadius = (s: Surface, p: Vec3): number => {
  if (s.kind === 'plane') return Number.POSITIVE_INFINITY;
  if (s.kind === 'cylinder' || s.kind === 'sphere') return s.r;
  const { rho } = radialAt(s, p);
  if (s.kind === 'cone') return rho / s.cos;
  return Math.min(s.r, (rho * s.r) / Math.max(Math.abs(rho - s.R), 1e-300));
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
  if (t.kind !== s.kind || length(sub(s.o, t.o)) > tol) return false;
  if (s.kind === 'sphere') return Math.abs(s.r - (t as Sphere).r) <= tol;
  const u = t as Cylinder | Cone | Torus;
  if (length(cross(s.a, u.a)) > ANGULAR_TOLERANCE || dot(s.a, u.a) < 0) return false;
  if (s.kind === 'cone') {
    const other = u as Cone;
    return Math.abs(s.sin * other.cos - s.cos * other.sin) <= ANGULAR_TOLERANCE;
  }
  if (s.kind === 'cylinder') return Math.abs(s.r - (u as Cylinder).r) <= tol;
  return Math.abs(s.r - (u as Torus).r) <= tol && Math.abs(s.R - (u as Torus).R) <= tol;
};

/** A number that equal surfaces share to well within the tolerance; used to look them up. */
export const signature = (s: Surface): number => {
  if (s.kind === 'plane') return s.d;
  const place = s.o[0] + 0.37 * s.o[1] + 0.73 * s.o[2];
  if (s.kind === 'cone') return place;
  return place + 1.21 * s.r + (s.kind === 'torus' ? 0.57 * s.R : 0);
};
