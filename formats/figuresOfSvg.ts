import { XMLParser } from 'fast-xml-parser';
import type { Vec2 } from '../core/geometry/vec.ts';
import type { GivenFigure } from '../core/mark/givenFigure.ts';
import {
  figuresOfLetters,
  type GivenFigures,
  type LettersThere,
  measuredFigure,
  OF_DIMENSIONS,
} from './givenFigures.ts';

type Node = { readonly ':@'?: Readonly<Record<string, string>>; readonly [name: string]: unknown };

/** A place of the picture, turned so that y runs up. */
const placeOf = (text: string | undefined): Vec2 | undefined => {
  const [x, y] = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return x !== undefined && y !== undefined && Number.isFinite(x) && Number.isFinite(y) ? [x, -y] : undefined;
};

/** The letters of an element and of all in it. */
const lettersIn = (nodes: readonly Node[]): string =>
  nodes
    .map((n) => {
      if (typeof n['#text'] === 'string' || typeof n['#text'] === 'number') return String(n['#text']);
      const name = Object.keys(n).find((k) => k !== ':@');
      const children = name && n[name];
      return Array.isArray(children) ? lettersIn(children as Node[]) : '';
    })
    .join('');

/** The first text of a group, with its place. */
const textIn = (nodes: readonly Node[]): { readonly text: string; readonly at: Vec2 } | undefined => {
  for (const n of nodes) {
    const own = Array.isArray(n.text) ? placeOf(`${n[':@']?.x} ${n[':@']?.y}`) : undefined;
    if (own) return { text: lettersIn(n.text as Node[]).trim(), at: own };
    const name = Object.keys(n).find((k) => k !== ':@');
    const children = name && n[name];
    const deeper = Array.isArray(children) ? textIn(children as Node[]) : undefined;
    if (deeper) return deeper;
  }
  return undefined;
};

/**
 * The figures of an SVG file: groups that say where they measure (`data-from`, `data-to`, as the files of this program do), and letters with sizes
 * of rounds and angles. A plain picture does not say between which places a bare figure measures: those are not read as distances.
 */
export const figuresOfSvg = (text: string): GivenFigures => {
  let root: readonly Node[] = [];
  try {
    root = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseTagValue: false,
    }).parse(text) as Node[];
  } catch {
    // what keeps the file from being read is said where its views are
  }
  const figures: GivenFigure[] = [];
  const letters: LettersThere[] = [];
  const walk = (nodes: readonly Node[], isOfDimensions: boolean): void => {
    for (const n of nodes) {
      const name = Object.keys(n).find((k) => k !== ':@');
      const children = name && n[name];
      if (!Array.isArray(children)) continue;
      const a = n[':@'] ?? {};
      const [from, to] = [placeOf(a['data-from']), placeOf(a['data-to'])];
      const figure = from && to && textIn(children as Node[]);
      if (from && to && figure) {
        figures.push(measuredFigure(figure.text, from, to, Number(a['data-angle'] ?? 0), figure.at));
        continue;
      }
      if (name === 'text') {
        const at = placeOf(`${a.x} ${a.y}`);
        if (at) letters.push({ text: lettersIn(children as Node[]).trim(), at, isOfDimensions });
        continue;
      }
      walk(children as Node[], isOfDimensions || OF_DIMENSIONS.test(`${a.id ?? ''} ${a.class ?? ''}`));
    }
  };
  walk(root, false);
  return { figures: [...figures, ...figuresOfLetters(letters)], unread: 0 };
};
