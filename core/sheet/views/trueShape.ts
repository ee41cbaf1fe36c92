import { boxOf2, shifted2 } from '../../geometry/curve2.ts';
import { cross2, dot, type Vec2 } from '../../geometry/vec.ts';
import type { ProjectionAngle } from '../../geometry/viewFrames.ts';
import type { CutFace } from '../../section/cutFace.ts';
import type { CutPoint } from '../../section/cutPoints.ts';
import { holeEdges } from '../../section/holeEdges.ts';
import type { RimPiece } from '../../section/rim.ts';
import type { BodySection, Section } from '../../section/section.ts';
import { type CuttingPlane, handedness, type Leg, legAlone, legFrame } from '../../section/trace.ts';
import { shadowsOf } from '../../view/project.ts';
import { roomOf } from '../dimensions/laid.ts';
import { NO_SHAPE_SIZES, type ShapeFigures, type ShapeSizes, shapeSizes } from '../dimensions/shapeSizes.ts';
import type { Stretch } from '../ink/ink.ts';
import { boxCorners2, boxRound } from '../layout/boxes.ts';
import { type Rect, rectInside, rectsMeet } from '../layout/paper.ts';
import { onPaper, readsUpright, type Similarity, stretchOnPaper } from '../layout/similarity.ts';
import type { EdgeView } from './edgeView.ts';

/**
 * What a cut face is drawn as, square to its plane: a true shape on X1Y1, a removed section beside its view, or a revolved section in the view, turned
 * about its trace.
 */
export type DrawnAs = 'true shape' | 'removed' | 'revolved';

/** What is drawn of a body's cut face: its rims, and the edges seen behind holes that part it, which belong to a section alone. */
export type ShapeRim = {
  readonly body: string;
  readonly stretches: readonly Stretch[];
  readonly behind: readonly Stretch[];
};

/**
 * A true shape in its place: the shape's frame is (s, q) with s along the trace and q towards the side that keeps it
 * right-handed for the observer (so never mirrored); `toPaper` turns it so that X1Y1 is parallel to the trace.
 */
export type PlacedShape = {
  readonly cut: string;
  readonly drawnAs: DrawnAs;
  /** the leg that is shown, counted from nought; all legs turned into one line where missing */
  readonly leg: number | undefined;
  /** the plane whose trace X1Y1 follows: the cut's first leg, or the one that is shown alone */
  readonly plane: CuttingPlane;
  readonly toPaper: Similarity;
  /** X1Y1 by two points, paper mm */
  readonly line: { readonly from: Vec2; readonly to: Vec2 };
  readonly rims: readonly ShapeRim[];
  /** its sizes, where it is dimensioned: laid out level, paper mm, with the beginning of the trace as the origin */
  readonly sizes: ShapeSizes;
  /** from there to the sheet */
  readonly sizesToSheet: Similarity;
  readonly room: Rect;
  /** from the beginning of the trace to its foot on X1Y1 */
  readonly by: Vec2;
  /** moved away from the trace's own projectors, keeping the spacings along the trace */
  readonly apart: boolean;
  readonly fits: boolean;
};

/** A point of the true shape, (s, t), in the shape's frame. */
export const inShape = (c: CuttingPlane, along: number, across: number): Vec2 => [
  along,
  handedness(c) * across,
];

/** Stretches of curves in a cut's plane as its true shape has them: each leg seen square to it, in (s, q) from the trace's first point. */
const inTrueShape = (
  pieces: readonly Pick<RimPiece, 'curve' | 'from' | 'to' | 'leg'>[],
  c: CuttingPlane,
  tol: number,
): Stretch[] =>
  pieces.flatMap((p, i) => {
    const leg = c.legs[p.leg] as Leg;
    const [lo, hi] = [Math.min(p.from, p.to), Math.max(p.from, p.to)];
    const toStart: Vec2 = [-dot(leg.origin, leg.sAxis), 0];
    return shadowsOf(p.curve, lo, hi, legFrame(leg), tol, `rim ${i}`, []).map((s) => ({
      curve: shifted2(s.curve, toStart),
      from: s.lo,
      to: s.hi,
    }));
  });

