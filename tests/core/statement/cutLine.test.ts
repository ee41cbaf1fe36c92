import { describe, expect, test } from '@jest/globals';
import { viewSides } from '../../../core/section/viewSides.ts';
import { countedFromEdge, readCutLine } from '../../../core/statement/cutLine.ts';
import { feature, partOf } from '../balance/given.ts';

// the part stands off the origin, so that edges and figures are told apart
const part = {
  ...partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 80 }, { at: [10, 5, 0] })),
  dims: { L: 24 },
};
const box = [10, 5, 0, 70, 45, 80] as const;
const onSheet = ['front', 'top', 'left', 'right'];
const read = (line: string) =>
  readCutLine(line, { part, sidesOf: (v) => (onSheet.includes(v) ? viewSides(box, v) : undefined) });
const traceOf = (line: string) => {
  const r = read(line);
  if (!r.ok) throw new Error(`${line}: ${r.faults[0]?.what}`);
  return r.value.trace;
};

const TWO_HEIGHTS = {
  seenIn: 'front',
  through: [
    [10, 16],
    [70, 58],
  ],
  look: 'down',
};

describe('a typed cut', () => {
  test.each([
    'front view, 16 up at the left to 58 up at the right, looking down',
    'front, 16 up at left to 58 up at right, looking down',
    'in the front view from 16 up at the left side to 58 up at the right side, looking down',
    'Front: at the left 16 up to at the right 58 up, looking down',
    'cut, front view, left, 16 up to right, 58 up, looking down',
    'plane in the front view, 0 from left and 16 from bottom to 0 from right and 58 from bottom, looking down',
    'elevation, 16 from the bottom at the left, then 58 from the bottom at the right, looking down',
    'front view, 16 up at the left edge to 22 down at the right edge, looking down',
    'front view, 64 from the top at the left to 22 from the top at the right, looking down',
    'front view, 16 up left to 58 up right, look down',
    'section through the front view, 16 high at the left to 58 high at the right, looking down',
    'front view, 16 up at the left to 58 up at the right; ',
  ])('%s', (line) => {
    expect(traceOf(line)).toEqual(TWO_HEIGHTS);
  });

  test.each([
    [
      'front, 12 up',
      [
        [10, 12],
        [70, 12],
      ],
      'down',
    ],
    [
      'front, level, L/2 up, looking up',
      [
        [10, 'L/2'],
        [70, 'L/2'],
      ],
      'up',
    ],
    [
      'front, level in the middle',
      [
        [10, 40],
        [70, 40],
      ],
      'down',
    ],
    [
      'front, upright in the middle',
      [
        [40, 0],
        [40, 80],
      ],
      'right',
    ],
    [
      'front, L from the left',
      [
        ['10 + L', 0],
        ['10 + L', 80],
      ],
      'right',
    ],
    [
      'front, L-4 from the right',
      [
        ['70 - (L-4)', 0],
        ['70 - (L-4)', 80],
      ],
      'right',
    ],
    [
      'plan, 12 from the bottom',
      [
        [10, 17],
        [70, 17],
      ],
      'down',
    ],
    // a view from the right looks at the part the other way round: its left edge is the front
    [
      'right view, 12 from left',
      [
        [17, 0],
        [17, 80],
      ],
      'right',
    ],
    [
      'left view, 12 from left',
      [
        [-33, 0],
        [-33, 80],
      ],
      'right',
    ],
    [
      'front, bottom left to 20 from left, 30 up to top right',
      [
        [10, 0],
        [30, 30],
        [70, 80],
      ],
      'down',
    ],
    [
      'front, 1/2 in up',
      [
        [10, 12.7],
        [70, 12.7],
      ],
      'down',
    ],
  ] as const)('%s', (line, through, look) => {
    const trace = traceOf(line);
    expect([trace.through, trace.look]).toEqual([through, look]);
  });

  test('by a place and an angle', () => {
    const wanted = { seenIn: 'front', at: [30, 10], angle: 45, look: 'down' };
    for (const line of [
      'front, at 45 degrees through 20 from left, 10 up',
      'front, 45° through 10 up, 20 from the left, looking down',
      'front view, through 20 from left and 10 up at 45 degrees',
    ])
      expect(traceOf(line)).toEqual(wanted);
  });

  test('what was not said is named, and what cannot be read has its place and its remedy', () => {
    const r = read('front, 12 up');
    expect(r.ok && r.value.assumed).toEqual(['looking down']);
    const said = read('front, 12 up, looking up');
    expect(said.ok && said.value.assumed).toEqual([]);
    for (const [line, word] of [
      ['12 up at the left to 30 up at the right', 'does not begin with the view'],
      ['bottom view, 12 up', 'bottom view is not on the sheet'],
      ['front', 'Where the plane runs is not said'],
      ['front, somewhere', '"somewhere" is no place'],
      ['front, 12 up looking sideways', '"looking sideways" could not be used'],
      ['front, in the middle', '"in middle" is no place'],
      ['front, twelve up', '"twelve" is no figure'],
      ['front, 12 up at the left to 30 up', '"30 up" is no place'],
      ['front, 12 up at the left to 30 up at the right steeply', 'is no place'],
      ['front, round degrees through 3 from left, 4 up', '"round" is no figure'],
    ] as const) {
      const got = read(line);
      expect([line, got.ok ? JSON.stringify(got.value) : got.faults[0]?.what]).toEqual([
        line,
        expect.stringContaining(word),
      ]);
    }
  });

  test('no word of a good line is passed over: without one it reads otherwise, or is not read', () => {
    const line = 'front view, 16 up at left to 58 down at right, looking up';
    const whole = JSON.stringify(read(line));
    const words = line.split(' ');
    // these say nothing by themselves
    const idle = new Set(['view,', 'at']);
    words.forEach((w, i) => {
      if (idle.has(w)) return;
      const without = words.filter((_, k) => k !== i).join(' ');
      expect([w, JSON.stringify(read(without)) === whole]).toEqual([w, false]);
    });
  });
});

test('a coordinate may be counted from an edge of the view', () => {
  const sides = viewSides(box, 'front');
  const at = (text: string, axis: 0 | 1) => countedFromEdge(text, axis, sides, part);
  expect(at('13 from the left', 0)).toEqual({ ok: true, value: 23 });
  expect(at('13 from right', 0)).toEqual({ ok: true, value: 57 });
  expect(at('13 down', 1)).toEqual({ ok: true, value: 67 });
  expect(at('top', 1)).toEqual({ ok: true, value: 80 });
  expect(at('in the middle', 0)).toEqual({ ok: true, value: 40 });
  // a plain figure stays what it is
  expect(at('13', 0)).toBeUndefined();
  expect(at('L/2', 1)).toBeUndefined();
  expect(at('13 from left', 1)).toMatchObject({ ok: false, faults: [{ code: 'cutline.place' }] });
});
