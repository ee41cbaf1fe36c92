import type { DimensionBooks } from './books.ts';
import { type AxisNumber, type PlaceKey, placeAlong, type SizeKey, sizeNow } from './place.ts';
import { type Audit, audit, type Tie } from './propose.ts';
import { type Relation, relationNow } from './relations.ts';
import type { Station } from './stations.ts';
import type { SurfacesByKey } from './surfacesByKey.ts';

/** What a dimension ties, by keys; of several keys of a station the first that is there counts. */
export type GivenTie =
  | {
      readonly kind: 'linear';
      readonly axis: AxisNumber;
      readonly from: readonly PlaceKey[];
      readonly to: readonly PlaceKey[];
    }
  | { readonly kind: 'size'; readonly size: SizeKey; readonly half: boolean }
  /** of a kind that cannot be worked out here */
  | { readonly kind: 'other' };
/** A dimension as it comes from outside: by what it ties, with the value that it states, if it states one. */
export type GivenDimension = GivenTie & { readonly id: string; readonly stated: number | undefined };

/** What is said of a given set on a part. */
export type Evaluated = {
  readonly values: readonly { readonly id: string; readonly value: number | undefined }[];
  readonly by: readonly (number | undefined)[];
  readonly audit: Audit;
  readonly redundant: readonly string[];
  readonly contradicted: readonly { readonly id: string; readonly stated: number; readonly value: number }[];
};

/** The first of some keys that is still there. */
const firstThere = (
  of: readonly PlaceKey[],
  axis: AxisNumber,
  surfaces: SurfacesByKey,
): PlaceKey | undefined => of.find((k) => placeAlong(k, axis, surfaces) !== undefined);

/** The value of a given dimension on a part, part units or degrees; nothing where its faces are gone. */
export const givenNow = (d: GivenTie, surfaces: SurfacesByKey): number | undefined => {
  if (d.kind === 'other') return undefined;
  if (d.kind === 'size') {
    const whole = sizeNow(d.size, surfaces);
    return whole !== undefined && d.half ? whole / 2 : whole;
  }
  const [from, to] = [d.from, d.to].map((of) => firstThere(of, d.axis, surfaces));
  if (from === undefined || to === undefined) return undefined;
  const [a, b] = [from, to].map((k) => placeAlong(k, d.axis, surfaces) as number) as [number, number];
  return Math.abs(b - a);
};

const stationOf = (books: DimensionBooks, axis: AxisNumber, of: readonly PlaceKey[]): Station | undefined => {
  const key = firstThere(of, axis, books.surfaces);
  if (key === undefined) return undefined;
  const at = placeAlong(key, axis, books.surfaces) as number;
  const known = books.stations.find((s) => s.axis === axis && s.of.includes(key));
  return { name: known?.name ?? '', axis, at, of: [key], kind: known?.kind ?? 'face' };
};

/** What a given dimension ties on a part; nothing where its faces are gone. */
export const tieOf = (books: DimensionBooks, d: GivenTie): Tie | undefined => {
  if (d.kind === 'size')
    return sizeNow(d.size, books.surfaces) === undefined ? undefined : { kind: 'size', size: d.size };
  if (d.kind === 'other') return undefined;
  const [from, to] = [stationOf(books, d.axis, d.from), stationOf(books, d.axis, d.to)];
  return from && to && { kind: 'linear', from, to };
};

/** A stated value agrees with the part's own within this share of it. */
const AGREES = 1e-6;

/**
 * Holds a given set of dimensions and relations against a part, by their keys: what each is now, by how much each relation fails, and the audit.
 * @param relations those that can be worked out; the others count as not held
 */
export const evaluateGiven = (
  books: DimensionBooks,
  given: readonly GivenDimension[],
  relations: readonly (Relation | undefined)[],
): Evaluated => {
  const ties = given.map((d) => tieOf(books, d));
  const values = given.map((d) => ({ id: d.id, value: givenNow(d, books.surfaces) }));
  const there = ties.flatMap((tie, i) => (tie ? [{ tie, i }] : []));
  const found = audit(
    books,
    there.map((x) => x.tie),
    relations.flatMap((r) => (r?.kind === 'symmetrical' ? [r] : [])),
  );
  return {
    values,
    by: relations.map((r) => r && relationNow(r, books.surfaces)),
    audit: found,
    redundant: found.redundant.map((i) => given[there[i]?.i as number]?.id as string),
    contradicted: given.flatMap(({ id, stated }, i) => {
      const value = values[i]?.value;
      return stated !== undefined &&
        value !== undefined &&
        Math.abs(stated - value) > AGREES * Math.max(1, value)
        ? [{ id, stated, value }]
        : [];
    }),
  };
};
