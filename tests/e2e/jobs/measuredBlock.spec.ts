import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, inUnits, settled } from './job.ts';

const server = serverKept(test);
const IN = 25.4;
const inches = inUnits(IN);

test('a measured wooden block with a cross groove and a hole, half size on squares', async ({ page }) => {
  const work = await begin(page, server.address, 'in');
  await work.line('sq = 1/2');
  await work.line('block 7 x 2 1/2 x 1 1/4');
  await work.line('groove 1 wide 1/2 deep front to back, 2 from left');
  await work.line('hole 3/8 through top, 1 from right, 1 1/4 from front');
  await work.stage('Set out');
  await work.choose('House rules', 'Inch workshop');
  await work.choose('Scale', '1 : 2');
  await work.figure('Front to views above and below', '3 sq');
  await work.figure('Front to views beside it', '3 sq');
  await work.figure('Corner from the left', '6 sq');
  await work.figure('Corner from below', '6 sq');
  await settled(page);
  const ink = await inkOf(page);
  // a square is half an inch of the block: a quarter on the paper
  const front = [1.5 * IN, 1.5 * IN] as const;
  expectLines(
    ink,
    'views',
    front,
    inches([
      [0, 0, 3.5, 0],
      [0, 0.625, 1, 0.625],
      [1, 0.625, 1, 0.375],
      [1, 0.375, 1.5, 0.375],
      [1.5, 0.375, 1.5, 0.625],
      [1.5, 0.625, 3.5, 0.625],
    ]),
  );
  expectLines(
    ink,
    'hidden',
    front,
    inches([
      [3 - 3 / 32, 0, 3 - 3 / 32, 0.625],
      [3 + 3 / 32, 0, 3 + 3 / 32, 0.625],
    ]),
  );
  // the groove is two seams in the top view
  const top = [1.5 * IN, (1.5 + 0.625 + 0.75) * IN] as const;
  expectLines(
    ink,
    'views',
    top,
    inches([
      [1, 0, 1, 1.25],
      [1.5, 0, 1.5, 1.25],
      [0, 0, 3.5, 0],
      [0, 1.25, 3.5, 1.25],
    ]),
  );
  const side = [(1.5 + 3.5 + 0.75) * IN, 1.5 * IN] as const;
  expectLines(ink, 'hidden', side, inches([[0, 0.375, 1.25, 0.375]]));
  // the third view first by counting, then by the bisector, hidden lines last
  await work.stage('Transfer');
  await page.getByRole('radio', { name: 'Construct' }).click();
  const steps = page.getByTestId('steps');
  await page.getByRole('radio', { name: 'Dividers' }).click();
  await expect(steps).toContainText('with the dividers');
  await page.getByRole('radio', { name: 'Mitre' }).click();
  await expect(steps).toContainText('mitre line');
  work.actions += 3;
  await expect(steps).toContainText('set off W 14 sq');
  expect(work.actions).toBeLessThanOrEqual(17);
});
