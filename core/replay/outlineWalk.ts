import { pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { SAME_PLACE } from '../geometry/nearness.ts';
import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import type { PlacedView } from '../sheet/views/placedView.ts';
import type { ViewLine } from '../view/view.ts';
import { isAtHand, pointAt } from './coordinates.ts';
import type { Plan } from './plan.ts';

/** Directions nearer than this, as a sine, are one. */
const STRAIGHT = 1e-7;

/** A stretch between two places where lines meet, with its direction at each end, pointing into it. */
type Side = {
  readonly line: ViewLine;
  readonly ends: readonly [Vec2, Vec2];
  readonly into: readonly [Vec2, Vec2];
};

/** A step of the walk: a side, and the place it leads to. */
export type Walked = { readonly line: ViewLine; readonly to: Vec2; readonly corner: boolean };

/** How far along a stretch a place lies; nothing where it is off it or at an end. */
const within = (s: Stretch, at: Vec2): number | undefined => {
  if (s.curve.type !== 'line') return undefined;
  const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
  const [e, f] = [sub2(b, a), sub2(at, a)];
  const size = distance2(a, b);
  const k = dot2(e, f) / (size * size);
  const off = Math.abs(cross2(e, f)) / size;
  return off < SAME_PLACE && k * size > SAME_PLACE && (1 - k) * size > SAME_PLACE
    ? s.from + k * (s.to - s.from)
    : undefined;
};

const sidesOf = (v: PlacedView): Side[] => {
  const lines = v.view.lines
    .filter((l) => l.class === 'visible')
    .map((line) => ({ line, s: stretchOnPaper(v.toPaper, line) }));
  const ends = lines.flatMap(({ s }) => [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)]);
  return lines.flatMap(({ line, s }) => {
    // a line that runs on past the outline is parted where another ends on it
    const cuts = [s.from, ...ends.flatMap((q) => within(s, q) ?? []), s.to].sort((a, b) => a - b);
    return cuts.slice(1).flatMap((to, i): Side[] => {
      const from = cuts[i] as number;
      const [a, b] = [pointOn2(s.curve, from), pointOn2(s.curve, to)];
      if (distance2(a, b) < SAME_PLACE) return [];
      const [there, back] = [tangentOn2(s.curve, from), tangentOn2(s.curve, to)];
      return [{ line, ends: [a, b], into: [there, [-back[0], -back[1]]] }];
    });
  });
};

/** The angle from one direction round to another, counter-clockwise, in (0, 2 pi]. */
const turnTo = (from: Vec2, to: Vec2): number => {
  const a = Math.atan2(cross2(from, to), dot2(from, to));
  return a > 1e-9 ? a : a + 2 * Math.PI;
};

/**
 * The outline of a placed view, walked counter-clockwise from its lowest corner, the left one of several: always along the side that lies furthest
 * to the right. Nothing where the outline has no corner, such as a circle.
 */
export const outlineOf = (
  v: PlacedView,
): { readonly start: Vec2; readonly sides: readonly Walked[] } | undefined => {
  const sides = sidesOf(v);
  const places = sides.flatMap((s) => s.ends);
  if (!places.length) return undefined;
  const start = places.reduce((a, b) =>
    b[1] < a[1] - SAME_PLACE || (Math.abs(b[1] - a[1]) <= SAME_PLACE && b[0] < a[0]) ? b : a,
  );
  const walked: Walked[] = [];
  let at = start;
  let back: Vec2 = [-1, 0];
  for (let i = 0; i <= sides.length; i++) {
    const ways = sides.flatMap((s) =>
      ([0, 1] as const).flatMap((k) =>
        distance2(s.ends[k], at) < SAME_PLACE ? [{ s, k, turn: turnTo(back, s.into[k]) }] : [],
      ),
    );
    const next = ways.reduce<(typeof ways)[number] | undefined>(
      (a, b) => (a && a.turn <= b.turn ? a : b),
      undefined,
    );
    if (!next) return undefined;
    const forth = next.s.into[next.k];
    const last = walked.at(-1);
    if (last && Math.abs(cross2(back, forth)) < STRAIGHT * Math.hypot(...back) * Math.hypot(...forth))
      walked[walked.length - 1] = { ...last, corner: false };
    const k = next.k === 0 ? 1 : 0;
    at = next.s.ends[k];
    back = next.s.into[k];
    walked.push({ line: next.s.line, to: at, corner: true });
    if (distance2(at, start) < SAME_PLACE) return { start, sides: walked };
  }
  return undefined;
};

/**
 * Walks the outline of a view corner by corner, each by the distance from the last one: right 6, up 5. Corners that are neither posted
 * nor to be counted are passed over; they are constructed later.
 */
export const walkOutline = (p: Plan, v: PlacedView): void => {
  const outline = outlineOf(v);
  if (!outline) return;
  for (const at of [outline.start, ...outline.sides.filter((s) => s.corner).map((s) => s.to)]) {
    if (!([0, 1] as const).every((k) => isAtHand(p, { view: v.name, at: at[k] }, k))) continue;
    const point = pointAt(p, v.name, at, 'construction');
    p.walk = { view: v.name, point, at };
  }
  p.walk = undefined;
};
