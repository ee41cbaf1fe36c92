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
  source: 'The picture underneath',
} as const satisfies Partial<Record<keyof Drawing, string>>;

const said = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? `"${value}"` : 'otherwise';

/**
 * What differs between two states of a drawing, in words.
 * @returns a sentence each, in the order of the statement; none where they are the same
 */
export const differencesOf = (before: Drawing, after: Drawing): string[] => {
  const out: string[] = [];
  const [a, b] = [linesOf(before), linesOf(after)];
  for (const key of new Set([...a.keys(), ...b.keys()])) {
    const [was, is] = [a.get(key), b.get(key)];
    if (was === is) continue;
    if (was === undefined) out.push(`${key} is added: ${is}`);
    else if (is === undefined) out.push(`${key} is taken out: ${was}`);
    else out.push(`${key}: ${was} becomes ${is}`);
  }
  if (!out.length && !sameData(before.part, after.part)) out.push('The order of the lines differs.');
  const names = new Set([...before.cuts, ...after.cuts].map((c) => c.trace.name));
  for (const name of names) {
    const [was, is] = [before.cuts, after.cuts].map((cuts) => cuts.find((c) => c.trace.name === name));
    if (!was) out.push(`Cut ${name} is added.`);
    else if (!is) out.push(`Cut ${name} is taken out.`);
    else if (!sameData(was, is)) out.push(`Cut ${name} is changed.`);
  }
  if (!sameData(before.setup, after.setup)) {
    const { rules: rulesBefore, ...ownBefore } = before.setup;
    const { rules: rulesAfter, ...ownAfter } = after.setup;
    if (!sameData(ownBefore, ownAfter)) out.push('Paper, scale, angle, views or gap differ.');
    if (!sameData(rulesBefore, rulesAfter)) out.push('House rules differ.');
  }
  for (const [key, words] of Object.entries(TABLES) as [keyof typeof TABLES, string][]) {
    if (sameData(before[key], after[key])) continue;
    out.push(
      typeof before[key] === 'string'
        ? `${words}: ${said(before[key])} becomes ${said(after[key])}`
        : `${words} differ.`,
    );
  }
  return out;
};
