import type { Vec2 } from '../geometry/vec.ts';
import { tidyFigure } from '../number/tidyFigure.ts';

/** Nearer than this, part units, two places are in one line. */
const SAME = 1e-6;

/**
 * The path of a stepped cut through places of a view, its steps halfway between them.
 * @param k the direction in which it runs: 0 across the view, 1 up it
 * @param box the part's own edges in the view, part units
 * @returns nothing where the places stand in one line, or two of them one over the other
 */
export const steppedPath = (
  places: readonly Vec2[],
  k: 0 | 1,
  box: { readonly low: Vec2; readonly high: Vec2 },
): [number, number][] | undefined => {
  const across = (p: Vec2): number => p[1 - k] as number;
  const sorted = [...places].sort((a, b) => a[k] - b[k]);
  const [first, last] = [sorted[0], sorted.at(-1)];
  const pairs = sorted.slice(1).map((p, i) => [sorted[i] as Vec2, p] as const);
  const crowded = pairs.some(
    ([a, b]) => Math.abs(b[k] - a[k]) <= SAME && Math.abs(across(b) - across(a)) > SAME,
  );
  const levels = new Set(sorted.map((p) => tidyFigure(across(p))));
  if (!first || !last || crowded || levels.size < 2) return undefined;
  const point = (along: number, level: number): [number, number] =>
    k === 0 ? [tidyFigure(along), tidyFigure(level)] : [tidyFigure(level), tidyFigure(along)];
  return [
    point(box.low[k], across(first)),
    ...pairs.flatMap(([a, b]) => {
      const step = (a[k] + b[k]) / 2;
      return Math.abs(across(b) - across(a)) <= SAME ? [] : [point(step, across(a)), point(step, across(b))];
    }),
    point(box.high[k], across(last)),
  ];
};
