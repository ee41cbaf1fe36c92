import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { type Conic2, lengthBetween, pointOn2 } from '../../../core/geometry/curve2.ts';
import { cross2, distance2, length2, sub2, type Vec2 } from '../../../core/geometry/vec.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { hiddenDashes } from '../../../core/sheet/ink/dash.ts';
import { type Stretch, type StrokeInk, straight } from '../../../core/sheet/ink/ink.ts';
import { rectsMeet } from '../../../core/sheet/layout/paper.ts';
import { DEFAULT_SETUP, type SheetSetup } from '../../../core/sheet/setup.ts';
import { placePictorial } from '../../../core/sheet/views/pictorialView.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';
import { built, feature, partOf } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;

describe('centre lines and dashes', () => {
  const inkOf = (file: PartFile, view: string, layer: string) => {
    const worked = openDesk().work({ ...drawingOfPart(file), setup: { ...DEFAULT_SETUP, scale: 1 } });
    if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
    return worked.sheet.ink.filter(
      (i) => i.kind === 'stroke' && i.layer === layer && i.view === view,
    ) as StrokeInk[];
  };
  const flange = (count: number, bored: boolean) =>
    partOf(
      feature('add', { kind: 'block', width: 80, depth: 80, height: 8 }, { at: [-40, -40, 0] }),
      ...(bored
        ? [feature('cut', { kind: 'hole', diameter: 20, depth: 'through' }, { at: [0, 0, 8], id: 'bore' })]
        : []),
      feature(
        'cut',
        { kind: 'hole', diameter: 7, depth: 'through' },
        { id: 'bolt', at: [28, 0, 8], repeat: { count, about: { axis: 'z' } } },
      ),
    );
  const circles = (ink: readonly StrokeInk[]) => ink.filter((i) => i.whole?.curve.type === 'conic');
  test('an axis that is foreshortened passes the whole feature by 3 mm too', () => {
    const r = 12;
    const rod = partOf(
      feature(
        'add',
        { kind: 'cylinder', diameter: 2 * r, height: 50 },
        {
          at: [0, 0, 30],
          turn: [
            { axis: 'y', angle: 35 },
            { axis: 'z', angle: 20 },
          ],
        },
      ),
    );
    for (const view of ['front', 'top', 'left']) {
      const [axis, ...others] = inkOf(rod, view, 'centre');
      expect(others).toEqual([]);
      const { curve, from, to } = (axis as StrokeInk).whole as Stretch;
      const [a, b] = [pointOn2(curve, from), pointOn2(curve, to)];
      const way = sub2(b, a).map((x) => x / distance2(a, b)) as unknown as Vec2;
      // how far the outline reaches along the axis, both ways
      const along = inkOf(rod, view, 'views').flatMap((i) =>
        i.stretches.flatMap((s) =>
          Array.from({ length: 721 }, (_, k) => {
            const p = pointOn2(s.curve, s.from + ((s.to - s.from) * k) / 720);
            return way[0] * (p[0] - a[0]) + way[1] * (p[1] - a[1]);
          }),
        ),
      );
      expect(Math.min(...along)).toBeCloseTo(3, 2);
      expect(distance2(a, b) - Math.max(...along)).toBeCloseTo(3, 2);
    }
  });
  test('holes on a circle have it as their pitch circle, and a radial line each', () => {
    const ink = inkOf(flange(6, true), 'top', 'centre');
    expect(circles(ink).length).toBe(1);
    const c = circles(ink)[0]?.whole?.curve as Conic2;
    expect(length2(c.major)).toBeCloseTo(28, 9);
    // six radial lines and the cross of the bore
    expect(ink.length - 1).toBe(6 + 2);
    for (const i of ink) {
      const w = i.whole;
      if (w?.curve.type !== 'line') continue;
      // every one of them, produced, passes through the middle
      expect(Math.abs(cross2(w.curve.d, sub2(c.c, w.curve.p)))).toBeLessThan(1e-9);
    }
  });
  test('four holes at the corners of a square are on no pitch circle, unless something round is in their middle', () => {
    expect(circles(inkOf(flange(4, false), 'top', 'centre')).length).toBe(0);
    expect(circles(inkOf(flange(4, true), 'top', 'centre')).length).toBe(1);
  });
  test('cones, balls and rings have their centre lines too', () => {
    const cone = partOf(feature('add', { kind: 'cone', diameter: 40, height: 50 }));
    const front = inkOf(cone, 'front', 'centre');
    expect(front.length).toBe(1);
    // the axis runs 3 mm past base and tip
    expect((front[0]?.whole?.to ?? 0) - (front[0]?.whole?.from ?? 0)).toBeCloseTo(56, 6);
    expect(inkOf(cone, 'top', 'centre').length).toBe(2);
    const ball = partOf(feature('add', { kind: 'sphere', diameter: 30 }));
    for (const view of ['front', 'top', 'left']) expect(inkOf(ball, view, 'centre').length).toBe(2);
    const ring = partOf(feature('add', { kind: 'torus', diameter: 40, tube: 10 }));
    expect(inkOf(ring, 'top', 'centre').length).toBe(2);
    // its axis, and the plane that halves it
    expect(inkOf(ring, 'front', 'centre').length).toBe(2);
  });
  test('neighbouring hidden lines run out of step, both beginning and ending in ink', () => {
    const slotted = partOf(
      feature('add', { kind: 'block', width: 60, depth: 40, height: 30 }),
      feature('cut', { kind: 'block', width: 60, depth: 2, height: 20 }, { at: [0, 20, 5] }),
    );
    const hidden = inkOf(slotted, 'top', 'hidden');
    expect(hidden.length).toBe(2);
    const starts = hidden.map((i) => i.stretches.map((s) => pointOn2(s.curve, s.from)[0]));
    expect(starts[0]?.slice(1, 4)).not.toEqual(starts[1]?.slice(1, 4));
    for (const i of hidden) {
      const [first, last] = [i.stretches[0] as Stretch, i.stretches.at(-1) as Stretch];
      expect(pointOn2(first.curve, first.from)).toEqual(
        pointOn2((i.whole as Stretch).curve, (i.whole as Stretch).from),
      );
      expect(
        distance2(
          pointOn2(last.curve, last.to),
          pointOn2((i.whole as Stretch).curve, (i.whole as Stretch).to),
        ),
      ).toBeLessThan(1e-9);
    }
  });
});

