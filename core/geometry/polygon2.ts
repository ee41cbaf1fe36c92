import type { Vec2 } from './vec.ts';

/** Whether a point lies inside a closed outline of straight sides (even-odd); the last corner is joined to the first. */
export const isInsidePolygon = ([x, y]: Vec2, corners: readonly Vec2[]): boolean => {
  let inside = false;
  for (const [i, a] of corners.entries()) {
    const b = corners[(i + 1) % corners.length] as Vec2;
    // each side counts with its lower end, so that a corner on the level of the point is met once
    if (a[1] > y === b[1] > y) continue;
    if (x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside;
  }
  return inside;
};
