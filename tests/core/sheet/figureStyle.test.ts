import { describe, expect, test } from '@jest/globals';
import { remarksOn } from '../../../core/check/remarks.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { examine } from '../../../core/examine/examine.ts';
import { diameterText, type FigureStyle, lengthText } from '../../../core/sheet/dimensions/figureStyle.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { sheetDxf } from '../../../formats/sheetDxf.ts';
import { sheetSvg } from '../../../formats/sheetSvg.ts';
import { markText } from '../../../workers/marking.ts';
import { demoDrawings } from '../../samples.ts';

describe('a figure as the house rules write it', () => {
  test.each([
    [54, 'mm', {}, '54'],
    [54, 'mm', { places: 2 }, '54.00'],
    [17.456, 'mm', { places: 1 }, '17.5'],
    [25.4, 'mm', { second: true }, '25.4 [1]'],
    [1.875, 'in', {}, '1 7/8'],
    [1.875, 'in', { inches: 'decimals' }, '1.875'],
    [1.875, 'in', { second: true }, '1 7/8 [47.63]'],
    [1.875, 'in', { places: 3, second: true }, '1.875 [47.63]'],
  ] as const)('%s %s by %j is %s', (value, unit, style, text) => {
    expect(lengthText(value, unit, style)).toBe(text);
  });
  test('diameters by their sign or in letters', () => {
    expect(diameterText('12', {})).toBe('⌀12');
    expect(diameterText('12', { diameters: 'DIA' })).toBe('12 DIA');
    expect(diameterText('12', { diameters: 'DIA' }, 'S')).toBe('S12 DIA');
  });
});

const STYLES: readonly FigureStyle[] = [
  { places: 2 },
  { second: true },
  { inches: 'decimals', diameters: 'DIA' },
  { places: 3, second: true, diameters: 'DIA' },
];
describe.each(demoDrawings())('%s with its figures by other house rules', (_name, d) => {
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not built');
  const list = proposedDimensions(books, 'base', []);
  const styled = (figures: FigureStyle): Drawing => {
    const bare: Drawing = {
      ...d,
      setup: { ...d.setup, scale: 'fit', paper: 'A2', rules: { ...d.setup.rules, figures } },
      dimensions: { scheme: 'base', list },
    };
    return { ...bare, setup: { ...bare.setup, ...desk.openGaps(bare) } };
  };
  test.each(STYLES)('by %j nothing is struck out, and what is read back is right', (style) => {
    const next = styled(style);
    const worked = desk.work(next);
    if (!worked.ok) throw new Error('not drawn');
    const { frame, title } = paperFrame(next.setup);
    expect(examine(worked.sheet.ink, frame, title).map((r) => `${r.kind}: ${r.what}`)).toEqual([]);
    const texts = worked.sheet.dimensions.laid.map((l) => l.text);
    if (style.second) for (const t of texts.filter((x) => !x.includes('°'))) expect(t).toMatch(/\[[\d.]+\]/);
    if (style.diameters) expect(texts.join()).not.toContain('⌀');
    for (const [name, text] of [
      ['a.svg', sheetSvg(worked.sheet, 'x')],
      ['a.dxf', sheetDxf(worked.sheet, 'true', 'entities')],
    ] as const) {
      const marked = markText(desk, next, name, text);
      expect([name, marked.ok && marked.mistakes.map((m) => m.sentence)]).toEqual([name, []]);
    }
  });
});

test('what is rounded away by the places is said in the check', () => {
  const [, d] = demoDrawings()[1] as [string, Drawing];
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not built');
  const said = (places: number): string => {
    const next: Drawing = {
      ...d,
      setup: { ...d.setup, rules: { ...d.setup.rules, figures: { places } } },
      dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) },
    };
    const worked = desk.work(next);
    if (!worked.ok) throw new Error('not drawn');
    const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
    const book = dimensionBook(next, books, views, worked.sheet.dimensions.laid);
    return remarksOn(next, worked, [], book)
      .map((r) => r.what)
      .join(' ');
  };
  expect(said(0)).toMatch(/rounded to 0 places, such as 1[78] for 17\.5/);
  expect(said(1)).not.toContain('rounded');
});
