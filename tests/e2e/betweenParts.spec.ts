import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { enterLine, newDrawing, openDrawing, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
/** The pictorial's visible lines, as they are drawn. */
const drawn = (page: Page): Promise<string | null> =>
  page.getByTestId('pictorial').locator('path[data-part="visible"]').getAttribute('d');

/** Where a point of the part is seen in the isometric, px. */
const seenAt = (page: Page, [x, y, z]: readonly [number, number, number]) =>
  page.getByTestId('pictorial').evaluate(
    (svg: SVGSVGElement, [X, Y, Z]) => {
      // from the right, the front and above alike: W runs to the lower right, D to the upper right, H up
      const [s, c] = [Math.sin((35.264 * Math.PI) / 180), Math.cos((35.264 * Math.PI) / 180)];
      const u = (X + Y) * Math.SQRT1_2;
      const v = -((X - Y) * Math.SQRT1_2 * -s + Z * c);
      const p = new DOMPoint(u, v).matrixTransform(svg.getScreenCTM() as DOMMatrix);
      return { x: p.x, y: p.y };
    },
    [x, y, z] as [number, number, number],
  );

test('the parts of an assembly are drawn apart, in the pictorial and in the isometric of the sheet', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Mast clamp with bolts');
  await stand(page, 'Measure');
  await expect(page.getByTestId('pictorial')).toBeVisible();
  await expect.poll(() => drawn(page)).toBeTruthy();
  const together = await drawn(page);
  await page.getByRole('switch', { name: 'Parts drawn apart' }).click();
  await expect.poll(() => drawn(page)).not.toBe(together);
  const paths = page.getByTestId('pictorial').locator('path[data-part="paths"]');
  // each part but the first was drawn off on a line; what is before some of them hides these
  await expect
    .poll(async () => ((await paths.getAttribute('d')) ?? '').split('M').length - 1)
    .toBeGreaterThan(3);
  await page.getByRole('switch', { name: 'Parts drawn apart' }).click();
  await expect.poll(() => drawn(page)).toBe(together);
  await stand(page, 'Project');
  await page.getByRole('switch', { name: 'Isometric on the sheet' }).click();
  await expect(page.getByTestId('sheet').getByText('ISOMETRIC', { exact: true })).toBeVisible();
  await page.getByRole('switch', { name: 'Parts drawn apart in the isometric' }).click();
  await expect(page.getByTestId('sheet').getByText('EXPLODED ISOMETRIC')).toBeVisible();
  await saved(page);
});

test('what lies between parts: how far one can move, a length through several, fits, tapers', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Stay rod joint');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Parts' }).click();
  const clearance = page.getByTestId('clearance');
  await expect(clearance).toContainText('To the right nothing of socket is before rod end.');
  await expect(clearance).toContainText('To the left rod end touches socket');
  await expect(clearance).toContainText('Both reach over the same 58 mm');
  await page.getByLabel('Part', { exact: true }).selectOption('cotter');
  await expect(clearance).toContainText('To the left cotter meets socket after 1 mm');
  // the bore is 60 deep, and 58 of the rod stand in it
  const choose = async (name: string, words: string): Promise<void> => {
    const select = page
      .getByRole('region', { name: 'A length through the parts' })
      .getByLabel(name, { exact: true });
    const option = select.locator('option', { hasText: words });
    await select.selectOption((await option.getAttribute('value')) as string);
  };
  await choose('From', 'socket: the floor of bore');
  await choose('To', 'rod end: the side 1 of turned');
  await expect(page.getByTestId('length through')).toContainText('2 = 60 - 58');
  await expect(page.getByTestId('length through')).toContainText('60 socket, bore');
  // a fit is kept with the drawing, and says its play
  const fits = page.getByRole('region', { name: 'Rounds in holes' });
  await expect(fits).toContainText('⌀30 in ⌀30, of one size, over 58');
  const fit = fits.getByRole('textbox');
  await fit.fill('H7 on g6');
  await fit.press('Enter');
  await expect(fits.getByRole('alert')).toContainText('"H7 on g6" is no fit');
  await expect(fit).toHaveValue('H7 on g6');
  await fit.fill('H7/g6');
  await fit.press('Enter');
  await expect(fits).toContainText('greatest play 0.041, least 0.007');
  await saved(page);
  const tapers = page.getByRole('region', { name: 'Tapers' });
  await tapers.getByRole('textbox').fill('30');
  await expect(tapers).toContainText('= 33.4 - 30/30 = 32.4');
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await tapers.getByRole('textbox').fill('90');
  await expect(tapers).toContainText('Give a length from 0 to 84 mm.');
  await page.reload();
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Parts' }).click();
  await expect(page.getByRole('region', { name: 'Rounds in holes' })).toContainText('greatest play 0.041');
});

test('a part is placed by two faces that are pointed at in the pictorial', async ({ page }) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'body low: block 60 x 40 x 20');
  await saved(page);
  await enterLine(page, 'body high: block 20 x 40 x 10 at 80 0 0');
  await saved(page);
  const click = async (at: readonly [number, number, number]): Promise<void> => {
    const p = await seenAt(page, at);
    await page.mouse.click(p.x, p.y);
  };
  await expect(page.getByTestId('pictorial')).toBeVisible();
  await expect.poll(() => drawn(page)).toBeTruthy();
  await click([30, 20, 20]);
  await expect(page.getByTestId('pointed')).toContainText('(low)');
  await page.getByRole('button', { name: 'Place by this face' }).click();
  await expect(page.getByText('now point at a face of another part')).toBeVisible();
  // a face of the same part is none
  await click([30, 0, 10]);
  await expect(page.getByText('now point at a face of another part')).toBeVisible();
  await click([90, 20, 10]);
  const offers = page.getByTestId('two faces');
  await offers.getByRole('button', { name: 'Let them be flush' }).click();
  await saved(page);
  await expect(page.locator('main li').filter({ hasText: 'Body high' })).toContainText('low');
  // its top is level with that of the other now: 20 up in all
  await expect(page.getByTestId('overall H')).toHaveText('20');
});
