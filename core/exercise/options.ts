import type { GivenLine } from '../balance/given.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { laidViews } from '../solids/aligned.ts';
import { fittingIn } from '../solids/fittingSolids.ts';
import { roundedSolids } from '../solids/roundedSolids.ts';
import type { Chance } from './chance.ts';
import type { Option } from './exercise.ts';
import type { Tried } from './triedPart.ts';
import { areSameLines, linesIn } from './views.ts';

/** So many answers are offered. */
export const OPTIONS = 4;
/** The options in any order, with the place of the right one. */
export const mixed = <T>(c: Chance, right: T, wrong: readonly Option<T>[]) => {
  const all: Option<T>[] = c.shuffled([{ shows: right, differs: '' }, ...wrong]);
  return { options: all, right: all.findIndex((o) => o.differs === '') };
};

/** The search for solids asks so often whether it may go on. */
const MOST_LOOKS = 20_000;

/**
 * Whether some solid has these views: then a drawing that was meant to be wrong would be right as well.
 * @param looks how often the search may ask whether it goes on; one that is not at its end by then counts as possible
 */
export const isPossible = (
  views: ReadonlyMap<ViewName, readonly GivenLine[]>,
  looks = MOST_LOOKS,
): boolean => {
  // counted, not timed: the same number must give the same exercise on every machine
  let left = looks;
  const given = new Map([...views].map(([name, lines]) => [name, { lines, hidden: 'given' as const }]));
  const limits = { most: 1, isOver: () => --left < 0 };
  const laid = laidViews(given);
  if (!laid.ok) return false;
  // whether there is one is enough: it need not be stated, nor what is wrong be repaired
  const hasRounds = laid.value.views.some((v) => v.circles.length);
  const { solids, complete } = hasRounds
    ? roundedSolids(laid.value, 'mm', limits)
    : fittingIn(laid.value, limits);
  return solids.length > 0 || !complete;
};

/** The views that are given, one that may be asked for, and the three that show a part. */
export const GIVEN: readonly ViewName[] = ['front', 'top'];
export const WANTED: readonly ViewName[] = ['left', 'right'];
export const THREE: readonly ViewName[] = ['front', 'top', 'left'];

/** Whether a part is another one in the three views: else what is drawn of it would be right as well. */
export const looksOther = (own: Tried, other: Tried): boolean =>
  THREE.some((v) => !areSameLines(v, linesIn(own.built, v), linesIn(other.built, v)));
