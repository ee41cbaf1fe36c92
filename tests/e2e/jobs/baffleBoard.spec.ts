import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, dimensioned, expectLines, inkOf, inUnits, nothingToMend, settled } from './job.ts';

const server = serverKept(test);
/** half of an inch on the paper, mm */
const HALF = 12.7;
const halved = inUnits(HALF);

test('a baffle board at half size in inches: real figures, narrow ones with their arrows outside', async ({
  page,
}) => {
  const work = await begin(page, server.address, 'in');
  await work.line('block 14 x 7/8 x 9');
  await work.stage('Set out');
  await work.choose('Paper', 'B');
  await work.choose('Scale', '1 : 2');
  await page.getByRole('radio', { name: 'Third angle' }).first().click();
  work.actions++;
  await page.getByRole('checkbox', { name: 'Right view' }).click();
  await page.getByRole('checkbox', { name: 'Left view' }).click();
  work.actions += 2;
  await work.figure('Front to views above and below', '1/2');
  await work.figure('Front to views beside it', '1/2');
  await settled(page);
  const figures = await dimensioned(work);
  await nothingToMend(work);
  // the board itself is dimensioned, not its picture
  expect([...figures].sort()).toEqual(['14', '7/8', '9']);
  const ink = await inkOf(page);
  const narrow = ink.texts.find((t) => t.text === '7/8');
  if (!narrow) throw new Error('no figure');
  // 7/8 in is 11.1 mm on the paper: the figure stands between its arrows or beside them, off every line of a view
  const lines = ink.strokes.filter((s) => s.layer === 'views');
  for (const { from, to } of lines) {
    const inside = [from, to].every(
      (p) =>
        p[0] > narrow.at[0] && p[0] < narrow.at[0] + 8 && p[1] > narrow.at[1] && p[1] < narrow.at[1] + 3.5,
    );
    expect(inside).toBe(false);
  }
  // the front view is 7 in wide on the paper, and extension lines begin off its outline
  const [x, y] = [Math.min(...lines.map((s) => s.from[0])), Math.min(...lines.map((s) => s.from[1]))];
  expectLines(ink, 'views', [x, y], halved([[0, 0, 14, 0]]));
  const extensions = ink.strokes.filter((s) => s.layer === 'dimensions' && s.pen === 'dimension');
  expect(extensions.length).toBeGreaterThanOrEqual(9);
  for (const s of extensions)
    for (const end of [s.from, s.to])
      expect(
        lines.some((l) => [l.from, l.to].some((p) => Math.hypot(p[0] - end[0], p[1] - end[1]) < 0.5)),
      ).toBe(false);
  // the lengths that are cut first stand on the shop slip, longest first
  await work.press('Print / Save');
  await page.getByRole('menuitem', { name: 'Print …' }).click();
  const [slip] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('button', { name: 'Open the shop slip' }).click(),
  ]);
  work.actions += 2;
  const cells = slip.getByRole('table').first().locator('tbody tr').first().getByRole('cell');
  for (const [i, size] of ['14', '9', '7/8'].entries()) await expect(cells.nth(i + 2)).toHaveText(size);
  expect(work.actions).toBeLessThanOrEqual(17);
});
