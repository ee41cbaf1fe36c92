import { listed } from '../../naming/listed.ts';
import type { DrawnAs } from '../../sheet/views/trueShape.ts';
import type { ReplayMethod } from '../deed.ts';
import { isMark, isSeen, viewOfStep } from '../groups.ts';
import type { Target } from '../instruction.ts';
import type { PlannedStep, ShortStep } from '../step.ts';
import { type NamedPlace, namedPlace } from './places.ts';
import { type Brief, type Sentence, seenWord } from './sentence.ts';
import type { Wording } from './wording.ts';

/** A planned step with its sentence. */
export type WordedStep = PlannedStep & Sentence;

/** What a step adds; nothing where it only leads up to a point or a projector. */
const briefOf = (s: WordedStep): readonly Brief[] =>
  s.brief ? [s.brief] : s.clause === undefined ? [] : [[s.clause, '']];

/** What several steps add, those with the same lead together: "set off W 25 from the left, H 12 from the bottom; halve the lower side". */
const briefsOf = (steps: readonly WordedStep[]): string => {
  const byLead = new Map<string, string[]>();
  for (const [lead, what] of steps.flatMap(briefOf)) {
    const list = byLead.get(lead) ?? [];
    if (!list.includes(what)) list.push(what);
    byLead.set(lead, list);
  }
  return [...byLead].map(([lead, list]) => `${lead} ${list.join(', ')}`.trim()).join('; ');
};

/** The points that are found by some steps, by their names; those without one are counted. */
const pointsFound = (w: Wording, steps: readonly WordedStep[]): string => {
  const places: (NamedPlace | undefined)[] = [];
  for (const s of steps.filter(isMark)) {
    const last = s.deeds.at(-1);
    const at = last && 'point' in last ? w.plan.board.points.get(last.point) : undefined;
    if (at && s.view) places.push(namedPlace(w, { view: s.view, at }));
  }
  const numbers = [...new Set(places.flatMap((x) => (x?.kind === 'corners' ? [x.labels] : [])))];
  const others = [...new Set(places.flatMap((x) => (x?.kind === 'stated' ? [x.words] : [])))];
  const unnamed = places.filter((x) => x === undefined).length;
  return listed([
    ...(numbers.length ? [`point${numbers.length > 1 ? 's' : ''} ${numbers.join('; ')}`] : []),
    ...others,
    ...(unnamed
      ? [`${unnamed}${numbers.length + others.length ? ' more' : ''} point${unnamed > 1 ? 's' : ''}`]
      : []),
  ]);
};

/** A line by the names of its ends. */
type NamedLine = readonly [from: string, to: string];

/** Lines that follow one another as one walk, as a pencil draws them: "1 to 2 to 3 and back to 1; 5 to 6". */
const walksOf = (lines: readonly NamedLine[]): string => {
  const left = [...lines];
  const walks: string[] = [];
  for (let start = left.shift(); start; start = left.shift()) {
    const walk = [...start];
    /** Takes the next line that meets an end of the walk. @returns its far end */
    const takeFrom = (end: string | undefined): string | undefined => {
      const i = left.findIndex((l) => l.includes(end as string));
      if (i < 0) return undefined;
      const [line] = left.splice(i, 1) as [NamedLine];
      const [from, to] = line;
      return from === end ? to : from;
    };
    const isClosed = (): boolean => walk.length > 2 && walk[0] === walk.at(-1);
    for (let end = isClosed() ? undefined : takeFrom(walk.at(-1)); end !== undefined; ) {
      walk.push(end);
      end = isClosed() ? undefined : takeFrom(end);
    }
    for (let end = isClosed() ? undefined : takeFrom(walk[0]); end !== undefined; ) {
      walk.unshift(end);
      end = isClosed() ? undefined : takeFrom(end);
    }
    walks.push(isClosed() ? `${walk.slice(0, -1).join(' to ')} and back to ${walk[0]}` : walk.join(' to '));
  }
  return walks.join('; ');
};

