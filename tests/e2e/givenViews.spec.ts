import { readFile } from 'node:fs/promises';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { listen, newDrawing, newLine, saved } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const board = (page: Page, view: string) => page.getByRole('application', { name: view });
const status = (page: Page) => page.getByRole('region', { name: 'Solids' }).getByRole('status');
const walk = async (page: Page, view: string, text: string): Promise<void> => {
  await board(page, view).focus();
  await page.getByLabel(/^Walk in/).fill(text);
  await page.getByLabel(/^Walk in/).press('Enter');
};
/** Presses a place of a board, in squares. */
const press = async (page: Page, view: string, x: number, y: number): Promise<void> => {
  const at = await board(page, view).evaluate(
    (e, [px, py]) => {
      const svg = e as unknown as SVGSVGElement;
      const { height } = svg.viewBox.baseVal;
      const p = new DOMPoint((px as number) + 2, height - 2 - (py as number)).matrixTransform(
        svg.getScreenCTM() as DOMMatrix,
      );
      return { x: p.x, y: p.y };
    },
    [x, y],
  );
  await page.mouse.click(at.x, at.y);
};

test('views are drawn by presses, by keys and by a walk; what is wrong is told and marked', async ({
  page,
}) => {
  const troubles = listen(page);
  await page.goto(`${server.address}/views`);
  await expect(status(page)).toHaveText('Draw two views or more.');
  // an L by presses: each line is two
  const corners = [
    [0, 0],
    [7, 0],
    [7, 2],
    [3, 2],
    [3, 4],
    [0, 4],
    [0, 0],
  ] as const;
  for (let i = 1; i < corners.length; i++) {
    await press(page, 'Front view', ...(corners[i - 1] as readonly [number, number]));
    await press(page, 'Front view', ...(corners[i] as readonly [number, number]));
  }
  await expect(page.getByRole('region', { name: 'Front view' })).toContainText('6 lines');
  // the top view by the arrow keys
  const top = board(page, 'Top view');
  await top.focus();
  const keys = async (line: string): Promise<void> => {
    for (const k of line.split(' ')) await top.press(k);
  };
  await keys('Enter ArrowRight ArrowRight ArrowRight ArrowRight ArrowRight ArrowRight ArrowRight Enter');
  await expect(page.getByRole('region', { name: 'Top view' })).toContainText('1 line');
  await walk(page, 'Top view', 'from 7 0, up 5, left 7, down 5, from 3 0, up 5');
  await expect(status(page)).toHaveText('1 solid has these views; there are no others.');
  await expect(board(page, 'Left view').locator('[data-lines="hidden"]')).toHaveAttribute('d', /M/);

  // a line too much is named and marked; taken out by a press the solid is there again
  await walk(page, 'Top view', 'from 5 0, up 5');
  await expect(status(page)).toHaveText('No solid has these views.');
  await expect(page.getByText('top: The line from (50, 0) to (50, 50) has no partner')).toBeVisible();
  await expect(top.locator('[data-lines="marks"]')).toHaveAttribute('d', /M/);
  await page.getByRole('radio', { name: 'Take out' }).click();
  await press(page, 'Top view', 5, 3);
  await page.getByRole('radio', { name: 'Line', exact: true }).click();
  await expect(status(page)).toHaveText('1 solid has these views; there are no others.');

  // a word that is no step is named, and the walk stays to be mended
  await walk(page, 'Top view', 'right 6, north 5');
  await expect(page.getByRole('alert').first()).toContainText('"north": This is no step of a walk.');
  await expect(page.getByLabel(/^Walk in/)).toHaveValue('right 6, north 5');

  // nothing is lost when the page is left
  await page.reload();
  await expect(page.getByRole('region', { name: 'Front view' })).toContainText('6 lines');
  await expect(status(page)).toHaveText('1 solid has these views; there are no others.');
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  expect(violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(' ')}`))).toEqual([]);
  expect(troubles).toEqual([]);
});

test('several solids are side by side, and the chosen one is opened', async ({ page }) => {
  await page.goto(`${server.address}/views`);
  for (const view of ['Front view', 'Top view', 'Left view']) {
    await walk(page, view, 'right 2, up 2, left 2, close');
    await page.getByRole('switch', { name: /^Hidden lines of the/ }).click();
  }
  await expect(status(page)).toHaveText('2 solids have these views; there are no others.');
  await expect(page.getByText(/Unlike solid 1 it is/)).toBeVisible();
  await page.getByRole('button', { name: 'Open solid 2 as a drawing' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('20', { timeout: 20_000 });
});

test('views of a drawing saved as DXF give its solid again', async ({ page }) => {
  await newDrawing(page, server.address);
  for (const line of ['block 70 x 50 x 40', 'step at the right, 40 wide, 20 deep']) {
    await newLine(page).fill(line);
    await newLine(page).press('Enter');
    await expect(newLine(page)).toHaveValue('');
  }
  await saved(page);
  await page.getByRole('button', { name: 'Print / Save' }).click();
  const saving = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save DXF, true size with layout' }).click();
  const file = await (await saving).path();
  await page.goto(`${server.address}/views`);
  await page.getByLabel('File with views').setInputFiles({
    name: 'block.dxf',
    mimeType: 'application/dxf',
    buffer: await readFile(file),
  });
  await expect(status(page)).toHaveText('1 solid has these views; there are no others.');
  await expect(page.getByRole('region', { name: 'Solids' })).toContainText('100000 mm³');
});

test('a pictorial is drawn on isometric paper and becomes a solid, or a question', async ({ page }) => {
  const troubles = listen(page);
  await page.goto(`${server.address}/views`);
  await page.getByRole('radio', { name: 'Pictorial' }).click();
  const seen = page.getByRole('radiogroup', { name: 'Side seen' });
  // the paper says which way the front is before anything is drawn
  await seen.getByRole('radio', { name: 'Left' }).click();
  await expect(
    page.getByRole('img', { name: 'front is to the right, the left side to the left' }),
  ).toBeVisible();
  await seen.getByRole('radio', { name: 'Right' }).click();
  await expect(
    page.getByRole('img', { name: 'front is to the left, the right side to the right' }),
  ).toBeVisible();
  await expect(status(page)).toHaveText('Draw the edges that are seen.');
  const paper = board(page, 'Pictorial');
  const keys = async (line: string): Promise<void> => {
    for (const k of line.split(' ')) await paper.press(k);
  };
  const walks = async (...all: readonly string[]): Promise<void> => {
    for (const text of all) {
      await page.getByLabel(/^Walk in/).fill(text);
      await page.getByLabel(/^Walk in/).press('Enter');
    }
  };
  // the front of an L by a walk, its right side by keys: height by the arrows, depth by Page Up
  await walks('right 3, up 1, left 2, up 2, left 1, close');
  await paper.focus();
  await keys('ArrowRight ArrowRight ArrowRight Enter PageUp PageUp Enter');
  await keys('Enter ArrowUp Enter Enter PageDown PageDown Enter');
  await walks('from 1 1, back 2, right 2', 'from 1 3, back 2, down 2', 'from 0 3, back 2, right 1');
  await expect(status(page)).toHaveText('1 solid looks like this; there are no others.');
  await expect(page.getByRole('region', { name: 'Solids' })).toContainText('10000 mm³');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // what is drawn stays when the page is loaded again
  await page.reload();
  await expect(status(page)).toHaveText('1 solid looks like this; there are no others.');
  // a line that bounds nothing is named and marked
  await walks('from 6 0, up 1');
  await expect(page.getByRole('region', { name: 'Solids' })).toContainText(
    'The line from 6 along, 0 up to 6 along, 1 up: It bounds no face',
  );
  await expect(paper.locator('[data-lines="marks"]')).toHaveAttribute('d', /^M/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await walks('circle 2 at 1 1');
  await expect(page.getByRole('main').locator('..').getByRole('alert')).toContainText(
    'Circles are not drawn',
  );
  await page.getByRole('button', { name: 'Open solid 1 as a drawing' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('30');
  await expect(page.getByTestId('overall D')).toHaveText('20');
  await expect(page.getByTestId('overall H')).toHaveText('30');
  // a top that overhangs its stem: how far back the stem stands is not seen
  await page.goto(`${server.address}/views`);
  await page.getByRole('button', { name: 'Clear the pictorial' }).click();
  await walks(
    'from 0 3, right 4, up 1, left 4, close',
    'from 4 3, back 4, up 1, forward 4',
    'from 0 4, back 4, right 4',
    // the stem stands one to the right and one back: on the paper that is 2 along and 1 up
    'from 2 1, right 2, back 2, up 2',
    'from 2 1, up 2',
    'from 4 1, up 2',
  );
  await expect(status(page)).toHaveText('2 solids look like this; there may be others.');
  await expect(page.getByRole('region', { name: 'Solids' })).toContainText('The front view would decide.');
  expect(troubles).toEqual([]);
});
