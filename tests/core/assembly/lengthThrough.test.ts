import { describe, expect, test } from '@jest/globals';
import { lengthsThrough, type PlaceAlong, placesAlong } from '../../../core/assembly/lengthThrough.ts';
import { takenApart } from '../../../core/assembly/takenApart.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { chainWorth } from '../../../core/station/sizeChain.ts';
import { demoDrawing } from '../../samples.ts';
import { typed } from '../statement/typedOn.ts';
import { assembled } from './assembled.ts';

const demo = (name: string): PartFile => demoDrawing(`${name}.drawing.json`).part;

/** The length between two places along an axis, each named by its body and the face's key, with the terms of its sum. */
const lengthOf = (file: PartFile, axis: 0 | 1 | 2, from: string, to: string) => {
  const { modelled, part } = assembled(file);
  const find = (name: string): PlaceAlong => {
    const found = placesAlong(part, axis).find(
      (p) => `${part.bodies[p.body]?.solid.name}: ${p.face}` === name,
    );
    if (!found) throw new Error(`no place ${name}`);
    return found;
  };
  const { length, chain, owners } = lengthsThrough(modelled, part, axis)(find(from), find(to));
  return { length, terms: chain?.map((t) => `${t.times} x ${t.q}`).sort(), owners };
};

describe('lengths that no one stated', () => {
  test('of a rod in its socket, by what is stated of each', () => {
    const file = demo('07-stay-rod-joint');
    // the bore is 60 deep from the socket's end, and the rod reaches 58 into it
    expect(lengthOf(file, 0, 'socket: bore/floor', 'rod end: turned/side 1')).toMatchObject({
      length: expect.closeTo(2, 9),
      terms: ['-1 x 58', '1 x 60'],
    });
    expect(lengthOf(file, 0, 'socket: turned/side 1', 'rod end: turned/side 5')).toMatchObject({
      length: expect.closeTo(98, 9),
      terms: ['1 x 10', '1 x 88'],
      owners: ['socket, turned', 'rod end, turned'],
    });
  });
  test('through bolts, washers and nuts of a stack', () => {
    const file = demo('04-mast-clamp');
    expect(lengthOf(file, 1, 'bolt: head/bottom', 'nut: nut/top')).toMatchObject({
      length: expect.closeTo(62.4, 9),
      terms: ['1 x 2', '1 x 8.4', '2 x half'],
    });
    // what of the bolt stands beyond the nut
    expect(lengthOf(file, 1, 'nut: nut/top', 'bolt: shank/bottom')).toMatchObject({
      length: expect.closeTo(7.6, 9),
      terms: ['-1 x 2', '-1 x 8.4', '-2 x half', '1 x 70'],
    });
    expect(lengthOf(file, 0, 'bolt: shank/side', 'bolt 2: shank/side')).toMatchObject({
      length: expect.closeTo(76, 9),
      terms: ['1 x 76'],
    });
  });
  test('a gap that was left between two parts is one of the sizes', () => {
    const plates = typed([
      'body lower: block 40 x 30 x 10',
      'body upper: block 40 x 30 x 6',
      'upper on lower, flush at the front and left',
    ]);
    const file: PartFile = {
      ...plates,
      bodies: plates.bodies.map((b) => ({
        ...b,
        ...(b.place && { place: b.place.map((r) => ('against' in r ? { ...r, gap: 1.5 } : r)) }),
      })),
    };
    const [lower, upper] = file.bodies.map((b) => b.features[0]?.id);
    expect(lengthOf(file, 2, `lower: ${lower}/bottom`, `upper: ${upper}/top`)).toMatchObject({
      length: expect.closeTo(17.5, 9),
      terms: ['1 x 1.5', '1 x 10', '1 x 6'],
      owners: expect.arrayContaining(['the gap of upper']),
    });
  });
  test('every sum is the length, and there is one for all that has no arcs', () => {
    for (const [title, without] of [
      ['04-mast-clamp', ''],
      ['07-stay-rod-joint', 'cotter'],
    ] as const) {
      const { modelled, part } = assembled(demo(title));
      let count = 0;
      for (const axis of [0, 1, 2] as const) {
        const places = placesAlong(part, axis).filter((p) => part.bodies[p.body]?.solid.name !== without);
        const lengthBetween = lengthsThrough(modelled, part, axis);
        for (const from of places)
          for (const to of places) {
            const { length, chain } = lengthBetween(from, to);
            expect(length).toBeCloseTo(Math.abs(from.at - to.at), 9);
            if (!chain) throw new Error(`${title}: no sum from ${from.face} to ${to.face}`);
            expect(chainWorth(chain)).toBeCloseTo(length, 9);
            count++;
          }
      }
      expect(count).toBeGreaterThan(100);
    }
  });
  test('a sum follows its sizes: where one is changed, the length changes by as much', () => {
    const file = demo('04-mast-clamp');
    const thicker: PartFile = { ...file, dims: { ...file.dims, half: 29 } };
    expect(lengthOf(thicker, 1, 'bolt: head/bottom', 'nut: nut/top').length).toBeCloseTo(62.4 + 2 * 3, 9);
  });
});

describe('expressions taken apart', () => {
  const term = (q: string, worth: number, times = 1) => ({ path: ['p', q], q, worth, times });
  const names: Record<string, number> = { L: 88, d: 26 };
  const worthOf = (text: string): number => names[text] ?? Number(text);
  const apart = (...terms: ReturnType<typeof term>[]) =>
    takenApart(terms, worthOf).map((t) => `${t.times} x ${t.q}`);
  test('what is added and taken off again falls out', () => {
    expect(apart(term('(88 - 26) + 26', 88))).toEqual(['1 x 88']);
    expect(apart(term('88 - (12 + 34.5)', 41.5), term('12', 12))).toEqual(['1 x 88', '-1 x 34.5']);
    expect(apart(term('L - d/2', 75), term('d', 26, 0.5))).toEqual(['1 x L']);
    expect(apart(term('-(5 - 8)', 3))).toEqual(['-1 x 5', '1 x 8']);
  });
  test('what multiplies, or has another unit, stays whole', () => {
    expect(apart(term('3 * 12', 36))).toEqual(['1 x 3 * 12']);
    expect(apart(term('2 * (L - 4)', 168))).toEqual(['1 x 2 * (L - 4)']);
    expect(apart(term('1 in', 25.4))).toEqual(['1 x 1 in']);
    expect(apart(term('2', 50.8))).toEqual(['1 x 2']);
  });
});
