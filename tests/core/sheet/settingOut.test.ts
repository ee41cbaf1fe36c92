import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposeFront } from '../../../core/drawing/proposedFront.ts';
import { proposeViews } from '../../../core/drawing/proposedViews.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { checkBar, titleBlock } from '../../../core/sheet/annotate/titleBlock.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { type Load, largestFit, offersFor, placementAt } from '../../../core/sheet/layout/fit.ts';
import { gapsOf } from '../../../core/sheet/layout/gaps.ts';
import { layoutViews } from '../../../core/sheet/layout/layout.ts';
import {
  INCH_SCALES,
  PAPER_NAMES,
  paperFrame,
  paperTitle,
  type Rect,
  rectInside,
  rectsMeet,
  STANDARD_SCALES,
} from '../../../core/sheet/layout/paper.ts';
import { onRule, settingOut } from '../../../core/sheet/layout/settingOut.ts';
import { DEFAULT_SETUP, type SheetSetup, SOLIDS_RULES, WORKSHOP_RULES } from '../../../core/sheet/setup.ts';
import { drawSheet } from '../../../core/sheet/sheet.ts';
import { built, cutBy, type Feature, feature, partOf } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const loadOf = (w: number, d: number, h: number, units: 'mm' | 'in' = 'mm'): Load => ({
  box: [0, 0, 0, w, d, h],
  units,
  sections: [],
  tol: 1e-6,
});

/** Rooms that must not touch what stands on the sheet: each view's box with its title below, and the lines asked for between views. */
const roomsAt = (setup: SheetSetup, load: Load, perUnit: number): { rooms: Rect[]; whole: Rect } => {
  const [, , , width, depth, height] = load.box.map((x) => x * perUnit) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const l = layoutViews(setup.views, setup.angle, { width, depth, height }, gapsOf(setup));
  const rooms = [...l.boxes.values()].map((b) => ({ x: b.x - 2, y: b.y - 9, w: b.w + 4, h: b.h + 11 }));
  const stripe = (a: readonly [number, number], b: readonly [number, number], pad: number): Rect => ({
    x: Math.min(a[0], b[0]) - pad,
    y: Math.min(a[1], b[1]) - pad,
    w: Math.abs(a[0] - b[0]) + 2 * pad,
    h: Math.abs(a[1] - b[1]) + 2 * pad,
  });
  if (setup.rules.referenceLines) rooms.push(...l.referenceLines.map((r) => stripe(r.from, r.to, 1)));
  if (setup.rules.mitre) rooms.push(...l.mitres.map((m) => stripe(m.from, m.to, 0)));
  const e = l.extent;
  return { rooms, whole: { x: e.x - 5, y: e.y - 9, w: e.w + 10, h: e.h + 14 } };
};

/** Every place on a millimetre grid, tried one by one. */
const someGridPlace = (setup: SheetSetup, load: Load, ratio: number): boolean => {
  const { rooms, whole } = roomsAt(setup, load, load.units === 'in' ? ratio * 25.4 : ratio);
  const paper = paperFrame(setup);
  const f = { x: paper.frame.x + 2, y: paper.frame.y + 2, w: paper.frame.w - 4, h: paper.frame.h - 4 };
  const bar = checkBar(paper, load.units).room;
  const clear = (r: Rect, o: Rect, gap: number, x: number, y: number): boolean =>
    r.x + x >= o.x + o.w + gap ||
    o.x >= r.x + x + r.w + gap ||
    r.y + y >= o.y + o.h + gap ||
    o.y >= r.y + y + r.h + gap;
  for (let x = f.x - whole.x; x <= f.x + f.w - whole.x - whole.w; x += 1)
    for (let y = f.y - whole.y; y <= f.y + f.h - whole.y - whole.h; y += 1)
      if (rooms.every((r) => clear(r, paper.title, 2, x, y) && clear(r, bar, 0, x, y))) return true;
  return false;
};

const VIEWS: readonly (readonly ViewName[])[] = [
  ['front'],
  ['front', 'top'],
  ['front', 'top', 'left'],
  ['front', 'top', 'right'],
  ['front', 'left', 'right', 'top'],
  ['front', 'top', 'bottom', 'left', 'right', 'back'],
];

