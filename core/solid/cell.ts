import { type Box3, boxOf } from '../geometry/box.ts';
import { mapPoint, type Rigid, toLocal, turnVector } from '../geometry/rigid.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { crossLoop, hullOf, insideLoop, type LoopSegment } from './loop.ts';
import { cylinder, plane, type Surface } from './surface.ts';

/**
 * The solids a feature is made of: a loop swept along its normal, or a convex solid between planes. Both answer exactly
 * whether a point is inside and in which stretches a line is.
 */
export type Sweep = {
  readonly kind: 'sweep';
  readonly loop: readonly LoopSegment[];
  readonly z0: number;
  readonly z1: number;
  readonly roles: { readonly low: string; readonly high: string };
};
export type ConvexSolid = {
  readonly kind: 'convex';
  readonly planes: readonly {
    readonly n: Vec3;
    readonly d: number;
    readonly role: string;
    readonly corners: readonly Vec3[];
  }[];
};
export type LocalSolid = Sweep | ConvexSolid;

export type CellFace = { readonly role: string; readonly surface: Surface; readonly box: Box3 };

/** A local solid put in its place in the world. */
export type Cell = {
  readonly solid: LocalSolid;
  readonly place: Rigid;
  readonly box: Box3;
  readonly faces: readonly CellFace[];
};

/** Stretches of a line parameter, ascending and apart: [in, out, in, out, ...]. */
export type Intervals = number[];

const lift = (p: Vec2, z: number): Vec3 => [p[0], p[1], z];

const sweepFaces = (s: Sweep, place: Rigid): CellFace[] => {
  const put = (p: Vec3): Vec3 => mapPoint(place, p);
  const hull = s.loop.flatMap(hullOf);
  const cap = (z: number, role: string): CellFace => {
    const points = hull.map((p) => put(lift(p, z)));
    return { role, surface: plane(place.z, dot(place.z, put([0, 0, z]))), box: boxOf(points) };
  };
  const sides = s.loop.map((segment): CellFace => {
    const points = hullOf(segment).flatMap((p) => [put(lift(p, s.z0)), put(lift(p, s.z1))]);
    const { a, b, arc, role } = segment;
    if (arc) return { role, surface: cylinder(put(lift(arc.c, 0)), place.z, arc.r), box: boxOf(points) };
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const n = turnVector(place, [(b[1] - a[1]) / size, -(b[0] - a[0]) / size, 0]);
    return { role, surface: plane(n, dot(n, put(lift(a, 0)))), box: boxOf(points) };
  });
  return [cap(s.z0, s.roles.low), cap(s.z1, s.roles.high), ...sides];
};

const convexFaces = (s: ConvexSolid, place: Rigid): CellFace[] =>
  s.planes.map(({ n, d, role, corners }) => {
    const wn = turnVector(place, n);
    return {
      role,
      surface: plane(wn, d + dot(wn, place.origin)),
      box: boxOf(corners.map((c) => mapPoint(place, c))),
    };
  });

export const cell = (solid: LocalSolid, place: Rigid): Cell => {
  const faces = solid.kind === 'sweep' ? sweepFaces(solid, place) : convexFaces(solid, place);
  const box = boxOf(faces.flatMap(({ box: b }) => [[b[0], b[1], b[2]] as Vec3, [b[3], b[4], b[5]] as Vec3]));
  return { solid, place, box, faces };
};

/** True where the world point is inside the cell (points on the boundary fall to either side). */
export const insideCell = (c: Cell, p: Vec3): boolean => {
  const q = toLocal(c.place, p);
  const s = c.solid;
  if (s.kind === 'sweep') return q[2] > s.z0 && q[2] < s.z1 && insideLoop(s.loop, [q[0], q[1]]);
  return s.planes.every(({ n, d }) => dot(n, q) < d);
};

const clip = (intervals: Intervals, lo: number, hi: number): Intervals => {
  const out: Intervals = [];
  for (let i = 0; i < intervals.length; i += 2) {
    const a = Math.max(lo, intervals[i] as number);
    const b = Math.min(hi, intervals[i + 1] as number);
    if (a < b) out.push(a, b);
  }
  return out;
};

/** The stretches of the line p + t w (world, w a unit vector) inside the cell. */
export const cellIntervals = (c: Cell, p: Vec3, w: Vec3): Intervals => {
  const q = toLocal(c.place, p);
  const { place: m, solid: s } = c;
  const v: Vec3 = [dot(w, m.x), dot(w, m.y), dot(w, m.z)];
  if (s.kind === 'convex') {
    let lo = Number.NEGATIVE_INFINITY;
    let hi = Number.POSITIVE_INFINITY;
    for (const { n, d } of s.planes) {
      const slope = dot(n, v);
      const gap = d - dot(n, q);
      if (Math.abs(slope) < 1e-13) {
        if (gap <= 0) return [];
      } else if (slope > 0) hi = Math.min(hi, gap / slope);
      else lo = Math.max(lo, gap / slope);
    }
    return lo < hi ? [lo, hi] : [];
  }
  const flat = Math.hypot(v[0], v[1]);
  if (flat < 1e-13) {
    if (!insideLoop(s.loop, [q[0], q[1]])) return [];
    const a = (s.z0 - q[2]) / v[2];
    const b = (s.z1 - q[2]) / v[2];
    return [Math.min(a, b), Math.max(a, b)];
  }
  let lo = Number.NEGATIVE_INFINITY;
  let hi = Number.POSITIVE_INFINITY;
  if (Math.abs(v[2]) < 1e-13) {
    if (q[2] <= s.z0 || q[2] >= s.z1) return [];
  } else {
    const a = (s.z0 - q[2]) / v[2];
    const b = (s.z1 - q[2]) / v[2];
    lo = Math.min(a, b);
    hi = Math.max(a, b);
  }
  return clip(crossLoop(s.loop, [q[0], q[1]], [v[0], v[1]]), lo, hi);
};
