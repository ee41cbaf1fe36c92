import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { propose } from '../../../core/dimension/propose.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { layOut } from '../../../core/sheet/dimensions/layOut.ts';
import { viewOf } from '../../../core/view/view.ts';

const plate: PartFile = {
  format: 'blue-ledger/part@1',
  name: 'Shim',
  units: 'mm',
  bodies: [
    {
      name: 'shim',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 60, depth: 8, height: 40 } },
        {
          id: 'blind',
          op: 'cut',
          plane: 'front',
          at: [20, 0, 20],
          shape: { kind: 'hole', diameter: 10, depth: 4 },
        },
        { id: 'lug', op: 'add', at: [0, 8, 0], shape: { kind: 'block', width: 15, depth: 6, height: 12 } },
      ],
    },
  ],
};
const laidIn = (names: readonly ViewName[], style = {}) => {
  const books = openBooks(plate);
  if (!books) throw new Error('not built');
  const views = new Map(
    names.map((n) => [n, viewOf(books.part.bodies, VIEW_FRAMES[n], books.part.tol)] as const),
  );
  const wanted = propose(books, 'base').ties.map((tie, i) => ({ id: `d${i}`, tie }));
  return layOut(books, wanted, views, 1, undefined, { lines: 'stacked', figures: style });
};
const notesOf = (l: ReturnType<typeof laidIn>): string[] =>
  l.laid.flatMap((d) => (d.wanted.tie.kind === 'linear' && !d.side ? [d.text] : [])).sort();

describe('sizes along the line of sight', () => {
  test('in one view a note says how thick and how deep; what no note says plainly is left over', () => {
    const one = laidIn(['front']);
    expect(notesOf(one)).toEqual(['t=8', '↧4']);
    // how far the lug reaches behind the plate is neither its thickness nor a depth
    expect(one.unplaced.map((w) => w.tie.kind)).toEqual(['linear']);
    // the note is led to a line of the face, with an arrow
    for (const d of one.laid) if (!d.side) expect(d.drawn.arrows.length).toBeGreaterThan(0);
  });
  test('in words where diameters are in words', () => {
    expect(notesOf(laidIn(['front'], { diameters: 'DIA' }))).toContain('8 THICK');
  });
  test('with a view that shows the direction it is a dimension again', () => {
    const two = laidIn(['front', 'top']);
    expect(notesOf(two)).toEqual([]);
    expect(two.unplaced).toEqual([]);
  });
});
