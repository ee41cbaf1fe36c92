import { describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { feature, partOf } from '../balance/given.ts';
import { BY_BOXES, onLargeSheet, redrawn, withRules } from './replayHand.ts';

const choice = (method: ReplayChoice['method']): ReplayChoice => ({ ...BY_BOXES, method });
const drawing = (part: PartFile, traces: readonly TraceFile[]): Drawing =>
  withRules(onLargeSheet(part, traces, { together: [traces.map((t) => t.name)] }), { points: 'numbers' });

const block = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }));
const pyramid = partOf(
  feature('add', { kind: 'pyramid', sides: 6, side: 30, height: 70 }, { id: 'pyramid' }),
);
const bored = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 50 }, { id: 'block' }),
  feature('cut', { kind: 'hole', diameter: 16, depth: 'through' }, { id: 'bore', at: [30, 20, 50] }),
);
const cone = partOf(feature('add', { kind: 'cone', diameter: 60, height: 80 }, { id: 'cone' }));
const disc = partOf(feature('add', { kind: 'cylinder', diameter: 50, height: 60 }, { id: 'disc' }));

const front = (
  name: string,
  a: [number, number],
  b: [number, number],
  look: TraceFile['look'],
): TraceFile => ({
  name,
  seenIn: 'front',
  through: [a, b],
  look,
});

describe('two cuts that act together, by hand', () => {
  test.each<[string, PartFile, TraceFile[]]>([
    [
      'block, a level and a sloping plane',
      block,
      [front('A', [0, 35], [60, 35], 'down'), front('B', [60, 10], [30, 50], 'left')],
    ],
    [
      'block, planes seen in two views',
      block,
      [
        front('A', [0, 35], [60, 25], 'down'),
        {
          name: 'B',
          seenIn: 'top',
          through: [
            [45, 0],
            [60, 20],
          ],
          look: 'left',
        },
      ],
    ],
    [
      'pyramid, two planes through its axis',
      pyramid,
      [front('A', [-30, 15], [0, 40], 'down'), front('B', [0, 40], [30, 25], 'down')],
    ],
    ['bored block', bored, [front('A', [0, 35], [60, 35], 'down'), front('B', [60, 10], [24, 50], 'left')]],
    ['cone', cone, [front('A', [-30, 15], [0, 40], 'down'), front('B', [0, 30], [30, 60], 'down')]],
    ['disc', disc, [front('A', [-25, 35], [25, 50], 'down'), front('B', [5, 20], [25, 45], 'left')]],
  ])('%s', (_, part, traces) => {
    for (const method of ['mitre', 'arcs', 'distances'] as const) {
      const { missing, steps } = redrawn(drawing(part, traces), choice(method));
      expect([method, missing]).toEqual([method, []]);
      const words = steps.map((s) => s.text).join(' ');
      expect(words).toContain('Draw the cutting planes wide at their ends');
      expect(words).not.toMatch(/[AB] of cut/);
    }
  });
  test('the edge in which the cuts meet is drawn, and said as such', () => {
    const traces = [front('A', [0, 35], [60, 35], 'down'), front('B', [60, 10], [30, 50], 'left')];
    const { steps } = redrawn(drawing(block, traces), choice('mitre'));
    expect(steps.some((s) => s.text.endsWith('in the top view, where cut A meets cut B.'))).toBe(true);
  });
});
