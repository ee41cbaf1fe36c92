import { angleOfRatio, SLOPE, TAPER } from '../dimension/ratio.ts';
import type { Vec2 } from '../geometry/vec.ts';

/** A figure of a drawing that was made elsewhere, in the units of its file, y up. */
export type GivenFigure =
  /** a dimension along a line: between the feet of its extension lines, level (0) or upright (1) */
  | {
      readonly kind: 'distance';
      readonly text: string;
      readonly from: Vec2;
      readonly to: Vec2;
      readonly along: 0 | 1;
      readonly at: Vec2;
    }
  /** a dimension that runs aslant: from foot to foot along its own direction */
  | {
      readonly kind: 'aslant';
      readonly text: string;
      readonly from: Vec2;
      readonly to: Vec2;
      readonly at: Vec2;
    }
  /** a row of a table of holes: its tag, both places from the zero marks, and the letters of its sizes */
  | {
      readonly kind: 'tabled hole';
      readonly text: string;
      readonly at: Vec2;
      readonly tag: string;
      readonly places: readonly [string, string];
      readonly size: string;
    }
  /** letters with a size in them: a hole note, a radius, an angle */
  | { readonly kind: 'note'; readonly text: string; readonly at: Vec2 };

/** A size that stands in the letters of a figure. */
export type StatedSize = {
  readonly kind: 'plain' | 'diameter' | 'radius' | 'depth' | 'thickness' | 'angle' | 'arc' | 'thread';
  /** part units or degrees */
  readonly value: number;
  /** half of the last place that is written: nearer is the same */
  readonly within: number;
};

const NUMBER = String.raw`(\d+\s+\d+\/\d+|\d+\/\d+|\d*\.?\d+)`;
const SIZE = new RegExp(String.raw`([⌀∅ØøR↧⌒]|(?<![A-Za-z])t\s*=)?\s*${NUMBER}\s*(°?)(\s*THICK)?`, 'gu');
/** A metric thread, "M12", with its pitch where one is written. */
const THREAD = /^\s*(?:\d+\s*[x×]\s*)?M\s?(\d+(?:\.\d+)?)(?:\s*[x×]\s*\d+(?:\.\d+)?)?(?![\d.])/gu;
/**
 * An inch thread: by its turns to the inch, "1/2-13 UNC", "0.25-20 UNF-2A" or "#10-24 UNC", or by its diameter, "1/2 in", with its pitch where one is
 * written.
 */
const INCH_THREAD = new RegExp(
  String.raw`^\s*(?:\d+\s*[x×]\s+)?(?:#(\d{1,2})|${NUMBER})\s*(?:["″]?\s*-\s*\d+(?:\s*UN[A-Z]{0,2}\b(?:\s*-?\s*[123][AB])?)?|in(?:\s*[x×]\s*\d*\.?\d+)?)(?=\s|$)`,
  'giu',
);
/** True for letters that are an inch thread by its diameter or its turns to the inch. */
export const isInchThread = (text: string): boolean => text.search(INCH_THREAD) === 0;
/** The diameter of a thread by its number, inches. Source: ASME B1.1. */
const numbered = (n: string): number => 0.06 + 0.013 * Number(n);
/** A taper or a slope, "⌲ 1:5"; its figures are written to three places. */
const RATIO = new RegExp(String.raw`([${TAPER}${SLOPE}])\s*${NUMBER}\s*:\s*${NUMBER}`, 'gu');
const RATIO_STEP = 0.0005;
const KINDS: Readonly<Record<string, StatedSize['kind']>> = {
  '⌀': 'diameter',
  '∅': 'diameter',
  Ø: 'diameter',
  ø: 'diameter',
  R: 'radius',
  '↧': 'depth',
  '⌒': 'arc',
  '': 'plain',
};

/** The worth of "1 7/8", "7/8" or "22.5", and half of its last place. */
const worthOf = (text: string): readonly [value: number, within: number] => {
  if (text.includes('/')) {
    const [whole, part] = /\s/.test(text) ? (text.split(/\s+/) as [string, string]) : ['0', text];
    const [a, b] = part.split('/').map(Number) as [number, number];
    return [Number(whole) + a / b, 1e-6];
  }
  const places = text.split('.')[1]?.length ?? 0;
  return [Number(text), 0.5 * 10 ** -places + 1e-9];
};

