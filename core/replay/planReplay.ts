import { pointOn2 } from '../geometry/curve2.ts';
import { distance2, length2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import { expandedPart } from '../part/expandedPart.ts';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import { cutPointKey } from '../section/cutPoints.ts';
import { isPrincipal } from '../section/section.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { breakLines, drawnLines, drawsHidden } from '../sheet/views/drawnLines.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import { type BuiltPart, buildPart, threadsOf } from '../solid/build.ts';
import { type StatedPlace, statedPlaces } from '../station/statedPlaces.ts';
import { type View, type ViewLine, viewOf } from '../view/view.ts';
import { setBoxesOut } from './boxes.ts';
import { chamferArc, chamferedEndsOf, drawChamferCircle, drawChamferedEnd } from './chamferedEnds.ts';
import { drawConeEnds } from './coneEnds.ts';
import { pointAt } from './coordinates.ts';
import { type Findable, joinFound } from './curvePoints.ts';
import { findCuts } from './cuts.ts';
import type { ReplayChoice } from './deed.ts';
import { finish } from './finishing.ts';
import { framedFeatures } from './framePoints.ts';
import { drawFreehandBreaks } from './freehandBreak.ts';
import type { Target } from './instruction.ts';
import { facesOfLine, featureOfLine } from './lineFaces.ts';
import { findOblique } from './obliqueCuts.ts';
import { radiusOrigin } from './origin.ts';
import { outlineOf } from './outlineWalk.ts';
import {
  beginPlan,
  cornersAt,
  darken,
  freshName,
  isLevelView,
  isSideView,
  type Named,
  type Plan,
  pointThere,
  take,
  workOn,
} from './plan.ts';
import { drawPlotted, edgeUnder } from './plotted.ts';
import { stepPolygon } from './polygonDrawn.ts';
import { polygonsOf } from './polygons.ts';
import { drawEllipse, drawRound } from './rounds.ts';
import type { Replay } from './step.ts';
import { drawTaper, statedTapers, withoutDerivedWidth } from './taperByRatio.ts';
import { tracePlaces } from './tracePlaces.ts';
import { drawTurned, foldPolygon, placeRoundAxis, roundCorners } from './turnedFeatures.ts';
import { inWords } from './words/inWords.ts';
import { namedWorths, sizeNames } from './words/sizeNames.ts';
import { writingFor } from './words/writing.ts';

/** The views in the order of work: the chosen one first, then those that share its lines, the back last. */
const orderOf = (views: readonly PlacedView[], first: ViewName): PlacedView[] => {
  const rank = (v: ViewName): number =>
    v === first ? 0 : v === 'front' ? 1 : isLevelView(v) ? 2 : isSideView(v) ? 3 : 4;
  return [...views].sort((a, b) => rank(a.name) - rank(b.name));
};

/** Into how many parts a circle is divided where the house rules number no points round curves. */
const DIVISIONS = 12;

const isCircle = (l: ViewLine): boolean => l.curve.type === 'conic' && l.curve.round;
const isPlotted = (l: ViewLine): boolean => l.curve.type === 'free' || l.curve.type === 'arch';

const drawStraight = (p: Plan, v: PlacedView, l: ViewLine, seen: boolean): void => {
  const s = stretchOnPaper(v.toPaper, l);
  const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
  const [from, to] = [pointAt(p, v.name, a), pointAt(p, v.name, b)];
  take(
    p,
    {
      view: v.name,
      stage: 'lines',
      tool: 'straight edge',
      instruction: {
        kind: 'drawLine',
        how: seen ? 'visible' : 'hidden',
        from: a,
        to: b,
        line: facesOfLine(p, l),
      },
      about: [...cornersAt(p, v, a), ...cornersAt(p, v, b)].map((c) => c.key),
    },
    [{ do: 'draw', seen, from, to }],
  );
};

/** The end of a part that runs on: a break line between the ends of its outline, which stand there already. */
const drawBreak = (p: Plan, v: PlacedView, [a, b]: readonly [Vec2, Vec2]): void => {
  workOn(p, { kind: 'breaks' }, v.name);
  const [from, to] = [pointAt(p, v.name, a), pointAt(p, v.name, b)];
  take(
    p,
    {
      view: v.name,
      stage: 'lines',
      tool: 'straight edge',
      instruction: { kind: 'breakLine', from: a, to: b },
      about: [...cornersAt(p, v, a), ...cornersAt(p, v, b)].map((c) => c.key),
    },
    [{ do: 'break', seen: true, from, to }],
  );
};

/** The part as its solids are before anything is cut out of them; nothing where nothing is cut out. */
const beforeCuts = (file: PartFile): BuiltPart | undefined => {
  const isCut = (f: { readonly op: string; readonly off?: boolean | undefined }): boolean =>
    f.op !== 'add' && !f.off;
  if (!file.bodies.some((b) => b.features.some(isCut))) return undefined;
  const model = partModel({
    ...file,
    bodies: file.bodies.map((b) => ({
      ...b,
      features: b.features.map((f) => (isCut(f) ? { ...f, off: true } : f)),
    })),
  });
  const built = model.ok ? buildPart(model.value) : undefined;
  return built?.ok ? built.value : undefined;
};

/** Whether a cone or a pyramid is part of what is drawn. */
const tapers = (file: PartFile): boolean =>
  file.bodies.some((b) =>
    b.features.some((f) => f.op === 'add' && (f.shape.kind === 'cone' || f.shape.kind === 'pyramid')),
  );

/** A view first drawn light as if nothing were cut. */
const drawUncut = (p: Plan, v: PlacedView, whole: View): void => {
  workOn(p, { kind: 'uncutSolid' }, v.name);
  for (const l of inOrder(p, { ...v, view: whole }, whole.lines)) {
    const s = stretchOnPaper(v.toPaper, l);
    if (l.curve.type !== 'line') continue;
    const [from, to] = [s.from, s.to].map((t) => pointAt(p, v.name, pointOn2(s.curve, t))) as [
      string,
      string,
    ];
    const line = freshName(p, 'l');
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: 'straight edge',
        instruction: { kind: 'uncutLine', line: facesOfLine(p, l) },
      },
      [{ do: 'join', line, a: from, b: to }],
    );
    p.strokes.push({ view: v.name, line });
  }
};

