import { TAU } from '../geometry/angle.ts';
import { type Box3, boxesMeet, boxOf, inBox, joinBoxes, lineInBox, meetOfBoxes } from '../geometry/box.ts';
import {
  type Curve3,
  curveBox,
  domainOf,
  isClosed,
  pointOn,
  sameCurve,
  tangentOn,
} from '../geometry/curve3.ts';
import { bracketedRoot } from '../geometry/roots.ts';
import { isPartial, normalAt, type Surface, signedDistance, wholeDistance } from '../geometry/surface.ts';
import { cross, distance, dot, length, scale, sub } from '../geometry/vec.ts';
import type { Face, Solid } from './body.ts';
import { crossings } from './crossings.ts';
import { surfaceMeeting } from './surfaceMeeting.ts';

/** A stretch of a curve between two of the surfaces that cross it. */
export type Piece = { readonly from: number; readonly to: number; readonly closed: boolean };

/** A curve with the surfaces it lies on and the stretches between those that cross it. */
export type Carrier = {
  readonly curve: Curve3;
  readonly on: readonly number[];
  readonly pieces: readonly Piece[];
  /** a curve drawn on one surface only to part it, so that a closed face has an edge to be measured by */
  readonly seam?: boolean;
};

/** Inner shares of a curve's length at which it is asked what it lies on. */
const SHARES = [0.05, 0.22, 0.41, 0.59, 0.78];

/** True where the whole curve lies on the surface (a line is looked at where it passes the body). */
const liesOn = (curve: Curve3, stretch: readonly [number, number], s: Surface, tol: number): boolean => {
  const [lo, hi] = stretch;
  return SHARES.every((k) => Math.abs(wholeDistance(s, pointOn(curve, lo + k * (hi - lo)))) <= tol);
};

/** The stretch over which a curve is asked what it lies on, and the box it passes through there. */
const reachOf = (s: Solid, curve: Curve3): { stretch: readonly [number, number]; box: Box3 } | undefined => {
  if (curve.type !== 'line') return { stretch: domainOf(curve), box: curveBox(curve) };
  const inside = lineInBox(curve.p, curve.d, s.box, s.tol.linear * 4);
  if (!inside) return undefined;
  const middle = (inside[0] + inside[1]) / 2;
  return {
    stretch: [middle - s.tol.size / 2, middle + s.tol.size / 2],
    box: boxOf(inside.map((t) => pointOn(curve, t))),
  };
};

/** The faces a curve may touch. */
const facesAlong = (s: Solid, curve: Curve3, box: Box3): readonly Face[] => {
  const tol = s.tol.linear;
  const near = s.faceGrid
    .near(box)
    .map((i) => s.faces[i] as Face)
    .filter((f) => boxesMeet(f.box, box, tol));
  return curve.type === 'line'
    ? near.filter((f) => lineInBox(curve.p, curve.d, f.box, tol) !== undefined)
    : near;
};

/** The surfaces that the curve lies on, ascending; `own` are known to be among them. */
const surfacesUnder = (
  s: Solid,
  curve: Curve3,
  stretch: readonly [number, number],
  faces: readonly Face[],
  own: readonly number[],
): number[] => {
  const ids = new Set<number>(own);
  const asked = new Set<number>(own);
  for (const f of faces) {
    if (asked.has(f.surface)) continue;
    asked.add(f.surface);
    if (liesOn(curve, stretch, s.surfaces[f.surface] as Surface, s.tol.linear)) ids.add(f.surface);
  }
  return [...ids].sort((a, b) => a - b);
};

const KNOT_SAMPLES = 48;

/**
 * Where two curved surfaces under a curve touch, another curve of the same pair crosses it and the sheets change sides: their
 * crossed normals turn round there.
 */
