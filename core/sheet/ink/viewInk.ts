import { pointOn2 } from '../../geometry/curve2.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import { along2, distance2, dot, type Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewFrame } from '../../geometry/viewFrames.ts';
import { type BreakEdge, partedByEdge } from '../../section/breakEdge.ts';
import type { Section } from '../../section/section.ts';
import { partedAtSteps } from '../../section/steps.ts';
import { cutterOf, type Leg } from '../../section/trace.ts';
import type { BuiltPart } from '../../solid/build.ts';
import type { Gap } from '../../solid/interruption.ts';
import { flatten, shadowsOf } from '../../view/project.ts';
import type { SceneBody } from '../../view/scene.ts';
import type { View, ViewLine } from '../../view/view.ts';
import { type CentreLine, centreLinesOf, type FeatureAxis, pitchCirclesOf } from '../annotate/centreLines.ts';
import { cutNumbers } from '../annotate/cutNumbers.ts';
import { type HatchOf, hatching, hatchLines } from '../annotate/hatch.ts';
import { symmetryLines } from '../annotate/symmetry.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { onPaper, type Similarity, stretchOnPaper } from '../layout/similarity.ts';
import type { SheetSetup } from '../setup.ts';
import type { PlacedAuxiliary } from '../views/auxiliary.ts';
import { zigzag } from '../views/brokenEnds.ts';
import { drawnEdge } from '../views/brokenOut.ts';
import { breakLines, drawnLines, drawsHidden, sectionsShownIn } from '../views/drawnLines.ts';
import type { DrawnEdgeView } from '../views/edgeView.ts';
import { outsideStrips, stripOnPaper, stripsIn } from '../views/interrupted.ts';
import { ISOMETRIC_SIGHT, type PlacedPictorial } from '../views/pictorialView.ts';
import { type PlacedView, placeOfPoint } from '../views/placedView.ts';
import { edgeLineNumberOf } from '../views/trueShape.ts';
import { chainDashes, crossDashes, hiddenDashes } from './dash.ts';
import { type Ink, letters, type Stretch, straight, stroke } from './ink.ts';
import { inkOutside, interruptionInk } from './interruptedInk.ts';
import { namedLine } from './referenceInk.ts';
import { staggered } from './stagger.ts';

/** The axes of round features in a scene; views of one scene share them. */
export type AxesOf = (scene: readonly SceneBody[]) => readonly FeatureAxis[];

/** A view as it is inked, whatever its kind: principal, sectional, auxiliary or pictorial. */
type InkedView = {
  /** what its ink is known by: "front", "auxiliary top slope", "pictorial" */
  readonly name: string;
  readonly frame: ViewFrame;
  readonly view: View;
  /** the lines that are drawn of it */
  readonly lines: readonly ViewLine[];
  /** and those that show threads */
  readonly threads: readonly ViewLine[];
  readonly toPaper: Similarity;
  readonly title: string;
  readonly titleAt: Vec2;
  /** mm; the usual 2.5 where missing */
  readonly titleHeight?: number;
  /** whose axes and pitch circles have centre lines */
  readonly features: readonly FeatureAxis[];
  /** of these only those that the view shows, by a centre in its plane */
  readonly isInView: (centre: Vec2, isCross: boolean) => boolean;
  /** the bodies by which lines of symmetry are judged; none are drawn where missing */
  readonly scene?: readonly SceneBody[] | undefined;
  /** the line between the halves of a half section */
  readonly seam?: readonly [Vec2, Vec2] | undefined;
};

/** Whether a hidden line goes on where a visible one of the same curve ends. */
const continues = (l: ViewLine, lines: readonly ViewLine[], at: 'from' | 'to'): boolean => {
  const end = pointOn2(l.curve, l[at]);
  return lines.some(
    (x) =>
      x.class === 'visible' &&
      x.curve === l.curve &&
      (distance2(pointOn2(x.curve, x.from), end) < 1e-9 || distance2(pointOn2(x.curve, x.to), end) < 1e-9),
  );
};

const chainInk = (whole: Stretch, view: string, arm: boolean): Ink =>
  stroke('centre', 'centre', arm ? crossDashes(whole) : chainDashes(whole), { view, whole });

const middleOf = (c: CentreLine): Vec2 => [(c.from[0] + c.to[0]) / 2, (c.from[1] + c.to[1]) / 2];

