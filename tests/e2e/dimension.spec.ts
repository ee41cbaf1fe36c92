import { expect, type Locator, type Page, test } from '@playwright/test';
import { openDrawing, saved, stand } from './desk.ts';
import { clickPaper, inkOf, type Point } from './jobs/job.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const handle = (page: Page, text: string) =>
  page.getByTestId('sheet').getByRole('button', { name: new RegExp(`^Dimension ${text} in`) });
const figures = (page: Page): Promise<string[]> =>
  page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents();

/** The bracket as one press dimensions it; the tests of this file share one register. */
const dimensioned = async (page: Page): Promise<void> => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Dimension');
  const [press, clear] = ['Dimension the sheet', 'Take all out'].map((name) =>
    page.getByRole('button', { name }),
  ) as [Locator, Locator];
  // what the test before changed last may come in while the page is opening
  await expect(async () => {
    if (await clear.isVisible()) await clear.click({ timeout: 1000 });
    await press.click({ timeout: 2000 });
  }).toPass();
  await expect(clear).toBeVisible();
};

test('one press dimensions the sheet, and the books say that each size is given once', async ({ page }) => {
  await dimensioned(page);
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await expect.poll(() => figures(page)).toHaveLength(16);
  expect((await figures(page)).filter((t) => t === '90')).toHaveLength(1);
  expect(await figures(page)).toEqual(expect.arrayContaining(['⌀12 THRU ⌴⌀20 ↧4', '2 x ⌀7 THRU', '52']));
  // ticks in place of arrows, and arrows again
  const arrows = await page.getByTestId('sheet').locator('polygon').count();
  await page.getByRole('radio', { name: 'ticks' }).click();
  await expect.poll(() => page.getByTestId('sheet').locator('polygon').count()).toBeLessThan(arrows - 10);
  await page.getByRole('radio', { name: 'arrows' }).click();
  await expect.poll(() => page.getByTestId('sheet').locator('polygon').count()).toBe(arrows);
  // it can be undone
  await saved(page);
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: /^Undo/ }).click();
    await saved(page);
  }
  await expect.poll(() => figures(page)).toEqual([]);
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: /^Redo/ }).click();
    await saved(page);
  }
  await expect.poll(() => figures(page)).toHaveLength(16);
});

test('a figure on the sheet leads to its size in the statement, and changes it there', async ({ page }) => {
  await dimensioned(page);
  await handle(page, '90').click();
  const inHand = page.getByTestId('dimension in hand');
  await expect(inHand).toContainText('It stands in the view where this direction is usually read.');
  const figure = inHand.getByLabel('L, from the dimension');
  await expect(figure).toHaveValue('90');
  await figure.fill('110');
  await figure.press('Enter');
  await expect(page.getByTestId('overall W')).toHaveText('110');
  await expect(handle(page, '110')).toBeVisible();
  await figure.fill('90');
  await figure.press('Enter');
  await expect(page.getByTestId('overall W')).toHaveText('90');
  await saved(page);
});

