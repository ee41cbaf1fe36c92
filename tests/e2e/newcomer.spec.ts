import { expect, test } from '@playwright/test';
import {
  labelPlace,
  listen,
  openDrawing,
  pathOf,
  saved,
  stand,
  statementEditor,
  type,
  writtenStatement,
} from './desk.ts';
import { onServer, serverFor, startServer } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test, true);

test('the register opens with seven drawings, found by a word', async ({ page }) => {
  const troubles = listen(page);
  await page.goto(server.address);
  await expect(page.getByRole('row')).toHaveCount(8);
  await page.getByLabel('Find in the register').fill('brass');
  await expect(page.getByRole('row')).toHaveCount(2);
  await expect(page.getByRole('link', { name: 'Vane hub, hollow hexagon' })).toBeVisible();
  expect(troubles).toEqual([]);
});

test('a drawing shows its views; one switch moves them to third angle and back', async ({ page }) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  // the menus come a moment later, and nothing beside them moves away under the pointer
  const third = page.getByRole('radio', { name: 'Third angle' }).first();
  const early = await third.boundingBox();
  await expect(page.getByRole('button', { name: 'Print / Save' })).toBeVisible();
  const late = await third.boundingBox();
  expect(Math.abs((late?.x ?? 0) - (early?.x ?? 1e3))).toBeLessThan(2);
  const front = await labelPlace(page, 'FRONT VIEW');
  expect((await labelPlace(page, 'SECTIONAL TOP VIEW')).y).toBeGreaterThan(front.y);
  expect((await labelPlace(page, 'SECTIONAL LEFT VIEW')).x).toBeGreaterThan(front.x);
  expect((await pathOf(page, 'hidden', 'hidden'))?.match(/M/g)?.length).toBeGreaterThan(10);
  expect(await pathOf(page, 'centre', 'centre')).toBeTruthy();
  await third.click();
  await expect
    .poll(
      async () => (await labelPlace(page, 'SECTIONAL TOP VIEW')).y - (await labelPlace(page, 'FRONT VIEW')).y,
    )
    .toBeLessThan(0);
  expect((await labelPlace(page, 'SECTIONAL LEFT VIEW')).x).toBeLessThan(
    (await labelPlace(page, 'FRONT VIEW')).x,
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(
      async () => (await labelPlace(page, 'SECTIONAL TOP VIEW')).y - (await labelPlace(page, 'FRONT VIEW')).y,
    )
    .toBeGreaterThan(0);
  expect(troubles).toEqual([]);
});

test('a changed figure changes views, section and true shape', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const outline = await pathOf(page, 'views', 'outline');
  const shape = await pathOf(page, 'trueShape', 'outline');
  const hatch = await pathOf(page, 'hatch', 'hatch');
  await type(page.getByLabel(/^Size L,/), '4 1/8 in');
  await expect(page.getByTestId('overall W')).toHaveText('104.775');
  await expect.poll(() => pathOf(page, 'views', 'outline')).not.toBe(outline);
  expect(await pathOf(page, 'trueShape', 'outline')).not.toBe(shape);
  expect(await pathOf(page, 'hatch', 'hatch')).not.toBe(hatch);
  await type(page.getByLabel(/^Size D,/), 'L - 6*t');
  // 104.775 - 6 * 104.775 / 9
  await expect(page.getByTestId('overall D')).toHaveText('34.925');
  await saved(page);
});

test('the whole statement can be edited as text, and a typed line adds a shape', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await page.getByRole('button', { name: 'Edit as text' }).click();
  await statementEditor(page).fill((await writtenStatement(page)).replace('Let L = 74', 'Let L = 80'));
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('80');
  await page
    .getByLabel('New line of the statement')
    .fill('top pin: add a cylinder, 10 across, 60 high, at [7, 22, 0]');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByTestId('overall H')).toHaveText('60');
  await page.getByRole('button', { name: 'Switch top pin off' }).click();
  await expect(page.getByTestId('overall H')).toHaveText('46');
});

