import { expect, test } from '@playwright/test';
import { enterLine, newDrawing, newLine, openDrawing, saved, stand, type } from './desk.ts';
import { clickPaper, inkOf, settled } from './jobs/job.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

test('a stepped cut is taken from what suits the part, its legs pulled, and its side view kept whole', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  for (const line of [
    'plate 120x80x20',
    'hole 16 through top 20 20',
    'hole 20 through top 60 50',
    'hole 12 through top 100 30',
  ]) {
    await enterLine(page, line);
  }
  await stand(page, 'Cut');
  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: /^Stepped through/ }).click();
  await expect(page.getByLabel('Cut A, point 6 up')).toHaveValue('30');
  await expect(page.getByText('SECTIONAL FRONT VIEW', { exact: true })).toBeVisible();
  // the steps alone face the side: its view stays whole until it is asked for
  await expect(page.getByText('SECTIONAL LEFT VIEW', { exact: true })).toHaveCount(0);
  await page.getByLabel('Cut A shown in the left view').click();
  await expect(page.getByText('SECTIONAL LEFT VIEW', { exact: true })).toBeVisible();
  await page.getByLabel('Cut A shown in the left view').click();
  await expect(page.getByText('SECTIONAL LEFT VIEW', { exact: true })).toHaveCount(0);
  await stand(page, 'Project');
  await page.getByRole('radiogroup', { name: 'Sectional views are named' }).getByText('A-A').click();
  await expect(page.getByText('SECTION A-A', { exact: true })).toBeVisible();
  await stand(page, 'Cut');
  // the areas of its legs, three of them through a hole each
  await expect(page.getByText('Leg 1: 480 mm²; Leg 2: 600 mm²', { exact: false })).toBeVisible();
  // a leg moved by keys goes square to itself, with both its ends
  await page.getByTestId('grip A leg 3').focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('Cut A, point 3 up')).toHaveValue('51');
  await expect(page.getByLabel('Cut A, point 4 up')).toHaveValue('51');
  await expect(page.getByLabel('Cut A, point 3 across')).toHaveValue('40');
  // a bend taken out, and a leg bent once more
  await page.getByRole('button', { name: 'Bend leg 5 of cut A' }).click();
  await expect(page.getByLabel('Cut A, point 7 across')).toBeVisible();
  await page.getByRole('button', { name: 'Take point 6 of cut A out' }).click();
  await expect(page.getByLabel('Cut A, point 7 across')).toHaveCount(0);
  await type(page.getByLabel('Cut A, leg 5, angle'), 'steep');
  await expect(page.getByText('"steep" is no angle for it.', { exact: false })).toBeVisible();
  await page.getByLabel('Cut A, leg 5, angle').press('Escape');
  await saved(page);
});

test('a half section, the other half, and back; the cut moved by a share of the volume and along its curve', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'cone 60 dia 90 high');
  await stand(page, 'Cut');
  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: 'Level at half height' }).click();
  // the small cone above the middle is an eighth of the whole
  await expect(page.getByText('(12.5 %)', { exact: false })).toBeVisible();
  await expect(page.getByText('a circle ⌀30', { exact: false })).toBeAttached();
  await type(page.getByLabel('Share that cut A takes away'), '8/27');
  await expect(page.getByLabel('Cut A, point 1 up')).toHaveValue('30');
  await expect(page.getByLabel('Cut A, point 2 up')).toHaveValue('30');
  await type(page.getByLabel('Share that cut A takes away'), 'all of it');
  await expect(page.getByText('"all of it" is not a share.', { exact: false })).toBeVisible();
  const curve = page.getByRole('slider', { name: 'Place of the plane on the curve of its area' });
  await curve.focus();
  await page.keyboard.press('ArrowRight');
  // a hundredth of its way on, and looking down that is down
  await expect(page.getByLabel('Cut A, point 1 up')).toHaveValue(/^29\.1/);
  await page.getByLabel('Cut A, stated').selectOption('angle');
  await expect(page.getByLabel('Cut A, angle')).toHaveValue('0');
  await page.getByRole('button', { name: 'Take cut A out' }).click();

  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: 'A half section about the axis of cone' }).click();
  await expect(page.getByText('A half section, an edge', { exact: false })).toBeVisible();
  await expect(page.getByLabel('Cut A, angle')).toHaveValue('0');
  await settled(page);
  await page.getByRole('button', { name: 'Take the other half' }).click();
  await expect(page.getByLabel('Cut A, angle')).toHaveValue('180');
  await page.getByRole('button', { name: 'Make it a full section' }).click();
  await expect(page.getByRole('button', { name: 'Make it a half section' })).toBeVisible();
  await saved(page);
});

