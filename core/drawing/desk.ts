import { type ExplodedPart, explodedPart, pathsSeen } from '../assembly/explodedPart.ts';
import { type DimensionBooks, openBooks } from '../dimension/books.ts';
import type { SurfacesByKey } from '../dimension/surfacesByKey.ts';
import type { Finding } from '../finding/finding.ts';
import { findingsOf } from '../finding/findings.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES, type ViewFrame } from '../geometry/viewFrames.ts';
import { featureCentres } from '../ledger/ledger.ts';
import { type NumberedPoint, numberPoints } from '../ledger/numbering.ts';
import type { Posting } from '../ledger/postings.ts';
import type { Fault, Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { sameData } from '../number/sameData.ts';
import { type ModelledPart, modelledPart } from '../part/model.ts';
import type { TraceFile } from '../part/schema.ts';
import type { Divisions } from '../section/cutPoints.ts';
import { drawnPlane } from '../section/drawnTrace.ts';
import { type Section, sectionOf } from '../section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../section/trace.ts';
import { namedForSheet } from '../sheet/cutNames.ts';
import { dimensioning } from '../sheet/dimensions/dimensioning.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import { fullnessOf, type Offer, offersFor } from '../sheet/layout/fit.ts';
import { largerThanAnyPaper } from '../sheet/layout/longestOnPaper.ts';
import { type SettingOut, settingOut } from '../sheet/layout/settingOut.ts';
import { numberingOf, type SheetSetup } from '../sheet/setup.ts';
import { drawSheet, loadOf } from '../sheet/sheet.ts';
import { actingWith } from '../sheet/views/actTogether.ts';
import type { BrokenEnd } from '../sheet/views/brokenEnds.ts';
import { isBrokenOut, looksSquareAt } from '../sheet/views/brokenOut.ts';
import { cutShownIn } from '../sheet/views/cutShownIn.ts';
import { ISOMETRIC_SIGHT, type PictorialView } from '../sheet/views/pictorialView.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { asDrawn, type Gap, type Interruption, placeAsDrawn } from '../solid/interruption.ts';
import { type Measures, measureSolid, measureTogether } from '../solid/measure.ts';
import { fulfilment } from '../task/fulfilment.ts';
import type { TaskStanding } from '../task/task.ts';
import type { SceneBody } from '../view/scene.ts';
import { seeScene, type View, type ViewMemory, viewOf } from '../view/view.ts';
import { missedCut, traceView, unseenCut } from './cutFaults.ts';
import { dimensionsOnSheet } from './dimensioned.ts';
import type { Drawing } from './drawing.ts';
import { type InterruptedPart, interruptedPart, proposedInterruption } from './interruptedPart.ts';
import { type Distances, openGaps } from './openGaps.ts';
import { setupOnSheet } from './partsRows.ts';
import { type ProposedFront, proposeFront } from './proposedFront.ts';
import { type ProposedViews, proposeViews } from './proposedViews.ts';
import { partOfBooks, type SizesOf } from './sizesWanted.ts';

/** A numbered point with its postings in the views as they are drawn on the sheet. */
export type PostedPoint = NumberedPoint & { readonly postings: Partial<Record<ViewName, Posting>> };

/** Everything the desk shows of a drawing, or why it cannot be drawn. */
export type Worked =
  | {
      readonly ok: true;
      readonly part: BuiltPart;
      /** drawn of the part as its interrupted views have it; what is counted from the part counts from `part` */
      readonly sheet: Sheet;
      /** the cuts that are on, of the part as it is, in the order of the sheet's own */
      readonly sections: readonly Section[];
      readonly rows: readonly PostedPoint[];
      readonly measures: Measures;
      /** how each line of the task stands */
      readonly task: readonly TaskStanding[];
      /** what is doubtful but drawn all the same */
      readonly findings: readonly Fault[];
    }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** `steps` does the same in stages of a few milliseconds, and may be left for good after any of them. */
export type Desk = {
  /** What is doubtful about the part and its cuts, where they can be drawn; slower than a picture. */
  readonly look: (d: Drawing) => readonly Finding[];
  readonly work: (d: Drawing) => Worked;
  /** The part as it is built, with its numbered corners; for pictorials and pointing. Undefined where it cannot be built. */
  readonly part: (d: Drawing) =>
    | {
        readonly part: BuiltPart;
        readonly modelled: ModelledPart;
        readonly points: readonly NumberedPoint[];
      }
    | undefined;
  /** The part with its bodies drawn apart; undefined where it cannot be built, or nothing comes off. */
  readonly exploded: (d: Drawing) => ExplodedPart | undefined;
  readonly steps: (d: Drawing) => Generator<undefined, Worked>;
  /** The books of the part's dimensions; undefined where it cannot be built. */
  readonly books: (d: Drawing) => DimensionBooks | undefined;
  /** The distances between the views that the dimensions of a drawing ask for; nothing where they stay. */
  readonly openGaps: (d: Drawing) => Distances | undefined;
  /** The stretch that the views of a long part would best leave out; nothing where there is none that is worth it. */
  readonly proposedInterruption: (d: Drawing) => Interruption | undefined;
  /** What is worth knowing while a sheet is planned; undefined where the drawing cannot be drawn. */
  readonly plan: (d: Drawing) => SheetPlan | undefined;
};

/** The setting out of a drawing, with changes that would make it fit or use the paper better. */
export type SheetPlan = {
  readonly offers: readonly Offer[];
  readonly proposed: ProposedViews;
  readonly front: ProposedFront;
  readonly settingOut: SettingOut;
  /** how much of the free area the group covers, 0 to 1 */
  readonly fullness: number;
};

/** A part with the views of it that were drawn so far, and what they leave for its next state. */
type SeenPart = {
  readonly part: BuiltPart;
  /** the plain views */
  readonly views: Map<ViewName, View>;
  /** the same with tangent joins, where they are wanted */
  readonly tangents: Map<ViewName, View>;
  /** views along free directions, by the direction */
  readonly auxiliaries: Map<string, View>;
  readonly memories: Map<ViewName, ViewMemory>;
  /** the same of the last sectional views, by cut and view */
  readonly sectional: Map<string, ViewMemory>;
};
/** Nothing is drawn yet. @param before the views of the part's last state */
const unseenPart = (part: BuiltPart, before: SeenPart | undefined): SeenPart => ({
  part,
  views: new Map(),
  tangents: new Map(),
  auxiliaries: new Map(),
  memories: before?.memories ?? new Map(),
  sectional: before?.sectional ?? new Map(),
});

type Remembered = {
  key: string;
  modelled: ModelledPart;
  part: BuiltPart;
  /** the part as it is, with its views */
  readonly whole: SeenPart;
  /** the part as its interrupted views draw it, or why they cannot; by what they leave out */
  shorter?: {
    readonly key: string;
    readonly drawn: Result<InterruptedPart>;
    readonly seen: SeenPart | undefined;
  };
  /** what the names hang on besides the part */
  naming: string;
  points: NumberedPoint[];
  measures: Measures;
  /** the books of its dimensions, once they are asked for */
  books?: {
    readonly ends: readonly BrokenEnd[];
    readonly by: SizesOf;
    readonly opened: DimensionBooks | undefined;
  };
  /** the part with its bodies apart, once it is asked for */
  exploded?: { readonly drawn: ExplodedPart | undefined };
};

/**
 * A desk remembers the last part it built, with its views, by value: a change of cut, scale or angle leaves the part alone, a
 * dragged plane only redoes the section and the views that show it, and a changed size only what it touches. It keeps
 * one state, so it does not grow with the number of changes.
 */
export const openDesk = (): Desk => {
  let last: Remembered | undefined;

  const build = (d: Drawing): Remembered | readonly Fault[] => {
    if (!d.part.bodies.length) return [NOTHING];
    const key = JSON.stringify(d.part);
    if (last?.key === key) return named(d, last);
    const modelled = modelledPart(d.part, last?.modelled);
    if (!modelled.ok) return modelled.faults;
    const built = buildPart(modelled.value.model, last?.part);
    if (!built.ok) return built.faults;
    const part = built.value;
    const measures = measureTogether(part.bodies.map(({ solid, edges }) => measureSolid(solid, edges)));
    last = {
      key,
      modelled: modelled.value,
      part,
      naming: namingOf(d),
      points: pointsOf(d, part),
      measures,
      whole: unseenPart(part, last?.whole),
    };
    return last;
  };

  function* steps(d: Drawing): Generator<undefined, Worked> {
    const known = build(d);
    if (!('part' in known)) return { ok: false, faults: known };
    yield undefined;
    const { part: whole } = known;
    const oversize = largerThanAnyPaper(d.setup, whole);
    if (oversize) return { ok: false, faults: [oversize] };
    const findings: Fault[] = [];
    const cuts: StatedCut[] = [];
    for (const { trace, on } of d.cuts) {
      const plane = cuttingPlane(trace, d.part);
      // one that is not drawn must be sound too: it is kept with the drawing
      if (!plane.ok) return { ok: false, faults: plane.faults };
      if (on) cuts.push({ trace, plane: plane.value });
    }
    const shown = shownPart(d, known, cuts);
    const { seen, gaps } = shown;
    const { part, views } = seen;
    findings.push(...shown.faults);
    const sections: Section[] = [];
    const wholeSections: Section[] = [];
    for (const [i, { trace, plane }] of cuts.entries()) {
      const divisions = divisionsOf(d.setup);
      const planes = cuts.map((c) => c.plane);
      const others = actingWith(plane.name, planes, d.setup);
      const section = sectionOf(whole, plane, divisions, others);
      if (!section.bodies.length) findings.push(missedCut(plane, whole, others));
      else if (!isBrokenOut(d.setup, trace.name) && !d.setup.views.includes(traceView(plane)))
        findings.push(unseenCut(plane));
      wholeSections.push(section);
      sections.push(
        gaps.length
          ? sectionOf(
              part,
              shown.planes[i] as CuttingPlane,
              divisions,
              actingWith(plane.name, shown.planes, d.setup),
            )
          : section,
      );
      yield undefined;
    }
    const plain = (name: ViewName): View => {
      if (d.setup.rules.tangents) return withTangents(seen, name);
      const drawn = views.get(name);
      if (drawn) return drawn;
      const { view, memory } = seeScene(part.bodies, VIEW_FRAMES[name], part.tol, seen.memories.get(name));
      views.set(name, view);
      seen.memories.set(name, memory);
      return view;
    };
    const cutViews = new Map<string, View>();
    const sectional = (name: ViewName, scene: readonly SceneBody[]): View => {
      const key = `${sections.find((s) => s.remains === scene)?.plane.name} ${name}`;
      const drawn = cutViews.get(key);
      if (drawn) return drawn;
      const { view, memory } = seeScene(scene, VIEW_FRAMES[name], part.tol, seen.sectional.get(key));
      seen.sectional.set(key, memory);
      cutViews.set(key, view);
      return view;
    };
    const viewIn = (name: ViewName, scene: readonly SceneBody[]): View =>
      scene === part.bodies ? plain(name) : sectional(name, scene);
    for (const name of d.setup.views) {
      viewIn(name, cutShownIn(name, sections, d.setup)?.remains ?? part.bodies);
      yield undefined;
    }
    const numbered = {
      points: known.points.map((p) => ({ ...p, at: asDrawn(gaps, p.at) })),
      moved: d.labels,
      unnamed: new Set(d.part.bodies.filter((b) => b.standard).map((b) => b.name)),
      centres:
        d.setup.rules.projectorsFeature === undefined
          ? undefined
          : featureCentres(d.part).map((c) => ({ ...c, at: asDrawn(gaps, c.at) })),
    };
    const sheet = drawSheet(
      part,
      edgesAsDrawn(
        setupOnSheet(d, () => booksOf(d, known)),
        sections,
        gaps,
      ),
      d,
      sections,
      numbered,
      viewIn,
      (frame) => auxiliaryOf(seen, frame),
      dimensionsOnSheet(d, () => booksOf(d, known), shown.surfaces),
      gaps,
      () => pictorialOnSheet(d, known),
    );
    yield undefined;
    const rows = known.points.map((p) => ({
      ...p,
      postings: Object.fromEntries(
        [...sheet.postings].map(([name, posted]) => [name, posted.get(p.key) ?? ('none' as const)]),
      ),
    }));
    return {
      ok: true,
      part: whole,
      sheet,
      sections: namedForSheet(wholeSections, d.setup.rules, known.points),
      rows,
      measures: known.measures,
      task: fulfilment(d.task ?? [], { setup: d.setup, part: whole, file: d.part, sheet }),
      findings: [...findings, ...sheet.findings],
    };
  }

  const work = (d: Drawing): Worked => {
    const run = steps(d);
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
    }
  };
  const look = (d: Drawing): readonly Finding[] => {
    const known = build(d);
    if (!('part' in known)) return [];
    const planes = d.cuts.flatMap((c) => {
      const plane = c.on ? cuttingPlane(c.trace, d.part) : undefined;
      return plane?.ok ? [plane.value] : [];
    });
    return findingsOf(known.part, planes);
  };
  const part: Desk['part'] = (d) => {
    const known = build(d);
    return 'part' in known ? { part: known.part, modelled: known.modelled, points: known.points } : undefined;
  };
  const exploded: Desk['exploded'] = (d) => {
    const known = build(d);
    return 'part' in known ? explodedOf(known) : undefined;
  };
  const books: Desk['books'] = (d) => {
    const known = build(d);
    return 'part' in known ? booksOf(d, known) : undefined;
  };
  const gapsFor: Desk['openGaps'] = (d) => {
    const worked = work(d);
    const known = build(d);
    if (!worked.ok || !('part' in known)) return undefined;
    const { seen, surfaces } = shownOn(d, known, worked.sheet);
    const lay = dimensionsOnSheet(d, () => booksOf(d, known), surfaces);
    const { sheet } = worked;
    const viewIn = (name: ViewName): View =>
      sheet.views.find((v) => v.name === name)?.view ?? plainViews(seen)(name);
    return (
      lay &&
      openGaps(
        seen.part,
        setupOnSheet(d, () => booksOf(d, known)),
        sheet.sections,
        lay,
        viewIn,
      )
    );
  };
  const plan: Desk['plan'] = (d) => {
    const worked = work(d);
    const known = build(d);
    if (!worked.ok || !('part' in known)) return undefined;
    const { part: built, sheet } = worked;
    const { seen, surfaces } = shownOn(d, known, sheet);
    const lay = dimensionsOnSheet(d, () => booksOf(d, known), surfaces);
    const load = loadOf(
      seen.part,
      sheet.sections,
      undefined,
      lay && dimensioning(seen.part, lay, plainViews(seen), sheet.sections).margins,
    );
    const onSheet = setupOnSheet(d, () => booksOf(d, known));
    return {
      offers: offersFor(onSheet, load),
      proposed: proposeViews(d.part, built),
      front: proposeFront(built),
      settingOut: settingOut(sheet),
      fullness: fullnessOf(sheet, onSheet),
    };
  };
  const proposed: Desk['proposedInterruption'] = (d) => {
    const known = build(d);
    return 'part' in known ? proposedInterruption(d.part, known.modelled.model, known.part) : undefined;
  };
  return {
    look,
    part,
    exploded,
    books,
    openGaps: gapsFor,
    proposedInterruption: proposed,
    plan,
    work,
    steps,
  };
};

