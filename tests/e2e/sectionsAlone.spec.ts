import { expect, type Page, test } from '@playwright/test';
import { newDrawing, newLine, saved, stand } from './desk.ts';
import { serverKept } from './server.ts';

test.describe.configure({ mode: 'serial' });
const server = serverKept(test);

const say = async (page: Page, line: string): Promise<void> => {
  const field = newLine(page);
  await field.fill(line);
  await expect(page.getByTestId('understood')).toBeVisible();
  await field.press('Enter');
  await expect(field).toHaveValue('');
  // the field is free at once, the statement a moment later: a cut may name what it says
  await saved(page);
};
const cut = async (page: Page, line: string): Promise<void> => {
  const field = page.getByLabel('Type a cut');
  await field.fill(line);
  await field.press('Enter');
  await expect(field).toHaveValue('');
};
const sheetText = (page: Page, text: string) => page.getByTestId('sheet').getByText(text, { exact: true });
const hatching = (page: Page): Promise<string | null> =>
  page.getByTestId('sheet').locator('path[data-layer="hatch"]').first().getAttribute('d');

test('sections along a shaft are removed into a row, and one is turned into the view', async ({ page }) => {
  await newDrawing(page, server.address);
  await say(page, 'cylinder 40 dia 160 long left to right');
  await say(page, 'hole 10 through from the front, 40 from right, 20 up');
  await stand(page, 'Cut');
  await cut(page, 'front, 40 from right, looking left');
  await cut(page, 'front, 80 from right, looking left');
  for (const name of ['A', 'B']) {
    await page.getByRole('button', { name, exact: true }).click();
    await page.getByLabel(`Face of cut ${name} is drawn as`).selectOption({ label: 'a removed section' });
    await expect(sheetText(page, `${name}-${name}`)).toBeVisible();
  }
  // no view is a sectional view for them, and no line of a true shape is left
  await expect(sheetText(page, 'RIGHT VIEW').or(sheetText(page, 'LEFT VIEW'))).toBeVisible();
  await expect(sheetText(page, 'X1')).toHaveCount(0);
  await page
    .getByLabel('Face of cut B is drawn as')
    .selectOption({ label: 'a section revolved in the view' });
  await expect(sheetText(page, 'B-B')).toHaveCount(0);
  await expect(sheetText(page, 'B')).toHaveCount(0);
  await expect(sheetText(page, 'A-A')).toBeVisible();
  await saved(page);
  await page.reload();
  await stand(page, 'Cut');
  await expect(page.getByLabel('Face of cut A is drawn as')).toHaveValue('removed');
  await expect(sheetText(page, 'A-A')).toBeVisible();
  // the removed section is moved by its grip, and goes back by one press
  const before = await sheetText(page, 'A-A').boundingBox();
  await page.getByTestId('grip shape A').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect
    .poll(async () => (await sheetText(page, 'A-A').boundingBox())?.x ?? 0)
    .toBeGreaterThan((before?.x ?? 0) + 5);
  await page.getByRole('button', { name: 'Own place for the removed section' }).click();
  await expect
    .poll(async () => Math.round((await sheetText(page, 'A-A').boundingBox())?.x ?? 0))
    .toBe(Math.round(before?.x ?? 0));
});

test('a section is broken out round a hole, its edge pulled and drawn by hand', async ({ page }) => {
  await newDrawing(page, server.address);
  await say(page, 'block 120 x 50 x 30');
  await say(page, 'hole 16 dia 20 deep in the top, 90 from left, 25 from front');
  await stand(page, 'Cut');
  await cut(page, 'top, level through hole, looking up');
  await expect(sheetText(page, 'SECTIONAL FRONT VIEW')).toBeVisible();
  const face = page.getByLabel('Face of cut A is drawn as');
  await face.selectOption({ label: 'a broken-out section in the front view' });
  await expect(sheetText(page, 'FRONT VIEW')).toBeVisible();
  // its place is seen where it is broken out: no trace and no letters
  await expect(page.getByTestId('sheet').locator('path[data-layer="trace"]')).toHaveCount(0);
  await expect(sheetText(page, 'A')).toHaveCount(0);
  const proposed = await hatching(page);
  expect(proposed).not.toBeNull();
  const grips = page.getByTestId('grip edge A');
  await expect(grips).toHaveCount(14);
  await grips.first().focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => hatching(page)).not.toBe(proposed);
  const pulled = await hatching(page);
  // drawn by hand: a ring round the hole
  await page.getByRole('button', { name: 'Draw its edge' }).click();
  const all = await Promise.all((await grips.all()).map((g) => g.boundingBox()));
  expect(all).toEqual([]);
  const box = await page.getByTestId('edge paper').boundingBox();
  const title = await sheetText(page, 'FRONT VIEW').boundingBox();
  if (!box || !title) throw new Error('no sheet');
  const [x, y] = [title.x + title.width / 2 + 116, title.y - 72];
  await page.mouse.move(x + 40, y);
  await page.mouse.down();
  for (let i = 1; i <= 24; i++)
    await page.mouse.move(x + 40 * Math.cos((i * Math.PI) / 12), y - 34 * Math.sin((i * Math.PI) / 12));
  await page.mouse.up();
  await expect.poll(() => hatching(page)).not.toBe(pulled);
  await expect(page.getByRole('button', { name: 'Draw its edge' })).toBeVisible();
  expect(await grips.count()).toBeGreaterThanOrEqual(6);
  // the page beside the sheet keeps its width
  const tab = await page.getByRole('navigation', { name: 'Stages' }).boundingBox();
  const press = await page.getByRole('button', { name: 'Draw its edge' }).boundingBox();
  expect((press?.x ?? 0) + (press?.width ?? 0)).toBeLessThan(tab?.x ?? 0);
  await saved(page);
  await face.selectOption({ label: 'nothing by itself' });
  await expect(sheetText(page, 'SECTIONAL FRONT VIEW')).toBeVisible();
  await expect(grips).toHaveCount(0);
});

test('the sizes of a true shape stand beside it at one press, follow the part, and stay with a removed section', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await say(page, 'block 60 x 40 x 50');
  await stand(page, 'Cut');
  await cut(page, 'level at 30');
  const sizes = page.getByRole('switch', { name: 'Sizes beside the face of cut A' });
  const inBrackets = page.getByTestId('sheet').locator('text', { hasText: /^\(.*\)$/ });
  await expect(sheetText(page, 'TRUE SHAPE OF A')).toBeVisible();
  await expect(inBrackets).toHaveCount(0);
  await sizes.click();
  await expect(inBrackets).toHaveText(['(60)', '(40)']);
  await stand(page, 'Measure');
  await say(page, 'hole 12 through from the top, 15 from left, 20 from front');
  await stand(page, 'Cut');
  await expect(sheetText(page, '(⌀12)')).toBeVisible();
  await expect(sheetText(page, '(15)')).toBeVisible();
  await page.getByLabel('Face of cut A is drawn as').selectOption({ label: 'a removed section' });
  await expect(sheetText(page, 'A-A')).toBeVisible();
  await expect(sheetText(page, '(⌀12)')).toBeVisible();
  // turned into the view there is no room for them
  await page
    .getByLabel('Face of cut A is drawn as')
    .selectOption({ label: 'a section revolved in the view' });
  await expect(inBrackets).toHaveCount(0);
  await expect(sizes).toHaveCount(0);
  await saved(page);
});
