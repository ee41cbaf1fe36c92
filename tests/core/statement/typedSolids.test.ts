import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid, measureTogether } from '../../../core/solid/measure.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { feature, partOf } from '../balance/given.ts';

const [W, D, H] = [80, 50, 30];
const block: PartFile = partOf(feature('add', { kind: 'block', width: W, depth: D, height: H }));

const measured = (part: PartFile) => {
  const model = partModel(part);
  if (!model.ok) throw new Error(JSON.stringify(model.faults));
  const built = buildPart(model.value);
  if (!built.ok) throw new Error(JSON.stringify(built.faults));
  return measureTogether(built.value.bodies.map(({ solid, edges }) => measureSolid(solid, edges)));
};
const typed = (line: string) => {
  const read = readTypedLine(line, typedContext(block, [0, 0, 0, W, D, H]));
  if (read.kind === 'asks') throw new Error(`${line}: ${read.question}`);
  return measured(enterReading(block, read));
};

const SIDES = { left: 0, right: 0, front: 1, back: 1, bottom: 2, top: 2 } as const;
type Side = keyof typeof SIDES;
const EDGES = (Object.keys(SIDES) as Side[]).flatMap((a) =>
  (Object.keys(SIDES) as Side[]).filter((b) => SIDES[a] !== SIDES[b]).map((b) => [a, b] as const),
);
const SPAN = [W, D, H];

describe('what a typed line makes of the block', () => {
  test.each(EDGES)('a chamfer and a fillet of the %s %s edge take off what they should, there', (a, b) => {
    const along = [0, 1, 2].find((i) => i !== SIDES[a] && i !== SIDES[b]) as number;
    const length = SPAN[along] as number;
    const chamfer = typed(`chamfer 6 x 4 on the ${a} ${b} edge`);
    expect(chamfer.volume).toBeCloseTo(W * D * H - (6 * 4 * length) / 2, 6);
    // the first size lies on the first face: the middle of what is gone is a third of each size from the edge
    const high = (s: Side): boolean => s === 'right' || s === 'back' || s === 'top';
    const gone = (6 * 4 * length) / 2;
    const expected = [0, 1, 2].map((i) => {
      const off = i === SIDES[b] ? 6 / 3 : i === SIDES[a] ? 4 / 3 : length / 2;
      const side = i === SIDES[a] ? a : b;
      const place = i === along ? length / 2 : high(side) ? (SPAN[i] as number) - off : off;
      return ((W * D * H * (SPAN[i] as number)) / 2 - gone * place) / (W * D * H - gone);
    });
    chamfer.centreOfMass.forEach((x, i) => {
      expect(x).toBeCloseTo(expected[i] as number, 6);
    });
    const fillet = typed(`fillet r5 on the ${a} ${b} edge`);
    expect(fillet.volume).toBeCloseTo(W * D * H - (1 - Math.PI / 4) * 25 * length, 6);
    const lost = [0, 1, 2].map((i) => (fillet.centreOfMass[i] as number) - (SPAN[i] as number) / 2);
    expect(Math.sign(lost[SIDES[a]] as number)).toBe(high(a) ? -1 : 1);
    expect(Math.sign(lost[SIDES[b]] as number)).toBe(high(b) ? -1 : 1);
  });

  test.each([
    ['conical hole 20 dia 25 deep in the middle of the top', (Math.PI * 100 * 25) / 3],
    ['conical hole 20 dia 25 deep in the front, 40 from left 15 up', (Math.PI * 100 * 25) / 3],
    ['tapered hole 20 dia to 12, 25 deep, in the middle of the top', (Math.PI * 25 * (100 + 60 + 36)) / 3],
    ['square pyramid hole base 20, 15 deep, in the middle of the right', (400 * 15) / 3],
    ['4 holes 8 dia in the corners, 10 from the edges', 4 * Math.PI * 16 * 30],
    ['4 holes 8 dia in each corner of the front, 9 from the edges', 4 * Math.PI * 16 * 50],
    ['3 holes 6 dia 20 apart, in the middle of the top', 3 * Math.PI * 9 * 30],
    ['notch in the back left bottom corner 20 x 15 x 10', 3000],
  ])('%s', (line, gone) => {
    expect(typed(line).volume).toBeCloseTo(W * D * H - gone, 6);
  });

  test('a row in the middle has its own middle there', () => {
    expect(typed('3 holes 6 dia 20 apart, in the middle of the top').centreOfMass[0]).toBeCloseTo(W / 2, 9);
  });
});

