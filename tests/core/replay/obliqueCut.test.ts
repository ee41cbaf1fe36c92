import { describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ProjectionAngle } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { feature, partOf } from '../balance/given.ts';
import { BY_BOXES, onLargeSheet, redrawn, replayOf, withRules } from './replayHand.ts';

type Corners = NonNullable<TraceFile['corners']>;
const drawing = (
  part: PartFile,
  corners: Corners,
  angle: ProjectionAngle = 'first',
  more: Pick<Drawing['setup'], 'shapes'> = {},
): Drawing => {
  const trace: TraceFile = { name: 'A', seenIn: 'auxiliary', corners, look: 'down' };
  return withRules(onLargeSheet(part, [trace], { angle, ...more }), { points: 'numbers' });
};

const block = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }));
const wedge = partOf(
  feature(
    'add',
    {
      kind: 'extrude',
      profile: {
        polygon: [
          [0, 0],
          [60, 0],
          [60, 20],
          [20, 50],
          [0, 50],
        ],
      },
      height: 40,
    },
    { id: 'wedge', at: [0, 40, 0], turn: [{ axis: 'x', angle: 90 }] },
  ),
);
const pyramid = partOf(
  feature('add', { kind: 'pyramid', sides: 6, side: 30, height: 70 }, { id: 'pyramid' }),
);
const bored = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }),
  feature('cut', { kind: 'hole', diameter: 16, depth: 'through' }, { id: 'bore', at: [30, 20, 50] }),
);
const disc = partOf(feature('add', { kind: 'cylinder', diameter: 50, height: 40 }, { id: 'disc' }));

const cone = partOf(feature('add', { kind: 'cone', diameter: 50, height: 60 }, { id: 'cone' }));
const boredFromFront = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }),
  feature(
    'cut',
    { kind: 'hole', diameter: 16, depth: 'through' },
    { id: 'bore', at: [30, 0, 25], turn: [{ axis: 'x', angle: 90 }] },
  ),
);
const roundedEnd = partOf(
  feature('add', { kind: 'block', width: 40, depth: 40, height: 30 }, { id: 'block' }),
  feature('add', { kind: 'cylinder', diameter: 40, height: 30 }, { id: 'end', at: [40, 20, 0] }),
);
const boss = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 15 }, { id: 'plate' }),
  feature('add', { kind: 'cylinder', diameter: 24, height: 25 }, { id: 'boss', at: [30, 20, 15] }),
);
const ball = partOf(feature('add', { kind: 'sphere', diameter: 50 }, { id: 'ball' }));
const boredAslant = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }),
  feature(
    'cut',
    { kind: 'hole', diameter: 10, depth: 'through' },
    { id: 'bore', at: [30, 20, 50], turn: [{ axis: 'y', angle: 20 }] },
  ),
);
/** Three points of a plane that meets each of the round parts. */
const BESIDE: Corners = [
  [0, -10, 30],
  [30, 0, 12],
  [-10, 15, 20],
];

const SLOPING: Corners = [
  [0, 0, 35],
  [60, 0, 20],
  [0, 40, 22],
];

