import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { asked, assumed, typed } from './typedOn.ts';

/** Volume and the box of a part as the engine builds it. */
const built = (part: PartFile): { readonly volume: number; readonly box: readonly number[] } => {
  const model = partModel(part);
  const made = model.ok ? buildPart(model.value) : undefined;
  if (!made?.ok) throw new Error('not built');
  const { bodies, box } = made.value;
  return { volume: bodies.reduce((sum, b) => sum + measureSolid(b.solid, b.edges).volume, 0), box };
};
const BLOCK = 'block 120 x 60 x 20';
const WHOLE = 120 * 60 * 20;
/** What lines take off the block. */
const takenOff = (...lines: string[]): number => WHOLE - built(typed([BLOCK, ...lines])).volume;
const enterAll = (part: PartFile, ...lines: readonly string[]): PartFile => typed(lines, part);
const plate = typed([BLOCK]);
const withBoss = typed([BLOCK, 'boss dia 30 x 25 high on top in the middle']);

/** A rectangle and a half circle of one width, as long as said. */
const slotArea = (wide: number, long: number): number =>
  wide * (long - wide / 2) + (Math.PI * (wide / 2) ** 2) / 2;

describe('slots that are open at one side', () => {
  test.each([
    ['open slot 12 wide 30 long at the right end, in the middle', slotArea(12, 30) * 20],
    ['open slot 12 wide 30 long at the left, 20 from front', slotArea(12, 30) * 20],
    ['open ended slot 12 wide, 30 long, 8 deep, at the back, 40 from the left', slotArea(12, 30) * 8],
    ['slot 12 wide 30 long open at the front, 20 from right', slotArea(12, 30) * 20],
    ['U slot 12 x 30 at the right, on the centre line, 6 deep', slotArea(12, 30) * 6],
    ['slot 10 wide 12 long open at the top in the front, 20 from left', slotArea(10, 12) * 60],
    ['slot 10 wide 12 long 7 deep open to the top in the back, 20 from left', slotArea(10, 12) * 7],
    ['slot 10 wide 12 long 7 deep in the left at the bottom, 20 from back', slotArea(10, 12) * 7, 'open '],
    ['open slot 12 wide, 30 to the centre, at the left, 20 from front', slotArea(12, 36) * 20],
    ['open slot in the bottom at the right, 12 wide 30 long 5 deep, in the middle', slotArea(12, 30) * 5],
    ['2 open slots 8 wide 20 long at the back, 30 from left, 40 pitch', 2 * slotArea(8, 20) * 20],
  ] as [string, number, string?][])('%s', (line, volume, lead = '') => {
    expect(takenOff(lead + line)).toBeCloseTo(volume, 6);
  });

  test('it lies at the side and in the place that is said, inside the part', () => {
    const slotted = typed([BLOCK, 'open slot 12 wide 30 long at the right end, 20 from front']);
    // a block over it fills it wholly
    const filled = enterAll(slotted, 'block 30 x 12 x 20 at 90, 14, 0');
    expect(built(filled).volume).toBeCloseTo(WHOLE, 6);
  });

  test.each([
    ['open slot 12 wide 30 long', 'At which side is the slot open?'],
    ['open slot 12 wide at the right, in the middle', 'How long is the slot'],
    ['open slot 12 wide 30 long at the right', 'How far from the front or back is the slot?'],
    ['open slot 12 wide 5 long at the right, in the middle', '5 is less than half of its width, 12.'],
    ['open slot 12 wide 130 long at the right, in the middle', 'open at both ends'],
    [
      'open slot 12 wide 10 long at the top, 20 from left',
      'Into which face is the slot cut that is open at the top?',
    ],
    [
      'open slot 12 wide 10 long at the left in the right, 20 from front',
      'The left and the right lie opposite.',
    ],
  ])('%s is asked about', (line, question) => {
    expect(asked(plate, line)).toContain(question);
  });

  test('what its length is measured to is said', () => {
    expect(assumed(plate, 'open slot 12 wide 30 long at the left, in the middle')).toContain(
      '30 from the left to the far end of its half circle',
    );
  });
});

