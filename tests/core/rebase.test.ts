import { describe, expect, test } from '@jest/globals';
import { rebase } from '../../core/drawing/rebase.ts';

const base = {
  title: 'a',
  part: {
    dims: { L: 90, t: 10 },
    bodies: [
      {
        name: 'b',
        features: [
          { id: 'x', w: 1 },
          { id: 'y', w: 2 },
        ],
      },
    ],
  },
  setup: { gap: 10, scale: 1 },
} as const;
type State = {
  title: string;
  part: {
    dims: Record<string, number>;
    bodies: readonly { name: string; features: readonly { id: string; w: number }[] }[];
  };
  setup: { gap: number; scale: number };
};
const state = base as unknown as State;
const feature = (s: State, i: number, w: number): State => ({
  ...s,
  part: {
    ...s.part,
    bodies: s.part.bodies.map((b) => ({
      ...b,
      features: b.features.map((f, k) => (k === i ? { ...f, w } : f)),
    })),
  },
});
const added = (s: State, id: string): State => ({
  ...s,
  part: { ...s.part, bodies: s.part.bodies.map((b) => ({ ...b, features: [...b.features, { id, w: 9 }] })) },
});

describe('a change made on an older state', () => {
  test('is itself where nothing else changed', () => {
    const mine = feature(state, 0, 5);
    expect(rebase(state, mine, state)).toBe(mine);
    expect(rebase(state, state, mine)).toBe(mine);
  });
  test('two figures of two lines are both kept', () => {
    expect(rebase(state, feature(state, 0, 5), feature(state, 1, 7))).toEqual(
      feature(feature(state, 0, 5), 1, 7),
    );
  });
  test('a size and the gap, a new name of a size and another size', () => {
    const theirs = { ...state, setup: { ...state.setup, gap: 20 } };
    const mine = { ...state, part: { ...state.part, dims: { ...state.part.dims, r: 4 } } };
    expect(rebase(state, mine, theirs)).toEqual({ ...mine, setup: theirs.setup });
    const other = { ...state, part: { ...state.part, dims: { ...state.part.dims, L: 91 } } };
    expect(rebase(state, mine, other).part.dims).toEqual({ L: 91, t: 10, r: 4 });
  });
  test('lines added by both stand one after the other', () => {
    expect(
      rebase(state, added(state, 'mine'), added(state, 'theirs')).part.bodies[0]?.features.map((f) => f.id),
    ).toEqual(['x', 'y', 'theirs', 'mine']);
    // and one added while a figure of another was changed
    expect(rebase(state, added(state, 'mine'), feature(state, 1, 7))).toEqual(
      added(feature(state, 1, 7), 'mine'),
    );
  });
  test('of the same figure changed twice the change being brought counts', () => {
    expect(rebase(state, feature(state, 0, 5), feature(state, 0, 6))).toEqual(feature(state, 0, 5));
  });
  test('what was taken out stays out', () => {
    const { t: _, ...dims } = state.part.dims;
    const mine = { ...state, part: { ...state.part, dims: dims as Record<string, number> } };
    expect(rebase(state, mine, feature(state, 0, 5)).part.dims).toEqual({ L: 90 });
    expect(rebase(state, feature(state, 0, 5), mine).part.dims).toEqual({ L: 90 });
  });
});