/** Centre lines of axes and pitch circles, lines of symmetry, and the line between the halves of a half section. */
const chainLines = (v: InkedView, tol: number): Ink[] => {
  const out: Ink[] = [];
  const place = (s: Stretch): Stretch => stretchOnPaper(v.toPaper, s);
  const axes = centreLinesOf(v.features, v.frame, v.toPaper.k, tol).filter((c) =>
    v.isInView(middleOf(c), c.arm),
  );
  // where a round feature has its axis already, that line stands for the other
  const isAxis = (ends: readonly [Vec2, Vec2]): boolean =>
    axes.some((c) => [c.from, c.to].every((p) => Math.abs(offLine(p, ends)) <= tol * 40));
  if (v.seam && !isAxis(v.seam)) out.push(chainInk(place(straight(...v.seam)), v.name, false));
  for (const { centre, radius } of pitchCirclesOf(v.features, v.frame, tol)) {
    if (!v.isInView(centre, true)) continue;
    const round = { type: 'conic', c: centre, major: [radius, 0], minor: [0, radius], round: true } as const;
    out.push(chainInk(place({ curve: round, from: 0, to: 2 * Math.PI }), v.name, false));
  }
  if (v.scene)
    for (const ends of symmetryLines(v.view, v.scene, v.frame, v.toPaper.k, tol))
      if (!isAxis(ends)) out.push(chainInk(place(straight(...ends)), v.name, false));
  for (const c of axes) out.push(chainInk(place(straight(c.from, c.to)), v.name, c.arm));
  return out;
};

/** Inks a view: hidden lines in dashes, chain lines, visible lines, title. The one way in which any view gets its lines. */
const linesInk = (v: InkedView, tol: number): Ink[] => {
  const place = (l: ViewLine): Stretch =>
    stretchOnPaper(v.toPaper, { curve: l.curve, from: l.from, to: l.to });
  const hidden = [...v.lines, ...v.threads].filter((l) => l.class === 'hidden');
  const runs = hidden.map(place);
  const half = staggered(runs);
  return [
    ...hidden.map((l, i) => {
      const whole = runs[i] as Stretch;
      const ends = {
        gapAtStart: continues(l, v.lines, 'from'),
        gapAtEnd: continues(l, v.lines, 'to'),
        half: half[i] as boolean,
      };
      return stroke('hidden', 'hidden', hiddenDashes(whole, ends), { view: v.name, edges: l.sources, whole });
    }),
    ...chainLines(v, tol),
    ...[...v.threads, ...v.lines]
      .filter((l) => l.class !== 'hidden')
      .map((l) =>
        stroke('views', l.kind === 'tangent' || l.class === 'thread' ? 'rule' : 'outline', [place(l)], {
          view: v.name,
          edges: l.sources,
        }),
      ),
    letters('labels', v.title.toUpperCase(), v.titleAt, v.titleHeight ?? 2.5),
  ];
};

/**
 * The hatching of the cut faces that a sectional view shows: of every leg that faces the observer its own part of the face. Where
 * two of them meet on the sheet both have the same rim, and the hatching runs on over it.
 */
const cutHatching = (
  v: PlacedView,
  section: Section,
  tol: number,
  hatchOf: HatchOf,
  edge?: BreakEdge,
): Ink[] => {
  const f = VIEW_FRAMES[v.name];
  return section.bodies.map(({ name, hatchedFace: face }) => {
    const rim = face.loops.flatMap((l) =>
      l.pieces.flatMap((p) => {
        const leg = section.plane.legs[p.leg] as Leg;
        // seen edge-on or from behind it shows nothing
        if (dot(leg.kept.n, f.toward) > -EDGE_ON) return [];
        const [lo, hi] = [Math.min(p.from, p.to), Math.max(p.from, p.to)];
        return shadowsOf(p.curve, lo, hi, f, tol, name, [cutterOf(leg)]);
      }),
    );
    const onSheet = rim.map((s) => stretchOnPaper(v.toPaper, { curve: s.curve, from: s.lo, to: s.hi }));
    const style = hatchOf(section, name);
    if (!edge) return hatching(onSheet, style, 0, v.name);
    const onPaperEdge = edge.map((p) => onPaper(v.toPaper, p));
    const lines = hatchLines(onSheet, style, 0);
    return stroke(
      'hatch',
      'hatch',
      lines.flatMap((l) => partedByEdge(l, onPaperEdge, 'inside', 1e-9)),
      { view: v.name },
    );
  });
};

