import { type SizeChain, writtenTerms } from './sizeChain.ts';

/** How the figures of a sum are written. */
export type ChainWriting = {
  readonly written: { readonly size: (worth: number) => string; readonly number: (n: number) => string };
  /** the worth of each named size, part units */
  readonly named: ReadonlyMap<string, number>;
};

const OPERATOR = /[-+*/(]/;
const PLAIN = /^[\d\s./]+$/;

/** The expression by which a size is stated; undefined where it is a plain figure or a name. */
export const expressionOf = (q: SizeChain[number]): string | undefined => {
  const text = typeof q.q === 'string' ? q.q.trim() : '';
  return text !== '' && OPERATOR.test(text) && !PLAIN.test(text) ? text : undefined;
};

/** A half or a quarter of what is written: "12/2", "half 2 1/2". */
const shareOf = (text: string, parts: 2 | 4): string =>
  /[ /]/.test(text) && !text.startsWith('(')
    ? `${parts === 2 ? 'half' : 'a quarter of'} ${text}`
    : `${text}/${parts}`;

const NAME = /[\p{L}_][\p{L}\p{N}_]*/gu;
/** The worth of a name inside an expression; a mixed fraction in brackets. */
const inSum = (w: ChainWriting, name: string): string => {
  const worth = w.named.get(name);
  if (worth === undefined) return name;
  const text = w.written.size(worth);
  return text.includes(' ') ? `(${text})` : text;
};

/** A size as it is stated, without its sign: a figure or the worth of a name; an expression in brackets. */
const statedText = (w: ChainWriting, q: SizeChain[number]): string => {
  const expression = expressionOf(q);
  return expression === undefined
    ? w.written.size(Math.abs(q.worth))
    : `(${expression.replace(NAME, (n) => inSum(w, n))})`;
};

/** A term of a working, without its sign: "25", "14/2", "3 x 12", and "90" for twice "90/2". */
export const termText = (w: ChainWriting, t: SizeChain[number]): string => {
  const times = Math.abs(t.times);
  const halved = typeof t.q === 'string' ? /^\s*([\p{L}\p{N}_.]+)\s*\/\s*2\s*$/u.exec(t.q)?.[1] : undefined;
  if (halved !== undefined && times === 2) return w.written.size(2 * Math.abs(t.worth));
  const text = statedText(w, t);
  if (times === 1) return text;
  if (times === 0.5) return shareOf(text, 2);
  if (times === 0.25) return shareOf(text, 4);
  return `${w.written.number(times)} x ${text}`;
};

/** Whether a term is taken off; an expression in brackets keeps the sign it works out to. */
const isLess = (t: SizeChain[number]): boolean =>
  (expressionOf(t) === undefined ? t.times * t.worth : t.times) < 0;

/** A sum as it is worked out, what is added first: "25 + 14/2", "90 - 15"; what only takes away begins with its sign. */
export const chainText = (w: ChainWriting, chain: SizeChain): string => {
  const terms = writtenTerms(chain);
  const added = terms.filter((t) => !isLess(t));
  return [
    ...added.map((t, i) => `${i ? ' + ' : ''}${termText(w, t)}`),
    ...terms.filter(isLess).map((t, i) => `${i || added.length ? ' - ' : '-'}${termText(w, t)}`),
  ].join('');
};