test('a rib is left whole by rule, cut by a press, and left whole again', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Cut');
  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: /^Through bore, along/ }).click();
  const area = page.getByText('Area of the cut').locator('..').locator('dd');
  const areaNow = async (): Promise<number> => Number.parseFloat((await area.textContent()) ?? '');
  // the drawing has a cut of its own: what is pressed must be the new one's
  await expect(page.getByRole('heading', { name: 'Cut B' })).toBeVisible();
  const rib = page.getByLabel('rib in cut B', { exact: true });
  await expect(rib).toHaveValue('whole');
  const before = await areaNow();
  await rib.selectOption('cut');
  await expect.poll(areaNow).toBeGreaterThan(before);
  await rib.selectOption('whole');
  await expect.poll(areaNow).toBe(before);
});

test('what is pressed in a sectional view is left whole, and cut again', async ({ page }) => {
  await newDrawing(page, server.address);
  for (const line of [
    'base 80x40x10',
    'wall 10x40x50 at 0 0 10',
    'rib 30x6x30 at 10 17 10',
    'hole 8 through top 60 20',
  ]) {
    await enterLine(page, line);
  }
  await stand(page, 'Cut');
  await page.getByRole('button', { name: 'Add a cut' }).click();
  await page.getByRole('menuitem', { name: /^Through hole, along/ }).click();
  await expect(page.getByText('SECTIONAL FRONT VIEW', { exact: true })).toBeVisible();
  const rib = page.getByLabel(/rib in cut A$/);
  await expect(rib).toHaveValue('whole');
  const press = async (x: number, z: number): Promise<void> => {
    await settled(page);
    const scale = Number(
      /scale ([\d.]+)/.exec((await page.getByTestId('sheet').getAttribute('aria-label')) ?? '')?.[1],
    );
    const ends = (await inkOf(page)).strokes
      .filter((k) => k.layer === 'views')
      .flatMap((k) => [k.from, k.to]);
    // the front view stands at the upper left: 60 high
    const [left, top] = [Math.min(...ends.map((e) => e[0])), Math.max(...ends.map((e) => e[1]))];
    await clickPaper(page, [left + x * scale, top - (60 - z) * scale]);
  };
  const pressed = page.getByRole('region', { name: 'Pressed on the sheet' });
  await expect(pressed).toContainText('Press a part of a sectional view');
  await press(25, 30);
  await expect(pressed).toContainText('rib in cut A: left whole');
  await pressed.getByRole('button', { name: 'Cut it' }).click();
  await expect(rib).toHaveValue('cut');
  await expect(pressed).toContainText('Press a part of a sectional view');
  await press(25, 30);
  await expect(pressed).toContainText('rib in cut A: cut and hatched');
  await pressed.getByRole('button', { name: 'Leave it whole' }).click();
  await expect(rib).toHaveValue('whole');
  // above the rib, beside the wall, nothing is cut
  await press(60, 50);
  await expect(pressed).toContainText('No cut meets anything there.');
  await saved(page);
});