/** The rims of a cut face as its true shape has them. */
export const faceRim = (face: CutFace, c: CuttingPlane, tol: number): Stretch[] =>
  face.outline.flatMap((l) => inTrueShape(l.pieces, c, tol));

const cornersOfBox = ([x0, y0, x1, y1]: readonly [number, number, number, number]): Vec2[] =>
  boxCorners2({ x: x0, y: y0, w: x1 - x0, h: y1 - y0 });
const cornersOf = (stretches: readonly Stretch[]): Vec2[] =>
  stretches.flatMap((s) => cornersOfBox(boxOf2(s.curve, s.from, s.to)));

const LABEL_ROOM = 7;
const PAD = 3;
const LINE_OVERRUN = 6;
/** Least distance of X1Y1 from the trace, and the steps in which places are tried, mm. */
const NEAREST = 8;
const STEP = 6;
/** A shape that was moved no further than this to the side still stands on its own projectors, mm. */
const ALONG = 1e-6;
/** For X1 and Y1 beyond the ends of their line. */
const LETTERS = 5;

/** Where a true shape may go. */
export type ShapeSite = {
  /** the start of the trace on the paper */
  readonly start: Vec2;
  readonly free: Rect;
  readonly taken: readonly Rect[];
  /** where X1Y1 was put by hand, from the start of the trace; it finds its own place where missing */
  readonly by?: Vec2 | undefined;
};

/** A true shape before it has a place: its rims, and the room it needs when X1Y1 goes through the paper's origin at the trace's start. */
export type TrueShape = Pick<PlacedShape, 'leg' | 'plane' | 'drawnAs' | 'sizes'> & {
  readonly rims: readonly ShapeRim[];
  readonly turned: Similarity;
  /** where the shape-plane point that belongs on X1Y1 opposite the trace's start falls, turned and scaled */
  readonly anchor: Vec2;
  /** the ends of X1Y1 along the trace */
  readonly span: readonly [number, number];
  readonly away: Vec2;
  readonly room: Rect;
};

/** How the sizes of a shape are turned against it, so that they are read from below and from the right: by nothing, or by half a turn. */
const readingTurn = (direction: Vec2): 1 | -1 => (readsUpright(direction) ? 1 : -1);
/** The frame in which the sizes of a shape are laid out, on the paper. */
const readingFrame = ([x, y]: Vec2, to: Vec2): Similarity => {
  const way = readingTurn([x, y]);
  return { k: 1, c: way * x, s: way * y, to };
};

/** The sizes of a shape at a scale. @param line where X1Y1 runs, part units across the shape's own frame */
const sizesOfShape = (
  c: CuttingPlane,
  rims: readonly ShapeRim[],
  scale: number,
  line: number | undefined,
  figures: ShapeFigures,
): ShapeSizes => {
  const way = readingTurn(c.direction);
  const level: Similarity = { k: 1, c: way, s: 0, to: [0, 0] };
  const rim = rims.flatMap((r) => r.stretches.map((s) => stretchOnPaper(level, s)));
  return shapeSizes(`shape ${c.name}`, rim, scale, line === undefined ? undefined : way * line, figures);
};

/**
 * Sees the cut faces square to the plane, at a scale.
 * @param level the level towards the observer of the trace's view that lies on X1Y1 (see levelOnXY)
 * @param leg the one leg to show, counted from nought; all of them turned into one line where missing
 * @param figures how its sizes are written; it has none where missing
 */
