import type { Vec2 } from '../geometry/vec.ts';
import { type GivenFigure, NUMBER_ALONE } from './givenFigure.ts';

/** Letters of a file with the place where they begin, y up. */
export type GivenLetters = { readonly text: string; readonly at: Vec2 };

/** A row of a table of holes as it is written: both places from the zero marks, and what is said of the hole's sizes. */
export type TabledHole = Extract<GivenFigure, { kind: 'tabled hole' }>;

/** What the columns of such a table are headed. The size may stand in several. */
const ACROSS = /^X(\s*[([]?\s*(mm|in)\.?\s*[)\]]?)?$/i;
const UP = /^Y(\s*[([]?\s*(mm|in)\.?\s*[)\]]?)?$/i;
const SIZE = /^(SIZE|DIA(METER)?\.?|⌀|Ø|ø|DESCRIPTION|NOTE|DEPTH|↧)(\s*[([]?\s*(mm|in)\.?\s*[)\]]?)?$/i;
const TAG = /^(HOLE|TAG|NO\.?|#|LABEL|REF\.?|MARK)$/i;
/** Columns headed so hold a figure without its sign. */
const OF_DIAMETER = /^(DIA|⌀|Ø|ø)/i;
const OF_DEPTH = /^(DEPTH|↧)/i;

/** Two letters stand in one row within this share of the distance to the next row. */
const SAME_ROW = 0.3;

/** The texts that stand below a heading one after the other, from it downwards. */
const below = (letters: readonly GivenLetters[], head: GivenLetters, wide: number): GivenLetters[] =>
  letters
    .filter((l) => l.at[1] < head.at[1] && Math.abs(l.at[0] - head.at[0]) < wide / 2)
    .sort((a, b) => b.at[1] - a.at[1]);

/** Letters of a cell with the sign that its column's heading stands for. */
const withSign = (text: string, heading: string): string => {
  if (!NUMBER_ALONE.test(text)) return text;
  return OF_DIAMETER.test(heading) ? `⌀${text}` : OF_DEPTH.test(heading) ? `↧${text}` : text;
};

/**
 * The tables of holes among the letters of a drawing: a row of headings with an X, a Y and a size, and the rows below it as long as they have both
 * places. Cells belong to the heading that they begin nearest to.
 * @returns the rows, and the letters that they are made of
 */
export const tabledHoles = (
  letters: readonly GivenLetters[],
): { readonly holes: readonly TabledHole[]; readonly taken: ReadonlySet<GivenLetters> } => {
  const holes: TabledHole[] = [];
  const taken = new Set<GivenLetters>();
  for (const x of letters.filter((l) => ACROSS.test(l.text))) {
    const ups = letters.filter((l) => UP.test(l.text) && l.at[0] > x.at[0]);
    const y = ups.find((l) => Math.abs(l.at[1] - x.at[1]) < SAME_ROW * (l.at[0] - x.at[0]));
    if (!y) continue;
    const column = y.at[0] - x.at[0];
    const first = below(letters, x, column)[0];
    if (!first) continue;
    const near = SAME_ROW * (x.at[1] - first.at[1]);
    const inRow = (at: number): GivenLetters[] => letters.filter((l) => Math.abs(l.at[1] - at) < near);
    const heads = inRow(x.at[1]).filter((l) => l === x || l === y || SIZE.test(l.text) || TAG.test(l.text));
    if (!heads.some((l) => SIZE.test(l.text))) continue;
    const headOf = (l: GivenLetters): GivenLetters =>
      heads.reduce((a, b) => (Math.abs(b.at[0] - l.at[0]) < Math.abs(a.at[0] - l.at[0]) ? b : a));
    const [left, right] = [
      Math.min(...heads.map((l) => l.at[0])) - column,
      // the last column may be wider than the others
      Math.max(...heads.map((l) => l.at[0])) + 2 * column,
    ];
    let last = x.at[1];
    for (const { at } of below(letters, x, column)) {
      // a gap ends the table
      if (last - at[1] > 1.5 * (x.at[1] - first.at[1])) break;
      last = at[1];
      const row = inRow(at[1]).filter((l) => l.at[0] > left && l.at[0] < right);
      const cell = (head: GivenLetters): string =>
        row
          .filter((l) => headOf(l) === head)
          .map((l) => l.text)
          .join(' ');
      const places = [cell(x), cell(y)] as const;
      if (!places.every((t) => NUMBER_ALONE.test(t))) break;
      const size = heads
        .filter((h) => SIZE.test(h.text))
        .sort((a, b) => a.at[0] - b.at[0])
        .map((h) => withSign(cell(h), h.text))
        .join(' ');
      const tag = heads
        .filter((h) => TAG.test(h.text))
        .map(cell)
        .join(' ');
      for (const l of row) taken.add(l);
      const text = [tag, ...places, size].filter(Boolean).join(' ');
      holes.push({ kind: 'tabled hole', text, at: [...at], tag, places, size });
    }
  }
  return { holes, taken };
};
