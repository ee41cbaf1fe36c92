import { describe, expect, test } from '@jest/globals';
import { pointOn } from '../../../core/geometry/curve3.ts';
import { marchedPoint, marchedSpan } from '../../../core/geometry/marched.ts';
import {
  cone,
  cylinder,
  normalAt,
  type Surface,
  signedDistance,
  torus,
} from '../../../core/geometry/surface.ts';
import { touchPoint } from '../../../core/geometry/touchPoint.ts';
import { cross, distance, length, type Vec3 } from '../../../core/geometry/vec.ts';
import { ringTouches } from '../../../core/meeting/ringTouch.ts';
import { surfaceMeeting } from '../../../core/meeting/surfaceMeeting.ts';
import { placed } from '../../fuzz/randomPart.ts';
import { built, type Feature, feature, lengths, measured, partOf, seen } from '../balance/given.ts';

const { PI, acos, sqrt } = Math;
const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;
const ring = (diameter: number, tube: number) => ({ kind: 'torus', diameter, tube }) as const;
const rod = (diameter: number, height: number) => ({ kind: 'cylinder', diameter, height }) as const;

/** The integral of f from a to b by the tanh-sinh rule, which bears roots at both ends. */
const integral = (f: (x: number) => number, a: number, b: number): number => {
  const h = 1 / 64;
  let sum = 0;
  for (let k = -256; k <= 256; k++) {
    const u = (PI / 2) * Math.sinh(k * h);
    const w = ((PI / 2) * Math.cosh(k * h)) / Math.cosh(u) ** 2;
    const x = (a + b) / 2 + ((b - a) / 2) * Math.tanh(u);
    if (x > a && x < b) sum += w * f(x);
  }
  return (sum * h * (b - a)) / 2;
};
const integralOver = (f: (x: number) => number, knots: readonly number[]): number =>
  knots.slice(1).reduce((sum, b, i) => sum + integral(f, knots[i] as number, b), 0);

/** The same part in place and turned in space: no face of it lies along the axes. */
const bothWays = (features: Feature[]): number[] => {
  const file = partOf(...features);
  return [file, placed(file, [23, 41], [3, -2, 5])].map((x) => measured(built(x)).volume);
};
const expectVolume = (features: Feature[], wanted: number): void => {
  for (const volume of bothWays(features))
    expect(Math.abs(volume - wanted)).toBeLessThanOrEqual(wanted * 1e-8);
};

describe('a ring let into a face whose sides it touches', () => {
  // each side touches the circle on the ring's flat side, so that edges on the face touch the ring to the fourth order
  const circleInSquare = (rho: number, a: number): number => {
    if (rho <= a) return PI * rho * rho;
    if (rho >= a * Math.SQRT2) return 4 * a * a;
    return PI * rho * rho - 4 * (rho * rho * acos(a / rho) - a * sqrt(rho * rho - a * a));
  };
  test.each([
    ['touching all four', 4, 4, 1],
    ['touching, with a thick tube', 4, 4, 2],
    ['a hair inside', 4, 4.0001, 1],
    ['a hair outside', 4, 3.9999, 1],
  ])('%s', (_, R, a, r) => {
    // at each height the ring is what lies between two circles
    const taken = (z: number): number => {
      const w = sqrt(Math.max(0, r * r - z * z));
      return circleInSquare(R + w, a) - circleInSquare(R - w, a);
    };
    // where the outer circle reaches the sides and the corners, and the inner one the sides
    const levels = [a - R, R - a, a * Math.SQRT2 - R]
      .filter((w) => w > 0 && w < r)
      .map((w) => sqrt(r * r - w * w));
    const knots = [0, ...levels.sort((x, y) => x - y), r];
    expectVolume(
      [
        feature('add', block(2 * a, 2 * a, 6), { at: [-a, -a, 0] }),
        feature('cut', ring(2 * R, 2 * r), { at: [0, 0, 6 - r] }),
      ],
      24 * a * a - 2 * integralOver(taken, knots),
    );
  });
});

describe('a hole that reaches a hair over the line where a flat side runs on into a round', () => {
  // it crosses that line in two places, between which the round is nearer to the flat than can be told
  test.each([1e-3, 1e-4, 1e-5, 1e-9, -1e-4])('%p over', (over) => {
    const profile = { rectangle: [6, 8] as [number, number], round: 1 };
    expectVolume(
      [
        feature('add', { kind: 'extrude', height: 10, profile }, { at: [0, 0, 0] }),
        feature('cut', rod(4, 20), { at: [-10, 1 + over, 5], plane: 'right' }),
      ],
      (48 - (4 - PI)) * 10 - PI * 4 * 6,
    );
  });
});

describe('crossing cylinders that all but touch', () => {
  // along y the one is 2 sqrt(R^2 - y^2) high, the other 2 sqrt(r^2 - (y - g)^2) wide
  test.each([0, 1e-9, 1e-5, -1e-5, 1e-3, -1e-3])('%p off', (off) => {
    const [R, r] = [3, 1.25];
    const g = R - r + off;
    const shared = integral(
      (y) => 4 * sqrt(Math.max(0, R * R - y * y)) * sqrt(Math.max(0, r * r - (y - g) ** 2)),
      g - r,
      Math.min(g + r, R),
    );
    expectVolume(
      [
        feature('add', rod(2 * R, 20), { at: [-10, 0, 0], plane: 'right' }),
        feature('cut', rod(2 * r, 20), { at: [0, g, -10] }),
      ],
      PI * R * R * 20 - shared,
    );
  });
});