export const trueShapeOf = (
  cut: CuttingPlane,
  bodies: readonly Pick<BodySection, 'name' | 'face' | 'parts'>[],
  scale: number,
  angle: ProjectionAngle,
  level: number,
  tol: number,
  leg?: number,
  drawnAs: DrawnAs = 'true shape',
  figures?: ShapeFigures,
): TrueShape => {
  const isTrueShape = drawnAs === 'true shape';
  const only = leg === undefined ? undefined : cut.legs[leg];
  const c = only ? legAlone(cut, only) : cut;
  const rims = bodies
    .map(({ name, face, parts }): ShapeRim => {
      const own = only ? (parts[leg as number] as CutFace) : face;
      const behind = isTrueShape ? [] : holeEdges(own, c.kept.n);
      return { body: name, stretches: faceRim(own, c, tol), behind: inTrueShape(behind, c, tol) };
    })
    .filter((r) => r.stretches.length > 0);
  const d = c.direction;
  const turned: Similarity = { k: scale, c: d[0], s: d[1], to: [0, 0] };
  const depthSense = Math.sign(dot(c.frame.toward, c.tAxis));
  const onLine = inShape(c, 0, depthSense * level);
  const anchor = onPaper(turned, onLine);
  const sizes = figures
    ? sizesOfShape(c, rims, scale, isTrueShape ? onLine[1] : undefined, figures)
    : NO_SHAPE_SIZES;
  const along = rims.flatMap((r) => cornersOf(r.stretches)).map((p) => p[0] * scale);
  const span = [Math.min(...along) - LINE_OVERRUN, Math.max(...along) + LINE_OVERRUN] as const;
  const atOrigin: Similarity = { ...turned, to: [-anchor[0], -anchor[1]] };
  const placed = rims.flatMap((r) => [...r.stretches, ...r.behind].map((s) => stretchOnPaper(atOrigin, s)));
  const letters = [span[0] - LETTERS, span[1] + LETTERS].map((s): Vec2 => [d[0] * s, d[1] * s]);
  const sized = sizes.list.flatMap(({ drawn }) =>
    cornersOfBox(roomOf(drawn)).map((p) => onPaper(readingFrame(d, atOrigin.to), p)),
  );
  const bare = boxRound([...cornersOf(placed), ...sized, ...(isTrueShape ? letters : [])], PAD);
  const label = drawnAs === 'revolved' ? 0 : LABEL_ROOM;
  return {
    drawnAs,
    leg: only && leg,
    plane: c,
    rims,
    sizes,
    turned,
    anchor,
    span,
    away: angle === 'first' ? c.sight : [-c.sight[0], -c.sight[1]],
    room: { ...bare, y: bare.y - label, h: bare.h + label },
  };
};

/** What brings the middle of a shape onto its trace: it is turned into the view there. */
const ontoTrace = ({ room, plane }: TrueShape): Vec2 => {
  const [dx, dy] = plane.direction;
  const square: Vec2 = [-dy, dx];
  const off = (room.x + room.w / 2) * square[0] + (room.y + room.h / 2) * square[1];
  return [-off * square[0], -off * square[1]];
};

/**
 * Places a true shape: X1Y1 beyond the trace in first angle, on the observer's side in third, as near as the views allow along the
 * trace's projectors; where there is no room, apart, as drafters do, with the spacings along the trace kept.
 */
export const placeTrueShape = (shape: TrueShape, { start, free, taken, by: put }: ShapeSite): PlacedShape => {
  const { away, room } = shape;
  const home: Rect = { ...room, x: room.x + start[0], y: room.y + start[1] };
  const movedHome = (by: Vec2): Rect => ({ ...home, x: home.x + by[0], y: home.y + by[1] });
  const clear = (r: Rect): boolean => rectInside(r, free) && !taken.some((t) => rectsMeet(r, t, 1));
  const place = (by: Vec2, apart: boolean): PlacedShape => {
    const foot: Vec2 = [start[0] + by[0], start[1] + by[1]];
    const toPaper: Similarity = {
      ...shape.turned,
      to: [foot[0] - shape.anchor[0], foot[1] - shape.anchor[1]],
    };
    const d = shape.plane.direction;
    const [from, to] = shape.span.map((s): Vec2 => [foot[0] + d[0] * s, foot[1] + d[1] * s]) as [Vec2, Vec2];
    const rims = shape.rims.map((r) => ({
      body: r.body,
      stretches: r.stretches.map((s) => stretchOnPaper(toPaper, s)),
      behind: r.behind.map((s) => stretchOnPaper(toPaper, s)),
    }));
    const own = movedHome(by);
    return {
      cut: shape.plane.name,
      drawnAs: shape.drawnAs,
      leg: shape.leg,
      plane: shape.plane,
      toPaper,
      line: { from, to },
      rims,
      sizes: shape.sizes,
      sizesToSheet: readingFrame(d, toPaper.to),
      room: own,
      by,
      apart,
      fits: clear(own),
    };
  };

  if (shape.drawnAs === 'revolved') return { ...place(ontoTrace(shape), false), fits: true };
  // along its own projectors it is not apart
  // what was put somewhere by hand stays there, whatever it meets: the scale is not chosen by it
  if (put) return { ...place(put, Math.abs(cross2(put, away)) > ALONG), fits: true };
  const natural: Vec2 = [away[0] * NEAREST, away[1] * NEAREST];
  if (home.w > free.w || home.h > free.h) return place(natural, false);
  for (let x = NEAREST; x < Math.hypot(free.w, free.h); x += STEP) {
    const by: Vec2 = [away[0] * x, away[1] * x];
    if (clear(movedHome(by))) return place(by, false);
  }
  let best: Vec2 | undefined;
  let bestGap = Number.POSITIVE_INFINITY;
  for (let x = free.x; x + home.w <= free.x + free.w; x += STEP)
    for (let y = free.y; y + home.h <= free.y + free.h; y += STEP) {
      const by: Vec2 = [x - home.x, y - home.y];
      const gap = Math.hypot(by[0] - natural[0], by[1] - natural[1]);
      if (gap >= bestGap || !clear(movedHome(by))) continue;
      best = by;
      bestGap = gap;
    }
  return best ? place(best, true) : place(natural, false);
};

