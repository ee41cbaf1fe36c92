import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Result } from '../number/fault.ts';
import type { GivenView, LaidView, LaidViews } from './aligned.ts';
import { laidViews } from './aligned.ts';
import { type Arrangement, arrangementOf } from './arrangement.ts';
import { candidatePlanes } from './candidatePlanes.ts';
import { constraintsOf } from './constraints.ts';
import { coordinatesOf } from './coordinates.ts';
import { type DrawnLines, drawnLines } from './drawnLines.ts';
import { chooser } from './satisfy.ts';
import { touchingCorners } from './touching.ts';

/** A solid as a choice of cells. */
export type FittingSolid = { readonly isSolid: readonly boolean[] };
/** What the search came to. */
export type Fitting = {
  readonly laid: LaidViews;
  readonly space: Arrangement;
  readonly solids: readonly FittingSolid[];
  /** whether there are no others */
  readonly complete: boolean;
  /** what was not looked for, in sentences */
  readonly leftAside: readonly string[];
  /** where there is no solid: a stretch of a line that no edge can make */
  readonly without?: { readonly view: LaidView; readonly from: Vec2; readonly to: Vec2 };
};
/** How far the search goes. */
export type Limits = {
  readonly most: number;
  readonly isOver?: (() => boolean) | undefined;
  /** slopes that every given view shows level or upright are not looked for, not even where there is no solid without them */
  readonly onlySeenSlopes?: boolean;
};

/** The search was ended before it came to solids. */
class Ended extends Error {}

const NO_UNSEEN_ROUNDS = 'Rounds were looked for only where a view shows their circles.';
const NO_UNSEEN_SLOPES = 'Slopes that every given view shows level or upright were not looked for.';
const NO_UNSEEN_PLACES =
  'Corners that no view shows were looked for at whole steps of the common measure of all sizes only.';

/** Whether for each two axes there is a view that shows both. */
const showsAllAxes = ({ views }: LaidViews): boolean =>
  [0, 1, 2].every((k) => views.some((v) => v.axes.every((a) => a !== k)));

/** Searches with the planes that the views give. */
const search = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  limits: Limits,
  unseenSlopes: boolean,
): Fitting => {
  const rest = (): void => {
    if (limits.isOver?.()) throw new Ended();
  };
  const places = coordinatesOf(laid, drawn);
  const space = arrangementOf(candidatePlanes(laid, drawn, places, unseenSlopes, rest), laid.tol, rest);
  const { count, clauses, without } = constraintsOf(laid, drawn, space, unseenSlopes);
  const choose = chooser(count);
  for (const c of clauses) choose.add(c);
  const leftAside = [
    ...(showsAllAxes(laid) || unseenSlopes ? [] : [NO_UNSEEN_SLOPES]),
    ...(showsAllAxes(laid) ? [] : [NO_UNSEEN_ROUNDS]),
    ...(laid.views.every((v) => v.isFull) ? [] : [NO_UNSEEN_PLACES]),
  ];
  const touching = touchingCorners(space);
  const solids: FittingSolid[] = [];
  for (;;) {
    const found = choose.next(limits.isOver);
    if (found === 'none' || found === 'over')
      return { laid, space, solids, complete: found === 'none', leftAside, ...(without && { without }) };
    const isSolid = space.cells.map((_, i) => found[i + 1] as boolean);
    const wrong = touching(isSolid);
    if (!wrong) {
      if (solids.length === limits.most) return { laid, space, solids, complete: false, leftAside };
      solids.push({ isSolid });
    }
    const own = wrong ?? isSolid.map((solid, cell) => ({ cell, solid }));
    choose.add(own.map(({ cell, solid }) => (solid ? -(cell + 1) : cell + 1)));
  }
};

/**
 * Every solid bounded by planes that has exactly the given views. The planes in which its faces may lie follow from the views (corners and
 * edges that all full views show); they part space into cells, and the cells are chosen by the constraints that the views make, until none
 * is left that fits. After Wesley and Markowsky 1981, and Sakurai and Gossard 1983; the search is one over clauses (satisfy.ts).
 * Slopes that every given view shows level or upright are looked for only where there is no solid without them.
 * @returns faults where the views cannot be laid into space at all
 */
export const fittingSolids = (given: ReadonlyMap<ViewName, GivenView>, limits: Limits): Result<Fitting> => {
  const read = laidViews(given);
  return read.ok ? { ok: true, value: fittingIn(read.value, limits) } : read;
};

/** The same for views that are laid into space; their circles are passed over. */
export const fittingIn = (laid: LaidViews, limits: Limits): Fitting => {
  const drawn = laid.views.map((v) => drawnLines(v.lines, laid.tol * 2));
  let first: Fitting;
  try {
    first = search(laid, drawn, limits, false);
  } catch (error) {
    if (!(error instanceof Ended)) throw error;
    const space = arrangementOf([], laid.tol);
    return { laid, space, solids: [], complete: false, leftAside: [] };
  }
  if (first.solids.length || !first.complete || showsAllAxes(laid) || limits.onlySeenSlopes) return first;
  try {
    const second = search(laid, drawn, limits, true);
    return second.solids.length || !second.complete ? second : first;
  } catch (error) {
    if (error instanceof Ended) return { ...first, complete: false };
    throw error;
  }
};
