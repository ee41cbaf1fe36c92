import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Clearance, clearanceAlong } from '../../../core/assembly/clearance.ts';
import { unit, type Vec3 } from '../../../core/geometry/vec.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { typed } from '../statement/typedOn.ts';
import { assembled, block, bodies, type Feature } from './assembled.ts';

const between = (file: PartFile, own: string, other: string, d: Vec3): Clearance => {
  const { part } = assembled(file);
  const [a, b] = [own, other].map((n) => part.bodies.find((x) => x.solid.name === n));
  if (!a || !b) throw new Error('no such body');
  return clearanceAlong(a, b, unit(d), part.tol);
};
const X: Vec3 = [1, 0, 0];
const Y: Vec3 = [0, 1, 0];
const Z: Vec3 = [0, 0, 1];
const ways = (c: Clearance) => [c.ahead?.gap, c.behind?.gap];

describe('how far a body can move before it meets another', () => {
  test('a key in its slot: play at the sides, touching the floor, free upwards', () => {
    const file = bodies({
      shaft: [block('b', [0, 0, 0], [60, 30, 20]), block('slot', [10, 10, 12], [40, 8, 8], 'cut')],
      key: [block('k', [12, 10.5, 12], [30, 7, 7])],
    });
    const along = between(file, 'key', 'shaft', X);
    expect(ways(along)).toEqual([expect.closeTo(8, 6), expect.closeTo(2, 6)]);
    expect([along.ahead?.face, along.ahead?.otherFace]).toEqual(['k/right', 'slot/right']);
    expect(ways(between(file, 'key', 'shaft', Y))).toEqual([expect.closeTo(0.5, 6), expect.closeTo(0.5, 6)]);
    expect(ways(between(file, 'key', 'shaft', Z))).toEqual([undefined, 0]);
    expect(between(file, 'key', 'shaft', Z)).toMatchObject({ shared: undefined, over: expect.closeTo(7, 9) });
  });
  test('what passes beside never meets', () => {
    const file = bodies({
      a: [block('b', [0, 0, 0], [10, 10, 10])],
      b: [block('b', [20, 10, 0], [10, 10, 10])],
    });
    expect(ways(between(file, 'a', 'b', X))).toEqual([undefined, undefined]);
    expect(between(file, 'a', 'b', X).over).toBe(0);
  });
  test('what is shared is told with its length along the direction', () => {
    const file = bodies({ a: [block('b', [0, 0, 0], [10, 10, 10])], b: [block('b', [7, 2, 2], [10, 4, 4])] });
    expect(between(file, 'a', 'b', X).shared?.length).toBeCloseTo(3, 6);
    expect(between(file, 'a', 'b', Z).shared?.length).toBeCloseTo(4, 6);
  });
  test('boxes held against their intervals', () => {
    const box = fc.tuple(...Array.from({ length: 6 }, () => fc.integer({ min: 1, max: 12 })));
    fc.assert(
      fc.property(box, box, fc.constantFrom(0, 1, 2), (p, q, k) => {
        const [a, b] = [p, q].map(([x, y, z, w, d, h]) => ({
          at: [x, y, z] as [number, number, number],
          size: [w, d, h] as [number, number, number],
        })) as [
          { at: [number, number, number]; size: [number, number, number] },
          { at: [number, number, number]; size: [number, number, number] },
        ];
        const file = bodies({ a: [block('b', a.at, a.size)], b: [block('b', b.at, b.size)] });
        const found = between(file, 'a', 'b', [X, Y, Z][k] as Vec3);
        const reach = (i: number) => {
          const [a0, b0] = [a.at[i] as number, b.at[i] as number];
          return [a0, a0 + (a.size[i] as number), b0, b0 + (b.size[i] as number)] as const;
        };
        const inTheWay = [0, 1, 2].every((i) => {
          const [a0, a1, b0, b1] = reach(i);
          return i === k || Math.min(a1, b1) > Math.max(a0, b0);
        });
        const [a0, a1, b0, b1] = reach(k);
        const over = Math.max(0, Math.min(a1, b1) - Math.max(a0, b0));
        expect(found.over).toBeCloseTo(over, 9);
        if (!inTheWay) {
          expect(found).toMatchObject({ ahead: undefined, behind: undefined, shared: undefined });
          return;
        }
        expect(found.shared?.length ?? 0).toBeCloseTo(over, 6);
        expect(found.ahead?.gap).toEqual(b1 > a1 ? expect.closeTo(Math.max(0, b0 - a1), 6) : undefined);
        expect(found.behind?.gap).toEqual(b0 < a0 ? expect.closeTo(Math.max(0, a0 - b1), 6) : undefined);
      }),
      { numRuns: 60 },
    );
  });
});

