import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { holeTableOf } from '../../../core/drawing/holeTable.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { campaign } from '../../campaign.ts';
import { type DrilledHole, plateWith, randomHoles } from './drilledPlate.ts';

/** A plate as it is dimensioned by its house rules, with the places of its holes in a table. */
const tabled = (part: PartFile, setup: Partial<Drawing['setup']> = {}) => {
  const bare = drawingOfPart(part);
  const desk = openDesk();
  const books = desk.books(bare);
  if (!books) throw new Error('not built');
  const d: Drawing = {
    ...bare,
    setup: { ...bare.setup, ...setup, rules: { ...bare.setup.rules, lengths: 'table' } },
    dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) },
  };
  const worked = desk.work(d);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet } = worked;
  const views = new Map(sheet.views.map((v) => [v.name, v.view]));
  const book = dimensionBook(d, books, views, sheet.dimensions.laid);
  return { d, books, sheet, book, table: holeTableOf(d, books) };
};
const lettered = (sheet: ReturnType<typeof tabled>['sheet']): string[] =>
  sheet.ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));

describe('a table of holes', () => {
  const holes: DrilledHole[] = [
    { x: 12, y: 14, d: 6, depth: 'through' },
    { x: 71, y: 31, d: 8, depth: 'through' },
    { x: 40, y: 22, d: 6, depth: 'through' },
    { x: 97, y: 53, d: 8, depth: 6 },
  ];
  const { sheet, book, table } = tabled(plateWith(holes));
  test('says where each stands and how large it is, equal ones under one letter', () => {
    expect(table?.rows.map((r) => [r.tag, ...r.cells])).toEqual([
      ['A1', '12', '14', '⌀6 THRU'],
      ['A2', '40', '22', '⌀6 THRU'],
      ['B1', '71', '31', '⌀8 THRU'],
      ['C1', '97', '53', '⌀8 ↧6'],
    ]);
    expect(table?.zero.slice(0, 2).map(Math.abs)).toEqual([0, 0]);
  });
  test('what it says is on the sheet once, and counts', () => {
    const own = lettered(sheet);
    for (const text of ['A1', 'A2', 'B1', 'C1']) expect(own.filter((t) => t === text)).toHaveLength(2);
    expect(sheet.dimensions.laid.map((l) => l.text).sort()).toEqual(['10', '120', '200']);
    expect([book.isComplete, book.rings]).toEqual([true, []]);
    expect(book.rows.filter((r) => r.reason === 'table')).toHaveLength(11);
  });
  test('a dimension with a tolerance of its own stays on the view, and so does its hole', () => {
    const bare = tabled(plateWith(holes));
    const list = (bare.d.dimensions?.list ?? []).map((k) =>
      k.tied.kind === 'linear' && k.tied.to === 'h2/wall' && k.tied.axis === 0
        ? { ...k, tolerance: [0.1, -0.1] as [number, number] }
        : k,
    );
    const d: Drawing = { ...bare.d, dimensions: { scheme: 'base', list } };
    expect(holeTableOf(d, bare.books)?.rows.map((r) => r.cells[2])).toEqual(['⌀6 THRU', '⌀6 THRU', '⌀8 ↧6']);
  });
  test('one that is higher than the sheet is told', () => {
    const many = Array.from(
      { length: 36 },
      (_, i): DrilledHole => ({
        x: 10 + (i % 12) * 16,
        y: 15 + Math.floor(i / 12) * 30,
        d: 5,
        depth: 'through',
      }),
    );
    const small = tabled(plateWith(many), { paper: 'A4' });
    expect(small.table?.rows).toHaveLength(36);
    expect(small.sheet.findings.map((f) => f.code)).toContain('title.too-high');
    expect(tabled(plateWith(many), { paper: 'A2' }).sheet.findings).toEqual([]);
  });
  test('there is none for one hole alone, nor without a title block to stand on', () => {
    expect(tabled(plateWith(holes.slice(0, 1))).table).toBeUndefined();
    const none = tabled(plateWith(holes), { titleBlock: 'none' });
    expect(none.table).toBeUndefined();
    expect(none.sheet.dimensions.laid.length).toBeGreaterThan(8);
  });
  test('of random plates every hole is in it once, with its own places and size', () => {
    for (let seed = 1; seed <= campaign(40, 10); seed++) {
      const own = randomHoles(seed).holes;
      if (own.length < 2) continue;
      const made = tabled(plateWith(own));
      const told = made.table?.rows.map((r) => r.cells.join(' ')).sort();
      const wanted = own
        .map((h) => `${h.x} ${h.y} ⌀${h.d} ${h.depth === 'through' ? 'THRU' : `↧${h.depth}`}`)
        .sort();
      expect([seed, told]).toEqual([seed, wanted]);
      expect([seed, made.book.isComplete, made.book.rings]).toEqual([seed, true, []]);
    }
  });
});
