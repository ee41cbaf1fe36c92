import { along2, type Vec2 } from '../../geometry/vec.ts';
import { figureWidth } from './figureText.ts';
import { ABOVE, ARROW, type Box, type Drawn, FIGURE, isWithin, type Line, passes } from './laid.ts';
import { isApart, isFree, type Standing } from './standing.ts';

/** A radius is drawn shortened where its arc's centre lies so far from it, mm: further than any leader would reach. */
export const FAR_CENTRE = 120;

/** The line runs so far towards the centre, is bent aside by so much, and takes so long for it, mm. */
const FIRST_PIECE = ARROW + 4;
const ASIDE = 3;
const BEND = 3;
/** The line goes on beyond its figure by so much at either end, mm. */
const ROUND_FIGURE = 1.5;
/** Lines stay so far off a figure, mm. */
const CLEAR = 0.6;

/** What a shortened radius has to keep clear of. Paper mm. */
export type RadiusSite = {
  readonly standing: Standing;
  readonly limits: Box | undefined;
  /** the lines of the view, in straight pieces */
  readonly lines: readonly Line[];
};

/** A shortened radius from a place of its arc; the figure stands on the piece after the bend. */
const drawnFrom = (tip: Vec2, centre: Vec2, side: 1 | -1, text: string): Drawn => {
  const far = Math.hypot(centre[0] - tip[0], centre[1] - tip[1]);
  const way: Vec2 = [(centre[0] - tip[0]) / far, (centre[1] - tip[1]) / far];
  const across: Vec2 = [-way[1], way[0]];
  const at = (along: number, aside: number): Vec2 => along2(along2(tip, way, along), across, aside);
  const width = figureWidth(text);
  const begins = FIRST_PIECE + BEND;
  const ends = begins + width + 2 * ROUND_FIGURE;
  const off = side * ASIDE;
  // read to the right, or upwards where the line is upright
  const isTurned = way[0] < -1e-9 || (Math.abs(way[0]) <= 1e-9 && way[1] < 0);
  const sense = isTurned ? -1 : 1;
  const start = at(isTurned ? ends - ROUND_FIGURE : begins + ROUND_FIGURE, off + sense * ABOVE);
  const corners = [0, width].flatMap((x) =>
    [0, FIGURE].map((y) => along2(along2(start, way, sense * x), across, sense * y)),
  );
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])];
  return {
    line: [tip, at(FIRST_PIECE, 0)],
    rest: [at(FIRST_PIECE, 0), at(begins, off), at(ends, off)],
    round: centre,
    extension: [],
    arrows: [{ tip, along: [-way[0], -way[1]] }],
    text: {
      at: start,
      angle: (Math.atan2(way[1] * sense, way[0] * sense) * 180) / Math.PI,
      box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
    },
  };
};

const isClear = (d: Drawn, { standing, limits, lines }: RadiusSite): boolean => {
  const { box } = d.text;
  const pieces: Line[] = [
    d.line as Line,
    ...(d.rest ?? []).slice(1).map((p, i): Line => [(d.rest as readonly Vec2[])[i] as Vec2, p]),
  ];
  const round: Box = [box[0] - CLEAR, box[1] - CLEAR, box[2] + CLEAR, box[3] + CLEAR];
  return (
    isWithin(box, limits) &&
    isApart(standing, round) &&
    pieces.every((l) => isFree(standing, l, l, box)) &&
    !lines.some((l) => passes(l, round))
  );
};

/**
 * A large radius with a shortened line: it begins at the arc towards the centre, is bent aside, and goes on for its figure.
 * Source: ISO 129-1, radius whose centre lies outside the space there is.
 * @param tips places on the arc, the likeliest first, paper mm
 * @returns nothing where it is clear nowhere
 */
export const shortenedRadius = (
  tips: readonly Vec2[],
  centre: Vec2,
  text: string,
  site: RadiusSite,
): Drawn | undefined => {
  for (const tip of tips)
    for (const side of [1, -1] as const) {
      const drawn = drawnFrom(tip, centre, side, text);
      if (isClear(drawn, site)) return drawn;
    }
  return undefined;
};
