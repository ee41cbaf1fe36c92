import { mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';

/** A thread on a round face of a shape, along the shape's own z axis. */
export type LocalThread = {
  /** the role of the face that carries it */
  readonly role: string;
  /** of the face: the outside of a screw's thread, the core of a hole's */
  readonly radius: number;
  /** of the other line: the root of a screw's thread, the outside of a hole's */
  readonly other: number;
  readonly isInside: boolean;
  /** where it begins and ends along z, low to high */
  readonly low: number;
  readonly high: number;
  /** where full thread ends, where that is not the end of the face */
  readonly end?: number;
};

/** A thread in its place in the world; `low`, `high` and `end` are distances along the axis from its origin. */
export type PlacedThread = Omit<LocalThread, 'role'> & {
  /** key of the face that carries it */
  readonly face: string;
  readonly origin: Vec3;
  /** unit */
  readonly axis: Vec3;
};

/** @param face the key of the face that carries it */
export const placedThread = ({ role: _, ...t }: LocalThread, place: Rigid, face: string): PlacedThread => ({
  ...t,
  face,
  origin: mapPoint(place, [0, 0, 0]),
  axis: turnVector(place, [0, 0, 1]),
});
