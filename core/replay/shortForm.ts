import type { Vec2 } from '../geometry/vec.ts';
import { listed } from '../naming/listed.ts';
import type { Brief, Deed, Replay, ShortStep, Step } from './deed.ts';
import { addedWhereAlike, placeWords, toldApart } from './placeWords.ts';
import type { Plan } from './plan.ts';

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

const isMark = (s: Step): boolean =>
  s.brief === undefined && s.deeds.length > 0 && s.deeds.every((d) => d.do === 'cross' || d.do === 'meet');
const isDrawn = (s: Step): boolean =>
  s.deeds.some((d) => d.do === 'draw' || d.do === 'arc' || d.do === 'curve');
const isSeen = (s: Step): boolean => s.deeds.some((d) => 'seen' in d && d.seen);

/** Which steps a drafter takes together: those with the same key. */
const keyOf = (s: Step, index: number): string => {
  const { on, view } = s.work;
  if (s.stage === 'finishing') return `finishing ${index}`;
  if (s.stage === 'setting out') return `setting out|${on}`;
  if (s.stage === 'true shape') return `true shape|${on}|${isDrawn(s)}`;
  if (s.stage === 'lines') return `lines|${view}|${on}|${isSeen(s)}`;
  // a light line that only leads to a projector belongs to the view into which that runs
  const isLeading = s.stage === 'projection' && !isMark(s) && view !== undefined;
  return `towards|${isLeading ? view : s.view}|${on}`;
};

/** The steps put so that those with the same key follow one another as far as what each needs allows. */
const inGroups = (steps: readonly Step[]): Step[][] => {
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
  const groups: Step[][] = [];
  /** Does as many of a key's steps as can be done. */
  const doReady = (key: string): void => {
    const ready: Step[] = [];
    for (const i of members.get(key) ?? [])
      if (!done.has(i) && needs[i]?.every((k) => done.has(k))) {
        done.add(i);
        ready.push(steps[i] as Step);
      }
    if (ready.length) groups.push(ready);
  };
  /** What a key's steps still need of others is done first, unless those need this one in turn. */
  const doWith = (key: string, waiting: ReadonlySet<string>): void => {
    const now = new Set([...waiting, key]);
    for (const i of members.get(key) ?? [])
      for (const k of needs[i] ?? [])
        if (!done.has(k) && !now.has(keys[k] as string)) doWith(keys[k] as string, now);
    doReady(key);
  };
  for (const i of steps.keys()) while (!done.has(i)) doWith(keys[i] as string, new Set());
  return groups;
};

/** What a step adds; one that says nothing in particular is left out where it only leads up to a point or a projector, else it keeps its words. */
const briefOf = (s: Step): readonly Brief[] => {
  if (s.brief) return [s.brief];
  if (s.from) return [];
  const leadsUp = isMark(s) || s.stage === 'projection' || s.deeds.every((d) => d.do === 'join');
  if (leadsUp) return [];
  const words = s.text.replace(/\.$/, '').replace(` in the ${s.view} view`, '');
  return [[`${words.charAt(0).toLowerCase()}${words.slice(1)}`, '']];
};

/** What several steps add, those with the same lead together: "set off W 25 from the left, H 12 from the bottom; halve the lower side". */
const briefsOf = (steps: readonly Step[]): string => {
  const byLead = new Map<string, string[]>();
  for (const [lead, what] of steps.flatMap(briefOf)) {
    const list = byLead.get(lead) ?? [];
    if (!list.includes(what)) list.push(what);
    byLead.set(lead, list);
  }
  return [...byLead].map(([lead, list]) => `${lead} ${list.join(', ')}`.trim()).join('; ');
};

/** The points that are found by some steps, by their names; those without one are counted. */
const pointsFound = (p: Plan, steps: readonly Step[]): string => {
  const names: (string | undefined)[] = [];
  for (const s of steps.filter(isMark)) {
    const last = s.deeds.at(-1);
    const at = last && 'point' in last ? p.board.points.get(last.point) : undefined;
    if (at && s.view) names.push(placeWords(p, s.view, at as Vec2));
  }
  const known = [...new Set(names.filter((x) => x !== undefined))];
  const numbers = known.filter((x) => x.startsWith('point ')).map((x) => x.slice('point '.length));
  const others = known.filter((x) => !x.startsWith('point '));
  const unnamed = names.length - names.filter((x) => x !== undefined).length;
  return listed([
    ...(numbers.length ? [`point${numbers.length > 1 ? 's' : ''} ${numbers.join('; ')}`] : []),
    ...others,
    ...(unnamed ? [`${unnamed}${known.length ? ' more' : ''} point${unnamed > 1 ? 's' : ''}`] : []),
  ]);
};

