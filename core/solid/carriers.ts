import { type Box3, boxesMeet, boxOf, lineInBox } from '../geometry/box.ts';
import {
  type Curve3,
  curveBox,
  domainOf,
  isClosed,
  type Line3,
  pointOn,
  tangentOn,
} from '../geometry/curve3.ts';
import { bracketedRoot } from '../geometry/roots.ts';
import { isPartial, normalAt, type Surface, signedDistance, wholeDistance } from '../geometry/surface.ts';
import { cross, distance, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import { type Face, nearFace, type Solid } from './body.ts';
import { type Cut, settledCrossings, settledCuts } from './touch.ts';

/** A stretch of a curve between two of the surfaces that cross it. */
export type Piece = { readonly from: number; readonly to: number; readonly closed: boolean };

/** A curve with the surfaces it lies on and the stretches between those that cross it. */
export type Carrier = {
  readonly curve: Curve3;
  readonly on: readonly number[];
  readonly pieces: readonly Piece[];
};

/** Inner shares of a curve's length at which it is asked what it lies on. */
const SHARES = [0.05, 0.22, 0.41, 0.59, 0.78];

/** True where the whole curve lies on the surface (a line is looked at where it passes the body). */
const liesOn = (curve: Curve3, stretch: readonly [number, number], s: Surface, tol: number): boolean => {
  const [lo, hi] = stretch;
  return SHARES.every((k) => Math.abs(wholeDistance(s, pointOn(curve, lo + k * (hi - lo)))) <= tol);
};

/** The stretches, ascending and apart, in which a line passes the boxes. */
export const stretchesIn = (curve: Line3, boxes: readonly Box3[], tol: number): [number, number][] => {
  const found: [number, number][] = [];
  for (const b of boxes) {
    const inside = lineInBox(curve.p, curve.d, b, tol * 4);
    if (inside) found.push([inside[0], inside[1]]);
  }
  if (found.length < 2) return found;
  found.sort((x, y) => x[0] - y[0]);
  const out: [number, number][] = [];
  for (const x of found) {
    const last = out.at(-1);
    if (last && x[0] <= last[1]) last[1] = Math.max(last[1], x[1]);
    else out.push(x);
  }
  return out;
};

/** The box of a stretch of a line. */
export const stretchBox = (curve: Line3, [lo, hi]: readonly [number, number]): Box3 =>
  boxOf([pointOn(curve, lo), pointOn(curve, hi)]);

/** The faces a curve may touch; of a line, those that meet its stretch. */
export const facesAlong = (
  s: Solid,
  curve: Curve3,
  stretch: readonly [number, number],
  box: Box3,
): Face[] => {
  const tol = s.tol.linear;
  const out: Face[] = [];
  for (const i of s.faceGrid.around(box)) {
    const f = s.faces[i] as Face;
    if (!boxesMeet(f.box, box, tol)) continue;
    if (curve.type === 'line') {
      const inside = lineInBox(curve.p, curve.d, f.box, tol);
      if (!inside || inside[0] > stretch[1] + tol || inside[1] < stretch[0] - tol) continue;
    }
    out.push(f);
  }
  return out;
};

/** Over what a curve is asked whether it lies on a surface: of a line, as far as the part is large. */
export const askedOver = (
  s: Solid,
  curve: Curve3,
  stretch: readonly [number, number],
): readonly [number, number] => {
  if (curve.type !== 'line') return stretch;
  const middle = (stretch[0] + stretch[1]) / 2;
  return [middle - s.tol.size / 2, middle + s.tol.size / 2];
};

/** The surfaces that the curve lies on, ascending; `own` are known to be among them. */
export const surfacesUnder = (
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
 * Where two curved surfaces under a curve touch, another curve of the same pair crosses it and the surfaces change sides: their
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

/** Parts a curve where other surfaces cross it, inside the boxes of their faces; of a line, within the stretch only. */
export const piecesOf = (
  s: Solid,
  curve: Curve3,
  on: readonly number[],
  faces: readonly Face[],
  stretch: readonly [number, number],
  besides?: Surface,
): Piece[] => {
  const tol = s.tol.linear;
  const found = new Map<number, readonly Cut[]>();
  const cuts: Cut[] = selfCrossings(s, curve, on).map((t) => ({ t }));
  for (const f of faces) {
    if (on.includes(f.surface)) continue;
    let crossed = found.get(f.surface);
    if (!crossed) {
      crossed = settledCrossings(s, curve, on, f.surface, besides);
      found.set(f.surface, crossed);
    }
    for (const c of crossed) if (nearFace(f, pointOn(curve, c.t), tol * 4)) cuts.push(c);
  }
  const settled = settledCuts(s, curve, cuts);
  if (curve.type !== 'line') return piecesBetween(curve, settled, tol);
  // faces that reach into the stretch may end far from it, where others that are not looked at have their say
  const own = settled.filter((t) => t >= stretch[0] - tol * 8 && t <= stretch[1] + tol * 8);
  return piecesBetween(curve, own, tol);
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
 * @param own ids of surfaces that the curve is known to lie on; a line is looked at in the boxes of their faces
 * @param besides a surface that is none of the body's and that the curve lies on: a plane that cuts it
 */
export const carrierOf = (s: Solid, curve: Curve3, own: readonly number[], besides?: Surface): Carrier => {
  if (curve.type !== 'line') {
    const stretch = domainOf(curve);
    const faces = facesAlong(s, curve, stretch, curveBox(curve));
    const on = surfacesUnder(s, curve, stretch, faces, own);
    return { curve, on, pieces: piecesOf(s, curve, on, faces, stretch, besides) };
  }
  const boxes = own.flatMap((id) => (s.facesOf[id] as number[]).map((i) => (s.faces[i] as Face).box));
  const parts = stretchesIn(curve, boxes, s.tol.linear).map((stretch) => {
    const faces = facesAlong(s, curve, stretch, stretchBox(curve, stretch));
    const on = surfacesUnder(s, curve, askedOver(s, curve, stretch), faces, own);
    return { on, pieces: piecesOf(s, curve, on, faces, stretch, besides) };
  });
  const on = [...new Set([...own, ...parts.flatMap((x) => x.on)])].sort((x, y) => x - y);
  return { curve, on, pieces: parts.flatMap((x) => x.pieces) };
};

/** The surfaces of a carrier that have a face box round p and pass through it. */
export const surfacesAt = (s: Solid, on: readonly number[], p: Vec3): number[] => {
  const near = s.faceGrid.at(p[0], p[1], p[2]);
  return on.filter((id) => {
    const surface = s.surfaces[id] as Surface;
    if (isPartial(surface) && Math.abs(signedDistance(surface, p)) > s.tol.linear * 100) return false;
    return near.some((i) => {
      const f = s.faces[i] as Face;
      return f.surface === id && nearFace(f, p, s.tol.linear * 4);
    });
  });
};
