import { expect, test } from '@playwright/test';
import { saved } from '../desk.ts';
import { serverKept } from '../server.ts';
import { begin, dimensioned, expectLines, inkOf, nothingToMend, settled } from './job.ts';

const server = serverKept(test);

/** A photo of the cut-out as it might be taken: 60 mm of the post are 300 pixels of it. */
const PHOTO = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="700"><rect width="300" height="700" fill="#d9c7a3"/><path d="M75 600H225V300A75 75 0 0 0 75 300Z" fill="#7a5b36"/></svg>`;

test('a glued post with a round recess through both planks and a cut-out traced from a photo', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line('body front plank: block 60 x 30 x 140');
  await work.line(
    'body back plank: add a block, 60 wide, 30 deep, 140 high, 0 from the left, 30 from the front, 0 up',
  );
  // one line for both planks
  await work.line('hole 48, 18 deep, in the middle of the top, in both planks');
  // the photo beneath, at the size of its two points
  await work.press('Source');
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'photo.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(PHOTO) });
  const picture = page.getByTestId('source picture');
  await expect(picture).toBeVisible();
  await work.press('Scale or measure by two points');
  const box = await picture.boundingBox();
  if (!box) throw new Error('no picture');
  for (const share of [0.02, 0.98]) {
    await page.mouse.click(box.x + box.width * share, box.y + box.height * 0.9);
    work.actions++;
  }
  await page.getByLabel('Real distance between the two points').fill('57.6');
  await page.keyboard.press('Enter');
  work.actions++;
  await saved(page);
  await page.keyboard.press('Escape');
  // half of the outline is counted over it, and mirrored; its top is bent into an arc
  await work.stage('Measure');
  await work.press('Profile on squares');
  await page.getByRole('switch', { name: 'Source beneath, to trace' }).click();
  await expect(page.getByTestId('traced source')).toBeVisible();
  await page.getByRole('radio', { name: '50', exact: true }).click();
  await page.getByRole('radio', { name: 'cut in', exact: true }).click();
  await page.getByRole('switch', { name: 'Mirror the other half' }).click();
  work.actions += 4;
  await expect(page.getByTestId('side cut into')).toBeVisible();
  const paper = page.getByTestId('squares');
  await paper.focus();
  const walk = async (steps: readonly (readonly [key: string, times: number])[]): Promise<void> => {
    for (const [key, times] of steps)
      for (let i = 0; i < times; i++) await page.keyboard.press(`Arrow${key}`);
    await page.keyboard.press('Enter');
    work.actions++;
  };
  await walk([['Left', 4]]);
  await walk([['Right', 3]]);
  await walk([['Up', 12]]);
  const top = await paper.locator('rect:not([data-testid])').nth(2).boundingBox();
  const unit = (await paper.evaluate((e) => (e as SVGSVGElement).getScreenCTM()?.a ?? 1)) * 10;
  if (!top) throw new Error('no grip');
  await page.mouse.move(top.x + top.width / 2, top.y + top.height / 2);
  await page.mouse.down();
  await page.mouse.move(top.x + top.width / 2, top.y + top.height / 2 - 3 * unit, { steps: 6 });
  await page.mouse.up();
  await work.figure('Depth', '3');
  await work.press('Cut this profile in');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await work.stage('Set out');
  await work.choose('Paper', 'A3');
  await work.choose('Scale', '1 : 1');
  await settled(page);
  const figures = await dimensioned(work);
  await nothingToMend(work);
  // the recess is one round through both planks, dimensioned once
  expect(figures.filter((t) => t.includes('48'))).toEqual(['⌀48 ↧18']);
  for (const size of ['60', '140']) expect(figures.filter((t) => t === size).length).toBeGreaterThan(0);
  expect(figures).toEqual(expect.arrayContaining(['3', 'R15']));
  const ink = await inkOf(page);
  const corner = (name: string): readonly [number, number] => {
    // the lower left corner of a view, by the outline above its name
    const title = ink.texts.find((t) => t.text === name);
    if (!title) throw new Error(`no ${name}`);
    const own = ink.strokes.filter(
      (s) =>
        s.layer === 'views' &&
        Math.abs((s.from[0] + s.to[0]) / 2 - title.at[0]) < 40 &&
        s.from[1] > title.at[1],
    );
    return [
      Math.min(...own.flatMap((s) => [s.from[0], s.to[0]])),
      Math.min(...own.flatMap((s) => [s.from[1], s.to[1]])),
    ];
  };
  const [front, left] = [corner('FRONT VIEW'), corner('LEFT VIEW')];
  // the recess is hidden in front and side, 48 wide and 18 deep
  expectLines(ink, 'hidden', front, [
    [6, 122, 6, 140],
    [54, 122, 54, 140],
  ]);
  expectLines(ink, 'hidden', left, [
    [6, 122, 6, 140],
    [54, 122, 54, 140],
  ]);
  // the glue line, and the cut-out with its mirrored half
  expectLines(ink, 'views', left, [[30, 0, 30, 122]]);
  expectLines(ink, 'views', front, [
    [15, 20, 45, 20],
    [15, 20, 15, 80],
    [45, 20, 45, 80],
  ]);
  // the drawing was meant 1 mm deeper: the size is mended, not the figure typed over
  await work.stage('Dimension');
  await page
    .getByTestId('sheet')
    .getByRole('button', { name: /^Dimension 3 in/ })
    .click();
  const held = page.getByTestId('dimension in hand');
  const deep = held.getByLabel(/^thick.*from the dimension$/);
  await expect(deep).toHaveValue('3');
  await deep.fill('4');
  await deep.press('Enter');
  await expect
    .poll(() => page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents())
    .toContain('4');
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  work.actions += 2;
  // and a dimension is dragged out by hand
  const figure = await page
    .getByTestId('sheet')
    .getByRole('button', { name: /^Dimension 140 in/ })
    .boundingBox();
  if (!figure) throw new Error('no figure');
  await page.mouse.move(figure.x + figure.width / 2, figure.y + figure.height / 2);
  await page.mouse.down();
  await page.mouse.move(figure.x - 60, figure.y + figure.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo', exact: false }).first()).toBeEnabled();
  work.actions++;
  await saved(page);
  expect(work.actions).toBeLessThanOrEqual(32);
});
