import type { ViewName } from '../geometry/viewFrames.ts';
import { says } from '../number/faultWords.ts';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { measureSolid, measureTogether } from '../solid/measure.ts';
import { type GivenView, ownPlace } from './aligned.ts';
import { differencesFromGiven } from './compared.ts';
import { type Fitting, fittingSolids, type Limits } from './fittingSolids.ts';
import { placeWords, smallestRepair, type ViewFault } from './repairs.ts';
import { statedSolid } from './statedSolid.ts';
import { toldApart } from './toldApart.ts';

/** A solid that has the given views. */
export type SolidFromViews = {
  readonly part: PartFile;
  /** in the views' unit cubed */
  readonly volume: number;
  /** how it differs from the others, and what would decide for it */
  readonly reasons: readonly string[];
};
/** All that was found. */
export type SolidsFromViews = {
  /** whether there are no others of the kinds that are looked for */
  readonly complete: boolean;
  readonly solids: readonly SolidFromViews[];
  /** what was not looked for, in sentences */
  readonly leftAside: readonly string[];
  readonly faults: readonly ViewFault[];
};

type Made = { readonly file: PartFile; readonly built: BuiltPart };

const made = (found: Fitting, isSolid: readonly boolean[], units: 'mm' | 'in'): Made | undefined => {
  const file = statedSolid(found.laid, found.space, isSolid, units);
  const model = file && partModel(file);
  const built = model?.ok ? buildPart(model.value) : undefined;
  return file && built?.ok ? { file, built: built.value } : undefined;
};

const volumeOf = ({ bodies }: BuiltPart): number =>
  measureTogether(bodies.map(({ solid, edges }) => measureSolid(solid, edges))).volume;

/**
 * Every solid with flat faces that has exactly the given views, each stated as a part of blocks, profiles and flat cuts and drawn again by
 * the engine: only a part whose views are the given ones, stretch by stretch, is returned.
 * @param units the views' unit
 * @returns no solid but faults, with the smallest repair, where nothing fits
 */
export const solidsFromViews = (
  given: ReadonlyMap<ViewName, GivenView>,
  units: 'mm' | 'in',
  limits: Limits,
): SolidsFromViews => {
  const found = fittingSolids(given, limits);
  if (!found.ok) return { complete: true, solids: [], leftAside: [], faults: found.faults };
  const { laid, space, solids, complete, leftAside, without } = found.value;
  const all = solids.map(({ isSolid }) => {
    const own = made(found.value, isSolid, units);
    return own && !differencesFromGiven(laid, own.built).length ? { isSolid, ...own } : undefined;
  });
  const stated = all.filter((x) => x !== undefined);
  const reasons = toldApart(
    laid,
    space,
    stated.map(({ isSolid, built }) => ({ isSolid, part: built })),
  );
  const lost = all.length - stated.length;
  const isOver = limits.isOver ?? (() => false);
  const faults: ViewFault[] = [];
  if (lost) faults.push({ path: ['views'], where: '', ...says('solids.not-stated', { count: lost }) });
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
