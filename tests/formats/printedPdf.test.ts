import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import { openDesk } from '../../core/drawing/desk.ts';
import { SIMULATED_PRINTER } from '../../core/print/printer.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import { jobArchive, sheetListCsv } from '../../formats/jobArchive.ts';
import { sheetPdf, testPagePdf } from '../../formats/sheetPdf.ts';
import { demoDrawing } from '../samples.ts';

const lettering = {
  usual: readFileSync('public/lettering/osifont.ttf'),
  wide: readFileSync('public/lettering/DejaVuSansCondensed.ttf'),
};
const details = { title: 'Bracket', lettering, date: new Date(0) };
const drawing = demoDrawing('02-louvre-bracket.drawing.json');
const sheetOf = (): Sheet => {
  const worked = openDesk().work(drawing);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};

/** Pixels to a millimetre. */
const MM = 5;

/** A page of a PDF as grey pixels, five to the millimetre, by a reader that is not ours. */
const rendered = (pdf: Uint8Array, page = 1) => {
  const dir = mkdtempSync(join(tmpdir(), 'print-'));
  try {
    writeFileSync(join(dir, 'a.pdf'), pdf);
    execFileSync(
      'pdftoppm',
      ['-gray', '-r', '127', '-f', `${page}`, '-l', `${page}`, '-singlefile', 'a.pdf', 'a'],
      {
        cwd: dir,
      },
    );
    const bytes = readFileSync(join(dir, 'a.pgm'));
    const [, w = 0, h = 0] = (/^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 40)) ?? []).map(
      Number,
    );
    const head = bytes.length - w * h;
    const dark = (x: number, y: number): boolean => (bytes[head + y * w + x] as number) < 128;
    return { w, h, dark };
  } finally {
    rmSync(dir, { recursive: true });
  }
};
type Picture = ReturnType<typeof rendered>;

/** The longest dark level run and the longest dark upright run, mm. */
const longest = ({ w, h, dark }: Picture): [number, number] => {
  const most = (outer: number, inner: number, at: (o: number, i: number) => boolean): number => {
    let best = 0;
    for (let o = 0; o < outer; o++) {
      let run = 0;
      for (let i = 0; i < inner; i++) {
        run = at(o, i) ? run + 1 : 0;
        best = Math.max(best, run);
      }
    }
    return best / MM;
  };
  return [most(h, w, (y, x) => dark(x, y)), most(w, h, (x, y) => dark(x, y))];
};

describe('the test page, read by another program', () => {
  let bars: [number, number];
  beforeAll(async () => {
    bars = longest(rendered(await testPagePdf(details)));
  });
  test('its bars are 150 and 200 mm long, but for the width of a line', () => {
    expect(Math.abs(bars[0] - 150)).toBeLessThan(0.9);
    expect(Math.abs(bars[1] - 200)).toBeLessThan(0.9);
  });
});

describe('a sheet for a printer that does not print true', () => {
  const sheet = sheetOf();
  const frame = sheet.paper.frame;
  test('is stretched so that the print is true, and says so', async () => {
    const [plain, corrected] = await Promise.all([
      sheetPdf([sheet], details),
      sheetPdf([sheet], details, { printer: SIMULATED_PRINTER }),
    ]);
    const [a, b] = [longest(rendered(plain)), longest(rendered(corrected))];
    // the frame is the longest line both ways
    expect(Math.abs(a[0] - frame.w)).toBeLessThan(0.9);
    expect(Math.abs(b[0] * SIMULATED_PRINTER.across - a[0])).toBeLessThan(0.5);
    expect(Math.abs(b[1] * SIMULATED_PRINTER.along - a[1])).toBeLessThan(0.5);
    const dir = mkdtempSync(join(tmpdir(), 'print-'));
    writeFileSync(join(dir, 'a.pdf'), corrected);
    const words = execFileSync('pdftotext', ['a.pdf', '-'], { cwd: dir }).toString();
    rmSync(dir, { recursive: true });
    expect(words).toContain('Corrected for Simulated printer: 100.81 % across, 99.4 % along');
  });
});

describe('a sheet over tiles', () => {
  const dir = mkdtempSync(join(tmpdir(), 'tiles-'));
  afterAll(() => rmSync(dir, { recursive: true }));
  test('each tile shows its part of the sheet where the plan has it', async () => {
    const sheet = sheetOf();
    const whole = rendered(await sheetPdf([sheet], details));
    const tiled = await sheetPdf([sheet], details, { tiling: { paper: 'A4', margin: 5, overlap: 15 } });
    const pdf = await PDFDocument.load(tiled);
    expect(pdf.getPageCount()).toBe(4);
    const { width, height } = pdf.getPage(0).getSize();
    const [pw, ph] = [width, height].map((x) => Math.round((x / 72) * 25.4)) as [number, number];
    const [ox, oy] = [5 + 8, 5 + 9];
    const [w, h] = [pw - 10 - 8, ph - 10 - 9];
    const columns = pdf.getPageCount() / Math.ceil((sheet.paper.height - h) / (h - 15) + 1);
    for (let page = 0; page < 4; page++) {
      const tile = rendered(tiled, page + 1);
      const [x0, y0] = [(page % columns) * (w - 15), Math.floor(page / columns) * (h - 15)];
      let [inked, same] = [0, 0];
      for (let x = Math.ceil(x0 * MM) + 10; x < Math.min(x0 + w, sheet.paper.width) * MM - 10; x += 2)
        for (let y = Math.ceil(y0 * MM) + 10; y < Math.min(y0 + h, sheet.paper.height) * MM - 10; y++) {
          if (!whole.dark(x, whole.h - 1 - y)) continue;
          inked++;
          const [u, v] = [Math.round(x - (x0 - ox) * MM), Math.round(y - (y0 - oy) * MM)];
          const near = [-1, 0, 1].some((du) =>
            [-1, 0, 1].some((dv) => tile.dark(u + du, tile.h - 1 - (v + dv))),
          );
          if (near) same++;
        }
      expect(inked).toBeGreaterThan(500);
      expect(same / inked).toBeGreaterThan(0.99);
    }
  });
});

test('a job as a ZIP: an index, a list, a folder to each sheet, and nothing lost of two of one name', () => {
  const files = [
    { ending: 'pdf', content: new Uint8Array([1, 2]) },
    { ending: 'drawing.json', content: '{}' },
  ];
  const sheets = [
    { drawing, scale: '1 : 1', files },
    { drawing, scale: '1 : 2', files },
  ];
  const zip = jobArchive(sheets, new Uint8Array([9]), new Date(0));
  const inside = unzipSync(zip);
  const folder = `${drawing.number} ${drawing.title}`;
  expect(Object.keys(inside).sort()).toEqual(
    [
      `${folder} (2)/sheet.drawing.json`,
      `${folder} (2)/sheet.pdf`,
      `${folder}/sheet.drawing.json`,
      `${folder}/sheet.pdf`,
      'index.html',
      'sheets.csv',
      'sheets.pdf',
    ].sort(),
  );
  expect(sheetListCsv(sheets).split('\r\n')).toHaveLength(4);
  expect(Buffer.from(zip).equals(Buffer.from(jobArchive(sheets, new Uint8Array([9]), new Date(0))))).toBe(
    true,
  );
});
