/**
 * The space that some rows of figures span, grown row by row (Gaussian elimination with the largest element as pivot). A row says how one dimension
 * or relation changes with each figure of the statement.
 */
export type Span = {
  /** Adds a row. @returns whether it was independent of those before it */
  readonly add: (row: readonly number[]) => boolean;
  /** Whether a row is a sum of those that were added. */
  readonly holds: (row: readonly number[]) => boolean;
  /** The same space once more, to be grown by itself. */
  readonly copy: () => Span;
};

/** A rest smaller than this share of the row is none: rows are known to some nine digits. */
const NOUGHT = 1e-6;
/** What changes by less than this with every figure does not change: the rest is rounding. */
const STILL = 1e-8;

/** Whether a row says that something does not change with any figure. */
export const isStill = (row: readonly number[]): boolean => row.every((x) => Math.abs(x) <= STILL);

const largest = (row: readonly number[]): number => {
  let best = 0;
  for (let i = 1; i < row.length; i++)
    if (Math.abs(row[i] as number) > Math.abs(row[best] as number)) best = i;
  return best;
};
const sizeOf = (row: readonly number[]): number => row.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
const isNought = (rest: readonly number[], row: readonly number[]): boolean =>
  sizeOf(rest) <= Math.max(STILL, NOUGHT * sizeOf(row));

/** A row of the basis, its pivot, and as what sum of the rows that are followed it came about. */
type Base = {
  readonly row: readonly number[];
  readonly pivot: number;
  readonly sum: ReadonlyMap<number, number>;
};

/** What is left of a row once the basis is taken out of it, and what sum of followed rows was taken out. */
const restOf = (
  row: readonly number[],
  basis: readonly Base[],
): { rest: number[]; sum: Map<number, number> } => {
  const rest = [...row];
  const sum = new Map<number, number>();
  for (const b of basis) {
    const k = rest[b.pivot] as number;
    if (k === 0) continue;
    for (let i = 0; i < rest.length; i++) rest[i] = (rest[i] as number) - k * (b.row[i] as number);
    rest[b.pivot] = 0;
    for (const [i, x] of b.sum) sum.set(i, (sum.get(i) ?? 0) - k * x);
  }
  return { rest, sum };
};
const baseOf = (rest: readonly number[], sum: ReadonlyMap<number, number>): Base => {
  const pivot = largest(rest);
  const k = rest[pivot] as number;
  return { row: rest.map((x) => x / k), pivot, sum: new Map([...sum].map(([i, x]) => [i, x / k])) };
};

/** An empty space. */
export const emptySpan = (): Span => spanOver([]);

/** A space with a basis of its own. */
const spanOver = (given: readonly Base[]): Span => {
  const basis = [...given];
  return {
    add: (row) => {
      const { rest } = restOf(row, basis);
      if (isNought(rest, row)) return false;
      basis.push(baseOf(rest, new Map()));
      return true;
    },
    holds: (row) => isNought(restOf(row, basis).rest, row),
    copy: () => spanOver(basis),
  };
};

/** A share of a row smaller than this in a sum is rounding. */
const SHARE = 1e-6;

/**
 * The rings that rows close: each a set of rows of which one is a sum of the others and of what is known. A row is in some ring just where it could be
 * left out.
 * @param known rows that hold anyway
 * @returns positions among the rows, ring by ring
 */
export const ringsOf = (
  known: readonly (readonly number[])[],
  rows: readonly (readonly number[])[],
): number[][] => {
  const basis: Base[] = [];
  for (const row of known) {
    const { rest } = restOf(row, basis);
    if (!isNought(rest, row)) basis.push(baseOf(rest, new Map()));
  }
  const rings: number[][] = [];
  for (const [i, row] of rows.entries()) {
    if (isStill(row)) continue;
    const { rest, sum } = restOf(row, basis);
    if (!isNought(rest, row)) basis.push(baseOf(rest, sum.set(i, 1)));
    else
      rings.push(
        [...[...sum].filter(([, x]) => Math.abs(x) > SHARE).map(([k]) => k), i].sort((a, b) => a - b),
      );
  }
  return rings;
};

/**
 * As what sum of rows, and of rows that hold anyway, another row comes about.
 * @returns the share of each row that has one, by its position; undefined where the row is no such sum
 */
export const sumOf = (
  known: readonly (readonly number[])[],
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
): ReadonlyMap<number, number> | undefined => {
  const basis: Base[] = [];
  for (const [i, row] of [...known, ...rows].entries()) {
    const { rest, sum } = restOf(row, basis);
    const own = i - known.length;
    if (!isNought(rest, row)) basis.push(baseOf(rest, own < 0 ? sum : sum.set(own, 1)));
  }
  const { rest, sum } = restOf(wanted, basis);
  if (!isNought(rest, wanted)) return undefined;
  // what was taken out of the row stands in the sum with the other sign
  return new Map([...sum].flatMap(([i, x]) => (Math.abs(x) > SHARE ? [[i, -x] as const] : [])));
};
