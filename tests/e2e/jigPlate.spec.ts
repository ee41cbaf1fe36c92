import { expect, test } from '@playwright/test';
import { saved, stand } from './desk.ts';
import { begin, clickPaper, inkOf, settled } from './jobs/job.ts';
import { serverKept } from './server.ts';

const server = serverKept(test);

test('a jig plate: equal holes in one note, their places in a table, and a note led to a face', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line('block 140 x 90 x 10');
  await work.line('hole 6 through at 12, 14');
  await work.line('hole 6 through at 40, 22');
  await work.line('hole 8, 6 deep, at 97, 53');
  await work.line('hole 6 through at 59, 78');
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  const texts = async (): Promise<string[]> => (await inkOf(page)).texts.map((t) => t.text);
  await expect.poll(texts).toContain('3 x ⌀6 THRU');
  expect(await texts()).toContain('⌀8 ↧6');

  // set apart each has its own note; counted together again one by one
  const list = page.getByRole('list', { name: 'Dimensions' });
  const inHand = page.getByTestId('dimension in hand');
  await list.getByRole('button').filter({ hasText: '3 x ⌀6 THRU' }).click();
  await expect(inHand).toContainText('Counts 2 other features.');
  await inHand.getByRole('button', { name: 'Set them apart' }).click();
  await expect.poll(async () => (await texts()).filter((t) => t === '⌀6 THRU')).toHaveLength(3);
  for (const left of [1, 0]) {
    await inHand.getByRole('button', { name: 'the same, ⌀6 THRU' }).first().click();
    await expect(inHand.getByRole('button', { name: 'the same, ⌀6 THRU' })).toHaveCount(left);
    await saved(page);
  }
  await expect.poll(texts).toContain('3 x ⌀6 THRU');
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();

  // their places in a table: no leader is left, and each hole has its tag at the hole and in the table
  await page.getByLabel('Lengths from one base').selectOption({ label: 'holes in a table' });
  await expect.poll(texts).toEqual(expect.arrayContaining(['HOLE', 'A1', 'A2', 'A3', 'B1', '⌀8 ↧6']));
  const own = await texts();
  expect(own.filter((t) => t === 'A2')).toHaveLength(2);
  expect(own.filter((t) => t === '⌀6 THRU')).toHaveLength(3);
  expect(own).not.toContain('3 x ⌀6 THRU');
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();

  // a cell of the table leads to its dimension
  await page.getByTestId('sheet').getByRole('button', { name: 'Dimension 40 in the top view' }).click();
  await expect(inHand).toContainText('It stands in the table of holes.');
  await expect(inHand).toContainText('40');

  // a note to the top of the plate, by the upper line of the front view
  await settled(page);
  const { strokes } = await inkOf(page);
  const level = strokes.filter(
    (s) => s.layer === 'views' && Math.abs(s.from[1] - s.to[1]) < 0.01 && Math.abs(s.to[0] - s.from[0]) > 100,
  );
  const top = level.toSorted((a, b) => b.from[1] - a.from[1])[0];
  if (!top) throw new Error('no upper line');
  await clickPaper(page, [top.from[0] * 0.7 + top.to[0] * 0.3, top.from[1]]);
  const note = page.getByLabel(/^Note to the (top|back) of/);
  await note.fill('GROUND');
  await note.press('Enter');
  await saved(page);
  await expect.poll(texts).toContain('GROUND');
  const notes = page.getByRole('region', { name: 'Notes with leaders' });
  await notes.getByLabel('Note 1 with a leader').fill('GROUND ALL OVER');
  await notes.getByLabel('Note 1 with a leader').press('Enter');
  await expect.poll(texts).toContain('GROUND ALL OVER');
  await saved(page);
  await page.reload();
  await stand(page, 'Dimension');
  await expect.poll(texts).toContain('GROUND ALL OVER');
  await notes.getByRole('button', { name: 'Take the note GROUND ALL OVER out' }).click();
  await expect.poll(texts).not.toContain('GROUND ALL OVER');
});
