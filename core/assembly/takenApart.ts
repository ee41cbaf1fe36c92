import type { SizeChain, SizeTerm } from '../station/sizeChain.ts';

/** A figure or a name of an expression, with its sign. */
type Piece = { readonly text: string; readonly times: number };

const FIGURE_OR_NAME = /^(\d+(?:\.\d+)?|[\p{L}_][\p{L}\p{N}_]*)(?:\s*\/\s*(2|4))?$/u;

/** Where an expression is parted into what is added and taken off, outside of all brackets; undefined where its brackets do not close. */
const parted = (text: string): readonly { readonly text: string; readonly sign: 1 | -1 }[] | undefined => {
  const out: { text: string; sign: 1 | -1 }[] = [];
  let depth = 0;
  let sign: 1 | -1 = 1;
  let begun = '';
  for (const c of text) {
    if (c === '(') depth++;
    if (c === ')') depth--;
    if (depth < 0) return undefined;
    if (depth || (c !== '+' && c !== '-')) {
      begun += c;
      continue;
    }
    // a sign at the beginning, or after another one
    if (begun.trim() === '') {
      if (c === '-') sign = sign === 1 ? -1 : 1;
      continue;
    }
    // a sign after a stroke or a star belongs to what follows
    if (/[*/]\s*$/.test(begun)) {
      begun += c;
      continue;
    }
    out.push({ text: begun.trim(), sign });
    begun = '';
    sign = c === '-' ? -1 : 1;
  }
  if (depth || begun.trim() === '') return undefined;
  return [...out, { text: begun.trim(), sign }];
};

const isBracketed = (text: string): boolean => {
  if (!text.startsWith('(') || !text.endsWith(')')) return false;
  let depth = 0;
  return [...text].every((c, i) => {
    if (c === '(') depth++;
    if (c === ')') depth--;
    return depth > 0 || i === text.length - 1;
  });
};

/** The figures and names that a sum adds and takes off; undefined for an expression that multiplies, divides by others than 2 and 4, or has functions. */
const piecesOf = (text: string, times = 1): readonly Piece[] | undefined => {
  const all = parted(text);
  if (!all) return undefined;
  const out: Piece[] = [];
  for (const p of all) {
    const own = times * p.sign;
    const [, plain, share] = FIGURE_OR_NAME.exec(p.text) ?? [];
    const inner = isBracketed(p.text) ? piecesOf(p.text.slice(1, -1), own) : undefined;
    if (plain) out.push({ text: plain, times: own / Number(share ?? 1) });
    else if (inner) out.push(...inner);
    else return undefined;
  }
  return out;
};

/**
 * A sum of stated sizes with its expressions taken apart into figures and names: "(88 - 26) + 26" is 88 alone. One figure added and taken off falls out,
 * wherever each was stated.
 * @param worthOf what a name or a figure without a unit is worth, part units
 */
export const takenApart = (chain: SizeChain, worthOf: (text: string) => number): SizeChain => {
  const sum = new Map<string, SizeTerm>();
  for (const t of chain) {
    const pieces = piecesOf(String(t.q)) ?? [];
    const worth = pieces.reduce((s, p) => s + p.times * worthOf(p.text), 0);
    // an expression with a unit of its own, or of another file, stays as it is
    const holds = pieces.length > 0 && Math.abs(worth - t.worth) <= 1e-9 * Math.max(1, Math.abs(t.worth));
    const own = holds
      ? pieces.map(
          (p): SizeTerm => ({ path: t.path, q: p.text, worth: worthOf(p.text), times: p.times * t.times }),
        )
      : [t];
    for (const x of own) {
      const key = holds ? `${x.q}` : t.path.join('/');
      const known = sum.get(key);
      sum.set(key, known ? { ...known, times: known.times + x.times } : x);
    }
  }
  return [...sum.values()].filter((t) => t.times !== 0 && t.worth !== 0);
};
