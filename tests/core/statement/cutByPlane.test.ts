import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { dot, type Vec3 } from '../../../core/geometry/vec.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { cutMarks } from '../../../core/section/cutMarks.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { viewSides } from '../../../core/section/viewSides.ts';
import { readCutLine } from '../../../core/statement/cutLine.ts';
import { typed } from './typedOn.ts';

/** A part as the desk draws it, asked by typed cuts. */
const deskOf = (lines: readonly string[]) => {
  const part: PartFile = typed([...lines]);
  const worked = openDesk().work(drawingOfPart(part));
  if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
  const views = worked.sheet.views.map((v) => v.name);
  const marks = cutMarks(worked.part, views);
  const corners = worked.rows.filter((p) => /^\d+$/.test(p.label));
  const read = (line: string) =>
    readCutLine(line, {
      part,
      sidesOf: (v) => (views.includes(v) ? viewSides(worked.part.box, v) : undefined),
      marks,
      corners,
    });
  /** the plane of a line: the direction in which one looks, and a point's distance from it */
  const planeOf = (line: string) => {
    const r = read(line);
    if (!r.ok) throw new Error(`${line}: ${r.faults[0]?.what}`);
    const plane = cuttingPlane({ name: 'A', ...r.value.trace }, part);
    if (!plane.ok) throw new Error(`${line}: ${plane.faults[0]?.what}`);
    return { ...plane.value, assumed: r.value.assumed };
  };
  const why = (line: string): string => {
    const r = read(line);
    return r.ok ? `read: ${JSON.stringify(r.value.trace)}` : `${r.faults[0]?.what} ${r.faults[0]?.remedy}`;
  };
  return { planeOf, why, read };
};

const pyramid = deskOf(['hexagonal pyramid side 30 height 70']);
const block = deskOf(['block 60 x 40 x 50', 'hole 16 through top at 30 20']);
const plate = deskOf([
  'plate 120x80x20',
  'hole 16 through top 20 20',
  'hole 20 through top 60 50',
  'hole 12 through top 100 30',
]);
const rod = deskOf(['rod 40 dia 120 long lying']);

const deg = (x: number): number => (x * Math.PI) / 180;
const holds = ({ kept }: { kept: { n: Vec3; d: number } }, sight: Vec3, ...points: Vec3[]): void => {
  expect(kept.n.map((x) => x + 0)).toEqual(sight.map((x) => expect.closeTo(x, 9)));
  for (const p of points) expect(dot(kept.n, p)).toBeCloseTo(kept.d, 5);
};

