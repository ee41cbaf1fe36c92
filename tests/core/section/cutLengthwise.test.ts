import { describe, expect, test } from '@jest/globals';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { cutLengthwise } from '../../../core/section/cutLengthwise.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { built, feature, partOf } from '../balance/given.ts';

const found = (part: PartFile, trace: Omit<TraceFile, 'name'>): string[] => {
  const plane = cuttingPlane({ name: 'A', ...trace }, part);
  if (!plane.ok) throw new Error(JSON.stringify(plane.faults));
  return cutLengthwise(built(part).bodies, plane.value);
};
const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const inTop = (at: [number, number], angle: number): Omit<TraceFile, 'name'> => ({
  seenIn: 'top',
  at,
  angle,
  look: angle === 90 ? 'left' : 'up',
});

describe('ribs and webs', () => {
  const stand = (id: string): PartFile =>
    partOf(
      feature('add', block(80, 40, 10), { id: 'base' }),
      feature('add', block(10, 40, 50), { id: 'wall', at: [0, 0, 10] }),
      feature('add', block(30, 6, 30), { id, at: [10, 17, 10] }),
    );
  test.each(['rib', 'rib 2', 'Rib2', 'left_rib', 'rib left', 'rib-a', 'web', 'stiffeners'])(
    '"%s" is not cut along',
    (id) => {
      expect(found(stand(id), inTop([0, 20], 0))).toEqual([`body/${id}`]);
    },
  );
  test.each(['caribou', 'webbing', 'block', 'ribbon', 'rib pad', 'web plate'])('"%s" is none', (id) => {
    expect(found(stand(id), inTop([0, 20], 0))).toEqual([]);
  });
  test('across, beside it and well aslant it is cut like anything else', () => {
    expect(found(stand('rib'), inTop([25, 0], 90))).toEqual([]);
    expect(found(stand('rib'), inTop([0, 5], 0))).toEqual([]);
    expect(found(stand('rib'), inTop([0, 0], 45))).toEqual([]);
  });
  test('one that is shaped as a triangle, and turned', () => {
    const part = partOf(
      feature('add', block(80, 40, 10), { id: 'base' }),
      feature(
        'add',
        {
          kind: 'extrude',
          height: 6,
          profile: {
            polygon: [
              [0, 0],
              [40, 0],
              [0, 30],
            ],
          },
        },
        { id: 'rib', at: [20, 23, 10], plane: 'front' },
      ),
    );
    expect(found(part, inTop([0, 20], 0))).toEqual(['body/rib']);
  });
  test('what the cut leaves whole is not told, nor what it is to cut', () => {
    for (const own of [{ whole: ['body/rib'] }, { cut: ['body/rib'] }])
      expect(found(stand('rib'), { ...inTop([0, 20], 0), ...own })).toEqual([]);
  });
  test('a stepped cut whose one leg runs along it', () => {
    const through: [number, number][] = [
      [0, 20],
      [45, 20],
      [45, 5],
      [80, 5],
    ];
    expect(found(stand('rib'), { seenIn: 'top', through, look: 'up' })).toEqual(['body/rib']);
  });
});

describe('shafts, pins and the like', () => {
  const joint = (name: string): PartFile => {
    const [fork, pin] = [
      partOf(feature('add', block(60, 40, 30), { id: 'block' })),
      partOf(
        feature('add', { kind: 'cylinder', diameter: 10, height: 50 }, { id: 'rod', at: [30, 20, -10] }),
      ),
    ].flatMap((p) => p.bodies);
    return {
      ...partOf(),
      bodies: [fork, pin].flatMap((b, i) => (b ? [{ ...b, name: i ? name : 'fork' }] : [])),
    };
  };
  test('along the axis it is not cut, across it is', () => {
    expect(found(joint('pin'), inTop([0, 20], 0))).toEqual(['pin']);
    expect(found(joint('pin'), { seenIn: 'front', at: [0, 15], angle: 0, look: 'down' })).toEqual([]);
    // the plane misses it
    expect(found(joint('pin'), inTop([0, 35], 0))).toEqual([]);
  });
  test.each(['pin block', 'shaft collar', 'key plate', 'spinning top'])('a "%s" is none of them', (name) =>
    expect(found(joint(name), inTop([0, 20], 0))).toEqual([]),
  );
  test.each(['drive shaft', 'pin 2', 'Keys', 'stay-rod pin (left)'])('a "%s" is', (name) =>
    expect(found(joint(name), inTop([0, 20], 0))).toEqual([name]),
  );
});
