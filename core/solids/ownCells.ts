import { add, dot, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { Axis } from './aligned.ts';
import { type Arrangement, arrangementOf } from './arrangement.ts';
import type { FlatPlane } from './candidatePlanes.ts';
import { type Border, closedLoops } from './regions.ts';
import { ACROSS } from './solidFeatures.ts';

/** Whether a point of space is inside a solid that was found. */
type Inside = (p: Vec3) => boolean;

/** A point inside a cell: the middle of its corners. */
export const middleOf = (space: Arrangement, cell: number): Vec3 => {
  const own = space.cells[cell]?.corners ?? [];
  const sum = own.reduce<Vec3>((s, c) => add(s, space.corners[c] as Vec3), [0, 0, 0]);
  return scale(sum, 1 / own.length);
};

/** A step in no plane's direction, as a share of the part's size. */
const ASIDE: Vec3 = [0.618e-4, 0.414e-4, 0.272e-4];

/** The solid as a question about points, from its choice of cells. A point on a plane that bounds nothing there is moved off it. */
export const insideOf = (space: Arrangement, isSolid: readonly boolean[], size: number): Inside => {
  const ids = new Map(space.cells.map((c, i) => [c.sides.join(''), i]));
  return (p) => {
    const sides = space.sidesOf(p);
    const own = sides.includes(0) ? space.sidesOf(add(p, scale(ASIDE, size))) : sides;
    const id = ids.get(own.join(''));
    return id !== undefined && (isSolid[id] as boolean);
  };
};

/** The planes in which the solid has faces. */
export const usedPlanes = (space: Arrangement, isSolid: readonly boolean[]): FlatPlane[] => {
  const used = new Set<number>();
  for (const { plane, cells } of space.facets) {
    const [a, b] = cells.map((c) => c !== undefined && isSolid[c]);
    if (a !== b) used.add(plane);
  }
  return space.planes.filter((_, k) => used.has(k));
};

/** The solid parted by its own planes only. */
export type Own = { readonly space: Arrangement; readonly isSolid: readonly boolean[] };

/** Parts the solid by its own planes. @param box the six planes of the box */
export const ownCells = (
  box: readonly FlatPlane[],
  used: readonly FlatPlane[],
  inside: Inside,
  tol: number,
): Own => {
  const more = used.filter((p) => !box.includes(p));
  const space = arrangementOf([...box, ...more], tol);
  return { space, isSolid: space.cells.map((_, i) => inside(middleOf(space, i))) };
};

/** How a plane lies to an axis: across it, along it, or aslant. */
type Kind = 'level' | 'wall' | 'slope';
export const kindOf = (p: FlatPlane, axis: Axis): Kind => {
  const k = Math.abs(p.n[axis]);
  return k > 1 - 1e-9 ? 'level' : k < 1e-9 ? 'wall' : 'slope';
};

/** The closed ways round some cells as they are seen along an axis: outlines counter-clockwise, holes clockwise. */
export const outlinesOf = (
  space: Arrangement,
  axis: Axis,
  cells: ReadonlySet<number>,
  tol: number,
): Vec2[][] | undefined => {
  const { u, v } = ACROSS[axis];
  const borders: Border[] = [];
  for (const { plane, cells: both } of space.facets) {
    const p = space.planes[plane] as FlatPlane;
    if (kindOf(p, axis) !== 'wall') continue;
    const inside = both.filter((c): c is number => c !== undefined && cells.has(c));
    if (inside.length !== 1) continue;
    const cell = inside[0] as number;
    const corners = (space.cells[cell]?.corners ?? [])
      .map((c) => space.corners[c] as Vec3)
      .filter((q) => Math.abs(dot(p.n, q) - p.d) <= tol * 4);
    // out of the cell, in the plane of the loop
    const side = space.cells[cell]?.sides[plane] as number;
    const out: Vec2 = [-side * p.n[u], -side * p.n[v]];
    const way: Vec2 = [-out[1], out[0]];
    const places = corners.map((q) => ({ q: [q[u], q[v]] as const, t: q[u] * way[0] + q[v] * way[1] }));
    places.sort((a, b) => a.t - b.t);
    const [from, to] = [places[0], places.at(-1)];
    if (from && to && to.t - from.t > tol * 4) borders.push({ from: from.q, to: to.q });
  }
  return closedLoops(borders, tol * 8);
};
