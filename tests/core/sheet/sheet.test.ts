import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { type Conic2, lengthBetween, pointOn2 } from '../../../core/geometry/curve2.ts';
import { cross2, distance2, type Vec2, type Vec3 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { hatchLines, hatchStyle } from '../../../core/sheet/annotate/hatch.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { chainDashes, crossDashes, hiddenDashes } from '../../../core/sheet/ink/dash.ts';
import { type Stretch, type StrokeInk, straight } from '../../../core/sheet/ink/ink.ts';
import { gapFromXY, gapsOf } from '../../../core/sheet/layout/gaps.ts';
import { layoutViews } from '../../../core/sheet/layout/layout.ts';
import { readScale, scaleText } from '../../../core/sheet/layout/paper.ts';
import { distanceFromXY } from '../../../core/sheet/layout/xyDistance.ts';
import { DEFAULT_SETUP, type SheetSetup, SOLIDS_RULES } from '../../../core/sheet/setup.ts';
import { drawSheet } from '../../../core/sheet/sheet.ts';
import { placeOfPoint } from '../../../core/sheet/views/placedView.ts';
import { projectorsOf } from '../../../core/sheet/views/projectors.ts';
import { footOn, shapePlace } from '../../../core/sheet/views/trueShape.ts';
import { bodiesOf, built, cutBy, feature, partOf } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const drawn = (file: PartFile, setup: Partial<SheetSetup> = {}, traces: readonly TraceFile[] = []): Sheet =>
  drawSheet(
    built(file),
    { ...DEFAULT_SETUP, scale: 1, rules: SOLIDS_RULES, ...setup },
    drawingOfPart(file),
    traces.map((t) => cutBy(file, t)),
  );

describe('distances from XY equal hand-worked figures', () => {
  const distances = (
    file: PartFile,
    seenIn: ViewName,
    angle: 'first' | 'third',
    points: readonly Vec3[],
    scale = 1,
    gap = 10,
  ): number[] => {
    const { box } = built(file);
    return points.map((p) => Number(distanceFromXY(p, seenIn, box, angle, scale, gap).toFixed(9)));
  };
  test('a hollow hexagonal solid, side 28: the corner at the back is nearest in first angle, farthest in third', () => {
    const hex = partOf(
      feature('add', { kind: 'prism', sides: 6, side: 28, height: 64 }),
      feature('cut', { kind: 'hole', diameter: 26, depth: 'through' }, { at: [0, 0, 64] }),
    );
    // half the depth is 28 cos 30 = 24.24871131
    const half = 14 * Math.sqrt(3);
    const points: Vec3[] = [
      [-14, half, 64],
      [28, 0, 64],
      [14, -half, 64],
      [0, 13, 64],
    ];
    expect(distances(hex, 'front', 'first', points)).toEqual([10, 34.248711306, 58.497422612, 21.248711306]);
    expect(distances(hex, 'front', 'third', points)).toEqual([58.497422612, 34.248711306, 10, 47.248711306]);
    // half size halves all but the gap
    expect(distances(hex, 'front', 'first', points, 0.5)).toEqual([
      10, 22.124355653, 34.248711306, 15.624355653,
    ]);
  });
  test('an inclined face: cut seen from above, heights from XY in the front view', () => {
    const wedge = partOf(
      feature(
        'add',
        {
          kind: 'extrude',
          height: 44,
          profile: {
            polygon: [
              [0, 0],
              [74, 0],
              [74, 12],
              [0, 46],
            ],
          },
        },
        { plane: 'front', at: [0, 44, 0] },
      ),
    );
    // the front view stands on XY in first angle (base nearest), hangs from it in third (top nearest)
    const points: Vec3[] = [
      [0, 20, 46],
      [74, 20, 12],
      [37, 20, 29],
      [37, 20, 0],
    ];
    expect(distances(wedge, 'top', 'first', points)).toEqual([56, 22, 39, 10]);
    expect(distances(wedge, 'top', 'third', points)).toEqual([10, 44, 27, 56]);
  });
  test('a blind hole: its floor from the left, widths from the upright line', () => {
    const drilled = partOf(
      feature('add', block(60, 40, 20)),
      feature('cut', { kind: 'hole', diameter: 10, depth: 12 }, { at: [45, 20, 20] }),
    );
    // seen in the left view, the front view is measured from its right edge in first angle, from its left in third
    const points: Vec3[] = [
      [40, 20, 8],
      [50, 20, 8],
      [45, 15, 20],
    ];
    expect(distances(drilled, 'left', 'first', points)).toEqual([30, 20, 25]);
    expect(distances(drilled, 'left', 'third', points)).toEqual([50, 60, 55]);
  });
  test('two touching bodies are measured from the back and front of both together', () => {
    const two = bodiesOf({
      a: [feature('add', block(30, 20, 10))],
      b: [feature('add', block(30, 50, 10), { at: [30, -10, 0] })],
    });
    const points: Vec3[] = [
      [0, 20, 0],
      [0, 0, 0],
      [60, 40, 10],
      [60, -10, 10],
    ];
    expect(distances(two, 'front', 'first', points)).toEqual([30, 50, 10, 60]);
    expect(distances(two, 'front', 'third', points)).toEqual([40, 20, 60, 10]);
  });
  test('on the sheet itself they are the distances from the drawn XY line', () => {
    for (const angle of ['first', 'third'] as const) {
      const file = partOf(
        feature('add', block(60, 40, 20)),
        feature('add', block(10, 10, 10), { at: [5, 25, 20] }),
      );
      const sheet = drawn(file, { angle, gap: 13, scale: 2 });
      const xy = sheet.layout.referenceLines.find((r) => r.name === 'XY')!;
      const top = sheet.views.find((v) => v.name === 'top')!;
      for (const p of [
        [5, 35, 30],
        [60, 0, 20],
        [15, 25, 30],
      ] as Vec3[])
        expect(Math.abs(placeOfPoint(top, p)[1] - xy.from[1])).toBeCloseTo(
          distanceFromXY(p, 'front', sheet.box, angle, 2, 13),
          9,
        );
    }
  });
});

describe('setting out', () => {
  const o = { width: 60, depth: 40, height: 20 };
  const all = ['front', 'top', 'left', 'right', 'bottom', 'back'] as const;
  test('first and third angle put the six views where the angle rules', () => {
    const centre = (angle: 'first' | 'third', v: ViewName): Vec2 => {
      const b = layoutViews(all, angle, o, gapsOf({ gap: 10 })).boxes.get(v)!;
      return [Math.sign(b.x + b.w / 2 - 30), Math.sign(b.y + b.h / 2 - 10)];
    };
    expect(all.map((v) => centre('first', v))).toEqual([
      [0, 0],
      [0, -1],
      [1, 0],
      [-1, 0],
      [0, 1],
      [1, 0],
    ]);
    expect(all.map((v) => centre('third', v))).toEqual([
      [0, 0],
      [0, 1],
      [-1, 0],
      [1, 0],
      [0, -1],
      [1, 0],
    ]);
  });
  test('boxes line up, gaps are equal, and nothing overlaps', () => {
    for (const angle of ['first', 'third'] as const) {
      const boxes = [...layoutViews(all, angle, o, gapsOf({ gap: 10 })).boxes.values()];
      boxes.forEach((a, i) => {
        boxes.slice(i + 1).forEach((b) => {
          const apart =
            a.x + a.w + 20 <= b.x + 1e-9 ||
            b.x + b.w + 20 <= a.x + 1e-9 ||
            a.y + a.h + 20 <= b.y + 1e-9 ||
            b.y + b.h + 20 <= a.y + 1e-9;
          expect(apart).toBe(true);
        });
      });
    }
  });
  test('a depth turned at the mitre line arrives at the point itself, in both angles and for both end views', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('first', 'third') as fc.Arbitrary<'first' | 'third'>,
        fc.integer({ min: 3, max: 30 }),
        fc.integer({ min: 0, max: 25 }),
        fc.integer({ min: 0, max: 25 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (angle, gap, more, wider, fx, fy) => {
          const sheet = drawn(partOf(feature('add', block(60, 40, 20))), {
            angle,
            gap,
            between: [2 * gap + more, 2 * gap + wider],
            views: ['front', 'top', 'left', 'right'],
            paper: 'A2',
          });
          const p: Vec3 = [60 * fx, 40 * fy, 7];
          const box = (v: ViewName) => sheet.layout.boxes.get(v)!;
          const [front, left, top] = [box('front'), box('left'), box('top')];
          const beside = left.x > front.x ? left.x - front.x - front.w : front.x - left.x - left.w;
          const above = top.y > front.y ? top.y - front.y - front.h : front.y - top.y - top.h;
          expect([beside, above].map((x) => Number(x.toFixed(9)))).toEqual([2 * gap + wider, 2 * gap + more]);
          for (const m of sheet.layout.mitres) {
            const own = projectorsOf(p, sheet.views, [m]).filter((r) => r.account === 'D');
            const turn = own[0]!.to;
            // the turning point lies on the mitre line
            const e: Vec2 = [m.to[0] - m.from[0], m.to[1] - m.from[1]];
            expect(
              Math.abs(cross2(e, [turn[0] - m.from[0], turn[1] - m.from[1]])) / Math.hypot(...e),
            ).toBeLessThan(1e-9);
            expect(
              distance2(own[1]!.to, placeOfPoint(sheet.views.find((v) => v.name === m.side)!, p)),
            ).toBeLessThan(1e-12);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  test('the largest standard scale that fits is chosen, and a scale that does not fit says which would', () => {
    const file = partOf(feature('add', block(130, 60, 50)));
    expect(drawn(file, { scale: 'fit', paper: 'A3' }).scale).toBe(1);
    expect(drawn(file, { scale: 'fit', paper: 'A1' }).scale).toBe(2);
    const tight = drawn(file, { scale: 5, paper: 'A3' });
    expect(tight.findings[0]).toMatchObject({
      where: 'A3 at 5 : 1',
      what: 'The views do not fit on the sheet.',
    });
    expect(tight.findings[0]?.remedy).toContain('Choose 1 : 1');
    expect(tight.views).toHaveLength(3);
    expect([scaleText(0.5), scaleText(2), readScale('1:2'), readScale('2 : 1'), readScale('x')]).toEqual([
      '1 : 2',
      '2 : 1',
      0.5,
      2,
      undefined,
    ]);
  });
});

describe('the true shape', () => {
  const file = partOf(
    feature(
      'add',
      {
        kind: 'extrude',
        height: 30,
        profile: {
          polygon: [
            [0, 0],
            [50, 0],
            [50, 40],
            [0, 20],
          ],
        },
      },
      { id: 'w', at: [0, 0, 0] },
    ),
    feature('cut', block(12, 9, 80), { at: [30, 4, -5] }),
  );
  test('stands where it was put, and is left out where it is not wanted', () => {
    const trace: TraceFile = { name: 'A', seenIn: 'front', at: [20, 14], angle: 20, look: 'down' };
    const drawnWith = (shapes: SheetSetup['shapes']) =>
      drawn(file, { scale: 2, paper: 'A1', shapes }, [trace]);
    const { sight } = cutBy(file, trace).plane;
    const along = drawnWith({ A: { by: [sight[0] * 70, sight[1] * 70] } }).shapes[0]!;
    expect([along.apart, along.fits]).toEqual([false, true]);
    const start = drawnWith({}).shapes[0]!;
    const shift = Math.hypot(
      along.line.from[0] - start.line.from[0],
      along.line.from[1] - start.line.from[1],
    );
    expect(shift).toBeCloseTo(Math.abs(70 - Math.hypot(...start.by)), 9);
    const aside = drawnWith({ A: { by: [sight[0] * 70 + 30, sight[1] * 70] } }).shapes[0]!;
    expect(aside.apart).toBe(true);
    expect(drawnWith({ A: { out: true } }).shapes).toEqual([]);
  });
  const traces: TraceFile[] = [
    { name: 'A', seenIn: 'front', at: [20, 14], angle: 20, look: 'down' },
    { name: 'A', seenIn: 'front', at: [20, 14], angle: -25, look: 'up' },
    { name: 'A', seenIn: 'top', at: [20, 10], angle: 35, look: 'up' },
    { name: 'A', seenIn: 'left', at: [-20, 12], angle: 15, look: 'down' },
    { name: 'A', seenIn: 'right', at: [20, 12], angle: -15, look: 'up' },
  ];
  test.each(
    traces.flatMap((t) =>
      (['first', 'third'] as const).map((angle) => [t.seenIn, t.look, angle, t] as const),
    ),
  )(
    'of a cut seen in the %s view looking %s, in %s angle: parallel, true, unmirrored, at its distances from XY',
    (_, __, angle, trace) => {
      const sheet = drawn(file, { angle, paper: 'A1', scale: 2, views: ['front', 'top', 'left', 'right'] }, [
        trace,
      ]);
      const shape = sheet.shapes[0]!;
      const section = sheet.sections[0]!;
      const { plane } = section;
      const seenIn = plane.seenIn as ViewName;
      const d: Vec2 = [shape.line.to[0] - shape.line.from[0], shape.line.to[1] - shape.line.from[1]];
      // X1Y1 is parallel to the trace
      expect(Math.abs(cross2(d, plane.direction)) / Math.hypot(...d)).toBeLessThan(1e-9);
      const points = section.bodies.flatMap((b) => b.cutPoints);
      expect(points.length).toBeGreaterThan(3);
      for (const p of points) {
        const at = shapePlace(shape, p);
        expect(distance2(at, footOn(shape, at))).toBeCloseTo(
          distanceFromXY(p.at, seenIn, sheet.box, angle, 2, gapFromXY(sheet.gaps, seenIn)),
          9,
        );
      }
      // true lengths
      const [a, b, c] = points.slice(0, 3).map((p) => ({ flat: shapePlace(shape, p), space: p.at }));
      expect(distance2(a!.flat, b!.flat)).toBeCloseTo(
        2 * Math.hypot(...[0, 1, 2].map((i) => a!.space[i]! - b!.space[i]!)),
        9,
      );
      // the observer sees the three points turn the way the paper shows them
      const [u, v] = [b!, c!].map((q) => [0, 1, 2].map((i) => q.space[i]! - a!.space[i]!)) as [
        number[],
        number[],
      ];
      const toward = plane.kept.n.map((x) => -x);
      const turn =
        toward[0]! * (u[1]! * v[2]! - u[2]! * v[1]!) +
        toward[1]! * (u[2]! * v[0]! - u[0]! * v[2]!) +
        toward[2]! * (u[0]! * v[1]! - u[1]! * v[0]!);
      const onPaper = cross2(
        [b!.flat[0] - a!.flat[0], b!.flat[1] - a!.flat[1]],
        [c!.flat[0] - a!.flat[0], c!.flat[1] - a!.flat[1]],
      );
      expect(Math.sign(onPaper)).toBe(Math.sign(turn));
      expect(onPaper).toBeCloseTo(4 * turn, 6);
    },
  );
});

describe('ink', () => {
  const total = (s: readonly Stretch[]): number =>
    s.reduce((x, y) => x + lengthBetween(y.curve, y.from, y.to), 0);
  test('hidden dashes begin and end on the edge with a dash, and are alike', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 200, noNaN: true }), (size) => {
        const dashes = hiddenDashes(straight([3, 4], [3 + size, 4]), { gapAtStart: false, gapAtEnd: false });
        expect(pointOn2(dashes[0]!.curve, dashes[0]!.from)).toEqual([3, 4]);
        expect(pointOn2(dashes.at(-1)!.curve, dashes.at(-1)!.to)[0]).toBeCloseTo(3 + size, 9);
        const each = dashes.map((s) => s.to - s.from);
        for (const x of each) expect(x).toBeCloseTo(each[0]!, 6);
        if (size > 12) {
          expect(each[0]).toBeGreaterThan(2.4);
          expect(each[0]).toBeLessThan(3.7);
        }
      }),
    );
  });
  test('where a hidden line continues a visible one it starts with a gap', () => {
    const dashes = hiddenDashes(straight([0, 0], [30, 0]), { gapAtStart: true, gapAtEnd: false });
    expect(dashes[0]!.from).toBeGreaterThan(0.5);
    expect(dashes.at(-1)!.to).toBeCloseTo(30, 9);
  });
  test('dashes look equal on circles and ellipses', () => {
    const ellipse: Stretch = {
      curve: { type: 'conic', c: [0, 0], major: [30, 0], minor: [0, 12], round: false },
      from: 0,
      to: 2 * Math.PI,
    };
    const each = hiddenDashes(ellipse, { gapAtStart: false, gapAtEnd: false }).map((s) =>
      lengthBetween(s.curve, s.from, s.to),
    );
    for (const x of each) expect(Math.abs(x / each[0]! - 1)).toBeLessThan(0.02);
  });
  test('centre lines begin, end and cross in long dashes', () => {
    const chain = chainDashes(straight([0, 0], [47, 0]));
    expect(chain[0]!.to - chain[0]!.from).toBeGreaterThan(4);
    expect(chain.at(-1)!.to).toBeCloseTo(47, 9);
    const cross = crossDashes(straight([-20, 0], [20, 0]));
    const middle = cross.find((s) => s.from < 20 && s.to > 20)!;
    expect(middle.to - middle.from).toBeGreaterThan(4);
  });
  test('thin parts are black, others 2 to 4 mm apart or by a chosen interval', () => {
    // a wall of 0.8 by 60 on the paper, and one of 3 by 60
    expect(hatchStyle(0, 48, 121.6).spacing).toBeLessThan(0.25);
    expect(hatchStyle(0, 180, 126).spacing).toBeGreaterThanOrEqual(1.4);
    expect(hatchStyle(0, 180, 126, 2.7)).toEqual({ angle: 45, spacing: 2.7 });
    expect(hatchStyle(1, 180, 126, 2.7)).toEqual({ angle: 135, spacing: 2.7 });
  });
  test('hatching is clipped to the face: inside it, at 45 degrees, evenly spaced, area by strips', () => {
    const ring = [
      ...[
        [0, 0],
        [60, 0],
        [60, 40],
        [0, 40],
      ].map((p, i, all) => straight(p as unknown as Vec2, all[(i + 1) % 4] as unknown as Vec2)),
      {
        curve: { type: 'conic', c: [30, 20], major: [12, 0], minor: [0, 12], round: true },
        from: 0,
        to: 2 * Math.PI,
      } as Stretch,
    ];
    const lines = hatchLines(ring, { angle: 45, spacing: 2.5 }, 0);
    for (const l of lines)
      for (const t of [l.from, (l.from + l.to) / 2, l.to]) {
        const [x, y] = pointOn2(l.curve, t);
        expect(
          x > -1e-6 && x < 60 + 1e-6 && y > -1e-6 && y < 40 + 1e-6 && Math.hypot(x - 30, y - 20) > 12 - 1e-6,
        ).toBe(true);
      }
    // length of all lines times their spacing is the area, to a strip's width
    expect(Math.abs((total(lines) * 2.5) / (2400 - Math.PI * 144) - 1)).toBeLessThan(0.02);
  });
  test('a round feature has a cross where it is a circle and an axis where it is a rectangle; a fillet has none', () => {
    const count = (file: PartFile): number[] =>
      drawn(file).views.map(
        (v) =>
          drawn(file).ink.filter((i) => i.kind === 'stroke' && i.layer === 'centre' && i.view === v.name)
            .length,
      );
    expect(
      count(
        partOf(
          feature('add', block(60, 40, 20)),
          feature('cut', { kind: 'hole', diameter: 10, depth: 12 }, { at: [45, 20, 20] }),
        ),
      ),
    ).toEqual([1, 2, 1]);
    expect(
      count(
        // lopsided, so that it has no line of symmetry either
        partOf(
          feature('add', {
            kind: 'extrude',
            height: 10,
            profile: {
              polygon: [
                [0, 0],
                [60, 0],
                [44, 40],
                [0, 31],
              ],
              round: 6,
            },
          }),
        ),
      ),
    ).toEqual([0, 0, 0]);
  });
  test('hidden lines behind a cut are kept or left out by house rule', () => {
    const file = partOf(
      feature('add', block(60, 40, 20)),
      feature('cut', { kind: 'hole', diameter: 8, depth: 'through' }, { plane: 'front', at: [45, 0, 6] }),
    );
    const trace: TraceFile = { name: 'A', seenIn: 'front', at: [0, 14], angle: 0, look: 'down' };
    const hidden = (hiddenBehindCut: 'kept' | 'out') =>
      drawn(file, { rules: { ...SOLIDS_RULES, hiddenBehindCut } }, [trace]).ink.filter(
        (i) => i.kind === 'stroke' && i.layer === 'hidden' && i.view === 'top',
      ).length;
    expect([hidden('kept') > 0, hidden('out')]).toEqual([true, 0]);
  });
});

describe('house rules for lines', () => {
  const rounded = partOf(
    feature('add', { kind: 'extrude', height: 10, profile: { rectangle: [60, 40], round: 8 } }),
    feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { at: [0, 0, 10] }),
  );
  const sheetWith = (rules: Partial<SheetSetup['rules']>): Sheet => {
    const d = drawingOfPart(rounded);
    const worked = openDesk().work({ ...d, setup: { ...d.setup, rules: { ...d.setup.rules, ...rules } } });
    if (!worked.ok) throw new Error('not drawn');
    return worked.sheet;
  };
  const strokes = (s: Sheet, layer: string, view: string) =>
    s.ink.filter((i) => i.kind === 'stroke' && i.layer === layer && i.view === view);
  test('hidden lines are left out in the views named, and only there', () => {
    const all = sheetWith({});
    const some = sheetWith({ noHidden: ['front'] });
    expect(strokes(all, 'hidden', 'front').length).toBeGreaterThan(0);
    expect(strokes(some, 'hidden', 'front')).toEqual([]);
    expect(strokes(some, 'hidden', 'left').length).toBe(strokes(all, 'hidden', 'left').length);
  });
  test('tangent joins are thin lines where they are wanted', () => {
    const thin = (s: Sheet): number =>
      strokes(s, 'views', 'front').filter((i) => i.kind === 'stroke' && i.pen === 'rule').length;
    expect(thin(sheetWith({}))).toBe(0);
    // the front shows the joins of its two near corners
    expect(thin(sheetWith({ tangents: true }))).toBe(2);
  });
});

