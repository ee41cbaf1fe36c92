import { describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { typed } from '../statement/typedOn.ts';
import { BY_BOXES, onLargeSheet, redrawn, replayOf } from './replayHand.ts';

const drawing = (part: PartFile, traces: readonly TraceFile[], as: 'removed' | 'revolved'): Drawing =>
  onLargeSheet(part, traces, {
    shapes: Object.fromEntries(traces.map((t) => [t.name, { as }])),
    shownIn: Object.fromEntries(traces.map((t) => [t.name, []])),
  });
const across = (name: string, at: number, high: number): TraceFile => ({
  name,
  seenIn: 'front',
  through: [
    [at, 0],
    [at, high],
  ],
  look: 'right',
});

const bar = typed(['block 90 x 40 x 30', 'groove 10 wide 8 deep from left to right, 12 from front']);
const prism = typed(['hexagonal prism side 20 height 80']);
const rod = typed(['rod 30 dia 120 long lying']);
const tube = typed(['cylinder 40 dia 60 high', 'hole 20 through from the top']);
const bored = typed(['block 90 x 40 x 30', 'hole 12 through from the front, 30 from left, 15 up']);

describe('sections drawn by themselves, by hand', () => {
  test.each<[string, PartFile, TraceFile[], 'removed' | 'revolved']>([
    ['a bar, removed', bar, [across('A', 20, 30), across('B', 60, 30)], 'removed'],
    ['a bar, revolved', bar, [across('A', 20, 30)], 'revolved'],
    [
      'a prism, removed',
      prism,
      [
        {
          name: 'A',
          seenIn: 'front',
          through: [
            [-20, 30],
            [20, 50],
          ],
          look: 'down',
        },
      ],
      'removed',
    ],
    ['a rod, removed', rod, [across('A', 30, 30), across('B', 90, 30)], 'removed'],
    ['a rod, revolved', rod, [across('A', 30, 30)], 'revolved'],
    [
      'a tube cut aslant, removed',
      tube,
      [
        {
          name: 'A',
          seenIn: 'front',
          through: [
            [-20, 20],
            [20, 40],
          ],
          look: 'down',
        },
      ],
      'removed',
    ],
    ['a bored block, removed', bored, [across('A', 30, 30)], 'removed'],
  ])('%s', (_, part, traces, as) => {
    const d = drawing(part, traces, as);
    const { missing, steps, sheet } = redrawn(d, BY_BOXES);
    expect(sheet.shapes.map((s) => s.drawnAs)).toEqual(traces.map(() => as));
    expect(missing).toEqual([]);
    const words = steps.map((s) => s.text).join(' ');
    expect(words).toContain('to stand for XY');
    expect(words).toContain(`of the ${as} section A-A`);
    expect(words).not.toMatch(/true shape|X\d+Y\d+/);
    for (const s of replayOf(d, BY_BOXES).short) expect(s.text).not.toMatch(/true shape|X\d+Y\d+|undefined/);
  });
});

describe('a broken-out section, by hand', () => {
  const block = typed(['block 90 x 40 x 30', 'hole 12 through from the top, 30 from left, 20 from front']);
  test.each<[string, [number, number][]]>([
    [
      'inside the view',
      [
        [15, 5],
        [45, 4],
        [46, 24],
        [14, 25],
      ],
    ],
    [
      'over the edge of the part',
      [
        [15, 5],
        [45, 4],
        [46, 33],
        [14, 34],
      ],
    ],
  ])('%s: the freehand line comes first, and lines end at it', (_, edge) => {
    const trace: TraceFile = {
      name: 'A',
      seenIn: 'top',
      through: [
        [0, 20],
        [90, 20],
      ],
      look: 'up',
    };
    const d = onLargeSheet(block, [trace], { shapes: { A: { as: 'brokenOut', edge } } });
    const { missing, steps } = redrawn(d, BY_BOXES);
    expect(missing).toEqual([]);
    const texts = steps.map((s) => s.text);
    const freehand = texts.findIndex((t) =>
      t.startsWith('Draw a narrow line freehand in the front view round what cut A is to lay open'),
    );
    expect(freehand).toBeGreaterThan(-1);
    expect(texts.findIndex((t) => /^Draw the visible line .*in the front view/.test(t))).toBeGreaterThan(
      freehand,
    );
    // where the freehand line runs is no figure: none is set off to it
    expect(texts.filter((t) => /^Set off [WH] \d+\.\d{3,}/.test(t))).toEqual([]);
  });
});
