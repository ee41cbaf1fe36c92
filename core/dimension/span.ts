/**
 * The space that some rows of figures span, grown row by row (Gaussian elimination with the largest element as pivot). A row says how one dimension
 * or relation changes with each figure of the statement.
 */
export type Span = {
  /** Adds a row. @returns whether it was independent of those before it */
  readonly add: (row: readonly number[]) => boolean;
  /** Whether a row is a sum of those that were added. */
  readonly has: (row: readonly number[]) => boolean;
  readonly rank: () => number;
};

/** A rest smaller than this share of the row is none: rows are known to some nine digits. */
const NOUGHT = 1e-6;
/** What changes by less than this with every figure does not change: the rest is rounding. */
const STILL = 1e-8;

/** Whether a row says that something does not change with any figure. */
export const isStill = (row: readonly number[]): boolean => row.every((x) => Math.abs(x) <= STILL);

/** An empty space. */
export const emptySpan = (): Span => {
  const basis: { readonly row: readonly number[]; readonly pivot: number }[] = [];
  const restOf = (row: readonly number[]): number[] => {
    const rest = [...row];
    for (const b of basis) {
      const k = rest[b.pivot] as number;
      if (k === 0) continue;
      for (let i = 0; i < rest.length; i++) rest[i] = (rest[i] as number) - k * (b.row[i] as number);
      rest[b.pivot] = 0;
    }
    return rest;
  };
  const largest = (row: readonly number[]): number => {
    let best = 0;
    for (let i = 1; i < row.length; i++)
      if (Math.abs(row[i] as number) > Math.abs(row[best] as number)) best = i;
    return best;
  };
  const sizeOf = (row: readonly number[]): number => row.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
  const isNought = (rest: readonly number[], row: readonly number[]): boolean =>
    sizeOf(rest) <= Math.max(STILL, NOUGHT * sizeOf(row));
  return {
    add: (row) => {
      const rest = restOf(row);
      if (isNought(rest, row)) return false;
      const pivot = largest(rest);
      const k = rest[pivot] as number;
      basis.push({ row: rest.map((x) => x / k), pivot });
      return true;
    },
    has: (row) => isNought(restOf(row), row),
    rank: () => basis.length,
  };
};
