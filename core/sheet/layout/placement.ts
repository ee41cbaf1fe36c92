import type { Box3 } from '../../geometry/box.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import type { Vec2, Vec3 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { AUXILIARY } from '../../part/schema.ts';
import type { Section } from '../../section/section.ts';
import type { SheetSetup } from '../setup.ts';
import { isBrokenOut } from '../views/brokenOut.ts';
import { type EdgeView, placeEdgeView } from '../views/edgeView.ts';
import { viewToPaper } from '../views/placedView.ts';
import { type PlaneTraceLine, planeTraceLines, roomsAlong } from '../views/planeTraceLines.ts';
import { type PlacedShape, placeTrueShape, type TrueShape, trueShapeOf } from '../views/trueShape.ts';
import { gapFromXY, gapsOf } from './gaps.ts';
import { type Layout, layoutViews, moveLayout, type Overall } from './layout.ts';
import { type Margins, type MarginsOf, NO_MARGINS } from './margins.ts';
import { type PaperFrame, type Rect, rectInside, rectsMeet } from './paper.ts';
import { type Removed, removedRow } from './removedRow.ts';
import { onPaper } from './similarity.ts';
import { titleGuides } from './titleGuides.ts';
import { levelOnXY } from './xyDistance.ts';

/** Room around the boxes for numbers and the trace, mm. */
const AROUND = 5;
/** Between the outermost dimension and what is next to it, mm. */
const PAST_DIMENSIONS = 1.5;

/** A view's box with its title and its dimensions. @param around what is kept free on the other sides, mm @param titleRoom below it for its name, mm */
export const roomOfView = (
  box: Rect,
  margins: Margins | undefined,
  around: number,
  titleRoom: number,
): Rect => {
  const { left, below, right, above } = margins ?? NO_MARGINS;
  const beyond = (margin: number): number =>
    margin > 0 ? Math.max(around, margin + PAST_DIMENSIONS) : around;
  return {
    x: box.x - beyond(left),
    y: box.y - titleRoom - below,
    w: box.w + beyond(left) + beyond(right),
    h: box.h + titleRoom + below + beyond(above),
  };
};

/** The room of all views together, with their titles and dimensions. */
export const groupRoom = (l: Layout, margins: MarginsOf, { rules }: Pick<SheetSetup, 'rules'>): Rect => {
  const { room } = titleGuides(rules);
  const rooms = [...l.boxes].map(([name, box]) => roomOfView(box, margins.get(name), AROUND, room));
  const [x, y] = [Math.min(...rooms.map((r) => r.x)), Math.min(...rooms.map((r) => r.y))];
  return {
    x,
    y,
    w: Math.max(...rooms.map((r) => r.x + r.w)) - x,
    h: Math.max(...rooms.map((r) => r.y + r.h)) - y,
  };
};

/** How many places are tried that look well before those that merely do. */
const USUAL = 9;

/** What stands on the sheet already, and is kept clear of. */
type Obstacle = { readonly room: Rect; readonly clear: number };

/**
 * The group's places to try, as moves: centred first, then against the sides, which leaves more room in one piece, then wherever one of its
 * rectangles comes to stand against something. If the group has any place at all, it has one of these: slid left and down as far as it goes,
 * it stands against the frame or an obstacle each way.
 */
const groupPlaces = (
  group: Rect,
  frame: Rect,
  parts: readonly Rect[],
  obstacles: readonly Obstacle[],
): Vec2[] => {
  const slack = [frame.w - group.w, frame.h - group.h] as const;
  const home = [frame.x - group.x, frame.y - group.y] as const;
  const xs = [slack[0] / 2, 0, slack[0]].map((x) => home[0] + x);
  const ys = [slack[1] / 2, slack[1], 0].map((y) => home[1] + y);
  const order = [
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
    [2, 0],
    [2, 1],
    [0, 2],
    [1, 2],
    [2, 2],
  ] as const;
  const usual = order.map(([i, j]): Vec2 => [xs[i] as number, ys[j] as number]);
  if (slack[0] < 0 || slack[1] < 0) return usual;
  const within = (x: number, axis: 0 | 1): boolean => x >= home[axis] && x <= home[axis] + slack[axis];
  const along = (axis: 0 | 1): number[] => {
    const [at, size] = axis === 0 ? (['x', 'w'] as const) : (['y', 'h'] as const);
    const touching = obstacles.flatMap(({ room, clear }) => {
      const gap = clear + 1e-9;
      return parts.flatMap((r) => [room[at] + room[size] + gap - r[at], room[at] - gap - r[at] - r[size]]);
    });
    return [home[axis], ...touching].filter((x) => within(x, axis));
  };
  const up = along(1);
  return [...usual, ...along(0).flatMap((x) => up.map((y): Vec2 => [x, y]))];
};

