import { describe, expect, test } from '@jest/globals';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { areaCurve, placeForShare, reachOfCut, volumesParted } from '../../../core/section/cutThrough.ts';
import { principalMoments, sidesAndCorners } from '../../../core/section/faceFigures.ts';
import { howFound } from '../../../core/section/howFound.ts';
import { proposedCuts } from '../../../core/section/proposedCuts.ts';
import { sectionOf } from '../../../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../../../core/section/trace.ts';
import { built, feature, partOf } from '../balance/given.ts';

const planeOf = (trace: Omit<TraceFile, 'name'>, part: PartFile): CuttingPlane => {
  const plane = cuttingPlane({ name: 'A', ...trace }, part);
  if (!plane.ok) throw new Error(JSON.stringify(plane.faults));
  return plane.value;
};
const level = (h: number): Omit<TraceFile, 'name'> => ({
  seenIn: 'front',
  at: [0, h],
  angle: 0,
  look: 'down',
});

const cone = partOf(feature('add', { kind: 'cone', diameter: 60, height: 90 }));
const ball = partOf(feature('add', { kind: 'sphere', diameter: 40 }));
const block = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 30 }));

describe('along the way of a plane', () => {
  test('the area of a level cut of a cone falls with the square of its height', () => {
    const part = built(cone);
    const plane = planeOf(level(30), cone);
    expect(reachOfCut(part, plane).map((x) => x + 0)).toEqual([
      expect.closeTo(-60, 6),
      expect.closeTo(30, 6),
    ]);
    for (const { by, area } of areaCurve(part, plane, 11)) {
      // looking down, the plane moves down
      const r = 30 * (1 - (30 - by) / 90);
      expect(area).toBeCloseTo(Math.PI * r * r, 6);
    }
  });
  test('volumes on either side are those of the frustum and of the small cone', () => {
    const { stays, goes } = volumesParted(built(cone), planeOf(level(30), cone));
    const whole = (Math.PI * 30 * 30 * 90) / 3;
    expect(goes).toBeCloseTo(whole * (2 / 3) ** 3, 5);
    expect(stays).toBeCloseTo(whole * (1 - (2 / 3) ** 3), 5);
  });
  test('a share of the volume is met', () => {
    const part = built(cone);
    const plane = planeOf(level(30), cone);
    // a third taken away from above: the small cone is the cube root of a third as high
    const by = placeForShare(part, plane, 2 / 3) as number;
    expect(30 - by).toBeCloseTo(90 * (1 - (1 / 3) ** (1 / 3)), 5);
    const slanting: Omit<TraceFile, 'name'> = {
      seenIn: 'front',
      through: [
        [0, 5],
        [60, 25],
      ],
      look: 'down',
    };
    // through the middle of a block any plane halves it
    const half = placeForShare(built(block), planeOf(slanting, block), 0.5) as number;
    expect(half).toBeCloseTo(0, 5);
    expect(placeForShare(part, plane, 1)).toBeUndefined();
  });
  test('what the cut leaves whole stays on its side, and is no part of the area', () => {
    const ribbed = partOf(
      feature('add', { kind: 'block', width: 60, depth: 40, height: 10 }, { id: 'base' }),
      feature(
        'add',
        { kind: 'block', width: 20, depth: 6, height: 20 },
        { id: 'rib', at: [10, 17, 10], sectioned: false },
      ),
    );
    const part = built(ribbed);
    const plane = planeOf({ seenIn: 'top', at: [0, 20], angle: 0, look: 'up' }, ribbed);
    const { stays, goes } = volumesParted(part, plane);
    expect(stays).toBeCloseTo(60 * 20 * 10 + 20 * 6 * 20, 6);
    expect(goes).toBeCloseTo(60 * 20 * 10, 6);
    for (const { area } of areaCurve(part, plane, 7)) expect(area).toBeCloseTo(60 * 10, 6);
    const by = placeForShare(part, plane, 0.6) as number;
    const whole = 60 * 40 * 10 + 20 * 6 * 20;
    // the base alone gives way: what is left of it and the rib are six tenths
    expect(by).toBeCloseTo(20 - (0.6 * whole - 2400) / (60 * 10), 4);
    // less than the rib alone cannot be left
    expect(placeForShare(part, plane, 0.05)).toBeUndefined();
  });
});

