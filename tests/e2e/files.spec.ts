import { readFile } from 'node:fs/promises';
import { inflateSync } from 'node:zlib';
import { type Download, expect, type Page, test } from '@playwright/test';
import { openDrawing, saved, type } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test);

const save = async (page: Page, what: string): Promise<Download> => {
  await page.getByRole('button', { name: 'Print / Save' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: what }).click();
  return download;
};
const bytesOf = async (d: Download): Promise<Buffer> => readFile(await d.path());

test('SVG and PDF measure true: the check bar is 50 mm, the part its own size at the scale', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  const svg = (await bytesOf(await save(page, 'Save SVG'))).toString();
  expect(svg).toContain('width="420mm" height="297mm" viewBox="0 0 420 297"');
  const bars = [...svg.matchAll(/d="M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)M/g)].map((m) =>
    Math.abs(Number(m[3]) - Number(m[1])),
  );
  expect(bars).toContain(50);
  const pdf = await bytesOf(await save(page, 'Save PDF'));
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  const text = pdf.toString('latin1');
  const box = /\/MediaBox \[ 0 0 ([\d.]+) ([\d.]+) \]/.exec(text);
  expect((Number(box?.[1]) / 72) * 25.4).toBeCloseTo(420, 4);
  expect((Number(box?.[2]) / 72) * 25.4).toBeCloseTo(297, 4);
  // every level line of the page in mm; the front view is 64 high and 56 wide at 1:1
  const lines: number[] = [];
  for (const m of text.matchAll(/stream\r?\n/g)) {
    const start = (m.index ?? 0) + m[0].length;
    let content: string;
    try {
      content = inflateSync(pdf.subarray(start, pdf.indexOf('endstream', start))).toString('latin1');
    } catch {
      continue;
    }
    for (const l of content.matchAll(/([\d.]+) ([\d.]+) m\s+([\d.]+) ([\d.]+) l\s/g))
      lines.push((Math.hypot(Number(l[3]) - Number(l[1]), Number(l[4]) - Number(l[2])) / 72) * 25.4);
  }
  for (const wanted of [50, 64, 56])
    expect(Math.min(...lines.map((x) => Math.abs(x - wanted)))).toBeLessThan(1e-3);
});

test('DXF on the paper and at true size, and a picture of the sheet', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  for (const what of ['Save DXF, on the paper', 'Save DXF, true size with layout']) {
    const dxf = (await bytesOf(await save(page, what))).toString('latin1');
    expect(dxf).toContain('AC1015');
    expect(dxf).toContain('Visible edges');
    expect(dxf.trimEnd().endsWith('EOF')).toBe(true);
  }
  const png = await bytesOf(await save(page, 'Save PNG, 300 dpi'));
  // width and height stand in the header: an A3 sheet at 300 to the inch
  expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([4961, 3508]);
});

test('part and drawing files are saved and opened again unchanged', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await type(page.getByLabel(/^Size L,/), 'D * 2 1/4');
  await saved(page);
  const drawing = await bytesOf(await save(page, 'Save drawing file'));
  const part = await bytesOf(await save(page, 'Save part file'));
  expect(JSON.parse(part.toString()).dims.L).toBe('D * 2 1/4');
  await page.goto(server.address);
  const open = (name: string, buffer: Buffer): Promise<void> =>
    page
      .getByLabel('Part, drawing or solid file')
      .setInputFiles({ name, mimeType: 'application/json', buffer });
  await open('again.drawing.json', drawing);
  await expect(page.getByTestId('overall W')).toHaveText('90');
  expect((await bytesOf(await save(page, 'Save drawing file'))).equals(drawing)).toBe(true);
  await page.goto(server.address);
  await open('again.part.json', part);
  await expect(page.getByTestId('sheet')).toBeVisible();
  expect((await bytesOf(await save(page, 'Save part file'))).equals(part)).toBe(true);
});

test('bad files get one sentence with the place and leave all as it was', async ({ page }) => {
  await page.goto(server.address);
  const rows = await page.getByRole('row').count();
  const open = (name: string, text: string): Promise<void> =>
    page
      .getByLabel('Part, drawing or solid file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  const alert = page.getByRole('alert').filter({ hasText: /\S/ });
  await open('broken.json', '{ "format": ');
  await expect(alert).toContainText('broken.json is not a part or drawing file');
  await open(
    'zero.part.json',
    JSON.stringify({
      format: 'blue-ledger/part@1',
      name: 'z',
      units: 'mm',
      bodies: [
        {
          name: 'b',
          features: [{ id: 'plate', op: 'add', shape: { kind: 'block', width: 0, depth: 2, height: 3 } }],
        },
      ],
    }),
  );
  await expect(alert).toHaveText(
    'zero.part.json, body "b", feature "plate", shape.width: The size is zero. Give a size above zero.',
  );
  await open('odd.json', '{"format":"something"}');
  await expect(alert).toContainText('odd.json, format');
  await open(
    'large.part.json',
    JSON.stringify({ format: 'blue-ledger/part@1', name: 'x'.repeat(5_000_000) }),
  );
  await expect(alert).toContainText('the most that is read is 4 MB');
  await page.reload();
  await expect(page.getByRole('row')).toHaveCount(rows);
});

test('several drawings are picked in the register and printed as one PDF', async ({ page }) => {
  await page.goto(server.address);
  // a page that is still coming to life takes no press yet
  await expect(async () => {
    await page.getByLabel('Pick Vane hub, hollow hexagon for printing').setChecked(true, { timeout: 1000 });
    await expect(page.getByRole('link', { name: 'Print the picked sheet' })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await page.getByLabel('Pick all for printing').check();
  const link = page.getByRole('link', { name: /^Print \d+ sheets as one PDF$/ });
  const count = Number(/\d+/.exec((await link.textContent()) ?? '')?.[0]);
  expect(count).toBeGreaterThanOrEqual(6);
  const answer = await page.request.get(
    new URL((await link.getAttribute('href')) ?? '', server.address).href,
  );
  expect(answer.headers()['content-type']).toBe('application/pdf');
  const pages = (await answer.body()).toString('latin1').match(/\/Type \/Page\b(?!s)/g);
  expect(pages?.length).toBe(count);
  // what is not in the register is told by a sentence
  const bad = await page.request.get(`${server.address}/api/drawings/sheets?id=nothing-of-the-kind`);
  expect(bad.status()).toBe(404);
});
