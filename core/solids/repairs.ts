import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Fault } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import type { BuiltPart } from '../solid/build.ts';
import { type GivenView, type LaidViews, laidViews, ownPlace } from './aligned.ts';
import { type Difference, differencesFromGiven } from './compared.ts';
import { type Fitting, fittingSolids } from './fittingSolids.ts';

/** A fault of given views, with the stretch that it is about: in the view, from its lower left corner. */
export type ViewFault = Fault & {
  readonly at?: { readonly view: ViewName; readonly from: Vec2; readonly to: Vec2 };
};

/** A place of a view in words, as its reader counts it from the lower left corner. */
export const placeWords = (p: Vec2): string => `(${decimal(p[0], 3)}, ${decimal(p[1], 3)})`;

const faultOf = (laid: LaidViews, d: Difference): ViewFault => {
  const at = { view: d.view, from: ownPlace(laid, d.view, d.from), to: ownPlace(laid, d.view, d.to) };
  const [from, to] = [placeWords(at.from), placeWords(at.to)];
  const home = { path: ['views', d.view], where: d.view, at } as const;
  if (d.first === 'none') return { ...home, ...says('solids.line-missing', { class: d.second, from, to }) };
  if (d.second === 'none') return { ...home, ...says('solids.line-extra', { from, to }) };
  return { ...home, ...says('solids.line-class', { from, to, is: d.first, should: d.second }) };
};

/** So many solids of the other views are held against the one that is doubted. */
const MOST_OTHERS = 24;

const sizeOf = (d: readonly Difference[]): number =>
  d.reduce((sum, x) => sum + Math.hypot(x.to[0] - x.from[0], x.to[1] - x.from[1]), 0);

/**
 * The smallest repair of views that no solid has: each view in turn is doubted, the solids of the others are found, and the one whose view
 * is nearest to the doubted one says what is missing in it, too much, or hidden for visible.
 * @param build makes the part of a solid that was found; undefined where it cannot be stated
 */
export const smallestRepair = (
  given: ReadonlyMap<ViewName, GivenView>,
  build: (found: Fitting, isSolid: readonly boolean[]) => BuiltPart | undefined,
  isOver: () => boolean,
): ViewFault[] => {
  const laid = laidViews(given);
  if (!laid.ok) return [];
  let best: readonly Difference[] | undefined;
  for (const name of given.keys()) {
    const others = new Map([...given].filter(([n]) => n !== name));
    if (others.size < 2 || isOver()) continue;
    const found = fittingSolids(others, { most: MOST_OTHERS, isOver, onlySeenSlopes: true });
    if (!found.ok) continue;
    for (const { isSolid } of found.value.solids) {
      if (isOver()) break;
      const part = build(found.value, isSolid);
      const own = part && differencesFromGiven(laid.value, part);
      if (!own?.length || own.some((d) => d.view !== name)) continue;
      if (!best || own.length < best.length || (own.length === best.length && sizeOf(own) < sizeOf(best)))
        best = own;
    }
  }
  return (best ?? []).map((d) => faultOf(laid.value, d));
};
