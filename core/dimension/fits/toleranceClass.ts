/** The widest grade of the standard tolerances. */
const LAST_GRADE = 18;

/** A tolerance class as it is written: "H7", "g6", "js9", "ZC10". */
export type ToleranceClass = { readonly letters: string; readonly isHole: boolean; readonly grade: number };

const CLASS = /^([A-Za-z]{1,2})\s?(\d{1,2})$/;
const LETTERS: ReadonlySet<string> = new Set([
  ...['a', 'b', 'c', 'cd', 'd', 'e', 'ef', 'f', 'fg', 'g', 'h', 'j', 'js', 'k', 'm', 'n', 'p', 'r', 's', 't'],
  ...['u', 'v', 'x', 'y', 'z', 'za', 'zb', 'zc'],
]);

/** Reads a tolerance class; undefined where the text is none. Capitals are holes, small letters shafts. */
export const readToleranceClass = (typed: string): ToleranceClass | undefined => {
  const [, letters, figures] = CLASS.exec(typed.trim()) ?? [];
  if (!letters || !figures) return undefined;
  const isHole = letters === letters.toUpperCase();
  if ((!isHole && letters !== letters.toLowerCase()) || !LETTERS.has(letters.toLowerCase())) return undefined;
  const grade = Number(figures);
  return grade >= 1 && grade <= LAST_GRADE ? { letters, isHole, grade } : undefined;
};

/** A tolerance class as it is written. */
export const classText = ({ letters, grade }: ToleranceClass): string => `${letters}${grade}`;
