import { describe, expect, test } from '@jest/globals';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid, measureTogether } from '../../../core/solid/measure.ts';
import { bodyVertices } from '../../../core/solid/vertices.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { partOf } from '../balance/given.ts';

const nothing: PartFile = { ...partOf(), bodies: [] };
const read = (line: string) => readTypedLine(line, typedContext(nothing, undefined));
const stood = (line: string) => {
  const r = read(line);
  if (r.kind !== 'understood') throw new Error(`${line}: ${JSON.stringify(r)}`);
  const model = partModel(enterReading(nothing, r));
  if (!model.ok) throw new Error(JSON.stringify(model.faults));
  const built = buildPart(model.value);
  if (!built.ok) throw new Error(JSON.stringify(built.faults));
  const part = built.value;
  const { centreOfMass } = measureTogether(part.bodies.map((b) => measureSolid(b.solid, b.edges)));
  const corners = bodyVertices(part.bodies[0]!.edges, part.tol.linear).map((v) => v.at);
  return { box: part.box, middle: centreOfMass, low: corners.filter((p) => Math.abs(p[2]) < 1e-6) };
};
/** The direction from the middle of the base, which is at the origin but for its height, to the middle of the solid. */
const axisOf = ({ middle }: ReturnType<typeof stood>, height: number) =>
  [middle[0], middle[1], middle[2] - height] as const;
const slope = ([x, y, z]: readonly [number, number, number]): number =>
  (Math.atan2(z, Math.hypot(x, y)) * 180) / Math.PI;

