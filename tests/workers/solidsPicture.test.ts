import { describe, expect, test } from '@jest/globals';
import { type EnteredLine, typedWalk } from '../../core/solids/typedWalk.ts';
import { readGivenFile } from '../../workers/givenFile.ts';
import { solidsPicture } from '../../workers/solidsPicture.ts';

const walk = (text: string): readonly EnteredLine[] => {
  const read = typedWalk(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};
const L_FRONT = walk('right 7, up 2, left 4, up 2, left 3, close');
const L_TOP = walk('right 7, up 5, left 7, close, from 3 0, up 5');

describe('what the page of given views shows', () => {
  test('a solid with its third view, in squares', () => {
    const found = solidsPicture(
      {
        units: 'in',
        square: 0.25,
        views: [
          { name: 'front', hidden: 'given', lines: L_FRONT },
          { name: 'top', hidden: 'given', lines: L_TOP },
        ],
      },
      [-2, -3, 2],
    );
    expect(found).toMatchObject({ complete: true, faults: [], marks: [] });
    expect(found.solids).toHaveLength(1);
    // 7 x 5 x 4 squares less 4 x 5 x 2, a square a quarter of an inch
    expect(found.solids[0]?.volume).toBeCloseTo((140 - 40) / 64, 9);
    const left = found.solids[0]?.views.find((v) => v.name === 'left')?.lines ?? [];
    const words = left.map((l) => `${l.seen} ${l.from} ${l.to}`).sort();
    // an upright rectangle 5 wide and 4 high, with the step hidden behind its taller end
    expect(words).toEqual(
      ['true 0,0 5,0', 'true 0,0 0,4', 'true 0,4 5,4', 'true 5,0 5,4', 'false 0,2 5,2'].sort(),
    );
  });
  test('a line that no edge can make is marked where it stands', () => {
    const found = solidsPicture(
      {
        units: 'mm',
        square: 10,
        views: [
          { name: 'front', hidden: 'given', lines: L_FRONT },
          { name: 'top', hidden: 'given', lines: [...L_TOP, ...walk('from 5 0, up 5')] },
        ],
      },
      [-2, -3, 2],
    );
    expect(found.solids).toEqual([]);
    expect(found.marks[0]).toEqual({ view: 'top', from: [5, 0], to: [5, 5] });
    expect(found.faults[0]).toMatch(/^top: The line from \(50, 0\) to \(50, 50\) has no partner/);
  });
});

describe('views of a file', () => {
  const json = (views: object): string =>
    JSON.stringify({ format: 'blue-ledger/views@1', units: 'mm', views });
  const line = (from: number[], to: number[], c = 'visible') => ({
    class: c,
    kind: 'edge',
    curve: { type: 'line', from, to },
  });
  test('lines are counted in squares from the lower left corner', () => {
    const text = json({
      front: {
        box: [0, 0, 0, 0],
        hidden: 'left out',
        lines: [line([20, 30], [60, 30]), line([20, 30], [20, 50])],
      },
    });
    expect(readGivenFile('a.json', text, 10, ['front', 'top', 'left'])).toEqual({
      ok: true,
      left: [],
      views: [
        {
          name: 'front',
          hidden: 'left out',
          lines: [
            { seen: true, from: [0, 0], to: [4, 0] },
            { seen: true, from: [0, 0], to: [0, 2] },
          ],
        },
      ],
    });
  });
  test('what cannot be taken is said', () => {
    const round = {
      class: 'visible',
      kind: 'edge',
      curve: { type: 'arc', centre: [0, 0], radius: 5, from: 0, to: 360 },
    };
    const text = json({
      top: { box: [0, 0, 0, 0], lines: [line([0, 0], [9, 0]), round] },
      back: { box: [0, 0, 0, 0], lines: [line([0, 0], [9, 0])] },
    });
    const read = readGivenFile('a.json', text, 1, ['front', 'top', 'left']);
    expect(read.ok && read.left).toEqual([
      'The top view has 1 curved lines; only straight ones are read here, so it was left out.',
      'The back view has no place here and was left out.',
      'a.json has no view that can be taken. Name its layers front, top, left or right.',
    ]);
    expect(readGivenFile('a.json', '{', 1, ['front'])).toMatchObject({ ok: false });
    expect(readGivenFile('a.json', '{"views":{"sideways":{}}}', 1, ['front'])).toMatchObject({ ok: false });
  });
});
