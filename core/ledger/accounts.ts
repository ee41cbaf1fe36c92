import type { ViewName } from '../geometry/viewFrames.ts';

/** The three accounts: width, depth and height, which of the part's measures is meant. */
export type Account = 'W' | 'D' | 'H';

/** Which accounts a view posts, across and up. */
export const POSTS: Record<ViewName, readonly [Account, Account]> = {
  front: ['W', 'H'],
  back: ['W', 'H'],
  top: ['W', 'D'],
  bottom: ['W', 'D'],
  left: ['D', 'H'],
  right: ['D', 'H'],
};
