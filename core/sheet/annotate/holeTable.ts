import type { Vec2 } from '../../geometry/vec.ts';
import { type Ink, letters, straight, stroke } from '../ink/ink.ts';
import { PARTS_ROW, type PaperFrame, type Rect } from '../layout/paper.ts';
import { type PlacedView, placeOfPoint } from '../views/placedView.ts';
import type { HoleTable } from './holeRows.ts';

/** Where the columns begin, as shares of the width, and what they are headed. */
const COLUMNS = [
  [0, 'HOLE'],
  [0.16, 'X'],
  [0.36, 'Y'],
  [0.56, 'SIZE'],
] as const;
const WIDEST = 120;
const HEIGHT = 2.5;
const PAD = 1.4;
/** The radius of the ring at the zero mark, mm. */
const ZERO = 1.2;
/** From the circle of a hole to its tag, and from the ring to its nought, where there is room, mm. */
const TAG = 1.8;

const tableInk = ({ x, y, w, h }: Rect, texts: readonly (readonly string[])[]): Ink[] => [
  stroke('title', 'rule', [
    ...[...texts, []].map((_, i) => straight([x, y + PARTS_ROW * i], [x + w, y + PARTS_ROW * i])),
    ...[...COLUMNS.map(([from]) => from), 1].map((from) =>
      straight([x + from * w, y], [x + from * w, y + h]),
    ),
  ]),
  ...texts.flatMap((cells, i) =>
    cells.map((text, c): Ink => {
      const at: Vec2 = [
        x + (COLUMNS[c]?.[0] ?? 0) * w + PAD,
        y + h - PARTS_ROW * (i + 1) + (PARTS_ROW - HEIGHT) / 2,
      ];
      return letters('title', text, at, HEIGHT, 'start');
    }),
  ),
];

/** Where the table stands: on top of all that is above the title block, at the right. */
const tableBox = ({ title }: PaperFrame, table: HoleTable): Rect => {
  const h = PARTS_ROW * (table.rows.length + 1);
  const w = Math.min(WIDEST, title.w);
  return { x: title.x + title.w - w, y: title.y + title.h - h, w, h };
};

/** The cells of the table that say a dimension: its id, its letters, and the cell on the paper, mm. */
export const holeCells = (
  paper: PaperFrame,
  table: HoleTable,
): { readonly id: string; readonly text: string; readonly cell: Rect }[] => {
  const { x, y, w, h } = tableBox(paper, table);
  return table.rows.flatMap(({ cells, of }, i) =>
    of.flatMap((id, c) => {
      const [from, to] = [COLUMNS[c + 1]?.[0] ?? 0, COLUMNS[c + 2]?.[0] ?? 1];
      const cell = { x: x + from * w, y: y + h - PARTS_ROW * (i + 2), w: (to - from) * w, h: PARTS_ROW };
      return id === undefined ? [] : [{ id, text: cells[c] as string, cell }];
    }),
  );
};

/**
 * The table of holes on top of all that stands above the title block, the tags at the holes, and the zero mark that they are counted from.
 * @param views those on the sheet
 */
export const holeTableInk = (
  paper: PaperFrame,
  table: HoleTable | undefined,
  views: readonly PlacedView[],
): Ink[] => {
  const home = views.find((v) => v.name === table?.view);
  if (!table || !home || paper.titleBlock === 'none') return [];
  const box = tableBox(paper, table);
  const texts = [COLUMNS.map(([, head]) => head as string), ...table.rows.map((r) => [r.tag, ...r.cells])];
  const zero = placeOfPoint(home, table.zero);
  return [
    ...tableInk(box, texts),
    stroke('dimensions', 'dimension', [
      {
        curve: { type: 'conic', c: zero, major: [ZERO, 0], minor: [0, ZERO], round: true },
        from: 0,
        to: 2 * Math.PI,
      },
    ]),
    letters('numbers', '0', [zero[0] - ZERO - TAG, zero[1] - ZERO - HEIGHT], HEIGHT),
    ...table.rows.map((r): Ink => {
      const [u, v] = placeOfPoint(home, r.at);
      const aside = r.radius * home.toPaper.k * Math.SQRT1_2 + TAG;
      return letters('numbers', r.tag, [u + aside, v + aside - HEIGHT / 2], HEIGHT);
    }),
  ];
};
