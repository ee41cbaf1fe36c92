import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pointOn } from '../../../core/geometry/curve3.ts';
import { cylinder, plane, signedDistance } from '../../../core/geometry/surface.ts';
import { unit, type Vec3 } from '../../../core/geometry/vec.ts';
import { surfaceMeeting } from '../../../core/meeting/surfaceMeeting.ts';
import { TAU } from '../../../core/number/angle.ts';
import { curveJson } from '../../../formats/curveJson.ts';
import { built, type Feature, feature, measured, partOf, seen } from '../balance/given.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const direction = fc
  .tuple(real(-1, 1), real(-1, 1), real(-1, 1))
  .filter((v) => Math.hypot(...v) > 0.2)
  .map((v) => unit(v as Vec3));
const point = fc.tuple(real(-5, 5), real(-5, 5), real(-5, 5)).map((p) => p as Vec3);
const TOL = 1e-7;
const ROOM = [-50, -50, -50, 50, 50, 50] as const;

describe('where two surfaces meet', () => {
  test('every point of every curve lies on both: two cylinders in any position', () => {
    fc.assert(
      fc.property(point, direction, real(1, 9), point, direction, real(1, 9), (p, a, r, q, b, R) => {
        const [s, t] = [cylinder(p, a, r), cylinder(q, b, R)];
        for (const curve of surfaceMeeting(s, t, ROOM, TOL))
          for (let i = 0; i < 24; i++) {
            const x = pointOn(curve, curve.type === 'line' ? i - 12 : (TAU * i) / 24 + 0.01);
            const far = Math.hypot(...x) + 10;
            expect(Math.abs(signedDistance(s, x))).toBeLessThan(1e-9 * far);
            expect(Math.abs(signedDistance(t, x))).toBeLessThan(1e-6 * far);
          }
      }),
      { numRuns: 200 },
    );
  });
  test('equal cylinders whose axes are parallel but for the last bit that counts', () => {
    const [s, t] = [
      cylinder([0, 0, 0], [0, -1, 0], 1),
      cylinder([0, 0, 0], [0, -1, -1.0000000000000002e-8], 1),
    ];
    for (const curve of surfaceMeeting(s, t, ROOM, TOL))
      for (const x of [0.3, 2.2]) expect(pointOn(curve, x).every(Number.isFinite)).toBe(true);
  });
  test('a plane and a cylinder: two lines, a touch, nothing; a circle; an ellipse', () => {
    const c = cylinder([0, 0, 0], [0, 0, 1], 5);
    const kinds = (n: Vec3, d: number): string[] =>
      surfaceMeeting(plane(n, d), c, ROOM, TOL).map((x) => x.type);
    expect([
      kinds([1, 0, 0], 3),
      kinds([1, 0, 0], 5),
      kinds([1, 0, 0], 5 + 1e-9),
      kinds([1, 0, 0], 5.1),
    ]).toEqual([['line', 'line'], ['line'], ['line'], []]);
    expect(kinds([0, 0, 1], 7)).toEqual(['ellipse']);
    const [slant] = surfaceMeeting(plane([0, Math.SQRT1_2, Math.SQRT1_2], 0), c, ROOM, TOL);
    expect(slant?.type === 'ellipse' && Math.hypot(...slant.u)).toBeCloseTo(5 * Math.SQRT2, 12);
  });
  test('how many curves: apart, touching, crossing, equal, one through the other', () => {
    const mast = cylinder([0, 0, 0], [0, 0, 1], 10);
    const count = (y: number, r: number): number =>
      surfaceMeeting(mast, cylinder([0, y, 0], [1, 0, 0], r), ROOM, TOL).length;
    expect(count(0, 4)).toBe(2);
    expect(count(8, 4)).toBe(1);
    expect(count(15, 4)).toBe(0);
    expect(count(0, 10)).toBe(2);
    const beside = (x: number, r: number): number =>
      surfaceMeeting(mast, cylinder([x, 0, 0], [0, 0, 1], r), ROOM, TOL).length;
    expect([beside(0, 10.5), beside(12, 5), beside(15, 5), beside(5, 5), beside(20, 5)]).toEqual([
      0, 2, 1, 1, 0,
    ]);
  });
});

describe('near coincidence: outside the tolerance the shape does not change kind', () => {
  const tee = (d: number, off = 0): Feature[] => [
    feature('add', { kind: 'cylinder', diameter: 20, height: 60 }, { at: [0, 0, -30] }),
    feature('add', { kind: 'cylinder', diameter: d, height: 40 }, { plane: 'right', at: [0, off, 0] }),
  ];
  test('a branch nearly as thick as the pipe', () => {
    // volume of the branch outside the pipe, by the integral of its rulings from the pipe's wall to the end
    const outside = (d: number, off: number): number => {
      const [r, R, n] = [d / 2, 10, 4000];
      let v = 0;
      for (let i = 0; i < n; i++) {
        const y = -r + ((i + 0.5) * 2 * r) / n;
        const wall = Math.sqrt(Math.max(0, R * R - (y + off) ** 2));
        v += 2 * Math.sqrt(r * r - y * y) * (40 - wall) * ((2 * r) / n);
      }
      return v;
    };
    for (const d of [12, 19, 19.9, 19.999, 20, 20 - 1e-10])
      expect(measured(built(partOf(...tee(d)))).volume / (Math.PI * 100 * 60 + outside(d, 0))).toBeCloseTo(
        1,
        4,
      );
    for (const off of [0.5, 3, 6])
      expect(
        measured(built(partOf(...tee(8, off)))).volume / (Math.PI * 100 * 60 + outside(8, off)),
      ).toBeCloseTo(1, 4);
  });
  test('the views of a tee: straight lines when equal, one curve when thinner', () => {
    const curves = (d: number): string[] => {
      const part = built(partOf(...tee(d)));
      return seen(part, 'front')
        .lines.filter((l) => l.class === 'visible')
        .map((l) => curveJson(l.curve, l.from, l.to, part.tol.size).type);
    };
    expect(curves(20).filter((t) => t === 'spline')).toEqual([]);
    expect(curves(16).filter((t) => t === 'spline')).toHaveLength(1);
    expect(curves(19.9).filter((t) => t === 'spline')).toHaveLength(1);
  });
  test('a hole that just breaks through a wall, just touches it, just does not', () => {
    const drilled = (x: number) =>
      built(
        partOf(
          feature('add', { kind: 'block', width: 40, depth: 30, height: 20 }),
          feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { at: [x, 15, 20] }),
        ),
      );
    const edges = (x: number): number => drilled(x).bodies[0]!.edges.filter((e) => e.kind === 'sharp').length;
    // inside: the block's twelve and two circles; broken through: the wall is parted and the circles are open
    expect([5.1, 5.001].map(edges)).toEqual([14, 14]);
    expect([4.999, 4.9].map(edges)).toEqual([18, 18]);
    // the touch itself is drawn once
    expect(drilled(5).bodies[0]!.edges.filter((e) => e.kind === 'nonmanifold')).toHaveLength(1);
  });
});
