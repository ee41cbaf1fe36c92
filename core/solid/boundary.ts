import { type Curve3, isClosed, pointOn } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { cross, dot, length, type Vec3 } from '../geometry/vec.ts';
import { meetingKey } from '../naming/keys.ts';
import { TAU } from '../number/angle.ts';
import { type Face, nearFace, type Solid } from './body.ts';
import {
  type Candidate,
  type CandidateMemory,
  candidateCurves,
  candidatePieces,
  emptyCandidateMemory,
  type Since,
} from './candidates.ts';
import { type Piece, surfacesAt } from './carriers.ts';
import { isAway } from './change.ts';
import { type Coedge, changingCoedges, isReplacedBy } from './coedges.ts';

/**
 * sharp: two faces meet at an angle. smooth: they run on tangent (not drawn). nonmanifold: four coedges meet (drawn once).
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
  readonly coedges: readonly Coedge[];
  /** keys of the faces that meet here, sorted */
  readonly on: readonly string[];
};

/** True for the edges that a drawing shows. */
export const isDrawn = (e: Edge): boolean => e.kind === 'sharp' || e.kind === 'nonmanifold';

const kindOf = (s: Solid, coedges: readonly Coedge[], p: Vec3, seam: boolean): EdgeKind | undefined => {
  if (coedges.length < 2) return undefined;
  if (coedges.length > 2) return 'nonmanifold';
  const [a, b] = coedges as [Coedge, Coedge];
  if (a.surface === b.surface) return seam ? 'seam' : undefined;
  const na = normalAt(s.surfaces[a.surface] as Surface, p);
  const nb = normalAt(s.surfaces[b.surface] as Surface, p);
  // within the square root of the tolerance, tangent surfaces cannot be distinguished from crossing ones
  const parallel = length(cross(na, nb)) <= 1e-6;
  return parallel && a.side * Math.sign(dot(na, nb)) !== b.side ? 'smooth' : 'sharp';
};

/** The face of one surface that has p in its box. */
export const faceKeyAt = (s: Solid, surface: number, p: Vec3): string => {
  for (const i of s.faceGrid.at(p[0], p[1], p[2])) {
    const f = s.faces[i] as Face;
    if (f.surface === surface && nearFace(f, p, s.tol.linear * 4)) return f.key;
  }
  return (s.faces[(s.facesOf[surface] as number[])[0] as number] as Face).key;
};

/** All edges are made here, alike in shape, which keeps the stages that read them quick. */
const edgeOf = (
  key: string,
  curve: Curve3,
  [from, to]: readonly [number, number],
  closed: boolean,
  kind: EdgeKind,
  coedges: readonly Coedge[],
  on: readonly string[],
): Edge => ({ key, curve, from, to, closed, kind, coedges, on });

/** What was found on one candidate curve. */
type Found = { readonly on: readonly number[]; readonly seam: boolean; readonly edges: readonly Edge[] };

/** A body's edges, with what its next state may take over where nothing changed. */
export type Boundary = {
  readonly edges: readonly Edge[];
  readonly memory: BoundaryMemory;
};
type BoundaryMemory = CandidateMemory & {
  readonly found: ReadonlyMap<string, Found>;
  /** the named edge made of each one found */
  readonly named: ReadonlyMap<Edge, Edge>;
};

/** The edges on one candidate, not named yet. */
const edgesOn = (s: Solid, c: Candidate): Edge[] => {
  const { curve, on, seam } = c;
  const found: Edge[] = [];
  let last: Piece | undefined;
  for (const piece of candidatePieces(s, c)) {
    const p = pointOn(curve, (piece.from + piece.to) / 2);
    const through = surfacesAt(s, on, p);
    if ((through.length < 2 || isReplacedBy(s, p, on, through)) && !seam) continue;
    const coedges = changingCoedges(s, curve, (piece.from + piece.to) / 2, through);
    const kind = kindOf(s, coedges, p, seam);
    if (!kind) continue;
    const keys = joinedKeys(
      coedges.map((coedge) => faceKeyAt(s, coedge.surface, p)),
      [],
    );
    const before = found.at(-1);
    if (before && last?.to === piece.from && before.kind === kind && sameCoedges(before.coedges, coedges)) {
      // flush faces of two features carry one edge; it belongs to them all
      const all = joinedKeys(before.on, keys);
      found[found.length - 1] = edgeOf('', curve, [before.from, piece.to], false, kind, before.coedges, all);
    } else found.push(edgeOf('', curve, [piece.from, piece.to], piece.closed, kind, coedges, keys));
    last = piece;
  }
  return isClosed(curve) ? joinRound(found) : found;
};