describe('a plane that slopes in all views, by hand', () => {
  test.each<[string, PartFile, Corners]>([
    ['block', block, SLOPING],
    [
      'block, two of the points equally high',
      block,
      [
        [0, 0, 35],
        [60, 0, 20],
        [0, 40, 20],
      ],
    ],
    [
      'block, two of the points before one another',
      block,
      [
        [0, 0, 40],
        [0, 40, 10],
        [60, 20, 30],
      ],
    ],
    [
      'block, cut through three of its corners',
      block,
      [
        [0, 0, 50],
        [60, 0, 0],
        [0, 40, 0],
      ],
    ],
    [
      'wedge with a sloping face',
      wedge,
      [
        [0, 0, 12],
        [60, 0, 8],
        [10, 40, 40],
      ],
    ],
    [
      'pyramid',
      pyramid,
      [
        [-20, -20, 10],
        [25, -10, 30],
        [0, 25, 22],
      ],
    ],
  ])('%s: every line of the views and the true shape comes out', (_, part, corners) => {
    for (const angle of ['first', 'third'] as const) {
      const { missing, steps } = redrawn(drawing(part, corners, angle), BY_BOXES);
      expect([angle, missing]).toEqual([angle, []]);
      const words = steps.map((s) => s.text).join(' ');
      expect(words).toContain('Draw X1Y1 square to that level line');
      expect(words).toContain('Draw X2Y2 parallel to the trace');
    }
  });
  test('HT and VT come out as light lines, from the edge view and a level line', () => {
    const bySlope: [Corners, ProjectionAngle][] = [
      [SLOPING, 'first'],
      [SLOPING, 'third'],
      // steep, so that both are near
      [
        [
          [0, 0, 50],
          [60, 0, 0],
          [0, 40, 0],
        ],
        'first',
      ],
      [
        [
          [0, 20, 50],
          [10, 40, 50],
          [40, 0, 0],
        ],
        'first',
      ],
    ];
    const seen = new Set<string>();
    for (const [corners, angle] of bySlope) {
      const { hand, sheet, steps } = redrawn(drawing(block, corners, angle), BY_BOXES);
      for (const { name, from, to } of sheet.planeTraces) {
        const isOn = (l: { a: number; b: number; c: number }, [x, y]: Vec2): boolean =>
          Math.abs(l.a * x + l.b * y - l.c) < 1e-6;
        expect([name, [...hand.lines.values()].some((l) => isOn(l, from) && isOn(l, to))]).toEqual([
          name,
          true,
        ]);
        expect(steps.some((s) => s.text.includes(`${name} of plane A`))).toBe(true);
        seen.add(name);
      }
    }
    expect(seen).toEqual(new Set(['HT', 'VT']));
  });
  test.each<[string, PartFile]>([
    ['a bored block', bored],
    ['a disc', disc],
    ['a cone', cone],
    ['a block bored from the front', boredFromFront],
    ['a rounded end', roundedEnd],
    ['a boss on a plate', boss],
  ])('%s: the rounds of the edge view come out, by points of their circles', (_, part) => {
    for (const angle of ['first', 'third'] as const) {
      const d = drawing(part, BESIDE, angle);
      const { missing, steps } = redrawn(d, BY_BOXES);
      expect([angle, missing]).toEqual([angle, []]);
      expect(steps.filter((s) => s.asks === 'edgeRest')).toEqual([]);
      for (const s of replayOf(d, BY_BOXES).short) expect(s.text).not.toMatch(/undefined|:;|;\s*;/);
    }
  });
  test.each<[string, PartFile]>([
    ['a ball', ball],
    ['a bore aslant', boredAslant],
  ])('%s: the lines of the edge view that are not found point by point are said', (_, part) => {
    const d = drawing(part, BESIDE);
    const { missing, steps } = redrawn(d, BY_BOXES);
    expect(missing.filter((m) => !m.startsWith('edge view A'))).toEqual([]);
    const said = steps.find((s) => /^Draw the other/.test(s.text))?.text ?? '';
    const short = replayOf(d, BY_BOXES).short.map((s) => s.text);
    expect(short.filter((s) => /raw the other/.test(s))).toHaveLength(1);
    for (const s of short) expect(s).not.toMatch(/undefined|:;|;\s*;/);
    expect(Number(/other (\d+) lines/.exec(said)?.[1] ?? (said ? 1 : 0))).toBe(missing.length);
  });
  test('a true shape that was moved keeps its spacings', () => {
    const d = drawing(block, SLOPING, 'first', { shapes: { A: { by: [120, -40] } } });
    const { missing, steps, sheet } = redrawn(d, BY_BOXES);
    expect(sheet.shapes[0]?.apart).toBe(true);
    expect(missing).toEqual([]);
    expect(steps.some((s) => s.text.includes("as far on as along the plane's edge"))).toBe(true);
  });
  test.each<[string, Partial<ReplayChoice>]>([
    ['arcs', { method: 'arcs' }],
    ['dividers', { method: 'distances' }],
    ['outline walked', { order: 'outline' }],
    ['the whole solid first', { order: 'uncut' }],
    ['lines darkened last', { darken: 'last', hidden: 'last' }],
  ])('%s', (_, choice) => {
    expect(
      redrawn(
        drawing(wedge, [
          [0, 0, 12],
          [60, 0, 8],
          [10, 40, 40],
        ]),
        { ...BY_BOXES, ...choice },
      ).missing,
    ).toEqual([]);
  });
});
