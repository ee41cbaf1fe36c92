import { type FaceName, isFace } from './faces.ts';
import type { Meaning } from './lexicon.ts';
import type { Claim } from './roles/claims.ts';
import type { Label } from './roles/labels.ts';
import { rolesOf } from './roles/roles.ts';
import type { Token } from './tokens.ts';

/** A radius as a diameter; a unit goes to the end of the whole. */
const twice = (radius: string): string => {
  const [, figure, unit = ''] = /^(.*?)( mm| in| sq)?$/.exec(radius) as RegExpExecArray;
  return `2*${/^[\w.]+$/.test(figure as string) ? figure : `(${figure})`}${unit}`;
};

/**
 * What a typed line says, handed out piece by piece. Whoever asks for a figure or a word uses it; what nobody asked for is left over, and a
 * line that leaves anything over is not understood. `sees`, `isStated` and the like look without using.
 */
export const saidBy = (tokens: readonly Token[]) => {
  const roles = rolesOf(tokens);
  const used = new Map<number, string>();
  const take = (c: Claim, as: string): string => {
    for (const i of c.tokens) used.set(i, as);
    return c.text;
  };
  const isFree = (c: Claim): boolean => c.tokens.every((i) => !used.has(i));
  const wordsOf = (m: Meaning): number[] =>
    tokens.flatMap((w, i) => (w.kind === 'word' && w.means === m ? [i] : []));
  const sees = (...m: Meaning[]): boolean => m.some((x) => wordsOf(x).length > 0);
  const freeSize = (label: Label) => roles.sizes.find((s) => s.label === label && isFree(s));
  const freeLoose = () => roles.plain.filter(isFree);
  const freeFaces = () => roles.faces.filter(isFree);
  const freeFrom = (f: FaceName) => roles.from.find((d) => d.face === f && isFree(d));
  const named = (...labels: Label[]): string | undefined => {
    for (const l of labels) {
      const size = freeSize(l);
      if (size) return l === 'radius' ? twice(take(size, l)) : take(size, l);
    }
    return undefined;
  };
  const shift = (as = 'size'): string | undefined => {
    const next = freeLoose()[0];
    return next && take(next, as);
  };
  const loose = (): number => freeLoose().length;
  const pairIs = (): 'at' | 'loose' | undefined =>
    roles.at.length === 2 && roles.at.every(isFree)
      ? 'at'
      : !roles.at.length && loose() >= 2
        ? 'loose'
        : undefined;
  return {
    sees,
    /** The word is there; from now on it is used. */
    has: (...m: Meaning[]): boolean => {
      const found = m.flatMap(wordsOf);
      for (const i of found) if (!used.has(i)) used.set(i, m[0] as string);
      return found.length > 0;
    },
    /** Of what it is in the middle: of the whole part, or of a shape by its name. */
    middleOf: (): 'whole' | { readonly shape: string } | undefined => {
      const i = tokens.findIndex(
        (w) => w.kind === 'word' && (w.means === 'ofWhole' || w.means === 'ofShape'),
      );
      const word = tokens[i];
      if (word?.kind !== 'word') return undefined;
      used.set(i, 'middle');
      return word.means === 'ofWhole' ? 'whole' : { shape: word.raw };
    },
    /** All shapes that the line names. */
    shapesNamed: (): readonly string[] =>
      tokens.flatMap((w, i) => {
        if (w.kind !== 'word' || w.means !== 'ofShape') return [];
        used.set(i, 'shape');
        return [w.raw];
      }),
    /** The first of these names that has a figure: the figure. A radius is doubled. */
    named,
    /** The figure of a name as it stands, a radius too. */
    plainly: (label: Label): string | undefined => {
      const size = freeSize(label);
      return size && take(size, label);
    },
    isNamed: (...labels: Label[]): boolean => labels.some((l) => freeSize(l) !== undefined),
    /** A named figure, or else the next without a name. */
    next: (...labels: Label[]): string | undefined => named(...labels) ?? shift(labels[0]),
    shift,
    /** All figures without a name, in groups as commas part them. */
    groups: (as: string): readonly (readonly string[])[] => {
      const out: string[][] = [];
      for (const f of freeLoose()) {
        if (f.parted || !out.length) out.push([]);
        (out.at(-1) as string[]).push(take(f, as));
      }
      return out;
    },
    loose,
    /** Whether the next two figures without a name have an "x" between them. */
    isPairCrossed: (): boolean => loose() >= 2 && freeLoose()[1]?.crossed === true,
    /** The next figure without a name, if an "x" is before it; it is not used by that. */
    nextCrossed: (): string | undefined => (freeLoose()[0]?.crossed ? freeLoose()[0]?.text : undefined),
    /** The next figure without a name, if an "x" is before it. */
    crossed: (as: string): string | undefined => (freeLoose()[0]?.crossed ? shift(as) : undefined),
    /** A distance from a face. */
    distance: (f: FaceName): string | undefined => {
      const d = freeFrom(f);
      return d && take(d, `from ${f}`);
    },
    isDistant: (...f: FaceName[]): boolean =>
      f.length ? f.some((x) => freeFrom(x) !== undefined) : roles.from.some(isFree),
    distances: (): readonly FaceName[] => roles.from.filter(isFree).map((d) => d.face),
    isInset: (): boolean => roles.inset.some(isFree),
    inset: (): string | undefined => {
      const d = roles.inset.find(isFree);
      return d && take(d, 'from the edges');
    },
    /** Three figures after "at". */
    point: (): readonly [string, string, string] | undefined => {
      if (roles.at.length !== 3 || !roles.at.every(isFree)) return undefined;
      if (roles.atWord !== undefined) used.set(roles.atWord, 'at');
      return roles.at.map((c) => take(c, 'place')) as [string, string, string];
    },
    isPoint: (): boolean => roles.at.length === 3,
    isPair: (): boolean => pairIs() !== undefined,
    /** Two figures after "at", or the next two without a name. */
    pair: (): readonly [string, string] | undefined => {
      const where = pairIs();
      if (!where) return undefined;
      if (roles.atWord !== undefined) used.set(roles.atWord, 'at');
      const both = where === 'at' ? roles.at : freeLoose().slice(0, 2);
      return both.map((c) => take(c, 'place')) as [string, string];
    },
    /** The first face that is named and has no distance from it. */
    face: (): FaceName | undefined => {
      const f = freeFaces()[0];
      if (f) take(f, 'face');
      return f?.face;
    },
    /** The first such face behind a word. */
    faceAfter: (m: Meaning): FaceName | undefined => {
      const [word] = wordsOf(m);
      const f = freeFaces().find((x) => word !== undefined && (x.tokens[0] as number) > word);
      if (word === undefined || !f) return undefined;
      used.set(word, m);
      take(f, 'face');
      return f.face;
    },
    sight: (): readonly FaceName[] => freeFaces().map((f) => f.face),
    /** That face, if it is named. */
    faceIs: (...wanted: FaceName[]): FaceName | undefined => {
      const f = freeFaces().find((x) => wanted.includes(x.face));
      if (f) take(f, 'face');
      return f?.face;
    },
    corner: () => {
      const c = roles.corner;
      if (!c || c.tokens.some((i) => used.has(i))) return undefined;
      for (const i of c.tokens) used.set(i, 'corner');
      return c;
    },
    seesCorner: () => roles.corner,
    /** The size of a cone's or pyramid's smaller end. */
    top: (): string | undefined => roles.top && take(roles.top, 'top'),
    isCounted: (): boolean => roles.count !== undefined && isFree(roles.count),
    count: (): string | undefined =>
      roles.count && isFree(roles.count) ? take(roles.count, 'count') : undefined,
    countText: (): string | undefined => roles.count?.text,
    angle: (): string | undefined =>
      roles.angle && isFree(roles.angle) ? take(roles.angle, 'angle') : undefined,
    isAngled: (): boolean => roles.angle !== undefined && isFree(roles.angle),
    counterbore: (): readonly string[] => roles.counterbore.map((c) => take(c, 'counterbore')),
    countersink: (): readonly string[] => roles.countersink.map((c) => take(c, 'countersink')),
    /** Words that were taken for others that are spelled like them. */
    respelled: (): readonly (readonly [string, Meaning])[] =>
      tokens.flatMap((w) => (w.kind === 'word' && w.respelled ? [[w.raw, w.means] as const] : [])),
    /** What each part of the line was used for. */
    uses: (): readonly { from: number; to: number; as: string }[] =>
      tokens.flatMap((w, i) => {
        const as = used.get(i);
        return as === undefined ? [] : [{ from: w.from, to: w.to, as }];
      }),
    /** The first stretch of the line that was used for nothing: its tokens, in order. */
    left: (): readonly Token[] => {
      const open = tokens.map((w, i) => (used.has(i) || isLink(tokens, i) ? undefined : w));
      const first = open.findIndex((w) => w !== undefined);
      if (first < 0) return [];
      const end = open.findIndex((w, i) => i > first && (w === undefined || w.parted));
      return open.slice(first, end < 0 ? undefined : end) as Token[];
    },
  };
};
export type Said = ReturnType<typeof saidBy>;

/** An "x" between two figures, names passed over, says nothing by itself. */
const isLink = (tokens: readonly Token[], i: number): boolean => {
  if (tokens[i]?.kind !== 'by') return false;
  const beyond = (step: 1 | -1): boolean => {
    for (let j = i + step; j >= 0 && j < tokens.length && Math.abs(j - i) <= 2; j += step) {
      const w = tokens[j] as Token;
      if (w.kind === 'figure') return true;
      if (w.kind !== 'word' || isFace(w.means)) return false;
    }
    return false;
  };
  return beyond(1) && (beyond(-1) || i === 1);
};