test('the cut book as a file, and what the cut leaves laid flat', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await stand(page, 'Cut');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the cut book as CSV' }).click();
  const text = await (await (await download).createReadStream()).toArray();
  const lines = Buffer.concat(text).toString('utf8').trim().split('\r\n');
  expect(lines).toHaveLength(9);
  expect(lines[0]).toBe('point,on edge,along trace mm,from XY mm,in view,found');
  await page.goto(`${page.url()}/cut-book`);
  await expect(page.getByRole('row')).toHaveCount(9);
  await expect(page.getByText('2018.82', { exact: false })).toBeVisible();
  await page.goBack();
  await stand(page, 'Cut');
  const opened = page.context().waitForEvent('page');
  await page.getByRole('button', { name: 'Lay what it leaves flat' }).click();
  const flat = await opened;
  await expect(flat.getByText('One piece, area', { exact: false })).toBeVisible();
  await expect(flat.getByRole('img', { name: 'The side of cap laid flat' })).toBeVisible();
  await flat.getByLabel('Opened at, degrees from the front').fill('10');
  await flat.getByRole('button', { name: 'Lay flat' }).click();
  await expect(flat.getByText('One piece, area', { exact: false })).toBeVisible();
  const save = flat.waitForEvent('download');
  await flat.getByRole('link', { name: 'DXF for a cutter' }).click();
  const dxf = Buffer.concat(await (await (await save).createReadStream()).toArray()).toString('utf8');
  // eight base sides, eight of the cut, one of them parted by the opening on each; the opening itself twice
  expect(dxf.match(/^LINE\r?$/gm)?.length ?? 0).toBeGreaterThan(20);
  // and step by step, as a hand lays it out
  await flat.getByRole('link', { name: 'Step by step, by hand' }).click();
  await expect(flat.getByRole('heading', { name: 'The side of cap by radial lines' })).toBeVisible();
  await expect(flat.getByTestId('step count')).toHaveText('Step 4 of 4');
  await flat.getByRole('button', { name: 'To the blank sheet' }).click();
  await flat.getByRole('button', { name: 'Next step' }).click();
  await expect(flat.getByRole('button', { name: /Mark the apex O and draw an arc/ })).toBeVisible();
  await flat.getByRole('link', { name: 'Laid flat, true size' }).click();
  await expect(flat.getByLabel('Opened at, degrees from the front')).toHaveValue('10');
});

test('a cut is typed from the edges of its view, drawn while it is typed; its figures may be counted from an edge', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'block 60 x 40 x 80 at 10 5 0');
  await stand(page, 'Cut');
  const line = page.getByLabel('Type a cut');
  await line.fill('front, 16 up at the left to 58 up');
  await line.press('Enter');
  await expect(page.getByText('"58 up" is no place in the view.', { exact: false })).toBeVisible();
  await line.fill('front, 16 up at the left to 58 up at the right');
  await expect(page.getByTestId('cut understood')).toHaveText(
    'Drawn as cut A, looking down. Enter takes it.',
  );
  // it is on the sheet already, and goes again with Escape
  const shape = page.getByText('TRUE SHAPE OF A', { exact: true });
  await expect(shape).toBeVisible();
  await line.press('Escape');
  await expect(shape).toHaveCount(0);
  await line.fill('front, 16 up at the left to 58 up at the right, looking down');
  await line.press('Enter');
  await expect(page.getByLabel('Cut A, point 1 across')).toHaveValue('10');
  await expect(page.getByLabel('Cut A, point 2 up')).toHaveValue('58');
  await expect(shape).toBeVisible();
  await type(page.getByLabel('Cut A, point 2 up'), '13 down from the top');
  await expect(page.getByLabel('Cut A, point 2 up')).toHaveValue('67');
  await type(page.getByLabel('Cut A, point 1 up'), '13 from the left');
  await expect(page.getByText('"13 from the left" is no place in the view.', { exact: false })).toBeVisible();
  await page.getByLabel('Cut A, point 1 up').press('Escape');
  await line.fill('top, at 45 degrees through 20 from left, 10 from bottom, looking up');
  await line.press('Enter');
  await expect(page.getByLabel('Cut B, angle')).toHaveValue('45');
  await expect(page.getByLabel('Cut B, across')).toHaveValue('30');
  await saved(page);
});

