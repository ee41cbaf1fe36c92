import type { ViewName } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import type { Account } from '../naming/accounts.ts';
import { decimal } from '../number/format.ts';
import { boxOfLines, type GivenViews } from './given.ts';

const WORDS: Record<Account, string> = { W: 'width', D: 'depth', H: 'height' };
const TITLES: Record<ViewName, string> = {
  front: 'front view',
  back: 'back view',
  top: 'top view',
  bottom: 'view from below',
  left: 'left view',
  right: 'right view',
};

/** Two views that post one account differently. */
export type Disagreement = {
  readonly account: Account;
  readonly views: readonly [ViewName, ViewName];
  /** what each posts, in the given unit */
  readonly posted: readonly [number, number];
  readonly sentence: string;
};

/** Overall sizes agree within this share. */
const SHARE = 1e-4;

/**
 * Balances views against one another, with no part to hold them to: whatever two of them both post has to be the same. A depth and a width that
 * have changed places are reported as a view turned by 90 degrees.
 */
export const balanceTogether = (given: GivenViews): Disagreement[] => {
  const sizes = [...given].flatMap(([name, lines]) => {
    if (!lines.length) return [];
    const [x0, y0, x1, y1] = boxOfLines(lines);
    return [{ name, size: [x1 - x0, y1 - y0] as const }];
  });
  const out: Disagreement[] = [];
  sizes.forEach((a, i) => {
    for (const b of sizes.slice(i + 1))
      for (const account of ['W', 'H', 'D'] as const) {
        const [ka, kb] = [POSTS[a.name].indexOf(account), POSTS[b.name].indexOf(account)];
        if (ka < 0 || kb < 0) continue;
        const posted = [a.size[ka] as number, b.size[kb] as number] as const;
        if (Math.abs(posted[0] - posted[1]) <= SHARE * Math.max(...posted)) continue;
        const near = (x: number, y: number): boolean => Math.abs(x - y) <= SHARE * Math.max(x, y);
        const swapped = near(posted[0], b.size[1 - kb] as number) && !near(b.size[0], b.size[1]);
        out.push({
          account,
          views: [a.name, b.name],
          posted,
          sentence: `The ${WORDS[account]} does not balance: ${decimal(posted[0], 3)} in the ${TITLES[a.name]}, ${decimal(posted[1], 3)} in the ${TITLES[b.name]}.${
            swapped
              ? ` The ${TITLES[b.name]} may be turned by 90 degrees: it is ${decimal(posted[0], 3)} the other way.`
              : ''
          }`,
        });
      }
  });
  return out;
};
