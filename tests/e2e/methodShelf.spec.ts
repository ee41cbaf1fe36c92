import { expect, test } from '@playwright/test';
import { METHODS } from '../../core/method/methods.ts';
import { serverKept } from './server.ts';

const server = serverKept(test);

test('a method is found on the shelf, gone through, and drawn for other sizes', async ({ page }) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Method' }).click();
  await expect(page.getByRole('heading', { name: 'Method shelf' })).toBeVisible();
  await page.getByRole('link', { name: 'Plane through three points' }).click();
  await expect(page.getByTestId('step count')).toHaveText('Step 8 of 8');
  const steps = page.getByRole('region', { name: 'Steps' });
  const figure = page.getByTestId('method figure').first();
  await expect(figure.getByText('a2')).toBeVisible();
  await page.getByRole('button', { name: 'To the blank sheet' }).click();
  await expect(figure.locator('text')).toHaveCount(0);
  await page.getByRole('button', { name: 'Next step' }).click();
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(page.getByTestId('step count')).toHaveText('Step 2 of 8');
  await expect(figure.getByText("a'", { exact: true })).toBeVisible();
  await expect(figure.getByText('a2')).toHaveCount(0);
  // other sizes stand in the address, and the figure follows
  await page.getByRole('button', { name: 'To the finished figure' }).click();
  await expect(steps.getByText(/A to B 56.92/)).toBeVisible();
  await page.getByLabel('B above HP').fill('80');
  await page.getByLabel('B above HP').press('Enter');
  await expect(page).toHaveURL(/bh=80/);
  // the true length of AB: 40 to the right, 22 nearer, 68 higher
  await expect(
    steps.getByText(new RegExp(`A to B ${(Math.round(Math.hypot(40, 22, 68) * 100) / 100).toString()}`)),
  ).toBeVisible();
  // what cannot be drawn is told, and stays as it was typed
  await page.getByLabel('B above HP').fill('800');
  await page.getByLabel('B above HP').press('Enter');
  await expect(page.getByText('B above HP: "800" cannot be used. Give a number from 0 to 90.')).toBeVisible();
  await expect(page.getByLabel('B above HP')).toHaveValue('800');
});

test('a method plays by itself to its end', async ({ page }) => {
  await page.goto(`${server.address}/method/hexagon-across-corners`);
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByTestId('step count')).toHaveText('Step 1 of 4');
  await expect(page.getByTestId('step count')).toHaveText('Step 4 of 4', { timeout: 15_000 });
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
});

test('every method of the shelf opens with its finished figure', async ({ page }) => {
  for (const m of METHODS) {
    const answer = await page.goto(`${server.address}/method/${m.slug}`);
    expect(answer?.status()).toBe(200);
    await expect(page.getByRole('heading', { name: m.title })).toBeVisible();
    const drawn = await page
      .getByTestId('method figure')
      .first()
      .locator('path[data-part="visible"]')
      .getAttribute('d');
    expect(drawn?.length ?? 0).toBeGreaterThan(8);
  }
  expect((await page.goto(`${server.address}/method/none`))?.status()).toBe(404);
});