describe('lines of symmetry', () => {
  const centres = (
    file: PartFile,
    rules: Partial<SheetSetup['rules']> = {},
  ): Record<string, [Vec2, Vec2][]> => {
    const worked = openDesk().work({
      ...drawingOfPart(file),
      setup: { ...DEFAULT_SETUP, scale: 1, rules: { ...DEFAULT_SETUP.rules, ...rules } },
    });
    if (!worked.ok) throw new Error('not drawn');
    const { sheet } = worked;
    return Object.fromEntries(
      sheet.views.map((v) => [
        v.name,
        sheet.ink
          .filter((i): i is StrokeInk => i.kind === 'stroke' && i.layer === 'centre' && i.view === v.name)
          .map((i) => {
            const w = i.whole as Stretch;
            // from the lower left corner of the view's box
            return [w.from, w.to].map((t) => sub2(pointOn2(w.curve, t), [v.box.x, v.box.y])) as [Vec2, Vec2];
          }),
      ]),
    );
  };
  const roofPiece = feature(
    'add',
    {
      kind: 'extrude',
      height: 50,
      profile: {
        polygon: [
          [0, 0],
          [60, 0],
          [60, 10],
          [30, 32],
          [0, 10],
        ],
      },
    },
    { plane: 'front', at: [0, 50, 0] },
  );
  const roof = partOf(roofPiece);
  test('a roof has one upright through its ridge in front and above, 3 mm past the outline', () => {
    const { front, top, left } = centres(roof);
    expect(front).toHaveLength(1);
    const [low, high] = (front as [Vec2, Vec2][])[0] as [Vec2, Vec2];
    expect([...low, ...high].map((x) => Number(x.toFixed(9)) + 0)).toEqual([30, -3, 30, 35]);
    // seen from above the ridge itself lies on the upright one, and a visible line goes before; the level one halves the depth
    expect(top?.length).toBe(1);
    expect(left?.length).toBe(1);
  });
  test('a view that looks the same on both sides has none where the solid does not', () => {
    // two equal posts, one in front and one behind: seen from the front they are alike, the part is not
    const posts = partOf(
      feature('add', block(60, 40, 10)),
      feature('add', block(10, 10, 20), { at: [5, 0, 10] }),
      feature('add', block(10, 40, 20), { at: [45, 0, 10] }),
    );
    expect(centres(posts).front).toEqual([]);
    expect(centres(posts).left).toEqual([]);
    const even = partOf(
      feature('add', block(60, 40, 10)),
      feature('add', block(10, 40, 20), { at: [5, 0, 10] }),
      feature('add', block(10, 40, 20), { at: [45, 0, 10] }),
    );
    expect(centres(even).front).toHaveLength(1);
  });
  test('a plain regular prism has none, a pyramid has', () => {
    const prism = partOf(feature('add', { kind: 'prism', sides: 6, side: 20, height: 50 }));
    expect(centres(prism)).toEqual({ front: [], top: [], left: [] });
    const pyramid = partOf(feature('add', { kind: 'pyramid', sides: 6, side: 20, height: 50 }));
    expect(centres(pyramid).front).toHaveLength(1);
  });
  test('short hidden edges are two dashes', () => {
    for (const size of [0.8, 2, 3.5, 4.5, 6]) {
      const dashes = hiddenDashes(straight([0, 0], [size, 0]), { gapAtStart: false, gapAtEnd: false });
      expect(dashes.length).toBe(2);
      expect([dashes[0]?.from, dashes[1]?.to]).toEqual([0, size]);
      const gap = (dashes[1]?.from as number) - (dashes[0]?.to as number);
      expect(gap / size).toBeGreaterThan(0.09);
      expect(gap / size).toBeLessThan(0.26);
    }
  });
  test('none where one corner differs, and none where the rules leave them out', () => {
    const cutRoof = partOf(roofPiece, feature('cut', block(6, 6, 6), { at: [54, 0, 4], id: 'nick' }));
    expect(centres(cutRoof)).toEqual({ front: [], top: [], left: [] });
    expect(centres(roof, { symmetry: 'out' })).toEqual({ front: [], top: [], left: [] });
  });
  test('a bare rectangle has none; an axis that stands there already is not drawn twice', () => {
    expect(centres(partOf(feature('add', block(40, 30, 20))))).toEqual({ front: [], top: [], left: [] });
    const drum = partOf(
      feature('add', { kind: 'cylinder', diameter: 40, height: 30 }),
      feature('add', { kind: 'cylinder', diameter: 20, height: 20 }, { at: [0, 0, 30] }),
    );
    expect(centres(drum).front).toHaveLength(1);
    expect(centres(drum).top).toHaveLength(2);
  });
});

