import { cross2, distance2, sub2, type Vec2 } from '../geometry/vec.ts';

/** A way along the border of a flat region, with the region to its left. */
export type Border = { readonly from: Vec2; readonly to: Vec2 };

/** The area inside a closed way; below zero where it runs clockwise. */
export const areaOf = (loop: readonly Vec2[]): number =>
  loop.reduce((sum, p, i) => sum + cross2(p, loop[(i + 1) % loop.length] as Vec2), 0) / 2;

const withoutStraights = (loop: readonly Vec2[], tol: number): Vec2[] =>
  loop.filter((p, i) => {
    const before = loop[(i + loop.length - 1) % loop.length] as Vec2;
    const after = loop[(i + 1) % loop.length] as Vec2;
    const turn = cross2(sub2(p, before), sub2(after, p));
    return Math.abs(turn) > tol * Math.max(distance2(before, p), distance2(p, after));
  });

/**
 * Joins borders to closed ways: outlines run counter-clockwise, the rims of holes clockwise.
 * @returns undefined where they do not close
 */
export const closedLoops = (borders: readonly Border[], tol: number): Vec2[][] | undefined => {
  const left = [...borders];
  const loops: Vec2[][] = [];
  for (let first = left.pop(); first; first = left.pop()) {
    const loop: Vec2[] = [first.from];
    let end = first.to;
    while (distance2(end, first.from) > tol) {
      const next = left.findIndex((b) => distance2(b.from, end) <= tol);
      if (next < 0) return undefined;
      const [b] = left.splice(next, 1) as [Border];
      loop.push(b.from);
      end = b.to;
    }
    loops.push(withoutStraights(loop, tol));
  }
  return loops;
};
