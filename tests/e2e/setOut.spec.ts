import { expect, test } from '@playwright/test';
import { newDrawing, newLine, openDrawing, saved, stand, type } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test);

test('a sheet too small is mended by one press; the views are dragged in line', async ({ page }) => {
  await openDrawing(page, server.address, 'Mast clamp with bolts');
  await stand(page, 'Set out');
  await page.getByLabel('Scale', { exact: true }).selectOption({ label: '5 : 1' });
  await expect(page.getByText('The views do not fit on the sheet.', { exact: false })).toBeVisible();
  await page.getByTestId('offers').getByRole('button', { name: 'Scale 1 : 1' }).click();
  await expect(page.getByText('The views do not fit on the sheet.', { exact: false })).toHaveCount(0);
  await expect(page.getByTestId('proposal')).toContainText('can carry every dimension');
  await page.getByRole('button', { name: 'Take these' }).click();
  await expect(page.getByTestId('proposal')).toContainText('Front view, Top view carry every dimension');
  const front = page.getByTestId('box front').locator('rect');
  const before = await front.boundingBox();
  if (!before) throw new Error('no box');
  await page.mouse.move(before.x + 12, before.y + 12);
  await page.mouse.down();
  await page.mouse.move(before.x - 28, before.y - 18, { steps: 5 });
  await page.mouse.up();
  await expect
    .poll(async () => Math.round(((await front.boundingBox())?.x ?? 0) - before.x))
    .toBeLessThan(-35);
  await page.getByTestId('offers').getByRole('button', { name: 'Centre the views' }).click();
  // the offer goes once the views stand in the middle again
  await expect(page.getByRole('button', { name: 'Centre the views' })).toHaveCount(0);
  const gap = page.getByLabel('Gap, view to XY');
  const was = Number(await gap.inputValue());
  const top = await page.getByTestId('box top').locator('rect').boundingBox();
  if (!top) throw new Error('no box');
  await page.mouse.move(top.x + 12, top.y + 12);
  await page.mouse.down();
  await page.mouse.move(top.x + 60, top.y + 40, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Number(await gap.inputValue())).toBeGreaterThan(was);
});

test('a distance about to be typed over stays marked while the sheet is drawn anew', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Set out');
  const corner = page.getByLabel('Corner from the left');
  await corner.selectText();
  const before = await corner.inputValue();
  // the scale is changed without the focus leaving the field
  await page.getByLabel('Scale', { exact: true }).evaluate((list: HTMLSelectElement) => {
    list.value = [...list.options].find((o) => o.text === '1 : 2')?.value ?? '';
    list.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(corner).not.toHaveValue(before);
  await expect(corner).toBeFocused();
  await page.keyboard.insertText('5');
  await expect(corner).toHaveValue('5');
  await corner.press('Enter');
  await saved(page);
  await expect(corner).toHaveValue('5');
  await expect(corner).toHaveAttribute('aria-invalid', 'false');
});

test('the list for the board is ticked as one goes, read in three ways, and printed by itself', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Set out');
  await page.getByRole('button', { name: 'List for the board' }).click();
  const tick = page.getByLabel('Marked: Frame and title block, frame, left');
  await tick.check();
  await page.getByRole('radio', { name: 'squares' }).click();
  await expect(page.getByRole('row', { name: /frame, left/ })).toContainText('4');
  await page.getByRole('radio', { name: 'inches' }).click();
  await expect(page.getByRole('row', { name: /frame, left/ })).toContainText('25/32');
  await page.reload();
  await stand(page, 'Set out');
  await page.getByRole('button', { name: 'List for the board' }).click();
  await expect(tick).toBeChecked();
  const address = await page.getByRole('link', { name: 'Print the list' }).getAttribute('href');
  await page.goto(server.address + address);
  await expect(page.getByRole('heading', { name: /Setting-out list/ })).toBeVisible();
  await expect(page.getByText('Check margins')).toBeVisible();
});

test('paper of its own size, with the title block as a strip', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Set out');
  await page.getByLabel('Paper', { exact: true }).selectOption('own');
  await type(page.getByLabel('Paper, mm wide'), '500');
  await expect(page.getByTestId('sheet').getByText('500 X 279 MM')).toBeVisible();
  await page.getByRole('radio', { name: 'Strip' }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('sheet').getByText('500 X 279 MM')).toBeVisible();
  await stand(page, 'Set out');
  await expect(page.getByRole('radio', { name: 'Strip' })).toBeChecked();
});

test('on printed squares the views begin on squares, and are dragged from square to square', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  for (const line of ['sq = 5', 'block 14 sq x 5 sq x 6 sq', 'step right, 4 1/2 sq wide, 2 sq high']) {
    await newLine(page).fill(line);
    await expect(page.getByTestId('understood')).toBeVisible();
    await newLine(page).press('Enter');
    await expect(newLine(page)).toHaveValue('');
  }
  await stand(page, 'Set out');
  await page.getByLabel('Scale', { exact: true }).selectOption({ label: '1 : 1' });
  await page.getByRole('switch', { name: 'Squares printed' }).click();
  await expect(page.locator('path[data-layer="squares"]')).toHaveCount(1);
  const corner = async (): Promise<readonly [number, number]> => {
    const figures = await Promise.all(
      ['Corner from the left', 'Corner from below'].map((name) => page.getByLabel(name).inputValue()),
    );
    return figures.map((f) => Number(f) / 5) as [number, number];
  };
  const isOnSquare = async (): Promise<boolean> => (await corner()).every((x) => Number.isInteger(x));
  await expect.poll(isOnSquare).toBe(true);
  const before = await corner();
  const front = await page.getByTestId('box front').locator('rect').boundingBox();
  if (!front) throw new Error('no box');
  await page.mouse.move(front.x + 12, front.y + 12);
  await page.mouse.down();
  await page.mouse.move(front.x - 13, front.y - 11, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => (await corner())[0]).toBeLessThan(before[0]);
  expect(await isOnSquare()).toBe(true);
  const top = await page.getByTestId('box top').locator('rect').boundingBox();
  if (!top) throw new Error('no box');
  await page.mouse.move(top.x + 12, top.y + 12);
  await page.mouse.down();
  await page.mouse.move(top.x + 12, top.y + 29, { steps: 5 });
  await page.mouse.up();
  await expect
    .poll(async () => Number(await page.getByLabel('Front to views above and below').inputValue()) % 5)
    .toBe(0);
});
