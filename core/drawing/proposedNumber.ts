import { nextNumber } from './nextNumber.ts';

/** A number of the register, and when its drawing was last changed. */
export type TakenNumber = { readonly number: string; readonly changedAt: string };

/** A number with its figures left open: SK-### or 26-## A. */
const OPEN = /^([^#]*)(#+)([^#]*)$/;

/**
 * A free number for a drawing.
 * @param own what it has now: nothing, a pattern with # for its figures, or a number
 * @param taken the numbers of all other drawings
 * @returns the next of the pattern; for an empty one the next of the row that was worked on last; for one that another drawing has the next of
 *   its row; nothing where there is none to propose or the own one is free
 */
export const proposedNumber = (own: string, taken: readonly TakenNumber[]): string | undefined => {
  const numbers = taken.map((t) => t.number);
  const [, before, open, after] = OPEN.exec(own.trim()) ?? [];
  if (before !== undefined && open !== undefined && after !== undefined) {
    const used = numbers.flatMap((n) => {
      if (!n.startsWith(before) || !n.endsWith(after)) return [];
      const figures = n.slice(before.length, n.length - after.length);
      return /^\d+$/.test(figures) ? [Number(figures)] : [];
    });
    return `${before}${String(Math.max(0, ...used) + 1).padStart(open.length, '0')}${after}`;
  }
  if (own.trim()) return numbers.includes(own.trim()) ? nextNumber(own.trim(), numbers) : undefined;
  const latest = taken
    .filter((t) => /\d$/.test(t.number))
    .reduce<TakenNumber | undefined>((a, b) => (!a || b.changedAt > a.changedAt ? b : a), undefined);
  return latest && nextNumber(latest.number, numbers);
};
