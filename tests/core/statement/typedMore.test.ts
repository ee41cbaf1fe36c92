import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { FeatureFile, PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';

const EMPTY: PartFile = { format: 'blue-ledger/part@1', name: 'Part', units: 'mm', bodies: [] };

const builtFrom = (part: PartFile) => {
  const model = partModel(part);
  const built = model.ok ? buildPart(model.value) : undefined;
  if (!built?.ok) throw new Error('not built');
  return built.value;
};
const readOn = (part: PartFile, line: string) =>
  readTypedLine(line, typedContext(part, part.bodies.length ? builtFrom(part).box : undefined));
const typed = (...lines: string[]): PartFile =>
  lines.reduce((part, line) => {
    const read = readOn(part, line);
    if (read.kind === 'asks') throw new Error(`${line}: ${read.question}`);
    return enterReading(part, read);
  }, EMPTY);
const volumeOf = (...lines: string[]): number =>
  builtFrom(typed(...lines)).bodies.reduce((sum, b) => sum + measureSolid(b.solid, b.edges).volume, 0);
const added = (line: string): readonly FeatureFile[] => {
  const read = readOn(typed('block 120 x 60 x 20'), line);
  if (read.kind !== 'understood') throw new Error(`${line}: ${JSON.stringify(read)}`);
  return read.features;
};
const assumedBy = (line: string): readonly string[] => {
  const read = readOn(typed('block 120 x 60 x 20'), line);
  return read.kind === 'understood' ? read.assumed : [];
};
const asks = (line: string): string => {
  const read = readOn(typed('block 120 x 60 x 20'), line);
  return read.kind === 'asks' ? read.question : `understood: ${JSON.stringify(read)}`;
};

const BLOCK = 'block 120 x 60 x 20';
const WHOLE = 120 * 60 * 20;

describe('several edges in one line', () => {
  test.each([
    'fillet the vertical edges 5',
    'round all vertical corners R5',
    'round the four corners 5',
    '5 mm fillets on all vertical edges',
    'radius all upright edges 5',
  ])('%s', (line) => {
    expect(volumeOf(BLOCK, line)).toBeCloseTo(WHOLE - (4 - Math.PI) * 25 * 20, 6);
  });
  // round the top the strips of two edges meet in a small pyramid at each corner, which is counted once
  const round = (c: number): number => (c * c * (120 + 60) * 2) / 2 - (4 * c ** 3) / 3;
  test.each([
    ['chamfer the top edges 2 x 45', 2],
    ['chamfer all top edges 3', 3],
    ['chamfer the edges of the bottom 3', 3],
    ['break all top edges 1', 1],
  ])('%s', (line, c) => {
    expect(volumeOf(BLOCK, line)).toBeCloseTo(WHOLE - round(c), 6);
  });
  test('one edge stays one edge, in the plural too', () => {
    expect(added('chamfer the top front edges 2').length).toBe(1);
  });
  test('of a part that is round all over the edges of its top are its rim', () => {
    const shaft = typed('cylinder 40 dia 60 high');
    const read = readOn(shaft, 'chamfer the top edges 2');
    expect(read.kind === 'understood' && read.features.length).toBe(1);
  });
  test('all edges, or more than half of the part, are asked about', () => {
    expect(asks('fillet all edges 2')).toMatch(/^Which edges get the fillet\?/);
    expect(asks('fillet the vertical edges 31')).toMatch(/^31 is more than half of what the part is deep/);
  });
});

describe('grooves that are no boxes', () => {
  const cut = (line: string): number => WHOLE - volumeOf(BLOCK, line);
  test.each([
    ['V groove 6 deep left to right in the middle', 36 * 120],
    ['vee groove 10 wide front to back, 30 from left', 25 * 60],
    [
      'V groove 60 degrees 10 wide in the front, left to right, 8 up',
      ((5 * 5) / Math.tan(Math.PI / 6)) * 120,
    ],
    ['V groove 10 wide 4 deep front to back in the middle', 20 * 60],
    ['V groove 90 degrees 6 deep in the bottom, left to right in the middle', 36 * 120],
    [
      'dovetail groove 20 wide, 60 degrees, 8 deep, front to back in the middle',
      (20 + 8 / Math.tan(Math.PI / 3)) * 8 * 60,
    ],
    [
      'dovetail slot 20 wide 8 deep from left to right, 20 from the front',
      (20 + 8 / Math.tan(Math.PI / 3)) * 8 * 120,
    ],
  ])('%s', (line, volume) => {
    expect(cut(line)).toBeCloseTo(volume, 5);
  });
  test('what is not said is told, or asked', () => {
    expect(assumedBy('V groove 6 deep left to right in the middle')).toContain(
      '90 degrees between its sides',
    );
    expect(asks('V groove 6 deep in the middle')).toBe('Which way does the V groove run?');
    expect(asks('V groove 30 deep left to right in the middle')).toMatch(
      /would be .* and the part is only 20/,
    );
    expect(asks('dovetail groove 20 wide left to right in the middle')).toBe('How deep is the dovetail?');
  });
});

describe('walls, threads, tubes, slots', () => {
  test('a wall along a side is as long as it, and stands on the part', () => {
    expect(added('wall 10 thick 40 high at the back')).toMatchObject([
      { shape: { kind: 'block', width: 120, depth: 10, height: 40 }, at: [0, '60 - 10', 20] },
    ]);
    expect(assumedBy('wall 10 thick 40 high at the back')).toEqual([
      'as long as the back, 120',
      'on the top',
    ]);
    expect(added('wall 120 x 10 x 40 at the back')[0]?.at).toEqual([0, '60 - 10', 20]);
  });
  test('the figure behind a thread is its pitch where no screw could be so short', () => {
    const threadOf = (line: string) => (added(line)[0]?.shape as { thread?: object; depth?: unknown }) ?? {};
    expect(threadOf('tapped hole M8 x 1.25 through at the centre').thread).toEqual({ size: 'M8' });
    expect(threadOf('tapped hole M8 x 1 through at the centre').thread).toEqual({ size: 'M8 x 1' });
    expect(threadOf('tapped hole M8 x 15 at the centre')).toMatchObject({
      thread: { size: 'M8' },
      depth: 15,
    });
  });
  test('the wall of a tube is never taken for its bore', () => {
    const bore = (line: string): number => {
      const [, hole] = typed(line).bodies[0]?.features ?? [];
      const { diameter } = (hole?.shape ?? {}) as { diameter?: number | string };
      return typeof diameter !== 'string'
        ? (diameter ?? Number.NaN)
        : Number(diameter.replace(/^(\d+) - 2\*(\d+)$/, (_, a, b) => String(a - 2 * b)));
    };
    for (const line of [
      'tube 60 od 5 wall 80 long',
      'tube 60 od, wall 5 thick, 80 long',
      'tube 60 dia wall 5 80 long',
      'pipe 60 x 5 wall x 80 long',
      'hollow cylinder 60 outside, 50 inside, 80 long',
    ])
      expect([line, bore(line)]).toEqual([line, 50]);
  });
  test('of a slot of two figures the larger is its length, whichever comes first', () => {
    for (const line of [
      'slot 8 x 20 through, 15 from the left, 30 from the front',
      'slot 20 x 8 through, 15 from the left, 30 from the front',
    ])
      expect(added(line)[0]?.shape).toMatchObject({ length: 20, width: 8 });
  });
  test('four holes so far from each edge stand in the corners; holes spaced on a circle stand about its middle', () => {
    for (const line of [
      '4 x M6 tapped holes 12 deep, 15 from each edge',
      '4 holes 6 dia through 15 from the edges',
    ])
      expect(added(line)[0]).toMatchObject({ at: [15, 15, 20], mirror: { normal: 'y', at: 30 } });
    for (const line of [
      '6 holes ⌀5 equally spaced on ⌀40',
      '6 holes 5 dia on a circle of 40',
      '6 holes 5 dia on a 40 circle',
    ])
      expect(added(line)[0]?.repeat).toMatchObject({ count: 6, about: { through: [60, 30, 20] } });
  });
  test('diameters and lengths one after the other are a turned part', () => {
    const r = [15, 10, 7.5];
    const long = [100, 40, 30];
    const volume = r.reduce((sum, x, i) => sum + Math.PI * x * x * (long[i] as number), 0);
    expect(volumeOf('shaft ⌀30 100 long, ⌀20 40 long, ⌀15 30 long')).toBeCloseTo(volume, 6);
  });
});

describe('other words for what is known', () => {
  test.each([
    [
      '4 x 6.5 holes, one in each corner, 8 in from the edges',
      '4 holes 6.5 dia in the corners, 8 from the edges',
    ],
    ['2-⌀8 holes 40 apart on the centre line', '2 holes 8 dia 40 apart on the centre line'],
    ['hole 8 through, centre 40 25', 'hole 8 through at 40 25'],
    ['slot 8 wide 30 long through, centred at 40, 25', 'slot 8 wide 30 long through at 40, 25'],
    ['hole 8 mm diameter through at x = 20, y = 30', 'hole 8 dia through at 20 30'],
    ['block 20 x 20 x 10 at x 5 y 5', 'block 20 x 20 x 10 at 5, 5'],
    ['hex recess 13 across flats 6 deep at 40 25', 'hex hole 13 across flats 6 deep at 40 25'],
    ['square recess 12 x 12 x 5 deep at 40 25', 'pocket 12 x 12 x 5 deep at 40 25'],
    ['chamfer 2 all round the top', 'chamfer 2 all top edges'],
    ['fillet R3 around the bottom face', 'fillet R3 all bottom edges'],
    ['holes 5 dia at (10,10) (70,10) (70,40)', 'holes 5 dia at 10,10; 70,10 and 70,40'],
  ])('%s', (line, known) => {
    const shapes = (l: string): unknown[] => added(l).map(({ id: _, ...f }) => f);
    expect(shapes(known).length).toBeGreaterThan(0);
    expect(shapes(line)).toEqual(shapes(known));
  });
  test('six holes do not stand one in each of four corners; a centre line is no centre', () => {
    expect(asks('6 x 6.5 holes, one in each corner, 8 from the edges')).toMatch(/four corners/);
    expect(added('hole 8 through on the centre line 20 from left')[0]?.at).toEqual([20, 30, 20]);
    expect(asks('square recess 12 x 10 x 5 deep at 40 25')).toMatch(/"10"/);
  });
});

describe('what is no new line', () => {
  test.each([
    ['remove the hole', /^A line is taken out by the bin beside it/],
    ['make the height 25', /^A figure is changed where it stands/],
    ['mirror the boss about the middle', /^Copies are stated with what is copied/],
    ['spotface 20 dia 1 deep on the hole', /^A counterbore or countersink is stated with its hole/],
  ])('%s', (line, answer) => {
    expect(asks(line)).toMatch(answer);
  });
  test('what is cut has sizes', () => {
    expect(added('remove a block 20 x 10 x 5 from the top right front corner').length).toBe(1);
  });
});

describe('one thing at several places', () => {
  const placesOf = (line: string): unknown[] => added(line).map((f) => f.at);
  test.each([
    ['2 holes ⌀8 at 20,20 and 100,40', 2],
    ['holes 8 dia at 20,20 and 100,40', 2],
    ['8 dia holes at (20, 20), (100, 40)', 2],
    ['2 x M6 tapped holes 12 deep at 20,20 and 100,40', 2],
    ['two holes 6 dia 10 deep at 20 20 and 100 40', 2],
  ])('%s', (line, count) => {
    expect(placesOf(line)).toEqual([
      [20, 20, 20],
      [100, 40, 20],
    ]);
    expect(new Set(added(line).map((f) => f.id)).size).toBe(count);
    expect(new Set(added(line).map((f) => JSON.stringify(f.shape))).size).toBe(1);
  });
  test('more things than places are asked about', () => {
    expect(asks('4 holes 8 dia at 20,20 and 100,40')).toBe('There are 2 places for 4. Which is right?');
  });
  test('one place stays one, a point in space too, and so does what follows a place', () => {
    expect(placesOf('hole 12 at 45, 20')).toEqual([[45, 20, 20]]);
    expect(placesOf('block 20 x 10 x 10 at (20, 5, 20)')).toEqual([[20, 5, 20]]);
    expect(added('hole 8 at 20, 20 and 5 deep')).toMatchObject([{ at: [20, 20, 20], shape: { depth: 5 } }]);
  });
});

describe('rectangular holes', () => {
  test.each([
    ['rectangular hole 20 x 10 through in the middle', [20, 10, 20], [50, 25, 0]],
    ['20 x 10 rectangular through hole, 15 from left, 12 from front', [20, 10, 20], [15, 12, 0]],
    ['rectangular hole 20 x 10, 5 deep, 10 from left, 10 from front', [20, 10, 5], [10, 10, '20 - 5']],
    ['oblong recess 30 x 12, 4 deep, in the middle', [30, 12, 4], [45, 24, '20 - 4']],
    [
      'rectangular hole through the front, 20 wide 10 high, 15 from left, 8 from base',
      [20, 60, 10],
      [15, 0, 8],
    ],
  ])('"%s"', (line, [w, d, h], at) => {
    const [made, ...more] = added(line);
    expect(more).toEqual([]);
    expect(made?.op).toBe('cut');
    const plain = (x: unknown): unknown => (Number.isFinite(Number(x)) ? Number(x) : x);
    const { shape } = made as FeatureFile;
    expect(shape.kind === 'block' && [shape.width, shape.depth, shape.height].map(plain)).toEqual([w, d, h]);
    expect(made?.at?.map(plain)).toEqual(at);
  });
  test('two of them are counted', () =>
    expect(
      volumeOf(
        'block 120 x 60 x 20',
        '2 rectangular holes 10 x 6 through, 20 apart, 10 from left, 10 from front',
      ),
    ).toBeCloseTo(120 * 60 * 20 - 2 * 10 * 6 * 20, 6));
});

describe('what is taken out along an edge', () => {
  test.each([
    ['notch 10 x 15 in the left back corner', 10 * 15 * 20, 'right through, up and down'],
    ['notch 8 x 6 in the top left corner', 8 * 60 * 6, 'right through, front to back'],
    ['notch 7 x 4 in the front bottom corner', 120 * 7 * 4, 'right through, left to right'],
    ['step 10 x 12 in the front right corner', 10 * 12 * 20, 'right through, up and down'],
  ])('"%s"', (line, volume, words) => {
    expect(volumeOf('block 120 x 60 x 20', line)).toBeCloseTo(120 * 60 * 20 - volume, 6);
    expect(assumedBy(line)).toEqual([words]);
  });
  test('three sizes are of a corner, and the corners that it can be are offered', () => {
    const read = readOn(typed('block 120 x 60 x 20'), 'notch 10 x 10 x 5 in the right front corner');
    expect(read.kind === 'asks' && read.offers).toEqual([
      'top front right corner',
      'bottom front right corner',
    ]);
  });
  test.each([
    ['cut off the left front corner 10 x 20', ' 10 x 20', '10 x 20'],
    ['cut away the left front corner 10 x 10', ' 10 x 10', '10 x 10'],
    ['cut off the left front corner by 12', ' 12', '12 x 12'],
  ])(
    '"%s" may be a slope or a notch: that is asked, and what is offered can be read',
    (line, aslant, square) => {
      const read = readOn(typed('block 120 x 60 x 20'), line);
      const offers = [`chamfer the left front corner${aslant}`, `notch ${square} in the left front corner`];
      expect(read).toMatchObject({ kind: 'asks', offers });
      for (const o of offers) expect(readOn(typed('block 120 x 60 x 20'), o).kind).not.toBe('asks');
    },
  );
  test('what would be wider than the part is asked about', () =>
    expect(asks('notch 130 x 10 in the right front corner')).toMatch(
      /would be 130 wide, and the part is only 120/,
    ));
});

describe('what is said of a hole before its own size', () => {
  const shapeOf = (line: string) => added(line)[0]?.shape;
  test.each([
    'counterbored hole 6 through, 10 wide 4 deep, at 20 20',
    'counterbored hole 6 through, 10 dia 4 deep, top 20 20',
    'counterbored hole 6 dia through, 10 x 4, top 20 20',
    'hole 6 through counterbored 10 wide 4 deep top 20 20',
  ])('"%s"', (line) =>
    expect(shapeOf(line)).toMatchObject({
      kind: 'hole',
      depth: 'through',
      counterbore: { diameter: 10, depth: 4 },
    }),
  );
  test.each([
    ['countersunk hole 5 through, 10 wide, top 20 20', 90],
    ['countersunk hole 5 through, 10 dia at 82 degrees, top 20 20', 82],
  ])('"%s"', (line, angle) =>
    expect(shapeOf(line)).toMatchObject({ kind: 'hole', countersink: { diameter: 10, angle } }),
  );
  test('places behind "through" are no sizes', () =>
    expect(asks('counterbored hole 6 through, 20 from left, 20 from front')).toMatch(
      /How wide is the counterbore/,
    ));
});

describe('what is cut in one shape of several', () => {
  // a plate with a wall across it, 20 from the left, and a rib behind the wall
  const stand = [
    'plate: block 80 x 40 x 10',
    'wall: block 10 x 40 x 50 at 20 0 10',
    'rib: block 30 x 6 x 30 at 30 17 10',
  ];
  const on = (line: string): readonly FeatureFile[] => {
    const read = readOn(typed(...stand), line);
    if (read.kind !== 'understood') throw new Error(`${line}: ${JSON.stringify(read)}`);
    return read.features;
  };
  const place = (f: FeatureFile | undefined): unknown =>
    f?.at?.map((q) =>
      String(q)
        .split(' ')
        .reduce((sum, x, i, all) => (i % 2 ? sum : sum + (all[i - 1] === '-' ? -Number(x) : Number(x))), 0),
    );
  test.each([
    ['hole 10 through the plate 60 20', [60, 20, 10]],
    ['hole 10 in plate, 60 from left, 10 from front', [60, 10, 10]],
    // counted from the edges of the shape that is named, in its own face
    ['hole 8 in the wall, 10 from the front, 15 from the top, in the left', [20, 10, 45]],
    ['hole 5 through the rib in the front, 8 from the left, 12 from the bottom', [38, 17, 22]],
    ['pocket 20 x 10 x 5 in the plate, 50 from left, 15 from front', [50, 15, 5]],
  ])('"%s"', (line, at) => expect(place(on(line)[0])).toEqual(at));
  test.each([
    'hole 8 through the wall, in the left, 20 from front, 15 from bottom',
    'slot 10 x 6 through wall in the left in the middle',
  ])('"%s" spares the rib behind the wall', (line) => {
    const [made] = on(line);
    expect(made?.shape && 'depth' in made.shape && Number(made.shape.depth)).toBe(10);
  });
  test('beside the rib it is right through', () => {
    const [made] = on('hole 8 through the wall, in the left, 8 from front, 15 from bottom');
    expect(made?.shape).toMatchObject({ depth: 'through' });
  });
  test('of a part of one shape any word for it will do, and a word that is of none is asked about', () => {
    const one = readOn(typed('base: block 80 x 40 x 10'), 'hole 10 through the plate 20 20');
    expect(one.kind).toBe('understood');
    const two = readOn(typed(...stand), 'hole 10 through the bracket 20 20');
    expect(two.kind).toBe('asks');
  });
  test('a shape that is called as a face is does not take the face away', () => {
    const part = typed('plate: block 80 x 40 x 10', 'top: block 20 x 20 x 5 on top in the middle');
    const read = readOn(part, 'hole 6 through top 10 10');
    expect(read.kind === 'understood' && read.features[0]?.shape).toMatchObject({ depth: 'through' });
    expect(read.kind === 'understood' && read.features[0]?.at?.slice(0, 2)).toEqual([10, 10]);
  });
});

describe('the corners at one side of a flat shape', () => {
  const spared = (r: number): number => 2 * (1 - Math.PI / 4) * r * r;
  const stand = ['plate: block 80 x 40 x 10', 'wall: block 10 x 40 x 50 at 0 0 10'];
  const whole = 80 * 40 * 10 + 10 * 40 * 50;
  test.each([
    ['round the top corners of the wall 8', spared(8) * 10],
    ['fillet the two upper corners of the wall 8', spared(8) * 10],
    ['round off the right-hand corners of the plate 10', spared(10) * 10],
    ['chamfer the right corners of the plate 6', 6 * 6 * 10],
  ])('"%s"', (line, gone) => expect(volumeOf(...stand, line)).toBeCloseTo(whole - gone, 6));
  test('of a plate lying flat the top corners are asked about', () =>
    expect(asks('round the top corners 3')).toBe('Which edges get the fillet?'));
  test('a countersunk hole through a shape by its name', () => {
    const read = readOn(typed(...stand), 'countersunk hole 4 through the plate, 8 dia, 60 20');
    expect(read.kind === 'understood' && read.features[0]?.shape).toMatchObject({
      diameter: 4,
      countersink: { diameter: 8 },
    });
  });
});

describe('what stands on a shape by its name', () => {
  const stand = ['plate: block 100 x 60 x 20', 'wall: block 10 x 60 x 40 at 0 0 20'];
  const whole = 100 * 60 * 20 + 10 * 60 * 40;
  test.each([
    ['boss dia 20, 30 high on the plate, 70 from left, 30 from front', Math.PI * 100 * 30],
    ['cylinder 20 dia 30 high on plate at 70, 30', Math.PI * 100 * 30],
    ['tube 30 od 20 id 25 high on the plate at 70, 30', Math.PI * (225 - 100) * 25],
    ['block 20 x 20 x 10 on the plate, 60 from left, 10 from front', 4000],
    ['cone 30 dia 20 high on the plate at 70, 30', (Math.PI * 225 * 20) / 3],
  ])('"%s" stands on its top, not on that of the whole', (line, more) =>
    expect(volumeOf(...stand, line)).toBeCloseTo(whole + more, 6),
  );
  test('a hole on the plate goes through the plate', () =>
    expect(volumeOf(...stand, 'hole 10 on the plate at 70, 30')).toBeCloseTo(whole - Math.PI * 25 * 20, 6));
  test('what is done to a shape does not stand on it', () => {
    for (const line of ['fillet 3 on the plate', 'chamfer 2 on the plate'])
      expect(readOn(typed(...stand), line).kind).toBe('asks');
  });
});

describe('holes as they are written in workshops', () => {
  const plate = 'plate: block 100 x 60 x 20';
  const alike = (one: string, other: string) =>
    expect(volumeOf(plate, one)).toBeCloseTo(volumeOf(plate, other), 9);
  test.each([
    ['counterbored hole 6.6 / 11 x 6.5 at 20, 30', 'hole 6.6 counterbore 11 x 6.5 at 20, 30'],
    ['hole for an M6 bolt at 20, 30', 'clearance hole M6 at 20, 30'],
    ['hole to suit M6 at 20, 30', 'clearance hole M6 at 20, 30'],
    ['slot dia 10, centres 30 apart, in the middle', 'slot 10 wide, 30 centres, in the middle'],
    [
      'v groove 90 degrees 6 deep lengthwise in the middle',
      'v groove 90 degrees 6 deep left to right in the middle',
    ],
  ])('"%s"', (one, other) => alike(one, other));
  test('a fraction is no pair of diameters', () =>
    expect(readOn(typed(plate), 'counterbored hole 3/4 x 1/4 at 20, 30').kind).toBe('asks'));
  test('a hole for a tapped M6 stays tapped', () => {
    const read = readOn(typed(plate), 'tapped hole for M6 in the middle');
    expect(read.kind === 'understood' && read.features[0]?.shape).toHaveProperty('thread');
  });
});
