import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { onPaper, type Similarity } from '../../../core/sheet/layout/similarity.ts';
import { dimensionEntitiesOf } from '../../../formats/measuredDimensions.ts';
import { dimensioned } from './dimensionedBook.ts';

/** A bush in half section, dimensioned as it is proposed. */
const bush = (hiddenBehindCut: 'kept' | 'out'): Drawing => {
  const plain = drawingOfPart({
    format: 'blue-ledger/part@1',
    name: 'Bush',
    units: 'mm',
    bodies: [
      {
        name: 'bush',
        features: [
          {
            id: 'bush',
            op: 'add',
            shape: {
              kind: 'revolve',
              profile: {
                polygon: [
                  [0, 0],
                  [30, 0],
                  [30, 40],
                  [15, 40],
                  [15, 15],
                  [0, 15],
                ],
              },
            },
          },
        ],
      },
    ],
  } as PartFile);
  const trace = {
    name: 'A',
    seenIn: 'top',
    through: [
      [-40, 0],
      [0, 0],
    ],
    look: 'up',
    half: true,
  } as const;
  const d = {
    ...plain,
    cuts: [{ on: true, trace }],
    setup: { ...plain.setup, paper: 'A3', rules: { ...plain.setup.rules, hiddenBehindCut } },
  } as unknown as Drawing;
  return dimensioned(d);
};

describe('diameters in a half section', () => {
  const sheetOf = (d: Drawing) => {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error('not drawn');
    return worked.sheet;
  };
  const laidIn = (d: Drawing, text: RegExp) => {
    const sheet = sheetOf(d);
    const found = sheet.dimensions.laid.find((l) => text.test(l.text) && l.view === 'front');
    if (!found) throw new Error(`no ${text}`);
    return { found, k: sheet.views[0]?.toPaper.k ?? Number.NaN };
  };
  test('one whose other end is not drawn has one arrow, and a line that runs 5 mm past the axis', () => {
    const { found, k } = laidIn(bush('out'), /⌀30/);
    expect(found.drawn.arrows.length).toBe(1);
    expect(found.drawn.extension.length).toBe(1);
    expect(Math.abs(found.drawn.arrows[0]?.tip[0] ?? 0)).toBeCloseTo(15 * k, 9);
    const xs = (found.drawn.line ?? []).map((p) => p[0] * Math.sign(found.drawn.arrows[0]?.tip[0] ?? 0));
    expect(Math.min(...xs)).toBeCloseTo(-5, 9);
  });
  test('the outside, which is drawn on both sides, has two', () => {
    expect(laidIn(bush('out'), /⌀60/).found.drawn.arrows.length).toBe(2);
  });
  test('where hidden lines are kept both ends of all are drawn', () => {
    expect(laidIn(bush('kept'), /⌀30/).found.drawn.arrows.length).toBe(2);
  });
  test('a DXF file measures it whole, from the end that is drawn to where the other one would be', () => {
    const d = bush('out');
    const { found, k } = laidIn(d, /⌀30/);
    const entities = dimensionEntitiesOf(sheetOf(d));
    const measured = entities.get(found.wanted.id)?.measured;
    if (measured?.kind !== 'linear') throw new Error('not measured');
    expect(measured.measured).toBeCloseTo(30 * k, 9);
    // both ends are as far from the axis
    const axis = onPaper(sheetOf(d).views[0]?.toPaper as Similarity, [0, 0])[0];
    expect(measured.from[0] + measured.to[0]).toBeCloseTo(2 * axis, 9);
  });
});
