import { TAU, wrapAngle } from './angle.ts';
import { type Box3, boxOf } from './box.ts';
import { add, along, cross, distance, dot, length, scale, sub, unit, type Vec3 } from './vec.ts';

/** Curves in space. Lines are measured in length along d; ellipses and piercings by a parameter in radians. */
export type Line3 = { readonly type: 'line'; readonly p: Vec3; readonly d: Vec3 };
/** c + u cos t + v sin t with u square to v; a circle where they are equally long. */
export type Ellipse3 = { readonly type: 'ellipse'; readonly c: Vec3; readonly u: Vec3; readonly v: Vec3 };
/**
 * Where a cylinder (the ruled one, radius r about o + s a) goes through another. The ruling at angle q meets the other
 * at s = m(q) + branch * sqrt(R^2 - h(q)^2) / k, with m and h of the form c0 + c1 cos q + c2 sin q; h is the ruling's distance from
 * the other's axis. `loop` undefined: q = t all round, one branch; otherwise q = middle - half cos t, both branches
 * (the sign of sin t), which is smooth where the ruling turns tangent.
 */
export type Piercing3 = {
  readonly type: 'piercing';
  readonly o: Vec3;
  readonly a: Vec3;
  readonly e1: Vec3;
  readonly e2: Vec3;
  readonly r: number;
  readonly m: Vec3;
  readonly h: Vec3;
  readonly R: number;
  readonly k: number;
  readonly branch: 1 | -1;
  readonly loop?: {
    readonly middle: number;
    readonly half: number;
    /** at which bounds h turns the rulings tangent: R at both ends, -R at both, or one at each */
    readonly turns: 'high' | 'low' | 'each';
  };
  /** the pierced cylinder's axis, and the ruling angle at which h is greatest */
  readonly pierced: { readonly o: Vec3; readonly a: Vec3; readonly phase: number };
  /** tells apart the curves of one pair of cylinders */
  readonly ordinal: number;
  /** parameters where the curve crosses itself */
  readonly knots: readonly number[];
};
export type Curve3 = Line3 | Ellipse3 | Piercing3;

const sinc = (x: number): number => (Math.abs(x) < 1e-4 ? 1 - (x * x) / 6 : Math.sin(x) / x);

/**
 * sqrt(R^2 - h^2) along a loop, signed as sin t. Both factors R - h and R + h are written as products of sines, of which the two that
 * vanish at the turning points are known exactly there: nothing is lost by cancellation, and the root is smooth.
 */
const loopRoot = (
  c: Piercing3,
  loop: NonNullable<Piercing3['loop']>,
  t: number,
  q: number,
  h: number,
): number => {
  const swing = Math.hypot(c.h[1], c.h[2]);
  const b = q - c.pierced.phase;
  let rest: number;
  if (loop.turns === 'high') rest = 2 * swing * (c.R + h);
  else if (loop.turns === 'low') rest = 2 * swing * (c.R - h);
  else {
    // the angles from the phase at which the loop's two ends lie
    const off = Math.abs(loop.middle - c.pierced.phase);
    const [from, to] = [off - loop.half, off + loop.half];
    rest = 4 * swing * swing * Math.sin((Math.abs(b) + from) / 2) * Math.sin((Math.abs(b) + to) / 2);
  }
  const s = Math.sin(t / 2);
  const k = Math.cos(t / 2);
  const near = sinc(loop.half * s * s) * sinc(loop.half * k * k);
  return (Math.sin(t) / 2) * loop.half * Math.sqrt(Math.max(0, rest * near));
};

const piercingPoint = (c: Piercing3, t: number): Vec3 => {
  const q = c.loop ? c.loop.middle - c.loop.half * Math.cos(t) : t;
  const cq = Math.cos(q);
  const sq = Math.sin(q);
  const h = c.h[0] + c.h[1] * cq + c.h[2] * sq;
  const root = c.loop ? loopRoot(c, c.loop, t, q, h) : c.branch * Math.sqrt(Math.max(0, c.R * c.R - h * h));
  const s = c.m[0] + c.m[1] * cq + c.m[2] * sq + root / c.k;
  return add(along(along(c.o, c.e1, c.r * cq), c.e2, c.r * sq), scale(c.a, s));
};

