import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import { pointOn2 } from '../../core/geometry/curve2.ts';
import { length2 } from '../../core/geometry/vec.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import type { Stretch } from '../../core/sheet/ink/ink.ts';
import { sheetDxf } from '../../formats/sheetDxf.ts';
import { caseDrawings, demoDrawings } from '../samples.ts';

type Point = [number, number];
type Entity = {
  kind: string;
  layer: string;
  type: string;
  points?: Point[];
  centre?: Point;
  radius?: number;
  angles?: Point;
  major?: Point;
  ratio?: number;
  text?: string;
  height?: number;
};
type ReadFile = {
  version: string;
  units: number;
  errors: string[];
  fixes: string[];
  layers: string[];
  lineTypes: string[];
  model: Entity[];
  sheet: Entity[];
};

const given = [...demoDrawings(), ...caseDrawings()];
const sheets = new Map<string, Sheet>();
const files = new Map<string, ReadFile>();
const folder = mkdtempSync(join(tmpdir(), 'blue-ledger-dxf-'));

// one reader for all: starting it takes longer than reading
beforeAll(() => {
  const names = given.flatMap(([name, d]) => {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error(name);
    sheets.set(name, worked.sheet);
    return (['paper', 'true'] as const).map((space) => {
      const path = join(folder, `${name} ${space}.dxf`);
      writeFileSync(path, sheetDxf(worked.sheet, space));
      return [`${name} ${space}`, path] as const;
    });
  });
  const answer = execFileSync(
    '/usr/bin/python3',
    [new URL('readDxf.py', import.meta.url).pathname, ...names.map(([, path]) => path)],
    { maxBuffer: 1 << 28, encoding: 'utf8' },
  );
  const all = JSON.parse(answer) as ReadFile[];
  names.forEach(([name], i) => {
    files.set(name, all[i] as ReadFile);
  });
}, 120_000);
afterAll(() => rmSync(folder, { recursive: true }));

const near = (a: readonly number[] | undefined, b: readonly number[], tol = 1e-6): boolean =>
  a !== undefined &&
  Math.hypot((a[0] as number) - (b[0] as number), (a[1] as number) - (b[1] as number)) < tol;

/** What an entity has to be to stand for a stretch, with lengths multiplied by k. */
const standsFor = (e: Entity, s: Stretch, k: number): boolean => {
  const at = (t: number): Point => pointOn2(s.curve, t).map((x) => x * k) as Point;
  const [a, b] = [at(s.from), at(s.to)];
  const c = s.curve;
  if (c.type === 'line') return e.kind === 'LINE' && near(e.points?.[0], a) && near(e.points?.[1], b);
  if (c.type === 'conic' && c.round) {
    const centre = c.c.map((x) => x * k);
    if (!near(e.centre, centre) || Math.abs((e.radius ?? 0) - length2(c.major) * k) > 1e-6) return false;
    if (s.to - s.from > 2 * Math.PI - 1e-9) return e.kind === 'CIRCLE';
    const on = (q: number): Point => [
      (centre[0] as number) + (e.radius as number) * Math.cos((q * Math.PI) / 180),
      (centre[1] as number) + (e.radius as number) * Math.sin((q * Math.PI) / 180),
    ];
    return e.kind === 'ARC' && near(on(e.angles?.[0] as number), a) && near(on(e.angles?.[1] as number), b);
  }
  if (c.type === 'conic')
    return (
      e.kind === 'ELLIPSE' &&
      near(
        e.centre,
        c.c.map((x) => x * k),
      ) &&
      near(
        e.major,
        c.major.map((x) => x * k),
      ) &&
      Math.abs((e.ratio ?? 0) - length2(c.minor) / length2(c.major)) < 1e-9
    );
  return e.kind === 'SPLINE' && near(e.points?.[0], a, 1e-4) && near(e.points?.at(-1), b, 1e-4);
};

describe('DXF files, read back by another hand', () => {
  test.each(given.map(([name]) => name))(
    '%s: audited without error, every line where it is on the sheet',
    (name) => {
      const sheet = sheets.get(name) as Sheet;
      for (const space of ['paper', 'true'] as const) {
        const file = files.get(`${name} ${space}`) as ReadFile;
        expect([file.errors, file.fixes]).toEqual([[], []]);
        expect(file.version).toBe('AC1015');
        expect(file.units).toBe(space === 'true' && sheet.units === 'in' ? 1 : 4);
        expect(file.lineTypes).toEqual(expect.arrayContaining(['HIDDEN', 'CENTRE']));
        const k = space === 'true' ? 1 / sheet.scale : 1;
        const ofSheet = new Set(['Frame', 'Title block']);
        const left = new Set(file.model);
        const onLayout = new Set(file.sheet);
        for (const ink of sheet.ink) {
          if (ink.kind !== 'stroke') continue;
          const runs = ink.whole ? [ink.whole] : ink.stretches;
          for (const s of runs) {
            const own = space === 'true' && (ink.layer === 'frame' || ink.layer === 'title');
            const pool = own ? onLayout : left;
            const found = [...pool].find((e) => standsFor(e, s, own ? 1 : k));
            if (!found)
              throw new Error(`${ink.layer} ${ink.pen} ${s.curve.type} is not in the ${space} file`);
            pool.delete(found);
            if (ink.pen === 'hidden') expect([found.layer, found.type]).toEqual(['Hidden edges', 'HIDDEN']);
            if (ink.layer === 'views') expect(found.layer).toBe('Visible edges');
          }
        }
        // nothing besides but lettering, arrows and the windows of the layout
        const spare = [...left, ...onLayout].filter((e) => !['TEXT', 'SOLID', 'VIEWPORT'].includes(e.kind));
        expect(spare).toEqual([]);
        if (space === 'true') expect(file.model.some((e) => ofSheet.has(e.layer))).toBe(false);
        const words = [...file.model, ...file.sheet].filter((e) => e.kind === 'TEXT').map((e) => e.text);
        const wanted = sheet.ink.flatMap((i) => (i.kind === 'text' && i.text ? [i.text] : []));
        expect([...words].sort()).toEqual([...wanted].sort());
      }
    },
  );
});
