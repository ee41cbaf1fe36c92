import { describe, expect, test } from '@jest/globals';
import type { Finding } from '../../../core/finding/finding.ts';
import { findingsOf } from '../../../core/finding/findings.ts';
import { openBoundaries } from '../../../core/finding/openBoundary.ts';
import { pointOn } from '../../../core/geometry/curve3.ts';
import { distance } from '../../../core/geometry/vec.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { mixedPart } from '../../bench/families.ts';
import { bodiesOf, built, feature, partOf } from '../balance/given.ts';

const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;
const hole = (diameter: number) => ({ kind: 'hole', diameter, depth: 'through' }) as const;
const told = (file: PartFile, limit?: number, ...traces: TraceFile[]): Finding[] => {
  const cuts = traces.map((t) => {
    const c = cuttingPlane(t, file);
    if (!c.ok) throw new Error(JSON.stringify(c.faults));
    return c.value;
  });
  return findingsOf(built(file), cuts, limit);
};
const kinds = (list: readonly Finding[]): string[] => list.map((f) => `${f.kind} ${f.where}`);

describe('what is sound has no findings', () => {
  test.each<[string, PartFile]>([
    ['a plate with features that do not touch', mixedPart(30)],
    [
      'a block with a hollow',
      partOf(
        feature('add', block(40, 40, 40)),
        feature('cut', { kind: 'sphere', diameter: 20 }, { at: [20, 20, 20] }),
      ),
    ],
    ['a ring', partOf(feature('add', { kind: 'torus', diameter: 60, tube: 12 }))],
    [
      'a tube with a cross hole',
      partOf(
        feature('add', { kind: 'cylinder', diameter: 40, height: 60 }),
        feature('cut', hole(24), { at: [0, 0, 60] }),
        feature('cut', hole(10), { plane: 'front', at: [0, -30, 30] }),
      ),
    ],
    [
      'two bodies face to face',
      bodiesOf({
        a: [feature('add', block(20, 20, 20))],
        b: [feature('add', block(20, 20, 20), { at: [20, 0, 0] })],
      }),
    ],
    [
      'a pin in its hole',
      bodiesOf({
        plate: [feature('add', block(40, 40, 10)), feature('cut', hole(12), { at: [20, 20, 10] })],
        pin: [feature('add', { kind: 'cylinder', diameter: 12, height: 30 }, { at: [20, 20, -10] })],
      }),
    ],
  ])('%s', (_, file) => expect(kinds(told(file))).toEqual([]));
});

describe('an edge that was not found', () => {
  const drilled = partOf(
    feature('add', block(40, 30, 20)),
    feature('cut', hole(10), { at: [20, 15, 20] }),
    feature('cut', block(10, 30, 8), { at: [30, 0, 12] }),
  );
  test('is told with the place, for every edge that ends at corners', () => {
    const part = built(drilled);
    const [body] = part.bodies;
    if (!body) throw new Error('no body');
    expect(openBoundaries(part)).toEqual([]);
    const straight = body.edges.filter((e) => e.curve.type === 'line' && e.kind === 'sharp');
    expect(straight.length).toBeGreaterThan(12);
    for (const gone of straight) {
      const edges = body.edges.filter((e) => e !== gone);
      const [f, more] = openBoundaries({ ...part, bodies: [{ ...body, edges }] });
      expect([f?.kind, f?.severity, f?.where, more]).toEqual([
        'open boundary',
        'fault',
        body.solid.name,
        undefined,
      ]);
      const ends = [gone.from, gone.to].map((t) => pointOn(gone.curve, t));
      expect(ends.some((p) => distance(p, f?.at ?? [0, 0, 0]) < 1e-6)).toBe(true);
    }
  });
});

describe('bodies that share room', () => {
  test('by how much, and where', () => {
    const [f] = told(
      bodiesOf({
        a: [feature('add', block(20, 20, 20))],
        b: [feature('add', block(20, 20, 20), { at: [18.5, 0, 0] })],
      }),
    );
    expect([f!.kind, f!.severity, f!.where]).toEqual(['overlap', 'fault', 'b']);
    expect(f!.what).toMatch(/with "a"/);
    expect(f!.at[0]).toBeGreaterThan(18.5);
    expect(f!.at[0]).toBeLessThan(20);
  });
  test('a bar right through a plate, none of whose edges lies in the other', () => {
    const file = bodiesOf({
      plate: [feature('add', block(60, 60, 10))],
      bar: [feature('add', { kind: 'cylinder', diameter: 8, height: 40 }, { at: [30, 30, -15] })],
    });
    expect(kinds(told(file))).toEqual(['overlap bar']);
  });
  test('a corner that only just goes in', () => {
    const file = bodiesOf({
      a: [feature('add', block(20, 20, 20))],
      b: [feature('add', block(20, 20, 20), { at: [19.9, 19.9, 19.9] })],
    });
    expect(kinds(told(file))).toEqual(['overlap b']);
  });
});

