import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { Vec3 } from '../../../core/geometry/vec.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { planReplay } from '../../../core/replay/planReplay.ts';
import type { Step } from '../../../core/replay/step.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { placeOfPoint } from '../../../core/sheet/views/placedView.ts';
import { feature, partOf } from '../balance/given.ts';
import { BoardHand } from '../replay/boardHand.ts';

const CHOICE: ReplayChoice = {
  method: 'mitre',
  first: 'front',
  hidden: 'per view',
  order: 'boxes',
  darken: 'per view',
};

/** A part cut by a trace, its replay, and the hand that has done it. */
const done = (
  file: PartFile,
  trace: TraceFile,
  views: Drawing['setup']['views'] = ['front', 'top', 'left'],
): { steps: readonly Step[]; hand: BoardHand; sheet: Sheet } => {
  const d = drawingOfPart(file);
  const worked = openDesk().work({ ...d, cuts: [{ trace, on: true }], setup: { ...d.setup, views } });
  if (!worked.ok) throw new Error('not drawn');
  const { sheet, part, rows } = worked;
  const { steps } = planReplay(sheet, d.part, part, rows, CHOICE, d.setup.rules);
  const hand = new BoardHand();
  for (const s of steps) for (const deed of s.deeds) hand.does(deed);
  return { steps, hand, sheet };
};
/** Whether the hand has marked a point of the part in a view. */
const isMarked = ({ hand, sheet }: ReturnType<typeof done>, view: string, at: Vec3): boolean => {
  const v = sheet.views.find((x) => x.name === view);
  if (!v) throw new Error(view);
  const [x, y] = placeOfPoint(v, at);
  return [...hand.points.values()].some((p) => Math.hypot(p.x - x, p.y - y) < 1e-6);
};

describe('a cone is cut on its generators', () => {
  const cone = partOf(feature('add', { kind: 'cone', diameter: 60, height: 72 } as const));
  // the plane z = 14 + 0.35 (x + 40); a generator runs from (30 cos q, 30 sin q, 0) to (0, 0, 72)
  const onGenerator = (q: number): Vec3 => {
    const [c, s] = [Math.cos(q), Math.sin(q)];
    // 72 t = 14 + 0.35 (30 c (1 - t) + 40)
    const t = (14 + 0.35 * (30 * c + 40)) / (72 + 0.35 * 30 * c);
    return [30 * c * (1 - t), 30 * s * (1 - t), 72 * t];
  };
  const cut = done(cone, {
    name: 'A',
    seenIn: 'front',
    through: [
      [-40, 14],
      [40, 42],
    ],
    look: 'down',
  });
  test.each(Array.from({ length: 12 }, (_, k) => k * 30))(
    'the generator at %i degrees, in all three views',
    (q) => {
      const at = onGenerator((q * Math.PI) / 180);
      for (const view of ['front', 'top', 'left']) expect(isMarked(cut, view, at)).toBe(true);
    },
  );
  test('the base circle is divided by set squares, the generators are drawn, nothing is calculated', () => {
    const rays = cut.steps.filter((s) => /^Divide the circle about .* in the top view/.test(s.text));
    expect(rays.length).toBeGreaterThanOrEqual(8);
    expect(rays.every((s) => s.tool === 'set square')).toBe(true);
    expect(cut.steps.some((s) => /^Draw the whole generator light in the front view/.test(s.text))).toBe(
      true,
    );
    expect(cut.steps.filter((s) => s.source === 'calculated')).toEqual([]);
  });
  test('without a side view the generators towards the observer are found on circles of their level', () => {
    const two = done(
      cone,
      {
        name: 'A',
        seenIn: 'front',
        through: [
          [-40, 14],
          [40, 42],
        ],
        look: 'down',
      },
      ['front', 'top'],
    );
    for (const q of [90, 270]) expect(isMarked(two, 'top', onGenerator((q * Math.PI) / 180))).toBe(true);
  });
});

describe('a cylinder is cut on its generators', () => {
  const drum = partOf(feature('add', { kind: 'cylinder', diameter: 40, height: 60 } as const));
  // the plane z = 20 + x / 2
  const cut = done(drum, {
    name: 'A',
    seenIn: 'front',
    through: [
      [-20, 10],
      [20, 30],
    ],
    look: 'down',
  });
  test.each(Array.from({ length: 12 }, (_, k) => k * 30))('the generator at %i degrees', (q) => {
    const [x, y] = [20 * Math.cos((q * Math.PI) / 180), 20 * Math.sin((q * Math.PI) / 180)];
    for (const view of ['front', 'top', 'left']) expect(isMarked(cut, view, [x, y, 20 + x / 2])).toBe(true);
  });
  test('the true shape is joined through them', () => {
    const join = cut.steps.find((s) => s.stage === 'true shape' && s.deeds.some((d) => d.do === 'curve'));
    const curve = join?.deeds.find((d) => d.do === 'curve');
    expect(curve?.do === 'curve' && curve.closed).toBe(true);
    expect(curve?.do === 'curve' ? curve.through.length : 0).toBeGreaterThanOrEqual(12);
  });
});

describe('balls and rings are cut on their parallel circles', () => {
  test('a ball cut beside its middle, seen from above', () => {
    const ball = partOf(feature('add', { kind: 'sphere', diameter: 50 } as const));
    const cut = done(ball, {
      name: 'A',
      seenIn: 'top',
      through: [
        [-40, 7],
        [40, 7],
      ],
      look: 'up',
    });
    // the cut is a circle, which the compass draws
    expect(cut.steps.filter((s) => s.source === 'calculated')).toEqual([]);
  });
  test('a ring cut beside its axis: places on circles of their level', () => {
    const ring = partOf(feature('add', { kind: 'torus', diameter: 60, tube: 16 } as const));
    const cut = done(ring, {
      name: 'A',
      seenIn: 'top',
      through: [
        [-60, 12],
        [60, 12],
      ],
      look: 'up',
    });
    const circles = cut.steps.filter((s) => /^Draw the circle of that level in the top view/.test(s.text));
    expect(circles.length).toBeGreaterThan(3);
    // each such circle is as large as the ring is wide at its level: (r - 30)^2 + z^2 = 64
    const { hand, sheet } = cut;
    const k = sheet.views.find((v) => v.name === 'top')?.toPaper.k ?? 1;
    for (const s of circles) {
      const deed = s.deeds.find((d) => d.do === 'circle');
      if (deed?.do !== 'circle') throw new Error('no circle');
      const r = (hand.circles.get(deed.circle)?.r ?? 0) / k;
      expect(r).toBeGreaterThan(22 - 1e-6);
      expect(r).toBeLessThan(38 + 1e-6);
    }
    expect(cut.steps.filter((s) => s.source === 'calculated')).toEqual([]);
  });
});
