import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { boxOfAdditions } from '../../../core/solid/body.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { asked, typed } from './typedOn.ts';

const boxOf = (part: PartFile) => {
  const model = partModel(part);
  return model.ok ? boxOfAdditions(model.value.bodies) : undefined;
};

const volumeOf = (part: PartFile): number => {
  const model = partModel(part);
  const built = model.ok ? buildPart(model.value) : undefined;
  if (!built?.ok) throw new Error('not built');
  return built.value.bodies.reduce((sum, b) => sum + measureSolid(b.solid, b.edges).volume, 0);
};

const SPINDLE = typed([
  'flange: cylinder 40 dia 12 high',
  'shaft: cylinder 20 dia 28 high on top in the middle',
]);
const WHOLE = Math.PI * (400 * 12 + 100 * 28);
/** What a line adds to a part, or takes off it, in volume. */
const adds = (line: string, part = SPINDLE): number => volumeOf(typed([line], part)) - volumeOf(part);

/** The corner outside a quarter circle of radius f against a rod of radius r, turned about the rod's axis (Pappus). */
const corner = (r: number, f: number): number =>
  2 * Math.PI * (f * f * (r + f / 2) - ((Math.PI * f * f) / 4) * (r + f - (4 * f) / (3 * Math.PI)));
const ring = (outer: number, inner: number, wide: number): number =>
  Math.PI * (outer * outer - inner * inner) * wide;

/** The same spindle lying with its flange at the right. */
const LYING: PartFile = {
  ...SPINDLE,
  bodies: [
    {
      name: 'lying',
      features: [
        { id: 'flange', op: 'add', plane: 'left', shape: { kind: 'cylinder', diameter: 40, height: 12 } },
        {
          id: 'shaft',
          op: 'add',
          plane: 'left',
          at: [-12, 0, 0],
          shape: { kind: 'cylinder', diameter: 20, height: 28 },
        },
      ],
    },
  ],
};

test('the spindle', () => expect(volumeOf(SPINDLE)).toBeCloseTo(WHOLE, 6));

describe('a fillet at the foot of a rod adds material', () => {
  test.each([
    'fillet 4 between the shaft and the flange',
    'fillet 4 between the flange and the shaft',
    'fillet 4 where the shaft meets the flange',
    'fillet of 4 at the foot of the shaft',
    'fillet r4 in the corner of the shaft',
    'fillet 4 at the foot',
  ])('%s', (line) => expect(adds(line)).toBeCloseTo(corner(10, 4), 6));
  test('on a lying spindle', () =>
    expect(adds('fillet 4 at the foot of the shaft', LYING)).toBeCloseTo(corner(10, 4), 6));
  test('at every copy of a boss', () => {
    const plate = typed([
      'block 120 x 60 x 20',
      'boss: 4 cylinders 16 dia 10 high on top, 20 from left 30 from front, 26 pitch',
    ]);
    expect(adds('fillet 3 at the foot of the boss', plate)).toBeCloseTo(4 * corner(8, 3), 5);
  });
  test('one that is larger than what the rod stands on is refused', () => {
    expect(asked(SPINDLE, 'fillet 12 at the foot of the shaft')).toBe(
      'What "shaft" stands on is only 10 wider there. What is the radius of the fillet?',
    );
    expect(asked(SPINDLE, 'fillet 2 at the foot of the flange')).toBe(
      '"flange" stands on nothing wider there. Where is the fillet?',
    );
  });
});

describe('rims rounded and chamfered in plain words', () => {
  test.each(['round the top edge of the shaft 3', 'round off the top rim of the shaft r3'])('%s', (line) =>
    expect(adds(line)).toBeCloseTo(-(2 * Math.PI * (9 * 8.5 - ((Math.PI * 9) / 4) * (7 + 4 / Math.PI))), 6),
  );
  test('1 x 45', () =>
    expect(adds('chamfer the top of the shaft 1 x 45')).toBeCloseTo(-2 * Math.PI * 0.5 * (10 - 1 / 3), 6));
  test('which end, where it has two', () =>
    expect(asked(SPINDLE, 'round the rim of the flange 2')).toBe('Which end of "flange" gets the fillet?'));
});

