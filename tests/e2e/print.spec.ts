import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { openDrawing } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const openPrint = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Print / Save' }).click();
  await page.getByRole('menuitem', { name: 'Print …' }).click();
};
/** The address of the PDF that a press opens. */
const pressed = async (page: Page): Promise<string> => {
  const [opened] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('button', { name: 'Open the PDF' }).click(),
  ]);
  const request = await opened.waitForEvent('request', (r) => r.url().includes('as=pdf'));
  const address = request.url();
  await opened.close();
  return address;
};
/** How many pages a PDF has, and its words, by a reader that is not ours. */
const readPdf = async (page: Page, address: string): Promise<{ pages: number; words: string }> => {
  const bytes = await (await page.request.get(address)).body();
  const dir = mkdtempSync(join(tmpdir(), 'print-'));
  try {
    writeFileSync(join(dir, 'a.pdf'), bytes);
    const words = execFileSync('pdftotext', ['a.pdf', '-'], { cwd: dir, encoding: 'utf8' });
    return { pages: words.split('\f').length - 1, words };
  } finally {
    rmSync(dir, { recursive: true });
  }
};

test('a sheet over small paper for a printer that was measured', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await openPrint(page);
  await page.getByLabel('Paper in the printer').selectOption('A4');
  await expect(page.getByTestId('tiles')).toContainText('4 tiles, 2 x 2');
  // an overlap that leaves no room is told before anything is printed
  await page.getByLabel('Overlap').fill('90');
  await expect(page.getByTestId('tiles')).toContainText('an overlap 8 to 60 mm');
  await expect(page.getByRole('button', { name: 'Open the PDF' })).toBeDisabled();
  await page.getByLabel('Overlap').fill('15');
  // a page that was fitted to its paper is not corrected for
  await page.getByRole('button', { name: 'Measure a printer' }).click();
  await page.getByLabel('Name of the printer').fill('Bench printer');
  await page.getByLabel('Across', { exact: true }).fill('142');
  await page.getByLabel('Along', { exact: true }).fill('189,5');
  await page.getByRole('button', { name: 'Remember' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'too far off' })).toBeVisible();
  await page.getByLabel('Across', { exact: true }).fill('149.4');
  await page.getByLabel('Along', { exact: true }).fill('200,8');
  await page.getByRole('button', { name: 'Remember' }).click();
  await expect(page.getByTestId('printed bars')).toContainText('149.4 mm across and 200.8 mm along');
  const { pages, words } = await readPdf(page, await pressed(page));
  expect(pages).toBe(4);
  expect(words).toContain('Corrected for Bench printer: 100.4 % across, 99.6 % along');
  expect(words).toContain('B2 of 2 x 2');
  // it is remembered, for another drawing too
  await openDrawing(page, server.address, 'Sensor shoe');
  await openPrint(page);
  await page.getByLabel('Printer', { exact: true }).selectOption('Bench printer');
  await expect(page.getByTestId('printed bars')).toContainText('149.4 mm');
  await page.getByRole('button', { name: 'Forget it' }).click();
  await expect(page.getByLabel('Printer', { exact: true })).toHaveValue('');
});

test('the lists beside the sheet: setting-out list, worksheet and shop slip', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await openPrint(page);
  const [slip] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('button', { name: 'Open the shop slip' }).click(),
  ]);
  await expect(slip.getByRole('heading', { name: /^Shop slip/ })).toBeVisible();
  await expect(slip.getByRole('row', { name: /^bracket/ })).toContainText('905240');
  await expect(slip.getByRole('row', { name: /^bore/ })).toContainText('70 from the left edge');
  await expect(slip.getByRole('row', { name: /^bore/ })).toContainText('counterbored 20 by 4 deep');
  await slip.getByLabel('Allowance at each size').fill('3');
  await slip.getByRole('button', { name: 'Work out' }).click();
  await expect(slip.getByRole('row', { name: /^bracket/ })).toContainText('935543');
  await slip.close();
  for (const [name, heading] of [
    ['Open the setting-out list', /^Setting-out list/],
    ['Open the worksheet', /Louvre bracket/],
  ] as const) {
    const [list] = await Promise.all([
      page.waitForEvent('popup'),
      page.getByRole('button', { name }).click(),
    ]);
    await expect(list.getByRole('heading', { name: heading }).first()).toBeVisible();
    await list.close();
  }
});

test('a job as a ZIP with all files of each sheet and a list', async ({ page }) => {
  await page.goto(server.address);
  for (const title of ['Louvre bracket', 'Sensor shoe']) await page.getByLabel(`Pick ${title}`).click();
  const listed = await page.getByRole('link', { name: 'With a sheet list first' }).getAttribute('href');
  const plain = await page.getByRole('link', { name: 'Print 2 sheets as one PDF' }).getAttribute('href');
  const pagesOf = async (href: string | null): Promise<number> => {
    const body = (await (await page.request.get(`${server.address}${href}`)).body()).toString('latin1');
    return body.match(/\/Type \/Page\b/g)?.length ?? 0;
  };
  expect(await pagesOf(plain)).toBe(2);
  expect(await pagesOf(listed)).toBe(3);
  const address = await page.getByRole('link', { name: 'Save all files as ZIP' }).getAttribute('href');
  const zip = unzipSync(new Uint8Array(await (await page.request.get(`${server.address}${address}`)).body()));
  const names = Object.keys(zip);
  expect(names).toEqual(expect.arrayContaining(['index.html', 'sheets.csv', 'sheets.pdf']));
  for (const ending of ['pdf', 'svg', 'dxf', 'true.dxf', 'dimensions.dxf', 'drawing.json', 'part.json'])
    expect(names.filter((n) => n.endsWith(`/sheet.${ending}`))).toHaveLength(2);
  const list = Buffer.from(zip['sheets.csv'] as Uint8Array).toString();
  expect(list.split('\r\n')).toHaveLength(4);
  expect(list).toContain('Louvre bracket');
});
