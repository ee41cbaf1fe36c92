import { describe, expect, test } from '@jest/globals';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import { readPartFile } from '../../../core/part/model.ts';
import type { GivenView } from '../../../core/solids/aligned.ts';
import { givenOfView } from '../../../core/solids/givenOfView.ts';
import { madePart, volumeOf } from '../../../core/solids/madePart.ts';
import { solidsFromViews } from '../../../core/solids/solidsFromViews.ts';
import { viewOf } from '../../../core/view/view.ts';

type Feature = Readonly<Record<string, unknown>>;
const block = (op: string, at: number[], [width, depth, height]: number[]): Feature => ({
  id: `b ${at} ${width} ${op}`,
  op,
  at,
  shape: { kind: 'block', width, depth, height },
});
const hole = (plane: string, at: number[], diameter: number, depth: number | 'through'): Feature => ({
  id: `h ${at} ${diameter}`,
  op: 'cut',
  plane,
  at,
  shape: { kind: 'hole', diameter, depth },
});
const boss = (plane: string, at: number[], diameter: number, height: number): Feature => ({
  id: `c ${at} ${diameter}`,
  op: 'add',
  plane,
  at,
  shape: { kind: 'cylinder', diameter, height },
});

/** A part's views as they are given, and its volume. */
const viewsOf = (features: readonly Feature[], names: readonly ViewName[]) => {
  const read = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'made up',
    units: 'mm',
    dims: {},
    bodies: [{ name: 'body', features }],
  });
  const part = read.ok ? madePart(read.value) : undefined;
  if (!part) throw new Error(JSON.stringify(read));
  const given = new Map<ViewName, GivenView>(
    names.map((n) => [
      n,
      { hidden: 'given', lines: givenOfView(viewOf(part.bodies, VIEW_FRAMES[n], part.tol)) },
    ]),
  );
  return { given, volume: volumeOf(part) };
};

const THREE = ['front', 'top', 'left'] as const;
const PLATE = block('add', [0, 0, 0], [60, 40, 10]);

describe('views with circles', () => {
  test.each<[string, readonly Feature[], readonly ViewName[], readonly string[]]>([
    [
      'a plate with a hole through',
      [PLATE, hole('top', [20, 15, 10], 12, 'through')],
      THREE,
      ['block', 'hole'],
    ],
    [
      'a plate with four equal holes',
      [
        PLATE,
        ...[
          [10, 10],
          [50, 10],
          [10, 30],
          [50, 30],
        ].map(([x, y]) => hole('top', [x as number, y as number, 10], 6, 'through')),
      ],
      THREE,
      ['block', 'hole 1', 'hole 2', 'hole 3', 'hole 4'],
    ],
    ['a plate with a boss', [PLATE, boss('top', [30, 20, 10], 20, 15)], THREE, ['block', 'boss']],
    [
      'a plate with a bored boss',
      [PLATE, boss('top', [30, 20, 10], 20, 15), hole('top', [30, 20, 25], 10, 'through')],
      THREE,
      ['block', 'boss', 'hole'],
    ],
    ['a blind hole from the front', [PLATE, hole('front', [30, 0, 5], 6, 12)], THREE, ['block', 'hole']],
    ['a blind hole from below', [PLATE, hole('bottom', [30, 20, 0], 8, 4)], THREE, ['block', 'hole']],
    [
      'a counterbored hole as two holes',
      [PLATE, hole('top', [30, 20, 10], 16, 4), hole('top', [30, 20, 10], 8, 'through')],
      THREE,
      ['block', 'hole 1', 'hole 2'],
    ],
    [
      'a stepped shaft with a bore',
      [
        boss('top', [0, 0, 0], 40, 10),
        boss('top', [0, 0, 10], 24, 30),
        hole('top', [0, 0, 40], 12, 'through'),
      ],
      ['front', 'top'],
      ['boss 1', 'boss 2', 'hole'],
    ],
    [
      'an L with a hole in each limb, from two views',
      [
        block('add', [0, 0, 0], [60, 40, 10]),
        block('add', [0, 0, 10], [12, 40, 30]),
        hole('top', [40, 20, 10], 14, 'through'),
        hole('left', [0, 20, 28], 10, 'through'),
      ],
      ['front', 'top', 'left'],
      ['block', 'recess', 'hole 1', 'hole 2'],
    ],
  ])('%s', (_name, features, names, expected) => {
    const { given, volume } = viewsOf(features, names);
    const found = solidsFromViews(given, 'mm', { most: 16 });
    const own = found.solids.filter((s) => Math.abs(s.volume - volume) < 1e-6 * volume);
    expect(own).toHaveLength(1);
    expect(own[0]?.part.bodies[0]?.features.map((f) => f.id)).toEqual(expected);
    // rounds are looked for in the usual places only, and this is said
    expect(found.complete).toBe(false);
    expect(found.leftAside.join(' ')).toContain('whole holes and bosses');
  });

  test('each round is told by its diameter and place', () => {
    const { given } = viewsOf([PLATE, hole('top', [20, 15, 10], 12, 4)], THREE);
    const found = solidsFromViews(given, 'mm', { most: 16 });
    expect(found.solids[0]?.reasons).toEqual(['A hole ⌀12, height 6 to 10.']);
  });

  test('a circle that no other view shows from its side gives no solid, and a sentence', () => {
    const { given } = viewsOf([PLATE], THREE);
    const circle = {
      seen: true,
      kind: 'round',
      centre: [20, 15],
      radius: 6,
      a: [26, 15],
      b: [26, 15],
    } as const;
    const top = given.get('top') as GivenView;
    const found = solidsFromViews(
      new Map(given).set('top', { ...top, lines: [...top.lines, circle] }),
      'mm',
      { most: 4 },
    );
    expect(found.solids).toEqual([]);
    expect(found.faults.map((f) => f.code)).toEqual(['solids.none-round']);
  });

  test('a part of a circle is refused', () => {
    const { given } = viewsOf([PLATE], THREE);
    const arc = { seen: true, kind: 'round', centre: [20, 15], radius: 6, a: [26, 15], b: [20, 21] } as const;
    const top = given.get('top') as GivenView;
    const found = solidsFromViews(new Map(given).set('top', { ...top, lines: [...top.lines, arc] }), 'mm', {
      most: 4,
    });
    expect(found.faults[0]).toMatchObject({ where: 'top', code: 'solids.curved' });
  });
});
