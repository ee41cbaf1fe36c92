import { expect, test } from '@jest/globals';
import { nextRevision } from '../../../core/drawing/nextRevision.ts';

test.each([
  ['', 'A'],
  ['A', 'B'],
  // I and O are easily read as figures
  ['H', 'J'],
  ['N', 'P'],
  ['Z', 'AA'],
  ['AZ', 'BA'],
  ['ZZ', 'AAA'],
  ['1', '2'],
  ['09', '10'],
])('after "%s" comes %s', (before, after) => {
  expect(nextRevision(before)).toBe(after);
});
