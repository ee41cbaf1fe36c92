import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { enteredSentences, enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { bodiesOf, feature } from '../balance/given.ts';

/** Two planks 60 x 30 x 140, glued to a post 60 x 60. */
const plank = (y: number) =>
  feature('add', { kind: 'block', width: 60, depth: 30, height: 140 }, { id: 'plank', at: [0, y, 0] });
const planks = bodiesOf({ 'front plank': [plank(0)], 'back plank': [plank(30)] });

const volumes = (part: PartFile): number[] => {
  const model = partModel(part);
  const built = model.ok ? buildPart(model.value) : undefined;
  if (!built?.ok) throw new Error('not built');
  return built.value.bodies.map((b) => measureSolid(b.solid, b.edges).volume);
};
const read = (line: string) => readTypedLine(line, typedContext(planks, [0, 0, 0, 60, 60, 140]));
const entered = (line: string): PartFile => {
  const found = read(line);
  if (found.kind !== 'understood') throw new Error('not understood');
  return enterReading(planks, found);
};
const WHOLE = 60 * 30 * 140;

describe('a cut through both planks of a glued post', () => {
  test.each([
    'hole 48, 18 deep, in the middle of the top, in both planks',
    'hole 48 dia 18 deep in both bodies, in the middle of the top',
    'in both planks hole 48 18 deep, middle of top',
  ])('"%s" takes half of the recess from each', (line) => {
    const half = (Math.PI * 24 * 24 * 18) / 2;
    expect(volumes(entered(line)).map((v) => WHOLE - v)).toEqual([
      expect.closeTo(half, 6),
      expect.closeTo(half, 6),
    ]);
  });
  test('"through" says how deep as well', () => {
    const part = entered('hole 8 through both planks, 30 from the left, 100 up in the front');
    const round = Math.PI * 16 * 30;
    expect(volumes(part).map((v) => WHOLE - v)).toEqual([expect.closeTo(round, 6), expect.closeTo(round, 6)]);
  });
  test('both lines stand in the statement, and nothing else is said', () => {
    const found = read('hole 48, 18 deep, in the middle of the top, in both planks');
    if (found.kind !== 'understood') throw new Error('not understood');
    expect(enteredSentences(planks, found)).toHaveLength(2);
    expect(found.assumed).toContain('in front plank and back plank');
  });
  test('without the words it goes into one body, which is said with how to cut the other', () => {
    const found = read('hole 48, 18 deep, in the middle of the top of the whole part');
    if (found.kind !== 'understood') throw new Error('not understood');
    expect(found.assumed.join()).toMatch(/in back plank alone; "in both bodies" cuts front plank too/);
    expect(volumes(enterReading(planks, found))[0]).toBeCloseTo(WHOLE, 6);
  });
  test('what meets one body only is asked about, and so is what adds', () => {
    const one = read('hole 8, 10 deep, in the front, 30 from the left, 100 up, in both planks');
    expect(one).toMatchObject({
      kind: 'asks',
      question: expect.stringMatching(/^This meets one body only, front plank\. Leave/),
    });
    expect(read('boss 10 dia 5 high in the middle of the top, in both planks')).toMatchObject({
      kind: 'asks',
      question: expect.stringMatching(/^Only a cut goes into every body/),
    });
  });
});
