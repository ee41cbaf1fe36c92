import type { Vec2 } from '../geometry/vec.ts';
import type { Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';

/** A line of a view that is entered, counted in squares from the view's lower left corner. */
export type EnteredLine = { readonly seen: boolean; readonly from: Vec2; readonly to: Vec2 };
/** A circle of a view that is entered, in squares. */
export type EnteredCircle = { readonly seen: boolean; readonly centre: Vec2; readonly radius: number };
/** All that is entered of a view. */
export type EnteredView = {
  readonly lines: readonly EnteredLine[];
  readonly circles: readonly EnteredCircle[];
};

/** The paper that a walk goes over: the words for its ways, and the place that two figures name. */
export type WalkedPaper = {
  readonly ways: Readonly<Record<string, Vec2>>;
  readonly placeAt: (across: number, up: number) => Vec2;
  /** whether circles are drawn on it */
  readonly hasCircles: boolean;
};
/** Squares, as views are drawn on them. */
export const SQUARES: WalkedPaper = {
  ways: { right: [1, 0], left: [-1, 0], up: [0, 1], down: [0, -1] },
  placeAt: (across, up) => [across, up],
  hasCircles: true,
};
/** "3", "2.5", "1/2", "3 1/2", each with a sign before it. */
const FIGURE = String.raw`-?(?:\d+\s+\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?|\.\d+)`;
const WORD = new RegExp(
  String.raw`(?<figure>${FIGURE})|(?<word>[a-z]+)|(?<other>[^\s;:]+?)(?=[\s;:]|$)`,
  'giy',
);

const figureOf = (text: string): number => {
  const sign = text.startsWith('-') ? -1 : 1;
  return (
    sign *
    text
      .replace(/^-/, '')
      .replace(',', '.')
      .split(/\s+/)
      .reduce((sum, x) => {
        const [a, b] = x.split('/').map(Number) as [number, number | undefined];
        return sum + (b === undefined ? a : a / b);
      }, 0)
  );
};

type Token = { readonly text: string; readonly figure?: number; readonly position: number };

const tokensOf = (text: string): Token[] => {
  const out: Token[] = [];
  // a comma between steps separates them; one inside a figure has been read with it
  let at = 0;
  while (at < text.length) {
    const gap = /^[\s,;:]+/.exec(text.slice(at));
    if (gap) {
      at += gap[0].length;
      continue;
    }
    WORD.lastIndex = at;
    const m = WORD.exec(text);
    const own = m?.[0] ?? (text[at] as string);
    const figure = m?.groups?.figure;
    out.push({
      text: own.toLowerCase(),
      position: at,
      ...(figure !== undefined && { figure: figureOf(figure) }),
    });
    at += own.length;
  }
  return out;
};

/**
 * Reads a walk along the lines of a view: `from 0 0, right 6, up 5, left 2, to 4 1, close`. `move` before a step goes there without a line,
 * `hidden` and `visible` rule all steps after them, `close` goes back to where the walk began. A walk begins at 0 0 where it does not say.
 * `circle 2 at 4 3` is a circle of diameter 2.
 * @param paper what it goes over
 * @returns the lines and circles in squares, or a fault with the word that cannot be read
 */
export const typedWalk = (text: string, paper: WalkedPaper = SQUARES): Result<EnteredView> => {
  const tokens = tokensOf(text);
  const lines: EnteredLine[] = [];
  const circles: EnteredCircle[] = [];
  let at: Vec2 = [0, 0];
  let begun: Vec2 = at;
  let seen = true;
  let isMove = false;
  let i = 0;
  const refused = (t: Token | undefined, said: ReturnType<typeof says>): Result<never> => ({
    ok: false,
    faults: [
      { path: [], where: t ? `"${t.text}"` : 'The end', position: t?.position ?? text.length, ...said },
    ],
  });
  const go = (to: Vec2): void => {
    if (!isMove && (to[0] !== at[0] || to[1] !== at[1])) lines.push({ seen, from: at, to });
    if (isMove) begun = to;
    isMove = false;
    at = to;
  };
  while (i < tokens.length) {
    const t = tokens[i++] as Token;
    const step = paper.ways[t.text];
    if (t.text === 'hidden' || t.text === 'visible') seen = t.text === 'visible';
    else if (t.text === 'move') isMove = true;
    else if (t.text === 'close') go(begun);
    else if (step) {
      const n = tokens[i++];
      if (n?.figure === undefined) return refused(n, says('walk.no-figure', { word: t.text }));
      go([at[0] + step[0] * n.figure, at[1] + step[1] * n.figure]);
    } else if (t.text === 'from' || t.text === 'to') {
      const [x, y] = [tokens[i++], tokens[i++]];
      const bad = x?.figure === undefined ? x : y;
      if (x?.figure === undefined || y?.figure === undefined)
        return refused(bad, says('walk.no-point', { word: t.text }));
      if (t.text === 'from') isMove = true;
      go(paper.placeAt(x.figure, y.figure));
    } else if (t.text === 'circle' && !paper.hasCircles) return refused(t, says('walk.no-circles'));
    else if (t.text === 'circle') {
      const [n, word, x, y] = [tokens[i++], tokens[i++], tokens[i++], tokens[i++]];
      if (n?.figure === undefined || !(n.figure > 0)) return refused(n, says('walk.no-diameter'));
      if (word?.text !== 'at' || x?.figure === undefined || y?.figure === undefined)
        return refused(word?.text !== 'at' ? word : x?.figure === undefined ? x : y, says('walk.no-centre'));
      circles.push({ seen, centre: [x.figure, y.figure], radius: n.figure / 2 });
    } else return refused(t, says('walk.unknown', { ways: Object.keys(paper.ways).join(', ') }));
  }
  if (!lines.length && !circles.length) return refused(undefined, says('walk.nothing'));
  return { ok: true, value: { lines, circles } };
};
