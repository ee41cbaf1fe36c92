import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { figureWidth } from './figureText.ts';
import {
  type Box,
  FIGURE,
  FIRST,
  isLevel,
  type Laid,
  type Line,
  type Linear,
  NEXT,
  OFF,
  PAST,
  type Side,
} from './laid.ts';

/** Lengths that are counted from one zero mark on one line. */
export type Run = { readonly zero: number; readonly list: readonly Linear[] };

/** Two places along a line nearer than this are one, mm. */
const SAME = 1e-3;

/** The runs among the dimensions of a side: two or more that begin at one place, none of them steps or there for reference only. */
export const runsOf = (list: readonly Linear[]): Run[] => {
  const runs: { zero: number; list: Linear[] }[] = [];
  for (const l of list) {
    const { zero } = l;
    if (zero === undefined || l.wanted.spaces || l.wanted.reference) continue;
    const own = runs.find((r) => Math.abs(r.zero - zero) < SAME);
    if (own) own.list.push(l);
    else runs.push({ zero, list: [l] });
  }
  return runs.filter((r) => r.list.length > 1);
};

/** Between two figures of a run, and between an extension line's end and its figure, mm. */
const BETWEEN = 1;
const BEFORE_FIGURE = 0.8;
/** An extension line that is bent aside for its figure goes out by so much more, mm. */
const BEND = 4;

const endOf = (l: Linear, zero: number): number => (Math.abs(l.lo - zero) < SAME ? l.hi : l.lo);

/** Where the middles of the figures of one sense stand: each at its own end, or as far on as those before it need. */
const middlesOf = (ends: readonly number[], way: 1 | -1): number[] => {
  let last = Number.NEGATIVE_INFINITY;
  return ends.map((end) => {
    last = Math.max(end * way, last + FIGURE + BETWEEN);
    return last * way;
  });
};

/**
 * A run in its lane: one line from the zero mark, an arrow at each place pointing away from it, and the figures at the ends of the extension lines,
 * read along them; those too near one another stand aside (ISO 129-1, running dimensioning).
 * @param edge the view's side @param out -1 below and to the left of the view, 1 above and to the right
 */
export const layRun = (
  view: ViewName,
  side: Side,
  edge: number,
  out: 1 | -1,
  lane: number,
  { zero, list }: Run,
): Laid[] => {
  const k = isLevel(side) ? 0 : 1;
  const at = (along: number, away: number): Vec2 => (k === 0 ? [along, away] : [away, along]);
  const away = edge + out * (FIRST + NEXT * lane);
  return ([1, -1] as const).flatMap((way) => {
    const own = list
      .filter((l) => (endOf(l, zero) - zero) * way > 0)
      .sort((a, b) => (endOf(a, zero) - endOf(b, zero)) * way);
    const ends = own.map((l) => endOf(l, zero));
    const middles = middlesOf(ends, way);
    return own.map((l, i): Laid => {
      const [end, middle] = [ends[i] as number, middles[i] as number];
      const reach = l.reach[end === l.hi ? 1 : 0];
      const base = l.reach[end === l.hi ? 0 : 1];
      const foot = (r: readonly [number, number]): number => (out < 0 ? r[0] : r[1]) + out * OFF;
      const tip = away + out * PAST;
      const isBent = Math.abs(middle - end) > SAME;
      const head = tip + (isBent ? out * BEND : 0);
      const extension: Line[] = [
        [at(end, foot(reach)), at(end, tip)],
        ...(isBent ? [[at(end, tip), at(middle, head)] as const] : []),
        // the zero mark has its extension line with the first place to each side
        ...(i === 0 ? [[at(zero, foot(base)), at(zero, tip)] as const] : []),
      ];
      const width = figureWidth(l.text);
      const from = head + out * BEFORE_FIGURE;
      const [low, high] = out < 0 ? [from - width, from] : [from, from + width];
      const half = FIGURE / 2;
      const box: Box =
        k === 0 ? [middle - half, low, middle + half, high] : [low, middle - half, high, middle + half];
      return {
        wanted: l.wanted,
        view,
        side,
        count: l.count,
        value: l.value,
        isRadius: false,
        ...(l.isOffScale && { isOffScale: true }),
        text: l.text,
        drawn: {
          line: [at(i === 0 ? zero : (ends[i - 1] as number), away), at(end, away)],
          extension,
          arrows: [{ tip: at(end, away), along: at(way, 0) }],
          zero: { at: at(zero, away), isDrawn: i === 0 },
          text: { at: k === 0 ? [box[2], box[1]] : [box[0], box[1]], angle: k === 0 ? 90 : 0, box },
        },
      };
    });
  });
};

/** How many lanes a run takes up with its figures. */
export const lanesOfRun = (laid: readonly Laid[], side: Side, away: number): number => {
  const deep = laid.map(({ drawn: { text } }) => {
    const [x0, y0, x1, y1] = text.box;
    const [low, high] = isLevel(side) ? [y0, y1] : [x0, x1];
    return Math.max(Math.abs(low - away), Math.abs(high - away));
  });
  // figures of the next lane stand on the inner side of their line
  return 1 + Math.ceil(Math.max(0, Math.max(...deep) + FIGURE - NEXT + 1) / NEXT);
};
