import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { FeatureFile, PartFile } from '../../../core/part/schema.ts';
import { partOfSolids } from '../../../core/part/solidPart.ts';
import { type Recognised, recognised } from '../../../core/recognise/recognise.ts';
import { statedBy } from '../../../core/recognise/stated.ts';
import { insideSolid } from '../../../core/solid/body.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { readNet } from '../../../formats/net/readNet.ts';
import { solidFile } from '../../../formats/solidFile.ts';
import { readStep } from '../../../formats/step/readStep.ts';
import { builtPart, measured, partOf } from '../../builtSample.ts';
import { campaign } from '../../campaign.ts';
import { randomFrom, randomPart } from '../../fuzz/randomPart.ts';

/** A part as a file of solids holds it, without a word of its features; undefined where the file is refused. */
const solidOf = (features: unknown, units: 'mm' | 'in' = 'mm'): PartFile | undefined => {
  const made = solidFile(builtPart(partOf(features, units)), {
    format: 'step',
    deviation: 1,
    date: '2026-01-01',
  });
  const read = readStep(made.ok ? (made.value as string) : '');
  return read.ok ? partOfSolids('sample.step', read.value) : undefined;
};
const asSolid = (features: unknown): PartFile => {
  const is = solidOf(features);
  if (!is) throw new Error('the file is refused');
  return is;
};
const found = (features: unknown): Recognised => {
  const is = recognised(asSolid(features), 'body', 'solid');
  if (!is) throw new Error('nothing was recognised');
  return is;
};
/** The drawing's part with the lines in place of its solid. */
const stated = (is: Recognised): PartFile => ({
  ...partOf([{ id: 'a', op: 'add', shape: { kind: 'sphere', diameter: 1 } }]),
  bodies: [{ name: 'body', features: [...is.features] }],
  ...(is.rest && { solids: { [is.rest.file]: is.rest.held as NonNullable<PartFile['solids']>[string] } }),
});
const shapes = (is: Recognised): string[] => is.features.map((f) => f.shape.kind);
const theOnly = (is: Recognised, kind: FeatureFile['shape']['kind']): FeatureFile => {
  const all = is.features.filter((f) => f.shape.kind === kind);
  expect(all).toHaveLength(1);
  return all[0] as FeatureFile;
};

/** Whether two parts hold the same of many places, thrown into the box of the first. */
const expectSameMaterial = (a: PartFile, b: PartFile, seed: number, places = 600): void => {
  const [x, y] = [builtPart(a), builtPart(b)];
  const random = randomFrom(seed);
  const differing: number[][] = [];
  for (let i = 0; i < places; i++) {
    const p = [0, 1, 2].map((k) => {
      const [lo, hi] = [x.box[k] as number, x.box[k + 3] as number];
      return lo + (hi - lo) * random();
    }) as unknown as [number, number, number];
    const inside = [x, y].map((part) => part.bodies.some((own) => insideSolid(own.solid, p)));
    if (inside[0] !== inside[1]) differing.push([...p]);
  }
  expect(differing).toEqual([]);
  expect(measured(y).volume / measured(x).volume).toBeCloseTo(1, 9);
};

const block = (width: number, depth: number, height: number, more: object = {}) => ({
  op: 'add',
  shape: { kind: 'block', width, depth, height },
  ...more,
});
const hole = (diameter: number, at: readonly number[], more: object = {}, place: object = {}) => ({
  op: 'cut',
  at,
  shape: { kind: 'hole', diameter, depth: 'through', ...more },
  ...place,
});
/** An outline as the front shows it, grown to a depth from the front plane backwards. */
const outlined = (polygon: readonly (readonly number[])[], depth: number) => ({
  op: 'add',
  plane: 'front',
  at: [0, depth, 0],
  shape: { kind: 'extrude', profile: { polygon }, height: depth },
});
const ided = (features: readonly object[]): object[] => features.map((f, i) => ({ id: `f${i}`, ...f }));

