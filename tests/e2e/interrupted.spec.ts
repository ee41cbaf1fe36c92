import { expect, test } from '@playwright/test';
import { newDrawing, newLine, saved, stand, type } from './desk.ts';
import { serverKept } from './server.ts';

const server = serverKept(test);

test('the middle of a long rod is left out, its sizes stay true, and it is drawn whole again', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  for (const line of ['block 900 x 40 x 30', 'hole ⌀12 through, 30 from left, 20 from front']) {
    await type(newLine(page), line);
    await saved(page);
  }
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  const sheet = page.getByTestId('sheet');
  const overall = sheet.locator('text[data-layer="dimensions"]').getByText('900', { exact: true });
  await expect(overall).toHaveCount(1);
  const breaks = sheet.locator('path[data-layer="breaks"]');
  await expect(breaks).toHaveCount(0);

  await stand(page, 'Project');
  await page.getByRole('button', { name: 'Leave out the middle' }).click();
  await expect(breaks).toHaveCount(1);
  await expect(overall).toHaveCount(1);
  const from = page.getByLabel('Left out 1, from');
  const to = page.getByLabel('Left out 1, to');
  const proposed = [await from.inputValue(), await to.inputValue()];
  expect(Number(proposed[1]) - Number(proposed[0])).toBeGreaterThan(500);

  // the other end is where the part has it: the ledger does not count the gap
  await stand(page, 'Transfer');
  await expect(page.getByRole('row').filter({ hasText: '900' }).first()).toBeVisible();

  // a stretch over the hole cannot be left out, and says why; what was typed stays
  await stand(page, 'Project');
  await type(from, '20');
  await expect(page.getByText(/the part does not run on evenly: "hole" changes there/)).toBeVisible();
  await expect(breaks).toHaveCount(0);
  await expect(from).toHaveValue('20');
  await type(from, '2 * 40');
  await expect(breaks).toHaveCount(1);
  await expect(from).toHaveValue('80');
  await saved(page);

  // construction by hand needs the whole part
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Practise' }).click();
  await page.getByRole('button', { name: 'Draw the part whole' }).click();
  await expect(breaks).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(breaks).toHaveCount(1);
});

test('a part with nothing to spare is told so', async ({ page }) => {
  await newDrawing(page, server.address);
  await type(newLine(page), 'block 60 x 40 x 30');
  await saved(page);
  await stand(page, 'Project');
  await page.getByRole('button', { name: 'Leave out the middle' }).click();
  await expect(page.getByText(/No stretch of this part is worth leaving out/)).toBeVisible();
});

test('a part that fits at no standard scale is drawn smaller still; a scale at which it would be longer than any paper is refused', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await type(newLine(page), 'block 90000 x 4000 x 3000');
  await saved(page);
  await stand(page, 'Set out');
  const scale = page.getByLabel('Scale', { exact: true });
  await expect(scale.locator('option').last()).toHaveText('1 : 500');
  await expect(page.getByText(/of the free paper at 1 : 500/)).toBeVisible();
  await scale.selectOption({ label: '50 : 1' });
  const told = page.getByRole('alert').filter({ hasText: 'long on paper' });
  await expect(told).toHaveText(
    '50 : 1: The part would be 4500 m long on paper. Choose 1 : 500, or the largest scale that fits.',
  );
  await expect(scale).toHaveValue('fit');
  await scale.selectOption({ label: '1 : 500' });
  await expect(told).toHaveCount(0);
  await saved(page);
});
