import { describe, expect, test } from '@jest/globals';
import type { GivenLine } from '../../../core/balance/given.ts';
import { balanceTogether, type Together } from '../../../core/balance/together.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { randomPart } from '../../fuzz/randomPart.ts';
import { type Damage, dice, MAKERS, type Sheets, sameDrawing, type Tagged } from './damage.ts';
import { type Given, givenOfPart, givens, viewsOf } from './drawnGivens.ts';

const held = (g: Given, sheets: Sheets): Together =>
  balanceTogether(viewsOf(sheets), g.books.angle, [...g.books.views.keys()]);

describe('views balanced against one another', () => {
  test.each(givens)("$name: the engine's own agree", (g) => {
    const { found, matched } = held(g, g.sheets);
    expect(found.map((d) => d.sentence)).toEqual([]);
    expect(matched).toBeGreaterThan(10);
  });

  test('random parts: what the engine draws stands nowhere alone', () => {
    const wrong: string[] = [];
    let drawn = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const g = givenOfPart(`part ${seed}`, randomPart(seed));
      if (!g) continue;
      drawn++;
      wrong.push(...held(g, g.sheets).found.map((d) => `part ${seed}: ${d.sentence}`));
    }
    expect(drawn).toBeGreaterThan(4);
    expect(wrong).toEqual([]);
  });

  const box = (w: number, h: number): GivenLine[] => [
    { seen: true, kind: 'straight', a: [0, 0], b: [w, 0] },
    { seen: true, kind: 'straight', a: [w, 0], b: [w, h] },
    { seen: true, kind: 'straight', a: [w, h], b: [0, h] },
    { seen: true, kind: 'straight', a: [0, h], b: [0, 0] },
  ];
  const together = (views: [ViewName, GivenLine[]][]): Together =>
    balanceTogether(
      new Map(views),
      'first',
      views.map(([v]) => v),
    );
  test('each account is told by the two views that post it', () => {
    const { found } = together([
      ['front', box(90, 52)],
      ['top', box(92, 40)],
      ['left', box(40, 50)],
    ]);
    const sizes = found.filter((d) => d.kind === 'overall size');
    expect(sizes.map((d) => [d.account, ...d.views, ...(d.posted ?? [])])).toEqual([
      ['W', 'front', 'top', 90, 92],
      ['H', 'front', 'left', 52, 50],
    ]);
    expect(sizes[0]?.sentence).toBe('The width does not balance: 90 in the front view, 92 in the top view.');
  });
  test('a view turned by 90 degrees is taken for one', () => {
    const { found } = together([
      ['front', box(90, 52)],
      ['top', box(40, 90)],
    ]);
    expect(found[0]?.sentence).toContain('The top view may be turned by 90 degrees: it is 90 the other way.');
  });
  test('a circle that no other view posts is named, with where it stands', () => {
    const round: GivenLine = {
      seen: true,
      kind: 'round',
      centre: [30, 20],
      radius: 6,
      a: [36, 20],
      b: [36, 20],
    };
    const { found } = together([
      ['front', [...box(90, 52), round]],
      ['top', box(90, 40).map((l) => l)],
    ]);
    expect(found.map((d) => d.sentence)).toContain(
      'The round ⌀12 from W 24 to 36 of the front view has no partner in the top view.',
    );
  });
  test('what a cut view leaves out is not asked of it, but what it shows is asked of the others', () => {
    const round: GivenLine = {
      seen: true,
      kind: 'round',
      centre: [30, 20],
      radius: 6,
      a: [36, 20],
      b: [36, 20],
    };
    const cut = (views: [ViewName, GivenLine[]][]): Together =>
      balanceTogether(
        new Map(views),
        'first',
        views.map(([v]) => v),
        new Set<ViewName>(['front']),
      );
    const top = box(90, 40).map((l) => l);
    expect(
      cut([
        ['front', box(90, 52)],
        ['top', [...top, round]],
      ]).found.filter((d) => d.kind === 'no partner'),
    ).toEqual([]);
    expect(
      cut([
        ['front', [...box(90, 52), round]],
        ['top', top],
      ]).found.some((d) => d.kind === 'no partner'),
    ).toBe(true);
  });
  test('of two views the lines that neither can hold are named, with the view that would', () => {
    const step: GivenLine = { seen: true, kind: 'straight', a: [0, 12], b: [90, 12] };
    const { found, open } = together([
      ['front', [...box(90, 52), step]],
      ['top', box(90, 40)],
    ]);
    // the step may be at any height, so nothing is found
    expect(found.filter((d) => d.kind === 'no partner')).toEqual([]);
    expect(open).toContain(
      'The heights of the front view stand in no other view: H 0, 12 and 52 were held against nothing. A side view would hold them.',
    );
    expect(open).toContain(
      'The depths of the top view stand in no other view: D 0 and 40 were held against nothing. A side view would hold them.',
    );
    const third = together([
      ['front', [...box(90, 52), step]],
      ['top', box(90, 40)],
      ['left', box(40, 52)],
    ]);
    expect(third.open.join(' ')).not.toContain('held against nothing');
    expect(third.found.some((d) => d.kind === 'no partner')).toBe(true);
  });
  test('what cannot be told without the part is said', () => {
    expect(together([['front', box(9, 5)]]).open.join(' ')).toMatch(/One view alone.*solid or dashed/);
  });
});

