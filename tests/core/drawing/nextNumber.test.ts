import { expect, test } from '@jest/globals';
import { nextNumber } from '../../../core/drawing/nextNumber.ts';

test.each([
  ['SK-021', ['SK-021'], 'SK-022'],
  ['SK-021', ['SK-021', 'SK-024', 'BL-900'], 'SK-025'],
  ['SK-099', ['SK-099', 'SK-0x'], 'SK-100'],
  ['7', ['7', '12'], '13'],
  ['', ['1'], ''],
  ['Sketch', [], 'Sketch'],
])('%s beside %p is followed by %s', (number, taken, next) => {
  expect(nextNumber(number, taken)).toBe(next);
});
