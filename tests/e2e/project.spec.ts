import { expect, test } from '@playwright/test';
import { listen, openDrawing, pathOf, stand } from './desk.ts';
import { settled } from './jobs/job.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

test('a line tells what it is, an area how every view posts its face, and the views read themselves out', async ({
  page,
}) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Project');
  const book = page.getByRole('region', { name: 'At the pointer' });
  await expect(book).toContainText('Click a line on the sheet');
  const click = async (mm: [number, number]): Promise<void> => {
    const at = await page.getByTestId('sheet').evaluate((e, [x, y]) => {
      const p = new DOMPoint(x, y).matrixTransform((e as SVGSVGElement).getScreenCTM() as DOMMatrix);
      return { x: p.x, y: p.y };
    }, mm);
    await page.mouse.click(at.x, at.y);
  };
  // the left view: its upper side, then the area below it
  const box = await page.getByTestId('sheet').evaluate((e) => {
    const d = e.querySelector('path[data-layer="views"][data-pen="outline"]')?.getAttribute('d') ?? '';
    const xs = [...d.matchAll(/[ML]([\d.]+) ([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
    const right = Math.max(...xs.filter((p) => p[1] < 150).map((p) => p[0]));
    const top = Math.min(...xs.filter((p) => p[0] > right - 45).map((p) => p[1]));
    return { right, top };
  });
  await click([box.right - 20, box.top]);
  await expect(book).toContainText('A visible edge of');
  await expect(book).toContainText('true length');
  await expect(page.getByTestId('lit')).not.toHaveAttribute('d', '');
  await click([box.right - 20, box.top + 4]);
  await expect(book).toContainText('an area, in its true shape');
  await expect(book).toContainText('an edge');
  await page.getByRole('button', { name: 'Describe the views' }).click();
  await expect(page.getByRole('region', { name: 'The views in words' })).toContainText(
    /Top view: 90 mm across and 40 up\./,
  );
  expect(troubles).toEqual([]);
});

test('hidden lines are left out view by view', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Project');
  const was = (await pathOf(page, 'hidden', 'hidden'))?.length ?? 0;
  await page.getByLabel('Hidden lines drawn in the left view').click();
  await expect.poll(async () => (await pathOf(page, 'hidden', 'hidden'))?.length ?? 0).toBeLessThan(was);
});

test('an inclined face is drawn true in an auxiliary view', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await stand(page, 'Set out');
  await page.getByLabel('Paper', { exact: true }).selectOption('A2');
  // on the larger paper the views stand elsewhere
  await settled(page);
  await stand(page, 'Project');
  const rect = await page.evaluate(() => {
    const svg = document.querySelector('[data-testid="sheet"]') as SVGSVGElement;
    const text = [...svg.querySelectorAll('text')].find((t) =>
      /TOP VIEW|PLAN/.test(t.textContent ?? ''),
    ) as SVGTextElement;
    const b = text.getBoundingClientRect();
    return { x: b.x + b.width / 2, y: b.y };
  });
  // to the right above the name of the top view there is the slope
  await page.mouse.click(rect.x + 75, rect.y - 100);
  await page.getByRole('button', { name: 'Draw it true in an auxiliary view' }).click();
  await expect(page.getByTestId('sheet').getByText(/^VIEW ON/)).toBeVisible();
  await page.getByRole('radio', { name: 'Face alone' }).click();
  await expect(page.getByTestId('sheet').getByText(/^PARTIAL VIEW ON/)).toBeVisible();
  await page.getByRole('button', { name: /^Take the view on .* off the sheet$/ }).click();
  await expect(page.getByTestId('sheet').getByText(/VIEW ON/)).toHaveCount(0);
});

test('house rules are set at once by a preset, and become another by a single change', async ({ page }) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Set out');
  const preset = page.getByLabel('House rules');
  const sheet = page.getByTestId('sheet');
  await preset.selectOption('Plan and elevation');
  await expect(sheet.locator('text', { hasText: /^HP$/ })).toBeVisible();
  await expect(sheet.locator('text', { hasText: /ELEVATION$/ }).first()).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Third angle' }).first()).toBeChecked();
  await page.getByLabel('Planes named').selectOption({ label: 'No names' });
  await expect(preset).toHaveValue('own');
  await expect(sheet.locator('text', { hasText: /^HP$/ })).toHaveCount(0);
  await preset.selectOption('Metric workshop');
  await expect(sheet.locator('text', { hasText: /FRONT VIEW$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(preset).toHaveValue('own');
  // projectors of one feature, into one view
  await stand(page, 'Project');
  const kept = async () => (await pathOf(page, 'projectors', 'projector'))?.length ?? 0;
  const few = await kept();
  await page.getByRole('radio', { name: 'All' }).click();
  await expect.poll(kept).toBeGreaterThan(few);
  const all = await kept();
  await page.getByLabel('Projectors of').selectOption('bore');
  await expect.poll(kept).toBeLessThan(all);
  expect(troubles).toEqual([]);
});
