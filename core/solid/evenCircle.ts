import { along, cross, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';

/** The least number of centres on a circle that make a pitch circle by themselves; with a round feature in its middle three do. */
const LEAST_ALONE = 5;
const LEAST_ROUND = 3;

/** A circle on which axes stand evenly: its centre, seen along the axes, and its radius. */
export type EvenCircle = { readonly centre: Vec3; readonly radius: number };

/** A point of an axis moved along it into the plane through the origin. */
export const ontoOrigin = (p: Vec3, axis: Vec3): Vec3 => along(p, axis, -dot(p, axis));

/** True where places stand at equal angles about a centre. */
const evenly = (places: readonly Vec3[], centre: Vec3, axis: Vec3): boolean => {
  const e1 = unit(sub(places[0] as Vec3, centre));
  const e2 = cross(axis, e1);
  const angles = places
    .map((p) => {
      const q = sub(p, centre);
      return (Math.atan2(dot(q, e2), dot(q, e1)) + 2 * Math.PI + 1e-9) % (2 * Math.PI);
    })
    .sort((a, b) => a - b);
  const step = (2 * Math.PI) / places.length;
  return angles.every((a, i) => Math.abs(a - i * step) < 1e-6);
};

/**
 * The pitch circle on which parallel axes stand evenly.
 * @param points a point of each axis; those on one axis count once
 * @param axis their direction, of length one
 * @param others points of other parallel axes: with one of them in the middle fewer axes make a pitch circle
 * @param near axes nearer than this are one, part units
 * @returns undefined where they stand on no such circle
 */
export const evenCircle = (
  points: readonly Vec3[],
  axis: Vec3,
  others: readonly Vec3[],
  near: number,
): EvenCircle | undefined => {
  const flat = points.map((p) => ontoOrigin(p, axis));
  const places = flat.filter((p, i) => flat.findIndex((q) => length(sub(p, q)) <= near) === i);
  const n = places.length;
  if (n < LEAST_ROUND) return undefined;
  const centre = scale(
    places.reduce((s, p) => [s[0] + p[0], s[1] + p[1], s[2] + p[2]] as Vec3, [0, 0, 0] as Vec3),
    1 / n,
  );
  const radius = length(sub(places[0] as Vec3, centre));
  const isEven =
    places.every((p) => Math.abs(length(sub(p, centre)) - radius) <= near) && evenly(places, centre, axis);
  const hasMiddle = others.some((p) => length(sub(ontoOrigin(p, axis), centre)) <= near);
  return isEven && (hasMiddle || n >= LEAST_ALONE) ? { centre, radius } : undefined;
};
