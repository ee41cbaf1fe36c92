import type { Vec2 } from '../core/geometry/vec.ts';
import { type Ink, type Layer, type Pen, penWidth, type Stretch, type StrokeInk } from '../core/sheet/ink.ts';
import type { Sheet } from '../core/sheet/sheet.ts';
import { type CurveJson, curveJson } from './curveJson.ts';

/**
 * The sheet as a DXF file (text, release R2000, "AC1015"): layers by what a line is for, dashed lines as whole lines with a line type, arcs and
 * circles as such, lettering as text. `paper`: everything in model space in millimetres of paper. `true`: the views in model space at true size in
 * the part's unit, the sheet around them as a layout that looks at them at the drawing's scale.
 */
export type DxfSpace = 'paper' | 'true';

/** Layer names say what stands on them; colours are indexes that read on white and on black. */
const LAYERS = {
  frame: { name: 'Frame', colour: 7 },
  title: { name: 'Title block', colour: 7 },
  views: { name: 'Visible edges', colour: 7 },
  hidden: { name: 'Hidden edges', colour: 8 },
  centre: { name: 'Centre lines', colour: 5 },
  reference: { name: 'Reference lines', colour: 8 },
  mitre: { name: 'Mitre lines', colour: 8 },
  projectors: { name: 'Projectors', colour: 9 },
  trace: { name: 'Cutting planes', colour: 5 },
  hatch: { name: 'Hatching', colour: 8 },
  trueShape: { name: 'True shapes', colour: 7 },
  labels: { name: 'Names of views', colour: 7 },
  numbers: { name: 'Names of points', colour: 7 },
} as const satisfies Record<Layer, { name: string; colour: number }>;

const LINE_TYPES = [
  { name: 'HIDDEN', words: 'Hidden edge: dash 12 d, gap 3 d', pattern: [3, -0.75] },
  { name: 'CENTRE', words: 'Centre line: 24 d, 3 d, 0.5 d, 3 d', pattern: [6, -0.75, 0.125, -0.75] },
] as const;
const typeOf = (pen: Pen): string =>
  pen === 'hidden' ? 'HIDDEN' : pen === 'centre' || pen === 'trace' ? 'CENTRE' : 'CONTINUOUS';

type Pair = readonly [code: number, value: string | number];
const text = (pairs: readonly Pair[]): string =>
  pairs.map(([c, v]) => `${String(c).padStart(3)}\n${typeof v === 'number' ? figure(c, v) : v}\n`).join('');
/** Codes of whole numbers are written without a point. */
const figure = (code: number, v: number): string =>
  (code >= 60 && code <= 79) ||
  (code >= 90 && code <= 99) ||
  (code >= 170 && code <= 179) ||
  (code >= 280 && code <= 289) ||
  (code >= 370 && code <= 379)
    ? String(Math.round(v))
    : Number.isInteger(v)
      ? `${v}.0`
      : String(v);

/** DXF text is one line; what is not ASCII is written by its code. */
const plain = (s: string): string =>
  [...s.replace(/[\r\n]/g, ' ')]
    .map((c) =>
      (c.codePointAt(0) as number) < 127
        ? c
        : `\\U+${(c.codePointAt(0) as number).toString(16).toUpperCase().padStart(4, '0')}`,
    )
    .join('');

type Handles = { next: () => string };
const handles = (): Handles => {
  let n = 0x100;
  return { next: () => (n++).toString(16).toUpperCase() };
};

/** Where an entity belongs: the handle of its block record, and whether that is the layout's. */
type Home = { readonly owner: string; readonly paper: boolean };

const point = (code: number, p: Vec2, k = 1): Pair[] => [
  [code, p[0] * k],
  [code + 10, p[1] * k],
  [code + 20, 0],
];

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
  // a dashed line is one line with a line type, not its dashes
  const runs: readonly Stretch[] = ink.whole ? [ink.whole] : ink.stretches;
  const more: Pair[] = [
    ...(ink.whole ? ([[6, typeOf(ink.pen)]] as Pair[]) : []),
    [370, Math.round(penWidth(ink.pen) * 100)],
  ];
  return runs.flatMap((s) => curveEntity(w, curveJson(s.curve, s.from, s.to, size), ink.layer, more));
};

