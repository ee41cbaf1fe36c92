import { describe, expect, test } from '@jest/globals';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { along, along2, dot, scale, type Vec2, type Vec3 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { Section } from '../../../core/section/section.ts';
import { partedAtSteps } from '../../../core/section/steps.ts';
import { shapePoint } from '../../../core/section/trace.ts';
import { hatchLines } from '../../../core/sheet/annotate/hatch.ts';
import type { Stretch } from '../../../core/sheet/ink/ink.ts';
import { insideSolid } from '../../../core/solid/body.ts';
import { lineLength, type ViewLine, viewOf } from '../../../core/view/view.ts';
import { cutBy, feature, partOf } from '../balance/given.ts';

const hole = (diameter: number, depth: number | 'through' = 'through') =>
  ({ kind: 'hole', diameter, depth }) as const;
const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;

const spike = partOf(feature('add', { kind: 'pyramid', sides: 6, side: 26, height: 70 }));
const plate = partOf(
  feature('add', block(110, 60, 18), { id: 'plate' }),
  feature('add', block(40, 60, 12), { id: 'bank', at: [0, 0, 18] }),
  feature('cut', hole(16), { id: 'near', at: [50, 28, 18] }),
  feature('cut', hole(14), { id: 'far', at: [80, 40, 18] }),
);
const stepped = (at: number): TraceFile => ({
  name: 'B',
  seenIn: 'top',
  through: [
    [0, 15],
    [at, 15],
    [at, 40],
    [110, 40],
  ],
  look: 'up',
});
const bent: TraceFile = {
  name: 'A',
  seenIn: 'front',
  through: [
    [-40, 10],
    [0, 38],
    [40, 38],
  ],
  look: 'down',
};
const levelThenSloping: TraceFile = {
  name: 'A',
  seenIn: 'front',
  through: [
    [-40, 38],
    [0, 38],
    [38, 6],
  ],
  look: 'down',
};
const risen: TraceFile = {
  name: 'A',
  seenIn: 'front',
  through: [
    [-40, 20],
    [0, 20],
    [0, 38],
    [40, 38],
  ],
  look: 'down',
};

/** Whether a place of the view shows cut face: material begins at a leg's plane, in the leg's own stretch, with nothing before it. */
const showsCut = (s: Section, view: ViewName, p: Vec2): boolean => {
  const f = VIEW_FRAMES[view];
  return s.plane.legs.some((leg) => {
    const { n, d } = leg.kept;
    const across = dot(n, f.toward);
    if (Math.abs(across) < 1e-6) return false;
    const foot: Vec3 = along(scale(f.u, p[0]), f.v, p[1]);
    const at = along(foot, f.toward, (d - dot(n, foot)) / across);
    const [run] = shapePoint(leg, at);
    return (
      run > leg.from && run < leg.to && s.remains.some(({ solid }) => insideSolid(solid, along(at, n, 1e-4)))
    );
  });
};

const sides = (l: ViewLine): readonly [Vec2, Vec2][] =>
  [0.13, 0.5, 0.87].map((x) => {
    const at = pointOn2(l.curve, l.from + x * (l.to - l.from));
    const next = pointOn2(l.curve, l.from + (x + 0.01) * (l.to - l.from));
    const size = Math.hypot(next[0] - at[0], next[1] - at[1]);
    const square: Vec2 = [(at[1] - next[1]) / size, (next[0] - at[0]) / size];
    return [along2(at, square, 1e-3), along2(at, square, -1e-3)];
  });

const cases: [string, PartFile, TraceFile, ViewName][] = [
  ['a plate with a bank, stepped beside the bank', plate, stepped(60), 'front'],
  ['a plate with a bank, stepped on the bank', plate, stepped(30), 'front'],
  ['a plate with a bank, stepped at the bank', plate, stepped(40), 'front'],
  ['a plate, the step through a hole', plate, stepped(50), 'front'],
  ['a pyramid, sloping to the axis', spike, bent, 'top'],
  ['a pyramid, sloping to the axis', spike, bent, 'left'],
  ['a pyramid, sloping from the axis', spike, levelThenSloping, 'top'],
  ['a pyramid, sloping from the axis', spike, levelThenSloping, 'right'],
  ['a pyramid, with an upright leg', spike, risen, 'top'],
  ['a pyramid, with an upright leg', spike, risen, 'left'],
];

describe('steps of a cut', () => {
  test.each(cases)(
    '%s: a line is left out only where cut face lies on both sides (%#)',
    (_, file, trace, name) => {
      const s = cutBy(file, trace);
      const view = viewOf(s.remains, VIEW_FRAMES[name], s.remains[0]!.solid.tol);
      const { drawn, steps } = partedAtSteps(s, view);
      const length = (lines: readonly ViewLine[]): number => lines.reduce((sum, l) => sum + lineLength(l), 0);
      expect(Math.abs(length(view.lines) - length(drawn) - length(steps))).toBeLessThan(1e-6);
      for (const l of steps)
        for (const pair of sides(l)) expect(pair.map((p) => showsCut(s, name, p))).toEqual([true, true]);
      // and of what is drawn, no upright line of a stepped plate runs through the middle of cut face
      if (file === plate)
        for (const l of drawn.filter((x) => x.class === 'visible'))
          for (const pair of sides(l)) expect(pair.every((p) => showsCut(s, name, p))).toBe(false);
    },
  );

  test('a bend between legs at an angle is an edge of what remains', () => {
    const s = cutBy(spike, bent);
    const view = viewOf(s.remains, VIEW_FRAMES.top, s.remains[0]!.solid.tol);
    const { drawn, steps } = partedAtSteps(s, view);
    expect(steps).toEqual([]);
    const bend = drawn.filter((l) => [l.from, l.to].every((x) => Math.abs(pointOn2(l.curve, x)[0]) < 1e-9));
    // at the height 38 of 70 the hexagon has shrunk to 32/70; its corners lie front and back or left and right
    const across = (26 * 2 * 32) / 70;
    const flats = across * Math.cos(Math.PI / 6);
    const size = bend.reduce((sum, l) => sum + lineLength(l), 0);
    expect(Math.min(Math.abs(size - across), Math.abs(size - flats))).toBeLessThan(1e-6);
  });
});

describe('hatching with rims in one place', () => {
  const square = (x: number, w: number, h: number): Stretch[] => {
    const corners: Vec2[] = [
      [x, 0],
      [x + w, 0],
      [x + w, h],
      [x, h],
    ];
    return corners.map((a, i) => {
      const b = corners[(i + 1) % 4] as Vec2;
      const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
      return {
        curve: { type: 'line', p: a, d: [(b[0] - a[0]) / size, (b[1] - a[1]) / size] },
        from: 0,
        to: size,
      } as const;
    });
  };
  const total = (lines: readonly Stretch[]): number =>
    lines.reduce((sum, l) => sum + Math.abs(l.to - l.from), 0);

  test('runs on from one face into its neighbour, and stops where it reaches further', () => {
    const style = { angle: 45, spacing: 2 };
    const two = hatchLines([...square(0, 20, 10), ...square(20, 20, 14)], style, 0);
    const apart = [square(0, 20, 10), square(20, 20, 14)].flatMap((rim) => hatchLines(rim, style, 0));
    expect(Math.abs(total(two) - total(apart))).toBeLessThan(1e-4);
    expect(two.length).toBeLessThan(apart.length);
  });
});
