import { describe, expect, test } from '@jest/globals';
import { frameToward, VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { CUT } from '../../../core/naming/keys.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { regionOf } from '../../../core/section/region.ts';
import { type Section, sectionOf } from '../../../core/section/section.ts';
import { partedAtSteps } from '../../../core/section/steps.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { solidOf } from '../../../core/solid/body.ts';
import { bodyEdges } from '../../../core/solid/boundary.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { lineLength, type View, viewOf } from '../../../core/view/view.ts';
import { bodiesOf, built, cutBy, feature, lengths, measured, partOf } from '../balance/given.ts';

const near = (got: number, wanted: number): void => {
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));
};
const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;
const hole = (diameter: number) => ({ kind: 'hole', diameter, depth: 'through' }) as const;
const plate = partOf(
  feature('add', block(110, 60, 18), { id: 'plate' }),
  feature('cut', hole(10), { id: 'near', at: [20, 15, 18] }),
  feature('cut', hole(14), { id: 'far', at: [80, 40, 18] }),
);
const stepped: TraceFile = {
  name: 'B',
  seenIn: 'top',
  through: [
    [0, 15],
    [50, 15],
    [50, 40],
    [110, 40],
  ],
  look: 'up',
};

describe('a stepped cut', () => {
  const s = cutBy(plate, stepped);
  const face = s.bodies[0]!.face;
  test('its face is the developed length times the height, less the holes', () => {
    near(face.area, (110 + 25) * 18 - 10 * 18 - 14 * 18);
    // s runs on: the step's strip from 50 to 75
    near(s.bodies[0]!.parts[1]!.area, 25 * 18);
    near(s.bodies[0]!.parts[1]!.centroid[0], 62.5);
    near(s.bodies[0]!.parts[2]!.centroid[0], (60 * 105 - 14 * 105) / 46);
  });
  test('every leg has loops of its own; as drawn the face runs on round the bends', () => {
    expect(face.loops).toHaveLength(5);
    expect(face.outline).toHaveLength(3);
    expect(face.outline.every((l) => l.outer)).toBe(true);
    const bends = s.bodies[0]!.cutPoints.filter((p) => Math.abs(p.along - 50) < 1e-9);
    expect(bends.map((p) => p.across).sort((a, b) => a - b)).toEqual([0, 18]);
  });
  test('what remains is the plate less what lies before the cut', () => {
    const rest = s.remains[0]!;
    near(
      measureSolid(rest.solid, rest.edges).volume,
      18 * (110 * 60 - 50 * 15 - 60 * 40) - 18 * (Math.PI / 2) * (25 + 49),
    );
  });
  test('the step is a line of the view, and marked as one that a drawing leaves out', () => {
    const front = viewOf(s.remains, VIEW_FRAMES.front, built(plate).tol);
    const steps = partedAtSteps(s, front).steps;
    expect(steps).toHaveLength(1);
    near(lineLength(steps[0]!), 18);
    const top = viewOf(s.remains, VIEW_FRAMES.top, built(plate).tol);
    expect(partedAtSteps(s, top).steps).toHaveLength(0);
  });
  test('a step through a hole is no rim where the hole is', () => {
    const { face: f } = cutBy(plate, {
      ...stepped,
      through: [
        [0, 15],
        [20, 15],
        [20, 40],
        [110, 40],
      ],
    }).bodies[0]!;
    near(f.area, (20 - 5) * 18 + (25 - 5) * 18 + (90 - 14) * 18);
    expect(f.outline).toHaveLength(3);
  });
});

describe('a bent cut', () => {
  const disc = partOf(
    feature('add', { kind: 'cylinder', diameter: 80, height: 12 }),
    feature('cut', hole(8), { at: [25, 0, 12] }),
    feature('cut', hole(8), { at: [-25 * Math.cos(Math.PI / 6), -12.5, 12] }),
  );
  test('both legs of a disc are cut to the rim, whatever the angle between them', () => {
    const s = cutBy(disc, {
      name: 'A',
      seenIn: 'top',
      through: [
        [-25 * Math.cos(Math.PI / 6), -12.5],
        [0, 0],
        [25, 0],
      ],
      look: 'up',
    });
    near(s.bodies[0]!.face.area, 80 * 12 - 2 * 8 * 12);
    // turned into line the face is as long as the disc is wide
    const spread = s.bodies[0]!.cutPoints.map((p) => p.along);
    near(Math.max(...spread) - Math.min(...spread), 80);
  });
});

