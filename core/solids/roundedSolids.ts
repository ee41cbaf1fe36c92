import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import type { BuiltPart } from '../solid/build.ts';
import { AXIS_WORDS, type LaidViews } from './aligned.ts';
import { differencesFromGiven, hasGivenCircles, lookAlike } from './compared.ts';
import { fittingIn, type Limits } from './fittingSolids.ts';
import type { SolidsFromViews } from './foundSolids.ts';
import { madePart, volumeOf } from './madePart.ts';
import { roundFeatures } from './roundFeatures.ts';
import { type Round, roundsIn, withoutRounds } from './rounds.ts';
import { partOfFeatures, statedSolid } from './statedSolid.ts';

/** For one reading of the circles so many solids with flat faces are tried. */
const MOST_FLAT = 8;

const WHOLE_ROUNDS_ONLY =
  'Rounds were looked for as whole holes and bosses that hide nothing of the flat faces.';

const roundWords = (r: Round, laid: LaidViews): string => {
  const from = (x: number): string => decimal(x - laid.min[r.axis], 3);
  return `${r.op === 'cut' ? 'A hole' : 'A boss'} ⌀${decimal(2 * r.radius, 3)}, ${AXIS_WORDS[r.axis]} ${from(r.lo)} to ${from(r.hi)}.`;
};

type Found = { readonly file: PartFile; readonly built: BuiltPart; readonly way: readonly Round[] };

/** The features of the flat-faced solids that are left without some rounds; one with none where nothing is left. */
const flatRests = (
  laid: LaidViews,
  way: readonly Round[],
  units: 'mm' | 'in',
  limits: Limits,
): readonly (readonly FeatureFile[])[] => {
  const rest = withoutRounds(laid, way);
  if (!rest) return [];
  if (!rest.views.length) return [[]];
  const { solids, space } = fittingIn(rest, { ...limits, most: MOST_FLAT, onlySeenSlopes: true });
  return solids.flatMap(({ isSolid }) => {
    const file = statedSolid(rest, space, isSolid, units);
    return file ? [file.bodies[0]?.features ?? []] : [];
  });
};

/**
 * Solids of views with circles: each circle is taken as a hole or a boss over a stretch where its sides are drawn, its lines are taken out,
 * the flat-faced solid of the rest is found, and hole or boss put back. Only a part that the engine draws as the given views is returned;
 * the search is not complete, for a boss may hide lines of what stands behind it.
 */
export const roundedSolids = (laid: LaidViews, units: 'mm' | 'in', limits: Limits): SolidsFromViews => {
  const found: Found[] = [];
  const rests = new Map<string, ReturnType<typeof flatRests>>();
  for (const way of roundsIn(laid)) {
    if (found.length >= limits.most || limits.isOver?.()) break;
    // holes and bosses over the same stretches leave the same lines
    const key = JSON.stringify(way.map(({ op: _, ...place }) => place));
    const known = rests.get(key) ?? flatRests(laid, way, units, limits);
    rests.set(key, known);
    for (const flat of known) {
      const features = [...flat, ...roundFeatures(way, laid)];
      if (features[0]?.op !== 'add') continue;
      const file = partOfFeatures('Solid from views', features, units);
      const built = madePart(file);
      if (!built || differencesFromGiven(laid, built).length || !hasGivenCircles(laid, built)) continue;
      if (!found.some((f) => lookAlike(f.built, built, laid.tol * 4))) found.push({ file, built, way });
    }
  }
  return {
    complete: false,
    leftAside: [WHOLE_ROUNDS_ONLY],
    solids: found.map(({ file, built, way }) => ({
      part: file,
      volume: volumeOf(built),
      reasons: way.map((r) => roundWords(r, laid)),
    })),
    faults: found.length ? [] : [{ path: ['views'], where: '', ...says('solids.none-round') }],
  };
};
