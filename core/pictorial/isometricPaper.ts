import type { Vec2, Vec3 } from '../geometry/vec.ts';
import { decimal } from '../number/format.ts';
import type { WalkedPaper } from '../solids/typedWalk.ts';

/** Which side of a part an isometric drawing shows, besides its front and its top. */
export type SideSeen = 'left' | 'right';

/** Towards the observer, in steps along the axes. */
export const TOWARD: Readonly<Record<SideSeen, Vec3>> = { right: [1, -1, 1], left: [-1, -1, 1] };

/**
 * The paper's own places: a step along the width is one to the right and one down (or up, where the left side is seen), a step along the
 * depth one to the other side, a step along the height two up. Drawn true, a place stands cos 30 of the first figure to the right and half of
 * the second up.
 */
export const onPaper = (side: SideSeen, [x, y, z]: Vec3): Vec2 =>
  side === 'right' ? [x + y, 2 * z - x + y] : [x - y, 2 * z + x + y];

/** The point of space at a depth (y) that stands at a place of the paper. */
export const lifted = (side: SideSeen, [across, up]: Vec2, y: number): Vec3 =>
  side === 'right' ? [across - y, y, (up + across) / 2 - y] : [across + y, y, (up - across) / 2 - y];

/** From the paper's places to those of the part's view along the same direction (`frameToward`). */
export const inTrueView = ([across, up]: Vec2): Vec2 => [across / Math.SQRT2, up / Math.sqrt(6)];

/** A place of the paper in words: how many squares along the width, and how many up. */
export const paperPlaceWords = (side: SideSeen, p: Vec2): string => {
  const [along, , up] = lifted(side, p, 0);
  return `${decimal(along, 2)} along, ${decimal(up, 2)} up`;
};

/** The directions in which a line may run along an axis. */
type IsometricWay = 'right' | 'left' | 'back' | 'forward' | 'up' | 'down';

/** The ways of the paper by the words for them; two figures name a place along the width and up. */
export const isometricWalk = (
  side: SideSeen,
): WalkedPaper & { readonly ways: Readonly<Record<IsometricWay, Vec2>> } => {
  const way = (x: number, y: number, z: number): Vec2 => onPaper(side, [x, y, z]);
  return {
    ways: {
      right: way(1, 0, 0),
      left: way(-1, 0, 0),
      back: way(0, 1, 0),
      forward: way(0, -1, 0),
      up: way(0, 0, 1),
      down: way(0, 0, -1),
    },
    placeAt: (along, up) => onPaper(side, [along, 0, up]),
    hasCircles: false,
  };
};
