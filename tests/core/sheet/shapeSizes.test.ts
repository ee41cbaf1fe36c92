import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { examine } from '../../../core/examine/examine.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ProjectionAngle } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { shapePlace } from '../../../core/sheet/views/trueShape.ts';
import { dimensionEntitiesOf } from '../../../formats/measuredDimensions.ts';
import { sheetSvg } from '../../../formats/sheetSvg.ts';
import { type Feature, feature, partOf } from '../balance/given.ts';

const [W, D, H] = [60, 40, 50];
const block = feature('add', { kind: 'block', width: W, depth: D, height: H });

const drawingOf = (
  part: PartFile,
  trace: TraceFile,
  angle: ProjectionAngle = 'first',
  as?: 'removed',
): Drawing => {
  const bare = drawingOfPart(part);
  return {
    ...bare,
    setup: {
      ...bare.setup,
      paper: 'A0',
      scale: 1,
      angle,
      shapes: { A: { sized: true, ...(as && { as }) } },
      rules: { ...bare.setup.rules, referenceLines: true },
    },
    cuts: [{ on: true, trace }],
  };
};
const drawn = (d: Drawing): Sheet => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error(worked.faults[0]?.what);
  return worked.sheet;
};
/** The figures beside the shape, in the order of their sizes. */
const figuresOf = (sheet: Sheet): string[] =>
  (sheet.shapes[0]?.sizes.list ?? []).toSorted((a, b) => a.value - b.value).map((d) => d.text);
const level = (z: number, seenIn: 'front' | 'top' = 'front'): TraceFile => ({
  name: 'A',
  seenIn,
  look: 'down',
  through: [
    [-200, z],
    [200, z],
  ],
});
const cutAt = (z: number, ...features: readonly Feature[]): Sheet =>
  drawn(drawingOf(partOf(block, ...features), level(z)));
const hole = (diameter: number, x: number, y: number): Feature =>
  feature('cut', { kind: 'cylinder', diameter, height: H }, { at: [x, y, 0] });

/** All that a strict examiner finds about the lettering of the dimensions. */
const foundOnFigures = (sheet: Sheet) =>
  examine(sheet.ink, sheet.paper.frame, sheet.paper.title).filter((r) => r.what.startsWith('('));

