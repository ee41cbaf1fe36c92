import { TAU, wrapAngle } from '../number/angle.ts';
import { length2 } from './vec.ts';

/**
 * Root finding on functions whose values are signed distances, so that one linear tolerance decides what touches.
 * A double root within the tolerance is one root.
 */

/** Bracketed root of f on [a, b] with f(a), f(b) of opposite sign: secant steps kept inside by bisection. */
export const bracketedRoot = (
  f: (t: number) => number,
  a0: number,
  b0: number,
  fa0: number,
  fb0: number,
): number => {
  let [a, b, fa, fb] = [a0, b0, fa0, fb0];
  let side = 0;
  for (let i = 0; i < 100; i++) {
    if (fa === 0) return a;
    if (fb === 0 || Math.abs(b - a) <= 4e-16 * Math.max(1, Math.abs(a), Math.abs(b))) return b;
    // Illinois false position, with a bisection every third step against stalling
    let t = i % 3 === 2 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    if (!(t > Math.min(a, b) && t < Math.max(a, b))) t = (a + b) / 2;
    const ft = f(t);
    if (ft === 0) return t;
    if (ft > 0 === fb > 0) {
      b = t;
      fb = ft;
      if (side === 1) fa /= 2;
      side = 1;
    } else {
      a = t;
      fa = ft;
      if (side === -1) fb /= 2;
      side = -1;
    }
  }
  return (a + b) / 2;
};

/**
 * Where f is least in [a, b], of a function with one low place there: by golden sections.
 * @param enough the stretch below which it is not narrowed further
 */
export const lowestBetween = (
  f: (t: number) => number,
  a: number,
  b: number,
  rounds: number,
  enough = 0,
): number => {
  let [x, y] = [a, b];
  for (let i = 0; i < rounds && Math.abs(y - x) > enough; i++) {
    const p = x + (y - x) * 0.382;
    const q = x + (y - x) * 0.618;
    if (f(p) < f(q)) y = q;
    else x = p;
  }
  return (x + y) / 2;
};

/** A knot within tolerance of zero: a touch stays there; where the sign changes, the crossing itself is the root. */
const settled = (f: (t: number) => number, t: number): number => {
  const h = 1e-5;
  const before = f(t - h);
  const after = f(t + h);
  return before > 0 !== after > 0 && before !== 0 && after !== 0
    ? bracketedRoot(f, t - h, t + h, before, after)
    : t;
};

/**
 * Roots in [lo, hi] of f, given points that part it into monotone stretches. Where |f| at such a point is within tol,
 * the curve touches there: that point is the root and the stretches beside it give no second one close by.
 */
export const rootsBetween = (f: (t: number) => number, knots: readonly number[], tol: number): number[] => {
  const roots: number[] = [];
  let prev = knots[0] as number;
  let fPrev = f(prev);
  if (Math.abs(fPrev) <= tol) roots.push(settled(f, prev));
  for (let i = 1; i < knots.length; i++) {
    const t = knots[i] as number;
    const ft = f(t);
    const touchesHere = Math.abs(ft) <= tol;
    const touchedBefore = Math.abs(fPrev) <= tol;
    if (touchesHere) {
      if (!touchedBefore || t - prev > 1e-6) roots.push(settled(f, t));
    } else if (!touchedBefore && ft > 0 !== fPrev > 0) {
      roots.push(bracketedRoot(f, prev, t, fPrev, ft));
    }
    prev = t;
    fPrev = ft;
  }
  return roots;
};

/** a + b cos t + c sin t + d cos 2t + e sin 2t */
export type TrigPolynomial = readonly [number, number, number, number, number];

export const trigValue = (p: TrigPolynomial, t: number): number => {
  const c = Math.cos(t);
  const s = Math.sin(t);
  return p[0] + p[1] * c + p[2] * s + p[3] * (c * c - s * s) + 2 * p[4] * c * s;
};

type Complex = [number, number];
const times = (a: Complex, b: Complex): Complex => [a[0] * b[0] - a[1] * b[1], a[0] * b[1] + a[1] * b[0]];
const over = (a: Complex, b: Complex): Complex => {
  const n = b[0] * b[0] + b[1] * b[1];
  return [(a[0] * b[0] + a[1] * b[1]) / n, (a[1] * b[0] - a[0] * b[1]) / n];
};

/**
 * Angles among which all stationary points of the trigonometric polynomial are found: the arguments of the four roots
 * of its derivative as a polynomial in e^(it) (Aberth's simultaneous iteration). Extra angles do no harm, they only
 * part a monotone stretch in two.
 */