describe('holes and what they are drilled in', () => {
  test('counterbored in a grid, countersunk, blind with a drilled end, and slots that lie aslant', () => {
    const is = found(
      ided([
        block(120, 80, 16),
        ...[15, 60, 105].flatMap((x) =>
          [15, 65].map((y) => hole(7, [x, y, 16], { counterbore: { diameter: 12, depth: 7 } })),
        ),
        hole(5, [30, 40, 16], { countersink: { diameter: 10, angle: 90 } }),
        hole(6, [90, 40, 16], { depth: 10, tip: 118 }),
        {
          op: 'cut',
          at: [60, 40, 16],
          turn: [{ axis: 'z', angle: 30 }],
          shape: { kind: 'slot', length: 20, width: 8, depth: 5 },
        },
      ]),
    );
    expect(is.rest).toBeUndefined();
    expect(shapes(is).sort()).toEqual(['block', 'hole', 'hole', 'hole', 'slot']);
    const grid = is.features.find((f) => f.repeat);
    expect(grid?.shape).toEqual({
      kind: 'hole',
      diameter: 7,
      depth: 'through',
      counterbore: { diameter: 12, depth: 7 },
    });
    expect(grid?.repeat).toEqual({ count: 3, step: [45, 0, 0] });
    expect(grid?.mirror).toEqual({ normal: 'y', at: 40 });
    expect(is.features.map((f) => f.shape)).toContainEqual({
      kind: 'hole',
      diameter: 6,
      depth: 10,
      tip: 118,
    });
    expect(theOnly(is, 'slot').shape).toEqual({ kind: 'slot', length: 20, width: 8, depth: 5 });
    expect(theOnly(is, 'slot').turn).toEqual([{ axis: 'z', angle: 30 }]);
  });

  test('a flange: turned, with its bore and six holes on a circle', () => {
    const is = found(
      ided([
        { op: 'add', shape: { kind: 'cylinder', diameter: 120, height: 14 } },
        { op: 'add', at: [0, 0, 14], shape: { kind: 'cone', diameter: 70, topDiameter: 60, height: 30 } },
        hole(30, [0, 0, 44]),
        { ...hole(11, [45, 0, 14]), repeat: { count: 6, about: { axis: 'z' } } },
      ]),
    );
    expect(is.rest).toBeUndefined();
    expect(shapes(is)).toEqual(['revolve', 'hole', 'hole']);
    const round = is.features.find((f) => f.repeat);
    expect(round?.repeat).toEqual({ count: 6, about: { axis: 'z', through: [0, 0, 0] } });
  });

  test('through both ears of a fork it is one hole, and a bracket is one outline', () => {
    const ears = [
      [0, 0],
      [60, 0],
      [60, 50],
      [48, 50],
      [48, 12],
      [12, 12],
      [12, 50],
      [0, 50],
    ];
    const is = found(
      ided([
        outlined(ears, 30),
        {
          op: 'cut',
          plane: 'left',
          at: [0, 15, 36],
          shape: { kind: 'hole', diameter: 14, depth: 'through' },
        },
      ]),
    );
    expect(shapes(is)).toEqual(['extrude', 'hole']);
    expect(theOnly(is, 'hole')).toMatchObject({
      plane: 'left',
      at: [0, 15, 36],
      shape: { diameter: 14, depth: 'through' },
    });
  });

  test('a hole in the upper of two shelves does not go on into the lower one', () => {
    const shelves = [
      [0, 0],
      [50, 0],
      [50, 10],
      [10, 10],
      [10, 30],
      [50, 30],
      [50, 40],
      [0, 40],
    ];
    const features = ided([outlined(shelves, 30), hole(9, [30, 15, 40], { depth: 10 })]);
    const is = found(features);
    expect(theOnly(is, 'hole').shape).toEqual({ kind: 'hole', diameter: 9, depth: 10 });
    expectSameMaterial(partOf(features), stated(is), 7);
  });

  test('drilled into a round face, across a tube, and wider from below', () => {
    const features = ided([
      { op: 'add', shape: { kind: 'cylinder', diameter: 40, height: 90 } },
      hole(20, [0, 0, 90]),
      hole(26, [0, 0, 0], { depth: 12 }, { plane: 'bottom' }),
      hole(8, [0, -20, 60], {}, { plane: 'front' }),
    ]);
    const is = found(features);
    expect(is.rest).toBeUndefined();
    expect(is.features.map((f) => f.shape)).toContainEqual({ kind: 'hole', diameter: 8, depth: 'through' });
    expect(is.features.map((f) => f.shape)).toContainEqual({
      kind: 'hole',
      diameter: 20,
      depth: 'through',
      counterbore: { diameter: 26, depth: 12 },
    });
    expectSameMaterial(partOf(features), stated(is), 8);
  });

  test('square to a leaning face', () => {
    const wedge = [
      [0, 0],
      [80, 0],
      [80, 60],
      [60, 60],
      [0, 20],
    ];
    const features = ided([
      outlined(wedge, 40),
      {
        op: 'cut',
        at: [30, 20, 40],
        turn: [{ axis: 'y', angle: (-Math.atan2(40, 60) * 180) / Math.PI }],
        shape: { kind: 'hole', diameter: 10, depth: 12 },
      },
    ]);
    const is = found(features);
    expect(shapes(is)).toEqual(['extrude', 'hole']);
    expect(theOnly(is, 'hole').shape).toEqual({ kind: 'hole', diameter: 10, depth: 12 });
    expectSameMaterial(partOf(features), stated(is), 9);
  });
});