describe('projectors that are kept', () => {
  const step = partOf(
    feature('add', block(60, 40, 10)),
    feature('add', block(20, 25, 18), { at: [5, 8, 10] }),
  );
  const kept = (transfer: 'mitre' | 'arcs' | 'distances', angle: 'first' | 'third') => {
    const d = drawingOfPart(step);
    const rules = { ...SOLIDS_RULES, projectorsOf: 'corners' as const, transfer };
    const worked = openDesk().work({ ...d, setup: { ...d.setup, scale: 1, angle, rules } });
    if (!worked.ok) throw new Error('not drawn');
    const ink = worked.sheet.ink.find((i) => i.kind === 'stroke' && i.layer === 'projectors') as StrokeInk;
    return { stretches: ink.stretches, sheet: worked.sheet };
  };
  test.each(['first', 'third'] as const)(
    'in %s angle each line once; arcs lead where the mitre line leads',
    (angle) => {
      const mitre = kept('mitre', angle);
      const arcs = kept('arcs', angle);
      const plain = kept('distances', angle);
      const words = mitre.stretches.map((s) =>
        [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)].map(String).sort().join(),
      );
      expect(new Set(words).size).toBe(words.length);
      expect(plain.stretches.length).toBeLessThan(mitre.stretches.length);
      const rounds = arcs.stretches.filter((s) => s.curve.type === 'conic');
      const corner = arcs.sheet.layout.mitres[0]?.from as Vec2;
      // an arc is interrupted where lettering is; its pieces have one radius
      const byRadius = new Map<string, Stretch[]>();
      for (const s of rounds) {
        expect((s.curve as Conic2).c).toEqual(corner);
        const radius = distance2(pointOn2(s.curve, s.from), corner).toFixed(6);
        byRadius.set(radius, [...(byRadius.get(radius) ?? []), s]);
      }
      // one arc for each depth that a corner has
      expect(byRadius.size).toBe(new Set([0, 40, 8, 33]).size);
      for (const pieces of byRadius.values()) {
        const [from, to] = [Math.min(...pieces.map((s) => s.from)), Math.max(...pieces.map((s) => s.to))];
        expect(to - from).toBeCloseTo(Math.PI / 2, 9);
        expect(pieces.reduce((sum, s) => sum + s.to - s.from, 0)).toBeGreaterThan(Math.PI / 2 - 0.5);
        // from the side view's upright line to XY, both as far from the corner
        const curve = (pieces[0] as Stretch).curve;
        for (const p of [pointOn2(curve, from), pointOn2(curve, to)])
          expect(Math.min(Math.abs(p[0] - corner[0]), Math.abs(p[1] - corner[1]))).toBeLessThan(1e-9);
      }
    },
  );
});
