import type { Quantity } from '../../part/quantity.ts';

/** A length written with another taken from it, or added to it. */
export const joined = (a: Quantity, sign: '+' | '-', b: Quantity): Quantity => {
  const bracketed = (q: Quantity): Quantity => (/[-+]/.test(String(q).slice(1)) ? `(${q})` : q);
  if (typeof a === 'number' && typeof b === 'number')
    return Number((sign === '+' ? a + b : a - b).toFixed(9));
  if (b === 0) return a;
  if (a === 0 && sign === '+') return b;
  return `${a} ${sign} ${bracketed(b)}`;
};

/** Half of a length, as it is written. */
export const half = (q: Quantity): Quantity =>
  typeof q === 'number' ? q / 2 : `${/^\w+$/.test(q) ? q : `(${q})`}/2`;
