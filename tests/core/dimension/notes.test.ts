import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook, worstInWords } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import type { DimensionCommand } from '../../../core/edit/command.ts';
import type { PartFile } from '../../../core/part/schema.ts';

type Features = PartFile['bodies'][number]['features'];
const plate = (features: Features): Drawing =>
  drawingOfPart({
    format: 'blue-ledger/part@1',
    name: 'Plate',
    units: 'mm',
    bodies: [
      {
        name: 'plate',
        features: [
          { id: 'plate', op: 'add', shape: { kind: 'block', width: 120, depth: 60, height: 30 } },
          ...features,
        ],
      },
    ],
  } as PartFile);
const onTop = (id: string, shape: object, at: [number, number], repeat?: object): Features[number] =>
  ({
    id,
    op: 'cut',
    shape: { kind: 'hole', ...shape },
    at: [...at, 30],
    ...(repeat && { repeat }),
  }) as unknown as Features[number];

/** A drawing with all its dimensions as they are proposed, and its books. */
const dimensioned = (d: Drawing) => {
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not drawn');
  const next = { ...d, dimensions: { scheme: 'base' as const, list: proposedDimensions(books, 'base', []) } };
  return { d: next, book: bookOf(next) };
};
const bookOf = (d: Drawing) => {
  const desk = openDesk();
  const [books, worked] = [desk.books(d), desk.work(d)];
  if (!books || !worked.ok) throw new Error('not drawn');
  const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
  return dimensionBook(d, books, views, worked.sheet.dimensions.laid);
};
const edited = (d: Drawing, c: DimensionCommand): Drawing => {
  const made = applyCommand(d, c, { box: undefined });
  if (!made.ok) throw new Error('refused');
  return made.value.drawing;
};
const texts = (d: Drawing): string[] => bookOf(d).rows.map((r) => r.text);

describe('hole notes', () => {
  const blind = onTop('pocket', { diameter: 12, depth: 20 }, [30, 20]);
  const stepped = onTop(
    'seat',
    { diameter: 9, depth: 'through', counterbore: { diameter: 15, depth: 6 } },
    [80, 40],
  );
  const sunk = onTop(
    'screw',
    { diameter: 6, depth: 'through', countersink: { diameter: 12, angle: 90 } },
    [100, 20],
  );
  const { d, book } = dimensioned(plate([blind, stepped, sunk]));
  test('depth, counterbore and countersink stand beside the diameter', () => {
    const own = book.rows.map((r) => r.text);
    expect(own).toEqual(expect.arrayContaining(['⌀12 ↧20', '⌀9 THRU ⌴⌀15 ↧6', '⌀6 THRU ⌵⌀12 x 90°']));
    expect(book.isComplete).toBe(true);
    expect(book.rings).toEqual([]);
  });
  test('set apart they stand by themselves, and can be joined again', () => {
    const id = book.rows.find((r) => r.text === '⌀12 ↧20')?.id as string;
    const apart = edited(d, { type: 'partDimension', id, words: '⌀12' });
    expect(texts(apart)).toEqual(expect.arrayContaining(['⌀12', '20']));
    const again = bookOf(apart);
    expect([again.isComplete, again.rings]).toEqual([true, []]);
    const row = again.rows.find((r) => r.id === id);
    expect(row?.joinable).toEqual([{ id: expect.any(String), text: '20' }]);
    const other = row?.joinable[0]?.id as string;
    const joined = edited(apart, { type: 'joinDimension', id: other, to: id, words: '20' });
    expect(texts(joined)).toContain('⌀12 ↧20');
    expect(bookOf(joined).rows).toHaveLength(again.rows.length - 1);
  });
  test('the depth follows a change of the statement', () => {
    const deeper = structuredClone(d) as Drawing;
    const shape = deeper.part.bodies[0]?.features[1]?.shape as { depth: number };
    shape.depth = 24;
    expect(texts(deeper)).toContain('⌀12 ↧24');
  });
});

test('a row of equal holes is dimensioned as so many spaces', () => {
  const row = onTop('pin', { diameter: 6, depth: 'through' }, [20, 30], {
    count: 5,
    step: [20, 0, 0],
  });
  const { book } = dimensioned(plate([row]));
  const own = book.rows.map((r) => r.text);
  expect(own).toEqual(expect.arrayContaining(['4 x 20 (= 80)', '5 x ⌀6 THRU']));
  expect([book.isComplete, book.rings]).toEqual([true, []]);
});

