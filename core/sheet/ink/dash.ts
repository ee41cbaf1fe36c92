import { isPeriodic, lengthBetween } from '../../geometry/curve2.ts';
import { WHOLE_TURN } from '../../geometry/nearness.ts';
import { NARROW, type Stretch } from './ink.ts';

/** Lengths in mm, in multiples of the narrow width d (ISO 128-2). */
const DASH = 12 * NARROW;
const GAP = 3 * NARROW;
const LONG = 24 * NARROW;
const DOT = 0.5 * NARROW;
const SHORT_DASH = 6 * NARROW;
/** In a hidden line shorter than this the gap would be too small to be seen, mm; it is given this share of the line. */
const SHORT = 4;
const SHORT_GAP = 1 / 4;

/** The parameter at a given length along a stretch; exact for lines and circles. */
const atLength = (s: Stretch, total: number): ((x: number) => number) => {
  const { curve, from, to } = s;
  if (curve.type === 'line' || (curve.type === 'conic' && curve.round))
    return (x) => from + (to - from) * (x / total);
  const n = 128;
  const sums = [0];
  for (let i = 1; i <= n; i++)
    sums.push(
      (sums[i - 1] as number) +
        lengthBetween(curve, from + ((to - from) * (i - 1)) / n, from + ((to - from) * i) / n),
    );
  const all = sums[n] as number;
  return (x) => {
    const goal = (x / total) * all;
    let i = 1;
    while (i < n && (sums[i] as number) < goal) i++;
    const a = sums[i - 1] as number;
    const b = sums[i] as number;
    return from + ((to - from) * (i - 1 + (goal - a) / (b - a || 1))) / n;
  };
};

/** True where a hidden line continues a visible one at that end, and so starts with a gap there. */
export type DashEnds = {
  readonly gapAtStart: boolean;
  readonly gapAtEnd: boolean;
  /** begins and ends with half a dash, so that it is out of step with its neighbour */
  readonly half?: boolean;
};

/**
 * Fits the dashes of a hidden line: it begins and ends with a dash (so corners meet in dashes), or with a gap where it
 * continues a visible line; dash and gap keep their proportion and stretch or shrink together to fill the length.
 */
export const hiddenDashes = (s: Stretch, ends: DashEnds): Stretch[] => {
  const total = lengthBetween(s.curve, s.from, s.to);
  const closed = isPeriodic(s.curve) && s.to - s.from >= WHOLE_TURN;
  if (ends.half && !closed && !ends.gapAtStart && !ends.gapAtEnd) {
    const halves = halfDashes(s, total);
    if (halves) return halves;
  }
  // a closed curve has as many gaps as dashes
  const spare = closed ? 0 : 1 - Number(ends.gapAtStart) - Number(ends.gapAtEnd);
  // one dash from end to end would be a visible line: there are always two, shorter if need be
  const fit = Math.max(2, Math.round((total + spare * GAP) / (DASH + GAP)));
  if (fit === 2 && spare === 1 && total < SHORT) return dashGapDash(s, total);
  const unit = total / (fit * DASH + (fit - spare) * GAP);
  const at = atLength(s, total);
  const dashes: Stretch[] = [];
  let x = ends.gapAtStart ? GAP * unit : 0;
  for (let i = 0; i < fit; i++) {
    dashes.push({
      curve: s.curve,
      from: at(x),
      to: i === fit - 1 && !closed && !ends.gapAtEnd ? s.to : at(x + DASH * unit),
    });
    x += (DASH + GAP) * unit;
  }
  return dashes;
};

/** A very short hidden line: a dash, a gap that can be seen, a dash. */
const dashGapDash = (s: Stretch, total: number): Stretch[] => {
  const at = atLength(s, total);
  const dash = (total * (1 - SHORT_GAP)) / 2;
  return [
    { curve: s.curve, from: s.from, to: at(dash) },
    { curve: s.curve, from: at(total - dash), to: s.to },
  ];
};

