import { expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { dimensionsFor } from '../../../core/drawing/proposedDimensions.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { typed } from '../statement/typedOn.ts';

/** The figures on the sheet of an assembly, and what its book says. */
const sheetOf = (part: PartFile, change: Partial<Drawing['setup']> = {}) => {
  const d = drawingOfPart(part);
  const ruled: Drawing = {
    ...d,
    setup: { ...d.setup, ...change, rules: { ...d.setup.rules, dimensionsOf: 'assembly' } },
  };
  const desk = openDesk();
  const books = desk.books(ruled);
  if (!books) throw new Error('not built');
  const list = dimensionsFor(ruled, books, 'base', []);
  const bookWith = (kept: typeof list) => {
    const whole: Drawing = { ...ruled, dimensions: { scheme: 'base', list: kept } };
    const worked = desk.work(whole);
    if (!worked.ok) throw new Error('not drawn');
    const { views, dimensions } = worked.sheet;
    return {
      figures: dimensions.laid.map((l) => l.text).sort(),
      book: dimensionBook(whole, books, new Map(views.map((v) => [v.name, v.view])), dimensions.laid),
    };
  };
  return { list, bookWith, ...bookWith(list) };
};

const JOINT = [
  'body socket: turned 52, 72 x 30, overall 100',
  'bore: hole 34, 68 deep, in the middle of the right',
  'slot: pocket 38.5 x 8 through the top, 15.5 from right, in the middle',
  'body pin: turned 34 x 66, 44 x 12',
] as const;

test('of a joint: how long it is, where its parts meet, the fit of the bore, the thickness of the cotter', () => {
  const joint = typed(JOINT);
  const [socket, pin] = joint.bodies;
  if (!socket || !pin) throw new Error('no bodies');
  const placed: PartFile = {
    ...joint,
    bodies: [
      socket,
      {
        ...pin,
        place: [
          { axis: 'turned/side 2', on: 'socket.bore/wall' },
          { face: 'turned/side 3', against: 'socket.turned/side 5' },
        ],
      },
    ],
  };
  const whole = typed(
    ['cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, one side, through the slot of socket'],
    placed,
  );
  const { figures, book } = sheetOf(whole);
  // 46 to the straight side of the cotter, 100 to where they meet, 112 over all; the cotter is 96 high and 8 thick
  expect(figures).toEqual(['100', '112', '46', '8', '96', '⌀34', '⌀72']);
  expect(book).toMatchObject({ missing: [], rings: [], isComplete: true, sizesOf: 'assembly' });
});

test('a size that was taken out is missing; one more is not given twice', () => {
  const plates = typed([
    'body lower: block 90 x 60 x 30',
    'hole 17.5 through top 45 30',
    'body upper: block 80 x 60 x 18',
    'hole 17.5 through top 45 30',
    'upper on lower, bores in line, flush at the front',
    'bolt M16 with washer and nut',
  ]);
  const { figures, list, bookWith } = sheetOf(plates);
  // the bolt and what goes with it are bought: no size of theirs is given
  expect(figures).toEqual(['30', '48', '60', '90']);
  const [first, ...rest] = list;
  if (!first) throw new Error('no dimensions');
  expect(bookWith(rest).book.missing).toHaveLength(1);
  expect(bookWith([...list, { ...first, id: 'again' }]).book.rings).toEqual([]);
});
