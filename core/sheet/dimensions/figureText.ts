import type { DimensionBooks } from '../../dimension/books.ts';
import { ANGULAR, type SizeKey, sizeNow } from '../../dimension/place.ts';
import type { Tie } from '../../dimension/propose.ts';
import { ratioText } from '../../dimension/ratio.ts';
import { stationNow } from '../../dimension/stations.ts';
import { decimal } from '../../number/format.ts';
import { letterWidth } from '../annotate/letterWidth.ts';
import { diameterText, type FigureStyle, lengthText } from './figureStyle.ts';
import { FIGURE, type Wanted } from './laid.ts';

/** How wide a figure is on the paper, with a little room at its ends, mm. */
export const figureWidth = (text: string): number => letterWidth(text, FIGURE) + 0.8;

/** A figure as it is written: with its tolerance, words and the sizes joined to it; in brackets where it is there for reference. */
export const written = (figure: string, { reference, after, words }: Wanted, joined = ''): string => {
  const whole = [figure, after, words, joined].filter(Boolean).join(' ');
  return reference ? `(${whole})` : whole;
};

/** The sign before the length of an arc. Source: ISO 129-1. */
const ARC_LENGTH = '⌒';
const SIGNS: Partial<Record<SizeKey['what'], string>> = {
  diameter: '⌀',
  rim: '⌀',
  pitch: '⌀',
  tube: 'R',
  arc: ARC_LENGTH,
};

/** What stands on the sheet for a size of a face. @param value part units or degrees, of a radius the radius itself */
export const sizeFigure = (
  size: SizeKey,
  value: number,
  kind: {
    readonly count: number;
    readonly isRadius: boolean;
    readonly isBall: boolean;
    readonly isRatio?: boolean | undefined;
    /** what a thread is called */
    readonly thread?: string | undefined;
  },
  unit: 'mm' | 'in',
  style: FigureStyle,
): string => {
  const many = kind.count > 1 ? `${kind.count} x ` : '';
  if (ANGULAR.has(size.what)) {
    const ratio = kind.isRatio ? ratioText(size.what, value) : undefined;
    return `${many}${ratio ?? `${decimal(value, 2)}°`}`;
  }
  if (kind.thread !== undefined) return `${many}${kind.thread}`;
  const length = lengthText(value, unit, style);
  if (size.what === 'threadPitch') return `${many}PITCH ${length}`;
  const ball = kind.isBall ? 'S' : '';
  const sign = kind.isRadius ? 'R' : SIGNS[size.what];
  return `${many}${sign === '⌀' ? diameterText(length, style, ball) : `${ball}${sign ?? ''}${length}`}`;
};

/** A length in so many equal steps: "4 x 20 (= 80)". */
export const spacedFigure = (value: number, spaces: number, unit: 'mm' | 'in', style: FigureStyle): string =>
  `${spaces} x ${lengthText(value / spaces, unit, style)} (= ${lengthText(value, unit, style)})`;

/** How near two sides of a square are one, as a share of them. */
const EQUAL_SIDES = 1e-9;

/** What is as wide one way as the other: "□24" (ISO 129-1); "24 x 26" where that is so no more. */
export const squareText = (one: number, other: number, text: (length: number) => string): string =>
  Math.abs(one - other) <= EQUAL_SIDES * one ? `□${text(one)}` : `${text(one)} x ${text(other)}`;

/** The signs of sizes that are joined to a hole's diameter. Source: ISO 129-1, the ASME Y14.5 signs of depth, counterbore and countersink. */
const DEPTH = '↧';
const COUNTERBORE = '⌴';
const COUNTERSINK = '⌵';

/** How thick or how deep something is along the line of sight: "t=3" (ISO 129-1), "3 THICK" where diameters are "DIA"; "↧4". */
export const sightText = (
  what: 'thickness' | 'depth',
  length: string,
  { diameters }: FigureStyle,
): string => {
  if (what === 'depth') return `${DEPTH}${length}`;
  return diameters === 'DIA' ? `${length} THICK` : `t=${length}`;
};

/**
 * Sizes of the same feature behind a diameter or a width: "↧20 ⌴⌀15 ↧5", "x 45°".
 * @param isWidth behind the width of a chamfer: a turned one leans by half the angle of its cone
 */
export const joinedText = (
  books: DimensionBooks,
  ties: readonly Tie[],
  style: FigureStyle = {},
  isWidth = false,
): string =>
  ties
    .flatMap((tie) => {
      if (tie.kind === 'linear') {
        const [a, b] = [tie.from, tie.to].map((s) => stationNow(s, books.surfaces) ?? s.at) as [
          number,
          number,
        ];
        return [`${DEPTH}${lengthText(Math.abs(b - a), books.part.units, style)}`];
      }
      const value = sizeNow(tie.size, books.surfaces);
      if (value === undefined) return [];
      const isHalved = isWidth && tie.size.what === 'cone';
      if (ANGULAR.has(tie.size.what)) return [`x ${decimal(isHalved ? value / 2 : value, 2)}°`];
      if (tie.size.what === 'threadPitch') return [`x ${lengthText(value, books.part.units, style)}`];
      const sign = tie.size.what === 'rim' ? COUNTERSINK : COUNTERBORE;
      return [`${sign}${diameterText(lengthText(value, books.part.units, style), style)}`];
    })
    .join(' ');
