import { expect, test } from '@playwright/test';
import { openDrawing, pathOf, stand, statementEditor, type, writtenStatement } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test);

test('each bad figure gets its sentence; the last good drawing stays and is what is stored', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const outline = await pathOf(page, 'views', 'outline');
  const height = page.getByLabel(/^Size H,/);
  const alert = page.locator('main').getByRole('alert');
  for (const [typed, words] of [
    ['0', /shape\.height: The size is negative \(-10\)/],
    ['-5', /The size is negative/],
    ['', /dims\.H: "": Nothing is given\. Type a figure/],
    ['1/0', /dims\.H: "1\/0": This divides by zero\. Give a divisor that is not zero\./],
    ['1e999', /"1e999"/],
    ['Hh + 2', /The name "Hh" is not known\. Use one of L, D, t, rest, H/],
    ['L + H', /go round in a circle: H -> H/],
    ['3 $', /"\$" cannot be read here/],
  ] as const) {
    await type(height, typed);
    await expect(alert).toContainText(words);
    await expect(height).toHaveValue(typed);
    expect(await pathOf(page, 'views', 'outline')).toBe(outline);
  }
  await height.press('Escape');
  await expect(alert).toHaveCount(0);
  await expect(height).toHaveValue('52');
  await page.reload();
  await expect(page.getByTestId('overall H')).toHaveText('52');
});

test('a cut that removes everything, a statement that cannot be read', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  const volume = await page.locator('footer').textContent();
  await type(page.getByLabel(/^Size bore,/), '80');
  await expect(page.locator('main').getByRole('alert')).toContainText(
    'feature "bore": This cut removes everything.',
  );
  expect(await page.locator('footer').textContent()).toBe(volume);
  await page.getByRole('button', { name: 'Edit as text' }).click();
  const text = statementEditor(page);
  await text.fill((await writtenStatement(page)).replace('add a prism', 'add a prizm'));
  // it is underlined where it is written before anything is applied
  await expect(page.locator('.cm-lintRange-error')).toContainText('add a prizm');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.locator('main').getByRole('alert')).toContainText(
    /line 6: "add a prizm" does not say what to do/,
  );
  await expect(text).toContainText('prizm');
  expect(await page.locator('footer').textContent()).toBe(volume);
});

test('a plane that misses the part, and views that do not fit, say so at their place', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await stand(page, 'Cut');
  await type(page.getByLabel('Cut A, point 1 up'), '100');
  await type(page.getByLabel('Cut A, point 2 up'), '90');
  await expect(page.getByRole('alert').filter({ hasText: 'The plane misses the part.' })).toContainText(
    /Move it by at least [\d.]+ mm in the direction of sight/,
  );
  await expect(page.getByText('FRONT VIEW', { exact: true })).toBeVisible();
  await stand(page, 'Set out');
  await page.getByLabel('Scale', { exact: true }).selectOption({ label: '5 : 1' });
  await expect(page.getByRole('alert').filter({ hasText: 'do not fit' })).toContainText(
    /A3 at 5 : 1: The views do not fit on the sheet\. Choose 1 : 1, a larger paper, or fewer views\./,
  );
  await page.getByLabel('Scale', { exact: true }).selectOption({ label: 'Largest to fit' });
  await expect(page.getByRole('alert').filter({ hasText: 'do not fit' })).toHaveCount(0);
});
