import type { Quantity } from './quantity.ts';

/** A quantity with its sign in a sum. */
export type Term = { readonly sign: 1 | -1; readonly q: Quantity };

const SUFFIX = /[\d)\s](?:mm|in|sq)\s*$/;
/** Sums of plain figures are cleared of the noise of floating point. */
const tidy = (n: number): number => Number(n.toPrecision(12)) + 0;

/** The figure of a quantity that is one; undefined for names and expressions. */
const figureOf = (q: Quantity): number | undefined =>
  typeof q === 'number' ? q : /^-?\d+(\.\d+)?$/.test(q.trim()) ? Number(q) : undefined;

/** Takes an expression apart where it adds or subtracts outside brackets: "L - (a + b)" into L and -(a + b), and that into -a and -b. */
const termsOf = ({ sign, q }: Term): Term[] => {
  if (typeof q === 'number') return [{ sign, q }];
  const text = q.trim();
  let depth = 0;
  let start = 0;
  const found: Term[] = [];
  let own: 1 | -1 = 1;
  const take = (end: number): void => {
    const piece = text.slice(start, end).trim();
    if (piece) found.push({ sign: (sign * own) as 1 | -1, q: piece });
  };
  for (let i = 0; i < text.length; i++) {
    const c = text[i] as string;
    if (c === '(') depth++;
    else if (c === ')') depth--;
    // a sign after another operator belongs to what follows it
    else if (depth === 0 && (c === '+' || c === '-') && !/[*/(]\s*$/.test(text.slice(0, i))) {
      take(i);
      own = c === '-' ? -1 : 1;
      start = i + 1;
    }
  }
  take(text.length);
  const only = found.length === 1 ? (found[0] as Term) : undefined;
  const inner = only && /^\(([^()]*)\)$/.exec(String(only.q));
  if (only && inner) return termsOf({ sign: only.sign, q: inner[1] as string });
  return only ? [only] : found.flatMap(termsOf);
};

/**
 * Adds quantities up as a drafter would write it: figures are worked out, names that cancel go, and the rest stays an
 * expression ("L - 12").
 * @param worth the worth of a quantity in the part's unit, for those with a unit of their own, which cannot stand in a sum
 */
export const quantitySum = (given: readonly Term[], worth: (q: Quantity) => number): Quantity => {
  const many = given.filter((t) => t.q !== 0).length > 1;
  const terms = given.flatMap((t) =>
    typeof t.q === 'string' && SUFFIX.test(t.q) ? [many ? { sign: t.sign, q: worth(t.q) } : t] : termsOf(t),
  );
  let figure = 0;
  const names = new Map<string, number>();
  for (const { sign, q } of terms) {
    const n = figureOf(q);
    if (n === undefined) names.set(String(q), (names.get(String(q)) ?? 0) + sign);
    else figure += sign * n;
  }
  const rest = tidy(figure);
  const words = [...names].filter(([, n]) => n !== 0);
  if (!words.length) return rest;
  // a size with a unit of its own stands alone, and its sign belongs before the whole of it
  const [single] = words;
  if (words.length === 1 && single && SUFFIX.test(single[0])) {
    const [text, n] = single;
    const unit = /(?:mm|in|sq)\s*$/.exec(text)?.[0] ?? '';
    return n > 0 ? text : `-(${text.slice(0, -unit.length).trim()}) ${unit}`;
  }
  const written = words
    .sort((a, b) => b[1] - a[1])
    .map(([text, n], i) => {
      const times = Math.abs(n) === 1 ? text : `${Math.abs(n)}*${text}`;
      return `${n > 0 ? (i ? ' + ' : '') : i ? ' - ' : '-'}${times}`;
    })
    .join('');
  if (rest === 0) return written;
  // a sum that begins with a minus sign is written figure first
  return words.every(([, n]) => n < 0)
    ? `${rest}${written.replace(/^-/, ' - ')}`
    : `${written} ${rest > 0 ? '+' : '-'} ${Math.abs(rest)}`;
};
