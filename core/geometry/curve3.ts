import { TAU, wrapAngle } from '../number/angle.ts';
import { type Box3, boxOf } from './box.ts';
import { type Contour3, contourPoint, contourVelocity } from './contour.ts';
import { type Marched3, marchedPoint, marchedSpan, marchedVelocity, nearestOnMarched } from './marched.ts';
import { type Piercing3, piercingPoint, piercingVelocity } from './piercing.ts';
import { add, along, cross, distance, dot, length, scale, sub, unit, type Vec3 } from './vec.ts';

export type { Contour3, Marched3, Piercing3 };

/**
 * Curves in space. Lines are measured in length along d; closed curves by a parameter from 0 to 2 pi; parabolas, hyperbolas and open
 * marched curves over a stretch [lo, hi] that reaches past the body.
 */
export type Line3 = { readonly type: 'line'; readonly p: Vec3; readonly d: Vec3 };
/** c + u cos t + v sin t with u square to v; a circle where they are equally long. */
export type Ellipse3 = { readonly type: 'ellipse'; readonly c: Vec3; readonly u: Vec3; readonly v: Vec3 };
/** p + u t + v t^2 with u square to v */
export type Parabola3 = {
  readonly type: 'parabola';
  readonly p: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
  readonly lo: number;
  readonly hi: number;
};
/** c + u cosh t + v sinh t with u square to v */
export type Hyperbola3 = {
  readonly type: 'hyperbola';
  readonly c: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
  readonly lo: number;
  readonly hi: number;
};
export type Curve3 = Line3 | Ellipse3 | Parabola3 | Hyperbola3 | Piercing3 | Contour3 | Marched3;

/** True for a curve that comes back to where it began. */
export const isClosed = (c: Curve3): boolean =>
  c.type === 'ellipse' || c.type === 'piercing' || c.type === 'contour' || (c.type === 'marched' && c.closed);

