import type { Vec2 } from '../core/geometry/vec.ts';
import type { InkedPaper, Sheet } from '../core/sheet/drawnSheet.ts';
import {
  type Ink,
  type Layer,
  NARROW,
  penWidth,
  type Stretch,
  type StrokeInk,
} from '../core/sheet/ink/ink.ts';
import type { Rect } from '../core/sheet/layout/paper.ts';
import { type CurveJson, curveJson } from './curveJson.ts';
import { blocks, LAYERS, type OwnBlock, objects, tables, VIEW_NOTE, viewport } from './dxfFrame.ts';
import { hatchPairs } from './dxfHatch.ts';
import { type Handles, handles, type Pair, plain, point, text } from './dxfPairs.ts';
import { dimensionEntitiesOf, dimensionPairs } from './measuredDimensions.ts';

/**
 * The sheet as a DXF file (text, release R2000, "AC1015"): layers by what a line is for, dashed lines as whole lines with a line type, arcs and
 * circles as such, lettering as text. `paper`: everything in model space in millimetres of paper. `true`: the views in model space at true size in
 * the part's unit, the sheet around them as a layout that looks at them at the drawing's scale.
 */
export type DxfSpace = 'paper' | 'true';

const typeOf = ({ pen, stretches, whole }: StrokeInk): string => {
  if (pen === 'hidden') return 'HIDDEN';
  if (pen === 'centre' || pen === 'trace') return 'CENTRE';
  if (!whole || pen !== 'reference') return 'CONTINUOUS';
  // the first mark after a long dash says which of the two it is
  const mark = stretches[1];
  return mark && mark.to - mark.from > 2 * NARROW ? 'TWOSHORT' : 'TWODOTS';
};

/** Where an entity belongs: the handle of its block record, and whether that is the layout's. */
type Home = { readonly owner: string; readonly paper: boolean };

type Writer = {
  readonly h: Handles;
  readonly home: Home;
  /** lengths are multiplied by this */
  readonly k: number;
};

const head = (w: Writer, kind: string, layer: Layer, sub: string, more: readonly Pair[] = []): Pair[] => [
  [0, kind],
  [5, w.h.next()],
  [330, w.home.owner],
  [100, 'AcDbEntity'],
  ...(w.home.paper ? ([[67, 1]] as Pair[]) : []),
  [8, LAYERS[layer].name],
  ...more,
  [100, sub],
];

const curveEntity = (w: Writer, c: CurveJson, layer: Layer, more: readonly Pair[]): Pair[] => {
  if (c.type === 'line')
    return [...head(w, 'LINE', layer, 'AcDbLine', more), ...point(10, c.from, w.k), ...point(11, c.to, w.k)];
  if (c.type === 'arc') {
    const whole = c.to - c.from >= 360 - 1e-9;
    return [
      ...head(w, whole ? 'CIRCLE' : 'ARC', layer, 'AcDbCircle', more),
      ...point(10, c.centre, w.k),
      [40, c.radius * w.k],
      ...(whole
        ? []
        : ([
            [100, 'AcDbArc'],
            [50, c.from],
            [51, c.to % 360],
          ] as Pair[])),
    ];
  }
  if (c.type === 'ellipse')
    return [
      ...head(w, 'ELLIPSE', layer, 'AcDbEllipse', more),
      ...point(10, c.centre, w.k),
      ...point(11, c.major, w.k),
      [210, 0],
      [220, 0],
      [230, 1],
      [40, c.ratio],
      [41, (c.from * Math.PI) / 180],
      [42, (c.to * Math.PI) / 180],
    ];
  return [
    ...head(w, 'SPLINE', layer, 'AcDbSpline', more),
    [210, 0],
    [220, 0],
    [230, 1],
    [70, c.weights ? 12 : 8],
    [71, c.degree],
    [72, c.knots.length],
    [73, c.points.length],
    [74, 0],
    ...c.knots.map((x): Pair => [40, x]),
    ...(c.weights ?? []).map((x): Pair => [41, x]),
    ...c.points.flatMap((p) => point(10, p, w.k)),
  ];
};