describe('figures of a cut face', () => {
  test('sides, angles and moments of a slanting cut through a block', () => {
    const part = built(block);
    const plane = planeOf(
      {
        seenIn: 'front',
        through: [
          [0, 5],
          [60, 25],
        ],
        look: 'down',
      },
      block,
    );
    const [body] = sectionOf(part, plane).bodies;
    if (!body) throw new Error('nothing cut');
    const long = Math.hypot(60, 20);
    const { sides, corners, diagonals } = sidesAndCorners(body.face, body.cutPoints, plane, part.tol.linear);
    expect(sides.map((s) => s.length).sort((a, b) => a - b)).toEqual(
      [40, 40, long, long].map((x) => expect.closeTo(x, 9)),
    );
    expect(new Set(sides.flatMap((s) => [s.from, s.to])).size).toBe(4);
    for (const c of corners) expect(c.angle).toBeCloseTo(90, 9);
    // a rectangle has two, between corners that are not beside one another
    expect(diagonals.map((d) => d.length)).toEqual([0, 1].map(() => expect.closeTo(Math.hypot(40, long), 9)));
    expect(new Set(diagonals.flatMap((d) => [d.from, d.to])).size).toBe(4);
    const m = principalMoments(body.face);
    expect(m.greatest).toBeCloseTo((40 * long ** 3) / 12, 5);
    expect(m.least).toBeCloseTo((long * 40 ** 3) / 12, 5);
  });
  test('conics are told by their axes, foci and vertices', () => {
    const words = (part: PartFile, trace: Omit<TraceFile, 'name'>) => {
      const plane = planeOf(trace, part);
      const b = built(part);
      const [body] = sectionOf(b, plane).bodies;
      if (!body) throw new Error('nothing cut');
      return sidesAndCorners(body.face, body.cutPoints, plane, b.tol.linear).sides.map((s) => s.curve);
    };
    expect(words(ball, level(12))).toEqual([{ kind: 'circle', diameter: expect.closeTo(32, 9) }]);
    const cylinder = partOf(feature('add', { kind: 'cylinder', diameter: 40, height: 80 }));
    expect(
      words(cylinder, {
        seenIn: 'front',
        through: [
          [-20, 20],
          [20, 50],
        ],
        look: 'down',
      }),
    ).toEqual([
      { kind: 'ellipse', axes: [expect.closeTo(50, 9), expect.closeTo(40, 9)], foci: expect.closeTo(30, 9) },
    ]);
    // parallel to the outline a cone gives a parabola, upright beside its axis a hyperbola
    const slope = Math.hypot(30, 90);
    const along = words(cone, {
      seenIn: 'front',
      through: [
        [-15, 0],
        [15, 90],
      ],
      look: 'right',
    });
    expect(along).toContainEqual({
      kind: 'parabola',
      focus: expect.closeTo((15 * 30) / (2 * slope), 9),
    });
    const upright = words(cone, {
      seenIn: 'front',
      through: [
        [10, 0],
        [10, 90],
      ],
      look: 'right',
    });
    expect(upright).toContainEqual({
      kind: 'hyperbola',
      // the point is 90 high and the outline falls by 3 to 1
      vertices: expect.closeTo(60, 9),
      foci: expect.closeTo(2 * Math.hypot(30, 10), 9),
    });
  });
});

describe('how a cut point is found', () => {
  test('on edges that run with the projector only at its level', () => {
    const pyramid = partOf(
      feature(
        'add',
        { kind: 'pyramid', sides: 4, side: 40, height: 60 },
        { turn: [{ axis: 'z', angle: 45 }] },
      ),
    );
    const part = built(pyramid);
    const plane = planeOf(level(20), pyramid);
    const [body] = sectionOf(part, plane).bodies;
    const edges = new Map(part.bodies.flatMap((b) => b.edges.map((e) => [e.key, e] as const)));
    const how = body?.cutPoints.map((p) => [
      Math.abs(p.at[0]) < 1e-9,
      howFound(p, edges.get(p.edge), plane.frame, 'top'),
    ]);
    expect(how).toHaveLength(4);
    for (const [isInProfile, words] of how ?? [])
      expect(words).toBe(isInProfile ? 'at its level' : 'on its edge');
  });
});

describe('cuts that suit a part', () => {
  const plate = partOf(
    feature('add', { kind: 'block', width: 120, depth: 80, height: 20 }),
    ...(
      [
        [20, 20],
        [60, 40],
        [100, 60],
      ] as const
    ).map(([x, y], i) =>
      feature('cut', { kind: 'cylinder', diameter: 12, height: 20 }, { at: [x, y, 0], id: `hole ${i + 1}` }),
    ),
  );
  test('each lays material open, and one steps through all three holes', () => {
    const part = built(plate);
    const proposed = proposedCuts(part, ['front', 'top', 'left']);
    for (const p of proposed) {
      const section = sectionOf(part, planeOf(p.trace, plate));
      expect(section.bodies.reduce((sum, b) => sum + b.face.area, 0)).toBeGreaterThan(0);
    }
    const stepped = proposed.find((p) => p.words.startsWith('Stepped'));
    expect(stepped?.words).toBe('Stepped through hole 1, hole 2 and hole 3');
    // its level legs pass through the three axes: each hole takes a diameter from the face in front
    const section = sectionOf(part, planeOf(stepped?.trace as Omit<TraceFile, 'name'>, plate));
    const levelArea = (section.bodies[0]?.parts ?? [])
      .filter((_, i) => i % 2 === 0)
      .reduce((s, f) => s + f.area, 0);
    expect(levelArea).toBeCloseTo((120 - 3 * 12) * 20, 6);
    expect(proposed.some((p) => p.words.startsWith('Bent through'))).toBe(false);
  });
  test('a hole in the middle, one level with it and one aslant are run through by a bent cut', () => {
    const disc = partOf(
      feature('add', { kind: 'cylinder', diameter: 100, height: 16 }),
      feature('cut', { kind: 'cylinder', diameter: 20, height: 16 }, { id: 'bore' }),
      feature('cut', { kind: 'cylinder', diameter: 8, height: 16 }, { at: [-35, 0, 0], id: 'pin' }),
      feature('cut', { kind: 'cylinder', diameter: 8, height: 16 }, { at: [21, 28, 0], id: 'screw' }),
    );
    const part = built(disc);
    const bent = proposedCuts(part, ['front', 'top']).find((p) => p.words.startsWith('Bent'));
    expect(bent?.words).toBe('Bent through pin, bore and screw');
    const section = sectionOf(part, planeOf(bent?.trace as Omit<TraceFile, 'name'>, disc));
    for (const leg of section.bodies[0]?.parts ?? []) expect(leg.area).toBeCloseTo((50 - 10 - 8) * 16, 6);
  });
});
