import { NUMBER_WORDS } from '../../number/numberWords.ts';
import { Ask } from './ask.ts';

/** A figure as it is typed: whole, with a point, a fraction or a mixed one; for patterns. */
export const FIGURE = String.raw`(?:\d+\s+\d+\/\d+|\d+\/\d+|\d*\.?\d+)`;
const LOOSE = String.raw`${FIGURE}(?:\s*,\s*|\s+)${FIGURE}`;
/** A pair that cannot be parted otherwise: "(20, 20)" or "20,20". */
const TIGHT = String.raw`(?:\(\s*${LOOSE}\s*\)|${FIGURE},${FIGURE})`;
/** What follows no list: more figures, or an "x" that makes sizes of the last ones. */
const END = String.raw`(?![\d./])(?!\s*(?:x|by|×)\s*\d)(?!\s*[,.]?\s*[\d(])`;
/**
 * Two places or more, each of two figures: "at 20,20, 60,40 and 100,20", "at (20, 20), (60, 40)"; "at 20, 20 and 100, 40" where a word parts them. Figures
 * that commas alone part are a place in space and sizes.
 */
const LISTS: readonly RegExp[] = [
  new RegExp(String.raw`\bat\s+(${TIGHT}(?:\s*(?:,|;|and|&)\s*(?:(?:and|at)\s+)?${TIGHT})+)${END}`, 'i'),
  new RegExp(String.raw`\bat\s+(${LOOSE}(?:\s*(?:;|,?\s*\band|&)\s*(?:at\s+)?${LOOSE})+)${END}`, 'i'),
  // in brackets nothing need part them: "at (10, 10) (70, 10)"
  new RegExp(String.raw`(?:\bat\s+|:\s*)((?:\(\s*${LOOSE}\s*\)\s*(?:[,;]|\band\b)?\s*){2,})${END}`, 'i'),
];
const ONE = new RegExp(String.raw`\(?\s*(${FIGURE})(?:\s*,\s*|\s+)(${FIGURE})\s*\)?`, 'g');
/** How many things a line begins with: "2 holes", "three 6 mm holes". */
const COUNT = /^\s*(\d+|[a-z]+)\s*(?:x|off|nos?\.?)?\s+(?=.*[a-z])/i;
/** What there are several of: in a line of its own each is one. */
const SEVERAL =
  /\b(?:(hole|pin|peg|stud|dowel|slot|pocket|block|cylinder|prism|cone|boss(?=es)|recess(?=es)|notch(?=es))e?s|(bore|groove)s)\b/gi;

/**
 * The beginning of a line about several things, as it is for one of them: "2 holes 6 dia" is "hole 6 dia".
 * @param places how many places it gives for them
 * @throws Ask where it counts more or fewer things than places
 */
export const oneOf = (begun: string, places: number): string => {
  const counted = COUNT.exec(begun);
  const word = counted?.[1]?.toLowerCase() ?? '';
  const count = /^\d+$/.test(word) ? Number(word) : NUMBER_WORDS[word];
  // "12 dia holes" begins with a size, "2 holes" with how many there are
  const isCount =
    count !== undefined &&
    /^\s*\S+\s*(?:x|off|nos?\.?)?\s+(?:[a-z]|[⌀øØ∅])/i.test(begun) &&
    !/^\s*\d+\s*(?:mm|dia|diam|diameter|in)\b/i.test(begun);
  if (isCount && count !== places)
    throw new Ask(`There are ${places} places for ${count}. Which is right?`, []);
  return (isCount ? begun.slice(counted?.[0].length) : begun).replace(SEVERAL, '$1$2');
};

/**
 * The lines of which each sets one thing at one of several places that a line lists; undefined where it lists none.
 * @throws Ask where the line counts more or fewer things than places
 */
export const placesListed = (text: string): readonly string[] | undefined => {
  const list = LISTS.map((l) => l.exec(text)).find((m) => m !== null);
  if (!list) return undefined;
  const places = [...(list[1] as string).matchAll(ONE)].map(([, x, y]) => `at ${x}, ${y}`);
  const [begun, rest] = [text.slice(0, list.index), text.slice(list.index + list[0].length)];
  const one = oneOf(begun, places.length);
  return places.map((place) => `${one}${place}${rest}`);
};
