import { type Curve2, isPeriodic, pointOn2 } from '../../geometry/curve2.ts';
import { meetings } from '../../geometry/meeting2.ts';
import { nearestOnSegment } from '../../geometry/segment2.ts';
import { dot2, type Vec2 } from '../../geometry/vec.ts';
import type { Section } from '../../section/section.ts';
import { type Ink, type Stretch, straight, stroke } from '../ink/ink.ts';
import { HATCH_FAMILIES, type HatchPattern } from './materialHatch.ts';

/** How a body is hatched: the same sense and spacing in every view of it. */
export type HatchStyle = {
  readonly angle: number;
  readonly spacing: number;
  /** by what it is made of; plain where missing */
  readonly pattern?: HatchPattern;
  /** a large face: along its edge only */
  readonly isAtEdge?: true;
};

/** A cut face thinner than this on the paper is black, mm: hatching would not be seen in it. */
const THIN = 1;
/** A cut face larger than this on the paper may be hatched along its edge only, mm squared; and how far in from the edge, mm. */
const LARGE = 5000;
const BAND = 12;
/** Lines as near as this run into one another, mm. */
const BLACK = 0.2;

/**
 * Neighbouring bodies run opposite ways; from the third on the spacing differs too. Thin parts are black.
 * @param area of the cut face on the paper, mm squared
 * @param perimeter of it on the paper, mm
 * @param every how far apart the lines are, mm, where that was chosen
 * @param by the way of hatching for what the body is made of, and whether large faces are hatched along their edge only
 */
export const hatchStyle = (
  order: number,
  area: number,
  perimeter: number,
  every?: number,
  by: { readonly pattern?: HatchPattern | undefined; readonly atEdge?: boolean } = {},
): HatchStyle => {
  // of a strip twice the area over the perimeter is its thickness
  if (perimeter > 0 && (2 * area) / perimeter < THIN) return { angle: 45, spacing: BLACK };
  const more = {
    ...(by.pattern && by.pattern !== 'plain' && { pattern: by.pattern }),
    ...(by.atEdge && area > LARGE && { isAtEdge: true as const }),
  };
  if (every !== undefined && order < 2) return { angle: order === 0 ? 45 : 135, spacing: every, ...more };
  // 2 to 4 mm, closer for small faces
  const spacing = every ?? Math.max(2, Math.min(4, Math.sqrt(area) / 14));
  const wider = [1, 1, 1.5, 0.7][Math.min(3, Math.floor(order / 2) + (order > 1 ? 1 : 0))] as number;
  return { angle: order % 2 === 0 ? 45 : 135, spacing: Math.max(1.4, spacing * wider), ...more };
};

const within = (k: Curve2, from: number, to: number, t: number): boolean => {
  if (!isPeriodic(k)) return t >= from && t < to;
  const x = t + 2 * Math.PI * Math.ceil((from - t) / (2 * Math.PI));
  return x < to;
};

/** Two rims in one place part nothing: what is inside of one runs on inside of the other. */
const withoutTwice = (hits: number[], x: number): number[] => {
  const last = hits.at(-1);
  if (last === undefined || x - last > ONE_PLACE) hits.push(x);
  else hits.pop();
  return hits;
};

/** Crossings of a hatch line nearer to one another are in one place, paper mm. */
const ONE_PLACE = 1e-6;

/** Lines of one direction at equal distances, clipped to the area inside a rim (even-odd). @param shift how far the first is from the origin, mm */
const parallels = (rim: readonly Stretch[], angle: number, spacing: number, shift: number): Stretch[] => {
  const d: Vec2 = [Math.cos(angle), Math.sin(angle)];
  const n: Vec2 = [-d[1], d[0]];
  const heights = rim.flatMap((s) => {
    const count = s.curve.type === 'line' ? 1 : 32;
    return Array.from({ length: count + 1 }, (_, i) =>
      dot2(n, pointOn2(s.curve, s.from + ((s.to - s.from) * i) / count)),
    );
  });
  const lines: Stretch[] = [];
  const first = Math.ceil((Math.min(...heights) - shift + 1e-6) / spacing);
  const last = Math.floor((Math.max(...heights) - shift - 1e-6) / spacing);
  for (let i = first; i <= last; i++) {
    // a hair off whole multiples, so that no line runs exactly through a corner
    const h = i * spacing + shift + 1.7e-7;
    const line = { type: 'line', p: [n[0] * h, n[1] * h] as Vec2, d } as const;
    const hits = rim
      .flatMap((s) =>
        meetings(line, [-1e4, 1e4], s.curve, [s.from, s.to], 1e-9).flatMap(([x, t]) =>
          within(s.curve, Math.min(s.from, s.to), Math.max(s.from, s.to), t) ? [x] : [],
        ),
      )
      .sort((a, b) => a - b)
      .reduce<number[]>(withoutTwice, []);
    for (let k = 0; k + 1 < hits.length; k += 2)
      if ((hits[k + 1] as number) - (hits[k] as number) > 0.05)
        lines.push(straight(pointOn2(line, hits[k] as number), pointOn2(line, hits[k + 1] as number)));
  }
  return lines;
};