/** The same with half a dash at either end; nothing where the line is too short for two whole ones between. */
const halfDashes = (s: Stretch, total: number): Stretch[] | undefined => {
  const gaps = Math.round(total / (DASH + GAP));
  if (gaps < 2) return undefined;
  const unit = total / (gaps * (DASH + GAP));
  const at = atLength(s, total);
  const out: Stretch[] = [{ curve: s.curve, from: s.from, to: at((DASH / 2) * unit) }];
  let x = (DASH / 2 + GAP) * unit;
  for (let i = 1; i < gaps; i++) {
    out.push({ curve: s.curve, from: at(x), to: at(x + DASH * unit) });
    x += (DASH + GAP) * unit;
  }
  out.push({ curve: s.curve, from: at(x), to: s.to });
  return out;
};

/** A long-dashed line with marks between its dashes; it begins and ends with a long dash. @param marks their lengths; nothing where the line has room for one dash only */
const longDashes = (s: Stretch, marks: readonly number[]): Stretch[] | undefined => {
  const total = lengthBetween(s.curve, s.from, s.to);
  const period = LONG + GAP + marks.reduce((sum, m) => sum + m + GAP, 0);
  const n = Math.round((total - LONG) / period);
  if (n < 1) return undefined;
  const unit = total / (LONG + n * period);
  const at = atLength(s, total);
  const out: Stretch[] = [];
  let x = 0;
  const dash = (size: number): void => {
    out.push({ curve: s.curve, from: at(x), to: at(x + size * unit) });
    x += (size + GAP) * unit;
  };
  for (let i = 0; i < n; i++) {
    dash(LONG);
    for (const mark of marks) dash(mark);
  }
  dash(LONG);
  return out;
};

/** A long-dashed dotted line that begins and ends with a long dash. */
export const chainDashes = (s: Stretch): Stretch[] => {
  const total = lengthBetween(s.curve, s.from, s.to);
  return longDashes(s, [DOT]) ?? (total < LONG * 0.9 ? [s] : shortChain(s, total));
};

/** A line between two planes of projection: long dashes with two dots, or with two short dashes, between. */
export const planeDashes = (s: Stretch, type: 'twoDots' | 'twoShort'): Stretch[] => {
  const mark = type === 'twoDots' ? DOT : SHORT_DASH;
  return longDashes(s, [mark, mark]) ?? [s];
};

/** A short centre line: two dashes with a dot between. */
const shortChain = (s: Stretch, total: number): Stretch[] => {
  const at = atLength(s, total);
  const dash = (total - 2 * GAP - DOT) / 2;
  return [
    { curve: s.curve, from: s.from, to: at(dash) },
    { curve: s.curve, from: at(dash + GAP), to: at(dash + GAP + DOT) },
    { curve: s.curve, from: at(total - dash), to: s.to },
  ];
};

/**
 * The arms of a centre cross: a long dash lies over the crossing, so the pattern runs outward from the middle.
 * @param s a line whose middle is the crossing
 */
export const crossDashes = (s: Stretch): Stretch[] => {
  const total = lengthBetween(s.curve, s.from, s.to);
  const middle = (s.from + s.to) / 2;
  if (total <= LONG + 2 * (GAP + DOT + GAP)) {
    // small circles: one unbroken cross reads best (ISO 128-2 allows it)
    return [s];
  }
  const half = total / 2;
  const period = LONG + 2 * GAP + DOT;
  const n = Math.max(1, Math.round((half - LONG / 2) / period));
  const unit = half / (LONG / 2 + n * period);
  const out: Stretch[] = [
    { curve: s.curve, from: middle - (LONG / 2) * unit, to: middle + (LONG / 2) * unit },
  ];
  for (const side of [1, -1]) {
    let x = (LONG / 2) * unit;
    for (let i = 0; i < n; i++) {
      const dot = [x + GAP * unit, x + (GAP + DOT) * unit] as const;
      const dash = [x + (2 * GAP + DOT) * unit, x + period * unit] as const;
      for (const [a, b] of [dot, dash])
        out.push({
          curve: s.curve,
          from: middle + side * (side > 0 ? a : b),
          to: middle + side * (side > 0 ? b : a),
        });
      x += period * unit;
    }
  }
  return out;
};
