import { SIDES } from '../lexicon.ts';
import type { Token } from '../tokens.ts';

/** "turned" says that a part is made on the lathe, where no other shape is named and nothing is turned by an angle. */
export const isLathe = (words: readonly Token[]): boolean =>
  words.some((w) => w.kind === 'word' && w.means === 'turned') &&
  !words.some(
    (w) =>
      (w.kind === 'figure' && w.degrees) ||
      (w.kind === 'word' &&
        (SIDES[w.means] !== undefined ||
          ['prism', 'pyramid', 'block', 'plate', 'degrees', 'slot', 'cone', 'wedge'].includes(w.means))),
  );
