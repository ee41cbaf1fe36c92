import { describe, expect, test } from '@jest/globals';
import { overlaps } from '../../../core/finding/overlap.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { type BuiltPart, buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { readStatement } from '../../../core/statement/read.ts';
import { statementText } from '../../../core/statement/sentence.ts';
import { asked, assumed, typed } from './typedOn.ts';

const built = (part: PartFile): BuiltPart => {
  const model = partModel(part);
  const made = model.ok ? buildPart(model.value) : undefined;
  if (!made?.ok) throw new Error('not built');
  return made.value;
};
const middleOf = (part: PartFile, name: string): readonly number[] => {
  const found = built(part).bodies.find((b) => b.solid.name === name);
  if (!found) throw new Error(`no body ${name}`);
  return measureSolid(found.solid, found.edges).centreOfMass.map((x) => Number(x.toFixed(6)) + 0);
};

const SHAFT = ['body shaft: turned 30 x 80', 'keyway: slot 28 long 8 wide 4 deep in the top, in the middle'];

describe('a parallel key', () => {
  test('lies in its keyway: bottom on the floor, between the walls, its round ends in those of the slot', () => {
    const part = typed([...SHAFT, 'parallel key 8 x 7 x 28 in the keyway']);
    const key = part.bodies.find((b) => b.name === 'key');
    expect(key?.place).toHaveLength(3);
    // floor 11 above the axis, the key 7 high
    expect(middleOf(part, 'key')).toEqual([40, 0, 11 + 3.5]);
    expect(overlaps(built(part))).toEqual([]);
  });
  test('follows its keyway', () => {
    const part = typed([...SHAFT, 'key 8 x 7 x 28 in the keyway']);
    const moved: PartFile = JSON.parse(JSON.stringify(part).replace('"depth":4', '"depth":5'));
    expect(moved).not.toEqual(part);
    expect(middleOf(moved, 'key')[2]).toBeCloseTo((middleOf(part, 'key')[2] as number) - 1, 6);
  });
  test.each([
    ['key 8 x 7 in the keyway', /How long is the key/],
    ['key 10 x 8 x 28 in the keyway', /keyway is 8 across, less than 10. How wide/],
    ['key 8 x 7 x 28 in the pocket', /no such slot/],
    ['key 8 x 7 x 28, taper 1:100', /does not taper/],
    ['key 8 x 7 x 28, in the keyway, shiny', /could not use "shiny"/],
  ])('"%s" is asked about', (line, words) => expect(asked(typed(SHAFT), line)).toMatch(words));
});

const SOCKET = ['body socket: turned 52 x 100', 'slot: pocket 37 x 8 through the top, in the middle'];

test('a taper key lies in its keyway with its straight side on the floor', () => {
  const part = typed([
    'body shaft: turned 30 x 80',
    'keyway: slot 28 long 8 wide 4 deep in the top, in the middle',
    'taper key 8 wide, 7 high, 20 long, taper 1:100, in the keyway',
  ]);
  const key = part.bodies.at(-1);
  expect(key?.standard).toMatchObject({ width: 7, thickness: 8, sides: 1 });
  expect(key?.place).toHaveLength(2);
  const own = built(part).bodies.at(-1);
  if (!own) throw new Error('no key');
  const { box } = measureSolid(own.solid, own.edges);
  // from the floor at 11 up to 18 at the large end, to the left; in the middle of the keyway
  expect(box.min.map((v) => Number(v.toFixed(6)))).toEqual([30, -4, 11]);
  expect(box.max.map((v) => Number(v.toFixed(6)))).toEqual([50, 4, 18]);
  expect(overlaps(built(part))).toEqual([]);
});

