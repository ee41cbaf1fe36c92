import type { Quantity } from '../part/quantity.ts';
import type { Path } from '../part/sizeReading.ts';

/** A stated size as it stands in a sum: so many times, a half of it as 0.5, less than zero where it is taken off. */
export type SizeTerm = {
  /** where it stands in the part file, or in the trace of a cut */
  readonly path: Path;
  /** as it is stated */
  readonly q: Quantity;
  /** part units */
  readonly worth: number;
  readonly times: number;
};

/** A coordinate or a length as the sum of stated sizes; each size once, none of them with nought times. */
export type SizeChain = readonly SizeTerm[];

/** What a sum of stated sizes comes to, part units. */
export const chainWorth = (chain: SizeChain): number => chain.reduce((sum, t) => sum + t.times * t.worth, 0);

/** Two sums less one another; what stands in both falls out. */
export const chainBetween = (from: SizeChain, to: SizeChain): SizeChain => {
  const sum = new Map<string, SizeTerm>();
  const take = (t: SizeTerm, sign: 1 | -1): void => {
    const key = t.path.join('/');
    const known = sum.get(key);
    sum.set(key, { ...t, times: (known?.times ?? 0) + sign * t.times });
  };
  for (const t of to) take(t, 1);
  for (const t of from) take(t, -1);
  return [...sum.values()].filter((t) => t.times !== 0);
};

/** The same sum so many times. */
export const chainTimes = (chain: SizeChain, times: number): SizeChain =>
  chain.map((t) => ({ ...t, times: t.times * times }));

/** The sizes of a sum that are not nought: those that are written. */
export const writtenTerms = (chain: SizeChain): SizeChain => chain.filter((t) => t.worth !== 0);
