import { describe, expect, test } from '@jest/globals';
import { audit } from '../../../core/dimension/propose.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import { examine } from '../../../core/examine/examine.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { sheetSvg } from '../../../formats/sheetSvg.ts';
import { markText } from '../../../workers/marking.ts';
import { feature, partOf } from '../balance/given.ts';
import { typed } from '../statement/typedOn.ts';

const edge = (at: [number, number, number], legs: [number, number], more: object = {}) =>
  ({
    id: 'chamfer',
    op: 'cut',
    plane: 'right',
    at,
    shape: {
      kind: 'extrude',
      height: 90,
      profile: {
        polygon: [
          [0, 0],
          [legs[0], 0],
          [0, legs[1]],
        ],
      },
    },
    ...more,
  }) as unknown as PartFile['bodies'][number]['features'][number];
const block = feature('add', { kind: 'block', width: 90, depth: 40, height: 20 } as const, { id: 'block' });

const dimensioned = (file: PartFile) => {
  const d = drawingOfPart(file);
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not built');
  const list = proposedDimensions(books, 'base', []);
  const next: Drawing = { ...d, dimensions: { scheme: 'base', list } };
  const worked = desk.work(next);
  if (!worked.ok) throw new Error('not drawn');
  const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
  const book = dimensionBook(next, books, views, worked.sheet.dimensions.laid);
  return { d: next, desk, books, list, worked, book };
};
const texts = (m: ReturnType<typeof dimensioned>) => m.worked.sheet.dimensions.laid.map((l) => l.text);

describe('the note of a chamfer', () => {
  test('width and angle stand in one note, led to the chamfer where it is an edge', () => {
    const made = dimensioned(partOf(block, edge([0, 0, 20], [2, -2])));
    expect(texts(made)).toContain('2 x 45°');
    expect(texts(made)).toHaveLength(4);
    expect(made.book.isComplete).toBe(true);
    expect(made.book.rings).toEqual([]);
    const note = made.worked.sheet.dimensions.laid.find((l) => l.text === '2 x 45°');
    expect(note?.view).toBe('left');
    // the leader ends on the chamfer: on the line from (2, 20) to (0, 18) of the front edge
    const [tip] = note?.drawn.line ?? [];
    const { scale } = made.worked.sheet;
    const [u, v] = [(tip?.[0] ?? 0) / scale, (tip?.[1] ?? 0) / scale];
    expect(v - Math.abs(u)).toBeCloseTo(18, 6);
    const { frame, title } = paperFrame(made.d.setup);
    expect(examine(made.worked.sheet.ink, frame, title)).toEqual([]);
  });
  test('copies are counted in it', () => {
    const both = edge([0, 0, 20], [3, -3], { mirror: { normal: 'y', at: 20 } });
    const made = dimensioned(partOf(block, both));
    expect(texts(made)).toContain('2 x 3 x 45°');
    expect(made.book.isComplete).toBe(true);
  });
  test('a bevel of other legs has its own two sizes', () => {
    const made = dimensioned(partOf(block, edge([0, 0, 20], [6, -3])));
    expect(made.list.some((k) => k.leader)).toBe(false);
    expect(made.book.isComplete).toBe(true);
  });
  test('set apart it is a distance and an angle again', () => {
    const made = dimensioned(partOf(block, edge([0, 0, 20], [2, -2])));
    const note = made.list.find((k) => k.leader);
    const done = applyCommand(
      made.d,
      { type: 'partDimension', id: note?.id ?? '', words: '2 x 45°' },
      { box: undefined },
    );
    if (!done.ok) throw new Error('refused');
    const worked = made.desk.work(done.value.drawing);
    if (!worked.ok) throw new Error('not drawn');
    const after = worked.sheet.dimensions.laid.map((l) => l.text);
    expect(after).not.toContain('2 x 45°');
    expect(after).toEqual(expect.arrayContaining(['2', '45°']));
  });
  test('the figures are as many as are needed, and a sheet with it is marked right', () => {
    const made = dimensioned(partOf(block, edge([0, 0, 20], [2, -2])));
    const ties = made.worked.sheet.dimensions.laid.flatMap((l) => [l.wanted.tie, ...(l.wanted.joined ?? [])]);
    expect(audit(made.books, ties)).toMatchObject({ complete: true, redundant: [] });
    const svg = sheetSvg(made.worked.sheet, 'x');
    expect(markText(made.desk, made.d, 'a.svg', svg)).toMatchObject({ ok: true, mistakes: [] });
    const wrong = svg.replace('>2 x 45°<', '>3 x 45°<');
    const marked = markText(made.desk, made.d, 'a.svg', wrong);
    expect(marked.ok && marked.mistakes.length).toBeGreaterThan(0);
  });
  test('round a rim: at its contour, and half the angle of its cone', () => {
    const made = dimensioned(
      typed([
        'flange: cylinder 40 dia 12 high',
        'shaft: cylinder 20 dia 28 high on top in the middle',
        'chamfer the bottom of the flange 1 x 45',
        'chamfer the top of the shaft 2 x 45',
      ]),
    );
    expect(texts(made).sort()).toEqual(['1 x 45°', '12', '2 x 45°', '40', '⌀20', '⌀40']);
    expect(made.book.isComplete).toBe(true);
    expect(made.book.rings).toEqual([]);
    const { scale } = made.worked.sheet;
    for (const [text, sum] of [
      ['2 x 45°', 48],
      ['1 x 45°', 19],
    ] as const) {
      const note = made.worked.sheet.dimensions.laid.find((l) => l.text === text);
      expect(note?.view).toBe('front');
      // the leader ends on the slope: |u| + v is 48 on that from (10, 38) to (8, 40), |u| - v is 19 on that from (19, 0) to (20, 1)
      const [u, v] = (note?.drawn.line?.[0] ?? [0, 0]).map((x) => x / scale) as [number, number];
      expect(sum === 48 ? Math.abs(u) + v : Math.abs(u) - v).toBeCloseTo(sum, 6);
    }
    const svg = sheetSvg(made.worked.sheet, 'x');
    expect(markText(made.desk, made.d, 'a.svg', svg)).toMatchObject({ ok: true, mistakes: [] });
    const wrong = svg.replace('>2 x 45°<', '>3 x 45°<');
    const marked = markText(made.desk, made.d, 'a.svg', wrong);
    expect(marked.ok && marked.mistakes.length).toBeGreaterThan(0);
  });
  test('at the mouth of a hole it is led to where the hole is seen, not to a hidden line', () => {
    const made = dimensioned(
      typed([
        'block 60 x 40 x 20',
        'hole 12 dia through in the middle',
        'chamfer the top rim of the hole 1 x 45',
      ]),
    );
    const note = made.worked.sheet.dimensions.laid.find((l) => l.text === '1 x 45°');
    expect(note?.view).toBe('top');
    expect(made.book.isComplete).toBe(true);
  });
  test('on a turned shaft of one outline the steps keep their diameters, whatever is taken off their ends', () => {
    const made = dimensioned(
      typed([
        'stepped shaft 30 dia 60 long, 20 dia 40 long',
        'chamfer both ends 1 x 45',
        'fillet 3 at the shoulder',
      ]),
    );
    expect(texts(made).sort()).toEqual(['1 x 45°', '1 x 45°', '100', '60', 'R3', '⌀20', '⌀30']);
    expect(made.book.isComplete).toBe(true);
    expect(made.book.rings).toEqual([]);
  });
});