describe('a plane as a textbook states it', () => {
  test.each([
    ['inclined at 45° to HP and perpendicular to VP, bisecting the axis', 45, 35],
    [
      'section plane inclined at 30 degrees to the HP, perpendicular to the VP and passing through the midpoint of the axis',
      30,
      35,
    ],
    [
      'cut by a section plane perpendicular to the V.P., inclined at 45 to the H.P. and meeting the axis 25 above the base',
      45,
      25,
    ],
    [
      'section plane perpendicular to VP, inclined 60 to HP, cutting the axis at a point 30 mm from the apex',
      60,
      40,
    ],
    ['A.I.P. inclined at 45 to HP through a point on the axis 25 mm from the base', 45, 25],
    ['30 to the axis through its midpoint', 60, 35],
    ['45 to HP bisecting the axis, looking from above', 45, 35],
    ['plane inclined at 2*20 to the base through a point on the axis 10+5 above the base', 40, 15],
  ] as const)('%s', (line, angle, up) => {
    const plane = pyramid.planeOf(line);
    // rising to the right, seen from above
    holds(plane, [Math.sin(deg(angle)), 0, -Math.cos(deg(angle))], [0, 0, up], [0, 20, up]);
    expect(plane.assumed).toContain('rising to the right');
  });
  test.each<[string, Vec3, Vec3]>([
    ['plane parallel to HP and 30 from the base', [0, 0, -1], [0, 0, 30]],
    ['horizontal, 30 up, remove the apex', [0, 0, -1], [0, 0, 30]],
    ['horizontal, 30 below the apex, lower part removed', [0, 0, 1], [0, 0, 40]],
    ['plane parallel to VP, 10 in front of the axis', [0, 1, 0], [0, -10, 0]],
    ['plane parallel to VP, 10 away from the axis', [0, 1, 0], [0, -10, 0]],
    ['parallel to VP, 4 behind the axis, looking from the back', [0, -1, 0], [0, 4, 0]],
    ['perpendicular to both HP and VP, 8 to the left of the axis', [1, 0, 0], [-8, 0, 0]],
    ['profile plane through the axis', [1, 0, 0], [0, 0, 0]],
    ['parallel to VP, through the apex', [0, 1, 0], [0, 0, 70]],
    ['inclined 45 to HP through the right end of the base', [Math.SQRT1_2, 0, -Math.SQRT1_2], [30, 0, 0]],
    [
      'inclined 45 to HP, falling to the right, through the left end of the base',
      [-Math.SQRT1_2, 0, -Math.SQRT1_2],
      [-30, 0, 0],
    ],
    // 10 square from the axis, in front of it
    [
      'perpendicular to HP and inclined 45 to VP, 10 from the axis',
      [-Math.SQRT1_2, Math.SQRT1_2, 0],
      [10 * Math.SQRT1_2, -10 * Math.SQRT1_2, 5],
    ],
    // a share of the height is no figure
    ['horizontal section at 1/4 height', [0, 0, -1], [0, 0, 17.5]],
    ['horizontal, two thirds of the height', [0, 0, -1], [0, 0, 140 / 3]],
    ['horizontal, a quarter up', [0, 0, -1], [0, 0, 17.5]],
    ['at height 30', [0, 0, -1], [0, 0, 30]],
    ['cut off the top 20', [0, 0, -1], [0, 0, 50]],
    ['remove the front half', [0, 1, 0], [0, 0, 0]],
    ['right half removed', [-1, 0, 0], [0, 0, 0]],
    ['upper half removed', [0, 0, -1], [0, 0, 35]],
    ['front half removed, 10 behind the axis, parallel to VP', [0, 1, 0], [0, 10, 0]],
    ['longitudinal section', [0, 1, 0], [0, 0, 0]],
    ['section through the axis facing the side', [1, 0, 0], [0, 0, 0]],
    ['transverse section 20 up', [0, 0, -1], [0, 0, 20]],
    ['section plane perpendicular to both, 10 mm to the right of the axis', [1, 0, 0], [10, 0, 0]],
    ['plane parallel to the axis, 10 from it', [0, 1, 0], [0, -10, 0]],
    ['plane parallel to the axis, 10 in front of it', [0, 1, 0], [0, -10, 0]],
    ['plane parallel to the axis, 10 in front', [0, 1, 0], [0, -10, 0]],
    ['through a point on the axis 15 from its top end, 60 to HP', [Math.sin(deg(60)), 0, -0.5], [0, 0, 55]],
    // as far square to the plane as "10 from the axis"
    [
      'perpendicular to HP, inclined at 45 to VP, 10 behind the axis',
      [-Math.SQRT1_2, Math.SQRT1_2, 0],
      [-10 * Math.SQRT1_2, 10 * Math.SQRT1_2, 0],
    ],
    ['A.V.P. inclined 30 to VP through the axis', [-0.5, Math.cos(deg(30)), 0], [0, 0, 12]],
  ])('%s', (line, sight, through) => {
    holds(pyramid.planeOf(line), sight, through);
  });
  test.each<[string, Vec3, Vec3]>([
    ['horizontal plane 30 above the base', [0, 0, -1], [0, 0, 30]],
    ['a horizontal plane at half height', [0, 0, -1], [0, 0, 25]],
    ['vertical plane through the hole, parallel to VP', [0, 1, 0], [30, 20, 0]],
    ['parallel to the front face, 15 in', [0, 1, 0], [0, 15, 0]],
    ['parallel to the back face, 15 in', [0, 1, 0], [0, 25, 0]],
    ['parallel to the top of block, 15 below', [0, 0, -1], [0, 0, 35]],
    ['square to the front face, 20 from the left', [1, 0, 0], [20, 0, 0]],
    ['level at 25', [0, 0, -1], [0, 0, 25]],
    ['x = 30', [1, 0, 0], [30, 0, 0]],
    ['z=25', [0, 0, -1], [0, 0, 25]],
    ['D 12', [0, 1, 0], [0, 12, 0]],
    ['12 from the right', [1, 0, 0], [48, 0, 0]],
    [
      'in the front view at 45° to HP through the middle of the top edge',
      [Math.SQRT1_2, 0, -Math.SQRT1_2],
      [30, 0, 50],
    ],
    ['front, from (0, 35) to (60, 20)', [-15 / Math.hypot(15, 60), 0, -60 / Math.hypot(15, 60)], [60, 0, 20]],
    [
      '35 up at the left to 20 up at the right',
      [-15 / Math.hypot(15, 60), 0, -60 / Math.hypot(15, 60)],
      [0, 0, 35],
    ],
  ])('%s', (line, sight, through) => {
    holds(block.planeOf(line), sight, through);
  });
  test('across a lying axis', () => {
    for (const line of [
      'square to the axis, 30 from the left',
      'cross section at 30 from the left end',
      'profile plane, 90 from the right',
    ])
      holds(rod.planeOf(line), [1, 0, 0], [30, 0, 0]);
  });
});

