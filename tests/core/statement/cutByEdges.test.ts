import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Vec3 } from '../../../core/geometry/vec.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { viewSides } from '../../../core/section/viewSides.ts';
import type { NamedCorner } from '../../../core/statement/cornerPlaces.ts';
import { readCutLine } from '../../../core/statement/cutLine.ts';
import { feature, partOf } from '../balance/given.ts';

/** A block 60 x 40 x 50: 1 to 4 round the top from the left front corner, 5 to 8 below them; O in the middle above. */
const part = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }));
const RING: readonly (readonly [number, number])[] = [
  [0, 0],
  [0, 40],
  [60, 40],
  [60, 0],
];
const CORNERS: NamedCorner[] = [
  ...[50, 0].flatMap((z, k) =>
    RING.map(([x, y], i) => ({ label: String(1 + i + 4 * k), at: [x, y, z] as const })),
  ),
  { label: 'O', at: [30, 20, 90] },
];
const at = (label: string): Vec3 => CORNERS.find((c) => c.label === label)?.at as Vec3;

const read = (line: string, corners = CORNERS) =>
  readCutLine(line, {
    part,
    sidesOf: (v) => viewSides([0, 0, 0, 60, 40, 90], v),
    corners,
  });
/** The plane of a typed cut: its direction and how far out it stands. */
const planeOf = (line: string, corners = CORNERS) => {
  const r = read(line, corners);
  if (!r.ok) throw new Error(`${line}: ${r.faults[0]?.what}`);
  const plane = cuttingPlane({ ...r.value.trace, name: 'A' }, part);
  if (!plane.ok) throw new Error(plane.faults[0]?.what);
  return { ...plane.value.kept, assumed: r.value.assumed, seenIn: plane.value.seenIn };
};
const off = ({ n, d }: { n: Vec3; d: number }, p: Vec3): number =>
  n[0] * p[0] + n[1] * p[1] + n[2] * p[2] - d;
const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** How far two directions are from running the same way or against one another. */
const aside = (a: Vec3, b: Vec3): number => 1 - Math.abs(dot(a, b)) / Math.sqrt(dot(a, a) * dot(b, b));

