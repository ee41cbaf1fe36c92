import { EDGE_ON } from '../geometry/nearness.ts';
import { cross, dot, length, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';

/** Three points lie in line where their triangle is so flat, as a share of its longest side squared. */
const IN_LINE = 1e-9;

/**
 * The direction square to the plane through three points, of unit length; it points up. World coordinates, part units.
 * @returns nothing where the points lie in one line
 */
export const squareToPoints = ([a, b, c]: readonly [Vec3, Vec3, Vec3]): Vec3 | undefined => {
  const square = cross(sub(b, a), sub(c, a));
  const longest = Math.max(length(sub(b, a)), length(sub(c, a)), length(sub(c, b)));
  const size = length(square);
  if (size <= IN_LINE * longest ** 2) return undefined;
  return scale(square, (square[2] < 0 ? -1 : 1) / size);
};

/**
 * The auxiliary view on the top view in which a plane is an edge, seen along the plane's level lines. Its u and v are the directions to the right and up on the
 * paper, where the view stands along its projectors: heights run away from its observer there, as they do from the top view to the front view.
 * @param n square to the plane, of unit length
 * @returns nothing for a level plane, which is an edge in every view from the side
 */
export const edgeFrame = (n: Vec3): ViewFrame | undefined => {
  const level = Math.hypot(n[0], n[1]);
  if (level <= EDGE_ON) return undefined;
  // a level line of the plane, towards an observer behind the part: there the view stands clear of the front view
  const sense = n[0] < 0 || (n[0] === 0 && n[1] > 0) ? -1 : 1;
  const h: Vec3 = [(-n[1] / level) * sense, (n[0] / level) * sense, 0];
  // what lies square to the level lines keeps its direction from the top view; heights run along -h on the paper
  const e: Vec2 = [-h[1], h[0]];
  return { u: [e[0] * e[0], e[1] * e[0], -h[0]], v: [e[0] * e[1], e[1] * e[1], -h[1]], toward: h };
};

/** Whether a plane is an edge in a view. @param n square to the plane, of unit length */
export const isEdgeIn = (n: Vec3, frame: ViewFrame): boolean => Math.abs(dot(frame.toward, n)) <= EDGE_ON;
