import type { PostedPoint, Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { Finding } from '../core/finding/finding.ts';
import { freedomWords } from '../core/finding/freedoms.ts';
import type { Box3 } from '../core/geometry/box.ts';
import type { Vec2, Vec3 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import {
  type FeatureRow,
  featureRows,
  type LedgerScale,
  scaleFromBox,
  scaleFromXY,
} from '../core/ledger/ledger.ts';
import type { Account } from '../core/naming/accounts.ts';
import { type Fault, sentence } from '../core/number/fault.ts';
import { decimal } from '../core/number/format.ts';
import { namedFaces } from '../core/part/placing.ts';
import { WORD_KEYS } from '../core/part/plainFigures.ts';
import type { TraceFile } from '../core/part/schema.ts';
import { sizeReader } from '../core/part/sizes.ts';
import { cutPointKey } from '../core/section/cutPoints.ts';
import type { Section } from '../core/section/section.ts';
import { holeCells } from '../core/sheet/annotate/holeTable.ts';
import { keptIdOf, type Side } from '../core/sheet/dimensions/laid.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { type Ink, type Layer, type Pen, penWidth, type StrokeInk } from '../core/sheet/ink/ink.ts';
import { tintColour } from '../core/sheet/ink/tints.ts';
import { type Rect, scaleText } from '../core/sheet/layout/paper.ts';
import { onPaper, type Similarity } from '../core/sheet/layout/similarity.ts';
import { placeOfPoint } from '../core/sheet/views/placedView.ts';
import { projectorsOf } from '../core/sheet/views/projectors.ts';
import { footOn, isOnShape, shapePlace } from '../core/sheet/views/trueShape.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { asDrawn, type Gap } from '../core/solid/interruption.ts';
import type { TaskStanding } from '../core/task/task.ts';
import { flatten } from '../core/view/project.ts';
import { areaPath, svgPath } from '../formats/sheetSvg.ts';
import { ofFeatures } from './addedLines.ts';
import { type CutPicture, cutPicture } from './cutPicture.ts';
import { flip } from './flip.ts';

/** What the desk puts on the screen, as plain data that crosses from the worker. Paper mm with y down, as SVG has it. */
export type DeskPoint = {
  readonly key: string;
  readonly label: string;
  readonly kind: 'corner' | 'cut' | 'feature' | 'round';
  /** of a feature, what kind of shape it is; of a point of a round, what kind of point */
  readonly shape?: string;
  /** what it is, where its label does not say so */
  readonly words?: string;
  /** in the part, part units */
  readonly at: Vec3;
  readonly places: readonly {
    readonly view: string;
    readonly at: Vec2;
    readonly posting: 'seen' | 'hidden' | 'none';
  }[];
  readonly runs: readonly { readonly account: Account; readonly from: Vec2; readonly to: Vec2 }[];
  readonly postings: Partial<Record<ViewName, 'seen' | 'hidden' | 'none'>>;
  readonly body: string;
  /** keys of the faces that meet there */
  readonly faces: readonly string[];
};
/** A body of several, as it is placed. */
export type BodyPicture = {
  readonly name: string;
  /** what its relations leave free, in words */
  readonly free?: string | undefined;
  readonly flat: readonly string[];
  readonly round: readonly string[];
};
export type DeskPicture =
  | {
      readonly ok: true;
      readonly paper: {
        readonly width: number;
        readonly height: number;
        readonly name: string;
        readonly frame: Rect;
      };
      readonly scale: string;
      readonly perUnit: number;
      /** all boxes of the views together */
      readonly extent: Rect;
      readonly strokes: readonly {
        readonly layer: Layer;
        readonly pen: Pen;
        readonly width: number;
        readonly d: string;
      }[];
      /** the lines of features that were asked for by themselves */
      readonly added: { readonly visible: string; readonly hidden: string };
      /** tinted faces, under all lines */
      readonly tints: readonly { readonly d: string; readonly colour: string }[];
      readonly fills: readonly { readonly layer: Layer; readonly points: string }[];
      /** the dimensions on the sheet: where each stands, and how it lies in its view */
      readonly dimensions: readonly DimensionPlace[];
      readonly texts: readonly {
        readonly layer: Layer;
        readonly text: string;
        readonly at: Vec2;
        readonly height: number;
        readonly anchor: 'start' | 'middle' | 'end';
        /** degrees turned about its place, with the clock as the screen counts */
        readonly turn?: number;
        /** the dimension that it is the figure of */
        readonly dimension?: string;
        /** a point's name, and the place it names */
        readonly label?: { readonly view: string; readonly point: string; readonly of: Vec2 };
      }[];
      readonly views: readonly {
        readonly name: ViewName;
        readonly title: string;
        readonly box: Rect;
        readonly toPaper: Similarity;
        readonly visible: number;
        readonly hidden: number;
      }[];
      readonly points: readonly DeskPoint[];
      readonly cuts: readonly CutPicture[];
      /** the stretches of the part that its views leave out */
      readonly interruptions: readonly Gap[];
      /** how the ledger counts from the box and from the XY lines */
      readonly ledger: { readonly box: LedgerScale; readonly xy: LedgerScale };
      readonly findings: readonly { readonly path: Fault['path']; readonly text: string }[];
      /** [x0, y0, z0, x1, y1, z1] of the part, part units */
      readonly box: Box3;
      /** of several bodies, what each may still do and the faces by which it can be placed */
      readonly bodies: readonly BodyPicture[];
      readonly overall: { readonly W: number; readonly D: number; readonly H: number };
      readonly volume: number;
      readonly task: readonly TaskStanding[];
      readonly area: number;
      /** worked-out values of the sizes that are not plain figures, by the path's keys joined with "." */
      readonly values: Readonly<Record<string, string>>;
      /** ms spent in the engine */
      readonly took: number;
    }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** A finding as one sentence, with the part of the drawing it is about. */
export type DeskNote = {
  readonly path: Fault['path'];
  /** the body, with the feature where there is one: "plate" or "plate/bore" */
  readonly where: string;
  readonly text: string;
  readonly severity: Finding['severity'];
};

/** A dimension on the sheet, paper mm, y down. */
export type DimensionPlace = {
  readonly id: string;
  readonly view: ViewName;
  readonly text: string;
  readonly side: Side | undefined;
  /** the figure's box */
  readonly figure: Rect;
  /** its lines, to be lit */
  readonly d: string;
};

const flipRect = (r: Rect, sheet: Sheet): Rect => ({ ...r, y: sheet.paper.height - r.y - r.h });

/** Ink that was kept keeps its path as well. */
const paths = new WeakMap<StrokeInk, { readonly height: number; readonly d: string }>();
const pathOf = (ink: StrokeInk, height: number): string => {
  const known = paths.get(ink);
  if (known?.height === height) return known.d;
  const d = svgPath(ink.stretches, height);
  paths.set(ink, { height, d });
  return d;
};

/** The layer that ink shows and goes with on the screen: all of a true shape, its sizes too, is covered while a view is practised. */
const shownLayer = (ink: Ink): Layer => {
  const isOfShape = [ink.kind === 'stroke' ? ink.view : undefined, ink.dimension].some((x) =>
    x?.startsWith('shape '),
  );
  return isOfShape ? 'trueShape' : ink.layer;
};

/** The lines of some features in the views, visible and hidden. */
const addedStrokes = (sheet: Sheet, features: readonly string[]) => {
  const isAdded = ofFeatures(features);
  const path = (layer: Layer): string =>
    features.length
      ? sheet.ink
          .filter((i): i is StrokeInk => i.kind === 'stroke' && i.layer === layer)
          .filter((i) => i.edges?.some(isAdded))
          .map((i) => pathOf(i, sheet.paper.height))
          .join('')
      : '';
  return { visible: path('views'), hidden: path('hidden') };
};

/** Strokes of one layer and pen are one path: the screen has a dozen elements, however many lines there are. */
const strokesOf = (sheet: Sheet) => {
  const groups = new Map<string, { layer: Layer; pen: Pen; parts: string[] }>();
  for (const ink of sheet.ink) {
    if (ink.kind !== 'stroke') continue;
    // the hatching of a true shape comes and goes with it
    const layer = shownLayer(ink);
    const key = `${layer}/${ink.pen}`;
    const group = groups.get(key) ?? { layer, pen: ink.pen, parts: [] };
    groups.set(key, group);
    group.parts.push(pathOf(ink, sheet.paper.height));
  }
  return [...groups.values()].map(({ layer, pen, parts }) => ({
    layer,
    pen,
    width: penWidth(pen),
    d: parts.join(''),
  }));
};

/** The cells of the table of holes, where there is one: a press takes the dimension that a cell says. */
const placesInTable = (sheet: Sheet): DimensionPlace[] => {
  const { paper, holeTable: table } = sheet;
  if (!table) return [];
  return holeCells(paper, table).map(({ id, text, cell }) => ({
    id,
    view: table.view,
    text,
    side: undefined,
    figure: flipRect(cell, sheet),
    d: '',
  }));
};

const dimensionPlaces = (sheet: Sheet): DimensionPlace[] => [
  ...placesInTable(sheet),
  ...sheet.dimensions.laid.flatMap((l): DimensionPlace[] => {
    const home = sheet.views.find((v) => v.name === l.view);
    if (!home) return [];
    const origin = onPaper(home.toPaper, [0, 0]);
    const [x0, y0, x1, y1] = l.drawn.text.box;
    const figure = { x: origin[0] + x0, y: origin[1] + y0, w: x1 - x0, h: y1 - y0 };
    const { id } = l.wanted;
    const d = sheet.ink
      .flatMap((i) => (i.kind === 'stroke' && i.dimension === id ? [pathOf(i, sheet.paper.height)] : []))
      .join('');
    return [
      { id: keptIdOf(id), view: l.view, text: l.text, side: l.side, figure: flipRect(figure, sheet), d },
    ];
  }),
];

const runsOf = (p: Vec3, sheet: Sheet): DeskPoint['runs'] => {
  const runs = projectorsOf(asDrawn(sheet.interruptions, p), sheet.views, sheet.layout.mitres).map((r) => ({
    ...r,
  }));
  return runs.map((r) => ({ account: r.account, from: flip(r.from, sheet), to: flip(r.to, sheet) }));
};

/** A point of the part with its places in the views of a sheet and its projectors. */
export const pointOnSheet = (
  r: Pick<DeskPoint, 'key' | 'label' | 'at' | 'postings' | 'body' | 'faces'>,
  sheet: Sheet,
): Omit<DeskPoint, 'kind'> => ({
  key: r.key,
  label: r.label,
  at: r.at,
  places: sheet.views.map((v) => ({
    view: v.name,
    at: flip(placeOfPoint(v, asDrawn(sheet.interruptions, r.at)), sheet),
    posting: r.postings[v.name] ?? 'none',
  })),
  runs: runsOf(r.at, sheet),
  postings: r.postings,
  body: r.body,
  faces: r.faces,
});

const cornerPoint = (r: PostedPoint, sheet: Sheet): DeskPoint => ({
  ...pointOnSheet({ ...r, faces: r.on }, sheet),
  kind: 'corner',
});

const featurePoint = (r: FeatureRow, sheet: Sheet): DeskPoint => ({
  ...pointOnSheet({ ...r, key: `feature ${r.body} ${r.label}`, faces: [] }, sheet),
  kind: 'feature',
  shape: r.kind,
});

/** The account that a view does not show; none for an auxiliary view, which looks along no axis of the part. */
const DEPTH_OF: Record<TraceFile['seenIn'], Account | undefined> = {
  front: 'D',
  back: 'D',
  top: 'H',
  bottom: 'H',
  left: 'W',
  right: 'W',
  auxiliary: undefined,
};

/** @param s the cut of the part as it is */
const cutPoints = (s: Section, sheet: Sheet): DeskPoint[] => {
  const shape = sheet.shapes.find((x) => x.cut === s.plane.name);
  const drawn = sheet.sections.find((x) => x.plane.name === s.plane.name) ?? s;
  return s.bodies.flatMap((b) =>
    b.cutPoints.map((p): DeskPoint => {
      const onSheet =
        drawn.bodies.find((x) => x.name === b.name)?.cutPoints.find((x) => x.label === p.label) ?? p;
      const places: DeskPoint['places'][number][] = sheet.views.map((v) => ({
        view: v.name,
        at: flip(placeOfPoint(v, onSheet.at), sheet),
        posting: 'seen',
      }));
      const runs = [...runsOf(p.at, sheet)];
      const edge = sheet.edgeViews.find((e) => e.cut === s.plane.name);
      if (edge) {
        const at = flip(onPaper(edge.toPaper, flatten(edge.frame, onSheet.at)), sheet);
        places.push({ view: `edge view ${edge.cut}`, at, posting: 'seen' });
      }
      if (shape && isOnShape(shape, onSheet)) {
        const at = shapePlace(shape, onSheet);
        places.push({ view: `shape ${s.plane.name}`, at: flip(at, sheet), posting: 'seen' });
        // X1Y1 carries the depth that its own view does not show; what is counted along no axis is in no account's ink
        const account = DEPTH_OF[s.plane.seenIn];
        if (account) runs.push({ account, from: flip(footOn(shape, at), sheet), to: flip(at, sheet) });
      }
      return {
        key: cutPointKey(s.plane.name, p.label),
        label: p.label,
        kind: 'cut',
        at: p.at,
        places,
        runs,
        postings: {},
        body: b.name,
        faces: p.on,
      };
    }),
  );
};

/** "L - 2*t" is worth saying as 70, "4 1/8 in" as 104.775: the value of every quantity that is an expression. */
const workedValues = (d: Drawing): Record<string, string> => {
  const read = sizeReader(d.part);
  const values: Record<string, string> = {};
  const visit = (node: unknown, path: (string | number)[]): void => {
    if (typeof node === 'string') {
      const key = path.at(-1);
      if (['through', 'ccw', 'cw'].includes(node)) return;
      values[path.join('.')] = decimal(
        key === 'angle' || key === 'tip' ? read.angle(node, path) : read.length(node, path),
        4,
      );
    } else if (node && typeof node === 'object')
      for (const [k, v] of Object.entries(node))
        if (!WORD_KEYS.has(k)) visit(v, [...path, Array.isArray(node) ? Number(k) : k]);
  };
  visit(d.part.dims ?? {}, ['dims']);
  d.part.bodies.forEach((b, i) => {
    visit({ at: b.at, turn: b.turn, standard: b.standard, place: b.place }, ['bodies', i]);
    b.features.forEach((f, j) => {
      visit(f, ['bodies', i, 'features', j]);
    });
  });
  return values;
};

const bodyPictures = (part: BuiltPart): BodyPicture[] =>
  part.bodies.length < 2
    ? []
    : part.bodies.map(({ solid: { model } }) => ({
        name: model.name,
        free: model.freedom && freedomWords(model.freedom),
        flat: namedFaces(model, 'flat').map((f) => f.name),
        round: namedFaces(model, 'round').map((f) => f.name),
      }));

/** Turns a worked drawing into what the screen shows. */
export const deskPicture = (
  d: Drawing,
  w: Worked,
  took: number,
  added: readonly string[] = [],
): DeskPicture => {
  if (!w.ok) return w;
  const { sheet } = w;
  const b = w.part.box;
  const { frame } = sheet.paper;
  return {
    ok: true,
    paper: {
      width: sheet.paper.width,
      height: sheet.paper.height,
      name: sheet.paper.name,
      frame: flipRect(frame, sheet),
    },
    scale: scaleText(sheet.units === 'in' ? sheet.scale / 25.4 : sheet.scale),
    perUnit: sheet.scale,
    extent: flipRect(sheet.layout.extent, sheet),
    strokes: strokesOf(sheet),
    added: addedStrokes(sheet, added),
    fills: sheet.ink.flatMap((i) =>
      i.kind === 'fill'
        ? [{ layer: shownLayer(i), points: i.points.map((p) => flip(p, sheet).join(',')).join(' ') }]
        : [],
    ),
    tints: sheet.ink.flatMap((i) =>
      i.kind === 'tint' ? [{ d: areaPath(i.areas, sheet.paper.height), colour: tintColour(i.looks) }] : [],
    ),
    dimensions: dimensionPlaces(sheet),
    texts: sheet.ink.flatMap((i) =>
      i.kind === 'text'
        ? [
            {
              layer: shownLayer(i),
              text: i.text,
              at: flip(i.at, sheet),
              height: i.height,
              anchor: i.anchor,
              ...(i.angle && { turn: -i.angle }),
              ...(i.dimension && { dimension: i.dimension }),
              ...(i.label && { label: { ...i.label, of: flip(i.label.of, sheet) } }),
            },
          ]
        : [],
    ),
    views: sheet.views.map((v) => ({
      name: v.name,
      title: v.title,
      box: flipRect(v.box, sheet),
      toPaper: v.toPaper,
      visible: v.view.lines.filter((l) => l.class === 'visible').length,
      hidden: v.view.lines.filter((l) => l.class === 'hidden').length,
    })),
    points: [
      ...w.rows.map((r) => cornerPoint(r, sheet)),
      ...featureRows(d.part, sheet.views).map((r) => featurePoint(r, sheet)),
      ...w.sections.flatMap((s) => cutPoints(s, sheet)),
    ],
    ledger: {
      box: scaleFromBox(b, sheet.angle),
      xy: scaleFromXY(
        b,
        sheet.angle,
        {
          W: sheet.gaps.upright / sheet.scale,
          D: sheet.gaps.others / sheet.scale,
          H: sheet.gaps.level / sheet.scale,
        },
        sheet.views.map((v) => v.name),
      ),
    },
    cuts: w.sections.map((s) => cutPicture(s, w, d)),
    interruptions: sheet.interruptions,
    findings: w.findings.map((f) => ({ path: f.path, text: sentence(f) })),
    box: b,
    bodies: bodyPictures(w.part),
    overall: { W: b[3] - b[0], D: b[4] - b[1], H: b[5] - b[2] },
    volume: w.measures.volume,
    task: w.task,
    area: w.measures.area,
    values: workedValues(d),
    took,
  };
};
