import { boxOf2, pointOn2 } from '../geometry/curve2.ts';
import { along2, distance2, dot, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { isOfFeature, type NumberedPoint } from '../ledger/numbering.ts';
import type { ViewName } from '../part/schema.ts';
import type { CutPoint } from '../section/cutPoints.ts';
import type { Section } from '../section/section.ts';
import { stepLines } from '../section/steps.ts';
import { cutterOf, type Leg } from '../section/trace.ts';
import type { BuiltPart } from '../solid/build.ts';
import { VIEW_FRAMES } from '../view/frames.ts';
import { shadowsOf } from '../view/project.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View, ViewLine } from '../view/view.ts';
import type { PlacedAuxiliary } from './auxiliary.ts';
import {
  type CentreLine,
  centreLinesOf,
  type FeatureAxis,
  featureAxes,
  pitchCirclesOf,
} from './centreLines.ts';
import { chainDashes, crossDashes, hiddenDashes } from './dash.ts';
import { drawnLines, sectionOf } from './drawnLines.ts';
import { hatchLines, hatchStyle } from './hatch.ts';
import { type Ink, type Layer, letters, type Stretch, straight, stroke } from './ink.ts';
import type { ReferenceLine } from './layout.ts';
import type { Rect } from './paper.ts';
import type { PlacedPictorial } from './pictorialView.ts';
import { type PlacedView, placeOfPoint } from './placedView.ts';
import { labelInk, type PointLabel, pointLabels } from './pointLabels.ts';
import { keptProjectors } from './projectors.ts';
import { numberingOf, type SheetSetup } from './setup.ts';
import type { Numbered, Sheet } from './sheet.ts';
import { onPaper, stretchOnPaper } from './similarity.ts';
import { staggered } from './stagger.ts';
import { symmetryLines } from './symmetry.ts';
import { checkBar, type TitleText, titleBlock } from './titleBlock.ts';
import { traceInk } from './traceLine.ts';
import { inShape, type PlacedShape } from './trueShape.ts';

/** Turns the sheet's objects into ink, in drawing order: light lines first, outlines over them, lettering last. */
export const composeInk = (
  sheet: Omit<Sheet, 'ink'>,
  part: BuiltPart,
  setup: SheetSetup,
  title: TitleText,
  scale: string,
  numbered: Numbered,
): Ink[] => {
  const styles = new Map(part.bodies.map((b, i) => [b.solid.name, i]));
  const areaOnPaper = (s: Section, body: string): number =>
    (s.bodies.find((b) => b.name === body)?.face.area ?? 0) * sheet.scale * sheet.scale;
  const styleOf = (s: Section, body: string) => hatchStyle(styles.get(body) ?? 0, areaOnPaper(s, body));
  // views of one scene share its axes
  const axes = new Map<readonly SceneBody[], FeatureAxis[]>();
  const axesOf = (scene: readonly SceneBody[]): FeatureAxis[] => {
    const known = axes.get(scene) ?? featureAxes(scene, part.tol.linear);
    axes.set(scene, known);
    return known;
  };
  const ink: Ink[] = [
    ...titleBlock(sheet.paper, title, sheet.angle, { scale, units: part.units, paper: sheet.paper.name }),
    ...checkBar(sheet.paper, part.units).ink,
    ...referenceInk(sheet, setup),
    ...(setup.rules.projectors === 'kept' ? keptInk(sheet, setup, numbered, part) : []),
    ...sheet.views.flatMap((v) => {
      const draw = (): Ink[] => viewInk(v, sheet, part, setup, styleOf, axesOf);
      return v.cut ? draw() : remembered(v, setup.rules, draw);
    }),
    ...sheet.shapes.flatMap((s) => shapeInk(s, sheet, setup, styleOf)),
    ...sheet.auxiliaries.flatMap((a) => auxiliaryInk(a, setup, axesOf(part.bodies), part.tol.linear)),
    ...(sheet.pictorial ? pictorialInk(sheet.pictorial) : []),
    ...sheet.sections.flatMap((s) => traceInk(s, sheet)),
  ];
  return setup.rules.corners ? [...ink, ...cornerNames(sheet, setup, numbered, ink, part)] : ink;
};

/** The corners that a feature has a part in; all of them where none is asked for, or it has gone from the part. */
const cornersOf = (
  points: readonly NumberedPoint[],
  feature: string | undefined,
  part: BuiltPart,
): readonly NumberedPoint[] => {
  const there =
    feature !== undefined && part.bodies.some((b) => b.solid.faces.some((f) => isOfFeature(f.key, feature)));
  return there ? points.filter((p) => p.on.some((k) => isOfFeature(k, feature))) : points;
};

/** Layers of lines that names of points are kept off, besides the view's own. */
const LIGHT: ReadonlySet<Layer> = new Set(['centre', 'projectors', 'reference', 'mitre', 'trace']);

/** The corners' names in every view that is not a section; there the cut points have theirs. */
const cornerNames = (
  sheet: Omit<Sheet, 'ink'>,
  setup: SheetSetup,
  { points, moved }: Numbered,
  ink: readonly Ink[],
  part: BuiltPart,
): Ink[] => {
  const labels: PointLabel[] = [];
  const light = ink.flatMap((i) =>
    i.kind === 'stroke' && LIGHT.has(i.layer) ? (i.whole ? [i.whole] : i.stretches) : [],
  );
  const named = cornersOf(points, setup.rules.namesOf, part);
  for (const v of sheet.views.filter((x) => !x.cut)) {
    const postings = sheet.postings.get(v.name) ?? new Map();
    labels.push(...pointLabels(v, named, postings, numberingOf(setup.rules), labels, light, moved));
  }
  return labels.flatMap(labelInk);
};

/** The planes that meet in a line between views: the vertical one in front, the horizontal one above or below, a profile plane beside. */
const planeOf = (v: ViewName): string =>
  v === 'front' || v === 'back' ? 'VP' : v === 'top' || v === 'bottom' ? 'HP' : 'PP';

/** The names of the two planes, each on its own side of their line, near its beginning. */
const planeNames = (r: ReferenceLine, boxes: ReadonlyMap<ViewName, Rect>): Ink[] => {
  const level = r.from[1] === r.to[1];
  return r.between.flatMap((v) => {
    const box = boxes.get(v);
    if (!box) return [];
    const [x, y] = r.from[level ? 0 : 1] < r.to[level ? 0 : 1] ? r.from : r.to;
    const before = level ? box.y + box.h / 2 > y : box.x + box.w / 2 > x;
    // an upright line passes between the views, where their names do not reach
    const at: Vec2 = level
      ? [x + 4, before ? y + 1.4 : y - 3.6]
      : [before ? x + 4 : x - 4, box.y + box.h / 2 - 1];
    return [letters('reference', planeOf(v), at, 2.2)];
  });
};

/** XY lines with their letters, and mitre lines. */
const referenceInk = (sheet: Omit<Sheet, 'ink'>, setup: SheetSetup): Ink[] => {
  const out: Ink[] = [];
  if (setup.rules.referenceLines)
    for (const r of sheet.layout.referenceLines) {
      out.push(stroke('reference', 'reference', [straight(r.from, r.to)]));
      if (setup.rules.planes) out.push(...planeNames(r, sheet.layout.boxes));
      if (r.name === 'upright') continue;
      out.push(
        letters('reference', 'X', [r.from[0] - 3, r.from[1] - 1.2], 2.5),
        letters('reference', 'Y', [r.to[0] + 3, r.to[1] - 1.2], 2.5),
      );
    }
  if (setup.rules.mitre)
    for (const m of sheet.layout.mitres) out.push(stroke('mitre', 'projector', [straight(m.from, m.to)]));
  return out;
};

/** A projector square to the trace may end this far beside its foot, mm. */
const ASIDE = 1e-3;

/** The projectors that are kept: those of the cut points or of all corners, and from the trace to X1Y1 and on. */
const keptInk = (
  sheet: Omit<Sheet, 'ink'>,
  { rules }: SheetSetup,
  { points, centres = [] }: Numbered,
  part: BuiltPart,
): Ink[] => {
  const { projectorsFeature: feature } = rules;
  const of =
    rules.projectorsOf === 'corners'
      ? [...cornersOf(points, feature, part), ...centres.filter((c) => c.feature === feature)].map(
          (p) => p.at,
        )
      : sheet.sections.flatMap((s) => s.bodies.flatMap((b) => b.cutPoints.map((p) => p.at)));
  const into = rules.projectorsOf === 'corners' ? rules.projectorsInto : undefined;
  const lines = keptProjectors(of, sheet.views, sheet.layout.mitres, rules.transfer ?? 'mitre', into);
  for (const s of sheet.sections) {
    const shape = sheet.shapes.find((x) => x.cut === s.plane.name);
    const home = sheet.views.find((v) => v.name === s.plane.seenIn);
    if (!shape || !home) continue;
    for (const p of s.bodies.flatMap((b) => b.cutPoints)) {
      const at = shapePlace(shape, s, p);
      const foot = footOn(shape, at);
      const from = placeOfPoint(home, p.at);
      // where a bent cut is turned into line its further legs no longer stand opposite their trace
      const aside = Math.abs(dot2(sub2(foot, from), s.plane.direction));
      if (!shape.apart && aside < ASIDE) lines.push(straight(from, foot));
      if (distance2(foot, at) > 0.1) lines.push(straight(foot, at));
    }
  }
  return lines.length ? [stroke('projectors', 'projector', lines)] : [];
};

/** A point of the cut in its true shape on the paper. */
export const shapePlace = (shape: PlacedShape, s: Section, p: Pick<CutPoint, 'along' | 'across'>): Vec2 =>
  onPaper(shape.toPaper, inShape(s.plane, p.along, p.across));

/** The foot of the perpendicular on X1Y1. */
export const footOn = (shape: PlacedShape, at: Vec2): Vec2 => {
  const { from, to } = shape.line;
  const e: Vec2 = [to[0] - from[0], to[1] - from[1]];
  const k = ((at[0] - from[0]) * e[0] + (at[1] - from[1]) * e[1]) / (e[0] ** 2 + e[1] ** 2);
  return [from[0] + k * e[0], from[1] + k * e[1]];
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

/** A leg counts as seen edge-on below this sine. */
const EDGE_ON = 1e-9;

type StyleOf = (s: Section, body: string) => { angle: number; spacing: number };

/**
 * The ink of a whole view depends on nothing but the view, its place and whether its hidden lines are wanted, so a view that stays while a plane is dragged keeps its
 * ink.
 */
const wholeViews = new WeakMap<View, { readonly place: string; readonly ink: Ink[] }>();
const remembered = (v: PlacedView, rules: SheetSetup['rules'], draw: () => Ink[]): Ink[] => {
  const place = JSON.stringify([v.toPaper, v.box, v.title, rules.noHidden?.includes(v.name), rules.symmetry]);
  const known = wholeViews.get(v.view);
  if (known?.place === place) return known.ink;
  const ink = draw();
  wholeViews.set(v.view, { place, ink });
  return ink;
};

const chainInk = (whole: Stretch, view: string, arm: boolean): Ink =>
  stroke('centre', 'centre', arm ? crossDashes(whole) : chainDashes(whole), { view, whole });

const viewInk = (
  v: PlacedView,
  sheet: Omit<Sheet, 'ink'>,
  part: BuiltPart,
  setup: SheetSetup,
  styleOf: StyleOf,
  axesOf: (scene: readonly SceneBody[]) => readonly FeatureAxis[],
): Ink[] => {
  const out: Ink[] = [];
  const section = sectionOf(v, sheet.sections);
  const tol = part.tol.linear;
  const f = VIEW_FRAMES[v.name];
  const place = (s: Stretch): Stretch => stretchOnPaper(v.toPaper, s);
  if (section)
    for (const { name, face } of section.bodies) {
      const rim = face.outline.flatMap((l) =>
        l.pieces.flatMap((p) => {
          const leg = section.plane.legs[p.leg] as Leg;
          if (Math.abs(dot(leg.kept.n, f.toward)) < EDGE_ON) return [];
          const [lo, hi] = [Math.min(p.from, p.to), Math.max(p.from, p.to)];
          return shadowsOf(p.curve, lo, hi, f, tol, name, [cutterOf(leg)]);
        }),
      );
      const onSheet = rim.map((s) => place({ curve: s.curve, from: s.lo, to: s.hi }));
      out.push(stroke('hatch', 'hatch', hatchLines(onSheet, styleOf(section, name), 0), { view: v.name }));
    }
  const lines = drawnLines(v, sheet.sections, setup.rules);
  const hidden = lines.filter((l) => l.class === 'hidden');
  const runs = hidden.map((l) => place({ curve: l.curve, from: l.from, to: l.to }));
  const half = staggered(runs);
  hidden.forEach((l, i) => {
    const ends = {
      gapAtStart: continues(l, lines, 'from'),
      gapAtEnd: continues(l, lines, 'to'),
      half: half[i] as boolean,
    };
    const whole = runs[i] as Stretch;
    out.push(
      stroke('hidden', 'hidden', hiddenDashes(whole, ends), { view: v.name, edges: l.sources, whole }),
    );
  });
  const features = axesOf(section ? section.remains : part.bodies);
  const axes = centreLinesOf(features, f, sheet.scale, tol);
  const seam = section?.plane.half ? halfSeam([...stepLines(section, v.view)], sheet.scale) : undefined;
  const crossesSeam = (c: CentreLine): boolean =>
    seam !== undefined && [c.from, c.to].every((p) => Math.abs(offLine(p, seam)) <= tol * 40);
  if (seam && !axes.some(crossesSeam)) out.push(chainInk(place(straight(...seam)), v.name, false));
  for (const { centre, radius } of pitchCirclesOf(features, f, tol)) {
    const round = { type: 'conic', c: centre, major: [radius, 0], minor: [0, radius], round: true } as const;
    out.push(chainInk(place({ curve: round, from: 0, to: 2 * Math.PI }), v.name, false));
  }
  if (setup.rules.symmetry !== 'out')
    for (const ends of symmetryLines(v.view, sheet.scale, tol)) {
      // where a round feature has its axis there already, that is the line of symmetry
      const there = axes.some((c) => [c.from, c.to].every((p) => Math.abs(offLine(p, ends)) <= tol * 40));
      if (!there) out.push(chainInk(place(straight(...ends)), v.name, false));
    }
  for (const c of axes) {
    const line = place(straight(c.from, c.to));
    out.push(chainInk(line, v.name, c.arm));
  }
  for (const l of lines)
    if (l.class === 'visible')
      out.push(
        stroke(
          'views',
          l.kind === 'tangent' ? 'rule' : 'outline',
          [place({ curve: l.curve, from: l.from, to: l.to })],
          {
            view: v.name,
            edges: l.sources,
          },
        ),
      );
  out.push(letters('labels', v.title.toUpperCase(), [v.box.x + v.box.w / 2, v.box.y - 6.5], 2.5));
  if (section && setup.rules.points === 'numbers')
    out.push(...cutNumbers(section, (p) => placeOfPoint(v, p.at)));
  return out;
};

/**
 * Numbers at cut points, set off from the middle of their own loop; points that fall together share a place, in the order of
 * their numbers.
 */
const cutNumbers = (section: Section, place: (p: CutPoint) => Vec2): Ink[] => {
  const groups: { labels: string[]; at: Vec2; middle: Vec2 }[] = [];
  for (const { cutPoints } of section.bodies) {
    for (const loop of new Set(cutPoints.map((p) => p.loop))) {
      const points = cutPoints.filter((p) => p.loop === loop).map((p) => ({ label: p.label, at: place(p) }));
      const middle = [0, 1].map(
        (i) => points.reduce((sum, p) => sum + (p.at[i] as number), 0) / points.length,
      );
      for (const p of points) {
        const same = groups.find((g) => distance2(g.at, p.at) < 0.3);
        if (same) same.labels.push(p.label);
        else groups.push({ labels: [p.label], at: p.at, middle: [middle[0] as number, middle[1] as number] });
      }
    }
  }
  return groups.map(({ labels, at, middle }) => {
    const d = Math.max(1e-6, distance2(at, middle));
    const out: Vec2 = [
      at[0] + ((at[0] - middle[0]) / d) * 2.8,
      at[1] + ((at[1] - middle[1]) / d) * 2.8 - 0.8,
    ];
    return letters('numbers', labels.join(','), out, 1.8);
  });
};

const shapeInk = (
  shape: PlacedShape,
  sheet: Omit<Sheet, 'ink'>,
  setup: SheetSetup,
  styleOf: StyleOf,
): Ink[] => {
  const section = sheet.sections.find((s) => s.plane.name === shape.cut) as Section;
  const { from, to } = shape.line;
  const base = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const n = sheet.sections.indexOf(section) + 1;
  const size = distance2(from, to);
  const past: Vec2 = [((to[0] - from[0]) / size) * 3, ((to[1] - from[1]) / size) * 3];
  const out: Ink[] = [
    stroke('trueShape', 'reference', [straight(from, to)]),
    letters('trueShape', `X${n}`, [from[0] - past[0], from[1] - past[1] - 1], 2.5),
    letters('trueShape', `Y${n}`, [to[0] + past[0], to[1] + past[1] - 1], 2.5),
  ];
  for (const { body, stretches } of shape.rims) {
    out.push(
      stroke('hatch', 'hatch', hatchLines(stretches, styleOf(section, body), base), {
        view: `shape ${shape.cut}`,
      }),
    );
    for (const s of stretches) out.push(stroke('trueShape', 'outline', [s], { view: `shape ${shape.cut}` }));
  }
  const boxes = shape.rims.flatMap((r) => r.stretches.map((s) => boxOf2(s.curve, s.from, s.to)));
  const x0 = Math.min(...boxes.map((b) => b[0]));
  const x1 = Math.max(...boxes.map((b) => b[2]));
  out.push(letters('labels', `TRUE SHAPE OF ${shape.cut}`, [(x0 + x1) / 2, shape.room.y + 2.5], 2.5));
  if (setup.rules.points === 'numbers')
    out.push(...cutNumbers(section, (p) => shapePlace(shape, section, p)));
  return out;
};

/** The pictorial shows what is seen; hidden lines would only crowd it. */
const pictorialInk = ({ view, toPaper, room }: PlacedPictorial): Ink[] => [
  ...view.lines
    .filter((l) => l.class === 'visible')
    .map((l) =>
      stroke('views', 'outline', [stretchOnPaper(toPaper, { curve: l.curve, from: l.from, to: l.to })], {
        view: 'pictorial',
        edges: l.sources,
      }),
    ),
  letters('labels', 'ISOMETRIC', [room.x + room.w / 2, room.y + 2], 2.5),
];

/** An auxiliary view: its lines, its name, and where they are kept the projectors that lead to it. */
const auxiliaryInk = (
  a: PlacedAuxiliary,
  setup: SheetSetup,
  features: readonly FeatureAxis[],
  tol: number,
): Ink[] => {
  const view = `auxiliary ${a.face}`;
  const lines = a.view.lines.filter((l) => l.kind !== 'tangent');
  const place = (l: ViewLine): Stretch =>
    stretchOnPaper(a.toPaper, { curve: l.curve, from: l.from, to: l.to });
  const hidden = lines.filter((l) => l.class === 'hidden');
  const runs = hidden.map(place);
  const half = staggered(runs);
  // of a face alone only what is round in it; an axis that runs on beneath it is not shown
  const [x0, y0, x1, y1] = a.view.box;
  const inFace = (c: CentreLine): boolean => {
    const [x, y] = [(c.from[0] + c.to[0]) / 2, (c.from[1] + c.to[1]) / 2];
    return c.arm && x > x0 && x < x1 && y > y0 && y < y1;
  };
  const centres = centreLinesOf(features, a.frame, a.toPaper.k, tol).filter((c) => !a.partial || inFace(c));
  return [
    ...centres.map((c) => chainInk(stretchOnPaper(a.toPaper, straight(c.from, c.to)), view, c.arm)),
    ...(setup.rules.projectors === 'kept'
      ? [
          stroke(
            'projectors',
            'projector',
            a.projectors.map(([p, q]) => straight(p, q)),
          ),
        ]
      : []),
    ...hidden.map((l, i) => {
      const whole = runs[i] as Stretch;
      const ends = {
        gapAtStart: continues(l, lines, 'from'),
        gapAtEnd: continues(l, lines, 'to'),
        half: half[i] as boolean,
      };
      return stroke('hidden', 'hidden', hiddenDashes(whole, ends), { view, edges: l.sources, whole });
    }),
    ...lines
      .filter((l) => l.class === 'visible')
      .map((l) => stroke('views', 'outline', [place(l)], { view, edges: l.sources })),
    letters('labels', a.title.toUpperCase(), [a.room.x + a.room.w / 2, a.room.y + 2], 2.5),
  ];
};

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