/** Big shapes first: straight lines by their length; where outlines are walked, those of the outline in that order before all others. */
const inOrder = (p: Plan, v: PlacedView, lines: readonly ViewLine[]): ViewLine[] => {
  const walked = p.choice.order === 'outline' ? (outlineOf(v)?.sides ?? []).map((s) => s.line) : [];
  const rank = (l: ViewLine): number => (walked.includes(l) ? walked.indexOf(l) : walked.length);
  const lengthOf = (l: ViewLine): number => {
    const s = stretchOnPaper(v.toPaper, l);
    return distance2(pointOn2(s.curve, s.from), pointOn2(s.curve, s.to));
  };
  return lines
    .map((l) => ({ l, length: lengthOf(l) }))
    .sort((a, b) => rank(a.l) - rank(b.l) || b.length - a.length)
    .map((x) => x.l);
};

/** A circle of a cut, through a point of it that was found. */
const drawFoundRound = (
  p: Plan,
  v: PlacedView,
  l: ViewLine,
  seen: boolean,
  found: readonly Findable[],
): void => {
  const s = stretchOnPaper(v.toPaper, l);
  if (s.curve.type !== 'conic') return;
  const { c, major } = s.curve;
  const r = length2(major);
  const through = found
    .map((f) => pointThere(p, placeOfPoint(v, f.at)))
    .find((name) => {
      const at = name === undefined ? undefined : p.board.points.get(name);
      return at !== undefined && Math.abs(distance2(at, c) - r) < 1e-6;
    });
  if (through !== undefined) {
    const centre = pointAt(p, v.name, c, 'cut');
    const circle = freshName(p, 'c');
    take(
      p,
      {
        view: v.name,
        stage: 'cut',
        tool: 'compass',
        instruction: { kind: 'circleOfCut' },
      },
      [{ do: 'circle', circle, centre, through }],
    );
    p.rims.push({ view: v.name, circle, centre: c, r });
  }
  drawRound(p, v.name, s, seen, facesOfLine(p, l));
};

