import { arcSizes } from '../dimension/arcSizes.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { ANGULAR, sizeNow } from '../dimension/place.ts';
import { rowOfTie } from '../dimension/propose.ts';
import { emptySpan } from '../dimension/span.ts';
import { facesOfMeeting, readFaceKey } from '../naming/keys.ts';
import type { StatedSize } from './givenFigure.ts';

/** How far what is drawn may be from what it measures, as a share of the part's size. */
export const NEAR = 1e-3;

/** A size of a face or two of the part. */
export type Size = DimensionBooks['sizes'][number];
/** The kinds of sizes that a round has. */
export const ROUND: ReadonlySet<string> = new Set(['diameter', 'rim', 'tube', 'pitch']);
/** The kinds of sizes that are lengths from place to place. */
export const FLAT: ReadonlySet<string> = new Set(['across', 'chord', 'height']);
const ARC: ReadonlySet<string> = new Set(['arc']);
const THREAD: ReadonlySet<string> = new Set(['thread']);
/** The kinds of sizes that a figure may be of, by how it is written. */
export const kindsOf = (kind: StatedSize['kind']): ReadonlySet<string> => {
  if (kind === 'arc') return ARC;
  if (kind === 'thread') return THREAD;
  return kind === 'angle' ? ANGULAR : kind === 'plain' ? FLAT : ROUND;
};

/** The sizes of a part's faces, and which of them a figure has been taken for: a size of a feature stands for all its copies. */
export type SizesInUse = {
  readonly worthOf: (size: Size) => number;
  /** one of some kinds and a value, of those in use the last */
  readonly find: (kinds: ReadonlySet<string>, value: number, within: number) => Size | undefined;
  /** a round that is as wide as something is drawn */
  readonly drawn: (length: number) => Size | undefined;
  /** the chord of an arc that runs on smoothly, as long as something is drawn: its ends are no places that a part shows */
  readonly chordDrawn: (length: number) => Size | undefined;
  readonly use: (size: Size) => void;
  readonly isUsed: (size: Size) => boolean;
  /** how many copies of its feature have it */
  readonly copiesOf: (size: Size) => number;
};
/** The sizes of a part, none of them in use yet. */
export const sizesInUse = (books: DimensionBooks): SizesInUse => {
  const used = new Set<string>();
  const span = emptySpan();
  const rows = new Map<Size, readonly number[]>();
  const rowOf = (size: Size): readonly number[] => {
    const row = rows.get(size) ?? rowOfTie(books, { kind: 'size', size });
    rows.set(size, row);
    return row;
  };
  const keyOf = (size: Size): string => {
    const faces = size.of.flatMap(facesOfMeeting).map((f) => {
      const { feature, role } = readFaceKey(f);
      return `${feature}/${role}`;
    });
    return [size.what, ...faces].join(' ');
  };
  // what may be said of an arc besides its radius stands in no list of what is missing
  const arcs = arcSizes(books);
  const pool: readonly Size[] = [
    ...books.sizes,
    ...arcs.flatMap((a) => (a.isSmooth ? [a.arc] : [a.chord, a.arc])),
  ];
  const smooth = arcs.flatMap((a) => (a.isSmooth ? [a.chord] : []));
  const worthOf = (size: Size): number => sizeNow(size, books.surfaces) ?? Number.NaN;
  const isUsed = (size: Size): boolean => used.has(keyOf(size));
  const find: SizesInUse['find'] = (kinds, value, within) => {
    const all = pool.filter(
      (s) => kinds.has(s.what) && Math.abs(worthOf(s) - value) <= within + 1e-6 * value,
    );
    const own = all.filter((s) => !isUsed(s));
    // of several that are as large the first one that does not follow from those in use
    return own.find((s) => !span.holds(rowOf(s))) ?? own[0] ?? all[0];
  };
  return {
    worthOf,
    find,
    drawn: (length) => find(ROUND, length, NEAR * books.part.tol.size),
    chordDrawn: (length) =>
      smooth.find((s) => Math.abs(worthOf(s) - length) <= NEAR * books.part.tol.size && !isUsed(s)),
    use: (size) => {
      used.add(keyOf(size));
      span.add(rowOf(size));
    },
    isUsed,
    copiesOf: (size) => books.sizes.filter((x) => keyOf(x) === keyOf(size)).length,
  };
};
