import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';

/** Which accounts a view posts, across and up. */
export const POSTS: Record<ViewName, readonly [Account, Account]> = {
  front: ['W', 'H'],
  back: ['W', 'H'],
  top: ['W', 'D'],
  bottom: ['W', 'D'],
  left: ['D', 'H'],
  right: ['D', 'H'],
};
