import type { Drawing } from '../drawing/drawing.ts';
import { sameData } from '../number/sameData.ts';
import { statementOf } from '../statement/sentence.ts';

/** The lines of a statement as text, by what they are about. */
const linesOf = (d: Drawing): Map<string, string> => {
  const out = new Map<string, string>();
  for (const line of statementOf(d.part)) {
    const text = line.tokens.map((t) => t.text).join('');
    if (line.kind === 'size') out.set(`Size ${line.name}`, text);
    else if (line.kind === 'feature')
      out.set(`Line ${line.id}`, `${line.off ? '(switched off) ' : ''}${text}`);
    else out.set(line.kind === 'body' ? `Body ${d.part.bodies[line.body]?.name}` : 'Part', text);
  }
  return out;
};

/** What the parts of a drawing beside its statement are called. */
const TABLES = {
  number: 'Drawing number',
  title: 'Title',
  owner: 'Owner',
  material: 'Material',
  drawnBy: 'Drawn by',
  date: 'Date',
  revision: 'Revision',
  task: 'The task',
  standings: 'Which sizes are measured, assumed or missing',
  names: 'Names of corners',
  labels: 'Places of names on the sheet',
  groups: 'Groups of lines',
  given: 'The sizes that were given',
  source: 'The picture underneath',
  dimensions: 'Dimensions',
  finish: 'Finish',
  tolerance: 'General tolerance',
  checkedBy: 'Checked by',
  checkedOn: 'Checked on',
  approvedBy: 'Approved by',
  approvedOn: 'Approved on',
  className: 'Class',
  sheet: 'Sheet number',
  accepted: 'Accepted remarks',
  walked: "The checker's walk",
} as const satisfies Partial<Record<keyof Drawing, string>>;

/** One thing that differs between two states; a side is undefined where the thing is not there. */
export type Difference = {
  readonly about: string;
  readonly before: string | undefined;
  readonly after: string | undefined;
};

/** What cannot be said in a few words. */
const ONE_WAY = 'one way';
const ANOTHER_WAY = 'another way';
const otherwise = (about: string): Difference => ({ about, before: ONE_WAY, after: ANOTHER_WAY });

const traceWords = (c: Drawing['cuts'][number] | undefined): string | undefined => {
  if (!c) return undefined;
  const { seenIn, through, at, angle, corners, look, half, whole, cut } = c.trace;
  const points = (list: readonly (readonly unknown[])[], between: string): string =>
    list.map((p) => `[${p.join(', ')}]`).join(between);
  const placed = through ? points(through, ' to ') : `[${at?.join(', ')}] at ${angle} degrees`;
  const place = corners ? `through ${points(corners, ', ')}` : `in the ${seenIn} view ${placed}`;
  return [
    `${c.on ? '' : '(not drawn) '}${half ? 'half section, ' : ''}${place}, looking ${look}`,
    ...(whole ? [`${whole.join(', ')} left whole`] : []),
    ...(cut ? [`${cut.join(', ')} cut`] : []),
  ].join(', ');
};

/**
 * What differs between two states of a drawing, in words.
 * @returns the statement's lines in their order, then cuts, sheet and the rest; none where the states are the same
 */
export const differencesOf = (before: Drawing, after: Drawing): Difference[] => {
  const out: Difference[] = [];
  const compare = (about: string, was: string | undefined, is: string | undefined): void => {
    if (was !== is) out.push({ about, before: was, after: is });
  };
  const [a, b] = [linesOf(before), linesOf(after)];
  for (const key of new Set([...a.keys(), ...b.keys()])) compare(key, a.get(key), b.get(key));
  if (!out.length && !sameData(before.part, after.part)) out.push(otherwise('Order of the lines'));
  for (const name of new Set([...before.cuts, ...after.cuts].map((c) => c.trace.name))) {
    const [was, is] = [before.cuts, after.cuts].map((cuts) => cuts.find((c) => c.trace.name === name));
    if (!sameData(was, is)) compare(`Cut ${name}`, traceWords(was), traceWords(is));
  }
  const { rules: rulesBefore, ...setupBefore } = before.setup;
  const { rules: rulesAfter, ...setupAfter } = after.setup;
  const setupWords = ({
    paper,
    scale,
    angle,
    views,
    gap,
    interruptions = [],
  }: typeof setupBefore): string => {
    const leftOut = interruptions
      .map((i) => `, ${i.along.toUpperCase()} ${i.from} to ${i.to} left out`)
      .join('');
    return `${paper}, scale ${scale}, ${angle} angle, ${views.join(', ')}, gap ${gap}${leftOut}`;
  };
  if (!sameData(setupBefore, setupAfter)) {
    const [was, is] = [setupWords(setupBefore), setupWords(setupAfter)];
    out.push(was === is ? otherwise('Places on the sheet') : { about: 'Sheet', before: was, after: is });
  }
  if (!sameData(rulesBefore, rulesAfter)) out.push(otherwise('House rules'));
  const stateOf = ({ state }: Drawing): string => (state ? `${state.is}, ${state.by}` : 'in hand');
  compare('State', stateOf(before), stateOf(after));
  for (const [key, about] of Object.entries(TABLES) as [keyof typeof TABLES, string][]) {
    const [was, is] = [before[key], after[key]];
    if (sameData(was, is)) continue;
    out.push(
      typeof was === 'string' && typeof is === 'string'
        ? { about, before: was, after: is }
        : otherwise(about),
    );
  }
  return out;
};
