import type { Box3 } from '../geometry/box.ts';
import { type BoxGrid, boxGrid } from '../geometry/boxGrid.ts';
import { along, dot, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { insideSolid, type Solid, solidIntervals, type Tolerance } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import type { Change } from '../solid/change.ts';
import type { Hiding } from './runs.ts';

/** What remains after a cut: the side of the plane where n.p >= d. */
export type HalfSpace = { readonly n: Vec3; readonly d: number };

/** A body as it stands in a view: whole, or with one side of a plane taken away. */
export type SceneBody = {
  readonly solid: Solid;
  /** the edges that remain, the cut face's outline among them */
  readonly edges: readonly Edge[];
  readonly kept?: HalfSpace;
  /** the state before, where what changed since is known */
  readonly since?: { readonly solid: Solid; readonly change: Change };
};

/**
 * How far in front of a point a ray starts to look at the most, as a share of the size: nearer than this the point's own faces,
 * met by a ray moved aside by SIDE_SHARE, would seem to stand before it (a tangent surface of radius R rises by
 * sqrt(2 R e)).
 */
const START_SHARE = 1e-5;
/**
 * How many tolerances off its place a face of the point itself may stand. Where the sight meets all of them at an angle that is all they
 * can seem to stand before it, and thin walls further off have their say.
 */
const OWN_FACES = 4;
/** How far to either side of a line the two rays run, as a share of the size. */
const SIDE_SHARE = 1e-11;

/** Shares of a solid's stretch before a point at which material is looked for first. */
const PROBES = [0.481, 0.137, 0.853] as const;

export type StandingBody = SceneBody & {
  readonly flatBoxes: readonly Box3[];
  readonly grid: BoxGrid;
  readonly keeps: readonly boolean[];
  readonly adds: readonly boolean[];
};

/** A body's cells as they stand in a view: their boxes in (u, v), and in z the depth towards the observer. */
export const bodyAsSeen = (b: SceneBody, f: ViewFrame, start: number): StandingBody => {
  const flatBoxes = b.solid.cells.map(({ cell: { box } }): Box3 => {
    const reach = (d: Vec3): [number, number] => {
      let middle = 0;
      let half = 0;
      for (let i = 0; i < 3; i++) {
        const [lo, hi] = [box[i] as number, box[i + 3] as number];
        middle += (d[i] as number) * (lo + hi);
        half += Math.abs(d[i] as number) * (hi - lo);
      }
      return [(middle - half) / 2, (middle + half) / 2];
    };
    const [u0, u1] = reach(f.u);
    const [v0, v1] = reach(f.v);
    const [w0, w1] = reach(f.toward);
    return [u0, v0, w0, u1, v1, w1];
  });
  return {
    ...b,
    flatBoxes,
    grid: boxGrid(
      flatBoxes.map((x) => [x[0], x[1], 0, x[3], x[4], 0]),
      start,
    ),
    keeps: b.solid.cells.map((c) => b.solid.ops[c.op] === 'keep'),
    adds: b.solid.cells.map((c) => b.solid.ops[c.op] === 'add'),
  };
};

/** A stretch of a ray, by its distance from the ray's point. */
export type Limits = readonly [number, number];

/** The part of the ray from p that is still there, from `start` on. */
export const rayLimits = (kept: HalfSpace, p: Vec3, toward: Vec3, start: number): Limits | undefined => {
  const rise = dot(kept.n, toward);
  const gap = dot(kept.n, p) - kept.d;
  if (Math.abs(rise) < 1e-12) return gap < 0 ? undefined : [start, Number.POSITIVE_INFINITY];
  const turn = -gap / rise;
  if (rise > 0) return [Math.max(start, turn), Number.POSITIVE_INFINITY];
  return turn <= start ? undefined : [start, turn];
};

/** The cells that a ray from a point at (u, v) may meet before the observer; what lies behind depth w has no say. */
export const cellsBefore = (b: StandingBody, u: number, v: number, w: number): number[] => {
  const out: number[] = [];
  for (const i of b.grid.at(u, v, 0)) {
    const x = b.flatBoxes[i] as Box3;
    if (u >= x[0] && u <= x[3] && v >= x[1] && v <= x[4] && (x[5] > w || b.keeps[i])) out.push(i);
  }
  return out;
};

/** Whether the whole ray meets material thicker than the tolerance. */
const blocks = (
  b: StandingBody,
  p: Vec3,
  f: ViewFrame,
  cells: readonly number[],
  [lo, hi]: Limits,
  tol: Tolerance,
): boolean => {
  const stretches = solidIntervals(b.solid, p, f.toward, cells);
  for (let i = 0; i < stretches.length; i += 2) {
    const near = Math.max(lo, stretches[i] as number);
    const far = Math.min(hi, stretches[i + 1] as number);
    // thinner than the tolerance is the last bit of two faces in one place, not a wall
    if (far - near > tol.linear) return true;
  }
  return false;
};

/**
 * Most rays end in plain material: a few places in what was added are asked before whole rays are worked out.
 * @returns true where material thicker than the tolerance surely stands before both points
 */
const plainlyBlocked = (
  b: StandingBody,
  p: Vec3,
  q: Vec3,
  f: ViewFrame,
  cells: readonly number[],
  [lo, hi]: Limits,
  tol: Tolerance,
): boolean => {
  const { solid } = b;
  const d = f.toward;
  const w = dot(p, d);
  for (const i of cells) {
    if (!b.adds[i]) continue;
    const x = b.flatBoxes[i] as Box3;
    const from = Math.max(lo, x[2] - w);
    const to = Math.min(hi, x[5] - w);
    if (to - from <= tol.linear * 4) continue;
    for (const k of PROBES) {
      const t = from + k * (to - from);
      if (
        insideSolid(solid, along(p, d, t)) &&
        insideSolid(solid, along(q, d, t + tol.linear)) &&
        insideSolid(solid, along(p, d, t + tol.linear)) &&
        insideSolid(solid, along(q, d, t))
      )
        return true;
    }
  }
  return false;
};

/**
 * Answers whether a line is hidden in a scene: two rays are followed to the observer, infinitesimally to either side of it, and both
 * must be blocked.
 */
export const hidingIn = (scene: readonly SceneBody[], f: ViewFrame, tol: Tolerance): Hiding => {
  const start = tol.size * START_SHARE;
  const side = tol.size * SIDE_SHARE;
  const bodies = scene.map((b) => bodyAsSeen(b, f, start));
  return (at, across, lean) => {
    const from = Math.min(start, (tol.linear * OWN_FACES) / lean);
    const free: Limits = [from, Number.POSITIVE_INFINITY];
    const u = dot(at, f.u);
    const v = dot(at, f.v);
    const w = dot(at, f.toward) + from;
    const p = along(at, across, side);
    const q = along(at, across, -side);
    const limitsOf = (b: StandingBody, x: Vec3): Limits | undefined =>
      b.kept ? rayLimits(b.kept, x, f.toward, from) : free;
    const doubtful: { b: StandingBody; cells: readonly number[] }[] = [];
    for (const b of bodies) {
      const cells = cellsBefore(b, u, v, w);
      if (!cells.length) continue;
      const limits = limitsOf(b, p);
      if (limits && limitsOf(b, q) && plainlyBlocked(b, p, q, f, cells, limits, tol)) return true;
      doubtful.push({ b, cells });
    }
    const meets = (x: Vec3): boolean =>
      doubtful.some(({ b, cells }) => {
        const limits = limitsOf(b, x);
        return limits !== undefined && blocks(b, x, f, cells, limits, tol);
      });
    return doubtful.length > 0 && meets(p) && meets(q);
  };
};