describe('grooves that go round', () => {
  test.each([
    ['groove 3 wide 2 deep round the shaft 10 from the top', ring(10, 8, 3)],
    ['groove 3 wide 2 deep in the shaft 10 from the top, all round', ring(10, 8, 3)],
    ['3 wide 2 deep groove all round the shaft, in the middle', ring(10, 8, 3)],
    ['undercut 2 wide 1 deep at the foot of the shaft', ring(10, 9, 2)],
    ['undercut 2 x 1 at the foot of the shaft', ring(10, 9, 2)],
    ['neck 16 dia 4 long in the shaft at the foot', ring(10, 8, 4)],
    ['circlip groove 1.3 wide 19 dia in the shaft 5 from top', ring(10, 9.5, 1.3)],
  ])('%s', (line, off) => expect(adds(line)).toBeCloseTo(-off, 6));
  test('where it begins', () => {
    const part = typed(['groove 3 wide 2 deep round the shaft 10 from the top'], SPINDLE);
    expect(part.bodies[0]?.features.at(-1)?.shape).toEqual({
      kind: 'revolve',
      profile: {
        polygon: [
          [8, 15],
          [10, 15],
          [10, 18],
          [8, 18],
        ],
      },
    });
  });
  test('inside a hole', () => {
    const bored = typed(['hole 12 dia through in the middle of the flange'], SPINDLE);
    expect(adds('groove 2 wide 14 dia round the hole 4 from the top', bored)).toBeCloseTo(-ring(7, 6, 2), 6);
  });
  test('what it leaves open is asked', () => {
    expect(asked(SPINDLE, 'groove round the shaft 3 wide 2 deep')).toBe('Where along "shaft" is the groove?');
    expect(asked(SPINDLE, 'groove 3 wide 2 deep in the shaft 10 from the top')).toBe(
      'Which way does the groove run?',
    );
    expect(asked(SPINDLE, 'groove 3 wide 12 deep round the shaft 10 from the top')).toBe(
      'The groove would leave nothing of "shaft", or take nothing off it. How deep is it?',
    );
    expect(asked(SPINDLE, 'groove 3 wide 2 deep round the shaft 26 from the top')).toBe(
      '"shaft" is 28 long: the groove would end at 29. Where is it?',
    );
  });
});

describe('domes', () => {
  test.each([
    'dome on the shaft',
    'half ball 20 dia on top of the shaft',
    'domed end on the shaft',
    'rounded end on the shaft',
    'hemisphere on the shaft',
  ])('%s', (line) => expect(adds(line)).toBeCloseTo((2 / 3) * Math.PI * 1000, 6));
  test('of a height of its own', () =>
    // a cap of a ball of radius 12.5
    expect(adds('dome 5 high on the shaft')).toBeCloseTo((Math.PI * 25 * (3 * 12.5 - 5)) / 3, 6));
  test('on a lying spindle', () =>
    expect(adds('dome on the shaft', LYING)).toBeCloseTo((2 / 3) * Math.PI * 1000, 6));
  test('one that does not fit is refused', () => {
    expect(asked(SPINDLE, 'dome 12 high on the shaft')).toBe(
      'A dome is at most half as high as it is wide, 10. How high is the dome?',
    );
    expect(asked(SPINDLE, 'half ball 30 dia on the shaft')).toBe(
      '"shaft" is 20 across, and so is a dome on it. How high is the dome?',
    );
  });
});

test('a pitch circle is read before a shape by its name', () => {
  const part = typed(['6 holes 5 dia on a 30 pitch circle in the flange'], SPINDLE);
  expect(part.bodies[0]?.features.at(-1)?.repeat).toMatchObject({ count: 6 });
});

const ROD = typed(['shaft 20 dia 100 long left to right']);

describe('lines for a lying shaft', () => {
  test.each([
    ['chamfer both ends 1 x 45', -2 * 2 * Math.PI * 0.5 * (10 - 1 / 3)],
    ['chamfer 1 at both ends of the shaft', -2 * 2 * Math.PI * 0.5 * (10 - 1 / 3)],
    ['round both ends 3', -2 * (2 * Math.PI * (9 * 8.5 - ((Math.PI * 9) / 4) * (7 + 4 / Math.PI)))],
    ['groove 2 wide 1 deep round the shaft 5 from the left end', -ring(10, 9, 2)],
    ['collar 30 dia 8 long on the shaft 40 from the left', ring(15, 10, 8)],
    ['collar 30 dia 8 long, 40 from the left', ring(15, 10, 8)],
    ['collar 30 dia 8 long round the shaft, in the middle', ring(15, 10, 8)],
    ['collar 30 dia 8 long at the left end of the shaft', ring(15, 10, 8)],
    ['hole 6 dia 12 deep in the right end', -Math.PI * 9 * 12],
  ])('%s', (line, by) => expect(adds(line, ROD)).toBeCloseTo(by, 5));
  test('what has no place across it is on its axis, and that is said', () => {
    for (const line of [
      'cross hole 5 dia 10 from the right end',
      'keyway 6 wide 3 deep 20 long, 20 from the left',
    ]) {
      const read = readTypedLine(line, typedContext(ROD, boxOf(ROD)));
      if (read.kind !== 'understood') throw new Error(line);
      expect(read.features[0]?.at?.[1]).toBe(0);
      expect(read.assumed).toContain('on the axis of shaft');
    }
  });
  test('on a block it is asked as before', () =>
    expect(asked(typed(['block 100 x 40 x 20']), 'hole 5 dia through, 10 from the right')).toBe(
      'How far from the front or back is the hole?',
    ));
  test('a collar within the shaft is refused, one that begins a part is a cylinder', () => {
    expect(asked(ROD, 'collar 18 dia 8 long, 40 from the left')).toBe(
      '"shaft" is 20 across: the collar would be within it. What is its diameter?',
    );
    expect(volumeOf(typed(['collar 30 dia 10 high']))).toBeCloseTo(Math.PI * 225 * 10, 6);
  });
  test('diameters and lengths in turn make a stepped shaft', () =>
    expect(volumeOf(typed(['shaft 30 dia 60 long, 20 dia 40 long, left to right']))).toBeCloseTo(
      Math.PI * (225 * 60 + 100 * 40),
      5,
    ));
});

