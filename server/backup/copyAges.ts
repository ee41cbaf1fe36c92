const DAY = 24 * 60 * 60 * 1000;

/** How long copies are kept: all of the last days, then one a week, then one a month. Days, weeks and months back from the newest. */
export const KEPT = { days: 7, weeks: 8, months: 12 } as const;

/** Counts weeks from a Monday. */
const weekOf = (time: number): number => Math.floor((time / DAY + 3) / 7);
const monthOf = (time: number): number => {
  const d = new Date(time);
  return d.getUTCFullYear() * 12 + d.getUTCMonth();
};

/**
 * Which of some copies are no longer kept.
 * @param times when each was made, ms since 1970
 * @returns those times, in the given order
 */
export const outdated = (times: readonly number[]): number[] => {
  const newest = Math.max(...times);
  const oldestFirst = [...times].sort((a, b) => a - b);
  const kept = new Set<number>();
  /** The first copy of each of the last so many stretches of time. */
  const keepFirst = (stretchOf: (time: number) => number, most: number): void => {
    const met = new Set<number>();
    for (const t of oldestFirst) {
      const stretch = stretchOf(t);
      if (stretchOf(newest) - stretch < most && !met.has(stretch)) {
        met.add(stretch);
        kept.add(t);
      }
    }
  };
  for (const t of times) if (newest - t < KEPT.days * DAY) kept.add(t);
  keepFirst(weekOf, KEPT.weeks);
  keepFirst(monthOf, KEPT.months);
  return times.filter((t) => !kept.has(t));
};
