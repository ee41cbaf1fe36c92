import Fraction from 'fraction.js';
import type { Amount } from './expression.ts';

/** More than the rounding of a few sums, less than any figure that is shown. */
const HAIR = 1e-14;

/** A number with at most `places` decimals and no idle zeros; never "-0". */
export const decimal = (value: number, places = 3): string => {
  // half a last place is rounded away from nought though its nearest double lies a hair below
  const text = (value * (1 + HAIR)).toFixed(places);
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return trimmed === '-0' ? '0' : trimmed;
};

/** 35/16 as "2 3/16". */
export const mixedFraction = (f: Fraction): string => f.toFraction(true);

/** A size in its unit: inches as a fraction where they are one on a rule, all else as a decimal. */
export const sizeText = (value: number, units: 'mm' | 'in', places = 3): string =>
  (units === 'in' ? inchFraction({ value }) : undefined) ?? decimal(value, places);

/** A size in squares, whole and half; nothing where it is neither. @param square the worth of one, in the same unit */
export const squaresText = (value: number, square: number): string | undefined => {
  const halves = Math.round((value / square) * 2);
  return Math.abs((halves / 2) * square - value) <= SAME_SQUARE * square
    ? `${mixedFraction(new Fraction(halves, 2))} sq`
    : undefined;
};
/** A size in squares, also where they are neither whole nor half, which is said. @param square the worth of one, in the same unit */
export const worthInSquares = (value: number, square: number): string =>
  squaresText(value, square) ?? `${decimal(value / square)} sq, no half squares`;
/** Nearer than this share of a square a size is counted in squares. */
const SAME_SQUARE = 1e-6;

/**
 * The mixed fraction of an inch size where it is one on a rule (a denominator that is a power of two up to 128),
 * otherwise undefined.
 */
export const inchFraction = (amount: Amount): string | undefined => {
  const f = amount.exact ?? new Fraction(Math.round(amount.value * 128), 128);
  if (!amount.exact && Math.abs(f.valueOf() - amount.value) > 1e-9) return undefined;
  const d = Number(f.d);
  return d > 1 && d <= 128 && (d & (d - 1)) === 0 ? mixedFraction(f) : undefined;
};
