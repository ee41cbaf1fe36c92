import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { laidOf } from './laidOf.ts';

/** A bar with one hole near its left end; lengths in millimetres. */
const bar = (width: number, depth: number, height: number, diameter: number): PartFile =>
  ({
    format: 'blue-ledger/part@1',
    name: 'Bar',
    units: 'mm',
    bodies: [
      {
        name: 'bar',
        features: [
          { id: 'bar', op: 'add', shape: { kind: 'block', width, depth, height } },
          {
            id: 'hole',
            op: 'cut',
            shape: { kind: 'hole', diameter, depth: 'through' },
            at: [depth / 2, depth / 2, height],
          },
        ],
      },
    ],
  }) as PartFile;

describe('parts of every length are dimensioned', () => {
  test.each([0.4, 9, 900, 9000, 90_000, 900_000])('%p mm long', (width) => {
    const laid = laidOf(bar(width, width / 22.5, width / 30, width / 75));
    const values = laid.map((l) => Number(l.value.toPrecision(9)));
    const wanted = [width, width / 22.5, width / 30, width / 75].map((v) => Number(v.toPrecision(9)));
    expect(values).toEqual(expect.arrayContaining(wanted));
    expect(laid).toHaveLength(6);
  });

  // the views do not fit then, and the sheet says so: it is drawn all the same
  test.each([0.02, 1, 20])('a bar of 900 mm at the chosen scale %p', (scale) => {
    const d = drawingOfPart(bar(900, 40, 30, 12));
    const desk = openDesk();
    const books = desk.books(d);
    const list = books ? proposedDimensions(books, 'base', []) : [];
    const worked = desk.work({
      ...d,
      setup: { ...d.setup, scale },
      dimensions: { scheme: 'base', list },
    });
    const laid = worked.ok ? worked.sheet.dimensions.laid : [];
    expect(laid).toHaveLength(6);
    for (const { drawn } of laid) expect([...drawn.text.at].every(Number.isFinite)).toBe(true);
  });

  test('a chosen scale at which it would be longer than any paper is refused, with one that suits', () => {
    const d = drawingOfPart(bar(900, 40, 30, 12));
    const worked = openDesk().work({ ...d, setup: { ...d.setup, scale: 50 } });
    expect(worked).toMatchObject({
      ok: false,
      faults: [
        {
          path: ['setup', 'scale'],
          where: '50 : 1',
          what: 'The part would be 45 m long on paper.',
          remedy: 'Choose 1 : 5, or the largest scale that fits.',
        },
      ],
    });
  });

  test.each([
    ['mm', 90_000, 1 / 500],
    ['in', 4000, 1 / 512],
  ] as const)('what fits at no standard scale is drawn smaller still, in %s', (units, width, scale) => {
    const worked = openDesk().work(drawingOfPart({ ...bar(width, 400, 300, 12), units }));
    const perUnit = units === 'in' ? 25.4 : 1;
    expect(worked.ok && [worked.sheet.scale / perUnit, worked.sheet.findings]).toEqual([scale, []]);
  });
});
