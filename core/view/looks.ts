import type { Vec3 } from '../geometry/vec.ts';

/** Which way a face looks: square to one of the three directions, or aslant. */
export type Looks = 'front' | 'back' | 'top' | 'bottom' | 'left' | 'right' | 'aslant';

const SQUARE = 1 - 1e-9;

/** @param n unit, out of the material */
export const looksOf = (n: Vec3): Looks => {
  if (n[0] > SQUARE) return 'right';
  if (n[0] < -SQUARE) return 'left';
  if (n[1] > SQUARE) return 'back';
  if (n[1] < -SQUARE) return 'front';
  if (n[2] > SQUARE) return 'top';
  if (n[2] < -SQUARE) return 'bottom';
  return 'aslant';
};
