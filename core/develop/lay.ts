import { pointOn2 } from '../geometry/curve2.ts';
import { isInsidePolygon } from '../geometry/polygon2.ts';
import { cross2, distance2, sub2, type Vec2 } from '../geometry/vec.ts';
import { onPaper, type Similarity, stretchOnPaper } from '../sheet/layout/similarity.ts';
import type { Edge } from '../solid/boundary.ts';
import { integrate } from '../solid/quadrature.ts';
import type { Chart, FlatCurve } from './chart.ts';
import type { FlatPiece } from './slit.ts';

/** A face laid flat in a place of its own: its outline and holes as directed pieces, with the face on their left. */
export type Leaf = {
  readonly pieces: readonly FlatPiece[];
  /** exact, part units squared */
  readonly area: number;
  readonly faces: readonly string[];
  /** the number of the surface that it is a part of */
  readonly surface: number;
  /** how that is laid flat */
  readonly chart: Chart;
};

/** Where a piece of a flat outline begins, part units; the outline runs counter-clockwise. */
export const startOfPiece = (p: FlatCurve): Vec2 => pointOn2(p.curve, p.from);
/** Where a piece of a flat outline ends, part units. */
export const endOfPiece = (p: FlatCurve): Vec2 => pointOn2(p.curve, p.to);

/** Panels of the rule along one curved piece: sine curves and polar curves are smooth. */
const PANELS = 24;

/** What a piece adds to the area on its left, by Green's theorem about the origin. */
const areaUnder = (p: FlatPiece): number => {
  const [a, b] = [startOfPiece(p), endOfPiece(p)];
  if (p.curve.type === 'line') return cross2(a, b) / 2;
  if (p.curve.type === 'conic') {
    const { c, major, minor } = p.curve;
    // the sector about the centre, and the triangle with the origin
    return (cross2(major, minor) * (p.to - p.from)) / 2 + cross2(c, sub2(b, a)) / 2;
  }
  const { curve, from, to, velocity } = p;
  const h = Math.abs(to - from) * 1e-5;
  // curves of a flat face without a form of their own have no velocity laid by: there the slope between near places serves
  const speed =
    velocity ??
    ((t: number): Vec2 => {
      const v = sub2(pointOn2(curve, t + h), pointOn2(curve, t - h));
      return [v[0] / (2 * h), v[1] / (2 * h)];
    });
  return integrate((t) => cross2(pointOn2(curve, t), speed(t)) / 2, from, to, PANELS);
};

/** The area inside directed pieces that close, part units squared. */
export const areaInside = (pieces: readonly FlatPiece[]): number =>
  pieces.reduce((sum, p) => sum + areaUnder(p), 0);

/** A gap counts as less than another only by more than this. */
const ROUNDING = 1e-9;
const isCrumb = (p: FlatPiece, near: number): boolean =>
  [pointOn2(p.curve, (p.from + p.to) / 2), endOfPiece(p)].every((q) => distance2(q, startOfPiece(p)) <= near);

/** Chains directed pieces into closed loops. @param near ends this near are one, part units */
export const chained = (pieces: readonly FlatPiece[], near: number): FlatPiece[][] => {
  const left = new Set(pieces);
  const loops: FlatPiece[][] = [];
  // a crumb beside an opening closes on itself at once, so none begins a loop; in its own place it is taken up all the same
  for (const first of pieces.filter((p) => !isCrumb(p, near))) {
    if (!left.delete(first)) continue;
    const loop = [first];
    for (;;) {
      const end = endOfPiece(loop.at(-1) as FlatPiece);
      const toFirst = distance2(end, startOfPiece(first));
      let next: FlatPiece | undefined;
      let best = toFirst <= near ? toFirst * (1 - ROUNDING) - ROUNDING : near;
      for (const p of left) {
        const gap = distance2(startOfPiece(p), end);
        if (gap <= best) [next, best] = [p, gap];
      }
      if (!next) break;
      left.delete(next);
      loop.push(next);
    }
    loops.push(loop);
  }
  return loops;
};

const LOOKS = 24;
const cornersOf = (loop: readonly FlatPiece[]): Vec2[] =>
  loop.flatMap((p) => {
    const steps = p.curve.type === 'line' ? 1 : LOOKS;
    return Array.from({ length: steps }, (_, i) => pointOn2(p.curve, p.from + ((p.to - p.from) * i) / steps));
  });

/** The separate faces of some pieces: each outline with the holes that lie in it. */
export const leavesOf = (
  pieces: readonly FlatPiece[],
  { faces, surface, chart }: Pick<Leaf, 'faces' | 'surface' | 'chart'>,
  near: number,
): Leaf[] => {
  const loops = chained(pieces, near).map((loop) => ({
    loop,
    area: areaInside(loop),
    corners: cornersOf(loop),
  }));
  const outer = loops.filter((l) => l.area > 0);
  return outer.map((o): Leaf => {
    const holes = loops.filter(
      (l) =>
        l.area < 0 &&
        isInsidePolygon(l.corners[0] as Vec2, o.corners) &&
        !outer.some((x) => x !== o && x.area < o.area && isInsidePolygon(l.corners[0] as Vec2, x.corners)),
    );
    const own = [o, ...holes];
    return {
      pieces: own.flatMap((l) => l.loop),
      area: own.reduce((sum, l) => sum + l.area, 0),
      faces,
      surface,
      chart,
    };
  });
};