describe('a half section', () => {
  const cup = partOf(
    feature('add', { kind: 'cylinder', diameter: 60, height: 40 }, { id: 'cup' }),
    feature('cut', { kind: 'hole', diameter: 40, depth: 30 }, { id: 'bore', at: [0, 0, 40] }),
  );
  const half: TraceFile = {
    name: 'A',
    seenIn: 'top',
    through: [
      [-30, 0],
      [0, 0],
    ],
    look: 'up',
    half: true,
  };
  const s = cutBy(cup, half);
  test('takes a quarter and cuts a half', () => {
    near(s.bodies[0]!.face.area, 30 * 10 + 10 * 30);
    const rest = s.remains[0]!;
    near(measureSolid(rest.solid, rest.edges).volume, 0.75 * measured(built(cup)).volume);
  });
  test('the halves meet in lines that are marked', () => {
    const front = viewOf(s.remains, VIEW_FRAMES.front, built(cup).tol);
    const steps = partedAtSteps(s, front).steps;
    expect(steps.length).toBeGreaterThan(0);
    for (const l of steps) expect(l.curve.type === 'line' && Math.abs(l.curve.d[0]) < 1e-12).toBe(true);
  });
  test('given by place and angle it is the same', () => {
    const { through: _, ...rest } = half;
    const t = cutBy(cup, { ...rest, at: [0, 0], angle: 0 });
    near(t.bodies[0]!.face.area, s.bodies[0]!.face.area);
  });
});

describe('spared features and bodies', () => {
  const bracket = (sectioned: boolean) =>
    partOf(
      feature('add', block(80, 40, 10), { id: 'base' }),
      feature('add', block(10, 40, 60), { id: 'wall' }),
      feature(
        'add',
        {
          kind: 'extrude',
          height: 8,
          profile: {
            polygon: [
              [10, 10],
              [60, 10],
              [10, 50],
            ],
          },
        },
        { id: 'rib', plane: 'front', at: [0, 24, 0], sectioned },
      ),
    );
  const along: TraceFile = {
    name: 'A',
    seenIn: 'top',
    through: [
      [0, 20],
      [80, 20],
    ],
    look: 'up',
  };
  test('a rib left whole is not cut face, and stands whole before the plane', () => {
    const whole = cutBy(bracket(false), along);
    const cut = cutBy(bracket(true), along);
    near(cut.bodies[0]!.face.area, 80 * 10 + 10 * 50 + 1000);
    near(whole.bodies[0]!.face.area, 80 * 10 + 10 * 50);
    const [w, c] = [whole, cut].map(
      (x) => measureSolid(x.remains[0]!.solid, bodyEdges(x.remains[0]!.solid)).volume,
    ) as [number, number];
    near(w, (80 * 10 + 10 * 50) * 20 + 1000 * 8);
    // the flat cut clips edges only: its solid is still the whole body
    near(c, (80 * 10 + 10 * 50) * 40 + 1000 * 8);
  });
  test('one cut can overrule what the part says, either way', () => {
    near(
      cutBy(bracket(false), { ...along, cut: ['body/rib'] }).bodies[0]!.face.area,
      80 * 10 + 10 * 50 + 1000,
    );
    near(cutBy(bracket(true), { ...along, whole: ['body/rib'] }).bodies[0]!.face.area, 80 * 10 + 10 * 50);
  });
  test('a body left whole says whether the plane runs along it or across', () => {
    const file = bodiesOf({
      plate: [feature('add', block(60, 60, 10)), feature('cut', hole(12), { at: [30, 30, 10] })],
      bolt: [
        feature('add', { kind: 'cylinder', diameter: 12, height: 40 }, { at: [30, 30, -15] }),
        feature('add', { kind: 'prism', sides: 6, acrossCorners: 24, height: 8 }, { at: [30, 30, 10] }),
      ],
    });
    const whole = ['bolt'];
    const upright = {
      ...along,
      through: [
        [0, 30],
        [60, 30],
      ],
      whole,
    } as TraceFile;
    expect(cutBy(file, upright).whole).toEqual([{ name: 'bolt', runs: 'lengthwise' }]);
    const level = { name: 'L', seenIn: 'front', at: [0, 5], angle: 0, look: 'down', whole } as TraceFile;
    expect(cutBy(file, level).whole).toEqual([{ name: 'bolt', runs: 'across' }]);
    expect(
      cutBy(file, {
        ...upright,
        through: [
          [0, 3],
          [60, 3],
        ],
      }).whole,
    ).toEqual([]);
  });
});