describe('round and sloping faces, by formula', () => {
  test('a ball over a ball beside it', () => {
    const ball = (id: string, at: [number, number, number], diameter: number) =>
      ({ id, op: 'add', at, shape: { kind: 'sphere', diameter } }) as const;
    const file = bodies({ low: [ball('s', [0, 0, 0], 20)], high: [ball('s', [6, 0, 40], 12)] });
    // the centres are 6 apart across: the sum of the radii is met at a height of sqrt(16² - 6²)
    const expected = 40 - Math.sqrt(16 ** 2 - 6 ** 2);
    expect(between(file, 'high', 'low', Z).behind?.gap).toBeCloseTo(expected, 5);
    expect(between(file, 'low', 'high', Z).ahead?.gap).toBeCloseTo(expected, 5);
  });
  test('a rod in a wider bore, across and along, and aslant', () => {
    const file = typed([
      'body housing: block 60 x 60 x 40',
      'hole 22 through top 30 30',
      'body rod: cylinder 20 dia 60 high at 30 30 -10',
    ]);
    for (const d of [X, Y, [0.6, 0.8, 0] as Vec3])
      expect(ways(between(file, 'rod', 'housing', d))).toEqual([expect.closeTo(1, 6), expect.closeTo(1, 6)]);
    expect(ways(between(file, 'rod', 'housing', Z))).toEqual([undefined, undefined]);
    expect(between(file, 'rod', 'housing', Z).over).toBeCloseTo(40, 9);
  });
  test('a cone let down into a hole with a sharp rim', () => {
    const cone: Feature = {
      id: 'c',
      op: 'add',
      at: [0, 0, 30],
      plane: 'bottom',
      shape: { kind: 'cone', diameter: 40, height: 40 },
    };
    const file = bodies({
      ring: [
        block('b', [-30, -30, -20], [60, 60, 20]),
        { id: 'h', op: 'cut', shape: { kind: 'hole', diameter: 20, depth: 'through' } },
      ],
      plug: [cone],
    });
    // drawn downwards from 30, the tip stands at -10; at the rim's level it is 20 across where the tip is 20 below it
    expect(between(file, 'plug', 'ring', Z).behind?.gap).toBeCloseTo(10, 6);
  });
  test('two wedges, by the slope of their faces', () => {
    const wedge = (id: string, polygon: [number, number][], at: [number, number, number]) =>
      ({
        id,
        op: 'add',
        plane: 'front',
        at,
        shape: { kind: 'extrude', profile: { polygon }, height: 10 },
      }) as const;
    const file = bodies({
      low: [
        wedge(
          'l',
          [
            [0, 0],
            [40, 0],
            [40, 20],
          ],
          [0, 10, 0],
        ),
      ],
      high: [
        wedge(
          'h',
          [
            [0, 5],
            [40, 25],
            [0, 25],
          ],
          [0, 10, 0],
        ),
      ],
    });
    expect(between(file, 'high', 'low', Z).behind?.gap).toBeCloseTo(5, 6);
    expect(between(file, 'high', 'low', X).ahead?.gap).toBeCloseTo(10, 6);
  });
  test('a screw in its tapped hole shares no room with it', () => {
    const file = typed([
      'body plate: block 40 x 40 x 30',
      'tapped hole M10 20 deep from top at 20 20',
      'body cover: block 40 x 40 x 8',
      'hole 11 through top 20 20',
      'cover on plate, bores in line, flush at the front',
      'screw M10 x 20',
    ]);
    const screw = file.bodies.at(-1)?.name as string;
    expect(between(file, screw, 'plate', Z).shared).toBeUndefined();
    expect(ways(between(file, screw, 'cover', X))).toEqual([expect.closeTo(0.5, 6), expect.closeTo(0.5, 6)]);
  });
});
