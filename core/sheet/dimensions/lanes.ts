import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { figureWidth } from './figureText.ts';
import {
  ABOVE,
  ARROW,
  type Box,
  boxesMeet,
  crosses,
  type Drawn,
  FIGURE,
  FIRST,
  isLevel,
  type Laid,
  type LengthLines,
  type Line,
  type Linear,
  NEXT,
  OFF,
  PAST,
  passes,
  type Side,
} from './laid.ts';
import { lanesOfRun, layRun, runsOf } from './running.ts';

/** A length as it stands in a lane, whatever it is the size of: paper mm. */
export type LaneLength = Pick<Linear, 'lo' | 'hi' | 'half' | 'reach' | 'text'> & {
  readonly wanted: Pick<Linear['wanted'], 'out'>;
};
/** The lanes beside one side, the nearest first: what each is taken by along the side. */
type Lanes = (readonly [number, number])[][];

/** A dimension line runs so far past its ends where the arrows stand outside, mm. */
const OUTSIDE = 5;

/** How a figure stands on its line: with its arrows inside, between arrows outside, or beside its greater or its lesser end. */
type Fit = 'inside' | 'arrowsOutside' | 'after' | 'before';
const startOf = (l: LaneLength, fit: Fit): number => {
  if (fit === 'after') return l.hi + ARROW + 1;
  const width = figureWidth(l.text);
  return fit === 'before' ? l.lo - ARROW - 1 - width : (l.lo + l.hi - width) / 2;
};
/** @param others where the extension lines of other dimensions of that side run: no figure stands on one */
const fitOf = (l: LaneLength, others: readonly number[]): Fit => {
  const free = l.hi - l.lo;
  const width = figureWidth(l.text);
  const crossed = (fit: Fit): number => {
    const start = startOf(l, fit);
    return others.filter((x) => x > start - 0.5 && x < start + width + 0.5).length;
  };
  if (free >= width + 2 * ARROW + 1 && !crossed('inside')) return 'inside';
  if (free >= width + 1 && !crossed('arrowsOutside')) return 'arrowsOutside';
  const [after, before] = [crossed('after'), crossed('before')];
  if (after && before && free >= width + 2 * ARROW + 1) return 'inside';
  return before < after ? 'before' : 'after';
};
const spanOf = (l: LaneLength, fit: Fit): readonly [number, number] => {
  if (fit === 'inside') return [l.lo, l.hi];
  const start = startOf(l, fit);
  return [
    Math.min(l.lo - OUTSIDE, start),
    Math.max(l.hi + OUTSIDE, fit === 'after' ? start + figureWidth(l.text) : l.hi + OUTSIDE),
  ];
};

/** The side of a view where the extension lines of a dimension are shorter; below and left where they are alike. */
export const sideOf = (k: 0 | 1, box: Box, l: LaneLength): Side => {
  const [low, high] = [box[k === 0 ? 1 : 0], box[k === 0 ? 3 : 2]];
  const [a, b] = l.reach;
  const before = a[0] - low + (b[0] - low);
  const after = high - a[1] + (high - b[1]);
  const isAfter = after + 0.5 < before;
  return k === 0 ? (isAfter ? 'above' : 'below') : isAfter ? 'right' : 'left';
};

/** -1 below and to the left of a view, 1 above and to the right. */
const outwards = (side: Side): 1 | -1 => (side === 'below' || side === 'left' ? -1 : 1);

/** A length in its lane. */
const inLane = (side: Side, edge: number, lane: number, l: LaneLength, fit: Fit): Drawn => {
  const out = outwards(side);
  const k = isLevel(side) ? 0 : 1;
  const at = (along: number, away: number): Vec2 => (k === 0 ? [along, away] : [away, along]);
  const { lo, hi, text, half } = l;
  // in a half section nothing is drawn at the other end
  const isThere = (end: 'lo' | 'hi'): boolean => half === undefined || half === end;
  const away = edge + out * (FIRST + NEXT * lane);
  const width = figureWidth(text);
  const start = startOf(l, fit);
  // figures are read from below and from the right
  const box: Box =
    k === 0
      ? [start, away + ABOVE, start + width, away + ABOVE + FIGURE]
      : [away - ABOVE - FIGURE, start, away - ABOVE, start + width];
  const [first, last] = spanOf(l, fit);
  const outward = fit === 'inside' ? 1 : -1;
  return {
    line: [at(first, away), at(last, away)],
    extension: [lo, hi].flatMap((x, end): Line[] => {
      const reach = l.reach[end] as readonly [number, number];
      return isThere(end ? 'hi' : 'lo')
        ? [[at(x, (out < 0 ? reach[0] : reach[1]) + out * OFF), at(x, away + out * PAST)]]
        : [];
    }),
    arrows: [
      ...(isThere('lo') ? [{ tip: at(lo, away), along: at(-outward, 0) }] : []),
      ...(isThere('hi') ? [{ tip: at(hi, away), along: at(outward, 0) }] : []),
    ],
    text: { at: k === 0 ? [box[0], box[1]] : [box[2], box[1]], angle: k === 0 ? 0 : 90, box },
  };
};