/** The books of the part's dimensions; opened once for each state of the part, its ends that run on and the rule for its sizes. */
const booksOf = (d: Drawing, known: Remembered): DimensionBooks | undefined => {
  const { brokenEnds: ends = [], rules } = d.setup;
  const by = rules.dimensionsOf;
  if (!known.books || known.books.by !== by || !sameData(known.books.ends, ends))
    known.books = { ends, by, opened: openBooks(partOfBooks(d), known.part, ends) };
  return known.books.opened;
};
/** The uncut views of a part, by which dimensions are laid out where the sheet is only planned. */
const plainViews =
  (seen: SeenPart) =>
  (name: ViewName): View => {
    const view = seen.views.get(name) ?? viewOf(seen.part.bodies, VIEW_FRAMES[name], seen.part.tol);
    seen.views.set(name, view);
    return view;
  };

/** A cut that is on: as it is stated, and its plane through the part as it is. */
type StatedCut = { readonly trace: TraceFile; readonly plane: CuttingPlane };

/** The part that a sheet draws: as it is, or as its interrupted views have it. */
type Shown = {
  readonly seen: SeenPart;
  readonly gaps: readonly Gap[];
  /** the surfaces of what is drawn, where its views are interrupted */
  readonly surfaces?: SurfacesByKey | undefined;
  /** the cuts that are on, as they are drawn */
  readonly planes: readonly CuttingPlane[];
  /** why the views are not interrupted, where they should be */
  readonly faults: readonly Fault[];
};

