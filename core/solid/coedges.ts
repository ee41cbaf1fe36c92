import { type Box3, boxesMeet } from '../geometry/box.ts';
import { type Curve3, pointOn, tangentOn } from '../geometry/curve3.ts';
import { curvatureAlong, leastRadius, normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { along, cross, dot, length, perpendiculars, scale, type Vec3 } from '../geometry/vec.ts';
import { type Face, insideSolid, nearFace, type Solid } from './body.ts';

/**
 * One of the half surfaces that hang on a curve: surface `surface` on the side `side * (n x t)` of the curve with tangent t,
 * where the material changes; `outward` says whether the outward normal is the surface's own (1) or opposite (-1).
 */
export type Coedge = { readonly surface: number; readonly side: 1 | -1; readonly outward: 1 | -1 };

/** The largest radius of the classifying circle, as a share of the part's size: small against curvature. */
const CIRCLE_SHARE = 2e-4;

/** The smallest distance from a point, as a share of the part's size, at which a surface counts as passing beside the point and not through it. */
const FINEST_SHARE = 1e-11;

/**
 * The smallest distance that separates a surface from those that pass through p: well above the rounding error of these. Where two of
 * them are tangent, their order depends on their curvature, which shows only at some distance: there the linear tolerance is used.
 */
const finestAt = (s: Solid, p: Vec3, through: readonly number[]): number => {
  const normals = through.map((id) => normalAt(s.surfaces[id] as Surface, p));
  if (normals.some((a, i) => normals.slice(0, i).some((b) => length(cross(a, b)) <= TANGENT)))
    return s.tol.linear;
  const off = through.map((id) => Math.abs(signedDistance(s.surfaces[id] as Surface, p)));
  return Math.max(s.tol.size * FINEST_SHARE, ...off.map((x) => 20 * x));
};

/** A radius round p well under the distance to every surface that does not pass through p, and well above how far off those are that do. */
export const clearRadius = (s: Solid, p: Vec3, through: readonly number[]): number => {
  let d = s.tol.size * CIRCLE_SHARE;
  let finest: number | undefined;
  const reach = d * 5;
  const around: Box3 = [p[0] - reach, p[1] - reach, p[2] - reach, p[0] + reach, p[1] + reach, p[2] + reach];
  for (const i of s.faceGrid.around(around)) {
    const face = s.faces[i]!;
    if (through.includes(face.surface) || !boxesMeet(face.box, around, 0)) continue;
    const f = Math.abs(signedDistance(s.surfaces[face.surface] as Surface, p));
    if (f >= d * 5) continue;
    if (f <= s.tol.linear) {
      finest ??= finestAt(s, p, through);
      if (f <= finest) continue;
    }
    d = f / 5;
  }
  for (const id of through) {
    d = Math.min(d, leastRadius(s.surfaces[id] as Surface, p) / 50);
  }
  return d;
};

/** Surfaces in one place that lean less than this (a sine) against one another part so slowly that curves on both are one. */
const ALIKE = 1e-3;

/**
 * True where another curve coincides with this one within the tolerance and is kept in its place: a surface that was not used to compute
 * the curve contains it all the same, along one of those that were. Of the two surfaces the one with the lower number keeps the curve.
 */
export const isReplacedBy = (
  s: Solid,
  p: Vec3,
  on: readonly number[],
  through: readonly number[],
): boolean => {
  let finest: number | undefined;
  for (const i of s.faceGrid.at(p[0], p[1], p[2])) {
    const f = s.faces[i] as Face;
    if (on.includes(f.surface)) continue;
    const shape = s.surfaces[f.surface] as Surface;
    const off = Math.abs(signedDistance(shape, p));
    if (off > s.tol.linear || !nearFace(f, p, s.tol.linear)) continue;
    finest ??= finestAt(s, p, through);
    if (off > finest) continue;
    const n = normalAt(shape, p);
    const alike = (id: number): boolean => length(cross(n, normalAt(s.surfaces[id] as Surface, p))) <= ALIKE;
    if (through.some((id) => id > f.surface && alike(id))) return true;
  }
  return false;
};

/** Surfaces that leave a curve at less than this sine are tangent there. */
const TANGENT = 1e-6;

/** A surface as it leaves a curve: its normal, how it bends across the curve, and how far off it is (only within the tolerance on it). */
type Leaving = { readonly n: Vec3; readonly bend: number; readonly off: number };

/**
 * How far from a curve its surfaces are surely in the order in which they leave it: two that leave it nearly alike but bend unlike meet
 * again at 2 sine / difference of curvature. Those that are off by as much as they part on that way are tangent as far as can be measured.
 */
const reachOfFork = (leaving: readonly Leaving[]): number => {
  let reach = Number.POSITIVE_INFINITY;
  leaving.forEach((a, i) => {
    for (const b of leaving.slice(0, i)) {
      const sine = length(cross(a.n, b.n));
      const unlike = Math.abs(a.bend - (dot(a.n, b.n) < 0 ? -b.bend : b.bend));
      if (sine <= TANGENT || (a.off + b.off) * unlike > 0.02 * sine * sine) continue;
      if (unlike > 0) reach = Math.min(reach, (0.4 * sine) / unlike);
    }
  });
  return reach;
};

/**
 * The coedges at an inner point of a curve where material begins or ends: the surfaces through the point are sorted by angle
 * on a small circle round it (tangent coedges corrected to second order) and membership is asked in each sector.
 * @param through ids of the surfaces the whole curve lies on
 */
export const changingCoedges = (s: Solid, curve: Curve3, t: number, through: readonly number[]): Coedge[] => {
  const p = pointOn(curve, t);
  const tangent = tangentOn(curve, t);
  const [e1, e2] = perpendiculars(tangent);
  const leaving = through.map((surface) => {
    const shape = s.surfaces[surface] as Surface;
    const n = normalAt(shape, p);
    const e = cross(n, tangent);
    const bend = shape.kind === 'plane' ? 0 : curvatureAlong(shape, p, e);
    return { surface, n, e, bend, off: Math.abs(signedDistance(shape, p)) };
  });
  const d = Math.min(clearRadius(s, p, through), reachOfFork(leaving));
  const rays: { surface: number; side: 1 | -1; n: Vec3; angle: number }[] = [];
  for (const { surface, n, e, bend } of leaving)
    for (const side of [1, -1] as const) {
      const dir = along(scale(e, side), n, (-bend * d) / 2);
      rays.push({ surface, side, n, angle: Math.atan2(dot(dir, e2), dot(dir, e1)) });
    }
  rays.sort((a, b) => a.angle - b.angle);
  const sectors = rays.map((ray, i) => {
    const next = rays[(i + 1) % rays.length]!;
    const end = next.angle + (i === rays.length - 1 ? 2 * Math.PI : 0);
    const middle = (ray.angle + end) / 2;
    return insideSolid(s, along(along(p, e1, d * Math.cos(middle)), e2, d * Math.sin(middle)));
  });
  const out: Coedge[] = [];
  rays.forEach((ray, i) => {
    const before = sectors[(i + rays.length - 1) % rays.length] as boolean;
    const after = sectors[i] as boolean;
    if (before === after) return;
    // the counter-clockwise side of the ray, in the frame (e1, e2)
    const turn = along(scale(e2, Math.cos(ray.angle)), e1, -Math.sin(ray.angle));
    const ownSideIsAfter = dot(turn, ray.n) > 0;
    out.push({ surface: ray.surface, side: ray.side, outward: ownSideIsAfter !== after ? 1 : -1 });
  });
  return out;
};
