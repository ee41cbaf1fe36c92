import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { signedDistance } from '../../../core/geometry/surface.ts';
import { dot } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { viewOf } from '../../../core/view/view.ts';
import { bodiesOf, built, cutBy, type Feature, feature, lengths, partOf } from '../balance/given.ts';

const near = (got: number, wanted: number): void => {
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));
};
const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const A = { name: 'A', seenIn: 'front', look: 'down' } as const;

const hexTube: Feature[] = [
  feature('add', { kind: 'prism', sides: 6, side: 28, height: 64 }, { id: 'hex' }),
  feature('cut', { kind: 'hole', diameter: 26, depth: 'through' }, { id: 'bore', at: [0, 0, 64] }),
];

describe('cut faces against closed forms', () => {
  test('a slanting cut of a cylinder is an ellipse: area pi r^2 / cos', () => {
    const s = cutBy(partOf(feature('add', { kind: 'cylinder', diameter: 40, height: 90 })), {
      ...A,
      at: [0, 45],
      angle: 35,
    });
    near(s.bodies[0]!.face.area, (Math.PI * 400) / Math.cos((35 * Math.PI) / 180));
    near(s.bodies[0]!.face.centroid[1], 0);
    expect(s.bodies[0]!.cutPoints).toEqual([]);
    // second moments of the ellipse a = r / cos, b = r: pi a b^3 / 4 and pi a^3 b / 4
    const a = 20 / Math.cos((35 * Math.PI) / 180);
    near(s.bodies[0]!.face.secondMoments.s, (Math.PI * a * 20 ** 3) / 4);
    near(s.bodies[0]!.face.secondMoments.t, (Math.PI * a ** 3 * 20) / 4);
  });
  test('a hollow hexagon cut level: hexagon less circle, outer loop and hole', () => {
    const { face, cutPoints } = cutBy(partOf(...hexTube), { ...A, at: [0, 30], angle: 0 }).bodies[0]!;
    near(face.area, ((3 * Math.sqrt(3)) / 2) * 784 - Math.PI * 169);
    near(face.perimeter, 6 * 28 + Math.PI * 26);
    expect(face.loops.map((l) => l.outer).sort()).toEqual([false, true]);
    expect(cutPoints).toHaveLength(6);
    expect(cutPoints.map((p) => p.label)).toEqual(['1', '2', '3', '4', '5', '6']);
  });
  test('a slanting cut of the hollow hexagon is longer by 1 / cos along the trace only', () => {
    const level = cutBy(partOf(...hexTube), { ...A, at: [0, 30], angle: 0 }).bodies[0]!.face;
    const slant = cutBy(partOf(...hexTube), { ...A, at: [0, 30], angle: 28 }).bodies[0]!.face;
    near(slant.area, level.area / Math.cos((28 * Math.PI) / 180));
  });
  test('a pyramid cut parallel to its base at height h has (1 - h/H)^2 of the base', () => {
    const s = cutBy(partOf(feature('add', { kind: 'pyramid', sides: 5, acrossCorners: 60, height: 80 })), {
      ...A,
      at: [0, 30],
      angle: 0,
    });
    const base = (5 / 2) * 900 * Math.sin((72 * Math.PI) / 180);
    near(s.bodies[0]!.face.area, base * (5 / 8) ** 2);
  });
  test('a plane along a face cuts that face, a plane just missing it nothing', () => {
    const part = partOf(feature('add', block(60, 40, 20)));
    near(cutBy(part, { ...A, at: [0, 20], angle: 0 }).bodies[0]!.face.area, 2400);
    expect(cutBy(part, { ...A, at: [0, 20], angle: 0, look: 'up' }).bodies).toEqual([]);
    expect(cutBy(part, { ...A, at: [0, 20.001], angle: 0 }).bodies).toEqual([]);
  });
  test('a plane through an edge and one through a vertex', () => {
    // from the lower left edge to the upper right one: the diagonal rectangle
    near(
      cutBy(partOf(feature('add', block(60, 40, 20))), {
        ...A,
        through: [
          [0, 0],
          [60, 20],
        ],
      }).bodies[0]!.face.area,
      40 * Math.hypot(60, 20),
    );
    const pyramid = partOf(feature('add', { kind: 'pyramid', sides: 4, side: 40, height: 50 }));
    // upright through the apex: a triangle
    near(
      cutBy(pyramid, {
        name: 'A',
        seenIn: 'top',
        through: [
          [-30, 0],
          [30, 0],
        ],
        look: 'up',
      }).bodies[0]!.face.area,
      (40 * 50) / 2,
    );
  });
});