/** A piece moved over the flat. */
export const movedPiece = (m: Similarity, p: FlatPiece): FlatPiece => {
  const { curve, from, to } = stretchOnPaper(m, p);
  const { velocity: _, ...own } = p;
  if (curve.type !== 'conic' || !curve.round) return { ...own, curve, from, to };
  // angles of a circle are counted from level, whichever way it was turned
  const r = Math.hypot(...curve.major);
  const by = Math.atan2(curve.major[1], curve.major[0]);
  return { ...own, curve: { ...curve, major: [r, 0], minor: [0, r] }, from: from + by, to: to + by };
};

/** The motion that brings a1 to b1 and the direction from a1 to a2 to that from b1 to b2. */
export const motion = (a1: Vec2, a2: Vec2, b1: Vec2, b2: Vec2): Similarity => {
  const [d, e] = [sub2(a2, a1), sub2(b2, b1)];
  const angle = Math.atan2(e[1], e[0]) - Math.atan2(d[1], d[0]);
  const m = { k: 1, c: Math.cos(angle), s: Math.sin(angle), to: [0, 0] as Vec2 };
  const at = onPaper(m, a1);
  return { ...m, to: sub2(b1, at) };
};

/** A line where two neighbouring leaves join: the piece of each that runs along it. */
export type Fold = {
  readonly leaves: readonly [number, number];
  readonly edges: readonly Edge[];
  readonly length: number;
};

/** The straight edges that two leaves have in common, those in one line together. */
export const foldsOf = (leaves: readonly Leaf[]): Fold[] => {
  const seen = new Map<Edge, { leaf: number; length: number }[]>();
  leaves.forEach((leaf, i) => {
    for (const p of leaf.pieces)
      if (p.edge && p.curve.type === 'line' && p.edge.curve.type === 'line')
        seen.set(p.edge, [
          ...(seen.get(p.edge) ?? []),
          { leaf: i, length: distance2(startOfPiece(p), endOfPiece(p)) },
        ]);
  });
  const folds: Fold[] = [];
  for (const [edge, at] of seen) {
    const [a, b] = at;
    // both parts of a face that was opened have a part of its other edges
    if (!a || !b || at.length > 2 || leaves[a.leaf]?.surface === leaves[b.leaf]?.surface) continue;
    const leaves0: [number, number] = [Math.min(a.leaf, b.leaf), Math.max(a.leaf, b.leaf)];
    const same = folds.findIndex(
      (f) => f.leaves[0] === leaves0[0] && f.leaves[1] === leaves0[1] && inLine(f.edges[0] as Edge, edge),
    );
    const fold = folds[same];
    if (fold) folds[same] = { ...fold, edges: [...fold.edges, edge], length: fold.length + a.length };
    else folds.push({ leaves: leaves0, edges: [edge], length: a.length });
  }
  return folds;
};

const inLine = (a: Edge, b: Edge): boolean => {
  if (a.curve.type !== 'line' || b.curve.type !== 'line') return false;
  const [d, e] = [a.curve.d, b.curve.d];
  const w = [b.curve.p[0] - a.curve.p[0], b.curve.p[1] - a.curve.p[1], b.curve.p[2] - a.curve.p[2]] as const;
  const off = (x: readonly number[], y: readonly number[]): number =>
    Math.hypot(
      (x[1] as number) * (y[2] as number) - (x[2] as number) * (y[1] as number),
      (x[2] as number) * (y[0] as number) - (x[0] as number) * (y[2] as number),
      (x[0] as number) * (y[1] as number) - (x[1] as number) * (y[0] as number),
    );
  return off(d, e) < 1e-9 && off(d, w) < 1e-6;
};

/** Lays leaves out from the first, each beside a neighbour along their common edge. @returns where each goes; none for leaves that are not joined to it */
export const laidFrom = (
  first: number,
  leaves: readonly Leaf[],
  folds: readonly Fold[],
): Map<number, Similarity> => {
  const placed = new Map<number, Similarity>([[first, { k: 1, c: 1, s: 0, to: [0, 0] }]]);
  const queue = [first];
  for (let i = queue.shift(); i !== undefined; i = queue.shift()) {
    for (const f of folds) {
      if (!f.leaves.includes(i)) continue;
      const j = f.leaves[0] === i ? f.leaves[1] : f.leaves[0];
      if (placed.has(j)) continue;
      const [edge] = f.edges;
      const own = (leaves[i] as Leaf).pieces.find((p) => p.edge === edge) as FlatPiece;
      const other = (leaves[j] as Leaf).pieces.find((p) => p.edge === edge) as FlatPiece;
      const here = placed.get(i) as Similarity;
      const [a, b] = [onPaper(here, startOfPiece(own)), onPaper(here, endOfPiece(own))];
      // each has its own face on its left, so the two run opposite ways
      placed.set(j, motion(startOfPiece(other), endOfPiece(other), b, a));
      queue.push(j);
    }
  }
  return placed;
};
