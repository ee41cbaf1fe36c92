import type { Box3 } from '../geometry/box.ts';
import { boxCentre, boxDiagonal } from '../geometry/box.ts';
import type { Ellipse3, Hyperbola3, Line3, Parabola3 } from '../geometry/curve3.ts';
import {
  ANGULAR_TOLERANCE,
  type Cone,
  type Cylinder,
  type Plane,
  type Sphere,
  type Torus,
} from '../geometry/surface.ts';
import {
  add,
  along,
  cross,
  distance,
  dot,
  length,
  perpendiculars,
  scale,
  sub,
  unit,
  type Vec3,
} from '../geometry/vec.ts';

/** Where a plane meets the other surfaces, in closed form (undefined: the general torus has none); a touch within `tol` is one (double) curve. */

export const planes = (s: Plane, t: Plane): Line3[] => {
  const w = cross(s.n, t.n);
  const size = length(w);
  if (size <= ANGULAR_TOLERANCE) return [];
  const d = scale(w, 1 / size);
  // the point of the line nearest the origin: combination of the normals
  const c = dot(s.n, t.n);
  const k = 1 / (1 - c * c);
  const p = add(scale(s.n, (s.d - c * t.d) * k), scale(t.n, (t.d - c * s.d) * k));
  return [{ type: 'line', p: along(p, d, -dot(p, d)), d }];
};

export const planeCylinder = (s: Plane, t: Cylinder, tol: number): (Line3 | Ellipse3)[] => {
  const slant = dot(s.n, t.a);
  const height = dot(s.n, t.o) - s.d;
  if (Math.abs(slant) <= ANGULAR_TOLERANCE) {
    const across = unit(cross(t.a, s.n));
    const line = (n: number, x: number): Line3 => ({
      type: 'line',
      p: along(along(t.o, s.n, n), across, x),
      d: t.a,
    });
    if (Math.abs(Math.abs(height) - t.r) <= tol) return [line(-Math.sign(height) * t.r, 0)];
    if (Math.abs(height) > t.r) return [];
    const x = Math.sqrt(t.r * t.r - height * height);
    return [line(-height, x), line(-height, -x)];
  }
  const c = along(t.o, t.a, -height / slant);
  const w = cross(t.a, s.n);
  const tilt = length(w);
  if (tilt <= ANGULAR_TOLERANCE) return [{ type: 'ellipse', c, u: scale(t.e1, t.r), v: scale(t.e2, t.r) }];
  const minor = scale(w, t.r / tilt);
  const major = scale(unit(cross(s.n, w)), t.r / Math.abs(slant));
  return [{ type: 'ellipse', c, u: major, v: minor }];
};

/** The rulings of a cone in a plane through its apex. */
const rulings = (s: Plane, t: Cone): Line3[] => {
  const na = dot(s.n, t.a);
  const flat = along(s.n, t.a, -na);
  const nt = length(flat);
  // the plane touches the cone where it leans as the cone's side does
  const touches = Math.abs(Math.abs(na) - t.sin) <= ANGULAR_TOLERANCE * t.cos;
  if (!touches && Math.abs(na) > t.sin) return [];
  const e = scale(flat, 1 / nt);
  const f = cross(t.a, e);
  const cos = touches ? -Math.sign(na) : (-na * t.cos) / (nt * t.sin);
  const sin = Math.sqrt(Math.max(0, 1 - cos * cos));
  return (touches ? [0] : [sin, -sin]).map((x) => ({
    type: 'line',
    p: t.o,
    d: unit(add(scale(t.a, t.cos), scale(along(scale(e, cos), f, x), t.sin))),
  }));
};

/**
 * The conic in which a plane cuts one nappe of a cone. With P = foot of the apex + x m + y k in the plane, the cone's equation is
 * E x^2 - 2 s na h x - C y^2 = -(na^2 - C) h^2, E = sin^2 - na^2: an ellipse, parabola or hyperbola as E is below, at or above 0.
 * @param box parabola and hyperbola are given as far as this box reaches
 */
