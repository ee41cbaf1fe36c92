import type { Meaning } from '../lexicon.ts';
import type { Token } from '../tokens.ts';
import { AFTER, isLabelWord } from './labels.ts';

/** Figures of a line with what they belong to; `tokens` are the places of all words and figures that say so. */
export type Claim = { readonly text: string; readonly tokens: readonly number[] };

/** A line in which figures and words are claimed one after the other: what one role has claimed, no other one sees. */
export type Claims = {
  readonly words: readonly Token[];
  readonly isTaken: (i: number) => boolean;
  /** a word or figure that is not claimed yet */
  readonly free: (i: number) => Token | undefined;
  readonly wordAt: (i: number) => Meaning | undefined;
  readonly figureAt: (i: number) => string | undefined;
  readonly claim: (text: string, ...tokens: number[]) => Claim;
  /** whether any of these words is in the line, claimed or not */
  readonly seen: (...m: Meaning[]) => boolean;
  /** whether the figure at a place has another name behind it: "20 high", but not "20 height 30" */
  readonly claimed: (k: number) => boolean;
};

/** Begins to claim the words and figures of a line. */
export const beginClaims = (words: readonly Token[]): Claims => {
  const taken = words.map(() => false);
  const free = (i: number): Token | undefined => (taken[i] ? undefined : words[i]);
  const wordAt = (i: number): Meaning | undefined => {
    const w = free(i);
    return w?.kind === 'word' ? w.means : undefined;
  };
  const figureAt = (i: number): string | undefined => {
    const w = free(i);
    return w?.kind === 'figure' ? w.text : undefined;
  };
  const claim = (text: string, ...tokens: number[]): Claim => {
    for (const i of tokens) taken[i] = true;
    return { text, tokens };
  };
  const all = new Set<Meaning>(words.flatMap((w) => (w.kind === 'word' ? [w.means] : [])));
  const seen = (...m: Meaning[]): boolean => m.some((x) => all.has(x));
  const claimed = (k: number): boolean => {
    const w = words[k + 1];
    if (w?.kind !== 'word' || w.parted) return false;
    if (w.means === 'from' || w.means === 'up' || w.means === 'down' || w.means === 'fromedges') return true;
    if (!isLabelWord(w)) return false;
    const next = words[k + 2];
    return (
      AFTER.has(w.raw.toLowerCase()) ||
      figureAt(k + 2) === undefined ||
      next?.parted === true ||
      claimed(k + 2)
    );
  };

  return { words, isTaken: (i) => taken[i] === true, free, wordAt, figureAt, claim, seen, claimed };
};
