import type { Curve3, Ellipse3, Line3, Piercing3 } from '../geometry/curve3.ts';
import { add, along, cross, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { ANGULAR_TOLERANCE, type Cylinder, type Plane, type Surface } from './surface.ts';

/**
 * The curves in which two surfaces meet, in closed form; a touch within `tol` counts as one (double) curve.
 * Source: the classical case analysis of natural quadrics (Miller and Goldman 1995).
 */
export const surfaceMeeting = (s: Surface, t: Surface, tol: number): Curve3[] => {
  if (s.kind === 'plane') return t.kind === 'plane' ? planes(s, t) : planeCylinder(s, t, tol);
  return t.kind === 'plane' ? planeCylinder(t, s, tol) : cylinders(s, t, tol);
};

const planes = (s: Plane, t: Plane): Line3[] => {
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
      planeCylinder({ kind: 'plane', n, d: dot(n, foot) }, s, tol),
    );
  }
  return s.r <= t.r ? piercings(s, t, tol) : piercings(t, s, tol);
};

/** The point of s's axis nearest t's axis. */
const axisFoot = (s: Cylinder, t: Cylinder): Vec3 => {
  const c = dot(s.a, t.a);
  const q = sub(t.o, s.o);
  return along(s.o, s.a, (dot(q, s.a) - c * dot(q, t.a)) / (1 - c * c));
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
  };
  const high = h[0] + swing;
  const low = h[0] - swing;
  if (high <= t.r + tol && low >= -t.r - tol) {
    // every ruling goes through; where one only touches, the two branches cross
    const knots = [...(high >= t.r - tol ? [phase] : []), ...(low <= -t.r + tol ? [phase + Math.PI] : [])];
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
