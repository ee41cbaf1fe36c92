import { describe, expect, test } from '@jest/globals';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { wrongFigures } from '../../../core/mark/dimensionMarks.ts';
import { statedSizes } from '../../../core/mark/givenFigure.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { bookOf, booksOf, dimensioned } from './dimensionedBook.ts';

const block = { id: 'base', op: 'add', shape: { kind: 'block', width: 60, depth: 40, height: 20 } };
const drawn = (...features: object[]): Drawing =>
  drawingOfPart({
    format: 'blue-ledger/part@1',
    name: 'Block',
    units: 'mm',
    bodies: [{ name: 'block', features: [block, ...features] }],
  } as PartFile);
const textsOf = (d: Drawing): string[] => bookOf(d).rows.map((r) => r.text);

const tapped = (thread: object, more: object = {}) => ({
  id: 'tap',
  op: 'cut',
  at: [20, 20, 20],
  shape: { kind: 'hole', depth: 12, thread, ...more },
});
const stud = (thread: object, diameter: number) => ({
  id: 'stud',
  op: 'add',
  at: [45, 20, 20],
  shape: { kind: 'cylinder', diameter, height: 30, thread },
});

describe('threads on the sheet', () => {
  test('a tapped hole is called by its thread, with its depth; the drill follows', () => {
    const d = dimensioned(drawn(tapped({ size: 'M6' })));
    expect(textsOf(d)).toContain('M6 ↧12');
    expect(textsOf(d).some((t) => t.includes('⌀'))).toBe(false);
    expect([bookOf(d).isComplete, bookOf(d).rings]).toEqual([true, []]);
  });
  test('four of them are counted in one note', () => {
    const four = { ...tapped({ size: 'M6' }), repeat: { count: 4, step: [10, 0, 0] }, at: [15, 20, 20] };
    expect(textsOf(dimensioned(drawn(four)))).toContain('4 x M6 ↧12');
  });
  test('a hole with a diameter of its own states both', () => {
    const d = dimensioned(drawn(tapped({ size: 'M10' }, { diameter: 8.5 })));
    expect(textsOf(d)).toEqual(expect.arrayContaining(['⌀8.5 ↧12', 'M10']));
  });
  test('how far a thread reaches is measured from where it begins', () => {
    const d = dimensioned(drawn(stud({ size: 'M10', length: 18 }, 10)));
    expect(textsOf(d)).toEqual(expect.arrayContaining(['M10', '18']));
    const row = bookOf(d).rows.find((r) => r.text === '18');
    expect(row?.words).toBe('the distance from the top of stud to the end of the thread of stud');
    expect(bookOf(d).isComplete).toBe(true);
  });
  test('a pitch stands behind its thread, and LH behind one that is left-handed', () => {
    expect(textsOf(dimensioned(drawn(stud({ size: 12, pitch: 1.5, hand: 'left' }, 12))))).toContain(
      'M12 x 1.5 LH',
    );
    expect(textsOf(dimensioned(drawn(stud({ size: 'M12 x 1.25' }, 12))))).toContain('M12 x 1.25');
  });
  test('a thread that no figure names is missing', () => {
    for (const feature of [tapped({ size: 'M6' }), stud({ size: 'M10', length: 18 }, 10)]) {
      const d = dimensioned(drawn(feature));
      const list = (d.dimensions?.list ?? []).filter(
        (k) => k.tied.kind !== 'size' || k.tied.size.what !== 'thread',
      );
      const book = bookOf({ ...d, dimensions: { scheme: 'base', list } });
      expect(book.isComplete).toBe(false);
      expect(book.missing[0]?.words).toMatch(/^the thread of (tap|stud)$/);
    }
  });
  test('and so is its length', () => {
    const d = dimensioned(drawn(stud({ size: 'M10', length: 18 }, 10)));
    const list = (d.dimensions?.list ?? []).filter(
      (k) => k.tied.kind !== 'linear' || !k.tied.to.endsWith('thread end'),
    );
    expect(list.length).toBe((d.dimensions?.list.length ?? 0) - 1);
    expect(bookOf({ ...d, dimensions: { scheme: 'base', list } }).missing.length).toBe(1);
  });
});

describe('threads of drawings that are marked', () => {
  test.each([
    ['M12', [['thread', 12]]],
    [
      '4 x M6 ↧12',
      [
        ['thread', 6],
        ['depth', 12],
      ],
    ],
    ['M8 x 1.25', [['thread', 8]]],
    ['2 x ⌀9 THRU', [['diameter', 9]]],
  ])('%s', (text, sizes) => {
    expect(statedSizes(text).map((s) => [s.kind, s.value])).toEqual(sizes);
  });
  test('the right one is found, another is wrong', () => {
    const books = booksOf(drawn(tapped({ size: 'M6' })));
    const told = (text: string): string[] =>
      wrongFigures([{ kind: 'note', text, at: [0, 0] }], new Map(), [], books).map((f) => f.sentence);
    expect(told('M6 ↧12')).toEqual([]);
    expect(told('M8 ↧12')).toEqual(['M8 ↧12: the part has no such thread.']);
  });
});