/**
 * The edges of a body: exact curves, parted where faces end, kept where the material really changes. Flush faces, tangent
 * joins (kind "smooth") and buried curves drop out by the classification alone.
 * @param since the boundary of the body's last state; away from what changed its edges are taken over, the very same objects
 */
export const boundaryOf = (s: Solid, since?: Since<BoundaryMemory>): Boundary => {
  const candidates = emptyCandidateMemory();
  const found = new Map<string, Found>();
  const all: Edge[] = [];
  for (const c of candidateCurves(s, candidates, since)) {
    const before = since?.memory.found.get(c.key);
    const holds =
      before &&
      before.seam === c.seam &&
      sameNumbers(before.on, c.on) &&
      c.on.every((id) => since?.change.kept[id]) &&
      isAway((since as Since<BoundaryMemory>).change, c.box, s.tol.size * CLASSIFYING_REACH);
    const entry = holds ? before : { on: c.on, seam: c.seam, edges: edgesOn(s, c) };
    found.set(c.key, entry);
    all.push(...entry.edges);
  }
  const edges = withKeys(all, since?.memory.named);
  const named = new Map(all.map((raw, i) => [raw, edges[i] as Edge]));
  return { edges, memory: { ...candidates, found, named } };
};

/** The edges of a body that stands by itself. */
export const bodyEdges = (s: Solid): readonly Edge[] => boundaryOf(s).edges;

/** Edges are classified by what lies within this share of the part's size. */
export const CLASSIFYING_REACH = 1e-3;

const sameNumbers = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i]);

/** The names in either list, each once, sorted. */
const joinedKeys = (a: readonly string[], b: readonly string[]): string[] => {
  const out: string[] = [];
  for (const list of [a, b]) for (const k of list) if (!out.includes(k)) out.push(k);
  return out.sort();
};

const sameCoedges = (a: readonly Coedge[], b: readonly Coedge[]): boolean =>
  a.length === b.length &&
  a.every((x) => b.some((y) => x.surface === y.surface && x.side === y.side && x.outward === y.outward));

/** The edges of one closed curve: the last stretch that runs on into the first is one with it. */
const joinRound = (edges: readonly Edge[]): Edge[] => {
  const out = [...edges];
  for (let i = 0; i < out.length; i++) {
    const first = out[i] as Edge;
    const { curve, kind, coedges } = first;
    if (Math.abs(first.to - first.from - TAU) < 1e-12) {
      out[i] = edgeOf('', curve, [first.from, first.to], true, kind, coedges, first.on);
      continue;
    }
    const j = out.findIndex((e, k) => k !== i && Math.abs(e.to - first.from - TAU) < 1e-12);
    const last = out[j];
    if (!last || last.kind !== kind || !sameCoedges(last.coedges, coedges)) continue;
    const all = joinedKeys(first.on, last.on);
    out[i] = edgeOf('', curve, [last.from - TAU, first.to], first.closed, kind, coedges, all);
    out.splice(j, 1);
    i = -1;
  }
  return out;
};

/**
 * Names edges by the faces that meet, with an ordinal along a fixed direction where several edges share them. In the order given.
 * @param named edges that may have been named before: one that keeps its name stays the very same object
 */
export const withKeys = (edges: readonly Edge[], named?: ReadonlyMap<Edge, Edge>): Edge[] => {
  const groups = new Map<string, number[]>();
  edges.forEach((e, i) => {
    const name = meetingKey(e.on);
    const list = groups.get(name);
    if (list) list.push(i);
    else groups.set(name, [i]);
  });
  const rank = (i: number): number => {
    const e = edges[i] as Edge;
    const p = pointOn(e.curve, (e.from + e.to) / 2);
    return p[0] + 0.61 * p[1] + 0.37 * p[2];
  };
  const out: Edge[] = [];
  for (const [name, list] of groups) {
    if (list.length > 1) list.sort((a, b) => rank(a) - rank(b));
    list.forEach((at, i) => {
      const e = edges[at] as Edge;
      const key = list.length > 1 ? `${name} | ${i + 1}` : name;
      const before = named?.get(e);
      out[at] =
        before?.key === key
          ? before
          : edgeOf(key, e.curve, [e.from, e.to], e.closed, e.kind, e.coedges, e.on);
    });
  }
  return out;
};
