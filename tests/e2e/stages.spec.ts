import { expect, test } from '@playwright/test';
import { labelPlace, listen, openDrawing, pathOf, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });
const server = serverFor(test);

test('drawings are copied, put away and taken back; a new one begins with bare paper', async ({ page }) => {
  const troubles = listen(page);
  await page.goto(server.address);
  await page.getByRole('button', { name: 'Copy Sundial wedge' }).click();
  await expect(page.getByRole('link', { name: 'Sundial wedge (copy)' })).toBeVisible();
  await page.getByRole('button', { name: 'Archive Sundial wedge (copy)' }).click();
  await expect(page.getByRole('link', { name: 'Sundial wedge (copy)' })).toHaveCount(0);
  await page.getByLabel('Archive', { exact: true }).check();
  await page.getByRole('button', { name: 'Restore Sundial wedge (copy)' }).click();
  await expect(page.getByText('0 drawings put away')).toBeVisible();
  await page.getByLabel('Archive', { exact: true }).uncheck();
  // the copy has the next free number
  await expect(page.getByRole('row').filter({ hasText: 'Sundial wedge (copy)' })).toContainText('SK-027');
  await page.getByRole('button', { name: 'New drawing' }).click();
  await expect(page.getByTestId('bare paper')).toBeVisible();
  await expect(page).toHaveTitle('New part · Blue Ledger');
  // nothing is in order where nothing is
  await expect(
    page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Project' }),
  ).toHaveAccessibleName(/empty/);
  // the field waits for the first line; in it, Ctrl Z takes back the line just added
  const line = page.getByLabel('New line of the statement');
  await expect(line).toBeFocused();
  await page.getByRole('button', { name: 'Print / Save' }).click();
  await page.getByRole('menuitem', { name: 'Save SVG' }).click();
  await expect(page.locator('p[role=alert]').first()).toContainText('Nothing is drawn yet');
  await line.fill('block 60 x 40 x 30');
  await line.press('Enter');
  await expect(page.getByTestId('overall W')).toHaveText('60');
  await line.press('Control+z');
  await expect(page.getByTestId('bare paper')).toBeVisible();
  expect(troubles).toEqual([]);
});

test('setting out: paper, scale, views, gap and lines change the sheet', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Set out');
  await page.getByLabel('Paper', { exact: true }).selectOption('A2');
  await expect(page.getByTestId('sheet')).toHaveAttribute('aria-label', /^Sheet A2, /);
  await page.getByLabel('Scale', { exact: true }).selectOption('fit');
  await expect(page.getByTestId('scale')).toHaveText('2:1');
  await page.getByRole('radio', { name: 'Portrait' }).click();
  await expect(page.getByTestId('sheet')).toHaveAttribute('aria-label', /A2 upright/);
  await page.getByLabel('Right view').click();
  await expect(page.getByText('RIGHT VIEW', { exact: true })).toBeVisible();
  // first angle: the view from the right stands on the left
  expect((await labelPlace(page, 'RIGHT VIEW')).x).toBeLessThan((await labelPlace(page, 'LEFT VIEW')).x);
  expect(await page.getByTestId('sheet').locator('path[data-layer="mitre"]').count()).toBe(0);
  await page.getByRole('switch', { name: 'Mitre line shown' }).click();
  // one to each side
  await expect.poll(async () => (await pathOf(page, 'mitre', 'projector'))?.match(/M/g)?.length).toBe(2);
  const gap = page.getByLabel('Gap, view to XY');
  const apart = async () =>
    (await labelPlace(page, 'TOP VIEW')).y - (await labelPlace(page, 'SECTIONAL FRONT VIEW')).y;
  const before = await apart();
  await page.getByLabel('Views are called').selectOption('elevations');
  await expect(page.getByText('SECTIONAL ELEVATION', { exact: true })).toBeVisible();
  await page.getByLabel('Views are called').selectOption('views');
  await expect(page.getByText('TOP VIEW', { exact: true })).toBeVisible();
  await gap.fill('30');
  await gap.press('Enter');
  await expect.poll(apart).toBeGreaterThan(before + 10);
  await saved(page);
});

test('house rules: hidden lines behind a cut, projectors and numbers come and go', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await stand(page, 'Project');
  const sheet = page.getByTestId('sheet');
  await expect(sheet.locator('path[data-layer="projectors"]')).toHaveCount(1);
  await page
    .getByRole('radiogroup', { name: 'Projectors' })
    .getByRole('radio', { name: 'None' })
    .first()
    .click();
  await expect(sheet.locator('path[data-layer="projectors"]')).toHaveCount(0);
  const numbers = sheet.locator('text[data-layer="numbers"]');
  expect(await numbers.count()).toBeGreaterThan(4);
  await page.getByRole('switch', { name: 'Cut points numbered' }).click();
  await expect(numbers).toHaveCount(0);
  await page.getByRole('switch', { name: 'Cut points numbered' }).click();
  const corners = await numbers.count();
  await page
    .getByRole('radiogroup', { name: 'Divide circles into' })
    .getByRole('radio', { name: '12' })
    .click();
  await expect.poll(() => numbers.count()).toBeGreaterThan(corners + 20);
  await page.getByLabel('The first of them faces').selectOption('front');
  const hidden = await pathOf(page, 'hidden', 'hidden');
  await page
    .getByRole('radiogroup', { name: 'Hidden lines behind a cut' })
    .getByRole('radio', { name: 'Left out' })
    .click();
  await expect.poll(() => pathOf(page, 'hidden', 'hidden')).not.toBe(hidden);
});

