import type { Vec3 } from '../geometry/vec.ts';
import type { Met } from './firstMet.ts';
import type { SceneBody } from './scene.ts';

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

/** Which way the face looks that is met somewhere; a round one looks aslant, also where its normal runs straight at that place. */
export const faceLooks = (scene: readonly SceneBody[], { body, face, normal }: Met): Looks => {
  const solid = scene[body]?.solid;
  const own = solid?.faces.find((f) => f.key === face);
  const isRound = solid && own && solid.surfaces[own.surface]?.kind !== 'plane';
  return isRound ? 'aslant' : looksOf(normal);
};