describe('a solid placed by its axis', () => {
  test('rests on an edge of its base, its axis inclined to HP and parallel to VP', () => {
    const s = stood(
      'hexagonal prism side 20 height 60, resting on a base edge, axis inclined 30 to HP, parallel to VP',
    );
    expect(s.box[2]).toBeCloseTo(0, 9);
    expect(s.low).toHaveLength(2);
    // that edge is square to VP
    expect(s.low[0]?.[0]).toBeCloseTo(s.low[1]?.[0] as number, 9);
    const axis = axisOf(s, 20 * Math.cos(Math.PI / 6) * Math.sin(Math.PI / 3));
    expect(slope(axis)).toBeCloseTo(30, 6);
    expect(axis[1]).toBeCloseTo(0, 9);
    expect(axis[0]).toBeGreaterThan(0);
  });
  test('rests on a corner of its base', () => {
    const s = stood(
      'hexagonal pyramid, base side 30, height 70, resting on one of its base corners on HP with its axis inclined at 45 degrees to the HP and parallel to the VP',
    );
    expect(s.box[2]).toBeCloseTo(0, 6);
    expect(s.low).toHaveLength(1);
    expect(slope(axisOf(s, 30 * Math.sin(Math.PI / 4)))).toBeCloseTo(45, 6);
  });
  test('round, rests on a point of its base', () => {
    const s = stood('cylinder 50 dia 70 high resting on a point of its base, axis inclined 40 degrees to HP');
    expect(s.box[2]).toBeCloseTo(0, 6);
    expect(slope(axisOf(s, 25 * Math.sin((50 * Math.PI) / 180)))).toBeCloseTo(40, 6);
  });
  test('lies on a face, its axis parallel to HP and inclined to VP', () => {
    const s = stood(
      'pentagonal prism side 25 height 60 lying on one of its rectangular faces, axis parallel to HP and inclined 30 to VP',
    );
    expect(s.box[2]).toBeCloseTo(0, 6);
    expect(s.low).toHaveLength(4);
    const apothem = 25 / (2 * Math.tan(Math.PI / 5));
    const [x, y, z] = axisOf(s, apothem);
    expect(z).toBeCloseTo(0, 6);
    expect((Math.atan2(y, x) * 180) / Math.PI).toBeCloseTo(30, 6);
  });
  test.each([
    ['square pyramid base 40 height 60 lying on a triangular face', 3, 20],
    ['square pyramid base 40 height 60 lying on a side face', 3, 20],
    ['hexagonal pyramid side 25 height 60 lying on a slant edge', 2, 25],
    ['cone 40 dia 60 high lying on a generator', 0, 20],
    ['cone base 40 height 60 lying on its side', 0, 20],
  ] as const)('%s: that side is level on the ground', (line, lowest, reach) => {
    const s = stood(line);
    expect(s.box[2]).toBeCloseTo(0, 6);
    // a cone touches by a line that has no corners
    expect(s.low).toHaveLength(lowest);
    const fall = Math.atan(reach / 60);
    expect(slope(axisOf(s, reach * Math.cos(fall)))).toBeCloseTo((-fall * 180) / Math.PI, 5);
  });
  test('lies on a generator, its axis inclined to VP as stated though it falls', () => {
    const s = stood('cone base 50 axis 60 lying on a generator on HP, axis inclined 30 to VP');
    expect(s.box[2]).toBeCloseTo(0, 6);
    const [x, y, z] = axisOf(s, 25 * Math.cos(Math.atan(25 / 60)));
    expect((Math.asin(y / Math.hypot(x, y, z)) * 180) / Math.PI).toBeCloseTo(30, 5);
  });
  test.each(['cone 40 dia 60 high, axis parallel to HP and VP', 'cone 40 dia 60 high, axis level'])(
    '%s: its rim touches the ground',
    (line) => {
      const s = stood(line);
      expect(s.box[2]).toBeCloseTo(0, 6);
      expect(s.box[5]).toBeCloseTo(40, 6);
      expect(slope(axisOf(s, 20))).toBeCloseTo(0, 6);
    },
  );
  test.each([
    ['square prism side 30 height 60 axis inclined 30 to HP', 'On what does it rest?'],
    ['square prism side 30 height 60 resting on an edge', 'By how many degrees is its axis inclined to HP?'],
    [
      'square prism side 30 height 60 resting on an edge, axis inclined 100 to HP',
      /more than 0 and less than 90/,
    ],
    ['square prism side 30 height 60 resting on an edge and lying on a face', /one thing only/],
    ['cone 40 dia 60 high lying on a generator, axis inclined 20 to HP', /Which of the two/],
    ['cone 50 dia 60 high lying on a generator, axis inclined 80 to VP', /no more than 67.38/],
    ['cone 50 dia 60 high lying on a face', /lie on a generator/],
    ['hexagonal prism side 25 axis 60 lying', 'On what does it lie?'],
    ['cylinder 28 dia 50 long upright lying', /stated twice/],
  ])('%s: asked', (line, question) => {
    const r = read(line);
    expect(r.kind === 'asks' ? r.question : JSON.stringify(r)).toMatch(question);
  });
  test.each([
    ['cylinder 28 dia 50 long lying left to right', [25, 0, 14]],
    ['cylinder 28 dia 50 long lying front to back', [0, 25, 14]],
    ['square prism side 20, 50 long, lying on a face, front to back', [0, 25, 10]],
  ])('%s: runs that way, on the ground', (line, middle) => {
    const s = stood(line);
    expect(s.middle.map((x) => Number(x.toFixed(6)) + 0)).toEqual(middle);
    expect(s.box[2]).toBeCloseTo(0, 9);
  });
  test('an axis has a length, and may stand upright', () => {
    expect(stood('cone base dia 60 axis 70 resting on HP').box[5]).toBeCloseTo(70, 9);
    expect(stood('octagonal prism side 15 height 60, axis vertical').box[5]).toBeCloseTo(60, 9);
    expect(stood('hexagonal prism side 20, axis perpendicular to HP, 50 high').box[5]).toBeCloseTo(50, 9);
  });
  test('standing on HP is as it stands anyway', () => {
    expect(stood('hexagonal pyramid base side 26 height 70 standing on HP').box[5]).toBeCloseTo(70, 9);
  });
});
