import Fraction from 'fraction.js';
import { cosDegrees, sinDegrees } from './angle.ts';
import { type Said, says } from './faultWords.ts';

/**
 * The numbers of the part file: expressions over named sizes with exact fractions as long as they stay rational.
 * Grammar: sum = product (('+'|'-') product)*; product = sign (('*'|'/') sign)*; sign = ('+'|'-') sign | atom;
 * atom = number | mixed fraction ("2 3/16") | name | function '(' sum ')' | '(' sum ')'.
 * A unit suffix (mm or in) belongs to the whole string. So does "sq": squares of squared paper, whose worth is the named size sq.
 */
export type Units = 'mm' | 'in';

/** A worked-out number: `exact` is there as long as nothing irrational came in. */
export type Amount = { readonly value: number; readonly exact?: Fraction };

export type ExpressionFault = Said & { readonly position: number };

export type ExpressionResult =
  | { readonly ok: true; readonly amount: Amount; readonly unit?: Units; readonly names: string[] }
  | { readonly ok: false; readonly fault: ExpressionFault };

/** Gives the amount of a named size, or a reason why it has none. */
export type Lookup = (name: string) => Amount | ExpressionFault;

/** Words with a meaning of their own, which no named size may have. */
export const RESERVED_NAMES = ['pi', 'sqrt', 'sin', 'cos', 'tan', 'mm', 'in'] as const;
const FUNCTIONS = ['sqrt', 'sin', 'cos', 'tan'] as const;
type FunctionName = (typeof FUNCTIONS)[number];

type Token =
  | { kind: 'number'; text: string; at: number; end: number }
  | { kind: 'name'; text: string; at: number; end: number }
  | { kind: 'mark'; text: string; at: number; end: number };

class Stop extends Error {
  readonly fault: ExpressionFault;
  constructor(position: number, said: Said) {
    super(said.what);
    this.fault = { position, ...said };
  }
}

const TOKEN = /\s*(?:(\d+(?:\.\d*)?|\.\d+)|([\p{L}_][\p{L}\p{N}_]*)|([-+*/()]))/uy;

const tokenise = (text: string): Token[] => {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  let end = 0;
  while (text.slice(end).trim() !== '') {
    TOKEN.lastIndex = end;
    const m = TOKEN.exec(text);
    if (!m) {
      const at = end + (text.slice(end).length - text.slice(end).trimStart().length);
      throw new Stop(at, says('figure.unreadable', { sign: text[at] ?? '' }));
    }
    const word = (m[1] ?? m[2] ?? m[3]) as string;
    const at = TOKEN.lastIndex - word.length;
    end = TOKEN.lastIndex;
    tokens.push({ kind: m[1] ? 'number' : m[2] ? 'name' : 'mark', text: word, at, end });
  }
  return tokens;
};

/** Beyond so many bits a numerator or denominator costs more than it is worth: the figure goes on as a decimal. */
const MOST_BITS = 512n;
const LARGEST_TERM = 1n << MOST_BITS;

/** An amount from a fraction; the fraction itself is dropped where its terms have grown beyond use. */
export const exactly = (exact: Fraction): Amount =>
  exact.n < LARGEST_TERM && exact.d < LARGEST_TERM
    ? { value: exact.valueOf(), exact }
    : { value: exact.valueOf() };

/** The whole square root of n >= 0, rounded down: Newton's method on whole numbers, from above. */
const wholeRoot = (n: bigint): bigint => {
  if (n < 2n) return n;
  let root = 1n << BigInt((n.toString(2).length + 1) >> 1);
  for (;;) {
    const next = (root + n / root) >> 1n;
    if (next >= root) return root;
    root = next;
  }
};

/** The square root of a fraction >= 0 where it is a fraction itself. Bounded work: no number is factorised. */
const exactRoot = (f: Fraction): Fraction | undefined => {
  const [n, d] = [wholeRoot(f.n), wholeRoot(f.d)];
  return n * n === f.n && d * d === f.d ? new Fraction(n, d) : undefined;
};

const combine = (op: string, a: Amount, b: Amount, at: number): Amount => {
  if (op === '/' && b.value === 0) throw new Stop(at, says('division.by-zero'));
  if (a.exact && b.exact) {
    if (op === '+') return exactly(a.exact.add(b.exact));
    if (op === '-') return exactly(a.exact.sub(b.exact));
    return exactly(op === '*' ? a.exact.mul(b.exact) : a.exact.div(b.exact));
  }
  if (op === '+') return { value: a.value + b.value };
  if (op === '-') return { value: a.value - b.value };
  return { value: op === '*' ? a.value * b.value : a.value / b.value };
};

const apply = (name: FunctionName, a: Amount, at: number): Amount => {
  if (name === 'sqrt') {
    if (a.value < 0) throw new Stop(at, says('root.of-negative', { value: a.value }));
    const root = a.exact && exactRoot(a.exact);
    return root ? exactly(root) : { value: Math.sqrt(a.value) };
  }
  if (name === 'sin') return { value: sinDegrees(a.value) };
  if (name === 'cos') return { value: cosDegrees(a.value) };
  const c = cosDegrees(a.value);
  if (c === 0) throw new Stop(at, says('tangent.endless', { value: a.value }));
  return { value: sinDegrees(a.value) / c };
};

/** The longest expression that is read, in characters, and the most brackets inside one another. */
const LONGEST = 500;
const DEEPEST = 40;