describe("a curve through a cone's point", () => {
  test('a round hollow through the point of a drill tip', () => {
    // at each height above the point a circle of that radius meets one of radius 1 whose rim passes through its middle
    const lens = (p: number): number => {
      const x = (p * p) / 2;
      return p * p * acos(x / p) + acos(1 - x) - p * sqrt(1 - (p / 2) ** 2);
    };
    const high = 1 / Math.tan(PI / 3);
    const tip = integral((z) => lens(z * Math.tan(PI / 3)), 0, high);
    expectVolume(
      [
        feature('add', block(20, 20, 20), { at: [-10, -10, -20] }),
        feature('keep', { kind: 'hole', diameter: 2, depth: 6, tip: 120 }, { at: [0, 0, 0] }),
        feature('keep', rod(2, 30), { at: [0, 1, -25] }),
      ],
      6 * lens(1) + tip,
    );
  });
});

describe('a ring and a cylinder whose flat sides touch', () => {
  const s: Surface = torus([0, 0, 0], [0, 0, 1], 4, 1);
  // its top line lies on the plane on top of the ring, where it touches the circle at (4, 0, 1)
  const t: Surface = cylinder([4, 0, -1], [0, 1, 0], 2);
  const touch: Vec3 = [4, 0, 1];
  test('the place is told by circle and line', () => {
    const [found, ...others] = ringTouches(s, t, 1e-8);
    expect(others).toEqual([]);
    expect(distance(found as Vec3, touch)).toBeLessThan(1e-12);
    // a line that crosses the circle touches nothing
    expect(ringTouches(s, cylinder([3.9, 0, -1], [0, 1, 0], 2), 1e-8)).toEqual([]);
  });
  test('four branches end there, and are on both surfaces to a hundred-millionth of their size', () => {
    const curves = surfaceMeeting(s, t, [1, -3, -3.5, 7, 3, 2.5], 1e-8);
    const ends = curves.flatMap((c) => (c.type === 'marched' ? c.touches.map((x) => pointOn(c, x)) : []));
    expect(ends).toHaveLength(4);
    for (const p of ends) expect(distance(p, touch)).toBeLessThan(1e-12);
    for (const c of curves) {
      if (c.type !== 'marched') throw new Error('closed');
      let [run, longest] = [0, 0];
      let before = marchedPoint(c, 0);
      for (let i = 1; i <= 2000; i++) {
        const p = marchedPoint(c, (marchedSpan(c) * i) / 2000);
        expect(Math.abs(signedDistance(s, p)) + Math.abs(signedDistance(t, p))).toBeLessThan(1e-7);
        run += distance(p, before);
        longest = Math.max(longest, distance(p, before));
        before = p;
      }
      // it does not jump from branch to branch
      expect(longest).toBeLessThan(run / 40);
    }
  });
  test('a saddle is found to the last bits, a tacnode to what the surfaces tell', () => {
    const ball = torus([0, 0, 0], [0, 0, 1], 4, 1);
    const crossing = cylinder([4, 0, -1], [Math.SQRT1_2, Math.SQRT1_2, 0], 2);
    const saddle = touchPoint(ball, crossing, [4.02, -0.03, 1.01], 0.5, 1e-8) as Vec3;
    expect(distance(saddle, touch)).toBeLessThan(1e-9);
    const flat = touchPoint(s, t, [4.01, 0.04, 1], 0.5, 1e-8) as Vec3;
    expect(distance(flat, touch)).toBeLessThan(1e-3);
    expect(length(cross(normalAt(s, flat), normalAt(t, flat)))).toBeLessThan(1e-6);
    expect(touchPoint(s, cylinder([4, 0, -1.2], [0, 1, 0], 2), touch, 0.5, 1e-8)).toBeUndefined();
  });
  test('a cone and another ring are told likewise', () => {
    const tilted = cone([0, 4, 1], [Math.SQRT1_2, 0, -Math.SQRT1_2], PI / 4);
    expect(ringTouches(s, tilted, 1e-8).map((p) => p.map((x) => Math.round(x * 1e9) / 1e9))).toEqual([
      [0, 4, 1],
    ]);
    const [outside] = ringTouches(s, torus([7, 0, 0], [0, 0, 1], 3, 1), 1e-8);
    expect(distance(outside as Vec3, touch)).toBeLessThan(1e-12);
  });
});

describe('walls hardly thicker than the tolerance', () => {
  test.each([1e-2, 1e-4, 1e-6])('a lid %p thick hides what is under it', (lid) => {
    const part = built(
      partOf(
        feature('add', block(9, 9, 9), { at: [0, 0, 0] }),
        feature('cut', block(3, 4, 2), { at: [2, 3, 7 - lid] }),
      ),
    );
    // the hollow's rectangle, once for its floor and its roof
    const { visible, hidden } = lengths(seen(part, 'top'));
    expect(hidden).toBeCloseTo(14, 9);
    expect(visible).toBeCloseTo(36, 9);
  });
});
