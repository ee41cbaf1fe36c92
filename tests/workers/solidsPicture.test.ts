import { describe, expect, test } from '@jest/globals';
import { type EnteredView, typedWalk } from '../../core/solids/typedWalk.ts';
import { readGivenFile } from '../../workers/givenFile.ts';
import { solidsPicture } from '../../workers/solidsPicture.ts';

const walk = (text: string): EnteredView => {
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
          { name: 'front', hidden: 'given', drawn: L_FRONT },
          { name: 'top', hidden: 'given', drawn: L_TOP },
        ],
      },
      [-2, -3, 2],
    );
    expect(found).toMatchObject({ complete: true, faults: [], marks: [] });
    expect(found.solids).toHaveLength(1);
    // 7 x 5 x 4 squares less 4 x 5 x 2, a square a quarter of an inch
    expect(found.solids[0]?.volume).toBeCloseTo((140 - 40) / 64, 9);
    const left = found.solids[0]?.views.find((v) => v.name === 'left')?.drawn.lines ?? [];
    const words = left.map((l) => `${l.seen} ${l.from} ${l.to}`).sort();
    // an upright rectangle 5 wide and 4 high, with the step hidden behind its taller end
    expect(words).toEqual(
      ['true 0,0 5,0', 'true 0,0 0,4', 'true 0,4 5,4', 'true 5,0 5,4', 'false 0,2 5,2'].sort(),
    );
  });
  test('a hole for a circle, with what was not looked for', () => {
    const found = solidsPicture(
      {
        units: 'mm',
        square: 10,
        views: [
          {
            name: 'front',
            hidden: 'given',
            drawn: walk('right 6, up 2, left 6, close, hidden from 2 0 up 2, from 4 0 up 2'),
          },
          { name: 'top', hidden: 'given', drawn: walk('right 6, up 4, left 6, close, circle 2 at 3 2') },
        ],
      },
      [-2, -3, 2],
    );
    expect(found.solids).toHaveLength(1);
    expect(found.solids[0]?.volume).toBeCloseTo(48000 - Math.PI * 100 * 20, 6);
    expect(found.complete).toBe(false);
    expect(found.leftAside.join(' ')).toContain('whole holes and bosses');
    // the third view has the hole's sides hidden
    expect(
      found.solids[0]?.views.find((v) => v.name === 'left')?.drawn.lines.filter((l) => !l.seen),
    ).toHaveLength(2);
  });
  test('a line that no edge can make is marked where it stands', () => {
    const found = solidsPicture(
      {
        units: 'mm',
        square: 10,
        views: [
          { name: 'front', hidden: 'given', drawn: L_FRONT },
          {
            name: 'top',
            hidden: 'given',
            drawn: { lines: [...L_TOP.lines, ...walk('from 5 0, up 5').lines], circles: [] },
          },
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
  const round = (centre: number[], radius: number, to: number) => ({
    class: 'visible',
    kind: 'edge',
    curve: { type: 'arc', centre, radius, from: 0, to },
  });
  test('lines and circles are counted in squares from the lower left corner', () => {
    const text = json({
      front: {
        box: [0, 0, 0, 0],
        hidden: 'left out',
        lines: [line([20, 30], [60, 30]), line([20, 30], [20, 50]), round([40, 40], 5, 360)],
      },
    });
    expect(readGivenFile('a.json', text, 10, ['front', 'top', 'left'])).toEqual({
      ok: true,
      left: [],
      views: [
        {
          name: 'front',
          hidden: 'left out',
          drawn: {
            lines: [
              { seen: true, from: [0, 0], to: [4, 0] },
              { seen: true, from: [0, 0], to: [0, 2] },
            ],
            circles: [{ seen: true, centre: [2, 1], radius: 0.5 }],
          },
        },
      ],
    });
  });
  test('what cannot be taken is said', () => {
    const text = json({
      top: { box: [0, 0, 0, 0], lines: [line([0, 0], [9, 0]), round([3, 3], 2, 90)] },
      back: { box: [0, 0, 0, 0], lines: [line([0, 0], [9, 0])] },
    });
    const read = readGivenFile('a.json', text, 1, ['front', 'top', 'left']);
    expect(read.ok && read.left).toEqual([
      'The top view has 1 curved line; only straight lines and whole circles are read here, so it was left out.',
      'The back view has no place here and was left out.',
      'a.json has no view that can be taken. Name its layers front, top, left or right.',
    ]);
    expect(readGivenFile('a.json', '{', 1, ['front'])).toMatchObject({ ok: false });
    expect(readGivenFile('a.json', '{"views":{"sideways":{}}}', 1, ['front'])).toMatchObject({ ok: false });
  });
});