/** The parameters over which a curve is known; endless for a line. */
export const domainOf = (c: Curve3): readonly [number, number] => {
  if (c.type === 'line') return [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  if (c.type === 'parabola' || c.type === 'hyperbola') return [c.lo, c.hi];
  return c.type === 'marched' ? [0, marchedSpan(c)] : [0, TAU];
};

/** Those of the parameters that lie within (from, to), by whole turns on closed curves, ascending. */
export const within = (c: Curve3, ts: readonly number[], from: number, to: number, slack = 0): number[] => {
  // run all round, a closed curve has no ends to leave out
  if (isClosed(c) && to - from >= TAU - 1e-12)
    return ts.map((t) => from + wrapAngle(t - from)).sort((a, b) => a - b);
  const out: number[] = [];
  const turns = isClosed(c) ? 1 : 0;
  for (const t of ts)
    for (let k = -turns; k <= turns; k++) {
      const x = t + k * TAU;
      if (x > from - slack && x < to + slack) out.push(x);
    }
  return out.length > 1 ? out.sort((a, b) => a - b) : out;
};

/** The stretches of [from, to] between the parameters; a closed curve run all round is begun anew at its first cut. */
export const partedAt = (c: Curve3, ts: readonly number[], from: number, to: number): [number, number][] => {
  const cuts = within(c, ts, from, to);
  const round = cuts.length > 0 && isClosed(c) && to - from >= TAU - 1e-12;
  const knots = round ? [...cuts, (cuts[0] as number) + TAU] : [from, ...cuts, to];
  return knots.slice(1).map((b, i) => [knots[i] as number, b]);
};

/** The point of a curve in space at a parameter: a length on a line, an angle in radians on a circle or ellipse, the curve's own on others. */
export const pointOn = (c: Curve3, t: number): Vec3 => {
  switch (c.type) {
    case 'line':
      return along(c.p, c.d, t);
    case 'ellipse': {
      const cs = Math.cos(t);
      const sn = Math.sin(t);
      return [
        c.c[0] + c.u[0] * cs + c.v[0] * sn,
        c.c[1] + c.u[1] * cs + c.v[1] * sn,
        c.c[2] + c.u[2] * cs + c.v[2] * sn,
      ];
    }
    case 'parabola':
      return along(along(c.p, c.u, t), c.v, t * t);
    case 'hyperbola':
      return along(along(c.c, c.u, Math.cosh(t)), c.v, Math.sinh(t));
    case 'piercing':
      return piercingPoint(c, t);
    case 'contour':
      return contourPoint(c, t);
    case 'marched':
      return marchedPoint(c, t);
  }
};

/** Derivative by the parameter. */
export const velocityOn = (c: Curve3, t: number): Vec3 => {
  switch (c.type) {
    case 'line':
      return c.d;
    case 'ellipse':
      return add(scale(c.u, -Math.sin(t)), scale(c.v, Math.cos(t)));
    case 'parabola':
      return along(c.u, c.v, 2 * t);
    case 'hyperbola':
      return along(scale(c.u, Math.sinh(t)), c.v, Math.cosh(t));
    case 'piercing':
      return piercingVelocity(c, t);
    case 'contour':
      return contourVelocity(c, t);
    case 'marched':
      return marchedVelocity(c, t);
  }
};
/** The unit tangent of a curve in space at a parameter, in its own sense. */
export const tangentOn = (c: Curve3, t: number): Vec3 => unit(velocityOn(c, t));

/** Sampled curves are looked at in so many places; the box is widened by the longest chord. */
const SAMPLES = 64;

/** A box that holds the whole curve. */
export const curveBox = (c: Exclude<Curve3, Line3>): Box3 => {
  if (c.type === 'ellipse') {
    const reach: Vec3 = [Math.hypot(c.u[0], c.v[0]), Math.hypot(c.u[1], c.v[1]), Math.hypot(c.u[2], c.v[2])];
    return boxOf([sub(c.c, reach), add(c.c, reach)]);
  }
  if (c.type === 'parabola' || c.type === 'hyperbola') {
    const turns = [0, 1, 2].flatMap((i) => {
      const [u, v] = [c.u[i] as number, c.v[i] as number];
      if (c.type === 'parabola') return v === 0 ? [] : [-u / (2 * v)];
      return Math.abs(v) < Math.abs(u) ? [Math.atanh(-v / u)] : [];
    });
    return boxOf([c.lo, c.hi, ...turns.filter((t) => t > c.lo && t < c.hi)].map((t) => pointOn(c, t)));
  }
  const points =
    c.type === 'marched'
      ? c.nodes
      : Array.from({ length: SAMPLES + 1 }, (_, i) => pointOn(c, (TAU * i) / SAMPLES));
  let slack = 0;
  for (let i = 1; i < points.length; i++)
    slack = Math.max(slack, distance(points[i - 1] as Vec3, points[i] as Vec3));
  if (c.type === 'marched') slack *= 0.1;
  const b = boxOf(points);
  return [b[0] - slack, b[1] - slack, b[2] - slack, b[3] + slack, b[4] + slack, b[5] + slack];
};

/** An upper bound of the speed |dC/dt| over the curve's domain. */
export const topSpeed = (c: Curve3): number => {
  switch (c.type) {
    case 'line':
      return 1;
    case 'ellipse':
      return Math.max(length(c.u), length(c.v));
    case 'parabola':
      return Math.max(length(velocityOn(c, c.lo)), length(velocityOn(c, c.hi)));
    case 'hyperbola':
      return Math.max(length(velocityOn(c, c.lo)), length(velocityOn(c, c.hi)));
    case 'marched': {
      let top = 0;
      for (let i = 1; i < c.nodes.length; i++)
        top = Math.max(top, distance(c.nodes[i - 1] as Vec3, c.nodes[i] as Vec3));
      return (1.3 * top * (c.nodes.length - 1)) / marchedSpan(c);
    }
    default: {
      // sampled, with a margin
      const n = 96;
      let top = 0;
      for (let i = 0; i < n; i++)
        top = Math.max(top, distance(pointOn(c, (TAU * i) / n), pointOn(c, (TAU * (i + 1)) / n)));
      return (top * n * 2) / TAU;
    }
  }
};

/** How far a point is from a curve without a closed way back to its parameter. */
const distanceFrom = (c: Curve3, p: Vec3): number => {
  if (c.type === 'marched') return nearestOnMarched(c, p).far;
  const [lo, hi] = domainOf(c);
  const n = 128;
  const far = (t: number): number => distance(pointOn(c, t), p);
  let best = 0;
  for (let i = 1; i <= n; i++) if (far(lo + ((hi - lo) * i) / n) < far(lo + ((hi - lo) * best) / n)) best = i;
  let [a, b] = [lo + ((hi - lo) * (best - 1)) / n, lo + ((hi - lo) * (best + 1)) / n];
  for (let i = 0; i < 60; i++) {
    const x = a + (b - a) * 0.382;
    const y = a + (b - a) * 0.618;
    if (far(x) < far(y)) b = y;
    else a = x;
  }
  return far((a + b) / 2);
};

/** True where the two are one curve within tol. */
export const sameCurve = (a: Curve3, b: Curve3, tol: number): boolean => {
  if (a.type === 'line' || b.type === 'line')
    return (
      a.type === 'line' &&
      b.type === 'line' &&
      length(cross(a.d, b.d)) < 1e-7 &&
      length(cross(sub(b.p, a.p), a.d)) <= tol
    );
  if (a.type === 'ellipse' || b.type === 'ellipse') {
    if (a.type !== 'ellipse' || b.type !== 'ellipse' || distance(a.c, b.c) > tol) return false;
    // the same conic in the same plane: b's axis ends lie on a
    const na = cross(a.u, a.v);
    const size = length(na);
    return [b.u, b.v].every((w) => {
      if (Math.abs(dot(w, na)) / size > tol) return false;
      const x = dot(w, a.u) / dot(a.u, a.u);
      const y = dot(w, a.v) / dot(a.v, a.v);
      return Math.abs(Math.hypot(x, y) - 1) * Math.min(length(a.u), length(a.v)) <= tol;
    });
  }
  if (a.type === 'parabola')
    return b.type === 'parabola' && distance(a.p, b.p) <= tol && distance(a.v, b.v) <= 1e-7 * length(a.v);
  if (a.type === 'hyperbola')
    return (
      b.type === 'hyperbola' &&
      distance(a.c, b.c) <= tol &&
      distance(a.u, b.u) <= tol &&
      Math.abs(length(a.v) - length(b.v)) <= tol
    );
  if (a.type === 'piercing' && b.type === 'piercing') return a.ordinal === b.ordinal;
  const [lo, hi] = domainOf(b);
  return [0.13, 0.41, 0.77].every((k) => distanceFrom(a, pointOn(b, lo + k * (hi - lo))) <= tol * 10);
};