/** Straight stretches from point to point. */
const polyline = (points: readonly Vec2[]): Stretch[] =>
  points.slice(1).map((p, i) => straight(points[i] as Vec2, p));

const everywhere = (): boolean => true;

/** A principal view, whole or sectional. */
const principalInk = (
  v: PlacedView,
  sheet: PlacedSheet,
  part: BuiltPart,
  { rules }: SheetSetup,
  hatchOf: HatchOf,
  axesOf: AxesOf,
): Ink[] => {
  const sections = sectionsShownIn(v, sheet.sections);
  const scene = sections[0]?.remains ?? part.bodies;
  const half = sections.find((s) => s.plane.half);
  const tol = part.tol.linear;
  const inked: InkedView = {
    name: v.name,
    frame: VIEW_FRAMES[v.name],
    view: v.view,
    lines: drawnLines(v, sheet.sections, rules),
    threads: v.view.threads.filter((l) => l.class !== 'hidden' || drawsHidden(v, rules)),
    toPaper: v.toPaper,
    title: v.title,
    titleAt: [v.box.x + v.box.w / 2, v.box.y - sheet.titles.lower - (sheet.margins.get(v.name)?.below ?? 0)],
    titleHeight: sheet.titles.height,
    features: axesOf(scene),
    isInView: everywhere,
    scene: rules.symmetry === 'out' ? undefined : scene,
    seam: half && halfSeam(partedAtSteps(half, v.view).steps, sheet.scale),
  };
  const strips = stripsIn(VIEW_FRAMES[v.name], sheet.interruptions).map((s) => stripOnPaper(s, v.toPaper));
  const outline = inked.lines.filter((l) => l.class === 'visible');
  return [
    ...interruptionInk(strips.length ? outline.map((l) => stretchOnPaper(v.toPaper, l)) : [], strips, v.name),
    ...sections.flatMap((s) => inkOutside(cutHatching(v, s, tol, hatchOf), strips)),
    ...(v.brokenOut ?? []).flatMap((o) => [
      ...inkOutside(cutHatching(v, o.section, tol, hatchOf, o.edge), strips),
      ...drawnEdge(o.edge, v.name, part.bodies, part.tol).map((run) =>
        stroke('breaks', 'rule', polyline(run.map((p) => onPaper(v.toPaper, p))), { view: v.name }),
      ),
    ]),
    ...breakLines(v, sheet.sections).map(([a, b]) =>
      stroke('breaks', 'rule', polyline(zigzag(a, b)), { view: v.name }),
    ),
    ...linesInk(inked, tol),
    ...(rules.points === 'numbers'
      ? sections.flatMap((s) => cutNumbers(s, (p) => placeOfPoint(v, p.at)))
      : []),
  ];
};

/**
 * The ink of a whole view depends on nothing but the view, its place and the house rules for its lines, so a view that stays while a
 * plane is dragged keeps its ink.
 */
const wholeViews = new WeakMap<View, { readonly place: string; readonly ink: Ink[] }>();

/** Inks a principal view. */
export const viewInk = (
  v: PlacedView,
  sheet: PlacedSheet,
  part: BuiltPart,
  setup: SheetSetup,
  hatchOf: HatchOf,
  axesOf: AxesOf,
): Ink[] => {
  const draw = (): Ink[] => principalInk(v, sheet, part, setup, hatchOf, axesOf);
  if (v.cut || v.brokenOut) return draw();
  const { noHidden, symmetry } = setup.rules;
  const below = sheet.margins.get(v.name)?.below;
  const place = JSON.stringify([
    v.toPaper,
    v.box,
    v.title,
    noHidden?.includes(v.name),
    symmetry,
    below,
    sheet.titles,
    v.ends,
  ]);
  const known = wholeViews.get(v.view);
  if (known?.place === place) return known.ink;
  const ink = draw();
  wholeViews.set(v.view, { place, ink });
  return ink;
};

