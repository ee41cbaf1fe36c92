import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { propose, type Tie } from '../../../core/dimension/propose.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import { betterHome } from '../../../core/sheet/dimensions/betterHome.ts';
import { betterWords } from '../../../core/sheet/dimensions/betterWords.ts';
import { layOut } from '../../../core/sheet/dimensions/layOut.ts';
import { type View, viewOf } from '../../../core/view/view.ts';
import { feature, partOf } from '../balance/given.ts';

/** A plate with a blind slot along its top, and a hole beside it. */
const file = partOf(
  feature('add', { kind: 'block', width: 90, depth: 40, height: 20 }, { id: 'plate' }),
  feature('cut', { kind: 'block', width: 30, depth: 10, height: 8 }, { id: 'pocket', at: [10, 15, 12] }),
  feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { id: 'bore', at: [65, 20, 20] }),
);
const books = openBooks(file);
if (!books) throw new Error('not built');
const views = new Map<ViewName, View>(
  (['front', 'top', 'left'] as const).map((n) => [
    n,
    viewOf(books.part.bodies, VIEW_FRAMES[n], books.part.tol),
  ]),
);
const { ties } = propose(books, 'base');
const tieOf = (of: string): Tie => {
  const found = ties.find((t) =>
    (t.kind === 'size' ? t.size.of : [...t.from.of, ...t.to.of]).some((k) => k === of),
  );
  if (!found) throw new Error(`nothing ties ${of}`);
  return found;
};

describe('where a dimension would be read better', () => {
  test('every one stands best where it is proposed', () => {
    for (const { view, wanted } of layOut(
      books,
      ties.map((tie, i) => ({ id: `d${i}`, tie })),
      views,
      1,
    ).laid)
      expect([wanted.id, betterHome(books, wanted.tie, views, view)]).toEqual([wanted.id, undefined]);
  });
  test('a round is read where it is a circle', () => {
    expect(betterHome(books, tieOf('bore/wall'), views, 'front')).toEqual({
      view: 'top',
      fault: 'no circle',
    });
  });
  test('a pocket is read where its sides are visible edges', () => {
    const depth = betterHome(books, tieOf('pocket/right'), views, 'front');
    expect(depth).toEqual({ view: 'top', fault: 'hidden line' });
    expect(depth && betterWords('40', 'front', depth)).toBe(
      '40 stands in the front view at a hidden line. The top view shows both of its ends as visible edges.',
    );
  });
  test('a view that shows nothing of it is no place, whatever was chosen', () => {
    const bare = new Map([...views, ['front', viewOf([], VIEW_FRAMES.front, books.part.tol)] as const]);
    const [laid] = layOut(books, [{ id: 'd1', tie: tieOf('bore/wall'), view: 'front' }], bare, 1).laid;
    expect(laid?.view).toBe('top');
  });
});
