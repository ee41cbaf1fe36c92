import { describe, expect, test } from '@jest/globals';
import { arcSizes } from '../../../core/dimension/arcSizes.ts';
import type { KeptDimension } from '../../../core/dimension/kept.ts';
import { sizeNow } from '../../../core/dimension/place.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { wrongFigures } from '../../../core/mark/dimensionMarks.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { pickedStation } from '../../../core/reading/pickedStation.ts';
import { onPaper } from '../../../core/sheet/layout/similarity.ts';
import { randomFrom } from '../../fuzz/randomPart.ts';
import { bookOf, dimensioned as withProposed } from './dimensionedBook.ts';

type Step = { to: [number, number]; centre?: [number, number]; turn?: 'ccw' | 'cw' };
type Outline = { start: [number, number]; path: Step[] };

const sheetOf = (profile: Outline): Drawing =>
  drawingOfPart({
    format: 'blue-ledger/part@1',
    name: 'Plate',
    units: 'mm',
    bodies: [
      {
        name: 'plate',
        features: [{ id: 'plate', op: 'add', shape: { kind: 'extrude', height: 10, profile } }],
      },
    ],
  } as PartFile);

const dimensioned = (profile: Outline): Drawing => withProposed(sheetOf(profile));
const textsOf = (d: Drawing): string[] =>
  bookOf(d)
    .rows.map((r) => r.text)
    .sort();

describe('outlines of lines and arcs that meet at an angle', () => {
  test('an arch: width, how high its sides are, and its radius; not where its centre lies in the void', () => {
    const d = dimensioned({
      start: [0, 0],
      path: [{ to: [100, 0] }, { to: [100, 40] }, { to: [0, 40], centre: [50, -35], turn: 'ccw' }],
    });
    expect(textsOf(d)).toEqual(['10', '100', '40', 'R90.139']);
    expect([bookOf(d).isComplete, bookOf(d).rings]).toEqual([true, []]);
  });
  test('a round with a flat: its diameter, and the flat from its centre', () => {
    const d = dimensioned({ start: [-15, -20], path: [{ to: [-15, 20], centre: [0, 0], turn: 'ccw' }] });
    expect(textsOf(d)).toEqual(['10', '15', '⌀50']);
    expect(bookOf(d).isComplete).toBe(true);
  });
  test('two arcs that meet in points: both radii, and how far the points are apart', () => {
    const d = dimensioned({
      start: [0, -20],
      path: [
        { to: [0, 20], centre: [-15, 0], turn: 'ccw' },
        { to: [0, -20], centre: [15, 0], turn: 'ccw' },
      ],
    });
    expect(textsOf(d)).toEqual(['10', '40', 'R25', 'R25']);
    expect(bookOf(d).isComplete).toBe(true);
  });
  test('a circle by its step', () => {
    const d = dimensioned({ start: [20, 0], path: [{ to: [20, 0], centre: [0, 0], turn: 'ccw' }] });
    expect(textsOf(d)).toEqual(['10', '⌀40']);
  });
  test('each size that is taken away is missing then', () => {
    const d = dimensioned({
      start: [0, 0],
      path: [{ to: [100, 0] }, { to: [100, 40] }, { to: [0, 40], centre: [50, -35], turn: 'ccw' }],
    });
    const list = d.dimensions?.list ?? [];
    for (const gone of list) {
      const book = bookOf({ ...d, dimensions: { scheme: 'base', list: list.filter((k) => k !== gone) } });
      expect([gone.id, book.isComplete, book.missing.length]).toEqual([gone.id, false, 1]);
    }
  });
});

