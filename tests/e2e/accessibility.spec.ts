import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { openDrawing, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

/** What keeps a page from being used by everyone, each with the place. */
const barriers = async (page: Page): Promise<string[]> => {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  return violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}: ${n.target.join(' ')} ${n.failureSummary ?? ''}`),
  );
};

test('the register has no barriers', async ({ page }) => {
  await page.goto(server.address);
  await expect(page.getByRole('link', { name: 'Sundial wedge' })).toBeVisible();
  expect(await barriers(page)).toEqual([]);
});

test('the practice room and its worksheets have no barriers', async ({ page }) => {
  await page.goto(`${server.address}/practice`);
  for (const kind of ['Third view', 'Hidden or visible', 'A corner']) {
    await page.getByRole('button', { name: new RegExp(`^${kind}`) }).click();
    await expect(page.getByRole('region', { name: 'Exercise' })).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  }
  await page.goto(`${server.address}/practice/worksheet`);
  await expect(page.getByText('Two exercises stand on a page', { exact: false })).toBeVisible();
  expect(await barriers(page)).toEqual([]);
});

test('the method shelf and the house rules have no barriers', async ({ page }) => {
  for (const path of [
    '/method',
    '/method/plane-of-three-points',
    '/method/true-shape?H=90&k=200',
    '/rules',
  ]) {
    await page.goto(`${server.address}${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  }
});

for (const stage of ['Measure', 'Set out', 'Project', 'Transfer', 'Cut', 'Dimension', 'Check', 'Issue'])
  test(`the desk at ${stage} has no barriers`, async ({ page }) => {
    await openDrawing(page, server.address, 'Lantern cap, eight-sided');
    await stand(page, stage);
    await expect(page.getByText('FRONT VIEW', { exact: true })).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  });

test('on a page enlarged to 200 % everything can be reached', async ({ page }) => {
  // a window of 1280 x 800 at 200 %
  await page.setViewportSize({ width: 640, height: 400 });
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  expect((await page.getByTestId('sheet').boundingBox())?.height).toBeGreaterThan(250);
  for (const stage of ['Set out', 'Project', 'Transfer', 'Cut', 'Measure']) await stand(page, stage);
  await page.getByRole('button', { name: 'Profile on squares' }).click();
  const add = page.getByRole('button', { name: 'Add this profile' });
  await add.scrollIntoViewIfNeeded();
  const box = await add.boundingBox();
  expect(box && box.x >= 0 && box.y >= 0 && box.x + box.width <= 640 && box.y + box.height <= 400).toBe(true);
});

test('on a dark screen there are no barriers either, the sheet stays white, and the choice is kept', async ({
  page,
}) => {
  await page.goto(server.address);
  const paper = () =>
    page
      .getByTestId('sheet')
      .locator('path[data-layer="views"][data-pen="outline"]')
      .evaluate((e) => getComputedStyle(e).stroke);
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const light = await ground();
  await page.getByLabel('Screen').selectOption({ label: 'dark' });
  expect(await ground()).not.toBe(light);
  expect(await barriers(page)).toEqual([]);
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  // what is drawn on the paper is as dark as it is printed
  expect(await paper()).toBe('rgb(22, 35, 63)');
  for (const stage of ['Measure', 'Set out', 'Cut', 'Dimension', 'Check', 'Issue']) {
    await stand(page, stage);
    await expect(page.getByText('FRONT VIEW', { exact: true })).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  }
  for (const path of ['/practice', '/rules', '/method', '/views']) {
    await page.goto(`${server.address}${path}`);
    await expect(page.getByRole('heading', { level: 1 }).or(page.getByRole('main')).first()).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  }
  await page.emulateMedia({ media: 'print' });
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).colorScheme)).toBe('light');
  await page.emulateMedia({ media: 'screen', colorScheme: 'dark' });
  await page.goto(server.address);
  await page.getByLabel('Screen').selectOption({ label: 'as this computer' });
  const dark = await ground();
  expect(dark).not.toBe(light);
  await page.emulateMedia({ media: 'screen', colorScheme: 'light' });
  expect(await ground()).toBe(light);
});