describe('worst cases', () => {
  const { d, book } = dimensioned(plate([onTop('bore', { diameter: 12, depth: 'through' }, [30, 20])]));
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not drawn');
  const width = book.rows.find((r) => r.text === '120');
  const bore = book.rows.find((r) => r.text === '30' && r.words.includes('bore'));
  const right = {
    kind: 'linear',
    axis: 0,
    from: bore?.tied.kind === 'linear' ? bore.tied.to : '',
    to: width?.tied.kind === 'linear' ? width.tied.to : '',
  } as const;
  const askOn = (x: Drawing): string => {
    const own = desk.books(x);
    const from = own?.stations.find((s) => s.axis === 0 && s.of.includes(right.from));
    const to = own?.stations.find((s) => s.axis === 0 && s.of.includes(right.to));
    if (!own || !from || !to) throw new Error('no stations');
    return worstInWords(x, own, { kind: 'linear', from, to });
  };
  test('without tolerances it says what has none', () => {
    expect(askOn(d)).toBe(
      'It follows from 120 and 30, but 120 and 30 have no tolerance. Give one, or a general tolerance at Issue.',
    );
  });
  test('general tolerances and own ones add up', () => {
    // medium: 0.3 for 120 and 0.2 for 30
    expect(askOn({ ...d, tolerance: 'ISO 2768-m' })).toBe(
      'At worst 89.5 to 90.5 mm (90 ±0.5), as it follows from 120 and 30.',
    );
    const list = (d.dimensions?.list ?? []).map((k) =>
      k.id === width?.id ? { ...k, tolerance: [0.1, 0] as [number, number] } : k,
    );
    // the width may only be longer; the distance of the bore counts the other way
    expect(askOn({ ...d, tolerance: 'ISO 2768-m', dimensions: { scheme: 'base', list } })).toBe(
      'At worst 89.8 to 90.3 mm (90 +0.3/-0.2), as it follows from 120 and 30.',
    );
  });
});

test('a fit is written behind its figure, with its limits on demand', () => {
  const { d, book } = dimensioned(plate([onTop('bore', { diameter: 12, depth: 'through' }, [30, 20])]));
  const id = book.rows.find((r) => r.text.startsWith('⌀12'))?.id as string;
  const fitted = (change: object): Drawing =>
    edited(d, { type: 'changeDimension', id, change, label: 'fit' });
  expect(texts(fitted({ fit: 'H7' }))).toContain('⌀12 H7 THRU');
  const whole = fitted({ fit: 'H7', limits: true });
  expect(texts(whole)).toContain('⌀12 H7 (+0.018/+0) THRU');
  expect(bookOf(whole).rows.find((r) => r.id === id)?.limits).toBe(
    'H7: 12 to 12.018 mm (0.47244 to 0.47315 in)',
  );
  expect(bookOf(fitted({ fit: 'y6' })).rows.find((r) => r.id === id)?.limits).toBe(
    'ISO 286 gives no y6 for 12 mm. Choose another class.',
  );
});

describe('outlines with arcs', () => {
  const typed = (...lines: string[]): Drawing => {
    const begun: Drawing = { ...plate([]), part: { ...plate([]).part, bodies: [] } };
    return lines.reduce((d, text) => {
      const made = applyCommand(d, { type: 'enterLine', text }, { box: openDesk().part(d)?.part.box });
      if (!made.ok) throw new Error(JSON.stringify(made.faults));
      return made.value.drawing;
    }, begun);
  };
  test('a rounded edge has its radius on the sheet, though none of its points can be moved alone', () => {
    const { d, book } = dimensioned(typed('block 28 x 16 x 12', 'round the left back edge 1.5'));
    expect(book.rows.map((r) => r.text).sort()).toEqual(['12', '16', '28', 'R1.5']);
    expect([book.isComplete, book.unchecked]).toEqual([true, []]);
    const list = (d.dimensions?.list ?? []).filter((k) => k.tied.kind !== 'size');
    const without = bookOf({ ...d, dimensions: { scheme: 'base', list } });
    expect(without.isComplete).toBe(false);
    expect(without.missing.map((m) => m.value)).toEqual(['⌀3']);
  });
  test('an outline whose arcs are not smooth is said to be uncounted, not called complete', () => {
    const free = plate([
      {
        id: 'cut-out',
        op: 'cut',
        at: [40, 20, 20],
        shape: {
          kind: 'extrude',
          height: 10,
          profile: {
            start: [0, 0],
            path: [{ to: [20, 0] }, { to: [0, 0], centre: [10, -5], turn: 'ccw' }],
          },
        },
      } as unknown as Features[number],
    ]);
    const { book } = dimensioned(free);
    expect([book.isComplete, book.unchecked]).toEqual([false, ['cut-out']]);
  });
  test('a feature turned by an angle is given by that angle', () => {
    const { book } = dimensioned(
      typed(
        'block 28 x 16 x 12',
        'cut a block, 5 wide, 3 deep, 4 high, turned 30 degrees about z, 21 from the left, 5 from the front, 8 up',
      ),
    );
    expect(book.rows.map((r) => r.text)).toContain('30°');
    expect([book.isComplete, book.rings]).toEqual([true, []]);
  });
});
