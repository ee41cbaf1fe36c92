import { Ask } from '../ask.ts';
import type { Token } from '../tokens.ts';

/** A word that stands twice in a row says the same twice, or one of them was meant otherwise. */
export const refuseDoubles = (words: readonly Token[]): void => {
  words.forEach((w, i) => {
    const next = words[i + 1];
    if (
      w.kind === 'word' &&
      next?.kind === 'word' &&
      w.raw.trim().toLowerCase() === next.raw.trim().toLowerCase()
    )
      throw new Ask(`"${w.raw.trim()}" stands twice. Is one of them another word?`, []);
  });
};
