import * as z from 'zod';
import { LEVELS } from './difficulty.ts';
import { KINDS, type Kind, MISTAKES, type Mistake } from './exercise.ts';

/** An exercise that was answered. */
const markSchema = z.strictObject({
  kind: z.enum(KINDS),
  level: z.number().int().min(1).max(LEVELS),
  seed: z.number().int().min(0),
  right: z.boolean(),
  /** how many hints were taken */
  hints: z.number().int().min(0).max(9),
  /** what kind of mistake the answer was */
  mistake: z.enum(MISTAKES).optional(),
  /** the day and time, ISO 8601 */
  on: z.string().max(40),
});
export type Mark = z.infer<typeof markSchema>;

/** All that was practised, the oldest first, as it is kept and saved as a file. */
export const progressSchema = z.strictObject({
  format: z.literal('blue-ledger/progress@1'),
  marks: z.array(markSchema).max(20_000),
});
export type Progress = z.infer<typeof progressSchema>;
/** Nothing practised yet. */
export const NO_PROGRESS: Progress = { format: 'blue-ledger/progress@1', marks: [] };

const ofKind = (p: Progress, kind: Kind): readonly Mark[] => p.marks.filter((m) => m.kind === kind);
/** Right without a hint that gives the answer away. */
const isSure = (m: Mark): boolean => m.right && m.hints < 3;

/** So many sure answers in a row on a level lead to the next; so many wrong ones lead back. */
const UP = 3;
const DOWN = 2;

/** The level that someone has come to in a kind: from 1 up after three sure answers, down after two wrong ones in a row. */
export const levelReached = (p: Progress, kind: Kind): number => {
  let level = 1;
  let sure = 0;
  let wrong = 0;
  for (const m of ofKind(p, kind)) {
    if (isSure(m)) {
      sure++;
      wrong = 0;
    } else {
      sure = 0;
      if (!m.right) wrong++;
    }
    if (sure === UP) {
      level = Math.min(LEVELS, level + 1);
      sure = 0;
    }
    if (wrong === DOWN) {
      level = Math.max(1, level - 1);
      wrong = 0;
    }
  }
  return level;
};

/**
 * Which kind is due: one answered wrongly comes again after the next exercise, then after 2, 4, 8 others, as long as it is answered surely
 * (growing intervals, after Leitner 1972). One that was never tried comes first; of several that are due the weakest.
 */
export const kindDue = (p: Progress): Kind => {
  const untried = KINDS.find((kind) => !ofKind(p, kind).length);
  if (untried) return untried;
  const waits = KINDS.map((kind) => {
    const own = ofKind(p, kind);
    const streak = own.length - 1 - own.findLastIndex((m) => !isSure(m));
    const interval = 2 ** Math.min(streak, LONGEST);
    const others = p.marks.length - 1 - p.marks.findLastIndex((m) => m.kind === kind);
    return { kind, interval, over: others / interval };
  });
  const due = waits.filter((w) => w.over >= 1);
  return (
    due.length
      ? due.reduce((a, b) =>
          b.interval < a.interval || (b.interval === a.interval && b.over > a.over) ? b : a,
        )
      : waits.reduce((a, b) => (b.over > a.over ? b : a))
  ).kind;
};
/** The longest interval is two to this power. */
const LONGEST = 4;

/** The number of the next exercise of a kind: one that was not had before. */
export const nextSeed = (p: Progress, kind: Kind): number =>
  1 + Math.max(0, ...ofKind(p, kind).map((m) => m.seed));

/** How many of each ten exercises were right, the oldest ten first; the last may be fewer than ten. */
export const rightByTens = ({ marks }: Progress): { readonly right: number; readonly of: number }[] =>
  Array.from({ length: Math.ceil(marks.length / 10) }, (_, i) => {
    const ten = marks.slice(10 * i, 10 * i + 10);
    return { right: ten.filter((m) => m.right).length, of: ten.length };
  });

/** How often each mistake was made, the commonest first. */
export const commonMistakes = (p: Progress): { readonly mistake: Mistake; readonly count: number }[] => {
  const counts = new Map<Mistake, number>();
  for (const { mistake } of p.marks) if (mistake) counts.set(mistake, (counts.get(mistake) ?? 0) + 1);
  return [...counts].map(([mistake, count]) => ({ mistake, count })).sort((a, b) => b.count - a.count);
};
