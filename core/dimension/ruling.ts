import type { Path } from '../part/sizeReading.ts';
import type { DimensionBooks } from './books.ts';
import { rowOfTie, type Tie } from './propose.ts';

/** A figure of the statement that a dimension changes with: where it stands, and by how much the dimension changes with it. */
export type Ruling = { readonly path: Path; readonly slope: number };

/** A share smaller than this is the rounding of a figure moved a little. */
const NOUGHT = 1e-6;

/** The figures of the statement that a dimension changes with. */
export const rulingOf = (books: DimensionBooks, tie: Tie): Ruling[] =>
  rowOfTie(books, tie).flatMap((slope, i) => {
    const path = books.figures[i];
    return Math.abs(slope) > NOUGHT && path ? [{ path, slope }] : [];
  });
