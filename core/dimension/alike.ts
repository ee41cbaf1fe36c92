import type { DimensionBooks } from './books.ts';
import type { KeptDimension } from './kept.ts';
import type { Tie } from './propose.ts';
import { tieNow, tieSize } from './tieNow.ts';

/** A size with those that are written in one note with it. */
export type Noted = { readonly tie: Tie; readonly joined: readonly Tie[] };

/** How near two sizes are one, as a share of them. */
const EQUAL = 1e-9;

const kindOf = (t: Tie): string => (t.kind === 'size' ? t.size.what : t.kind);
const areEqual = (books: DimensionBooks, a: Tie, b: Tie): boolean => {
  const [x, y] = [tieSize(books, a), tieSize(books, b)];
  if (x === undefined || y === undefined || kindOf(a) !== kindOf(b)) return false;
  return Math.abs(x - y) <= EQUAL * Math.max(1, Math.abs(x));
};

/** Whether two notes say the same now: the same kinds of sizes in the same order, each as large. */
export const saySame = (books: DimensionBooks, a: Noted, b: Noted): boolean => {
  const [x, y] = [
    [a.tie, ...a.joined],
    [b.tie, ...b.joined],
  ];
  return x.length === y.length && x.every((t, i) => areEqual(books, t, y[i] as Tie));
};

/** What was found of a part's dimensions already: each is held against each where it is asked which can be joined. */
const known = new WeakMap<DimensionBooks, WeakMap<KeptDimension, readonly Noted[]>>();

/** A kept dimension as the part has it now: the notes of it whose faces are there. */
export const notesNow = (books: DimensionBooks, k: KeptDimension): readonly Noted[] => {
  const own = known.get(books) ?? new WeakMap<KeptDimension, readonly Noted[]>();
  known.set(books, own);
  const before = own.get(k);
  if (before) return before;
  const notes = [k, ...(k.alike ?? [])].flatMap(({ tied, joined = [] }) => {
    const tie = tieNow(books, tied);
    return tie ? [{ tie, joined: joined.flatMap((t) => tieNow(books, t) ?? []) }] : [];
  });
  own.set(k, notes);
  return notes;
};
