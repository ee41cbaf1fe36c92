import { describe, expect, test } from '@jest/globals';
import { type Books, balance } from '../../core/balance/balance.ts';
import { booksOf } from '../../core/balance/books.ts';
import type { GivenLine } from '../../core/balance/given.ts';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../core/drawing/drawing.ts';
import { length2 } from '../../core/geometry/vec.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { TraceFile } from '../../core/part/schema.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import { keptLines } from '../../core/sheet/views/drawnLines.ts';
import { givenDxf } from '../../formats/givenDxf.ts';
import { meaningOf } from '../../formats/givenNames.ts';
import { givenSvg } from '../../formats/givenSvg.ts';
import { sheetDxf } from '../../formats/sheetDxf.ts';
import { sheetSvg } from '../../formats/sheetSvg.ts';
import { plainBooks } from '../core/balance/drawnGivens.ts';
import { feature, partOf } from '../core/balance/given.ts';
import { demoDrawings } from '../samples.ts';

const sheets: [string, Sheet, Books][] = demoDrawings().map(([f, drawing]) => {
  const worked = openDesk().work({ ...drawing, cuts: [] });
  if (!worked.ok) throw new Error(f);
  const { sheet } = worked;
  return [f, sheet, plainBooks(sheet, drawing.part)];
});

describe('names of layers', () => {
  test.each([
    ['front', 'front', false, false],
    ['Front hidden', 'front', true, false],
    ['FRONT_ELEVATION', 'front', false, false],
    ['plan', 'top', false, false],
    ['topView-dashed', 'top', true, false],
    ['view.left', 'left', false, false],
    ['Right side view', 'right', false, false],
    ['end elevation', 'front', false, false],
    ['left.centre', 'left', false, true],
    ['Dimensions', undefined, false, true],
    ['stopper', undefined, false, false],
  ])('%s', (name, view, hidden, aside) => {
    expect(meaningOf(name)).toEqual({ view, hidden, aside });
  });
});

/** The demo drawings with their cuts, and with stepped and half ones, under both rules for hidden lines. */
const cutSheets = demoDrawings().flatMap(([f, d]) => {
  const box = openDesk().work({ ...d, cuts: [] });
  if (!box.ok) throw new Error(f);
  const [x0, y0, , x1, y1] = box.part.box;
  const at = (k: number, m: number): [number, number] => [x0 + k * (x1 - x0), y0 + m * (y1 - y0)];
  const traces: [string, TraceFile[]][] = [
    ['its own cuts', d.cuts.map((c) => c.trace)],
    [
      'a stepped cut',
      [
        {
          name: 'S',
          seenIn: 'top',
          through: [at(0, 0.52), at(0.47, 0.52), at(0.47, 0.31), at(1, 0.31)],
          look: 'up',
        },
      ],
    ],
    [
      'a half cut',
      [{ name: 'H', seenIn: 'top', through: [at(0, 0.5), at(0.5, 0.5)], half: true, look: 'up' }],
    ],
  ];
  return (
    traces
      .filter(([, t]) => t.length)
      // the many curves of bolts and nuts are compared once
      .slice(0, d.part.bodies.some((b) => b.standard) ? 1 : undefined)
      .flatMap(([what, list]) =>
        (['kept', 'out'] as const).map((hiddenBehindCut): [string, string, string, Drawing] => [
          f,
          what,
          hiddenBehindCut,
          {
            ...d,
            cuts: list.map((trace) => ({ trace, on: true })),
            setup: { ...d.setup, rules: { ...d.setup.rules, hiddenBehindCut } },
          },
        ]),
      )
  );
});

describe('sectional views balance as they are cut', () => {
  test.each(cutSheets)('%s with %s, hidden lines behind it %s', (_f, _what, _hidden, d) => {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error('not drawn');
    const { sheet } = worked;
    expect(sheet.views.some((v) => v.cut)).toBe(true);
    const read = givenSvg(sheetSvg(sheet, 'x'));
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    expect(balance(read.value, booksOf(sheet, d.part, d.setup.rules, read.value)).found).toEqual([]);
    // a line taken away from the cut view is missed, and in that view
    const cut = sheet.views.find((v) => v.cut)?.name as ViewName;
    const lines = read.value.get(cut) ?? [];
    const longest = lines.reduce((a, b) => (lengthOf(b) > lengthOf(a) ? b : a));
    const less = new Map([...read.value, [cut, lines.filter((l) => l !== longest)]]);
    expect(balance(less, booksOf(sheet, d.part, d.setup.rules, less)).found.map((x) => x.view)).toContain(
      cut,
    );
  });
});

