import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { FACE_AXES } from './faces.ts';
import { SAME, type TypedContext } from './placing.ts';

/** What is set in rows and columns. */
const THING = `(?:holes?|slots?|pegs?|pins?|studs?|dowels?|boss(?:es)?|pockets?|recess(?:es)?)`;
const TIMES = String.raw`\s*(?:x|by|×)\s*`;
/** "3 x 2 holes", "2 rows of 3 holes", "holes in 3 columns and 2 rows": how many in a row, and how many rows. */
const COUNTS: readonly (readonly [RegExp, inRow: 1 | 2, rows: 1 | 2])[] = [
  [new RegExp(String.raw`^\s*(\d+)${TIMES}(\d+)\s+(?=(?:[a-z]+\s+){0,2}${THING}\b)`, 'i'), 1, 2],
  [/\b(?:in\s+)?(\d+)\s+rows?\s+of\s+(\d+)\s*/i, 2, 1],
  [/\b(?:in\s+)?(\d+)\s+columns?\s*(?:and|by|x|,)\s*(\d+)\s+rows?\s*/i, 1, 2],
  [/\b(?:in\s+)?(\d+)\s+rows?\s*(?:and|by|x|,)\s*(\d+)\s+columns?\s*/i, 2, 1],
];
const FIGURE = String.raw`((?:\d+\s+)?\d+\/\d+|[\w.]+)`;
/** "20 x 15 apart", "20 apart in rows 15 apart", "20 apart left to right and 15 apart front to back": in a row, and from row to row. */
const PITCHES: readonly RegExp[] = [
  new RegExp(String.raw`${FIGURE}${TIMES}${FIGURE}\s*(?:apart|pitch|spacing|centres|centers)\b`, 'i'),
  new RegExp(String.raw`${FIGURE}\s+apart[\s,]*(?:and|in)?\s*(?:the\s+)?rows\s+${FIGURE}\s+apart\b`, 'i'),
  new RegExp(
    String.raw`${FIGURE}\s+apart\s+(?:left\s+to\s+right|along)[\s,]*(?:and\s+)?${FIGURE}\s+apart\s+(?:front\s+to\s+back|across|upwards?)\b`,
    'i',
  ),
];

/** A line that sets things in rows and columns: the same line for one row, and the rows. */
export type Grid = { readonly row: string; readonly rows: number; readonly apart: string };

/**
 * Reads a line as a grid.
 * @returns undefined where it sets nothing in rows and columns
 * @throws Ask where the distances are missing
 */
export const gridOf = (text: string): Grid | undefined => {
  for (const [pattern, inRow, rows] of COUNTS) {
    const m = pattern.exec(text);
    if (!m) continue;
    const count = m[inRow] as string;
    // the count goes to the front, where it is read as one
    const one = `${count} ${text.slice(0, m.index)}${text.slice(m.index + m[0].length)}`;
    for (const pitch of PITCHES) {
      const p = pitch.exec(one);
      if (!p) continue;
      const row = `${one.slice(0, p.index)}${p[1]} apart${one.slice(p.index + p[0].length)}`;
      return { row, rows: Number(m[rows]), apart: p[2] as string };
    }
    // "4 x 7 holes" by itself is four holes of 7
    if (pattern === COUNTS[0]?.[0]) continue;
    throw new Ask('How far apart are they, in a row and from row to row?', ['20 x 15 apart']);
  }
  return undefined;
};

const MIDDLE = /\b(?:middle|cent(?:re|er)(?!s)|central(?:ly)?)\b/i;

/** The rows of a grid after its first: the same feature, each a distance further along the face. */
export const rowsOf = (
  first: FeatureFile,
  { rows, apart }: Grid,
  text: string,
  c: TypedContext,
): FeatureFile[] => {
  const { repeat, at } = first;
  if (!repeat || !('step' in repeat) || !at)
    throw new Ask('How far apart are they, in a row and from row to row?', ['20 x 15 apart']);
  const along = repeat.step.findIndex((q) => q !== 0);
  const normal = FACE_AXES[first.plane ?? 'top'][2];
  const across = [0, 1, 2].find((i) => i !== along && i !== normal) as number;
  const [start, pitch] = [c.worth(String(at[across])), c.worth(apart)];
  if (start === undefined || pitch === undefined)
    throw new Ask(`How far apart are the rows? "${apart}" is no size.`, []);
  const [lo, hi] = [c.box?.[across], c.box?.[across + 3]];
  const isCentred =
    lo !== undefined && hi !== undefined && MIDDLE.test(text) && Math.abs(start - (lo + hi) / 2) < SAME;
  const from = isCentred ? start - ((rows - 1) * pitch) / 2 : start;
  const last = from + (rows - 1) * pitch;
  if (lo !== undefined && hi !== undefined && (from < lo - SAME || last > hi + SAME))
    throw new Ask(`${rows} rows ${apart} apart reach beyond the part. Where is the first?`, []);
  return Array.from({ length: rows }, (_, i): FeatureFile => {
    const place: [Quantity, Quantity, Quantity] = [...at];
    if (i || isCentred) place[across] = Number((from + i * pitch).toFixed(6));
    return { ...first, at: place };
  });
};
