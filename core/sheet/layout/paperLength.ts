import Fraction from 'fraction.js';
import { attempt, type Result } from '../../number/fault.ts';
import { decimal, mixedFraction } from '../../number/format.ts';
import type { PartFile } from '../../part/schema.ts';
import { sizeReader } from '../../part/sizes.ts';

const MM_PER_INCH = 25.4;
/** The finest fraction of an inch that is written as one; a distance further from it than this is written as a decimal. */
const FINEST = 64;
const AS_FRACTION = 1e-6;

/** A figure in squares: their worth is stated for the part, so on the paper they are as large as the scale makes them. */
const SQUARES = /\bsq\b/u;

/**
 * A distance on the paper as it is typed: "15", "1/2" in a drawing in inches, "12 mm", "3 sq".
 * @param perUnit paper mm per part unit
 * @returns paper mm; a fault that names what cannot be read
 */
export const readPaperLength = (text: string, part: PartFile, perUnit: number): Result<number> =>
  attempt(() => {
    const length = sizeReader(part).length(text, []);
    if (SQUARES.test(text)) return length * perUnit;
    return part.units === 'in' ? length * MM_PER_INCH : length;
  });

/** A distance on the paper in the drawing's own unit: millimetres, or inches as a fraction where it is one. */
export const paperText = (mm: number, units: 'mm' | 'in'): string => {
  if (units === 'mm') return decimal(mm, 2);
  const inches = mm / MM_PER_INCH;
  const near = new Fraction(Math.round(inches * FINEST), FINEST);
  return Math.abs(near.valueOf() - inches) < AS_FRACTION ? mixedFraction(near) : decimal(inches, 4);
};

/** The worth of a square in part units, where the part states one. */
export const squareOf = (part: PartFile): number | undefined => {
  if (part.dims?.sq === undefined) return undefined;
  const side = attempt(() => sizeReader(part).length('1 sq', []));
  return side.ok && side.value > 0 ? side.value : undefined;
};
