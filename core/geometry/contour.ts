import type { Torus } from './surface.ts';
import { add, along, cross, dot, scale, type Vec3 } from './vec.ts';

/**
 * One of the two closed curves along which a torus turns away from an observer in the direction `toward` (neither square to
 * its axis nor along it). The parameter is the angle about the axis.
 */
export type Contour3 = {
  readonly type: 'contour';
  readonly torus: Torus;
  readonly toward: Vec3;
  readonly branch: 1 | -1;
};

type Turn = { readonly e: Vec3; readonly back: Vec3; readonly cos: number; readonly sin: number };

/** On the tube's circle at angle q the normal cos e + sin a is square to the sight: cos (e.d) + sin (a.d) = 0. */
const turnAt = (c: Contour3, q: number): Turn & { readonly rate: number } => {
  const { a, e1, e2 } = c.torus;
  const e = along(scale(e1, Math.cos(q)), e2, Math.sin(q));
  const back = cross(a, e);
  const A = dot(a, c.toward);
  const B = dot(e, c.toward);
  const n = Math.hypot(A, B);
  return {
    e,
    back,
    cos: (c.branch * A) / n,
    sin: (-c.branch * B) / n,
    rate: (-A * dot(back, c.toward)) / (n * n),
  };
};

export const contourPoint = (c: Contour3, q: number): Vec3 => {
  const { o, a, R, r } = c.torus;
  const { e, cos, sin } = turnAt(c, q);
  return along(along(o, e, R + r * cos), a, r * sin);
};

/** Derivative by the angle. */
export const contourVelocity = (c: Contour3, q: number): Vec3 => {
  const { a, R, r } = c.torus;
  const { e, back, cos, sin, rate } = turnAt(c, q);
  return add(scale(back, R + r * cos), add(scale(e, -r * sin * rate), scale(a, r * cos * rate)));
};
