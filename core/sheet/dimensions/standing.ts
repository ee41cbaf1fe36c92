import { type Box, boxesMeet, crosses, type Drawn, type Line, passes } from './laid.ts';

type Boxed = { readonly line: Line; readonly box: Box };

/** What stands in a square of the paper. */
type Square = { readonly figures: Box[]; readonly lines: Boxed[] };

/** What stands in a view already, so that a figure finds a place clear of it. */
export type Standing = Square & {
  /** besides figures: dimension lines, leaders and the lines beneath notes */
  readonly extensions: Boxed[];
  /** figures and lines once more by the squares of the paper that they touch: most places are tried in vain, and looked at against their neighbours alone */
  readonly squares: Map<number, Square>;
};

/** How wide a square is, mm: about as wide as a figure. */
const SIDE = 20;
/** No sheet has so many squares in a row. */
const IN_ROW = 1024;

/** Calls for every square that a box touches, until one answers true. */
const someSquare = ([x0, y0, x1, y1]: Box, test: (key: number) => boolean): boolean => {
  const [i0, i1, j0, j1] = [x0, x1, y0, y1].map((t) => Math.floor(t / SIDE)) as [
    number,
    number,
    number,
    number,
  ];
  for (let i = i0; i <= i1; i++) for (let j = j0; j <= j1; j++) if (test(i * IN_ROW + j)) return true;
  return false;
};
const enter = (s: Standing, box: Box, add: (square: Square) => void): void => {
  someSquare(box, (key) => {
    const square = s.squares.get(key) ?? { figures: [], lines: [] };
    s.squares.set(key, square);
    add(square);
    return false;
  });
};

const boxed = (line: Line): Boxed => {
  const [[x0, y0], [x1, y1]] = line;
  return { line, box: [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)] };
};
/** Boxes that have a point in common; those of level and upright lines have no width. */
const touch = (a: Box, b: Box): boolean => a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];

/** Adds a dimension to what stands. */
export const stand = (s: Standing, { line, rest = [], shelf, extension, text }: Drawn): void => {
  s.figures.push(text.box);
  enter(s, text.box, (square) => square.figures.push(text.box));
  const after = rest.slice(1).map((p, i): Line => [rest[i] as Line[0], p]);
  for (const l of [line, ...after, shelf]) {
    if (!l) continue;
    const own = boxed(l);
    s.lines.push(own);
    enter(s, own.box, (square) => square.lines.push(own));
  }
  for (const l of extension) s.extensions.push(boxed(l));
};

/** Everything that stands in a view. */
export const standingOf = (laid: readonly { readonly drawn: Drawn }[]): Standing => {
  const out: Standing = { figures: [], lines: [], extensions: [], squares: new Map() };
  for (const d of laid) stand(out, d.drawn);
  return out;
};

/** Whether a figure's box is on no other figure and on no line of another dimension. */
export const isApart = (s: Standing, box: Box): boolean =>
  !someSquare(box, (key) => {
    const square = s.squares.get(key);
    return (
      square !== undefined &&
      (square.figures.some((b) => boxesMeet(b, box)) ||
        square.lines.some((l) => touch(l.box, box) && passes(l.line, box)))
    );
  });

/** The line beneath a note keeps so far off other lines, mm: it would be read as one with them. */
const FROM_LINES = 1.5;

/** Whether something in a list meets a test. What does comes to the front: it is in the way of the next place beside this one too. */
const someInTheWay = <T>(list: T[], test: (x: T) => boolean): boolean => {
  const i = list.findIndex(test);
  if (i <= 0) return i === 0;
  const [first, found] = [list[0] as T, list[i] as T];
  list[0] = found;
  list[i] = first;
  return true;
};

/** Whether a note's leader and figure cross nothing that stands, and the line beneath it runs beside none. */
export const isFree = (s: Standing, leader: Line, shelf: Line, box: Box): boolean => {
  const own = boxed(leader);
  const [x0, y0, x1, y1] = boxed(shelf).box;
  const round: Box = [x0, y0 - FROM_LINES, x1, y1 + FROM_LINES];
  /** a dimension line that runs aslant has no such line beneath it */
  const meetsShelf = (l: Boxed): boolean =>
    y0 === y1 ? touch(l.box, round) && passes(l.line, round) : crosses(shelf, l.line);
  return (
    !someInTheWay(s.figures, (b) => touch(b, own.box) && passes(leader, b)) &&
    !someInTheWay(s.lines, (l) => (touch(l.box, own.box) && crosses(leader, l.line)) || meetsShelf(l)) &&
    !someInTheWay(s.extensions, (l) => touch(l.box, box) && passes(l.line, box))
  );
};