export const pointOn = (c: Curve3, t: number): Vec3 => {
  if (c.type === 'line') return along(c.p, c.d, t);
  if (c.type === 'piercing') return piercingPoint(c, t);
  const cs = Math.cos(t);
  const sn = Math.sin(t);
  return [
    c.c[0] + c.u[0] * cs + c.v[0] * sn,
    c.c[1] + c.u[1] * cs + c.v[1] * sn,
    c.c[2] + c.u[2] * cs + c.v[2] * sn,
  ];
};

/** Derivative by the parameter. */
export const velocityOn = (c: Curve3, t: number): Vec3 => {
  if (c.type === 'line') return c.d;
  if (c.type === 'ellipse') return add(scale(c.u, -Math.sin(t)), scale(c.v, Math.cos(t)));
  // central differences of fourth order: about 1e-12 of the speed
  const h = 1e-3;
  const step = (k: number): Vec3 => sub(piercingPoint(c, t + k * h), piercingPoint(c, t - k * h));
  return scale(sub(scale(step(1), 8), step(2)), 1 / (12 * h));
};
export const tangentOn = (c: Curve3, t: number): Vec3 => unit(velocityOn(c, t));

/** The parameter of a point that lies on the line or ellipse. */
export const parameterOf = (c: Line3 | Ellipse3, p: Vec3): number => {
  if (c.type === 'line') return dot(sub(p, c.p), c.d);
  const q = sub(p, c.c);
  return wrapAngle(Math.atan2(dot(q, c.v) / dot(c.v, c.v), dot(q, c.u) / dot(c.u, c.u)));
};

/** The box of a whole closed curve. */
export const closedCurveBox = (c: Ellipse3 | Piercing3): Box3 => {
  if (c.type === 'ellipse') {
    const reach: Vec3 = [Math.hypot(c.u[0], c.v[0]), Math.hypot(c.u[1], c.v[1]), Math.hypot(c.u[2], c.v[2])];
    return boxOf([sub(c.c, reach), add(c.c, reach)]);
  }
  const n = 64;
  const points = Array.from({ length: n }, (_, i) => piercingPoint(c, (TAU * i) / n));
  const slack = points.reduce((m, p, i) => Math.max(m, distance(p, points[(i + 1) % n] as Vec3)), 0);
  const b = boxOf(points);
  return [b[0] - slack, b[1] - slack, b[2] - slack, b[3] + slack, b[4] + slack, b[5] + slack];
};

/** An upper bound of the speed |dC/dt| of a piercing, with a margin over the sampled one. */
export const piercingSpeed = (c: Piercing3): number => {
  let top = 0;
  const n = 96;
  for (let i = 0; i < n; i++)
    top = Math.max(top, distance(piercingPoint(c, (TAU * i) / n), piercingPoint(c, (TAU * (i + 1)) / n)));
  return (top * n * 2) / TAU;
};

/** True where the two are one curve within tol. */
export const sameCurve = (a: Curve3, b: Curve3, tol: number): boolean => {
  if (a.type === 'line')
    return b.type === 'line' && length(cross(a.d, b.d)) < 1e-7 && length(cross(sub(b.p, a.p), a.d)) <= tol;
  if (a.type === 'piercing') return b.type === 'piercing' && a.ordinal === b.ordinal;
  if (b.type !== 'ellipse' || distance(a.c, b.c) > tol) return false;
  // the same conic in the same plane: b's axis ends lie on a
  const na = cross(a.u, a.v);
  const size = length(na);
  return [b.u, b.v].every((w) => {
    if (Math.abs(dot(w, na)) / size > tol) return false;
    const x = dot(w, a.u) / dot(a.u, a.u);
    const y = dot(w, a.v) / dot(a.v, a.v);
    return Math.abs(Math.hypot(x, y) - 1) * Math.min(length(a.u), length(a.v)) <= tol;
  });
};
