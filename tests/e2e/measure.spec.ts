import { expect, type Page, test } from '@playwright/test';
import { newLine as line, listen, newDrawing, openDrawing, pathOf, saved, type } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test);
/** A new drawing with an empty statement. */
const begin = (page: Page): Promise<void> => newDrawing(page, server.address);

test('a whole part is stated by the keyboard alone, from an empty statement', async ({ page }) => {
  const troubles = listen(page);
  await begin(page);
  await line(page).focus();
  let actions = 0;
  const enter = async (text: string): Promise<void> => {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    actions += 2;
    await expect(line(page)).toHaveValue('');
  };
  await enter('L = 90');
  await enter('plate L x 40 x 10');
  await enter('block 10 wide 40 deep 42 high on top left');
  await enter('hole 12 through, counterbore 20 x 4, at 70 20 10');
  await enter('2 holes 7 dia through right 20 pitch, 10 from front, 40 up');
  await enter('corner: cut block 5 x 5 x 5 at 0 0 0');
  expect(actions).toBeLessThan(25);
  await expect(page.getByTestId('overall W')).toHaveText('90');
  await expect(page.getByTestId('overall H')).toHaveText('52');
  expect((await pathOf(page, 'views', 'outline'))?.length).toBeGreaterThan(200);
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('overall H')).toHaveText('52');
  // all the way back, to bare paper
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('bare paper')).toBeVisible();
  expect(troubles).toEqual([]);
});

test('what is understood is shown before it is taken, and an open line is answered with one question', async ({
  page,
}) => {
  await begin(page);
  await line(page).fill('block 60 x 40 x 30');
  await expect(page.getByTestId('understood')).toContainText('add a block, 60 wide, 40 deep, 30 high');
  await line(page).press('Enter');
  await line(page).fill('hole 12');
  await expect(page.getByTestId('asks')).toContainText('Where on the top is the hole?');
  await page.getByTestId('asks').getByRole('button', { name: 'in the middle' }).click();
  await expect(page.getByTestId('understood')).toContainText(
    'cut a hole, 12 across, through, 30 from the left, 20 from the front, 30 up',
  );
  await expect(page.getByTestId('understood')).toContainText('Assumed: from the top; right through.');
  await line(page).fill('step 20 x 8');
  await expect(page.getByTestId('asks')).toContainText('On which side is the step?');
  await expect(page.getByRole('button', { name: 'Add', exact: true })).toBeDisabled();
  await page.getByTestId('asks').getByRole('button', { name: 'right' }).click();
  await expect(page.getByTestId('understood')).toContainText(
    'cut a block, 20 wide, 40 deep, 8 high, 60 - 20 from the left, 0 from the front, 30 - 8 up',
  );
  // a word begun is completed by Tab
  await line(page).fill('cyl');
  await line(page).press('Tab');
  await expect(line(page)).toHaveValue('cylinder ');
  // one that is not known is asked about, and nothing is lost
  await line(page).fill('gizmo 40');
  await expect(page.getByTestId('asks')).toContainText('I don\'t know "gizmo"');
  await line(page).press('Enter');
  await expect(line(page)).toHaveValue('gizmo 40');
});

test('squares of a stated worth', async ({ page }) => {
  await begin(page);
  for (const text of ['sq = 5', 'block 12 sq x 8 sq x 6 sq']) {
    await line(page).fill(text);
    await line(page).press('Enter');
  }
  await expect(page.getByTestId('overall W')).toHaveText('60');
  await type(page.getByLabel('Size sq', { exact: false }).first(), '1/4 in');
  await expect(page.getByTestId('overall W')).toHaveText('76.2');
});

test('figures are dragged and stepped; one that follows from others is not typed over unawares', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const height = page.getByLabel(/^Size H,/);
  const box = await height.boundingBox();
  if (!box) throw new Error('no figure');
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + 8, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByTestId('overall H')).toHaveText('58');
  await height.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByTestId('overall H')).toHaveText('68');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByTestId('overall H')).toHaveText('67');
  const rest = page.getByLabel(/^Size rest,/);
  await rest.fill('66');
  await rest.press('Enter');
  await expect(page.getByText('"L - 2*t" follows from other sizes.')).toBeVisible();
  await rest.press('Escape');
  await expect(rest).toHaveValue('L - 2*t');
  await rest.fill('66');
  await rest.press('Enter');
  await rest.press('Enter');
  await expect(rest).toHaveValue('66');
});