describe('fitting', () => {
  test('a thousand random sheets: nothing larger fits anywhere than what is proposed, and that does fit', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.record({
          size: fc.tuple(
            fc.integer({ min: 5, max: 900 }),
            fc.integer({ min: 5, max: 500 }),
            fc.integer({ min: 5, max: 600 }),
          ),
          paper: fc.constantFrom(...PAPER_NAMES.filter((p) => ['A4', 'A3', 'A2', 'A', 'B', 'C'].includes(p))),
          upright: fc.boolean(),
          views: fc.constantFrom(...VIEWS),
          angle: fc.constantFrom('first' as const, 'third' as const),
          gap: fc.integer({ min: 3, max: 30 }),
          rules: fc.constantFrom(SOLIDS_RULES, WORKSHOP_RULES),
          inches: fc.boolean(),
        }),
        ({ size: [w, d, h], inches, ...choices }) => {
          const load = inches ? loadOf(w / 25.4, d / 25.4, h / 25.4, 'in') : loadOf(w, d, h);
          const setup: SheetSetup = { ...DEFAULT_SETUP, ...choices, views: [...choices.views] };
          const fit = largestFit(setup, load)?.ratio;
          const scales: readonly number[] = inches ? INCH_SCALES : STANDARD_SCALES;
          for (const k of scales) {
            if (fit !== undefined && k <= fit) break;
            if (someGridPlace(setup, load, k)) throw new Error(`${k} fits and ${fit} was proposed`);
          }
          if (fit === undefined) return;
          found++;
          // the place that was found keeps clear of everything
          const p = placementAt(fit, setup, load);
          const { rooms, whole } = roomsAt(setup, load, p.scale);
          const by = [...p.layout.boxes.values()][0] as Rect;
          const raw = rooms[0] as Rect;
          const [x, y] = [by.x - 2 - raw.x, by.y - 9 - raw.y];
          const paper = paperFrame(setup);
          expect(whole.x + x).toBeGreaterThanOrEqual(paper.frame.x + 2 - 1e-6);
          expect(whole.y + y + whole.h).toBeLessThanOrEqual(paper.frame.y + paper.frame.h - 2 + 1e-6);
          for (const r of rooms) {
            const t = paper.title;
            const meets =
              r.x + x < t.x + t.w && t.x < r.x + x + r.w && r.y + y < t.y + t.h && t.y < r.y + y + r.h;
            expect(meets).toBe(false);
          }
        },
      ),
      { numRuns: 1000 },
    );
    expect(found).toBeGreaterThan(600);
  }, 120_000);

  test('what is offered for a sheet that does not fit makes it fit', () => {
    const load = loadOf(300, 200, 180);
    const setup: SheetSetup = { ...DEFAULT_SETUP, scale: 1, paper: 'A3', gap: 20 };
    const offers = offersFor(setup, load);
    expect(offers.map((o) => o.label)).toEqual(['Scale 1 : 2', 'Paper A1']);
    for (const o of offers) {
      const there = { ...setup, ...o.change };
      expect(placementAt(there.scale === 'fit' ? 1 : there.scale, there, load).fits).toBe(true);
    }
    // a side view too many
    const wide = loadOf(300, 100, 90);
    expect(offersFor({ ...setup, gap: 10 }, wide).map((o) => o.label)).toContain('Leave the left view out');
    // a gap too many
    const tight = loadOf(220, 130, 80);
    expect(offersFor({ ...setup, gap: 16 }, tight).map((o) => o.label)).toContain('Close the gap to 5 mm');
  });

  test('a sheet with room to spare is offered a larger scale, and centring where its views were moved', () => {
    const load = loadOf(60, 40, 30);
    const setup: SheetSetup = { ...DEFAULT_SETUP, scale: 1, place: [40, 120] };
    expect(offersFor(setup, load).map((o) => o.label)).toEqual([
      'Scale 2 : 1',
      'Paper A4 at the same scale',
      'Centre the views',
    ]);
    expect(placementAt(1, setup, load).layout.extent).toMatchObject({ x: 40, y: 120 });
  });
});

