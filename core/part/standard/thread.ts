import type { SizeReader } from '../sizeReading.ts';
import type { ScrewSize } from './sizes.ts';

/** How far the root of a thread lies inside its outside, both sides together, as a share of the pitch (ISO 68-1: 5/8 of its height). */
export const ROOT_SHARE = 1.0825;
/** The root of a thread by drawing proportions, as a share of its nominal diameter. */
export const ROOT_PROPORTION = 0.8;

const MM_PER_INCH = 25.4;
/** A length of the tables in the unit of a part. */
export const inUnitsOf = (
  { units }: Pick<SizeReader, 'units'>,
  size: Pick<ScrewSize, 'unit'>,
  x: number,
): number => (size.unit === units ? x : size.unit === 'in' ? x * MM_PER_INCH : x / MM_PER_INCH);

/**
 * How long the thread of a bolt is where nothing is stated: 2d + 6 up to a length of 125 mm, 2d + 12 beyond (ISO 888); in inches
 * 2d + 1/4 up to 6 in, 2d + 1/2 beyond; never longer than the bolt. All in the unit of the size.
 */
export const usualThread = ({ d, unit }: ScrewSize, length: number): number => {
  const more = unit === 'mm' ? (length <= 125 ? 6 : 12) : length <= 6 ? 0.25 : 0.5;
  return Math.min(length, 2 * d + more);
};