describe('words of the workshop that say something known', () => {
  test.each([
    ['elongated hole 8 wide, 20 centres, at 30, 30', 'slot 8 wide, 20 centres, at 30, 30'],
    ['hole 8 dia half way along, 15 from the front', 'hole 8 dia at 60, 15'],
    [
      'hole 8 dia in the left, half way up, 15 from the front',
      'hole 8 dia in the left, 15 from front, 10 from bottom',
    ],
    ['holes dia 5: (10,10) (90,10), (90,50)', 'holes dia 5 at (10,10), (90,10), (90,50)'],
    ['cut off the top left edge 10 at 45 degrees', 'chamfer the top left edge 10'],
    ['saw the top left edge off, 10 x 6', 'chamfer the top left edge 10 x 6'],
    ['cut the left front corner off at 45 degrees, 10', 'chamfer the left front corner 10'],
    ['half round notch R10 in the front edge, 40 from left', 'hole 20 dia, 40 from left, 0 from front'],
    ['semicircular notch 10 rad in the middle of the left edge', 'hole 20 dia, 0 from left, 30 from front'],
    ['2 holes dia 8, 15 from each end, on the centre line', 'holes 8 dia at (15, 30), (105, 30)'],
    ['two holes 8 dia, 10 from the front, 15 from both ends', 'holes 8 dia at (15, 10), (105, 10)'],
  ])('%s', (line, plain) => {
    const [one, other] = [typed([BLOCK, line]), typed([BLOCK, plain])].map(built);
    expect(one?.volume).toBeCloseTo(other?.volume as number, 6);
    // at the same places: where one has cut, the other finds nothing left
    expect(one?.volume).toBeLessThan(WHOLE - 1);
    expect(asked(typed([BLOCK, line]), plain)).toContain('It would be cut beside the part');
    expect(asked(typed([BLOCK, plain]), line)).toContain('It would be cut beside the part');
  });

  test.each(['drill point 118', '118 degree tip', '118 point', 'with a point of 118 degrees'])(
    'a blind hole with "%s" ends in a cone',
    (point) => {
      const cone = (Math.PI * 4 ** 2 * (4 / Math.tan((59 * Math.PI) / 180))) / 3;
      expect(takenOff(`hole dia 8, 10 deep, ${point}, at 20, 20`)).toBeCloseTo(Math.PI * 16 * 10 + cone, 6);
    },
  );

  test('a block in a corner, flush with a side or against it has its own sides there', () => {
    for (const place of [
      'at the right back corner',
      'flush with the right, against the back',
      'at right, at back',
    ]) {
      const part = typed([BLOCK, `block 20 x 20 x 10 on top ${place}`]);
      const filled = enterAll(part, 'block 20 x 20 x 10 at 100, 40, 20');
      expect(built(filled).volume).toBeCloseTo(WHOLE + 4000, 6);
    }
  });

  test('a hole through a boss is on its axis where no place is said, and through the boss alone', () => {
    expect(assumed(withBoss, 'drill dia 10 through the boss')).toBe('from the top; on the axis of boss');
    const drilled = enterAll(withBoss, 'drill dia 10 through the boss');
    expect(built(withBoss).volume - built(drilled).volume).toBeCloseTo(Math.PI * 25 * 25, 6);
    // a block has no axis
    expect(asked(withBoss, 'hole dia 10 through the block')).toContain('Where on the top is the hole?');
  });

  test('the second side of a square hole is no depth', () => {
    expect(asked(plate, 'square hole 10 x 10 at 30, 30')).toContain('How deep is the pocket?');
    expect(takenOff('square hole 10 x 10 through at 30, 30')).toBeCloseTo(2000, 6);
  });

  test('what stands on the border of a shape stands on that shape', () => {
    const part = enterAll(withBoss, 'boss dia 20 x 10 high on top, 0 from back, 20 from left');
    expect(built(part).box[5]).toBe(45);
    expect(built(part).volume).toBeCloseTo(built(withBoss).volume + Math.PI * 1000, 6);
    const [own] = part.bodies[0]?.features.slice(-1) ?? [];
    expect(own?.at?.[2]).toBe(20);
  });

  test.each([
    ['4 holes dia 8, 15 from each end, on the centre line', 'There are 2 places for 4.'],
    ['half round notch R10 in the top edge', 'In which face is the hole?'],
    ['hole 8 dia half way along, 15 from the left', 'I don\'t know "half"'],
  ])('%s is asked about', (line, question) => {
    expect(asked(plate, line)).toContain(question);
  });

  test('a part that is as wide as deep has no ends', () => {
    expect(asked(typed(['block 60 x 60 x 20']), '2 holes dia 8, 15 from each end, in the middle')).toContain(
      'The part is as wide as deep.',
    );
  });
});
