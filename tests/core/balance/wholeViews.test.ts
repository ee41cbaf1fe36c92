import { describe, expect, test } from '@jest/globals';
import { balance } from '../../../core/balance/balance.ts';
import type { GivenViews } from '../../../core/balance/given.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { type Given, givenOfPart, givens, viewsOf } from './drawnGivens.ts';
import { feature, partOf } from './given.ts';

const given = (part: PartFile): Given => {
  const g = givenOfPart('made', part);
  if (!g) throw new Error('not drawn');
  return g;
};
const bracket = (holeAt = 60): Given =>
  given(
    partOf(
      feature('add', { kind: 'block', width: 90, depth: 40, height: 10 }, { id: 'plate' }),
      feature('add', { kind: 'block', width: 10, depth: 40, height: 30 }, { id: 'wall', at: [0, 0, 10] }),
      feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { id: 'bore', at: [holeAt, 15, 10] }),
    ),
  );
const named = (g: Given, names: Partial<Record<ViewName, ViewName>>): GivenViews =>
  new Map([...viewsOf(g.sheets)].map(([n, l]) => [names[n] ?? n, l]));

describe('what is wrong with a whole view or file is one sentence', () => {
  const g = bracket();
  test("two views with each other's names", () => {
    const { found } = balance(named(g, { top: 'left', left: 'top' }), g.books);
    expect(found.map((f) => f.sentence)).toEqual(["The left and the top view have each other's names."]);
  });
  test('a view under the name of one that is not there', () => {
    const views = new Map(named(g, { left: 'right' }));
    const { found } = balance(views, g.books);
    expect(found.map((f) => f.sentence)).toEqual(['What is named right is the left view of this part.']);
  });
  test.each(
    givens
      .flatMap((a) => givens.filter((b) => b.name !== a.name).map((b) => [a.name, b.name, a, b] as const))
      .filter((_x, i) => i % 7 === 0),
  )('%s is not %s', (_a, _b, a, b) => {
    const { found } = balance(viewsOf(a.sheets), b.books);
    expect([found.length, found[0]?.kind]).toEqual([1, 'another part']);
  });
});

describe('a finding names what a person would name, where, and which way', () => {
  test('a hole that was moved', () => {
    const g = bracket(60);
    const moved = bracket(62.5);
    const views = new Map(viewsOf(g.sheets));
    const top = viewsOf(moved.sheets).get('top');
    if (top) views.set('top', top);
    const { found } = balance(views, g.books);
    expect(found[0]).toMatchObject({ view: 'top', kind: 'feature moved', feature: 'bore' });
    expect(found[0]?.sentence).toBe('Bore stands 2.5 mm to the right of its place, which is at W 60, D 25.');
    // where it is in the view, so that it can be marked on the sheet
    expect(found[0]?.at?.map((x) => Math.round(x * 1e6) / 1e6)).toEqual([60, 15]);
  });
  test('hidden lines of a hole in another view', () => {
    const g = bracket();
    const views = new Map(viewsOf(g.sheets));
    views.set(
      'front',
      (views.get('front') ?? []).filter((l) => l.seen),
    );
    const { found } = balance(views, g.books);
    expect(found.map((f) => f.sentence)).toEqual(['The hidden lines of bore are missing.']);
  });
});
