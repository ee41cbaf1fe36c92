import type { OwnLine } from '../balance/given.ts';
import { featureWords } from '../naming/keys.ts';

/** What happened in an exercise, as it happened. */
export type PracticeEvent =
  | { readonly what: 'right' | 'wrong'; readonly reason: string; readonly feature: string | undefined }
  | { readonly what: 'hint'; readonly feature: string | undefined };

const KINDS = {
  visible: 'visible lines',
  hidden: 'hidden lines',
  round: 'circles and arcs',
  curve: 'plotted curves',
} as const;
type Kind = keyof typeof KINDS;

/** Which mark a line is counted under. */
export const kindOf = ({ line }: OwnLine): Kind =>
  line.kind === 'curve' ? 'curve' : line.kind === 'round' ? 'round' : line.seen ? 'visible' : 'hidden';

/** The marks of an exercise. */
export type PracticeMarks = {
  readonly kinds: readonly { readonly name: string; readonly right: number; readonly of: number }[];
  readonly wrong: number;
  readonly hints: number;
  /** what went wrong or was asked for most, the worst first: features by name */
  readonly again: readonly string[];
};

/** What a line belongs to, in words. */
export const featureOfOwn = (o: OwnLine): string | undefined => {
  const [face] = o.of;
  return face === undefined ? undefined : featureWords(face);
};

/** The most features that are named to be looked at again. */
const AGAIN = 3;

/**
 * Counts an exercise: how many lines of each kind are there, what was entered wrong, how many hints were taken, and where to look again.
 * @param own the lines that are asked for
 * @param missing those of them that are not drawn
 */
export const marksOf = (
  own: readonly OwnLine[],
  missing: readonly OwnLine[],
  events: readonly PracticeEvent[],
): PracticeMarks => {
  const trouble = new Map<string, number>();
  for (const e of events)
    if (e.what !== 'right' && e.feature) trouble.set(e.feature, (trouble.get(e.feature) ?? 0) + 1);
  for (const o of missing) {
    const f = featureOfOwn(o);
    if (f) trouble.set(f, (trouble.get(f) ?? 0) + 1);
  }
  const kinds = (Object.keys(KINDS) as Kind[]).flatMap((kind) => {
    const all = own.filter((o) => kindOf(o) === kind);
    if (!all.length) return [];
    const right = all.length - missing.filter((o) => kindOf(o) === kind).length;
    return [{ name: KINDS[kind], right, of: all.length }];
  });
  return {
    kinds,
    wrong: events.filter((e) => e.what === 'wrong').length,
    hints: events.filter((e) => e.what === 'hint').length,
    again: [...trouble]
      .sort((a, b) => b[1] - a[1])
      .slice(0, AGAIN)
      .map(([f]) => f),
  };
};

/** A time in words: "4 min 10 s". */
export const timeWords = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  const [min, s] = [Math.floor(whole / 60), whole % 60];
  return min ? `${min} min ${s} s` : `${s} s`;
};
