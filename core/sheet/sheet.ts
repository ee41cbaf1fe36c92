import type { Box3 } from '../geometry/box.ts';
import type { Vec2, Vec3 } from '../geometry/vec.ts';
import { dot } from '../geometry/vec.ts';
import type { Fault } from '../number/fault.ts';
import type { ViewName } from '../part/schema.ts';
import type { Section } from '../section/section.ts';
import type { BuiltPart } from '../solid/build.ts';
import { VIEW_FRAMES } from '../view/frames.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View } from '../view/view.ts';
import { viewOf } from '../view/view.ts';
import { composeInk } from './compose.ts';
import type { Ink } from './ink.ts';
import { type Layout, layoutViews, moveLayout, type Overall } from './layout.ts';
import {
  INCH_SCALES,
  type PaperFrame,
  type PaperName,
  paperFrame,
  type Rect,
  rectInside,
  rectsMeet,
  STANDARD_SCALES,
  scaleText,
} from './paper.ts';
import { type PlacedView, viewToPaper } from './placedView.ts';
import type { SheetSetup } from './setup.ts';
import { onPaper } from './similarity.ts';
import { checkBar, type TitleText } from './titleBlock.ts';
import { type PlacedShape, placeTrueShape, trueShapeOf } from './trueShape.ts';
import { VIEW_TITLES } from './viewTitles.ts';
import { levelOnXY } from './xyDistance.ts';

/** The sheet: everything that is drawn, and the objects it is drawn from. Paper millimetres, origin lower left, y up. */
export type Sheet = {
  readonly paper: PaperFrame & { readonly name: PaperName };
  readonly scale: number;
  readonly angle: SheetSetup['angle'];
  readonly gap: number;
  readonly units: 'mm' | 'in';
  readonly box: Box3;
  readonly layout: Layout;
  readonly views: readonly PlacedView[];
  readonly shapes: readonly PlacedShape[];
  readonly sections: readonly Section[];
  readonly ink: readonly Ink[];
  /** what does not fit, each with its mend; the sheet is drawn all the same */
  readonly findings: readonly Fault[];
};

/** The views that show a cut: those whose observer looks at the cut face other than edge-on. */
export const showsCut = (section: Section, name: ViewName): boolean =>
  name !== section.plane.seenIn &&
  section.plane.legs.some((leg) => dot(VIEW_FRAMES[name].toward, leg.kept.n) < -1e-9);

/** The cut that a view shows, if any. */
export const cutShownIn = (name: ViewName, sections: readonly Section[]): Section | undefined =>
  sections.find((s) => s.bodies.length > 0 && showsCut(s, name));

/** Works a view out; the desk hands in one that remembers. */
export type ViewMaker = (name: ViewName, scene: readonly SceneBody[]) => View;

/** Room around the boxes for titles, numbers and the trace, mm. */
const TITLE_ROOM = 9;
const AROUND = 5;

const groupRoom = (l: Layout): Rect => ({
  x: l.extent.x - AROUND,
  y: l.extent.y - TITLE_ROOM,
  w: l.extent.w + 2 * AROUND,
  h: l.extent.h + AROUND + TITLE_ROOM,
});