const strokeEntities = (w: Writer, ink: StrokeInk, size: number): Pair[] => {
  // hatching is one area with a pattern, not its lines
  if (ink.area?.rim.length && ink.stretches.length)
    return [...head(w, 'HATCH', ink.layer, 'AcDbHatch'), ...hatchPairs(ink.area, w.k)];
  // a dashed line is one line with a line type, not its dashes
  const runs: readonly Stretch[] = ink.whole ? [ink.whole] : ink.stretches;
  const more: Pair[] = [
    ...(ink.whole ? ([[6, typeOf(ink)]] as Pair[]) : []),
    // ends and arrows of a trace are not dashed as its layer is
    ...(!ink.whole && LAYERS[ink.layer].lines !== 'CONTINUOUS' ? ([[6, 'CONTINUOUS']] as Pair[]) : []),
    // by its layer where that has the width of this pen
    ...(penWidth(ink.pen) === LAYERS[ink.layer].width
      ? []
      : ([[370, Math.round(penWidth(ink.pen) * 100)]] as Pair[])),
  ];
  const note: Pair[] = ink.view
    ? [
        [1001, VIEW_NOTE],
        [1000, `view ${ink.view}`],
      ]
    : [];
  return runs.flatMap((s) => [
    ...curveEntity(w, curveJson(s.curve, s.from, s.to, size), ink.layer, more),
    ...note,
  ]);
};

const ALIGN = { start: 0, middle: 1, end: 2 } as const;

const inkEntities = (w: Writer, ink: Ink, size: number): Pair[] => {
  if (ink.kind === 'stroke') return strokeEntities(w, ink, size);
  // lines and letters alone: what reads the file has colours of its own
  if (ink.kind === 'tint') return [];
  if (ink.kind === 'text')
    return ink.text === ''
      ? []
      : [
          ...head(w, 'TEXT', ink.layer, 'AcDbText'),
          ...point(10, ink.at, w.k),
          [40, ink.height * w.k],
          [1, plain(ink.text)],
          ...(ink.angle ? ([[50, ink.angle]] as Pair[]) : []),
          [7, 'LETTERING'],
          [72, ALIGN[ink.anchor]],
          ...(ink.anchor === 'start' ? [] : point(11, ink.at, w.k)),
          [100, 'AcDbText'],
        ];
  // a solid has three corners or four: a rounder area is written as triangles from its first corner
  const [a, ...others] = ink.points as [Vec2, ...Vec2[]];
  return others
    .slice(1)
    .flatMap((c, i): Pair[] => [
      ...head(w, 'SOLID', ink.layer, 'AcDbTrace'),
      ...point(10, a, w.k),
      ...point(11, others[i] as Vec2, w.k),
      ...point(12, c, w.k),
      ...point(13, c, w.k),
    ]);
};

const section = (name: string, body: readonly Pair[]): Pair[] => [
  [0, 'SECTION'],
  [2, name],
  ...body,
  [0, 'ENDSEC'],
];

/** Ink that belongs to the sheet and not to the part: it stays on the layout when the views stand at true size. */
const OF_SHEET: ReadonlySet<Layer> = new Set(['frame', 'title']);

/** Dimensions as entities that measure, each shown by a block of its own ink. */
const dimensionEntities = (
  w: Writer,
  sheet: Sheet,
  size: number,
): { readonly own: OwnBlock[]; readonly entities: Pair[]; readonly isIn: (ink: Ink) => boolean } => {
  const known = dimensionEntitiesOf(sheet);
  const own: OwnBlock[] = [];
  const entities: Pair[] = [];
  for (const d of known.values()) {
    const name = `*D${own.length + 1}`;
    const record = w.h.next();
    const inBlock: Writer = { ...w, home: { owner: record, paper: false } };
    const ink = sheet.ink.filter((i) => i.dimension === d.id);
    own.push({
      name,
      record,
      entities: ink.flatMap((i) => inkEntities(inBlock, i, size)),
      shows: 'dimension',
    });
    entities.push(...head(w, 'DIMENSION', 'dimensions', 'AcDbDimension'), ...dimensionPairs(d, name, w.k));
  }
  return { own, entities, isIn: (ink) => ink.dimension !== undefined && known.has(ink.dimension) };
};

/** The view whose line it is, where it is a line of one. */
const viewOfInk = (ink: Ink): string | undefined => (ink.kind === 'stroke' ? ink.view : undefined);

/**
 * The lines of each view as a block of its own, inserted where they stand, so that a view is moved in one piece.
 * @param isElsewhere whether ink is written otherwise, as a dimension that measures
 */
