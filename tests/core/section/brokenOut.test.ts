import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { examine } from '../../../core/examine/examine.ts';
import { type Curve2, lengthBetween, pointOn2 } from '../../../core/geometry/curve2.ts';
import { isInsidePolygon } from '../../../core/geometry/polygon2.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { freehandLoop, partedByEdge } from '../../../core/section/breakEdge.ts';
import { proposedEdge } from '../../../core/section/proposedEdge.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { setupSchema } from '../../../core/sheet/setup.ts';
import { feature, partOf } from '../balance/given.ts';

/** A block with a blind hole from its top, and a second one that the edge leaves alone. */
const foot = partOf(
  feature('add', { kind: 'block', width: 120, depth: 50, height: 30 } as const, { id: 'plate' }),
  feature('cut', { kind: 'hole', diameter: 12, depth: 20 } as const, { id: 'bore', at: [90, 25, 30] }),
  feature('cut', { kind: 'hole', diameter: 8, depth: 'through' } as const, { id: 'far', at: [25, 25, 30] }),
);
const EDGE: [number, number][] = [
  [76, 4],
  [90, 3],
  [104, 5],
  [107, 18],
  [105, 35],
  [90, 36],
  [75, 35],
  [73, 18],
];
const loop = freehandLoop(EDGE);
const broken = (hidden: 'kept' | 'out'): Drawing => {
  const d = drawingOfPart(foot);
  return {
    ...d,
    cuts: [
      {
        trace: {
          name: 'A',
          seenIn: 'top',
          through: [
            [0, 25],
            [120, 25],
          ],
          look: 'up',
        },
        on: true,
      },
    ],
    setup: {
      ...d.setup,
      shapes: { A: { as: 'brokenOut', edge: EDGE } },
      rules: { ...d.setup.rules, hiddenBehindCut: hidden },
    },
  };
};
const drawn = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};
const frontOf = (sheet: ReturnType<typeof drawn>) => {
  const front = sheet.views.find((v) => v.name === 'front');
  if (!front) throw new Error('no front view');
  return front;
};

describe('a freehand edge', () => {
  test('parts a line or a round into what lies inside and what lies outside, and nothing is lost', () => {
    const curves: { curve: Curve2; from: number; to: number }[] = [
      { curve: { type: 'line', p: [0, 10], d: [1, 0] }, from: 0, to: 120 },
      { curve: { type: 'line', p: [90, -20], d: [0, 1] }, from: 0, to: 80 },
      { curve: { type: 'line', p: [200, 0], d: [0, 1] }, from: 0, to: 10 },
      {
        curve: { type: 'conic', c: [100, 20], major: [15, 0], minor: [0, 15], round: true },
        from: 0,
        to: 2 * Math.PI,
      },
      { curve: { type: 'conic', c: [76, 20], major: [9, 4], minor: [-2, 5], round: false }, from: 4, to: 9 },
    ];
    const met = curves.map((s) => {
      const [inside, outside] = (['inside', 'outside'] as const).map((keep) =>
        partedByEdge(s, loop, keep, 1e-6),
      ) as [typeof curves, typeof curves];
      const size = (list: typeof curves): number =>
        list.reduce((sum, x) => sum + lengthBetween(x.curve, x.from, x.to), 0);
      expect(size(inside) + size(outside)).toBeCloseTo(lengthBetween(s.curve, s.from, s.to), 6);
      for (const [list, isIn] of [
        [inside, true],
        [outside, false],
      ] as const)
        for (const x of list)
          for (const f of [0.02, 0.35, 0.5, 0.8, 0.98])
            expect(isInsidePolygon(pointOn2(x.curve, x.from + f * (x.to - x.from)), loop)).toBe(isIn);
      return inside.length > 0 && outside.length > 0;
    });
    expect(met).toEqual([true, true, false, true, true]);
  });

  test('runs through its points', () => {
    for (const [i, p] of EDGE.entries()) expect(loop[i * 8]).toEqual(p);
  });
});