describe('the chord and the length of an arc', () => {
  const arch: Outline = {
    start: [0, 0],
    path: [{ to: [100, 0] }, { to: [100, 40] }, { to: [0, 40], centre: [50, -35], turn: 'ccw' }],
  };
  const r = Math.hypot(50, 75);
  const long = r * 2 * Math.atan2(50, 75);
  test('are offered where the arc is pointed at, and count in place of its radius', () => {
    const d = dimensioned(arch);
    const desk = openDesk();
    const [books, worked] = [desk.books(d), desk.work(d)];
    if (!books || !worked.ok) throw new Error('not drawn');
    const top = worked.sheet.views.find((v) => v.name === 'top');
    if (!top) throw new Error('no top view');
    const at = onPaper(top.toPaper, [50, r - 35]);
    const picked = pickedStation(worked.sheet, books, at, 1);
    expect(picked?.arc.map((a) => a.text)).toEqual(['100', `⌒${Number(long.toFixed(3))}`]);
    const length = picked?.arc[1];
    if (!length) throw new Error('nothing offered');
    const without = (d.dimensions?.list ?? []).filter((k) => k.tied.kind === 'linear');
    const next: Drawing = {
      ...d,
      dimensions: { scheme: 'base', list: [...without, { id: 'd9', tied: length.tied }] },
    };
    const book = bookOf(next);
    expect([book.isComplete, book.rings]).toEqual([true, []]);
    const row = book.rows.find((x) => x.id === 'd9');
    expect([row?.view, row?.standing]).toEqual(['top', 'on the sheet']);
    // besides the radius it would be one too many
    const both: Drawing = {
      ...d,
      dimensions: { scheme: 'base', list: [...(d.dimensions?.list ?? []), { id: 'd9', tied: length.tied }] },
    };
    expect(bookOf(both).rings.length).toBe(1);
  });
  test('its dimension line is an arc about the same centre, outside it', () => {
    const d = dimensioned(arch);
    const books = openDesk().books(d);
    const [own] = books ? arcSizes(books) : [];
    if (!own) throw new Error('no arc');
    const tied = { kind: 'size', size: { ...own.arc, of: [...own.arc.of] } } as KeptDimension['tied'];
    const setup = { ...d.setup, gap: 40, paper: 'A3' as const };
    const worked = openDesk().work({
      ...d,
      setup,
      dimensions: { scheme: 'base', list: [{ id: 'd1', tied }] },
    });
    if (!worked.ok) throw new Error('not drawn');
    const [laid] = worked.sheet.dimensions.laid;
    const { k } = worked.sheet.views[0]?.toPaper ?? { k: 0 };
    const arc = laid?.drawn.arc;
    expect(arc?.centre.map((x) => Number((x / k).toFixed(6)))).toEqual([50, -35]);
    expect(arc?.radius).toBeCloseTo(r * k + 10, 6);
    expect((arc?.to ?? 0) - (arc?.from ?? 0)).toBeCloseTo(2 * Math.atan2(50, 75), 9);
    expect(laid?.text).toBe(`⌒${Number(long.toFixed(3))}`);
  });
  test('a drawing that gives it in place of the radius is marked right, and a wrong one is named', () => {
    const books = openDesk().books(dimensioned(arch));
    if (!books) throw new Error('not drawn');
    const told = (text: string) =>
      wrongFigures([{ kind: 'note', text, at: [0, 0] }], new Map(), [], books).map((f) => f.kind);
    expect(told(`⌒${long.toFixed(2)}`)).toEqual([]);
    expect(told('⌒112')).toEqual(['figure wrong']);
  });
});