/** Inks an auxiliary view, and where they are kept the projectors that lead to it. */
export const auxiliaryInk = (
  a: PlacedAuxiliary,
  { rules }: SheetSetup,
  features: readonly FeatureAxis[],
  bodies: readonly SceneBody[],
  tol: number,
  gaps: readonly Gap[],
): Ink[] => {
  const [x0, y0, x1, y1] = a.view.box;
  const strips = stripsIn(a.frame, gaps);
  const lines = outsideStrips(
    a.view.lines.filter((l) => l.kind !== 'tangent'),
    strips,
  );
  // of a face alone only what is round in it; an axis that runs on beneath it is not shown
  const isInFace = ([x, y]: Vec2, isCross: boolean): boolean =>
    isCross && x > x0 && x < x1 && y > y0 && y < y1;
  const inked: InkedView = {
    name: `auxiliary ${a.face}`,
    frame: a.frame,
    view: a.view,
    lines,
    threads: outsideStrips(a.view.threads, strips),
    toPaper: a.toPaper,
    title: a.title,
    titleAt: [a.room.x + a.room.w / 2, a.room.y + 2],
    features,
    isInView: a.partial ? isInFace : everywhere,
    scene: rules.symmetry === 'out' ? undefined : bodies,
  };
  const projectors = a.projectors.map(([p, q]) => straight(p, q));
  return [
    ...(rules.projectors === 'kept' ? [stroke('projectors', 'projector', projectors)] : []),
    ...interruptionInk(
      strips.length
        ? lines.filter((l) => l.class === 'visible').map((l) => stretchOnPaper(a.toPaper, l))
        : [],
      strips.map((s) => stripOnPaper(s, a.toPaper)),
      inked.name,
    ),
    ...linesInk(inked, tol),
  ];
};

/** Inks the auxiliary view in which the plane of a cut is an edge, with the numbers of its cut points. */
export const edgeViewInk = (
  e: DrawnEdgeView,
  sheet: PlacedSheet,
  { rules }: SheetSetup,
  features: readonly FeatureAxis[],
  tol: number,
): Ink[] => {
  const section = sheet.sections.find((s) => s.plane.name === e.cut);
  const inked: InkedView = {
    name: `edge view ${e.cut}`,
    frame: e.frame,
    view: e.view,
    lines: e.view.lines.filter((l) => l.kind !== 'tangent'),
    threads: e.view.threads,
    toPaper: e.toPaper,
    title: e.title,
    titleAt: [e.room.x + e.room.w / 2, e.room.y + 2],
    features,
    isInView: everywhere,
  };
  return [
    ...namedLine(e.line, edgeLineNumberOf(sheet, e.cut), rules),
    ...linesInk(inked, tol),
    ...(section && rules.points === 'numbers'
      ? cutNumbers(section, (p) => onPaper(e.toPaper, flatten(e.frame, p.at)))
      : []),
  ];
};

/** Inks the pictorial. It shows what is seen, and the lines on which parts were drawn apart; hidden lines and other centre lines would only crowd it. */
export const pictorialInk = ({ view, paths, toPaper, room }: PlacedPictorial, tol: number): Ink[] => [
  ...paths.map((ends) => chainInk(stretchOnPaper(toPaper, straight(...ends)), 'pictorial', false)),
  ...linesInk(
    {
      name: 'pictorial',
      frame: ISOMETRIC_SIGHT,
      view,
      lines: view.lines.filter((l) => l.class === 'visible'),
      threads: view.threads.filter((l) => l.class !== 'hidden'),
      toPaper,
      title: paths.length ? 'Exploded isometric' : 'Isometric',
      titleAt: [room.x + room.w / 2, room.y + 2],
      features: [],
      isInView: everywhere,
    },
    tol,
  ),
];

/** How far a point lies off the line through two others. */
const offLine = (p: Vec2, [a, b]: readonly [Vec2, Vec2]): number =>
  ((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / distance2(a, b);

/** How far the line between the halves of a half section passes them, mm. */
const SEAM_PAST = 2.5;

/** The line, in the view, in which the cut and the uncut half meet: from end to end of the steps there. */
const halfSeam = (steps: readonly ViewLine[], scale: number): [Vec2, Vec2] | undefined => {
  const points = steps.flatMap((l) => [pointOn2(l.curve, l.from), pointOn2(l.curve, l.to)]);
  if (!points.length) return undefined;
  const spread = (i: 0 | 1): number =>
    Math.max(...points.map((p) => p[i])) - Math.min(...points.map((p) => p[i]));
  const main = spread(0) > spread(1) ? 0 : 1;
  points.sort((p, q) => p[main] - q[main]);
  const [a, b] = [points[0] as Vec2, points.at(-1) as Vec2];
  const size = distance2(a, b);
  const d: Vec2 = [(b[0] - a[0]) / size, (b[1] - a[1]) / size];
  return [along2(a, d, -SEAM_PAST / scale), along2(b, d, SEAM_PAST / scale)];
};