/** What the lines between the views cover: a mitre line its whole quarter, for the depths that turn in it. */
const lineRooms = (l: Layout, setup: SheetSetup): Rect[] => {
  const between = (a: Vec2, b: Vec2, pad: number): Rect => ({
    x: Math.min(a[0], b[0]) - pad,
    y: Math.min(a[1], b[1]) - pad,
    w: Math.abs(a[0] - b[0]) + 2 * pad,
    h: Math.abs(a[1] - b[1]) + 2 * pad,
  });
  return [
    ...(setup.rules.referenceLines ? l.referenceLines.map((r) => between(r.from, r.to, 1)) : []),
    ...(setup.rules.mitre ? l.mitres.map((m) => between(m.from, m.to, 0)) : []),
  ];
};

/** The rooms of the boxes with their titles, and of the lines between them. */
const roomsOf = (
  l: Layout,
  setup: SheetSetup,
  margins: MarginsOf,
): { readonly boxes: Rect[]; readonly lines: Rect[] } => ({
  boxes: [...l.boxes].map(([name, b]) => roomOfView(b, margins.get(name), 2, titleGuides(setup.rules).room)),
  lines: lineRooms(l, setup),
});

export type Placement = {
  layout: Layout;
  /** what the dimensions of each view take beyond its box */
  margins: MarginsOf;
  shapes: PlacedShape[];
  /** the auxiliary views of planes that slope in all principal views */
  edgeViews: EdgeView[];
  /** HT and VT of these planes, where XY is drawn */
  planeTraces: PlaneTraceLine[];
  scale: number;
  viewsFit: boolean;
  /** the views and the true shapes */
  shapesFit: boolean;
  /** all of it, with the auxiliary views */
  fits: boolean;
};

export const inner = (r: Rect, by: number): Rect => ({
  x: r.x + by,
  y: r.y + by,
  w: r.w - 2 * by,
  h: r.h - 2 * by,
});

/** On squared paper the front view's lower left corner, which a layout begins at, comes to where squares meet. */
const onSquares = (by: Vec2, { rules, square }: SheetSetup, scale: number): Vec2 => {
  if (!rules.squares || !square) return by;
  const side = square * scale;
  return [Math.round(by[0] / side) * side, Math.round(by[1] / side) * side];
};

/** The places of the removed sections that nobody put anywhere: those of one view whose traces run one way stand in a row. */
const removedRows = (
  begun: readonly Removed[],
  setup: SheetSetup,
  free: Rect,
  taken: readonly Rect[],
): ReadonlyMap<TrueShape, Vec2> => {
  const rows = new Map<string, Removed[]>();
  for (const r of begun) {
    const { plane, drawnAs } = r.shape;
    const way = plane.direction.findIndex((x) => Math.abs(Math.abs(x) - 1) < EDGE_ON);
    if (drawnAs !== 'removed' || way < 0 || setup.shapes?.[plane.name]?.by) continue;
    const key = `${plane.seenIn} ${way}`;
    rows.set(key, [...(rows.get(key) ?? []), r]);
  }
  return new Map([...rows.values()].flatMap((row) => [...(removedRow(row, free, taken) ?? [])]));
};

/**
 * Finds places for the group and the true shapes at one scale.
 * @param scale mm of paper per part unit
 * @param bar the room of the check bar
 * @param beside whether what stands beside the views and shapes has room as well
 */
