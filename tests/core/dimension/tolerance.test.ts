import { expect, test } from '@jest/globals';
import { readTolerance, toleranceText } from '../../../core/dimension/tolerance.ts';

test.each([
  ['0.1', [0.1, -0.1], '±0.1'],
  ['±.05', [0.05, -0.05], '±0.05'],
  ['+0.2/-0.1', [0.2, -0.1], '+0.2/-0.1'],
  ['-0.1 +0.2', [0.2, -0.1], '+0.2/-0.1'],
  ['+0.2 0', [0.2, 0], '+0.2/+0'],
  ['-0.02 -0.05', [-0.02, -0.05], '-0.02/-0.05'],
] as const)('"%s"', (typed, pair, text) => {
  expect(readTolerance(typed)).toEqual(pair);
  expect(toleranceText(pair)).toBe(text);
  // what is shown can be typed again
  expect(readTolerance(text)).toEqual(pair);
});

// nothing is guessed: the other way of "+0.2" is not said, nor the signs of two bare figures
test.each(['', '+0.2', '-0.1', '0.1 0.2', '0', '±', '0 0', 'H7', '0.1 mm', '+0.2/-0.1/0'])(
  'not "%s"',
  (typed) => {
    expect(readTolerance(typed)).toBeUndefined();
  },
);