const viewBlocks = (
  w: Writer,
  sheet: InkedPaper,
  boxes: ReadonlyMap<string, Rect>,
  size: number,
  isElsewhere: (ink: Ink) => boolean,
): { readonly own: OwnBlock[]; readonly entities: Pair[] } => {
  const own: OwnBlock[] = [];
  const entities: Pair[] = [];
  const drawn = sheet.ink.filter((i) => !isElsewhere(i));
  for (const view of new Set(drawn.flatMap((i) => viewOfInk(i) ?? []))) {
    const record = w.h.next();
    const name = `VIEW ${view}`.toUpperCase().replace(/[^A-Z0-9]+/g, '_');
    const box = boxes.get(view);
    const base: Vec2 = box ? [box.x * w.k, box.y * w.k] : [0, 0];
    const ink = drawn.filter((i) => viewOfInk(i) === view);
    const inBlock: Writer = { ...w, home: { owner: record, paper: false } };
    own.push({
      name,
      record,
      entities: ink.flatMap((i) => inkEntities(inBlock, i, size)),
      shows: 'view',
      base,
    });
    entities.push(...head(w, 'INSERT', 'views', 'AcDbBlockReference'), [2, name], ...point(10, base));
  }
  return { own, entities };
};

/** Dimensions as their lines and letters, or as entities that measure where a DXF file knows them. */
export type DxfDimensions = 'lines' | 'entities';
/** The lines of the views each by itself, or those of a view as one block. */
export type DxfViews = 'lines' | 'blocks';

/**
 * Writes a sheet as DXF.
 * @param space where the views stand: on the paper in mm, or at true size with the sheet as a layout
 */
export const sheetDxf = (
  sheet: Sheet,
  space: DxfSpace,
  dimensions: DxfDimensions = 'lines',
  views: DxfViews = 'lines',
): string =>
  dxfOf(
    sheet,
    space,
    dimensions === 'entities' ? sheet : undefined,
    views === 'blocks' ? new Map(sheet.views.map((v) => [v.name, v.box])) : undefined,
  );

/** Writes any inked paper as DXF, in mm of paper. */
export const paperDxf = (paper: InkedPaper): string => dxfOf(paper, 'paper', undefined);

/** @param boxes of the views, by name, where each is to be a block */
const dxfOf = (
  sheet: InkedPaper,
  space: DxfSpace,
  withDimensions: Sheet | undefined,
  boxes?: ReadonlyMap<string, Rect>,
): string => {
  const h = handles();
  const spaces = { model: 'B1', paper: 'B2' };
  const size = Math.max(sheet.paper.width, sheet.paper.height);
  const k = space === 'true' ? 1 / sheet.scale : 1;
  const model: Writer = { h, home: { owner: spaces.model, paper: false }, k };
  const onSheet: Writer = { h, home: { owner: spaces.paper, paper: true }, k: 1 };
  const measured = withDimensions && dimensionEntities(model, withDimensions, size);
  const blocked = boxes && viewBlocks(model, sheet, boxes, size, (i) => measured?.isIn(i) ?? false);
  const entities = sheet.ink.flatMap((ink) =>
    measured?.isIn(ink) || (blocked && viewOfInk(ink) !== undefined)
      ? []
      : inkEntities(space === 'true' && OF_SHEET.has(ink.layer) ? onSheet : model, ink, size),
  );
  const body = [
    ...(space === 'true' ? viewport(h, spaces.paper, sheet, k) : []),
    ...entities,
    ...(blocked?.entities ?? []),
    ...(measured?.entities ?? []),
  ];
  const own = [...(measured?.own ?? []), ...(blocked?.own ?? [])];
  const inches = space === 'true' && sheet.units === 'in';
  const parts = [
    section('TABLES', tables(h, spaces, own, k)),
    section('BLOCKS', blocks(h, spaces, own)),
    section('ENTITIES', body),
    section('OBJECTS', objects(h, spaces, sheet)),
  ];
  const header = section('HEADER', [
    [9, '$ACADVER'],
    [1, 'AC1015'],
    [9, '$DWGCODEPAGE'],
    [3, 'ANSI_1252'],
    [9, '$INSUNITS'],
    [70, inches ? 1 : 4],
    [9, '$MEASUREMENT'],
    [70, inches ? 0 : 1],
    [9, '$LTSCALE'],
    [40, k],
    [9, '$PSLTSCALE'],
    [70, 0],
    [9, '$HANDSEED'],
    [5, h.next()],
    [9, '$EXTMIN'],
    ...point(10, [0, 0]),
    [9, '$EXTMAX'],
    ...point(10, [sheet.paper.width * k, sheet.paper.height * k]),
    [9, '$LWDISPLAY'],
    [290, '1'],
  ]);
  return [header, section('CLASSES', []), ...parts].map(text).join('') + text([[0, 'EOF']]);
};
