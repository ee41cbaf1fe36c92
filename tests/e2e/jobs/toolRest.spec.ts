import { expect, test } from '@playwright/test';
import { listen } from '../desk.ts';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, inUnits, lengthWithin, settled } from './job.ts';

const server = serverKept(test);
const IN = 25.4;
const inches = inUnits(IN);

test('a tool rest with two holes, in inches', async ({ page }) => {
  const troubles = listen(page);
  const work = await begin(page, server.address, 'in');
  // a flange at the bottom in front of a web at the back
  await work.line('block 4 3/4 x 1 7/8 x 3/8');
  await work.line('web: block 4 3/4 x 11/16 x 2 7/8 on top back');
  await work.line('2 drilled holes 9/16 through front, 2 1/2 centres, 1 1/8 from the left, 1 3/8 up');
  await work.stage('Project');
  await work.stage('Set out');
  await work.choose('House rules', 'Inch workshop');
  await work.choose('Scale', '1 : 1');
  await work.figure('Gap, view to XY', '1/2');
  await work.figure('Corner from the left', '2');
  await work.figure('Corner from below', '2');
  await settled(page);
  const ink = await inkOf(page);
  expectLines(
    ink,
    'views',
    [2 * IN, 2 * IN],
    inches([
      [0, 0, 4.75, 0],
      [0, 0.375, 4.75, 0.375],
      [0, 3.25, 4.75, 3.25],
      [0, 0, 0, 3.25],
      [4.75, 0, 4.75, 3.25],
    ]),
  );
  // the top view above, 1 in off: the holes hidden in the web alone, not in the flange
  const top = [2 * IN, (2 + 3.25 + 1) * IN] as const;
  const holes = [1.125, 3.625].flatMap((x) => [x - 9 / 32, x + 9 / 32]);
  expectLines(ink, 'hidden', top, inches(holes.map((x) => [x, 1.875 - 0.6875, x, 1.875])));
  expect(lengthWithin(ink, 'hidden', top, [4.75 * IN, (1.875 - 0.6875) * IN])).toBe(0);
  // a centre mark on each hole in the front view
  for (const x of [1.125, 3.625]) {
    const at = [(2 + x - 0.4) * IN, (2 + 1.375 - 0.4) * IN] as const;
    expect(lengthWithin(ink, 'centre', at, [0.8 * IN, 0.8 * IN])).toBeGreaterThan(0.6 * IN);
  }
  expect(ink.texts.map((t) => t.text)).toEqual(expect.arrayContaining(['RIGHT SIDE VIEW', 'Third angle']));
  // the list of the given sizes: 3/8 given twice and stated once is told
  await work.press('Source');
  work.actions++;
  const sizes = page.getByLabel('Sizes that were given');
  await sizes.fill('4 3/4, 1 7/8, 3 1/4, 3/8, 3/8, 11/16, 2 holes 9/16 drill, 2 1/2, 1 1/8, 1 3/8');
  await sizes.press('Enter');
  const thin = page.getByRole('listitem').filter({ hasText: /^3\/8/ });
  await expect(thin.nth(0)).toContainText('used');
  await expect(thin.nth(1)).toContainText('is a feature missing?');
  expect(work.actions).toBeLessThanOrEqual(16);
  expect(troubles).toEqual([]);
});