/** Pixels of a corner of the pictorial, found by its place between two others. */
const pictorialPoint = async (
  page: Page,
  share: readonly [number, number],
): Promise<{ x: number; y: number }> => {
  const path = page.getByTestId('pictorial').locator('path[data-part="visible"]');
  const box = await path.boundingBox();
  if (!box) throw new Error('no pictorial');
  return { x: box.x + box.width * share[0], y: box.y + box.height * share[1] };
};

test('a line that is understood is drawn before it is taken, and gone when it is not', async ({ page }) => {
  await begin(page);
  const tried = page.getByTestId('tried').locator('path').last();
  await line(page).fill('block 60 x 40 x 30');
  await expect(tried).toHaveAttribute('d', /M/);
  await expect(page.getByTestId('sheet')).toBeVisible();
  await line(page).press('Escape');
  await expect(page.getByTestId('bare paper')).toBeVisible();
  await line(page).fill('block 60 x 40 x 30');
  await expect(tried).toHaveAttribute('d', /M/);
  await line(page).press('Enter');
  await expect(page.getByTestId('overall W')).toHaveText('60');
  await expect(page.getByTestId('tried')).toHaveCount(0);
  // the next line is drawn over what stands; a place is still counted from the part as it stands
  const outline = await pathOf(page, 'views', 'outline');
  await line(page).fill('block 20 x 40 x 10 on top left');
  await expect(tried).toHaveAttribute('d', /M/);
  await expect(page.getByTestId('overall H')).toHaveText('30');
  await expect(page.getByTestId('understood')).toContainText('30 up');
  await line(page).fill('');
  await expect(page.getByTestId('tried')).toHaveCount(0);
  expect(await pathOf(page, 'views', 'outline')).toBe(outline);
  // what cannot be drawn says why before it is taken
  await line(page).fill('cut block 100 x 100 x 100 at -10 -10 -10');
  await expect(page.getByText(/This cut removes everything/)).toBeVisible();
});

