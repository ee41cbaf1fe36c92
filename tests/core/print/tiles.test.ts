import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { barsPrinted, correctionFor, printerBy, SIMULATED_PRINTER } from '../../../core/print/printer.ts';
import { TILE_PAPERS, tileInk, tilePlan } from '../../../core/print/tiles.ts';

describe('tiles', () => {
  test('A2 over A4: the fewer of the two ways, every point of the sheet on some tile', () => {
    const plan = tilePlan([594, 420], { paper: 'A4', margin: 5, overlap: 15 });
    // upright A4 leaves 192 x 278: four columns and two rows; lying it leaves 279 x 191: three by three
    expect([plan?.columns, plan?.rows, plan?.paper]).toEqual([4, 2, [210, 297]]);
    expect(plan?.tiles.map((t) => t.name)).toEqual(['A1', 'B1', 'C1', 'D1', 'A2', 'B2', 'C2', 'D2']);
  });
  test('any sheet is covered, tiles stay on their paper, and each overlap has its crosses on both tiles', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 1300 }),
        fc.integer({ min: 100, max: 1300 }),
        fc.constantFrom(...TILE_PAPERS),
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 8, max: 40 }),
        (w, h, paper, margin, overlap) => {
          const plan = tilePlan([w, h], { paper, margin, overlap });
          if (!plan) return;
          const { origin, tiles, marks } = plan;
          for (const t of tiles) {
            expect(origin[0] + t.size[0]).toBeLessThanOrEqual(plan.paper[0] - margin + 1e-9);
            expect(origin[1] + t.size[1]).toBeLessThanOrEqual(plan.paper[1] - margin + 1e-9);
          }
          for (let x = 0; x <= w; x += w / 37)
            for (let y = 0; y <= h; y += h / 37)
              expect(
                tiles.some(
                  (t) =>
                    x >= t.from[0] - 1e-9 &&
                    x <= t.from[0] + t.size[0] + 1e-9 &&
                    y >= t.from[1] - 1e-9 &&
                    y <= t.from[1] + t.size[1] + 1e-9,
                ),
              ).toBe(true);
          for (const [x, y] of marks) {
            const on = tiles.filter(
              (t) => x > t.from[0] && x < t.from[0] + t.size[0] && y > t.from[1] && y < t.from[1] + t.size[1],
            );
            expect(on.length).toBeGreaterThanOrEqual(2);
          }
        },
      ),
      { numRuns: 60, seed: 5 },
    );
  });
  test('a sheet that fits is one tile without crosses', () => {
    const plan = tilePlan([180, 250], { paper: 'A4', margin: 5, overlap: 15 });
    expect([plan?.tiles.length, plan?.marks.length]).toEqual([1, 0]);
  });
  test('no room: none', () => {
    expect(tilePlan([594, 420], { paper: 'A4', margin: 30, overlap: 130 })).toBeUndefined();
  });
  test('a tile says its name, of how many, and what its bars are', () => {
    const plan = tilePlan([594, 420], { paper: 'A4', margin: 5, overlap: 15 });
    if (!plan?.tiles[5]) throw new Error('no tile');
    const words = tileInk(plan, plan.tiles[5], 'SP-12 Bracket').find((i) => i.kind === 'text');
    expect(words?.kind === 'text' && words.text).toBe(
      'B2 of 4 x 2 · SP-12 Bracket · both bars are 50 mm · lay cross on cross',
    );
  });
});

describe('printers', () => {
  test('what a printer makes of the corrected length is the length', () => {
    const measured = printerBy('Bench', barsPrinted(SIMULATED_PRINTER));
    if (!measured) throw new Error('refused');
    const [kx, ky] = correctionFor(measured);
    // the bars are read to a tenth of a millimetre
    expect(Math.abs(50 * kx * SIMULATED_PRINTER.across - 50)).toBeLessThan(0.05);
    expect(Math.abs(50 * ky * SIMULATED_PRINTER.along - 50)).toBeLessThan(0.05);
  });
  test('a page that was fitted to the paper is refused', () => {
    expect(printerBy('Bench', { across: 142, along: 189 })).toBeUndefined();
  });
});
