import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Box3, boxesMeet, inBox, lineInBox } from '../../../core/geometry/box.ts';
import { boxGrid } from '../../../core/geometry/boxGrid.ts';
import {
  boxOf2,
  type Conic2,
  conicFrom,
  lengthBetween,
  lineThrough2,
  parameterOn2,
  pointOn2,
} from '../../../core/geometry/curve2.ts';
import { type Curve3, partedAt } from '../../../core/geometry/curve3.ts';
import { meetings } from '../../../core/geometry/meeting2.ts';
import {
  compose,
  mapPoint,
  mirrored,
  moved,
  toLocal,
  turned,
  turnedAbout,
} from '../../../core/geometry/rigid.ts';
import {
  bracketedRoot,
  smoothRoots,
  type TrigPolynomial,
  trigRoots,
  trigValue,
} from '../../../core/geometry/roots.ts';
import { fitSpline } from '../../../core/geometry/spline2.ts';
import { distance, distance2, type Vec2, type Vec3 } from '../../../core/geometry/vec.ts';
import { cosDegrees, sinDegrees, TAU } from '../../../core/number/angle.ts';
import { cutIntervals, joinIntervals, keepIntervals } from '../../../core/solid/intervals.ts';
import { circleLoop, crossLoop, insideLoop, type LoopSegment, loopArea } from '../../../core/solid/loop.ts';

/** Ordinary figures, to four places: what drawings are made of. */
const real = (min: number, max: number) =>
  fc.integer({ min: Math.ceil(min * 1e4), max: Math.floor(max * 1e4) }).map((n) => n / 1e4);

describe('angles and rigid maps', () => {
  test('square turns are exact', () => {
    expect([0, 90, 180, 270, 360, -90].map((a) => [cosDegrees(a), sinDegrees(a)].map((x) => x + 0))).toEqual([
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
      [1, 0],
      [0, -1],
    ]);
    expect([30, 150, 210, 330, -30].map(sinDegrees)).toEqual([0.5, 0.5, -0.5, -0.5, -0.5]);
  });
  test('a map and its way back; turns about an axis keep it; two mirrors are a move', () => {
    fc.assert(
      fc.property(
        real(-180, 180),
        real(-180, 180),
        fc.tuple(real(-9, 9), real(-9, 9), real(-9, 9)),
        (a, b, p) => {
          const m = compose(moved([3, -4, 5]), compose(turned('x', a), turned('z', b)));
          expect(distance(toLocal(m, mapPoint(m, p as Vec3)), p as Vec3)).toBeLessThan(1e-12);
          const about = turnedAbout('y', a, [1, 2, 3]);
          expect(distance(mapPoint(about, [1, 77, 3]), [1, 77, 3])).toBeLessThan(1e-12);
          expect(
            distance(mapPoint(compose(mirrored('x', 5), mirrored('x', 2)), p as Vec3), [
              p[0] + 6,
              p[1],
              p[2],
            ]),
          ).toBeLessThan(1e-12);
        },
      ),
    );
  });
});

