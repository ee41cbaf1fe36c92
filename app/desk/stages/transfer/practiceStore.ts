'use client';
import { create } from 'zustand';
import type { GivenLine } from '../../../../core/balance/given.ts';
import type { Vec2 } from '../../../../core/geometry/vec.ts';
import { misplaced, type Placing } from '../../../../core/practice/placing.ts';
import type { Exercise } from '../../../../workers/practice.ts';

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
  /** where the whole view stands, if it is placed by hand and not held to the projectors */
  readonly placing: Placing | undefined;
};

export const usePractice = create<PracticeState>(() => ({
  exercise: undefined,
  entries: [],
  from: undefined,
  tool: 'line',
  seen: true,
  checked: true,
  hints: [],
  placing: undefined,
}));

const set = usePractice.setState;

/** Begins an exercise, or with none ends it. */
export const beginExercise = (exercise: Exercise | undefined): void =>
  set({ exercise, entries: [], from: undefined, hints: [], placing: undefined });
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
/** The whole view is placed by hand, beginning somewhere wrong; or held to the projectors again. */
export const placeByHand = (byHand: boolean): void =>
  set(({ exercise }) => ({
    placing: byHand && exercise ? misplaced(exercise.view, exercise.boxes, exercise.frame) : undefined,
  }));
/** Moves the whole view by a distance on the paper, mm with y up. */
export const movePlacing = (dx: number, dy: number): void =>
  set(({ placing }) =>
    placing ? { placing: { ...placing, by: [placing.by[0] + dx, placing.by[1] + dy] } } : {},
  );
export const turnPlacing = (): void =>
  set(({ placing }) =>
    placing ? { placing: { ...placing, quarter: ((placing.quarter + 1) % 4) as Placing['quarter'] } } : {},
  );
export const takeBack = (index: number): void =>
  set((s) => ({ entries: s.entries.filter((_, i) => i !== index), hints: [] }));
