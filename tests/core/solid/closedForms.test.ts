import { describe, expect, test } from '@jest/globals';
import type { TraceFile } from '../../../core/part/schema.ts';
import { built, cutBy, type Feature, feature, lengths, measured, partOf, seen } from '../balance/given.ts';

/** Figures worked out by hand, each with its formula; the engine's may differ by a billionth. */
const near = (got: number, wanted: number): void => {
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(Math.abs(wanted), 1));
};
const { PI, SQRT2, sqrt, asinh, tan, hypot } = Math;
const cone = (diameter: number, height: number, topDiameter?: number) =>
  ({ kind: 'cone', diameter, height, ...(topDiameter && { topDiameter }) }) as const;
const sphere = (diameter: number) => ({ kind: 'sphere', diameter }) as const;
const torus = (diameter: number, tube: number) => ({ kind: 'torus', diameter, tube }) as const;
const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;
const cylinder = (diameter: number, height: number) => ({ kind: 'cylinder', diameter, height }) as const;

describe('volume, area and centre of mass', () => {
  const wall = sqrt(13 ** 2 + 31 ** 2);
  const slant = hypot(31, 20);
  const ring = sqrt(15 ** 2 - 9 ** 2);
  const sink = (14 - 7) / 2 / tan(PI / 4);
  const tip = 4 / tan(PI / 3);
  test.each<[string, Feature[], { volume?: number; area?: number; z?: number }]>([
    // V = pi r^2 h / 3, A = pi r (r + l), centre at a quarter of the height
    [
      'a cone',
      [feature('add', cone(26, 31))],
      { volume: (PI * 169 * 31) / 3, area: PI * 13 * (13 + wall), z: 31 / 4 },
    ],
    // V = pi h (R^2 + R r + r^2) / 3, A = pi (R^2 + r^2 + (R + r) l)
    [
      'a frustum',
      [feature('add', cone(60, 31, 20))],
      { volume: (PI * 31 * (900 + 300 + 100)) / 3, area: PI * (900 + 100 + 40 * slant) },
    ],
    // V = 4 pi r^3 / 3, A = 4 pi r^2
    [
      'a ball',
      [feature('add', sphere(34))],
      { volume: (4 / 3) * PI * 17 ** 3, area: 4 * PI * 17 ** 2, z: 0 },
    ],
    // Pappus: V = 2 pi R pi r^2, A = 2 pi R 2 pi r
    [
      'a ring',
      [feature('add', torus(50, 14))],
      { volume: 2 * PI * 25 * PI * 49, area: 2 * PI * 25 * 2 * PI * 7 },
    ],
    // half a turn of a rectangle 6 x 10 about an axis 12 from its middle: V = pi 12 60, A = pi 12 32 + 2 60
    [
      'half a turn of a bar',
      [
        feature('add', {
          kind: 'revolve',
          angle: 180,
          profile: {
            polygon: [
              [9, 0],
              [15, 0],
              [15, 10],
              [9, 10],
            ],
          },
        }),
      ],
      { volume: PI * 12 * 60, area: PI * 12 * 32 + 120, z: 5 },
    ],
    // what is left of a ball round a hole depends on its height alone: V = pi h^3 / 6; A = 2 pi R h + 2 pi r h
    [
      'a ball with a hole through it',
      [feature('add', sphere(30)), feature('cut', cylinder(18, 40), { at: [0, 0, -20] })],
      { volume: (PI * (2 * ring) ** 3) / 6, area: 2 * PI * 15 * 2 * ring + 2 * PI * 9 * 2 * ring },
    ],
    // a half ball has its centre at 3 R / 8
    [
      'half a ball',
      [feature('add', sphere(40)), feature('keep', block(50, 50, 30), { at: [-25, -25, 0] })],
      { volume: (2 / 3) * PI * 8000, area: 3 * PI * 400, z: (3 * 20) / 8 },
    ],
    // a cap of height h: V = pi h^2 (3 R - h) / 3, A = 2 pi R h + pi (2 R h - h^2)
    [
      'a cap of a ball',
      [feature('add', sphere(40)), feature('keep', block(50, 50, 30), { at: [-25, -25, 12] })],
      { volume: (PI * 64 * (60 - 8)) / 3, area: 2 * PI * 20 * 8 + PI * (320 - 64) },
    ],
    // a countersink takes a frustum above the bore: pi h (R^2 + R r + r^2) / 3
    [
      'a countersunk hole',
      [
        feature('add', block(30, 30, 12)),
        feature(
          'cut',
          { kind: 'hole', diameter: 7, depth: 'through', countersink: { diameter: 14, angle: 90 } },
          { at: [15, 15, 12] },
        ),
      ],
      { volume: 10800 - PI * 12.25 * (12 - sink) - (PI * sink * (49 + 24.5 + 12.25)) / 3 },
    ],
    // a drilled hole ends in a cone: pi r^2 (d + h / 3)
    [
      'a drilled hole with its tip',
      [
        feature('add', block(30, 30, 20)),
        feature('cut', { kind: 'hole', diameter: 8, depth: 10, tip: 120 }, { at: [15, 15, 20] }),
      ],
      {
        volume: 18000 - PI * 16 * (10 + tip / 3),
        area: 2 * 900 + 4 * 600 - PI * 16 + 2 * PI * 4 * 10 + PI * 4 * hypot(4, tip),
      },
    ],
    // a counterbored hole
    [
      'a counterbored hole',
      [
        feature('add', block(30, 30, 18)),
        feature(
          'cut',
          { kind: 'hole', diameter: 9, depth: 'through', counterbore: { diameter: 15, depth: 6 } },
          { at: [15, 15, 18] },
        ),
      ],
      {
        volume: 16200 - PI * (4.5 ** 2 * 12 + 7.5 ** 2 * 6),
        area: 1800 + 4 * 540 - 2 * PI * 4.5 ** 2 + PI * 9 * 12 + PI * 15 * 6,
      },
    ],
    // a groove of half-round section about a shaft: Pappus with the half circle's centre 4 r / 3 pi from the surface
    [
      'a round groove',
      [feature('add', cylinder(50, 40)), feature('cut', torus(50, 10), { at: [0, 0, 20] })],
      { volume: PI * 625 * 40 - 2 * PI * (25 - (4 * 5) / (3 * PI)) * ((PI * 25) / 2) },
    ],
    // half a ring
    [
      'half a ring',
      [feature('add', torus(50, 14)), feature('keep', block(80, 40, 40), { at: [-40, 0, -20] })],
      { volume: PI * 25 * PI * 49, area: PI * 25 * 2 * PI * 7 + 2 * PI * 49 },
    ],
  ])('%s', (_, features, wanted) => {
    const m = measured(built(partOf(...features)));
    if (wanted.volume !== undefined) near(m.volume, wanted.volume);
    if (wanted.area !== undefined) near(m.area, wanted.area);
    if (wanted.z !== undefined) near(m.centreOfMass[2], wanted.z);
  });
});

