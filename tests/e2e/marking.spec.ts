import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { listen, openDrawing, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const saveAs = async (page: Page, as: string): Promise<string> => {
  const id = new URL(page.url()).pathname.split('/').at(-1);
  return (await page.request.get(`${server.address}/api/drawings/${id}/sheet?as=${as}`)).text();
};

test('a class is marked against the drawing: marks by a scheme, mistakes in words, CSV and PDF', async ({
  page,
}) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await saved(page);
  const right = await saveAs(page, 'dxf-dimensions');
  const typed = right.replace('\n  1\n<>\n', '\n  1\n97\n');
  expect(typed).not.toBe(right);
  const dimension = /\n {2}0\nDIMENSION\n[\s\S]*?(?=\n {2}0\n)/;
  const without = right.replace(dimension, '');
  const lines = await saveAs(page, 'dxf');
  await stand(page, 'Check');
  await page.getByRole('button', { name: 'Mark drawings' }).click();
  const dxf = (name: string, text: string) => ({
    name,
    mimeType: 'image/vnd.dxf',
    buffer: Buffer.from(text),
  });
  await page
    .getByLabel('Drawings to be marked')
    .setInputFiles([
      dxf('a right.dxf', right),
      dxf('b typed over.dxf', typed),
      dxf('c one missing.dxf', without),
      dxf('d lines only.dxf', lines),
      dxf('e broken.dxf', 'no drawing'),
    ]);
  await expect(page.getByTestId('marks of a right.dxf')).toHaveText('17 of 17');
  await expect(page.getByTestId('marks of b typed over.dxf')).toHaveText('16 of 17');
  await expect(page.getByTestId('marks of c one missing.dxf')).toHaveText('16 of 17');
  // what was not checked is not given marks for
  await expect(page.getByTestId('marks of d lines only.dxf')).toHaveText('12 of 12');
  await expect(page.getByRole('row', { name: /e broken/ })).toContainText('DXF');
  await page.getByRole('button', { name: 'b typed over.dxf', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Mistakes in b typed over.dxf' })).toContainText(
    '97 in the front view is 10 by the part',
  );
  await page.getByRole('button', { name: 'd lines only.dxf', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Mistakes in d lines only.dxf' })).toContainText(
    'were not marked',
  );
  // the scheme is the teacher's
  await page.getByLabel('Dimensions, off for a mistake').fill('2');
  await expect(page.getByTestId('marks of b typed over.dxf')).toHaveText('15 of 17');
  await expect(page.getByRole('img', { name: /^Commonest mistakes: / })).toBeVisible();
  const download = async (name: string): Promise<Buffer> => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    return readFileSync(await file.path());
  };
  const csv = (await download('Save the marks as CSV')).toString();
  expect(csv.split('\r\n')).toHaveLength(7);
  expect(csv).toContain('b typed over.dxf,4,5,3,3,15,17');
  expect((await download('PDF of b typed over.dxf')).subarray(0, 5).toString()).toBe('%PDF-');
  expect(troubles).toEqual([]);
});
