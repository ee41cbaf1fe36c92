import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { PDFDict, PDFDocument, PDFName } from 'pdf-lib';
import { drawingOfPart } from '../../core/drawing/drawing.ts';
import { pointOn2 } from '../../core/geometry/curve2.ts';
import { distance2, type Vec2 } from '../../core/geometry/vec.ts';
import type { Stretch } from '../../core/sheet/ink/ink.ts';
import { DEFAULT_SETUP } from '../../core/sheet/setup.ts';
import { drawSheet } from '../../core/sheet/sheet.ts';
import { pathCommands } from '../../formats/sheetPath.ts';
import { sheetPdf } from '../../formats/sheetPdf.ts';
import { sheetSvg, svgPath } from '../../formats/sheetSvg.ts';
import { built, feature, partOf } from '../core/balance/given.ts';

const font = {
  usual: readFileSync('public/lettering/osifont.ttf'),
  wide: readFileSync('public/lettering/DejaVuSansCondensed.ttf'),
};
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
    for (const group of ['frame', 'title', 'labels', 'view.front', 'front.views', 'view.top'])
      expect(svg).toContain(`<g id="${group}">`);
    expect(svg.match(/<g/g)?.length).toBe(svg.match(/<\/g>/g)?.length);
    expect(svg).not.toMatch(/NaN|Infinity|undefined/);
    expect(sheetSvg(sheet, 'x', 'QUJD')).toContain('src:url(data:font/ttf;base64,QUJD)');
  });
  test('the PDF is one page of the paper size, with its title and day, and the same every time', async () => {
    const day = new Date('2026-11-20');
    const details = { title: file.name, lettering: font, date: day };
    const bytes = await sheetPdf([sheet], details);
    const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
    expect(pdf.getPageCount()).toBe(1);
    const { width, height } = pdf.getPage(0).getSize();
    expect([width, height].map((x) => (x / 72) * 25.4)).toEqual([
      expect.closeTo(420, 6),
      expect.closeTo(297, 6),
    ]);
    expect([pdf.getTitle(), pdf.getCreationDate()]).toEqual([file.name, day]);
    const signed = await PDFDocument.load(await sheetPdf([sheet], { ...details, author: 'R. M.' }));
    expect(signed.getAuthor()).toBe('R. M.');
    expect(Buffer.from(await sheetPdf([sheet], details)).equals(Buffer.from(bytes))).toBe(true);
  });
  test('a character that the lettering lacks is taken from the wide font, and one that neither has stands as a box', async () => {
    const withTitle = (title: string) =>
      sheetPdf([drawSheet(built(file), DEFAULT_SETUP, { ...drawingOfPart(file), title }, [])], {
        title: 'T',
        lettering: font,
        date: new Date(0),
      });
    const fontsOf = async (bytes: Uint8Array): Promise<string[]> => {
      const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
      return pdf.context
        .enumerateIndirectObjects()
        .flatMap(([, o]) => (o instanceof PDFDict ? [String(o.get(PDFName.of('FontName')) ?? '')] : []))
        .filter(Boolean);
    };
    const plain = await withTitle('Plate');
    expect(await fontsOf(plain)).toHaveLength(1);
    const quoted = await withTitle('Plate “B” − left');
    expect((await fontsOf(quoted)).some((f) => f.includes('DejaVu'))).toBe(true);
    // only what is used of it is carried
    expect(quoted.length - plain.length).toBeLessThan(30_000);
    expect((await fontsOf(await withTitle('Plate 漢'))).some((f) => f.includes('DejaVu'))).toBe(true);
  });
  test('several sheets make one PDF, a page each of its own paper', async () => {
    const small = drawSheet(
      built(file),
      { ...DEFAULT_SETUP, paper: 'A4', upright: true, scale: 0.5 },
      drawingOfPart(file),
      [],
    );
    const bytes = await sheetPdf([sheet, small, sheet], { title: 'All', lettering: font, date: new Date(0) });
    const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
    expect(pdf.getPages().map((p) => Math.round((p.getHeight() / 72) * 25.4))).toEqual([297, 297, 297]);
    expect(pdf.getPages().map((p) => Math.round((p.getWidth() / 72) * 25.4))).toEqual([420, 210, 420]);
    // the font is embedded once for all of them
    const one = await sheetPdf([sheet], { title: 'All', lettering: font, date: new Date(0) });
    expect(bytes.length).toBeLessThan(3 * one.length);
  });
  test('screen, SVG and PDF are written from the same ink: every view line of the part is in it once', () => {
    const outline = sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'views');
    expect(outline).toHaveLength(12);
    const texts = sheet.ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));
    for (const t of ['FRONT VIEW', 'TOP VIEW', 'LEFT VIEW', 'Third angle', '1 : 1'])
      expect(texts).toContain(t);
  });
});

test("the SVG read back: every line of a view under its group, by the ledger's key, where it is on the sheet", () => {
  const reader = [
    'import sys, json, xml.etree.ElementTree as E',
    'r = E.parse(sys.stdin).getroot()',
    'n = "{http://www.w3.org/2000/svg}"',
    'out = []',
    'def walk(e, g):',
    '    for c in e:',
    '        if c.tag == n + "path": out.append([g, c.get("id"), c.get("d")])',
    '        else: walk(c, g + [c.get("id")] if c.get("id") else g)',
    'walk(r, [])',
    'print(json.dumps({"size": [r.get("width"), r.get("height")], "paths": out}))',
  ].join('\n');
  const found = JSON.parse(
    execFileSync('/usr/bin/python3', ['-c', reader], { input: sheetSvg(sheet, file.name), encoding: 'utf8' }),
  ) as { size: string[]; paths: [string[], string | null, string][] };
  expect(found.size).toEqual(['420mm', '297mm']);
  const ids = found.paths.flatMap(([, id]) => (id ? [id] : []));
  expect(new Set(ids).size).toBe(ids.length);
  const left = [...found.paths];
  for (const ink of sheet.ink) {
    if (ink.kind !== 'stroke' || !ink.view || !ink.edges) continue;
    const [s] = ink.stretches as [Stretch];
    const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
    const i = left.findIndex(([groups, id, d]) => {
      const f = d.match(/-?[\d.]+(?:e-?\d+)?/g)?.map(Number) ?? [];
      return (
        groups.includes(`view.${ink.view}`) &&
        id?.startsWith(`${ink.view}:${ink.edges?.[0]}`.replace(/\s+/g, '_')) &&
        Math.hypot(f[0]! - a[0], 297 - f[1]! - a[1]) < 1e-6 &&
        Math.hypot(f[2]! - b[0], 297 - f[3]! - b[1]) < 1e-6
      );
    });
    expect([ink.view, ink.edges, i >= 0]).toEqual([ink.view, ink.edges, true]);
    left.splice(i, 1);
  }
});
