import { along, scale, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { sizeText } from '../number/format.ts';
import { POSTS } from './accounts.ts';
import { accountsOf, type LedgerScale } from './ledger.ts';

/**
 * Says a place of a view as the ledger counts it: "D 25, H 12.5".
 * @param unit of the part
 * @returns words for a place in the view's plane, part units
 */
export const placeInView =
  (view: ViewName, ledger: LedgerScale, unit: 'mm' | 'in') =>
  (at: Vec2): string => {
    const f = VIEW_FRAMES[view];
    const counted = accountsOf(along(scale(f.u, at[0]), f.v, at[1]), ledger);
    return POSTS[view].map((a) => `${a} ${sizeText(counted[a], unit, 2)}`).join(', ');
  };