export const stationaryAngles = (p: TrigPolynomial): number[] => {
  const [, b, c, d, e] = p;
  const size = Math.abs(b) + Math.abs(c) + Math.abs(d) + Math.abs(e);
  if (size === 0) return [];
  if (Math.abs(d) + Math.abs(e) <= 1e-14 * size) {
    const t = Math.atan2(c, b);
    return [wrapAngle(t), wrapAngle(t + Math.PI)];
  }
  // derivative: -b sin t + c cos t - 2d sin 2t + 2e cos 2t; with z = e^(it), times 2 z^2:
  // (2e + 2id) z^4 + (c + ib) z^3 + (c - ib) z + (2e - 2id) = 0
  const k: Complex[] = [
    [2 * e, -2 * d],
    [c, -b],
    [0, 0],
    [c, b],
    [2 * e, 2 * d],
  ];
  const z: Complex[] = [0, 1, 2, 3].map((i) => [Math.cos(0.4 + i * 1.6), Math.sin(0.4 + i * 1.6)]);
  for (let round = 0; round < 60; round++) {
    let change = 0;
    for (let i = 0; i < 4; i++) {
      const zi = z[i] as Complex;
      let value: Complex = [0, 0];
      let slope: Complex = [0, 0];
      for (let n = 4; n >= 0; n--) {
        slope = times(slope, zi);
        slope = [slope[0] + value[0], slope[1] + value[1]];
        value = times(value, zi);
        value = [value[0] + (k[n] as Complex)[0], value[1] + (k[n] as Complex)[1]];
      }
      if (length2(value) < 1e-300 || length2(slope) < 1e-300) continue;
      const w = over(value, slope);
      let sum: Complex = [0, 0];
      for (let j = 0; j < 4; j++) {
        if (j === i) continue;
        const gap: Complex = [zi[0] - (z[j] as Complex)[0], zi[1] - (z[j] as Complex)[1]];
        if (length2(gap) < 1e-300) continue;
        const r = over([1, 0], gap);
        sum = [sum[0] + r[0], sum[1] + r[1]];
      }
      const ws = times(w, sum);
      const step = over(w, [1 - ws[0], -ws[1]]);
      z[i] = [zi[0] - step[0], zi[1] - step[1]];
      change = Math.max(change, length2(step));
    }
    if (change < 1e-15) break;
  }
  return z.map((w) => wrapAngle(Math.atan2(w[1], w[0])));
};

/** a + b cos t + c sin t in closed form: a + h cos(t - t0), with half the angle by its tangent, which stays exact near a touch. */
const simpleRoots = ([a, b, c]: TrigPolynomial, tol: number): number[] => {
  const h = Math.hypot(b, c);
  if (h === 0) return [];
  const t0 = Math.atan2(c, b);
  if (Math.abs(Math.abs(a) - h) <= tol) return [wrapAngle(a > 0 ? t0 + Math.PI : t0)];
  if (Math.abs(a) > h) return [];
  const half = 2 * Math.atan2(Math.sqrt(h + a), Math.sqrt(h - a));
  const [x, y] = [wrapAngle(t0 - half), wrapAngle(t0 + half)];
  return x < y ? [x, y] : [y, x];
};

/** The roots of a signed-distance-like trigonometric polynomial in [0, 2 pi), ascending. */
export const trigRoots = (p: TrigPolynomial, tol: number): number[] => {
  if (p[3] === 0 && p[4] === 0) return simpleRoots(p, tol);
  const inner = stationaryAngles(p).sort((x, y) => x - y);
  if (!inner.length) return [];
  const start = inner[0] as number;
  const knots = [...inner, start + TAU].filter((t, i, all) => i === 0 || t - (all[i - 1] as number) > 1e-9);
  const roots = rootsBetween((t) => trigValue(p, t), knots, tol)
    .map(wrapAngle)
    .sort((x, y) => x - y);
  // the last knot is the first one again
  return roots.filter(
    (t, i) =>
      t - (i ? (roots[i - 1] as number) : (roots.at(-1) as number) - TAU) > 1e-11 || roots.length === 1,
  );
};

/**
 * Roots in [lo, hi] of a smooth function without a closed form. `speed` bounds |f'|; a stretch of length h is without a
 * root where |f(a)| + |f(b)| > speed * h. Double roots within tol are reported once.
 */
