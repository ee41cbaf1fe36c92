import { AXES, cross, length, sub, type Vec3 } from '../geometry/vec.ts';
import { boxPlanes, type FlatPlane, isSamePlane, planeThrough } from '../solids/candidatePlanes.ts';
import type { Bounds } from '../solids/solidFeatures.ts';
import { type Depths, type Joint, placeOfJoint } from './depths.ts';
import type { DrawnPictorial } from './drawnPictorial.ts';
import type { SideSeen } from './isometricPaper.ts';

/**
 * The planes in which faces may lie: those that two lines span which follow one another round a region, the upright and level ones through
 * every corner that is seen, and those that run along an axis from a sloping line. The six of the box that holds all corners come first.
 * @param at the depths at which each group of corners may stand
 */
export const facePlanes = (
  drawn: DrawnPictorial,
  depths: Depths,
  at: readonly (readonly number[])[],
  side: SideSeen,
  tol: number,
): { readonly planes: readonly FlatPlane[]; readonly bounds: Bounds } => {
  const places = (j: Joint): Vec3[] =>
    (at[j.group] as readonly number[]).map((d) => placeOfJoint(drawn, side, j, d));
  const jointAt = (piece: number, k: number): Joint =>
    depths.joints[(depths.ends[piece] as readonly [number, number])[k] as number] as Joint;
  /** Some joints together, at each choice of depths for their groups. */
  const placesOf = (all: readonly Joint[]): (readonly Vec3[])[] =>
    [...new Set(all.map((j) => j.group))]
      .reduce<Map<number, number>[]>(
        (choices, g) => choices.flatMap((c) => (at[g] as readonly number[]).map((d) => new Map(c).set(g, d))),
        [new Map()],
      )
      .map((choice) => all.map((j) => placeOfJoint(drawn, side, j, choice.get(j.group) as number)));
  const levels: [number[], number[], number[]] = [[], [], []];
  const note = (axis: number, x: number): void => {
    const own = levels[axis] as number[];
    if (!own.some((y) => Math.abs(x - y) <= 4 * tol)) own.push(x);
  };
  depths.axes.forEach((axis, piece) => {
    for (const k of [0, 1]) {
      const joint = jointAt(piece, k);
      // how far a line goes on behind an edge is not seen, only what it keeps along it
      for (const p of places(joint))
        for (const a of [0, 1, 2])
          if (!joint.isBehind || (axis !== undefined && a !== axis)) note(a, p[a] as number);
    }
  });
  const reach = (pick: (...xs: number[]) => number): Vec3 =>
    levels.map((own) => pick(...own)) as unknown as Vec3;
  const bounds = { min: reach(Math.min), max: reach(Math.max), tol };
  const planes: FlatPlane[] = boxPlanes(bounds);
  const add = (p: FlatPlane): void => {
    if (!planes.some((x) => isSamePlane(x, p, tol))) planes.push(p);
  };
  levels.forEach((own, axis) => {
    for (const x of own) {
      const p = [...bounds.min] as [number, number, number];
      p[axis] = x;
      add(planeThrough(p, AXES[axis] as Vec3));
    }
  });
  // a face that is not seen may run along an axis from a sloping line
  depths.axes.forEach((axis, piece) => {
    const [a, b] = [jointAt(piece, 0), jointAt(piece, 1)];
    if (axis !== undefined || a.isBehind || b.isBehind) return;
    for (const [p, q] of placesOf([a, b]) as (readonly [Vec3, Vec3])[]) {
      const way = sub(q, p);
      // a slope of an outline goes on across it, as a roof does from its gable; a corner of a pyramid along its base
      const level = AXES.filter((_, k) => Math.abs(way[k] as number) <= tol);
      for (const along of level.length ? level : AXES.slice(0, 2)) add(planeThrough(p, cross(way, along)));
    }
  });
  for (const { border } of drawn.regions)
    border.forEach((own, i) => {
      const next = border[(i + 1) % border.length] as (typeof border)[number];
      const [start, corner] = own.isForward ? [0, 1] : [1, 0];
      const [from, end] = next.isForward ? [0, 1] : [1, 0];
      const joint = jointAt(own.piece, corner);
      if (joint !== jointAt(next.piece, from)) return;
      const three = [jointAt(own.piece, start), joint, jointAt(next.piece, end)] as const;
      for (const [p, q, r] of placesOf(three) as (readonly [Vec3, Vec3, Vec3])[]) {
        const normal = cross(sub(p, q), sub(r, q));
        if (length(normal) > 1e-9 * length(sub(p, q)) * length(sub(r, q))) add(planeThrough(q, normal));
      }
    });
  return { planes, bounds };
};
