import { TAU } from '../geometry/angle.ts';
import { boxCentre, boxesMeet, inBox, lineMeetsBox } from '../geometry/box.ts';
import {
  type Curve3,
  closedCurveBox,
  parameterOf,
  piercingSpeed,
  pointOn,
  sameCurve,
} from '../geometry/curve3.ts';
import { smoothRoots, type TrigPolynomial, trigRoots } from '../geometry/roots.ts';
import { along, cross, distance, dot, length, sub, type Vec3 } from '../geometry/vec.ts';
import type { Face, Solid } from './body.ts';
import { changingSheets, type Sheet } from './sheets.ts';
import { ANGULAR_TOLERANCE, normalAt, type Surface, signedDistance } from './surface.ts';
import { surfaceMeeting } from './surfaceMeeting.ts';

/**
 * sharp: two faces meet at an angle. smooth: they run on tangent (not drawn). nonmanifold: four sheets meet (drawn once).
 */
export type EdgeKind = 'sharp' | 'smooth' | 'nonmanifold';
export type Edge = {
  readonly key: string;
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  readonly closed: boolean;
  readonly kind: EdgeKind;
  readonly sheets: readonly Sheet[];
  /** keys of the faces that meet here, sorted */
  readonly on: readonly string[];
};

/** A stretch of a curve between two of the surfaces that cross it. */
export type Piece = { readonly from: number; readonly to: number; readonly closed: boolean };

/** Where the curve crosses or touches the surface, by the curve's parameter. */
export const crossings = (curve: Curve3, s: Surface, tol: number): number[] => {
  if (curve.type === 'piercing')
    return smoothRoots((t) => signedDistance(s, pointOn(curve, t)), 0, TAU, piercingSpeed(curve), tol);
  if (s.kind === 'plane') {
    if (curve.type === 'line') {
      const slope = dot(s.n, curve.d);
      return Math.abs(slope) <= ANGULAR_TOLERANCE ? [] : [(s.d - dot(s.n, curve.p)) / slope];
    }
    const p: TrigPolynomial = [dot(s.n, curve.c) - s.d, dot(s.n, curve.u), dot(s.n, curve.v), 0, 0];
    return trigRoots(p, tol);
  }
  const flat = (v: Vec3): Vec3 => cross(v, s.a);
  if (curve.type === 'line') {
    const w = flat(curve.d);
    const ww = dot(w, w);
    if (Math.sqrt(ww) <= ANGULAR_TOLERANCE) return [];
    const q = flat(sub(curve.p, s.o));
    const middle = -dot(q, w) / ww;
    const near = Math.abs(dot(cross(q, w), s.a)) / Math.sqrt(ww);
    if (Math.abs(near - s.r) <= tol) return [middle];
    if (near > s.r) return [];
    const half = Math.sqrt((s.r * s.r - near * near) / ww);
    return [middle - half, middle + half];
  }
  // |flat(c + u cos t + v sin t)|^2 = r^2, divided by 2r so that values near the surface are distances
  const [c, u, v] = [flat(sub(curve.c, s.o)), flat(curve.u), flat(curve.v)];
  const k = 1 / (2 * s.r);
  const uu = dot(u, u);
  const vv = dot(v, v);
  const p: TrigPolynomial = [
    (dot(c, c) + (uu + vv) / 2 - s.r * s.r) * k,
    2 * dot(c, u) * k,
    2 * dot(c, v) * k,
    ((uu - vv) / 2) * k,
    dot(u, v) * k,
  ];
  return trigRoots(p, tol);
};

const SAMPLES = [0.3, 1.4, 2.6, 3.7, 4.9];

/** True where the whole curve lies on the surface (a line is looked at over the part's size about `centre`). */
const liesOn = (curve: Curve3, s: Surface, size: number, centre: Vec3, tol: number): boolean => {
  const at = curve.type === 'line' ? dot(sub(centre, curve.p), curve.d) : 0;
  const ts = curve.type === 'line' ? [at - size / 2, at, at + size / 2] : SAMPLES;
  return ts.every((t) => Math.abs(signedDistance(s, pointOn(curve, t))) <= tol);
};

/** The faces a curve may touch. */
const facesAlong = (s: Solid, curve: Curve3): readonly Face[] => {
  const tol = s.tol.linear;
  if (curve.type === 'line') return s.faces.filter((f) => lineMeetsBox(curve.p, curve.d, f.box, tol));
  const box = closedCurveBox(curve);
  return s.faceGrid
    .near(box)
    .map((i) => s.faces[i] as Face)
    .filter((f) => boxesMeet(f.box, box, tol));
};

/** A curve with the surfaces it lies on and the stretches between those that cross it. */
export type Carrier = {
  readonly curve: Curve3;
  readonly on: readonly number[];
  readonly pieces: readonly Piece[];
};

