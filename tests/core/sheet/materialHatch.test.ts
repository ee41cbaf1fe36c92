import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { examine } from '../../../core/examine/examine.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { nearestOnSegment } from '../../../core/geometry/segment2.ts';
import { dot2, type Vec2 } from '../../../core/geometry/vec.ts';
import { hatchLines, hatchStyle } from '../../../core/sheet/annotate/hatch.ts';
import { HATCH_FAMILIES, type HatchPattern, patternOf } from '../../../core/sheet/annotate/materialHatch.ts';
import { type Stretch, straight } from '../../../core/sheet/ink/ink.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { sheetDxf } from '../../../formats/sheetDxf.ts';
import { feature, partOf } from '../balance/given.ts';

const corners: Vec2[] = [
  [0, 0],
  [120, 0],
  [120, 90],
  [0, 90],
];
const square: Stretch[] = corners.map((p, i) => straight(p, corners[(i + 1) % 4] as Vec2));
const hole: Stretch = {
  curve: { type: 'conic', c: [60, 45], major: [10, 0], minor: [0, 10], round: true },
  from: 0,
  to: 2 * Math.PI,
};
const middles = (lines: readonly Stretch[]): Vec2[] =>
  lines.flatMap((l) => [0.02, 0.5, 0.98].map((f) => pointOn2(l.curve, l.from + f * (l.to - l.from))));
const PATTERNS = Object.keys(HATCH_FAMILIES) as HatchPattern[];

describe('hatching by material', () => {
  test.each([
    ['Cast iron, grade 250', 'plain'],
    ['mild steel', 'pairs'],
    ['Stainless 304', 'pairs'],
    ['Phosphor bronze', 'dashed'],
    ['Aluminium 6082', 'crossed'],
    ['Nylon 66', 'twoDashed'],
    ['Beech', 'grain'],
    ['unobtainable stuff', 'plain'],
    ['', 'plain'],
  ] as const)('%s is hatched with %s', (name, pattern) => {
    expect(patternOf(name)).toBe(pattern);
  });

  test.each(PATTERNS)(
    '%s: its lines stay inside the face and run at 45 degrees or square to that',
    (pattern) => {
      const lines = hatchLines([...square, hole], { angle: 45, spacing: 3, pattern }, 0);
      expect(lines.length).toBeGreaterThan(10);
      for (const [x, y] of middles(lines)) {
        expect(x > 0 && x < 120 && y > 0 && y < 90).toBe(true);
        expect(Math.hypot(x - 60, y - 45)).toBeGreaterThan(10 - 1e-6);
      }
      for (const l of lines) {
        const [a, b] = [pointOn2(l.curve, l.from), pointOn2(l.curve, l.to)];
        expect(Math.abs(Math.abs(b[0] - a[0]) - Math.abs(b[1] - a[1]))).toBeLessThan(1e-6);
      }
    },
  );

  test('no two ways of hatching are alike', () => {
    const drawn = PATTERNS.map((pattern) =>
      JSON.stringify(hatchLines(square, { angle: 45, spacing: 3, pattern }, 0).map((l) => middles([l])[1])),
    );
    expect(new Set(drawn).size).toBe(PATTERNS.length);
  });

  test('pairs stand nearer to one another than to the next pair, evenly over the face', () => {
    const lines = hatchLines(square, { angle: 45, spacing: 3, pattern: 'pairs' }, 0);
    const n: Vec2 = [-Math.SQRT1_2, Math.SQRT1_2];
    const at = [...new Set(lines.map((l) => dot2(n, pointOn2(l.curve, l.from)).toFixed(4)))]
      .map(Number)
      .sort((a, b) => a - b);
    const gaps = at.slice(1).map((x, i) => x - (at[i] as number));
    const [small, large] = [Math.min(...gaps), Math.max(...gaps)];
    expect(large / small).toBeGreaterThan(2);
    for (const [i, g] of gaps.slice(1).entries()) expect(g + (gaps[i] as number)).toBeCloseTo(4.8, 3);
  });
});

