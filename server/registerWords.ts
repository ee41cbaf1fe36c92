import type { Drawing } from '../core/drawing/drawing.ts';
import { storableText } from '../core/part/plainData.ts';
import { statementOf } from '../core/statement/sentence.ts';

/** Figures are written so long in what texts are sorted by, so that BL-9 comes before BL-10. */
const LONGEST_FIGURE = 12;

/** A text as it is sorted: without capitals, its figures by their worth. */
export const sortKey = (text: string): string =>
  storableText(text)
    .toLowerCase()
    .replace(/\d+/g, (d) => d.padStart(LONGEST_FIGURE, '0'));

/** The most that is kept of a drawing to be searched. */
const MOST_WORDS = 40_000;

/**
 * What of a drawing is searched, a line for each thing: its number, title, material and owner in one, then each line of its statement. It begins
 * with an empty line, so that it is never empty.
 */
export const searchedWords = (d: Drawing): string => {
  let lines: string[] = [];
  try {
    lines = statementOf(d.part).map((l) =>
      `${'id' in l ? l.id : ''} ${l.tokens.map((t) => ('text' in t ? t.text : '')).join('')}`.trim(),
    );
  } catch {
    // a statement that cannot be written out is found by its title
  }
  const head = [d.number, d.title, d.material, d.owner, d.drawnBy].join(' ');
  return storableText(['', head, d.part.name, ...lines].join('\n').toLowerCase()).slice(0, MOST_WORDS);
};

/** The signs that mean something in a pattern. */
const plain = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/**
 * The pattern that a line of a drawing's words has to fit to be found: all words of the search in it, each at the beginning of a word; a figure
 * as a whole, so that "hole 12" does not find a hole of 120.
 */
export const searchPattern = (search: string): string | undefined => {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12);
  if (!words.length) return undefined;
  const each = words.map((w) => {
    const isFigure = /^\d+([./]\d+)*$/.test(w);
    const start = /^[\p{L}\p{N}_]/u.test(w) ? '\\m' : '';
    return `(?=.*${isFigure ? '(?<![./\\d])' : start}${plain(w)}${isFigure ? '(?![./]?\\d| \\d+/)' : ''})`;
  });
  return `(?n)^${each.join('')}`;
};