describe('in the middle', () => {
  const cup: PartFile = partOf(
    feature('add', { kind: 'cylinder', diameter: 80, height: 82 }, { id: 'cup' }),
    feature('add', { kind: 'block', width: 24, depth: 30, height: 12 }, { id: 'tab', at: [36, -15, 35] }),
  );
  const read = (line: string) => readTypedLine(line, typedContext(cup, [-40, -40, 0, 60, 40, 82]));
  const placeOf = (line: string): unknown => {
    const r = read(line);
    return r.kind === 'understood' ? r.features[0]?.at : r;
  };
  test('of a part that is not even is asked about, with both middles one press away', () => {
    const asked = read('hole 20 dia through from bottom in the middle');
    expect(asked).toMatchObject({ kind: 'asks', offers: ['of cup', 'of the whole part'] });
    if (asked.kind !== 'asks') return;
    expect(asked.offers.map((o) => placeOf(`hole 20 dia through from bottom in the middle ${o}`))).toEqual([
      [0, 0, 0],
      [10, 0, 0],
    ]);
  });
  test('of a shape that is named, on its own face', () => {
    expect(placeOf('hole 4 dia 5 deep from top in the middle of the tab')).toEqual([48, 0, 47]);
    expect(placeOf('pocket 6 x 6 x 2 deep in the middle of tab')).toEqual([45, -3, '47 - 2']);
  });
});

describe('on a part that is not even', () => {
  const stepped: PartFile = partOf(
    feature('add', { kind: 'block', width: 60, depth: 40, height: 10 }, { id: 'block' }),
    feature('add', { kind: 'cylinder', diameter: 20, height: 12 }, { id: 'boss', at: [30, 20, 10] }),
    feature('cut', { kind: 'block', width: 15, depth: 40, height: 4 }, { id: 'step', at: [45, 0, 6] }),
    feature('cut', { kind: 'hole', diameter: 8, depth: 'through' }, { id: 'bore', at: [30, 20, 22] }),
  );
  const box = [0, 0, 0, 60, 40, 22] as const;
  const read = (line: string, part = stepped) => readTypedLine(line, typedContext(part, [...box]));
  const first = (line: string) => {
    const r = read(line);
    if (r.kind !== 'understood') throw new Error(JSON.stringify(r));
    return r.features[0] as (typeof r.features)[number];
  };
  const total = measured(stepped).volume;
  const change = (line: string): number => {
    const r = read(line);
    if (r.kind !== 'understood') throw new Error(JSON.stringify(r));
    return measured(enterReading(stepped, r)).volume - total;
  };

  test('what comes from above begins where it meets the part', () => {
    expect(first('hole 4 dia 3 deep from top, 10 from left, 10 from front').at).toEqual([10, 10, 10]);
    expect(first('hole 4 dia 3 deep from top, 52 from left, 10 from front').at).toEqual([52, 10, 6]);
    // over the bore the boss it is in counts
    expect(first('hole 12 dia 3 deep from top, 30 from left, 20 from front').at).toEqual([30, 20, 22]);
    expect(change('hole 4 dia 3 deep from top, 52 from left, 10 from front')).toBeCloseTo(
      -Math.PI * 4 * 3,
      6,
    );
    expect(change('pocket 6 x 6 x 2 deep from top, 50 from left, 5 from front')).toBeCloseTo(-72, 6);
    expect(change('peg 6 dia 10 long on top, 10 from left, 10 from front')).toBeCloseTo(Math.PI * 9 * 10, 6);
    expect(change('rib: block 4 x 20 x 8 on top, 2 from left, 10 from front')).toBeCloseTo(640, 6);
  });
  test('a cut that would take nothing off is asked about, and the shape it is meant for can be named', () => {
    for (const line of ['step left 15 wide 4 deep', 'groove 4 wide 2 deep left to right, 3 from front']) {
      const asked = read(line);
      expect(asked).toMatchObject({ kind: 'asks', offers: ['of block', 'of boss'] });
      expect(change(`${line} of block`)).toBeLessThan(-100);
    }
    expect(read('cut block 5 x 5 x 5 at 50 0 12').kind).toBe('asks');
    expect(read('cut block 5 x 5 x 5 at 50 0 3').kind).toBe('understood');
  });
  test('an edge that is not the edge of the whole part is asked about', () => {
    expect(read('chamfer 2 on the top front edge')).toMatchObject({ kind: 'asks', offers: ['of block'] });
    expect(change('chamfer 2 on the top front edge of block')).toBeLessThan(-80);
  });
});