describe('a cotter', () => {
  test('its slot goes right through a tube, whose walls are round where it begins', () => {
    const part = typed([
      'body socket: turned 52, 72 x 30, overall 100',
      'bore: hole 34, 68 deep, in the middle of the right',
      'slot: pocket 37 x 8 through the top, 17 from right, in the middle',
    ]);
    const slot = part.bodies[0]?.features[2];
    // from the top of the whole part down to its bottom
    expect(slot?.at?.[2]).toBe('36 - 72');
    expect(slot?.shape).toMatchObject({ kind: 'block', height: 72 });
  });
  test('goes through its slot, large end on top, held between the walls', () => {
    const line =
      'cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, both sides, arc ends, through the slot';
    const part = typed([...SOCKET, line]);
    const [x, y, z] = middleOf(part, 'cotter') as [number, number, number];
    expect([x, y]).toEqual([50, 0]);
    // its middle of mass is a little above the middle of its length, as the large end is on top
    expect(z).toBeGreaterThan(0);
    expect(z).toBeLessThan(1);
    const cotter = part.bodies.find((b) => b.name === 'cotter');
    expect(cotter?.place).toHaveLength(1);
    expect(assumed(typed(SOCKET), line)).toMatch(/large end at the top/);
  });
  test('with one straight side, which bears on the end of the slot', () => {
    const part = typed([
      ...SOCKET,
      'cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, one side, through the slot, straight side to the left',
    ]);
    expect(part.bodies.at(-1)?.place).toHaveLength(2);
    // from 31.5 to the right it is 36 wide in the middle
    const box = built(part).bodies.at(-1)?.solid;
    expect(box).toBeDefined();
    const [x] = middleOf(part, 'cotter') as [number];
    expect(x).toBeCloseTo(31.5 + 18, 1);
  });
  test('what is missing is asked', () => {
    expect(asked(typed(SOCKET), 'cotter 96 long, 8 thick, 36 wide')).toMatch(
      /By how much does the cotter taper/,
    );
    expect(asked(typed(SOCKET), 'cotter 96 long, 9 thick, 36 wide, taper 1:30')).toMatch(
      /8 across, less than 9/,
    );
  });
});

describe('dowels and rivets', () => {
  const PLATE = ['body plate: block 60 x 40 x 20', 'pin hole: hole 6 through the top at 20 15'];
  test('a dowel stands in its hole, flush with the face it goes in from', () => {
    const part = typed([...PLATE, 'dowel 6 x 30 in the pin hole']);
    expect(middleOf(part, 'dowel')).toEqual([20, 15, 5]);
    expect(part.bodies.at(-1)?.place).toHaveLength(2);
  });
  test('a rivet bears with its head', () => {
    const part = typed([...PLATE, 'rivet 6 x 24 in the pin hole']);
    expect(part.bodies.at(-1)?.place?.[1]).toEqual({ face: 'head/bottom', against: 'plate.block/top' });
  });
  test('a pin that is too thick is asked about', () => {
    expect(asked(typed(PLATE), 'dowel 8 x 30')).toMatch(/6 across, less than 8/);
  });
});

describe('threads', () => {
  test('a tapped hole is drilled by its thread', () => {
    const lines = ['body plate: block 60 x 40 x 30', 'tapped hole M8, 20 deep, thread 15, at 20 15'];
    const part = typed(lines);
    expect(part.bodies[0]?.features[1]?.shape).toEqual({
      kind: 'hole',
      depth: 20,
      thread: { size: 'M8', length: 15 },
    });
    const read = readStatement(statementText(part));
    expect(read.ok && read.value).toEqual(part);
  });
  test('a rod with a thread at its end', () => {
    const part = typed(['body rod: M12 threaded rod 60 long, thread 30']);
    expect(part.bodies[0]?.features[0]?.shape).toEqual({
      kind: 'cylinder',
      diameter: 12,
      height: 60,
      thread: { size: 'M12', length: 30 },
    });
  });
  test('a thread is put on what is there, from the end that is named', () => {
    const part = typed(['body pin: shank: cylinder 12 dia 60 high', 'thread shank M12 x 20 from the bottom']);
    expect(part.bodies[0]?.features[0]?.shape).toMatchObject({
      thread: { size: 'M12', length: 20, from: 'bottom' },
    });
  });
  test('a hole that is there is drilled for the thread', () => {
    const part = typed(['body plate: block 60 x 40 x 30', 'bore: hole 8 through top 20 15']);
    expect(assumed(part, 'tap bore M8')).toMatch(/drilled 6.75 for it, not 8/);
    expect(typed(['tap bore M8'], part).bodies[0]?.features[1]?.shape).toEqual({
      kind: 'hole',
      depth: 'through',
      thread: { size: 'M8' },
    });
  });
  test.each([
    ['thread shank M10', /A thread of 10 cannot be cut on 12 across/],
    ['thread shank', /Which thread does shank get/],
    ['thread shank M12 from the left end', /no end at the left/],
    ['thread shank M12, gently', /could not use "gently"/],
  ])('"%s" is asked about', (line, words) =>
    expect(asked(typed(['body pin: shank: cylinder 12 dia 60 high']), line)).toMatch(words),
  );
});
