import { describe, expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { withOtherFront } from '../../../core/drawing/otherFront.ts';
import type { Quantity } from '../../../core/part/quantity.ts';
import { quantitySum, type Term } from '../../../core/part/quantitySum.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { withFront } from '../../../core/part/turnPart.ts';
import { statementText } from '../../../core/statement/sentence.ts';
import { demoDrawings } from '../../samples.ts';
import { bodiesOf, built, feature, lengths, measured, partOf, type Shape, seen } from '../balance/given.ts';

const block = (width: Quantity, depth: Quantity, height: Quantity): Shape => ({
  kind: 'block',
  width,
  depth,
  height,
});
const hole = (diameter: Quantity, depth: Quantity): Shape => ({ kind: 'hole', diameter, depth });

const demoParts = demoDrawings().map(([f, d]): [string, PartFile] => [f, d.part]);

const OUTLINES: PartFile = bodiesOf({
  outlines: [
    feature('add', block('L', 40, 't')),
    // an outline with an arc, seen from each way it can grow
    feature(
      'add',
      {
        kind: 'extrude',
        height: 7,
        profile: {
          start: [0, 0],
          path: [{ to: [12, 0] }, { to: [12, 10], centre: [12, 5], turn: 'ccw' }, { to: [3, 14] }],
        },
      },
      { plane: 'left', at: [0, 30, 't'] },
    ),
    feature(
      'cut',
      { kind: 'slot', length: 9, width: 4, depth: 3 },
      { at: [20, 20, 't'], turn: [{ axis: 'z', angle: 30 }] },
    ),
    feature('cut', { kind: 'slot', length: 9, width: 4, depth: 3 }, { plane: 'front', at: [40, 0, 5] }),
    feature(
      'add',
      { kind: 'prism', sides: 5, side: 4, height: 9 },
      { plane: 'right', at: ['L', 15, 't/2'], repeat: { count: 2, step: [0, 12, 0] } },
    ),
    feature('cut', hole(3, 'through'), {
      at: [60, 20, 't'],
      repeat: { count: 4, about: { axis: 'z', through: [54, 20, 0] }, angle: 40 },
      mirror: { normal: 'x', at: 50 },
    }),
    feature('add', block(6, 5, 4), {
      at: [70, 10, 't'],
      turn: [
        { axis: 'z', angle: 25 },
        { axis: 'x', angle: 90 },
      ],
    }),
    feature(
      'add',
      {
        kind: 'revolve',
        profile: {
          polygon: [
            [2, 0],
            [5, 0],
            [5, 6],
            [2, 8],
          ],
        },
        angle: 200,
      },
      { plane: 'back', at: [30, 40, 't/2'] },
    ),
  ],
});
const parts: [string, PartFile][] = [...demoParts, ['outlines', { ...OUTLINES, dims: { L: 90, t: 10 } }]];
const SIDES = ['left', 'right', 'back', 'top', 'bottom'] as const;

describe('another side made the front', () => {
  test.each(parts.flatMap(([name, part]) => SIDES.map((side) => [name, side, part] as const)))(
    '%s: the %s shows in front what it showed before',
    (_name, side, part) => {
      const turned = withFront(part, side);
      const [was, is] = [built(part), built(turned)];
      expect(measured(is).volume).toBeCloseTo(measured(was).volume, 6);
      const [before, after] = [lengths(seen(was, side)), lengths(seen(is, 'front'))];
      expect(after.visible).toBeCloseTo(before.visible, 6);
      expect(after.hidden).toBeCloseTo(before.hidden, 6);
      // no body with lines of its own is turned as a whole: every line says where its own stands now
      for (const [i, b] of turned.bodies.entries())
        if (b.features.length) expect(Boolean(b.turn)).toBe(Boolean(part.bodies[i]?.turn));
    },
  );
  test('four quarter turns come back to the same words', () => {
    const part = partOf(
      feature('add', block('L', 40, 't'), { id: 'plate' }),
      feature('cut', hole(8, 'through'), { id: 'bore', at: ['L - 15', 12, 't'] }),
    );
    const once = withFront({ ...part, dims: { L: 90, t: 10 } }, 'left');
    expect(statementText(once)).toContain('40 wide, L deep, t high');
    let p: PartFile = { ...part, dims: { L: 90, t: 10 } };
    for (let i = 0; i < 4; i++) p = withFront(p, 'left');
    expect(statementText(p)).toBe(statementText({ ...part, dims: { L: 90, t: 10 } }));
  });
  test('a hole from the top becomes one from the front', () => {
    const part = partOf(
      feature('add', block(60, 40, 10)),
      feature('cut', hole(8, 'through'), { id: 'bore', at: [20, 15, 10] }),
    );
    const turned = withFront(part, 'top').bodies[0]?.features;
    expect(turned?.[0]?.shape).toEqual({ kind: 'block', width: 60, depth: 10, height: 40 });
    expect(turned?.[1]).toMatchObject({ plane: 'front', at: [20, 0, 15] });
    expect(turned?.[1]?.turn).toBeUndefined();
  });
});

describe('sums of sizes', () => {
  const worth = (q: Quantity): number => (q === '3/8 in' ? 9.525 : Number.NaN);
  const sum = (...t: [1 | -1, Quantity][]): Quantity =>
    quantitySum(
      t.map(([sign, q]): Term => ({ sign, q })),
      worth,
    );
  test.each([
    [
      [
        [1, 90],
        [-1, 45],
      ],
      45,
    ],
    [
      [
        [1, 0.1],
        [1, 0.2],
      ],
      0.3,
    ],
    [
      [
        [1, 'L'],
        [-1, 'L'],
      ],
      0,
    ],
    [
      [
        [1, 'L'],
        [-1, 15],
      ],
      'L - 15',
    ],
    [
      [
        [1, 0],
        [-1, 'L'],
      ],
      '-L',
    ],
    [
      [
        [1, 20],
        [-1, 'L'],
      ],
      '20 - L',
    ],
    [
      [
        [1, 'L'],
        [-1, 'L - 15'],
        [-1, 0],
      ],
      15,
    ],
    [
      [
        [1, '-x'],
        [1, 0],
      ],
      '-x',
    ],
    [[[-1, '-x']], 'x'],
    [
      [
        [1, 'a/2'],
        [-1, 't'],
        [1, 3],
      ],
      'a/2 - t + 3',
    ],
    [[[-1, '3/8 in']], '-(3/8) in'],
    [
      [
        [1, 20],
        [-1, '3/8 in'],
      ],
      10.475,
    ],
    [
      [
        [1, 'x'],
        [1, 'x'],
      ],
      '2*x',
    ],
  ] as [[1 | -1, Quantity][], Quantity][])('%j is %j', (terms, wanted) => {
    expect(sum(...terms)).toBe(wanted);
  });
});

test('what is known of a size goes with its figure when the front is changed', () => {
  const d = {
    ...drawingOfPart(
      partOf(
        feature('add', block(60, 40, 10), { id: 'plate' }),
        feature('add', block(20, 20, 5), { id: 'pad', at: [0, 0, 10] }),
      ),
    ),
    standings: {
      'body/plate/shape.width': { standing: 'measured' as const },
      'body/plate/shape.height': { standing: 'missing' as const, from: 'the post' },
      'body/pad/shape.width': { standing: 'free' as const },
      'dims.L': { standing: 'assumed' as const },
    },
  };
  const turned = withOtherFront(d, 'top');
  expect(turned.part.bodies[0]?.features[0]?.shape).toMatchObject({ width: 60, depth: 10, height: 40 });
  expect(turned.standings).toEqual({
    'body/plate/shape.width': { standing: 'measured' },
    'body/plate/shape.depth': { standing: 'missing', from: 'the post' },
    'body/pad/shape.width': { standing: 'free' },
    'dims.L': { standing: 'assumed' },
  });
  expect(withOtherFront({ ...d, standings: undefined }, 'left').standings).toBeUndefined();
});