describe('arcs that run on smoothly', () => {
  // a bar 100 long with one full round end, and an S of two arcs between two straight ends
  const bar: Outline = {
    start: [0, 0],
    path: [{ to: [80, 0] }, { to: [80, 40], centre: [80, 20], turn: 'ccw' }, { to: [0, 40] }, { to: [0, 0] }],
  };
  // both arcs turn by the angle whose sine is 0.8, one to each side
  const bend: Outline = {
    start: [0, 0],
    path: [
      { to: [40, 20], centre: [0, 50], turn: 'ccw' },
      { to: [64, 32], centre: [64, 2], turn: 'cw' },
      { to: [64, 60] },
      { to: [0, 60] },
    ],
  };
  const sizesOfArcs = (profile: Outline): (number | undefined)[][] => {
    const books = openDesk().books(dimensioned(profile));
    if (!books) throw new Error('not drawn');
    return arcSizes(books).map((x) => [x.chord, x.arc].map((s) => sizeNow(s, books.surfaces)));
  };
  test('a half round: its chord is its diameter, and its length half of its circle', () => {
    expect(sizesOfArcs(bar)).toEqual([[expect.closeTo(40, 9), expect.closeTo(20 * Math.PI, 9)]]);
  });
  test('two arcs that run on into one another, and meet the sides at an angle', () => {
    const turn = Math.asin(0.8);
    expect(sizesOfArcs(bend)).toEqual([
      [expect.closeTo(Math.hypot(40, 20), 9), expect.closeTo(50 * turn, 9)],
      [expect.closeTo(Math.hypot(24, 12), 9), expect.closeTo(30 * turn, 9)],
    ]);
  });
  test('its chord on a drawing that is marked is right, and a wrong figure of it is named', () => {
    const books = openDesk().books(dimensioned(bend));
    if (!books) throw new Error('not drawn');
    const told = (text: string) =>
      wrongFigures(
        [{ kind: 'aslant', text, from: [40, 20], to: [64, 32], at: [52, 26] }],
        new Map([['top', (l) => l]]),
        [{ name: 'top', box: [0, 0, 64, 60] }],
        books,
      ).map((f) => f.kind);
    expect(told('<>')).toEqual([]);
    expect(told(Math.hypot(24, 12).toFixed(2))).toEqual([]);
    expect(told('31')).toEqual(['figure wrong']);
  });
  test('the length counts in place of the radius, and is drawn about the same centre', () => {
    const d = dimensioned(bar);
    const books = openDesk().books(d);
    const [own] = books ? arcSizes(books) : [];
    if (!own) throw new Error('no arc');
    const kept = (tied: unknown): KeptDimension => ({ id: 'd9', tied: tied as KeptDimension['tied'] });
    const length = kept({ kind: 'size', size: { ...own.arc, of: [...own.arc.of] } });
    const list = d.dimensions?.list ?? [];
    const isRadius = (k: KeptDimension): boolean => k.tied.kind === 'size';
    const swapped: Drawing = {
      ...d,
      dimensions: { scheme: 'base', list: [...list.filter((k) => !isRadius(k)), length] },
    };
    const book = bookOf(swapped);
    expect([book.isComplete, book.rings]).toEqual([bookOf(d).isComplete, []]);
    const worked = openDesk().work(swapped);
    if (!worked.ok) throw new Error('not drawn');
    const laid = worked.sheet.dimensions.laid.find((x) => x.wanted.id === 'd9');
    const { k } = worked.sheet.views[0]?.toPaper ?? { k: 0 };
    expect(laid?.drawn.arc?.centre.map((x) => x / k)).toEqual([expect.closeTo(80, 6), expect.closeTo(20, 6)]);
    expect(laid?.text).toBe('⌒62.832');
    // outside the round end, not about the half of the circle that is not there
    const { from, to } = laid?.drawn.arc ?? { from: Number.NaN, to: Number.NaN };
    expect([(from + to) / 2, to - from]).toEqual([expect.closeTo(0, 6), expect.closeTo(Math.PI, 6)]);
  });
});

/** An outline by its corners, and by how far each side bulges outwards: nought where it is straight. */
type Free = { readonly corners: readonly (readonly [number, number])[]; readonly bulges: readonly number[] };

const outlineOf = ({ corners, bulges }: Free): Outline => ({
  start: [...(corners[0] as readonly [number, number])],
  path: corners.map((p, i): Step => {
    const q = corners[(i + 1) % corners.length] as readonly [number, number];
    const bulge = bulges[i] as number;
    if (!bulge) return { to: [...q] };
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const chord = Math.hypot(dx, dy);
    // the radius of a chord and its height
    const r = (chord * chord) / 4 / (2 * bulge) + bulge / 2;
    const inwards: [number, number] = [-dy / chord, dx / chord];
    const by = r - bulge;
    const centre: [number, number] = [
      (p[0] + q[0]) / 2 + by * inwards[0],
      (p[1] + q[1]) / 2 + by * inwards[1],
    ];
    return { to: [...q], centre, turn: bulge > 0 ? 'ccw' : 'cw' };
  }),
});