describe('clipping what is there equals working the rest out anew', () => {
  const parts = {
    plate,
    cone: partOf(feature('add', { kind: 'cone', diameter: 50, height: 70 })),
    ball: partOf(
      feature('add', { kind: 'sphere', diameter: 40 }),
      feature('cut', hole(12), { at: [0, 0, 20] }),
    ),
    ring: partOf(feature('add', { kind: 'torus', diameter: 60, tube: 16 })),
    tube: partOf(
      feature('add', { kind: 'prism', sides: 6, side: 28, height: 64 }),
      feature('cut', hole(26), { at: [0, 0, 64] }),
    ),
  };
  const sum = (v: View): number[] => [lengths(v).visible, lengths(v).hidden];
  const cases = Object.entries(parts).flatMap(([name, file]) =>
    [0, 22, 60].map((angle) => [name, angle, file] as const),
  );
  test.each(cases)('%s at %d degrees', (_, angle, file) => {
    const part = built(file);
    const plane = cuttingPlane({ name: 'A', seenIn: 'front', at: [3, 7], angle, look: 'down' }, file);
    if (!plane.ok) throw new Error('refused');
    const clipped: Section = sectionOf(part, plane.value);
    const { solid } = part.bodies[0]!;
    const anew = solidOf(solid.model, solid.tol, [
      { face: CUT, region: regionOf(plane.value, part.box), spared: [] },
    ]);
    const scene = [{ solid: anew, edges: bodyEdges(anew) }];
    for (const f of [VIEW_FRAMES.front, VIEW_FRAMES.top, VIEW_FRAMES.left, frameToward([3, -5, 4])]) {
      const [a, b] = [clipped.remains, scene].map((x) => viewOf(x, f, part.tol)) as [View, View];
      // where a line touches another its end is known to a sliver, a millionth of the size
      const bound = 1e-6 * part.tol.size * a.lines.length;
      for (const [i, x] of sum(a).entries())
        expect(Math.abs(x - (sum(b)[i] as number))).toBeLessThanOrEqual(bound);
    }
  });
});

describe('traces that make no cut are refused by name', () => {
  const fault = (trace: Partial<TraceFile>): string => {
    const c = cuttingPlane({ ...stepped, ...trace } as TraceFile, plate);
    return c.ok ? 'sound' : `${c.faults[0]!.where}: ${c.faults[0]!.what}`;
  };
  test.each<[string, Partial<TraceFile>, RegExp]>([
    [
      'one point twice',
      {
        through: [
          [0, 0],
          [5, 0],
          [5, 0],
          [9, 0],
        ],
      },
      /cut "B", through: Points 2 and 3 are one/,
    ],
    [
      'turned back',
      {
        through: [
          [0, 0],
          [9, 0],
          [5, 0],
        ],
      },
      /turns back on itself at point 2/,
    ],
    [
      'crossing',
      {
        through: [
          [0, 0],
          [9, 0],
          [9, 9],
          [4, 4],
          [4, -9],
        ],
      },
      /Legs 1 and 4 of the cut cross/,
    ],
    [
      'along the sight',
      {
        through: [
          [0, 0],
          [0, 9],
        ],
      },
      /cannot look up along the cut/,
    ],
    ['half of a step', { half: true }, /cut "B", half: A half section is taken along one straight trace/],
  ])('%s', (_, trace, wanted) => expect(fault(trace)).toMatch(wanted));
});