/** The part as the views of a drawing show it; whole, and why, where a stretch cannot be left out. */
const shownPart = (d: Drawing, known: Remembered, cuts: readonly StatedCut[]): Shown => {
  const asItIs: Shown = {
    seen: known.whole,
    gaps: [],
    planes: cuts.map((c) => c.plane),
    faults: [],
  };
  const { interruptions } = d.setup;
  if (!interruptions?.length) return asItIs;
  const key = JSON.stringify(interruptions);
  if (known.shorter?.key !== key) {
    const drawn = interruptedPart(d.part, known.modelled.model, known.part, interruptions);
    known.shorter = {
      key,
      drawn,
      seen: drawn.ok ? unseenPart(drawn.value.part, known.shorter?.seen) : undefined,
    };
  }
  const { drawn, seen } = known.shorter;
  if (!drawn.ok || !seen) return { ...asItIs, faults: drawn.ok ? [] : drawn.faults };
  const { gaps, surfaces } = drawn.value;
  const planes = cuts.map(({ trace, plane }) => drawnPlane(trace, plane, gaps, known.part.box, d.part));
  const faults = planes.flatMap((p) => (p.ok ? [] : p.faults));
  if (faults.length) return { ...asItIs, faults };
  return { seen, gaps, surfaces, planes: planes.flatMap((p) => (p.ok ? [p.value] : [])), faults: [] };
};