test('a plane is stated by three corners, by the names that the ledger gives them', async ({ page }) => {
  await newDrawing(page, server.address);
  await newLine(page).fill('block 60 x 40 x 50');
  await newLine(page).press('Enter');
  await expect(newLine(page)).toHaveValue('');
  await saved(page);
  await stand(page, 'Transfer');
  await expect(page.getByRole('row')).toHaveCount(9);
  // the corners by where they stand: two low at the left, two high at the right
  const named = async (w: string, d: string, h: string): Promise<string> => {
    for (const row of (await page.getByRole('row').all()).slice(1)) {
      const cells = (await row.getByRole('cell').allTextContents()).map((t) => t.trim());
      if ([w, d, h].every((x, i) => cells[i + 1] === x)) return row.getByRole('textbox').inputValue();
    }
    throw new Error(`no corner ${w} ${d} ${h}`);
  };
  const [a, b, c, high, low] = [
    await named('0', '0', '0'),
    await named('0', '40', '0'),
    await named('60', '0', '50'),
    await named('0', '0', '50'),
    await named('60', '0', '0'),
  ];
  await stand(page, 'Cut');
  const line = page.getByLabel('Type a cut');
  await line.fill(`through corners ${a}, ${b} and ${c}`);
  await expect(page.getByTestId('cut understood')).toContainText('in the front view, where it is an edge');
  await line.press('Enter');
  await expect(page.getByText('TRUE SHAPE OF A', { exact: true })).toBeVisible();
  await saved(page);
  // one that slopes in every view stands in an auxiliary view on the top view, its true shape on the line after that
  await line.fill(`through corners ${high}, ${b} and ${low}, looking up`);
  await expect(page.getByTestId('cut understood')).toContainText('an auxiliary view on the top view');
  await line.press('Enter');
  await expect(page.getByLabel('Cut B, point 1 height')).toHaveValue('50');
  await expect(page.getByText('AUXILIARY VIEW, PLANE B AS AN EDGE', { exact: true })).toBeVisible();
  for (const name of ['X1', 'X2', 'X3']) await expect(page.getByText(name, { exact: true })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'from X2Y2' })).toBeVisible();
  // the triangle 50 high, 60 wide and 40 deep: half the root of the sum of the squared products
  const triangle = Math.hypot(50 * 60, 50 * 40, 60 * 40) / 2;
  await expect(page.getByText(triangle.toFixed(2))).toBeVisible();
  await saved(page);
  // and by an edge
  await line.fill(`square to edge ${a}-${c} at its middle, looking up`);
  await expect(page.getByTestId('cut understood')).toContainText('Drawn as cut C, in the front view');
  await line.fill(`square to edge ${b}-${c}, 20 from ${b}`);
  await expect(page.getByTestId('cut understood')).toContainText(
    'Drawn as cut C, an edge in an auxiliary view',
  );
  await line.press('Escape');
  // moved along its sight by the keys, as dragged: all three points by as much
  await page.getByTestId('grip B whole').press('ArrowUp');
  await expect(page.getByLabel('Cut B, point 1 height')).not.toHaveValue('50');
  const figure = async (point: number): Promise<number> =>
    Number(await page.getByLabel(`Cut B, point ${point} height`).inputValue());
  expect((await figure(1)) - (await figure(2))).toBeCloseTo(50, 5);
  await saved(page);
  await type(page.getByLabel('Cut B, point 1 height'), '45');
  await expect(page.getByLabel('Cut B, point 1 height')).toHaveValue('45');
  await saved(page);
});

test('two cuts act together: each face ends at the other, in the views, the true shapes and the figures; and each on its own again', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'block 60 x 40 x 30');
  await stand(page, 'Cut');
  const line = page.getByLabel('Type a cut');
  for (const cut of [
    'front, 20 up at the left to 20 up at the right, looking down',
    'front, at 45 degrees through 30 from left, 0 from bottom, looking up',
  ]) {
    await line.fill(cut);
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  const area = page.getByText('Area of the cut').locator('..').locator('dd');
  await expect(area).toHaveText(/^1697\.06/);
  const together = page.getByLabel('Cut B acts together with cut A');
  await together.click();
  // B goes on only as high as A leaves the block: 20 up at 45 degrees, 40 deep
  await expect(area).toHaveText(/^1131\.37/);
  await expect(page.getByTitle('Found where the cuts meet')).toHaveCount(2);
  await page.getByRole('button', { name: 'A', exact: true }).click();
  await expect(page.getByLabel('Cut A acts together with cut B')).toBeChecked();
  await expect(area).toHaveText(/^2000/);
  // a section that stands by itself is of its own cut alone
  await page.getByLabel('Face of cut A is drawn as').selectOption('removed');
  await expect(page.getByLabel('Cut A acts together with cut B')).toBeDisabled();
  await expect(area).toHaveText(/^2400/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(area).toHaveText(/^2000/);
  await page.getByLabel('Cut A acts together with cut B').click();
  await expect(area).toHaveText(/^2400/);
  await saved(page);
});
