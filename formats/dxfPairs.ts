import type { Vec2 } from '../core/geometry/vec.ts';

/** A group of a DXF file: what it is, by a number, and its value. */
export type Pair = readonly [code: number, value: string | number];
export const text = (pairs: readonly Pair[]): string =>
  pairs.map(([c, v]) => `${String(c).padStart(3)}\n${typeof v === 'number' ? figure(c, v) : v}\n`).join('');
/** Codes of whole numbers are written without a point. */
const figure = (code: number, v: number): string =>
  (code >= 60 && code <= 79) ||
  (code >= 90 && code <= 99) ||
  (code >= 170 && code <= 179) ||
  (code >= 280 && code <= 289) ||
  (code >= 370 && code <= 379)
    ? String(Math.round(v))
    : Number.isInteger(v)
      ? `${v}.0`
      : String(v);

/** DXF text is one line; what is not ASCII is written by its code. */
export const plain = (s: string): string =>
  [...s.replace(/[\r\n]/g, ' ')]
    .map((c) =>
      (c.codePointAt(0) as number) < 127
        ? c
        : `\\U+${(c.codePointAt(0) as number).toString(16).toUpperCase().padStart(4, '0')}`,
    )
    .join('');

export type Handles = { next: () => string };
export const handles = (): Handles => {
  let n = 0x100;
  return { next: () => (n++).toString(16).toUpperCase() };
};

/** A place, by the three codes of its coordinates. */
export const point = (code: number, p: Vec2, k = 1): Pair[] => [
  [code, p[0] * k],
  [code + 10, p[1] * k],
  [code + 20, 0],
];