/** The edges of broken-out sections go along with the part. */
const edgesAsDrawn = (setup: SheetSetup, sections: readonly Section[], gaps: readonly Gap[]): SheetSetup => {
  if (!gaps.length || !setup.shapes) return setup;
  const shapes = Object.entries(setup.shapes).map(([cut, own]) => {
    const section = sections.find((s) => s.plane.name === cut);
    const home = section && setup.views.find((name) => looksSquareAt(section, name));
    if (!own.edge || !home) return [cut, own];
    return [cut, { ...own, edge: own.edge.map((p) => [...placeAsDrawn(gaps, VIEW_FRAMES[home], p)]) }];
  });
  return { ...setup, shapes: Object.fromEntries(shapes) };
};

/** The part that a sheet was drawn of. */
const shownOn = (d: Drawing, known: Remembered, sheet: Sheet): Pick<Shown, 'seen' | 'surfaces'> =>
  sheet.interruptions.length ? shownPart(d, known, []) : { seen: known.whole };

const namingOf = ({ setup: { rules }, names }: Drawing): string =>
  JSON.stringify([numberingOf(rules), names]);
const pointsOf = (d: Drawing, part: BuiltPart): NumberedPoint[] =>
  numberPoints(part, numberingOf(d.setup.rules), d.names);