const lengthOf = (l: GivenLine): number =>
  l.kind === 'straight' && l.seen ? Math.hypot(l.a[0] - l.b[0], l.a[1] - l.b[1]) : 0;

describe('views read from files balance', () => {
  test.each(sheets)('%s as SVG', (_name, sheet, books) => {
    const read = givenSvg(sheetSvg(sheet, 'x'));
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    expect([...read.value.keys()].sort()).toEqual(sheet.views.map((v) => v.name).sort());
    expect(balance(read.value, books).found).toEqual([]);
  });
  test.each(sheets.filter(([name]) => !/sensor|hub|clamp/.test(name)))(
    '%s as DXF with a layer a view',
    (_name, sheet, books) => {
      const body = sheet.views.flatMap((v) =>
        keptLines(v, []).flatMap((l) => {
          const layer = `${v.name}${l.class === 'hidden' ? ' hidden' : ''}`;
          const k = v.toPaper.k;
          const at = (p: readonly [number, number]) => [
            p[0] * k + v.toPaper.to[0],
            p[1] * k + v.toPaper.to[1],
          ];
          const c = l.curve;
          const pair = (n: number, x: number | string) => `${n}\n${x}\n`;
          if (c.type === 'line') {
            const [a, b] = [l.from, l.to].map((t) => at([c.p[0] + t * c.d[0], c.p[1] + t * c.d[1]])) as [
              number[],
              number[],
            ];
            return [
              pair(0, 'LINE') +
                pair(8, layer) +
                pair(10, a[0]!) +
                pair(20, a[1]!) +
                pair(11, b[0]!) +
                pair(21, b[1]!),
            ];
          }
          if (c.type !== 'conic') throw new Error('a free curve');
          const o = at(c.c);
          const tilt = Math.atan2(c.major[1], c.major[0]);
          const angle = (t: number) => (((t + tilt) * 180) / Math.PI + 720) % 360;
          if (!c.round)
            return [
              pair(0, 'ELLIPSE') +
                pair(8, layer) +
                pair(10, o[0]!) +
                pair(20, o[1]!) +
                pair(11, c.major[0] * k) +
                pair(21, c.major[1] * k) +
                pair(40, length2(c.minor) / length2(c.major)) +
                pair(41, l.from) +
                pair(42, l.to),
            ];
          const full = l.to - l.from > 2 * Math.PI - 1e-9;
          return [
            pair(0, full ? 'CIRCLE' : 'ARC') +
              pair(8, layer) +
              pair(10, o[0]!) +
              pair(20, o[1]!) +
              pair(40, length2(c.major) * k) +
              (full ? '' : pair(50, angle(l.from)) + pair(51, angle(l.to))),
          ];
        }),
      );
      const read = givenDxf(`0\nSECTION\n2\nENTITIES\n${body.join('')}0\nENDSEC\n0\nEOF\n`);
      if (!read.ok) throw new Error(JSON.stringify(read.faults));
      expect(balance(read.value, books).found).toEqual([]);
    },
  );
  test.each(
    sheets.flatMap(([f, sheet, books]) =>
      (['paper', 'true'] as const).map((space) => [f, space, sheet, books] as const),
    ),
  )('%s: its own DXF, on %s, is read back line by line', (_f, space, sheet, books) => {
    const read = givenDxf(sheetDxf(sheet, space));
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    expect([...read.value.keys()].sort()).toEqual([...books.views.keys()].sort());
    expect(balance(read.value, books).found).toEqual([]);
  });
  // the circles of threads are open at the upper right, also in a view that is the same mirrored
  test.each(sheets.filter(([, sheet]) => !sheet.views.some((v) => v.view.threads.length)))(
    '%s: a view in a group that a transform mirrors is one finding, or none where it is the same mirrored',
    (_f, sheet, books) => {
      for (const { name, box } of sheet.views) {
        const about = 2 * (box.x + box.w / 2);
        // every group of the view, arcs and all
        const text = sheetSvg(sheet, 'x').replaceAll(
          new RegExp(`<g id="${name}\\.(?:views|hidden)"`, 'g'),
          (g) => `${g} transform="translate(${about} 0) scale(-1 1)"`,
        );
        const read = givenSvg(text);
        if (!read.ok) throw new Error(JSON.stringify(read.faults));
        const found = balance(read.value, books).found.filter((x) => x.view === name);
        expect([
          name,
          found.length <= 1,
          found.every((x) => ['mirrored', 'upside down'].includes(x.kind)),
        ]).toEqual([name, true, true]);
      }
    },
  );
  test('transforms, shapes and dashes of SVG', () => {
    const read =
      givenSvg(`<svg xmlns="http://www.w3.org/2000/svg"><g id="front" transform="translate(100 50)">
      <g transform="scale(2)"><rect x="0" y="0" width="10" height="5"/><circle cx="5" cy="2" r="1"/></g>
      <line x1="0" y1="0" x2="20" y2="10" stroke-dasharray="3 1"/></g>
      <g id="front dimensions"><line x1="0" y1="0" x2="99" y2="0"/></g></svg>`);
    if (!read.ok) throw new Error('refused');
    const lines = read.value.get('front') ?? [];
    expect(lines.length).toBe(6);
    expect(lines[0]).toEqual({ seen: true, kind: 'straight', a: [100, -50], b: [120, -50] });
    expect(lines.find((l) => l.kind === 'round')).toMatchObject({
      centre: [expect.closeTo(110, 9), expect.closeTo(-54, 9)],
      radius: expect.closeTo(2, 9),
    });
    expect(lines.at(-1)).toMatchObject({ seen: false, b: [120, -60] });
  });
  test.each([
    ['no file at all', /not well formed|No group/],
    ['<svg><g id="front"><path d="M0 0', /not well formed/],
    [
      '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L1 1"/></svg>',
      /No group in it is named after a view/,
    ],
  ])('what is not one is refused with a sentence: %s', (text, words) => {
    const read = givenSvg(text);
    expect(read.ok ? '' : read.faults[0]?.what).toMatch(words);
  });
  test('blocks of a DXF are read where they are inserted: moved, turned, scaled, mirrored, in rows, and in one another', () => {
    const pair = (code: number, value: string | number): string => `${code}\n${value}\n`;
    const entity = (kind: string, ...pairs: readonly (readonly [number, string | number])[]): string =>
      pair(0, kind) + pairs.map(([c, v]) => pair(c, v)).join('');
    const block = (name: string, base: readonly [number, number], inner: string): string =>
      entity('BLOCK', [8, '0'], [2, name], [70, 0], [10, base[0]], [20, base[1]], [3, name]) +
      inner +
      entity('ENDBLK', [8, '0']);
    const line = entity('LINE', [8, '0'], [10, 1], [20, 0], [11, 3], [21, 0]);
    const arc = entity('ARC', [8, 'hidden'], [10, 1], [20, 0], [40, 2], [50, 0], [51, 90]);
    const dxf = (inserts: string): string =>
      pair(0, 'SECTION') +
      pair(2, 'BLOCKS') +
      block('A', [1, 0], line + arc) +
      block('B', [0, 0], entity('INSERT', [8, '0'], [2, 'A'], [10, 5], [20, 0])) +
      pair(0, 'ENDSEC') +
      pair(0, 'SECTION') +
      pair(2, 'ENTITIES') +
      inserts +
      pair(0, 'ENDSEC') +
      pair(0, 'EOF');
    const front = (...pairs: readonly (readonly [number, string | number])[]): readonly GivenLine[] => {
      const read = givenDxf(dxf(entity('INSERT', [8, 'front'], [2, 'A'], [10, 10], [20, 20], ...pairs)));
      return read.ok ? (read.value.get('front') ?? []) : [];
    };
    const straight = (ax: number, ay: number, bx: number, by: number): unknown => ({
      seen: true,
      kind: 'straight',
      a: [expect.closeTo(ax, 9), expect.closeTo(ay, 9)],
      b: [expect.closeTo(bx, 9), expect.closeTo(by, 9)],
    });
    const round = (
      x: number,
      y: number,
      radius: number,
      a: readonly number[],
      b: readonly number[],
    ): unknown => ({
      seen: false,
      kind: 'round',
      centre: [expect.closeTo(x, 9), expect.closeTo(y, 9)],
      radius: expect.closeTo(radius, 9),
      a: a.map((v) => expect.closeTo(v, 9)),
      b: b.map((v) => expect.closeTo(v, 9)),
    });
    expect(front()).toEqual([straight(10, 20, 12, 20), round(10, 20, 2, [12, 20], [10, 22])]);
    expect(front([41, 2], [42, 2], [50, 90])).toEqual([
      straight(10, 20, 10, 24),
      round(10, 20, 4, [10, 24], [6, 20]),
    ]);
    // a mirror image: still counter-clockwise
    expect(front([41, -1])).toEqual([straight(10, 20, 8, 20), round(10, 20, 2, [10, 22], [8, 20])]);
    // stretched one way it is no circle any more
    const [, stretched] = front([41, 2]);
    expect(stretched).toMatchObject({ kind: 'curve', seen: false });
    expect(front([70, 3], [71, 2], [44, 10], [45, 5])).toHaveLength(12);
    const nested = givenDxf(dxf(entity('INSERT', [8, 'top'], [2, 'B'], [10, 100], [20, 0])));
    expect(nested.ok && nested.value.get('top')?.[0]).toEqual(straight(105, 0, 107, 0));
  });
  test('a DXF without layers of views says how to name them', () => {
    const read = givenDxf(
      '0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n0\n10\n0\n20\n0\n11\n1\n21\n1\n0\nENDSEC\n0\nEOF\n',
    );
    expect(read.ok ? '' : read.faults[0]?.remedy).toContain('front hidden');
  });
});

