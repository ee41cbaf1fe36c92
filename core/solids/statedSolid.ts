import { sub, type Vec3 } from '../geometry/vec.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import type { LaidViews } from './aligned.ts';
import type { Arrangement } from './arrangement.ts';
import { boxPlanes, type FlatPlane, isSamePlane } from './candidatePlanes.ts';
import { insideOf, type Own, ownCells, usedPlanes } from './ownCells.ts';
import { prismsOf } from './prismCover.ts';
import { slabsAcross } from './slabs.ts';
import { type Bounds, cutBeyond, type Unnamed, wholeBox } from './solidFeatures.ts';

/** The solid as its box with flat cuts all round, where it lies on one side of each of its faces. */
const convexOf = (own: Own, laid: Bounds): Unnamed[] | undefined => {
  const { space, isSolid } = own;
  const full = space.cells.filter((_, c) => isSolid[c]);
  const sides = space.planes.map((_, k) => full[0]?.sides[k] as number);
  if (full.length !== 1) return undefined;
  return [
    wholeBox(laid),
    ...space.planes.flatMap((p, k) => (k < 6 ? [] : [cutBeyond(p, sides[k] as number, laid)])),
  ];
};

/** How much is to be read in some features: the figures that state them. */
const effortOf = (all: readonly Unnamed[]): number =>
  all.reduce((sum, { shape }) => {
    if (shape.kind === 'block') return sum + 6;
    const corners = shape.kind === 'extrude' && 'polygon' in shape.profile ? shape.profile.polygon.length : 4;
    return sum + 4 + 2 * corners;
  }, 0);

/** Features by what they are called, numbered where several are called alike. */
export const namedFeatures = (all: readonly Unnamed[]): FeatureFile[] => {
  const times = new Map<string, number>();
  return all.map(({ called, ...feature }) => {
    const n = (times.get(called) ?? 0) + 1;
    times.set(called, n);
    const isOne = all.filter((x) => x.called === called).length === 1;
    return { id: isOne ? called : `${called} ${n}`, ...feature } as FeatureFile;
  });
};

/** A part of one body with these features. @param name what the part is called */
export const partOfFeatures = (
  name: string,
  features: readonly FeatureFile[],
  units: 'mm' | 'in',
): PartFile => ({
  format: 'blue-ledger/part@1',
  name,
  units,
  dims: {},
  bodies: [{ name: 'part', features: [...features] }],
});

/** The statement of a solid that is least to read; undefined where its slopes cannot be stated by features. */
const fewestFeatures = (own: Own, bounds: Bounds): readonly Unnamed[] | undefined => {
  const ways = [
    ...prismsOf(own, bounds),
    convexOf(own, bounds),
    ...([2, 1, 0] as const).map((axis) => slabsAcross(own, axis, bounds)),
  ];
  return ways
    .filter((w): w is Unnamed[] => w !== undefined && w.length > 0)
    .sort((a, b) => effortOf(a) - effortOf(b))[0];
};

/**
 * A solid of flat faces as few features: blocks, profiles and what is taken out of them.
 * @param faces the planes in which it has faces
 * @param inside whether a point that lies in none of them is in the solid
 * @param bounds its box
 * @returns undefined where its slopes cannot be stated by features
 */
export const featuresOfFlatSolid = (
  faces: readonly FlatPlane[],
  inside: (p: Vec3) => boolean,
  bounds: Bounds,
): readonly Unnamed[] | undefined => {
  const box = boxPlanes(bounds);
  const more = faces.filter(
    (p, i) => ![...box, ...faces.slice(0, i)].some((x) => isSamePlane(x, p, bounds.tol)),
  );
  return fewestFeatures(ownCells(box, more, inside, bounds.tol), bounds);
};

/**
 * A solid that was found as a part of few features: blocks, profiles and what is taken out of them.
 * @param space space parted by the planes of the search, and `isSolid` the choice of its cells
 * @param units the part file's unit
 * @returns undefined where its slopes cannot be stated by features
 */
export const statedSolid = (
  laid: LaidViews,
  space: Arrangement,
  isSolid: readonly boolean[],
  units: 'mm' | 'in',
): PartFile | undefined => {
  const used = usedPlanes(space, isSolid);
  const box = space.planes.slice(0, 6);
  const inside = insideOf(space, isSolid, Math.hypot(...sub(laid.max, laid.min)));
  const best = fewestFeatures(ownCells(box, used, inside, laid.tol), laid);
  return best && partOfFeatures('Solid from views', namedFeatures(best), units);
};
