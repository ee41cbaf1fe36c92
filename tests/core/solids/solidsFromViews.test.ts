import { describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import type { GivenView } from '../../../core/solids/aligned.ts';
import { givenOfView } from '../../../core/solids/givenOfView.ts';
import { solidsFromViews } from '../../../core/solids/solidsFromViews.ts';
import { viewOf } from '../../../core/view/view.ts';
import { caseDrawings } from '../../samples.ts';
import { allSolids, cellsOf, givenOfCells, type Size } from './unitCells.ts';

const THREE = ['front', 'top', 'left'] as const;

const partOf = (features: readonly object[]): PartFile => {
  const read = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'made up',
    units: 'mm',
    dims: {},
    bodies: [{ name: 'body', features }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
};

/** A part's views as they are given, and its volume. */
const viewsOf = (file: PartFile, names: readonly ViewName[] = THREE) => {
  const model = partModel(file);
  const built = model.ok ? buildPart(model.value) : model;
  if (!built.ok) throw new Error(JSON.stringify(built.faults));
  const { bodies, tol } = built.value;
  const given = new Map<ViewName, GivenView>(
    names.map((n) => [n, { hidden: 'given', lines: givenOfView(viewOf(bodies, VIEW_FRAMES[n], tol)) }]),
  );
  return { given, volume: bodies.reduce((v, b) => v + measureSolid(b.solid, b.edges).volume, 0) };
};
const block = (id: string, op: string, at: readonly number[], size: readonly number[]) => ({
  id,
  op,
  at,
  shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] },
});
const profile = (
  id: string,
  op: string,
  plane: string,
  at: readonly number[],
  polygon: number[][],
  height: number,
) => ({
  id,
  op,
  plane,
  at,
  shape: { kind: 'extrude', profile: { polygon }, height },
});

describe('parts with slopes are found from their views', () => {
  const parts: [string, readonly object[], number][] = [
    [
      'a wedge',
      [
        profile(
          'w',
          'add',
          'front',
          [0, 30, 0],
          [
            [0, 0],
            [40, 0],
            [40, 10],
            [10, 25],
            [0, 25],
          ],
          30,
        ),
      ],
      2,
    ],
    [
      'a block with a corner cut and a ledge',
      [
        block('b', 'add', [0, 0, 0], [60, 40, 30]),
        block('l', 'cut', [40, 0, 18], [20, 40, 12]),
        profile(
          'c',
          'cut',
          'top',
          [0, 0, -1],
          [
            [-1, 25],
            [16, 41],
            [-1, 41],
          ],
          40,
        ),
      ],
      8,
    ],
    [
      'a six-sided frustum',
      [
        {
          id: 'p',
          op: 'add',
          shape: { kind: 'pyramid', sides: 6, acrossCorners: 40, topAcrossCorners: 20, height: 30 },
        },
      ],
      9,
    ],
    [
      'a pyramid lying on an edge',
      [
        {
          id: 'p',
          op: 'add',
          turn: [{ axis: 'y', angle: 30 }],
          shape: { kind: 'pyramid', sides: 4, side: 30, height: 40 },
        },
      ],
      9,
    ],
    [
      'a frame, its opening right through',
      [block('o', 'add', [0, 0, 0], [50, 12, 40]), block('i', 'cut', [8, -1, 8], [34, 14, 24])],
      2,
    ],
    [
      'a box with a hollow inside',
      [block('o', 'add', [0, 0, 0], [40, 40, 40]), block('i', 'cut', [10, 12, 8], [10, 12, 20])],
      2,
    ],
    [
      'two pieces',
      [block('o', 'add', [0, 0, 0], [10, 20, 30]), block('i', 'add', [25, 5, 0], [10, 12, 20])],
      2,
    ],
  ];
  test.each(parts)('%s', (_name, features, most) => {
    const { given, volume } = viewsOf(partOf(features));
    const found = solidsFromViews(given, 'mm', { most: 16 });
    expect(found.complete).toBe(true);
    expect(found.faults).toEqual([]);
    const own = found.solids.filter((s) => Math.abs(s.volume - volume) < 1e-6 * volume);
    expect(own).toHaveLength(1);
    // a statement of real features, not a heap of planes
    expect(own[0]?.part.bodies[0]?.features.length).toBeLessThanOrEqual(most);
  });

  test('the leaning pyramid of the shared cases', () => {
    const { given, volume } = viewsOf(
      (caseDrawings().find(([n]) => n.startsWith('05')) as [string, Drawing])[1].part,
    );
    const found = solidsFromViews(given, 'mm', { most: 16 });
    expect(found.solids.map((s) => s.volume / volume)).toEqual([expect.closeTo(1, 6)]);
    expect(found.complete).toBe(true);
  });
});

