import { normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { along, dot, scale, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { type Face, nearFace, type Solid, solidIntervals, type Tolerance } from '../solid/body.ts';
import { bodyAsSeen, cellsBefore, type Limits, rayLimits, type SceneBody } from './scene.ts';

/** What an observer meets first at a place of a view. */
export type Met = {
  /** number of the body in the scene */
  readonly body: number;
  /** the face, "feature/role"; the feature's name is what stands before the last stroke */
  readonly face: string;
  readonly at: Vec3;
  /** unit, out of the material */
  readonly normal: Vec3;
};

/** How far from the place where a ray meets the material its face is looked for, as a share of the size. */
const FACE_REACH = 1e-6;

/** The face under a point on the boundary that looks to the observer most. */
export const faceUnder = (s: Solid, p: Vec3, toward: Vec3): Omit<Met, 'body' | 'at'> | undefined => {
  const reach = s.tol.size * FACE_REACH;
  let best: Omit<Met, 'body' | 'at'> | undefined;
  let level = 0;
  for (const i of s.faceGrid.around([
    p[0] - reach,
    p[1] - reach,
    p[2] - reach,
    p[0] + reach,
    p[1] + reach,
    p[2] + reach,
  ])) {
    const f = s.faces[i] as Face;
    const surface = s.surfaces[f.surface] as Surface;
    if (!nearFace(f, p, reach) || Math.abs(signedDistance(surface, p)) > reach) continue;
    const n = normalAt(surface, p);
    const facing = Math.abs(dot(n, toward));
    if (facing <= level) continue;
    level = facing;
    best = { face: f.key, normal: dot(n, toward) < 0 ? scale(n, -1) : n };
  }
  return best;
};

/** What a cut has laid open has no face of its own. */
export const CUT_FACE = 'cut/face';

const ENDLESS: Limits = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];

/**
 * Where the foremost stretch of material ends. Where a cut's face lies in a face of what it cuts, rounding may leave a stretch of
 * no thickness between the two: that is no material.
 */
const foremost = (stretches: readonly number[], [lo, hi]: Limits, tol: number): number | undefined => {
  for (let i = stretches.length - 1; i > 0; i -= 2) {
    const [from, to] = [Math.max(lo, stretches[i - 1] as number), Math.min(hi, stretches[i] as number)];
    if (to - from > tol) return to;
  }
  return undefined;
};

/**
 * Answers what stands foremost at a place (u, v) of a view; nothing beside the part.
 */
export const firstMetIn = (
  scene: readonly SceneBody[],
  f: ViewFrame,
  tol: Tolerance,
): ((u: number, v: number) => Met | undefined) => {
  const bodies = scene.map((b) => bodyAsSeen(b, f, tol.linear));
  return (u, v) => {
    const base = along(scale(f.u, u), f.v, v);
    let level = Number.NEGATIVE_INFINITY;
    let which = -1;
    let cut = false;
    bodies.forEach((b, i) => {
      const cells = cellsBefore(b, u, v, Number.NEGATIVE_INFINITY);
      if (!cells.length) return;
      const limits = b.kept ? rayLimits(b.kept, base, f.toward, Number.NEGATIVE_INFINITY) : ENDLESS;
      if (!limits) return;
      const far = foremost(solidIntervals(b.solid, base, f.toward, cells), limits, tol.linear);
      if (far === undefined || far <= level) return;
      level = far;
      which = i;
      cut = far === limits[1];
    });
    const met = bodies[which];
    if (!met) return undefined;
    const at = along(base, f.toward, level);
    if (cut && met.kept) return { body: which, at, face: CUT_FACE, normal: scale(met.kept.n, -1) };
    const face = faceUnder(met.solid, at, f.toward);
    return face && { body: which, at, ...face };
  };
};
