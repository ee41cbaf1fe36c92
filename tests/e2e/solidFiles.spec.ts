import { readFile } from 'node:fs/promises';
import { type Download, expect, type Page, test } from '@playwright/test';
import {
  enterLine,
  listen,
  newDrawing,
  newLine,
  saved,
  stand,
  statementEditor,
  writtenStatement,
} from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

const save = async (page: Page, what: string): Promise<Download> => {
  await page.getByRole('button', { name: 'Print / Save' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: what }).click();
  return download;
};
const open = (page: Page, name: string, text: string): Promise<void> =>
  page
    .getByLabel('Part, drawing or solid file')
    .setInputFiles({ name, mimeType: 'model/step', buffer: Buffer.from(text) });

test('a part is saved as STEP, STL, OBJ and 3MF; the STEP file is opened, dimensioned, drilled and saved again', async ({
  page,
}) => {
  const troubles = listen(page);
  await newDrawing(page, server.address);
  for (const line of ['block 60 x 40 x 20', 'hole 12 through top 20 20', 'hole 8 dia 10 deep top 45 20']) {
    await newLine(page).fill(line);
    await newLine(page).press('Enter');
    await expect(newLine(page)).toHaveValue('');
  }
  await saved(page);
  const volume = 60 * 40 * 20 - Math.PI * (36 * 20 + 16 * 10);
  const inWords = (x: number): string => `${Number(x.toFixed(2))} mm³`;
  const shown = inWords(volume);
  await expect(page.getByText(shown).first()).toBeVisible();
  const step = (await readFile(await (await save(page, 'Save STEP')).path())).toString();
  expect(step).toMatch(/^ISO-10303-21;/);
  expect(step.match(/=CYLINDRICAL_SURFACE\(/g)).toHaveLength(2);
  const stl = await readFile(await (await save(page, 'Save STL')).path());
  expect(stl.length).toBe(84 + 50 * stl.readUInt32LE(80));
  expect((await readFile(await (await save(page, 'Save OBJ')).path())).toString()).toContain('\nf ');
  expect((await readFile(await (await save(page, 'Save 3MF')).path())).subarray(0, 2).toString()).toBe('PK');

  await page.goto(server.address);
  await open(page, 'drilled block.step', step);
  await expect(page.getByTestId('sheet')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(shown).first()).toBeVisible();
  await expect(page.getByText('add a solid, from the file')).toBeVisible();
  // no figure of the statement says where its faces are: all of its sizes are offered as dimensions
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  for (const figure of ['60', '40', '20', '⌀12', '⌀8'])
    await expect(page.getByTestId('sheet').getByText(figure, { exact: true }).first()).toBeVisible();
  await expect(page.getByText('still missing')).toHaveCount(0);
  // the statement as text is read back as it is written
  await stand(page, 'Measure');
  await newLine(page).fill('hole 6 through top 45 34');
  await newLine(page).press('Enter');
  await expect(page.getByText(inWords(volume - Math.PI * 9 * 20)).first()).toBeVisible();
  await page.getByRole('button', { name: 'Edit as text' }).click();
  await expect(statementEditor(page)).toBeVisible();
  expect(await writtenStatement(page)).toContain('add a solid, from the file drilled block.step');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByText(inWords(volume - Math.PI * 9 * 20)).first()).toBeVisible();
  const again = (await readFile(await (await save(page, 'Save STEP')).path())).toString();
  expect(again.match(/=CYLINDRICAL_SURFACE\(/g)).toHaveLength(3);
  expect(troubles).toEqual([]);
});

test('a solid of a file is stated by lines with live figures, and the step can be taken back', async ({
  page,
}) => {
  const troubles = listen(page);
  await newDrawing(page, server.address);
  for (const line of [
    'block 60 x 40 x 20',
    'hole 12 through top 20 20, counterbore 18 x 6',
    '2 holes 6 dia 20 apart, 45 from left, 10 from front',
  ])
    await enterLine(page, line);
  await saved(page);
  const step = (await readFile(await (await save(page, 'Save STEP')).path())).toString();
  await page.goto(server.address);
  await open(page, 'plate.step', step);
  await expect(page.getByText('add a solid, from the file')).toBeVisible({ timeout: 20_000 });
  const volume = page.getByText(/^[\d.]+ mm³$/).first();
  const before = await volume.textContent();
  await page.getByRole('button', { name: 'State it by lines' }).click();
  const lines = page.getByRole('region', { name: /by lines$/ });
  await expect(lines).toContainText('The whole solid is recognised.');
  await expect(lines).toContainText('counterbored 18 by 6 deep');
  // nothing is changed until it is asked for
  await expect(page.getByText('add a solid, from the file')).toBeVisible();
  await lines.getByRole('button', { name: 'Use these lines' }).click();
  await expect(page.getByText('add a solid, from the file')).toHaveCount(0);
  await expect(volume).toHaveText(before as string);
  // a figure that the file did not have can be changed
  const height = page.getByTestId('overall H');
  await expect(height).toHaveText(/20/);
  await saved(page);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('add a solid, from the file')).toBeVisible();
  await expect(volume).toHaveText(before as string);
  expect(troubles).toEqual([]);
});

test('a file that cannot be read is refused by the entity, and nothing is added', async ({ page }) => {
  await page.goto(server.address);
  const before = await page.getByRole('row').count();
  await open(page, 'broken.stp', 'ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#1=PLANE((;\nENDSEC;\n');
  await expect(page.getByRole('alert').first()).toContainText(
    'broken.stp, entity #1: The text from here on cannot be read: it is damaged or cut off. Write the file anew.',
  );
  await open(page, 'empty.step', 'ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n');
  await expect(page.getByRole('alert').first()).toContainText('empty.step, file: It holds no solid.');
  expect(await page.getByRole('row').count()).toBe(before);
});
