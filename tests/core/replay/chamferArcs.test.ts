import { describe, expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { BY_BOXES, redrawn } from './replayHand.ts';

type Standard = NonNullable<PartFile['bodies'][number]['standard']>;

const KINDS: readonly (readonly [string, (size: string, by: 'sizes' | 'proportions') => Standard])[] = [
  ['bolt', (size, by) => ({ kind: 'hexagonBolt', size, by, length: 60 })],
  ['screw', (size, by) => ({ kind: 'hexagonScrew', size, by, length: 40 })],
  ['nut', (size, by) => ({ kind: 'hexagonNut', size, by })],
];
const TURNS: readonly (readonly [string, NonNullable<PartFile['bodies'][number]['turn']>])[] = [
  ['upright', []],
  ['looking forward', [{ axis: 'x', angle: 90 }]],
  [
    'lying, its flats to the front',
    [
      { axis: 'z', angle: 30 },
      { axis: 'y', angle: 90 },
    ],
  ],
];

const cases = KINDS.flatMap(([kind, of]) =>
  (['M8', 'M20', '1/2 in'] as const).flatMap((size) =>
    (['sizes', 'proportions'] as const).flatMap((by) =>
      TURNS.map(([how, turn]) => [`${kind} ${size} by ${by}, ${how}`, of(size, by), turn] as const),
    ),
  ),
);

describe('heads and nuts by the classical steps', () => {
  test.each(cases)(
    '%s: every line, its chamfers by arcs, nothing calculated but the root',
    (_n, standard, turn) => {
      const part: PartFile = {
        format: 'blue-ledger/part@1',
        name: 'fastener',
        units: 'mm',
        bodies: [{ name: 'fastener', standard, turn, features: [] }],
      };
      const { steps, missing, spare } = redrawn(drawingOfPart(part), BY_BOXES);
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      expect(steps.filter((s) => /plotted/.test(s.text))).toEqual([]);
      const calculated = steps.filter((s) => s.source === 'calculated').map((s) => s.text);
      for (const text of calculated) expect(text).toMatch(/the root of the thread/);
      const arcs = steps.filter((s) => /arc of the chamfer/.test(s.text));
      // two views look square to the axis: three faces are seen in the one, two in the other, at one end or both
      expect(arcs).toHaveLength(standard.kind === 'hexagonNut' ? 10 : 5);
      // how far each arc leaves the curve is said, and is at most half a wide line
      const said = arcs.map((s) => Number(/by (\S+) mm at most/.exec(s.why)?.[1]));
      for (const x of said) expect(x > 0 && x <= 0.25).toBe(true);
    },
  );

  test('how far an arc leaves the curve, held against closed forms', () => {
    const part: PartFile = {
      format: 'blue-ledger/part@1',
      name: 'head',
      units: 'mm',
      bodies: [{ name: 'head', standard: { kind: 'hexagonBolt', size: 'M20', length: 80 }, features: [] }],
    };
    const { steps, sheet } = redrawn(drawingOfPart(part), BY_BOXES);
    // across flats 30 by the tables; the cone falls at 30 degrees; x runs along a side from its middle
    const [apothem, half, slope] = [15, 15 / Math.sqrt(3), 1 / Math.sqrt(3)];
    const leaves = (shrunk: number): number => {
      const bulge = (2 * half - apothem) * slope;
      const end = half * shrunk;
      const r = (end * end + bulge * bulge) / (2 * bulge);
      const off = Array.from({ length: 2001 }, (_, i) => {
        const x = (half * i) / 2000;
        const down = (Math.hypot(apothem, x) - apothem) * slope;
        return Math.abs(Math.hypot(x * shrunk, r - down) - r);
      });
      return Math.max(...off) * sheet.scale;
    };
    const said = (view: string): number[] =>
      steps
        .filter((s) => s.view === view && /arc of the chamfer/.test(s.text))
        .map((s) => Number(/by (\S+) mm at most/.exec(s.why)?.[1]))
        .sort((a, b) => a - b);
    const up = (x: number): number => Math.ceil(x * 100) / 100;
    // seen across the corners the middle face is true and the other two at half their width; across the flats at 0.866
    expect(said('front')).toEqual([leaves(1), leaves(0.5), leaves(0.5)].map(up).sort((a, b) => a - b));
    expect(said('left')).toEqual([leaves(Math.sqrt(3) / 2), leaves(Math.sqrt(3) / 2)].map(up));
  });

  test('a head that is turned so that no view sees a corner at the side is plotted, and none is lost', () => {
    const part: PartFile = {
      format: 'blue-ledger/part@1',
      name: 'head',
      units: 'mm',
      bodies: [
        {
          name: 'head',
          turn: [{ axis: 'z', angle: 17 }],
          standard: { kind: 'hexagonBolt', size: 'M12', length: 40 },
          features: [],
        },
      ],
    };
    const { missing, spare, steps } = redrawn(drawingOfPart(part), BY_BOXES);
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    expect(steps.some((s) => /plotted/.test(s.text))).toBe(true);
  });
});