const STEPPED = typed(['stepped shaft 30 dia 60 long, 20 dia 40 long, left to right']);

describe('lines for a stepped shaft of one line', () => {
  const half = (x: number): number => 2 * Math.PI * 0.5 * x * x;
  test.each([
    ['chamfer both ends 1 x 45', -(half(1) * (15 - 1 / 3) + half(1) * (10 - 1 / 3))],
    ['chamfer the left end 2', -half(2) * (15 - 2 / 3)],
    ['fillet 3 at the shoulder', corner(10, 3)],
    ['fillet 3 at the foot of the shaft', corner(10, 3)],
    ['undercut 2 wide 1 deep at the shoulder of the shaft', -ring(10, 9, 2)],
    ['groove 3 wide 2 deep round the shaft 10 from the left', -ring(15, 13, 3)],
    ['groove 3 wide 2 deep round the shaft 10 from the right', -ring(10, 8, 3)],
    ['dome on the shaft', (2 / 3) * Math.PI * 1000],
    ['dome on the left end of the shaft', (2 / 3) * Math.PI * 3375],
    ['collar 40 dia 8 long on the shaft 10 from the left', ring(20, 15, 8)],
  ])('%s', (line, by) => expect(adds(line, STEPPED)).toBeCloseTo(by, 5));
  test('which step is meant, where two may be', () => {
    expect(asked(STEPPED, 'groove 3 wide 2 deep round the shaft')).toBe('Which step of "shaft" is meant?');
    expect(asked(STEPPED, 'round the rim of the shaft 2')).toBe('Which step of "shaft" is meant?');
    expect(asked(STEPPED, 'groove 3 wide 2 deep round the shaft 58 from the left')).toBe(
      '"shaft" is 60 long there: the groove would end at 61. Where is it?',
    );
  });
  test('what is put on its side begins at the step that is there', () => {
    const part = typed(
      ['hole 5 dia 3 deep 10 from the right', 'hole 5 dia 3 deep 10 from the left'],
      STEPPED,
    );
    expect(part.bodies[0]?.features.slice(1).map((f) => f.at?.[2])).toEqual([10, 15]);
  });
});

describe('flats on a rod', () => {
  /** What a flat of a depth takes off a rod of radius r, for each of its length: a segment of the circle. */
  const segment = (r: number, deep: number): number =>
    r * r * Math.acos((r - deep) / r) - (r - deep) * Math.sqrt(2 * r * deep - deep * deep);
  test.each([
    ['flat 2 deep 15 long at the left end of the shaft', segment(10, 2) * 15],
    ['flat 16 across 15 long at the left end', segment(10, 4) * 15],
    ['two flats 16 across 15 long at the left end of the shaft', 2 * segment(10, 2) * 15],
    ['2 flats 16 across flats, 15 long, 10 from the right', 2 * segment(10, 2) * 15],
    ['four flats 16 across 15 long at the right end of the shaft', 4 * segment(10, 2) * 15],
    ['squared end 16 across flats 15 long at the left end of the shaft', 4 * segment(10, 2) * 15],
  ])('%s', (line, off) => expect(adds(line, ROD)).toBeCloseTo(-off, 5));
  test('on an upright one', () =>
    expect(adds('two flats 18 across 10 long round the shaft at the top')).toBeCloseTo(
      -2 * segment(10, 1) * 10,
      5,
    ));
  test('what it leaves open is asked', () => {
    expect(asked(ROD, 'flat 2 deep 15 long')).toBe('Where along "shaft" is the flat?');
    expect(asked(ROD, 'two flats 22 across 15 long at the left end')).toBe(
      '"shaft" is 20 across: such a flat would leave nothing of it, or take nothing off it. How deep is it?',
    );
    expect(asked(ROD, 'flat 2 deep 16 across 15 long at the left end')).toBe(
      'Is the flat 2 deep, or 16 across?',
    );
  });
});

test('a flange or plate of a diameter is round, and keeps its name; holes that follow a pattern take no name of its copies', () => {
  for (const [line, name] of [
    ['flange 90 dia 12 thick', 'flange'],
    ['round plate of 90 diameter, 12 thick', 'plate'],
    ['flange dia 90, 12 thick', 'flange'],
  ] as const) {
    const [feature] = typed([line]).bodies[0]?.features ?? [];
    expect([line, feature?.id, feature?.shape]).toEqual([
      line,
      name,
      { kind: 'cylinder', diameter: 90, height: 12 },
    ]);
  }
  // a block stays one
  expect(typed(['flange 80x40x10']).bodies[0]?.features[0]?.shape.kind).toBe('block');
  const drilled = typed(['flange 90 dia 12 thick', '4 holes 10 dia on 65 pcd', 'hole 20 dia through']);
  expect(drilled.bodies[0]?.features.map((f) => f.id)).toEqual(['flange', 'hole', 'hole 5']);
});
