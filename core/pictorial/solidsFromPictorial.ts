import { type Box3, boxOf } from '../geometry/box.ts';
import { distance, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { frameToward } from '../geometry/viewFrames.ts';
import type { Fault } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import type { PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { NEAR } from '../solids/aligned.ts';
import { type Arrangement, arrangementOf } from '../solids/arrangement.ts';
import { differencesOf, lookAlike } from '../solids/compared.ts';
import type { SolidFromViews } from '../solids/foundSolids.ts';
import { givenOfView } from '../solids/givenOfView.ts';
import { madePart, volumeOf } from '../solids/madePart.ts';
import { insideOf, usedPlanes } from '../solids/ownCells.ts';
import { chooser } from '../solids/satisfy.ts';
import type { Bounds } from '../solids/solidFeatures.ts';
import { featuresOfFlatSolid, namedFeatures, partOfFeatures } from '../solids/statedSolid.ts';
import { decidedBy } from '../solids/toldApart.ts';
import { isOnePiece, touchingCorners } from '../solids/touching.ts';
import { viewOf } from '../view/view.ts';
import { type Depths, depthsOf, type Reading, uprightsAmongSlopes } from './depths.ts';
import { type DrawnPictorial, drawnPictorial, endingBehind, type PictorialLine } from './drawnPictorial.ts';
import { facePlanes } from './facePlanes.ts';
import { groupDepths } from './groupDepths.ts';
import { inTrueView, paperPlaceWords, type SideSeen, TOWARD } from './isometricPaper.ts';
import { linesOfSight } from './linesOfSight.ts';
import { cellsBeside, lengthOfEdges } from './plainness.ts';

/** What is wrong in a pictorial, and at which stretch of the paper (in squares). */
export type PictorialFault = Fault & { readonly at?: PictorialLine };
/** All solids that look like a pictorial. */
export type SolidsFromPictorial = {
  /** whether there are no others of the kinds that are looked for */
  readonly complete: boolean;
  /** the plainest first */
  readonly solids: readonly SolidFromViews[];
  /** what was not looked for, in sentences */
  readonly leftAside: readonly string[];
  readonly faults: readonly PictorialFault[];
};
export type PictorialLimits = {
  readonly most: number;
  readonly isOver?: (() => boolean) | undefined;
};

const MOST_PLANES = 60;
/** So many choices of cells are looked at, with least material first and with most. */
const MOST_CHOICES = 300;
/** So many ways to place groups of corners in depth are tried, those that need the fewest planes. */
const MOST_TRIED = 24;
const LEFT_ASIDE = [
  'A line in one of the three directions of the paper was taken to run along that axis; a slope may look the same; of an upright line that ends among sloping ones both were tried.',
  'What no line shows, such as a recess in the back, was not looked for: of solids that differ behind only, the one with the fewest edges is given.',
];

type Found = { readonly isSolid: readonly boolean[] };

/** The choices of cells that the clauses allow. @returns whether they are all */
const choicesOf = (
  space: Arrangement,
  demands: ReturnType<typeof linesOfSight>,
  isOver: () => boolean,
): { readonly found: readonly Found[]; readonly areAll: boolean } => {
  const touching = touchingCorners(space);
  const beside = cellsBeside(space);
  const isWhole = (isSolid: readonly boolean[]): boolean =>
    isOnePiece(
      isSolid.flatMap((full, c) => (full ? [c] : [])),
      beside,
    );
  const found = new Map<string, Found>();
  const cells = space.cells.length;
  // the search prefers "no": once that is "empty", once "full"
  for (const sign of [1, -1]) {
    const turned = (l: number): number => (Math.abs(l) <= cells ? sign * l : l);
    const choose = chooser(demands.count);
    for (const c of demands.clauses) choose.add(c.map(turned));
    for (let tries = 0; tries < MOST_CHOICES; tries++) {
      const next = choose.next(isOver);
      if (next === 'over') break;
      if (next === 'none') return { found: [...found.values()], areAll: true };
      const isSolid = space.cells.map((_, i) => (next[i + 1] as boolean) === sign > 0);
      const wrong = touching(isSolid);
      if (!wrong && isWhole(isSolid)) found.set(isSolid.map(Number).join(''), { isSolid });
      const own = wrong ?? isSolid.map((solid, cell) => ({ cell, solid }));
      choose.add(own.map(({ cell, solid }) => turned(solid ? -(cell + 1) : cell + 1)));
    }
  }
  return { found: [...found.values()], areAll: false };
};

/** The least and the greatest corner of a box. */
const endsOf = (b: Box3): Omit<Bounds, 'tol'> => ({ min: [b[0], b[1], b[2]], max: [b[3], b[4], b[5]] });

/** The box that the full cells take up. */
const boundsOf = (space: Arrangement, isSolid: readonly boolean[], tol: number): Bounds => {
  const box = boxOf(
    space.cells.flatMap((c, i) => (isSolid[i] ? c.corners.map((k) => space.corners[k] as Vec3) : [])),
  );
  return { ...endsOf(box), tol };
};

const stated = (
  space: Arrangement,
  isSolid: readonly boolean[],
  bounds: Bounds,
  units: 'mm' | 'in',
): { readonly file: PartFile; readonly part: BuiltPart } | undefined => {
  const size = distance(bounds.min, bounds.max);
  const features = featuresOfFlatSolid(usedPlanes(space, isSolid), insideOf(space, isSolid, size), bounds);
  const file = features && partOfFeatures('Solid from a pictorial', namedFeatures(features), units);
  const part = file && madePart(file);
  return file && part ? { file, part } : undefined;
};

/** Whether a part, seen along the paper's direction, shows the drawn lines and no others. */
const looksLike = (
  part: BuiltPart,
  lines: readonly PictorialLine[],
  side: SideSeen,
  tol: number,
): boolean => {
  const drawn = lines.map((l) => ({ seen: true, from: inTrueView(l.from), to: inTrueView(l.to) }));
  const own = givenOfView(viewOf(part.bodies, frameToward(TOWARD[side]), part.tol)).flatMap((l) =>
    l.kind === 'straight' && l.seen ? [{ seen: true, from: l.a, to: l.b }] : [],
  );
  // a part may stand elsewhere in the same direction: the drawing is not tied to a place of space, so both are laid by their least place
  const laid = (all: typeof drawn): typeof drawn => {
    const ends = all.flatMap((l) => [l.from, l.to]);
    const least: Vec2 = [Math.min(...ends.map((p) => p[0])), Math.min(...ends.map((p) => p[1]))];
    const moved = (p: Vec2): Vec2 => [p[0] - least[0], p[1] - least[1]];
    return all.map((l) => ({ ...l, from: moved(l.from), to: moved(l.to) }));
  };
  return differencesOf('front', laid(drawn), laid(own), false, 8 * tol).length === 0;
};

const refused = (...faults: PictorialFault[]): SolidsFromPictorial => ({
  complete: true,
  solids: [],
  leftAside: [],
  faults,
});

/** What keeps a drawing from being read at all. */
const faultIn = (drawn: DrawnPictorial, side: SideSeen, square: number): PictorialFault | undefined => {
  const counts = (p: Vec2): Vec2 => [p[0] / square, p[1] / square];
  for (const { nodes, regions } of drawn.pieces) {
    const [from, to] = nodes.map((n) => counts(drawn.nodes[n] as Vec2)) as [Vec2, Vec2];
    const [left, right] = regions;
    if (left !== right) continue;
    const where = `${paperPlaceWords(side, from)} to ${paperPlaceWords(side, to)}`;
    return { path: ['lines'], where: `The line from ${where}`, at: { from, to }, ...says('pictorial.open') };
  }
  return undefined;
};

type Read = {
  /** the drawing's lines, its unit the part's own */
  readonly all: readonly PictorialLine[];
  readonly drawn: DrawnPictorial;
  readonly side: SideSeen;
  readonly square: number;
  readonly units: 'mm' | 'in';
  readonly tol: number;
};

/** A solid that looks like the drawing. */
type Alike = {
  readonly file: PartFile;
  readonly part: BuiltPart;
  readonly faces: number;
  readonly edges: number;
};

/** The plainest solids where each group of corners stands at one depth; `isSure` where there is none plainer. */
const plainestAt = (
  { all, drawn, side, units, tol }: Read,
  depths: Depths,
  at: readonly (readonly number[])[],
  isOver: () => boolean,
): { readonly plainest: readonly Alike[]; readonly isSure: boolean } => {
  const { planes, bounds } = facePlanes(drawn, depths, at, side, tol);
  if (planes.length > MOST_PLANES) return { plainest: [], isSure: false };
  const space = arrangementOf(planes, tol);
  const { found, areAll } = choicesOf(space, linesOfSight(drawn, space, bounds, side), isOver);
  const ranked = found
    .map(({ isSolid }) => ({ isSolid, edges: lengthOfEdges(space, isSolid) }))
    .sort((a, b) => a.edges - b.edges);
  const plainest: Alike[] = [];
  for (const { isSolid, edges } of ranked) {
    if (plainest[0] && edges > plainest[0].edges + 8 * tol) break;
    const own = stated(space, isSolid, boundsOf(space, isSolid, tol), units);
    if (!own) return { plainest, isSure: false };
    if (looksLike(own.part, all, side, tol))
      plainest.push({ ...own, edges, faces: usedPlanes(space, isSolid).length });
  }
  return { plainest, isSure: areAll };
};

/** How large a solid is, and which view would decide for it. */
const reasonsFor = (own: BuiltPart, others: readonly BuiltPart[], tol: number): string[] => {
  const { box } = own;
  const [w, d, h] = [0, 1, 2].map((k) => decimal((box[k + 3] as number) - (box[k] as number), 3));
  const decided = decidedBy({ views: [], ...endsOf(box), tol }, own, others);
  return [`It is ${w} wide, ${d} deep and ${h} high.`, ...(decided ? [decided] : [])];
};

/** The solids for one reading of the lines; `areAll` where there are no others for it. */
const alikeBy = (
  read: Read,
  depths: Depths,
  isOver: () => boolean,
): { readonly alike: readonly Alike[]; readonly areAll: boolean } => {
  const at = groupDepths(read.drawn, depths, read.side, read.square, 8 * read.tol);
  const planesOf = (way: readonly (readonly number[])[]): number =>
    facePlanes(read.drawn, depths, way, read.side, read.tol).planes.length;
  // group after group, of all the ways to place those before it the ones that need the fewest planes; a group without depths takes no part
  let ways: { at: readonly (readonly number[])[]; planes: number }[] = [{ at: at.map(() => []), planes: 0 }];
  // several groups are looked for at some depths only
  let areAll = depths.groups === 1;
  for (const [group, own] of at.entries()) {
    if (!own.length) continue;
    ways = ways
      .flatMap((way) =>
        own.map((depth) => {
          const next = way.at.map((d, g) => (g === group ? [depth] : d));
          return { at: next, planes: planesOf(next) };
        }),
      )
      .sort((a, b) => a.planes - b.planes);
    areAll &&= ways.length <= MOST_TRIED;
    ways = ways.slice(0, MOST_TRIED);
  }
  const alike: Alike[] = [];
  for (const way of ways) {
    if (isOver()) areAll = false;
    if (isOver()) break;
    const own = plainestAt(read, depths, way.at, isOver);
    areAll &&= own.isSure;
    alike.push(...own.plainest);
  }
  return { alike, areAll };
};

/** The solids as they are told, the plainest first. */
const toldSolids = (
  all: readonly Alike[],
  areAll: boolean,
  tol: number,
  most: number,
): SolidsFromPictorial => {
  const alike = all
    .filter((a, i) => !all.slice(0, i).some((b) => lookAlike(a.part, b.part, 8 * tol)))
    .sort((a, b) => a.faces - b.faces || a.edges - b.edges);
  const shown = alike.slice(0, most);
  const others = (own: Alike): BuiltPart[] => shown.flatMap((o) => (o === own ? [] : [o.part]));
  const complete = areAll && shown.length === alike.length;
  return {
    complete,
    leftAside: LEFT_ASIDE,
    solids: shown.map((own) => ({
      part: own.file,
      volume: volumeOf(own.part),
      reasons: shown.length === 1 ? [] : reasonsFor(own.part, others(own), tol),
    })),
    faults: shown.length
      ? []
      : [{ path: ['lines'], where: '', ...says(complete ? 'pictorial.none' : 'pictorial.ended') }],
  };
};

/**
 * Every solid with flat faces, in one piece, that looks like a drawing on isometric paper: its visible edges are the drawn lines and no
 * others. Depths follow from the lines along the axes, as a drafter counts squares; the planes that lines span part space into cells, and
 * the cells are chosen so that each line of sight meets first the face of the region that it goes through (after Wesley and Markowsky 1981;
 * the choice is one over clauses, satisfy.ts). Each solid is stated by features, drawn by the engine and held against the drawing.
 * @param lines visible lines only, on the paper's own places (isometricPaper.ts), in squares
 * @param square what a square is worth
 * @returns no solid but faults where the lines cannot be read so
 */
export const solidsFromPictorial = (
  lines: readonly PictorialLine[],
  side: SideSeen,
  square: number,
  units: 'mm' | 'in',
  limits: PictorialLimits,
): SolidsFromPictorial => {
  const scaled = ([a, b]: Vec2): Vec2 => [a * square, b * square];
  const all = lines.map((l) => ({ from: scaled(l.from), to: scaled(l.to) }));
  const ends = all.flatMap((l) => [l.from, l.to]);
  const size = Math.hypot(
    ...[0, 1].map((k) => {
      const own = ends.map((p) => p[k] as number);
      return Math.max(...own) - Math.min(...own);
    }),
  );
  const tol = size * NEAR;
  const drawn = drawnPictorial(all, tol);
  const open = faultIn(drawn, side, square);
  if (open) return refused(open);
  const read: Read = { all, drawn, side, square, units, tol };
  const isOver = limits.isOver ?? (() => false);
  // where lines meet in more than a plain corner, an edge may end there behind another
  const mayEndAtCorners = drawn.at.some(
    (own, node) => own.length > 3 || endingBehind(drawn, node).length > 0,
  );
  const mayUprightsSlope = uprightsAmongSlopes(drawn, side).length > 0;
  const alike: Alike[] = [];
  let areAll = !mayEndAtCorners && !mayUprightsSlope;
  let disagreesAt: number | undefined;
  const take = (reading: Reading): void => {
    const depths = depthsOf(drawn, side, reading, 8 * tol);
    if ('disagreesAt' in depths) {
      disagreesAt ??= depths.disagreesAt;
      return;
    }
    const found = alikeBy(read, depths.depths, isOver);
    alike.push(...found.alike);
    areAll &&= found.areAll;
  };
  take({ isLoose: false, doUprightsSlope: false });
  if (mayEndAtCorners && !alike.length) take({ isLoose: true, doUprightsSlope: false });
  if (mayUprightsSlope) take({ isLoose: false, doUprightsSlope: true });
  if (alike.length || disagreesAt === undefined) return toldSolids(alike, areAll, tol, limits.most);
  const p = drawn.nodes[disagreesAt] as Vec2;
  const at: Vec2 = [p[0] / square, p[1] / square];
  const where = `The corner ${paperPlaceWords(side, at)}`;
  return refused({ path: ['lines'], where, at: { from: at, to: at }, ...says('pictorial.depths') });
};
