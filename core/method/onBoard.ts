import type { Deed } from '../replay/deed.ts';

/** Finished visible lines from point to point. */
export const drawn = (...points: readonly string[]): Deed[] =>
  points.slice(1).map((to, i) => ({ do: 'draw', seen: true, from: points[i] as string, to }));

/** Finished visible lines round a figure. */
export const drawnRound = (...points: readonly string[]): Deed[] => drawn(...points, points[0] as string);

/** A centre with a level and an upright centre line through it, named x and y behind the centre's name. */
export const crossedCentre = (point: string, left: number, bottom: number): Deed[] => [
  { do: 'place', point, left, bottom },
  { do: 'level', line: `${point} x`, through: point },
  { do: 'upright', line: `${point} y`, through: point },
];

/** Into how many parts a circle is divided by set squares. */
export const TWELVE = 12;
/** A circle about O drawn and divided into twelve: t0 at its left, and on against the clock. @param radius mm */
export const dividedCircle = (radius: number): Deed[] => [
  ...crossedCentre('O', 0, 0),
  { do: 'circle', circle: 'c', centre: 'O', radius },
  { do: 'arc', seen: true, circle: 'c' },
  ...fromTo(0, 5).flatMap((i): Deed[] => [
    { do: 'slant', line: `ray ${i}`, through: 'O', angle: 30 * i },
    { do: 'meet', point: `t${i}`, line: `ray ${i}`, circle: 'c', way: -1 },
    { do: 'meet', point: `t${i + 6}`, line: `ray ${i}`, circle: 'c', way: 1 },
  ]),
];
/** The points of a divided circle, lettered 1 to 12. */
export const DIVISION_NAMES: Readonly<Record<string, string>> = Object.fromEntries(
  Array.from({ length: TWELVE }, (_, i) => [`t${i}`, String(i + 1)]),
);

/** The line that halves the way between two points at right angles, by two equal arcs that cross. */
export const bisector = (line: string, a: string, b: string): Deed[] => [
  { do: 'circle', circle: `${line} about ${a}`, centre: a, through: b },
  { do: 'circle', circle: `${line} about ${b}`, centre: b, through: a },
  { do: 'pair', point: `${line} 1`, a: `${line} about ${a}`, b: `${line} about ${b}`, side: 1 },
  { do: 'pair', point: `${line} 2`, a: `${line} about ${a}`, b: `${line} about ${b}`, side: -1 },
  { do: 'join', line, a: `${line} 1`, b: `${line} 2` },
];

/** Names by which points are lettered, where they are lettered as they are called. */
export const lettered = (...points: readonly string[]): Readonly<Record<string, string>> =>
  Object.fromEntries(points.map((p) => [p, p]));

/** A figure in words, without needless places. */
export const figureText = (x: number): string => String(Math.round(x * 100) / 100);

/** Whole numbers from one to another, both within. */
export const fromTo = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i);

/**
 * Equal steps along a line by the dividers: the first set off, the others carried. The points are called by a letter and their number, from
 * 1 on.
 * @param length of a step, mm
 */
export const equalSteps = (
  letter: string,
  {
    along,
    from,
    count,
    length,
  }: { readonly along: string; readonly from: string; readonly count: number; readonly length: number },
): Deed[] => [
  { do: 'setOff', point: `${letter}1`, along, from, distance: length, way: 1 },
  ...fromTo(2, count).map(
    (i): Deed => ({
      do: 'carry',
      point: `${letter}${i}`,
      along,
      from: `${letter}${i - 1}`,
      span: [from, `${letter}1`],
      way: 1,
    }),
  ),
];
