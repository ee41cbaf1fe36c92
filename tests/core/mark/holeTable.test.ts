import { describe, expect, test } from '@jest/globals';
import { balance } from '../../../core/balance/balance.ts';
import { booksOf } from '../../../core/balance/books.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { dimensionMarks } from '../../../core/mark/dimensionMarks.ts';
import type { GivenFigure } from '../../../core/mark/givenFigure.ts';
import { type TabledHole, tabledHoles } from '../../../core/mark/tabledHoles.ts';
import { figuresOfSvg } from '../../../formats/figuresOfSvg.ts';
import { givenDxf } from '../../../formats/givenDxf.ts';
import { givenFigures } from '../../../formats/givenFigures.ts';
import { sheetDxf } from '../../../formats/sheetDxf.ts';
import { sheetSvg } from '../../../formats/sheetSvg.ts';
import { campaign } from '../../campaign.ts';
import { type DrilledHole, plateWith, randomHoles } from '../drawing/drilledPlate.ts';

/** A plate with its holes in a table, as it comes back from both kinds of files, and how it is marked. */
const handedIn = (holes: readonly DrilledHole[]) => {
  const bare = drawingOfPart(plateWith(holes));
  const desk = openDesk();
  const books = desk.books(bare);
  if (!books) throw new Error('not built');
  const rules = { ...bare.setup.rules, lengths: 'table' as const };
  const whole: Drawing = {
    ...bare,
    setup: { ...bare.setup, paper: 'A2', rules },
    dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) },
  };
  const worked = desk.work(whole);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet } = worked;
  const dxf = sheetDxf(sheet, 'true', 'entities');
  const given = givenDxf(dxf);
  if (!given.ok) throw new Error('not read');
  const { lay } = balance(given.value, booksOf(sheet, whole.part, rules, given.value));
  const views = sheet.views.map((v) => ({ name: v.name, box: v.view.box }));
  return {
    figures: givenFigures(dxf).figures,
    ofSvg: figuresOfSvg(sheetSvg(sheet, 'Jig')).figures,
    marked: (figures: readonly GivenFigure[]) =>
      dimensionMarks(figures, lay, views, books, 'base').map((f) => [f.kind, f.sentence] as const),
  };
};

const HOLES: DrilledHole[] = [
  { x: 12, y: 14, d: 6, depth: 'through' },
  { x: 71, y: 31, d: 8, depth: 'through' },
  { x: 40, y: 22, d: 6, depth: 'through' },
  { x: 97, y: 53, d: 8, depth: 6 },
];
const isRow = (f: GivenFigure): f is TabledHole => f.kind === 'tabled hole';
const withRow = (all: readonly GivenFigure[], tag: string, change: Partial<TabledHole>): GivenFigure[] =>
  all.map((f) => (isRow(f) && f.tag === tag ? { ...f, ...change } : f));

describe('a table of holes on a drawing that is marked', () => {
  const own = handedIn(HOLES);
  test('is read row by row, and nothing of it twice', () => {
    for (const figures of [own.figures, own.ofSvg]) {
      expect(figures.filter(isRow).map((r) => [r.tag, ...r.places, r.size])).toEqual([
        ['A1', '12', '14', '⌀6 THRU'],
        ['A2', '40', '22', '⌀6 THRU'],
        ['B1', '71', '31', '⌀8 THRU'],
        ['C1', '97', '53', '⌀8 ↧6'],
      ]);
      expect(figures.filter((f) => f.kind === 'note')).toEqual([]);
    }
  });
  test('that is right is found so', () => expect(own.marked(own.figures)).toEqual([]));
  test.each([
    [
      'A2',
      { places: ['42', '22'] },
      'figure wrong',
      'X 42 of hole A2 in the table of holes is 40 by the part',
    ],
    ['B1', { places: ['71', '13'] }, 'digits swapped', 'Y 13 of hole B1 in the table of holes is 31'],
    ['B1', { size: '⌀4 THRU' }, 'radius for diameter', '⌀4 THRU of hole B1 in the table of holes is ⌀8'],
    ['C1', { places: ['9.7', '53'] }, 'decimal slip', 'X 9.7 of hole C1 in the table of holes is 97'],
  ] as const)('%s with %j is named', (tag, change, kind, words) => {
    const found = own.marked(withRow(own.figures, tag, change as Partial<TabledHole>));
    expect(found.map(([k]) => k)).toEqual([kind]);
    expect(found[0]?.[1]).toContain(words);
  });
  test('a row that is left out leaves its hole without places and size', () => {
    const found = own.marked(own.figures.filter((f) => !(isRow(f) && f.tag === 'C1')));
    expect(found.map(([k]) => k)).toEqual(expect.arrayContaining(['size missing']));
    expect(found.length).toBeGreaterThanOrEqual(3);
  });
  test('a row for a hole that is not there is told', () => {
    const [row] = own.figures.filter(isRow) as [TabledHole];
    const found = own.marked([...own.figures, { ...row, tag: 'D1', places: ['150', '90'], size: '⌀3' }]);
    expect(found.map(([k]) => k)).toEqual(['measures to nothing']);
    expect(found[0]?.[1]).toMatch(
      /^hole D1 in the table of holes \(150, 90, ⌀3\), counted from .*no such hole/,
    );
  });
  test('random plates: nothing is found on a right one, and one changed place is named', () => {
    let tried = 0;
    for (let seed = 1; seed <= campaign(40, 8); seed++) {
      const { holes, rnd } = randomHoles(seed);
      if (holes.length < 3) continue;
      const made = handedIn(holes);
      expect([seed, made.marked(made.figures)]).toEqual([seed, []]);
      const rows = made.figures.filter(isRow);
      expect(rows).toHaveLength(holes.length);
      const row = rows[Math.floor(rnd() * rows.length)] as TabledHole;
      const [x, y] = row.places;
      const found = made.marked(withRow(made.figures, row.tag, { places: [String(Number(x) + 11), y] }));
      expect([seed, found[0]?.[1]]).toEqual([
        seed,
        expect.stringContaining(`of hole ${row.tag} in the table`),
      ]);
      tried++;
    }
    expect(tried).toBeGreaterThan(4);
  });
});

describe('tables of other hands', () => {
  const letters = (rows: readonly (readonly [number, number, string])[]) =>
    rows.map(([x, y, text]) => ({ text, at: [x, y] as [number, number] }));
  test('the diameter and the depth in columns of their own, without signs', () => {
    const { holes } = tabledHoles(
      letters([
        [0, 50, 'TAG'],
        [20, 50, 'X (mm)'],
        [40, 50, 'Y (mm)'],
        [60, 50, 'DIA.'],
        [80, 50, 'DEPTH'],
        [0, 42, '1'],
        [21, 42, '12.5'],
        [41, 42, '-8'],
        [61, 42, '6'],
        [81, 42, '10'],
        [0, 34, '2'],
        [21, 34, '30'],
        [41, 34, '8'],
        [61, 34, '6.5'],
        [81, 34, 'THRU'],
        [20, 5, '99'],
      ]),
    );
    expect(holes.map((h) => [h.tag, ...h.places, h.size])).toEqual([
      ['1', '12.5', '-8', '⌀6 ↧10'],
      ['2', '30', '8', '⌀6.5 THRU'],
    ]);
  });
  test('letters that are no table are none', () => {
    expect(
      tabledHoles(
        letters([
          [0, 0, 'X'],
          [30, 0, 'Y'],
          [0, -10, 'FRONT VIEW'],
          [50, 0, '25'],
        ]),
      ).holes,
    ).toEqual([]);
  });
});