test('a dragged plane carries sections, true shape and the cut book with it', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await stand(page, 'Cut');
  const firstRow = page.getByRole('row').nth(1);
  const before = await firstRow.textContent();
  const shape = await pathOf(page, 'trueShape', 'outline');
  const grip = await page.getByTestId('grip A end').boundingBox();
  if (!grip) throw new Error('no grip');
  await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(grip.x + 2, grip.y + 30, { steps: 6 });
  await expect.poll(() => pathOf(page, 'trueShape', 'outline')).not.toBe(shape);
  await page.mouse.up();
  await expect(firstRow).not.toHaveText(before ?? '');
  await expect(page.getByText('TRUE SHAPE OF A', { exact: true })).toBeVisible();
  // by keys as well
  const after = await page.getByLabel('Cut A, point 1 up').inputValue();
  await page.getByTestId('grip A start').focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('Cut A, point 1 up')).not.toHaveValue(after);
  await saved(page);
});

test('a corner pointed at lights up in every view with its run across the mitre line', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Set out');
  await stand(page, 'Transfer');
  await page.getByLabel('Point 5, its name').focus();
  const followed = page.getByTestId('followed');
  await expect(followed.locator('[data-view]')).toHaveCount(3);
  await expect(followed.locator('[data-account="D"]')).toHaveCount(2);
  await expect(followed.locator('[data-account="W"]')).toHaveCount(1);
  await expect(followed.locator('[data-account="H"]')).toHaveCount(1);
  // with the pointer, on the same place in one view
  const dot = await followed.locator('[data-view="front"] circle').boundingBox();
  if (!dot) throw new Error('no dot');
  await page.getByLabel('Find a point or face').focus();
  await expect(followed).toHaveCount(0);
  await page.mouse.move(dot.x + dot.width / 2 + 1, dot.y + dot.height / 2 + 1);
  await expect(followed.locator('[data-view]')).toHaveCount(3);
});

test('nothing is lost: reload, kill -9 and a new start, and the undo history too', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await type(page.getByLabel(/^Size H,/), '61');
  await expect(page.getByTestId('overall H')).toHaveText('61');
  await type(page.getByLabel(/^Size H,/), '63.5');
  await expect(page.getByTestId('overall H')).toHaveText('63.5');
  await saved(page);
  const path = new URL(page.url()).pathname;
  await page.reload();
  await expect(page.getByTestId('overall H')).toHaveText('63.5');
  await server.restart('SIGKILL');
  await page.goto(server.address + path);
  await expect(page.getByTestId('overall H')).toHaveText('63.5');
  await expect(page.getByTestId('overall W')).toHaveText('104.775');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('overall H')).toHaveText('61');
  await page.keyboard.press('Control+Shift+Z');
  await expect(page.getByTestId('overall H')).toHaveText('63.5');
});

test('a change made while the server is away is kept and stored when it is back', async ({ page }) => {
  await openDrawing(page, server.address, 'Mast clamp with bolts');
  const port = new URL(server.address).port;
  await page.route('**/api/drawings/**', (route) => route.abort());
  await type(page.getByLabel(/^Size h,/), '34');
  await expect(page.getByTestId('overall H')).toHaveText('34');
  await expect(page.getByTestId('save')).toHaveText('Not saved yet');
  await page.unroute('**/api/drawings/**');
  await saved(page);
  expect(port).toBe(new URL(page.url()).port);
  await page.reload();
  await expect(page.getByTestId('overall H')).toHaveText('34');
});

test('a second process on the same drawings is refused in plain words', async ({ page }) => {
  test.skip(onServer, 'a database server has no folder of its own');
  const second = await startServer(server.data, false);
  await expect
    .poll(
      async () => {
        try {
          return (await fetch(`${second.address}/api/health`)).status;
        } catch {
          return 0;
        }
      },
      { timeout: 20_000 },
    )
    .toBe(503);
  await page.goto(second.address);
  await expect(
    page.getByText(/are open in another Blue Ledger \(process \d+\)\. Close that one first/),
  ).toBeVisible();
  await second.kill('SIGTERM');
  // and the first one goes on
  expect((await fetch(`${server.address}/api/drawings`)).status).toBe(200);
});