describe('what stands up and what is let in', () => {
  test('a pad with rounded corners, a boss on it with a blind hole, an opening of three sides', () => {
    const rounded = { rectangle: [50, 30], round: 6 };
    const triangle = {
      polygon: [
        [0, 0],
        [20, 0],
        [0, 15],
      ],
    };
    const features = ided([
      block(100, 60, 10),
      { op: 'add', at: [40, 30, 10], shape: { kind: 'extrude', profile: rounded, height: 6 } },
      { op: 'add', at: [30, 30, 16], shape: { kind: 'cylinder', diameter: 16, height: 20 } },
      hole(8, [30, 30, 36], { depth: 24 }),
      { op: 'cut', at: [72, 20, 0], shape: { kind: 'extrude', profile: triangle, height: 10 } },
    ]);
    const is = found(features);
    expect(is.rest).toBeUndefined();
    expect(shapes(is).sort()).toEqual(['block', 'cylinder', 'extrude', 'extrude', 'hole']);
    expect(theOnly(is, 'cylinder').shape).toEqual({ kind: 'cylinder', diameter: 16, height: 20 });
    expectSameMaterial(partOf(features), stated(is), 10);
  });

  test('a six-sided head on a shank', () => {
    const is = found(
      ided([
        { op: 'add', shape: { kind: 'prism', sides: 6, acrossFlats: 24, height: 10 } },
        { op: 'add', at: [0, 0, 10], shape: { kind: 'cylinder', diameter: 16, height: 60 } },
      ]),
    );
    expect(theOnly(is, 'prism').shape).toEqual({ kind: 'prism', sides: 6, acrossFlats: 24, height: 10 });
    expect(theOnly(is, 'cylinder').shape).toEqual({ kind: 'cylinder', diameter: 16, height: 60 });
  });

  test('a groove that is round in section is part of the turned outline', () => {
    const features = ided([
      { op: 'add', shape: { kind: 'cylinder', diameter: 60, height: 40 } },
      { op: 'cut', at: [0, 0, 20], shape: { kind: 'torus', diameter: 60, tube: 12 } },
    ]);
    const is = found(features);
    expect(shapes(is)).toEqual(['revolve']);
    expectSameMaterial(partOf(features), stated(is), 11);
  });
});

describe('what is not recognised', () => {
  test('stays a solid, closed where its holes were', () => {
    const features = ided([
      { op: 'add', shape: { kind: 'pyramid', sides: 5, side: 50, topSide: 30, height: 40 } },
      hole(12, [0, 0, 40], { depth: 20 }),
    ]);
    const is = found(features);
    expect(shapes(is)).toEqual(['solid', 'hole']);
    expect(is.rest?.faces).toBe(7);
    expect(
      measured(
        builtPart({ ...stated(is), bodies: [{ name: 'body', features: [is.features[0] as FeatureFile] }] }),
      ).volume,
    ).toBeCloseTo(((40 / 3) * (50 * 50 + 50 * 30 + 30 * 30) * 5) / (4 * Math.tan(Math.PI / 5)), 6);
    expectSameMaterial(partOf(features), stated(is), 12);
  });
  test('nothing is said of a solid of which nothing is, and of a body that is no solid', () => {
    const pyramid = ided([{ op: 'add', shape: { kind: 'pyramid', sides: 5, side: 30, height: 50 } }]);
    expect(recognised(asSolid(pyramid), 'body', 'solid')).toBeUndefined();
    expect(recognised(partOf(pyramid), 'body', 'f0')).toBeUndefined();
  });
});

test('a line among others is stated by lines under free names, and the others stay', () => {
  const net = asSolid(ided([block(60, 40, 10), hole(8, [20, 20, 10]), hole(6, [40, 20, 10])]));
  const drilled = { id: 'hole 1', ...hole(4, [50, 30, 10]) } as FeatureFile;
  const part: PartFile = {
    ...net,
    bodies: net.bodies.map((b) => ({ ...b, features: [...b.features, drilled] })),
  };
  const is = recognised(part, 'body', 'solid') as Recognised;
  const now = statedBy(part, 'body', 'solid', is);
  expect(now.bodies[0]?.features.map((f) => f.id)).toEqual(['body', 'hole 1 2', 'hole 2', 'hole 1']);
  expect(now.solids).toBeUndefined();
  expectSameMaterial(part, now, 14);
});

