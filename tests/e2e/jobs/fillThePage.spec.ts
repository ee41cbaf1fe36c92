import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, clickPaper, expectLines, inkOf, settled } from './job.ts';

const server = serverKept(test);

test('the page is filled before anything is drawn: boxes that do not fit are mended', async ({ page }) => {
  const work = await begin(page, server.address);
  await work.line('sq = 10');
  await work.line('block 8 sq x 5 sq x 6 sq');
  await work.line('step at the right, 3 sq wide, 2 sq deep');
  await work.line('corner: cut block 2 sq x 2 sq x 3 sq at 0 3 sq 0');
  await work.stage('Set out');
  await work.choose('Paper', 'A4');
  await work.choose('Scale', '2 : 1');
  // they do not fit, and no view is squashed for it: what would help is offered
  await expect(page.getByText('The views do not fit on the sheet.', { exact: false })).toBeVisible();
  const offers = page.getByTestId('offers');
  await expect(offers.getByRole('button', { name: /^Scale 1 : 1$/ })).toBeVisible();
  await offers.getByRole('button', { name: /^Scale 1 : 1$/ }).click();
  work.actions++;
  await expect(page.getByText('The views do not fit on the sheet.', { exact: false })).toHaveCount(0);
  await page.getByLabel('Gap, view to XY').fill('1 sq');
  await page.getByLabel('Gap, view to XY').press('Enter');
  await work.figure('Corner from the left', '40');
  await work.figure('Corner from below', '120');
  work.actions++;
  await settled(page);
  const ink = await inkOf(page);
  const front = [40, 120] as const;
  expectLines(ink, 'views', front, [
    [0, 0, 80, 0],
    [0, 60, 50, 60],
    [50, 60, 50, 40],
    [50, 40, 80, 40],
  ]);
  // the corner taken at the back is hidden, and its dashes meet in the corner
  expectLines(ink, 'hidden', front, [
    [20, 0, 20, 30],
    [0, 30, 20, 30],
  ]);
  const ends = ink.strokes.filter((s) => s.layer === 'hidden').flatMap((s) => [s.from, s.to]);
  expect(ends.filter((p) => Math.hypot(p[0] - 60, p[1] - 150) < 0.01).length).toBeGreaterThanOrEqual(2);
  // each blank region is a face or an opening
  await work.stage('Project');
  const book = page.getByRole('region', { name: 'At the pointer' });
  await clickPaper(page, [75, 145]);
  await expect(book).toContainText('an area, in its true shape');
  // top to bottom, and the light lines away at the end
  await work.stage('Transfer');
  await page.getByRole('radio', { name: 'Construct' }).click();
  work.actions += 2;
  const steps = page.getByTestId('steps').getByRole('listitem');
  await expect(steps.first()).toBeVisible();
  const total = await steps.count();
  await page.getByLabel('Step', { exact: true }).fill(String(total));
  work.actions++;
  const drawn = page.getByTestId('construction');
  await expect(drawn.locator('[data-part=hidden]')).toHaveAttribute('d', /M/);
  await expect(drawn.locator('[data-part=light]')).toHaveAttribute('d', '');
  expect(work.actions).toBeLessThanOrEqual(20);
});