/** Letters that are a number and nothing else. */
export const NUMBER_ALONE = new RegExp(String.raw`^\s*-?\s*${NUMBER}\s*$`, 'u');
/** A number that may be less than nought, as places from a zero mark are; nothing for other letters. */
export const signedSize = (text: string): StatedSize | undefined => {
  const figure = NUMBER_ALONE.exec(text)?.[1];
  if (figure === undefined) return undefined;
  const [value, within] = worthOf(figure);
  return { kind: 'plain', value: text.trim().startsWith('-') ? -value : value, within };
};

const AT_45 = new RegExp(String.raw`(?:^|[x×\s])${NUMBER}\s*[x×]\s*45\s*°`, 'u');
const BY_LETTER = new RegExp(String.raw`^(?:\d+\s*[x×]\s*)?C\s*${NUMBER}$`, 'u');
/** The width of a chamfer of 45 degrees, "2 x 45°" or "C2", and half of its last place; nothing for any other letters. */
export const chamferWidth = (text: string): readonly [value: number, within: number] | undefined => {
  const found = AT_45.exec(text) ?? BY_LETTER.exec(text.trim());
  return found?.[1] === undefined ? undefined : worthOf(found[1]);
};

/**
 * The sizes in the letters of a figure, in their order. What is counted ("2 x"), tolerances and classes of fits are left out; of equal spaces the
 * whole length is taken.
 */
export const statedSizes = (text: string): StatedSize[] => {
  const spaced = /\(=\s*([^)]+)\)/.exec(text)?.[1];
  if (spaced) return statedSizes(spaced);
  const ratios = [...text.matchAll(RATIO)].map(([, sign = '', first = '', second = '']): StatedSize => {
    const [[a], [b]] = [worthOf(first), worthOf(second)];
    const angleAt = (by: number): number => angleOfRatio(sign, a <= b ? a / (b + by) : (a + by) / b);
    return { kind: 'angle', value: angleAt(0), within: Math.abs(angleAt(RATIO_STEP) - angleAt(-RATIO_STEP)) };
  });
  if (ratios.length) return ratios;
  const threads = [...text.matchAll(THREAD)].map(([, figure = '']): StatedSize => {
    const [value, within] = worthOf(figure);
    return { kind: 'thread', value, within };
  });
  for (const [, number, figure] of text.matchAll(INCH_THREAD)) {
    const [value, within] = number === undefined ? worthOf(figure as string) : [numbered(number), 1e-6];
    threads.push({ kind: 'thread', value, within });
  }
  const bare = text
    .replace(THREAD, ' ')
    .replace(INCH_THREAD, ' ')
    // the other unit behind a figure, and a diameter that is said in letters
    .replace(/\[[^\]]*\]/g, ' ')
    .replace(/(\d+\s+\d+\/\d+|\d+\/\d+|\d*\.?\d+)\s*DIA\b\.?/gi, '⌀$1')
    .replace(/[()]/g, ' ')
    .replace(/(^|\s)\d+\s*[x×]\s+(?=[⌀∅ØøR\d]|$)/gu, ' ')
    .replace(/[±+-]\s*\d*\.?\d+(\s*\/\s*[+-]?\d*\.?\d+)?/g, ' ')
    // classes of a hole and its shaft, and a class alone
    .replace(/(^|\s)[A-Za-z]{1,2}\d{1,2}\s*[/-]\s*[A-Za-z]{1,2}\d{1,2}(?=\s|$)/g, ' ')
    .replace(/(^|\s)[A-Za-z]{1,2}\d{1,2}(?=\s|$)/g, (all) => (/^\s*R\d/.test(all) ? all : ' '));
  const others = [...bare.matchAll(SIZE)].map(([, sign = '', figure = '', degrees, thick]): StatedSize => {
    const [value, within] = worthOf(figure);
    const isThickness = thick !== undefined || sign.startsWith('t');
    return {
      kind: degrees ? 'angle' : isThickness ? 'thickness' : (KINDS[sign] ?? 'plain'),
      value,
      within,
    };
  });
  return [...threads, ...others];
};

/** How many features a figure counts: 3 of "3 x ⌀6"; one where it counts none. */
export const countedIn = (text: string): number =>
  Number(/^\s*(\d+)\s*[x×]\s+(?=[⌀∅ØøRM])/u.exec(text)?.[1] ?? 1);

/** True where a figure stands in brackets: it is there to be read, and does not count. */
export const isReference = (text: string): boolean => /^\s*\(.*\)\s*$/.test(text);
