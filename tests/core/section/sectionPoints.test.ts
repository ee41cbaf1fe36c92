import { describe, expect, test } from '@jest/globals';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { Divisions } from '../../../core/section/cutPoints.ts';
import { developedView } from '../../../core/section/developed.ts';
import { faceShape, trueLength } from '../../../core/section/faceShape.ts';
import { remainsOf, type Section, sectionOf } from '../../../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../../../core/section/trace.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { lineLength, viewOf } from '../../../core/view/view.ts';
import { built, type Feature, feature, partOf } from '../balance/given.ts';

const near = (got: number, wanted: number): void => {
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));
};
const planeOf = (file: PartFile, trace: TraceFile): CuttingPlane => {
  const c = cuttingPlane(trace, file);
  if (!c.ok) throw new Error(JSON.stringify(c.faults));
  return c.value;
};
const divided = (file: PartFile, trace: TraceFile, divisions: Divisions): Section =>
  sectionOf(built(file), planeOf(file, trace), divisions);
const A = { name: 'A', seenIn: 'front', look: 'down' } as const;
const RAD = Math.PI / 180;

describe('points on the generators of curved faces', () => {
  const drum = partOf(feature('add', { kind: 'cylinder', diameter: 40, height: 90 }));
  test.each([8, 12, 24] as const)(
    'a cylinder has %d, evenly round from the one that faces the start',
    (count) => {
      const s = divided(drum, { ...A, at: [0, 45], angle: 35 }, { count, start: 'left', outlinesIn: [] });
      const points = s.bodies[0]!.cutPoints;
      expect(points.map((p) => p.label)).toEqual(Array.from({ length: count }, (_, i) => String(i + 1)));
      points.forEach((p, k) => {
        near(Math.hypot(p.at[0], p.at[1]), 20);
        near(p.at[2], 45 + p.at[0] * Math.tan(35 * RAD));
        // from the left, round in one sense
        const turn = Math.atan2(p.at[1], p.at[0]) / RAD - 180;
        const step = (Math.round((turn * count) / 360) + 2 * count) % count;
        expect([k, (count - k) % count]).toContain(step);
        near(((turn + 720) * count) / 360 - Math.round(((turn + 720) * count) / 360), 0);
      });
    },
  );
  test('outline points are there once, also where a generator falls on them', () => {
    const plain = divided(
      drum,
      { ...A, at: [0, 45], angle: 35 },
      { count: 12, start: 'left', outlinesIn: ['front', 'left'] },
    );
    // the outlines in front and left are the generators at the quarters
    expect(plain.bodies[0]!.cutPoints).toHaveLength(12);
    const turned = { ...drum, bodies: [{ ...drum.bodies[0]!, turn: [{ axis: 'z' as const, angle: 10 }] }] };
    const askew = divided(
      turned,
      { ...A, at: [0, 45], angle: 35 },
      { count: 8, start: 'left', outlinesIn: ['front'] },
    );
    expect(askew.bodies[0]!.cutPoints.filter((p) => p.kind === 'outline')).toHaveLength(0);
    const cone = partOf(feature('add', { kind: 'cone', diameter: 60, height: 72 }));
    const s = divided(
      cone,
      { ...A, at: [0, 30], angle: 20 },
      { count: 8, start: 'front', outlinesIn: ['front', 'left'] },
    );
    expect(s.bodies[0]!.cutPoints).toHaveLength(8);
  });
  test('corners stay where they were, generators come between them in order round the loop', () => {
    const half = partOf(
      feature('add', { kind: 'cylinder', diameter: 40, height: 60 }),
      feature('cut', { kind: 'block', width: 60, depth: 30, height: 80 }, { at: [-30, 0, -10] }),
    );
    const s = divided(half, { ...A, at: [0, 30], angle: 15 }, { count: 12, start: 'right', outlinesIn: [] });
    const points = s.bodies[0]!.cutPoints;
    // generators at 0 and 180 degrees fall on the two corners
    expect(points.filter((p) => p.kind === 'edge')).toHaveLength(2);
    expect(points.filter((p) => p.kind === 'generator')).toHaveLength(5);
    const turns = points.map((p) => Math.atan2(-p.at[1], p.at[0]) / RAD);
    const steps = turns.slice(1).map((x, i) => Math.sign(x - turns[i]!));
    expect(new Set(steps).size).toBeLessThanOrEqual(2);
  });
  test('a ball has outline points though it has no generators', () => {
    const ball = partOf(feature('add', { kind: 'sphere', diameter: 30 }));
    const s = divided(
      ball,
      { ...A, at: [0, 5], angle: 0 },
      { count: 8, start: 'front', outlinesIn: ['front'] },
    );
    expect(s.bodies[0]!.cutPoints.map((p) => p.kind)).toEqual(['outline', 'outline']);
    for (const p of s.bodies[0]!.cutPoints) near(p.at[1], 0);
  });
});

