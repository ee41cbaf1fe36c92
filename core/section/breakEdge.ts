import { type Curve2, pointOn2 } from '../geometry/curve2.ts';
import { meetings } from '../geometry/meeting2.ts';
import { isInsidePolygon } from '../geometry/polygon2.ts';
import { sub2, type Vec2 } from '../geometry/vec.ts';

/**
 * The edge of a broken-out section as a closed outline of short straight stretches, in a view's plane, part units; the last point is joined to the first.
 */
export type BreakEdge = readonly Vec2[];

/** So many stretches stand for the freehand line from one of its points to the next. */
const STRETCHES = 8;

/** A freehand line through points, closed: each stretch runs smoothly on into the next (Catmull-Rom). */
export const freehandLoop = (points: readonly Vec2[]): BreakEdge => {
  const n = points.length;
  const at = (i: number): Vec2 => points[((i % n) + n) % n] as Vec2;
  return points.flatMap((_, i) => {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    return Array.from({ length: STRETCHES }, (_unused, k): Vec2 => {
      const t = k / STRETCHES;
      const one = (j: 0 | 1): number =>
        0.5 *
        (2 * b[j] +
          (c[j] - a[j]) * t +
          (2 * a[j] - 5 * b[j] + 4 * c[j] - d[j]) * t * t +
          (3 * b[j] - a[j] - 3 * c[j] + d[j]) * t * t * t);
      return [one(0), one(1)];
    });
  });
};

type Stretch = { readonly curve: Curve2; readonly from: number; readonly to: number };

/** Stretches shorter than this, as a share of the whole, are what rounding leaves. */
const LEAST = 1e-9;

/**
 * The stretches of a curve that lie inside the edge, or outside it.
 * @param tol two points nearer than this are one, part units
 */
export const partedByEdge = <T extends Stretch>(
  s: T,
  edge: BreakEdge,
  keep: 'inside' | 'outside',
  tol: number,
): T[] => {
  const [lo, hi] = [Math.min(s.from, s.to), Math.max(s.from, s.to)];
  const size = hi - lo;
  const at: number[] = [lo, hi];
  const period = 2 * Math.PI;
  for (const [i, a] of edge.entries()) {
    const b = edge[(i + 1) % edge.length] as Vec2;
    const [dx, dy] = sub2(b, a);
    const far = Math.hypot(dx, dy);
    if (far <= tol) continue;
    const line = { type: 'line', p: a, d: [dx / far, dy / far] as Vec2 } as const;
    for (const [t, x] of meetings(s.curve, [lo, hi], line, [0, far], tol)) {
      if (x < 0 || x > far) continue;
      // the angle of a conic may come a turn off the stretch
      const own = s.curve.type === 'conic' ? t + period * Math.ceil((lo - t) / period) : t;
      if (own > lo && own < hi) at.push(own);
    }
  }
  at.sort((p, q) => p - q);
  const parts = at.slice(1).flatMap((to, i): (readonly [number, number])[] => {
    const from = at[i] as number;
    if (to - from <= LEAST * size) return [];
    return isInsidePolygon(pointOn2(s.curve, (from + to) / 2), edge) === (keep === 'inside')
      ? [[from, to]]
      : [];
  });
  // what was not parted stays the very same
  if (parts.length === 1 && parts[0]?.[0] === lo && parts[0][1] === hi) return [s];
  return parts.map(([from, to]) => (s.from <= s.to ? { ...s, from, to } : { ...s, from: to, to: from }));
};
