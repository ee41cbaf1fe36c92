import type { ViewName } from '../geometry/viewFrames.ts';
import { says } from '../number/faultWords.ts';
import type { PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { type GivenView, laidViews, ownPlace } from './aligned.ts';
import { differencesFromGiven } from './compared.ts';
import { type Fitting, fittingIn, type Limits } from './fittingSolids.ts';
import type { SolidsFromViews } from './foundSolids.ts';
import { madePart, volumeOf } from './madePart.ts';
import { placeWords, smallestRepair, type ViewFault } from './repairs.ts';
import { roundedSolids } from './roundedSolids.ts';
import { statedSolid } from './statedSolid.ts';
import { toldApart } from './toldApart.ts';

type Made = { readonly file: PartFile; readonly built: BuiltPart };

const made = (found: Fitting, isSolid: readonly boolean[], units: 'mm' | 'in'): Made | undefined => {
  const file = statedSolid(found.laid, found.space, isSolid, units);
  const built = file && madePart(file);
  return file && built ? { file, built } : undefined;
};

/**
 * Every solid with flat faces that has exactly the given views (and solids with whole rounds, of views with circles: roundedSolids.ts), each stated as a part of blocks, profiles and flat cuts and drawn again by
 * the engine: only a part whose views are the given ones, stretch by stretch, is returned.
 * @param units the views' unit
 * @returns no solid but faults, with the smallest repair, where nothing fits
 */
export const solidsFromViews = (
  given: ReadonlyMap<ViewName, GivenView>,
  units: 'mm' | 'in',
  limits: Limits,
): SolidsFromViews => {
  const read = laidViews(given);
  if (!read.ok) return { complete: true, solids: [], leftAside: [], faults: read.faults };
  const laid = read.value;
  if (laid.views.some((v) => v.circles.length)) return roundedSolids(laid, units, limits);
  const found = fittingIn(laid, limits);
  const { space, solids, complete, leftAside, without } = found;
  const all = solids.map(({ isSolid }) => {
    const own = made(found, isSolid, units);
    return own && !differencesFromGiven(laid, own.built).length ? { isSolid, ...own } : undefined;
  });
  const stated = all.filter((x) => x !== undefined);
  const reasons = toldApart(
    laid,
    space,
    stated.map(({ isSolid, built }) => ({ isSolid, part: built })),
    complete && stated.length === all.length,
  );
  const lost = all.length - stated.length;
  const isOver = limits.isOver ?? (() => false);
  const faults: ViewFault[] = [];
  if (lost) faults.push({ path: ['views'], where: '', ...says('solids.not-stated', { count: lost }) });
  if (!solids.length && !complete) faults.push({ path: ['views'], where: '', ...says('solids.ended') });
  if (!solids.length && complete) {
    if (without) {
      const view = without.view.name;
      const [from, to] = [ownPlace(laid, view, without.from), ownPlace(laid, view, without.to)];
      faults.push({
        path: ['views', view],
        where: view,
        at: { view, from, to },
        ...says('solids.no-partner', { from: placeWords(from), to: placeWords(to) }),
      });
    } else faults.push({ path: ['views'], where: '', ...says('solids.none') });
    faults.push(...smallestRepair(given, (f, s) => made(f, s, units)?.built, isOver));
  }
  return {
    complete: complete && !lost,
    solids: stated.map(({ file, built }, i) => ({
      part: file,
      volume: volumeOf(built),
      reasons: reasons[i] as string[],
    })),
    leftAside,
    faults,
  };
};
