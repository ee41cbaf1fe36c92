import { SAME_FIGURE } from '../geometry/nearness.ts';
import { decimal } from '../number/format.ts';

/** A size or the half of one, as a drafter counts: "12/2". */
type Term = { readonly text: string; readonly worth: number; readonly isHalf: boolean };

/** How a length is counted; `given` where it is a stated size as it stands. */
export type Counted = { readonly text: string; readonly given: boolean };

/** Half of what is written: "12/2", "half 2 1/2". */
const halfOf = (text: string): string => (/[ /]/.test(text) ? `half ${text}` : `${text}/2`);

/** The sizes a statement gives, each once, with their halves; the larger first, for an overall is taken before a detail. */
export const countingTerms = (
  sizes: readonly number[],
  written: (size: number) => string = (s) => decimal(s, 6),
): Term[] => {
  const once = [...new Set(sizes.filter((s) => s > 0).map((s) => Number(s.toPrecision(12))))].sort(
    (a, b) => b - a,
  );
  return [
    ...once.map((s) => ({ text: written(s), worth: s, isHalf: false })),
    ...once.map((s) => ({ text: halfOf(written(s)), worth: s / 2, isHalf: true })),
  ];
};

const sum = (text: string): Counted => ({ text, given: false });

/**
 * How a length is counted from given sizes, by at most three of them or their halves: "90 - 15", "45 + 12/2".
 * @returns undefined where it is not: then it is calculated
 */
export const countedAs = (length: number, terms: readonly Term[]): Counted | undefined => {
  const near = (x: number): boolean => Math.abs(x - length) <= SAME_FIGURE * Math.max(1, length);
  for (const a of terms) if (near(a.worth)) return { text: a.text, given: !a.isHalf };
  for (const a of terms)
    for (const b of terms) {
      if (near(a.worth - b.worth)) return sum(`${a.text} - ${b.text}`);
      if (near(a.worth + b.worth)) return sum(`${a.text} + ${b.text}`);
    }
  for (const a of terms)
    for (const b of terms)
      for (const c of terms) {
        if (near(a.worth - b.worth - c.worth)) return sum(`${a.text} - ${b.text} - ${c.text}`);
        if (near(a.worth - b.worth + c.worth)) return sum(`${a.text} - ${b.text} + ${c.text}`);
        if (near(a.worth + b.worth + c.worth)) return sum(`${a.text} + ${b.text} + ${c.text}`);
      }
  return undefined;
};
