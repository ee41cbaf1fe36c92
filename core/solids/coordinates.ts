import type { Axis, LaidViews } from './aligned.ts';
import type { DrawnLines } from './drawnLines.ts';

/** Steps that no view shows are looked for where an axis has at most this many of them. */
const MOST_STEPS = 6;

/** The greatest length that measures all of some lengths; zero where it would be next to nothing. */
export const commonMeasure = (lengths: readonly number[], tol: number): number => {
  const two = (a: number, b: number): number => (b <= tol ? a : two(b, a % b > b - tol ? 0 : a % b));
  return lengths.reduce((m, x) => two(Math.max(m, x), Math.min(m, x)), 0);
};

/**
 * The places along each axis at which corners may lie: those of all points of the views. Along an axis that is shown only by views without
 * hidden lines there may be corners that no view shows; they can lie anywhere, and are looked for at whole steps of the common
 * measure of all distances, or half way where that is the whole size.
 */
export const coordinatesOf = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
): readonly (readonly number[])[] => {
  const { views, min, max, tol } = laid;
  const shown = ([0, 1, 2] as const).map((axis: Axis) => {
    const all = views.flatMap(({ axes }, i) => {
      const k = axes.indexOf(axis);
      return k < 0 ? [] : (drawn[i] as DrawnLines).nodes.map((p) => p[k] as number);
    });
    return [min[axis], max[axis], ...all]
      .sort((a, b) => a - b)
      .filter((x, i, xs) => i === 0 || x - (xs[i - 1] as number) > tol);
  });
  const measure = commonMeasure(
    shown.flatMap((xs) => xs.slice(1).map((x) => x - (xs[0] as number))),
    tol * 10,
  );
  return shown.map((xs, axis) => {
    const isFull = views.some((v) => v.isFull && v.axes.includes(axis as Axis));
    const size = (max[axis] as number) - (min[axis] as number);
    if (isFull || !(measure > 0)) return xs;
    const step = xs.length === 2 && size - measure <= tol ? size / 2 : measure;
    const steps = Math.round(size / step);
    if (steps > MOST_STEPS) return xs;
    const more = Array.from({ length: steps - 1 }, (_, i) => (min[axis] as number) + (i + 1) * step);
    return [...xs, ...more.filter((x) => !xs.some((y) => Math.abs(x - y) <= tol * 10))].sort((a, b) => a - b);
  });
};