describe('auxiliary views', () => {
  const wedge = partOf(
    feature(
      'add',
      {
        kind: 'extrude',
        height: 40,
        profile: {
          polygon: [
            [0, 0],
            [60, 0],
            [60, 12],
            [0, 47],
          ],
        },
      },
      { plane: 'front', at: [0, 40, 0], id: 'wedge' },
    ),
    // a hole square to the slope, which runs 35 down over 60 along
    feature(
      'cut',
      { kind: 'hole', diameter: 10, depth: 12 },
      { id: 'bore', at: [30, 20, 29.5], turn: [{ axis: 'y', angle: (Math.atan2(35, 60) * 180) / Math.PI }] },
    ),
  );
  const face = built(wedge).bodies[0]!.solid.faces.find((f) => f.key === 'wedge/side 3')!.key;
  const sheetOf = (angle: 'first' | 'third', more: Partial<SheetSetup> = {}): Sheet => {
    const d = drawingOfPart(wedge);
    const worked = openDesk().work({
      ...d,
      setup: { ...d.setup, paper: 'A2', scale: 1, angle, auxiliary: [{ body: 'body', face }], ...more },
    });
    if (!worked.ok) throw new Error('not drawn');
    return worked.sheet;
  };
  test.each(['first', 'third'] as const)(
    'in %s angle the slope stands true along its own projectors',
    (angle) => {
      const sheet = sheetOf(angle);
      const [a] = sheet.auxiliaries;
      if (!a) throw new Error('no auxiliary view');
      expect(a.fits).toBe(true);
      expect(a.from).toBe('front');
      const front = sheet.views.find((v) => v.name === 'front')!;
      // projectors run square to the edge that the slope is in the front view
      const n: Vec2 = [35 / Math.hypot(35, 60), 60 / Math.hypot(35, 60)];
      for (const [p, q] of a.projectors) {
        const way = sub2(q, p);
        expect(Math.abs(cross2(way, n))).toBeLessThan(1e-9 * Math.hypot(...way));
        // beyond the edge in first angle, on the observer's side in third
        expect(Math.sign(way[0] * n[0] + way[1] * n[1])).toBe(angle === 'first' ? -1 : 1);
      }
      // the slope is 69.46 by 40, with the end below it seen on beyond in one line; the bore is a circle
      const lines = sheet.ink.filter(
        (i) => i.kind === 'stroke' && i.layer === 'views' && i.view === `auxiliary ${face}`,
      ) as StrokeInk[];
      const lengths = lines.map((i) =>
        lengthBetween(i.stretches[0]!.curve, i.stretches[0]!.from, i.stretches[0]!.to),
      );
      for (const wanted of [Math.hypot(60, 35) + (12 * 35) / Math.hypot(60, 35), 40, Math.PI * 10])
        expect(Math.min(...lengths.map((l) => Math.abs(l - wanted)))).toBeLessThan(1e-6);
      // clear of every view
      for (const v of sheet.views) expect(rectsMeet(a.room, v.box, 0)).toBe(false);
      expect(front.title).toBe('Front view');
    },
  );
  test('the face alone: its own four edges, the bore and nothing behind', () => {
    const [a] = sheetOf('first', { auxiliary: [{ body: 'body', face, partial: true }] }).auxiliaries;
    if (!a) throw new Error('no auxiliary view');
    const lengths = a.view.lines.map((l) => lengthBetween(l.curve, l.from, l.to)).sort((x, y) => x - y);
    const slope = Math.hypot(60, 35);
    [Math.PI * 10, 40, 40, slope, slope]
      .sort((x, y) => x - y)
      .forEach((l, i) => {
        expect(lengths[i]).toBeCloseTo(l, 9);
      });
    expect(a.view.lines.every((l) => l.class === 'visible')).toBe(true);
    expect(a.title).toMatch(/^Partial view on/);
    // the bore stands square to the slope: its cross is in the view of the face alone, and in that of the whole part
    const arms = (partial: boolean): number =>
      sheetOf('first', { auxiliary: [{ body: 'body', face, partial }] }).ink.filter(
        (i) => i.kind === 'stroke' && i.layer === 'centre' && i.view === `auxiliary ${face}`,
      ).length;
    expect([arms(true), arms(false)]).toEqual([2, 2]);
  });
  test('a scale that fits has room for the auxiliary view, and the next larger one has not', () => {
    for (const paper of ['A4', 'A3', 'A2'] as const) {
      const sheet = sheetOf('first', { paper, scale: 'fit' });
      expect(sheet.findings).toEqual([]);
      expect(sheet.auxiliaries[0]?.fits).toBe(true);
      const larger = [10, 5, 2, 1, 0.5, 0.2].filter((k) => k > sheet.scale * 1.01).at(-1);
      if (larger === undefined) continue;
      expect(sheetOf('first', { paper, scale: larger }).findings.length).toBeGreaterThan(0);
    }
  });
  test('what cannot be had is told with its mend', () => {
    expect(sheetOf('first', { views: ['top', 'left'] }).findings[0]?.what).toBe(
      'No view on the sheet shows the face as an edge.',
    );
    expect(sheetOf('first', { auxiliary: [{ body: 'body', face: 'wedge/side 9' }] }).findings[0]?.what).toBe(
      'There is no such flat face.',
    );
    expect(sheetOf('first', { paper: 'A4' }).findings.map((f) => f.what)).toContain(
      'It has no room of its own along its projectors.',
    );
  });
});