const touchesAlong = (curve: Curve3, a: Surface, b: Surface): number[] => {
  const [lo, hi] = domainOf(curve);
  const turn = (t: number): number => {
    const p = pointOn(curve, t);
    return dot(cross(normalAt(a, p), normalAt(b, p)), tangentOn(curve, t));
  };
  const out: number[] = [];
  // begun between samples, as symmetric curves touch at round parameters
  const at = (i: number): number => lo + ((hi - lo) * (i + 0.37)) / KNOT_SAMPLES;
  let before = turn(at(-1));
  for (let i = 0; i < KNOT_SAMPLES; i++) {
    const now = turn(at(i));
    if (before > 0 !== now > 0 && Math.abs(before) + Math.abs(now) > 1e-6)
      out.push(bracketedRoot(turn, at(i - 1), at(i), before, now));
    before = now;
  }
  return out;
};

/** Parameters where a curve must be parted for its own sake. */
const selfCrossings = (s: Solid, curve: Curve3, on: readonly number[]): number[] => {
  if (curve.type === 'piercing' || curve.type === 'marched') return [...curve.knots];
  const round = on.map((id) => s.surfaces[id] as Surface).filter((x) => x.kind !== 'plane');
  if (curve.type === 'line')
    return round.flatMap((x) => (x.kind === 'cone' ? [dot(sub(x.o, curve.p), curve.d)] : []));
  const touches = round.flatMap((b, i) => round.slice(0, i).flatMap((a) => touchesAlong(curve, a, b)));
  // a tube's circle that reaches the axis goes on there as the other skin
  const poles = round.flatMap((x) => {
    if (x.kind !== 'torus' || !isPartial(x) || curve.type !== 'ellipse') return [];
    const z = Math.sqrt(Math.max(0, x.r * x.r - x.R * x.R));
    return [1, -1].flatMap((k) => {
      const q = sub([x.o[0] + k * z * x.a[0], x.o[1] + k * z * x.a[1], x.o[2] + k * z * x.a[2]], curve.c);
      const t = Math.atan2(dot(q, curve.v) / dot(curve.v, curve.v), dot(q, curve.u) / dot(curve.u, curve.u));
      const there = pointOn(curve, t);
      return length(sub(sub(there, curve.c), q)) <= s.tol.linear * 10 ? [t < 0 ? t + TAU : t] : [];
    });
  });
  return [...touches, ...poles];
};

/** Parts a curve where other surfaces cross it, inside the boxes of their faces. */
const piecesOf = (s: Solid, curve: Curve3, on: readonly number[], faces: readonly Face[]): Piece[] => {
  const tol = s.tol.linear;
  const found = new Map<number, number[]>();
  const cuts = selfCrossings(s, curve, on);
  for (const f of faces) {
    if (on.includes(f.surface)) continue;
    let ts = found.get(f.surface);
    if (!ts) {
      ts = crossings(curve, s.surfaces[f.surface] as Surface, tol);
      found.set(f.surface, ts);
    }
    for (const t of ts) if (inBox(f.box, pointOn(curve, t), tol * 4)) cuts.push(t);
  }
  return piecesBetween(curve, cuts, tol);
};

/** The stretches between cuts; cuts nearer than tol are one. */
export const piecesBetween = (curve: Curve3, cuts: readonly number[], tol: number): Piece[] => {
  const closed = isClosed(curve);
  if (!cuts.length) return closed ? [{ from: 0, to: TAU, closed: true }] : [];
  const sorted = [...cuts].sort((a, b) => a - b);
  const apart = (a: number, b: number): boolean => distance(pointOn(curve, a), pointOn(curve, b)) > tol;
  const kept = sorted.filter(
    (t, i) => i === 0 || t - (sorted[i - 1] as number) > 1e-3 || apart(sorted[i - 1] as number, t),
  );
  const pieces: Piece[] = [];
  for (let i = 1; i < kept.length; i++)
    pieces.push({ from: kept[i - 1] as number, to: kept[i] as number, closed: false });
  if (closed) {
    const first = kept[0] as number;
    const last = kept.at(-1) as number;
    if (kept.length === 1) pieces.push({ from: first, to: first + TAU, closed: true });
    else if (first + TAU - last > 1e-3 || apart(first, last))
      pieces.push({ from: last, to: first + TAU, closed: false });
  }
  return pieces;
};

