import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, VIEW_NAMES } from '../geometry/viewFrames.ts';
import { DEGREE } from '../number/angle.ts';
import type { FeatureFile } from '../part/schema.ts';

/** How a feature stands whose local z runs along a direction: by an observer, or by turns where none looks along it. */
export type Standing = {
  readonly placed: Pick<FeatureFile, 'plane' | 'turn'>;
  /** the local axes, in the body's frame */
  readonly x: Vec3;
  readonly y: Vec3;
  readonly z: Vec3;
};

/** Directions nearer than this are one (1 less their cosine). */
const ALONG = 1e-10;

/** A figure without the last digits that arithmetic leaves: to about 11 digits of the part's size. @param size a length of the part */
export const neat = (x: number, size: number): number => {
  const places = Math.max(0, Math.min(15, 10 - Math.ceil(Math.log10(size))));
  return Number(x.toFixed(places)) + 0;
};

/** A place of the body, its figures neat. */
export const neatPlace = (p: Vec3, size: number): [number, number, number] => [
  neat(p[0], size),
  neat(p[1], size),
  neat(p[2], size),
];

/** Where a feature stands; nothing at the origin, where all stand of which nothing is said. @param size a length of the part */
export const standsAt = (p: Vec3, size: number): Pick<FeatureFile, 'at'> => {
  const at = neatPlace(p, size);
  return at.some((x) => x !== 0) ? { at } : {};
};

/** How a feature stands along z (a unit vector). */
export const standingAlong = (z: Vec3): Standing => {
  const plane = VIEW_NAMES.find((name) => dot(VIEW_FRAMES[name].toward, z) > 1 - ALONG);
  if (plane) {
    const { u, v, toward } = VIEW_FRAMES[plane];
    return { placed: plane === 'top' ? {} : { plane }, x: u, y: v, z: toward };
  }
  const tilt = Math.acos(Math.max(-1, Math.min(1, z[2])));
  const swing = Math.atan2(z[1], z[0]);
  const [ct, st, cs, ss] = [Math.cos(tilt), Math.sin(tilt), Math.cos(swing), Math.sin(swing)];
  return {
    placed: {
      turn: [
        { axis: 'y', angle: neat(tilt / DEGREE, 1) },
        { axis: 'z', angle: neat(swing / DEGREE, 1) },
      ],
    },
    x: [cs * ct, ss * ct, -st],
    y: [-ss, cs, 0],
    z,
  };
};

/** A direction in the sense in which drafters drill where both ends are open: from above, from the front, from the left. */
export const usualSense = (v: Vec3): Vec3 => {
  const main = v.findIndex((x) => Math.abs(x) > 1 - 1e-9);
  if (main < 0) return v;
  return (v[main] as number) > 0 === (main === 2) ? v : [-v[0], -v[1], -v[2]];
};

/** A point in a standing's own x and y. */
export const flat = (s: Standing, p: Vec3): Vec2 => [dot(p, s.x), dot(p, s.y)];

/** Whether two unit vectors lie along one line. */
export const isParallel = (a: Vec3, b: Vec3): boolean => Math.abs(dot(a, b)) > 1 - ALONG;
/** Whether two unit vectors are square to one another. */
export const isSquare = (a: Vec3, b: Vec3): boolean => Math.abs(dot(a, b)) < 1e-5;