/** The ends of straight lines by their numbers: "1 to 2, 2 to 3"; others by what they are. */
const linesDrawn = (p: Plan, steps: readonly Step[]): string => {
  const nameOf = (s: Step, point: string): string | undefined => {
    const at = p.board.points.get(point);
    return at && s.view && placeWords(p, s.view, at)?.replace(/^point /, '');
  };
  const count = { line: 0, arc: 0, circle: 0, curve: 0 };
  const named: string[] = [];
  for (const s of steps)
    for (const d of s.deeds) {
      if (d.do === 'draw' || d.do === 'join') {
        const [a, b] = d.do === 'draw' ? [d.from, d.to] : [d.a, d.b];
        const [from, to] = [nameOf(s, a), nameOf(s, b)];
        if (from && to && from !== to) named.push(`${from} to ${to}`);
        else count.line++;
      } else if (d.do === 'arc') count[d.from === undefined ? 'circle' : 'arc']++;
      else if (d.do === 'curve') count.curve++;
    }
  const counted = Object.entries(count).flatMap(([what, n]) =>
    n ? [`${n}${what === 'line' && named.length ? ' more' : ''} ${what}${n > 1 ? 's' : ''}`] : [],
  );
  return [...named, ...counted].join(', ');
};

const METHOD = { mitre: 'by the mitre line', arcs: 'by arcs', distances: 'with the dividers' } as const;

/** Several steps in one sentence. */
const together = (p: Plan, steps: readonly Step[]): string => {
  const first = steps[0] as Step;
  const { on } = first.work;
  const key = keyOf(first, 0);
  const view = key.startsWith('towards') ? key.split('|')[1] : first.view;
  const briefs = briefsOf(steps);
  if (first.stage === 'setting out') {
    const turned = steps.find((s) => s.from);
    const depth = turned ? `take its depth from the ${turned.from} view ${METHOD[p.choice.method]}` : '';
    return `Set out ${on}: ${[briefs, depth].filter(Boolean).join('; ')}.`;
  }
  if (first.stage === 'true shape') return `For ${on}: ${briefs}.`;
  if (first.stage === 'lines')
    return `Draw the ${isSeen(first) ? 'visible' : 'hidden'} lines of ${on} in the ${view} view: ${linesDrawn(p, steps)}.`;
  const points = pointsFound(p, steps);
  const from = [...new Set(steps.flatMap((s) => (s.from && s.from !== view ? [s.from] : [])))];
  const turns = steps.some((s) => s.from && s.account === 'D' && s.view !== s.from);
  const sources = `from the ${listed(from)} view${from.length > 1 ? 's' : ''}`;
  const projected = from.length && (points ? `project ${points} ${sources}` : `draw projectors ${sources}`);
  const light = points || from.length || briefs ? '' : `draw light ${linesDrawn(p, steps) || 'lines'}`;
  const parts = [
    briefs,
    projected
      ? `${projected}${turns ? `, depths ${METHOD[p.choice.method]}` : ''}`
      : points && `mark ${points}`,
    light,
  ].filter(Boolean);
  return `In the ${view} view, for ${on}: ${parts.join('; ')}.`;
};

/** Why lines are drawn as they are. */
const WHY = {
  visible: 'Nothing stands before them.',
  hidden: 'Something stands before them, so they are dashed.',
} as const;

/** A group as one step. @param alone the words of its first step, kept where there is no other */
const shortStep = (p: Plan, steps: readonly Step[], alone: string): ShortStep => {
  const first = steps[0] as Step;
  const { view, stage } = first;
  const telling = steps.find((s) => s.brief) ?? steps.find((s) => s.from) ?? first;
  const why = stage === 'lines' && steps.length > 1 ? WHY[isSeen(first) ? 'visible' : 'hidden'] : telling.why;
  if (steps.length === 1) return { view, stage, text: alone, why, count: 1 };
  return { view, stage, text: together(p, steps), why, count: steps.length };
};

/**
 * A planned construction in the order in which a drafter takes its steps together, with the short form over them: one sentence for what is done in one
 * go, such as all corners of a feature projected into a view.
 */
export const inShortForm = (p: Plan): Replay => {
  const groups = inGroups(p.steps);
  const steps = toldApart(p, groups.flat());
  let next = 0;
  const short = groups.map((g) => {
    const told = steps[next] as Step;
    next += g.length;
    return shortStep(p, g, told.text);
  });
  return {
    steps,
    short: addedWhereAlike(short, (_s, nth) => (nth > 1 ? `, continued (${nth})` : '')),
  };
};
