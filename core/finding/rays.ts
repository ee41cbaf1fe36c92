import { type Box3, meetOfBoxes } from '../geometry/box.ts';
import { AXES, along, type Vec3 } from '../geometry/vec.ts';
import { type Solid, solidIntervals } from '../solid/body.ts';
import type { Intervals } from '../solid/cell.ts';

/** A line through the world along one of its axes. */
export type Ray = { readonly from: Vec3; readonly along: Vec3 };

/** Rays per side of a box; set off from round places, so that they do not run along faces. */
const PER_SIDE = 9;
const SET_OFF = 0.5 + 0.0137;

/** Lines through a box along each axis, evenly over it. */
export const raysThrough = (b: Box3): Ray[] =>
  AXES.flatMap((axis, k) => {
    const [i, j] = [(k + 1) % 3, (k + 2) % 3] as [number, number];
    const at = (side: number, n: number): number =>
      (b[side] as number) +
      (((b[side + 3] as number) - (b[side] as number)) * (n + SET_OFF)) / (PER_SIDE + 0.05);
    return Array.from({ length: PER_SIDE * PER_SIDE }, (_, n): Ray => {
      const p: [number, number, number] = [b[0], b[1], b[2]];
      p[i] = at(i, n % PER_SIDE);
      p[j] = at(j, Math.floor(n / PER_SIDE));
      return { from: p, along: axis };
    });
  });

/** The cells a ray may meet, ascending. */
const cellsOn = (s: Solid, { from, along: d }: Ray): number[] =>
  s.cells.flatMap(({ cell: { box: b } }, i) =>
    [0, 1, 2].every(
      (k) =>
        d[k] !== 0 ||
        ((from[k] as number) >= (b[k] as number) && (from[k] as number) <= (b[k + 3] as number)),
    )
      ? [i]
      : [],
  );

/**
 * The stretches of a ray that lie in a body's material.
 * @param without operations that are passed over
 */
export const materialOn = (s: Solid, ray: Ray, without?: readonly boolean[]): Intervals =>
  solidIntervals(s, ray.from, ray.along, cellsOn(s, ray), without);

export const pointOfRay = (r: Ray, t: number): Vec3 => along(r.from, r.along, t);

/** The box two boxes share; undefined where they share none of any size. */
export const sharedBox = (a: Box3, b: Box3, least: number): Box3 | undefined => {
  const apart = [0, 1, 2].some(
    (i) =>
      Math.min(a[i + 3] as number, b[i + 3] as number) - Math.max(a[i] as number, b[i] as number) <= least,
  );
  return apart ? undefined : meetOfBoxes(a, b, 0);
};