const ALIGN = { start: 0, middle: 1, end: 2 } as const;

const inkEntities = (w: Writer, ink: Ink, size: number): Pair[] => {
  if (ink.kind === 'stroke') return strokeEntities(w, ink, size);
  if (ink.kind === 'text')
    return ink.text === ''
      ? []
      : [
          ...head(w, 'TEXT', ink.layer, 'AcDbText'),
          ...point(10, ink.at, w.k),
          [40, ink.height * w.k],
          [1, plain(ink.text)],
          [7, 'LETTERING'],
          [72, ALIGN[ink.anchor]],
          ...(ink.anchor === 'start' ? [] : point(11, ink.at, w.k)),
          [100, 'AcDbText'],
        ];
  // a solid's third and fourth corners are written crosswise; of a triangle they are one
  const [a, b, c, d] = ink.points as [Vec2, Vec2, Vec2, Vec2 | undefined];
  return [
    ...head(w, 'SOLID', ink.layer, 'AcDbTrace'),
    ...point(10, a, w.k),
    ...point(11, b, w.k),
    ...point(12, d ?? c, w.k),
    ...point(13, c, w.k),
  ];
};

const table = (h: Handles, name: string, entries: (owner: string) => Pair[][]): Pair[] => {
  const own = h.next();
  const list = entries(own);
  return [
    [0, 'TABLE'],
    [2, name],
    [5, own],
    [330, '0'],
    [100, 'AcDbSymbolTable'],
    [70, list.length],
    ...list.flat(),
    [0, 'ENDTAB'],
  ];
};

const entry = (
  h: Handles,
  owner: string,
  kind: string,
  sub: string,
  body: readonly Pair[],
  own = h.next(),
): Pair[] => [
  [0, kind],
  [kind === 'DIMSTYLE' ? 105 : 5, own],
  [330, owner],
  [100, 'AcDbSymbolTableRecord'],
  [100, sub],
  ...body,
];

const tables = (h: Handles, spaces: { model: string; paper: string }): Pair[] => [
  ...table(h, 'VPORT', () => []),
  ...table(h, 'LTYPE', (o) => [
    ...['ByBlock', 'ByLayer', 'CONTINUOUS'].map((name) =>
      entry(h, o, 'LTYPE', 'AcDbLinetypeTableRecord', [
        [2, name],
        [70, 0],
        [3, ''],
        [72, 65],
        [73, 0],
        [40, 0],
      ]),
    ),
    ...LINE_TYPES.map(({ name, words, pattern }) =>
      entry(h, o, 'LTYPE', 'AcDbLinetypeTableRecord', [
        [2, name],
        [70, 0],
        [3, words],
        [72, 65],
        [73, pattern.length],
        [40, pattern.reduce<number>((s, x) => s + Math.abs(x), 0)],
        ...pattern.flatMap((x): Pair[] => [
          [49, x],
          [74, 0],
        ]),
      ]),
    ),
  ]),
  ...table(h, 'LAYER', (o) =>
    [{ name: '0', colour: 7 }, ...Object.values(LAYERS)].map(({ name, colour }) =>
      entry(h, o, 'LAYER', 'AcDbLayerTableRecord', [
        [2, name],
        [70, 0],
        [62, colour],
        [6, name === LAYERS.hidden.name ? 'HIDDEN' : name === LAYERS.centre.name ? 'CENTRE' : 'CONTINUOUS'],
        [370, -3],
      ]),
    ),
  ),
  ...table(h, 'STYLE', (o) =>
    (['STANDARD', 'LETTERING'] as const).map((name) =>
      entry(h, o, 'STYLE', 'AcDbTextStyleTableRecord', [
        [2, name],
        [70, 0],
        [40, 0],
        [41, 1],
        [50, 0],
        [71, 0],
        [42, 2.5],
        [3, name === 'LETTERING' ? 'osifont.ttf' : 'txt'],
        [4, ''],
      ]),
    ),
  ),
  ...table(h, 'VIEW', () => []),
  ...table(h, 'UCS', () => []),
  ...table(h, 'APPID', (o) => [
    entry(h, o, 'APPID', 'AcDbRegAppTableRecord', [
      [2, 'ACAD'],
      [70, 0],
    ]),
  ]),
  ...table(h, 'DIMSTYLE', (o) => [
    entry(h, o, 'DIMSTYLE', 'AcDbDimStyleTableRecord', [
      [2, 'STANDARD'],
      [70, 0],
    ]),
  ]),
  ...table(h, 'BLOCK_RECORD', (o) => [
    entry(
      h,
      o,
      'BLOCK_RECORD',
      'AcDbBlockTableRecord',
      [
        [2, '*Model_Space'],
        [340, layoutHandles.model],
      ],
      spaces.model,
    ),
    entry(
      h,
      o,
      'BLOCK_RECORD',
      'AcDbBlockTableRecord',
      [
        [2, '*Paper_Space'],
        [340, layoutHandles.paper],
      ],
      spaces.paper,
    ),
  ]),
];

