import { type Box3, boxCorners } from '../geometry/box.ts';
import { type BoxGrid, boxGrid } from '../geometry/boxGrid.ts';
import { along, dot, type Vec3 } from '../geometry/vec.ts';
import { insideSolid, type Solid, solidIntervals, type Tolerance } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewFrame } from './frames.ts';
import type { Hiding } from './runs.ts';

/** What remains after a cut: the side of the plane where n.p >= d. */
export type HalfSpace = { readonly n: Vec3; readonly d: number };

/** A body as it stands in a view: whole, or with one side of a plane taken away. */
export type SceneBody = {
  readonly solid: Solid;
  /** the edges that remain, the cut face's outline among them */
  readonly edges: readonly Edge[];
  readonly kept?: HalfSpace;
};

/**
 * How far in front of a point a ray starts to look, as a share of the size: nearer than this the point's own faces,
 * met by a ray moved aside by SIDE_SHARE, would seem to stand before it (a tangent surface of radius R rises by
 * sqrt(2 R e)).
 */
const START_SHARE = 1e-5;
/** How far to either side of a line the two rays run, as a share of the size. */
const SIDE_SHARE = 1e-11;

/** Shares of a solid's stretch before a point at which material is looked for first. */
const PROBES = [0.481, 0.137, 0.853] as const;

type StandingBody = SceneBody & {
  readonly flatBoxes: readonly Box3[];
  readonly grid: BoxGrid;
  readonly keeps: readonly boolean[];
};

/** A body's cells as they stand in a view: their boxes in (u, v), and in z the depth towards the observer. */
const standing = (b: SceneBody, f: ViewFrame, start: number): StandingBody => {
  const flatBoxes = b.solid.cells.map(({ cell }): Box3 => {
    const corners = boxCorners(cell.box);
    const extent = (d: Vec3): [number, number] => {
      const xs = corners.map((p) => dot(p, d));
      return [Math.min(...xs), Math.max(...xs)];
    };
    const [u0, u1] = extent(f.u);
    const [v0, v1] = extent(f.v);
    const [w0, w1] = extent(f.toward);
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
  };
};

/** The part of the ray from p that is still there, from `start` on. */
const rayLimits = (b: SceneBody, p: Vec3, toward: Vec3, start: number): [number, number] | undefined => {
  if (!b.kept) return [start, Number.POSITIVE_INFINITY];
  const rise = dot(b.kept.n, toward);
  const gap = dot(b.kept.n, p) - b.kept.d;
  if (Math.abs(rise) < 1e-12) return gap < 0 ? undefined : [start, Number.POSITIVE_INFINITY];
  const turn = -gap / rise;
  if (rise > 0) return [Math.max(start, turn), Number.POSITIVE_INFINITY];
  return turn <= start ? undefined : [start, turn];
};

/** The cells that a ray from p may meet before the observer; what lies behind p has no say. */
const cellsBefore = (b: StandingBody, p: Vec3, f: ViewFrame, start: number): number[] => {
  const u = dot(p, f.u);
  const v = dot(p, f.v);
  const w = dot(p, f.toward) + start;
  const out: number[] = [];
  for (const i of b.grid.near([u, v, 0, u, v, 0])) {
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
  [lo, hi]: readonly [number, number],
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
  [p, q]: readonly [Vec3, Vec3],
  f: ViewFrame,
  cells: readonly number[],
  [lo, hi]: readonly [number, number],
  tol: Tolerance,
): boolean => {
  const { solid } = b;
  const d = f.toward;
  const w = dot(p, d);
  for (const i of cells) {
    if (solid.ops[(solid.cells[i] as { op: number }).op] !== 'add') continue;
    const x = b.flatBoxes[i] as Box3;
    const from = Math.max(lo, x[2] - w);
    const to = Math.min(hi, x[5] - w);
    if (to - from <= tol.linear * 4) continue;
    for (const k of PROBES) {
      const t = from + k * (to - from);
      if (
        insideSolid(solid, along(p, d, t)) &&
        insideSolid(solid, along(q, d, t)) &&
        insideSolid(solid, along(p, d, t + tol.linear)) &&
        insideSolid(solid, along(p, d, t - tol.linear))
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
  const bodies = scene.map((b) => standing(b, f, start));
  return (at, across) => {
    const beside = [along(at, across, side), along(at, across, -side)] as const;
    const around = bodies.flatMap((b) => {
      const cells = cellsBefore(b, at, f, start);
      return cells.length ? [{ b, cells, limits: beside.map((p) => rayLimits(b, p, f.toward, start)) }] : [];
    });
    if (!around.length) return false;
    for (const { b, cells, limits } of around)
      if (limits[0] && limits[1] && plainlyBlocked(b, beside, f, cells, limits[0], tol)) return true;
    return beside.every((p, k) =>
      around.some(({ b, cells, limits }) => {
        const own = limits[k];
        return own !== undefined && blocks(b, p, f, cells, own, tol);
      }),
    );
  };
};