describe('a plane that is stated by edges', () => {
  test.each<[string, string, Vec3]>([
    ['square to edge O-3 at its middle', 'O-3', [45, 30, 70]],
    ['perpendicular to the edge O-3, half way along', 'O-3', [45, 30, 70]],
    ['square to O-3 through 3, looking up', 'O-3', [60, 40, 50]],
    ['normal to edge 1-7 at corner 7', '1-7', [60, 40, 0]],
    ['square to edge (0, 0, 0)-(60, 40, 50) through 4', '1-7', [60, 0, 50]],
    ['section square to the slant edge O-1 through 5', 'O-1', [0, 0, 0]],
  ])('%s', (line, edge, through) => {
    const [a, b] = line.includes('(0')
      ? [[0, 0, 0] as const, [60, 40, 50] as const]
      : edge.split('-').map(at);
    const plane = planeOf(line);
    expect(aside(plane.n, sub(b as Vec3, a as Vec3))).toBeLessThan(1e-12);
    expect(off(plane, through)).toBeCloseTo(0, 5);
    expect(plane.seenIn).toBe('auxiliary');
  });
  test('so far from an end, either of them', () => {
    const length = Math.hypot(30, 20, 40);
    for (const [line, from] of [
      ['square to edge O-3, 10 from 3', '3'],
      ['square to edge O-3, 10 mm from O', 'O'],
      ['square to edge 3-O at 10 from O', 'O'],
    ] as const) {
      const plane = planeOf(line);
      const other = from === '3' ? at('O') : at('3');
      expect(Math.abs(off(plane, at(from)))).toBeCloseTo(10, 5);
      expect(Math.abs(off(plane, other))).toBeCloseTo(length - 10, 5);
      expect(off(plane, at(from)) * off(plane, other)).toBeLessThan(0);
    }
  });
  test('where no place is said the middle is taken, and told', () => {
    expect(planeOf('square to edge O-3').assumed[0]).toBe('at the middle of O-3');
    expect(planeOf('square to edge O-3 at its middle').assumed[0]).not.toContain('middle');
  });
  test('an edge of the front view is stated there', () => {
    expect(planeOf('square to edge 1-4 at its middle')).toMatchObject({ seenIn: 'front' });
    expect(planeOf('through edge 1-2 and corner 7')).toMatchObject({
      seenIn: 'front',
    });
  });
  test.each<[string, readonly Vec3[]]>([
    ['through edge 1-2 and corner 8', [at('1'), at('2'), at('8')]],
    ['through edge 1-6 and the middle of 3-7', [at('1'), at('6'), [60, 40, 25]]],
    [
      'through the middles of edges 1-2, 3-7 and 5-8',
      [
        [0, 20, 50],
        [60, 40, 25],
        [30, 0, 0],
      ],
    ],
    ['through 1, the middle of 3-7 and 8', [at('1'), [60, 40, 25], at('8')]],
    ['through 1, the middle of 3-7 and 6', [at('1'), [60, 40, 25], at('6')]],
  ])('%s', (line, points) => {
    const plane = planeOf(line);
    for (const p of points) expect(off(plane, p)).toBeCloseTo(0, 6);
  });
  test('through an edge and parallel to another', () => {
    const plane = planeOf('through edge 1-6, parallel to edge 3-8');
    for (const p of ['1', '6']) expect(off(plane, at(p))).toBeCloseTo(0, 6);
    expect(dot(plane.n, sub(at('8'), at('3')))).toBeCloseTo(0, 5);
  });
  test('parallel to a face that three corners name', () => {
    const face = { n: [0, 0, 0] as Vec3, d: 0 };
    for (const [line, far, p] of [
      ['parallel to face 1, 6 and 8, 5 in', 5, '7'],
      ['parallel to the face of corners 1 6 8, 5 out', 5, '5'],
      ['parallel to face 1-6-8, 4 mm inside', 4, '7'],
    ] as const) {
      const plane = planeOf(line);
      const own = planeOf('through corners 1, 6 and 8');
      Object.assign(face, own);
      expect(aside(plane.n, own.n)).toBeLessThan(1e-12);
      expect(Math.abs(off(plane, at('1')))).toBeCloseTo(far, 5);
      // it is moved towards that corner
      expect(Math.abs(off(plane, at(p)))).toBeLessThan(Math.abs(off(own, at(p))));
    }
    expect(off(planeOf('parallel to face 1, 6, 8 through 3'), at('3'))).toBeCloseTo(0, 5);
  });
  test('through an edge at an angle to HP or VP', () => {
    for (const [line, edge, axis, angle, side] of [
      ['through edge 5-6 at 30 degrees to HP', '5-6', [0, 0, 1], 30, [1, 0, 0]],
      ['through edge 3-4 at 30° to the base, rising to the left', '3-4', [0, 0, 1], 30, [-1, 0, 0]],
      ['through edge 5-8 inclined at 40 degrees to HP', '5-8', [0, 0, 1], 40, [0, 1, 0]],
      ['through edge 1-6 at 80 deg to HP', '1-6', [0, 0, 1], 80, [1, 0, 0]],
      ['through 1-6 at 80 degrees to HP, rising to the left', '1-6', [0, 0, 1], 80, [-1, 0, 0]],
      ['through edge 1-5 at 30 degrees to VP', '1-5', [0, 1, 0], 30, [1, 0, 0]],
      ['through edge 1-8 at 60 degrees to VP', '1-8', [0, 1, 0], 60, [1, 0, 0]],
    ] as const) {
      const plane = planeOf(line);
      const [a, b] = edge.split('-').map(at) as [Vec3, Vec3];
      for (const p of [a, b]) expect(off(plane, p)).toBeCloseTo(0, 5);
      const n = dot(plane.n, axis) < 0 ? (plane.n.map((x) => -x) as unknown as Vec3) : plane.n;
      expect([line, ((Math.acos(dot(n, axis)) * 180) / Math.PI).toFixed(5)]).toEqual([
        line,
        angle.toFixed(5),
      ]);
      expect([line, dot(n, side) < 0]).toEqual([line, true]);
    }
    expect(planeOf('through edge 5-6 at 30 degrees to HP').assumed[0]).toBe('rising to the right');
    // where no side is said, the one of the two that goes through the part, and not the one beside it
    const inside = planeOf('through edge 6-7 at 30 degrees to HP');
    expect(inside.assumed[0]).toBe('rising to the front');
    expect(new Set(CORNERS.map((c) => Math.sign(Math.round(off(inside, c.at) * 1e3))))).toEqual(
      new Set([0, 1, -1]),
    );
    expect(planeOf('through edge 7-8 at 50 degrees to HP').assumed[0]).toBe('rising to the left');
    // there is one upright plane through an edge, and one level one
    expect(planeOf('through edge 1-7 at 90 degrees to HP').assumed.join()).not.toContain('rising');
  });
  test.each([
    ['square to edge 1-99 at its middle', 'No corner is named 99'],
    ['square to edge 1-1 at its middle', 'are in one place'],
    ['square to edge O-3, x from 3', '"x" is no figure'],
    ['square to edge O-3, 10 from 1', '1 is no end of the edge O-3'],
    ['through edge 1-6, parallel to edge 4-7', 'run the same way'],
    ['through edge 1-5 at 30 degrees to HP', 'slopes more than that'],
    ['through edge 1-6 at 10 degrees to HP', 'slopes more than that'],
    ['through edge 5-6 at 30 degrees to HP, rising to the back', 'both rise equally to the back'],
    ['through edge 1-2 and the middle of 1-2', 'lie in one line'],
    ['parallel to face 1, 2, 2, 5 in', 'lie in one line'],
  ])('%s is answered', (line, what) => {
    const r = read(line);
    expect(r.ok ? 'read' : r.faults[0]?.what).toContain(what);
  });
  test('the plane holds its edge, at every angle that it can have', () => {
    const figure = fc.integer({ min: -50, max: 50 });
    const corner = fc.tuple(figure, figure, figure);
    let held = 0;
    fc.assert(
      fc.property(
        corner,
        corner,
        fc.integer({ min: 1, max: 90 }),
        fc.constantFrom('HP', 'VP'),
        (a, b, angle, plane) => {
          const corners = [a, b].map((p, i) => ({ label: String(i + 1), at: p }));
          const line = `through edge 1-2 at ${angle} degrees to ${plane}`;
          const r = read(line, corners);
          const axis: Vec3 = plane === 'HP' ? [0, 0, 1] : [0, 1, 0];
          const run = sub(b, a);
          const size = Math.sqrt(dot(run, run));
          const slope = size === 0 ? 90 : (Math.asin(Math.abs(dot(run, axis)) / size) * 180) / Math.PI;
          if (slope > angle + 1e-6 || size === 0 || Math.abs(slope - 90) < 1e-9) {
            expect(r.ok).toBe(false);
            return;
          }
          if (slope > angle - 1e-6) return;
          const made = planeOf(line, corners);
          for (const p of [a, b]) expect(Math.abs(off(made, p))).toBeLessThan(1e-4);
          expect(Math.abs((Math.acos(Math.abs(dot(made.n, axis))) * 180) / Math.PI - angle)).toBeLessThan(
            1e-3,
          );
          held++;
        },
      ),
      { seed: 1871, numRuns: 400 },
    );
    expect(held).toBeGreaterThan(150);
  });
});
