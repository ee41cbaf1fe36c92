import { evaluateExpression } from '../../number/expression.ts';
import { says } from '../../number/faultWords.ts';
import { CLEARANCE, type Meaning, meaningOf, NUMBER_WORDS, PHRASES } from './lexicon.ts';

/**
 * A typed line, parted: figures (as the part file writes them), words by their meaning, and the "x" or "by" between figures. What stands
 * behind a comma is `parted` from what stands before it.
 */
export type Word =
  | {
      readonly kind: 'figure';
      readonly text: string;
      readonly degrees: boolean;
      readonly spelled: boolean;
      readonly parted: boolean;
    }
  | { readonly kind: 'word'; readonly means: Meaning; readonly raw: string; readonly parted: boolean }
  | { readonly kind: 'by' }
  | { readonly kind: 'unknown'; readonly raw: string };

const figure = (text: string, parted: boolean, degrees = false, spelled = false): Word => ({
  kind: 'figure',
  text,
  degrees,
  spelled,
  parted,
});

/** "in" is no unit where it begins "in the middle" or "in each corner". */
const UNIT =
  /\s*(?:(mm|millimet(?:re|er)s?|cm|"|in(?:ch(?:es)?)?(?!\s+(?:the|a|an|each|every|from|middle|cent|top|front|line|it))|sq(?:uares)?(?=\s*(?:$|[,x]|\d|by\b|wide|deep|high|tall|long|thick|from|up|in\b|dia|rad|of\b))|deg(?:rees?)?)(?![a-z]))/iy;
const FIGURE = /(\d+)(?:\s+|-)(\d+\/\d+)|(\d+\/\d+|\d*\.\d+|\d+)/y;
const LETTERS = /[\p{L}'][\p{L}\p{N}'_./-]*/uy;
/** A sign that belongs to the figure after a letter: R6, D12, M8. */
const GLUED: Readonly<Record<string, Meaning>> = {
  r: 'radius',
  rad: 'radius',
  d: 'diameter',
  dia: 'diameter',
  m: 'metric',
};

const CM = 10;

/** A figure with its unit, as the part file has it: "3/8 in", "3 sq", "25" for 2.5 cm. */
const withUnit = (
  text: string,
  unit: string | undefined,
  own: 'mm' | 'in',
): { text: string; degrees: boolean } => {
  const u = unit?.toLowerCase() ?? '';
  if (u.startsWith('deg')) return { text, degrees: true };
  if (u === '"' || u.startsWith('in')) return { text: own === 'in' ? text : `${text} in`, degrees: false };
  if (u.startsWith('sq')) return { text: `${text} sq`, degrees: false };
  if (u === 'cm') return withUnit(String(Number((Number(text) * CM).toFixed(9))), 'mm', own);
  if (u) return { text: own === 'mm' ? text : `${text} mm`, degrees: false };
  return { text, degrees: false };
};

/** A chunk without blanks that is an expression over the named sizes ("L/2", "L-2*t"). */
const expressionAt = (text: string, at: number, names: ReadonlySet<string>): string | undefined => {
  const chunk = /^[^\s,;[\]"]+/.exec(text.slice(at))?.[0].replace(/[.:]$/, '');
  if (!chunk) return undefined;
  // the worth of a square is no figure by itself: "3 sq" is
  if (names.has(chunk)) return chunk === 'sq' ? undefined : chunk;
  if (!/[-+*/(]/.test(chunk.slice(1)) || /^\d+-\d+\/\d+$/.test(chunk)) return undefined;
  if (/^\d+\/\d+/.test(chunk) && !/[-+*(]/.test(chunk)) return undefined;
  const read = evaluateExpression(chunk, (name) =>
    names.has(name) ? { value: 1 } : { position: 0, ...says('name.unknown', { name, known: '' }) },
  );
  return read.ok ? chunk : undefined;
};

/**
 * Parts a typed line into its words.
 * @param names the part's named sizes, which are figures
 * @param units the part's unit, which figures need not name
 */
export const wordsOf = (line: string, names: ReadonlySet<string>, units: 'mm' | 'in'): Word[] => {
  const text = PHRASES.reduce((t, [pattern, word]) => t.replace(pattern, word), line);
  const out: Word[] = [];
  let comma = false;
  const parted = (): boolean => {
    const was = comma;
    comma = false;
    return was;
  };
  for (let at = 0; at < text.length; ) {
    const rest = text.slice(at);
    const blank = /^[\s,;:=[\]()"]+/.exec(rest);
    if (blank && !(rest[0] === '(' && expressionAt(text, at, names))) {
      if (/[,;()[\]]/.test(blank[0])) comma = true;
      at += blank[0].length;
      continue;
    }
    const expression = expressionAt(text, at, names);
    if (expression) {
      out.push(figure(expression, parted()));
      at += expression.length;
      continue;
    }
    FIGURE.lastIndex = at;
    const f = FIGURE.exec(text);
    if (f) {
      at = FIGURE.lastIndex;
      UNIT.lastIndex = at;
      const unit = UNIT.exec(text);
      // "60 sq" says square where squares are worth nothing here
      if (unit && (names.has('sq') || !/^sq/i.test(unit[1] as string))) at = UNIT.lastIndex;
      const own = withUnit(
        f[1] ? `${f[1]} ${f[2]}` : (f[3] as string),
        at === UNIT.lastIndex ? unit?.[1] : undefined,
        units,
      );
      out.push(figure(own.text, parted(), own.degrees));
      continue;
    }
    const between = /^(?:x|by|\*)(?=\s*(?:\d|[A-Za-z(]))/i.exec(rest);
    if (between && !/^by[a-z]/i.test(rest) && (!/^x[a-z]/i.test(rest) || names.has(rest[1] ?? ''))) {
      out.push({ kind: 'by' });
      at += between[0].length;
      continue;
    }
    const glued = /^(rad|dia|r|d|m)\.?(?=\d)/i.exec(rest);
    if (glued) {
      const means = GLUED[(glued[1] as string).toLowerCase()] as Meaning;
      out.push({ kind: 'word', means, raw: glued[1] as string, parted: parted() });
      at += glued[0].length;
      continue;
    }
    LETTERS.lastIndex = at;
    const word = LETTERS.exec(text);
    if (!word) {
      at++;
      continue;
    }
    at = LETTERS.lastIndex;
    const raw = word[0].replace(/[.'/-]+$/, '');
    const spelled = NUMBER_WORDS[raw.toLowerCase()];
    if (spelled !== undefined) {
      out.push(figure(String(spelled), parted(), false, true));
      continue;
    }
    const means = meaningOf(raw);
    if (means === undefined) out.push({ kind: 'unknown', raw });
    else if (means !== 'noise') out.push({ kind: 'word', means, raw, parted: parted() });
  }
  return out.some((w) => w.kind === 'figure' && w.text.endsWith(' in')) ? out.map(inInches) : out;
};

/** Where one figure of a line has an inch mark, bare fractions beside it are inches too. */
const inInches = (w: Word): Word =>
  w.kind === 'figure' && /^(?:\d+ )?\d+\/\d+$/.test(w.text) ? { ...w, text: `${w.text} in` } : w;

/** The clearance hole for a metric screw of this nominal diameter, mm. */
export const clearanceFor = (nominal: string): number | undefined => CLEARANCE[nominal];
