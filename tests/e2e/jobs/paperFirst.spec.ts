import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, dimensioned, expectLines, inkOf, nothingToMend, settled } from './job.ts';

const server = serverKept(test);

test('paper first: A4 with its title filled, then a slotted block with equal lugs', async ({ page }) => {
  const work = await begin(page, server.address);
  await work.stage('Set out');
  await work.choose('Paper', 'A4');
  await work.stage('Issue');
  for (const [name, text] of [
    ['Title', 'Slotted block'],
    ['Number', 'SK-031'],
    ['Drawn by', 'R. M.'],
    ['Date of date', '2026-11-28'],
    ['Material', 'Beech'],
  ] as const)
    await work.figure(name, text);
  await work.stage('Measure');
  await work.line('block 84 x 54 x 66');
  // the sizes of the lugs follow: 54 less 24 leaves 15 to each side
  await work.line('groove 24 wide 40 deep left to right, centred');
  await work.line('hole 12 through front, 42 from left, 46 up');
  await settled(page);
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await settled(page);
  await dimensioned(work);
  // with their sizes the views do not fit on A4 at full size beside a title block: the desk says so, with what would do
  await work.stage('Check');
  await expect(
    page.getByText('Choose 1 : 2, a larger paper, or fewer views.', { exact: false }),
  ).toBeVisible();
  await work.stage('Set out');
  await work.choose('Scale', '1 : 2');
  await settled(page);
  const figures = await page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents();
  await nothingToMend(work);
  // overall sizes once, the slot by its place and depth, the hole by its centre
  for (const size of ['84', '54', '66']) expect(figures.filter((t) => t === size)).toHaveLength(1);
  expect(figures.filter((t) => t.includes('⌀12'))).toHaveLength(1);
  expect(figures).toContain('15');
  const ink = await inkOf(page);
  const views = ink.strokes.filter((s) => s.layer === 'views');
  // the floor of the slot runs hidden through the front view, 26 from its foot
  const front = [
    Math.min(...views.map((s) => s.from[0])),
    Math.max(...ink.texts.filter((t) => t.text === 'FRONT VIEW').map((t) => t.at[1])),
  ] as const;
  const foot = Math.min(...views.map((s) => s.from[1]).filter((y) => y > front[1]));
  expectLines(
    ink,
    'views',
    [front[0], foot],
    [
      [0, 0, 42, 0],
      [0, 33, 42, 33],
    ],
  );
  expectLines(ink, 'hidden', [front[0], foot], [[0, 13, 42, 13]]);
  // each size has its lines on the sheet; that none stands in a view was read by the check
  const dimensions = ink.strokes.filter((s) => s.layer === 'dimensions');
  expect(dimensions.length).toBeGreaterThan(20);
  const title = ink.texts.map((t) => t.text);
  expect(title).toEqual(expect.arrayContaining(['SLOTTED BLOCK', 'SK-031', 'BEECH', '1 : 2', 'MM', 'A4']));
  expect(work.actions).toBeLessThanOrEqual(26);
});
