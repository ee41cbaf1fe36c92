import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { listen, newLine, openDrawing, saved } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });
const server = serverFor(test);

const titles = async (page: Page): Promise<string[]> =>
  page.locator('tbody').getByRole('link').allTextContents();

test('drawings are put into folders and tagged together, and found by words of their statements', async ({
  page,
}) => {
  const troubles = listen(page);
  await page.goto(server.address);
  for (const title of ['Louvre bracket', 'Sensor shoe']) await page.getByLabel(`Pick ${title}`).check();
  const bar = page.getByRole('region', { name: 'Picked drawings' });
  await bar.getByLabel('Folder').fill('Fog bell');
  await bar.getByRole('button', { name: 'Put into it' }).click();
  const folders = page.getByRole('navigation', { name: 'Folders' });
  await expect(folders.getByRole('button', { name: /Fog bell/ })).toHaveText('Fog bell2');
  await bar.getByLabel('Tag').fill('milled');
  await bar.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByTitle('Show all with the tag milled')).toHaveCount(2);
  await folders.getByRole('button', { name: /Fog bell/ }).click();
  await expect(page.getByText('2 drawings found')).toBeVisible();
  expect(await titles(page)).toEqual(['Louvre bracket', 'Sensor shoe']);
  // what is shown stands in the address
  await page.reload();
  await expect(page.getByText('2 drawings found')).toBeVisible();
  await folders.getByRole('button', { name: /All drawings/ }).click();
  await expect(page.getByRole('row')).toHaveCount(8);
  // the search has a key, and looks into the statements
  await page.keyboard.press('/');
  await expect(page.getByLabel('Find in the register')).toBeFocused();
  await page.keyboard.type('hole 12');
  await expect(page.getByText('1 drawing found')).toBeVisible();
  expect(await titles(page)).toEqual(['Louvre bracket']);
  await page.getByLabel('Find in the register').fill('gnomon of cheese');
  await page.getByRole('button', { name: 'Show all drawings' }).click();
  await expect(page.getByRole('row')).toHaveCount(8);
  await page.getByRole('button', { name: 'Title' }).click();
  await expect.poll(() => titles(page)).toEqual([...(await titles(page))].sort());
  await page.getByRole('button', { name: 'Title' }).click();
  await expect(page.getByRole('columnheader', { name: 'Title' })).toHaveAttribute('aria-sort', 'descending');
  await page.getByLabel('Pictures').check();
  const sheets = page.locator('tbody img');
  await expect(sheets).toHaveCount(7);
  await expect
    .poll(() =>
      sheets.evaluateAll((all) => all.filter((i) => (i as HTMLImageElement).naturalWidth > 0).length),
    )
    .toBe(7);
  expect(troubles).toEqual([]);
});

test('many files are opened at once, by the button and by dropping them; one that is refused is named', async ({
  page,
}) => {
  await page.goto(server.address);
  const part = (name: string) => ({
    name: `${name}.part.json`,
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({
        format: 'blue-ledger/part@1',
        name,
        units: 'mm',
        bodies: [
          {
            name: 'body',
            features: [
              { id: 'block', op: 'add', shape: { kind: 'block', width: 30, depth: 20, height: 10 } },
            ],
          },
        ],
      }),
    ),
  });
  await page
    .getByLabel('Part, drawing or solid file')
    .setInputFiles([
      part('one of many'),
      { name: 'shopping.json', mimeType: 'application/json', buffer: Buffer.from('{"eggs": 12}') },
      part('another'),
    ]);
  await expect(page.getByText('2 of 3 files opened into the register.')).toBeVisible();
  await expect(page.getByRole('alert').first()).toContainText('shopping.json');
  await expect(page.getByRole('link', { name: 'one of many' })).toBeVisible();
  const transfer = await page.evaluateHandle((text) => {
    const data = new DataTransfer();
    for (const name of ['dropped', 'dropped too'])
      data.items.add(new File([text.replace('another', name)], `${name}.part.json`));
    return data;
  }, part('another').buffer.toString());
  await page.getByRole('main').dispatchEvent('dragover', { dataTransfer: transfer });
  await expect(page.getByText('Let go to open the files')).toBeVisible();
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: transfer });
  await expect(page.getByText('2 of 2 files opened into the register.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'dropped too' })).toBeVisible();
});

test('a backup is saved and brought back; what was changed since is set back, and Undo has it again', async ({
  page,
}, info) => {
  await page.goto(server.address);
  await page.getByRole('button', { name: 'Backup' }).click();
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save a backup' }).click();
  const path = info.outputPath('backup.zip');
  await (await saving).saveAs(path);
  await page.getByRole('button', { name: 'Close' }).click();
  await openDrawing(page, server.address, 'Louvre bracket');
  await newLine(page).fill('hole 5 through, 50 from left, 8 from front');
  await newLine(page).press('Enter');
  await saved(page);
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const isDrilled = async (): Promise<boolean> =>
    (await (await page.request.get(`${server.address}/api/drawings/${id}`)).text()).includes('"id":"hole"');
  expect(await isDrilled()).toBe(true);
  await page.goto(server.address);
  await page.getByRole('button', { name: 'Backup' }).click();
  const file = page.getByLabel('Backup file');
  // a file that is cut off is refused before anything is done
  await file.setInputFiles({
    name: 'cut off.zip',
    mimeType: 'application/zip',
    buffer: readFileSync(path).subarray(0, 900),
  });
  await expect(page.getByRole('alert').first()).toContainText('take another copy');
  await file.setInputFiles(path);
  const plan = page.getByTestId('restore-plan');
  const bracket = plan.getByRole('row').filter({ hasText: 'Louvre bracket' });
  await expect(bracket).toContainText('stays');
  await expect(page.getByRole('button', { name: 'Nothing to bring back' })).toBeDisabled();
  await page.getByLabel('Set back drawings that were changed since').check();
  await expect(bracket).toContainText('is set back');
  await page.getByRole('button', { name: 'Bring back', exact: true }).click();
  await expect(page.getByText('backup.zip is brought back.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await openDrawing(page, server.address, 'Louvre bracket');
  expect(await isDrilled()).toBe(false);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(isDrilled).toBe(true);
});
