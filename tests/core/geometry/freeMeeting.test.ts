import { describe, expect, test } from '@jest/globals';
import { type Curve2, type Free2, lengthBetween, pointOn2 } from '../../../core/geometry/curve2.ts';
import { freeMeetings } from '../../../core/geometry/freeMeeting.ts';
import { signChanges } from '../../../core/geometry/roots.ts';
import { distance2, type Vec2 } from '../../../core/geometry/vec.ts';

const { PI, sqrt, cos, sin, acos } = Math;
const free = (at: (t: number) => Vec2, closed = false): Free2 => ({ type: 'free', at, id: 'k', closed });
/** A parabola of height y over x = t, run with an uneven speed. */
const bowl = (y: number, bend = 1): Free2 => free((t) => [t ** 3 + t, y + (bend * (t ** 3 + t) ** 2) / 2]);
const level = (y: number): Curve2 => ({ type: 'line', p: [0, y], d: [1, 0] });

/** The x of the places where two curves meet, ascending, each met by both. */
const placesOf = (
  a: Curve2,
  ra: readonly [number, number],
  b: Curve2,
  rb: readonly [number, number],
  tol = 1e-9,
): number[] => {
  const found = freeMeetings(a, ra, b, rb, tol).map(([s, t]) => {
    expect(distance2(pointOn2(a, s), pointOn2(b, t))).toBeLessThanOrEqual(tol * 1.01);
    return pointOn2(a, s)[0];
  });
  return found.sort((x, y) => x - y);
};

describe('a curve known by its points', () => {
  test.each([1, 1e-2, 1e-4, 1e-6])('is met twice by a line that cuts %p off it', (depth) => {
    // y = x^2 / 2 meets y = depth at x = -+ sqrt(2 depth)
    const got = placesOf(bowl(0), [-1.3, 1.1], level(depth), [-3, 3]);
    const x = sqrt(2 * depth);
    expect(got).toHaveLength(2);
    expect(Math.abs((got[0] as number) + x)).toBeLessThan(1e-9);
    expect(Math.abs((got[1] as number) - x)).toBeLessThan(1e-9);
  });
  test('is met once where it is touched, and not where it is missed', () => {
    const touched = placesOf(bowl(0), [-1.3, 1.1], level(0), [-3, 3]);
    expect(touched).toHaveLength(1);
    expect(Math.abs(touched[0] as number)).toBeLessThan(1e-6);
    expect(placesOf(bowl(0), [-1.3, 1.1], level(-1e-6), [-3, 3])).toEqual([]);
    expect(placesOf(bowl(0), [0.2, 1.1], level(0.01), [-3, 3])).toEqual([]);
  });
  test.each([0.3, 1e-3, 1e-5])('meets another of its kind that overlaps it by %p', (gap) => {
    // x^2 / 2 and gap - x^2 meet at x^2 = 2 gap / 3
    const got = placesOf(bowl(0), [-1.2, 1.1], bowl(gap, -2), [-0.9, 1.3]);
    expect(got).toHaveLength(2);
    for (const x of got) expect(Math.abs(x * x - (2 * gap) / 3)).toBeLessThan(1e-9);
  });
  test('meets a circle at a steep angle and a flat one', () => {
    const round: Curve2 = { type: 'conic', c: [0, 0], major: [1, 0], minor: [0, 1], round: true };
    const oval = free((t) => [1.5 * cos(t), 0.8 * sin(t)], true);
    // x^2 / 2.25 + y^2 / 0.64 = 1 and x^2 + y^2 = 1
    const y2 = (1 - 1 / 2.25) / (1 / 0.64 - 1 / 2.25);
    const got = placesOf(oval, [0, 2 * PI], round, [0, 2 * PI]);
    expect(got).toHaveLength(4);
    for (const x of got) expect(Math.abs(x * x - (1 - y2))).toBeLessThan(1e-9);
  });
  test('crosses itself', () => {
    // an eight crosses itself in its middle, at 0 and pi
    const eight = free((t) => [sin(t), sin(t) * cos(t)], true);
    const got = freeMeetings(eight, [0.3, 0.3 + 2 * PI], eight, [0.3, 0.3 + 2 * PI], 1e-9);
    expect(got).toHaveLength(1);
    for (const [s, t] of got) for (const k of [s, t]) expect(Math.abs(sin(k))).toBeLessThan(1e-9);
  });
  test('meets one that runs along it nowhere more than elsewhere', () => {
    const twin = free((t) => [t, (t * t) / 2]);
    expect(placesOf(bowl(0), [-1, 1], twin, [-1.5, 1.5])).toEqual([]);
  });
});

describe('the length of a curve known by its points', () => {
  test('with a speed that jumps', () => {
    // a half circle, run twice as fast in its second half
    const at = (t: number): Vec2 => {
      const q = t < 0.37 ? t : 0.37 + 2 * (t - 0.37);
      return [cos(q), sin(q)];
    };
    expect(Math.abs(lengthBetween(free(at), 0, 1) - (0.37 + 1.26))).toBeLessThan(1e-9);
  });
  test('with a bend within a small part of its parameter', () => {
    // one branch of y^2 = x^2 + e^2, nearly a corner: by parts of the integral of sqrt(1 + y'^2)
    const e = 1e-3;
    const k = free((t) => [t, sqrt(t * t + e * e)]);
    // far from the corner the length is that of the two asymptotes, less e times a constant worked out with x = e sinh u
    const n = 200_000;
    let sum = 0;
    const top = Math.asinh(1 / e);
    for (let i = 0; i < n; i++) {
      const u = (top * (i + 0.5)) / n;
      sum += (e * sqrt(Math.cosh(u) ** 2 + Math.sinh(u) ** 2) * top) / n;
    }
    expect(Math.abs(lengthBetween(k, -1, 1) - 2 * sum)).toBeLessThan(1e-9);
  });
});

describe('changes of sign', () => {
  test.each([0.3, 1e-2, 1e-4])('two that are %p apart are found between looks of one sign', (apart) => {
    const got = signChanges((t) => cos(t) - cos(apart / 2), -1.93, 2.2, 16);
    expect(got).toHaveLength(2);
    expect(Math.abs((got[0] as number) + apart / 2)).toBeLessThan(1e-6);
    expect(Math.abs((got[1] as number) - apart / 2)).toBeLessThan(1e-6);
  });
  test('none where it only comes near', () => {
    expect(signChanges((t) => 1.000001 - cos(t), -1.93, 2.2, 16)).toEqual([]);
    expect(signChanges((t) => acos(cos(t)) - 1, 0.1, 3, 9)).toHaveLength(1);
  });
});
