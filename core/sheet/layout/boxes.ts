import type { Vec2 } from '../../geometry/vec.ts';
import type { Rect } from './paper.ts';

/** A direction that turns less than this out of a side runs along it. */
const ALONG = 1e-9;

/** Where a line enters and leaves a box: distances from p along d, of unit length; nothing where it misses it. */
export const throughBox = (p: Vec2, d: Vec2, box: Rect): [number, number] | undefined => {
  let lo = Number.NEGATIVE_INFINITY;
  let hi = Number.POSITIVE_INFINITY;
  for (const [i, min, max] of [
    [0, box.x, box.x + box.w],
    [1, box.y, box.y + box.h],
  ] as const) {
    if (Math.abs(d[i]) < ALONG) {
      if (p[i] < min || p[i] > max) return undefined;
      continue;
    }
    const [t0, t1] = [(min - p[i]) / d[i], (max - p[i]) / d[i]];
    lo = Math.max(lo, Math.min(t0, t1));
    hi = Math.min(hi, Math.max(t0, t1));
  }
  return lo > hi ? undefined : [lo, hi];
};

/** The box round some points. @param pad kept free round them, mm */
export const boxRound = (points: readonly Vec2[], pad = 0): Rect => {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x, y] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
  return { x, y, w: Math.max(...xs) + pad - x, h: Math.max(...ys) + pad - y };
};

/** The four corners of a box. */
export const boxCorners2 = ({ x, y, w, h }: Rect): Vec2[] => [
  [x, y],
  [x + w, y],
  [x, y + h],
  [x + w, y + h],
];