test('pointing at the pictorial: a face takes the next feature, two corners are measured, a side becomes the front', async ({
  page,
}) => {
  await begin(page);
  await line(page).fill('block 60 x 40 x 30');
  await line(page).press('Enter');
  await expect(page.getByTestId('overall W')).toHaveText('60');
  await expect(page.getByTestId('pictorial')).toBeVisible();
  // in isometric the block's middle corner stands at (60, 0, 30); its top lies above it
  const top = await pictorialPoint(page, [0.5, 0.25]);
  await page.mouse.click(top.x, top.y);
  await expect(page.getByTestId('pointed')).toContainText('top of block; the top view shows it true.');
  await page.getByTestId('pointed').getByRole('button', { name: 'hole' }).click();
  await expect(line(page)).toHaveValue(/^hole 12 through top \d+ \d+$/);
  await expect(page.getByTestId('understood')).toContainText('cut a hole, 12 across, through');
  await line(page).press('Enter');
  await expect(page.getByText('cut a hole,', { exact: false }).first()).toBeVisible();
  // the lowest corner is (60, 0, 0), the one at the right below (60, 40, 0)
  const low = await pictorialPoint(page, [0.6, 1]);
  await page.mouse.click(low.x, low.y);
  const right = await pictorialPoint(page, [1, 0.75]);
  await page.mouse.click(right.x, right.y);
  await expect(page.getByTestId('measured')).toContainText('Straight across 40 mm');
  // turned by keys, and a side made the front
  await page.getByTestId('pictorial').focus();
  await page.keyboard.press('ArrowLeft');
  const side = await pictorialPoint(page, [0.8, 0.69]);
  await page.mouse.click(side.x, side.y);
  await expect(page.getByTestId('pointed')).toContainText('right of block');
  await page.getByRole('button', { name: 'Use as front view' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('40');
  await expect(page.getByTestId('overall D')).toHaveText('60');
});

test('what is doubtful stands under the line that causes it', async ({ page }) => {
  await begin(page);
  await line(page).fill('block 60 x 40 x 30');
  await line(page).press('Enter');
  await expect(line(page)).toHaveValue('');
  // a typed cut that misses the part is asked about
  await line(page).fill('idle: cut block 5 x 5 x 5 at 100 0 0');
  await expect(page.getByTestId('asks')).toContainText('beside the part');
  // moved there afterwards, it is told
  await line(page).fill('idle: cut block 5 x 5 x 5 at 0 0 0');
  await line(page).press('Enter');
  await expect(line(page)).toHaveValue('');
  const own = page.getByRole('listitem').filter({ hasText: 'idle' }).first();
  // width, depth and height come before its place
  await type(own.locator('input').nth(3), '100');
  await expect(own.getByRole('alert')).toContainText('part/idle');
});

test('a turned part is a table; its last length follows from the overall', async ({ page }) => {
  await begin(page);
  await line(page).fill('turned 20 x 15, 32 x 25, 16 overall 95');
  await line(page).press('Enter');
  const table = page.getByTestId('turned turned');
  await expect(table.getByRole('row')).toHaveCount(4);
  await expect(table).toContainText('95 - (15 + 25) = 55');
  await type(table.getByLabel('turned, length 1', { exact: true }), '20');
  await expect(table).toContainText('95 - (20 + 25) = 50');
  await type(table.getByLabel('turned, diameter 2', { exact: true }), '40');
  await expect(page.getByTestId('overall H')).toHaveText('40');
  await page.getByRole('button', { name: 'Add a length' }).click();
  await expect(table.getByRole('row')).toHaveCount(5);
  await expect(page.getByTestId('overall W')).toHaveText('95');
});

test('a profile is counted on squares by keys and by clicks, half of it mirrored', async ({ page }) => {
  await begin(page);
  await page.getByRole('button', { name: 'Profile on squares' }).click();
  const paper = page.getByTestId('squares');
  await paper.focus();
  // a right triangle of 6 by 2 squares
  await page.keyboard.press('Enter');
  for (const [key, n] of [
    ['ArrowRight', 6],
    ['ArrowUp', 2],
  ] as const) {
    for (let i = 0; i < n; i++) await page.keyboard.press(key);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('dialog')).toContainText('right 6');
  await page.getByRole('button', { name: 'Add this profile' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('30');
  await expect(page.getByTestId('overall H')).toHaveText('10');
  await page.getByRole('button', { name: 'Profile on squares' }).click();
  await page.getByRole('button', { name: 'Add this profile' }).click();
  await expect(page.getByRole('dialog').getByText('Count at least three corners.')).toBeVisible();
});

test('a side of a counted profile is bent into an arc by its middle', async ({ page }) => {
  await begin(page);
  await page.getByRole('button', { name: 'Profile on squares' }).click();
  const paper = page.getByTestId('squares');
  await paper.focus();
  // a square of four, begun at the cross
  await page.keyboard.press('Enter');
  for (const key of ['ArrowRight', 'ArrowUp', 'ArrowLeft']) {
    for (let i = 0; i < 4; i++) await page.keyboard.press(key);
    await page.keyboard.press('Enter');
  }
  // the right side's middle, two squares outward: a half circle
  const right = paper.locator('rect').nth(1);
  const grip = await right.boundingBox();
  const unit = (await paper.evaluate((e) => (e as SVGSVGElement).getScreenCTM()?.a ?? 1)) * 20;
  if (!grip) throw new Error('no grip');
  await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(grip.x + grip.width / 2 + 2 * unit, grip.y + grip.height / 2, { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Add this profile' }).click();
  await expect(page.getByTestId('overall W')).toHaveText('30');
  await expect(page.getByTestId('overall H')).toHaveText('20');
});

test('a line is dragged to another place, and a size typed before is one press away', async ({ page }) => {
  await begin(page);
  for (const text of ['block 60 x 40 x 30', 'hole 12 through, in the middle', 'step right 20 x 8']) {
    await line(page).fill(text);
    await line(page).press('Enter');
    await expect(line(page)).toHaveValue('');
  }
  const names = page.locator('li [draggable=true]');
  await expect(names).toHaveText(['block', 'hole', 'step']);
  await names.nth(2).dragTo(names.nth(1));
  await expect(names).toHaveText(['block', 'step', 'hole']);
  await page.getByRole('button', { name: 'Group hole with the line above' }).click();
  await type(page.getByLabel('Name of the group group'), 'inside');
  // cuts cannot come before there is anything to cut: that is told, and nothing moves
  await page.getByRole('button', { name: 'Move up the group inside' }).click();
  await expect(page.getByRole('alert').first()).toContainText('step');
  await expect(names).toHaveText(['block', 'step', 'hole']);
  await page.getByRole('button', { name: 'Copy the group inside' }).click();
  await expect(names).toHaveText(['block', 'step', 'hole', 'step 2', 'hole 2']);
  await expect(page.getByLabel('Name of the group inside 2')).toBeVisible();
  await page.getByRole('button', { name: 'Take out the group inside 2' }).click();
  await expect(names).toHaveText(['block', 'step', 'hole']);
  await type(page.getByLabel(/^block, wide/), '72');
  await expect(page.getByTestId('overall W')).toHaveText('72');
  await page.getByLabel(/^block.*deep/).focus();
  await page.getByRole('button', { name: 'Recent size 72' }).click();
  await expect(page.getByTestId('overall D')).toHaveText('72');
});

test('the task ticks itself where the drawing fulfils it', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await page.getByRole('button', { name: /^Task/ }).click();
  await page
    .getByLabel('Add to the task')
    .fill('Front, top and left views in third angle. Section A and its true shape. Print your name.');
  await page.getByRole('button', { name: 'Add to the task' }).click();
  await expect(page.getByTestId('task count')).toHaveText('1/3');
  await page.getByLabel('Fulfilled: Print your name').click();
  await expect(page.getByTestId('task count')).toHaveText('2/3');
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: 'Third angle' }).first().click();
  await expect(page.getByTestId('task count')).toHaveText('3/3');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('task count')).toHaveText('3/3');
});

test('a missing size stands on the list of what to find, and the rest is drawn', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  const first = page.getByLabel(/stands as$/).first();
  await first.selectOption('missing');
  await expect(page.getByRole('region', { name: 'To find' })).toContainText('missing');
  await page.getByLabel(/from where$/).fill('the dial plate');
  await page.getByLabel(/from where$/).press('Enter');
  await expect(page.getByRole('region', { name: 'To find' })).toContainText('missing, from the dial plate');
  await page.getByRole('button', { name: 'Show as sentences' }).click();
  await expect(page.getByTitle('This size is missing').first()).toBeVisible();
  await expect(page.getByTestId('sheet')).toBeVisible();
});

test('the Daybook tells what was changed, from what to what', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await type(page.getByLabel(/^Size L,/), '91');
  await saved(page);
  await page.getByRole('button', { name: 'Daybook' }).click();
  await expect(page.getByTestId('daybook').getByRole('listitem').first()).toContainText(/Size L: \d+ to 91/);
});

