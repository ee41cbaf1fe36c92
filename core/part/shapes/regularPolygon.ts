import { cosDegrees, sinDegrees } from '../../number/angle.ts';
import { says } from '../../number/faultWords.ts';
import { length, maybe } from '../clauses.ts';
import { type Quantity, quantity } from '../quantity.ts';
import type { Path, SizeReader } from '../sizeReading.ts';

/** The keys of a regular polygon: its sides and one of three sizes across. */
export const polygonKeys = {
  sides: quantity,
  side: quantity.optional(),
  acrossFlats: quantity.optional(),
  acrossCorners: quantity.optional(),
};
export const polygonClauses = [
  maybe(length('side'), ' a side'),
  maybe(length('acrossFlats'), ' across flats'),
  maybe(length('acrossCorners'), ' across corners'),
];

const circumradiusFrom = (
  given: Partial<Record<'side' | 'acrossFlats' | 'acrossCorners', number>>,
  sides: number,
): number => {
  const half = 180 / sides;
  if (given.side !== undefined) return given.side / (2 * sinDegrees(half));
  if (given.acrossFlats !== undefined) return given.acrossFlats / (2 * cosDegrees(half));
  return (given.acrossCorners as number) / 2;
};

type PolygonKeys = {
  side?: Quantity | undefined;
  acrossFlats?: Quantity | undefined;
  acrossCorners?: Quantity | undefined;
};

/**
 * The radius about a polygon from the one size across that is given.
 * @param names what the three are called in the part file
 */
export const radiusAbout = (
  given: PolygonKeys,
  names: readonly [string, string, string],
  read: SizeReader,
  path: Path,
  sides: number,
  needed: boolean,
): number | undefined => {
  const keys = ['side', 'acrossFlats', 'acrossCorners'] as const;
  const there = keys.map((k, i) => [k, names[i] as string] as const).filter(([k]) => given[k] !== undefined);
  if (there.length > 1)
    read.refuse([...path, there[1]![1]], says('across.two', { first: there[0]![1], second: there[1]![1] }));
  const first = there[0];
  if (!first) {
    if (needed) read.refuse(path, says('across.missing', { names: names.join(', ') }));
    return undefined;
  }
  const value = read.size(given[first[0]] as Quantity, [...path, first[1]]);
  return circumradiusFrom({ [first[0]]: value }, sides);
};
