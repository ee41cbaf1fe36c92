import { describe, expect, test } from '@jest/globals';
import { type Guides, pulledTrace } from '../../../core/edit/tracePull.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { feature, partOf } from '../balance/given.ts';

const part = {
  ...partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 50 })),
  dims: { h: 20 },
};
const guides: Guides = {
  step: 0.5,
  turn: 1,
  marks: [
    [0, 50],
    [30, 25],
    [60, 50],
  ],
  reach: 2,
  sides: [0, 0, 60, 50],
};
const base = { name: 'A', seenIn: 'front', look: 'down' } as const;
const heights: TraceFile = {
  ...base,
  through: [
    [0, 'h'],
    [60, 35],
  ],
};
const loose: TraceFile = {
  ...base,
  through: [
    [10, 'h'],
    [40, 30],
  ],
};
const angled: TraceFile = { ...base, at: [30, 'h'], angle: 30 };
const pull = (t: TraceFile, grip: 'start' | 'end' | 'whole', from: [number, number], to: [number, number]) =>
  pulledTrace(t, part, grip, from, to, guides);

describe('two heights', () => {
  test('stay two heights; the one that is not pulled stays as it was stated', () => {
    expect(pull(heights, 'end', [66, 36.5], [66, 42])).toEqual({
      through: [
        [0, 'h'],
        [60, 40],
      ],
    });
    expect(pull(heights, 'start', [-6, 18.5], [-6, 12])).toEqual({
      through: [
        [0, 14],
        [60, 35],
      ],
    });
  });
  test('take a corner that the trace is pulled to, exactly', () => {
    // from 20 at the left through the middle (30, 25) to 30 at the right
    expect(pull(heights, 'end', [66, 36.5], [31, 26])).toEqual({
      through: [
        [0, 'h'],
        [60, 30],
      ],
    });
  });
  test('moved as a whole go up and down by whole steps, and keep their slope', () => {
    expect(pull(heights, 'whole', [30, 27.5], [37, 30.6])).toEqual({
      through: [
        [0, 23],
        [60, 38],
      ],
    });
  });
});

describe('two points', () => {
  test('one is pulled, the other stays where it was stated', () => {
    // the grip stands twice as far from the first point as the second one does
    expect(pull(loose, 'end', [70, 40], [70, 52])).toEqual({
      through: [
        [10, 'h'],
        [40, 36],
      ],
    });
    expect(pull(loose, 'end', [70, 40], [59, 49])).toEqual({
      through: [
        [10, 'h'],
        [60, 50],
      ],
    });
  });
  test('moved as a whole keep their distance', () => {
    expect(pull(loose, 'whole', [25, 25], [28.1, 25.2])).toEqual({
      through: [
        [13, 20],
        [43, 30],
      ],
    });
  });
  test('that fall together make no trace', () => {
    expect(pull(loose, 'end', [70, 40], [10, 20])).toBeUndefined();
  });
});

describe('a place and an angle', () => {
  test('stay such: an end turns it by whole degrees, the middle moves it', () => {
    expect(pull(angled, 'end', [56, 35], [50, 40.2])).toEqual({ at: [30, 'h'], angle: 45 });
    expect(pull(angled, 'start', [4, 5], [10, -0.3])).toEqual({ at: [30, 'h'], angle: 45 });
    expect(pull(angled, 'whole', [30, 20], [33.2, 21.9])).toEqual({ at: [33, 22], angle: 30 });
  });
  test('an end takes a corner exactly', () => {
    const stated = pull(angled, 'end', [56, 35], [59.5, 49]);
    expect(stated?.at).toEqual([30, 'h']);
    expect(stated?.angle).toBeCloseTo(45, 6);
  });
});
