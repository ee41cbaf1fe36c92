import { expect, test } from '@playwright/test';
import { openDrawing, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

test('a line and a body are renamed at the desk, and the dimensions stay tied', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  const figures = () => page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents();
  await expect.poll(async () => (await figures()).length).toBeGreaterThan(10);
  const before = await figures();
  await stand(page, 'Measure');
  await page.getByRole('button', { name: 'Rename bore', exact: true }).click();
  const name = page.getByLabel('New name of bore');
  // a name that another line has is refused, and stays to be mended
  await name.fill('plate');
  await name.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Another line is called so.' })).toBeVisible();
  await name.fill('spindle hole');
  await name.press('Enter');
  await expect(page.getByText('spindle hole', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Rename body bracket' }).click();
  await page.getByLabel('New name of body bracket').fill('angle piece');
  await page.getByLabel('New name of body bracket').press('Enter');
  await expect(page.getByText('Body angle piece')).toBeVisible();
  await saved(page);
  await stand(page, 'Dimension');
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  expect(await figures()).toEqual(before);
  // it is one step of the history
  await page.keyboard.press('Control+z');
  await stand(page, 'Measure');
  await expect(page.getByText('Body bracket')).toBeVisible();
  await page.getByText('spindle hole', { exact: true }).dblclick();
  await page.getByLabel('New name of spindle hole').press('Escape');
  await expect(page.getByText('spindle hole', { exact: true })).toBeVisible();
});
