import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { examine } from '../../../core/examine/examine.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { dimensioned } from '../dimension/dimensionedBook.ts';

/** A plate with a flat base and a crowned top: its arc's centre lies beneath it. */
const crowned = (wide: number, side: number, radius: number): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'crown plate',
  units: 'mm',
  bodies: [
    {
      name: 'plate',
      features: [
        {
          id: 'plate',
          op: 'add',
          plane: 'front',
          at: [0, 20, 0],
          shape: {
            kind: 'extrude',
            height: 20,
            profile: {
              start: [0, 0],
              path: [
                { to: [wide, 0] },
                { to: [wide, side] },
                {
                  to: [0, side],
                  centre: [wide / 2, side - Math.sqrt(radius ** 2 - (wide / 2) ** 2)],
                  turn: 'ccw',
                },
                { to: [0, 0] },
              ],
            },
          },
        },
      ],
    },
  ] as unknown as PartFile['bodies'],
});

const radiusOf = (part: PartFile) => {
  const plain = drawingOfPart(part);
  const d = dimensioned({ ...plain, setup: { ...plain.setup, paper: 'A2', scale: 1 } });
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet } = worked;
  const own = sheet.dimensions.laid.filter((l) => l.text.startsWith('R'));
  expect(own).toHaveLength(1);
  return { sheet, laid: own[0] as (typeof own)[number] };
};

test('a radius whose centre is far away has a shortened line that begins at the arc towards the centre', () => {
  const { laid } = radiusOf(crowned(260, 30, 350));
  expect(laid.text).toBe('R350');
  const { line, rest, arrows, text } = laid.drawn;
  if (!line || !rest) throw new Error('not shortened');
  const centre = [130, 30 - Math.sqrt(350 ** 2 - 130 ** 2)] as const;
  const [tip, end] = line;
  expect(Math.hypot(tip[0] - centre[0], tip[1] - centre[1])).toBeCloseTo(350, 6);
  // the first piece lies on the radius, and the arrow points away from the centre
  expect((end[0] - tip[0]) * (centre[1] - tip[1]) - (end[1] - tip[1]) * (centre[0] - tip[0])).toBeCloseTo(
    0,
    6,
  );
  expect(Math.hypot(end[0] - centre[0], end[1] - centre[1])).toBeLessThan(350);
  expect(arrows).toHaveLength(1);
  expect(arrows[0]?.tip).toEqual(tip);
  const along = arrows[0]?.along ?? [0, 0];
  expect(along[0] * (tip[0] - centre[0]) + along[1] * (tip[1] - centre[1])).toBeCloseTo(350, 6);
  // it ends where its own radius does not run: bent aside, and far from the centre
  const last = rest.at(-1) ?? [0, 0];
  expect(Math.hypot(last[0] - centre[0], last[1] - centre[1])).toBeGreaterThan(250);
  expect(Math.abs(text.angle)).toBeGreaterThan(60);
});

test('a small one keeps its leader', () => {
  const { laid } = radiusOf(crowned(120, 40, 100));
  expect(laid.text).toBe('R100');
  expect(laid.drawn.rest).toBeUndefined();
  expect(laid.drawn.shelf).toBeDefined();
});

test('of random crowned plates each is shortened or led, and nothing is struck out', () => {
  let shortened = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 80, max: 320 }),
      fc.integer({ min: 12, max: 60 }),
      fc.integer({ min: 165, max: 900 }),
      (wide, side, radius) => {
        const { sheet, laid } = radiusOf(crowned(wide, side, radius));
        if (laid.drawn.rest) shortened++;
        const struck = examine(sheet.ink, sheet.paper.frame, sheet.paper.title);
        expect(struck.filter((r) => r.what.includes(`R${radius}`))).toEqual([]);
      },
    ),
    { numRuns: 25, seed: 4711 },
  );
  expect(shortened).toBeGreaterThan(8);
});
