import type { ViewName } from '../../geometry/viewFrames.ts';
import type { SheetSetup } from '../setup.ts';

/** How far the views stand from the lines between them, paper mm. */
export type Gaps = {
  /** every view beside, above or below the front view, from its own line: so that a depth is as far from XY as from the upright line */
  readonly others: number;
  /** the front view from the level line above or below it */
  readonly level: number;
  /** the front view from the upright line beside it */
  readonly upright: number;
};

/** No view stands nearer to a line than this, mm. */
export const LEAST_GAP = 2;

/** The gaps that a sheet's choices ask for. */
export const gapsOf = ({ gap, between }: Pick<SheetSetup, 'gap' | 'between'>): Gaps => ({
  others: gap,
  level: between ? between[0] - gap : gap,
  upright: between ? between[1] - gap : gap,
});

/** From the front view to the views above and below it, and to those beside it. */
export const betweenOf = (setup: Pick<SheetSetup, 'gap' | 'between'>): readonly [number, number] =>
  setup.between ?? [2 * setup.gap, 2 * setup.gap];

/**
 * The choices that put so much between the front view and its neighbours. The lines stand half way of the lesser one; of the greater
 * one the rest lies on the front view's side, for the other views stand equally far from both lines.
 */
export const withBetween = (levels: number, sides: number): Pick<SheetSetup, 'gap' | 'between'> => ({
  gap: Math.min(levels, sides) / 2,
  between: levels === sides ? undefined : [levels, sides],
});

/** The gap by which a distance from XY begins, for a trace seen in a view: that of the neighbour in which the distance is read. */
export const gapFromXY = (gaps: Gaps, seenIn: ViewName): number => {
  if (seenIn === 'top' || seenIn === 'bottom') return gaps.level;
  return seenIn === 'left' || seenIn === 'right' ? gaps.upright : gaps.others;
};
