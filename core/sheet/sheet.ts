import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { postingsIn } from '../ledger/postings.ts';
import type { Fault } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { Section } from '../section/section.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { Gap } from '../solid/interruption.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View } from '../view/view.ts';
import { viewOf } from '../view/view.ts';
import { type TitleText, titleTrouble } from './annotate/titleBlock.ts';
import { namedForSheet } from './cutNames.ts';
import { dimensioning } from './dimensions/dimensioning.ts';
import { type LayDimensions, NO_DIMENSIONS } from './dimensions/sheetDimensions.ts';
import type { Numbered, Sheet } from './drawnSheet.ts';
import { composeInk } from './ink/composeInk.ts';
import { type Load, largestFit, placementAt } from './layout/fit.ts';
import { gapsOf } from './layout/gaps.ts';
import { paperFrame, paperTitle, type Rect, scalesOf, scaleText } from './layout/paper.ts';
import { inner, lowOf, unscaled } from './layout/placement.ts';
import { titleGuides } from './layout/titleGuides.ts';
import type { SheetSetup } from './setup.ts';
import { sectionsTogether } from './views/actTogether.ts';
import { type AuxiliaryMaker, placeAuxiliaries, takenRooms } from './views/auxiliaries.ts';
import { placeBalloons } from './views/balloons.ts';
import { endsSeenIn } from './views/brokenEnds.ts';
import { brokenOutIn, brokenView } from './views/brokenOut.ts';
import { cutShownIn } from './views/cutShownIn.ts';
import { sectionShownIn } from './views/drawnLines.ts';
import { interruptedView } from './views/interrupted.ts';
import { ISOMETRIC_SIGHT, type PictorialView, placePictorial } from './views/pictorialView.ts';
import { type PlacedView, viewToPaper } from './views/placedView.ts';
import type { PlacedShape } from './views/trueShape.ts';
import { viewTitle } from './views/viewTitles.ts';

/** What does not fit, and what would. */
const tooMuch = (
  setup: SheetSetup,
  load: Load,
  ratio: number,
  viewsFit: boolean,
  shapes: readonly PlacedShape[],
): Fault => {
  const next = largestFit(setup, load)?.ratio;
  return {
    path: ['setup', 'scale'],
    where: `${paperTitle(setup)} at ${scaleText(ratio)}`,
    ...says('sheet.no-fit', {
      cut: viewsFit ? (shapes.find((s) => !s.fits)?.cut ?? '') : '',
      better: next !== undefined && next < ratio ? scaleText(next) : '',
    }),
  };
};

const between = (a: Vec2, b: Vec2): Rect => ({
  x: Math.min(a[0], b[0]),
  y: Math.min(a[1], b[1]),
  w: Math.abs(a[0] - b[0]),
  h: Math.abs(a[1] - b[1]),
});

const NO_ROOM_FOR_PICTORIAL: Fault = {
  path: ['setup', 'rules'],
  where: 'the pictorial',
  ...says('sheet.no-room-pictorial'),
};

/** Works a view out; the desk hands in one that remembers. */
export type ViewMaker = (name: ViewName, scene: readonly SceneBody[]) => View;
/** Views along free directions, each worked out once. */
const remembering = (make: AuxiliaryMaker): AuxiliaryMaker => {
  const known = new Map<string, View>();
  return (frame) => {
    const key = frame.toward.join();
    const view = known.get(key) ?? make(frame);
    known.set(key, view);
    return view;
  };
};

/** What is to go on the sheet of a part, its auxiliary views with it. */
export const loadOf = (
  part: BuiltPart,
  sections: readonly Section[],
  makeAuxiliary: AuxiliaryMaker = remembering((frame) => viewOf(part.bodies, frame, part.tol)),
  margins?: Load['margins'],
): Load => ({
  ...(margins && { margins }),
  box: part.box,
  units: part.units,
  sections,
  tol: part.tol.linear,
  beside: (setup, site) => placeAuxiliaries(part, setup, site, makeAuxiliary).placed.every((a) => a.fits),
});

/**
 * Draws the sheet of a built part.
 * @param given the cuts that are on
 * @param numbered the points that are posted in the views
 * @param makeWhole works a view out of a scene
 * @param gaps the stretches that were taken out of the part, where its views are interrupted
 * @param makePictorial works the isometric out, if one is wanted
 */
