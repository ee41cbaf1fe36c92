import { type Curve2, isPeriodic, pointOn2 } from '../../geometry/curve2.ts';
import { meetings } from '../../geometry/meeting2.ts';
import { dot2, type Vec2 } from '../../geometry/vec.ts';
import type { Section } from '../../section/section.ts';
import { type Ink, type Stretch, straight, stroke } from '../ink/ink.ts';

/** How a body is hatched: the same sense and spacing in every view of it. */
export type HatchStyle = { readonly angle: number; readonly spacing: number };

/** A cut face thinner than this on the paper is black, mm: hatching would not be seen in it. */
const THIN = 1;
/** Lines as near as this run into one another, mm. */
const BLACK = 0.2;

/**
 * Neighbouring bodies run opposite ways; from the third on the spacing differs too. Thin parts are black.
 * @param area of the cut face on the paper, mm squared
 * @param perimeter of it on the paper, mm
 * @param every how far apart the lines are, mm, where that was chosen
 */
export const hatchStyle = (order: number, area: number, perimeter: number, every?: number): HatchStyle => {
  // of a strip twice the area over the perimeter is its thickness
  if (perimeter > 0 && (2 * area) / perimeter < THIN) return { angle: 45, spacing: BLACK };
  if (every !== undefined && order < 2) return { angle: order === 0 ? 45 : 135, spacing: every };
  // 2 to 4 mm, closer for small faces
  const spacing = every ?? Math.max(2, Math.min(4, Math.sqrt(area) / 14));
  const wider = [1, 1, 1.5, 0.7][Math.min(3, Math.floor(order / 2) + (order > 1 ? 1 : 0))] as number;
  return { angle: order % 2 === 0 ? 45 : 135, spacing: Math.max(1.4, spacing * wider) };
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

/**
 * Hatch lines clipped to the area inside a rim (even-odd), as real stretches.
 * @param rim the area's outline in any order, paper mm
 * @param base direction of the area's main axis, radians: the hatching makes its angle with it
 */
export const hatchLines = (rim: readonly Stretch[], style: HatchStyle, base: number): Stretch[] => {
  const angle = base + (style.angle * Math.PI) / 180;
  const d: Vec2 = [Math.cos(angle), Math.sin(angle)];
  const n: Vec2 = [-d[1], d[0]];
  const heights = rim.flatMap((s) => {
    const count = s.curve.type === 'line' ? 1 : 32;
    return Array.from({ length: count + 1 }, (_, i) =>
      dot2(n, pointOn2(s.curve, s.from + ((s.to - s.from) * i) / count)),
    );
  });
  const lines: Stretch[] = [];
  const first = Math.ceil((Math.min(...heights) + 1e-6) / style.spacing);
  const last = Math.floor((Math.max(...heights) - 1e-6) / style.spacing);
  for (let i = first; i <= last; i++) {
    // a hair off whole multiples, so that no line runs exactly through a corner
    const h = i * style.spacing + 1.7e-7;
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

/** The hatching of an area as ink, with the area it fills. @param base direction of the area's main axis, radians */
export const hatching = (rim: readonly Stretch[], style: HatchStyle, base: number, view: string): Ink =>
  stroke('hatch', 'hatch', hatchLines(rim, style, base), {
    view,
    area: { rim, angle: base + (style.angle * Math.PI) / 180, spacing: style.spacing },
  });

/** How a body is hatched in a section. */
export type HatchOf = (section: Section, body: string) => HatchStyle;
