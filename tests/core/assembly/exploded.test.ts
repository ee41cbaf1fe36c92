import { describe, expect, test } from '@jest/globals';
import { explodedPart, pathsSeen } from '../../../core/assembly/explodedPart.ts';
import { overlaps } from '../../../core/finding/overlap.ts';
import { cross, dot, length, sub, type Vec3 } from '../../../core/geometry/vec.ts';
import { frameToward } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { reachOfBody } from '../../../core/solid/extent.ts';
import { demoDrawing } from '../../samples.ts';
import { typed } from '../statement/typedOn.ts';
import { assembled, block, bodies } from './assembled.ts';

const PLATES = typed([
  'body lower: block 90 x 60 x 20',
  'hole 13 through top 45 30',
  'body upper: block 90 x 60 x 12',
  'hole 13 through top 45 30',
  'upper on lower, bores in line, flush at the front',
  'bolt M12 x 50',
  'washer',
  'nut',
]);

const exploded = (file: PartFile) => {
  const { modelled, part } = assembled(file);
  const drawn = explodedPart(modelled, part);
  if (!drawn) throw new Error('nothing comes off');
  const names = part.bodies.map((b) => b.solid.name);
  return { drawn, part, moveOf: (name: string) => drawn.moves[names.indexOf(name)] as Vec3 };
};
const reach = (file: ReturnType<typeof exploded>, name: string, d: Vec3): [number, number] => {
  const b = file.drawn.part.bodies.find((x) => x.solid.name === name);
  if (!b) throw new Error(name);
  return reachOfBody(b.solid, b.edges, d);
};
const Z: Vec3 = [0, 0, 1];

describe('parts drawn apart', () => {
  test('bolted plates stand over one another in their order, each free of the next by the same room', () => {
    const e = exploded(PLATES);
    const stack = ['nut', 'washer', 'lower', 'upper', 'bolt'].map((n) => reach(e, n, Z));
    const rooms = stack.slice(1).map((r, i) => r[0] - (stack[i] as [number, number])[1]);
    for (const room of rooms) expect(room).toBeCloseTo(rooms[0] as number, 9);
    expect(rooms[0]).toBeGreaterThan(5);
    expect(e.moveOf('lower')).toEqual([0, 0, 0]);
  });
  test('of the sample assemblies each part is drawn along its own axis, and none meets another there', () => {
    for (const [name, axes] of [
      ['04-mast-clamp', { bolt: [0, 1, 0], washer: [0, 1, 0], nut: [0, 1, 0] }],
      ['07-stay-rod-joint', { 'rod end': [1, 0, 0] }],
    ] as const) {
      const file = demoDrawing(`${name}.drawing.json`).part;
      const e = exploded(file);
      expect(overlaps(e.drawn.part)).toEqual([]);
      for (const [body, axis] of Object.entries(axes)) {
        const move = e.moveOf(body);
        expect(length(move)).toBeGreaterThan(1);
        expect(length(cross(move, axis as unknown as Vec3))).toBeLessThan(1e-9);
      }
    }
  });
  test('a cotter that lies against a side of its slot is driven out along the slot', () => {
    const e = exploded(demoDrawing('07-stay-rod-joint.drawing.json').part);
    const [along, across, up] = sub(e.moveOf('cotter'), e.moveOf('rod end')) as [number, number, number];
    expect([along, across]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    // its large end is the upper one
    expect(up).toBeGreaterThan(40);
  });
  test('what was put on a part that moves goes along with it', () => {
    const e = exploded(PLATES);
    expect(dot(sub(e.moveOf('nut'), e.moveOf('washer')), Z)).toBeLessThan(0);
    expect(dot(e.moveOf('bolt'), Z)).toBeGreaterThan(dot(e.moveOf('upper'), Z));
  });
  test('a part that is placed by figures comes off where nothing is in its way', () => {
    const e = exploded(
      bodies({
        box: [block('b', [0, 0, 0], [40, 30, 20]), block('p', [10, 5, 5], [30, 20, 15], 'cut')],
        slide: [block('s', [15, 5, 5], [20, 20, 10])],
      }),
    );
    // the pocket is open to the right and above: it lies deeper to the right than it is high
    expect(e.moveOf('slide')[1]).toBe(0);
    expect(length(e.moveOf('slide'))).toBeGreaterThan(10);
    expect(overlaps(e.drawn.part)).toEqual([]);
  });
  test('a part alone stays as it is', () => {
    const { modelled, part } = assembled(typed(['block 10 x 10 x 10']));
    expect(explodedPart(modelled, part)).toBeUndefined();
  });
});

describe('the lines on which they were drawn off', () => {
  test('fill the room behind each part, on its axis', () => {
    const e = exploded(PLATES);
    expect(e.drawn.paths).toHaveLength(4);
    const nut = e.drawn.paths.at(-1);
    if (!nut) throw new Error('no path');
    expect(nut.from[0]).toBeCloseTo(45, 9);
    expect(nut.from[1]).toBeCloseTo(30, 9);
    expect([nut.from[2], nut.to[2]]).toEqual([
      expect.closeTo(reach(e, 'washer', Z)[0], 9),
      expect.closeTo(reach(e, 'nut', Z)[1], 9),
    ]);
  });
  test('are left out where a part stands before them', () => {
    const e = exploded(PLATES);
    // from the front nothing stands before them; from above all but the head of the bolt is behind it
    expect(pathsSeen(e.drawn, frameToward([0, -1, 0]))).toHaveLength(4);
    expect(pathsSeen(e.drawn, frameToward([0, 0, 1]))).toHaveLength(0);
  });
});
