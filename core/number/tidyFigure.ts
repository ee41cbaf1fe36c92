const PLACES = 6;

/** A worked-out figure as it is stated: to six places, never a minus nought. */
export const tidyFigure = (x: number): number => Number(x.toFixed(PLACES)) + 0;
