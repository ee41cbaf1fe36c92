import type { DimensionBook, DimensionRow } from './dimensionBook.ts';

/**
 * Where each figure of the statement is dimensioned: the dimensions that follow from it, by the figure's place. Of a figure that has none nothing
 * is said: it may be part of a sum.
 */
export const dimensionedBy = (book: DimensionBook): ReadonlyMap<string, readonly DimensionRow[]> => {
  const out = new Map<string, DimensionRow[]>();
  for (const row of book.rows)
    for (const key of new Set(row.follows.map((path) => path.join('.'))))
      out.set(key, [...(out.get(key) ?? []), row]);
  return out;
};
