import { letterWidth } from '../sheet/annotate/letterWidth.ts';
import type { InkedPaper } from '../sheet/drawnSheet.ts';
import { type Ink, letters, straight, stroke } from '../sheet/ink/ink.ts';
import { paperFrame } from '../sheet/layout/paper.ts';

/** A sheet of a list, as its row says it. */
export type ListedSheet = {
  readonly number: string;
  readonly title: string;
  readonly revision: string;
  readonly sheet: string;
  readonly scale: string;
  readonly paper: string;
  readonly date: string;
};

/** Where the columns begin, as shares of the width, and what they are headed. */
const COLUMNS = [
  [0, 'NO.'],
  [0.06, 'NUMBER'],
  [0.2, 'TITLE'],
  [0.53, 'REV.'],
  [0.6, 'SHEET'],
  [0.69, 'SCALE'],
  [0.77, 'PAPER'],
  [0.86, 'DATE'],
] as const;
/** The height of a row, of the lettering and the least of it where a text is long, mm. */
const ROW = 7;
const HEIGHT = 2.8;
const LEAST = 1.8;
const PAD = 1.6;
/** Above the first row: the heading; below the last: the page's number, mm. */
const HEAD = 16;
const FOOT = 8;

/** Lettering as high as its room allows; what would be lower than can be read is shortened, with dots. */
const fitted = (text: string, room: number): { readonly text: string; readonly height: number } => {
  const height = Math.min(HEIGHT, (HEIGHT * room) / Math.max(1, letterWidth(text, HEIGHT)));
  if (height >= LEAST) return { text, height };
  let short = [...text];
  while (short.length > 1 && letterWidth(`${short.join('')}..`, LEAST) > room) short = short.slice(0, -1);
  return { text: `${short.join('')}..`, height: LEAST };
};

/** A list of sheets on A4 upright, as many pages as it takes; a row a sheet, in their order. Paper mm. */
export const sheetListPages = (heading: string, sheets: readonly ListedSheet[]): InkedPaper[] => {
  const paper = {
    ...paperFrame({ paper: 'A4', upright: true, titleBlock: 'none' }),
    name: 'A4 upright',
  };
  const { frame } = paper;
  const perPage = Math.floor((frame.h - HEAD - FOOT) / ROW) - 1;
  const pages = Math.max(1, Math.ceil(sheets.length / perPage));
  const right = (c: number): number => COLUMNS[c + 1]?.[0] ?? 1;
  return Array.from({ length: pages }, (_, page): InkedPaper => {
    const own = sheets.slice(page * perPage, (page + 1) * perPage);
    const rows = [
      COLUMNS.map(([, head]) => head as string),
      ...own.map((s, i) => [
        String(page * perPage + i + 1),
        s.number,
        s.title,
        s.revision,
        s.sheet,
        s.scale,
        s.paper,
        s.date,
      ]),
    ];
    const top = frame.y + frame.h - HEAD;
    const floor = top - ROW * rows.length;
    const ink: Ink[] = [
      letters('title', heading.toUpperCase(), [frame.x, frame.y + frame.h - 8], 5, 'start'),
      letters(
        'title',
        `${sheets.length} ${sheets.length === 1 ? 'SHEET' : 'SHEETS'}`,
        [frame.x + frame.w, frame.y + frame.h - 8],
        HEIGHT,
        'end',
      ),
      stroke('title', 'frame', [
        straight([frame.x, top], [frame.x + frame.w, top]),
        straight([frame.x, top - ROW], [frame.x + frame.w, top - ROW]),
      ]),
      stroke('title', 'rule', [
        ...rows.slice(1).map((_, i) => {
          const y = top - ROW * (i + 2);
          return straight([frame.x, y], [frame.x + frame.w, y]);
        }),
        ...[...COLUMNS.map(([from]) => from), 1].map((from) =>
          straight([frame.x + from * frame.w, top], [frame.x + from * frame.w, floor]),
        ),
      ]),
      ...rows.flatMap((cells, r) =>
        cells.map((cell, c): Ink => {
          const from = COLUMNS[c]?.[0] ?? 0;
          const { text, height } = fitted(cell.toUpperCase(), (right(c) - from) * frame.w - 2 * PAD);
          const y = top - ROW * (r + 1) + (ROW - height) / 2;
          return letters('title', text, [frame.x + from * frame.w + PAD, y], height, 'start');
        }),
      ),
      letters('title', `PAGE ${page + 1} OF ${pages}`, [frame.x + frame.w, frame.y], LEAST, 'end'),
    ];
    return { paper, ink, scale: 1, units: 'mm' };
  });
};