/** The bore goes by a name of its own, though the third of four holes is called "hole 3". */
const flange = deskOf([
  'flange 90 dia 12 thick',
  'boss 40 dia 30 high on top',
  '4 holes 10 dia on 65 pcd',
  'bore 20 through',
]);

describe('in a view that is named', () => {
  test.each<[string, Vec3, Vec3]>([
    ['front view, through the axis', [1, 0, 0], [0, 0, 5]],
    ['top, level through the axis', [0, 1, 0], [0, 0, 5]],
    ['plan, horizontal through the middle', [0, 1, 0], [0, 0, 5]],
    ['top, through the centre, level', [0, 1, 0], [0, 0, 5]],
    ['left view, vertical through the middle', [0, 1, 0], [0, 0, 5]],
    ['front, horizontal, 6 up', [0, 0, -1], [1, 1, 6]],
    ['top, at 45 degrees through the axis', [-Math.SQRT1_2, Math.SQRT1_2, 0], [0, 0, 5]],
    ['top, along the centre line, level', [0, 1, 0], [0, 0, 5]],
    ['parallel to VP, through hole 5', [0, 1, 0], [0, 0, 5]],
    ['parallel to VP, through hole 2', [0, 1, 0], [0, 32.5, 5]],
    ['bent through hole, hole 5 and hole 2', [0, 1, 0], [32.5, 0, 5]],
  ])('%s', (line, sight, through) => {
    holds(flange.planeOf(line), sight, through);
  });
});

describe('half sections and cuts through several holes', () => {
  test.each([
    ['half section through the hole', { seenIn: 'top', at: [30, 20], angle: 0, half: true, look: 'up' }],
    [
      'half section about the axis of the hole, left half removed',
      { seenIn: 'top', at: [30, 20], angle: 180, half: true, look: 'up' },
    ],
    [
      'half section through the hole, back right quarter removed',
      { seenIn: 'top', at: [30, 20], angle: 0, half: true, look: 'down' },
    ],
  ] as const)('%s', (line, trace) => {
    const r = block.read(line);
    expect(r.ok && r.value.trace).toEqual(trace);
  });
  test('of a lying axis the front upper quarter goes, or the one that is named', () => {
    const trace = (line: string) => {
      const r = rod.read(line);
      return r.ok ? r.value.trace : r.faults;
    };
    expect(trace('half section')).toEqual({
      seenIn: 'left',
      at: [0, 20],
      angle: 90,
      half: true,
      look: 'left',
    });
    expect(trace('half section, lower half removed')).toMatchObject({ angle: 270 });
    expect(rod.why('half section, left half removed')).toContain('"left part" could not be used');
  });
  const STEPPED = [
    [0, 20],
    [40, 20],
    [40, 50],
    [80, 50],
    [80, 30],
    [120, 30],
  ];
  test.each([
    'stepped through hole 1, hole 2 and hole 3',
    'stepped through the three holes',
    'offset cut through all holes',
    'through all holes',
    'top, through hole 3, hole and hole2',
    'top, from 0 20, to 40 20, to 40 50, to 80 50, to 80 30, to 120 30',
    'top, 20 up from the left to 40 from left, then up to 50, then 80 from left, then 30 up, then right to the edge',
  ])('%s', (line) => {
    const r = plate.read(line);
    expect(r.ok ? r.value.trace : r.faults).toMatchObject({ seenIn: 'top', through: STEPPED, look: 'up' });
  });
  test('bent at each of them', () => {
    const r = plate.read('bent through hole, hole 2 and hole 3');
    expect(r.ok && r.value.trace.through).toEqual([
      [20, 20],
      [60, 50],
      [100, 30],
    ]);
  });
  test('its face may be said to be drawn by itself', () => {
    for (const line of [
      'removed section, 20 from the left',
      'cross section 20 from the left, as a removed section',
    ]) {
      const r = rod.read(line);
      expect(r.ok && [r.value.drawnAs, r.value.trace.through?.[0]]).toEqual(['removed', [20, 0]]);
    }
    const r = rod.read('C-C: a revolved section at 20 from the left');
    expect(r.ok && [r.value.name, r.value.drawnAs]).toEqual(['C', 'revolved']);
    expect(rod.why('broken-out section through the axis, parallel to VP')).toContain(
      '"broken-out" could not be used',
    );
  });
  test('its letters may be typed with it', () => {
    for (const line of [
      'section B-B: parallel to VP, through hole 2',
      'B-B through hole 2, parallel to VP',
    ]) {
      const r = plate.read(line);
      expect(r.ok && [r.value.name, r.value.trace.through]).toEqual([
        'B',
        [
          [0, 50],
          [120, 50],
        ],
      ]);
    }
  });
});