/** A dash of a hatch line and the gap behind it, mm. */
const DASH = 4;
const GAP = 1.6;
const dashed = (s: Stretch): Stretch[] => {
  const [lo, hi] = [Math.min(s.from, s.to), Math.max(s.from, s.to)];
  // counted from the line's own beginning, so that dashes stand alike in neighbouring lines
  const first = Math.floor(lo / (DASH + GAP));
  const count = Math.ceil((hi - lo) / (DASH + GAP)) + 1;
  return Array.from({ length: count }, (_, i) => (first + i) * (DASH + GAP)).flatMap((at) => {
    const [from, to] = [Math.max(lo, at), Math.min(hi, at + DASH)];
    return to - from > 0.05 ? [{ ...s, from, to }] : [];
  });
};

/** How finely a line is looked along for where it comes near an edge, mm. */
const LOOK = 1;
/** What of a hatch line is no further from the rim than the band along it. */
const withinBand = (s: Stretch, chords: readonly (readonly [Vec2, Vec2])[]): Stretch[] => {
  const count = Math.max(1, Math.ceil(Math.abs(s.to - s.from) / LOOK));
  const at = (i: number): number => s.from + ((s.to - s.from) * i) / count;
  const out: Stretch[] = [];
  for (let i = 0; i < count; i++) {
    const p = pointOn2(s.curve, (at(i) + at(i + 1)) / 2);
    if (!chords.some(([a, b]) => nearestOnSegment(p, a, b).off <= BAND)) continue;
    const last = out.at(-1);
    if (last && last.to === at(i)) out[out.length - 1] = { ...last, to: at(i + 1) };
    else out.push({ ...s, from: at(i), to: at(i + 1) });
  }
  return out;
};

const chordsOf = (s: Stretch): (readonly [Vec2, Vec2])[] => {
  const count = s.curve.type === 'line' ? 1 : 24;
  const at = (i: number): Vec2 => pointOn2(s.curve, s.from + ((s.to - s.from) * i) / count);
  return Array.from({ length: count }, (_, i) => [at(i), at(i + 1)] as const);
};

/**
 * Hatch lines clipped to the area inside a rim (even-odd), as real stretches.
 * @param rim the area's outline in any order, paper mm
 * @param base direction of the area's main axis, radians: the hatching makes its angle with it
 */
export const hatchLines = (rim: readonly Stretch[], style: HatchStyle, base: number): Stretch[] => {
  const angle = base + (style.angle * Math.PI) / 180;
  const { spacing } = style;
  const lines = HATCH_FAMILIES[style.pattern ?? 'plain'].flatMap(({ turn, every, first, isDashed }) => {
    const whole = parallels(rim, angle + turn, every * spacing, first * spacing);
    return isDashed ? whole.flatMap(dashed) : whole;
  });
  if (!style.isAtEdge) return lines;
  const chords = rim.flatMap(chordsOf);
  return lines.flatMap((l) => withinBand(l, chords));
};

/** The hatching of an area as ink, with the area it fills where its lines are plain ones. @param base direction of the area's main axis, radians */
export const hatching = (rim: readonly Stretch[], style: HatchStyle, base: number, view: string): Ink =>
  stroke('hatch', 'hatch', hatchLines(rim, style, base), {
    view,
    // other hatching is given by its lines
    ...(!style.pattern &&
      !style.isAtEdge && {
        area: { rim, angle: base + (style.angle * Math.PI) / 180, spacing: style.spacing },
      }),
  });

/** How a body is hatched in a section. */
export type HatchOf = (section: Section, body: string) => HatchStyle;