describe('roots', () => {
  test('of trigonometric polynomials: all that a fine scan finds, and each a root', () => {
    fc.assert(
      fc.property(fc.tuple(real(-2, 2), real(-2, 2), real(-2, 2), real(-2, 2), real(-2, 2)), (k) => {
        // below the tolerance all is one long touch
        fc.pre(Math.max(...k.map(Math.abs)) > 1e-3);
        const p = k as unknown as TrigPolynomial;
        const roots = trigRoots(p, 1e-12);
        const size = Math.max(1e-3, ...k.map(Math.abs));
        for (const t of roots) expect(Math.abs(trigValue(p, t))).toBeLessThan(1e-9 * size);
        // every change of sign between neighbours of a scan has its root
        const n = 720;
        for (let i = 0; i < n; i++) {
          const [a, b] = [(TAU * i) / n, (TAU * (i + 1)) / n];
          // values within the tolerance are a touch, wherever their noise puts the sign
          if (
            trigValue(p, a) * trigValue(p, b) < 0 &&
            Math.min(Math.abs(trigValue(p, a)), Math.abs(trigValue(p, b))) > 1e-11
          )
            expect(roots.some((t) => t >= a - 1e-9 && t <= b + 1e-9)).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
  test('a touch within the tolerance is one root, beyond it none or two', () => {
    // 1 - cos t touches zero at t = 0
    expect(trigRoots([1, -1, 0, 0, 0], 1e-9)).toHaveLength(1);
    expect(trigRoots([1 + 1e-12, -1, 0, 0, 0], 1e-9)).toHaveLength(1);
    expect(trigRoots([1 + 1e-6, -1, 0, 0, 0], 1e-9)).toHaveLength(0);
    expect(trigRoots([1 - 1e-6, -1, 0, 0, 0], 1e-9)).toHaveLength(2);
    expect(trigRoots([0, 0, 0, 0, 0], 1e-9)).toEqual([]);
  });
  test('of smooth functions: crossings, a touch once, and nothing where there is nothing', () => {
    const f = (t: number) => Math.sin(3 * t) * 2;
    expect(smoothRoots(f, 0.1, 3.1, 6, 1e-12).map((t) => Number(t.toFixed(10)))).toEqual(
      [Math.PI / 3, (2 * Math.PI) / 3].map((t) => Number(t.toFixed(10))),
    );
    expect(smoothRoots((t) => (t - 1.234) ** 2, 0, 3, 4, 1e-9)).toHaveLength(1);
    expect(smoothRoots((t) => (t - 1.234) ** 2 + 1e-6, 0, 3, 4, 1e-9)).toHaveLength(0);
    // a touch of the fourth order is within tolerance over a stretch, and still one touch in its middle
    const flat = smoothRoots((t) => (t - 1.234) ** 4, 0, 3, 108, 1e-8);
    expect(flat).toHaveLength(1);
    expect(Math.abs((flat[0] as number) - 1.234)).toBeLessThan(1e-3);
    expect(bracketedRoot((t) => t ** 3 - 2, 0, 2, -2, 6)).toBeCloseTo(2 ** (1 / 3), 14);
  });
});

describe('flat curves', () => {
  test('conjugate half diameters give the ellipse in its own axes', () => {
    fc.assert(
      fc.property(
        fc.tuple(real(-5, 5), real(-5, 5)),
        fc.tuple(real(-5, 5), real(-5, 5)),
        real(0, TAU),
        (u, v, t) => {
          fc.pre(Math.abs(u[0] * v[1] - u[1] * v[0]) > 0.1);
          const { conic, shift, sense } = conicFrom([1, 2], u as Vec2, v as Vec2, 1e-9);
          const direct: Vec2 = [
            1 + u[0] * Math.cos(t) + v[0] * Math.sin(t),
            2 + u[1] * Math.cos(t) + v[1] * Math.sin(t),
          ];
          expect(distance2(pointOn2(conic, sense * (t - shift)), direct)).toBeLessThan(1e-9);
          expect(Math.abs(conic.major[0] * conic.minor[0] + conic.major[1] * conic.minor[1])).toBeLessThan(
            1e-9,
          );
          expect(distance2(pointOn2(conic, parameterOn2(conic, direct)), direct)).toBeLessThan(1e-8);
        },
      ),
    );
  });
  const circle = (x: number, y: number, r: number): Conic2 => ({
    type: 'conic',
    c: [x, y],
    major: [r, 0],
    minor: [0, r],
    round: true,
  });
  test('meetings of lines, circles and ellipses, by hand', () => {
    const level = lineThrough2([0, 3], [1, 3]);
    expect(
      meetings(level, [-99, 99], circle(0, 0, 5), [0, TAU], 1e-9)
        .map(([s]) => s)
        .sort((a, b) => a - b),
    ).toEqual([expect.closeTo(-4, 12), expect.closeTo(4, 12)]);
    // touching circles meet once, crossing ones twice, apart never
    expect(meetings(circle(0, 0, 5), [0, TAU], circle(8, 0, 3), [0, TAU], 1e-9)).toHaveLength(1);
    expect(meetings(circle(0, 0, 5), [0, TAU], circle(6, 0, 3), [0, TAU], 1e-9)).toHaveLength(2);
    expect(meetings(circle(0, 0, 5), [0, TAU], circle(9, 0, 3), [0, TAU], 1e-9)).toHaveLength(0);
    const flat: Conic2 = { type: 'conic', c: [0, 0], major: [6, 0], minor: [0, 3], round: false };
    const points = meetings(circle(0, 0, 4), [0, TAU], flat, [0, TAU], 1e-9);
    expect(points).toHaveLength(4);
    for (const [s, t] of points)
      expect(distance2(pointOn2(circle(0, 0, 4), s), pointOn2(flat, t))).toBeLessThan(1e-12);
    const wave = { type: 'free', id: 'w', closed: false, at: (t: number): Vec2 => [t, Math.sin(t)] } as const;
    expect(
      meetings(wave, [0, TAU], lineThrough2([0, 0.5], [1, 0.5]), [0, 7], 1e-9)
        .map(([s]) => s)
        .sort(),
    ).toEqual([expect.closeTo(Math.PI / 6, 10), expect.closeTo((5 * Math.PI) / 6, 10)]);
  });
  test('boxes and lengths of arcs', () => {
    expect(boxOf2(circle(0, 0, 2), 0, Math.PI).map((x) => Number(x.toFixed(12)) + 0)).toEqual([-2, 0, 2, 2]);
    expect(lengthBetween(circle(0, 0, 2), 0, Math.PI)).toBeCloseTo(2 * Math.PI, 12);
  });
  test('a fitted spline stays within its tolerance', () => {
    const at = (t: number): Vec2 => [10 * Math.cos(t), 6 * Math.sin(2 * t)];
    const { knots, points } = fitSpline(at, 0, 5, 1e-6);
    expect(knots.length).toBe(points.length + 4);
    for (let i = 0; i + 3 < points.length; i += 3) {
      const [a, b] = [knots[i + 3] as number, knots[i + 4] as number];
      for (const f of [0.13, 0.37, 0.62, 0.9]) {
        const s = 1 - f;
        const w = [s ** 3, 3 * s * s * f, 3 * s * f * f, f ** 3];
        const p = [0, 1].map((k) =>
          w.reduce((sum, x, j) => sum + x * (points[i + j]![k] as number), 0),
        ) as unknown as Vec2;
        expect(distance2(p, at(a + f * (b - a)))).toBeLessThan(2e-6);
      }
    }
  });
});

describe('boxes', () => {
  const box = fc
    .tuple(real(0, 90), real(0, 90), real(0, 90), real(0, 12), real(0, 12), real(0, 12))
    .map(([x, y, z, a, b, c]): Box3 => [x, y, z, x + a, y + b, z + c]);
  test('the grid misses none that a look at each would find', () => {
    fc.assert(
      fc.property(fc.array(box, { minLength: 1, maxLength: 60 }), box, (boxes, query) => {
        const grid = boxGrid(boxes, 1e-6);
        const found = grid.around(query);
        for (const [i, b] of boxes.entries()) if (boxesMeet(b, query, 0)) expect(found).toContain(i);
        const [x, y, z] = query;
        const here = grid.at(x, y, z);
        expect([...here]).toEqual([...here].sort((a, b) => a - b));
        for (const [i, b] of boxes.entries()) if (inBox(b, [x, y, z], 0)) expect(here).toContain(i);
      }),
    );
  });
  test('a line meets a box exactly where one of its points is inside', () => {
    expect(lineInBox([0, 0, 0], [1, 0, 0], [5, -1, -1, 6, 1, 1], 0)).toBeDefined();
    expect(lineInBox([0, 2, 0], [1, 0, 0], [5, -1, -1, 6, 1, 1], 0)).toBeUndefined();
    expect(lineInBox([0, 0, 0], [Math.SQRT1_2, Math.SQRT1_2, 0], [5, -1, -1, 6, 1, 1], 0)).toBeUndefined();
    expect(lineInBox([0, 0, 0], [Math.SQRT1_2, Math.SQRT1_2, 0], [5, 4, -1, 6, 6, 1], 0)).toBeDefined();
  });
});

describe('loops of lines and arcs', () => {
  /** A plate with a round end: the rectangle 0..30 by 0..10 and a half circle at the right. */
  const plate: LoopSegment[] = [
    { a: [0, 0], b: [30, 0], role: 'below' },
    { a: [30, 0], b: [30, 10], arc: { c: [30, 5], r: 5, ccw: true }, role: 'end' },
    { a: [30, 10], b: [0, 10], role: 'above' },
    { a: [0, 10], b: [0, 0], role: 'left' },
  ];
  const inside = ([x, y]: Vec2): boolean =>
    (x > 0 && x < 30 && y > 0 && y < 10) || (Math.hypot(x - 30, y - 5) < 5 && x >= 30);
  test('inside is inside, in either sense of the loop', () => {
    const backwards = [...plate]
      .reverse()
      .map(
        (s): LoopSegment => ({ ...s, a: s.b, b: s.a, ...(s.arc ? { arc: { ...s.arc, ccw: false } } : {}) }),
      );
    fc.assert(
      fc.property(real(-3, 38), real(-3, 13), (x, y) => {
        // points on the outline fall to either side
        fc.pre(x !== 0 && y !== 0 && y !== 10);
        expect(insideLoop(plate, [x, y])).toBe(inside([x, y]));
        expect(insideLoop(backwards, [x, y])).toBe(inside([x, y]));
      }),
      { numRuns: 500 },
    );
    expect(loopArea(plate)).toBeCloseTo(300 + 12.5 * Math.PI, 10);
    expect(loopArea(backwards)).toBeCloseTo(-300 - 12.5 * Math.PI, 10);
  });
  test('points at the very heights of corners and centres', () => {
    const ring = circleLoop([0, 0], 6, 'wall');
    for (const [q, wanted] of [
      [[0, 0], true],
      [[-5.9, 0], true],
      [[6.1, 0], false],
      [[-6.1, 0], false],
      [[0, 5.9], true],
      [[0, -6.1], false],
    ] as const)
      expect(insideLoop(ring, q)).toBe(wanted);
    for (const y of [0, 10, 5])
      expect([insideLoop(plate, [-1, y]), insideLoop(plate, [36, y])]).toEqual([false, false]);
  });
  test('a line is inside between its crossings', () => {
    fc.assert(
      fc.property(real(-3, 38), real(-3, 13), real(0, TAU), (x, y, angle) => {
        const w: Vec2 = [Math.cos(angle), Math.sin(angle)];
        const ts = crossLoop(plate, [x, y], w);
        expect(ts.length % 2).toBe(0);
        for (let i = 1; i < ts.length; i++) {
          if ((ts[i] as number) - (ts[i - 1] as number) < 1e-9) continue;
          const t = ((ts[i] as number) + (ts[i - 1] as number)) / 2;
          expect(inside([x + t * w[0], y + t * w[1]])).toBe(i % 2 === 1);
        }
      }),
      { numRuns: 500 },
    );
  });
});

describe('stretches of a line', () => {
  const stretches = fc.uniqueArray(fc.integer({ min: 0, max: 40 }), { maxLength: 10 }).map((xs) => {
    const s = [...xs].sort((a, b) => a - b);
    return s.slice(0, s.length - (s.length % 2));
  });
  const holds = (s: readonly number[], x: number): boolean => s.filter((t) => t < x).length % 2 === 1;
  test('join, cut and keep agree with asking point by point', () => {
    fc.assert(
      fc.property(stretches, stretches, (a, b) => {
        for (let x = -0.5; x < 41; x++) {
          expect(holds(joinIntervals(a, b), x)).toBe(holds(a, x) || holds(b, x));
          expect(holds(cutIntervals(a, b), x)).toBe(holds(a, x) && !holds(b, x));
          expect(holds(keepIntervals(a, b), x)).toBe(holds(a, x) && holds(b, x));
        }
      }),
    );
  });
});

describe('a closed curve parted', () => {
  const circle: Curve3 = { type: 'ellipse', c: [0, 0, 0], u: [2, 0, 0], v: [0, 2, 0] };
  test('at its own beginning, it has as many stretches as cuts', () => {
    expect(partedAt(circle, [0, Math.PI], 0, 2 * Math.PI)).toEqual([
      [0, Math.PI],
      [Math.PI, 2 * Math.PI],
    ]);
  });
  test('begins anew at its first cut, or stays whole without one', () => {
    expect(partedAt(circle, [1, 3], 0, 2 * Math.PI)).toEqual([
      [1, 3],
      [3, 1 + 2 * Math.PI],
    ]);
    expect(partedAt(circle, [], 0, 2 * Math.PI)).toEqual([[0, 2 * Math.PI]]);
    expect(partedAt(circle, [0.5, 2], 1, 3)).toEqual([
      [1, 2],
      [2, 3],
    ]);
  });
});
