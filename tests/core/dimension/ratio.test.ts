import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import type { KeptDimension } from '../../../core/dimension/kept.ts';
import { propose, tieWords } from '../../../core/dimension/propose.ts';
import { angleOfRatio, ratioText } from '../../../core/dimension/ratio.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { statedSizes } from '../../../core/mark/givenFigure.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { feature, partOf } from '../balance/given.ts';

describe('an angle written as a ratio', () => {
  test('of a cone it is the change of its diameter to its length, of a face its rise to its run', () => {
    // 40 to 30 across over a length of 50
    expect(ratioText('cone', (2 * Math.atan(5 / 50) * 180) / Math.PI)).toBe('⌲ 1:5');
    expect(ratioText('angle', (Math.atan(1 / 10) * 180) / Math.PI)).toBe('⌳ 1:10');
    expect(ratioText('lean', (Math.atan(2) * 180) / Math.PI)).toBe('⌳ 2:1');
    expect(ratioText('angle', 45)).toBe('⌳ 1:1');
  });

  test('what has no ratio is given in degrees', () => {
    expect(ratioText('angle', 0)).toBeUndefined();
    expect(ratioText('angle', 90)).toBeUndefined();
    expect(ratioText('cone', 180)).toBeUndefined();
    expect(ratioText('cone', 120)).toBeDefined();
  });

  test('read from a drawing it is the angle again, as near as its places are written', () => {
    for (const what of ['cone', 'angle'] as const)
      for (const degrees of [0.3, 1.1458, 5.71, 11.4, 30, 45, 60, 77.5, 88]) {
        const text = ratioText(what, degrees) as string;
        const [stated, ...others] = statedSizes(`2 x ${text}`);
        expect(others).toEqual([]);
        expect(stated?.kind).toBe('angle');
        expect(Math.abs((stated?.value ?? 0) - degrees)).toBeLessThanOrEqual(stated?.within ?? 0);
        expect(stated?.within).toBeLessThan(0.06);
      }
    // a figure typed over is another angle
    expect(Math.abs(angleOfRatio('⌲', 1 / 5) - angleOfRatio('⌲', 1 / 6))).toBeGreaterThan(1);
  });
});

describe('a cone on the sheet', () => {
  const cone = (topDiameter?: number): PartFile =>
    partOf(
      feature(
        'add',
        { kind: 'cone', diameter: 40, height: 50, ...(topDiameter && { topDiameter }) } as const,
        {
          id: 'cone',
        },
      ),
    );
  test('that runs on to its tip is given by its height', () => {
    const books = openBooks(cone());
    const ties = books ? propose(books, 'base').ties : [];
    expect(ties.map(tieWords)).toEqual([
      'the rim diameter of cone',
      expect.stringContaining('to the tip of cone'),
    ]);
    // a frustum by both rims and its height
    const cut = openBooks(cone(30));
    expect(cut ? propose(cut, 'base').ties.map(tieWords).join() : '').not.toContain('tip');
  });

  test('has its angle written as a taper where that is asked for', () => {
    const file = cone(30);
    const d = drawingOfPart(file);
    const desk = openDesk();
    const list: KeptDimension[] = [
      {
        id: 'd1',
        tied: { kind: 'size', size: { what: 'cone', of: ['cone/side'] } },
        reference: true,
        ratio: true,
      },
    ];
    const drawn: Drawing = { ...d, dimensions: { scheme: 'base', list } };
    const worked = desk.work(drawn);
    expect(worked.ok && worked.sheet.dimensions.laid.map((x) => x.text)).toEqual(['(⌲ 1:5)']);
  });
});