export const smoothRoots = (
  f: (t: number) => number,
  lo: number,
  hi: number,
  speed: number,
  tol: number,
): number[] => {
  const roots: number[] = [];
  const note = (t: number): void => {
    if (!roots.some((r) => Math.abs(r - t) < 1e-9)) roots.push(t);
  };
  const explore = (a: number, b: number, fa: number, fb: number, depth: number): void => {
    if (Math.abs(fa) + Math.abs(fb) > speed * (b - a) + 2 * tol) return;
    const m = (a + b) / 2;
    const fm = f(m);
    if (depth < 7) {
      explore(a, m, fa, fm, depth + 1);
      explore(m, b, fm, fb, depth + 1);
      return;
    }
    if (fa > 0 !== fb > 0) {
      note(bracketedRoot(f, a, b, fa, fb));
      return;
    }
    // flat over the whole stretch: it touches all along, and no place of it is better than another
    if (Math.max(Math.abs(fa), Math.abs(fm), Math.abs(fb)) <= tol) {
      note(m);
      return;
    }
    const s = fa > 0 ? 1 : -1;
    // the speed is a bound for the whole curve: where f changes by less than a quarter of its value it does not come to nought
    const [low, high] = [Math.min(s * fa, s * fm, s * fb), Math.max(s * fa, s * fm, s * fb)];
    if (low > STEADY * (high - low) + 2 * tol) return;
    // same sign at both ends of a short stretch: at its extreme the curve may touch or cross twice
    const x = lowestBetween((t) => s * f(t), a, b, 60, 1e-12);
    const fx = f(x);
    if (Math.abs(fx) <= tol) note(x);
    else if (s * fx < 0) {
      note(bracketedRoot(f, a, x, fa, fx));
      note(bracketedRoot(f, x, b, fx, fb));
    }
  };
  const pieces = 16;
  let fa = f(lo);
  for (let i = 0; i < pieces; i++) {
    const a = lo + ((hi - lo) * i) / pieces;
    const b = lo + ((hi - lo) * (i + 1)) / pieces;
    const fb = f(b);
    explore(a, b, fa, fb, 0);
    fa = fb;
  }
  return joinTouches(
    f,
    roots.sort((x, y) => x - y),
    (hi - lo) / pieces,
    tol,
  );
};

/** How many times its change over a short stretch a value is at least that cannot come to nought there. */
const STEADY = 4;

/**
 * A touch of high order stays within tolerance over a stretch, and shows once in each of the short pieces it runs through: those are
 * one touch, at the place where the function comes nearest to zero.
 */
const joinTouches = (
  f: (t: number) => number,
  roots: readonly number[],
  reach: number,
  tol: number,
): number[] => {
  const groups: number[][] = [];
  for (const t of roots) {
    const group = groups.at(-1);
    const last = group?.at(-1);
    const flat =
      last !== undefined &&
      t - last < reach &&
      [0.25, 0.5, 0.75].every((k) => Math.abs(f(last + k * (t - last))) <= tol);
    if (group && flat) group.push(t);
    else groups.push([t]);
  }
  return groups.map((group) => {
    const first = group[0] as number;
    const last = group.at(-1) as number;
    if (group.length === 1) return first;
    const beyond = (last - first) / 2;
    return lowestBetween((t) => Math.abs(f(t)), first - beyond, last + beyond, 80);
  });
};

/**
 * Places in [lo, hi] where a smooth f changes its sign, looked at in n stretches: between looks of one sign too, where it comes nearest to
 * nought and may change twice.
 */
export const signChanges = (f: (t: number) => number, lo: number, hi: number, n: number): number[] => {
  const ts = Array.from({ length: n + 1 }, (_, i) => lo + ((hi - lo) * i) / n);
  const fs = ts.map(f);
  const out: number[] = [];
  const change = (t0: number, t1: number, f0: number, f1: number): void => {
    if (f0 > 0 !== f1 > 0) out.push(bracketedRoot(f, t0, t1, f0, f1));
  };
  for (let i = 1; i <= n; i++) {
    const [t0, t1] = [ts[i - 1] as number, ts[i] as number];
    const [f0, f1] = [fs[i - 1] as number, fs[i] as number];
    const before = fs[i - 2] ?? Number.NaN;
    if (f0 > 0 !== f1 > 0) {
      change(t0, t1, f0, f1);
      continue;
    }
    // f0 is the least of three of one sign: the nearest place lies on either side of it
    const dips = before > 0 === f0 > 0 && Math.abs(f0) < Math.abs(before) && Math.abs(f0) <= Math.abs(f1);
    if (!dips) continue;
    const sign = f0 > 0 ? 1 : -1;
    const t = lowestBetween((k) => sign * f(k), ts[i - 2] as number, t1, 40);
    const ft = f(t);
    if (sign * ft >= 0) continue;
    change(ts[i - 2] as number, t, before, ft);
    change(t, t1, ft, f1);
  }
  return out.sort((p, q) => p - q);
};