describe('cut points', () => {
  test('every one lies on the plane, on both faces it names, and on the edge', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 9 }),
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: 12, max: 50 }),
        (sides, angle, height) => {
          const file = partOf(
            feature(
              'add',
              { kind: 'pyramid', sides, acrossFlats: 66, topAcrossFlats: 28, height: 64 },
              { id: 'cap' },
            ),
            feature('cut', { kind: 'prism', sides: 4, side: 12, height: 90 }, { id: 'well', at: [2, 1, -5] }),
          );
          const s = cutBy(file, { ...A, at: [0, height], angle });
          const { solid } = built(file).bodies[0]!;
          for (const p of s.bodies.flatMap((b) => b.cutPoints)) {
            expect(Math.abs(dot(s.plane.kept.n, p.at) - s.plane.kept.d)).toBeLessThan(1e-9);
            expect(p.on.length).toBeGreaterThanOrEqual(2);
            for (const key of p.on) {
              const face = solid.faces.find((f) => f.key === key)!;
              expect(Math.abs(signedDistance(solid.surfaces[face.surface]!, p.at))).toBeLessThan(1e-9);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  test('they run round the loop in order and keep their names when sizes change', () => {
    const cut = (h: number) =>
      cutBy(partOf(feature('add', { kind: 'prism', sides: 6, side: 20, height: h }, { id: 'hex' })), {
        ...A,
        at: [0, 25],
        angle: 20,
      }).bodies[0]!.cutPoints;
    expect(cut(60).map((p) => `${p.label} ${p.on.join('+')}`)).toEqual(
      cut(75).map((p) => `${p.label} ${p.on.join('+')}`),
    );
    const [first, second] = cut(60);
    expect(first!.on.some((k) => second!.on.includes(k))).toBe(true);
  });
});

describe('several bodies, and what remains', () => {
  const pair = {
    ...bodiesOf({
      plate: [
        feature('add', block(60, 40, 10)),
        feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { at: [30, 20, 10] }),
      ],
      pin: [feature('add', { kind: 'cylinder', diameter: 12, height: 30 }, { at: [30, 20, -10] })],
    }),
  };
  const upright = {
    name: 'A',
    seenIn: 'top',
    through: [
      [0, 20],
      [60, 20],
    ] as [[number, number], [number, number]],
    look: 'up',
  } as const;
  test('a body marked so stays whole and is not cut; a section may overrule it', () => {
    const file = {
      ...pair,
      bodies: pair.bodies.map((b) => (b.name === 'pin' ? { ...b, sectioned: false } : b)),
    };
    expect(cutBy(file, upright).bodies.map((b) => b.name)).toEqual(['plate']);
    expect(cutBy(file, { ...upright, cut: ['pin'] }).bodies.map((b) => b.name)).toEqual(['plate', 'pin']);
    expect(cutBy(pair, { ...upright, whole: ['pin'] }).bodies.map((b) => b.name)).toEqual(['plate']);
  });
  test('the sectional front view of a plate with a hole: two areas, the hole seen behind', () => {
    const s = cutBy(
      partOf(
        feature('add', block(60, 40, 10)),
        feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { at: [30, 20, 10] }),
      ),
      upright,
    );
    const v = viewOf(s.remains, VIEW_FRAMES.front, built(pair).tol);
    // outline 2 (60 + 10), two sides of the hole
    expect(lengths(v).visible).toBeCloseTo(140 + 20, 9);
    expect(lengths(v).hidden).toBeCloseTo(0, 9);
  });
  test('bad traces are refused by name', () => {
    const fault = (more: object): string => {
      const r = cuttingPlane({ name: 'B', seenIn: 'front', look: 'down', ...more } as never, pair);
      return r.ok ? 'sound' : `${r.faults[0]!.where}: ${r.faults[0]!.what}`;
    };
    expect(
      fault({
        through: [
          [0, 0],
          [0, 5],
        ],
      }),
    ).toContain('cut "B", look: One cannot look down along the cut itself');
    expect(
      fault({
        through: [
          [1, 1],
          [1, 1],
        ],
      }),
    ).toContain('The two points are one');
    expect(fault({ at: [0, 'q'], angle: 0 })).toContain('The name "q" is not known');
    expect(fault({})).toContain('The place of the cut is missing');
  });
});
