import type { Tolerance } from './tolerance.ts';

/** Classes of general tolerances: fine, medium, coarse, very coarse. */
export type GeneralClass = 'f' | 'm' | 'c' | 'v';

/** The upper ends of the ranges, mm, and for each class ± mm. Source: ISO 2768-1, table 1. */
const LINEAR: readonly (readonly [end: number, by: Readonly<Record<GeneralClass, number | undefined>>])[] = [
  [3, { f: 0.05, m: 0.1, c: 0.2, v: undefined }],
  [6, { f: 0.05, m: 0.1, c: 0.3, v: 0.5 }],
  [30, { f: 0.1, m: 0.2, c: 0.5, v: 1 }],
  [120, { f: 0.15, m: 0.3, c: 0.8, v: 1.5 }],
  [400, { f: 0.2, m: 0.5, c: 1.2, v: 2.5 }],
  [1000, { f: 0.3, m: 0.8, c: 2, v: 4 }],
  [2000, { f: 0.5, m: 1.2, c: 3, v: 6 }],
  [4000, { f: undefined, m: 2, c: 4, v: 8 }],
];
/** Below this the standard wants the tolerance beside the size, mm. */
const LEAST = 0.5;

const NOTE = /\bISO\s*2768(?:-1)?\s*-?\s*([fmcv])/i;
const PLAIN = /^\s*±\s*(\d*\.?\d+)\s*(mm|in|")?\s*$/;

/** What a title block's general tolerance says: a class of ISO 2768-1, or one figure for all lengths, part units; undefined where it says neither. */
export const readGeneralTolerance = (
  note: string | undefined,
  units: 'mm' | 'in',
): { readonly class: GeneralClass } | { readonly plain: number } | undefined => {
  const letter = NOTE.exec(note ?? '')?.[1]?.toLowerCase();
  if (letter) return { class: letter as GeneralClass };
  const [, figure, unit] = PLAIN.exec(note ?? '') ?? [];
  const isOther = unit !== undefined && (unit === 'mm') !== (units === 'mm');
  return figure === undefined || isOther ? undefined : { plain: Number(figure) };
};

/**
 * The general tolerance of a length.
 * @param note the title block's entry @param size part units
 * @returns part units; undefined where the note gives none for that size
 */
export const generalTolerance = (
  note: string | undefined,
  size: number,
  units: 'mm' | 'in',
): Tolerance | undefined => {
  const read = readGeneralTolerance(note, units);
  if (!read) return undefined;
  if ('plain' in read) return [read.plain, -read.plain];
  const inch = units === 'in' ? 25.4 : 1;
  const mm = Math.abs(size) * inch;
  const by = mm < LEAST ? undefined : LINEAR.find(([end]) => mm <= end)?.[1][read.class];
  return by === undefined ? undefined : [by / inch, -by / inch];
};
