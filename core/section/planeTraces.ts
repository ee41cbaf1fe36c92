import { cross, length, type Vec3 } from '../geometry/vec.ts';
import type { CuttingPlane } from './trace.ts';

/** A straight line in space: a point of it and its direction, of unit length. World coordinates, part units. */
export type SpaceLine = { readonly p: Vec3; readonly d: Vec3 };

/**
 * Where a plane that slopes in all principal views meets the horizontal plane (HT) and the vertical plane (VT). The two meet on XY.
 * @param plane a flat cut
 * @param ground the height of the horizontal plane
 * @param wall the depth of the vertical plane
 * @returns nothing where the plane runs along one of them, so that it has no trace there
 */
export const planeTraces = (
  { kept: { n, d } }: Pick<CuttingPlane, 'kept'>,
  ground: number,
  wall: number,
): { readonly ht: SpaceLine; readonly vt: SpaceLine } | undefined => {
  const meet = (axis: Vec3): Vec3 | undefined => {
    const way = cross(n, axis);
    const size = length(way);
    return size > LEAST ? [way[0] / size, way[1] / size, way[2] / size] : undefined;
  };
  const [alongGround, alongWall] = [meet([0, 0, 1]), meet([0, 1, 0])];
  if (!alongGround || !alongWall || Math.abs(n[0]) <= LEAST) return undefined;
  const corner: Vec3 = [(d - n[1] * wall - n[2] * ground) / n[0], wall, ground];
  return { ht: { p: corner, d: alongGround }, vt: { p: corner, d: alongWall } };
};
/** A plane nearer to one of the planes of projection, or to square on XY, than this has no traces that could be drawn. */
const LEAST = 1e-6;

/** How a plane slopes, degrees: to the horizontal and the vertical plane, and of its traces HT and VT to XY. */
export type PlaneSlopes = {
  readonly toGround: number;
  readonly toWall: number;
  readonly ht: number;
  readonly vt: number;
};

/** How a plane slopes to the planes of projection. */
export const planeSlopes = ({ kept: { n } }: Pick<CuttingPlane, 'kept'>): PlaneSlopes => {
  const degrees = (over: number, along: number): number =>
    (Math.atan2(Math.abs(over), Math.abs(along)) * 180) / Math.PI;
  const [x, y, z] = n;
  return {
    toGround: degrees(Math.hypot(x, y), z),
    toWall: degrees(Math.hypot(x, z), y),
    // HT runs square to the plane's own direction seen from above, VT square to it seen from the front
    ht: degrees(x, y),
    vt: degrees(x, z),
  };
};