/** The part as it is known, its points named by the drawing's rules. */
const named = (d: Drawing, known: Remembered): Remembered => {
  const naming = namingOf(d);
  if (known.naming !== naming) {
    known.naming = naming;
    known.points = pointsOf(d, known.part);
  }
  return known;
};

/** A view with its tangent joins; it is worked out anew for every state of the part. */
const withTangents = (seen: SeenPart, name: ViewName): View => {
  const drawn = seen.tangents.get(name);
  if (drawn) return drawn;
  const view = viewOf(seen.part.bodies, VIEW_FRAMES[name], seen.part.tol, true);
  seen.tangents.set(name, view);
  return view;
};

/** A view along a free direction; it is worked out anew for every state of the part. */
const auxiliaryOf = (seen: SeenPart, frame: ViewFrame): View => {
  const key = frame.toward.join();
  const drawn = seen.auxiliaries.get(key);
  if (drawn) return drawn;
  const view = viewOf(seen.part.bodies, frame, seen.part.tol);
  seen.auxiliaries.set(key, view);
  return view;
};

/** The points on curved faces that the sheet's rules ask for, with the outlines of the views that are on it. */
const divisionsOf = ({ rules, views }: Drawing['setup']): Divisions | undefined =>
  rules.generators && {
    count: rules.generators,
    start: rules.firstGenerator ?? 'left',
    outlinesIn: views as ViewName[],
  };

/** The bodies of a part drawn apart; worked out once for each state of the part. */
const explodedOf = (known: Remembered): ExplodedPart | undefined => {
  known.exploded ??= { drawn: explodedPart(known.modelled, known.part) };
  return known.exploded.drawn;
};

/** The isometric of a sheet. It has no break lines: it shows the part whole, or its bodies apart. */
const pictorialOnSheet = (d: Drawing, known: Remembered): PictorialView => {
  const exploded = d.setup.rules.pictorialApart ? explodedOf(known) : undefined;
  return exploded
    ? {
        view: viewOf(exploded.part.bodies, ISOMETRIC_SIGHT, exploded.part.tol),
        paths: pathsSeen(exploded, ISOMETRIC_SIGHT),
      }
    : { view: auxiliaryOf(known.whole, ISOMETRIC_SIGHT), paths: [] };
};

/** A drawing whose statement is empty. */
const NOTHING: Fault = {
  path: ['part', 'bodies'],
  where: 'the statement',
  ...says('statement.empty'),
};