const parse = (text: string, lookup: Lookup, names: string[]): Amount => {
  if (text.length > LONGEST)
    throw new Stop(LONGEST, says('expression.long', { length: text.length, most: LONGEST }));
  const tokens = tokenise(text);
  let i = 0;
  let depth = 0;
  const isMark = (t: Token | undefined, mark: string): boolean => t?.kind === 'mark' && t.text === mark;
  const sum = (): Amount => {
    let a = product();
    for (let t = tokens[i]; isMark(t, '+') || isMark(t, '-'); t = tokens[i]) {
      i++;
      a = combine(t!.text, a, product(), t!.at);
    }
    return a;
  };
  const product = (): Amount => {
    let a = sign();
    for (let t = tokens[i]; isMark(t, '*') || isMark(t, '/'); t = tokens[i]) {
      i++;
      a = combine(t!.text, a, sign(), t!.at);
    }
    return a;
  };
  const sign = (): Amount => {
    let negative = false;
    for (let t = tokens[i]; isMark(t, '-') || isMark(t, '+'); t = tokens[i]) {
      if (isMark(t, '-')) negative = !negative;
      i++;
    }
    const a = atom();
    return negative ? combine('*', exactly(new Fraction(-1)), a, 0) : a;
  };
  const closing = (open: Token): void => {
    const t = tokens[i++];
    if (!isMark(t, ')')) throw new Stop(t?.at ?? text.length, says('bracket.open', { at: open.at + 1 }));
  };
  /** What stands in brackets; `open` is their opening one. */
  const bracketed = (open: Token): Amount => {
    if (++depth > DEEPEST) throw new Stop(open.at, says('brackets.deep', { most: DEEPEST }));
    const inner = sum();
    closing(open);
    depth--;
    return inner;
  };
  const atom = (): Amount => {
    const t = tokens[i++];
    if (!t) throw new Stop(text.length, says('expression.unfinished'));
    if (t.kind === 'number') {
      const [n, slash, d] = [tokens[i], tokens[i + 1], tokens[i + 2]];
      const mixed =
        n?.kind === 'number' &&
        isMark(slash, '/') &&
        d?.kind === 'number' &&
        !`${t.text}${n.text}${d.text}`.includes('.');
      if (mixed) {
        i += 3;
        if (Number(d!.text) === 0) throw new Stop(d!.at, says('fraction.over-zero'));
        return exactly(new Fraction(t.text).add(new Fraction(`${n!.text}/${d!.text}`)));
      }
      return exactly(new Fraction(t.text.startsWith('.') ? `0${t.text}` : t.text.replace(/\.$/, '')));
    }
    if (t.kind === 'name') {
      if ((FUNCTIONS as readonly string[]).includes(t.text)) {
        const open = tokens[i++];
        if (!isMark(open, '(')) throw new Stop(t.end, says('function.without-brackets', { name: t.text }));
        return apply(t.text as FunctionName, bracketed(open!), t.at);
      }
      if (t.text === 'pi') return { value: Math.PI };
      const found = lookup(t.text);
      if ('what' in found) throw new Stop(t.at, found);
      names.push(t.text);
      return found;
    }
    if (t.text === '(') return bracketed(t);
    throw new Stop(t.at, says('figure.misplaced', { text: t.text }));
  };
  if (!tokens.length) throw new Stop(0, says('figure.empty'));
  const result = sum();
  const rest = tokens[i];
  if (rest)
    throw new Stop(rest.at, says('figure.no-sign', { text: rest.text, isFigure: rest.kind === 'number' }));
  if (!Number.isFinite(result.value)) throw new Stop(0, says('value.endless'));
  return result;
};

const SUFFIX = /[\s\d)](mm|in|sq)\s*$/u;
/** The named size that says what a square is worth. */
export const SQUARE = 'sq';

/**
 * Works an expression out.
 * @param text the expression, with an optional unit suffix
 * @param lookup gives named sizes
 * @returns the amount in the unit of the suffix (or unit-less), the suffix, and the names used; or a fault with a
 *   character position in `text`
 */
export const evaluateExpression = (text: string, lookup: Lookup): ExpressionResult => {
  const names: string[] = [];
  const suffix = SUFFIX.exec(text);
  const body = suffix ? text.slice(0, suffix.index + 1) : text;
  try {
    const amount = parse(body, lookup, names);
    if (suffix?.[1] === SQUARE) {
      const worth = lookup(SQUARE);
      if ('what' in worth) throw new Stop(suffix.index + 1, says('square.unknown'));
      names.push(SQUARE);
      return { ok: true, amount: combine('*', amount, worth, suffix.index), names };
    }
    return suffix ? { ok: true, amount, unit: suffix[1] as Units, names } : { ok: true, amount, names };
  } catch (error) {
    if (error instanceof Stop) return { ok: false, fault: error.fault };
    throw error;
  }
};

const INCH = new Fraction('25.4');

/** Converts a length between millimetres and inches (1 in = 25.4 mm exactly). */
export const convertLength = (a: Amount, from: Units, to: Units): Amount => {
  if (from === to) return a;
  const factor = from === 'in' ? INCH : INCH.inverse();
  return a.exact ? exactly(a.exact.mul(factor)) : { value: a.value * factor.valueOf() };
};

/** A JSON number as an exact amount (0.1 is one tenth). */
export const amountOf = (n: number): Amount => {
  const text = String(n);
  return /^-?\d+(\.\d+)?$/.test(text) ? exactly(new Fraction(text)) : { value: n };
};
