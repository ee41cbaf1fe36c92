import type { Intervals } from './cell.ts';

/** Set operations on stretches of a line: both lists ascending and apart. */
export const joinIntervals = (a: Intervals, b: Intervals): Intervals => combine(a, b, (x, y) => x || y);
/** What is left of a where b is taken out. */
export const cutIntervals = (a: Intervals, b: Intervals): Intervals => combine(a, b, (x, y) => x && !y);
/** What a and b have in common. */
export const keepIntervals = (a: Intervals, b: Intervals): Intervals => combine(a, b, (x, y) => x && y);

const combine = (a: Intervals, b: Intervals, rule: (x: boolean, y: boolean) => boolean): Intervals => {
  const out: Intervals = [];
  let i = 0;
  let j = 0;
  let inside = false;
  while (i < a.length || j < b.length) {
    const t = Math.min(a[i] ?? Number.POSITIVE_INFINITY, b[j] ?? Number.POSITIVE_INFINITY);
    while (a[i] === t) i++;
    while (b[j] === t) j++;
    const now = rule(i % 2 === 1, j % 2 === 1);
    if (now !== inside) {
      out.push(t);
      inside = now;
    }
  }
  return out;
};