describe('rims', () => {
  const rod: PartFile = partOf(
    feature('add', { kind: 'cylinder', diameter: 60, height: 40 }, { id: 'rod' }),
    feature('cut', { kind: 'hole', diameter: 20, depth: 'through' }, { id: 'bore', at: [0, 0, 40] }),
    feature(
      'cut',
      { kind: 'hole', diameter: 6, depth: 'through' },
      { id: 'fixing', at: [20, 0, 40], repeat: { count: 4, about: { axis: 'z', through: [0, 0, 0] } } },
    ),
  );
  const total = measured(rod).volume;
  const read = (line: string) => readTypedLine(line, typedContext(rod, [-30, -30, 0, 30, 30, 40]));
  const taken = (line: string): number => {
    const r = read(line);
    if (r.kind !== 'understood') throw new Error(JSON.stringify(r));
    return total - measured(enterReading(rod, r)).volume;
  };
  /** What a triangle or a fillet's corner with its middle so far from the axis takes off, turned once round (Pappus). */
  const turnedOnce = (area: number, radius: number): number => area * 2 * Math.PI * radius;
  const corner = 1 - Math.PI / 4;
  /** from the corner to the middle of what lies outside a quarter circle of radius 1 */
  const middle = (10 - 3 * Math.PI) / (12 - 3 * Math.PI);

  test('a chamfer and a fillet take off what they should, at either end', () => {
    for (const end of ['top', 'bottom']) {
      expect(taken(`chamfer 2 on the ${end} rim of rod`)).toBeCloseTo(turnedOnce(2, 30 - 2 / 3), 6);
      expect(taken(`fillet r3 on the ${end} edge of rod`)).toBeCloseTo(
        turnedOnce(9 * corner, 30 - 3 * middle),
        5,
      );
    }
  });
  test('the mouths of a hole and of its copies are widened', () => {
    expect(taken('chamfer 1 of bore')).toBeCloseTo(turnedOnce(0.5, 10 + 1 / 3), 6);
    expect(taken('chamfer 1 of fixing')).toBeCloseTo(4 * turnedOnce(0.5, 3 + 1 / 3), 6);
  });
  test('which rim, and which end, is asked', () => {
    expect(read('chamfer 2 on the top rim')).toMatchObject({
      kind: 'asks',
      offers: ['of rod', 'of bore', 'of fixing'],
    });
    expect(read('chamfer 2 of rod')).toMatchObject({ kind: 'asks', offers: ['top rim', 'bottom rim'] });
    expect(read('fillet r30 on the top rim of rod').kind).toBe('asks');
  });
});