/** The surfaces that the curve lies on, ascending. */
const surfacesUnder = (s: Solid, curve: Curve3, faces: readonly Face[]): number[] => {
  const ids = new Set<number>();
  const asked = new Set<number>();
  for (const f of faces) {
    if (asked.has(f.surface)) continue;
    asked.add(f.surface);
    if (liesOn(curve, s.surfaces[f.surface] as Surface, s.tol.size, boxCentre(s.box), s.tol.linear))
      ids.add(f.surface);
  }
  return [...ids].sort((a, b) => a - b);
};

/**
 * Where the surfaces under a curve touch one another, another curve of the same pair crosses it and the sheets change sides:
 * for two equal cylinders the ends of their common perpendicular.
 */
const selfCrossings = (s: Solid, curve: Curve3, on: readonly number[]): number[] => {
  if (curve.type === 'piercing') return [...curve.knots];
  if (curve.type === 'line') return [];
  const round = on.map((id) => s.surfaces[id] as Surface).filter((x) => x.kind === 'cylinder');
  return round.slice(1).flatMap((b) => {
    const a = round[0] as (typeof round)[number];
    const w = cross(a.a, b.a);
    const size = length(w);
    return size <= ANGULAR_TOLERANCE
      ? []
      : [1, -1].map((k) => parameterOf(curve, along(curve.c, w, (k * a.r) / size)));
  });
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
  if (curve.type !== 'line' && !cuts.length) return [{ from: 0, to: TAU, closed: true }];
  const sorted = [...cuts].sort((a, b) => a - b);
  const apart = (a: number, b: number): boolean => distance(pointOn(curve, a), pointOn(curve, b)) > tol;
  const kept = sorted.filter(
    (t, i) => i === 0 || t - (sorted[i - 1] as number) > 1e-3 || apart(sorted[i - 1] as number, t),
  );
  const pieces: Piece[] = [];
  for (let i = 1; i < kept.length; i++)
    pieces.push({ from: kept[i - 1] as number, to: kept[i] as number, closed: false });
  if (curve.type !== 'line') {
    const first = kept[0] as number;
    const last = kept.at(-1) as number;
    if (kept.length === 1) pieces.push({ from: first, to: first + TAU, closed: true });
    else if (first + TAU - last > 1e-3 || apart(first, last))
      pieces.push({ from: last, to: first + TAU, closed: false });
  }
  return pieces;
};

/** Prepares a curve of the body for questions about its stretches. */
export const carrierOf = (s: Solid, curve: Curve3): Carrier => {
  const faces = facesAlong(s, curve);
  const on = surfacesUnder(s, curve, faces);
  return { curve, on, pieces: piecesOf(s, curve, on, faces) };
};

/** All candidate curves: where surfaces of faces with meeting boxes meet, each curve once. */
const candidateCurves = (s: Solid): Carrier[] => {
  const tol = s.tol.linear;
  const pairs = new Set<number>();
  const n = s.surfaces.length;
  s.faces.forEach((f, i) => {
    for (const j of s.faceGrid.near(f.box)) {
      if (j <= i) continue;
      const g = s.faces[j] as Face;
      if (f.surface === g.surface || !boxesMeet(f.box, g.box, tol)) continue;
      pairs.add(Math.min(f.surface, g.surface) * n + Math.max(f.surface, g.surface));
    }
  });
  const kept = new Map<string, Carrier[]>();
  const out: Carrier[] = [];
  for (const pair of [...pairs].sort((a, b) => a - b)) {
    const a = s.surfaces[Math.floor(pair / n)] as Surface;
    const b = s.surfaces[pair % n] as Surface;
    for (const curve of surfaceMeeting(a, b, tol)) {
      const faces = facesAlong(s, curve);
      const on = surfacesUnder(s, curve, faces);
      // merged by the surfaces they lie on before any coordinates are compared
      const signature = on.join(',');
      const alike = kept.get(signature);
      if (alike?.some((c) => sameCurve(c.curve, curve, tol * 4))) continue;
      const carrier = { curve, on, pieces: piecesOf(s, curve, on, faces) };
      out.push(carrier);
      if (alike) alike.push(carrier);
      else kept.set(signature, [carrier]);
    }
  }
  return out;
};

/** The surfaces of a carrier that have a face box round p, if there are enough of them to make an edge. */
export const surfacesAt = (s: Solid, on: readonly number[], p: Vec3): number[] =>
  on.filter((id) =>
    (s.facesOf[id] as number[]).some((i) => inBox((s.faces[i] as Face).box, p, s.tol.linear * 4)),
  );

