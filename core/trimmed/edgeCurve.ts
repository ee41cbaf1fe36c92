import { type Box3, boxDiagonal, boxOf } from '../geometry/box.ts';
import { type Curve3, domainOf, isClosed, pointOn, velocityOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { distance, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { surfaceMeeting } from '../meeting/surfaceMeeting.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { EdgeOf } from './trimmedSolid.ts';

/** A stretch of a curve, `from` below `to`; `sense` is -1 where the edge runs against the curve's parameter. */
export type EdgeCurve = {
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  readonly sense: 1 | -1;
};

/** In so many places a curve is looked at to find where it passes a point. */
const LOOKS = 192;

/** A curve with the places at which it is looked at, worked out once for all points. */
type Looked = { readonly c: Curve3; readonly ts: readonly number[]; readonly at: readonly Vec3[] };

const looked = (c: Curve3): Looked => {
  const [lo, hi] = domainOf(c);
  const ts = Array.from({ length: LOOKS + 1 }, (_, i) => lo + ((hi - lo) * i) / LOOKS);
  return { c, ts, at: ts.map((t) => pointOn(c, t)) };
};

/** The parameter at which a curve comes nearest to p, and how near; looked for from the best of many places. */
const nearestOn = ({ c, ts, at }: Looked, p: Vec3): { readonly t: number; readonly far: number } => {
  const [lo, hi] = domainOf(c);
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  at.forEach((q, i) => {
    const far = distance(q, p);
    if (far < least) [best, least] = [i, far];
  });
  const nearest = ts[best] as number;
  let t = nearest;
  for (let i = 0; i < 30; i++) {
    const v = velocityOn(c, t);
    const step = dot(sub(p, pointOn(c, t)), v) / dot(v, v);
    if (!Number.isFinite(step)) break;
    t += step;
    if (!isClosed(c)) t = Math.min(hi, Math.max(lo, t));
    if (Math.abs(step) * length(v) < 1e-14 * least) break;
  }
  const far = distance(pointOn(c, t), p);
  return far <= least ? { t, far } : { t: nearest, far: least };
};

/** True where p lies on a stretch of a curve, ends included, within tol (a length). */
export const isOnStretch = (c: Curve3, from: number, to: number, p: Vec3, tol: number): boolean => {
  if (c.type === 'line') {
    const t = dot(sub(p, c.p), c.d);
    return t >= from - tol && t <= to + tol && distance(pointOn(c, t), p) <= tol;
  }
  const { t, far } = nearestOn(looked(c), p);
  if (far > tol) return false;
  if (!isClosed(c)) return t >= from - 1e-6 && t <= to + 1e-6;
  return wrapAngle(t - from + 1e-6) <= to - from + 2e-6;
};

/** The parameter of p on the curve, looked for from t only: where the curve crosses itself there is another. */
const nearTo = (c: Curve3, p: Vec3, t: number): number => {
  const [lo, hi] = domainOf(c);
  let x = t;
  for (let i = 0; i < 40; i++) {
    const v = velocityOn(c, x);
    const step = dot(sub(p, pointOn(c, x)), v) / dot(v, v);
    if (!Number.isFinite(step)) break;
    x += step;
    if (!isClosed(c)) x = Math.min(hi, Math.max(lo, x));
  }
  return x;
};

/** The difference of two parameters; on a closed curve the shorter way round. */
const stepBetween = (c: Curve3, a: number, b: number): number =>
  isClosed(c) ? wrapAngle(b - a + Math.PI) - Math.PI : b - a;

/** The stretch of a curve that passes the points in their order; undefined where it does not. The inner points say which way it runs. */
const stretchThrough = (c: Curve3, points: readonly Vec3[], tol: number): EdgeCurve | undefined => {
  const places = looked(c);
  const inner = points.slice(1, -1).map((p) => nearestOn(places, p));
  if (inner.length < 2 || inner.some((x) => x.far > tol)) return undefined;
  const ts = inner.map((x) => x.t);
  let t = ts[0] as number;
  const run = [t, ...ts.slice(1).map((x) => (t += stepBetween(c, t, x)))];
  const [a, b] = [run[0] as number, run[1] as number];
  const [y, z] = run.slice(-2) as [number, number];
  const from = nearTo(c, points[0] as Vec3, a - (b - a));
  const to = nearTo(c, points.at(-1) as Vec3, z + (z - y));
  const all = [from, ...run, to];
  const sense = to > from ? 1 : -1;
  const inOrder = all.every((x, i) => i === 0 || sense * (x - (all[i - 1] as number)) > 0);
  const onEnds =
    distance(pointOn(c, from), points[0] as Vec3) <= tol &&
    distance(pointOn(c, to), points.at(-1) as Vec3) <= tol;
  if (!inOrder || !onEnds || (isClosed(c) && Math.abs(to - from) > TAU + 1e-6)) return undefined;
  const round = isClosed(c) && Math.abs(Math.abs(to - from) - TAU) < 1e-6;
  if (sense > 0) return { curve: c, from, to: round ? from + TAU : to, sense };
  return { curve: c, from: round ? from - TAU : to, to: from, sense };
};

/** How far an edge's points may lie from the curve in which its surfaces meet, as a share of the solid's size. */
const ON_CURVE = 2e-6;

/**
 * The curve in which two surfaces meet and which passes all the points, with its stretch from the first to the last. Points as files
 * have them are near the curve, not on it: the curve itself is exact.
 * @param size the solid's size, a length
 */
const meetingThrough = (
  through: readonly Vec3[],
  s: Surface,
  t: Surface,
  size: number,
): EdgeCurve | undefined => {
  const b = boxOf(through);
  const wide = boxDiagonal(b) * 0.5 + size * 1e-3;
  const box: Box3 = [b[0] - wide, b[1] - wide, b[2] - wide, b[3] + wide, b[4] + wide, b[5] + wide];
  for (const curve of surfaceMeeting(s, t, box, size * 1e-8)) {
    if (curve.type === 'line') continue;
    const found = stretchThrough(curve, through, size * ON_CURVE);
    if (found) return found;
  }
  return undefined;
};

/**
 * The exact curve of an edge between two surfaces.
 * @param size the solid's size, a length
 * @returns undefined where the surfaces do not meet along the edge
 */
export const curveOfEdge = (e: EdgeOf, s: Surface, t: Surface, size: number): EdgeCurve | undefined => {
  switch (e.kind) {
    case 'line': {
      const [a, b] = e.ends;
      const far = distance(a, b);
      return { curve: { type: 'line', p: a, d: scale(sub(b, a), 1 / far) }, from: 0, to: far, sense: 1 };
    }
    case 'ellipse':
      return {
        curve: { type: 'ellipse', c: e.c, u: e.u, v: e.v },
        from: e.from,
        to: e.to,
        sense: 1,
      };
    case 'meeting':
      return meetingThrough(e.through, s, t, size);
  }
};
