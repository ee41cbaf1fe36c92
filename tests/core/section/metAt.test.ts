import { describe, expect, test } from '@jest/globals';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { metAt } from '../../../core/section/metAt.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { campaign } from '../../campaign.ts';
import { randomFrom } from '../../fuzz/randomPart.ts';
import { built, feature, partOf } from '../balance/given.ts';

const met = (part: PartFile, trace: Omit<TraceFile, 'name'>, view: ViewName, place: Vec2) => {
  const plane = cuttingPlane({ name: 'A', ...trace }, part);
  if (!plane.ok) throw new Error(JSON.stringify(plane.faults));
  const solids = built(part).bodies.map((b) => b.solid);
  return metAt(solids, plane.value, view, place);
};

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const along = (y: number): Omit<TraceFile, 'name'> => ({ seenIn: 'top', at: [0, y], angle: 0, look: 'up' });

describe('what a cut meets where its sectional view is pressed', () => {
  const part = partOf(
    feature('add', block(80, 40, 10), { id: 'base' }),
    feature('add', block(10, 40, 50), { id: 'wall' }),
    feature('add', block(30, 6, 30), { id: 'rib', at: [10, 17, 10] }),
    feature('cut', { kind: 'hole', diameter: 8, depth: 'through' }, { id: 'bore', at: [60, 20, 10] }),
  );
  test.each([
    [[5, 40], 'wall'],
    [[20, 20], 'rib'],
    [[70, 5], 'base'],
    // the wall was stated after the base, and stands in it
    [[5, 5], 'wall'],
  ] as const)('at %j it is the %s', (place, name) => {
    expect(met(part, along(20), 'front', place as Vec2)?.feature).toBe(name);
  });
  test('nothing in the bore, beside the part, and where the rib is not cut', () => {
    expect(met(part, along(20), 'front', [60, 5])).toBeUndefined();
    expect(met(part, along(20), 'front', [50, 30])).toBeUndefined();
    expect(met(part, along(5), 'front', [20, 20])).toBeUndefined();
  });
  test('of a stepped cut each leg is met in its own stretch', () => {
    const stepped: Omit<TraceFile, 'name'> = {
      seenIn: 'top',
      through: [
        [0, 20],
        [40, 20],
        [40, 5],
        [80, 5],
      ],
      look: 'up',
    };
    expect(met(part, stepped, 'front', [20, 20])?.feature).toBe('rib');
    // the second leg passes before the bore
    expect(met(part, stepped, 'front', [60, 5])?.feature).toBe('base');
  });
});

test('random heaps of blocks, cut level and aslant: the last block that a place lies in', () => {
  let [hits, misses] = [0, 0];
  for (let seed = 1; seed <= campaign(300, 60); seed++) {
    const rnd = randomFrom(seed);
    const whole = (least: number, most: number): number => least + Math.floor(rnd() * (most - least + 1));
    const blocks = Array.from({ length: 4 }, (_, i) => ({
      id: `b${i}`,
      // all of them hold one place, so that the heap is in one piece
      at: [whole(0, 18), whole(0, 18), whole(0, 18)] as [number, number, number],
      size: [whole(25, 50), whole(25, 50), whole(25, 50)] as [number, number, number],
    }));
    const part = partOf(...blocks.map(({ id, at, size }) => feature('add', block(...size), { id, at })));
    const angle = seed % 3 === 0 ? 0 : whole(-30, 30);
    // between the faces, not in one
    const y0 = whole(5, 40) + 0.5;
    for (let n = 0; n < 6; n++) {
      const [x, z] = [rnd() * 60, rnd() * 60];
      const y = y0 + x * Math.tan((angle * Math.PI) / 180);
      const p = [x, y, z];
      const last = blocks.findLast(({ at, size }) =>
        p.every((v, k) => v > (at[k] as number) && v < (at[k] as number) + (size[k] as number)),
      );
      const found = met(part, { seenIn: 'top', at: [0, y0], angle, look: 'up' }, 'front', [x, z]);
      expect([seed, n, found?.feature]).toEqual([seed, n, last?.id]);
      if (last) hits++;
      else misses++;
    }
  }
  expect(Math.min(hits, misses)).toBeGreaterThan(50);
});
