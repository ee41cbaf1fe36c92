import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import { pointOn2 } from '../../core/geometry/curve2.ts';
import { length2 } from '../../core/geometry/vec.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import type { Stretch, StrokeInk } from '../../core/sheet/ink/ink.ts';
import { boundariesOf } from '../../formats/dxfHatch.ts';
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
  loops?: number[][][];
  angle?: number;
  spacing?: number;
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

/** The area inside a closed boundary of lines and bulges, signed. */
const areaOf = (loop: readonly (readonly number[])[]): number =>
  loop.reduce((sum, [x0 = 0, y0 = 0, bulge = 0], i) => {
    const [x1 = 0, y1 = 0] = loop[(i + 1) % loop.length] as readonly number[];
    const chord = Math.hypot(x1 - x0, y1 - y0);
    const turn = 4 * Math.atan(bulge);
    const radius = bulge ? chord / 2 / Math.sin(turn / 2) : 0;
    return sum + (x0 * y1 - x1 * y0) / 2 + (radius ** 2 * (turn - Math.sin(turn))) / 2;
  }, 0);

/** Whether a hatch has the angle and the distance of the ink's lines, and as much room as they cover. */
const fills = (e: Entity, ink: StrokeInk, k: number): boolean => {
  const { angle, spacing } = ink.area as NonNullable<StrokeInk['area']>;
  const off = (((((e.angle ?? 0) - (angle * 180) / Math.PI) % 180) + 270) % 180) - 90;
  if (Math.abs(off) > 1e-6 || Math.abs((e.spacing ?? 0) - spacing * k) > 1e-6) return false;
  // the sign of a hole is the other one where loops run round in order; even-odd here, so by size
  const loops = (e.loops ?? []).map((l) => Math.abs(areaOf(l))).sort((a, b) => b - a);
  const lines = ink.stretches.reduce((sum, s) => sum + Math.abs(s.to - s.from), 0) * spacing * k * k;
  const most = loops.reduce((a, b) => a + b, 0);
  // lines are interrupted for lettering, and a hole may be counted to either side
  return loops.length > 0 && lines < most * 1.2 + 1 && lines > (2 * (loops[0] as number) - most) * 0.5 - 1;
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
          if (ink.area && ink.stretches.length) {
            const found = [...left].find((e) => e.kind === 'HATCH' && fills(e, ink, k));
            if (!found) throw new Error(`a hatched area of ${ink.view} is not in the ${space} file`);
            left.delete(found);
            continue;
          }
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
        // letters that the code page lacks are written by their numbers
        const words = [...file.model, ...file.sheet]
          .filter((e) => e.kind === 'TEXT')
          .map((e) =>
            e.text?.replace(/\\U\+([\dA-F]{4})/g, (_, n: string) =>
              String.fromCodePoint(Number.parseInt(n, 16)),
            ),
          );
        const wanted = sheet.ink.flatMap((i) => (i.kind === 'text' && i.text ? [i.text] : []));
        expect([...words].sort()).toEqual([...wanted].sort());
      }
    },
  );
});

test('a hatched area is exact: a square with a round hole', () => {
  const line = (a: Point, b: Point): Stretch => {
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return {
      curve: { type: 'line', p: a, d: [(b[0] - a[0]) / size, (b[1] - a[1]) / size] },
      from: 0,
      to: size,
    };
  };
  const corners: Point[] = [
    [0, 0],
    [40, 0],
    [40, 40],
    [0, 40],
  ];
  const square = corners.map((a, i) => line(a, corners[(i + 1) % 4] as Point));
  const round: Stretch = {
    curve: { type: 'conic', c: [20, 20], major: [9, 0], minor: [0, 9], round: true },
    from: 0,
    to: 2 * Math.PI,
  };
  // in any order, and one side backwards
  const [a, b, c, d] = square as [Stretch, Stretch, Stretch, Stretch];
  const loops = boundariesOf([c, round, a, { ...d, from: d.to, to: d.from }, b]);
  const areas = loops.map((l) => areaOf(l.map(({ at, bulge }) => [...at, bulge])));
  expect(areas.map(Math.abs).sort((x, y) => y - x)[0]).toBeCloseTo(1600, 9);
  expect(areas.map(Math.abs).sort((x, y) => y - x)[1]).toBeCloseTo(Math.PI * 81, 9);
});
