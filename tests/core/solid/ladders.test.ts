import { describe, expect, test } from '@jest/globals';
import { isDrawn } from '../../../core/solid/boundary.ts';
import { built, type Feature, feature, measured, partOf } from '../balance/given.ts';

/**
 * Offset ladders: families that touch, are flush, coaxial, equal or pass through a corner, put off by more and more. Well inside the
 * tolerance (1e-8 of the size) the shape is that of no offset at all, well outside it that of a plain offset; in the decade about
 * the tolerance either is right.
 */
const SIZE = 60;
const INSIDE = [0, 1e-12, 1e-11, 1e-10].map((x) => x * SIZE);
const OUTSIDE = [1e-6, 1e-5, 1e-4, 1e-3, 1e-2].map((x) => x * SIZE);

const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;
const cylinder = (diameter: number, height: number) => ({ kind: 'cylinder', diameter, height }) as const;

/** The kinds of a part's drawn edges, with how many there are of each. */
const shapeOf = (features: readonly Feature[]): string => {
  const edges = built(partOf(...features)).bodies[0]!.edges.filter(isDrawn);
  const names = edges
    .map((e) => `${e.kind} ${e.curve.type === 'piercing' ? 'marched' : e.curve.type}`)
    .sort();
  return [...new Set(names)].map((n) => `${names.filter((x) => x === n).length} ${n}`).join(', ');
};

const plate = feature('add', block(50, 30, 12));

describe('offset ladders', () => {
  test.each<[string, (off: number) => Feature[]]>([
    [
      'a block flush with another, proud by the offset',
      (off) => [plate, feature('add', block(20, 30, 12 + off), { at: [50, 0, 0] })],
    ],
    [
      'a pocket whose floor comes to the underside',
      (off) => [plate, feature('cut', block(20, 10, 20), { at: [10, 10, off] })],
    ],
    [
      'a round boss tangent to the side of the plate',
      (off) => [plate, feature('add', cylinder(10, 20), { at: [25, 5 + off, 0] })],
    ],
    [
      'a hole that touches the side from inside',
      (off) => [plate, feature('cut', cylinder(10, 20), { at: [25, 5 + off, -4] })],
    ],
    [
      'two cylinders of equal diameter that cross, one thicker',
      (off) => [
        feature('add', cylinder(20, 60)),
        feature('add', cylinder(20 + off, 60), { plane: 'front', at: [0, 30, 30] }),
      ],
    ],
    [
      'a boss coaxial with a shaft of its own diameter, thicker',
      (off) => [feature('add', cylinder(20, 40)), feature('add', cylinder(20 + off, 20), { at: [0, 0, 40] })],
    ],
    [
      'a bore not quite coaxial with its counterbore',
      (off) => [
        plate,
        feature('cut', cylinder(8, 20), { at: [25, 15, -4] }),
        feature('cut', cylinder(14, 6), { at: [25 + off, 15, 6] }),
      ],
    ],
    [
      'a slanting cut through an upper edge',
      (off) => [
        plate,
        feature('cut', block(60, 60, 60), { turn: [{ axis: 'y', angle: 45 }], at: [off, -10, 12] }),
      ],
    ],
    [
      'a cone whose base is as wide as the shaft below',
      (off) => [
        feature('add', cylinder(20, 40)),
        feature('add', { kind: 'cone', diameter: 20 + off, height: 20 }, { at: [0, 0, 40] }),
      ],
    ],
    [
      'a ball that touches the top face',
      (off) => [plate, feature('add', { kind: 'sphere', diameter: 10 }, { at: [25, 15, 17 - off] })],
    ],
  ])('%s', (_, family) => {
    const none = shapeOf(family(0));
    for (const off of INSIDE) expect([off, shapeOf(family(off))]).toEqual([off, none]);
    const plain = shapeOf(family(OUTSIDE[0] as number));
    for (const off of OUTSIDE) expect([off, shapeOf(family(off))]).toEqual([off, plain]);
  });
  test('volume runs on smoothly through the tolerance', () => {
    const family = (off: number): Feature[] => [
      plate,
      feature('cut', block(20, 10, 20), { at: [10, 10, 6 + off] }),
    ];
    for (const off of [...INSIDE, 1e-9 * SIZE, 1e-8 * SIZE, 1e-7 * SIZE, ...OUTSIDE])
      expect(
        Math.abs(measured(built(partOf(...family(off)))).volume - (18000 - 200 * (6 - off))),
      ).toBeLessThan(1e-4);
  });
});
