import { decimal } from '../number/format.ts';
import type { SizeKey } from './place.ts';

/** The sign before a taper. Source: ISO 3040. */
export const TAPER = '⌲';
/** The sign before a slope. Source: ISO 129-1. */
export const SLOPE = '⌳';

const RADIANS = Math.PI / 180;

/**
 * An angle as the ratio it is on a drawing: of a cone the change of its diameter to its length, of a flat face its rise to its run.
 * @param value degrees, of a cone the whole angle
 * @returns "⌲ 1:5", "⌳ 1:10"; nothing where the angle has no ratio (nought, a right angle or more)
 */
export const ratioText = (what: SizeKey['what'], value: number): string | undefined => {
  const isTaper = what === 'cone';
  const most = isTaper ? 180 : 90;
  if (!(value > 1e-9) || value >= most - 1e-9) return undefined;
  const share = isTaper ? 2 * Math.tan((value / 2) * RADIANS) : Math.tan(value * RADIANS);
  const figure = share <= 1 ? `1:${decimal(1 / share)}` : `${decimal(share)}:1`;
  return `${isTaper ? TAPER : SLOPE} ${figure}`;
};

/** The angle of a written ratio, degrees; the inverse of ratioText. @param share the first figure by the second */
export const angleOfRatio = (sign: string, share: number): number =>
  sign === TAPER ? (2 * Math.atan(share / 2)) / RADIANS : Math.atan(share) / RADIANS;
