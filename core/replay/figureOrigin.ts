import type { SizeChain } from '../station/sizeChain.ts';
import type { StatedPlace } from '../station/statedPlaces.ts';

/**
 * Where a figure of a step comes from: the sheet's layout, a stated size, a sum of such, a calculation, an overall size that was calculated when
 * the sheet was planned, or a convenient choice.
 */
export type FigureOrigin = 'sheet' | 'given' | 'counted' | 'calculated' | 'planned' | 'convenient';

/** Where the figure of a step comes from, with the stated sizes it is counted from. */
export type Origin = {
  readonly source: FigureOrigin;
  /** the stated sizes it is the sum of */
  readonly sizes?: SizeChain;
  /** what the figure leads to */
  readonly of?: StatedPlace;
};

/** Whether a figure is a stated one or a sum of such. */
export const isCounted = (s: FigureOrigin): boolean => s === 'given' || s === 'counted';
