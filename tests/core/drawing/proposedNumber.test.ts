import { expect, test } from '@jest/globals';
import { proposedNumber } from '../../../core/drawing/proposedNumber.ts';

const at = (number: string, day: number) => ({
  number,
  changedAt: `2026-11-${String(day).padStart(2, '0')}T10:00:00Z`,
});
const register = [at('SK-011', 3), at('SK-014', 1), at('TR-7', 9), at('sketch', 12), at('26-04 A', 2)];

test.each([
  ['', 'TR-8', 'the row that was worked on last'],
  ['SK-###', 'SK-015', 'a pattern whose row is begun'],
  ['MB-##', 'MB-01', 'a pattern of a new row'],
  ['26-## A', '26-05 A', 'figures in the middle'],
  ['SK-014', 'SK-015', 'a number that another drawing has'],
  ['SK-013', undefined, 'a number that is free'],
  ['sketch', 'sketch', 'a name without figures has no next one'],
] as const)('for "%s": %s, %s', (own, wanted, _why) => {
  expect(proposedNumber(own, register)).toBe(wanted);
});
test('an empty register proposes nothing', () => {
  expect(proposedNumber('', [])).toBeUndefined();
  expect(proposedNumber('', [at('sketch', 1)])).toBeUndefined();
});
