import { deviationOf, deviationOfJ } from './deviations.ts';
import { rangeOf, standardTolerance } from './standardTolerance.ts';
import type { ToleranceClass } from './toleranceClass.ts';

/** Letters that lie above the nominal size of a shaft. */
const ABOVE: ReadonlySet<string> = new Set([
  ...['k', 'm', 'n', 'p', 'r', 's', 't', 'u', 'v', 'x', 'y', 'z', 'za', 'zb', 'zc'],
]);

/** The limits of a shaft, micrometres. */
const shaft = (letter: string, grade: number, size: number, range: number): Limits | undefined => {
  const it = standardTolerance(grade, range);
  if (it === undefined) return undefined;
  if (letter === 'js') return [it / 2, -it / 2];
  if (letter === 'j') {
    const ei = deviationOfJ(false, grade, range);
    return ei === undefined ? undefined : [ei + it, ei];
  }
  const by = deviationOf(letter, size, range);
  if (by === undefined) return undefined;
  if (!ABOVE.has(letter)) return [-by, -by - it];
  // the deviation of k is nought but for the grades 4 to 7 over 3 mm
  const ei = letter === 'k' && (grade < 4 || grade > 7) ? 0 : by;
  return [ei + it, ei];
};
type Limits = readonly [upper: number, lower: number];

/**
 * The limits of a hole, micrometres. A to H mirror the shaft of the same letter. From K on, finer grades over 3 mm are shifted by the difference
 * of their grade from the one before, so that a hole and the shaft of the grade before fit as the shaft and the hole of those grades would.
 */
const hole = (letter: string, grade: number, size: number, range: number): Limits | undefined => {
  const it = standardTolerance(grade, range);
  if (it === undefined) return undefined;
  if (letter === 'js') return [it / 2, -it / 2];
  if (letter === 'j') {
    const es = deviationOfJ(true, grade, range);
    return es === undefined ? undefined : [es, es - it];
  }
  const by = deviationOf(letter, size, range);
  if (by === undefined) return undefined;
  if (!ABOVE.has(letter)) return [by + it, by];
  const isSmall = range === 0;
  if (letter === 'k' && grade > 8 && !isSmall) return undefined;
  if (letter === 'n' && grade > 8 && !isSmall) return [0, -it];
  const isShifted = !isSmall && grade >= 3 && grade <= (['k', 'm', 'n'].includes(letter) ? 8 : 7);
  const before = standardTolerance(grade - 1, range);
  const shift = isShifted && before !== undefined ? it - before : 0;
  // the standard's own exception: M6 over 250 to 315 mm lies 2 higher than the rule has it
  const exception = letter === 'm' && grade === 6 && range === 10 ? 2 : 0;
  const es = -by + shift + exception;
  return [es, es - it];
};

/**
 * The limits of a size with a tolerance class. Source: ISO 286-1 and ISO 286-2, up to 500 mm.
 * @param size nominal size, mm
 * @returns the upper and the lower deviation, mm; undefined where the standard gives none for that size
 */
export const fitLimits = (c: ToleranceClass, size: number): Limits | undefined => {
  const range = rangeOf(size);
  const limits =
    range < 0 ? undefined : (c.isHole ? hole : shaft)(c.letters.toLowerCase(), c.grade, size, range);
  // thousandths of a millimetre are exact where they are divided once
  return limits && [tidy(limits[0] / 1000), tidy(limits[1] / 1000)];
};
const tidy = (mm: number): number => Number(mm.toFixed(5)) || 0;

/** How a hole and a shaft of one nominal size go together, mm: what lies between them at the most and at the least; less than nought is an interference. */
export const fitBetween = (
  holeLimits: Limits,
  shaftLimits: Limits,
): {
  readonly most: number;
  readonly least: number;
  readonly kind: 'clearance' | 'transition' | 'interference';
} => {
  const most = tidy(holeLimits[0] - shaftLimits[1]);
  const least = tidy(holeLimits[1] - shaftLimits[0]);
  return { most, least, kind: least >= 0 ? 'clearance' : most <= 0 ? 'interference' : 'transition' };
};
