import { describe, expect, test } from '@jest/globals';
import { type DimensionBooks, openBooks } from '../../../core/dimension/books.ts';
import { type GivenDimension, givenNow } from '../../../core/dimension/given.ts';
import { propose, type Tie, tieWords } from '../../../core/dimension/propose.ts';
import { tieSize } from '../../../core/dimension/tieNow.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { randomFrom } from '../../fuzz/randomPart.ts';
import { rankOf } from './movedFigures.ts';

type Point = [number, number];
type Step = { to: Point; centre?: Point; turn?: 'ccw' | 'cw' };

const turned = (start: Point, path: Step[]): PartFile =>
  ({
    format: 'blue-ledger/part@1',
    name: 'Spindle',
    units: 'mm',
    bodies: [
      {
        name: 'spindle',
        features: [{ id: 'turned', op: 'add', shape: { kind: 'revolve', profile: { start, path } } }],
      },
    ],
  }) as PartFile;

const booksOf = (file: PartFile): DimensionBooks => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  return books;
};

const asGiven = (t: Tie, i: number): GivenDimension =>
  t.kind === 'linear'
    ? { id: `d${i}`, stated: undefined, kind: 'linear', axis: t.from.axis, from: t.from.of, to: t.to.of }
    : { id: `d${i}`, stated: undefined, kind: 'size', size: t.size, half: false };

/**
 * Holds what is proposed against a part that is written by as many sizes as a drafter gives it: each of them is moved by itself. As many dimensions as
 * there are sizes, and no two ways of moving the sizes that look alike in them, is enough and not twice.
 */
const expectDrafted = (sizes: readonly number[], part: (sizes: readonly number[]) => PartFile): void => {
  const books = booksOf(part(sizes));
  const { ties, audit } = propose(books, 'base');
  expect(audit.missing.map((m) => m.words)).toEqual([]);
  expect(audit.complete).toBe(true);
  const given = ties.map(asGiven);
  const by = 1e-4;
  const valuesAt = (moved: readonly number[]): number[] => {
    const { surfaces } = booksOf(part(moved));
    return given.map((d) => givenNow(d, surfaces) ?? Number.NaN);
  };
  const columns = sizes.map((_, i) => {
    const [up, down] = [by, -by].map((x) => valuesAt(sizes.map((s, j) => (j === i ? s + x : s)))) as [
      number[],
      number[],
    ];
    return up.map((x, k) => (x - (down[k] as number)) / (2 * by));
  });
  const rows = given.map((_, k) => columns.map((c) => c[k] as number));
  expect(rows.flat().every(Number.isFinite)).toBe(true);
  expect(rankOf(rows)).toBe(sizes.length);
  if (ties.length !== sizes.length) throw new Error(`given: ${ties.map(tieWords).join('; ')}`);
};

const valuesOf = (part: PartFile): number[] => {
  const books = booksOf(part);
  return propose(books, 'base')
    .ties.map((t) => Number((tieSize(books, t) as number).toFixed(6)))
    .sort((a, b) => a - b);
};

/** A shaft with a shoulder that is rounded where it meets the thinner end, and rounded at both ends. */
const shaft = ([d1, d2, shoulder, length, fillet, first, last]: readonly number[]): PartFile => {
  const [r1, r2] = [(d1 as number) / 2, (d2 as number) / 2];
  const [s, l, f, a, b] = [shoulder, length, fillet, first, last] as [number, number, number, number, number];
  return turned(
    [0, 0],
    [
      { to: [r1 - a, 0] },
      { to: [r1, a], centre: [r1 - a, a], turn: 'ccw' },
      { to: [r1, s] },
      { to: [r2 + f, s] },
      { to: [r2, s + f], centre: [r2 + f, s + f], turn: 'cw' },
      { to: [r2, l - b] },
      { to: [r2 - b, l], centre: [r2 - b, l - b], turn: 'ccw' },
      { to: [0, l] },
    ],
  );
};

/** A roller with a groove of a radius between two lands. */
const roller = ([d1, d2, from, to, length, radius]: readonly number[]): PartFile => {
  const [r1, r2] = [(d1 as number) / 2, (d2 as number) / 2];
  const [a, b, l, r] = [from, to, length, radius] as [number, number, number, number];
  const chord = Math.hypot(r2 - r1, b - a);
  const aside = Math.sqrt(r * r - (chord / 2) ** 2);
  const centre: Point = [
    (r1 + r2) / 2 + (aside * (b - a)) / chord,
    (a + b) / 2 - (aside * (r2 - r1)) / chord,
  ];
  return turned(
    [0, 0],
    [{ to: [r1, 0] }, { to: [r1, a] }, { to: [r2, b], centre, turn: 'cw' }, { to: [r2, l] }, { to: [0, l] }],
  );
};

/** A knob: a ball on a neck. */
const knob = ([neck, ball, centre]: readonly number[]): PartFile => {
  const [n, r, c] = [(neck as number) / 2, (ball as number) / 2, centre as number];
  return turned(
    [0, 0],
    [
      { to: [n, 0] },
      { to: [n, c - Math.sqrt(r * r - n * n)] },
      { to: [0, c + r], centre: [0, c], turn: 'ccw' },
    ],
  );
};

/** A pin that ends in half a ball. */
const pin = ([d, length]: readonly number[]): PartFile => {
  const [r, l] = [(d as number) / 2, length as number];
  return turned([0, 0], [{ to: [r, 0] }, { to: [r, l] }, { to: [0, l + r], centre: [0, l], turn: 'ccw' }]);
};

describe('turned outlines with arcs', () => {
  test('a shaft with rounded edges: its diameters and lengths as if they were sharp, and each radius', () => {
    const sizes = [40, 20, 12, 40, 4, 3, 2];
    expect(valuesOf(shaft(sizes))).toEqual([4, 6, 8, 12, 20, 40, 40]);
    expectDrafted(sizes, shaft);
  });
  test('a groove: where it begins, how wide it is and its radius, not where its centre lies', () => {
    const sizes = [50, 44, 4, 16, 20, 9];
    expect(valuesOf(roller(sizes))).toEqual([4, 12, 18, 20, 44, 50]);
    expectDrafted(sizes, roller);
  });
  test('a knob: the neck, the ball and its centre; where they meet follows', () => {
    const sizes = [8, 20, 30];
    expect(valuesOf(knob(sizes))).toEqual([8, 20, 30]);
    expectDrafted(sizes, knob);
  });
  test('a pin that ends in half a ball: that is as thick as the pin', () => {
    expect(valuesOf(pin([30, 20]))).toEqual([20, 30]);
    expectDrafted([30, 20], pin);
  });
  test('of random sizes', () => {
    const random = randomFrom(7);
    const between = (a: number, b: number): number => a + (b - a) * random();
    for (let i = 0; i < 12; i++) {
      const [d1, d2] = [between(30, 60), between(10, 20)];
      const [s, f] = [between(8, 20), between(1, 4)];
      expectDrafted([d1, d2, s, s + between(12, 30), f, between(1, 4), between(1, 4)], shaft);
      const [from, to] = [between(2, 5), between(9, 15)];
      expectDrafted(
        [between(40, 50), between(51, 60), from, to, to + between(2, 9), between(14, 30)],
        roller,
      );
      expectDrafted([between(6, 10), between(14, 30), between(25, 40)], knob);
      expectDrafted([between(6, 40), between(5, 40)], pin);
    }
  });
});
