import { expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { BY_BOXES, redrawn } from './replayHand.ts';

const cotter = (
  widthAt: 'large' | 'middle' | 'small',
  sides: 1 | 2,
  ends: 'square' | 'arc' | 'round',
  turn: PartFile['bodies'][number]['turn'] = [],
): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'cotter',
  units: 'mm',
  bodies: [
    {
      name: 'cotter',
      turn,
      standard: { kind: 'cotter', width: 30, widthAt, thickness: 8, length: 90, taper: 30, sides, ends },
      features: [],
    },
  ],
});

const TURNS: NonNullable<PartFile['bodies'][number]['turn']>[] = [[], [{ axis: 'y', angle: 90 }]];
const cases = (['large', 'middle', 'small'] as const).flatMap((at) =>
  ([1, 2] as const).flatMap((sides) =>
    (['square', 'arc', 'round'] as const).flatMap((ends) =>
      TURNS.map(
        (turn, i) =>
          [`${at}, ${sides} sloping, ${ends}, ${i ? 'lying' : 'upright'}`, at, sides, ends, turn] as const,
      ),
    ),
  ),
);

test.each(cases)(
  'a cotter, its width at %s: its slopes by the ratio, every line',
  (_n, at, sides, ends, turn) => {
    const { missing, spare, steps } = redrawn(drawingOfPart(cotter(at, sides, ends, turn)), BY_BOXES);
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    const slopes = steps.filter((s) => /units of/.test(s.text));
    expect(slopes).toHaveLength(sides);
    for (const s of slopes)
      expect(s.text).toMatch(sides === 1 ? /30 units .* one unit across/ : /half a unit across/);
    // the width at the far end follows from the ratio, and is set off nowhere
    const follows = {
      large: /Set off \w 27\b/,
      middle: /Set off \w 28\.5\b/,
      small: /Set off \w 30\b.* given/,
    }[at];
    expect(steps.filter((s) => follows.test(s.text)).map((s) => s.text)).toEqual([]);
  },
);

test('a width that follows from the ratio is told as no given one', () => {
  for (const at of ['middle', 'small'] as const) {
    const { steps } = redrawn(drawingOfPart(cotter(at, 2, 'square')), BY_BOXES);
    // 31.5 and 33 wide at the large end, each half of it from the middle
    const wide = steps.filter((s) => /\bW (?:31\.5|33|15\.75|16\.5)\b/.test(s.text));
    expect(wide.filter((s) => s.source === 'given' || s.source === 'counted')).toEqual([]);
  }
});

test('on a small sheet the unit is as long as has room', () => {
  const d = drawingOfPart(cotter('large', 1, 'square'));
  const { steps, missing } = redrawn({ ...d, setup: { ...d.setup, scale: 0.2 } }, BY_BOXES);
  expect(missing).toEqual([]);
  // 90 mm is 18 mm on the paper: thirty units of 0.6, in halves of a millimetre 0.5
  expect(steps.find((s) => /units of/.test(s.text))?.text).toMatch(/30 units of 0\.5 mm/);
});
