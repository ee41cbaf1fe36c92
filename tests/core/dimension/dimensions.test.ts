import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { evaluateGiven } from '../../../core/dimension/given.ts';
import { audit, propose, type Scheme } from '../../../core/dimension/propose.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { Box, Laid } from '../../../core/sheet/dimensions/laid.ts';
import { layOut } from '../../../core/sheet/dimensions/layOut.ts';
import { viewOf } from '../../../core/view/view.ts';
import { randomPart } from '../../fuzz/randomPart.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';
import { feature, partOf } from '../balance/given.ts';
import { judge } from './movedFigures.ts';

const SCHEMES: readonly Scheme[] = ['base', 'chain', 'symmetry'];
const parts: [string, PartFile][] = [...demoDrawings(), ...caseDrawings()].map(([name, d]) => [name, d.part]);

const meet = (a: Box, b: Box): boolean => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];
/** Figures of one view that stand on one another. */
const crowded = (laid: readonly Laid[]): string[] =>
  laid.flatMap((a, i) =>
    laid
      .slice(i + 1)
      .flatMap((b) =>
        a.view === b.view && meet(a.drawn.text.box, b.drawn.text.box) ? [`${a.text} on ${b.text}`] : [],
      ),
  );

describe('the figures of a part are moved, and the dimensions proposed for it tell of it', () => {
  test.each(parts.flatMap(([name, part]) => SCHEMES.map((s) => [name, s, part] as const)))(
    '%s, %s: enough, each once, clear of one another',
    (_name, scheme, part) => {
      const { open, spare, claims, laid } = judge(part, scheme);
      expect({ open, spare, claims }).toEqual({ open: [], spare: [], claims: true });
      expect(crowded(laid)).toEqual([]);
    },
  );
});

test('random parts: what is proposed is enough, each once, and no figure stands on another', () => {
  let built = 0;
  for (let seed = 1; built < 30 && seed < 400; seed++) {
    const books = openBooks(randomPart(seed));
    if (!books) continue;
    built++;
    const { ties } = propose(books, 'base');
    const found = audit(books, ties);
    expect([seed, found.complete, found.redundant]).toEqual([seed, true, []]);
    const views = new Map(
      (['front', 'top', 'left'] as const).map((n) => [
        n,
        viewOf(books.part.bodies, VIEW_FRAMES[n], books.part.tol),
      ]),
    );
    expect([
      seed,
      crowded(
        layOut(
          books,
          ties.map((tie, i) => ({ id: `d${i}`, tie })),
          views,
          1,
        ).laid,
      ),
    ]).toEqual([seed, []]);
  }
  expect(built).toBe(30);
});

const bracket = (more: { readonly bore?: number } = {}): PartFile =>
  partOf(
    feature('add', { kind: 'block', width: 90, depth: 40, height: 10 }, { id: 'plate' }),
    feature('add', { kind: 'block', width: 10, depth: 40, height: 30 }, { id: 'wall', at: [0, 0, 10] }),
    feature(
      'cut',
      { kind: 'hole', diameter: more.bore ?? 12, depth: 'through' },
      { id: 'bore', at: [60, 15, 10] },
    ),
  );
const open = (file: PartFile) => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  return books;
};

describe("a base of one's own", () => {
  const books = open(bracket());
  const keysOf = (t: { from: { of: readonly string[] }; to: { of: readonly string[] } }) => [
    t.from.of,
    t.to.of,
  ];
  test.each(['plate/right', 'bore/wall', 'wall/right'])(
    'from %s: all lengths but the overall one begin there',
    (base) => {
      const { ties } = propose(books, 'base', [], new Set(), { x: base });
      const lengths = ties.flatMap((t) => (t.kind === 'linear' && t.from.axis === 0 ? [t] : []));
      const found = audit(books, ties);
      expect([found.complete, found.redundant]).toEqual([true, []]);
      const others = lengths.filter((t) => !keysOf(t).some((of) => of.includes(base)));
      expect(others.length).toBeLessThanOrEqual(1);
      // the overall one is among them, whatever the base
      expect(lengths.some((t) => Math.abs(Math.abs(t.to.at - t.from.at) - 90) < 1e-9)).toBe(true);
      // the other axes are counted as before
      const depths = (all: typeof ties) => all.filter((t) => t.kind === 'linear' && t.from.axis === 1);
      expect(depths(ties)).toEqual(depths(propose(books, 'base').ties));
    },
  );
  test('a base that is gone is as if none were chosen', () => {
    expect(propose(books, 'base', [], new Set(), { x: 'gone/left' })).toEqual(propose(books, 'base'));
  });
});

describe('the audit', () => {
  const books = open(bracket());
  const { ties } = propose(books, 'base');
  test('a plain bracket: eight sizes, none open', () => {
    expect(ties).toHaveLength(8);
    expect(audit(books, ties)).toEqual({
      complete: true,
      unchecked: [],
      missing: [],
      redundant: [],
      rings: [],
    });
  });
  test.each([0, 1, 2, 3, 4, 5, 6, 7])('without dimension %i something is open, in words', (k) => {
    const found = audit(
      books,
      ties.filter((_, i) => i !== k),
    );
    expect(found.complete).toBe(false);
    expect(found.missing.length).toBeGreaterThan(0);
    expect(found.missing[0]?.words).toMatch(/^the distance from the .* to the .*|^the diameter of bore$/);
    expect(found.redundant).toEqual([]);
  });
  test('a dimension that closes a ring is told with all that it closes with', () => {
    const x = ties.filter((t) => t.kind === 'linear' && t.from.axis === 0);
    const [overall, other] = x as [
      Extract<(typeof ties)[number], { kind: 'linear' }>,
      Extract<(typeof ties)[number], { kind: 'linear' }>,
    ];
    const closing = { kind: 'linear', from: other.to, to: overall.to } as const;
    const found = audit(books, [...ties, closing]);
    expect(found.redundant.map((i) => [...ties, closing][i])).toEqual([overall, other, closing]);
    expect(found.rings).toEqual([found.redundant]);
  });
});

test('a given set is held against the part as it is now: values, what is gone, what contradicts', () => {
  const given = [
    { id: 'a', stated: 12, kind: 'size', size: { what: 'diameter', of: ['bore/wall'] }, half: false },
    { id: 'b', stated: 90, kind: 'linear', axis: 0, from: ['plate/left'], to: ['plate/right'] },
    { id: 'c', stated: 5, kind: 'linear', axis: 0, from: ['plate/left'], to: ['gone/right'] },
  ] as const;
  const e = evaluateGiven(open(bracket({ bore: 14 })), given, []);
  expect(e.values).toEqual([
    { id: 'a', value: 14 },
    { id: 'b', value: 90 },
    { id: 'c', value: undefined },
  ]);
  expect(e.contradicted).toEqual([{ id: 'a', stated: 12, value: 14 }]);
  expect(e.audit.complete).toBe(false);
});