export const placeAt = (
  scale: number,
  setup: SheetSetup,
  paper: PaperFrame,
  box: Box3,
  sections: readonly Section[],
  bar: Rect,
  tol: number,
  units: 'mm' | 'in',
  beside: (site: Placement) => boolean = () => true,
  margins: MarginsOf = new Map(),
): Placement => {
  const overall = onPaperSize(box, scale);
  const gaps = gapsOf(setup);
  const raw = layoutViews(setup.views, setup.angle, overall, gaps);
  const free = inner(paper.frame, 2);
  const group = groupRoom(raw, margins, setup);
  const cuts = sections.filter((s) => s.bodies.length > 0);
  const shapeOf = ({ plane, bodies }: Section, level: number): TrueShape[] => {
    const own = setup.shapes?.[plane.name];
    if (own?.out || isBrokenOut(setup, plane.name)) return [];
    const as = own?.as === 'brokenOut' ? undefined : own?.as;
    const leg = own?.leg && own.leg - 1;
    // what an interrupted view leaves out would be measured short
    const figures =
      own?.sized && !setup.interruptions ? { units, style: setup.rules.figures ?? {} } : undefined;
    const shape = trueShapeOf(plane, bodies, scale, setup.angle, level, tol, leg, as, figures);
    // a leg that meets no material has no shape
    return shape.rims.length ? [shape] : [];
  };
  const wanted = cuts.flatMap((s) => {
    const { seenIn } = s.plane;
    if (seenIn === AUXILIARY || !raw.boxes.has(seenIn)) return [];
    const level = levelOnXY(seenIn, box, setup.angle, scale, gapFromXY(gaps, seenIn));
    return shapeOf(s, level).map((shape) => ({ shape, seenIn }));
  });
  const oblique = cuts.filter((s) => s.plane.seenIn === AUXILIARY && raw.boxes.has('top'));
  const obstacles: Obstacle[] = [
    // centre lines run past a view's outline
    { room: paper.title, clear: 2 },
    { room: bar, clear: 0 },
  ];
  const parts = roomsOf(raw, setup, margins);
  const places = setup.place
    ? [[setup.place[0] - raw.extent.x, setup.place[1] - raw.extent.y] as Vec2]
    : groupPlaces(group, free, [...parts.boxes, ...parts.lines], obstacles).map((by) =>
        onSquares(by, setup, scale),
      );
  let first: Placement | undefined;
  for (const [i, by] of places.entries()) {
    // beyond the usual places the first that will do is taken
    if (i >= USUAL && first?.viewsFit) break;
    const layout = moveLayout(raw, by);
    const { boxes, lines } = roomsOf(layout, setup, margins);
    const viewsFit =
      rectInside(groupRoom(layout, margins, setup), free) &&
      ![...boxes, ...lines].some((b) => obstacles.some((o) => rectsMeet(b, o.room, o.clear)));
    // shapes are only worth placing where the views stand, or for want of any better place
    if (!viewsFit && first) continue;
    const taken = [...boxes, ...lines, paper.title, bar];
    const shapes: PlacedShape[] = [];
    const homeIn = (view: ViewName) => {
      const home = layout.boxes.get(view) as Rect;
      return { box: home, toPaper: viewToPaper(view, lowOf(box), unscaled(box), home, scale) };
    };
    const edgeViews: EdgeView[] = [];
    const site = { layout, box, overall: unscaled(box), scale, angle: setup.angle, gaps, frame: paper.frame };
    const planeTraces = setup.rules.referenceLines
      ? oblique.flatMap((s) => planeTraceLines(s.plane, site))
      : [];
    taken.push(...planeTraces.flatMap(roomsAlong));
    const ofOblique = oblique.flatMap((s) => {
      const edge = placeEdgeView(s.plane, box, homeIn('top'), scale, setup.angle, gaps, { free, taken });
      edgeViews.push(edge);
      taken.push(edge.room);
      return shapeOf(s, edge.level).map((shape) => ({
        shape,
        start: onPaper(edge.toPaper, shape.plane.start),
      }));
    });
    const begun = [
      ...wanted.map(({ shape, seenIn }) => ({
        shape,
        start: onPaper(homeIn(seenIn).toPaper, shape.plane.start),
      })),
      ...ofOblique,
    ];
    const rows = removedRows(begun, setup, free, taken);
    for (const { shape, start } of begun) {
      const by = setup.shapes?.[shape.plane.name]?.by ?? rows.get(shape);
      const placed = placeTrueShape(shape, { start, free, taken, by });
      shapes.push(placed);
      // what is turned into the view takes no room of its own
      if (placed.drawnAs !== 'revolved') taken.push(placed.room);
    }
    const shapesFit = viewsFit && [...edgeViews, ...shapes].every((s) => s.fits);
    const bare = {
      layout,
      margins,
      shapes,
      edgeViews,
      planeTraces,
      scale,
      viewsFit,
      shapesFit,
      fits: shapesFit,
    };
    const placement = { ...bare, fits: shapesFit && beside(bare) };
    if (placement.fits) return placement;
    // views that fit count for more than a shape that does not, and shapes for more than what stands beside them
    if (!first || (viewsFit && !first.viewsFit) || (shapesFit && !first.shapesFit)) first = placement;
  }
  return first as Placement;
};

export const lowOf = (b: Box3): Vec3 => [b[0], b[1], b[2]];

/** True where the group of boxes is larger than the free area. */
export const tooLarge = (
  scale: number,
  setup: SheetSetup,
  paper: PaperFrame,
  box: Box3,
  margins: MarginsOf,
): boolean => {
  const free = inner(paper.frame, 2);
  const gaps = gapsOf(setup);
  const layout = layoutViews(setup.views, setup.angle, onPaperSize(box, scale), gaps);
  const group = groupRoom(layout, margins, setup);
  return group.w > free.w || group.h > free.h;
};

export const onPaperSize = (box: Box3, scale: number): Overall => ({
  width: (box[3] - box[0]) * scale,
  depth: (box[4] - box[1]) * scale,
  height: (box[5] - box[2]) * scale,
});

export const unscaled = (box: Box3): Overall => onPaperSize(box, 1);

/** mm of paper per part unit at a drawing scale. */
export const paperPerUnit = (ratio: number, units: 'mm' | 'in'): number =>
  units === 'in' ? ratio * 25.4 : ratio;