/** Straight lines by the numbers of their ends, those that follow one another together; others by what they are. */
const linesDrawn = (w: Wording, steps: readonly WordedStep[]): string => {
  const nameOf = (s: WordedStep, point: string): string | undefined => {
    const at = w.plan.board.points.get(point);
    const place = at && s.view && namedPlace(w, { view: s.view, at });
    return place && (place.kind === 'corners' ? place.labels : place.words);
  };
  const count = { line: 0, arc: 0, circle: 0, curve: 0, 'break line': 0 };
  const named: NamedLine[] = [];
  for (const s of steps)
    for (const d of s.deeds) {
      if (d.do === 'draw' || d.do === 'join') {
        const [a, b] = d.do === 'draw' ? [d.from, d.to] : [d.a, d.b];
        const [from, to] = [nameOf(s, a), nameOf(s, b)];
        if (from && to && from !== to) named.push([from, to]);
        else count.line++;
      } else if (d.do === 'arc') count[d.from === undefined ? 'circle' : 'arc']++;
      else if (d.do === 'curve') count.curve++;
      else if (d.do === 'break') count['break line']++;
    }
  const counted = Object.entries(count).flatMap(([what, n]) =>
    n ? [`${n}${what === 'line' && named.length ? ' more' : ''} ${what}${n > 1 ? 's' : ''}`] : [],
  );
  return [...(named.length ? [walksOf(named)] : []), ...counted].join('; ');
};

const METHOD = { mitre: 'by the mitre line', arcs: 'by arcs', distances: 'with the dividers' } as const;

/** What is drawn of a cut face by itself. */
const shapeWords = (drawnAs: DrawnAs = 'true shape'): string =>
  drawnAs === 'true shape' ? 'the true shape' : `the ${drawnAs} section`;

/** What a step works towards, in words. */
const targetWords = (t: Target, { plan }: Wording): string => {
  switch (t.kind) {
    case 'feature':
      return t.name;
    case 'box':
      return `the box of the ${t.of} view`;
    case 'linesBetweenViews':
      return 'the lines between the views';
    case 'uncutSolid':
      return 'the uncut solid';
    case 'breaks':
      return 'the ends that run on';
    case 'trace':
      return `the trace of cut ${t.cut}`;
    case 'edgeView':
      return `the auxiliary view of plane ${t.cut}`;
    case 'cut':
      return `cut ${t.cut}`;
    case 'trueShape':
      return `${shapeWords(plan.sheet.shapes.find((s) => s.cut === t.cut)?.drawnAs)} of cut ${t.cut}`;
    case 'nothing':
      return '';
  }
};

/** Several steps in one sentence, without its full stop. */
const together = (w: Wording, method: ReplayMethod, steps: readonly WordedStep[]): string => {
  const first = steps[0] as WordedStep;
  const on = targetWords(first.work.on, w);
  const view = viewOfStep(first);
  const briefs = briefsOf(steps);
  if (first.stage === 'setting out') {
    const turned = steps.find((s) => s.from);
    const depth = turned ? `take its depth from the ${turned.from} view ${METHOD[method]}` : '';
    return `Set out ${on}: ${[briefs, depth].filter(Boolean).join('; ')}`;
  }
  if (first.stage === 'true shape') return `For ${on}: ${briefs}`;
  if (first.stage === 'lines') {
    // what is only said, without a line of its own
    const said = briefsOf(steps.filter((s) => !s.deeds.length));
    const lines = [linesDrawn(w, steps), said].filter(Boolean).join('; ');
    return `Draw the ${seenWord(isSeen(first))} lines of ${on}${view ? ` in the ${view} view` : ''}: ${lines}`;
  }
  const points = pointsFound(w, steps);
  const from = [...new Set(steps.flatMap((s) => (s.from && s.from !== view ? [s.from] : [])))];
  const turns = steps.some((s) => s.from && s.account === 'D' && s.view !== s.from);
  const sources = `from the ${listed(from)} view${from.length > 1 ? 's' : ''}`;
  const projected = from.length && (points ? `project ${points} ${sources}` : `draw projectors ${sources}`);
  const light = points || from.length || briefs ? '' : `draw light ${linesDrawn(w, steps) || 'lines'}`;
  const parts = [
    briefs,
    projected ? `${projected}${turns ? `, depths ${METHOD[method]}` : ''}` : points && `mark ${points}`,
    light,
  ].filter(Boolean);
  return `${view ? `In the ${view} view, for` : 'For'} ${on}: ${parts.join('; ')}`;
};

/** Why lines are drawn as they are. */
const WHY = {
  visible: 'Nothing stands before them.',
  hidden: 'Something stands before them, so they are dashed.',
} as const;

/** Steps that a drafter takes together as one, its words without the full stop; a step alone keeps its own. */
export const shortStep = (w: Wording, method: ReplayMethod, steps: readonly WordedStep[]): ShortStep => {
  const first = steps[0] as WordedStep;
  const { view, stage } = first;
  if (steps.length === 1) return { view, stage, text: first.text, why: first.why, count: 1 };
  const telling = steps.find((s) => s.brief) ?? steps.find((s) => s.from) ?? first;
  const why = stage === 'lines' ? WHY[seenWord(isSeen(first))] : telling.why;
  return { view, stage, text: together(w, method, steps), why, count: steps.length };
};
