import { cosDegrees, sinDegrees } from '../number/angle.ts';
import { add, dot, scale, sub, type Vec3 } from './vec.ts';

/**
 * A rigid map, possibly a mirror image: p -> x*p.x + y*p.y + z*p.z + origin.
 * x, y, z are the images of the local axes, unit and mutually square.
 */
export type Rigid = {
  readonly x: Vec3;
  readonly y: Vec3;
  readonly z: Vec3;
  readonly origin: Vec3;
};

export type Axis = 'x' | 'y' | 'z';
/** The axes of the part in the order of a point's figures. */
export const AXIS_LETTERS = ['x', 'y', 'z'] as const;
/** The unit direction of an axis of the part, by its number. */
export const axisDirection = (axis: 0 | 1 | 2): Vec3 => [
  axis === 0 ? 1 : 0,
  axis === 1 ? 1 : 0,
  axis === 2 ? 1 : 0,
];
/** The map that leaves all as it is. */
export const IDENTITY: Rigid = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] };

/** Turns a direction (without moving it). */
export const turnVector = (m: Rigid, v: Vec3): Vec3 => [
  m.x[0] * v[0] + m.y[0] * v[1] + m.z[0] * v[2],
  m.x[1] * v[0] + m.y[1] * v[1] + m.z[1] * v[2],
  m.x[2] * v[0] + m.y[2] * v[1] + m.z[2] * v[2],
];
/** A point moved and turned by a rigid map, from its local frame to the world. */
export const mapPoint = (m: Rigid, p: Vec3): Vec3 => add(turnVector(m, p), m.origin);
/** World point to local coordinates. */
export const toLocal = (m: Rigid, p: Vec3): Vec3 => {
  const q = sub(p, m.origin);
  return [dot(q, m.x), dot(q, m.y), dot(q, m.z)];
};
/** first, then second. */
export const compose = (second: Rigid, first: Rigid): Rigid => ({
  x: turnVector(second, first.x),
  y: turnVector(second, first.y),
  z: turnVector(second, first.z),
  origin: mapPoint(second, first.origin),
});
/** The rigid map that only moves. */
export const moved = (by: Vec3): Rigid => ({ ...IDENTITY, origin: by });

/** A right-handed turn about a world axis through the origin; angle in degrees. */
export const turned = (axis: Axis, angle: number): Rigid => {
  const c = cosDegrees(angle);
  const s = sinDegrees(angle);
  const origin: Vec3 = [0, 0, 0];
  if (axis === 'x') return { x: [1, 0, 0], y: [0, c, s], z: [0, -s, c], origin };
  if (axis === 'y') return { x: [c, 0, -s], y: [0, 1, 0], z: [s, 0, c], origin };
  return { x: [c, s, 0], y: [-s, c, 0], z: [0, 0, 1], origin };
};

/** The same turn about an axis through a point. */
export const turnedAbout = (axis: Axis, angle: number, through: Vec3): Rigid =>
  compose(moved(through), compose(turned(axis, angle), moved(scale(through, -1))));

/** The mirror image in the plane where the named coordinate equals at. */
export const mirrored = (normal: Axis, at: number): Rigid => {
  if (normal === 'x') return { ...IDENTITY, x: [-1, 0, 0], origin: [2 * at, 0, 0] };
  if (normal === 'y') return { ...IDENTITY, y: [0, -1, 0], origin: [0, 2 * at, 0] };
  return { ...IDENTITY, z: [0, 0, -1], origin: [0, 0, 2 * at] };
};