test('a large face is hatched along its edge only, all round it; a small one all over', () => {
  const by = { atEdge: true };
  expect(hatchStyle(0, 4000, 260, undefined, by).isAtEdge).toBeUndefined();
  const style = hatchStyle(0, 10_800, 420, undefined, by);
  expect(style.isAtEdge).toBe(true);
  const lines = hatchLines([...square, hole], style, 0);
  const rim = [...square, hole].flatMap((s) =>
    Array.from({ length: 60 }, (_, i) => {
      const at = (k: number) => pointOn2(s.curve, s.from + ((s.to - s.from) * k) / 60);
      return [at(i), at(i + 1)] as const;
    }),
  );
  const off = (p: Vec2): number => Math.min(...rim.map(([a, b]) => nearestOnSegment(p, a, b).off));
  for (const p of middles(lines)) expect(off(p)).toBeLessThan(13);
  // nothing near the edge is left bare: what the whole hatching has there is there
  const { isAtEdge: _, ...plain } = style;
  const whole = hatchLines([...square, hole], plain, 0);
  const near = whole.flatMap((l) =>
    Array.from({ length: 40 }, (_unused, i) =>
      pointOn2(l.curve, l.from + ((l.to - l.from) * (i + 0.5)) / 40),
    ),
  );
  const [inBand, beyond] = [near.filter((p) => off(p) < 11), near.filter((p) => off(p) > 13)];
  const isHatched = (p: Vec2): boolean =>
    lines.some((l) => {
      const [a, b] = [pointOn2(l.curve, l.from), pointOn2(l.curve, l.to)];
      return nearestOnSegment(p, a, b).off < 1e-6;
    });
  expect(inBand.length).toBeGreaterThan(300);
  expect(beyond.length).toBeGreaterThan(100);
  expect(inBand.every(isHatched)).toBe(true);
  expect(beyond.some(isHatched)).toBe(false);
});

test('on a sheet the material of the title block says how it is hatched, in the DXF too', () => {
  const part = partOf(
    feature('add', { kind: 'block', width: 60, depth: 40, height: 30 } as const),
    feature('cut', { kind: 'hole', diameter: 12, depth: 18 } as const, { id: 'bore', at: [30, 20, 30] }),
  );
  const cut = (material: string, hatchBy: 'material' | undefined): Drawing => {
    const d = drawingOfPart(part);
    return {
      ...d,
      material,
      cuts: [
        {
          trace: {
            name: 'A',
            seenIn: 'top',
            through: [
              [0, 20],
              [60, 20],
            ],
            look: 'up',
          },
          on: true,
        },
      ],
      setup: { ...d.setup, rules: { ...d.setup.rules, ...(hatchBy && { hatchBy }) } },
    };
  };
  const hatch = (d: Drawing) => {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error('not drawn');
    const { frame, title } = paperFrame(d.setup);
    expect(examine(worked.sheet.ink, frame, title)).toEqual([]);
    const own = worked.sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'hatch');
    const file = sheetDxf(worked.sheet, 'paper');
    const stretches = own.reduce((n, i) => n + (i.kind === 'stroke' ? i.stretches.length : 0), 0);
    // an entity's layer follows its name within a few lines
    const onLayer = file.split(/\n\s*0\n/).filter((e) => e.startsWith('LINE') && /\nHatch/i.test(e)).length;
    return {
      lines: JSON.stringify(own),
      stretches,
      onLayer,
      entities: file.split('\nHATCH\n').length - 1,
    };
  };
  const alike = hatch(cut('Steel', undefined));
  const steel = hatch(cut('Steel', 'material'));
  expect(steel.lines).not.toBe(alike.lines);
  expect(hatch(cut('Brass', 'material')).lines).not.toBe(steel.lines);
  // what no material is known of is hatched as usual
  expect(hatch(cut('', 'material')).lines).toBe(alike.lines);
  expect(alike.entities).toBeGreaterThan(0);
  expect(steel.entities).toBe(0);
  // in the file it is there, line by line
  expect([steel.onLayer, alike.onLayer]).toEqual([steel.stretches, 0]);
  expect(steel.stretches).toBeGreaterThan(10);
});
