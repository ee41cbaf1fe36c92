import type { DimensionBooks } from './books.ts';
import { type GivenTie, tieOf } from './given.ts';
import type { Tied } from './kept.ts';
import { ANGULAR, type SizeKey, sizeNow } from './place.ts';
import type { Tie } from './propose.ts';
import { stationNow } from './stations.ts';

/** What a tie is by its keys alone. */
export const tiedBy = (t: Tie): Tied => {
  if (t.kind === 'linear')
    return { kind: 'linear', axis: t.from.axis, from: t.from.of[0] as string, to: t.to.of[0] as string };
  return { kind: 'size', size: { ...t.size, of: [...t.size.of] } as Extract<Tied, { kind: 'size' }>['size'] };
};

/** The same as it is given to the books. */
export const givenTie = (t: Tied): GivenTie =>
  t.kind === 'linear'
    ? { kind: 'linear', axis: t.axis, from: [t.from], to: [t.to] }
    : { kind: 'size', size: t.size as SizeKey, half: false };

/** What a kept dimension ties on a part as it is now; nothing where its faces are gone. */
export const tieNow = (books: DimensionBooks, t: Tied): Tie | undefined => tieOf(books, givenTie(t));

/** How large a size is, part units or degrees; nothing where its faces are gone. */
export const tieSize = (books: DimensionBooks, t: Tie): number | undefined => {
  if (t.kind === 'size') return sizeNow(t.size, books.surfaces);
  const [a, b] = [t.from, t.to].map((s) => stationNow(s, books.surfaces));
  return a === undefined || b === undefined ? undefined : Math.abs(b - a);
};

/** Whether what is tied is an angle, or a length. */
export const isAngle = (t: Tied | Tie): boolean => t.kind === 'size' && ANGULAR.has(t.size.what);