/**
 * Plans the construction of a sheet's views from blank paper: boxes, circles and polygons where they are seen true, then the lines view by view,
 * each coordinate given, measured once, or projected from what is drawn.
 * @param stated the part as it is stated, for its sizes and polygons
 * @param corners the numbered corners, for the words
 * @param rules the house rules, for the lines that are drawn and whether light ones stay
 */
export const planReplay = (
  sheet: Sheet,
  stated: PartFile,
  part: BuiltPart,
  corners: readonly Named[],
  choice: ReplayChoice,
  rules: SheetSetup['rules'],
): Replay => {
  const file = expandedPart(stated);
  const cutPoints = sheet.sections.flatMap((s) =>
    s.bodies.flatMap((b) =>
      b.cutPoints.map(
        (c): Named => ({
          key: cutPointKey(s.plane.name, c.label),
          label: `${s.plane.name}${c.label}`,
          at: c.at,
          body: '',
          on: [],
          cut: true,
        }),
      ),
    ),
  );
  const scenes = sheet.sections.flatMap((s) => s.remains);
  const solid = (choice.order === 'uncut' && beforeCuts(file)) || part;
  const everyEdge = [...solid.bodies, ...scenes, ...part.bodies].flatMap((b) => b.edges);
  const edges = new Map<string, Edge>(everyEdge.map((e) => [e.key, e]));
  // bodies that are alike have edges of one key; an edge that a cut has clipped stands for the whole one
  const allEdges = new Map<string, Edge[]>([...edges].map(([key, e]) => [key, [e]]));
  for (const e of part.bodies.flatMap((b) => b.edges)) {
    const same = allEdges.get(e.key) as Edge[];
    if (!same.includes(e)) same.push(e);
  }
  const polygons = polygonsOf(file);
  const chamfered = chamferedEndsOf(file, polygons);
  const slopes = statedTapers(stated);
  // the figures of a chamfer's cone follow from its hexagon: no one states them
  const isStated = (s: StatedPlace): boolean =>
    !chamfered.some((e) => e.cone === s.feature && e.body === s.body);
  const p = beginPlan(
    sheet,
    choice,
    rules.generators ?? DIVISIONS,
    [...corners, ...cutPoints],
    edges,
    threadsOf(part.bodies),
    [
      ...statedPlaces(file)
        .filter(isStated)
        .map((s) => withoutDerivedWidth(s, slopes)),
      ...tracePlaces(sheet),
    ],
    file.bodies.flatMap((b) => b.features.map((f) => f.id)),
  );
  setBoxesOut(p, polygons);
  /** What a line is drawn for; a chamfer is drawn with the head or nut that has it. */
  const workedFor = (l: ViewLine): Target => {
    const feature = featureOfLine(p, l);
    return { kind: 'feature', name: chamfered.find((e) => e.cone === feature)?.feature ?? feature };
  };
  const views = orderOf(sheet.views, choice.first);
  // threads are drawn with the lines of the part
  const linesOf = new Map(
    views.map((v) => [
      v,
      [
        ...drawnLines(v, sheet.sections, rules),
        ...v.view.threads.filter((l) => l.class !== 'hidden' || drawsHidden(v, rules)),
      ],
    ]),
  );
  // what is seen true anywhere is drawn there first: everything else is projected from it
  const features = framedFeatures(file);
  const each = <T extends { readonly feature: string }>(list: readonly T[], draw: (x: T) => void): void => {
    for (const x of list) {
      workOn(p, { kind: 'feature', name: x.feature }, undefined);
      draw(x);
    }
  };
  each(features, (f) => placeRoundAxis(p, f));
  each(features, (f) => drawTurned(p, f));
  for (const v of views) each(polygons, (g) => stepPolygon(p, v.name, g));
  each(polygons, (g) => foldPolygon(p, g));
  each(features, (f) => roundCorners(p, f));
  each(features, (f) => drawConeEnds(p, f));
  each(chamfered, (e) => drawChamferCircle(p, e));
  each(slopes, (t) => drawTaper(p, t));
  // the circle in which a ball is cut, whose size no one states, waits for its points to be found
  const isUnstated = (v: PlacedView, { curve }: Stretch): boolean =>
    curve.type === 'conic' && radiusOrigin(p, v.name, curve.c, length2(curve.major)).source === 'calculated';
  const waits = (v: PlacedView, l: ViewLine): boolean =>
    v.cut !== undefined && l.curve.type === 'conic' && isUnstated(v, stretchOnPaper(v.toPaper, l));
  for (const v of views)
    for (const seen of [true, false])
      for (const l of (linesOf.get(v) ?? []).filter((x) => isCircle(x) && (x.class !== 'hidden') === seen))
        if (!waits(v, l)) {
          workOn(p, workedFor(l), v.name);
          drawRound(p, v.name, stretchOnPaper(v.toPaper, l), seen, facesOfLine(p, l));
        }
  each(chamfered, (e) => drawChamferedEnd(p, e));
  let found: readonly Findable[] = [];
  const drawLines = (v: PlacedView, seen: boolean): void => {
    const own = (linesOf.get(v) ?? []).filter(
      (l) => (l.class !== 'hidden') === seen && (!isCircle(l) || waits(v, l)) && !isPlotted(l),
    );
    for (const l of inOrder(p, v, own)) {
      workOn(p, workedFor(l), v.name);
      if (l.curve.type === 'line') drawStraight(p, v, l, seen);
      else if (isCircle(l)) drawFoundRound(p, v, l, seen, found);
      else if (!(v.cut && joinFound(p, v, l, seen, found)))
        drawEllipse(
          p,
          v.name,
          stretchOnPaper(v.toPaper, l),
          seen,
          facesOfLine(p, l),
          edges.get(l.sources[0] as string),
        );
    }
  };
  const drawView = (v: PlacedView): void => {
    drawFreehandBreaks(p, v, part, linesOf.get(v) ?? []);
    drawLines(v, true);
    for (const ends of breakLines(v, sheet.sections)) drawBreak(p, v, ends);
    if (choice.hidden === 'per view') drawLines(v, false);
  };
  if (choice.order === 'uncut' && solid !== part) p.uncutCorners = numberPoints(solid);
  // where nothing is cut out, only what a plane cuts off is drawn whole first; what tapers always is: its cut points lie on lines to the apex
  const isWholeFirst = (v: PlacedView): boolean =>
    choice.order === 'uncut' ? v.cut !== undefined || solid !== part : v.cut !== undefined && tapers(file);
  for (const v of views.filter(isWholeFirst))
    drawUncut(p, v, viewOf(solid.bodies, VIEW_FRAMES[v.name], solid.tol));
  // views that stay whole come before the cut; what remains is drawn from the cut points
  for (const v of views.filter((x) => !x.cut)) drawView(v);
  const cuts = findCuts(p, edges, part.tol.linear);
  const oblique = sheet.sections
    .filter((s) => s.bodies.length && !isPrincipal(s))
    .flatMap((s) => findOblique(p, s, edges, part.tol.linear) ?? []);
  found = [...cuts.found, ...oblique.flatMap((o) => o.found)];
  for (const v of views.filter((x) => x.cut)) drawView(v);
  if (choice.hidden === 'last') for (const v of views) drawLines(v, false);
  // curves come last: they are plotted from the circles of the other views
  for (const v of views) {
    const arcs: { readonly on: Target; readonly draw: () => void }[] = [];
    for (const l of (linesOf.get(v) ?? []).filter(isPlotted)) {
      const seen = l.class === 'visible';
      const on = workedFor(l);
      workOn(p, on, v.name);
      if (v.cut && joinFound(p, v, l, seen, found)) continue;
      const edge = edgeUnder(v, l, allEdges);
      const draw = edge && chamferArc(p, v, l, seen, edge, chamfered);
      if (draw) arcs.push({ on, draw });
      else drawPlotted(p, v.name, l, seen, allEdges);
    }
    // all centres are found before the first arc is drawn
    for (const { on, draw } of arcs) {
      workOn(p, on, v.name);
      draw();
    }
  }
  for (const draw of [...cuts.shapes, ...oblique.map((o) => o.shape)]) draw();
  darken(p);
  finish(p, rules);
  const wording = {
    plan: p,
    written: writingFor(file, sheet),
    sizeNames: sizeNames(file),
    named: namedWorths(file),
  };
  return inWords(wording, p.steps, choice.method);
};
