import type { DimensionBooks } from './books.ts';
import { rowOfTie, type Tie, tellingRelations } from './propose.ts';
import type { Relation } from './relations.ts';
import { sumOf } from './span.ts';
import { stationNow } from './stations.ts';
import type { Tolerance } from './tolerance.ts';

/** A dimension that counts, with its limits; nothing where neither it nor the title block gives any. */
export type Toleranced = { readonly tie: Tie; readonly tolerance: Tolerance | undefined };

/** What a size adds up to at worst, and of which dimensions (their numbers). */
export type WorstCase =
  | { readonly kind: 'sum'; readonly limits: Tolerance; readonly of: readonly number[] }
  /** some of them have no limits */
  | { readonly kind: 'unlimited'; readonly of: readonly number[] }
  /** the dimensions do not give it */
  | { readonly kind: 'unknown' };

/** True where a distance is counted against its axis, so that it grows when its signed value falls. */
const isAgainst = (books: DimensionBooks, t: Tie): boolean => {
  if (t.kind === 'size') return false;
  const [a, b] = [t.from, t.to].map((s) => stationNow(s, books.surfaces) ?? s.at) as [number, number];
  return b < a;
};

/**
 * What a size adds up to when every dimension that it is a sum of stands at its worse limit. Source: the worst-case method of tolerance chains.
 * @param more relations that the drawing counts on besides those it shows
 * @returns the limits in part units or degrees, from the size's own value
 */
export const worstCase = (
  books: DimensionBooks,
  dimensions: readonly Toleranced[],
  more: readonly Relation[],
  size: Tie,
): WorstCase => {
  const known = tellingRelations(books, more).map((t) => t.row);
  const shares = sumOf(
    known,
    dimensions.map((d) => rowOfTie(books, d.tie)),
    rowOfTie(books, size),
  );
  if (!shares) return { kind: 'unknown' };
  const of = [...shares.keys()].sort((a, b) => a - b);
  const limited = of.flatMap((i) => {
    const { tie, tolerance } = dimensions[i] as Toleranced;
    return tolerance ? [{ tie, tolerance, share: shares.get(i) as number }] : [];
  });
  if (limited.length < of.length) return { kind: 'unlimited', of };
  const turned = isAgainst(books, size) ? -1 : 1;
  let [upper, lower] = [0, 0];
  for (const { tie, tolerance, share } of limited) {
    const by = share * turned * (isAgainst(books, tie) ? -1 : 1);
    upper += by * (by > 0 ? tolerance[0] : tolerance[1]);
    lower += by * (by > 0 ? tolerance[1] : tolerance[0]);
  }
  return { kind: 'sum', limits: [upper, lower], of };
};
