import type { Meaning } from './lexicon.ts';

export type FaceName = 'top' | 'bottom' | 'front' | 'back' | 'left' | 'right';
export const FACES: readonly FaceName[] = ['top', 'bottom', 'front', 'back', 'left', 'right'];
export const isFace = (m: Meaning | undefined): m is FaceName =>
  (FACES as readonly (string | undefined)[]).includes(m);

/** The axes that run across a face, and the one square to it with the side it looks to. */
export const FACE_AXES: Readonly<
  Record<FaceName, readonly [u: 0 | 1, v: 1 | 2, n: 0 | 1 | 2, side: 1 | -1]>
> = {
  top: [0, 1, 2, 1],
  bottom: [0, 1, 2, -1],
  front: [0, 2, 1, -1],
  back: [0, 2, 1, 1],
  left: [1, 2, 0, -1],
  right: [1, 2, 0, 1],
};

/** The two directions along a face, in which copies may stand in a row on it. */
export const alongFace = (f: FaceName): readonly [0 | 1, 1 | 2] => {
  const [u, v] = FACE_AXES[f];
  return [u, v];
};

/** The low and the high face along each axis. */
export const LOW = ['left', 'front', 'bottom'] as const;
export const HIGH = ['right', 'back', 'top'] as const;

export const opposite = (f: FaceName): FaceName => {
  const [, , n, side] = FACE_AXES[f];
  return side === 1 ? LOW[n] : HIGH[n];
};
