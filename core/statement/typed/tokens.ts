import { evaluateExpression } from '../../number/expression.ts';
import { says } from '../../number/faultWords.ts';
import { NUMBER_WORDS } from '../../number/numberWords.ts';
import { literalPattern } from '../literalPattern.ts';
import { isFace } from './faces.ts';
import { type Meaning, meaningOf } from './lexicon.ts';
import { PHRASES } from './phrases.ts';

/** Where in the typed line something stands: from its first character to the one behind its last. */
export type Span = { readonly from: number; readonly to: number };

/**
 * A typed line, parted. Every character of the line that is no blank and no punctuation belongs to one token, so that what a reading did
 * not use can be named. What stands behind a comma is `parted` from what stands before it.
 */
export type Token = Span & {
  readonly parted: boolean;
} & (
    | { readonly kind: 'figure'; readonly text: string; readonly degrees: boolean; readonly spelled: boolean }
    | {
        readonly kind: 'word';
        readonly means: Meaning;
        /** as typed, or as its phrase was brought to one word */
        readonly raw: string;
        /** the word was taken for one that is spelled like it */
        readonly respelled: boolean;
      }
    | { readonly kind: 'by' }
    | { readonly kind: 'unknown'; readonly raw: string }
  );

/** "in" is no unit where it begins "in the middle" or "in each corner". */
const UNIT =
  /\s*(?:(mm|millimet(?:re|er)s?|cm|"|in(?:ch(?:es)?)?(?!\s+(?:the|a|an|each|every|from|middle|cent|top|front|line|row|it|left|right|back|bottom|incorners))|sq(?:uares)?(?=\s*(?:$|[,x]|\d|by\b|wide|deep|high|tall|long|thick|from|up|at\b|on\b|and\b|to\b|apart|long|left|right|front|back|top|bottom|centres|pitch|in\b|dia|rad|of\b))|deg(?:rees?)?)(?![a-z]))/iy;
const FIGURE = /([1-9]\d*)(?:\s+|-)(\d+\/\d+)|(\d+\/\d+|\d*\.\d+|\d+)/y;
const LETTERS = /[\p{L}'][\p{L}\p{N}'_./-]*/uy;
/** A sign that belongs to the figure after a letter: R6, D12, M8. */
const GLUED: Readonly<Record<string, Meaning>> = {
  r: 'radius',
  rad: 'radius',
  d: 'diameter',
  dia: 'diameter',
  m: 'metric',
};

const PARTING = new Set(['and', 'with', 'then', 'also']);

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

/** A shape of the part by its name, and whether it adds material. */
export type ShapeThere = { readonly name: string; readonly adds: boolean };

/** What a drafter calls the one thing that a part is made of, whatever its name. */
const ONE_THING = '(?:plate|block|slab|bar|board|piece)';

/** Before "on the plate": the line adds something that stands by itself, and does nothing to what is there. */
const STANDING =
  '(?<=\\b(?:boss|bosses|cylinder|post|posts|pin|pins|peg|pegs|spigot|stub|hub|column|cone|tube|pipe|block|cube|box|pad|lug|rib|web|wall|prism|pyramid|wedge|gusset|sphere|disc|disk)\\b.*)(?<!\\b(?:fillet|chamfer|bevel|groove|thread|collar|flats?|dome|hole|holes|slot|pocket)\\b.*)';

/**
 * "of the plate", where a shape of the part is called plate, and "through the plate" or "in the plate", where it adds material: phrases of this line's
 * own, after which the shape is known by its number. A shape that is called as a face is, such as "top", is named by "of" only.
 */
const namesOfShapes = (shapes: readonly ShapeThere[]): [RegExp, string][] => {
  const solid = shapes.filter((x) => x.adds);
  return shapes.flatMap(({ name, adds }, i): [RegExp, string][] => {
    const isOnly = adds && solid.length === 1;
    const own = isOnly ? `(?:${literalPattern(name)}|${ONE_THING})` : literalPattern(name);
    const after = (lead: string, what: string): RegExp =>
      new RegExp(String.raw`\b${lead}\s+(?:the\s+)?${what}(?![\p{L}\p{N}])`, 'giu');
    const of: [RegExp, string] = [after('of', literalPattern(name)), ` namedshape${i} `];
    if (isFace(meaningOf(name)?.means)) return [of];
    const round: [RegExp, string] = [
      after('(?:all\\s+|right\\s+)?a?round', own),
      ` allround namedshape${i} `,
    ];
    if (!adds) return [of, round];
    return [
      of,
      round,
      // a fillet between two shapes, or where one meets the other
      [after('(?<=\\bfillet\\b.*)(?:between|where|and|meets|joins)', own), ` footline namedshape${i} `],
      // "a dome on the shaft", "a collar on the shaft"
      [
        after(
          '(?<=\\b(?:collars?|flats?|squared?\\s+end|domed?|(?:ball|round(?:ed)?)\\s+end|half\\s+(?:an?\\s+)?ball|hemisphere)\\b.*)on(?:\\s+top\\s+of)?',
          own,
        ),
        ` namedshape${i} `,
      ],
      // "a boss on the plate" stands on its top; a groove or a thread on a shaft does not
      [after(`${STANDING}on(?:\\s+to)?`, own), ` on top namedshape${i} `],
      [after('through', own), ` through namedshape${i} `],
      // "10 in the plate" are no inches
      [after('(?:in|into|inside|(?<=\\b(?:holes?|slots?|pockets?)\\b.*)on)', own), ` namedshape${i} `],
    ];
  });
};

/** The line with its phrases brought to one word each, and for each character where it stood in the line. */
const shortened = (
  line: string,
  shapes: readonly ShapeThere[],
): { text: string; origin: readonly number[] } => {
  let text = line;
  let origin = Array.from({ length: line.length + 1 }, (_, i) => i);
  for (const [pattern, word] of [...namesOfShapes(shapes), ...PHRASES]) {
    let out = '';
    const places: number[] = [];
    let done = 0;
    for (const m of text.matchAll(pattern)) {
      const put = word.replace('$1', m[1] ?? '');
      out += text.slice(done, m.index) + put;
      places.push(...origin.slice(done, m.index));
      // the new word stands for the whole phrase: its first character is at the phrase's beginning, the others at its end
      const [first, last] = [
        origin[m.index] as number,
        (origin[m.index + m[0].length - 1] as number | undefined) ?? line.length - 1,
      ];
      const lead = put.length - put.trimStart().length;
      places.push(...Array.from({ length: put.length }, (_, i) => (i <= lead ? first : last)));
      done = m.index + m[0].length;
    }
    if (!done) continue;
    out += text.slice(done);
    places.push(...origin.slice(done));
    text = out;
    origin = places;
  }
  return { text, origin };
};

/**
 * Parts a typed line into its tokens.
 * @param names the part's named sizes, which are figures
 * @param units the part's unit, which figures need not name
 * @param shapes those that are there
 */
export const tokensOf = (
  line: string,
  names: ReadonlySet<string>,
  units: 'mm' | 'in',
  shapes: readonly ShapeThere[] = [],
): Token[] => {
  const { text, origin } = shortened(line, shapes);
  const out: Token[] = [];
  let comma = false;
  const span = (from: number, to: number): Span & { parted: boolean } => {
    const parted = comma;
    comma = false;
    return { from: origin[from] as number, to: (origin[to - 1] as number) + 1, parted };
  };
  for (let at = 0; at < text.length; ) {
    const rest = text.slice(at);
    const blank = /^[\s,;:=[\]()"&.]+(?!\d)|^[\s,;:=[\]()"&]+/.exec(rest);
    if (blank && !(rest[0] === '(' && expressionAt(text, at, names))) {
      if (/[,;()[\]]/.test(blank[0])) comma = true;
      at += blank[0].length;
      continue;
    }
    // a minus that no figure is before belongs to the figure behind it
    const signed = /^[-+](?=\s*[\d.])/.exec(rest)?.[0] ?? '';
    const start = at;
    const expression = signed ? undefined : expressionAt(text, at, names);
    if (expression) {
      at += expression.length;
      out.push({ kind: 'figure', text: expression, degrees: false, spelled: false, ...span(start, at) });
      continue;
    }
    FIGURE.lastIndex = at + signed.length + (signed ? (/^\s*/.exec(rest.slice(1))?.[0].length ?? 0) : 0);
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
      const value = signed === '-' ? `-${f[1] ? `(${own.text})` : own.text}` : own.text;
      out.push({ kind: 'figure', text: value, degrees: own.degrees, spelled: false, ...span(start, at) });
      continue;
    }
    const between = /^(?:x|by|\*)(?=\s*(?:[\d.-]|[A-Za-z(]))/i.exec(rest);
    if (between && !/^by[a-z]/i.test(rest) && (!/^x[a-z]/i.test(rest) || names.has(rest[1] ?? ''))) {
      at += between[0].length;
      out.push({ kind: 'by', ...span(start, at) });
      continue;
    }
    const glued = /^(rad|dia|r|d|m)\.?(?=\d)/i.exec(rest);
    if (glued) {
      at += glued[0].length;
      const raw = glued[1] as string;
      out.push({
        kind: 'word',
        means: GLUED[raw.toLowerCase()] as Meaning,
        raw,
        respelled: false,
        ...span(start, at),
      });
      continue;
    }
    LETTERS.lastIndex = at;
    const word = LETTERS.exec(text);
    if (!word) {
      at++;
      out.push({ kind: 'unknown', raw: rest[0] as string, ...span(start, at) });
      continue;
    }
    const raw = word[0].replace(/[.'/-]+$/, '') || word[0];
    at += word[0].length;
    const spelled = NUMBER_WORDS[raw.toLowerCase()];
    if (spelled !== undefined) {
      out.push({ kind: 'figure', text: String(spelled), degrees: false, spelled: true, ...span(start, at) });
      continue;
    }
    const shape = shapes[Number(/^namedshape(\d+)$/.exec(raw)?.[1])];
    if (shape !== undefined) {
      out.push({ kind: 'word', means: 'ofShape', raw: shape.name, respelled: false, ...span(start, at) });
      continue;
    }
    const known = meaningOf(raw);
    if (known === undefined) out.push({ kind: 'unknown', raw, ...span(start, at) });
    else if (known.means !== 'noise') out.push({ kind: 'word', raw, ...known, ...span(start, at) });
    // "and" parts as a comma does
    else if (PARTING.has(raw.toLowerCase())) comma = true;
  }
  return out.some((w) => w.kind === 'figure' && w.text.endsWith(' in')) ? out.map(inInches) : out;
};

/** Where one figure of a line has an inch mark, bare fractions beside it are inches too. */
const inInches = (w: Token): Token =>
  w.kind === 'figure' && /^(?:\d+ )?\d+\/\d+$/.test(w.text) ? { ...w, text: `${w.text} in` } : w;
