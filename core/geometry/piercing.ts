import { add, along, scale, type Vec3 } from './vec.ts';

/**
 * Where a cylinder (the ruled one, radius r about o + s a) goes through another. The ruling at angle q meets the other
 * at s = m(q) + branch * sqrt(R^2 - h(q)^2) / k, with m and h of the form c0 + c1 cos q + c2 sin q; h is the ruling's distance from
 * the other's axis. `loop` undefined: q = t all round, one branch; otherwise q = middle - half cos t, both branches
 * (the sign of sin t), which is smooth where the ruling turns tangent.
 */
export type Piercing3 = {
  readonly type: 'piercing';
  readonly o: Vec3;
  readonly a: Vec3;
  readonly e1: Vec3;
  readonly e2: Vec3;
  readonly r: number;
  readonly m: Vec3;
  readonly h: Vec3;
  readonly R: number;
  readonly k: number;
  readonly branch: 1 | -1;
  readonly loop?: {
    readonly middle: number;
    readonly half: number;
    /** at which bounds h turns the rulings tangent: R at both ends, -R at both, or one at each */
    readonly turns: 'high' | 'low' | 'each';
  };
  /** the pierced cylinder's axis, and the ruling angle at which h is greatest */
  readonly pierced: { readonly o: Vec3; readonly a: Vec3; readonly phase: number };
  /** R less the greatest h, and R plus the least; nought where a ruling touches, so that the branches meet there exactly */
  readonly gaps: { readonly high: number; readonly low: number };
  /** distinguishes the curves of one pair of cylinders */
  readonly ordinal: number;
  /** parameters where the curve crosses itself */
  readonly knots: readonly number[];
};
const sinc = (x: number): number => (Math.abs(x) < 1e-4 ? 1 - (x * x) / 6 : Math.sin(x) / x);

/** sqrt(R^2 - h^2), signed, with its rate by the parameter; h and its rate by the angle belong to the ruling there. */
type Root = { readonly value: number; readonly rate: number };

/**
 * Along a branch. R - h and R + h are what is left at the nearest ruling and a square of a sine: so nothing is lost by cancellation where
 * a ruling nearly touches.
 */
const branchRoot = (c: Piercing3, q: number, h: number, slope: number): Root => {
  const swing = Math.hypot(c.h[1], c.h[2]);
  const b = (q - c.pierced.phase) / 2;
  const s = Math.sin(b);
  const k = Math.cos(b);
  const value = Math.sqrt((c.gaps.high + 2 * swing * s * s) * (c.gaps.low + 2 * swing * k * k));
  // where the branches meet either direction will do
  const rate = value > 0 ? (-h * slope) / value : 0;
  return { value: c.branch * value, rate: c.branch * rate };
};

/**
 * Along a loop, where the root is signed as sin t. Both factors R - h and R + h are written as products of sines, of which the two that
 * vanish at the turning points are known exactly there: nothing is lost by cancellation, and the root is smooth.
 */
const loopRoot = (
  c: Piercing3,
  loop: NonNullable<Piercing3['loop']>,
  t: number,
  q: number,
  h: number,
  slope: number,
): Root => {
  const swing = Math.hypot(c.h[1], c.h[2]);
  const b = q - c.pierced.phase;
  let rest: number;
  if (loop.turns === 'high') rest = 2 * swing * (c.R + h);
  else if (loop.turns === 'low') rest = 2 * swing * (c.R - h);
  else {
    // the angles from the phase at which the loop's two ends lie
    const off = Math.abs(loop.middle - c.pierced.phase);
    const [from, to] = [off - loop.half, off + loop.half];
    rest = 4 * swing * swing * Math.sin((Math.abs(b) + from) / 2) * Math.sin((Math.abs(b) + to) / 2);
  }
  const s = Math.sin(t / 2);
  const k = Math.cos(t / 2);
  const near = sinc(loop.half * s * s) * sinc(loop.half * k * k);
  const share = (loop.half / 2) * Math.sqrt(Math.max(0, rest * near));
  return { value: Math.sin(t) * share, rate: share > 0 ? (-h * slope * loop.half) / share : 0 };
};

/** The ruling at a parameter: its angle with the angle's rate, its foot's height, and the root with its rate. */
const rulingAt = (c: Piercing3, t: number) => {
  const q = c.loop ? c.loop.middle - c.loop.half * Math.cos(t) : t;
  const pace = c.loop ? c.loop.half * Math.sin(t) : 1;
  const [cos, sin] = [Math.cos(q), Math.sin(q)];
  const h = c.h[0] + c.h[1] * cos + c.h[2] * sin;
  const slope = c.h[2] * cos - c.h[1] * sin;
  const root = c.loop ? loopRoot(c, c.loop, t, q, h, slope) : branchRoot(c, q, h, slope);
  return { cos, sin, pace, root };
};

export const piercingPoint = (c: Piercing3, t: number): Vec3 => {
  const { cos, sin, root } = rulingAt(c, t);
  const s = c.m[0] + c.m[1] * cos + c.m[2] * sin + root.value / c.k;
  return add(along(along(c.o, c.e1, c.r * cos), c.e2, c.r * sin), scale(c.a, s));
};

/** Derivative by the parameter. */
export const piercingVelocity = (c: Piercing3, t: number): Vec3 => {
  const { cos, sin, pace, root } = rulingAt(c, t);
  const rise = (c.m[2] * cos - c.m[1] * sin) * pace + root.rate / c.k;
  return add(along(scale(c.e1, -c.r * sin * pace), c.e2, c.r * cos * pace), scale(c.a, rise));
};
