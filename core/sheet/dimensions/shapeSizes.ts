import { boxOf2, pointOn2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { Stretch } from '../ink/ink.ts';
import { diameterText, type FigureStyle, lengthText } from './figureStyle.ts';
import { FIGURE, FIRST, type LaidSize, type Side } from './laid.ts';
import { type LaneLength, laneEdge, layStacked, sideOf } from './lanes.ts';

/** A size at a true shape or a removed section. It follows from the part and the plane, so its figure stands in brackets (ISO 129-1). */
export type ShapeSize = LaidSize & { readonly id: string; readonly side: Side };

/** The sizes of a cut face, and how many of its corners' distances were left out for want of room. */
export type ShapeSizes = { readonly list: readonly ShapeSize[]; readonly leftOut: number };
export const NO_SHAPE_SIZES: ShapeSizes = { list: [], leftOut: 0 };

/** How the figures are written. */
export type ShapeFigures = { readonly units: 'mm' | 'in'; readonly style: FigureStyle };

/** What a cut face is sized by, in its own plane: corners and the ends of curves, and rounds that are drawn whole. */
type Sized = { readonly points: readonly Vec2[]; readonly rounds: readonly Round[] };
/** A whole ellipse with its half axes along the two directions; a circle where they are alike. */
type Round = { readonly centre: Vec2; readonly half: readonly [number, number] };

/** Places nearer than this share of the shape's size are one. */
const SAME = 1e-7;
/** More distances than this along one direction are not read any more; the whole length alone is given then. */
const MOST = 8;

const turnsOf = (s: Stretch): number => Math.abs(s.to - s.from) / (2 * Math.PI);

/** The stretches of one conic together, however many pieces the rim has it in. */
const conicsOf = (rim: readonly Stretch[], near: number): Stretch[][] => {
  const out: Stretch[][] = [];
  for (const s of rim) {
    if (s.curve.type !== 'conic') continue;
    const { c, major } = s.curve;
    const own = out.find(([first]) => {
      const known = first?.curve;
      return (
        known?.type === 'conic' &&
        Math.hypot(known.c[0] - c[0], known.c[1] - c[1]) < near &&
        Math.abs(Math.hypot(...known.major) - Math.hypot(...major)) < near
      );
    });
    if (own) own.push(s);
    else out.push([s]);
  }
  return out;
};

/** What the rims of a cut face are sized by. */
const sizedBy = (rim: readonly Stretch[], near: number): Sized => {
  const whole = conicsOf(rim, near).filter(
    (pieces) => pieces.reduce((sum, s) => sum + turnsOf(s), 0) > 1 - SAME,
  );
  const isWhole = (s: Stretch): boolean => whole.some((pieces) => pieces.includes(s));
  const rounds = whole.map((pieces): Round => {
    const boxes = pieces.map((s) => boxOf2(s.curve, s.from, s.to));
    const [u0, v0] = [Math.min(...boxes.map((b) => b[0])), Math.min(...boxes.map((b) => b[1]))];
    const [u1, v1] = [Math.max(...boxes.map((b) => b[2])), Math.max(...boxes.map((b) => b[3]))];
    return { centre: [(u0 + u1) / 2, (v0 + v1) / 2], half: [(u1 - u0) / 2, (v1 - v0) / 2] };
  });
  const points = rim
    .filter((s) => !isWhole(s))
    .flatMap((s): Vec2[] => {
      const ends = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
      if (s.curve.type === 'line') return ends;
      // a curve is as long and as wide as it reaches, which may be between its ends
      const [u0, v0, u1, v1] = boxOf2(s.curve, s.from, s.to);
      const [mu, mv] = [(u0 + u1) / 2, (v0 + v1) / 2];
      const beyond: Vec2[] = [
        [u0, mv],
        [u1, mv],
        [mu, v0],
        [mu, v1],
      ];
      const reached = beyond.filter(([u, v]) =>
        ends.every((p) => (u === mu ? Math.abs(p[1] - v) > near : Math.abs(p[0] - u) > near)),
      );
      return [...ends, ...reached];
    });
  return { points, rounds };
};

/** A place along a direction, with how far what stands there reaches across it. */
type Station = { readonly at: number; readonly reach: readonly [number, number] };

const stationsOf = (points: readonly Vec2[], k: 0 | 1, near: number): Station[] => {
  const out: { at: number; reach: [number, number] }[] = [];
  for (const p of points.toSorted((a, b) => a[k] - b[k])) {
    const away = p[1 - k] as number;
    const last = out.at(-1);
    if (last && p[k] - last.at < near)
      last.reach = [Math.min(last.reach[0], away), Math.max(last.reach[1], away)];
    else out.push({ at: p[k], reach: [away, away] });
  }
  return out;
};

/** Whether a face is the same on both sides of its middle: the widths say where each of its corners is then. */
const isEven = ({ points, rounds }: Sized, k: 0 | 1, middle: number, near: number): boolean => {
  const over = (p: Vec2): Vec2 => (k === 0 ? [2 * middle - p[0], p[1]] : [p[0], 2 * middle - p[1]]);
  const isAt = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < near;
  return (
    points.every((p) => points.some((x) => isAt(x, over(p)))) &&
    rounds.every((r) =>
      rounds.some((x) => isAt(x.centre, over(r.centre)) && Math.abs(x.half[0] - r.half[0]) < near),
    )
  );
};

type Length = {
  readonly from: Station;
  readonly to: Station;
  /** of so many circles it is the diameter; nothing where it is none */
  readonly circles?: number;
};

const isCircle = ({ half: [a, b] }: Round, near: number): boolean => Math.abs(a - b) <= near;

/** The ends of a round along a direction. */
const endsOf = ({ centre: [u, v], half }: Round, k: 0 | 1): Vec2[] =>
  [-1, 1].map((way): Vec2 => (k === 0 ? [u + way * half[0], v] : [u, v + way * half[1]]));

/** The widths of the rounds along a direction. A circle has one diameter: it is given across, once for all that are alike. */
const widthsOf = (rounds: readonly Round[], k: 0 | 1, near: number): Length[] => {
  const out: { from: Station; to: Station; circles?: number }[] = [];
  for (const r of rounds) {
    const isRound = isCircle(r, near);
    if (isRound && k === 0) continue;
    const known = out.find(
      (l) => isRound === (l.circles !== undefined) && Math.abs(l.to.at - l.from.at - 2 * r.half[k]) < near,
    );
    const [from, to] = stationsOf(endsOf(r, k), k, near) as [Station, Station];
    if (!known) out.push({ from, to, ...(isRound && { circles: 1 }) });
    else if (known.circles !== undefined) known.circles++;
  }
  return out;
};

/** The lengths along one direction, and how many were too many to be read: widths about the middle where the face is even, else distances from its first end. */
const lengthsAlong = (sized: Sized, k: 0 | 1, near: number): readonly [Length[], number] => {
  const { points, rounds } = sized;
  const reached = stationsOf([...points, ...rounds.flatMap((r) => endsOf(r, k))], k, near);
  const [first, last] = [reached[0], reached.at(-1)];
  if (!first || !last || first === last) return [[], 0];
  const spans = (from: number, to: number): boolean =>
    Math.abs(from - first.at) < near && Math.abs(to - last.at) < near;
  const widths = widthsOf(rounds, k, near);
  // a circle that reaches from end to end gives the length by its diameter, across
  const isGiven = rounds.some(
    (r) => isCircle(r, near) && spans(r.centre[k] - r.half[k], r.centre[k] + r.half[k]),
  );
  const whole: Length[] =
    isGiven || widths.some((l) => spans(l.from.at, l.to.at)) ? [] : [{ from: first, to: last }];
  const inner = stationsOf([...points, ...rounds.map((r) => r.centre)], k, near).filter(
    (s) => s.at - first.at > near && last.at - s.at > near,
  );
  const even = isEven(sized, k, (first.at + last.at) / 2, near);
  const placed = even
    ? inner
        .slice(0, Math.floor(inner.length / 2))
        .map((from, i): Length => ({ from, to: inner[inner.length - 1 - i] as Station }))
    : inner.map((to): Length => ({ from: first, to }));
  const all = [...widths, ...placed];
  return all.length + whole.length > MOST ? [whole, all.length] : [[...all, ...whole], 0];
};

/**
 * The sizes of a cut face, laid out beside it: lengths along X1Y1 on the side away from it, widths where their extension lines are shorter.
 * @param id what their ids begin with
 * @param rim of the face, in the frame that they are read in, part units
 * @param k paper mm to a part unit
 * @param line where X1Y1 runs across that frame, part units; nothing where the face stands on none
 */
export const shapeSizes = (
  id: string,
  rim: readonly Stretch[],
  k: number,
  line: number | undefined,
  { units, style }: ShapeFigures,
): ShapeSizes => {
  const boxes = rim.map((s) => boxOf2(s.curve, s.from, s.to));
  if (!boxes.length) return NO_SHAPE_SIZES;
  const [u0, v0] = [Math.min(...boxes.map((b) => b[0])), Math.min(...boxes.map((b) => b[1]))];
  const [u1, v1] = [Math.max(...boxes.map((b) => b[2])), Math.max(...boxes.map((b) => b[3]))];
  const near = SAME * Math.hypot(u1 - u0, v1 - v0);
  const sized = sizedBy(rim, near);
  const box = [u0 * k, v0 * k, u1 * k, v1 * k] as const;
  // the line's own letters stand beyond its ends, where the widths of a face close to it would stand
  const isNearLine =
    line !== undefined && line * k > box[1] - FIRST - FIGURE && line * k < box[3] + FIRST + FIGURE;
  const past = isNearLine ? PAST_LETTERS : 0;
  const taken = [box[0] - past, box[1], box[2] + past, box[3]] as const;
  const away: Side = line !== undefined && line < (v0 + v1) / 2 ? 'above' : 'below';
  let leftOut = 0;
  const list = ([0, 1] as const).flatMap((axis): ShapeSize[] => {
    const [lengths, left] = lengthsAlong(sized, axis, near);
    leftOut += left;
    const inLanes = lengths.map(({ from, to, circles }): LaneLength & { readonly value: number } => {
      const value = to.at - from.at;
      const figure = lengthText(value, units, style);
      const count = circles !== undefined && circles > 1 ? `${circles} x ` : '';
      return {
        wanted: {},
        lo: from.at * k,
        hi: to.at * k,
        reach: [
          [from.reach[0] * k, from.reach[1] * k],
          [to.reach[0] * k, to.reach[1] * k],
        ],
        text: `(${count}${circles === undefined ? figure : diameterText(figure, style)})`,
        value,
      };
    });
    const sides = inLanes.map((l): Side => (axis === 0 ? away : sideOf(axis, box, l)));
    return [...new Set(sides)].flatMap((side) => {
      const own = inLanes.filter((_, i) => sides[i] === side);
      return layStacked(side, laneEdge(side, box, taken), own).map(([l, drawn]) => ({
        id: `${id} ${axis === 0 ? 'along' : 'across'} ${inLanes.indexOf(l) + 1}`,
        side,
        value: l.value,
        isRadius: false,
        text: l.text,
        drawn,
      }));
    });
  });
  return { list, leftOut };
};
/** The letters of X1Y1 reach so far beyond the face that stands on it, mm. */
const PAST_LETTERS = 15;
