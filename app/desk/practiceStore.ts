'use client';
import { create } from 'zustand';
import type { GivenLine } from '../../core/balance/given.ts';
import type { Vec2 } from '../../core/geometry/vec.ts';
import type { Exercise } from '../../workers/practice.ts';

/** An exercise under way: what has been entered, in the missing view's plane, part units. */
export type PracticeState = {
  readonly exercise: Exercise | undefined;
  readonly entries: readonly GivenLine[];
  /** where the line being drawn begins, or its circle's centre */
  readonly from: Vec2 | undefined;
  readonly tool: 'line' | 'circle';
  readonly seen: boolean;
  /** each entry is judged as it is made, or all of them when one asks */
  readonly checked: boolean;
  readonly hints: readonly Vec2[];
};

export const usePractice = create<PracticeState>(() => ({
  exercise: undefined,
  entries: [],
  from: undefined,
  tool: 'line',
  seen: true,
  checked: true,
  hints: [],
}));

const set = usePractice.setState;

/** Begins an exercise, or with none ends it. */
export const beginExercise = (exercise: Exercise | undefined): void =>
  set({ exercise, entries: [], from: undefined, hints: [] });
export const setPractice = (change: Partial<PracticeState>): void => set(change);

/** A place that was clicked: the beginning of an entry, or its end. */
export const enterPlace = (at: Vec2): void => {
  const { from, tool, seen, entries } = usePractice.getState();
  if (!from) {
    set({ from: at });
    return;
  }
  const size = Math.hypot(at[0] - from[0], at[1] - from[1]);
  set({ from: undefined });
  if (size === 0) return;
  const entry: GivenLine =
    tool === 'line'
      ? { seen, kind: 'straight', a: from, b: at }
      : { seen, kind: 'round', centre: from, radius: size, a: at, b: at };
  set({ entries: [...entries, entry], hints: [] });
};
export const takeBack = (index: number): void =>
  set((s) => ({ entries: s.entries.filter((_, i) => i !== index), hints: [] }));