describe('what is open, said twice or not understood is told', () => {
  test.each([
    ['inclined at 45 to HP', 'Where the plane runs is not said. Add it: 20 from the left'],
    ['parallel to VP', 'Where the plane runs is not said. Add it: 20 from the front'],
    ['horizontal', '20 from the base'],
    ['vertical plane through the axis', 'Which way the plane faces is not said.'],
    ['horizontal bananas 30 up', '"bananas" could not be used.'],
    ['horizontal, 30 up, 20 from the left', '"20 from the left" does not move a plane that stands so.'],
    ['horizontal 30 up, looking left', 'it would be seen edge-on'],
    ['horizontal, parallel to VP, 30 up', 'said twice, and not alike'],
    ['vertical, 45 to HP, through the axis', 'said twice, and not alike'],
    ['inclined 45 to HP and perpendicular to HP, bisecting the axis', 'said twice, and not alike'],
    [
      'horizontal, 30 up, 20 above the base',
      'Where the plane runs is said twice: 20 above the base, and 30 up.',
    ],
    ['parallel to VP, through the axis, 10 from the front', 'Where the plane runs is said twice'],
    ['horizontal 30 up, rising to the left', '"to the left" does not move'],
    ['horizontal 30 up through the middle', '"through the middle" does not move'],
    [
      'horizontal 30 up, upper part removed, looking from below',
      'what is taken away, and from where one looks',
    ],
    ['half section, 20 from the left', '"20 from the left" does not move'],
    ['parallel to VP, 10 from the axis, 5 up', '"5 up" does not move'],
    ['horizontal, 1/4 height, 30 up', 'Where the plane runs is said twice'],
    ['horizontal, some height', '"some height" could not be used'],
    ['cut in half', 'does not say how a plane stands'],
    ['parallel to a generator, 20 from it', 'does not say how a plane stands'],
  ])('%s', (line, words) => {
    expect(pyramid.why(line)).toContain(words);
  });
  test('two holes that are not in the plane', () => {
    expect(plate.why('parallel to VP through hole and hole 2')).toContain('said twice: hole');
    expect(plate.why('front, 12 up at the left to 15 up')).toContain('"15 up" is no place');
  });
  test('no word of a good line is passed over: without one it reads otherwise, or is not read', () => {
    const line =
      'inclined 45 to HP, rising to the left, meeting the axis 25 above the base, upper part removed';
    const whole = JSON.stringify(pyramid.read(line));
    const words = line.split(' ');
    // these say nothing by themselves, or say what is usual
    const idle = new Set(['inclined', 'to', 'the', 'meeting', 'upper', 'removed', 'above', 'base,']);
    words.forEach((w, i) => {
      if (idle.has(w)) return;
      const without = words.filter((_, k) => k !== i).join(' ');
      expect([w, JSON.stringify(pyramid.read(without)) === whole]).toEqual([w, false]);
    });
  });
});
