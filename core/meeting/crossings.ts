import {
  type Curve3,
  domainOf,
  type Ellipse3,
  type Hyperbola3,
  type Line3,
  type Parabola3,
  pointOn,
  topSpeed,
} from '../geometry/curve3.ts';
import { smoothRoots, type TrigPolynomial, trigRoots } from '../geometry/roots.ts';
import {
  ANGULAR_TOLERANCE,
  type Cone,
  type Cylinder,
  type Plane,
  type Sphere,
  type Surface,
  signedDistance,
} from '../geometry/surface.ts';
import { cross, dot, sub, type Vec3 } from '../geometry/vec.ts';

/** Where the curve crosses or touches the surface, by the curve's parameter; a touch within `tol` (a length) is one. */
export const crossings = (curve: Curve3, s: Surface, tol: number): number[] => {
  if (curve.type === 'line') return lineCrossings(curve, s, tol);
  if (curve.type === 'ellipse') {
    const p = s.kind === 'plane' ? heightOver(curve, s.n, s.d) : squareOver(curve, s);
    if (p) return trigRoots(p, tol);
  }
  if (s.kind === 'plane' && (curve.type === 'parabola' || curve.type === 'hyperbola'))
    return archOverPlane(curve, s, tol).filter((t) => t >= curve.lo && t <= curve.hi);
  return searched(curve, s, domainOf(curve), tol);
};

/** Roots of a x^2 + b x + c; a touch gives one, where `touches` says so of the place between. */
const quadraticRoots = (a: number, b: number, c: number, touches: (x: number) => boolean): number[] => {
  if (a === 0) return b === 0 ? [] : [-c / b];
  const middle = -b / (2 * a);
  if (touches(middle)) return [middle];
  const disc = b * b - 4 * a * c;
  if (disc < 0) return [];
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(disc)) / 2;
  return q === 0 ? [0] : [q / a, c / q].sort((x, y) => x - y);
};

/** A parabola's height over a plane is a quadratic in its parameter, a hyperbola's one in e^t (times e^-t). */
const archOverPlane = (curve: Parabola3 | Hyperbola3, { n, d }: Plane, tol: number): number[] => {
  const height = (t: number): number => dot(n, pointOn(curve, t)) - d;
  const b = dot(n, curve.u);
  const c = dot(n, curve.v);
  if (curve.type === 'parabola')
    return quadraticRoots(c, b, dot(n, curve.p) - d, (t) => Math.abs(height(t)) <= tol);
  const a = dot(n, curve.c) - d;
  // it comes nearest where b sinh t + c cosh t = 0
  if (Math.abs(c) < Math.abs(b)) {
    const nearest = Math.atanh(-c / b);
    if (Math.abs(height(nearest)) <= tol) return [nearest];
  }
  return quadraticRoots((b + c) / 2, a, (b - c) / 2, () => false)
    .filter((x) => x > 0)
    .map(Math.log);
};

const searched = (curve: Curve3, s: Surface, [lo, hi]: readonly [number, number], tol: number): number[] =>
  smoothRoots((t) => signedDistance(s, pointOn(curve, t)), lo, hi, topSpeed(curve), tol);

const heightOver = (c: Ellipse3, n: Vec3, d: number): TrigPolynomial => [
  dot(n, c.c) - d,
  dot(n, c.u),
  dot(n, c.v),
  0,
  0,
];

/** (distance^2 - r^2) / 2r from a cylinder's axis or a sphere's centre: near the surface that is the distance from it. */
const squareOver = (curve: Ellipse3, s: Surface): TrigPolynomial | undefined => {
  if (s.kind !== 'cylinder' && s.kind !== 'sphere') return undefined;
  const flat = (v: Vec3): Vec3 => (s.kind === 'cylinder' ? cross(v, s.a) : v);
  const [c, u, v] = [flat(sub(curve.c, s.o)), flat(curve.u), flat(curve.v)];
  const k = 1 / (2 * s.r);
  const uu = dot(u, u);
  const vv = dot(v, v);
  return [
    (dot(c, c) + (uu + vv) / 2 - s.r * s.r) * k,
    2 * dot(c, u) * k,
    2 * dot(c, v) * k,
    ((uu - vv) / 2) * k,
    dot(u, v) * k,
  ];
};

const lineCrossings = (l: Line3, s: Surface, tol: number): number[] => {
  switch (s.kind) {
    case 'plane': {
      const slope = dot(s.n, l.d);
      return Math.abs(slope) <= ANGULAR_TOLERANCE ? [] : [(s.d - dot(s.n, l.p)) / slope];
    }
    case 'cylinder':
    case 'sphere':
      return lineRound(l, s, tol);
    case 'cone':
      return lineCone(l, s, tol);
    case 'torus': {
      // the line is looked at where it passes the ball that holds the torus
      const q = sub(l.p, s.o);
      const middle = -dot(q, l.d);
      const off = dot(q, q) - middle * middle;
      const reach = Math.abs(s.R) + s.r + 2 * tol;
      if (off >= reach * reach) return [];
      const half = Math.sqrt(reach * reach - off);
      return searched(l, s, [middle - half, middle + half], tol);
    }
  }
};

const lineRound = (l: Line3, s: Cylinder | Sphere, tol: number): number[] => {
  const flat = (v: Vec3): Vec3 => (s.kind === 'cylinder' ? cross(v, s.a) : v);
  const w = flat(l.d);
  const ww = dot(w, w);
  if (Math.sqrt(ww) <= ANGULAR_TOLERANCE) return [];
  const q = flat(sub(l.p, s.o));
  const middle = -dot(q, w) / ww;
  const c = cross(q, w);
  const near = Math.sqrt(dot(c, c) / ww);
  if (Math.abs(near - s.r) <= tol) return [middle];
  if (near > s.r) return [];
  const half = Math.sqrt(((s.r - near) * (s.r + near)) / ww);
  return [middle - half, middle + half];
};

/** (distance from the axis)^2 cos^2 = (height)^2 sin^2, on the nappe above the apex. */
const lineCone = (l: Line3, s: Cone, tol: number): number[] => {
  const q = sub(l.p, s.o);
  const [qa, da] = [dot(q, s.a), dot(l.d, s.a)];
  const C = s.cos * s.cos;
  const A = C - da * da;
  const B = C * dot(q, l.d) - qa * da;
  const E = C * dot(q, q) - qa * qa;
  const above = (t: number): boolean => qa + t * da > -tol;
  const far = (t: number): number => Math.abs(signedDistance(s, pointOn(l, t)));
  if (Math.abs(A) <= ANGULAR_TOLERANCE) return B === 0 ? [] : [-E / (2 * B)].filter(above);
  const middle = -B / A;
  if (far(middle) <= tol) return [middle].filter(above);
  const disc = (B * B - A * E) / (A * A);
  if (disc <= 0) return [];
  const half = Math.sqrt(disc);
  return [middle - half, middle + half].filter(above);
};
