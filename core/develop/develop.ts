import { pointOn2 } from '../geometry/curve2.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { cross, cross2, distance2, length, sub2, type Vec2 } from '../geometry/vec.ts';
import { faceKey, readFaceKey } from '../naming/keys.ts';
import { type Fault, Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { PartFile } from '../part/schema.ts';
import type { Similarity } from '../sheet/layout/similarity.ts';
import type { Solid } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import type { SceneBody } from '../view/scene.ts';
import { straightPiece } from './chart.ts';
import { type Axis, axesOf, centred, directionAt, liesIn } from './featureAxis.ts';
import {
  areaInside,
  chained,
  endOfPiece,
  type Fold,
  foldsOf,
  type Leaf,
  laidFrom,
  leavesOf,
  motion,
  movedPiece,
  startOfPiece,
} from './lay.ts';
import { type Mark, marksOn, movedBy, type NamedPoint, onceEach } from './marks.ts';
import { openingOf, shortestGenerator } from './openings.ts';
import { type Region, regionOf } from './regions.ts';
import { type FlatPiece, type Opening, slitRegion } from './slit.ts';

/** A line along which a flat piece is bent, or along which it runs on round. */
export type Bend = { readonly from: Vec2; readonly to: Vec2 };

/** One connected piece of a surface laid flat, seen from outside; part units, the outline begun in the origin and run to +x. */
export type Development = {
  /** keys of the faces that it is made of */
  readonly of: readonly string[];
  readonly area: number;
  /** counter-clockwise */
  readonly outline: readonly FlatPiece[];
  readonly bends: readonly Bend[];
  /** clockwise */
  readonly holes: readonly (readonly FlatPiece[])[];
  /** the points that were asked for, where they lie on its outline or a hole */
  readonly marks: readonly Mark[];
};

/** Numbers of the surfaces that carry a feature's side, without its flat ends. */
const sidesOf = (solid: Solid, edges: readonly Edge[], feature: string, axis: Axis): number[] => {
  const wanted = new Set<number>();
  const keys = new Set(edges.flatMap((e) => e.on));
  for (const f of solid.faces) {
    const name = readFaceKey(f.key);
    if (name.feature !== feature || faceKey(name.feature, name.role, axis.copy) !== f.key || !keys.has(f.key))
      continue;
    const s = solid.surfaces[f.surface];
    if (!s || !edges.some((e) => e.on.includes(f.key) && e.coedges.some((c) => c.surface === f.surface)))
      continue;
    if (s.kind === 'plane' && length(cross(s.n, axis.up)) <= EDGE_ON) continue;
    if (s.kind === 'sphere' || s.kind === 'torus')
      throw new Refusal({
        path: ['feature'],
        where: f.key,
        ...says('develop.not-developable', { kind: s.kind === 'sphere' ? 'ball' : 'ring' }),
      });
    wanted.add(f.surface);
  }
  return [...wanted];
};

/** The leaves that hang together, as lists of their numbers. */
const joinedLeaves = (count: number, folds: readonly Fold[]): number[][] => {
  const group = Array.from({ length: count }, (_, i) => i);
  const rootOf = (i: number): number => (group[i] === i ? i : rootOf(group[i] as number));
  for (const f of folds) group[rootOf(f.leaves[0])] = rootOf(f.leaves[1]);
  const all = new Map<number, number[]>();
  group.forEach((_, i) => {
    all.set(rootOf(i), [...(all.get(rootOf(i)) ?? []), i]);
  });
  return [...all.values()];
};

/** Leaves of all regions, each opened where an opening is given. */
const leavesFor = (
  regions: readonly Region[],
  openings: ReadonlyMap<Region, Opening | undefined>,
  near: number,
): Leaf[] =>
  regions.flatMap((r) => slitRegion(r, openings.get(r)).flatMap((pieces) => leavesOf(pieces, r, near)));

/**
 * Lays the side of a feature flat, as it stands in the finished body (or in what a cut has left of it), without its flat ends and seen from
 * outside. What goes all round is opened along a generator; neighbours stay together along their common edges.
 * @param bodies the bodies as they are, or as they remain
 * @param from where to open it, degrees about the feature's axis from its front, counter-clockwise from above; the shortest edge or
 *   generator where missing
 * @param points of the surface that are wanted in the flat, such as cut points
 * @returns one piece for each connected part of the side
 * @throws Refusal where there is no such feature, nothing of its side is left, or it bends two ways (a ball, a ring)
 */
export const develop = (
  file: PartFile,
  bodies: readonly SceneBody[],
  feature: string,
  from?: number,
  points: readonly NamedPoint[] = [],
): Development[] => {
  const { axes, body } = axesOf(file, feature);
  const scene = bodies.find((b) => b.solid.name === body);
  const out = scene ? axes.flatMap((axis) => developCopy(scene, feature, axis, from, points)) : [];
  if (!out.length)
    throw new Refusal({
      path: ['feature'],
      where: `feature "${feature}"`,
      ...says('develop.nothing', { feature }),
    } as Fault);
  return out;
};

const developCopy = (
  { solid, edges }: SceneBody,
  feature: string,
  own: Axis,
  from: number | undefined,
  points: readonly NamedPoint[],
): Development[] => {
  const near = solid.tol.linear * 400;
  const surfaces = sidesOf(solid, edges, feature, own);
  const axis = centred(own, edges, surfaces, solid);
  const regions = surfaces.flatMap((s) => regionOf(solid, edges, s, axis.up) ?? []);
  const openings = new Map<Region, Opening | undefined>();
  // a whole round opens by itself; what its neighbours do does not matter to it, for it has no straight edge in common with them all round
  for (const r of regions)
    if (r.isClosed) {
      const at = from ?? shortestGenerator(r, axis);
      openings.set(r, openingOf(r, axis, directionAt(axis, at)));
    }
  let leaves = leavesFor(regions, openings, near);
  let folds = foldsOf(leaves);
  for (const group of joinedLeaves(leaves.length, folds)) {
    const within = folds.filter((f) => group.includes(f.leaves[0]));
    if (within.length < group.length) continue;
    if (from === undefined) {
      const shortest = within.reduce((a, b) => (b.length < a.length - near ? b : a));
      folds = folds.filter((f) => f !== shortest);
      continue;
    }
    // all round, and opened where it is asked: through a face, or along an edge that lies there
    const e = directionAt(axis, from);
    for (const r of regions)
      if (!r.isClosed && group.some((i) => leaves[i]?.faces === r.faces))
        openings.set(r, openingOf(r, axis, e));
    leaves = leavesFor(regions, openings, near);
    folds = foldsOf(leaves).filter((f) => !f.edges.every((x) => liesIn(x, axis, e, near)));
    break;
  }
  const opened = folds;
  return joinedLeaves(leaves.length, opened).map((group) => laidOut(group, leaves, opened, near, points));
};

/** One connected part laid out, begun at the foot of its opening. */
const laidOut = (
  group: readonly number[],
  leaves: readonly Leaf[],
  folds: readonly Fold[],
  near: number,
  points: readonly NamedPoint[],
): Development => {
  const folded = new Set(folds.flatMap((f) => f.edges));
  const meeting = new Map<Edge, Set<number>>();
  for (const i of group) {
    const { pieces: own, surface } = leaves[i] as Leaf;
    for (const p of own)
      if (p.edge?.curve.type === 'line') meeting.set(p.edge, (meeting.get(p.edge) ?? new Set()).add(surface));
  }
  /** which side of the opening a piece is: made by it, or of the edge along which the part was not folded */
  const sideOf = (p: FlatPiece): FlatPiece['opening'] => {
    if (p.opening || !p.edge || folded.has(p.edge) || meeting.get(p.edge)?.size !== 2) return p.opening;
    return p.isDown ? 'begin' : 'end';
  };
  const first =
    group.find((i) => leaves[i]?.pieces.some((p) => sideOf(p) === 'begin')) ?? (group[0] as number);
  const placed = laidFrom(first, leaves, folds);
  const pieces = group.flatMap((i) =>
    (leaves[i] as Leaf).pieces.map((p): FlatPiece => {
      const moved = movedPiece(placed.get(i) as Similarity, p);
      const opening = sideOf(p);
      return opening ? { ...moved, opening } : moved;
    }),
  );
  const isFolded = (p: FlatPiece): boolean =>
    p.edge !== undefined &&
    pieces.some(
      (q) =>
        q !== p &&
        q.edge === p.edge &&
        distance2(startOfPiece(q), endOfPiece(p)) <= near &&
        distance2(endOfPiece(q), startOfPiece(p)) <= near,
    );
  const inner = pieces.filter(isFolded);
  const loops = chained(
    pieces.filter((p) => !inner.includes(p)),
    near,
  ).map((loop) => ({ loop, area: areaInside(loop) }));
  const outer = loops.reduce((a, b) => (b.area > a.area ? b : a)).loop;
  const begin = footOfOpening(outer);
  const begins =
    begin >= 0
      ? begin + 1
      : outer.reduce((best, p, i) => {
          const [a, b] = [startOfPiece(p), startOfPiece(outer[best] as FlatPiece)];
          return a[1] < b[1] - near || (Math.abs(a[1] - b[1]) <= near && a[0] < b[0] - near) ? i : best;
        }, 0);
  const ring = joined(
    outer.map((_, i) => outer[(begins + i) % outer.length] as FlatPiece),
    near,
  );
  const [p0] = ring as [FlatPiece];
  const start = startOfPiece(p0);
  const towards =
    distance2(start, endOfPiece(p0)) > near ? endOfPiece(p0) : pointOn2(p0.curve, (p0.from + p0.to) / 2);
  const home = motion(start, towards, [0, 0], [1, 0]);
  const bends: Bend[] = [];
  for (const p of inner) {
    if (p.edge?.kind === 'smooth') continue;
    const q = movedPiece(home, p);
    const [a, b] = [startOfPiece(q), endOfPiece(q)];
    // each is there twice, once a neighbour; it is run up from the base
    if (!bends.some((x) => distance2(x.from, b) <= near && distance2(x.to, a) <= near))
      bends.push({ from: a, to: b });
  }
  return {
    of: [...new Set(group.flatMap((i) => leaves[i]?.faces ?? []))],
    area: group.reduce((sum, i) => sum + (leaves[i]?.area ?? 0), 0),
    outline: ring.map((p) => movedPiece(home, p)),
    bends: bends
      .map((b) => (b.to[1] < b.from[1] ? { from: b.to, to: b.from } : b))
      .sort((a, b) => a.from[0] - b.from[0]),
    holes: loops
      .filter((l) => l.loop !== outer)
      .map((l) =>
        joined(
          l.loop.map((p) => movedPiece(home, p)),
          near,
        ),
      ),
    marks: onceEach(
      group.flatMap((i) =>
        marksOn(leaves[i] as Leaf, points, movedBy(placed.get(i) as Similarity, home), near),
      ),
      near,
    ),
  };
};

/** The lowest piece of the side at which a part was opened: openings in the part may break that side, and its other side comes after it. */
const footOfOpening = (ring: readonly FlatPiece[]): number =>
  ring.findIndex((p, i) => {
    if (p.opening !== 'begin') return false;
    const after = ring.map((_, k) => ring[(i + 1 + k) % ring.length] as FlatPiece);
    return after.find((q) => q.opening)?.opening === 'end' || after.every((q) => q === p || !q.opening);
  });

/** Pieces that run on along one line, or along one curve of the part, are one; the first piece stays the first. */
const joined = (ring: readonly FlatPiece[], near: number): FlatPiece[] => {
  const out: FlatPiece[] = [];
  for (const p of ring) {
    const before = out.at(-1);
    const one = before && (inOneLine(before, p, near) ?? alongOneEdge(before, p, near));
    if (one) out[out.length - 1] = one;
    else out.push(p);
  }
  return out;
};

const inOneLine = (before: FlatPiece, p: FlatPiece, near: number): FlatPiece | undefined => {
  if (before.curve.type !== 'line' || p.curve.type !== 'line') return undefined;
  const [a, b, c] = [startOfPiece(before), endOfPiece(before), endOfPiece(p)];
  const size = distance2(a, c);
  const off = Math.abs(cross2(sub2(c, a), sub2(b, a))) / Math.max(size, near);
  return off <= near && size > distance2(a, b) ? { ...before, ...straightPiece(a, c) } : undefined;
};

/** A closed edge was parted where its curve begins: both parts together again. */
const alongOneEdge = (before: FlatPiece, p: FlatPiece, near: number): FlatPiece | undefined => {
  if (!p.edge || before.edge !== p.edge || distance2(endOfPiece(before), startOfPiece(p)) > near)
    return undefined;
  const [a, b] = [before.curve, p.curve];
  if (a.type === 'conic' && b.type === 'conic') {
    if (!a.round || !b.round || distance2(a.c, b.c) > near) return undefined;
    return { ...before, to: before.to + (p.to - p.from) };
  }
  if (a.type !== 'free' || b.type !== 'free') return undefined;
  const [first, second] = [Math.abs(before.to - before.from), Math.abs(p.to - p.from)];
  const way = (q: FlatPiece): number => Math.sign(q.to - q.from);
  return {
    ...before,
    curve: {
      ...a,
      at: (t) => (t <= first ? a.at(before.from + way(before) * t) : b.at(p.from + way(p) * (t - first))),
    },
    from: 0,
    to: first + second,
  };
};