/** A point of the cut in its true shape on the paper. */
export const shapePlace = (shape: PlacedShape, p: Pick<CutPoint, 'along' | 'across'>): Vec2 =>
  onPaper(shape.toPaper, inShape(shape.plane, p.along, p.across));

/** Nearer than this, part units, to where a leg ends a point belongs to it. */
const AT_BEND = 1e-6;

/** Whether a point of the cut is one of a true shape's: of one leg's alone only those on that leg, its bends among them. */
export const isOnShape = ({ leg, plane }: PlacedShape, p: Pick<CutPoint, 'along'>): boolean =>
  leg === undefined || (p.along >= plane.from - AT_BEND && p.along <= plane.to + AT_BEND);

/** The true shape of a cut on its X1Y1; nothing where the sheet has none, or draws the cut face as a section instead. */
export const trueShapeOn = (
  sheet: { readonly shapes: readonly PlacedShape[] },
  cut: string,
): PlacedShape | undefined => sheet.shapes.find((s) => s.cut === cut && s.drawnAs === 'true shape');

/** What the lines beside XY are numbered by. */
type LinedSheet = {
  readonly firstLine: number;
  readonly sections: readonly Section[];
  readonly shapes: readonly PlacedShape[];
  readonly edgeViews: readonly Pick<EdgeView, 'cut'>[];
};

/** The number of the first line that a cut has: that of its edge view, where it has one, else that of its true shape. */
export const edgeLineNumberOf = (sheet: LinedSheet, cut: string): number => {
  let n = sheet.firstLine;
  for (const { plane } of sheet.sections) {
    if (plane.name === cut) return n;
    if (sheet.edgeViews.some((e) => e.cut === plane.name)) n++;
    // a section that stands on no such line takes no number
    if (!sheet.shapes.some((x) => x.cut === plane.name && x.drawnAs !== 'true shape')) n++;
  }
  return n;
};

/** The number in the name of the line that a cut's true shape stands on: 1 for X1Y1, 2 where its edge view stands on that. */
export const lineNumberOf = (sheet: LinedSheet, cut: string): number =>
  edgeLineNumberOf(sheet, cut) + (sheet.edgeViews.some((e) => e.cut === cut) ? 1 : 0);

/** The foot of the perpendicular on X1Y1. */
export const footOn = (shape: PlacedShape, at: Vec2): Vec2 => {
  const { from, to } = shape.line;
  const e: Vec2 = [to[0] - from[0], to[1] - from[1]];
  const k = ((at[0] - from[0]) * e[0] + (at[1] - from[1]) * e[1]) / (e[0] ** 2 + e[1] ** 2);
  return [from[0] + k * e[0], from[1] + k * e[1]];
};
