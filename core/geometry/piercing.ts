import { add, along, scale, sub, type Vec3 } from './vec.ts';

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
  /** tells apart the curves of one pair of cylinders */
  readonly ordinal: number;
  /** parameters where the curve crosses itself */
  readonly knots: readonly number[];
};
const sinc = (x: number): number => (Math.abs(x) < 1e-4 ? 1 - (x * x) / 6 : Math.sin(x) / x);

/**
 * sqrt(R^2 - h^2) along a loop, signed as sin t. Both factors R - h and R + h are written as products of sines, of which the two that
 * vanish at the turning points are known exactly there: nothing is lost by cancellation, and the root is smooth.
 */
const loopRoot = (
  c: Piercing3,
  loop: NonNullable<Piercing3['loop']>,
  t: number,
  q: number,
  h: number,
): number => {
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
  return (Math.sin(t) / 2) * loop.half * Math.sqrt(Math.max(0, rest * near));
};

export const piercingPoint = (c: Piercing3, t: number): Vec3 => {
  const q = c.loop ? c.loop.middle - c.loop.half * Math.cos(t) : t;
  const cq = Math.cos(q);
  const sq = Math.sin(q);
  const h = c.h[0] + c.h[1] * cq + c.h[2] * sq;
  const root = c.loop ? loopRoot(c, c.loop, t, q, h) : c.branch * Math.sqrt(Math.max(0, c.R * c.R - h * h));
  const s = c.m[0] + c.m[1] * cq + c.m[2] * sq + root / c.k;
  return add(along(along(c.o, c.e1, c.r * cq), c.e2, c.r * sq), scale(c.a, s));
};

/** Derivative by the parameter: central differences of fourth order, about 1e-12 of the speed. */
export const piercingVelocity = (c: Piercing3, t: number): Vec3 => {
  const h = 1e-3;
  const step = (k: number): Vec3 => sub(piercingPoint(c, t + k * h), piercingPoint(c, t - k * h));
  return scale(sub(scale(step(1), 8), step(2)), 1 / (12 * h));
};