test('a true shape is moved by keys and by hand, put back, and left out', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await stand(page, 'Cut');
  const grip = page.getByTestId('grip shape A');
  const title = page.getByText('TRUE SHAPE OF A', { exact: true });
  await expect(title).toBeVisible();
  const first = await labelPlace(page, 'TRUE SHAPE OF A');
  await grip.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect
    .poll(async () =>
      Math.hypot(
        (await labelPlace(page, 'TRUE SHAPE OF A')).x - first.x,
        (await labelPlace(page, 'TRUE SHAPE OF A')).y - first.y,
      ),
    )
    .toBeGreaterThan(5);
  const box = await grip.boundingBox();
  if (!box) throw new Error('no grip');
  const moved = await labelPlace(page, 'TRUE SHAPE OF A');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 90, box.y + 60, { steps: 5 });
  await page.mouse.up();
  await expect
    .poll(async () => Math.abs((await labelPlace(page, 'TRUE SHAPE OF A')).x - moved.x))
    .toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Own place for the true shape' }).click();
  await expect
    .poll(async () => Math.abs((await labelPlace(page, 'TRUE SHAPE OF A')).x - first.x))
    .toBeLessThan(1);
  await page.getByLabel('Face of cut A is drawn as').selectOption({ label: 'nothing by itself' });
  await expect(title).toHaveCount(0);
  await saved(page);
});

test('a cut is added, turned to another view, switched off and taken out', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Cut');
  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: 'Slanting, by two heights' }).click();
  await expect(page.getByRole('heading', { name: 'Cut B' })).toBeVisible();
  await expect(page.getByText('TRUE SHAPE OF B', { exact: true })).toBeVisible();
  await page.getByRole('switch', { name: 'Cut B drawn' }).click();
  await expect(page.getByText('TRUE SHAPE OF B', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'A', exact: true }).click();
  // the drawing comes with its cut not drawn
  await page.getByRole('switch', { name: 'Cut A drawn' }).click();
  await expect(page.getByText('SECTIONAL RIGHT VIEW', { exact: true })).toBeVisible();
  await page.getByRole('switch', { name: 'Cut A drawn' }).click();
  await expect(page.getByText('SECTIONAL RIGHT VIEW', { exact: true })).toHaveCount(0);
  await page.getByLabel('Cut A, looking').selectOption('up');
  await expect(
    page.getByRole('alert').filter({ hasText: 'One cannot look up along the cut itself' }),
  ).toBeVisible();
  await page.getByLabel('Cut A, looking').selectOption('left');
  await page.getByRole('button', { name: 'B', exact: true }).click();
  await page.getByRole('button', { name: 'Take cut B out' }).click();
  await expect(page.getByRole('heading', { name: 'Cut A' })).toBeVisible();
  await saved(page);
});

test('lines of the statement are moved, copied and taken out; figures step with the arrow keys', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Mast clamp with bolts');
  const names = () => page.locator('main li span.text-deep').allTextContents();
  const before = await names();
  await page.getByRole('button', { name: 'Copy seat' }).first().click();
  await expect.poll(names).toHaveLength(before.length + 1);
  expect(await names()).toContain('seat 2');
  await page.getByRole('button', { name: 'Take seat 2 out' }).click();
  await expect.poll(names).toEqual(before);
  const size = page.getByLabel(/^Size h,/);
  await size.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('overall H')).toHaveText('31');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByTestId('overall H')).toHaveText('41');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByTestId('overall H')).toHaveText('40.9');
});

test('the stages and the sheet answer to keys alone', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await page.getByRole('link', { name: 'Blue Ledger, to the register' }).focus();
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'Ledger' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'Setting out' })).toBeVisible();
  const sheet = page.getByTestId('sheet');
  const whole = await sheet.getAttribute('viewBox');
  await page.keyboard.press('+');
  await expect(sheet).not.toHaveAttribute('viewBox', whole ?? '');
  await page.keyboard.press('0');
  await expect(sheet).toHaveAttribute('viewBox', whole ?? '');
});

test('what is doubtful about a part is told beside its statement, once it has stood a moment', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Measure');
  // a feature copied onto itself: either of the two could go
  await page
    .getByRole('button', { name: /^Copy / })
    .last()
    .click();
  await expect(page.getByText(/Has no effect: it misses the material/).first()).toBeVisible();
});
