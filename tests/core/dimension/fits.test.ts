import { describe, expect, test } from '@jest/globals';
import { fitBetween, fitLimits } from '../../../core/dimension/fits/fit.ts';
import {
  fitText,
  readToleranceClass,
  type ToleranceClass,
} from '../../../core/dimension/fits/toleranceClass.ts';
import { generalTolerance, readGeneralTolerance } from '../../../core/dimension/generalTolerance.ts';
import { limitsOfPair } from '../../../core/dimension/limitsOf.ts';

const classOf = (text: string): ToleranceClass => {
  const read = readToleranceClass(text);
  if (!read) throw new Error(`no class: ${text}`);
  return read;
};
/** Limits in micrometres. */
const limits = (text: string, size: number): number[] | undefined =>
  fitLimits(classOf(text), size)?.map((mm) => Number((mm * 1000).toFixed(3)) || 0);

describe('limits as the standard prints them, micrometres', () => {
  test.each([
    ['H7', 25, 21, 0],
    ['g6', 25, -7, -20],
    ['f7', 25, -20, -41],
    ['h6', 25, 0, -13],
    ['k6', 25, 15, 2],
    ['n6', 25, 28, 15],
    ['p6', 25, 35, 22],
    ['s6', 25, 48, 35],
    ['js7', 25, 10.5, -10.5],
    ['j6', 25, 9, -4],
    ['K7', 25, 6, -15],
    ['N7', 25, -7, -28],
    ['P7', 25, -14, -35],
    ['S7', 25, -27, -48],
    ['M7', 25, 0, -21],
    ['N9', 25, 0, -52],
    ['J7', 25, 12, -9],
    ['F8', 25, 53, 20],
    ['D10', 25, 149, 65],
    ['E9', 25, 92, 40],
    ['H11', 25, 130, 0],
    ['c11', 25, -110, -240],
    ['a11', 25, -300, -430],
    ['zc10', 25, 302, 218],
    ['H7', 3, 10, 0],
    ['H8', 3.001, 18, 0],
    ['K7', 3, 0, -10],
    ['P7', 3, -6, -16],
    ['u6', 3, 24, 18],
    ['k8', 25, 33, 0],
    ['M6', 300, -9, -41],
    ['H7', 500, 63, 0],
    ['u7', 100, 159, 124],
    ['U7', 100, -111, -146],
    ['x6', 60, 141, 122],
    ['r6', 55, 60, 41],
    ['r6', 70, 62, 43],
    ['H18', 200, 7200, 0],
    ['h16', 40, 0, -1600],
    ['h12', 120, 0, -350],
    ['H1', 120, 2.5, 0],
    ['JS1', 1, 0.4, -0.4],
    ['y7', 20, 84, 63],
    ['cd8', 5, -46, -64],
    ['M10', 25, -8, -92],
  ] as const)('%s of %s', (text, size, upper, lower) => {
    expect(limits(text, size)).toEqual([upper, lower]);
  });
});

test.each([
  ['H7', 500.1],
  ['H7', 0],
  ['t6', 20],
  ['v6', 12],
  ['y6', 17],
  ['K9', 25],
  ['j9', 25],
  ['cd7', 20],
] as const)('%s of %s: the standard gives none', (text, size) => {
  expect(limits(text, size)).toBeUndefined();
});

test.each([
  '',
  'H',
  '7',
  'Hg7',
  'H19',
  'H0',
  'i7',
  'I7',
  'o6',
  'ab6',
  'H7.5',
  'CDE7',
  'constructor7',
  '±0.1',
])('not a class: "%s"', (text) => {
  expect(readToleranceClass(text)).toBeUndefined();
});

// the standard's rule for holes: a fit and its mirror (H7/p6 and P7/h6) have one clearance
test('a hole of one letter with shaft h fits as hole H with the shaft of that letter, one grade apart', () => {
  for (const letter of ['f', 'g', 'k', 'm', 'n', 'p', 'r', 's'])
    for (const size of [5, 8, 15, 25, 40, 70, 110, 150, 220, 300, 390, 450]) {
      const basicHole = fitBetween(
        fitLimits(classOf('H7'), size) as [number, number],
        fitLimits(classOf(`${letter}6`), size) as [number, number],
      );
      const basicShaft = fitBetween(
        fitLimits(classOf(`${letter.toUpperCase()}7`), size) as [number, number],
        fitLimits(classOf('h6'), size) as [number, number],
      );
      expect([letter, size, basicShaft]).toEqual([letter, size, basicHole]);
    }
});

test('fits by kind', () => {
  const kind = (hole: string, shaft: string): string =>
    fitBetween(
      fitLimits(classOf(hole), 30) as [number, number],
      fitLimits(classOf(shaft), 30) as [number, number],
    ).kind;
  expect([kind('H7', 'g6'), kind('H7', 'h6'), kind('H7', 'k6'), kind('H7', 's6')]).toEqual([
    'clearance',
    'clearance',
    'transition',
    'interference',
  ]);
});

describe('general tolerances', () => {
  test.each([
    ['ISO 2768-m', 25, 'mm', 0.2],
    ['ISO 2768-1 c', 121, 'mm', 1.2],
    ['General tolerances ISO 2768-fH', 30, 'mm', 0.1],
    ['± 0.5 mm', 700, 'mm', 0.5],
    ['±1/0', 5, 'mm', undefined],
    ['ISO 2768-v', 2, 'mm', undefined],
    ['ISO 2768-m', 0.4, 'mm', undefined],
    ['± 0.02 in', 3, 'in', 0.02],
    ['± 0.5 mm', 3, 'in', undefined],
    ['unless stated otherwise', 3, 'mm', undefined],
  ] as const)('"%s" for %s %s', (note, size, units, by) => {
    expect(generalTolerance(note, size, units)?.[0]).toBe(by);
  });
  test('inches are read by their millimetres', () => {
    expect(generalTolerance('ISO 2768-m', 1, 'in')?.[0]).toBeCloseTo(0.2 / 25.4, 12);
  });
  test('a name that only begins like it is none', () => {
    expect(readGeneralTolerance('ISO 27680 m', 'mm')).toBeUndefined();
    expect(readGeneralTolerance(undefined, 'mm')).toBeUndefined();
  });
});

test('a hole and its shaft in one text, whichever is named first', () => {
  expect([
    fitText('H7/g6'),
    fitText('g6/H7'),
    fitText('H7-g6'),
    fitText(' H7 / js6 '),
    fitText('H7'),
  ]).toEqual(['H7/g6', 'H7/g6', 'H7/g6', 'H7/js6', 'H7']);
  for (const text of ['H7/H8', 'g6/h6', 'H7/', 'H7/g6/h6', '7/6', 'H7 0.1'])
    expect([text, fitText(text)]).toEqual([text, undefined]);
});

// figures from the tables of ISO 286-2: 20 H7 +21 0, g6 -7 -20; 30 H7 +21 0, k6 +15 +2; 50 H7 +25 0, s6 +59 +43
test.each([
  ['H7/g6', 20, { most: 0.041, least: 0.007, kind: 'clearance' }],
  ['H7/k6', 30, { most: 0.019, least: -0.015, kind: 'transition' }],
  ['H7/s6', 50, { most: -0.018, least: -0.059, kind: 'interference' }],
] as const)('%s at %d: what lies between hole and shaft', (fit, size, between) => {
  expect(limitsOfPair(fit, size, 'mm')?.between).toEqual(between);
  // a size in inches has the same play
  const inches = limitsOfPair(fit, size / 25.4, 'in')?.between;
  expect((inches?.most ?? 0) * 25.4).toBeCloseTo(between.most, 3);
});
