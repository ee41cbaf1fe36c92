import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { propose, tieWords } from '../../../core/dimension/propose.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { feature, partOf } from '../balance/given.ts';
import { laidOf } from './laidOf.ts';
import { judge } from './movedFigures.ts';

/** A flange with holes on a circle. @param angle of the first one from the width, degrees */
const flange = (count: number, angle: number, bore = true, more: object = {}): PartFile => {
  const t = (angle * Math.PI) / 180;
  return partOf(
    feature('add', { kind: 'cylinder', diameter: 120, height: 16 } as const, { id: 'disc' }),
    ...(bore
      ? [
          feature('cut', { kind: 'hole', diameter: 30, depth: 'through' } as const, {
            id: 'bore',
            at: [0, 0, 16],
          }),
        ]
      : []),
    feature('cut', { kind: 'hole', diameter: 11, depth: 'through' } as const, {
      id: 'bolts',
      at: [45 * Math.cos(t), 45 * Math.sin(t), 16],
      repeat: { count, about: { axis: 'z', through: [0, 0, 0] }, ...more },
    }),
  );
};
const words = (part: PartFile): string[] => {
  const books = openBooks(part);
  return books ? propose(books, 'base').ties.map(tieWords) : [];
};
describe('copies evenly on a circle', () => {
  test('are given by the circle, and by no place of their own', () => {
    expect(words(flange(6, 0)).filter((w) => w.includes('bolts'))).toEqual([
      'the diameter of bolts',
      'the pitch circle of bolts',
    ]);
    const laid = laidOf(flange(6, 0));
    const circle = laid.find((l) => l.text === '⌀90');
    expect(circle?.view).toBe('top');
    // the leader ends on the circle, between two holes
    const [x, y] = circle?.drawn.arrows[0]?.tip ?? [0, 0];
    expect(Math.hypot(x, y)).toBeCloseTo(45, 9);
    const turn = ((Math.atan2(y, x) * 180) / Math.PI + 360) % 60;
    expect(Math.min(turn, 60 - turn)).toBeGreaterThan((5.5 / 45) * (180 / Math.PI));
    expect(laid.filter((l) => l.text === '6 x ⌀11 THRU')).toHaveLength(1);
  });

  test('that stand on no centre line have the angle of the first one', () => {
    expect(words(flange(6, 17))).toContain('the angle of the first of bolts');
    expect(laidOf(flange(6, 17)).map((l) => l.text)).toContain('17°');
    expect(words(flange(6, 30))).not.toContain('the angle of the first of bolts');
  });

  test('are three with a round in the middle, five without', () => {
    expect(words(flange(3, 0))).toContain('the pitch circle of bolts');
    expect(words(flange(2, 0)).join()).not.toContain('pitch circle');
    // the disc itself is the round in the middle; a plate is none
    const plate = (count: number): PartFile => {
      const [, ...others] = flange(count, 0, false).bodies[0]?.features ?? [];
      const block = feature('add', { kind: 'block', width: 120, depth: 120, height: 16 } as const, {
        id: 'plate',
        at: [-60, -60, 0],
      });
      return partOf(block, ...others);
    };
    expect(words(plate(4)).join()).not.toContain('pitch circle');
    expect(words(plate(5))).toContain('the pitch circle of bolts');
  });

  test.each([
    ['in line with the axes', flange(6, 0)],
    ['turned', flange(5, 17)],
    ['without a bore', flange(8, 11, false)],
    ['with the step stated', flange(4, 45, true, { angle: 90 })],
    ['over a part of the circle', flange(3, 0, true, { angle: 50 })],
  ])('every figure of the statement is told, each once: %s', (_name, part) => {
    const { open, spare, claims } = judge(part, 'base');
    expect({ open, spare, claims }).toEqual({ open: [], spare: [], claims: true });
  });
});

test('a diameter of a turned body stands on the rectangle, one of a boss on a plate on its circle', () => {
  const stepped = partOf(
    feature('add', { kind: 'cylinder', diameter: 60, height: 20 } as const, { id: 'foot' }),
    feature('add', { kind: 'cylinder', diameter: 30, height: 50 } as const, { id: 'pin', at: [0, 0, 20] }),
  );
  const sides = laidOf(stepped).filter((l) => l.text.startsWith('⌀'));
  expect(sides.map((l) => [l.text, l.view, l.side !== undefined])).toEqual(
    expect.arrayContaining([
      ['⌀60', 'front', true],
      ['⌀30', 'front', true],
    ]),
  );
  const boss = partOf(
    feature('add', { kind: 'block', width: 80, depth: 60, height: 20 } as const, { id: 'plate' }),
    feature('add', { kind: 'cylinder', diameter: 30, height: 50 } as const, { id: 'boss', at: [40, 30, 20] }),
  );
  expect(laidOf(boss).find((l) => l.text === '⌀30')?.view).toBe('top');
});
