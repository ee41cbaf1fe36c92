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

/** The parameter at which a curve comes nearest to p, and how near; looked for from the best of many places. */
const nearestOn = (c: Curve3, p: Vec3): { readonly t: number; readonly far: number } => {
  const [lo, hi] = domainOf(c);
  const at = (i: number): number => lo + ((hi - lo) * i) / LOOKS;
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= LOOKS; i++) {
    const far = distance(pointOn(c, at(i)), p);
    if (far < least) [best, least] = [i, far];
  }
  let t = at(best);
  for (let i = 0; i < 30; i++) {
    const v = velocityOn(c, t);
    const step = dot(sub(p, pointOn(c, t)), v) / dot(v, v);
    if (!Number.isFinite(step)) break;
    t += step;
    if (!isClosed(c)) t = Math.min(hi, Math.max(lo, t));
    if (Math.abs(step) * length(v) < 1e-14 * least) break;
  }
  const far = distance(pointOn(c, t), p);
  return far <= least ? { t, far } : { t: at(best), far: least };
};

/** The stretch of a closed curve from t0 by way of tm to t1, whichever way round that is. */
const stretchRound = (t0: number, tm: number, t1: number): Omit<EdgeCurve, 'curve'> => {
  const round = wrapAngle(t1 - t0) || TAU;
  if (wrapAngle(tm - t0) <= round) return { from: t0, to: t0 + round, sense: 1 };
  const back = TAU - round || TAU;
  return { from: t1, to: t1 + back, sense: -1 };
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
  const first = through[0] as Vec3;
  const last = through.at(-1) as Vec3;
  const closed = distance(first, last) <= size * 1e-7;
  // which way round a closed curve is run, a quarter of the way along says best
  const between = through[Math.round((through.length - 1) * (closed ? 0.25 : 0.5))] as Vec3;
  for (const curve of surfaceMeeting(s, t, box, size * 1e-8)) {
    if (curve.type === 'line') continue;
    const places = [first, between, last].map((p) => nearestOn(curve, p));
    if (through.some((p) => nearestOn(curve, p).far > size * ON_CURVE)) continue;
    const [t0, tm, t1] = places.map((x) => x.t) as [number, number, number];
    if (!isClosed(curve)) {
      if (closed) continue;
      return t0 < t1 ? { curve, from: t0, to: t1, sense: 1 } : { curve, from: t1, to: t0, sense: -1 };
    }
    if (!closed) return { curve, ...stretchRound(t0, tm, t1) };
    const ahead = wrapAngle(tm - t0) <= Math.PI;
    return { curve, from: t0, to: t0 + TAU, sense: ahead ? 1 : -1 };
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
