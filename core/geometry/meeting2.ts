import { wrapAngle } from '../number/angle.ts';
import { type Conic2, type Curve2, type Line2, parameterOn2, pointOn2 } from './curve2.ts';
import { freeMeetings } from './freeMeeting.ts';
import { type TrigPolynomial, trigRoots } from './roots.ts';
import { cross2, dot2, sub2, type Vec2 } from './vec.ts';

/** Where two curves of a view's plane meet: parameters on the first and on the second. */
export type Meeting = readonly [number, number];

/** A stretch of parameters on a curve. */
export type Stretch = readonly [number, number];

const lines = (a: Line2, b: Line2): Meeting[] => {
  const k = cross2(a.d, b.d);
  if (Math.abs(k) < 1e-9) return [];
  const q = sub2(b.p, a.p);
  return [[cross2(q, b.d) / k, cross2(q, a.d) / k]];
};

const lineConic = (a: Line2, b: Conic2, tol: number): Meeting[] => {
  const n: Vec2 = [-a.d[1], a.d[0]];
  const p: TrigPolynomial = [dot2(n, sub2(b.c, a.p)), dot2(n, b.major), dot2(n, b.minor), 0, 0];
  return trigRoots(p, tol).map((t) => [parameterOn2(a, pointOn2(b, t)), t]);
};

const conics = (a: Conic2, b: Conic2, tol: number): Meeting[] => {
  // a's points in b's unit-circle coordinates: |x|^2 - 1 is a trigonometric polynomial of degree two
  const mm = dot2(b.major, b.major);
  const nn = dot2(b.minor, b.minor);
  const coordinates = (v: Vec2): Vec2 => [dot2(v, b.major) / mm, dot2(v, b.minor) / nn];
  const c = coordinates(sub2(a.c, b.c));
  const u = coordinates(a.major);
  const v = coordinates(a.minor);
  const k = Math.sqrt(nn) / 2;
  const uu = dot2(u, u);
  const vv = dot2(v, v);
  const p: TrigPolynomial = [
    (dot2(c, c) + (uu + vv) / 2 - 1) * k,
    2 * dot2(c, u) * k,
    2 * dot2(c, v) * k,
    ((uu - vv) / 2) * k,
    dot2(u, v) * k,
  ];
  return trigRoots(p, tol).map((t) => [t, parameterOn2(b, pointOn2(a, t))]);
};

/**
 * Where two curves meet. Closed forms for lines and conics; touches within tol count once.
 * @param ra the stretch of the first that is in use (only needed for free curves)
 */
export const meetings = (a: Curve2, ra: Stretch, b: Curve2, rb: Stretch, tol: number): Meeting[] => {
  if (a.type === 'free' || b.type === 'free' || a.type === 'arch' || b.type === 'arch')
    return freeMeetings(a, ra, b, rb, tol);
  if (a.type === 'line') return b.type === 'line' ? lines(a, b) : lineConic(a, b, tol);
  if (b.type === 'line') return lineConic(b, a, tol).map(([s, t]) => [wrapAngle(t), s]);
  return conics(a, b, tol);
};
