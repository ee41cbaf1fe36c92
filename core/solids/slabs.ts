import { AXES, type Vec3 } from '../geometry/vec.ts';
import type { Axis } from './aligned.ts';
import { arrangementOf } from './arrangement.ts';
import type { FlatPlane } from './candidatePlanes.ts';
import { kindOf, middleOf, type Own, outlinesOf } from './ownCells.ts';
import { areaOf } from './regions.ts';
import { type Bounds, cutBeyond, grown, type Unnamed } from './solidFeatures.ts';

/** The solid as slabs across an axis; undefined where more than one of them has slopes, or its slopes are not all round it. */
export const slabsAcross = (own: Own, axis: Axis, laid: Bounds): Unnamed[] | undefined => {
  const { space, isSolid } = own;
  const used = new Set<number>();
  for (const { plane, cells } of space.facets) {
    const [a, b] = cells.map((c) => c !== undefined && isSolid[c]);
    if (a !== b) used.add(plane);
  }
  const levels = [...used]
    .map((k) => space.planes[k] as FlatPlane)
    .filter((p) => kindOf(p, axis) === 'level')
    .map((p) => p.d / p.n[axis])
    .sort((a, b) => a - b);
  const [first, ...rest] = levels;
  if (first === undefined) return undefined;
  const plain: Unnamed[] = [];
  const sloping: Unnamed[] = [];
  let lo = first;
  for (const hi of rest) {
    const between = space.cells.flatMap((_, c) => {
      const m = middleOf(space, c)[axis];
      return lo < m && m < hi ? [c] : [];
    });
    const isBetween = new Set(between);
    const slopes = new Set<number>();
    for (const { plane, cells } of space.facets) {
      if (kindOf(space.planes[plane] as FlatPlane, axis) !== 'slope') continue;
      const inside = cells.filter((c) => c !== undefined && isBetween.has(c)) as number[];
      const solid = inside.filter((c) => isSolid[c]).length;
      if (solid === 1) slopes.add(plane);
    }
    // a slope is stated by what it takes off the whole slab
    const full = between.filter((c) => isSolid[c]);
    const sides = [...slopes].map((k) => ({
      k,
      side: space.cells[full[0] as number]?.sides[k] as number,
    }));
    if (sides.some(({ k, side }) => full.some((c) => space.cells[c]?.sides[k] !== side))) return undefined;
    if (!full.length) {
      lo = hi;
      continue;
    }
    const features: Unnamed[] = [];
    const source = sides.length ? withoutSlopes(own, between, sides, axis, lo, hi, laid) : own;
    const solid = source?.space.cells.flatMap((_, c) => {
      const m = middleOf(source.space, c)[axis];
      return lo < m && m < hi && source.isSolid[c] ? [c] : [];
    });
    const loops = source && solid && outlinesOf(source.space, axis, new Set(solid), laid.tol);
    if (!loops) return undefined;
    for (const l of [...loops].sort((a, b) => areaOf(b) - areaOf(a)))
      features.push(grown(l, axis, lo, hi, areaOf(l) > 0 ? 'add' : 'cut'));
    for (const { k, side } of sides) features.push(cutBeyond(space.planes[k] as FlatPlane, side, laid));
    if (sides.length && sloping.length) return undefined;
    (sides.length ? sloping : plain).push(...features);
    lo = hi;
  }
  return [...sloping, ...plain];
};

/** A slab as it is before its slopes are cut: its cells parted by walls only. */
const withoutSlopes = (
  own: Own,
  between: readonly number[],
  sides: readonly { readonly k: number; readonly side: number }[],
  axis: Axis,
  lo: number,
  hi: number,
  laid: Bounds,
): Own | undefined => {
  const { space, isSolid } = own;
  const kept = between.filter((c) => sides.every(({ k, side }) => space.cells[c]?.sides[k] === side));
  const walls = space.planes.filter((p, k) => k < 6 || kindOf(p, axis) === 'wall');
  const ends = [lo, hi].map((d): FlatPlane => ({ n: AXES[axis] as Vec3, d }));
  const levels = ends.filter(
    (e) => !walls.some((w) => kindOf(w, axis) === 'level' && Math.abs(w.d - e.d) <= laid.tol),
  );
  const bare = arrangementOf([...walls, ...levels], laid.tol);
  const state = bare.cells.map((): boolean | undefined => undefined);
  const ids = new Map(bare.cells.map((c, i) => [c.sides.join(''), i]));
  for (const c of kept) {
    const id = ids.get(bare.sidesOf(middleOf(space, c)).join(''));
    if (id === undefined) return undefined;
    if (state[id] !== undefined && state[id] !== isSolid[c]) return undefined;
    state[id] = isSolid[c];
  }
  return { space: bare, isSolid: state.map((s) => s === true) };
};
