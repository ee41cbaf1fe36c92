import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { VIEW_NAMES } from '../../../core/geometry/viewFrames.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { viewSides } from '../../../core/section/viewSides.ts';
import type { NamedCorner } from '../../../core/statement/cornerPlaces.ts';
import { readCutLine } from '../../../core/statement/cutLine.ts';
import { countedFromEdge } from '../../../core/statement/cutPlaces.ts';
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

const CORNERS = [10, 70].flatMap((x, i) =>
  [5, 45].flatMap((y, k) =>
    [0, 80].map((z, l) => ({ label: String(1 + 4 * i + 2 * k + l), at: [x, y, z] as const })),
  ),
);
const readCorners = (line: string, views = onSheet, corners: readonly NamedCorner[] = CORNERS) =>
  readCutLine(line, {
    part,
    sidesOf: (v) => (views.includes(v) ? viewSides(box, v) : undefined),
    corners,
  });

describe('a cut through three corners', () => {
  // 1 and 3 are low at the left, 6 and 8 high at the right
  test.each([
    'through corners 1, 3 and 8',
    'corners 1, 3, 8',
    'cut through the corners 3, 8 and 1, looking down',
    'plane through three points 8 1 3 look down',
  ])('%s', (line) => {
    const r = readCorners(line);
    if (!r.ok) throw new Error(r.faults[0]?.what);
    expect(r.value.trace).toEqual({
      seenIn: 'front',
      through: [
        [10, 0],
        [70, 80],
      ],
      look: 'down',
    });
    expect(r.value.assumed[0]).toBe('in the front view, where it is an edge');
  });
  test('is stated in a view that is on the sheet', () => {
    const r = readCorners('through corners 1, 2 and 7', ['top', 'left']);
    expect(r.ok && r.value.trace.seenIn).toBe('top');
  });
  test('is stated by its points where it slopes in all views that are there', () => {
    const r = readCorners('through corners 1, 4 and 6, looking up');
    if (!r.ok) throw new Error(r.faults[0]?.what);
    const at = (label: string) => CORNERS.find((c) => c.label === label)?.at;
    expect(r.value.trace).toEqual({
      seenIn: 'auxiliary',
      corners: [at('1'), at('4'), at('6')],
      look: 'up',
    });
    expect(r.value.assumed[0]).toContain('slopes in all others');
  });
  test.each([
    ['through corners 1, 4 and 12', 'No corner is named 12'],
    ['through corners 1, 1 and 8', 'lie in one line'],
    ['through points (0, 0, 5), (10, 0, 5) and (20, 0, 5)', 'lie in one line'],
    ['through points (0, 0, 5), (10, 0) and (20, 0, 5)', '(10, 0) is no point of the part'],
    ['through points (0, 0, 5), (10, 0, x) and (20, 0, 5)', '"x" is no figure'],
  ])('%s is answered', (line, what) => {
    const r = readCorners(line);
    expect(r.ok ? '' : r.faults[0]?.what).toContain(what);
  });
  test('asks for the top view, on which its auxiliary view would stand', () => {
    const r = readCorners('through corners 1, 4 and 6', ['front', 'left']);
    expect(r.ok ? '' : r.faults[0]?.what).toContain('is an edge in no view on the sheet');
    expect(r.ok ? '' : r.faults[0]?.remedy).toContain('Put the top view on the sheet');
  });
  test('takes points by their figures', () => {
    const r = readCorners('through points (10, 0, 30), (70, 0, 1/2 * 80) and [10 40 5]');
    expect(r.ok && r.value.trace).toMatchObject({
      corners: [
        [10, 0, 30],
        [70, 0, 40],
        [10, 40, 5],
      ],
    });
  });
  test('holds all three corners, whichever they are', () => {
    const figure = fc.integer({ min: -50, max: 50 });
    const corner = fc.tuple(figure, figure, figure);
    let read = 0;
    fc.assert(
      fc.property(corner, corner, corner, fc.constantFrom(0, 1, 2), (a, b, c, axis) => {
        // b straight beside a: the plane runs along that axis, and is an edge in the view along it
        const beside = a.map((x, k) => (k === axis ? x + 20 : x)) as [number, number, number];
        const corners = [a, beside, c, b].map((at, i) => ({ label: String(i + 1), at }));
        const r = readCorners('through corners 1, 2 and 3', [...VIEW_NAMES], corners);
        if (!r.ok) return;
        read++;
        const plane = cuttingPlane({ ...r.value.trace, name: 'A' }, part);
        if (!plane.ok) throw new Error(plane.faults[0]?.what);
        const { n, d } = plane.value.kept;
        for (const p of [a, beside, c]) expect(n[0] * p[0] + n[1] * p[1] + n[2] * p[2]).toBeCloseTo(d, 9);
      }),
      { seed: 4711, numRuns: 300 },
    );
    expect(read).toBeGreaterThan(250);
  });
});

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
      // so that the front view shows it
      'up',
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
      'left',
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
      ['anyhow', 'does not say how a plane stands'],
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