describe('cut faces', () => {
  const A = { name: 'A', seenIn: 'front', look: 'down' } as const;
  const face = (features: Feature[], trace: TraceFile) => cutBy(partOf(...features), trace).bodies[0]!.face;
  test('a cone cut level is a circle, r (1 - z / h)', () => {
    const f = face([feature('add', cone(60, 72))], { ...A, at: [0, 18], angle: 0 });
    near(f.area, PI * 22.5 ** 2);
    near(f.perimeter, 2 * PI * 22.5);
  });
  test('a cone cut aslant is an ellipse', () => {
    const [k, m, H, c] = [30 / 72, 0.35, 72, 28];
    const [x1, x2] = [(k * (H - c)) / (1 + k * m), (-k * (H - c)) / (1 - k * m)];
    const a = ((x1 - x2) / 2) * hypot(1, m);
    const middle = (x1 + x2) / 2;
    const b = sqrt((k * (H - m * middle - c)) ** 2 - middle ** 2);
    const f = face([feature('add', cone(60, 72))], {
      ...A,
      through: [
        [0, 28],
        [10, 31.5],
      ],
    });
    near(f.area, PI * a * b);
    near(f.secondMoments.t, (PI * a ** 3 * b) / 4);
    near(f.secondMoments.s, (PI * a * b ** 3) / 4);
  });
  test('a cone cut along a ruling is a parabola: two thirds of chord by height', () => {
    const f = face([feature('add', cone(60, 72))], {
      name: 'B',
      seenIn: 'front',
      through: [
        [12, 0],
        [-18, 72],
      ],
      look: 'left',
    });
    near(f.area, (2 / 3) * 2 * sqrt(756) * 54.6);
  });
  test('a cone cut upright is a hyperbola: 2 b H - (H / r) (b sqrt(b^2 + y^2) + y^2 asinh(b / y))', () => {
    const b = sqrt(900 - 121);
    const f = face([feature('add', cone(60, 72))], {
      name: 'C',
      seenIn: 'top',
      through: [
        [-40, 11],
        [40, 11],
      ],
      look: 'up',
    });
    near(f.area, 2 * b * 72 - (72 / 30) * (b * 30 + 121 * asinh(b / 11)));
  });
  test('a ball cut at a distance d is a circle of r^2 - d^2', () => {
    const f = face([feature('add', sphere(50))], { ...A, at: [0, 7], angle: 0 });
    near(f.area, PI * (625 - 49));
  });
  test('a ring cut through its axis is two circles, square to it an annulus', () => {
    const upright = face([feature('add', torus(50, 14))], {
      name: 'A',
      seenIn: 'top',
      at: [0, 0],
      angle: 17,
      look: 'up',
    });
    near(upright.area, 2 * PI * 49);
    near(upright.perimeter, 2 * 2 * PI * 7);
    const level = face([feature('add', torus(50, 14))], { ...A, at: [0, 3], angle: 0 });
    const w = sqrt(49 - 9);
    near(level.area, PI * ((25 + w) ** 2 - (25 - w) ** 2));
  });
  test('a block cut at 45 degrees is longer by sqrt 2', () => {
    const f = face([feature('add', block(40, 30, 40))], { ...A, at: [0, 0], angle: 45 });
    near(f.area, 40 * SQRT2 * 30);
    near(f.perimeter, 2 * (40 * SQRT2 + 30));
  });
});

describe('lines of views', () => {
  const view = (shape: Feature['shape'], name: 'front' | 'top') =>
    lengths(seen(built(partOf(feature('add', shape))), name));
  test('a cone from the front: its base and two rulings; from above its base', () => {
    near(view(cone(26, 31), 'front').visible, 26 + 2 * hypot(13, 31));
    near(view(cone(26, 31), 'top').visible, 2 * PI * 13);
  });
  test('a ball from anywhere: a circle', () => {
    near(view(sphere(34), 'front').visible, 2 * PI * 17);
  });
  test('a ring from above: two circles; from the front two lines and two half circles, the inner halves hidden', () => {
    const top = view(torus(50, 14), 'top');
    near(top.visible, 2 * PI * 32 + 2 * PI * 18);
    near(top.hidden, 0);
    const front = view(torus(50, 14), 'front');
    near(front.visible, 2 * 50 + 2 * PI * 7);
    near(front.hidden, 2 * PI * 7);
  });
  test('a hexagonal prism on its side: across corners and flats', () => {
    const prism = { kind: 'prism', sides: 6, side: 12, height: 40 } as const;
    near(view(prism, 'front').visible, 2 * 24 + 4 * 40);
    near(view(prism, 'top').visible, 6 * 12);
  });
});
