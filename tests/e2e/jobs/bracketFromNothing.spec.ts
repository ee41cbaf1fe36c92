import { expect, type Locator, test } from '@playwright/test';
import { newDrawing, newLine, stand } from '../desk.ts';
import { serverKept } from '../server.ts';
import { inkOf, settled } from './job.ts';

const server = serverKept(test);

test('a bracket from nothing to an issued sheet in fewer than 60 keystrokes and presses', async ({
  page,
}) => {
  let count = 0;
  const type = async (field: Locator, text: string, enter = true): Promise<void> => {
    await field.focus();
    await page.keyboard.type(text);
    count += text.length;
    if (!enter) return;
    await page.keyboard.press('Enter');
    count++;
  };
  const press = async (button: Locator): Promise<void> => {
    await button.click();
    count++;
  };
  await newDrawing(page, server.address);
  count++;
  for (const line of ['L 90x52x10 40 long', 'hole 12 top 70 20']) {
    await type(newLine(page), line, false);
    await expect(page.getByTestId('understood')).toBeVisible();
    await page.keyboard.press('Enter');
    count++;
    await expect(newLine(page)).toHaveValue('');
  }
  await settled(page);
  await stand(page, 'Dimension');
  count++;
  await press(page.getByRole('button', { name: 'Dimension the sheet' }));
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await stand(page, 'Issue');
  count++;
  await page.getByLabel('Title', { exact: true }).fill('');
  await type(page.getByLabel('Title', { exact: true }), 'Bracket');
  await type(page.getByLabel('Number', { exact: true }), 'B1');
  await settled(page);
  await type(page.getByLabel('Issued by'), 'RM', false);
  await press(page.getByRole('button', { name: 'Issue A' }));
  await expect(page.getByText('Issued as A')).toBeVisible();
  const { texts } = await inkOf(page);
  const letters = texts.map((t) => t.text);
  expect(letters).toEqual(
    expect.arrayContaining(['90', '52', '40', '70', '20', '⌀12 THRU', 'BRACKET', 'B1']),
  );
  console.log(`${count} keystrokes and presses`);
  expect(count).toBeLessThan(60);
});