describe('a broken-out section', () => {
  const sheet = drawn(broken('out'));
  const front = frontOf(sheet);
  const toView = ([x, y]: Vec2): Vec2 => [
    (x - front.toPaper.to[0]) / sheet.scale,
    (y - front.toPaper.to[1]) / sheet.scale,
  ];
  test('shows within its edge what the cut lays open, and beyond it the view as it was', () => {
    expect(front.cut).toBeUndefined();
    expect(front.title).toBe('Front view');
    const floor = front.view.lines.filter(
      (l) =>
        l.class === 'visible' && [l.from, l.to].every((t) => Math.abs(pointOn2(l.curve, t)[1] - 10) < 1e-9),
    );
    // the floor of the hole is seen, from wall to wall
    expect(floor.reduce((sum, l) => sum + lengthBetween(l.curve, l.from, l.to), 0)).toBeCloseTo(12, 9);
    // the other hole is hidden as before
    const hiddenAt = (u: number): boolean =>
      front.view.lines.some(
        (l) =>
          l.class === 'hidden' && [l.from, l.to].every((t) => Math.abs(pointOn2(l.curve, t)[0] - u) < 1e-9),
      );
    expect([hiddenAt(21), hiddenAt(29), hiddenAt(84), hiddenAt(96)]).toEqual([true, true, false, false]);
  });

  test('is hatched in its material alone, inside the edge', () => {
    const hatch = sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'hatch');
    const stretches = hatch.flatMap((i) => (i.kind === 'stroke' ? i.stretches : []));
    expect(stretches.length).toBeGreaterThan(8);
    let length = 0;
    for (const s of stretches) {
      length += lengthBetween(s.curve, s.from, s.to) / sheet.scale;
      for (const f of [0.01, 0.5, 0.99]) {
        const [u, v] = toView(pointOn2(s.curve, s.from + f * (s.to - s.from)));
        expect(isInsidePolygon([u, v], loop)).toBe(true);
        expect(v > 0 && v < 30).toBe(true);
        expect(u > 84 && u < 96 && v > 10).toBe(false);
      }
    }
    // by counting: the area inside the edge and the material, by the spacing of the lines
    let area = 0;
    const step = 0.25;
    for (let u = step / 2; u < 120; u += step)
      for (let v = step / 2; v < 30; v += step)
        if (isInsidePolygon([u, v], loop) && !(u > 84 && u < 96 && v > 10)) area += step * step;
    const lines = stretches.map((s) => {
      const [x, y] = pointOn2(s.curve, s.from);
      const [p, q] = pointOn2(s.curve, s.to);
      const size = Math.hypot(p - x, q - y);
      return ((q - y) * x - (p - x) * y) / size;
    });
    const apart = [...new Set(lines.map((x) => x.toFixed(3)))].map(Number).sort((a, b) => a - b);
    const spacing = ((apart.at(-1) as number) - (apart[0] as number)) / (apart.length - 1) / sheet.scale;
    expect((length * spacing) / area).toBeGreaterThan(0.93);
    expect((length * spacing) / area).toBeLessThan(1.07);
  });

  test('draws its edge over the part only, in narrow lines, and no trace', () => {
    const rules = sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'breaks' && i.pen === 'rule');
    const points = rules.flatMap((i) =>
      i.kind === 'stroke' ? i.stretches.map((s) => toView(pointOn2(s.curve, s.to))) : [],
    );
    expect(points.length).toBeGreaterThan(20);
    // its last piece ends where it leaves the top
    for (const [, v] of points) expect(v).toBeLessThan(30 + 1e-2);
    expect(Math.max(...points.map((p) => p[1]))).toBeGreaterThan(29.9);
    expect(sheet.ink.filter((i) => i.layer === 'trace')).toEqual([]);
    expect(sheet.shapes).toEqual([]);
  });

  test.each(['kept', 'out'] as const)('holds up to the examiner, hidden lines behind it %s', (hidden) => {
    const d = broken(hidden);
    const own = drawn(d);
    const { frame, title } = paperFrame(d.setup);
    expect(own.findings).toEqual([]);
    expect(examine(own.ink, frame, title)).toEqual([]);
  });

  test('an edge is proposed round the holes, clear of the sides that they do not reach', () => {
    const d = broken('out');
    const { shapes: _, ...bare } = d.setup;
    const whole = drawn({ ...d, setup: bare });
    const [section] = whole.sections;
    if (!section) throw new Error('no section');
    const edge = freehandLoop(proposedEdge(section, VIEW_FRAMES.front, new Set(['bore']), 130));
    for (const p of [
      [84, 10],
      [96, 10],
      [84, 29.9],
      [96, 29.9],
    ] as Vec2[])
      expect(isInsidePolygon(p, edge)).toBe(true);
    expect(Math.min(...edge.map((p) => p[1]))).toBeGreaterThan(0);
    expect(Math.max(...edge.map((p) => p[1]))).toBeGreaterThan(30);
    expect(Math.max(...edge.map((p) => p[0]))).toBeLessThan(120);
  });

  test('without an edge, or an edge without it, is refused with the remedy', () => {
    const { setup } = broken('out');
    for (const shape of [{ as: 'brokenOut' }, { edge: EDGE }, { as: 'removed', edge: EDGE }]) {
      const read = setupSchema.safeParse({ ...setup, shapes: { A: shape } });
      expect(read.success ? '' : read.error.issues[0]?.message).toMatch(/at least three points/);
    }
    expect(setupSchema.safeParse(setup).success).toBe(true);
  });
});

test('several sections are broken out of one view, each within its own edge', () => {
  const d = broken('out');
  const [cut] = d.cuts;
  if (!cut) throw new Error('no cut');
  // another plane, through the other hole a little off its axis
  const other = {
    on: true,
    trace: {
      ...cut.trace,
      name: 'B',
      through: [
        [0, 25.5],
        [120, 25.5],
      ] as [number, number][],
    },
  };
  const edge: [number, number][] = EDGE.map(([u, v]) => [u - 65, v]);
  const sheet = drawn({
    ...d,
    cuts: [cut, other],
    setup: { ...d.setup, shapes: { ...d.setup.shapes, B: { as: 'brokenOut', edge } } },
  });
  const front = frontOf(sheet);
  expect(front.brokenOut?.map((o) => o.section.plane.name)).toEqual(['A', 'B']);
  const loops = [loop, freehandLoop(edge)];
  const hatched = loops.map(
    (l) =>
      sheet.ink
        .flatMap((i) => (i.kind === 'stroke' && i.layer === 'hatch' ? i.stretches : []))
        .filter((s) => {
          const [x, y] = pointOn2(s.curve, (s.from + s.to) / 2);
          const { to, k } = front.toPaper;
          return isInsidePolygon([(x - to[0]) / k, (y - to[1]) / k], l);
        }).length,
  );
  for (const count of hatched) expect(count).toBeGreaterThan(4);
  // both holes are seen now, and neither is hidden within its edge
  const walls = (u: number, seen: 'visible' | 'hidden'): number =>
    front.view.lines.filter(
      (l) => l.class === seen && [l.from, l.to].every((t) => Math.abs(pointOn2(l.curve, t)[0] - u) < 0.1),
    ).length;
  expect([walls(84, 'visible'), walls(21, 'visible')].every((n) => n > 0)).toBe(true);
  const { frame, title } = paperFrame(d.setup);
  expect(examine(sheet.ink, frame, title)).toEqual([]);
});
