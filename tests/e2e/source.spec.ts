import { expect, type Page, test } from '@playwright/test';
import { newLine as line, newDrawing, saved, stand } from './desk.ts';
import { serverKept } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverKept(test);
/** A new drawing with an empty statement. */
const begin = (page: Page): Promise<void> => newDrawing(page, server.address);

test('the sizes that were given are held against the statement, without a picture', async ({ page }) => {
  await begin(page);
  await line(page).fill('block 60 x 40 x 30');
  await line(page).press('Enter');
  await page.getByRole('button', { name: 'Source', exact: true }).click();
  const sizes = page.getByLabel('Sizes that were given');
  await sizes.fill('60, 40, 40, 12 drill');
  await sizes.press('Enter');
  const row = (i: number) =>
    page
      .getByRole('listitem')
      .filter({ hasText: /^(60|40|12 drill)/ })
      .nth(i);
  await expect(row(0)).toContainText('used');
  await expect(row(1)).toContainText('used');
  await expect(row(2)).toContainText('is a feature missing?');
  await expect(row(3)).toContainText('not in the statement');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Source', exact: true }).click();
  await expect(row(3)).toContainText('12 drill');
});

test('a picture lies beneath the sheet, scaled by two points, its sizes ticked off', async ({ page }) => {
  await begin(page);
  await line(page).fill('block 60 x 40 x 30');
  await line(page).press('Enter');
  await page.getByRole('button', { name: 'Source', exact: true }).click();
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><rect x="50" y="50" width="300" height="200" fill="none" stroke="black" stroke-width="4"/></svg>`;
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'sketch.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  const picture = page.getByTestId('source picture');
  await expect(picture).toBeVisible();
  const sizes = page.getByLabel('Sizes that were given');
  await sizes.fill('60, 41');
  await sizes.press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: /^60/ })).toContainText('used');
  await expect(page.getByRole('listitem').filter({ hasText: /^41/ })).toContainText('unused');
  await page.getByRole('button', { name: 'Scale or measure by two points' }).click();
  // the rectangle's upper side is 60 mm long
  const box = await picture.boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.click(box.x + box.width * 0.125, box.y + box.height / 6);
  await page.mouse.click(box.x + box.width * 0.875, box.y + box.height / 6);
  await expect(page.getByTestId('proportion')).toContainText('The nearest size is');
  await page.getByLabel('Real distance between the two points').fill('60');
  await page.keyboard.press('Enter');
  // 400 pixels are 80 mm of the part then, at the sheet's scale
  const scale = (await page.getByTestId('scale').textContent()) === '2:1' ? 2 : 1;
  // it lay larger before
  await expect.poll(async () => Number(await picture.getAttribute('width')) / scale).toBeLessThan(82);
  expect(Number(await picture.getAttribute('width')) / scale).toBeGreaterThan(78);
  await saved(page);
  await page.reload();
  await expect(picture).toBeVisible();
  // and it is traced on the squared paper, at the size found
  await stand(page, 'Measure');
  await page.getByRole('button', { name: 'Profile on squares' }).click();
  await page.getByRole('switch', { name: 'Source beneath, to trace' }).click();
  const traced = page.getByTestId('traced source');
  // 80 mm are sixteen squares of 5 mm, 20 px each
  await expect.poll(async () => Number(await traced.getAttribute('width'))).toBeGreaterThan(312);
  expect(Number(await traced.getAttribute('width'))).toBeLessThan(328);
});
