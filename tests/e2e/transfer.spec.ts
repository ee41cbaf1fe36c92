import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { listen, openDrawing, saved, stand, type } from './desk.ts';
import { clickPaper } from './jobs/job.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

test('corners are named on the sheet by a school, renamed and moved by hand', async ({ page }) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Sundial wedge');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: '1, 2' }).click();
  const names = page.locator('[data-testid=sheet] text[data-point]');
  await expect(names.first()).toBeVisible();
  await page.getByRole('radio', { name: "a, a', a" }).click();
  await expect(names.filter({ hasText: /\ba'/ }).first()).toBeVisible();
  await type(page.getByLabel('Point a, its name'), 'Q');
  await expect(names.filter({ hasText: /Q'/ }).first()).toBeVisible();
  const one = names.filter({ hasText: /Q'/ }).first();
  const was = await one.boundingBox();
  if (!was) throw new Error('no name');
  await page.mouse.move(was.x + was.width / 2, was.y + was.height / 2);
  await page.mouse.down();
  await page.mouse.move(was.x + was.width / 2 + 30, was.y + was.height / 2 - 24, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  await page.reload();
  const is = await one.boundingBox();
  expect((is?.x ?? 0) - was.x).toBeGreaterThan(24);
  expect((is?.y ?? 0) - was.y).toBeLessThan(-18);
  expect(troubles).toEqual([]);
});

test('the ledger counts from the box, the XY lines or a point, is sorted, and saved as CSV', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Transfer');
  const cell = (row: number, column: number) => page.locator('tbody tr').nth(row).locator('td').nth(column);
  await expect(cell(0, 3)).toHaveText('52');
  await page.getByLabel('Counted from').selectOption('xy');
  await expect(cell(0, 3)).not.toHaveText('52');
  await page.getByRole('row').nth(2).hover();
  await page.getByRole('button', { name: 'Count from point 2' }).click();
  await expect(cell(1, 1)).toHaveText('0');
  await expect(cell(1, 3)).toHaveText('0');
  await page.getByLabel('Counted from').selectOption('box');
  await page.getByRole('button', { name: 'H', exact: true }).click();
  await expect(cell(0, 3)).toHaveText('0');
  await page.getByLabel('Rows of the ledger').selectOption('feature');
  await expect(page.locator('tbody tr').first()).not.toContainText('0-');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save CSV' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text.split('\r\n')[0]).toBe('point,kind,W mm,D mm,H mm,front,top,left,body,faces');
  expect(text).toContain(',hole,');
});

test('the points of round features have accounts too, and are followed on the sheet', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await stand(page, 'Transfer');
  await page.getByLabel('Rows of the ledger').selectOption({ label: 'Rounds' });
  const rows = page.getByRole('table').getByRole('row');
  await expect(rows.filter({ hasText: 'O1 left' }).first()).toBeVisible();
  await page.getByLabel('Find a point or face').fill('grub');
  await expect(rows.filter({ hasText: 'O1 left' })).toHaveCount(0);
  await rows.nth(1).hover();
  await expect(page.getByTestId('followed')).toBeVisible();
});

test('the construction is replayed from a blank sheet, by method, and printed as a worksheet', async ({
  page,
}) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Construct' }).click();
  const steps = page.getByTestId('steps').getByRole('listitem');
  // the base comes first: its construction gives the overall sizes, and nothing is calculated
  await expect(steps.first()).toContainText('Mark the middle of the base of hex in the top view');
  // what a drafter does in one go is one step; it is opened to its lines and points
  const count = page.getByTestId('step count');
  const inOneGo = await steps.count();
  expect(inOneGo).toBeLessThan(40);
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(count).toHaveText(`Step 1 of ${inOneGo}`);
  await page.getByRole('button', { name: 'Next step' }).click();
  await page.getByRole('button', { name: '3 lines and points' }).first().click();
  await expect(count).toHaveText(`Step 4 of ${inOneGo + 2}`);
  await page.getByRole('button', { name: 'A step back' }).click();
  await expect(count).toHaveText(`Step 3 of ${inOneGo + 2}`);
  await expect(page.getByTestId('steps').locator('[data-here]')).toContainText('Draw a ray at 240 degrees');
  await page.getByRole('button', { name: 'To the blank sheet' }).click();
  await page.getByRole('radio', { name: 'Line by line' }).click();
  await expect(steps.first()).toContainText('Mark the middle of the base of hex');
  const total = await steps.count();
  expect(total).toBeGreaterThan(60);
  // the sheet is bare at first
  const finished = page.getByTestId('construction').locator('[data-part=visible]');
  await expect(finished).toHaveAttribute('d', '');
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(count).toHaveText(`Step 1 of ${total}`);
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(count).toHaveText(`Step 3 of ${total}`, { timeout: 6000 });
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByLabel('Step', { exact: true }).fill(String(total));
  expect((await finished.getAttribute('d'))?.length).toBeGreaterThan(300);
  await page.getByRole('radio', { name: 'Arcs' }).click();
  await expect(page.getByTestId('steps')).toContainText('with the compass');
  await page.getByRole('radio', { name: 'Dividers' }).click();
  await expect(page.getByTestId('steps')).toContainText('with the dividers from XY');
  await page.getByRole('radio', { name: 'Trace outline' }).click();
  await expect(page.getByTestId('steps')).toContainText(/From .* go (up|left|right|down) \d/);
  await page.getByRole('radio', { name: 'Uncut solid' }).click();
  await expect(page.getByTestId('steps')).toContainText('as if nothing were cut');
  await page.getByRole('radio', { name: 'Boxes' }).click();
  await expect(page.getByTestId('steps')).not.toContainText('as if nothing were cut');
  await page.getByLabel('Only the steps about').selectOption({ label: 'cut point 1' });
  await expect(page.getByTestId('steps')).toContainText('cut point 1');
  await page.getByLabel('Only the steps about').selectOption({ label: 'point 2' });
  expect(await steps.count()).toBeLessThan(total / 2);
  const address = await page.getByRole('link', { name: 'Print as a worksheet' }).getAttribute('href');
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await expect(page.getByTestId('construction')).toHaveCount(0);
  await page.goto(server.address + address);
  await expect(page.getByRole('heading', { name: 'Dividers strip' })).toBeVisible();
  await expect(page.getByText(`depths by dividers`)).toBeVisible();
  await expect(page.getByText(/\d{3} steps/)).toBeVisible();
  // the key stands at the foot of every printed page
  const printed = join(mkdtempSync(join(tmpdir(), 'blue-ledger-worksheet-')), 'worksheet.pdf');
  await page.pdf({ path: printed, preferCSSPageSize: true });
  const words = execFileSync('pdftotext', [printed, '-'], { encoding: 'utf8' });
  const pages = words.split('\f').slice(0, -1);
  expect(pages.length).toBeGreaterThan(2);
  for (const [i, text] of pages.entries()) {
    expect(text).toContain('W width, D depth, H height');
    expect(text).toContain(`${i + 1} of ${pages.length}`);
  }
  await page.goto(`${server.address}${address?.replace('form=full', 'form=short')}`);
  await expect(page.getByText(/, [2-4]\d steps/)).toBeVisible();
  expect(troubles).toEqual([]);
});

test('views brought from outside are balanced against the part', async ({ page }) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Balance' }).click();
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const svg = await (await page.request.get(`${server.address}/api/drawings/${id}/sheet?as=svg`)).text();
  const open = (text: string): Promise<void> =>
    page
      .getByLabel('SVG or DXF with views')
      .setInputFiles({ name: 'views.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  const answer = page.getByTestId('balance');
  await open('<svg');
  await expect(answer).toContainText('not well formed');
  // the sheet's own file balances, sections and all
  await open(svg);
  await expect(answer).toContainText('The books balance');
  // one solid line of the left view taken out
  const group = svg.indexOf('<g id="left.views">');
  const line = svg.indexOf('<path', group);
  await open(svg.slice(0, line) + svg.slice(svg.indexOf('/>', line) + 2));
  await expect(answer).toContainText('One difference');
  await expect(answer).toContainText('left');
  await expect(answer).toContainText(/missing at D [\d.]+, H [\d.]+/);
  // the file lies over the sheet, and what was found is marked there
  const over = page.getByTestId('laid over');
  await expect(over.locator('path')).toHaveAttribute('d', /^M/);
  await expect(over.locator('[data-mark]')).toHaveCount(1);
  await answer.getByRole('listitem').hover();
  await expect(over.locator('[data-mark="1"] circle')).toHaveAttribute('r', '5');
  // by themselves: the section at the left is cut off lower than the front stands
  await page.getByRole('radio', { name: 'Each other' }).click();
  await expect(answer).toContainText('The height does not balance');
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await expect(over).toHaveCount(0);
});

test('the third view is drawn from two others, entry by entry, with hints', async ({ page }) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Practise' }).click();
  const state = page.getByTestId('practice state');
  await expect(state).toContainText(/0 right, 0 wrong, \d+ of \d+ lines missing/);
  const cover = await page.getByTestId('practice').locator('rect').boundingBox();
  if (!cover) throw new Error('no cover');
  // the view's outline, from its lower left corner up and to the right: 3.5 mm of paper inside the cover
  const mm = cover.width / 47;
  const corner = (x: number, y: number) => ({
    x: cover.x + (5 + x) * mm,
    y: cover.y + cover.height - (5 + y) * mm,
  });
  const draw = async (a: [number, number], b: [number, number]): Promise<void> => {
    for (const [x, y] of [a, b]) {
      const at = corner(x, y);
      await page.mouse.move(at.x, at.y);
      await page.mouse.click(at.x, at.y);
    }
  };
  await draw([0, 0], [40, 0]);
  await expect(state).toContainText('1 right, 0 wrong');
  await draw([0, 0], [40, 52]);
  await expect(page.getByTestId('entries')).toContainText('No edge of the part is seen here');
  await page.getByRole('button', { name: 'Take entry 2 back' }).click();
  // three hints draw the next line
  await page.getByRole('button', { name: 'A hint' }).click();
  await expect(state).toContainText('is still missing');
  await page.getByRole('button', { name: 'Another hint' }).click();
  await page.getByRole('button', { name: 'Another hint' }).click();
  await expect(state).toContainText('2 right, 0 wrong');
  for (let i = 0; i < 90 && (await page.getByRole('button', { name: /hint$/ }).count()); i++)
    await page.getByRole('button', { name: /hint$/ }).click();
  await expect(state).toContainText('The view is complete');
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await expect(page.getByTestId('practice')).toHaveCount(0);
  expect(troubles).toEqual([]);
});

test('in practice what would give the view away does not show', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await stand(page, 'Transfer');
  const sheet = page.getByTestId('sheet');
  const projectors = sheet.locator('path[data-layer=projectors]');
  await expect(projectors).not.toHaveCount(0);
  const shape = sheet.getByText('TRUE SHAPE OF A', { exact: true });
  await expect(shape).toHaveCount(1);
  await page.getByRole('radio', { name: 'Practise' }).click();
  // nor does the true shape, which was made from all views
  await expect(shape).toHaveCount(0);
  await expect(sheet.locator('path[data-layer=trueShape]')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Mine' }).click();
  await expect(projectors).toHaveCount(0);
  // put by hand, neither does its title; which way is up does
  const title = sheet.getByText('SECTIONAL LEFT VIEW', { exact: true });
  await expect(title).toHaveCount(1);
  await page.getByRole('radio', { name: 'Free' }).click();
  await expect(title).toHaveCount(0);
  await expect(sheet.locator('[data-part=up]')).toContainText('top');
});

test('without a grid the learner draws projectors, turns depths, joins the points, and is marked', async ({
  page,
}) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Practise' }).click();
  const state = page.getByTestId('practice state');
  await page.getByRole('radio', { name: 'Mine' }).click();
  const board = page.getByTestId('practice');
  const lights = board.locator('[data-part="light lines"]');
  await expect(lights).toHaveAttribute('d', '');
  // heights from the front view, depths from the top view to the mitre line
  for (const at of [
    [138, 156.5],
    [138, 208.5],
    [138, 132.5],
    [138, 92.5],
  ] as const)
    await clickPaper(page, at);
  await expect(lights).toHaveAttribute('d', /^(?:M0 [\d.]+H\d+){4}$/);
  await page.getByRole('radio', { name: 'Upright line' }).click();
  await clickPaper(page, [252, 132.5]);
  await clickPaper(page, [292, 92.5]);
  await expect(lights).toHaveAttribute('d', /(?:M[\d.]+ 0V\d+){2}$/);
  // where they cross, lines begin and end; nowhere else
  await page.getByRole('radio', { name: 'Line', exact: true }).click();
  await clickPaper(page, [270, 180]);
  await clickPaper(page, [252, 156.5]);
  await clickPaper(page, [292, 156.5]);
  await expect(state).toContainText('1 right, 0 wrong');
  await clickPaper(page, [292, 156.5]);
  await clickPaper(page, [252, 156.5]);
  await expect(page.getByTestId('entries')).toContainText('It lies on entry 1: it is drawn twice.');
  await page.getByRole('button', { name: 'Take entry 2 back' }).click();
  // the same by keys alone: the cursor steps along the crossings
  await board.focus();
  await page.keyboard.press('ArrowRight');
  await expect(state).toContainText(/Cursor at D [\d.-]+, H [\d.-]+/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(state).toContainText('2 right, 0 wrong');
  for (let i = 0; i < 90 && (await page.getByRole('button', { name: /hint$/ }).count()); i++)
    await page.getByRole('button', { name: /hint$/ }).click();
  const marks = page.getByTestId('practice marks');
  await expect(marks).toContainText(
    /4 of 4 visible lines, \d of \d hidden lines, 2 of 2 circles and arcs; 1 wrong on the way, \d+ hints, (\d+ min )?\d+ s\./,
  );
  await expect(marks).toContainText('Look again at');
  expect(troubles).toEqual([]);
});

test('a whole view is put in its place by hand, with what is wrong told until it stands there', async ({
  page,
}) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Transfer');
  await page.getByRole('radio', { name: 'Practise' }).click();
  const state = page.getByTestId('practice state');
  await expect(state).toContainText('0 right');
  await page.getByRole('radio', { name: 'Free' }).click();
  await expect(state).toContainText('It is turned by 90 degrees to the left');
  await expect(state).toContainText(/stands .* the front view; in \w+ angle the left view belongs/);
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Turn by a quarter' }).click();
  await expect(state).not.toContainText('turned');
  // dragged by its edge to where it belongs, as near as a hand does it
  const home = await page.getByTestId('practice').locator('rect').first().boundingBox();
  const edge = page.getByRole('button', { name: /^Move the view/ });
  const now = await edge.boundingBox();
  if (!home || !now) throw new Error('nothing to drag');
  const grip = { x: now.x + 1, y: now.y + now.height / 2 };
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x + (home.x - now.x) / 2, grip.y, { steps: 4 });
  await page.mouse.move(
    grip.x + home.x + home.width / 2 - now.x - now.width / 2,
    grip.y + home.y + home.height / 2 - now.y - now.height / 2 + 12,
    { steps: 4 },
  );
  await page.mouse.up();
  await expect(state).toContainText(/shifted by [\d.]+ mm down: its heights/);
  await edge.focus();
  for (let i = 0; i < 40 && (await state.textContent())?.includes('shifted'); i++)
    await page.keyboard.press('ArrowUp');
  await expect(state).toContainText('It stands where it belongs');
  // lines are entered in it wherever it stands
  await page.getByRole('button', { name: 'A hint' }).click();
  await expect(state).toContainText('is still missing');
  expect(troubles).toEqual([]);
});

test('a long ledger makes only the rows in sight, sorts them all, and comes to its last', async ({
  page,
}) => {
  await page.goto(server.address);
  const file = {
    format: 'blue-ledger/part@1',
    name: 'Sieve',
    units: 'mm',
    bodies: [
      {
        name: 'sieve',
        features: [
          { id: 'plate', op: 'add', shape: { kind: 'block', width: 200, depth: 200, height: 5 } },
          ...Array.from({ length: 14 }, (_, row) => ({
            id: `row ${row + 1}`,
            op: 'cut',
            at: [10, 10 + 13 * row, 5],
            shape: { kind: 'hole', diameter: 4, depth: 'through' },
            repeat: { count: 14, step: [13, 0, 0] },
          })),
        ],
      },
    ],
  };
  await page.getByLabel('Part, drawing or solid file').setInputFiles({
    name: 'sieve.part.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await expect(page.getByTestId('sheet')).toBeVisible();
  await stand(page, 'Transfer');
  await page.getByLabel('Rows of the ledger').selectOption('feature');
  const rows = page.locator('tbody tr:not([aria-hidden])');
  await expect(rows.first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(80);
  const w = page.getByRole('button', { name: 'W', exact: true });
  await w.click();
  await w.click();
  await expect(page.getByRole('columnheader', { name: 'W', exact: true })).toHaveAttribute(
    'aria-sort',
    'descending',
  );
  await expect(rows.first().locator('td').nth(1)).toHaveText('179');
  await page
    .getByRole('region', { name: 'Ledger' })
    .locator('div.overflow-y-auto')
    .evaluate((e) => {
      e.scrollTop = e.scrollHeight;
    });
  await expect(rows.last().locator('td').nth(1)).toHaveText('10');
});
