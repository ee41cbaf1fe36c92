import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, clickPaper, dimensioned, expectLines, inkOf, inUnits, settled } from './job.ts';

const server = serverKept(test);
const SQ = 6.35;
const squares = inUnits(SQ);

test('a notched strip at half size on quarter-inch squares, begun 3 over and 4 up', async ({ page }) => {
  const work = await begin(page, server.address, 'in');
  await work.line('sq = 1/2');
  await work.line('block 7 x 1 x 3');
  await work.line('notch 1 1/2 deep 2 wide from top, 2 from left');
  await work.stage('Set out');
  await work.choose('House rules', 'Inch workshop');
  await work.choose('Scale', '1 : 2');
  await work.turnOn('Squares printed');
  await work.figure('Gap, view to XY', '2 sq');
  await work.figure('Corner from the left', '3 sq');
  await work.figure('Corner from below', '4 sq');
  await settled(page);
  const ink = await inkOf(page);
  // at half size a square of the paper is half an inch of the strip
  expectLines(
    ink,
    'views',
    [3 * SQ, 4 * SQ],
    squares([
      [0, 0, 14, 0],
      [0, 0, 0, 6],
      [0, 6, 4, 6],
      [4, 6, 4, 3],
      [4, 3, 8, 3],
      [8, 3, 8, 6],
      [8, 6, 14, 6],
      [14, 6, 14, 0],
    ]),
  );
  expectLines(
    ink,
    'views',
    [3 * SQ, 14 * SQ],
    squares([
      [4, 0, 4, 2],
      [8, 0, 8, 2],
      [0, 0, 14, 0],
    ]),
  );
  // the paper's own squares are printed, counted from its lower left corner
  const uprights = ink.strokes.filter((s) => s.layer === 'squares' && s.from[0] === s.to[0]);
  expect(uprights.length).toBeGreaterThan(50);
  for (const { from } of uprights)
    expect(Math.abs(from[0] / SQ - Math.round(from[0] / SQ))).toBeLessThan(1e-3);
  // one face or two? a line parts levels
  await work.stage('Project');
  const book = page.getByRole('region', { name: 'At the pointer' });
  await clickPaper(page, [7 * SQ, 15 * SQ]);
  await expect(book).toContainText(/It parts .*(?:higher|nearer|deeper|further|lower|behind|before)/);
  await clickPaper(page, [9 * SQ, 15 * SQ]);
  await expect(book).toContainText('an area, in its true shape');
  work.actions += 2;
  // real figures on a half-size drawing, each size once
  const figures = await dimensioned(work);
  expect(figures).toEqual(expect.arrayContaining(['7', '3', '1']));
  expect(figures).toHaveLength(6);
  expect(work.actions).toBeLessThanOrEqual(18);
});
