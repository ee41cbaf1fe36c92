import type { Vec2 } from '../core/geometry/vec.ts';
import type { InkedPaper } from '../core/sheet/drawnSheet.ts';
import type { Layer } from '../core/sheet/ink/ink.ts';
import { type Handles, type Pair, point } from './dxfPairs.ts';

/** What a DXF file holds besides its lines: tables of layers and line types, the two spaces, and the layout of the sheet. */

/** Under this name a line carries which view it belongs to (extended data, group 1001), for its layer tells only what it is for. */
export const VIEW_NOTE = 'BLUE_LEDGER';

/** Layer names say what stands on them; colours are indexes that read on white and on black; widths are of the lines' own pen, mm. */
export const LAYERS = {
  frame: { name: 'Frame', colour: 7, width: 0.5, lines: 'CONTINUOUS' },
  title: { name: 'Title block', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
  views: { name: 'Visible edges', colour: 7, width: 0.5, lines: 'CONTINUOUS' },
  hidden: { name: 'Hidden edges', colour: 8, width: 0.25, lines: 'HIDDEN' },
  breaks: { name: 'Break lines', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
  centre: { name: 'Centre lines', colour: 5, width: 0.25, lines: 'CENTRE' },
  reference: { name: 'Reference lines', colour: 8, width: 0.25, lines: 'CONTINUOUS' },
  mitre: { name: 'Mitre lines', colour: 8, width: 0.25, lines: 'CONTINUOUS' },
  projectors: { name: 'Projectors', colour: 9, width: 0.25, lines: 'CONTINUOUS' },
  trace: { name: 'Cutting planes', colour: 5, width: 0.25, lines: 'CENTRE' },
  hatch: { name: 'Hatching', colour: 8, width: 0.25, lines: 'CONTINUOUS' },
  trueShape: { name: 'True shapes', colour: 7, width: 0.5, lines: 'CONTINUOUS' },
  labels: { name: 'Names of views', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
  numbers: { name: 'Names of points', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
  dimensions: { name: 'Dimensions', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
  squares: { name: 'Squares', colour: 9, width: 0.25, lines: 'CONTINUOUS' },
  tints: { name: 'Tints', colour: 9, width: 0.25, lines: 'CONTINUOUS' },
  balloons: { name: 'Balloons', colour: 7, width: 0.25, lines: 'CONTINUOUS' },
} as const satisfies Record<Layer, { name: string; colour: number; width: 0.25 | 0.5; lines: string }>;

const LINE_TYPES = [
  { name: 'HIDDEN', words: 'Hidden edge: dash 12 d, gap 3 d', pattern: [3, -0.75] },
  {
    name: 'TWODOTS',
    words: 'Long dash and two dots: 24 d, 3 d, 0.5 d, 3 d, 0.5 d, 3 d',
    pattern: [6, -0.75, 0.125, -0.75, 0.125, -0.75],
  },
  {
    name: 'TWOSHORT',
    words: 'Long dash and two short ones: 24 d, 3 d, 6 d, 3 d, 6 d, 3 d',
    pattern: [6, -0.75, 1.5, -0.75, 1.5, -0.75],
  },
  { name: 'CENTRE', words: 'Centre line: 24 d, 3 d, 0.5 d, 3 d', pattern: [6, -0.75, 0.125, -0.75] },
] as const;
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

/** A block of the file: its name, the handle of its record, and its entities; one that shows a dimension is named by the file. */
export type OwnBlock = {
  readonly name: string;
  readonly record: string;
  readonly entities: readonly Pair[];
  readonly shows: 'dimension' | 'view';
  /** where it is inserted by, in file units; the origin where missing */
  readonly base?: Vec2;
};

/** How figures, arrows and gaps of dimension entities are drawn by a program that draws them anew. @param k file units to a mm of paper */
const dimensionStyle = (k: number): Pair[] => [
  [41, 3 * k],
  [42, k],
  [44, 2 * k],
  [140, 3.5 * k],
  [147, 0.8 * k],
  // figures above their line, aligned with it, without idle noughts
  [73, 0],
  [74, 0],
  [77, 1],
  [78, 8],
  [271, 3],
];

export const tables = (
  h: Handles,
  spaces: { model: string; paper: string },
  own: readonly OwnBlock[],
  k: number,
): Pair[] => [
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
    [{ name: '0', colour: 7, width: 0.25, lines: 'CONTINUOUS' }, ...Object.values(LAYERS)].map(
      ({ name, colour, width, lines }) =>
        entry(h, o, 'LAYER', 'AcDbLayerTableRecord', [
          [2, name],
          [70, 0],
          [62, colour],
          [6, lines],
          [370, Math.round(width * 100)],
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
    ...['ACAD', VIEW_NOTE].map((name) =>
      entry(h, o, 'APPID', 'AcDbRegAppTableRecord', [
        [2, name],
        [70, 0],
      ]),
    ),
  ]),
  ...table(h, 'DIMSTYLE', (o) => [
    entry(h, o, 'DIMSTYLE', 'AcDbDimStyleTableRecord', [[2, 'STANDARD'], [70, 0], ...dimensionStyle(k)]),
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
    ...own.map((b) => entry(h, o, 'BLOCK_RECORD', 'AcDbBlockTableRecord', [[2, b.name]], b.record)),
  ]),
];

/** Handles of the two layouts, which the block records name before the layouts themselves are written. */
const layoutHandles = { model: 'A1', paper: 'A2' } as const;

const block = (
  h: Handles,
  name: string,
  record: string,
  flags: number,
  inPaper: readonly Pair[],
  entities: readonly Pair[],
  base: Vec2 = [0, 0],
): Pair[] => [
  [0, 'BLOCK'],
  [5, h.next()],
  [330, record],
  [100, 'AcDbEntity'],
  ...inPaper,
  [8, '0'],
  [100, 'AcDbBlockBegin'],
  [2, name],
  [70, flags],
  ...point(10, base),
  [3, name],
  [1, ''],
  ...entities,
  [0, 'ENDBLK'],
  [5, h.next()],
  [330, record],
  [100, 'AcDbEntity'],
  ...inPaper,
  [8, '0'],
  [100, 'AcDbBlockEnd'],
];

/** Blocks whose name is made by the file. */
const ANONYMOUS = 1;

export const blocks = (
  h: Handles,
  spaces: { model: string; paper: string },
  own: readonly OwnBlock[],
): Pair[] => [
  ...block(h, '*Model_Space', spaces.model, 0, [], []),
  ...block(h, '*Paper_Space', spaces.paper, 0, [[67, 1]], []),
  ...own.flatMap((b) =>
    block(h, b.name, b.record, b.shows === 'dimension' ? ANONYMOUS : 0, [], b.entities, b.base),
  ),
];

const layout = (
  own: string,
  dictionary: string,
  name: string,
  order: number,
  block: string,
  sheet: InkedPaper,
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

export const objects = (h: Handles, spaces: { model: string; paper: string }, sheet: InkedPaper): Pair[] => {
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
export const viewport = (h: Handles, owner: string, sheet: InkedPaper, k: number): Pair[] =>
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