describe('nets of facets', () => {
  /** A part as a file of facets holds it. */
  const asNet = (features: unknown, format: 'stl' | 'obj', deviation: number): PartFile => {
    const made = solidFile(builtPart(partOf(features)), { format, deviation, date: '' });
    if (!made.ok) throw new Error('no net');
    const bytes = typeof made.value === 'string' ? new TextEncoder().encode(made.value) : made.value;
    const read = readNet(format, bytes);
    if (!read.ok) throw new Error(read.faults[0]?.what);
    return partOfSolids(`sample.${format}`, read.value);
  };
  const plate = ided([
    block(80, 50, 12),
    hole(9, [20, 25, 12], { counterbore: { diameter: 16, depth: 5 } }),
    hole(8, [60, 25, 12], { depth: 6, tip: 118 }),
    hole(6, [40, 40, 12], { countersink: { diameter: 12, angle: 90 } }),
    { op: 'cut', at: [40, 12, 12], shape: { kind: 'slot', length: 20, width: 6, depth: 'through' } },
  ]);
  test.each(['stl', 'obj'] as const)(
    '%s: the rounds that facets stand for are stated, and how far off they are',
    (format) => {
      const net = asNet(plate, format, 0.05);
      const name = net.bodies[0]?.name as string;
      const is = recognised(net, name, 'solid') as Recognised;
      expect(is.rest).toBeUndefined();
      expect(is.features.map((f) => f.shape)).toEqual(
        expect.arrayContaining([
          { kind: 'block', width: 80, depth: 50, height: 12 },
          { kind: 'hole', diameter: 9, depth: 'through', counterbore: { diameter: 16, depth: 5 } },
          { kind: 'hole', diameter: 8, depth: 6, tip: 118 },
          { kind: 'hole', diameter: 6, depth: 'through', countersink: { diameter: 12, angle: 90 } },
          { kind: 'slot', length: 20, width: 6, depth: 'through' },
        ]),
      );
      // what is open at both ends is stated from above
      expect(is.features.filter((f) => f.plane)).toEqual([]);
      expect(is.deviation).toBeGreaterThan(0.005);
      expect(is.deviation).toBeLessThan(0.05);
      expectSameMaterial(partOf(plate), stated(is), 13);
    },
  );
  test('a prism of twelve sides has no facets of a round, and one of twenty-four has', () => {
    const prism = (sides: number): Recognised | undefined => {
      const net = asNet(
        ided([{ op: 'add', shape: { kind: 'prism', sides, acrossCorners: 40, height: 20 } }]),
        'obj',
        1,
      );
      return recognised(net, net.bodies[0]?.name as string, 'solid');
    };
    expect(prism(12)?.features[0]?.shape.kind).toBe('prism');
    expect(prism(12)?.deviation).toBeUndefined();
    expect(prism(24)?.features[0]?.shape).toEqual({ kind: 'cylinder', diameter: 40, height: 20 });
    expect(prism(24)?.deviation).toBeCloseTo(20 * (1 - Math.cos(Math.PI / 24)), 4);
  });
});

test('the lines of random solids hold the same material at every place', () => {
  const seeds = Array.from({ length: campaign(400, 5) }, (_, i) => i + 1);
  let whole = 0;
  let some = 0;
  const unread: number[] = [];
  for (const seed of seeds) {
    const part = randomPart(seed);
    const [body, more] = part.bodies;
    if (!body || more) continue;
    // some random statements leave nothing
    const model = partModel(partOf(body.features, part.units));
    if (!model.ok || !buildPart(model.value).ok) continue;
    const solid = solidOf(body.features, part.units);
    if (!solid) unread.push(seed);
    const is = solid && recognised(solid, 'body', 'solid');
    if (!is) continue;
    some++;
    if (!is.rest) whole++;
    expectSameMaterial(partOf(body.features, part.units), { ...stated(is), units: part.units }, seed, 150);
  }
  expect(some).toBeGreaterThan(seeds.length / 8);
  expect(whole).toBeGreaterThan(0);
  // of a few the reader finds no way round an edge
  expect(unread.length).toBeLessThanOrEqual(seeds.length / 50);
});
