import { expect, type Page, test } from '@playwright/test';
import { newLine, saved, stand, type } from './desk.ts';
import { dropData, freshData, startServer } from './server.ts';

/** A register without any drawing. */
const withEmptyRegister = async (work: (address: string) => Promise<void>): Promise<void> => {
  const data = freshData();
  const server = await startServer(data, true, undefined, false);
  try {
    await work(server.address);
  } finally {
    await server.kill('SIGTERM');
    dropData(data);
  }
};
const line = async (page: Page, text: string): Promise<void> => {
  await newLine(page).fill(text);
  await expect(page.getByTestId('understood')).toBeVisible();
  await newLine(page).press('Enter');
  await saved(page);
};

test('an empty register offers the demo drawings', async ({ page }) => {
  await withEmptyRegister(async (address) => {
    await page.goto(address);
    await expect(page.getByText('No drawings yet.', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: 'Put in the demo drawings' }).click();
    await expect(page.getByRole('link', { name: 'Sundial wedge' })).toBeVisible();
    await expect(page.getByText('7 drawings')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Put in the demo drawings' })).toHaveCount(0);
  });
});

test('and a tour, which goes on by itself as each step is done', async ({ page }) => {
  await withEmptyRegister(async (address) => {
    await page.goto(address);
    await page.getByRole('button', { name: 'Take the two-minute tour' }).click();
    const tour = page.getByRole('complementary', { name: 'Tour' });
    const step = (n: number) => expect(tour).toContainText(`Tour, step ${n} of 7`);
    await step(1);
    await line(page, 'block 60 x 40 x 25');
    await step(2);
    await newLine(page).fill('hole 12 through');
    await page.getByRole('button', { name: 'in the middle' }).click();
    await expect(page.getByTestId('understood')).toBeVisible();
    await newLine(page).press('Enter');
    await saved(page);
    await step(3);
    await type(page.getByLabel('block, wide'), '80');
    await step(4);
    await page.getByRole('radio', { name: 'Third angle' }).first().click();
    await step(5);
    await stand(page, 'Cut');
    await page.getByRole('button', { name: 'Add a cut' }).click();
    await page.getByRole('menuitem').first().click();
    await step(6);
    await stand(page, 'Dimension');
    await page.getByRole('button', { name: 'Dimension the sheet' }).click();
    await step(7);
    await stand(page, 'Issue');
    await page.getByLabel('Number', { exact: true }).fill('SK-101');
    await page.getByLabel('Number', { exact: true }).press('Enter');
    await expect(tour).toContainText('The tour is done');
    await tour.getByRole('button', { name: 'Close' }).click();
    await expect(tour).toHaveCount(0);
    await saved(page);
    await page.reload();
    await expect(page.getByTestId('save')).toBeVisible();
    await expect(tour).toHaveCount(0);
  });
});
