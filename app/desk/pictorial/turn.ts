import type { Vec3 } from '../../../core/geometry/vec.ts';

/** Which way the part is seen, in degrees. */
export type Turn = { readonly azimuth: number; readonly elevation: number };
export const ISOMETRIC: Turn = { azimuth: 45, elevation: 35.264 };
export const DIMETRIC: Turn = { azimuth: 20.7, elevation: 19.47 };
const DEGREE = Math.PI / 180;

/** To the observer: azimuth from the front towards the right, elevation upwards. */
export const towardOf = ({ azimuth, elevation }: Turn): Vec3 => {
  const c = Math.cos(elevation * DEGREE);
  return [Math.sin(azimuth * DEGREE) * c, -Math.cos(azimuth * DEGREE) * c, Math.sin(elevation * DEGREE)];
};
export const sameTurn = (a: Turn, b: Turn): boolean => a.azimuth === b.azimuth && a.elevation === b.elevation;
