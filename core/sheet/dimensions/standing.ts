import { type Box, boxesMeet, crosses, type Drawn, type Line, passes } from './laid.ts';

type Boxed = { readonly line: Line; readonly box: Box };

/** What stands in a view already, so that a figure finds a place clear of it. */
export type Standing = {
  readonly figures: Box[];
  /** dimension lines, leaders and the lines beneath notes */
  readonly lines: Boxed[];
  readonly extensions: Boxed[];
};

const boxed = (line: Line): Boxed => {
  const [[x0, y0], [x1, y1]] = line;
  return { line, box: [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)] };
};
/** Boxes that have a point in common; those of level and upright lines have no width. */
const touch = (a: Box, b: Box): boolean => a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];

/** Adds a dimension to what stands. */
export const stand = (s: Standing, { line, shelf, extension, text }: Drawn): void => {
  s.figures.push(text.box);
  for (const l of [line, shelf]) if (l) s.lines.push(boxed(l));
  for (const l of extension) s.extensions.push(boxed(l));
};

/** Everything that stands in a view. */
export const standingOf = (laid: readonly { readonly drawn: Drawn }[]): Standing => {
  const out: Standing = { figures: [], lines: [], extensions: [] };
  for (const d of laid) stand(out, d.drawn);
  return out;
};

/** Whether a figure's box is on no other figure and on no line of another dimension. */
export const isApart = (s: Standing, box: Box): boolean =>
  !s.figures.some((b) => boxesMeet(b, box)) && !s.lines.some((l) => touch(l.box, box) && passes(l.line, box));

/** Whether a note's leader and figure cross nothing that stands. */
export const isFree = (s: Standing, leader: Line, shelf: Line, box: Box): boolean => {
  const [own, under] = [boxed(leader), boxed(shelf)];
  return (
    !s.figures.some((b) => touch(b, own.box) && passes(leader, b)) &&
    !s.lines.some(
      (l) =>
        (touch(l.box, own.box) && crosses(leader, l.line)) ||
        (touch(l.box, under.box) && crosses(shelf, l.line)),
    ) &&
    !s.extensions.some((l) => touch(l.box, box) && passes(l.line, box))
  );
};
