import { wrapAngle } from '../number/angle.ts';
import { along2, cross2, distance2, dot2, length2, sub2, type Vec2 } from './vec.ts';

/**
 * Curves in a view's plane. A conic is an ellipse with its principal half axes (minor a quarter turn counter-clockwise from
 * major), a circle where `round`; an arch is the open kind, c + u t + v t^2 or c + u cosh t + v sinh t; a free curve is
 * known by its points only, and runs round where `closed` (then over a stretch of 2 pi).
 */
export type Line2 = { readonly type: 'line'; readonly p: Vec2; readonly d: Vec2 };
export type Conic2 = {
  readonly type: 'conic';
  readonly c: Vec2;
  readonly major: Vec2;
  readonly minor: Vec2;
  readonly round: boolean;
};
export type Arch2 = {
  readonly type: 'arch';
  readonly form: 'parabola' | 'hyperbola';
  readonly c: Vec2;
  readonly u: Vec2;
  readonly v: Vec2;
};
export type Free2 = {
  readonly type: 'free';
  readonly at: (t: number) => Vec2;
  readonly id: string;
  readonly closed: boolean;
};
export type Curve2 = Line2 | Conic2 | Arch2 | Free2;

const archPoint = (k: Arch2, t: number): Vec2 => {
  const [x, y] = k.form === 'parabola' ? [t, t * t] : [Math.cosh(t), Math.sinh(t)];
  return along2(along2(k.c, k.u, x), k.v, y);
};

/** The point of a flat curve at a parameter: a length on a line, an angle in radians on a circle or ellipse, the curve's own on others. */
export const pointOn2 = (k: Curve2, t: number): Vec2 => {
  if (k.type === 'line') return along2(k.p, k.d, t);
  if (k.type === 'free') return k.at(t);
  if (k.type === 'arch') return archPoint(k, t);
  return along2(along2(k.c, k.major, Math.cos(t)), k.minor, Math.sin(t));
};
/** The unit tangent of a flat curve at a parameter, in its own sense. */
export const tangentOn2 = (k: Curve2, t: number): Vec2 => {
  let v: Vec2;
  if (k.type === 'line') return k.d;
  if (k.type === 'free' || k.type === 'arch') v = sub2(pointOn2(k, t + 1e-5), pointOn2(k, t - 1e-5));
  else v = along2(along2([0, 0], k.major, -Math.sin(t)), k.minor, Math.cos(t));
  const size = length2(v);
  return [v[0] / size, v[1] / size];
};

/** The curve moved, with the same parameter. */
export const shifted2 = (k: Curve2, by: Vec2): Curve2 => {
  const to = (p: Vec2): Vec2 => [p[0] + by[0], p[1] + by[1]];
  if (k.type === 'line') return { ...k, p: to(k.p) };
  if (k.type === 'free') return { ...k, at: (t) => to(k.at(t)) };
  return { ...k, c: to(k.c) };
};

/** The parameter of a point on a line or conic. */
export const parameterOn2 = (k: Line2 | Conic2, p: Vec2): number => {
  if (k.type === 'line') return dot2(sub2(p, k.p), k.d);
  const q = sub2(p, k.c);
  return wrapAngle(
    Math.atan2(dot2(q, k.minor) / dot2(k.minor, k.minor), dot2(q, k.major) / dot2(k.major, k.major)),
  );
};

/** The line through a with direction b - a, in a canonical sense, measured from its point nearest the origin. */
export const lineThrough2 = (a: Vec2, b: Vec2): Line2 => {
  const e = sub2(b, a);
  const size = length2(e);
  const sense = e[0] > 1e-9 * size || (Math.abs(e[0]) <= 1e-9 * size && e[1] > 0) ? 1 : -1;
  const d: Vec2 = [(sense * e[0]) / size, (sense * e[1]) / size];
  return { type: 'line', p: along2(a, d, -dot2(a, d)), d };
};

/**
 * The conic c + u cos t + v sin t, from any pair of conjugate half diameters, in its principal axes; with the map from
 * t to the conic's own parameter: own = sense * (t - shift).
 */
export const conicFrom = (
  c: Vec2,
  u: Vec2,
  v: Vec2,
  tol: number,
): { conic: Conic2; shift: number; sense: 1 | -1 } => {
  const sense = cross2(u, v) > 0 ? 1 : -1;
  const uu = dot2(u, u);
  const vv = dot2(v, v);
  const uv = dot2(u, v);
  // nearly round: keep the diameters' own mean radius and measure true angles
  const spread = Math.hypot((uu - vv) / 2, uv);
  const mean = (uu + vv) / 2;
  if (spread <= tol * Math.sqrt(mean)) {
    const r = Math.sqrt(mean);
    const shift = -Math.atan2(u[1], u[0]) * sense;
    return { conic: { type: 'conic', c, major: [r, 0], minor: [0, r], round: true }, shift, sense };
  }
  const t0 = Math.atan2(2 * uv, uu - vv) / 2;
  const cs = Math.cos(t0);
  const sn = Math.sin(t0);
  let major: Vec2 = [u[0] * cs + v[0] * sn, u[1] * cs + v[1] * sn];
  let shift = t0;
  // one name for one ellipse: the major axis points right (or up)
  if (major[0] < -1e-12 * length2(major) || (Math.abs(major[0]) <= 1e-12 * length2(major) && major[1] < 0)) {
    major = [-major[0], -major[1]];
    shift += Math.PI;
  }
  const w: Vec2 = [-u[0] * sn + v[0] * cs, -u[1] * sn + v[1] * cs];
  const k = length2(w) / length2(major);
  return {
    conic: { type: 'conic', c, major, minor: [-major[1] * k, major[0] * k], round: false },
    shift,
    sense,
  };
};