describe('features', () => {
  const plate = feature('add', block(60, 40, 10), { id: 'plate' });
  test('a hole beside the body, a boss inside it and a second of two equal holes do nothing', () => {
    expect(kinds(told(partOf(plate, feature('cut', hole(8), { id: 'beside', at: [90, 20, 10] }))))).toEqual([
      'no effect body/beside',
    ]);
    expect(
      kinds(told(partOf(plate, feature('add', block(5, 5, 5), { id: 'inside', at: [20, 20, 2] })))),
    ).toEqual(['no effect body/inside']);
    const twice = partOf(
      plate,
      feature('cut', hole(8), { id: 'one', at: [20, 20, 10] }),
      feature('cut', hole(8), { id: 'two', at: [20, 20, 10] }),
    );
    expect(kinds(told(twice))).toEqual(['no effect body/one', 'no effect body/two']);
  });
  test('a slot across parts the plate, and is named', () => {
    const file = partOf(
      plate,
      feature('cut', hole(8), { at: [10, 20, 10] }),
      feature('cut', block(4, 60, 20), { id: 'across', at: [30, -10, -5] }),
    );
    expect(kinds(told(file))).toEqual(['in pieces body/across']);
    expect(told(file)[0]!.what).toMatch(/2 pieces/);
  });
  test('a boss that does not reach the plate hangs in the air', () => {
    expect(
      kinds(
        told(
          partOf(
            plate,
            feature('add', { kind: 'cylinder', diameter: 8, height: 9 }, { id: 'boss', at: [20, 20, 11] }),
          ),
        ),
      ),
    ).toEqual(['in pieces body/boss']);
  });
  test('a groove all round a shaft does not part it, one as deep as the shaft does', () => {
    const shaft = feature('add', { kind: 'cylinder', diameter: 30, height: 80 }, { id: 'shaft' });
    const groove = (inner: number) =>
      feature(
        'cut',
        {
          kind: 'revolve',
          profile: {
            polygon: [
              [inner, 30],
              [20, 30],
              [20, 40],
              [inner, 40],
            ],
          },
        },
        { id: 'groove' },
      );
    expect(kinds(told(partOf(shaft, groove(10))))).toEqual([]);
    expect(kinds(told(partOf(shaft, groove(0))))).toEqual(['in pieces body/groove']);
  });
  test('two blocks edge to edge hang together by a line', () => {
    const file = partOf(
      feature('add', block(10, 10, 10)),
      feature('add', block(10, 10, 10), { id: 'next', at: [10, 10, 0] }),
    );
    expect(kinds(told(file))).toEqual(['no thickness body/block 1']);
    expect(told(file)[0]!.severity).toBe('fault');
  });
});

describe('walls', () => {
  const box = (wall: number): PartFile =>
    partOf(
      feature('add', block(60, 40, 30), { id: 'box' }),
      feature('cut', block(60 - 2 * wall, 40 - 2 * wall, 30), { id: 'hollow', at: [wall, wall, 5] }),
    );
  test('thinner than the limit are told with their thickness, others not', () => {
    const list = told(box(1.2), 2);
    expect(new Set(list.map((f) => f.kind))).toEqual(new Set(['thin wall']));
    expect(list[0]!.what).toMatch(/is 1\.2 mm thick, under the limit of 2\./);
    expect(told(box(2), 2)).toEqual([]);
    expect(told(box(1.2))).toEqual([]);
  });
  test('a hole close to the rim leaves a thin wall at one place', () => {
    const file = partOf(
      feature('add', block(60, 40, 10)),
      feature('cut', hole(10), { id: 'bore', at: [30, 5.8, 10] }),
    );
    expect(told(file, 0.5)).toEqual([]);
  });
});

describe('cuts', () => {
  const plate = partOf(
    feature('add', block(60, 40, 10), { id: 'plate' }),
    feature('cut', block(20, 20, 20), { id: 'notch', at: [-5, -5, -5] }),
  );
  const across = (x: number): TraceFile => ({
    name: 'A',
    seenIn: 'front',
    through: [
      [x, 0],
      [x, 10],
    ],
    look: 'right',
  });
  test('a leg of a stepped cut that covers only a part of a face runs along it', () => {
    const legs = (x: number, y: number): TraceFile => ({
      name: 'S',
      seenIn: 'top',
      through: [
        [-10, 30],
        [x, 30],
        [x, y],
        [80, y],
      ],
      look: 'up',
    });
    // the notch's back wall stands at y = 15 and reaches from 0 to 15; the leg covers it from 8 on
    expect(kinds(told(plate, undefined, legs(8, 15)))).toEqual(['plane along face body/notch']);
    expect(kinds(told(plate, undefined, legs(20, 15)))).toEqual([]);
    // the leg between, along the notch's side wall at x = 15, reaches it only from 10 to 15
    expect(kinds(told(plate, undefined, legs(15, 10)))).toEqual(['plane along face body/notch']);
    expect(kinds(told(plate, undefined, legs(15, 20)))).toEqual([]);
  });
  test('through corners and along faces are told, clear ones not', () => {
    expect(kinds(told(plate, undefined, across(30)))).toEqual([]);
    expect(kinds(told(plate, undefined, across(15)))).toEqual(['plane along face body/notch']);
    const slanting: TraceFile = {
      name: 'B',
      seenIn: 'front',
      through: [
        [0, 0],
        [60, 10],
      ],
      look: 'up',
    };
    const list = told(plate, undefined, slanting);
    expect(list.map((f) => f.severity)).toEqual(list.map(() => 'note'));
    expect(list).toHaveLength(1);
    expect(list[0]!.what).toMatch(/and 3 more\./);
  });
});
