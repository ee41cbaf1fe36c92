import { describe, expect, test } from '@jest/globals';
import { pulledTrace } from '../../../core/edit/tracePull.ts';
import {
  halfBegun,
  legAngle,
  otherHalf,
  restated,
  type Stated,
  shifted,
  wayStated,
  withCorner,
  withLegAngle,
  withoutPoint,
} from '../../../core/edit/traceStated.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import type { ViewSides } from '../../../core/section/viewSides.ts';
import { feature, partOf } from '../balance/given.ts';

const part = {
  ...partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 })),
  dims: { h: 20 },
};
const sides: ViewSides = [0, 0, 60, 50];
const base = { name: 'A', seenIn: 'front', look: 'down' } as const;
const heights: TraceFile = {
  ...base,
  through: [
    [0, 'h'],
    [60, 35],
  ],
};
const bent: TraceFile = {
  ...base,
  through: [
    [0, 'h'],
    [30, 'h'],
    [60, 40],
  ],
};
const stated = (s: Stated | undefined): TraceFile => ({ ...base, ...s });

describe('one plane, several ways of stating it', () => {
  test('heights, two points and a place with an angle are one line', () => {
    const slope = (35 - 20) / 60;
    expect(wayStated(heights, part, sides)).toBe('heights');
    const angled = stated(restated(heights, part, 'angle', sides));
    expect(angled.at).toEqual([0, 'h']);
    expect(Number(angled.angle)).toBeCloseTo((Math.atan(slope) * 180) / Math.PI, 5);
    const points = stated(restated(heights, part, 'points', sides));
    expect(wayStated(points, part, sides)).toBe('points');
    for (const [u, v] of points.through ?? []) expect(Number(v)).toBeCloseTo(20 + slope * Number(u), 5);
    const again = stated(restated(angled, part, 'heights', sides));
    expect(again.through).toEqual([
      [0, 20],
      [60, expect.closeTo(35, 5)],
    ]);
    // already so, or bent: nothing to do
    expect(restated(heights, part, 'heights', sides)).toBeUndefined();
    expect(restated(bent, part, 'heights', sides)).toBeUndefined();
  });
  test('a trace that is moved stays stated as it was', () => {
    const moved = stated(shifted(heights, part, [0, -4], sides));
    expect(moved.through).toEqual([
      [0, 16],
      [60, 31],
    ]);
    // sideways the heights change with the slope
    const aside = stated(shifted(heights, part, [4, 0], sides));
    expect(aside.through).toEqual([
      [0, 19],
      [60, 34],
    ]);
    expect(shifted({ ...base, at: [10, 'h'], angle: 30 }, part, [1, 2], sides)).toEqual({
      at: [11, 22],
      angle: 30,
    });
  });
});

describe('legs', () => {
  test('a corner is put in the middle of a leg and taken out again', () => {
    const cornered = stated(withCorner(heights, part, 0, sides));
    expect(cornered.through).toEqual([
      [0, 'h'],
      [30, 27.5],
      [60, 35],
    ]);
    expect(withoutPoint(cornered, 1)).toEqual({ through: heights.through });
    expect(withoutPoint(heights, 0)).toBeUndefined();
    // one stated by an angle is brought to the sides of the view first
    const angled = withCorner({ ...base, at: [30, 25], angle: 0 }, part, 0, sides);
    expect(angled?.through).toEqual([
      [0, 25],
      [30, 25],
      [60, 25],
    ]);
  });
  test('a leg turned about its beginning keeps how far it reaches across; others keep their figures', () => {
    expect(legAngle(bent, part, 0)).toBe(0);
    const turned = stated(withLegAngle(bent, part, 1, -40));
    expect(turned.through?.slice(0, 2)).toEqual([
      [0, 'h'],
      [30, 'h'],
    ]);
    expect(turned.through?.[2]).toEqual([60, expect.closeTo(20 - 30 * Math.tan((40 * Math.PI) / 180), 5)]);
    expect(legAngle(turned, part, 1)).toBeCloseTo(-40, 5);
    // an upright leg keeps how far it reaches up
    expect(withLegAngle(bent, part, 1, 90)?.through?.[2]).toEqual([30, 40]);
  });
  test('half of a cut begins in the middle of the view', () => {
    const level: TraceFile = {
      ...base,
      through: [
        [10, 25],
        [30, 25],
      ],
    };
    expect(halfBegun(level, part, sides)).toEqual({
      through: [
        [sides[0], 25],
        [(sides[0] + sides[2]) / 2, 25],
      ],
    });
    // a place is where the half begins already
    expect(halfBegun({ ...base, at: [30, 25], angle: 0 }, part, sides)).toBeUndefined();
  });
  test('a half section is turned to the other half', () => {
    const half: TraceFile = { ...base, at: [30, 25], angle: 0, half: true };
    expect(otherHalf(half, part)).toEqual({ at: [30, 25], angle: 180 });
    expect(
      otherHalf(
        {
          ...base,
          through: [
            [0, 25],
            [30, 25],
          ],
          half: true,
        },
        part,
      ),
    ).toEqual({
      through: [
        [60, 25],
        [30, 25],
      ],
    });
  });
});

describe('a bent trace pulled on the sheet', () => {
  const guides = { step: 0.5, turn: 1, marks: [[45, 10]] as const, reach: 2, sides };
  test('a bend goes where it is pulled, the rest stays as typed', () => {
    expect(pulledTrace(bent, part, { corner: 1 }, [30, 20], [33.2, 24.1], guides)).toEqual({
      through: [
        [0, 'h'],
        [33, 24],
        [60, 40],
      ],
    });
    expect(pulledTrace(bent, part, { corner: 1 }, [30, 20], [44, 11], guides)).toEqual({
      through: [
        [0, 'h'],
        [45, 10],
        [60, 40],
      ],
    });
  });
  test('a leg moves square to itself with both its ends', () => {
    expect(pulledTrace(bent, part, { leg: 0 }, [15, 20], [19, 26.2], guides)).toEqual({
      through: [
        [0, 26],
        [30, 26],
        [60, 40],
      ],
    });
  });
  test('an outer leg turns about its bend by whole degrees', () => {
    const { through } = pulledTrace(bent, part, 'end', [70, 46], [70, 20.3], guides) ?? {};
    expect(through?.slice(0, 2)).toEqual([
      [0, 'h'],
      [30, 'h'],
    ]);
    const [u, v] = (through as [number, number][])[2] as [number, number];
    expect(v).toBeCloseTo(20, 5);
    expect(u).toBeCloseTo(30 + Math.hypot(30, 20), 5);
  });
});