/** True where two conics are one within tol, whichever way and from wherever they are run through. */
export const sameConic = (a: Conic2, b: Conic2, tol: number): boolean =>
  distance2(a.c, b.c) <= tol &&
  a.round === b.round &&
  Math.abs(length2(a.major) - length2(b.major)) <= tol &&
  Math.abs(length2(a.minor) - length2(b.minor)) <= tol &&
  (a.round || Math.abs(cross2(a.major, b.major)) / length2(a.major) <= tol);

/** A stretch of a curve is measured in so many parts, and each of them in halves until its length is known. */
const PARTS = 8;
/** What two estimates of a length may differ by, as a share of the whole. */
const LENGTH_SHARE = 1e-10;
/** A part shorter than this share of the whole is not halved: points that are known less well than that would have no end of it. */
const SHORT_SHARE = 1e-4;

/**
 * Length of the curve from parameter a to b: exact for lines and circles, else by one, two and four chords, whose errors (of the second
 * and fourth order) are taken out as Romberg's rule does, in parts so short that the estimates agree: a curve marched from node to node
 * has a speed that jumps, and one that nearly touches itself bends within a small part of its parameter.
 */
export const lengthBetween = (k: Curve2, a: number, b: number): number => {
  if (k.type === 'line') return b - a;
  if (k.type === 'conic' && k.round) return (b - a) * length2(k.major);
  let total = 0;
  const part = (t0: number, t4: number, p0: Vec2, p2: Vec2, p4: Vec2): number => {
    const t2 = (t0 + t4) / 2;
    const p1 = pointOn2(k, (t0 + t2) / 2);
    const p3 = pointOn2(k, (t2 + t4) / 2);
    const one = distance2(p0, p4);
    const two = distance2(p0, p2) + distance2(p2, p4);
    const four = distance2(p0, p1) + distance2(p1, p2) + distance2(p2, p3) + distance2(p3, p4);
    const [x, y] = [two + (two - one) / 3, four + (four - two) / 3];
    if (Math.abs(y - x) <= LENGTH_SHARE * total || four <= SHORT_SHARE * total) return y + (y - x) / 15;
    return part(t0, t2, p0, p1, p2) + part(t2, t4, p2, p3, p4);
  };
  const points = Array.from({ length: 2 * PARTS + 1 }, (_, i) =>
    pointOn2(k, a + ((b - a) * i) / (2 * PARTS)),
  );
  for (let i = 1; i < points.length; i++) total += distance2(points[i - 1] as Vec2, points[i] as Vec2);
  let sum = 0;
  for (let i = 0; i < PARTS; i++) {
    const [p, q, r] = [points[2 * i], points[2 * i + 1], points[2 * i + 2]] as [Vec2, Vec2, Vec2];
    sum += part(a + ((b - a) * i) / PARTS, a + ((b - a) * (i + 1)) / PARTS, p, q, r);
  }
  return sum;
};

/** The box of the stretch from a to b: [u0, v0, u1, v1]. */
export const boxOf2 = (k: Curve2, a: number, b: number): [number, number, number, number] => {
  if (k.type === 'line') {
    const [p, q] = [pointOn2(k, a), pointOn2(k, b)];
    return [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1])];
  }
  const points: Vec2[] = [pointOn2(k, a), pointOn2(k, b)];
  if (k.type === 'conic')
    for (const i of [0, 1] as const) {
      const t0 = Math.atan2(k.minor[i], k.major[i]);
      for (let t = t0 + Math.PI * Math.ceil((a - t0) / Math.PI); t < b; t += Math.PI)
        points.push(pointOn2(k, t));
    }
  if (k.type === 'free' || k.type === 'arch') {
    const n = 64;
    for (let i = 1; i < n; i++) points.push(pointOn2(k, a + ((b - a) * i) / n));
    points.push(...extremesOf(k, a, b, points));
  }
  const us = points.map((p) => p[0]);
  const vs = points.map((p) => p[1]);
  return [Math.min(...us), Math.min(...vs), Math.max(...us), Math.max(...vs)];
};

/** The outermost points of a sampled curve, found by narrowing the samples' own. */
const extremesOf = (k: Curve2, a: number, b: number, samples: readonly Vec2[]): Vec2[] => {
  // the samples follow the two ends
  const n = samples.length - 1;
  return [0, 1].flatMap((i) =>
    [1, -1].flatMap((sign) => {
      const value = (t: number): number => sign * (pointOn2(k, t)[i] as number);
      let best = 2;
      for (let j = 2; j <= n; j++) if (sign * samples[j]![i]! > sign * samples[best]![i]!) best = j;
      let [x, y] = [a + ((b - a) * (best - 2)) / n, a + ((b - a) * best) / n];
      for (let j = 0; j < 40; j++) {
        const p = x + (y - x) * 0.382;
        const q = x + (y - x) * 0.618;
        if (value(p) > value(q)) y = q;
        else x = p;
      }
      return [pointOn2(k, (x + y) / 2)];
    }),
  );
};

/** True for curves whose parameter may be moved by whole turns. */
export const isPeriodic = (k: Curve2): boolean => k.type === 'conic' || (k.type === 'free' && k.closed);
