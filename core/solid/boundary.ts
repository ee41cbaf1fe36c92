import { TAU } from '../geometry/angle.ts';
import { inBox } from '../geometry/box.ts';
import { type Curve3, isClosed, pointOn } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { cross, dot, length, type Vec3 } from '../geometry/vec.ts';
import type { Face, Solid } from './body.ts';
import { candidateCurves, type Piece, surfacesAt } from './carriers.ts';
import { changingSheets, type Sheet } from './sheets.ts';

/**
 * sharp: two faces meet at an angle. smooth: they run on tangent (not drawn). nonmanifold: four sheets meet (drawn once).
 * seam: a line on one closed face, never drawn.
 */
export type EdgeKind = 'sharp' | 'smooth' | 'nonmanifold' | 'seam';
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

/** True for the edges that a drawing shows. */
export const isDrawn = (e: Edge): boolean => e.kind === 'sharp' || e.kind === 'nonmanifold';

const kindOf = (s: Solid, sheets: readonly Sheet[], p: Vec3, seam: boolean): EdgeKind | undefined => {
  if (sheets.length < 2) return undefined;
  if (sheets.length > 2) return 'nonmanifold';
  const [a, b] = sheets as [Sheet, Sheet];
  if (a.surface === b.surface) return seam ? 'seam' : undefined;
  const na = normalAt(s.surfaces[a.surface] as Surface, p);
  const nb = normalAt(s.surfaces[b.surface] as Surface, p);
  // within sqrt of the tolerance two tangent surfaces cannot be told from crossing ones
  const parallel = length(cross(na, nb)) <= 1e-6;
  return parallel && a.side * Math.sign(dot(na, nb)) !== b.side ? 'smooth' : 'sharp';
};

/** The face of one surface that has p in its box. */
export const faceKeyAt = (s: Solid, surface: number, p: Vec3): string => {
  for (const i of s.faceGrid.around([p[0], p[1], p[2], p[0], p[1], p[2]])) {
    const f = s.faces[i] as Face;
    if (f.surface === surface && inBox(f.box, p, s.tol.linear * 4)) return f.key;
  }
  return (s.faces[(s.facesOf[surface] as number[])[0] as number] as Face).key;
};

/**
 * The edges of a body: exact curves, parted where faces end, kept where the material really changes. Flush faces, tangent
 * joins (kind "smooth") and buried curves drop out by the classification alone.
 */
export const bodyEdges = (s: Solid): Edge[] => {
  const found: Omit<Edge, 'key'>[] = [];
  for (const { curve, on, pieces, seam } of candidateCurves(s)) {
    let last: { piece: Piece; index: number } | undefined;
    for (const piece of pieces) {
      const t = (piece.from + piece.to) / 2;
      const p = pointOn(curve, t);
      const through = surfacesAt(s, on, p);
      if (through.length < 2 && !seam) continue;
      const sheets = changingSheets(s, curve, t, through);
      const kind = kindOf(s, sheets, p, seam === true);
      if (!kind) continue;
      const onKeys = joinedKeys(
        sheets.map((sheet) => faceKeyAt(s, sheet.surface, p)),
        [],
      );
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
const joinRound = (edges: readonly Omit<Edge, 'key'>[]): Omit<Edge, 'key'>[] => {
  const byCurve = new Map<Curve3, Omit<Edge, 'key'>[]>();
  for (const e of edges) {
    const list = byCurve.get(e.curve);
    if (list) list.push(e);
    else byCurve.set(e.curve, [e]);
  }
  return [...byCurve].flatMap(([curve, list]) => {
    if (!isClosed(curve)) return list;
    const out = [...list];
    for (let i = 0; i < out.length; i++) {
      const first = out[i]!;
      if (Math.abs(first.to - first.from - TAU) < 1e-12) {
        out[i] = { ...first, closed: true };
        continue;
      }
      const j = out.findIndex((e, k) => k !== i && Math.abs(e.to - first.from - TAU) < 1e-12);
      const last = out[j];
      if (!last || last.kind !== first.kind || !sameSheets(last.sheets, first.sheets)) continue;
      out[i] = { ...first, from: last.from - TAU, on: joinedKeys(first.on, last.on) };
      out.splice(j, 1);
      i = -1;
    }
    return out;
  });
};

/** Keys by the faces that meet, with an ordinal along a fixed direction where several edges share them. */
export const withKeys = (edges: Omit<Edge, 'key'>[]): Edge[] => {
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
