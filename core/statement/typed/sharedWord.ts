import { isLabelWord } from './roles/labels.ts';
import type { Span, Token } from './tokens.ts';

/** A word between two figures that may belong to either, and where it stands in the line. */
export type SharedWord = Span & { readonly word: string };

/** Words for sizes that are written on either side of their figure. */
const EITHER_SIDE = new Set(['wide', 'deep', 'high', 'tall', 'thick', 'long']);

/**
 * The word of a line that may belong to the figure before it or to the one behind it: "deep" in "hole 8 deep 10". None where a comma stands on
 * one side of it, where either figure has another name, or where the sizes before it show on which side names are written.
 */
export const betweenFigures = (words: readonly Token[]): SharedWord | undefined => {
  const isFigure = (w: Token | undefined): boolean => w?.kind === 'figure' && !w.degrees;
  const isName = (w: Token | undefined): boolean =>
    w?.kind === 'word' && (isLabelWord(w) || w.means === 'from' || w.means === 'off' || w.means === 'row');
  const i = words.findIndex((w, k) => {
    if (w.kind !== 'word' || w.parted || !EITHER_SIDE.has(w.raw.toLowerCase())) return false;
    const [first, before, behind, next] = [words[k - 2], words[k - 1], words[k + 1], words[k + 2]];
    if (!isFigure(before) || !isFigure(behind) || behind?.parted) return false;
    // "20 wide 10 deep 5": names stand behind their figures here; "dia 8 deep 10": before them
    if (isName(first) && !before?.parted) return false;
    return next === undefined || next.parted || !(isFigure(next) || next.kind === 'by' || isName(next));
  });
  const w = words[i];
  return w?.kind === 'word' ? { word: w.raw, from: w.from, to: w.to } : undefined;
};
