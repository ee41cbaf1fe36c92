import type { ViewName } from '../geometry/viewFrames.ts';
import type { Deed } from './deed.ts';
import type { Target } from './instruction.ts';
import type { PlannedStep } from './step.ts';

/** What a deed puts on the board under a name of its own; nothing for a finished line. */
const madeBy = (d: Deed): string | undefined => {
  if ('point' in d) return d.point;
  if (d.do === 'circle') return d.circle;
  return 'line' in d ? d.line : undefined;
};

/** All that a deed finds on the board by name. */
const usedBy = (d: Deed): string[] => {
  const { do: _, ...rest } = d;
  const made = madeBy(d);
  return Object.values(rest)
    .flat()
    .filter((x): x is string => typeof x === 'string' && x !== made);
};

/** Whether a step only marks points. */
export const isMark = (s: PlannedStep): boolean =>
  s.deeds.length > 0 && s.deeds.every((d) => d.do === 'cross' || d.do === 'meet');
/** Whether a step draws a finished line. */
const isDrawn = (s: PlannedStep): boolean =>
  s.deeds.some((d) => d.do === 'draw' || d.do === 'break' || d.do === 'arc' || d.do === 'curve');
/** Whether what a step draws is visible. */
export const isSeen = (s: PlannedStep): boolean => s.deeds.some((d) => 'seen' in d && d.seen);

/** The view in which a step belongs: a light line that only leads to a projector belongs to the view into which that runs. */
export const viewOfStep = (s: PlannedStep): ViewName | undefined =>
  s.stage === 'projection' && !isMark(s) ? (s.work.view ?? s.view) : s.view;

const targetKey = (t: Target): string => Object.values(t).join(' ');

/** Which steps a drafter takes together: those with the same key. */
const keyOf = (s: PlannedStep, index: number): string => {
  const on = targetKey(s.work.on);
  if (s.stage === 'finishing') return `finishing|${index}`;
  if (s.stage === 'setting out') return `setting out|${on}`;
  if (s.stage === 'true shape') return `true shape|${on}|${isDrawn(s)}`;
  if (s.stage === 'lines') return `lines|${s.work.view}|${on}|${isSeen(s)}`;
  return `towards|${viewOfStep(s)}|${on}`;
};

/**
 * The steps in groups that a drafter takes together: those with the same key follow one another as far as what each needs allows.
 * @returns all steps, each once; whatever a step uses is made in an earlier one
 */
export const inGroups = (steps: readonly PlannedStep[]): PlannedStep[][] => {
  const maker = new Map<string, number>();
  for (const [i, s] of steps.entries())
    for (const d of s.deeds) {
      const made = madeBy(d);
      if (made !== undefined && !maker.has(made)) maker.set(made, i);
    }
  const keys = steps.map(keyOf);
  const needs = steps.map((s, i) => [
    ...new Set(
      s.deeds
        .flatMap(usedBy)
        .flatMap((name) => maker.get(name) ?? [])
        .filter((k) => k !== i),
    ),
  ]);
  const members = new Map<string, number[]>();
  for (const [i, k] of keys.entries()) members.set(k, [...(members.get(k) ?? []), i]);
  const done = new Set<number>();
  const groups: PlannedStep[][] = [];
  /** Does as many of a key's steps as can be done. */
  const doReady = (key: string): void => {
    const ready: PlannedStep[] = [];
    for (const i of members.get(key) ?? [])
      if (!done.has(i) && needs[i]?.every((k) => done.has(k))) {
        done.add(i);
        ready.push(steps[i] as PlannedStep);
      }
    if (ready.length) groups.push(ready);
  };
  /**
   * What a key's steps still need of others is done first, unless those need this one in turn.
   * @param begun the keys of this pass: each is begun once, or the ways round would be counted in millions
   */
  const doWith = (key: string, begun: Set<string>): void => {
    begun.add(key);
    for (const i of members.get(key) ?? [])
      for (const k of needs[i] ?? [])
        if (!done.has(k) && !begun.has(keys[k] as string)) doWith(keys[k] as string, begun);
    doReady(key);
  };
  for (const i of steps.keys()) while (!done.has(i)) doWith(keys[i] as string, new Set());
  return groups;
};