describe('rows and columns', () => {
  const places = (line: string): string[] => {
    const read = readTypedLine(line, typedContext(block, [0, 0, 0, W, D, H]));
    if (read.kind !== 'understood') return [read.kind === 'asks' ? read.question : read.kind];
    const after = enterReading(block, read);
    return after.bodies[0]!.features.slice(1).flatMap((f) => {
      const [x, y] = (f.at ?? []).map((q) => Number(typedContext(after, undefined).worth(String(q))));
      const step = f.repeat && 'step' in f.repeat ? f.repeat.step.map(Number) : [0, 0];
      return Array.from({ length: Number(f.repeat?.count ?? 1) }, (_, i) =>
        [(x as number) + i * (step[0] as number), (y as number) + i * (step[1] as number)].join(' '),
      );
    });
  };
  const six = ['10 10', '30 10', '50 10', '10 25', '30 25', '50 25'];
  test.each([
    '3 x 2 holes 5 dia through from top, 20 x 15 apart, 10 from left, 10 from front',
    '2 rows of 3 holes 5 dia through from top, 20 x 15 apart, 10 from left, 10 from front',
    'holes 5 through top in 3 columns and 2 rows, 20 apart left to right and 15 apart front to back, 10 from left, 10 from front',
    '2 rows of 3 holes 5 through top, 20 apart in rows 15 apart, 10 from left 10 from front',
  ])('%s', (line) => {
    expect(places(line)).toEqual(six);
    expect(typed(line).volume).toBeCloseTo(W * D * H - 6 * Math.PI * 6.25 * H, 5);
  });
  test('in the middle both ways', () => {
    expect(places('3 x 2 holes 5 dia through, 20 x 15 apart in the middle')).toEqual([
      '20 17.5',
      '40 17.5',
      '60 17.5',
      '20 32.5',
      '40 32.5',
      '60 32.5',
    ]);
  });
  test('what is missing or reaches beyond the part is asked about', () => {
    expect(places('2 rows of 3 holes 5 through, 10 from left, 10 from front')[0]).toMatch(/How far apart/);
    expect(places('3 x 5 holes 4 dia through, 15 x 15 apart, 10 from left, 10 from front')[0]).toMatch(
      /5 rows 15 apart/,
    );
    expect(places('3 holes 5 dia through, 20 x 15 apart, 10 from left, 10 from front')[0]).toMatch(
      /could not use "20"/,
    );
  });
  test('a place that is said twice is asked about', () => {
    expect(places('hole 5 dia through top 3 7, 10 from left, 10 from front')[0]).toMatch(
      /could not use "3 7"/,
    );
  });
  // copies stay in the face they are cut into, each along its own way
  test.each([
    ['2 grooves 1 wide 2 deep right across the front, 10 up, 8 apart', 2 * 1 * 2 * W, [W / 2, 1, 14.5]],
    ['2 grooves 1 wide 2 deep in the front, 10 from left, 20 apart', 2 * 1 * 2 * H, [20.5, 1, H / 2]],
    ['2 grooves 1 wide 2 deep in the front, 20 apart, in the middle', 2 * 1 * 2 * H, [W / 2, 1, H / 2]],
    [
      '2 grooves 1 wide 2 deep left to right in the back, 8 apart, in the middle',
      2 * 1 * 2 * W,
      [W / 2, D - 1, H / 2],
    ],
    [
      '2 grooves front to back in the top, 2 wide, 3 deep, 10 from left, 20 apart',
      2 * 2 * 3 * D,
      [21, D / 2, 28.5],
    ],
    [
      '2 grooves left to right in the top, 2 wide, 3 deep, 10 from front, 20 apart',
      2 * 2 * 3 * W,
      [W / 2, 21, 28.5],
    ],
    ['2 grooves right across the left side, 2 wide, 3 deep, 10 up, 8 apart', 2 * 2 * 3 * D, [1.5, D / 2, 15]],
    ['2 pockets 10 x 6, 5 deep in the right side, 10 from front, 10 up, 20 apart', 2 * 300, [77.5, 25, 13]],
    ['2 square holes side 6, 5 deep in the left, 10 from front, 10 up, 20 apart', 2 * 180, [2.5, 20, 10]],
    ['2 square holes side 6, 5 deep in the top, in the middle, 20 apart', 2 * 180, [W / 2, D / 2, 27.5]],
    ['2 pockets 10 x 6, 5 deep in the top, 20 apart, in the middle', 2 * 300, [W / 2, D / 2, 27.5]],
    [
      '2 pockets 10 x 6, 5 deep in the top, 20 from left, in the middle, 20 apart',
      2 * 300,
      [35, D / 2, 27.5],
    ],
  ] as const)('%s', (line, gone, middle) => {
    const left = typed(line);
    const whole = W * D * H;
    expect(left.volume).toBeCloseTo(whole - gone, 6);
    // what is gone and what is left have the block's middle together
    SPAN.forEach((span, i) => {
      const place = ((span / 2) * whole - (left.centreOfMass[i] as number) * left.volume) / gone;
      expect(place).toBeCloseTo(middle[i] as number, 6);
    });
  });
});

