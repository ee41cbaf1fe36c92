import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, inUnits, settled } from './job.ts';

const server = serverKept(test);
const SQ = 6.35;
const squares = inUnits(SQ);

test('a castle block on squares: L in front, U from the side, C from above', async ({ page }) => {
  const work = await begin(page, server.address, 'in');
  await work.line('sq = 1/4');
  await work.line('block 8 sq x 6 sq x 5 sq');
  // L in front
  await work.line('step at the right, 4 sq wide, 3 sq deep');
  // U from the side: a groove through the upper part, from left to right
  await work.line('groove 2 sq wide 2 sq deep from top left to right in the middle');
  // C from above: a notch in the right end, in the middle
  await work.line('notch 2 sq wide 2 sq deep from right in the middle');
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.turnOn('Mitre line shown');
  await work.figure('Front to views above and below', '5 sq');
  await work.figure('Front to views beside it', '5 sq');
  await work.figure('Corner from the left', '12 sq');
  await work.figure('Corner from below', '22 sq');
  await settled(page);
  const ink = await inkOf(page);
  const front = [12 * SQ, 22 * SQ] as const;
  expectLines(
    ink,
    'views',
    front,
    squares([
      [0, 0, 8, 0],
      [0, 0, 0, 5],
      [0, 5, 4, 5],
      [4, 5, 4, 2],
      [4, 2, 8, 2],
      [8, 2, 8, 0],
    ]),
  );
  // the groove's floor hidden behind the front half of the top, and the notch in the end
  expectLines(
    ink,
    'hidden',
    front,
    squares([
      [0, 3, 4, 3],
      [6, 0, 6, 2],
    ]),
  );
  const side = [(12 + 8 + 5) * SQ, 22 * SQ] as const;
  expectLines(
    ink,
    'views',
    side,
    squares([
      [0, 5, 2, 5],
      [2, 5, 2, 3],
      [2, 3, 4, 3],
      [4, 3, 4, 5],
      [4, 5, 6, 5],
      [0, 0, 6, 0],
    ]),
  );
  const top = [12 * SQ, (22 - 5 - 6) * SQ] as const;
  expectLines(
    ink,
    'views',
    top,
    squares([
      [8, 0, 8, 2],
      [6, 2, 8, 2],
      [6, 2, 6, 4],
      [6, 4, 8, 4],
      [8, 4, 8, 6],
      [4, 0, 4, 6],
      [0, 2, 4, 2],
      [0, 4, 4, 4],
    ]),
  );
  // hidden dashes run from edge to edge, all of one length in a line
  const dashes = ink.strokes
    .filter((s) => s.layer === 'hidden' && [s.from, s.to].every((p) => Math.abs(p[1] - (22 + 3) * SQ) < 0.01))
    .map((s) => Math.abs(s.to[0] - s.from[0]));
  expect(dashes.length).toBeGreaterThan(3);
  expect(Math.max(...dashes) - Math.min(...dashes)).toBeLessThan(0.01);
  // steps are counted in squares, and all that is projected comes before what is drawn from it
  await work.stage('Transfer');
  await page.getByRole('radio', { name: 'Construct' }).click();
  work.actions++;
  const steps = page.getByTestId('steps');
  await expect(steps).toContainText('set off W 8 sq');
  await expect(steps).toContainText('12 sq from the left edge of the sheet and 22 sq from the lower one');
  await expect(steps).not.toContainText(/\bmm\b/);
  expect(work.actions).toBeLessThanOrEqual(16);
});
