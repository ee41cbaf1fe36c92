import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { examine } from '../../../core/examine/examine.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { feature, partOf } from '../balance/given.ts';

/** A shaft that lies along the width: a keyway, a cross hole and a neck with a flat. */
const spindle = partOf(
  feature('add', { kind: 'cylinder', diameter: 40, height: 160 } as const, { id: 'shank', plane: 'left' }),
  feature('add', { kind: 'cylinder', diameter: 26, height: 60 } as const, {
    id: 'neck',
    plane: 'left',
    at: [-160, 0, 0],
  }),
  feature('cut', { kind: 'block', width: 50, depth: 12, height: 10 } as const, {
    id: 'keyway',
    at: [-110, -6, 15],
  }),
  feature('cut', { kind: 'hole', diameter: 10, depth: 'through' } as const, {
    id: 'pin',
    plane: 'front',
    at: [-40, -30, 0],
  }),
  feature('cut', { kind: 'block', width: 30, depth: 40, height: 10 } as const, {
    id: 'flat',
    at: [-215, -20, 8],
  }),
);
const TRACES = { A: -40, B: -85, C: -200 } as const;
type As = 'removed' | 'revolved';
const cutAcross = (as: As | undefined, views: Drawing['setup']['views'] = ['front']): Drawing => {
  const d = drawingOfPart(spindle);
  const each = <T>(value: T) => Object.fromEntries(Object.keys(TRACES).map((name) => [name, value]));
  return {
    ...d,
    cuts: Object.entries(TRACES).map(([name, x]) => ({
      trace: {
        name,
        seenIn: 'front',
        through: [
          [x, -10],
          [x, 10],
        ],
        look: 'left',
      },
      on: true,
    })),
    setup: {
      ...d.setup,
      views,
      ...(as && { shapes: each({ as }) }),
      shownIn: each([]),
    },
  };
};
const drawn = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};
const texts = (sheet: ReturnType<typeof drawn>): string[] =>
  sheet.ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));
/** The middle of what a shape draws, paper mm. */
const reachOf = (shape: ReturnType<typeof drawn>['shapes'][number]) => {
  const all = shape.rims.flatMap((r) =>
    [...r.stretches, ...r.behind].flatMap((s) =>
      Array.from({ length: 33 }, (_, i) => pointOn2(s.curve, s.from + ((s.to - s.from) * i) / 32)),
    ),
  );
  const along = (k: 0 | 1) => all.map((p) => p[k]);
  const [x0, x1, y0, y1] = [
    Math.min(...along(0)),
    Math.max(...along(0)),
    Math.min(...along(1)),
    Math.max(...along(1)),
  ];
  return { x0, x1, y0, y1 };
};

describe('removed sections', () => {
  const sheet = drawn(cutAcross('removed'));
  const of = (name: string) => {
    const shape = sheet.shapes.find((s) => s.cut === name);
    if (!shape) throw new Error(`no section ${name}`);
    return { shape, reach: reachOf(shape) };
  };
  test('stand in a row below the view, under their letters, with their axes in one line', () => {
    const front = sheet.views[0]?.box;
    const names = ['C', 'B', 'A'];
    const places = names.map((n) => of(n).reach);
    for (const p of places) expect(p.y1).toBeLessThan(front?.y ?? 0);
    // in the order of the traces, clear of one another
    for (const [i, p] of places.slice(1).entries()) expect(p.x0).toBeGreaterThan(places[i]?.x1 ?? 0);
    // the two of the shank are as wide as it, and their middles are level
    const [, b, a] = places;
    expect((a?.x1 ?? 0) - (a?.x0 ?? 0)).toBeCloseTo(40 * sheet.scale, 6);
    expect(a?.y0).toBeCloseTo(b?.y0 ?? 0, 9);
    // what has room stands under its own trace
    const trace = sheet.ink.find((i) => i.kind === 'text' && i.text === 'C' && i.layer === 'trace');
    const c = places[0];
    expect(
      Math.abs(((c?.x0 ?? 0) + (c?.x1 ?? 0)) / 2 - (trace?.kind === 'text' ? trace.at[0] : 0)),
    ).toBeLessThan(10);
    expect(texts(sheet)).toEqual(expect.arrayContaining(['A-A', 'B-B', 'C-C']));
    expect(texts(sheet).join()).not.toMatch(/X1|TRUE SHAPE/);
    expect(sheet.views[0]?.cut).toBeUndefined();
  });

  test('show the face alone, and the edge behind a hole that would part it', () => {
    const [rim] = of('A').shape.rims;
    expect(rim?.behind).toHaveLength(2);
    for (const s of rim?.behind ?? []) {
      // each closes the round from one edge of the hole to the other
      const [a, b] = [s.from, s.to].map((t) => pointOn2(s.curve, t)) as [
        readonly [number, number],
        readonly [number, number],
      ];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(10 * sheet.scale, 6);
    }
    // a keyway is open
    expect(of('B').shape.rims[0]?.behind).toEqual([]);
    expect(of('C').shape.rims[0]?.behind).toEqual([]);
  });

  test('the sheet holds up to the examiner, with other views beside them too', () => {
    for (const views of [['front'], ['front', 'top', 'left']] as const) {
      const d = cutAcross('removed', [...views]);
      const own = drawn(d);
      const { frame, title } = paperFrame(d.setup);
      expect(own.findings).toEqual([]);
      expect(examine(own.ink, frame, title)).toEqual([]);
    }
  });
});

test('a revolved section stands on its trace in the view, in narrow lines, and takes no letters', () => {
  const sheet = drawn(cutAcross('revolved'));
  const front = sheet.views[0]?.box;
  const b = sheet.shapes.find((s) => s.cut === 'B');
  const reach = b && reachOf(b);
  expect(((reach?.x0 ?? 0) + (reach?.x1 ?? 0)) / 2).toBeCloseTo(
    (front?.x ?? 0) + (220 - 85) * sheet.scale,
    6,
  );
  expect(reach?.y0).toBeCloseTo(front?.y ?? 0, 6);
  expect(texts(sheet).filter((t) => /^[ABC](-[ABC])?$/.test(t))).toEqual([]);
  const rims = sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'trueShape');
  expect(rims.length).toBeGreaterThan(3);
  expect(new Set(rims.map((i) => (i.kind === 'stroke' ? i.pen : '')))).toEqual(new Set(['rule']));
});

test('a true shape beside them keeps the first number of its line', () => {
  const d = cutAcross('removed');
  const sheet = drawn({
    ...d,
    setup: { ...d.setup, shapes: { A: { as: 'removed' }, B: { as: 'revolved' } } },
  });
  expect(texts(sheet)).toEqual(expect.arrayContaining(['X1', 'Y1', 'TRUE SHAPE OF C']));
});
