import type { Rigid } from '../geometry/rigid.ts';
import type { BodyFile } from './schema.ts';

const DEGREES = 180 / Math.PI;
/** Nearer to a whole multiple of 15 degrees than this, an angle is that multiple: the turns of most placed bodies are. */
const WHOLE = 1e-9;
const tidy = (radians: number): number => {
  const degrees = radians * DEGREES;
  const whole = Math.round(degrees / 15) * 15;
  return Math.abs(degrees - whole) < WHOLE ? whole : degrees;
};

/** A turn without mirror image as turns about x, y and z, one after the other, and the place of its origin. */
export const statedHome = ({ x, y, z, origin }: Rigid): Required<Pick<BodyFile, 'at' | 'turn'>> => {
  // with y at a quarter turn, x and z turn about the same line: all is told by x then
  const isFolded = Math.abs(x[2]) > 1 - 1e-12;
  const angles = isFolded
    ? [Math.atan2(-z[1], y[1]), -Math.sign(x[2]) * (Math.PI / 2), 0]
    : [Math.atan2(y[2], z[2]), -Math.asin(x[2]), Math.atan2(x[1], x[0])];
  return {
    at: [...origin],
    turn: (['x', 'y', 'z'] as const).map((axis, i) => ({ axis, angle: tidy(angles[i] as number) })),
  };
};
