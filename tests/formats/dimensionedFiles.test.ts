import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import type { GivenLine } from '../../core/balance/given.ts';
import { openDesk } from '../../core/drawing/desk.ts';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../core/drawing/proposedDimensions.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { Result } from '../../core/number/fault.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import { givenDxf } from '../../formats/givenDxf.ts';
import { givenSvg } from '../../formats/givenSvg.ts';
import { sheetDxf } from '../../formats/sheetDxf.ts';
import { sheetSvg } from '../../formats/sheetSvg.ts';
import { demoDrawings } from '../samples.ts';

const sheetOf = (d: Drawing): Sheet => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};
const withDimensions = (d: Drawing): Drawing => {
  const books = openDesk().books(d);
  if (!books) throw new Error('not built');
  return { ...d, dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) } };
};
/** How many lines each view of a file has. */
const counted = (read: Result<ReadonlyMap<ViewName, readonly GivenLine[]>>): [string, number][] =>
  read.ok ? [...read.value].map(([view, lines]) => [view, lines.length]) : [];

type Read = {
  readonly errors: readonly string[];
  readonly model: readonly {
    kind: string;
    layer: string;
    measured?: number;
    shown?: string[];
    letters?: string[];
    text?: string;
  }[];
};
/** A DXF file as a library that is not ours reads it. */
const readByAnother = (dxf: string): Read[] => {
  const folder = mkdtempSync(join(tmpdir(), 'blue-ledger-dimensions-'));
  try {
    const path = join(folder, 'a.dxf');
    writeFileSync(path, dxf);
    const script = new URL('readDxf.py', import.meta.url).pathname;
    return JSON.parse(execFileSync('/usr/bin/python3', [script, path], { encoding: 'utf8' })) as Read[];
  } finally {
    rmSync(folder, { recursive: true });
  }
};

describe.each(demoDrawings())('%s with dimensions, as a file', (_name, drawing) => {
  const bare = sheetOf(drawing);
  const sheet = sheetOf(withDimensions(drawing));
  const figures = sheet.dimensions.laid.map((d) => d.text).sort();
  test('a DXF with a block for each view shows the same lines, by another reader and by our own', () => {
    const lines = sheetDxf(sheet, 'true', 'entities');
    const blocks = sheetDxf(sheet, 'true', 'entities', 'blocks');
    const [whole] = readByAnother(lines);
    const [parted] = readByAnother(blocks);
    expect(parted?.errors).toEqual([]);
    const inserted = parted?.model.filter((e) => e.kind === 'INSERT') ?? [];
    for (const v of sheet.views)
      expect(inserted.map((e) => e.text)).toContain(`VIEW_${v.name.toUpperCase()}`);
    const kinds = (all: readonly string[]): Record<string, number> =>
      Object.fromEntries([...new Set(all)].sort().map((k) => [k, all.filter((x) => x === k).length]));
    expect(
      kinds(parted?.model.flatMap((e) => (e.kind === 'INSERT' ? (e.shown ?? []) : [e.kind])) ?? []),
    ).toEqual(kinds(whole?.model.map((e) => e.kind) ?? []));
    const sorted = (dxf: string): string[] => {
      const read = givenDxf(dxf);
      return read.ok
        ? [...read.value].map(([v, all]) => `${v} ${all.map((l) => JSON.stringify(l)).sort()}`).sort()
        : [];
    };
    expect(sorted(blocks)).toEqual(sorted(lines));
  });
  test('an SVG has every figure, turned where it reads upwards', () => {
    const svg = sheetSvg(sheet, 'x');
    const groups = [...svg.matchAll(/<g id="dimension\.([^"]*)"([^>]*)>([\s\S]*?)<\/g>/g)];
    const group = groups.map((m) => m[3]).join();
    // each is a group of its own that says what it ties and how large that is
    expect(groups.map((m) => m[1]).sort()).toEqual(sheet.dimensions.laid.map((d) => d.wanted.id).sort());
    for (const [, id, facts] of groups) {
      const own = sheet.dimensions.laid.find((d) => d.wanted.id === id);
      expect(Number(/data-value="([^"]*)"/.exec(facts ?? '')?.[1])).toBeCloseTo(own?.value ?? Number.NaN, 6);
      const tie = own?.wanted.tie;
      const keys = tie?.kind === 'linear' ? [tie.from.of[0], tie.to.of[0]] : tie?.size.of;
      expect(/data-ties="([^"]*)"/.exec(facts ?? '')?.[1]).toBe(keys?.join(' to '));
    }
    const texts = [...group.matchAll(/<text([^>]*)>([^<]*)<\/text>/g)];
    expect(texts.map((m) => m[2]).sort()).toEqual(figures);
    const upright = sheet.dimensions.laid.filter((d) => d.drawn.text.angle === 90).length;
    expect(texts.filter((m) => m[1]?.includes('rotate(-90 '))).toHaveLength(upright);
  });
  test('a DXF has every figure on the layer of dimensions', () => {
    const dxf = sheetDxf(sheet, 'paper');
    // an entity ends where the next one begins
    const entities = dxf.split(/^ *0\r?\n(?=[A-Z])/m);
    const own = entities.filter((e) => e.startsWith('TEXT') && /^ *8\r?\nDimensions\r?$/m.test(e));
    expect(own).toHaveLength(figures.length);
  });
  test('a DXF whose dimensions measure: another reader finds each, its size and what its block shows', () => {
    // along a line, round with a leader on the circle, and angles with an arc
    const linear = sheet.dimensions.laid.filter(
      (d) => d.drawn.extension.length || d.drawn.round || d.drawn.arc,
    );
    const [read] = readByAnother(sheetDxf(sheet, 'true', 'entities'));
    expect(read?.errors).toEqual([]);
    const own = (read?.model ?? []).filter((e) => e.kind === 'DIMENSION');
    expect(own).toHaveLength(linear.length);
    const sizes = (all: readonly number[]): string[] => all.map((x) => x.toFixed(6)).sort();
    expect(sizes(own.map((e) => e.measured ?? 0))).toEqual(sizes(linear.map((d) => d.value)));
    // the reader leaves the codes of signs as they are written
    const decoded = (text: string): string =>
      text.replace(/\\U\+([0-9A-F]{4})/g, (_, code: string) =>
        String.fromCodePoint(Number.parseInt(code, 16)),
      );
    expect(
      own
        .flatMap((e) => e.letters ?? [])
        .map(decoded)
        .sort(),
    ).toEqual(linear.map((d) => d.text).sort());
    for (const e of own)
      expect(e.shown?.filter((kind) => kind === 'LINE' || kind === 'ARC').length).toBeGreaterThanOrEqual(1);
    // other notes stay lines and letters
    const texts = (read?.model ?? []).filter((e) => e.kind === 'TEXT' && e.layer === 'Dimensions');
    expect(texts).toHaveLength(figures.length - linear.length);
  });
  test('what is read back of its views is the views alone', () => {
    expect(counted(givenSvg(sheetSvg(sheet, 'x')))).toEqual(counted(givenSvg(sheetSvg(bare, 'x'))));
    for (const space of ['paper', 'true'] as const)
      expect(counted(givenDxf(sheetDxf(sheet, space)))).toEqual(counted(givenDxf(sheetDxf(bare, space))));
  });
});
