import type { Looks } from '../../view/looks.ts';

/** The colour of a face by the view that shows it true, red, green and blue to 255; one that none shows true has a warm one. */
export const TINTS: Record<Looks, readonly [number, number, number]> = {
  top: [243, 247, 254],
  bottom: [243, 247, 254],
  front: [218, 230, 250],
  back: [218, 230, 250],
  left: [192, 211, 242],
  right: [192, 211, 242],
  aslant: [252, 246, 228],
};

/** A tint as files and screens write it: "#dae6fa". */
export const tintColour = (looks: Looks): string =>
  `#${TINTS[looks].map((x) => x.toString(16).padStart(2, '0')).join('')}`;
