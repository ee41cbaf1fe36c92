import type { Amount, Units } from '../number/expression.ts';
import type { Said } from '../number/faultWords.ts';
import type { Extremes } from '../solid/partModel.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';
import type { Quantity } from './quantity.ts';

/** The way to a place in the part file: keys and indices. */
export type Path = readonly (string | number)[];

/** How many copies a repeat makes and how many sides a polygon has, at most. */
export const MOST_COPIES = 1000;
/** The most sides of a regular polygon. */
export const MOST_SIDES = 360;

/** Reads the quantities of one part file; `at` is the path of the quantity, used to name it in a fault. */
export type SizeReader = {
  readonly units: Units;
  readonly amount: (q: Quantity, path: Path) => Amount;
  readonly length: (q: Quantity, path: Path) => number;
  /** A length that must be above zero. */
  readonly size: (q: Quantity, path: Path) => number;
  readonly angle: (q: Quantity, path: Path) => number;
  /** A whole number from `least` to `most`. */
  readonly count: (q: Quantity, path: Path, least: number, most: number) => number;
  /** The least size and the greatest length read while `work` runs, with what it returns. */
  readonly extremes: <T>(work: () => T) => { readonly value: T; readonly extremes: Extremes };
  /** A solid of a file that was read in, in the unit that lengths are answered in. @param name which, where there are several */
  readonly solidOf: (file: string, name: string | undefined, path: Path) => TrimmedSolid;
  readonly refuse: (path: Path, said: Said) => never;
};