/** Handles of the two layouts, which the block records name before the layouts themselves are written. */
const layoutHandles = { model: 'A1', paper: 'A2' } as const;

const blocks = (h: Handles, spaces: { model: string; paper: string }): Pair[] =>
  (['model', 'paper'] as const).flatMap((space): Pair[] => {
    const name = space === 'model' ? '*Model_Space' : '*Paper_Space';
    const inPaper: Pair[] = space === 'paper' ? [[67, 1]] : [];
    return [
      [0, 'BLOCK'],
      [5, h.next()],
      [330, spaces[space]],
      [100, 'AcDbEntity'],
      ...inPaper,
      [8, '0'],
      [100, 'AcDbBlockBegin'],
      [2, name],
      [70, 0],
      ...point(10, [0, 0]),
      [3, name],
      [1, ''],
      [0, 'ENDBLK'],
      [5, h.next()],
      [330, spaces[space]],
      [100, 'AcDbEntity'],
      ...inPaper,
      [8, '0'],
      [100, 'AcDbBlockEnd'],
    ];
  });

const layout = (
  own: string,
  dictionary: string,
  name: string,
  order: number,
  block: string,
  sheet: Sheet,
): Pair[] => [
  [0, 'LAYOUT'],
  [5, own],
  [330, dictionary],
  [100, 'AcDbPlotSettings'],
  [1, ''],
  [2, ''],
  [4, sheet.paper.name],
  [6, ''],
  [40, 0],
  [41, 0],
  [42, 0],
  [43, 0],
  [44, sheet.paper.width],
  [45, sheet.paper.height],
  [46, 0],
  [47, 0],
  [48, 0],
  [49, 0],
  [140, 0],
  [141, 0],
  [142, 1],
  [143, 1],
  [70, name === 'Model' ? 1024 : 0],
  [72, 1],
  [73, 0],
  [74, 5],
  [7, ''],
  [75, 16],
  [147, 1],
  [148, 0],
  [149, 0],
  [100, 'AcDbLayout'],
  [1, name],
  [70, 1],
  [71, order],
  [10, 0],
  [20, 0],
  [11, sheet.paper.width],
  [21, sheet.paper.height],
  ...point(12, [0, 0]),
  ...point(14, [0, 0]),
  ...point(15, [sheet.paper.width, sheet.paper.height]),
  [146, 0],
  ...point(13, [0, 0]),
  [16, 1],
  [26, 0],
  [36, 0],
  [17, 0],
  [27, 1],
  [37, 0],
  [76, 0],
  [330, block],
];