describe('true shapes and true lengths', () => {
  const wedge = partOf(
    feature(
      'add',
      {
        kind: 'extrude',
        height: 40,
        profile: {
          polygon: [
            [0, 0],
            [60, 0],
            [0, 25],
          ],
        },
      },
      { id: 'wedge', plane: 'front', at: [0, 40, 0] },
    ),
    feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { id: 'bore', at: [20, 20, 30] }),
  );
  const part = built(wedge);
  const body = part.bodies[0]!;
  test('a sloping face is as long as its slope, with the hole an ellipse in it', () => {
    const shape = faceShape(body, 'wedge/side 2');
    const slope = Math.hypot(60, 25);
    near(shape!.face.area, slope * 40 - (Math.PI * 25 * slope) / 60);
    expect(shape!.face.loops.map((l) => l.outer).sort()).toEqual([false, true]);
  });
  test('an edge is as long as it is in space', () => {
    const sloping = body.edges.find((e) => e.key === 'wedge/side 2 | wedge/top');
    near(trueLength(sloping!), Math.hypot(60, 25));
    const ring = body.edges.find((e) => e.on.includes('bore/wall') && e.on.includes('wedge/side 1'));
    near(trueLength(ring!), 10 * Math.PI);
  });
  test('a face that is not there, or not flat, has none', () => {
    expect(faceShape(body, 'wedge/side 9')).toBeUndefined();
    expect(faceShape(body, 'bore/wall')).toBeUndefined();
  });
});

describe('several cuts, and bent ones turned into line', () => {
  const block: Feature = feature('add', { kind: 'block', width: 60, depth: 40, height: 20 });
  const drilled = partOf(
    block,
    feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { at: [45, 10, 20] }),
  );
  test('two cuts take away what lies before either', () => {
    const cuts = [
      planeOf(drilled, { name: 'A', seenIn: 'top', at: [0, 20], angle: 0, look: 'up' }),
      planeOf(drilled, { name: 'B', seenIn: 'top', at: [30, 0], angle: 90, look: 'left' }),
    ];
    const [rest] = remainsOf(built(drilled), cuts);
    near(measureSolid(rest!.solid, rest!.edges).volume, 30 * 20 * 20);
  });
  test('turned into line a bent cut is as long as its legs, each seen square', () => {
    const trace: TraceFile = {
      name: 'A',
      seenIn: 'top',
      through: [
        [0, 40],
        [30, 10],
        [60, 10],
      ],
      look: 'up',
    };
    const { lines } = developedView(built(drilled), planeOf(drilled, trace));
    const us = lines.flatMap((l) => [pointOn2(l.curve, l.from)[0], pointOn2(l.curve, l.to)[0]]);
    near(Math.max(...us) - Math.min(...us), 30 * Math.SQRT2 + 30);
    // the hole's two sides stand 10 apart in the second leg; the first is not foreshortened
    const sides = lines
      .filter(
        (l) =>
          l.class === 'visible' &&
          l.of.some((k) => k.startsWith('hole')) &&
          l.curve.type === 'line' &&
          Math.abs(l.curve.d[0]) < 1e-9,
      )
      .map((l) => pointOn2(l.curve, l.from)[0] - 30 * Math.SQRT2);
    for (const u of [10, 20]) expect(sides.some((x) => Math.abs(x - u) < 1e-9)).toBe(true);
    // nothing stands where the legs join but the block's own outline
    expect(
      lines.some(
        (l) =>
          l.curve.type === 'line' &&
          Math.abs(l.curve.d[0]) < 1e-9 &&
          Math.abs(pointOn2(l.curve, l.from)[0] - 30 * Math.SQRT2) < 1e-9,
      ),
    ).toBe(false);
  });
});

describe('tangent joins as a class of their own', () => {
  const rounded = partOf(
    feature('add', { kind: 'extrude', height: 12, profile: { rectangle: [60, 40], round: 8 } }),
  );
  const part = built(rounded);
  test('they are drawn only where asked for, and do not change the other lines', () => {
    const plain = viewOf(part.bodies, VIEW_FRAMES.front, part.tol);
    const all = viewOf(part.bodies, VIEW_FRAMES.front, part.tol, true);
    const joins = all.lines.filter((l) => l.kind === 'tangent');
    // two before, which hide the two behind on the same lines; and the two side faces' are on the outline's own sides
    expect(joins.map((l) => l.class)).toEqual(['visible', 'visible']);
    for (const l of joins) near(lineLength(l), 12);
    expect(
      all.lines.filter((l) => l.kind !== 'tangent').map((l) => [l.class, l.kind, lineLength(l)]),
    ).toEqual(plain.lines.map((l) => [l.class, l.kind, lineLength(l)]));
  });
  test('seen from above they are points, and there are none', () => {
    expect(viewOf(part.bodies, VIEW_FRAMES.top, part.tol, true).lines.some((l) => l.kind === 'tangent')).toBe(
      false,
    );
  });
});
