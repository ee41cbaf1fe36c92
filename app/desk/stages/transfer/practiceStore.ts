'use client';
import { create } from 'zustand';
import type { GivenLine, OwnLine } from '../../../../core/balance/given.ts';
import type { Vec2 } from '../../../../core/geometry/vec.ts';
import { POSTS } from '../../../../core/ledger/accounts.ts';
import { crossingsDrawn, type LightLine } from '../../../../core/practice/lightLines.ts';
import { featureOfOwn, type PracticeEvent } from '../../../../core/practice/marks.ts';
import { misplaced, type Placing } from '../../../../core/practice/placing.ts';
import { type Crossings, madeBefore, type Verdict, verdictOn } from '../../../../core/practice/thirdView.ts';
import type { Exercise } from '../../../../workers/practice.ts';

/** Which projectors are given: all of them, all but those that turn depths, or none. */
export type PracticeHelp = 'given' | 'depths' | 'own';
/** Light lines are drawn across the board; lines, circles and curves into the missing view. */
export type PracticeTool = LightLine['way'] | 'line' | 'circle' | 'curve';

/** An exercise under way: what has been entered, in the missing view's plane, part units. */
export type PracticeState = {
  readonly exercise: Exercise | undefined;
  readonly entries: readonly GivenLine[];
  readonly help: PracticeHelp;
  readonly lights: readonly LightLine[];
  /** where the line being drawn begins, or its circle's centre */
  readonly from: Vec2 | undefined;
  /** the points of the curve being plotted */
  readonly plotted: readonly Vec2[];
  readonly tool: PracticeTool;
  readonly seen: boolean;
  /** each entry is judged as it is made, or all of them when one asks */
  readonly checked: boolean;
  readonly hints: readonly Vec2[];
  /** where the whole view stands, if it is placed by hand and not held to the projectors */
  readonly placing: Placing | undefined;
  readonly events: readonly PracticeEvent[];
  /** ms since 1970 */
  readonly begunAt: number;
  readonly endedAt: number | undefined;
  /** the place of the cursor that is moved by keys, paper mm with y up */
  readonly cursor: Vec2 | undefined;
  /** the same in words */
  readonly cursorWords: string;
};

const FRESH = {
  entries: [],
  lights: [],
  from: undefined,
  plotted: [],
  hints: [],
  placing: undefined,
  events: [],
  endedAt: undefined,
  cursor: undefined,
  cursorWords: '',
} as const;

export const usePractice = create<PracticeState>(() => ({
  ...FRESH,
  exercise: undefined,
  help: 'given',
  tool: 'line',
  seen: true,
  checked: true,
  begunAt: 0,
}));

const set = usePractice.setState;

/** Begins an exercise, or with none ends it. */
export const beginExercise = (exercise: Exercise | undefined): void =>
  set({ ...FRESH, exercise, begunAt: Date.now() });
/** Begins the same exercise again with other help. */
export const helpWith = (help: PracticeHelp): void =>
  set({ ...FRESH, help, tool: help === 'given' ? 'line' : 'level', begunAt: Date.now() });
export const setPractice = (change: Partial<PracticeState>): void => set(change);

/** The lines that are asked for: curves only of whoever draws the projectors that plot them. */
export const askedLines = (exercise: Exercise, help: PracticeHelp): readonly OwnLine[] =>
  help === 'own' ? [...exercise.own, ...exercise.curves] : exercise.own;

/** Where projectors cross in the missing view: given ones, drawn ones, or some of each. @param own from the paper (y up) into the view's plane */
export const crossingsNow = (
  exercise: Exercise,
  help: PracticeHelp,
  lights: readonly LightLine[],
  own: (p: Vec2) => Vec2,
): Crossings => {
  if (help === 'given') return exercise.crossings;
  const drawn = crossingsDrawn(lights, own);
  if (help === 'own') return drawn;
  const [across, up] = POSTS[exercise.view];
  return {
    across: across === 'D' ? drawn.across : exercise.crossings.across,
    up: up === 'D' ? drawn.up : exercise.crossings.up,
  };
};

/** What is said of an entry: whether it was made before, or whether a line is there. */
export const judged = (
  entries: readonly GivenLine[],
  index: number,
  exercise: Exercise,
  help: PracticeHelp,
): Verdict => {
  const before = madeBefore(entries, index, exercise.tol);
  if (before !== undefined)
    return { right: false, reason: `It lies on entry ${before + 1}: it is drawn twice.` };
  return verdictOn(entries[index] as GivenLine, askedLines(exercise, help), exercise.tol);
};

const enter = (entry: GivenLine): void =>
  set(({ entries, exercise, help, events }) => {
    if (!exercise) return {};
    const all = [...entries, entry];
    const { right, reason, line } = judged(all, entries.length, exercise, help);
    const feature = line && featureOfOwn(line);
    return {
      entries: all,
      hints: [],
      events: [...events, { what: right ? 'right' : 'wrong', reason, feature } as const],
    };
  });

/** A place that was clicked: the beginning of an entry, or its end. */
export const enterPlace = (at: Vec2): void => {
  const { from, tool, seen, plotted } = usePractice.getState();
  if (tool === 'curve') {
    const [first] = plotted;
    const isSame = (p: Vec2 | undefined): boolean =>
      p !== undefined && Math.hypot(p[0] - at[0], p[1] - at[1]) === 0;
    // the first point again closes the curve, the last one again ends it
    if (plotted.length > 2 && isSame(first)) endCurve(true);
    else if (plotted.length > 1 && isSame(plotted.at(-1))) endCurve(false);
    else set({ plotted: [...plotted, at] });
    return;
  }
  if (!from) {
    set({ from: at });
    return;
  }
  const size = Math.hypot(at[0] - from[0], at[1] - from[1]);
  set({ from: undefined });
  if (size === 0) return;
  enter(
    tool === 'line'
      ? { seen, kind: 'straight', a: from, b: at }
      : { seen, kind: 'round', centre: from, radius: size, a: at, b: at },
  );
};
/** Joins the plotted points. */
export const endCurve = (closed: boolean): void => {
  const { plotted, seen } = usePractice.getState();
  set({ plotted: [] });
  if (plotted.length < 2) return;
  enter({ seen, kind: 'curve', points: closed ? [...plotted, plotted[0] as Vec2] : plotted });
};

/** Draws a light line through a place of the paper; once in the same place. */
export const drawLight = (way: LightLine['way'], at: Vec2): void =>
  set(({ lights }) => {
    const line: LightLine = { way, at: way === 'level' ? at[1] : at[0] };
    return lights.some((l) => l.way === way && Math.abs(l.at - line.at) < 1e-6)
      ? {}
      : { lights: [...lights, line] };
  });
export const rubOutLight = (): void => set(({ lights }) => ({ lights: lights.slice(0, -1) }));

/** The whole view is placed by hand, beginning somewhere wrong; or held to the projectors again. */
export const placeByHand = (byHand: boolean): void =>
  set(({ exercise, help, tool }) => ({
    placing: byHand && exercise ? misplaced(exercise.view, exercise.boxes, exercise.frame) : undefined,
    help: byHand ? 'given' : help,
    tool: byHand && (tool === 'level' || tool === 'upright') ? 'line' : tool,
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