/**
 * Prepares a curve of the body for questions about its stretches.
 * @param own ids of surfaces that the curve is known to lie on
 */
export const carrierOf = (s: Solid, curve: Curve3, own: readonly number[]): Carrier => {
  const reach = reachOf(s, curve);
  if (!reach) return { curve, on: own, pieces: [] };
  const faces = facesAlong(s, curve, reach.box);
  const on = surfacesUnder(s, curve, reach.stretch, faces, own);
  return { curve, on, pieces: piecesOf(s, curve, on, faces) };
};

/** A circle that parts a sphere or a torus: the equator, on a ring's inner side, where its tube's angle has its seam. */
const seamOf = (s: Surface): Curve3 | undefined => {
  if (s.kind === 'sphere') return { type: 'ellipse', c: s.o, u: [s.r, 0, 0], v: [0, s.r, 0] };
  if (s.kind !== 'torus') return undefined;
  const rho = isPartial(s) ? s.R + s.r : s.R - s.r;
  return { type: 'ellipse', c: s.o, u: scale(s.e1, rho), v: scale(s.e2, rho) };
};

/** Pairs of surfaces whose faces' boxes meet, each with the box in which they do. */
const meetingPairs = (s: Solid): Map<number, Box3> => {
  const tol = s.tol.linear;
  const n = s.surfaces.length;
  const pairs = new Map<number, Box3>();
  s.faces.forEach((f, i) => {
    for (const j of s.faceGrid.near(f.box)) {
      if (j <= i) continue;
      const g = s.faces[j] as Face;
      if (f.surface === g.surface || !boxesMeet(f.box, g.box, tol)) continue;
      const key = Math.min(f.surface, g.surface) * n + Math.max(f.surface, g.surface);
      const shared = meetOfBoxes(f.box, g.box, tol);
      const known = pairs.get(key);
      pairs.set(key, known ? joinBoxes(known, shared) : shared);
    }
  });
  return pairs;
};

/** All candidate curves: where surfaces of faces with meeting boxes meet, each curve once. */
export const candidateCurves = (s: Solid): Carrier[] => {
  const tol = s.tol.linear;
  const n = s.surfaces.length;
  const kept = new Map<string, Carrier[]>();
  const out: Carrier[] = [];
  const take = (curve: Curve3, own: readonly number[], seam: boolean): void => {
    const reach = reachOf(s, curve);
    if (!reach) return;
    const faces = facesAlong(s, curve, reach.box);
    const on = surfacesUnder(s, curve, reach.stretch, faces, own);
    // merged by the surfaces they lie on before any coordinates are compared
    const signature = on.join(',');
    const alike = kept.get(signature);
    if (alike?.some((c) => sameCurve(c.curve, curve, tol * 4))) return;
    const carrier = { curve, on, pieces: piecesOf(s, curve, on, faces), ...(seam ? { seam } : {}) };
    out.push(carrier);
    if (alike) alike.push(carrier);
    else kept.set(signature, [carrier]);
  };
  const pairs = [...meetingPairs(s)].sort(([a], [b]) => a - b);
  for (const [pair, box] of pairs) {
    const [i, j] = [Math.floor(pair / n), pair % n];
    const [a, b] = [s.surfaces[i] as Surface, s.surfaces[j] as Surface];
    for (const curve of surfaceMeeting(a, b, box, tol)) take(curve, [i, j], false);
  }
  s.surfaces.forEach((surface, id) => {
    const seam = seamOf(surface);
    if (seam) take(seam, [id], true);
  });
  return out;
};

/** The surfaces of a carrier that have a face box round p and pass through it. */
export const surfacesAt = (s: Solid, on: readonly number[], p: readonly [number, number, number]): number[] =>
  on.filter((id) => {
    const surface = s.surfaces[id] as Surface;
    if (isPartial(surface) && Math.abs(signedDistance(surface, p)) > s.tol.linear * 100) return false;
    return (s.facesOf[id] as number[]).some((i) => inBox((s.faces[i] as Face).box, p, s.tol.linear * 4));
  });
