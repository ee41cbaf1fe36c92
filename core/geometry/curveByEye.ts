import type { Vec2 } from './vec.ts';

/**
 * A smooth curve through points as one draws it by eye: for each stretch its two control points and its end, with tangents along the neighbours of each
 * point (Catmull and Rom 1974).
 * @param closed runs on from the last point to the first
 */
export const curveByEye = (
  points: readonly Vec2[],
  closed: boolean,
): { readonly c1: Vec2; readonly c2: Vec2; readonly to: Vec2 }[] => {
  const n = points.length;
  const get = (i: number): Vec2 => points[closed ? (i + n) % n : Math.max(0, Math.min(n - 1, i))] as Vec2;
  return Array.from({ length: closed ? n : Math.max(0, n - 1) }, (_, i) => {
    const [a, b, c, e] = [get(i - 1), get(i), get(i + 1), get(i + 2)];
    return {
      c1: [b[0] + (c[0] - a[0]) / 6, b[1] + (c[1] - a[1]) / 6],
      c2: [c[0] - (e[0] - b[0]) / 6, c[1] - (e[1] - b[1]) / 6],
      to: c,
    };
  });
};
