import { stepTo } from './marched.ts';
import { normalAt, type Surface, signedDistance } from './surface.ts';
import { add, along, cross, distance, dot, length, perpendiculars, scale, type Vec3 } from './vec.ts';

/** Places where two surfaces meet: Newton's steps onto both, along the curve in which they meet, and to where they are parallel. */

/** Two surfaces, with what is known of them in the box in which their curves are looked for. */
export type Pair = {
  readonly f: Surface;
  readonly g: Surface;
  /** the extent of the box: small lengths are shares of it */
  readonly size: number;
  /** surfaces nearer than this where they are parallel touch */
  readonly tol: number;
  /** where the surfaces touch; what is found is added */
  readonly touches: Vec3[];
  /** points of one surface where it has no normal (a cone's apex) that lie on the other: all branches end there */
  readonly poles: readonly Vec3[];
};
export type Site = {
  readonly p: Vec3;
  readonly nf: Vec3;
  readonly ng: Vec3;
  readonly tau: Vec3;
  readonly sine: number;
};

export const siteAt = (k: Pair, p: Vec3): Site => {
  const nf = normalAt(k.f, p);
  const ng = normalAt(k.g, p);
  const w = cross(nf, ng);
  const sine = length(w);
  return { p, nf, ng, sine, tau: sine > 0 ? scale(w, 1 / sine) : w };
};

/** The nearest point on both surfaces by least moves; undefined where that leads further than `reach` or nowhere. */
export const ontoBoth = (k: Pair, start: Vec3, reach: number): Vec3 | undefined => {
  let p = start;
  for (let round = 0; round < 12; round++) {
    const nf = normalAt(k.f, p);
    const ng = normalAt(k.g, p);
    const df = signedDistance(k.f, p);
    const dg = signedDistance(k.g, p);
    if (Math.abs(df) + Math.abs(dg) < 1e-14 * k.size) return p;
    const c = dot(nf, ng);
    const det = 1 - c * c;
    if (det < 1e-10) return undefined;
    const x = (c * dg - df) / det;
    const y = (c * df - dg) / det;
    p = along(along(p, nf, x), ng, y);
    if (distance(p, start) > reach) return undefined;
  }
  return Math.abs(signedDistance(k.f, p)) + Math.abs(signedDistance(k.g, p)) < 1e-11 * k.size ? p : undefined;
};

/** The nearest point on one surface. */
export const onto = (s: Surface, start: Vec3): Vec3 => {
  let p = start;
  for (let i = 0; i < 3; i++) p = along(p, normalAt(s, p), -signedDistance(s, p));
  return p;
};

/** A place on f where g is stationary: its height above g, and the curvatures of that height along two directions. */
export type Parallel = {
  readonly p: Vec3;
  readonly height: number;
  readonly bends: readonly [number, number];
  readonly directions: readonly [Vec3, Vec3];
};

/** Newton's method on the height of g over f, by differences; undefined where it leads further than `reach`. */
export const parallelNear = (k: Pair, start: Vec3, reach: number): Parallel | undefined => {
  let p = onto(k.f, start);
  const h = reach * 0.02;
  for (let round = 0; round < 10; round++) {
    const [e1, e2] = perpendiculars(normalAt(k.f, p));
    const base = p;
    const height = (x: number, y: number): number =>
      signedDistance(k.g, onto(k.f, along(along(base, e1, x), e2, y)));
    const z = height(0, 0);
    const [xp, xm, yp, ym] = [height(h, 0), height(-h, 0), height(0, h), height(0, -h)];
    const gx = (xp - xm) / (2 * h);
    const gy = (yp - ym) / (2 * h);
    const a = (xp + xm - 2 * z) / (h * h);
    const b = (yp + ym - 2 * z) / (h * h);
    const c = (height(h, h) + height(-h, -h) - height(h, -h) - height(-h, h)) / (4 * h * h);
    const det = a * b - c * c;
    // stationary along a whole curve, or nearly: the surfaces touch along it, which is found in closed form
    if (Math.abs(det) * reach * reach < 1e-7) return undefined;
    const dx = (c * gy - b * gx) / det;
    const dy = (c * gx - a * gy) / det;
    p = onto(k.f, along(along(base, e1, dx), e2, dy));
    if (distance(p, start) > reach) return undefined;
    if (Math.hypot(dx, dy) < 1e-9 * k.size) {
      const turn = Math.atan2(2 * c, a - b) / 2;
      const mean = (a + b) / 2;
      const spread = Math.hypot((a - b) / 2, c);
      const d1 = along(scale(e1, Math.cos(turn)), e2, Math.sin(turn));
      const d2 = along(scale(e1, -Math.sin(turn)), e2, Math.cos(turn));
      return {
        p,
        height: signedDistance(k.g, p),
        bends: [mean + spread, mean - spread],
        directions: [d1, d2],
      };
    }
  }
  return undefined;
};

/** Moves along the curve to the plane square to `heading` at distance `ds`. */
export const advance = (k: Pair, from: Vec3, heading: Vec3, ds: number): Vec3 | undefined => {
  let p = along(from, heading, ds);
  const level = dot(heading, from) + ds;
  for (let round = 0; round < 8; round++) {
    const move = stepTo(
      normalAt(k.f, p),
      signedDistance(k.f, p),
      normalAt(k.g, p),
      signedDistance(k.g, p),
      heading,
      dot(heading, p) - level,
    );
    if (!move) return undefined;
    const far = length(move);
    if (far > ds) return undefined;
    p = add(p, move);
    if (far < 1e-14 * k.size) return p;
  }
  return Math.abs(signedDistance(k.f, p)) + Math.abs(signedDistance(k.g, p)) < 1e-11 * k.size ? p : undefined;
};