const sheetOf = (d: Drawing): Sheet => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};

/** What is found wrong with a drawing's own files. */
const foundInOwnFiles = (d: Drawing): string[] => {
  const sheet = sheetOf(d);
  return [
    givenSvg(sheetSvg(sheet, 'own')),
    givenDxf(sheetDxf(sheet, 'paper')),
    givenDxf(sheetDxf(sheet, 'true')),
  ].flatMap((read) => {
    if (!read.ok) return ['not read'];
    const { found } = balance(read.value, booksOf(sheet, d.part, d.setup.rules, read.value));
    return found.map((f) => `${f.view}: ${f.sentence}`);
  });
};
const views = ['front', 'top', 'left', 'right', 'back', 'bottom'] as const;
const inAllViews = (part: Drawing['part'], rules: Partial<Drawing['setup']['rules']> = {}): Drawing => {
  const d = drawingOfPart(part);
  return { ...d, setup: { ...d.setup, views: [...views], rules: { ...d.setup.rules, ...rules } } };
};
const block = feature('add', { kind: 'block', width: 60, depth: 50, height: 40 });

describe("a drawing's own files are right", () => {
  test('a cone that a face cuts off in a hyperbola, which a DXF file holds as a spline with weights', () => {
    const d = inAllViews(
      partOf(block, feature('cut', { kind: 'cone', diameter: 44, height: 34 }, { at: [8, 25, 0] })),
    );
    expect(sheetDxf(sheetOf(d), 'true')).toMatch(/\n *41\n/);
    expect(foundInOwnFiles(d)).toEqual([]);
  });

  test('long curves in which two cylinders meet', () => {
    const d = inAllViews(
      partOf(
        feature('add', { kind: 'cylinder', diameter: 60, height: 80 }),
        feature(
          'add',
          { kind: 'cylinder', diameter: 59, height: 60 },
          { plane: 'front', at: [0, 0, 40], turn: [{ axis: 'z', angle: 20 }] },
        ),
      ),
    );
    expect(foundInOwnFiles(d)).toEqual([]);
  });

  test('tangent joins, where the house rules have them drawn; where they do not, one that is drawn is told', () => {
    const plate = partOf(
      feature('add', { kind: 'extrude', height: 10, profile: { rectangle: [60, 40], round: 8 } }),
    );
    const drawn = inAllViews(plate, { tangents: true });
    expect(foundInOwnFiles(drawn)).toEqual([]);
    const read = givenSvg(sheetSvg(sheetOf(drawn), 'own'));
    if (!read.ok) throw new Error('not read');
    const plain = inAllViews(plate);
    const { found } = balance(read.value, booksOf(sheetOf(plain), plate, plain.setup.rules, read.value));
    expect(found.length).toBeGreaterThan(0);
    expect(new Set(found.map((f) => f.kind))).toEqual(new Set(['seam']));
  });

  test('two lines nearer to one another than lines are told apart are both there', () => {
    const d = inAllViews(
      partOf(
        block,
        feature('add', { kind: 'block', width: 60, depth: 25, height: 20 }, { at: [0, 0, 40] }),
        feature('add', { kind: 'block', width: 30, depth: 25.003, height: 10 }, { at: [0, 0, 60] }),
      ),
    );
    expect(foundInOwnFiles(d)).toEqual([]);
  });
});
