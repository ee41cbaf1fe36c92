import { AXIS_LETTERS } from '../geometry/rigid.ts';
import { along, dot, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';

/**
 * A stretch along an axis of the part that its views leave out, part units: a long part is drawn as if it were shorter, with break lines where the
 * stretch was. Source: ISO 128-3, interrupted views.
 */
export type Interruption = {
  readonly along: 'x' | 'y' | 'z';
  readonly from: number;
  readonly to: number;
};

/** An interruption with the width of the gap that stays where the stretch was. */
export type Gap = {
  readonly axis: 0 | 1 | 2;
  readonly from: number;
  readonly to: number;
  /** part units */
  readonly width: number;
};

/** The gap is so wide, as a share of the greatest extent that is drawn: some 3 to 8 mm on usual paper. */
const SHARE = 0.03;

/**
 * The gaps that a part's interruptions leave.
 * @param extents of the part along X, Y and Z
 * @returns in order along each axis
 */
export const gapsFor = (interruptions: readonly Interruption[], extents: Vec3): readonly Gap[] => {
  const cuts = interruptions.map((i) => ({
    axis: AXIS_LETTERS.indexOf(i.along) as 0 | 1 | 2,
    from: Math.min(i.from, i.to),
    to: Math.max(i.from, i.to),
  }));
  const left = ([0, 1, 2] as const).map(
    (k) => extents[k] - cuts.reduce((sum, c) => sum + (c.axis === k ? c.to - c.from : 0), 0),
  );
  const width = SHARE * Math.max(...left);
  return cuts.map((c) => ({ ...c, width })).sort((a, b) => a.axis - b.axis || a.from - b.from);
};

/** Where a coordinate along an axis is drawn, part units. What lies in a stretch that is left out is squeezed into its gap. */
export const drawnAlong = (gaps: readonly Gap[], axis: number, at: number): number => {
  let out = at;
  for (const g of gaps) {
    if (g.axis !== axis || at <= g.from) continue;
    const inside = Math.min(at, g.to) - g.from;
    out += (inside / (g.to - g.from)) * g.width - inside;
  }
  return out;
};

/** The coordinate that is drawn at a place: the other way round. */
const trueAlong = (gaps: readonly Gap[], axis: number, drawn: number): number => {
  let out = drawn;
  for (const g of gaps) {
    if (g.axis !== axis || out <= g.from) continue;
    const inside = Math.min(out - g.from, g.width);
    out += (inside / g.width) * (g.to - g.from) - inside;
  }
  return out;
};

const each = (p: Vec3, change: (at: number, axis: number) => number): Vec3 => [
  change(p[0], 0),
  change(p[1], 1),
  change(p[2], 2),
];

/** Where a point of the part is drawn, part units. */
export const asDrawn = (gaps: readonly Gap[], p: Vec3): Vec3 =>
  gaps.length ? each(p, (at, axis) => drawnAlong(gaps, axis, at)) : p;

/** The point of the part that is drawn at a place, part units. */
export const fromDrawn = (gaps: readonly Gap[], p: Vec3): Vec3 =>
  gaps.length ? each(p, (at, axis) => trueAlong(gaps, axis, at)) : p;

const inSpace = (f: ViewFrame, [u, v]: Vec2): Vec3 => along(scale(f.u, u), f.v, v);
const inPlane = (f: ViewFrame, p: Vec3): Vec2 => [dot(f.u, p), dot(f.v, p)];

/** Where a place of a principal view is drawn in it, part units. */
export const placeAsDrawn = (gaps: readonly Gap[], f: ViewFrame, p: Vec2): Vec2 =>
  gaps.length ? inPlane(f, asDrawn(gaps, inSpace(f, p))) : p;

/** The place of a principal view that is drawn at a place of it, part units. */
export const placeFromDrawn = (gaps: readonly Gap[], f: ViewFrame, p: Vec2): Vec2 =>
  gaps.length ? inPlane(f, fromDrawn(gaps, inSpace(f, p))) : p;
