import { expect, test } from '@playwright/test';
import { listen, newLine } from '../desk.ts';
import { serverKept } from '../server.ts';
import { begin, dimensioned, expectLines, inkOf, nothingToMend, settled } from './job.ts';

const server = serverKept(test);

test('a spindle by plain words: flange, shaft, fillet at its foot, groove round it, rounded end; dimensioned in full', async ({
  page,
}) => {
  const troubles = listen(page);
  const work = await begin(page, server.address);
  await work.line('flange: cylinder 40 dia 12 high');
  await work.line('shaft: cylinder 20 dia 28 high on top in the middle');
  await work.line('fillet 4 at the foot of the shaft');
  // what a line leaves open is asked, and an offer answers it
  await newLine(page).fill('groove 3 wide 2 deep in the shaft 10 from the top');
  await expect(page.getByText('Which way does the groove run?')).toBeVisible();
  await page.getByRole('button', { name: 'all round' }).click();
  await expect(page.getByTestId('understood')).toBeVisible();
  await newLine(page).press('Enter');
  work.actions += 2;
  await expect(page.getByTestId('save')).toHaveText(/^Saved/);
  await work.line('dome 5 high on the shaft');
  await work.line('chamfer the bottom of the flange 1 x 45');

  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.figure('Corner from the left', '80');
  await work.figure('Corner from below', '150');
  await settled(page);
  // the right half of the front view, its axis 100 from the left
  const half = [
    [19, 0, 20, 1],
    [20, 1, 20, 12],
    [10, 16, 10, 27],
    [10, 27, 8, 27],
    [8, 27, 8, 30],
    [8, 30, 10, 30],
    [10, 30, 10, 40],
  ] as const;
  expectLines(await inkOf(page), 'views', [100, 150], half);

  const figures = await dimensioned(work);
  await nothingToMend(work);
  for (const figure of ['⌀40', '⌀20', '⌀16', '12', 'R4']) expect(figures).toContain(figure);
  expect(work.actions).toBeLessThanOrEqual(15);
  expect(troubles).toEqual([]);
});