describe('several solids are told apart', () => {
  // a cube of two by two by two of which nothing but the outline is given
  const size: Size = [2, 2, 2];
  const given = givenOfCells(cellsOf(255, size), size, THREE, 'left out');
  test('by where they differ and what would decide', () => {
    const found = solidsFromViews(given, 'mm', { most: 16 });
    expect(found.solids).toHaveLength(2);
    const all = found.solids.map((s) => s.reasons.join(' '));
    expect(all[1]).toMatch(
      /^Unlike solid 1 it is (solid|empty) within width 10 to 20, depth 10 to 20, height 0 to 10\./,
    );
    expect(all.join(' ')).toMatch(
      /A hidden line in the \w+ view from .* would decide for it\.|The \w+ view would decide\./,
    );
  });
  test('a hidden line is named for each of more than two', () => {
    // the outline of a box of three by two by two cells
    const box: Size = [3, 2, 2];
    const bare = givenOfCells(cellsOf(2 ** 12 - 1, box), box, THREE, 'left out');
    const found = solidsFromViews(bare, 'mm', { most: 32 });
    expect(found.solids.length).toBeGreaterThan(2);
    const decided = found.solids.filter((s) => s.reasons.some((r) => /would decide/.test(r)));
    expect(decided.length).toBeGreaterThan(0);
  });
  test('no more are returned than asked for, and then it does not say that these are all', () => {
    const found = solidsFromViews(given, 'mm', { most: 1 });
    expect(found.solids).toHaveLength(1);
    expect(found.complete).toBe(false);
    // then it is not said to be the only one either
    expect(found.solids[0]?.reasons).toEqual([]);
  });
});

describe('views that do not go together', () => {
  const whole = () => viewsOf(partOf(parts())).given;
  const parts = () => [
    block('b', 'add', [0, 0, 0], [60, 40, 30]),
    block('l', 'cut', [40, 0, 18], [20, 40, 12]),
  ];
  const codes = (given: ReadonlyMap<ViewName, GivenView>) =>
    solidsFromViews(given, 'mm', { most: 4 }).faults.map((f) => f.code);
  test('sizes that differ are named with both views', () => {
    const given = whole();
    const top = given.get('top') as GivenView;
    const wider = top.lines.map((l) =>
      l.kind === 'straight'
        ? { ...l, a: [l.a[0] * 1.1, l.a[1]] as const, b: [l.b[0] * 1.1, l.b[1]] as const }
        : l,
    );
    const found = solidsFromViews(new Map(given).set('top', { ...top, lines: wider }), 'mm', { most: 4 });
    expect(found.faults[0]).toMatchObject({ where: 'top', code: 'solids.sizes-differ' });
    expect(found.faults[0]?.what).toBe('The width is 66.000 here and 60.000 in the front view.');
  });
  test('views that stand apart are moved together', () => {
    const given = whole();
    const top = given.get('top') as GivenView;
    const moved = top.lines.map((l) =>
      l.kind === 'straight'
        ? { ...l, a: [l.a[0] + 100, l.a[1] - 70] as const, b: [l.b[0] + 100, l.b[1] - 70] as const }
        : l,
    );
    expect(
      solidsFromViews(new Map(given).set('top', { ...top, lines: moved }), 'mm', { most: 4 }).solids,
    ).toHaveLength(1);
  });
  test('one view alone, an empty view and curved lines are refused', () => {
    const given = whole();
    expect(codes(new Map([['front', given.get('front') as GivenView]]))).toEqual(['solids.axis-missing']);
    expect(codes(new Map(given).set('top', { hidden: 'given', lines: [] }))).toEqual(['solids.empty-view']);
    const round = { seen: true, kind: 'round', centre: [0, 0], radius: 5, a: [5, 0], b: [0, 5] } as const;
    expect(codes(new Map(given).set('top', { hidden: 'given', lines: [round] }))).toEqual(['solids.curved']);
  });
});

/** The same figures for the same number: a plain congruential generator. */
const rolling = (seed: number): (() => number) => {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
};

test('of damaged views the damage is named', () => {
  const size: Size = [3, 2, 2];
  const all = allSolids(size);
  const next = rolling(11);
  let none = 0;
  let named = 0;
  const wrong: string[] = [];
  for (let n = 0; n < 120; n++) {
    const bits = all[Math.floor(next() * all.length)] as number;
    const given = givenOfCells(cellsOf(bits, size), size, THREE, 'given');
    const name = THREE[Math.floor(next() * 3)] as ViewName;
    const view = given.get(name) as GivenView;
    const which = Math.floor(next() * view.lines.length);
    const kind = next() < 0.5 ? 'class' : 'missing';
    const lines = view.lines.flatMap((l, i) =>
      i !== which ? [l] : kind === 'class' ? [{ ...l, seen: !l.seen }] : [],
    );
    const found = solidsFromViews(new Map(given).set(name, { ...view, lines }), 'mm', { most: 4 });
    // some damage makes views of another solid, and some an outline that is smaller
    if (found.solids.length || found.faults[0]?.code === 'solids.sizes-differ') continue;
    none++;
    const repairs = found.faults.filter((f) => f.code.startsWith('solids.line-'));
    if (repairs.length === 1 && repairs[0]?.where === name && repairs[0]?.code === `solids.line-${kind}`)
      named++;
    else wrong.push(`${bits} ${name} ${kind}: ${found.faults.map((f) => `${f.where} ${f.what}`).join(' ')}`);
  }
  expect(none).toBeGreaterThan(60);
  expect({ named, wrong }).toEqual({ named: none, wrong: [] });
});