describe('an isometric on the sheet', () => {
  const part = partOf(
    feature('add', block(60, 40, 10)),
    feature('add', block(20, 25, 18), { at: [5, 8, 10] }),
  );
  const withPictorial = (setup: Partial<SheetSetup>): Sheet => {
    const d = drawingOfPart(part);
    const worked = openDesk().work({
      ...d,
      setup: { ...d.setup, ...setup, rules: { ...d.setup.rules, pictorial: true } },
    });
    if (!worked.ok) throw new Error('not drawn');
    return worked.sheet;
  };
  test('stands in the free quarter, clear of everything', () => {
    const sheet = withPictorial({ scale: 1 });
    const room = sheet.pictorial?.room;
    if (!room) throw new Error('no pictorial');
    for (const v of sheet.views) expect(rectsMeet(room, v.box, 0)).toBe(false);
    expect(rectsMeet(room, sheet.paper.title, 0)).toBe(false);
    // of a block's twelve edges an isometric shows nine
    const lines = sheet.ink.filter((i) => i.kind === 'stroke' && i.view === 'pictorial');
    expect(lines.length).toBeGreaterThan(12);
    const top = sheet.layout.boxes.get('top');
    const left = sheet.layout.boxes.get('left');
    if (!top || !left) throw new Error('no views');
    expect(room.x + room.w / 2).toBeGreaterThan(top.x + top.w);
    expect(room.y + room.h / 2).toBeLessThan(left.y);
  });
  test('smaller where there is less room, and told where there is none', () => {
    const sheet = withPictorial({ scale: 1 });
    const view = sheet.pictorial?.view;
    if (!view) throw new Error('no pictorial');
    const at = (w: number, h: number) =>
      placePictorial({ view, paths: [] }, 1, sheet.layout, { x: 0, y: 0, w, h }, []);
    expect(at(200, 200)).toMatchObject({ fits: true, toPaper: { k: 1 } });
    expect(at(50, 60)).toMatchObject({ fits: true, toPaper: { k: 0.5 } });
    expect(at(15, 15).fits).toBe(false);
  });
});

test('no lettering is lower than 1.8 mm, whatever the title block', () => {
  const [, first] = demoDrawings()[1] as [string, Drawing];
  const forms = ['corner', 'strip', 'workshop', 'school', 'threeBoxes'] as const;
  const drawings = [
    ...forms.map((titleBlock): Drawing => ({ ...first, setup: { ...first.setup, titleBlock } })),
    ...caseDrawings().map(([, d]) => d),
  ];
  for (const d of drawings) {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
    const low = worked.sheet.ink.flatMap((i) => (i.kind === 'text' && i.height < 1.8 - 1e-9 ? [i.text] : []));
    expect([d.title, low]).toEqual([d.title, []]);
  }
});
