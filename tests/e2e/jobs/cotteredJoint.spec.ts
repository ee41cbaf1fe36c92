import { expect, test } from '@playwright/test';
import { saved } from '../desk.ts';
import { serverKept } from '../server.ts';
import { begin, clickPaper, expectLines, type Ink, inkOf, type Point, settled, type Work } from './job.ts';

const server = serverKept(test);

/** The part of a drawing gets its name, under which it is found in the register. */
const called = async (work: Work, name: string): Promise<void> => {
  await work.figure('Name of the part', name);
  await saved(work.page);
};

test('a cottered rod joint from three parts: half section, broken rods, only the sizes that matter', async ({
  page,
}) => {
  // each part on a drawing of its own; the length of the socket's body follows from the overall
  const socket = await begin(page, server.address);
  await called(socket, 'Stay rod socket');
  await socket.line('body socket: turned 52, 72 x 30, overall 100');
  await socket.line('rod: boss 28 dia 50 long in the middle of the left');
  await socket.line('bore: hole 34, 68 deep, in the middle of the right');
  await socket.line('slot: pocket 38.5 x 8 through the top, 15.5 from right, in the middle');
  await expect(page.getByLabel('turned, length 1')).toHaveValue('100 - 30');
  const end = await begin(page, server.address);
  await called(end, 'Stay rod end');
  await end.line('body rod end: turned 34 x 66, 44 x 12, 28 x 62');
  await end.line('slot: pocket 38 x 8 through the top, 13 from left, in the middle');
  const cotter = await begin(page, server.address);
  await called(cotter, 'Stay rod cotter');
  await cotter.line('cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, one side, arc ends');

  const work = await begin(page, server.address);
  await called(work, 'Stay rod joint');
  for (const name of ['Stay rod socket', 'Stay rod end']) {
    await work.press('Bring in a part');
    await page.getByLabel('Find a drawing').fill(name);
    await page.getByRole('button', { name: new RegExp(name) }).click();
    work.actions += 2;
    await expect(page.getByLabel('Find a drawing')).toHaveCount(0);
    await saved(page);
  }
  const bodies = page.locator('main li').filter({ hasText: /^Body / });
  await expect(bodies).toHaveCount(2);
  const place = async (how: string, own: string, other: string): Promise<void> => {
    await bodies.nth(1).hover();
    await page.getByRole('button', { name: 'Place Stay rod end' }).click();
    await work.choose('How they meet', how);
    await page.getByLabel('Of Stay rod end', { exact: true }).selectOption(own);
    await page.getByLabel('Of the other body').selectOption(other);
    await page.getByRole('button', { name: 'Place', exact: true }).click();
    work.actions += 4;
    await saved(page);
  };
  await place('Axes in one line', 'turned/side 2', 'Stay rod socket.bore/wall');
  await place('Faces touch', 'turned/side 3', 'Stay rod socket.turned/side 5');
  await work.line(
    'cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, one side, arc ends, through the slot of Stay rod end',
  );
  await expect(bodies).toHaveCount(3);

  // front, top and right view; the upper half of the front view in section, the rod end and the cotter left whole
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await page.getByRole('checkbox', { name: 'Left view' }).click();
  await saved(page);
  await page.getByRole('checkbox', { name: 'Right view' }).click();
  await saved(page);
  work.actions += 2;
  await work.stage('Cut');
  await work.press('Add a cut');
  await page.getByRole('menuitem', { name: /A half section about the axis of rod/ }).click();
  await saved(page);
  await page.getByLabel('Stay rod end in cut A').selectOption({ label: 'left whole' });
  await saved(page);
  await page.getByLabel('Face of cut A is drawn as').selectOption({ label: 'nothing by itself' });
  work.actions += 4;
  await settled(page);
  await expect(page.getByTestId('sheet').getByText('SECTIONAL FRONT VIEW')).toBeVisible();

  // where the front view stands: the axis at the left end of the socket's body
  const title = (await inkOf(page)).texts.find((t) => t.text === 'SECTIONAL FRONT VIEW');
  if (!title) throw new Error('no title');
  const isInFront = ({ layer, pen, from }: Ink['strokes'][number]): boolean =>
    layer === 'views' && pen === 'outline' && from[1] > title.at[1] && from[0] > title.at[0] - 125;
  const front = (await inkOf(page)).strokes.filter(isInFront);
  const left = Math.min(...front.flatMap((s) => [s.from[0], s.to[0]])) + 50;
  // the lower half of the shoulder, 52 across
  const shoulder = front.filter((s) => [s.from[0], s.to[0]].every((x) => Math.abs(x - left) < 0.02));
  const at: Point = [left, Math.min(...shoulder.flatMap((s) => [s.from[1], s.to[1]])) + 26];
  const ink = await inkOf(page);
  // below the axis the outside of the socket, halves of its diameters from the axis
  expectLines(ink, 'views', at, [
    [0, -26, 46, -26],
    [0, -26, 0, -14],
    [84.5, -36, 100, -36],
    [100, -36, 100, -22],
    [112, -22, 112, -14],
    [-50, -14, 0, -14],
  ]);
  // above it the bore laid open, the rod end and the cotter whole in it
  expectLines(ink, 'views', at, [
    [32, 0, 32, 17],
    [34, 0, 34, 17],
    [32, 17, 46, 17],
    [47, 17, 47, 48],
    [84.5, 17, 84.5, 36],
  ]);
  // only the socket is hatched, and only above the axis
  const hatch = ink.strokes
    .filter((s) => s.layer === 'hatch')
    .map((s) => [(s.from[0] + s.to[0]) / 2 - at[0], (s.from[1] + s.to[1]) / 2 - at[1]] as const);
  expect(hatch.length).toBeGreaterThan(10);
  const isInSocket = ([x, y]: readonly [number, number]): boolean =>
    y > 0 &&
    ((x > -50 && x < 32 && y < 26) ||
      (x > 32 && x < 46 && y > 17 && y < 26) ||
      (x > 84.4 && x < 100 && y > 17 && y < 36));
  expect(hatch.filter((p) => !isInSocket(p))).toEqual([]);
  // in the end view the rings behind the collar are hidden
  expect(ink.strokes.filter((s) => s.layer === 'hidden' && s.from[0] < at[0] - 60).length).toBeGreaterThan(
    10,
  );

  // both rods run on: their ends are pointed at and broken off
  await work.stage('Project');
  for (const x of [-50, 174]) {
    await clickPaper(page, [at[0] + x, at[1] - 7]);
    await page.getByRole('button', { name: 'Break it off here: it runs on' }).click();
    work.actions += 2;
    await saved(page);
  }
  await expect(page.getByRole('region', { name: 'Ends broken off' }).locator('p')).toHaveCount(2);
  await settled(page);
  const broken = await inkOf(page);
  for (const x of [-50, 174]) {
    const isThere = (pen: string) => (s: Ink['strokes'][number]) =>
      s.layer === (pen === 'rule' ? 'breaks' : 'views') &&
      s.pen === pen &&
      Math.abs(s.from[0] - at[0] - x) < 0.02 &&
      Math.abs(s.to[0] - at[0] - x) < 0.02;
    expect(broken.strokes.filter(isThere('outline'))).toEqual([]);
    // in the front view and in the top view
    expect(broken.strokes.filter(isThere('rule'))).toHaveLength(4);
  }

  // of all sizes those that matter here: where the parts meet, the fit of the bore, the cotter
  await work.stage('Dimension');
  // the accounts come in above it while the page opens and move it
  const ofAssembly = page.getByRole('radio', { name: 'those of an assembly' });
  await expect(async () => {
    await ofAssembly.click({ timeout: 2000 });
    await expect(ofAssembly).toBeChecked({ timeout: 2000 });
  }).toPass();
  await saved(page);
  await work.press('Dimension the sheet');
  work.actions++;
  await expect(
    page.getByText('Each size that matters on an assembly is given.', { exact: false }),
  ).toBeVisible();
  await settled(page);
  const figures = await page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents();
  expect(figures.sort()).toEqual(['100', '112', '47', '8', '⌀34']);
  const actions = [socket, end, cotter, work].reduce((sum, w) => sum + w.actions, 0);
  console.log(`    ${actions} actions`);
  expect(actions).toBeLessThanOrEqual(50);
});
