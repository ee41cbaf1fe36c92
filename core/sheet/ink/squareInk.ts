import type { PlacedSheet } from '../drawnSheet.ts';
import type { Rect } from '../layout/paper.ts';
import { type Ink, type Stretch, straight, stroke } from './ink.ts';

/** Smaller squares would be a grey area on the print, mm. */
const LEAST_SIDE = 1;

/** The whole numbers of squares between two places along the paper. */
const linesWithin = (from: number, to: number, side: number): number[] => {
  const first = Math.ceil(from / side - 1e-9);
  const last = Math.floor(to / side + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * side);
};

/**
 * The squares of squared paper within the frame, counted from the lower left corner of the sheet; the title block stays free.
 * @param side of a square, paper mm
 */
export const squareInk = ({ paper: { frame, title } }: PlacedSheet, side: number): Ink[] => {
  if (side < LEAST_SIDE) return [];
  const right = frame.x + frame.w;
  const top = frame.y + frame.h;
  const above = (t: Rect): number => t.y + t.h;
  // the block stands in the lower right corner, or along the whole lower side
  const isOver = (x: number): boolean => title.w > 0 && x > title.x;
  const isBeside = (y: number): boolean => title.h > 0 && y < above(title);
  const upright = linesWithin(frame.x, right, side).map(
    (x): Stretch => straight([x, isOver(x) ? above(title) : frame.y], [x, top]),
  );
  const level = linesWithin(frame.y, top, side)
    .map((y): readonly [number, number] => [y, isBeside(y) ? title.x : right])
    .filter(([, to]) => to > frame.x)
    .map(([y, to]): Stretch => straight([frame.x, y], [to, y]));
  return [stroke('squares', 'square', [...upright, ...level])];
};