const sheetOf = (file: PartFile, setup: Partial<SheetSetup> = {}, traces: readonly TraceFile[] = []): Sheet =>
  drawSheet(
    built(file),
    { ...DEFAULT_SETUP, scale: 1, rules: SOLIDS_RULES, ...setup },
    drawingOfPart(file),
    traces.map((t) => cutBy(file, t)),
  );

describe('the setting-out list', () => {
  const file = partOf(feature('add', block(60, 40, 30)));
  const list = settingOut(sheetOf(file, { place: [100, 100] }));
  const marks = (title: string) => list.groups.find((g) => g.title === title)?.marks ?? [];

  test('boxes from the lower left corner, by hand: at full size, gaps of 10 either side of XY', () => {
    // first angle: the top view below, 2 x 10 + 40 lower, the left view 60 + 2 x 10 further right
    expect(marks('Top view').map((m) => m.at)).toEqual([100, 160, 100, 140]);
    expect(marks('Front view').map((m) => m.at)).toEqual([100, 160, 160, 190]);
    expect(marks('Left view').map((m) => m.at)).toEqual([180, 220, 160, 190]);
    expect(marks('Lines between the views').map((m) => m.at)).toEqual([150, 170]);
    // the mitre line begins where the two lines meet
    expect(
      marks('Mitre line, 45 degrees')
        .slice(0, 2)
        .map((m) => m.at),
    ).toEqual([170, 150]);
  });
  test('closing checks: what remains on an A3 sheet of 420 x 297', () => {
    expect(list.closings.map((c) => c.left)).toEqual([200, 107, 10, 10]);
  });
  test('at half size each real size stands beside its paper size', () => {
    const half = settingOut(sheetOf(file, { scale: 0.5, place: [100, 100] }));
    const [, right] = half.groups.find((g) => g.title === 'Front view')?.marks ?? [];
    expect(right).toMatchObject({ at: 130, real: { account: 'W', size: 60 } });
  });
  test('a true shape adds its X1Y1 by two points', () => {
    const cut = settingOut(
      sheetOf(file, {}, [{ name: 'A', seenIn: 'front', at: [30, 15], angle: 20, look: 'down' }]),
    );
    const line =
      cut.groups.find((g) => g.title === 'X1Y1 of cut A, by two points')?.marks.map((m) => m.at) ?? [];
    const [x1, y1, x2, y2] = line as [number, number, number, number];
    expect((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI).toBeCloseTo(20, 9);
  });
  test('on the rule: half millimetres, fractions, whole and half squares, with what rounding leaves', () => {
    expect(onRule(30.3, { in: 'mm' })).toMatchObject({ text: '30.5' });
    // 7/8 in is 7/16 in at half size
    expect(onRule((7 / 8) * 25.4 * 0.5, { in: 'inches', to: 32 })).toEqual({
      text: '7/16',
      off: expect.closeTo(0, 9),
    });
    expect(onRule(58.7, { in: 'inches', to: 8 })).toMatchObject({ text: '2 1/4' });
    expect(onRule(32, { in: 'squares', side: 5 })).toMatchObject({ text: '6 1/2', off: 0.5 });
  });
});

describe('proposed views', () => {
  const proposed = (...f: Feature[]) => {
    const file = partOf(...f);
    return proposeViews(file, built(file));
  };
  test('a stepped block: the front shows the step, one more view gives the depth', () => {
    const p = proposed(
      feature('add', block(60, 40, 30), { id: 'base' }),
      feature('cut', block(20, 40, 10), { id: 'step', at: [40, 0, 20] }),
    );
    expect(p.views).toHaveLength(2);
    expect(p.reasons[0]).toBe('The front gives width and height and shows the shape of step.');
  });
  test('a plate with a hole from above and a slot from the side needs all three', () => {
    const p = proposed(
      feature('add', block(60, 40, 30)),
      feature('cut', { kind: 'hole', diameter: 8, depth: 'through' }, { id: 'bore', at: [10, 20, 30] }),
      feature(
        'cut',
        { kind: 'slot', length: 8, width: 6, depth: 10 },
        { id: 'slot', plane: 'right', at: [60, 20, 15] },
      ),
    );
    expect(p.views).toEqual(['front', 'top', 'right']);
    expect(p.reasons[2]).toBe(
      'The view from the right shows the shape of slot, with fewer hidden lines than from the other side.',
    );
  });
  test('a round bar that stands needs its circle', () => {
    expect(proposed(feature('add', { kind: 'cylinder', diameter: 20, height: 50 })).views).toEqual([
      'front',
      'top',
    ]);
  });
});

describe('proposed front', () => {
  const step = (side: 'front' | 'left') =>
    built(
      partOf(
        feature('add', side === 'front' ? block(60, 40, 50) : block(40, 60, 50), { id: 'base' }),
        ...[0, 1, 2].map((i) =>
          side === 'front'
            ? feature('cut', block(15, 40, 10), { at: [15 * (i + 1), 0, 40 - 10 * i] })
            : feature('cut', block(40, 15, 10), { at: [0, 30 - 15 * i, 40 - 10 * i] }),
        ),
      ),
    );
  test('a front that shows the steps stays', () => {
    expect(proposeFront(step('front')).side).toBe('front');
  });
  test('steps that are seen from the side make that the front, with the count of lines', () => {
    const p = proposeFront(step('left'));
    expect(['left', 'right']).toContain(p.side);
    expect(p.reason).toMatch(
      /^Seen from the (left|right): \d+ visible lines.*The front now: \d+ visible lines/,
    );
  });
});

test('views are called as the house rules have it', () => {
  const file = partOf(feature('add', block(60, 40, 30)));
  const titles = (names: 'views' | 'elevations' | 'sides'): string[] =>
    sheetOf(file, { rules: { ...SOLIDS_RULES, names } }).views.map((v) => v.title);
  expect(titles('views')).toEqual(['Front view', 'Top view', 'Left view']);
  expect(titles('elevations')).toEqual(['Elevation', 'Plan', 'Left end elevation']);
  expect(titles('sides')).toEqual(['Front view', 'Top view', 'Left side view']);
});

describe('papers of their own size and title blocks', () => {
  const own = { paper: 'own', upright: false, ownPaper: [500, 260] } as const;
  test('the frame keeps its margins, the strip takes the whole lower side', () => {
    expect(paperFrame(own)).toMatchObject({
      width: 500,
      height: 260,
      frame: { x: 20, y: 10, w: 470, h: 240 },
      title: { x: 320, y: 10, w: 170, h: 27 },
    });
    expect(paperFrame({ ...own, titleBlock: 'strip' }).title).toEqual({ x: 20, y: 10, w: 470, h: 18 });
    expect(paperTitle(own)).toBe('500 x 260 mm');
  });
  test.each(['corner', 'strip'] as const)('every word of a %s stands inside its block', (place) => {
    const frame = paperFrame({ paper: 'A4', upright: true, titleBlock: place });
    const facts = { scale: '1 : 2', units: 'mm', paper: 'A4 upright' };
    const t = {
      title: 'Cup-arm boss with a long name to be fitted in',
      number: 'SP-104',
      owner: 'Skerrow Point',
      material: 'aluminium',
      drawnBy: 'K. R.',
      date: '2026-11-25',
      revision: 'B',
    };
    const words = titleBlock(frame, t, 'first', facts).filter((i) => i.kind === 'text');
    expect(words.map((w) => w.text)).toEqual(
      expect.arrayContaining(Object.values(facts).map((x) => x.toUpperCase())),
    );
    const b = frame.title;
    const { room } = checkBar(frame, 'mm');
    expect(rectsMeet(room, b, -1e-9)).toBe(false);
    expect(rectInside(room, frame.frame)).toBe(true);
    for (const w of words) {
      expect(w.at[0]).toBeGreaterThan(b.x);
      expect(w.at[0] + w.text.length * w.height * 0.7).toBeLessThan(b.x + b.w);
      expect(w.at[1]).toBeGreaterThan(b.y);
      expect(w.at[1] + w.height).toBeLessThan(b.y + b.h);
    }
  });
});