export const planeCone = (
  s: Plane,
  t: Cone,
  box: Box3,
  tol: number,
): (Line3 | Ellipse3 | Parabola3 | Hyperbola3)[] => {
  const h = dot(s.n, t.o) - s.d;
  if (Math.abs(h) <= tol) return rulings(s, t);
  const na = dot(s.n, t.a);
  const inPlane = along(t.a, s.n, -na);
  const lean = length(inPlane);
  const foot = along(t.o, s.n, -h);
  if (lean <= ANGULAR_TOLERANCE) {
    const z = -h * na;
    const r = (z * t.sin) / t.cos;
    return z > 0 ? [{ type: 'ellipse', c: along(t.o, t.a, z), u: scale(t.e1, r), v: scale(t.e2, r) }] : [];
  }
  const m = scale(inPlane, 1 / lean);
  const k = cross(s.n, m);
  const C = t.cos * t.cos;
  const E = (t.sin - na) * (t.sin + na);
  const far = boxDiagonal(box) / 2;
  const heightAt = (x: number): number => x * lean - h * na;
  if (Math.abs(E) <= 4 * ANGULAR_TOLERANCE) {
    const x0 = ((na * na - C) * h) / (2 * lean * na);
    if (heightAt(x0) <= 0) return [];
    const p = along(foot, m, x0);
    const v = scale(m, -C / (2 * lean * na * h));
    const D = distance(p, boxCentre(box)) + far;
    const T = Math.min(D, Math.sqrt(D / length(v)));
    return [{ type: 'parabola', p, u: k, v, lo: -T, hi: T }];
  }
  const x0 = (lean * na * h) / E;
  const A = (Math.abs(h) * t.cos * t.sin) / Math.abs(E);
  const B = (Math.abs(h) * t.sin) / Math.sqrt(Math.abs(E));
  const c = along(foot, m, x0);
  if (E < 0) return heightAt(x0) > 0 ? [{ type: 'ellipse', c, u: scale(m, A), v: scale(k, B) }] : [];
  const side = heightAt(x0 + A) > 0 ? 1 : -1;
  const D = distance(c, boxCentre(box)) + far;
  const T = Math.min(Math.asinh(D / B), Math.acosh(1 + D / A));
  return [{ type: 'hyperbola', c, u: scale(m, side * A), v: scale(k, B), lo: -T, hi: T }];
};

export const planeSphere = (s: Plane, t: Sphere, tol: number): Ellipse3[] => {
  const h = dot(s.n, t.o) - s.d;
  if (Math.abs(h) >= t.r - tol) return [];
  const r = Math.sqrt((t.r - h) * (t.r + h));
  const [e1, e2] = perpendiculars(s.n);
  return [{ type: 'ellipse', c: along(t.o, s.n, -h), u: scale(e1, r), v: scale(e2, r) }];
};

export const planeTorus = (s: Plane, t: Torus, tol: number): Ellipse3[] | undefined => {
  const na = dot(s.n, t.a);
  const h = s.d - dot(s.n, t.o);
  if (length(cross(s.n, t.a)) <= ANGULAR_TOLERANCE) {
    const up = h * Math.sign(na);
    if (Math.abs(up) > t.r + tol) return [];
    const x = Math.abs(up) >= t.r - tol ? 0 : Math.sqrt((t.r - up) * (t.r + up));
    return (x === 0 ? [t.R] : [t.R + x, t.R - x])
      .filter((rho) => rho > tol)
      .map((rho) => ({
        type: 'ellipse',
        c: along(t.o, t.a, up),
        u: scale(t.e1, rho),
        v: scale(t.e2, rho),
      }));
  }
  if (Math.abs(na) <= ANGULAR_TOLERANCE && Math.abs(h) <= tol) {
    const e = unit(cross(t.a, s.n));
    return [1, -1].map((side) => ({
      type: 'ellipse',
      c: along(t.o, e, side * t.R),
      u: scale(e, side * t.r),
      v: scale(t.a, t.r),
    }));
  }
  // a plane that misses the torus altogether needs no search
  const reach = Math.abs(t.R) * Math.sqrt(Math.max(0, 1 - na * na)) + t.r;
  return Math.abs(h) > reach + tol ? [] : undefined;
};

/** The foot of p on the line o + t a. */
export const footOn = (o: Vec3, a: Vec3, p: Vec3): Vec3 => along(o, a, dot(sub(p, o), a));