const objects = (h: Handles, spaces: { model: string; paper: string }, sheet: Sheet): Pair[] => {
  const [root, groups, layouts] = [h.next(), h.next(), h.next()];
  const dictionary = (own: string, owner: string, items: readonly (readonly [string, string])[]): Pair[] => [
    [0, 'DICTIONARY'],
    [5, own],
    [330, owner],
    [100, 'AcDbDictionary'],
    [281, 1],
    ...items.flatMap(([name, handle]): Pair[] => [
      [3, name],
      [350, handle],
    ]),
  ];
  return [
    ...dictionary(root, '0', [
      ['ACAD_GROUP', groups],
      ['ACAD_LAYOUT', layouts],
    ]),
    ...dictionary(groups, root, []),
    ...dictionary(layouts, root, [
      ['Model', layoutHandles.model],
      ['Sheet', layoutHandles.paper],
    ]),
    ...layout(layoutHandles.model, layouts, 'Model', 0, spaces.model, sheet),
    ...layout(layoutHandles.paper, layouts, 'Sheet', 1, spaces.paper, sheet),
  ];
};

/** A window of the layout through which the whole of model space is seen at the drawing's scale. */
const viewport = (h: Handles, owner: string, sheet: Sheet, k: number): Pair[] =>
  [0, 1].flatMap((n): Pair[] => {
    const { width, height } = sheet.paper;
    const centre: Vec2 = [width / 2, height / 2];
    return [
      [0, 'VIEWPORT'],
      [5, h.next()],
      [330, owner],
      [100, 'AcDbEntity'],
      [67, 1],
      [8, '0'],
      [100, 'AcDbViewport'],
      ...point(10, centre),
      [40, width],
      [41, height],
      // the first window is the layout itself
      [68, n + 1],
      [69, n + 1],
      [12, centre[0] * (n ? k : 1)],
      [22, centre[1] * (n ? k : 1)],
      [13, 0],
      [23, 0],
      [14, 10],
      [24, 10],
      [15, 10],
      [25, 10],
      ...point(16, [0, 0]).slice(0, 2),
      [36, 1],
      ...point(17, [0, 0]),
      [42, 50],
      [43, 0],
      [44, 0],
      [45, height * (n ? k : 1)],
      [50, 0],
      [51, 0],
      [72, 100],
      [90, 32800],
      [1, ''],
      [281, 0],
      [71, 1],
      [74, 0],
      ...point(110, [0, 0]),
    ];
  });

const section = (name: string, body: readonly Pair[]): Pair[] => [
  [0, 'SECTION'],
  [2, name],
  ...body,
  [0, 'ENDSEC'],
];

/** Ink that belongs to the sheet and not to the part: it stays on the layout when the views stand at true size. */
const OF_SHEET: ReadonlySet<Layer> = new Set(['frame', 'title']);

/**
 * Writes a sheet as DXF.
 * @param space where the views stand: on the paper in mm, or at true size with the sheet as a layout
 */
export const sheetDxf = (sheet: Sheet, space: DxfSpace): string => {
  const h = handles();
  const spaces = { model: 'B1', paper: 'B2' };
  const size = Math.max(sheet.paper.width, sheet.paper.height);
  const k = space === 'true' ? 1 / sheet.scale : 1;
  const model: Writer = { h, home: { owner: spaces.model, paper: false }, k };
  const onSheet: Writer = { h, home: { owner: spaces.paper, paper: true }, k: 1 };
  const entities = sheet.ink.flatMap((ink) =>
    inkEntities(space === 'true' && OF_SHEET.has(ink.layer) ? onSheet : model, ink, size),
  );
  const body = [...(space === 'true' ? viewport(h, spaces.paper, sheet, k) : []), ...entities];
  const inches = space === 'true' && sheet.units === 'in';
  const parts = [
    section('TABLES', tables(h, spaces)),
    section('BLOCKS', blocks(h, spaces)),
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
