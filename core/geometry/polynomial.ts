import { bracketedRoot } from './roots.ts';

/** c[0] + c[1] x + c[2] x^2 + ... */
const valueAt = (c: readonly number[], x: number): number => {
  let y = 0;
  for (let i = c.length - 1; i >= 0; i--) y = y * x + (c[i] as number);
  return y;
};

/**
 * Real roots in [lo, hi] of the polynomial, ascending: its stationary points (roots of the derivative, found in the same way) part
 * the stretch into monotone ones, each with one root at most. Double roots that do not change the sign may be left out, unless a
 * touch is asked for.
 * @param touch a stationary point where the value is no further from zero than this is given as a root too
 */
export const polynomialRoots = (c: readonly number[], lo: number, hi: number, touch = 0): number[] => {
  if (c.length <= 1) return [];
  if (c.length === 2) {
    const x = -(c[0] as number) / (c[1] as number);
    return x >= lo && x <= hi ? [x] : [];
  }
  const slopes = c.slice(1).map((k, i) => k * (i + 1));
  const knots = [lo, ...polynomialRoots(slopes, lo, hi), hi];
  const roots: number[] = [];
  for (let i = 1; i < knots.length; i++) {
    const [a, b] = [knots[i - 1] as number, knots[i] as number];
    const [fa, fb] = [valueAt(c, a), valueAt(c, b)];
    if (fa > 0 !== fb > 0) roots.push(bracketedRoot((x) => valueAt(c, x), a, b, fa, fb));
    if (b !== hi && Math.abs(fb) <= touch) roots.push(b);
  }
  return roots;
};