describe('the sizes beside a true shape', () => {
  test('a block cut aslant: its length along the trace and its depth, each once, in brackets', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: H - 2 }),
        fc.integer({ min: 2, max: H - 2 }),
        fc.constantFrom('first', 'third'),
        (a, b, angle) => {
          const trace: TraceFile = {
            name: 'A',
            seenIn: 'front',
            look: 'down',
            through: [
              [0, a],
              [W, b],
            ],
          };
          const sheet = drawn(drawingOf(partOf(block), trace, angle as ProjectionAngle));
          const list = sheet.shapes[0]?.sizes.list ?? [];
          const values = list.map((d) => d.value).sort((x, y) => x - y);
          expect(values).toHaveLength(2);
          expect(values[0]).toBeCloseTo(D, 9);
          expect(values[1]).toBeCloseTo(Math.hypot(W, b - a), 9);
          for (const d of list) expect(Number(d.text.slice(1, -1))).toBeCloseTo(d.value, 3);
          expect(foundOnFigures(sheet)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('of any plane: each corner of the shape stands at the end of a size along and of one across, drawn to scale', () => {
    const part = partOf(
      block,
      feature('cut', { kind: 'block', width: 20, depth: D, height: 20 }, { at: [40, 0, 30] }),
    );
    const figure = (most: number) => fc.integer({ min: 1, max: most - 1 });
    fc.assert(
      fc.property(
        fc.tuple(figure(H), figure(H), figure(H)).filter(([a, b, c]) => a !== b && a !== c),
        ([a, b, c]) => {
          const corners: [[number, number, number], [number, number, number], [number, number, number]] = [
            [0, 0, a],
            [W, 0, b],
            [0, D, c],
          ];
          const sheet = drawn(drawingOf(part, { name: 'A', seenIn: 'auxiliary', corners, look: 'down' }));
          const [shape] = sheet.shapes;
          if (!shape) throw new Error('no shape');
          const { from, to } = shape.line;
          const size = Math.hypot(to[0] - from[0], to[1] - from[1]);
          const along: Vec2 = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
          const seen = (p: Vec2): Vec2 => [
            (p[0] - from[0]) * along[0] + (p[1] - from[1]) * along[1],
            (p[1] - from[1]) * along[0] - (p[0] - from[0]) * along[1],
          ];
          const entities = [...dimensionEntitiesOf(sheet).values()];
          expect(entities).toHaveLength(shape.sizes.list.length);
          const ends: [number[], number[]] = [[], []];
          for (const e of entities) {
            if (e.measured.kind !== 'linear') throw new Error('not along a line');
            const value = shape.sizes.list.find((d) => d.id === e.id)?.value;
            const k = e.id.includes('along') ? 0 : 1;
            const [p, q] = [seen(e.measured.from), seen(e.measured.to)];
            expect(Math.abs(p[k] - q[k])).toBeCloseTo(value as number, 6);
            ends[k].push(p[k], q[k]);
          }
          for (const p of sheet.sections[0]?.bodies[0]?.cutPoints ?? []) {
            const at = seen(shapePlace(shape, p));
            for (const k of [0, 1] as const)
              expect(Math.min(...ends[k].map((x) => Math.abs(x - at[k])))).toBeLessThan(1e-6);
          }
          expect(foundOnFigures(sheet)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('figures are never read upside down', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (degrees) => {
        const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
        const trace: TraceFile = {
          name: 'A',
          seenIn: 'front',
          look: Math.abs(c) < 0.5 ? 'left' : 'down',
          through: [
            [30 - 100 * c, 25 - 100 * s],
            [30 + 100 * c, 25 + 100 * s],
          ],
        };
        const sheet = drawn(drawingOf(partOf(block), trace));
        const texts = sheet.ink.flatMap((i) => (i.kind === 'text' && i.dimension ? [i] : []));
        expect(texts.length).toBeGreaterThan(0);
        for (const t of texts) {
          const angle = t.angle ?? 0;
          expect(angle).toBeGreaterThan(-90);
          expect(angle).toBeLessThanOrEqual(90 + 1e-9);
        }
        expect(foundOnFigures(sheet)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('rounds: a cylinder by its diameter alone, aslant by the two axes of its ellipse', () => {
    const cylinder = partOf(feature('add', { kind: 'cylinder', diameter: 40, height: 80 }));
    expect(figuresOf(drawn(drawingOf(cylinder, level(30))))).toEqual(['(⌀40)']);
    const aslant: TraceFile = {
      name: 'A',
      seenIn: 'front',
      look: 'down',
      through: [
        [-20, 20],
        [20, 50],
      ],
    };
    expect(figuresOf(drawn(drawingOf(cylinder, aslant)))).toEqual(['(40)', '(50)']);
  });

  test('holes: alike ones are counted, placed about the middle or from an end', () => {
    const even = cutAt(20, hole(9, 15, 20), hole(9, 45, 20));
    expect(figuresOf(even)).toEqual(['(2 x ⌀9)', '(30)', '(40)', '(60)']);
    const odd = cutAt(20, hole(9, 15, 12));
    expect(figuresOf(odd)).toEqual(['(⌀9)', '(12)', '(15)', '(40)', '(60)']);
  });

  test('too many corners: the whole length and width, and how many are left out', () => {
    const teeth = Array.from({ length: 6 }, (_, i) =>
      feature(
        'cut',
        { kind: 'block', width: 3, depth: 5 + i, height: H },
        { at: [3 + 9 * i + (i % 2), 0, 0] },
      ),
    );
    const [shape] = cutAt(20, ...teeth).shapes;
    expect(shape?.sizes.list.map((d) => d.text).filter((t) => t === '(60)')).toHaveLength(1);
    expect(shape?.sizes.leftOut).toBe(12);
  });

  test('a removed section has them too; a shortened face has none', () => {
    const bar = partOf(feature('add', { kind: 'block', width: 300, depth: 30, height: 20 }));
    const across: TraceFile = {
      name: 'A',
      seenIn: 'front',
      look: 'left',
      through: [
        [40, -50],
        [40, 50],
      ],
    };
    expect(figuresOf(drawn(drawingOf(bar, across, 'first', 'removed')))).toEqual(['(20)', '(30)']);
    const whole = drawingOf(bar, level(10));
    expect(figuresOf(drawn(whole))).toEqual(['(30)', '(300)']);
    const shortened: Drawing = {
      ...whole,
      setup: { ...whole.setup, interruptions: [{ along: 'x', from: 100, to: 200 }] },
    };
    expect(figuresOf(drawn(shortened))).toEqual([]);
  });

  test('in the SVG each is a group that says its value', () => {
    const svg = sheetSvg(cutAt(20), 'A block');
    expect(svg).toContain(
      'id="dimension.shape A along 1" data-ties="cut A" data-what="trueShape" data-value="60"',
    );
  });

  test('without the choice there are none', () => {
    const d = drawingOf(partOf(block), level(20));
    const sheet = drawn({ ...d, setup: { ...d.setup, shapes: {} } });
    expect(sheet.shapes).toHaveLength(1);
    expect(sheet.shapes[0]?.sizes.list).toEqual([]);
  });
});