export const drawSheet = (
  part: BuiltPart,
  setup: SheetSetup,
  title: TitleText,
  given: readonly Section[],
  numbered: Numbered = { points: [] },
  makeWhole: ViewMaker = (name, scene) => viewOf(scene, VIEW_FRAMES[name], part.tol),
  makeAuxiliary: AuxiliaryMaker = remembering((frame) => viewOf(part.bodies, frame, part.tol)),
  layDimensions?: LayDimensions,
  gaps: readonly Gap[] = [],
  makePictorial: () => PictorialView = () => ({ view: makeAuxiliary(ISOMETRIC_SIGHT), paths: [] }),
): Sheet => {
  const sections = namedForSheet(given, setup.rules, numbered.points);
  const filled: TitleText = { ...title, own: setup.ownFields };
  const paper = { ...paperFrame(setup), name: paperTitle(setup) };
  const { box } = part;
  const makeView: ViewMaker = (name, scene) =>
    interruptedView(makeWhole(name, scene), VIEW_FRAMES[name], gaps);
  const asDrawn = new Map<ViewName, View>();
  const shownIn = (name: ViewName): View => {
    const known = asDrawn.get(name);
    if (known) return known;
    const base = makeView(name, cutShownIn(name, sections, setup)?.remains ?? part.bodies);
    const outs = brokenOutIn(name, sections, setup).map((o) => ({
      ...o,
      view: makeView(name, o.section.remains),
    }));
    const isHiddenKept = setup.rules.hiddenBehindCut === 'kept';
    const view = outs.length ? brokenView(base, outs, isHiddenKept, part.tol.linear) : base;
    asDrawn.set(name, view);
    return view;
  };
  const dimensioned = layDimensions && dimensioning(part, layDimensions, shownIn, sections);
  const load = loadOf(part, sections, makeAuxiliary, dimensioned?.margins);
  // what fits nowhere is drawn at the smallest scale all the same
  const fixed = setup.scale === 'fit' ? (scalesOf(part.units).at(-1) as number) : setup.scale;
  // where no scale has room for the auxiliary views, the the views and true shapes alone decide
  const best =
    setup.scale === 'fit'
      ? (largestFit(setup, load) ?? largestFit(setup, { ...load, beside: () => true }))
      : undefined;
  const { ratio, placement } = best ?? { ratio: fixed, placement: placementAt(fixed, setup, load) };
  const { layout, margins, shapes, scale, shapesFit, viewsFit } = placement;
  const edgeViews = placement.edgeViews.map((e) => ({
    ...e,
    title: `Auxiliary view, plane ${e.cut} as an edge`,
    view: makeAuxiliary(e.frame),
  }));
  const findings: Fault[] = shapesFit ? [] : [tooMuch(setup, load, ratio, viewsFit, shapes)];
  const used = new Set<string>();
  const views = [...layout.boxes].map(([name, home]): PlacedView => {
    const section = cutShownIn(name, sections, setup);
    const brokenOut = brokenOutIn(name, sections, setup);
    const ends = endsSeenIn(VIEW_FRAMES[name], part, setup.brokenEnds ?? []);
    if (section) used.add(section.plane.name);
    const title = viewTitle(name, setup.rules.names);
    return {
      name,
      title: !section
        ? title
        : setup.rules.cutTitles
          ? `Section ${sectionsTogether(section, sections)
              .map(({ plane }) => `${plane.name}-${plane.name}`)
              .join(', ')}`
          : `Sectional ${title.toLowerCase()}`,
      box: home,
      view: shownIn(name),
      toPaper: viewToPaper(name, lowOf(box), unscaled(box), home, scale),
      ...(section ? { cut: section.plane.name } : {}),
      ...(ends.length ? { ends } : {}),
      ...(brokenOut.length ? { brokenOut } : {}),
    };
  });
  const beside = placeAuxiliaries(part, setup, placement, makeAuxiliary);
  const auxiliaries = beside.placed;
  findings.push(...beside.findings);
  const pictorial = setup.rules.pictorial
    ? placePictorial(makePictorial(), scale, layout, inner(paper.frame, 2), [
        ...takenRooms(setup, placement, part.units),
        ...auxiliaries.map((a) => a.room),
        ...(setup.rules.mitre ? layout.mitres.map((m) => between(m.from, m.to)) : []),
      ])
    : undefined;
  if (pictorial && !pictorial.fits) findings.push(NO_ROOM_FOR_PICTORIAL);
  const taken = [
    ...takenRooms(setup, placement, part.units),
    ...auxiliaries.map((a) => a.room),
    ...(pictorial?.fits ? [pictorial.room] : []),
  ];
  const balloons = setup.rules.balloons
    ? placeBalloons(
        setup.partsRows ?? [],
        views,
        sections,
        part.bodies,
        part.tol,
        new Map([...layout.boxes.keys()].map((name, i) => [name, taken[i] as Rect])),
        inner(paper.frame, 2),
        taken,
      )
    : { placed: [], findings: [] };
  findings.push(...balloons.findings);
  findings.push(
    ...titleTrouble(paper, filled, { scale: scaleText(ratio), units: part.units, paper: paper.name }),
  );
  const postings = new Map(
    views.map((v) => {
      const section = sectionShownIn(v, sections);
      const edges = (section?.remains ?? part.bodies).flatMap((body) => body.edges);
      return [v.name, postingsIn(v.view, numbered.points, edges, part.tol.linear)] as const;
    }),
  );
  const bare = {
    paper,
    scale,
    angle: setup.angle,
    gaps: gapsOf(setup),
    titles: titleGuides(setup.rules),
    firstLine: setup.rules.uprightNamed && setup.rules.referenceLines ? 2 : 1,
    margins,
    holeTable: setup.holeTable,
    dimensions: dimensioned?.laid(setup, scale) ?? NO_DIMENSIONS,
    units: part.units,
    box,
    interruptions: gaps,
    layout,
    views,
    shapes,
    sections,
    auxiliaries,
    edgeViews,
    planeTraces: placement.planeTraces,
    pictorial: pictorial?.fits ? pictorial : undefined,
    balloons: balloons.placed,
    postings,
    findings,
  };
  return { ...bare, ink: composeInk(bare, part, setup, filled, scaleText(ratio), numbered) };
};
