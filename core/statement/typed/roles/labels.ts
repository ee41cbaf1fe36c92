import { type Meaning, SIDES } from '../lexicon.ts';
import type { Token } from '../tokens.ts';

/** Sizes that a word beside a figure names. */
const LABELS = [
  'width',
  'depth',
  'height',
  'thickness',
  'length',
  'diameter',
  'radius',
  'af',
  'ac',
  'side',
  'sides',
  'od',
  'id',
  'pcd',
  'pitch',
  'centres',
  'corners',
  'degrees',
  'metric',
  'threadLength',
  'tubeSize',
  'overall',
  'base',
  'wall',
  'sunk',
] as const;
export type Label = (typeof LABELS)[number];

/** Words that only come after their figure: "12 deep", but "depth 12" or "12 depth". */
export const AFTER = new Set([
  'wide',
  'deep',
  'high',
  'tall',
  'thick',
  'thk',
  'long',
  'across',
  'apart',
  'spaced',
  'sided',
  'sides',
  'centres',
  'centers',
]);
/** Words that rather take the figure after them where a shape has the one before: "hole 5 pcd 30". */
export const LATE: readonly Label[] = ['pcd', 'pitch'];
/** Words whose figures only come after them. */
export const BEFORE: readonly Label[] = ['metric', 'threadLength', 'corners', 'tubeSize', 'overall', 'sunk'];
/** Shapes that come in numbers. */
const PLURALS = new Set<Meaning>([
  'hole',
  'slot',
  'openslot',
  'cylinder',
  'block',
  'notch',
  'pocket',
  'groove',
]);
/** Words that may stand between a number and the things that are counted: "2 drilled holes", "4 through holes". */
export const BETWEEN = new Set<Meaning>([
  'hole',
  'counterbore',
  'countersink',
  'through',
  'clearance',
  'blind',
  'tapped',
  'square',
  'hexagon',
]);

/** Whether a word names a size. */
export const isLabel = (m: Meaning): m is Label => (LABELS as readonly string[]).includes(m);
/** Whether a word names the figure beside it: "deep", "dia". */
export const isLabelWord = (w: Token | undefined): boolean =>
  w?.kind === 'word' && isLabel(w.means) && !['corners', 'base', 'wall'].includes(w.means);
/** Whether a word is the plural of a shape that comes in numbers: "holes", but not "boss". */
export const isPlural = (w: Token | undefined): boolean =>
  w?.kind === 'word' && PLURALS.has(w.means) && /[^s]s$/.test(w.raw) && w.raw.toLowerCase() !== 'boss';
/** Whether a word is a shape that comes in numbers. */
export const isCounted = (w: Token | undefined): boolean => w?.kind === 'word' && PLURALS.has(w.means);

/** Whether a line names a regular polygon. */
export const isRegular = (words: readonly Token[]): boolean =>
  words.some((w) => w.kind === 'word' && SIDES[w.means] !== undefined);

/** Splits "2 5/8 holes" into two holes of 5/8: the only mixed figure before a plural, where nothing else counts them. */
export const countSplit = (words: readonly Token[]): Token[] => {
  const counted = words.some(
    (w, i) =>
      w.kind === 'word' && (w.means === 'off' || (w.means === 'row' && words[i + 1]?.kind === 'figure')),
  );
  const named = words.some((w) => w.kind === 'word' && ['diameter', 'radius', 'metric'].includes(w.means));
  return words.flatMap((w, i): Token[] => {
    const parts = w.kind === 'figure' && !named && !counted ? /^(\d+) (\d+\/\d+.*)$/.exec(w.text) : null;
    if (!parts || w.kind !== 'figure' || i > 0) return [w];
    let j = i + 1;
    for (; words[j]?.kind === 'word' && !isPlural(words[j]); j++) {
      const next = words[j];
      if (next?.kind !== 'word' || !BETWEEN.has(next.means)) return [w];
    }
    if (!isPlural(words[j])) return [w];
    const at = w.from + (parts[1] as string).length;
    return [
      { ...w, text: parts[1] as string, to: at },
      { ...w, text: parts[2] as string, from: at + 1, parted: false },
    ];
  });
};
