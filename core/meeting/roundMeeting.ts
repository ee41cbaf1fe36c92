import type { Box3 } from '../geometry/box.ts';
import {
  type Curve3,
  domainOf,
  type Ellipse3,
  type Line3,
  type Piercing3,
  pointOn,
} from '../geometry/curve3.ts';
import {
  ANGULAR_TOLERANCE,
  type Cone,
  type Cylinder,
  plane,
  type Round,
  wholeDistance,
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
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { wrapAngle } from '../number/angle.ts';
import { footOn, planeCone, planeCylinder } from './planeMeeting.ts';

/**
 * Where two curved surfaces meet: circles where they share an axis, conics where both wrap one sphere or are alike and parallel, the
 * rulings of two cylinders; undefined where they have no closed form.
 * Source: the classical case analysis of natural quadrics (Levin 1976, Miller and Goldman 1995).
 */
export const roundMeeting = (s: Round, t: Round, box: Box3, tol: number): Curve3[] | undefined => {
  const circles = coaxial(s, t, tol);
  if (circles) return circles;
  if (s.kind === 'cylinder' && t.kind === 'cylinder') return cylinders(s, t, tol);
  if (s.kind === 'cone' && t.kind === 'cone') {
    const shared = conesOfOneApex(s, t, tol) ?? alikeCones(s, t, box, tol);
    if (shared) return shared;
  }
  return wrappingOneSphere(s, t, box, tol);
};

type Axis = { readonly o: Vec3; readonly a: Vec3 };

/** The axis two surfaces share, if they do. */
const sharedAxis = (s: Round, t: Round, tol: number): Axis | undefined => {
  if (s.kind === 'sphere' && t.kind === 'sphere') {
    const d = sub(t.o, s.o);
    return { o: s.o, a: length(d) > tol ? unit(d) : [0, 0, 1] };
  }
  if (s.kind === 'sphere') return sharedAxis(t, s, tol);
  const onAxis = distance(footOn(s.o, s.a, t.o), t.o) <= tol;
  if (t.kind === 'sphere') return onAxis ? { o: s.o, a: s.a } : undefined;
  return onAxis && length(cross(s.a, t.a)) <= ANGULAR_TOLERANCE ? { o: s.o, a: s.a } : undefined;
};

/** A surface's outline in the half plane (distance from the axis, height): a line from p along d, or a circle. */
type Meridian =
  | { readonly kind: 'line'; readonly p: Vec2; readonly d: Vec2; readonly from: number }
  | { readonly kind: 'circle'; readonly c: Vec2; readonly r: number };

const meridianOf = (s: Round, axis: Axis): Meridian => {
  const h = dot(sub(s.o, axis.o), axis.a);
  if (s.kind === 'cylinder') return { kind: 'line', p: [s.r, 0], d: [0, 1], from: Number.NEGATIVE_INFINITY };
  if (s.kind === 'cone')
    return { kind: 'line', p: [0, h], d: [s.sin, s.cos * Math.sign(dot(s.a, axis.a))], from: 0 };
  return { kind: 'circle', c: [s.kind === 'torus' ? s.R : 0, h], r: s.r };
};

const lineCircle = (p: Vec2, d: Vec2, from: number, c: Vec2, r: number, tol: number): Vec2[] => {
  const q: Vec2 = [c[0] - p[0], c[1] - p[1]];
  const along0 = q[0] * d[0] + q[1] * d[1];
  const off = Math.abs(q[0] * d[1] - q[1] * d[0]);
  if (off > r + tol) return [];
  const half = off >= r - tol ? 0 : Math.sqrt((r - off) * (r + off));
  return (half === 0 ? [along0] : [along0 - half, along0 + half])
    .filter((x) => x > from)
    .map((x) => [p[0] + x * d[0], p[1] + x * d[1]]);
};

const meridianMeetings = (s: Meridian, t: Meridian, tol: number): Vec2[] => {
  if (s.kind === 'circle' && t.kind === 'line') return meridianMeetings(t, s, tol);
  if (s.kind === 'line' && t.kind === 'circle') return lineCircle(s.p, s.d, s.from, t.c, t.r, tol);
  if (s.kind === 'line' && t.kind === 'line') {
    const k = s.d[0] * t.d[1] - s.d[1] * t.d[0];
    if (Math.abs(k) <= ANGULAR_TOLERANCE) return [];
    const q: Vec2 = [t.p[0] - s.p[0], t.p[1] - s.p[1]];
    const x = (q[0] * t.d[1] - q[1] * t.d[0]) / k;
    const y = (q[0] * s.d[1] - q[1] * s.d[0]) / k;
    return x > s.from && y > t.from ? [[s.p[0] + x * s.d[0], s.p[1] + x * s.d[1]]] : [];
  }
  if (s.kind !== 'circle' || t.kind !== 'circle') return [];
  const e: Vec2 = [t.c[0] - s.c[0], t.c[1] - s.c[1]];
  const d = Math.hypot(...e);
  if (d <= tol || d > s.r + t.r + tol || d < Math.abs(s.r - t.r) - tol) return [];
  const touch = d >= s.r + t.r - tol || d <= Math.abs(s.r - t.r) + tol;
  const x = (d * d + s.r * s.r - t.r * t.r) / (2 * d);
  const reach = touch ? (d >= s.r + t.r - tol ? s.r : s.r > t.r ? s.r : -s.r) : x;
  const y = touch ? 0 : Math.sqrt(Math.max(0, s.r * s.r - x * x));
  return (y === 0 ? [0] : [y, -y]).map((k) => [
    s.c[0] + (reach * e[0] - k * e[1]) / d,
    s.c[1] + (reach * e[1] + k * e[0]) / d,
  ]);
};

/** The circles of two surfaces about one axis; undefined where they have none in common. */
const coaxial = (s: Round, t: Round, tol: number): Ellipse3[] | undefined => {
  const axis = sharedAxis(s, t, tol);
  if (!axis) return undefined;
  const [e1, e2] = perpendiculars(axis.a);
  return meridianMeetings(meridianOf(s, axis), meridianOf(t, axis), tol)
    .filter(([rho]) => rho > tol)
    .map(([rho, h]) => ({
      type: 'ellipse',
      c: along(axis.o, axis.a, h),
      u: scale(e1, rho),
      v: scale(e2, rho),
    }));
};

/** sin^2 of the angle between unit vectors; 1 - cos^2 would be nothing but rounding where they are nearly parallel. */
const squaredSine = (a: Vec3, b: Vec3): number => {
  const n = cross(a, b);
  return dot(n, n);
};

/** Two cones from one apex share rulings. */
const conesOfOneApex = (s: Cone, t: Cone, tol: number): Line3[] | undefined => {
  if (distance(s.o, t.o) > tol) return undefined;
  // w with w.a1 = cos1 and w.a2 = cos2, of length one
  const c = dot(s.a, t.a);
  const k = squaredSine(s.a, t.a);
  const x = (s.cos - c * t.cos) / k;
  const y = (t.cos - c * s.cos) / k;
  const flat = along(scale(s.a, x), t.a, y);
  const rest = 1 - dot(flat, flat);
  if (rest < -ANGULAR_TOLERANCE) return [];
  const up = scale(cross(s.a, t.a), Math.sqrt(Math.max(0, rest) / k));
  return (rest <= ANGULAR_TOLERANCE ? [0] : [1, -1]).map((side) => ({
    type: 'line',
    p: s.o,
    d: unit(along(flat, up, side)),
  }));
};

/** Two cones of one angle with parallel axes meet in a plane: the difference of their equations is linear. */
const alikeCones = (s: Cone, t: Cone, box: Box3, tol: number): Curve3[] | undefined => {
  if (Math.abs(s.sin - t.sin) > ANGULAR_TOLERANCE || length(cross(s.a, t.a)) > ANGULAR_TOLERANCE)
    return undefined;
  const C = s.cos * s.cos;
  const apart = sub(t.o, s.o);
  const rise = dot(apart, s.a);
  const n = along(scale(apart, C), s.a, -rise);
  const middle = along(s.o, apart, 0.5);
  const size = length(n);
  if (size <= tol) return [];
  const cutter = plane(scale(n, 1 / size), dot(n, middle) / size);
  return onBoth(planeCone(cutter, s, box, tol), t, tol);
};

/** The curves that lie on the other surface too. */
const onBoth = (curves: readonly Curve3[], other: Round, tol: number): Curve3[] =>
  curves.filter((c) => {
    const [lo, hi] = c.type === 'line' ? [-1, 1] : domainOf(c);
    return [0.2, 0.5, 0.7].every(
      (k) => Math.abs(wholeDistance(other, pointOn(c, lo + k * (hi - lo)))) <= tol * 100,
    );
  });

/**
 * Two of cylinder and cone that wrap one sphere (centre C, radius r) meet in two planes. With x from C and S = |x|^2 - r^2, the cylinder
 * is S = (a.x)^2 and the cone S = ((A.x - r^2) / k)^2, where A is its apex and k^2 = |A|^2 - r^2: so the linear forms are equal or
 * opposite.
 */
const wrappingOneSphere = (s: Round, t: Round, box: Box3, tol: number): Curve3[] | undefined => {
  if (s.kind === 'cone' && t.kind === 'cylinder') return wrappingOneSphere(t, s, box, tol);
  if (t.kind !== 'cone' || (s.kind !== 'cylinder' && s.kind !== 'cone')) return undefined;
  const centre = sphereWithin(s, t, tol);
  if (!centre) return undefined;
  const form = (q: Cylinder | Cone): { n: Vec3; d: number } => {
    if (q.kind === 'cylinder') return { n: q.a, d: 0 };
    const A = sub(q.o, centre.c);
    const k = length(A) * q.cos;
    return { n: scale(A, 1 / k), d: (centre.r * centre.r) / k };
  };
  const [p, q] = [form(s), form(t)];
  return [1, -1].flatMap((side) => {
    const n = along(p.n, q.n, -side);
    const size = length(n);
    if (size <= ANGULAR_TOLERANCE) return [];
    const unitN = scale(n, 1 / size);
    const cutter = plane(unitN, (p.d - side * q.d) / size + dot(unitN, centre.c));
    return s.kind === 'cylinder'
      ? onBoth(planeCylinder(cutter, s, tol), t, tol)
      : onBoth(planeCone(cutter, s, box, tol), t, tol);
  });
};

const sphereWithin = (s: Cylinder | Cone, t: Cone, tol: number): { c: Vec3; r: number } | undefined => {
  if (s.kind === 'cylinder') {
    for (const side of [1, -1]) {
      const c = along(t.o, t.a, (side * s.r) / t.sin);
      if (distance(footOn(s.o, s.a, c), c) <= tol) return { c, r: s.r };
    }
    return undefined;
  }
  const sine = length(cross(s.a, t.a));
  if (sine <= ANGULAR_TOLERANCE) return undefined;
  const c = dot(s.a, t.a);
  const q = sub(t.o, s.o);
  const x = (dot(q, s.a) - c * dot(q, t.a)) / squaredSine(s.a, t.a);
  const at = along(s.o, s.a, x);
  if (distance(footOn(t.o, t.a, at), at) > tol) return undefined;
  const r = Math.abs(x) * s.sin;
  return r > tol && Math.abs(r - distance(at, t.o) * t.sin) <= tol ? { c: at, r } : undefined;
};

const cylinders = (s: Cylinder, t: Cylinder, tol: number): Curve3[] => {
  const w = cross(s.a, t.a);
  const sine = length(w);
  if (sine <= ANGULAR_TOLERANCE) return parallelCylinders(s, t, tol);
  // distance between the axes along their common perpendicular
  const gap = dot(sub(t.o, s.o), w) / sine;
  if (Math.abs(gap) > s.r + t.r + tol) return [];
  if (Math.abs(s.r - t.r) <= tol && Math.abs(gap) <= tol) {
    const foot = axisFoot(s, t);
    return [unit(add(s.a, t.a)), unit(sub(s.a, t.a))].flatMap((n) =>
      planeCylinder(plane(n, dot(n, foot)), s, tol),
    );
  }
  return s.r <= t.r ? piercings(s, t, tol) : piercings(t, s, tol);
};

/** The point of s's axis nearest t's axis. */
const axisFoot = (s: Cylinder, t: Cylinder): Vec3 => {
  const c = dot(s.a, t.a);
  const q = sub(t.o, s.o);
  return along(s.o, s.a, (dot(q, s.a) - c * dot(q, t.a)) / squaredSine(s.a, t.a));
};

const parallelCylinders = (s: Cylinder, t: Cylinder, tol: number): Line3[] => {
  const q = along(sub(t.o, s.o), s.a, -dot(sub(t.o, s.o), s.a));
  const d = length(q);
  if (d <= tol) return [];
  const e = scale(q, 1 / d);
  const line = (x: number, y: number): Line3 => ({
    type: 'line',
    p: along(along(s.o, e, x), cross(s.a, e), y),
    d: s.a,
  });
  const touchOutside = Math.abs(d - (s.r + t.r)) <= tol;
  const touchInside = Math.abs(d - Math.abs(s.r - t.r)) <= tol;
  if (touchOutside) return [line(s.r, 0)];
  if (touchInside) return [line(s.r > t.r ? s.r : -s.r, 0)];
  if (d > s.r + t.r || d < Math.abs(s.r - t.r)) return [];
  const x = (d * d + s.r * s.r - t.r * t.r) / (2 * d);
  const y = Math.sqrt(s.r * s.r - x * x);
  return [line(x, y), line(x, -y)];
};

/** Nought where it is within tol of it. */
const within = (x: number, tol: number): number => (Math.abs(x) <= tol ? 0 : x);

/** s is ruled (the thinner), t the other. */
const piercings = (s: Cylinder, t: Cylinder, tol: number): Piercing3[] => {
  const q = cross(s.a, t.a);
  const k2 = dot(q, q);
  const k = Math.sqrt(k2);
  const parts: Vec3[] = [
    cross(sub(s.o, t.o), t.a),
    scale(cross(s.e1, t.a), s.r),
    scale(cross(s.e2, t.a), s.r),
  ];
  const m = parts.map((w) => -dot(w, q) / k2) as unknown as Vec3;
  const h = parts.map((w) => dot(cross(w, q), t.a) / k) as unknown as Vec3;
  const swing = Math.hypot(h[1], h[2]);
  const phase = Math.atan2(h[2], h[1]);
  const base = {
    type: 'piercing' as const,
    o: s.o,
    a: s.a,
    e1: s.e1,
    e2: s.e2,
    r: s.r,
    m,
    h,
    R: t.r,
    k,
    pierced: { o: t.o, a: t.a, phase },
    gaps: { high: within(t.r - h[0] - swing, tol), low: within(t.r + h[0] - swing, tol) },
  };
  const high = h[0] + swing;
  const low = h[0] - swing;
  if (high <= t.r + tol && low >= -t.r - tol) {
    // every ruling goes through; where one only touches, the two branches cross
    const knots = [
      ...(high >= t.r - tol ? [phase] : []),
      ...(low <= -t.r + tol ? [phase + Math.PI] : []),
    ].map(wrapAngle);
    return [1, -1].map((b, ordinal) => ({ ...base, branch: b as 1 | -1, ordinal, knots }));
  }
  const reach = (x: number): number => Math.acos(Math.max(-1, Math.min(1, (x - h[0]) / swing)));
  const from = high > t.r + tol ? reach(t.r) : 0;
  const to = low < -t.r - tol ? reach(-t.r) : Math.PI;
  const knots: number[] = [];
  type Turns = NonNullable<Piercing3['loop']>['turns'];
  const loop = (middle: number, half: number, turns: Turns, ordinal: number): Piercing3 => ({
    ...base,
    branch: 1,
    ordinal,
    knots,
    loop: { middle, half, turns },
  });
  if (from > 0 && to < Math.PI)
    return [1, -1].map((side, i) => loop(phase + (side * (from + to)) / 2, (to - from) / 2, 'each', i));
  if (from > 0) return [loop(phase + Math.PI, Math.PI - from, 'high', 0)];
  return [loop(phase, to, 'low', 0)];
};