describe('what can be meant in two ways, and where it goes', () => {
  const asked = (line: string) => readTypedLine(line, typedContext(block, [0, 0, 0, W, D, H]));
  test.each([
    ['hole 8 deep 10 in the middle', Math.PI * 25 * 8, Math.PI * 16 * 10],
    ['pin 6 long 20 in the middle', -Math.PI * 100 * 6, -Math.PI * 9 * 20],
    ['pocket 20 high 12 deep 6 in the middle of the front', undefined, undefined],
  ])('%s', (line, first, second) => {
    const read = asked(line);
    if (first === undefined) {
      // the sizes before it show on which side names stand
      expect(read.kind).toBe('understood');
      return;
    }
    expect(read).toMatchObject({ kind: 'asks', question: expect.stringContaining('the one behind it') });
    const lines = read.kind === 'asks' ? (read.instead ?? []) : [];
    expect(lines.map((l) => W * D * H - typed(l).volume)).toEqual([
      expect.closeTo(first, 6),
      expect.closeTo(second, 6),
    ]);
  });
  test.each([
    ['hole 8, deep 10 in the middle', Math.PI * 16 * 10],
    ['hole 8 deep, 10 in the middle', Math.PI * 25 * 8],
    ['hole dia 8 deep 10 in the middle', Math.PI * 16 * 10],
    ['block wide 20 deep 10 high 5 on top in the middle', -20 * 10 * 5],
    ['peg 8 dia 20 long sunk 5 into the top in the middle', -Math.PI * 16 * 15],
    ['block 10 x 30 x 10 sunk 6 deep into the front 10 up in the middle', -10 * 24 * 10],
  ])('%s: a comma or the order says it', (line, gone) => {
    expect(W * D * H - typed(line).volume).toBeCloseTo(gone, 6);
  });
  test('what is sunk says how deep', () => {
    expect(asked('peg 8 dia 20 long sunk into the top in the middle')).toMatchObject({
      kind: 'asks',
      question: 'How deep is it sunk?',
    });
  });
  test('a cut goes into the body that it meets', () => {
    const two: PartFile = {
      ...block,
      bodies: [
        ...block.bodies,
        {
          name: 'rib',
          features: [
            {
              id: 'rib',
              op: 'add',
              shape: { kind: 'block', width: 10, depth: 10, height: 20 },
              at: [0, 0, H],
            },
          ],
        },
      ],
    };
    const enter = (line: string) => {
      const read = readTypedLine(line, typedContext(two, [0, 0, 0, W, D, H + 20]));
      if (read.kind === 'asks') throw new Error(read.question);
      const after = enterReading(two, read);
      return {
        bodies: after.bodies.map((b) => b.features.length),
        assumed: 'assumed' in read && read.assumed,
      };
    };
    expect(enter('hole 8, 10 deep, 40 from left, 25 from front')).toEqual({
      bodies: [2, 1],
      assumed: expect.arrayContaining([`in the body ${two.bodies[0]?.name}`]),
    });
    expect(enter('hole 4 through, 5 from left, 5 from front').bodies).toEqual([1, 2]);
  });
});
