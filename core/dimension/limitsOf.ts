import type { DimensionBooks } from './books.ts';
import { fitBetween, fitLimits } from './fits/fit.ts';
import { readFitPair, readToleranceClass, type ToleranceClass } from './fits/toleranceClass.ts';
import { generalTolerance } from './generalTolerance.ts';
import type { KeptDimension } from './kept.ts';
import type { Tie } from './propose.ts';
import { isAngle, tieSize } from './tieNow.ts';
import { type Tolerance, toleranceText } from './tolerance.ts';

/** Millimetres in an inch. */
export const INCH = 25.4;

/** The limits that a tolerance class gives a size, part units; nothing where the standard gives none for it. @param size part units */
export const limitsOfFit = (fit: string, size: number, units: 'mm' | 'in'): Tolerance | undefined => {
  const read = readToleranceClass(fit);
  return read && limitsOfClass(read, size, units);
};
const limitsOfClass = (c: ToleranceClass, size: number, units: 'mm' | 'in'): Tolerance | undefined => {
  const to = units === 'in' ? INCH : 1;
  const limits = fitLimits(c, size * to);
  return limits && [limits[0] / to, limits[1] / to];
};

/**
 * What a hole and its shaft have for limits, and what lies between them at the most and at the least, part units (less than nought is an
 * interference); nothing where the text is no pair, or the standard gives none for one of them. @param size part units
 */
export const limitsOfPair = (fit: string, size: number, units: 'mm' | 'in') => {
  const pair = readFitPair(fit);
  const hole = pair && limitsOfClass(pair.hole, size, units);
  const shaft = pair && limitsOfClass(pair.shaft, size, units);
  return hole && shaft ? { hole, shaft, between: fitBetween(hole, shaft) } : undefined;
};

/** The tolerance behind a dimension's figure: its class, with limits where they are wanted, or its own limits. */
export const toleranceWritten = (books: DimensionBooks, d: KeptDimension, tie: Tie): string | undefined => {
  if (d.fit === undefined) return d.tolerance && toleranceText(d.tolerance);
  const size = tieSize(books, tie);
  if (!d.limits || size === undefined) return d.fit;
  const pair = limitsOfPair(d.fit, size, books.part.units);
  if (pair) return `${d.fit} (${toleranceText(pair.hole)} / ${toleranceText(pair.shaft)})`;
  const limits = limitsOfFit(d.fit, size, books.part.units);
  return limits ? `${d.fit} (${toleranceText(limits)})` : d.fit;
};

/** The limits of a dimension: by its class, its own, or the title block's general tolerance. @param note the general tolerance */
export const limitsOf = (
  books: DimensionBooks,
  d: KeptDimension,
  tie: Tie,
  note: string | undefined,
): Tolerance | undefined => {
  const size = tieSize(books, tie);
  if (size === undefined) return undefined;
  if (d.fit !== undefined) return limitsOfFit(d.fit, size, books.part.units);
  if (d.tolerance) return d.tolerance;
  return isAngle(tie) ? undefined : generalTolerance(note, size, books.part.units);
};
