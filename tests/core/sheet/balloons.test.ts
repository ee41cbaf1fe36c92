import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { PlacedBalloon } from '../../../core/sheet/views/balloons.ts';
import { demoDrawing } from '../../samples.ts';

type P = readonly [number, number];

const balloonsOf = (d: Drawing): readonly PlacedBalloon[] => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet.balloons;
};

/** Twice the area of a triangle, with its sense. */
const turn = (a: P, b: P, c: P): number => (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
const cross = (a: PlacedBalloon, b: PlacedBalloon): boolean =>
  turn(a.at, a.to, b.at) * turn(a.at, a.to, b.to) < 0 && turn(b.at, b.to, a.at) * turn(b.at, b.to, a.to) < 0;
/** How near a leader comes to the middle of another balloon: many places of it are looked at. */
const nearest = (a: PlacedBalloon, b: PlacedBalloon): number =>
  Math.min(
    ...Array.from({ length: 401 }, (_, i) => {
      const t = i / 400;
      const q = [a.at[0] + t * (a.to[0] - a.at[0]), a.at[1] + t * (a.to[1] - a.at[1])] as const;
      return Math.hypot(q[0] - b.at[0], q[1] - b.at[1]);
    }),
  );

/** Whether the balloons at a view stand in a row in the order of their items, one way or the other. */
const isInOrder = (list: readonly PlacedBalloon[]): boolean => {
  const row = [...list].sort((a, b) => a.item - b.item);
  const steps = ([0, 1] as const).map((k) => row.slice(1).map((b, i) => b.at[k] - (row[i]?.at[k] as number)));
  return steps.some((s) => s.every((x) => x > 1) || s.every((x) => x < -1));
};

/** Plates upon one another, each smaller than the one beneath, held by bolts. */
const stack = (plates: number, bolts: number): Drawing => {
  const part: PartFile = {
    format: 'blue-ledger/part@1',
    name: 'stack',
    units: 'mm',
    bodies: [
      ...Array.from({ length: plates }, (_, i) => ({
        name: `plate ${i + 1}`,
        features: [
          {
            id: 'plate',
            op: 'add' as const,
            at: [5 * i, 0, 12 * i] as [number, number, number],
            shape: { kind: 'block' as const, width: 120 - 10 * i, depth: 60, height: 12 },
          },
        ],
      })),
      ...Array.from({ length: bolts }, (_, i) => ({
        name: `pin ${i + 1}`,
        standard: { kind: 'dowel' as const, size: 6 + 2 * i, length: 30 },
        at: [30 + 25 * i, 30, 12 * plates + 14] as [number, number, number],
        features: [],
      })),
    ],
  };
  const d = drawingOfPart(part);
  return { ...d, setup: { ...d.setup, rules: { ...d.setup.rules, partsList: true, balloons: true } } };
};

const drawings: readonly (readonly [string, Drawing, number])[] = [
  ['the mast clamp', demoDrawing('04-mast-clamp.drawing.json'), 5],
  ['the stay rod joint', demoDrawing('07-stay-rod-joint.drawing.json'), 3],
  ...[2, 3, 4, 5].flatMap((plates) =>
    [1, 2, 3].map((pins) => [`${plates} plates, ${pins} pins`, stack(plates, pins), plates + pins] as const),
  ),
];

describe('balloons', () => {
  test.each(drawings)(
    'of %s: each item once, none crossed or run through, in order along their row',
    (_n, d, items) => {
      const all = balloonsOf(d);
      expect(all.map((b) => b.item)).toEqual(Array.from({ length: items }, (_, i) => i + 1));
      for (const a of all)
        for (const b of all) {
          if (a === b || a.view !== b.view) continue;
          expect([a.item, b.item, cross(a, b)]).toEqual([a.item, b.item, false]);
          expect(nearest(a, b)).toBeGreaterThan(4.5);
        }
      for (const view of new Set(all.map((b) => b.view)))
        expect([view, isInOrder(all.filter((b) => b.view === view))]).toEqual([view, true]);
    },
  );
});
