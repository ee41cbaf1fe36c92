import { type Box3, boxesMeet } from '../geometry/box.ts';
import { type Curve3, pointOn, tangentOn } from '../geometry/curve3.ts';
import { curvatureAlong, leastRadius, normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { along, cross, dot, length, perpendiculars, scale, type Vec3 } from '../geometry/vec.ts';
import { insideSolid, type Solid } from './body.ts';

/**
 * One of the half surfaces that hang on a curve: surface `surface` on the side `side * (n x t)` of the curve with tangent t,
 * where the material changes; `outward` tells whether the outward normal is the surface's own (1) or opposite (-1).
 */
export type Sheet = { readonly surface: number; readonly side: 1 | -1; readonly outward: 1 | -1 };

/** The largest radius of the classifying circle, as a share of the part's size: small against curvature. */
const CIRCLE_SHARE = 2e-4;

/** How near a surface may pass, as a share of the part's size, and still be told from one that passes through the point. */
const FINEST_SHARE = 1e-11;

/** A radius round p well under the distance to every surface that does not pass through p, and well above how far off those are that do. */
export const clearRadius = (s: Solid, p: Vec3, through: readonly number[]): number => {
  let d = s.tol.size * CIRCLE_SHARE;
  const off = (id: number): number => Math.abs(signedDistance(s.surfaces[id] as Surface, p));
  const finest = through.reduce((most, id) => Math.max(most, 20 * off(id)), s.tol.size * FINEST_SHARE);
  const reach = d * 5;
  const around: Box3 = [p[0] - reach, p[1] - reach, p[2] - reach, p[0] + reach, p[1] + reach, p[2] + reach];
  for (const i of s.faceGrid.around(around)) {
    const face = s.faces[i]!;
    if (through.includes(face.surface) || !boxesMeet(face.box, around, 0)) continue;
    const f = off(face.surface);
    if (f > finest && f < d * 5) d = f / 5;
  }
  for (const id of through) {
    d = Math.min(d, leastRadius(s.surfaces[id] as Surface, p) / 50);
  }
  return d;
};

/** Surfaces that leave a curve at less than this sine are tangent there. */
const TANGENT = 1e-6;

/**
 * How far from a curve its surfaces are surely in the order in which they leave it: two that leave it nearly alike but bend unlike meet
 * again at 2 sine / difference of curvature.
 */
const reachOfFork = (leaving: readonly { readonly n: Vec3; readonly bend: number }[]): number => {
  let reach = Number.POSITIVE_INFINITY;
  leaving.forEach((a, i) => {
    for (const b of leaving.slice(0, i)) {
      const sine = length(cross(a.n, b.n));
      const unlike = Math.abs(a.bend - (dot(a.n, b.n) < 0 ? -b.bend : b.bend));
      if (sine > TANGENT && unlike > 0) reach = Math.min(reach, (0.4 * sine) / unlike);
    }
  });
  return reach;
};

/**
 * The sheets at an inner point of a curve where material begins or ends: the surfaces through the point are sorted by angle
 * on a small circle round it (tangent sheets corrected to second order) and membership is asked in each sector.
 * @param through ids of the surfaces the whole curve lies on
 */
export const changingSheets = (s: Solid, curve: Curve3, t: number, through: readonly number[]): Sheet[] => {
  const p = pointOn(curve, t);
  const tangent = tangentOn(curve, t);
  const [e1, e2] = perpendiculars(tangent);
  const leaving = through.map((surface) => {
    const shape = s.surfaces[surface] as Surface;
    const n = normalAt(shape, p);
    const e = cross(n, tangent);
    return { surface, n, e, bend: shape.kind === 'plane' ? 0 : curvatureAlong(shape, p, e) };
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
  const out: Sheet[] = [];
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
