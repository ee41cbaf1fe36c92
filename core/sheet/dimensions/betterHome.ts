import type { DimensionBooks } from '../../dimension/books.ts';
import type { Tie } from '../../dimension/propose.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { View } from '../../view/view.ts';
import type { BetterHome } from './betterWords.ts';
import { endsSeen, homesOf, showsRound } from './home.ts';
import type { Views } from './laid.ts';

/** Both ends of a distance are visible lines. */
const BOTH_VISIBLE = 4;

/**
 * Holds the view of a dimension against the rule: a round is dimensioned where it is a circle, a distance where both its ends are visible edges,
 * a size of what leans where one looks square to it (ISO 129-1; BS 8888).
 * @param at the view in which it stands
 * @returns nothing where no view of the sheet shows it better
 */
export const betterHome = (
  books: DimensionBooks,
  tie: Tie,
  views: Views,
  at: ViewName,
): BetterHome | undefined => {
  const { views: able } = homesOf(books, tie, views);
  const [best] = able;
  if (best === undefined || best === at) return undefined;
  if (tie.kind === 'size') {
    if (able.includes(at)) return undefined;
    return { view: best, fault: tie.size.what === 'diameter' ? 'no circle' : 'not true' };
  }
  const ends = [tie.from, tie.to];
  const isRound = (name: ViewName): boolean => ends.some((s) => showsRound(books, s, name));
  if (isRound(best) && !isRound(at)) return { view: best, fault: 'no circle' };
  const seen = (name: ViewName): number => endsSeen(books, ends, name, views.get(name) as View);
  return seen(best) >= BOTH_VISIBLE && seen(at) < BOTH_VISIBLE
    ? { view: best, fault: 'hidden line' }
    : undefined;
};