/** Mistakes that can be told from the views alone, and what they may be told as. */
const TELLABLE: Record<string, readonly string[]> = {
  'turned by 90 degrees': ['turned by 90 degrees', 'overall size', 'no partner', 'mirrored'],
  'upside down': ['turned by 180 degrees', 'mirrored'],
  mirrored: ['mirrored', 'no partner', 'turned by 180 degrees'],
  'wrong scale': ['wrong scale', 'overall size'],
  'scaled in one direction': ['overall size', 'wrong scale'],
  'out of line': ['out of line'],
  'wrong side for the angle': ['wrong side for the angle'],
  'view missing': ['view missing'],
  'feature moved': ['no partner', 'mirrored', 'overall size'],
  // where a round makes the outline, the whole view grows
  'wrong radius': ['no partner', 'overall size', 'wrong scale'],
  'radius for diameter': ['no partner', 'overall size', 'wrong scale'],
  'decimal slip': ['no partner', 'overall size', 'wrong scale'],
};

const MIRRORED: ReadonlySet<string> = new Set(['mirrored', 'upside down', 'turned by 90 degrees']);

/** Whether two views have something at the same places across and up, counted from their lower left corners, mm. */
const samePlaces = (a: readonly Tagged[], b: readonly Tagged[]): boolean => {
  const places = (lines: readonly Tagged[]): string => {
    const points = lines.flatMap(({ line: l }): readonly (readonly [number, number])[] =>
      l.kind === 'straight'
        ? [l.a, l.b]
        : l.kind === 'curve'
          ? l.points
          : [
              l.a,
              l.b,
              ...[-1, 0, 1].map((s) => [l.centre[0] + s * l.radius, l.centre[1] + s * l.radius] as const),
            ],
    );
    return [0, 1]
      .map((k) => {
        const along = points.map((p) => p[k] as number);
        const low = Math.min(...along);
        return [...new Set(along.map((x) => Math.round((x - low) * 100)))].sort((x, y) => x - y).join();
      })
      .join(';');
  };
  return places(a) === places(b);
};

describe('damaged views', () => {
  test('of 400 copies that can be told without the part, 98 in 100 are told with the view', () => {
    const kinds = Object.keys(TELLABLE);
    const wrong: string[] = [];
    let told = 0;
    let copies = 0;
    for (let n = 0; copies < 400 && n < 6000; n++) {
      const roll = dice(4099 + 15485863 * n);
      const g = givens[roll(givens.length)] as Given;
      const sheets: Sheets = new Map([...g.sheets].map(([k, l]) => [k, [...l]]));
      const kind = kinds[n % kinds.length] as string;
      const made: Damage | undefined = MAKERS[kind]?.(sheets, roll, []);
      if (!made) continue;
      const was = g.sheets.get(made.view) as Tagged[];
      const is = sheets.get(made.view) as Tagged[];
      if (is && sameDrawing(was, is)) continue;
      // what was mirrored onto the same places differs in solid and dashed only, which no other view tells
      if (is && MIRRORED.has(kind) && samePlaces(was, is)) continue;
      copies++;
      const { found } = held(g, sheets);
      const right = found.some(
        (d) =>
          (TELLABLE[kind] as readonly string[]).includes(d.kind) && d.views.includes(made.view as ViewName),
      );
      if (right) told++;
      else
        wrong.push(
          `${g.name}: ${kind} in ${made.view}, told as ${found.map((d) => `${d.kind} ${d.views}`).join('; ') || 'nothing'}`,
        );
    }
    console.log(`${told} of ${copies} told\n${wrong.slice(0, 60).join('\n')}`);
    expect(copies).toBe(400);
    expect(told / copies).toBeGreaterThanOrEqual(0.98);
  });
});
