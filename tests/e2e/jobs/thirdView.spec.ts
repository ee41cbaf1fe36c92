import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { expectLines, inkOf, inUnits, lengthWithin, settled, total, workAt } from './job.ts';

const server = serverKept(test);
const SQ = 6.35;
const squares = inUnits(SQ);

test('a third view from two: the side and top views of a block, with the solid that has them', async ({
  page,
}) => {
  await page.goto(server.address);
  const work = workAt(page, 0);
  await page.getByRole('link', { name: 'Given views' }).click();
  await page.getByRole('radiogroup', { name: 'Side view' }).getByRole('radio', { name: 'Right' }).click();
  await page.getByRole('radio', { name: 'in', exact: true }).click();
  await page.getByLabel('A square is').fill('1/4');
  work.actions += 4;
  const walk = async (view: string, text: string): Promise<void> => {
    work.actions += 2;
    await page.getByRole('application', { name: view }).focus();
    await page.getByLabel(/^Walk in/).fill(text);
    await page.getByLabel(/^Walk in/).press('Enter');
    await expect(page.getByLabel(/^Walk in/)).toHaveValue('');
  };
  const status = page.getByRole('region', { name: 'Solids' }).getByRole('status');
  // a block with a corner cut, a ledge, a hole right through and a chamfered edge
  await walk(
    'Top view',
    'from 3 0, right 9, up 8, left 12, down 5, close, from 8 0, up 8, from 0 6, right 8',
  );
  await walk('Top view', 'circle 2 at 5 3');
  await walk(
    'Right view',
    'right 8, up 4, to 6 6, left 6, close, hidden from 2 0 up 6, from 3 0 up 6, from 4 0 up 6',
  );
  // the ledge is forgotten in the side view
  await expect(status).toHaveText('No solid has these views.');
  await walk('Right view', 'from 0 4, right 8');
  // with a circle the search is not exhaustive, and says so
  await expect(status).toHaveText('1 solid has these views; there may be others.');
  const solids = page.getByRole('region', { name: 'Solids' });
  await expect(solids).toContainText('5 features');
  await expect(solids).toContainText('A hole ⌀0.5, height 0 to 1.5.');
  const front = page.getByRole('application', { name: 'Front view' });
  await expect(front.locator('[data-lines="hidden"]')).toHaveAttribute('d', /M/);
  await page.getByRole('button', { name: 'Open solid 1 as a drawing' }).click();
  work.actions++;
  await expect(page.getByTestId('sheet')).toBeVisible({ timeout: 20_000 });
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.figure('Front to views above and below', '1 in');
  await work.figure('Front to views beside it', '1 in');
  await work.figure('Corner from the left', '2 in');
  await work.figure('Corner from below', '3 in');
  await settled(page);
  const at = [8 * SQ, 12 * SQ] as const;
  const ink = await inkOf(page);
  const visible = squares([
    [0, 0, 12, 0],
    [12, 0, 12, 4],
    [12, 4, 8, 4],
    [8, 4, 8, 6],
    [8, 6, 0, 6],
    [0, 6, 0, 0],
    // the corner's far edge stands behind the left side, its near one is seen
    [3, 0, 3, 6],
  ]);
  expectLines(ink, 'views', at, visible);
  expectLines(
    ink,
    'hidden',
    at,
    squares([
      [4, 0, 4, 6],
      [6, 0, 6, 6],
      [0, 4, 8, 4],
    ]),
  );
  // and no visible line more
  expect(lengthWithin(ink, 'views', at, [12 * SQ, 6 * SQ])).toBeCloseTo(total(visible), 1);
  // the views stand an inch apart: the top view above, the right view beside it
  expectLines(
    ink,
    'views',
    [at[0], at[1] + 6 * SQ + 25.4],
    squares([
      [0, 8, 12, 8],
      [0, 3, 3, 0],
    ]),
  );
  expectLines(
    ink,
    'views',
    [at[0] + 12 * SQ + 25.4, at[1]],
    squares([
      [0, 4, 8, 4],
      [8, 4, 6, 6],
    ]),
  );
  // projectors on, and off again
  await work.stage('Project');
  const projectors = (): Promise<number> =>
    page.getByTestId('sheet').locator('path[data-layer="projectors"]').count();
  const kept = page.getByRole('radiogroup', { name: 'Projectors' });
  await kept.getByRole('radio', { name: 'All' }).click();
  await expect.poll(projectors).toBeGreaterThan(0);
  await kept.getByRole('radio', { name: 'None' }).click();
  work.actions += 2;
  await expect.poll(projectors).toBe(0);
  // the front view is derived by projectors and the bisector
  await work.stage('Transfer');
  await page.getByRole('radio', { name: 'Construct' }).click();
  work.actions++;
  await expect(page.getByTestId('steps')).toContainText('mitre line');
  expect(work.actions).toBeLessThanOrEqual(26);
});
