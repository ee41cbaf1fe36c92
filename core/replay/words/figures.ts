import { type SizeChain, writtenTerms } from '../../station/sizeChain.ts';
import type { Origin } from '../figureOrigin.ts';
import type { Figure } from '../instruction.ts';
import { expressionOf } from '../origin.ts';
import type { Wording } from './wording.ts';

/** A half or a quarter of what is written: "12/2", "half 2 1/2". */
const shareOf = (text: string, parts: 2 | 4): string =>
  /[ /]/.test(text) && !text.startsWith('(')
    ? `${parts === 2 ? 'half' : 'a quarter of'} ${text}`
    : `${text}/${parts}`;

const NAME = /[\p{L}_][\p{L}\p{N}_]*/gu;
/** The worth of a name inside an expression; a mixed fraction in brackets. */
const inSum = (w: Wording, name: string): string => {
  const worth = w.named.get(name);
  if (worth === undefined) return name;
  const text = w.written.size(worth);
  return text.includes(' ') ? `(${text})` : text;
};

/** A size as it is stated, without its sign: a figure or the worth of a name; an expression in brackets. */
const statedText = (w: Wording, q: SizeChain[number]): string => {
  const expression = expressionOf(q);
  return expression === undefined
    ? w.written.size(Math.abs(q.worth))
    : `(${expression.replace(NAME, (n) => inSum(w, n))})`;
};

/** A term of a working, without its sign: "25", "14/2", "3 x 12", and "90" for twice "90/2". */
const termText = (w: Wording, t: SizeChain[number]): string => {
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

/** How a counted figure is made of stated sizes, what is added first: "25 + 14/2", "90 - 15". Empty for any other figure. */
export const workingText = (w: Wording, { source, sizes }: Pick<Origin, 'source' | 'sizes'>): string => {
  if (source !== 'counted' || !sizes) return '';
  const terms = writtenTerms(sizes);
  const added = terms.filter((t) => !isLess(t));
  return [
    ...added.map((t, i) => `${i ? ' + ' : ''}${termText(w, t)}`),
    // what only takes away begins with its sign
    ...terms.filter(isLess).map((t, i) => `${i || added.length ? ' - ' : '-'}${termText(w, t)}`),
  ].join('');
};

/** What a size is that stands in no line of the part: a figure of a cut's trace, or of an expression. */
const elsewhere = (path: SizeChain[number]['path']): string =>
  path[0] === 'cuts' ? `trace of cut ${path[1]}` : path[0] === 'dims' ? `${path[1]}` : 'as stated';

/** What each size of a working is: "25 (slot from the front), 14/2 (slot wide)". */
export const sizesInWords = (w: Wording, chain: SizeChain): string =>
  writtenTerms(chain)
    .map((t) => `${termText(w, t)} (${w.sizeNames.get(t.path.join('/')) ?? elsewhere(t.path)})`)
    .join(', ');

/** A length on the paper, mm, as the part's size in its unit. */
const sizeText = (w: Wording, length: number): string =>
  w.written.size(Math.abs(length) / w.plan.sheet.scale);

/** A size with its working where it is counted: "75 = 90 - 15". */
export const sizeWithWorking = (w: Wording, { length, origin }: Figure): string => {
  const working = workingText(w, origin);
  return `${sizeText(w, length)}${working ? ` = ${working}` : ''}`;
};

/** The same, and the length on the paper where the two differ: "75 = 90 - 15 (37.5 mm on the paper)". */
export const figureText = (w: Wording, f: Figure): string => {
  const { sheet } = w.plan;
  const isFullSize = Math.abs(sheet.scale - (sheet.units === 'in' ? 25.4 : 1)) < 1e-9;
  const onPaper = isFullSize ? '' : ` (${w.written.paper(Math.abs(f.length))} on the paper)`;
  return `${sizeWithWorking(w, f)}${onPaper}`;
};

/** An angle in degrees, to so many places. */
export const degreesText = (angle: number, places: 2 | 6): string =>
  `${Math.round(angle * 10 ** places) / 10 ** places} degrees`;
