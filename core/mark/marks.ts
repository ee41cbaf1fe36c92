import type { Mistake } from '../balance/finding.ts';
import type { DimensionMistake } from './dimensionFinding.ts';

/** What a drawing is marked on. */
export const HEADINGS = ['placing', 'lines', 'hidden', 'dimensions'] as const;
export type Heading = (typeof HEADINGS)[number];
/** What the headings are called. */
export const HEADING_WORDS: Readonly<Record<Heading, string>> = {
  placing: 'Views and their places',
  lines: 'Lines and shape',
  hidden: 'Hidden lines',
  dimensions: 'Dimensions',
};

/** How many marks each heading has, and what a mistake costs. */
export type MarkScheme = {
  readonly full: Readonly<Record<Heading, number>>;
  readonly cost: Readonly<Record<Heading, number>>;
};
/** A scheme to begin with, until a teacher sets another. */
export const USUAL_SCHEME: MarkScheme = {
  full: { placing: 4, lines: 5, hidden: 3, dimensions: 5 },
  cost: { placing: 2, lines: 1, hidden: 1, dimensions: 1 },
};

const PLACING: ReadonlySet<string> = new Set<Mistake>([
  'another part',
  'under another name',
  'view missing',
  'wrong side for the angle',
  'out of line',
  'turned by 90 degrees',
  'upside down',
  'mirrored',
  'wrong scale',
  'scaled in one direction',
]);
const HIDDEN: ReadonlySet<string> = new Set<Mistake>([
  'hidden lines forgotten',
  'hidden drawn visible',
  'visible drawn hidden',
  'hidden line too long',
]);

/** A mistake that is marked. */
export type Marked = {
  readonly heading: Heading;
  readonly kind: Mistake | DimensionMistake;
  readonly view: string;
  readonly sentence: string;
};

/** The heading under which a mistake of the views is marked. */
export const headingOf = (kind: Mistake): Heading =>
  PLACING.has(kind) ? 'placing' : HIDDEN.has(kind) ? 'hidden' : 'lines';

/** The marks of a drawing: those left under each heading, never less than none; a drawing of another part has none. */
export const marksFor = (
  mistakes: readonly Marked[],
  { full, cost }: MarkScheme,
): { readonly by: Readonly<Record<Heading, number>>; readonly total: number; readonly of: number } => {
  const isStrange = mistakes.some((m) => m.kind === 'another part');
  const by = Object.fromEntries(
    HEADINGS.map((h) => {
      const off = mistakes.filter((m) => m.heading === h).length * cost[h];
      return [h, isStrange ? 0 : Math.max(0, full[h] - off)];
    }),
  ) as Record<Heading, number>;
  const sum = (r: Readonly<Record<Heading, number>>): number => HEADINGS.reduce((s, h) => s + r[h], 0);
  return { by, total: sum(by), of: sum(full) };
};
