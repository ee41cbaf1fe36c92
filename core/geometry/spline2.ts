import { type Arch2, pointOn2 } from './curve2.ts';
import { along2, distance2, sub2, type Vec2 } from './vec.ts';

/** A cubic B-spline in a view's plane, clamped at its ends. */
export type Spline2 = { readonly degree: 3; readonly knots: number[]; readonly points: Vec2[] };

const bezier = (p: readonly [Vec2, Vec2, Vec2, Vec2], t: number): Vec2 => {
  const s = 1 - t;
  const w = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t] as const;
  return [0, 1].map((i) =>
    p.reduce((sum, q, k) => sum + (w[k] as number) * (q[i] as number), 0),
  ) as unknown as Vec2;
};

/**
 * Fits a smooth curve within `tol` by cubic Hermite pieces, halved until their middles are near enough (the error of a Hermite piece
 * falls with the fourth power of its length).
 */
export const fitSpline = (at: (t: number) => Vec2, from: number, to: number, tol: number): Spline2 => {
  const knots = [from, from, from, from];
  const points: Vec2[] = [at(from)];
  const slope = (t: number): Vec2 => {
    const h = 1e-5;
    const d = sub2(at(t + h), at(t - h));
    return [d[0] / (2 * h), d[1] / (2 * h)];
  };
  const piece = (a: number, b: number, depth: number): void => {
    const h = (b - a) / 3;
    const [pa, pb] = [at(a), at(b)];
    const ctrl = [pa, along2(pa, slope(a), h), along2(pb, slope(b), -h), pb] as const;
    const good = [0.25, 0.5, 0.75].every((f) => distance2(bezier(ctrl, f), at(a + f * (b - a))) <= tol);
    if (!good && depth < 12) {
      const m = (a + b) / 2;
      piece(a, m, depth + 1);
      piece(m, b, depth + 1);
      return;
    }
    points.push(ctrl[1], ctrl[2], ctrl[3]);
    knots.push(b, b, b);
  };
  const n = 8;
  for (let i = 0; i < n; i++) piece(from + ((to - from) * i) / n, from + ((to - from) * (i + 1)) / n, 0);
  knots.push(to);
  return { degree: 3, knots, points };
};

/** A piece of a conic as one rational curve of the second degree: its ends, and where the tangents there meet. */
export type Rational2 = {
  readonly degree: 2;
  readonly knots: number[];
  readonly points: Vec2[];
  readonly weights: number[];
};

/** The stretch from a to b of an arch, exactly. Source: Farin, the standard form of a conic, weight 1 or cosh of half the stretch. */
export const archSpline = (k: Arch2, a: number, b: number): Rational2 => {
  const middle = (a + b) / 2;
  const half = (b - a) / 2;
  const inner: Vec2 =
    k.form === 'parabola'
      ? along2(along2(k.c, k.u, middle), k.v, a * b)
      : along2(
          along2(k.c, k.u, Math.cosh(middle) / Math.cosh(half)),
          k.v,
          Math.sinh(middle) / Math.cosh(half),
        );
  return {
    degree: 2,
    knots: [a, a, a, b, b, b],
    points: [pointOn2(k, a), inner, pointOn2(k, b)],
    weights: [1, k.form === 'parabola' ? 1 : Math.cosh(half), 1],
  };
};
