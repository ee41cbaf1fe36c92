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

/** A hole and the shaft that goes into it, each with its class: "H7/g6". */
export type FitPair = { readonly hole: ToleranceClass; readonly shaft: ToleranceClass };

/** Reads the classes of a hole and its shaft, whichever is named first; undefined where the text is no such pair. */
export const readFitPair = (typed: string): FitPair | undefined => {
  const [a, b, more] = typed.split(/[/-]/).map(readToleranceClass);
  if (!a || !b || more || a.isHole === b.isHole) return undefined;
  return a.isHole ? { hole: a, shaft: b } : { hole: b, shaft: a };
};

/** A tolerance class or a pair of them as it is written, the hole first; undefined where the text is neither. */
export const fitText = (typed: string): string | undefined => {
  const one = readToleranceClass(typed);
  const pair = readFitPair(typed);
  return one ? classText(one) : pair && `${classText(pair.hole)}/${classText(pair.shaft)}`;
};
