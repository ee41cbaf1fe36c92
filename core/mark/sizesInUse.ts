import { arcSizes } from '../dimension/arcSizes.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { ANGULAR, sizeNow } from '../dimension/place.ts';
import { rowOfTie } from '../dimension/propose.ts';
import { emptySpan } from '../dimension/span.ts';
import { facesOfMeeting, featureOfFace, readFaceKey } from '../naming/keys.ts';
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

/** The rounding of a ring, or of an arc of a turned outline, is stated by its radius; all that goes round an axis by its diameter. */
export const isLikelierAs =
  (kind: StatedSize['kind']) =>
  (size: Size): boolean =>
    (size.what === 'tube') === (kind === 'radius');

/** The sizes of a part's faces, and which of them a figure has been taken for: a size of a feature stands for all its copies. */
export type SizesInUse = {
  readonly worthOf: (size: Size) => number;
  /**
   * one of some kinds and a value: of several that are as large the first one that does not follow from those in use, of a feature that has as many
   * as are counted where there is one
   * @param isLikelier of those that are left, which are meant first
   */
  readonly find: (
    kinds: ReadonlySet<string>,
    value: number,
    within: number,
    counted?: number,
    isLikelier?: (size: Size) => boolean,
  ) => Size | undefined;
  /** the same, but one that follows from those in use first: what a note counts besides is of the same feature where it can be */
  readonly findLike: SizesInUse['find'];
  /** a round that is as wide as something is drawn */
  readonly drawn: (length: number) => Size | undefined;
  /** the chord of an arc that runs on smoothly, as long as something is drawn: its ends are no places that a part shows */
  readonly chordDrawn: (length: number) => Size | undefined;
  readonly use: (size: Size) => void;
  readonly isUsed: (size: Size) => boolean;
  /** whether it follows from those in use, as the rounds of one profile do from one of them */
  readonly follows: (size: Size) => boolean;
  /** how many copies of its feature have it */
  readonly copiesOf: (size: Size) => number;
};
/** Those that are nearest, as they stand. */
const nearestOf = (sizes: readonly Size[], off: (s: Size) => number): readonly Size[] => {
  const least = Math.min(...sizes.map(off));
  return sizes.filter((s) => off(s) <= least + 1e-9 * Math.max(1, least));
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
  const findBy = (
    follows: boolean,
    kinds: ReadonlySet<string>,
    value: number,
    within: number,
    counted?: number,
    isLikelier: (size: Size) => boolean = () => false,
  ): Size | undefined => {
    const all = pool.filter(
      (s) => kinds.has(s.what) && Math.abs(worthOf(s) - value) <= within + 1e-6 * value,
    );
    const off = (s: Size): number => Math.abs(worthOf(s) - value);
    // a rounded figure may be that of several: the nearest is meant
    const own = nearestOf(
      all.filter((s) => !isUsed(s)),
      off,
    );
    const wanted = own
      .filter((s) => span.holds(rowOf(s)) === follows)
      .sort((a, b) => Number(isLikelier(b)) - Number(isLikelier(a)));
    const featureOf = (s: Size): string => featureOfFace(facesOfMeeting(s.of[0] as string)[0] as string);
    const asMany =
      counted !== undefined &&
      wanted.find((s) => own.filter((t) => featureOf(t) === featureOf(s)).length === counted);
    return asMany || (wanted[0] ?? own[0] ?? nearestOf(all, off)[0]);
  };
  const find: SizesInUse['find'] = (...of) => findBy(false, ...of);
  return {
    worthOf,
    find,
    findLike: (...of) => findBy(true, ...of),
    drawn: (length) => find(ROUND, length, NEAR * books.part.tol.size),
    chordDrawn: (length) =>
      smooth.find((s) => Math.abs(worthOf(s) - length) <= NEAR * books.part.tol.size && !isUsed(s)),
    use: (size) => {
      used.add(keyOf(size));
      span.add(rowOf(size));
    },
    isUsed,
    follows: (size) => span.holds(rowOf(size)),
    copiesOf: (size) => books.sizes.filter((x) => keyOf(x) === keyOf(size)).length,
  };
};
