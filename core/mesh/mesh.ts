import type { Vec3 } from '../geometry/vec.ts';

/** A closed net of triangles: corners by their numbers, counter-clockwise seen from outside. */
export type Mesh = {
  readonly points: readonly Vec3[];
  readonly triangles: readonly (readonly [number, number, number])[];
};
