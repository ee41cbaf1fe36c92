import type { SizeKey } from '../../dimension/place.ts';
import { decimal, sizeText } from '../../number/format.ts';
import { letterWidth } from '../annotate/letterWidth.ts';
import { FIGURE, type Wanted } from './laid.ts';

/** How wide a figure is on the paper, with a little room at its ends, mm. */
export const figureWidth = (text: string): number => letterWidth(text, FIGURE) + 0.8;

/** A figure as it is written: in brackets where it is there for reference, with its tolerance. */
export const written = (figure: string, { reference, after }: Wanted): string => {
  const whole = after ? `${figure} ${after}` : figure;
  return reference ? `(${whole})` : whole;
};

const SIGNS: Partial<Record<SizeKey['what'], string>> = { diameter: '⌀', rim: '⌀', tube: 'R' };

/** What stands on the sheet for a size of a face. @param value part units or degrees, of a radius the radius itself */
export const sizeFigure = (
  size: SizeKey,
  value: number,
  kind: { readonly count: number; readonly isRadius: boolean; readonly isBall: boolean },
  unit: 'mm' | 'in',
): string => {
  const many = kind.count > 1 ? `${kind.count} x ` : '';
  if (size.what === 'angle' || size.what === 'cone' || size.what === 'lean')
    return `${many}${decimal(value, 2)}°`;
  const sign = kind.isRadius ? 'R' : (SIGNS[size.what] ?? '');
  return `${many}${kind.isBall ? 'S' : ''}${sign}${sizeText(value, unit)}`;
};
