import { expect, test } from '@jest/globals';
import type { PartFile } from '../../../core/part/schema.ts';
import { BY_BOXES, onLargeSheet, redrawn } from './replayHand.ts';

const cotter = (ends: 'arc' | 'square', sides: 1 | 2): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'cotter',
  units: 'mm',
  bodies: [
    {
      name: 'cotter',
      features: [],
      standard: {
        kind: 'cotter',
        width: 36,
        widthAt: 'middle',
        thickness: 8,
        length: 96,
        taper: 32,
        sides,
        ends,
      },
    },
  ],
});

test.each([1, 2] as const)(
  'the ends of a cotter with %i slopes are arcs through three points, and the hand redraws them',
  (sides) => {
    const { missing, spare, steps } = redrawn(onLargeSheet(cotter('arc', sides), []), BY_BOXES);
    expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    const texts = steps.map((s) => s.text);
    // a tenth of the width at each end, which is 37.5 and 34.5
    expect(texts.filter((t) => t.startsWith('Set off 3.75 from the middle of the chord'))).toHaveLength(1);
    expect(texts.filter((t) => t.startsWith('Set off 3.45 from the middle of the chord'))).toHaveLength(1);
    expect(texts.filter((t) => t.includes('both bisectors cross'))).toHaveLength(2);
    // no centre is measured that no one stated
    expect(texts.filter((t) => t.includes('to the centre of cotter'))).toEqual([]);
  },
);

test('square ends need no arc', () => {
  const { missing, spare, steps } = redrawn(onLargeSheet(cotter('square', 2), []), BY_BOXES);
  expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
  expect(steps.some((s) => s.text.includes('bisect'))).toBe(false);
});
