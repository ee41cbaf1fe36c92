import type { Claims } from './claims.ts';

/** The word before a face that has no figure: "from the front" says in which face. */
export const faceLead = ({ wordAt }: Claims, i: number): number[] =>
  wordAt(i - 1) === 'from' || wordAt(i - 1) === 'at' ? [i - 1] : [];