/** The group's places to try: centred first, then against the sides, which leaves more room in one piece. */
const groupPlaces = (group: Rect, frame: Rect): Vec2[] => {
  const xs = [(frame.w - group.w) / 2, 0, frame.w - group.w];
  const ys = [(frame.h - group.h) / 2, frame.h - group.h, 0];
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
  return order.map(([i, j]) => [
    frame.x + (xs[i] as number) - group.x,
    frame.y + (ys[j] as number) - group.y,
  ]);
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

type Placement = {
  layout: Layout;
  shapes: PlacedShape[];
  scale: number;
  viewsFit: boolean;
  fits: boolean;
};

const inner = (r: Rect, by: number): Rect => ({ x: r.x + by, y: r.y + by, w: r.w - 2 * by, h: r.h - 2 * by });

/** Finds places for the group and the true shapes at one scale. */
const placeAt = (
  scale: number,
  setup: SheetSetup,
  paper: PaperFrame,
  box: Box3,
  sections: readonly Section[],
  bar: Rect,
  tol: number,
): Placement => {
  const overall = onPaperSize(box, scale);
  const raw = layoutViews(setup.views, setup.angle, overall, setup.gap);
  const free = inner(paper.frame, 2);
  const group = groupRoom(raw);
  const wanted = sections
    .filter((s) => s.bodies.length && raw.boxes.has(s.plane.seenIn))
    .map(({ plane, bodies }) => {
      const level = levelOnXY(plane.seenIn, box, setup.angle, scale, setup.gap);
      return trueShapeOf(plane, bodies, scale, setup.angle, level, tol);
    });
  let first: Placement | undefined;
  for (const by of groupPlaces(group, free)) {
    const layout = moveLayout(raw, by);
    const boxes = [...layout.boxes.values()].map((b) => ({
      x: b.x - 2,
      y: b.y - TITLE_ROOM,
      w: b.w + 4,
      h: b.h + TITLE_ROOM + 2,
    }));
    const lines = lineRooms(layout, setup);
    const viewsFit =
      rectInside(groupRoom(layout), free) &&
      ![...boxes, ...lines].some((b) => rectsMeet(b, paper.title, 1) || rectsMeet(b, bar, 0));
    // shapes are only worth placing where the views stand, or for want of any better place
    if (!viewsFit && first) continue;
    const taken = [...boxes, ...lines, paper.title, bar];
    const shapes: PlacedShape[] = [];
    for (const shape of wanted) {
      const { seenIn, start } = shape.plane;
      const home = layout.boxes.get(seenIn) as Rect;
      const trace = viewToPaper(seenIn, lowOf(box), unscaled(box), home, scale);
      const placed = placeTrueShape(shape, { start: onPaper(trace, start), free, taken });
      shapes.push(placed);
      taken.push(placed.room);
    }
    const placement = { layout, shapes, scale, viewsFit, fits: viewsFit && shapes.every((s) => s.fits) };
    if (placement.fits) return placement;
    // views that fit count for more than a shape that does not
    if (!first || (viewsFit && !first.viewsFit)) first = placement;
  }
  return first as Placement;
};

/** True where the group of boxes is larger than the free area. */
const tooLarge = (scale: number, setup: SheetSetup, paper: PaperFrame, box: Box3): boolean => {
  const free = inner(paper.frame, 2);
  const group = groupRoom(layoutViews(setup.views, setup.angle, onPaperSize(box, scale), setup.gap));
  return group.w > free.w || group.h > free.h;
};

const onPaperSize = (box: Box3, scale: number): Overall => ({
  width: (box[3] - box[0]) * scale,
  depth: (box[4] - box[1]) * scale,
  height: (box[5] - box[2]) * scale,
});

const unscaled = (box: Box3): Overall => onPaperSize(box, 1);

/** mm of paper per part unit at a drawing scale. */
const paperPerUnit = (ratio: number, units: 'mm' | 'in'): number => (units === 'in' ? ratio * 25.4 : ratio);

/**
 * Draws the sheet of a built part.
 * @param sections the cuts that are on
 * @param makeView works a view out of a scene
 */
export const drawSheet = (
  part: BuiltPart,
  setup: SheetSetup,
  title: TitleText,
  sections: readonly Section[],
  makeView: ViewMaker = (name, scene) => viewOf(scene, VIEW_FRAMES[name], part.tol),
): Sheet => {
  const paper = { ...paperFrame(setup.paper as PaperName, setup.upright), name: setup.paper as PaperName };
  const { box } = part;
  const bar = checkBar(paper, part.units);
  const scales: readonly number[] = part.units === 'in' ? INCH_SCALES : STANDARD_SCALES;
  const ratios = setup.scale === 'fit' ? scales : [setup.scale];
  let placed: Placement | undefined;
  for (const ratio of ratios) {
    // a scale at which the boxes alone are too large is not looked at further, unless it is the only one
    if (
      ratios.length > 1 &&
      tooLarge(paperPerUnit(ratio, part.units), setup, paper, box) &&
      ratio !== ratios.at(-1)
    )
      continue;
    placed = placeAt(paperPerUnit(ratio, part.units), setup, paper, box, sections, bar.room, part.tol.linear);
    if (placed.fits) break;
  }
  const { layout, shapes, scale, fits } = placed as Placement;
  const findings: Fault[] = [];
  const ratio = part.units === 'in' ? scale / 25.4 : scale;
  if (!fits) {
    const next = scales.find(
      (k) =>
        k < ratio &&
        placeAt(paperPerUnit(k, part.units), setup, paper, box, sections, bar.room, part.tol.linear).fits,
    );
    const shapeOnly = shapes.find((s) => !s.fits) && rectInside(groupRoom(layout), inner(paper.frame, 2));
    findings.push({
      path: ['setup', 'scale'],
      where: `${paper.name}${setup.upright ? ' upright' : ''} at ${scaleText(ratio)}`,
      what: shapeOnly
        ? `The true shape of cut ${shapes.find((s) => !s.fits)?.cut} has no room of its own.`
        : 'The views do not fit on the sheet.',
      mend: next
        ? `Choose ${scaleText(next)}, a larger paper, or fewer views.`
        : 'Choose a larger paper or fewer views.',
    });
  }
  const used = new Set<string>();
  const views = [...layout.boxes].map(([name, home]): PlacedView => {
    const section = cutShownIn(name, sections);
    if (section) used.add(section.plane.name);
    return {
      name,
      title: section ? `Sectional ${VIEW_TITLES[name].toLowerCase()}` : VIEW_TITLES[name],
      box: home,
      view: makeView(name, section ? section.remains : part.bodies),
      toPaper: viewToPaper(name, lowOf(box), unscaled(box), home, scale),
      ...(section ? { cut: section.plane.name } : {}),
    };
  });
  const bare = {
    paper,
    scale,
    angle: setup.angle,
    gap: setup.gap,
    units: part.units,
    box,
    layout,
    views,
    shapes,
    sections,
    findings,
  };
  return { ...bare, ink: composeInk(bare, part, setup, title, scaleText(ratio)) };
};

const lowOf = (b: Box3): Vec3 => [b[0], b[1], b[2]];
