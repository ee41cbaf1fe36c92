import { decimal, sizeText } from '../../number/format.ts';

/** How figures are written, by the house rules; each as usual where missing. */
export type FigureStyle = {
  /** always so many decimals; as many as the size needs, three at most, where missing */
  readonly places?: number | undefined;
  /** inches as decimals in place of fractions */
  readonly inches?: 'decimals' | undefined;
  /** the other unit in square brackets behind it */
  readonly second?: true | undefined;
  /** "12 DIA" in place of "⌀12" */
  readonly diameters?: 'DIA' | undefined;
};

/** Millimetres in an inch. */
const INCH = 25.4;

/** A length in its unit, as the house rules write it. @param value part units */
export const lengthText = (value: number, unit: 'mm' | 'in', style: FigureStyle): string => {
  const { places, inches, second } = style;
  const own =
    places !== undefined
      ? value.toFixed(places)
      : unit === 'in' && inches === 'decimals'
        ? decimal(value)
        : sizeText(value, unit);
  if (!second) return own;
  return `${own} [${unit === 'mm' ? decimal(value / INCH) : decimal(value * INCH, 2)}]`;
};

/** A diameter, as the house rules write it. @param before such as "S" of a ball */
export const diameterText = (length: string, style: FigureStyle, before = ''): string =>
  style.diameters === 'DIA' ? `${before}${length} DIA` : `${before}⌀${length}`;

/** What a figure hides because it is rounded to the places of the house rules, part units. */
export const hiddenByPlaces = (value: number, { places }: FigureStyle): number =>
  places === undefined ? 0 : Math.abs(Number(value.toFixed(places)) - value);
