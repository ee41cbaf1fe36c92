import type { Vec2 } from '../../geometry/vec.ts';
import { type Ink, letters, straight, stroke } from '../ink/ink.ts';
import { fieldsHeight, PARTS_ROW, type PaperFrame, REVISION_ROW } from '../layout/paper.ts';
import { letterWidth } from './letterWidth.ts';

/** A row of the parts list of an assembly. */
export type PartsRow = {
  readonly item: number;
  readonly name: string;
  readonly off: number;
  readonly material: string;
  /** its drawing, or what its standard calls it */
  readonly designation: string;
  /** the bodies that it stands for */
  readonly bodies: readonly string[];
};

/** Where the columns begin, as shares of the width, and what they are headed. */
const COLUMNS = [
  [0, 'ITEM'],
  [0.08, 'NAME'],
  [0.38, 'OFF'],
  [0.47, 'MATERIAL'],
  [0.68, 'DRAWING OR STANDARD'],
] as const;
const HEIGHT = 2.5;
const LEAST = 1.8;
const PAD = 1.4;

/** The parts list above a title block and its revisions: item 1 at the bottom, the heading below it (ISO 7573). */
export const partsListInk = (paper: PaperFrame, rows: readonly PartsRow[], revisions: number): Ink[] => {
  if (paper.titleBlock === 'none' || !rows.length) return [];
  const { title: b } = paper;
  const foot = b.y + fieldsHeight(paper) + REVISION_ROW * revisions;
  const texts = [
    COLUMNS.map(([, head]) => head as string),
    ...rows.map((r) => [String(r.item), r.name, String(r.off), r.material, r.designation]),
  ];
  const right = (c: number): number => COLUMNS[c + 1]?.[0] ?? 1;
  const top = foot + PARTS_ROW * texts.length;
  return [
    stroke('title', 'rule', [
      ...texts.map((_, i) => {
        const y = foot + PARTS_ROW * (i + 1);
        return straight([b.x, y], [b.x + b.w, y]);
      }),
      ...COLUMNS.map(([from]) => straight([b.x + from * b.w, foot], [b.x + from * b.w, top])),
    ]),
    ...texts.flatMap((cells, i) =>
      cells.map((text, c): Ink => {
        const from = COLUMNS[c]?.[0] ?? 0;
        const room = (right(c) - from) * b.w - 2 * PAD;
        const words = text.toUpperCase();
        const height = Math.max(
          LEAST,
          Math.min(HEIGHT, (HEIGHT * room) / Math.max(1, letterWidth(words, HEIGHT))),
        );
        const at: Vec2 = [b.x + from * b.w + PAD, foot + PARTS_ROW * i + (PARTS_ROW - height) / 2];
        return letters('title', words, at, height, 'start');
      }),
    ),
  ];
};
