import { describe, expect, test } from '@jest/globals';
import {
  nearestSize,
  pastedSizes,
  type Source,
  scaledByTwoPoints,
  sourceSizes,
} from '../../../core/task/source.ts';
import { feature, partOf } from '../balance/given.ts';

const part = {
  ...partOf(
    feature('add', { kind: 'block', width: 'L', depth: 40, height: 'L/9' }, { id: 'base' }),
    feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { id: 'bore', at: [45, 20, 10] }),
  ),
  dims: { L: 90 },
};

describe('sizes of the source', () => {
  test.each([
    ['40', 'used', 'base, depth'],
    ['⌀12', 'used', 'bore, across'],
    ['R6', 'used', 'bore, across'],
    ['10', 'used', 'base, height'],
    ['L = 90', 'used', 'as L'],
    ['L = 92', 'contradicted', 'L is 90 in the statement'],
    ['33', 'unused', 'not in the statement'],
    ['4 9/16 in', 'unused', 'not in the statement'],
    ['wide', 'unreadable', 'This is no size. Write it as 45, 2 3/16 or L = 90.'],
  ])('%s is %s: %s', (text, standing, where) => {
    expect(sourceSizes([text], part)).toEqual([{ text, standing, where }]);
  });
});

test('a place on top of another shape repeats its height and is no size of its own', () => {
  const rest = partOf(
    feature('add', { kind: 'block', width: 120, depth: 48, height: 9 }, { id: 'flange' }),
    feature(
      'add',
      { kind: 'block', width: 120, depth: 17, height: 73 },
      { id: 'web', at: [0, '48 - 17', 9] },
    ),
    feature(
      'cut',
      { kind: 'hole', diameter: 14, depth: 'through' },
      { id: 'bore', at: [28, 48, 35], plane: 'back' },
    ),
  );
  expect(sourceSizes(['9', '9', '35'], rest).map((s) => [s.standing, s.where])).toEqual([
    ['used', 'flange, height'],
    ['unused', 'given more often than the statement has it (1): is a feature missing?'],
    ['used', 'bore, up'],
  ]);
});

test('a size given twice answers two sizes of the statement, or one is left over', () => {
  const standing = (sizes: string[]) => sourceSizes(sizes, part).map((s) => s.standing);
  expect(standing(['40', '40'])).toEqual(['used', 'unused']);
  expect(sourceSizes(['40', '40'], part)[1]?.where).toBe(
    'given more often than the statement has it (1): is a feature missing?',
  );
  const two = {
    ...part,
    bodies: [
      ...part.bodies,
      ...partOf(feature('add', { kind: 'block', width: 40, depth: 5, height: 7 }, { id: 'foot' })).bodies.map(
        (b) => ({
          ...b,
          name: 'other',
        }),
      ),
    ],
  };
  expect(sourceSizes(['40', '40'], two).map((s) => s.standing)).toEqual(['used', 'used']);
});

test('a pasted list is parted, and what a figure is the size of is no part of it', () => {
  const given = pastedSizes('40, 12 drill; ⌀12\n2 holes 12, 90 long');
  expect(given).toEqual(['40', '12 drill', '⌀12', '2 holes 12', '90 long']);
  expect(sourceSizes(given, part).map((s) => s.standing)).toEqual([
    'used',
    'used',
    'unused',
    'unused',
    'used',
  ]);
});

test('scaled by two points: they lie as far apart as they should, and the first stays', () => {
  const source: Source = {
    name: 'x',
    width: 800,
    height: 600,
    at: [30, 50],
    perPixel: 0.2,
    opacity: 0.5,
    shown: true,
    sizes: [],
  };
  // two pixels of the picture, where they lie now and then
  const pixels = [
    [100, 80],
    [400, 480],
  ] as const;
  const place = (s: Source, [x, y]: readonly [number, number]): [number, number] => [
    s.at[0] + x * s.perPixel,
    s.at[1] + y * s.perPixel,
  ];
  const [a, b] = pixels.map((p) => place(source, p)) as [[number, number], [number, number]];
  const next = scaledByTwoPoints(source, a, b, 45);
  const [c, d] = pixels.map((p) => place(next, p)) as [[number, number], [number, number]];
  expect(Math.hypot(d[0] - c[0], d[1] - c[1])).toBeCloseTo(45, 9);
  expect(c[0]).toBeCloseTo(a[0], 9);
  expect(c[1]).toBeCloseTo(a[1], 9);
});

describe('a length measured on the picture', () => {
  const part = partOf(
    feature('add', { kind: 'block', width: 60, depth: 40, height: '60/4' }, { id: 'base' }),
  );
  test.each([
    [59.4, '60', -0.01],
    [41, '40', 0.025],
    [15, '60/4', 0],
    [10, '60/4', -1 / 3],
  ])('%p comes nearest to %p', (length, text, off) => {
    const near = nearestSize(length, part);
    expect(near?.text).toBe(text);
    expect(near?.off).toBeCloseTo(off, 9);
    expect(near?.where).toContain('base');
  });
  test('nothing stated, nothing near', () => {
    expect(nearestSize(10, { ...part, bodies: [] })).toBeUndefined();
  });
});