const kindOf = (s: Solid, sheets: readonly Sheet[], p: Vec3): EdgeKind | undefined => {
  if (sheets.length < 2) return undefined;
  if (sheets.length > 2) return 'nonmanifold';
  const [a, b] = sheets as [Sheet, Sheet];
  if (a.surface === b.surface) return undefined;
  const na = normalAt(s.surfaces[a.surface] as Surface, p);
  const nb = normalAt(s.surfaces[b.surface] as Surface, p);
  // within sqrt of the tolerance two tangent surfaces cannot be told from crossing ones
  const parallel = length(cross(na, nb)) <= 1e-6;
  return parallel && a.side * Math.sign(dot(na, nb)) !== b.side ? 'smooth' : 'sharp';
};

/** The faces of one surface that the sheet belongs to: those whose cell begins or ends there. */
const faceKeyOf = (s: Solid, sheet: Sheet, p: Vec3): string => {
  const near = (s.facesOf[sheet.surface] as number[]).filter((i) =>
    inBox((s.faces[i] as Face).box, p, s.tol.linear * 4),
  );
  return (s.faces[near[0] ?? (s.facesOf[sheet.surface] as number[])[0]!] as Face).key;
};

/**
 * The edges of a body: exact curves, parted where faces end, kept where the material really changes. Flush faces, tangent
 * joins (kind "smooth") and buried curves drop out by the classification alone.
 */
export const bodyEdges = (s: Solid): Edge[] => {
  const found: Omit<Edge, 'key'>[] = [];
  for (const { curve, on, pieces } of candidateCurves(s)) {
    let last: { piece: Piece; index: number } | undefined;
    for (const piece of pieces) {
      const t = (piece.from + piece.to) / 2;
      const p = pointOn(curve, t);
      const through = surfacesAt(s, on, p);
      if (through.length < 2) continue;
      const sheets = changingSheets(s, curve, t, through);
      const kind = kindOf(s, sheets, p);
      if (!kind) continue;
      const onKeys = [...new Set(sheets.map((sheet) => faceKeyOf(s, sheet, p)))].sort();
      const before = last && found[last.index];
      const runsOn =
        last?.piece.to === piece.from && before?.kind === kind && sameSheets(before.sheets, sheets);
      if (runsOn && last && before) {
        // flush faces of two features carry one edge; it belongs to them all
        found[last.index] = { ...before, to: piece.to, on: joinedKeys(before.on, onKeys) };
        last = { piece, index: last.index };
      } else {
        const index = found.push({ curve, ...piece, kind, sheets, on: onKeys }) - 1;
        last = { piece, index };
      }
    }
  }
  return withKeys(joinRound(found));
};

const joinedKeys = (a: readonly string[], b: readonly string[]): string[] =>
  [...new Set([...a, ...b])].sort();

const sameSheets = (a: readonly Sheet[], b: readonly Sheet[]): boolean =>
  a.length === b.length &&
  a.every((x) => b.some((y) => x.surface === y.surface && x.side === y.side && x.outward === y.outward));

/** A closed curve's last stretch that runs on into its first is one with it. */
const joinRound = (edges: Omit<Edge, 'key'>[]): Omit<Edge, 'key'>[] => {
  const out = [...edges];
  for (let i = 0; i < out.length; i++) {
    const first = out[i]!;
    if (first.curve.type === 'line' || first.closed) continue;
    if (Math.abs(first.to - first.from - TAU) < 1e-12) {
      out[i] = { ...first, closed: true };
      continue;
    }
    const j = out.findIndex(
      (e, k) => k !== i && e.curve === first.curve && Math.abs(e.to - first.from - TAU) < 1e-12,
    );
    const last = out[j];
    if (j < 0 || !last || last.kind !== first.kind || !sameSheets(last.sheets, first.sheets)) continue;
    out[i] = { ...first, from: last.from - TAU, on: joinedKeys(first.on, last.on) };
    out.splice(j, 1);
    i = -1;
  }
  return out;
};

/** Keys by the faces that meet, with an ordinal along a fixed direction where several edges share them. */
const withKeys = (edges: Omit<Edge, 'key'>[]): Edge[] => {
  const groups = new Map<string, Omit<Edge, 'key'>[]>();
  for (const e of edges) {
    const name = e.on.join(' | ');
    const list = groups.get(name);
    if (list) list.push(e);
    else groups.set(name, [e]);
  }
  const keyed: Edge[] = [];
  const rank = (e: Omit<Edge, 'key'>): number => {
    const p = pointOn(e.curve, (e.from + e.to) / 2);
    return p[0] + 0.61 * p[1] + 0.37 * p[2];
  };
  for (const [name, list] of groups) {
    list.sort((a, b) => rank(a) - rank(b));
    list.forEach((e, i) => {
      keyed.push({ ...e, key: list.length > 1 ? `${name} | ${i + 1}` : name });
    });
  }
  return keyed;
};
