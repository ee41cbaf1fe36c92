import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { PDFDocument } from 'pdf-lib';
import { drawingOfPart } from '../../core/drawing/drawing.ts';
import { distance2, type Vec2 } from '../../core/geometry/vec.ts';
import type { Stretch } from '../../core/sheet/ink.ts';
import { DEFAULT_SETUP } from '../../core/sheet/setup.ts';
import { drawSheet } from '../../core/sheet/sheet.ts';
import { pathCommands } from '../../formats/sheetPath.ts';
import { sheetPdf } from '../../formats/sheetPdf.ts';
import { sheetSvg, svgPath } from '../../formats/sheetSvg.ts';
import { built, feature, partOf } from '../core/given.ts';

const font = readFileSync('public/lettering/osifont.ttf');
const file = {
  ...partOf(feature('add', { kind: 'block', width: 90, depth: 40, height: 30 })),
  name: 'A & B <plate>',
};
const sheet = drawSheet(built(file), { ...DEFAULT_SETUP, scale: 1, angle: 'third' }, drawingOfPart(file), []);

describe('paths', () => {
  const circle: Stretch = {
    curve: { type: 'conic', c: [50, 40], major: [30, 0], minor: [0, 30], round: true },
    from: 0,
    to: 2 * Math.PI,
  };
  test('arcs become curves within a ten-millionth of their radius', () => {
    let at: Vec2 = [0, 0];
    for (const c of pathCommands(circle)) {
      if (c.op === 'curve')
        for (const t of [0.2, 0.5, 0.8]) {
          const s = 1 - t;
          const p = [0, 1].map(
            (i) => s ** 3 * at[i]! + 3 * s * s * t * c.c1[i]! + 3 * s * t * t * c.c2[i]! + t ** 3 * c.to[i]!,
          ) as unknown as Vec2;
          expect(Math.abs(distance2(p, [50, 40]) - 30)).toBeLessThan(3e-6);
        }
      at = c.to;
    }
    expect(distance2(at, [80, 40])).toBeLessThan(1e-9);
  });
  test('the SVG has y downwards and no more figures than paper needs', () => {
    const line: Stretch = { curve: { type: 'line', p: [10, 20], d: [1, 0] }, from: 0, to: 1 / 3 };
    expect(svgPath([line], 297)).toBe('M10 277L10.333 277');
  });
});

describe('a sheet as files', () => {
  test('the SVG is well formed, escapes its text, and has the layers by name', () => {
    const svg = sheetSvg(sheet, file.name);
    expect(svg).toContain('<title>A &amp; B &lt;plate&gt;</title>');
    expect(svg).toContain('A &amp; B &lt;PLATE&gt;');
    for (const layer of ['frame', 'title', 'views', 'labels']) expect(svg).toContain(`<g id="${layer}">`);
    expect(svg.match(/<g/g)?.length).toBe(svg.match(/<\/g>/g)?.length);
    expect(svg).not.toMatch(/NaN|Infinity|undefined/);
    expect(sheetSvg(sheet, 'x', 'QUJD')).toContain('src:url(data:font/ttf;base64,QUJD)');
  });
  test('the PDF is one page of the paper size, with its title and day, and the same every time', async () => {
    const day = new Date('2026-11-20');
    const bytes = await sheetPdf(sheet, file.name, font, day);
    const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
    expect(pdf.getPageCount()).toBe(1);
    const { width, height } = pdf.getPage(0).getSize();
    expect([width, height].map((x) => (x / 72) * 25.4)).toEqual([
      expect.closeTo(420, 6),
      expect.closeTo(297, 6),
    ]);
    expect([pdf.getTitle(), pdf.getCreationDate()]).toEqual([file.name, day]);
    expect(Buffer.from(await sheetPdf(sheet, file.name, font, day)).equals(Buffer.from(bytes))).toBe(true);
  });
  test('screen, SVG and PDF are written from the same ink: every view line of the part is in it once', () => {
    const outline = sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'views');
    expect(outline).toHaveLength(12);
    const texts = sheet.ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));
    for (const t of ['FRONT VIEW', 'TOP VIEW', 'LEFT VIEW', 'Third angle', '1 : 1'])
      expect(texts).toContain(t);
  });
});
