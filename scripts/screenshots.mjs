// Takes the pictures of docs/screenshots from a running demo: node scripts/screenshots.mjs [address]
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './steps.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4170';
const folder = 'docs/screenshots';
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
  ],
});
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();

const open = async (title, stage) => {
  await page.goto(address);
  await page.getByRole('link', { name: title, exact: true }).click();
  await page.getByTestId('sheet').waitFor();
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: stage }).click();
};
const take = async (name) => {
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}/${name}.png` });
};

await page.goto(address);
await take('register');
await page.goto(`${address}/views`);
const walk = async (view, text) => {
  await page.getByRole('application', { name: view }).focus();
  await page.getByLabel(/^Walk in/).fill(text);
  await page.getByLabel(/^Walk in/).press('Enter');
};
await walk('Front view', 'right 12, up 6, left 4, down 2, left 3, up 2, left 5, close');
await walk('Left view', 'right 8, up 6, left 8, close, hidden, from 0 4, right 8');
await page.getByRole('button', { name: 'Open solid 1 as a drawing' }).waitFor();
await take('given-views');
await open('Louvre bracket', 'Measure');
await page.getByTestId('pictorial').waitFor();
await page.getByLabel('New line of the statement').fill('hole 6 countersunk 12 right');
await page.waitForTimeout(1200);
await take('measure');
await page.getByLabel('New line of the statement').fill('');
await open('Mast clamp with bolts', 'Set out');
await page.waitForTimeout(600);
await take('set-out');
await open('Sensor shoe', 'Project');
const view = await page.getByTestId('sheet').getByText('TOP VIEW').boundingBox();
await page.mouse.click(view.x - 50, view.y - 30);
await page.getByRole('button', { name: 'Describe the views' }).click();
await page.waitForTimeout(600);
await take('project');
await open('Lantern cap, eight-sided', 'Transfer');
await page.getByRole('radio', { name: '1, 2' }).click();
await page.getByLabel('Point 4, its name').focus();
await take('transfer');
await page.getByRole('radio', { name: 'Off' }).click();
await page.getByRole('radio', { name: 'Construct' }).click();
await page.waitForTimeout(1200);
await page.getByLabel('Step', { exact: true }).fill('11');
await take('construct');
await open('Louvre bracket', 'Transfer');
await page.getByRole('radio', { name: 'Practise' }).click();
await page.getByRole('radio', { name: 'Mine' }).click();
await page.waitForTimeout(1000);
const board = page.getByTestId('practice');
await board.focus();
// a light line through every second place that the cursor comes to
for (let i = 0; i < 9; i++) {
  await page.keyboard.press('ArrowDown');
  if (i % 2 === 0) await page.keyboard.press('Enter');
}
for (let i = 0; i < 8; i++) await page.getByRole('button', { name: /hint$/ }).click();
await take('practise');
await open('Lantern cap, eight-sided', 'Cut');
await page.getByRole('button', { name: 'Cut point 4, follow' }).focus();
await take('cut');
const id = page.url().split('/').at(-1);
await page.goto(`${address}/drawings/${id}/development?cut=A&seam=6`);
await page.getByRole('img').waitFor();
await take('laid-flat');
const pdf = Buffer.from(await (await fetch(`${address}/api/drawings/${id}/sheet?as=pdf`)).arrayBuffer());
const made = spawnSync('pdftoppm', ['-r', '78', '-png', '-singlefile', '-', `${folder}/sheet`], {
  input: pdf,
});
if (made.status !== 0) {
  rmSync(`${folder}/sheet.png`, { force: true });
  console.error('The picture of the printed sheet needs pdftoppm (apt-get install poppler-utils).');
}
await open('Louvre bracket', 'Dimension');
await page.getByRole('button', { name: 'Dimension the sheet' }).click();
await page.getByText('Each is given once').waitFor();
await page
  .getByTestId('sheet')
  .getByRole('button', { name: /^Dimension 70 in/ })
  .click();
await page.waitForTimeout(600);
await take('dimension');
// a copy with one figure typed over, to be marked
const model = page.url().split('/').at(-1);
const handed = await (await fetch(`${address}/api/drawings/${model}/sheet?as=dxf-dimensions`)).text();
const asFile = (name, text) => ({ name, mimeType: 'image/vnd.dxf', buffer: Buffer.from(text) });
await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Check' }).click();
await page.getByRole('button', { name: 'Mark drawings' }).click();
await page
  .getByLabel('Drawings to be marked')
  .setInputFiles([
    asFile('M. Rowan.dxf', handed),
    asFile('T. Vale.dxf', handed.replace('\n  1\n<>\n', '\n  1\n97\n')),
    asFile('A. Lind.dxf', handed.replace(/\n {2}0\nDIMENSION\n[\s\S]*?(?=\n {2}0\n)/, '')),
  ]);
await page.getByTestId('marks of A. Lind.dxf').waitFor();
await page.getByRole('button', { name: 'T. Vale.dxf', exact: true }).click();
await page.waitForTimeout(800);
await take('marking');
await page.getByRole('button', { name: 'Close' }).click();
await page.getByRole('button', { name: 'Print / Save' }).click();
await page.getByRole('menuitem', { name: 'Print …' }).click();
await page.getByLabel('Paper in the printer').selectOption('A4');
await page.getByLabel('Printer', { exact: true }).selectOption('Simulated printer');
await take('print');
await page.getByRole('button', { name: 'Close' }).click();
await open('Sundial wedge', 'Dimension');
await page.getByRole('button', { name: 'Dimension the sheet' }).click();
await page.getByText('Each is given once').waitFor();
await page.getByRole('list', { name: 'Dimensions' }).getByRole('button').nth(2).click();
await page.getByRole('button', { name: /^Take (?!all).* out$/ }).click();
await page.getByText('still missing').waitFor();
await open('Sundial wedge', 'Check');
await page.waitForTimeout(1200);
await take('check');
await open('Sensor shoe', 'Issue');
await page.getByLabel('Form of the title block').selectOption('workshop');
await page.getByLabel('Issued by').fill('R. M.');
await page.getByRole('button', { name: /^Issue [A-Z]$/ }).click();
await page.getByText('Issued as').waitFor();
await page.waitForTimeout(600);
await take('issue');
// an exercise of the practice room, with its first hint
await page.goto(`${address}/practice`);
await page.getByRole('button', { name: /^Third view from two/ }).click();
await page.getByLabel('Level').selectOption('5');
await page.getByLabel('Number').fill('12');
await page.getByRole('button', { name: 'Show it' }).click();
await page.getByRole('region', { name: 'Exercise' }).waitFor();
await page.keyboard.press('h');
await take('practice-room');
await page.goto(`${address}/method/plane-of-three-points`);
await page.getByTestId('method figure').first().waitFor();
await take('method');
// house rules of one's own, which are not left behind
await page.goto(`${address}/rules`);
await page.getByRole('button', { name: 'Solids class' }).click();
await page.getByRole('button', { name: 'Copy, to be changed' }).click();
await page.getByLabel('Name', { exact: true }).fill('Skerrow Point school');
await page.getByLabel('Name', { exact: true }).press('Enter');
await page.getByRole('button', { name: 'Skerrow Point school' }).waitFor();
await page.waitForTimeout(1500);
await page.getByRole('region', { name: 'Skerrow Point school' }).evaluate((e) => e.scrollTo(0, 0));
await take('house-rules');
await page.getByRole('button', { name: 'Delete' }).click();
await browser.close();