const rankOf = (rows: readonly (readonly number[])[]): number => {
  const m = rows.map((r) => [...r]);
  let rank = 0;
  for (let c = 0; c < (m[0]?.length ?? 0); c++) {
    const best = m
      .slice(rank)
      .reduce((b, r, i) => (Math.abs(r[c] as number) > Math.abs(m[b]?.[c] as number) ? i + rank : b), rank);
    const pivot = m[best];
    if (!pivot || Math.abs(pivot[c] as number) < 1e-4) continue;
    m[best] = m[rank] as number[];
    m[rank] = pivot;
    for (const [i, r] of m.entries())
      if (i > rank) {
        const f = (r[c] as number) / (pivot[c] as number);
        for (let k = c; k < r.length; k++) r[k] = (r[k] as number) - f * (pivot[k] as number);
      }
    rank++;
  }
  return rank;
};

describe('random outlines with arcs', () => {
  const next = randomFrom(4711);
  const between = (a: number, b: number): number => a + (b - a) * next();
  const free = (): Free => {
    const n = 3 + Math.floor(next() * 4);
    const corners = Array.from({ length: n }, (_, i): [number, number] => {
      const turn = ((i + between(-0.2, 0.2)) / n) * 2 * Math.PI - Math.PI / 2 - Math.PI / n;
      return [between(45, 55) * Math.cos(turn), between(45, 55) * Math.sin(turn)];
    });
    // the lowest side stands level
    (corners[1] as [number, number])[1] = (corners[0] as [number, number])[1];
    const bulges = corners.map((_, i) =>
      i === 0 || next() < 0.4 ? 0 : between(2, 8) * (next() < 0.5 ? -1 : 1),
    );
    return { corners, bulges };
  };
  const outlines = Array.from({ length: 9 }, free).filter((f) => f.bulges.some(Boolean));
  test('their figures move with every way in which they may be other, and none follows from others', () => {
    expect(outlines.length).toBeGreaterThan(6);
    for (const f of outlines) {
      const d = dimensioned(outlineOf(f));
      const book = bookOf(d);
      expect([book.isComplete, book.rings]).toEqual([true, []]);
      const valuesOf = (moved: Free): number[] =>
        bookOf({ ...d, part: sheetOf(outlineOf(moved)).part }).rows.map((r) => r.value ?? Number.NaN);
      const step = 1e-4;
      const columns: number[][] = [];
      const level: number[] = [];
      const take = (moved: (by: number) => Free, isLevel: number): void => {
        const [up, down] = [valuesOf(moved(step)), valuesOf(moved(-step))];
        columns.push(up.map((v, i) => (v - (down[i] as number)) / (2 * step)));
        level.push(isLevel);
      };
      f.corners.forEach((_, i) => {
        for (const k of [0, 1] as const) {
          const at = (by: number) =>
            f.corners.map((p, j) =>
              j === i ? ([p[0] + (k === 0 ? by : 0), p[1] + (k === 1 ? by : 0)] as const) : p,
            );
          take((by) => ({ ...f, corners: at(by) }), k === 1 && i < 2 ? 1 - 2 * i : 0);
        }
      });
      f.bulges.forEach((b, i) => {
        if (b) take((by) => ({ ...f, bulges: f.bulges.with(i, b + by) }), 0);
      });
      // the thickness moves with none of these; that the lowest side is level is drawn
      const rows = [...book.rows.map((_, i) => columns.map((c) => c[i] as number)), level];
      expect(rows.every((r) => r.every(Number.isFinite))).toBe(true);
      const telling = rows.filter((r) => r.some((x) => Math.abs(x) > 1e-4));
      // all that can move, but for where the outline lies
      const freedoms = 2 * f.corners.length + f.bulges.filter(Boolean).length - 2;
      expect([rankOf(telling), telling.length]).toEqual([freedoms, freedoms]);
    }
  });
});
