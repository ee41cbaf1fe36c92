import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { worstInWords } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import type { DimensionCommand } from '../../../core/edit/command.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { bookOf, dimensioned as withProposed } from './dimensionedBook.ts';

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
  const next = withProposed(d);
  return { d: next, book: bookOf(next) };
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
    expect(row?.joinable).toEqual([{ id: expect.any(String), as: 'behind', text: '20' }]);
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

describe('equal holes of several features', () => {
  const hole = (id: string, shape: object, x: number, y: number) => onTop(id, shape, [x, y]);
  const six = { diameter: 6, depth: 'through' };
  const holes = [
    hole('h1', six, 10, 12),
    hole('h2', six, 43, 31),
    hole('h3', { diameter: 6, depth: 9 }, 71, 18),
    hole('h4', six, 97, 47),
  ];
  const { d, book } = dimensioned(plate(holes));
  const rowOf = (x: Drawing, text: string) => bookOf(x).rows.find((r) => r.text === text);
  test('are counted in one note; one of another depth is not', () => {
    const own = book.rows.map((r) => r.text);
    expect(own).toContain('3 x ⌀6 THRU');
    expect(own).toContain('⌀6 ↧9');
    expect(own.filter((t) => t.includes('⌀6'))).toHaveLength(2);
    expect([book.isComplete, book.rings]).toEqual([true, []]);
  });
  test('the one that is changed later stands apart, and none is lost', () => {
    const wider = structuredClone(d) as Drawing;
    (wider.part.bodies[0]?.features[2]?.shape as { diameter: number }).diameter = 8;
    expect(texts(wider)).toContain('2 x ⌀6 THRU, ⌀8 THRU');
    expect(bookOf(wider).isComplete).toBe(true);
  });
  test('where the first of them is taken away the note counts the others', () => {
    const fewer = structuredClone(d) as Drawing;
    fewer.part.bodies[0]?.features.splice(1, 1);
    const row = rowOf(fewer, '2 x ⌀6 THRU');
    expect([row?.standing, row?.counted]).toEqual(['on the sheet', 1]);
  });
  test('set apart each has its own note, and they can be counted together again', () => {
    const id = rowOf(d, '3 x ⌀6 THRU')?.id as string;
    const apart = edited(d, { type: 'partDimension', id, words: '3 x ⌀6' });
    expect(texts(apart).filter((t) => t === '⌀6 THRU')).toHaveLength(3);
    expect([bookOf(apart).isComplete, bookOf(apart).rings]).toEqual([true, []]);
    const row = bookOf(apart).rows.find((r) => r.id === id);
    const other = row?.joinable.find((j) => j.as === 'alike');
    const again = edited(apart, {
      type: 'joinDimension',
      id: other?.id as string,
      to: id,
      as: 'alike',
      words: '⌀6',
    });
    expect(texts(again)).toContain('2 x ⌀6 THRU');
    // the hole that is not drilled through is none of them
    expect(row?.joinable.map((j) => j.text)).toEqual(['⌀6 THRU', '⌀6 THRU']);
  });
});

test('the sides of a square stand in one figure, as long as they are equal', () => {
  const { d } = dimensioned(
    plate([
      {
        id: 'peg',
        op: 'add',
        shape: { kind: 'block', width: 24, depth: 24, height: 12 },
        at: [30, 20, 30],
      } as Features[number],
    ]),
  );
  const of = (x: Drawing, text: string) => bookOf(x).rows.filter((r) => r.text === text);
  const across = edited(d, {
    type: 'setDimensions',
    scheme: 'chain',
    label: 'chain',
    list: proposedDimensions(openDesk().books(d) as never, 'chain', []),
  });
  const [side] = of(across, '24');
  const other = side?.joinable.find((j) => j.as === 'square');
  expect(other?.text).toBe('24');
  const square = edited(across, {
    type: 'joinDimension',
    id: other?.id as string,
    to: side?.id as string,
    as: 'square',
    words: '24',
  });
  expect(texts(square)).toContain('□24');
  expect([bookOf(square).isComplete, bookOf(square).rings]).toEqual([true, []]);
  const wider = structuredClone(square) as Drawing;
  (wider.part.bodies[0]?.features[1]?.shape as { width: number }).width = 26;
  expect(texts(wider).some((t) => t === '26 x 24' || t === '24 x 26')).toBe(true);
});

test('how deep a groove is stands behind its width', () => {
  const { d } = dimensioned(
    plate([
      {
        id: 'groove',
        op: 'cut',
        shape: { kind: 'block', width: 12, depth: 60, height: 5 },
        at: [40, 0, 25],
      } as Features[number],
    ]),
  );
  const list = proposedDimensions(openDesk().books(d) as never, 'chain', []);
  const chain = edited(d, { type: 'setDimensions', scheme: 'chain', label: 'chain', list });
  const widthIn = (x: Drawing) => bookOf(x).rows.find((r) => r.text === '12');
  // what is left below the groove is no depth of it
  expect([texts(chain).includes('25'), widthIn(chain)?.joinable]).toEqual([true, []]);
  const below = bookOf(chain).rows.find((r) => r.text === '25')?.id as string;
  const without = edited(chain, { type: 'removeDimension', id: below, words: '25' });
  const tied = { kind: 'linear', axis: 2, from: 'plate/top', to: 'groove/bottom' } as const;
  const deep = edited(without, { type: 'addDimension', tied, words: '5' });
  const width = widthIn(deep);
  expect(width?.joinable.map((j) => [j.as, j.text])).toEqual([['behind', '5']]);
  const joined = edited(deep, {
    type: 'joinDimension',
    id: width?.joinable[0]?.id as string,
    to: width?.id as string,
    words: '5',
  });
  expect(texts(joined)).toContain('12 ↧5');
  expect([bookOf(joined).isComplete, bookOf(joined).rings]).toEqual([true, []]);
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
