import Fraction from 'fraction.js';
import type { Units } from './expression.ts';
import { decimal, mixedFraction } from './format.ts';

/** How far one key press or a bit of a drag moves a figure. */
export type StepSize = 'fine' | 'usual' | 'coarse';

const STEPS: Record<'mm' | 'in' | 'squares', Record<StepSize, Fraction>> = {
  mm: { fine: new Fraction(1, 10), usual: new Fraction(1), coarse: new Fraction(10) },
  in: { fine: new Fraction(1, 64), usual: new Fraction(1, 8), coarse: new Fraction(1) },
  squares: { fine: new Fraction(1, 4), usual: new Fraction(1, 2), coarse: new Fraction(1) },
};

const FIGURE = /^(-?)\s*(?:(\d+)\s+(\d+\/\d+)|(\d+\/\d+)|(\d+(?:\.\d+)?))\s*(mm|in|sq)?$/;

/**
 * A plain figure some steps up or down, written as it was: a fraction stays a fraction, "3 sq" stays squares.
 * @param units the unit of a figure that names none; angles and counts go by whole steps of `mm`
 * @returns undefined for an expression, which follows from other figures
 */
export const stepped = (text: string, steps: number, size: StepSize, units: Units): string | undefined => {
  const m = FIGURE.exec(text.trim());
  if (!m) return undefined;
  const [, sign, whole, part, fraction, plain, unit] = m;
  const value = new Fraction(plain ?? fraction ?? '0').add(
    whole ? new Fraction(whole).add(new Fraction(part as string)) : 0,
  );
  const own = unit === 'sq' ? 'squares' : ((unit as Units | undefined) ?? units);
  const next = (sign ? value.neg() : value).add(STEPS[own][size].mul(steps));
  const isFraction = part !== undefined || fraction !== undefined || (own !== 'mm' && !plain?.includes('.'));
  const figure = isFraction ? mixedFraction(next) : decimal(next.valueOf(), 6);
  return unit ? `${figure} ${unit}` : figure;
};