test('a pasted table of sizes and lines is entered one by one, up to the first that is open', async ({
  page,
}) => {
  await begin(page);
  await line(page).evaluate((e) => {
    const data = new DataTransfer();
    data.setData('text', 'L\t80\nt, 12\nplate L x 50 x t\nstep 20 x 5\nhole 8 through in the middle');
    e.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByTestId('overall W')).toHaveText('80');
  await expect(page.getByText('Line 4 of 5: On which side is the step?')).toBeVisible();
  await expect(line(page)).toHaveValue('step 20 x 5');
  await line(page).press('End');
  await page.keyboard.type(' right');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Go on with them' }).click();
  await expect(page.getByText('cut a hole,', { exact: false }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Go on with them' })).toHaveCount(0);
});

test('a part is counted square by square on the pictorial', async ({ page }) => {
  await begin(page);
  for (const text of ['sq = 10', 'block 3 sq x 2 sq x 1 sq']) {
    await line(page).fill(text);
    await line(page).press('Enter');
  }
  await page.getByRole('radio', { name: 'Add squares' }).click();
  // the top of the slab
  const top = await pictorialPoint(page, [0.45, 0.35]);
  await page.mouse.click(top.x, top.y);
  await expect(page.getByTestId('overall H')).toHaveText('20');
  await expect(page.getByText('square 1', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Take squares' }).click();
  // the lowest corner of the pictorial belongs to the slab's right side and front
  const side = await pictorialPoint(page, [0.66, 0.9]);
  await page.mouse.click(side.x, side.y);
  await expect(page.getByText('square 2', { exact: true })).toBeVisible();
});

test('a caliper that types its readings fills one size after the other; what is no length is refused', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await page.getByRole('button', { name: 'Sizes' }).click();
  await page.getByRole('switch', { name: 'Measure with a caliper' }).click();
  const focused = (): Promise<string | null> =>
    page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? null);
  await expect.poll(focused).toMatch(/^Reading of/);
  const first = await focused();
  // as a wedge types: figures, then Enter
  await page.keyboard.type('91,5');
  await page.keyboard.press('Enter');
  await expect.poll(focused).not.toBe(first);
  await expect(page.getByLabel(first as string)).toHaveValue('91.5');
  const row = page.getByRole('row').filter({ has: page.getByLabel(first as string) });
  await expect(row.getByRole('combobox')).toHaveValue('measured');
  await expect(row.getByLabel(/: from where$/)).toHaveValue('caliper');
  const second = await focused();
  await page.keyboard.type('-3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Caliper' })).toContainText('is no reading of a length');
  expect(await focused()).toBe(second);
  // the stand-in that ships reads 90.02 first
  await page.getByRole('button', { name: 'Simulated caliper: read' }).click();
  await expect(page.getByLabel(second as string)).toHaveValue('90.02');
  await expect.poll(focused).not.toBe(second);
});