test('what is taken out is missing, what is given twice closes a ring, and one press mends either', async ({
  page,
}) => {
  await dimensioned(page);
  await handle(page, '52').click();
  await page.getByRole('button', { name: 'Take 52 out' }).click();
  await expect(page.getByText('1 is still missing.')).toBeVisible();
  const missing = page.getByRole('list', { name: 'Missing sizes' });
  await expect(missing).toContainText(
    'Nothing gives the distance from the bottom of plate to the top of wall.',
  );
  await expect(page.getByRole('region', { name: 'Account H' })).toContainText('top is loose');
  await missing.getByRole('button', { name: 'Add 52' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  // a new one between two stations: from the wall to the right end, which follows from 10 and 90
  const account = page.getByRole('region', { name: 'Account W' });
  await account.getByRole('button', { name: 'Station the right of wall' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'From the right of wall' })).toBeVisible();
  await account.getByRole('button', { name: 'Station the right of plate' }).click();
  await expect(page.getByText('1 too many.')).toBeVisible();
  const rings = page.getByRole('list', { name: 'Sizes given twice' });
  await expect(rings).toContainText(/90.*10.*80.*close a ring|10.*90.*80.*close a ring/);
  await rings.getByRole('button', { name: '(80)' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await expect.poll(() => figures(page)).toContain('(80)');
});

test('a dimension is dragged to the other side of its view, and stays there', async ({ page }) => {
  await dimensioned(page);
  const from = await handle(page, '90').boundingBox();
  if (!from) throw new Error('no figure');
  const x = from.x + from.width / 2;
  await page.mouse.move(x, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(x, from.y - 60, { steps: 4 });
  await page.mouse.move(x, from.y - 190, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => ((await handle(page, '90').boundingBox())?.y ?? Number.POSITIVE_INFINITY) < from.y - 80)
    .toBe(true);
  await saved(page);
  const at = (await handle(page, '90').boundingBox())?.y;
  await page.reload();
  await stand(page, 'Dimension');
  await expect.poll(async () => (await handle(page, '90').boundingBox())?.y).toBe(at);
});

test('a hole note with its fit, its limits, and its sizes set apart and joined again', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Dimension');
  const dimensions = page.getByRole('list', { name: 'Dimensions' });
  const whole = page.getByRole('button', { name: 'Dimension the sheet' });
  if (await whole.isVisible()) await whole.click();
  else {
    await page.getByRole('button', { name: 'Take all out' }).click();
    await whole.click();
  }
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await dimensions.getByRole('button', { name: /^⌀12 THRU ⌴⌀20 ↧4/ }).click();
  const hand = page.getByTestId('dimension in hand');
  const tolerance = hand.getByLabel(/^Tolerance of/);
  await tolerance.fill('Q7');
  await tolerance.press('Enter');
  await expect(hand).toContainText('a class of ISO 286 such as H7');
  await tolerance.fill('H7');
  await tolerance.press('Enter');
  await expect(hand).toContainText('H7: 12 to 12.018 mm');
  await hand.getByRole('switch', { name: /^Limits of/ }).click();
  const onSheet = page.getByTestId('sheet').locator('text[data-layer="dimensions"]');
  await expect(onSheet.filter({ hasText: '⌀12 H7 (+0.018/+0) THRU ⌴⌀20 ↧4' })).toHaveCount(1);
  // a bore and the pin in it: both classes in one, with what lies between them at worst
  await tolerance.fill('g6/H7');
  await tolerance.press('Enter');
  await expect(hand).toContainText(
    'H7/g6: hole 12 to 12.018, shaft 11.983 to 11.994; play 0.006 to 0.035 mm, they always go together freely: a clearance fit.',
  );
  await expect(onSheet.filter({ hasText: '⌀12 H7/g6 (+0.018/+0 / -0.006/-0.017)' })).toHaveCount(1);
  await hand.getByRole('button', { name: 'Set them apart' }).click();
  await expect(onSheet.filter({ hasText: '⌴' })).toHaveCount(0);
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await hand.getByRole('button', { name: '4', exact: true }).click();
  await expect(onSheet.filter({ hasText: '↧4' })).toHaveCount(1);
});

test('the worst case of a chain is asked for between any two stations', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  const before = await page.getByRole('list', { name: 'Dimensions' }).getByRole('listitem').count();
  await page.getByRole('radio', { name: 'worst case' }).click();
  const stations = page
    .getByRole('group', { name: 'Stations of W' })
    .getByRole('button', { name: /^Station/ });
  await stations.first().click();
  await stations.last().click();
  await expect(page.getByText('has no tolerance. Give one', { exact: false })).toBeVisible();
  await stand(page, 'Issue');
  await page.getByLabel('General tolerance').fill('ISO 2768-m');
  await page.getByLabel('General tolerance').press('Enter');
  await stand(page, 'Dimension');
  await page.getByRole('radio', { name: 'worst case' }).click();
  await stations.first().click();
  await stations.last().click();
  await expect(page.getByText(/At worst .* as it follows from/)).toBeVisible();
  // to ask makes no dimension
  await expect(page.getByRole('list', { name: 'Dimensions' }).getByRole('listitem')).toHaveCount(before);
});

test('the size list says where each size is dimensioned, and leads there', async ({ page }) => {
  await dimensioned(page);
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await stand(page, 'Measure');
  await page.getByRole('button', { name: 'Sizes' }).click();
  const row = page.getByRole('row').filter({ hasText: 'bore across' });
  await expect(row).toContainText('on the sheet: ⌀12');
  await expect(row).toContainText('top');
  await row.getByRole('button', { name: /^⌀12/ }).click();
  await expect(page.getByTestId('dimension in hand')).toContainText('the diameter of bore');
});

test('a dimension is made by pointing at two lines of the sheet, or at a round', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Dimension');
  const own = page.getByRole('list', { name: 'Dimensions' }).getByRole('listitem');
  await expect(own).toHaveCount(0);
  const ink = await inkOf(page);
  const views = ink.strokes.filter((s) => s.layer === 'views');
  // the longest upright lines of the sheet's lower left view: its outer sides
  const left = Math.min(...views.map((s) => s.from[0]));
  const foot = Math.min(...views.map((s) => s.from[1]));
  const side = views.find(
    (s) =>
      Math.abs(s.from[0] - left) < 0.01 &&
      Math.abs(s.to[0] - left) < 0.01 &&
      Math.min(s.from[1], s.to[1]) < foot + 0.01,
  );
  const floor = views.find((s) => Math.abs(s.from[1] - foot) < 0.01 && Math.abs(s.to[1] - foot) < 0.01);
  if (!side || !floor) throw new Error('no outline');
  const middle = (s: typeof side): Point => [(s.from[0] + s.to[0]) / 2, (s.from[1] + s.to[1]) / 2];
  const top = views
    .filter((s) => Math.abs(s.from[1] - s.to[1]) < 0.01 && s.from[1] > foot + 1)
    .sort((a, b) => a.from[1] - b.from[1])[0];
  if (!top) throw new Error('no level line');
  await clickPaper(page, middle(floor));
  await expect(page.getByTestId('picked')).toHaveCount(1);
  await expect(page.getByRole('status').filter({ hasText: 'click another line' })).toBeVisible();
  // a line across it has nothing between them: it takes the first one's place
  await clickPaper(page, middle(side));
  await expect(own).toHaveCount(0);
  await clickPaper(page, middle(floor));
  await clickPaper(page, middle(top));
  await expect(own).toHaveCount(1);
  await expect(page.getByTestId('picked')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await stand(page, 'Dimension');
  await expect(own).toHaveCount(1);
});

test("lengths are counted from a face of one's own choice, on one line from a zero mark", async ({
  page,
}) => {
  await dimensioned(page);
  await page.getByLabel('W is counted from').selectOption({ label: 'right' });
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  // the bore is 70 from the left of 90: 20 from the right
  await expect.poll(() => figures(page)).not.toContain('70');
  expect(await figures(page)).toContain('20');
  const upright = () =>
    page.getByTestId('sheet').locator('text[data-layer="dimensions"][transform*="rotate(-90"]').count();
  const before = await upright();
  await page.getByLabel('Lengths from one base').selectOption({ label: 'one line from zero' });
  await expect.poll(upright).not.toBe(before);
  await expect.poll(() => figures(page)).toHaveLength(16);
  await page.getByLabel('Lengths from one base').selectOption({ label: 'a line each' });
  await expect.poll(upright).toBe(before);
  await page.getByLabel('W is counted from').selectOption({ label: 'left' });
  await expect.poll(() => figures(page)).toContain('70');
});

test("a set of one's own is marked when one asks, and says what is missing, twice and badly placed", async ({
  page,
}) => {
  await dimensioned(page);
  await page.getByRole('radio', { name: 'told when asked' }).click();
  await expect(page.getByText('What is missing or given twice is told when you ask.')).toBeVisible();
  const list = page.getByRole('list', { name: 'Dimensions' });
  await list.getByRole('button').filter({ hasText: '52' }).first().click();
  await page.getByRole('button', { name: 'Take 52 out' }).click();
  await list.getByRole('button').filter({ hasText: '⌀7' }).first().click();
  // a view that shows nothing of it is no place for it
  await page.getByLabel('View of 2 x ⌀7 THRU').selectOption('front');
  await expect(page.getByTestId('dimension in hand')).toContainText(
    'The front view shows nothing of it. It stands in the left view.',
  );
  await page.getByLabel('View of 2 x ⌀7 THRU').selectOption('top');
  await expect(page.getByText('shows nothing of it', { exact: false })).toHaveCount(0);
  // nothing is told yet, by the page or by its tab
  const tab = page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Dimension' });
  await saved(page);
  await expect(tab).not.toContainText('needs attention');
  await expect(page.getByText('Nothing gives', { exact: false })).toHaveCount(0);
  await expect(page.getByText('loose', { exact: false })).toHaveCount(0);
  await page.getByRole('button', { name: 'Mark my dimensions' }).click();
  await expect(page.getByText('15 given, 1 missing, 0 given twice, 1 badly placed.')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Missing sizes' })).toContainText('Nothing gives');
  const bad = page.getByRole('list', { name: 'Badly placed sizes' });
  await expect(bad).toContainText('where its round is no circle. The left view shows it as one.');
  await bad.getByRole('button', { name: 'Move it' }).click();
  // a change is marked anew
  await page.getByRole('button', { name: 'Mark my dimensions' }).click();
  await expect(page.getByText('15 given, 1 missing, 0 given twice, 0 badly placed.')).toBeVisible();
  await page.getByRole('list', { name: 'Missing sizes' }).getByRole('button', { name: /^Add / }).click();
  await page.getByRole('button', { name: 'Mark my dimensions' }).click();
  await expect(page.getByText('All is right: 16 given, none missing', { exact: false })).toBeVisible();
  await page.getByRole('radio', { name: 'told at once' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await saved(page);
});

test('by rule only named sizes are dimensioned', async ({ page }) => {
  await dimensioned(page);
  await page.getByRole('radio', { name: 'named ones only' }).click();
  await page.getByRole('button', { name: 'Take all out' }).click();
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(
    page.getByText('Each named size is given once. The others are left out by rule.'),
  ).toBeVisible();
  const named = await figures(page);
  expect(named.length).toBeGreaterThan(0);
  expect(named.length).toBeLessThan(16);
  await page.getByRole('radio', { name: 'all sizes' }).click();
  await expect(page.getByText('still missing', { exact: false })).toBeVisible();
  await saved(page);
});

test('figures are written by the house rules: places, both units, diameters in letters', async ({ page }) => {
  await dimensioned(page);
  await page.getByLabel('Decimals of figures').selectOption('2');
  await expect.poll(() => figures(page)).toEqual(expect.arrayContaining(['90.00', '17.50']));
  await page.getByLabel('Decimals of figures').selectOption('0');
  // what rounding hides is said
  await stand(page, 'Check');
  await page.getByRole('radio', { name: /^To consider/ }).click();
  await expect(page.getByRole('list', { name: 'Remarks found' })).toContainText(
    'rounded to 0 places, such as',
  );
  await stand(page, 'Dimension');
  await page.getByLabel('Decimals of figures').selectOption('needed');
  await page.getByLabel('Diameters are written').selectOption('DIA');
  await expect.poll(() => figures(page)).toContain('2 x 7 DIA THRU');
  await page.getByLabel('The other unit behind each figure', { exact: true }).click();
  await expect.poll(() => figures(page)).toContain('90 [3.543]');
  await page.getByLabel('The other unit behind each figure', { exact: true }).click();
  await page.getByLabel('Diameters are written').selectOption('sign');
  await expect.poll(() => figures(page)).toContain('2 x ⌀7 THRU');
  await saved(page);
});