/** Whether two dimensions stand in each other's way: a figure on a figure or on a line, or two lines that cross. */
const inTheWay = (a: Drawn, b: Drawn): boolean => {
  const [p, q] = [a.line as Line, b.line as Line];
  return boxesMeet(a.text.box, b.text.box) || passes(p, b.text.box) || passes(q, a.text.box) || crosses(p, q);
};

/** A dimension moves out by so many lanes at most to be clear of others. */
const LANES = 12;

/** The nearest lane in which something is clear of others, with it in that lane; the nearest of all where none is. */
const firstClear = <T>(inLaneAt: (i: number) => T, isClear: (x: T) => boolean): readonly [number, T] => {
  const nearest = inLaneAt(0);
  if (isClear(nearest)) return [0, nearest];
  for (let i = 1; i < LANES; i++) {
    const next = inLaneAt(i);
    if (isClear(next)) return [i, next];
  }
  return [0, nearest];
};

/**
 * Where the lanes beside a view are counted from, so that the first of them is clear of what stands there.
 * @param box of the view's lines, paper mm
 * @param taken what stands beside the view
 */
export const laneEdge = (side: Side, box: Box, taken: Box): number => {
  const out = outwards(side);
  const i = ({ left: 0, below: 1, right: 2, above: 3 } as const)[side];
  // figures to the right of a view and below it stand between their line and the view
  const inner = side === 'right' || side === 'below' ? FIGURE + ABOVE : 0;
  const past = out * (taken[i] - box[i]);
  return box[i] + out * Math.max(0, past > 0 ? past + inner + OFF - FIRST : 0);
};

/**
 * Lengths along one side in lanes, each on a line of its own: the shorter ones nearer, those that do not overlap in one lane.
 * @param edge where the lanes are counted from
 * @param beside all lengths of that side, whose extension lines pass through its lanes
 * @param lanes those that are taken already; what stands in them afterwards is added
 * @param standing what is drawn already, which they keep clear of
 */
export const layStacked = <L extends LaneLength>(
  side: Side,
  edge: number,
  list: readonly L[],
  beside: readonly LaneLength[] = list,
  lanes: Lanes = [],
  standing: readonly Drawn[] = [],
): (readonly [L, Drawn])[] => {
  const laid: (readonly [L, Drawn])[] = [];
  const isClear = (d: Drawn): boolean =>
    !standing.some((other) => inTheWay(d, other)) && !laid.some(([, other]) => inTheWay(d, other));
  for (const l of list.toSorted((a, b) => a.hi - a.lo - (b.hi - b.lo))) {
    // those of dimensions further out pass through this one's lane
    const passing = beside.filter((x) => x !== l && x.hi - x.lo >= l.hi - l.lo).flatMap((x) => [x.lo, x.hi]);
    const ends = [l.lo, l.hi];
    const fit = fitOf(
      l,
      passing.filter((x) => ends.every((end) => Math.abs(x - end) > 0.01)),
    );
    const span = spanOf(l, fit);
    // a longer one stands outside every shorter one that it spans
    const within = lanes.map((lane) => lane.some((x) => x[0] < span[1] + 1 && span[0] - 1 < x[1]));
    const nearest = within.lastIndexOf(true) + 1 + (l.wanted.out ?? 0);
    const [further, own] = firstClear((i) => inLane(side, edge, nearest + i, l, fit), isClear);
    const lane = nearest + further;
    while (lanes.length <= lane) lanes.push([]);
    lanes[lane]?.push(span);
    laid.push([l, own]);
  }
  return laid;
};

/**
 * Linear dimensions along one side of a view: those that run on one line first, then those that stand each on its own.
 * @param box of the view's lines, paper mm
 * @param taken what stands beside the view
 * @param standing those on its other sides
 * @param lines whether those from one base run on one line
 */
export const layAlong = (
  view: ViewName,
  side: Side,
  box: Box,
  taken: Box,
  list: readonly Linear[],
  standing: readonly Laid[],
  lines: LengthLines,
): Laid[] => {
  const out = outwards(side);
  const edge = laneEdge(side, box, taken);
  const lanes: Lanes = [];
  const drawn: Drawn[] = standing.map((d) => d.drawn);
  const laid: Laid[] = [];
  const runs = lines === 'running' ? runsOf(list) : [];
  for (const run of runs) {
    const byHand = Math.max(...run.list.map((l) => l.wanted.out ?? 0));
    const first = lanes.length + byHand;
    const [lane, own] = firstClear(
      (i) => layRun(view, side, edge, out, first + i, run),
      (all) => all.every((d) => !drawn.some((other) => inTheWay(d.drawn, other))),
    );
    const away = edge + out * (FIRST + NEXT * (first + lane));
    // what is longer stands outside the figures of the run
    const span = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY] as const;
    while (lanes.length < first + lane + lanesOfRun(own, side, away)) lanes.push([]);
    for (let i = first + lane; i < lanes.length; i++) lanes[i]?.push(span);
    laid.push(...own);
    drawn.push(...own.map((d) => d.drawn));
  }
  const stacked = list.filter((l) => !runs.some((r) => r.list.includes(l)));
  for (const [l, own] of layStacked(side, edge, stacked, list, lanes, drawn))
    laid.push({
      wanted: l.wanted,
      view,
      side,
      count: l.count,
      value: l.value,
      isRadius: false,
      ...(l.isOffScale && { isOffScale: true }),
      text: l.text,
      drawn: own,
    });
  return laid;
};
