import { type Curve2, pointOn2 } from '../../geometry/curve2.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import { axisDirection } from '../../geometry/rigid.ts';
import { dot2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewFrame } from '../../geometry/viewFrames.ts';
import { drawnAlong, type Gap } from '../../solid/interruption.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import type { Similarity } from '../layout/similarity.ts';

/** A strip across a plane in which nothing is drawn: from one place to another along a unit direction. */
export type Strip = { readonly along: Vec2; readonly from: number; readonly to: number };

/** A straight line runs along a strip's direction within this share of its length. */
const LEVEL = 1e-9;

/**
 * The gaps of interrupted views as one view shows them: those along its plane.
 * @param frame of the view; an axis that it shows end-on or foreshortened gives no strip
 * @returns in the view's plane, part units
 */
export const stripsIn = (frame: ViewFrame, gaps: readonly Gap[]): readonly Strip[] =>
  gaps.flatMap((g): Strip[] => {
    const along = flatten(frame, axisDirection(g.axis));
    if (Math.hypot(...along) < 1 - EDGE_ON) return [];
    const low = drawnAlong(gaps, g.axis, g.from);
    return [{ along, from: low, to: low + g.width }];
  });

/** A strip of a view where it is on the paper, mm. */
export const stripOnPaper = ({ along: [x, y], from, to }: Strip, m: Similarity): Strip => {
  const along: Vec2 = [m.c * x - m.s * y, m.s * x + m.c * y];
  const off = dot2(along, m.to);
  return { along, from: from * m.k + off, to: to * m.k + off };
};

type Stretched = { readonly curve: Curve2; readonly from: number; readonly to: number };

/** What of a straight stretch lies outside a strip; a curve is never in one. */
const outsideOne = <T extends Stretched>(s: T, strip: Strip): T[] => {
  const { curve } = s;
  if (curve.type !== 'line') return [s];
  const slope = dot2(curve.d, strip.along);
  const start = dot2(curve.p, strip.along);
  // a line square to the strip's direction lies outside, or on its edge
  if (Math.abs(slope) <= LEVEL) return [s];
  const [a, b] = [(strip.from - start) / slope, (strip.to - start) / slope];
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const [from, to] = [Math.min(s.from, s.to), Math.max(s.from, s.to)];
  if (to <= low || from >= high) return [s];
  return [...(from < low ? [{ ...s, from, to: low }] : []), ...(to > high ? [{ ...s, from: high, to }] : [])];
};

/** What of some stretches lies outside all strips. */
export const outsideStrips = <T extends Stretched>(
  stretches: readonly T[],
  strips: readonly Strip[],
): readonly T[] =>
  strips.reduce<readonly T[]>((left, strip) => left.flatMap((s) => outsideOne(s, strip)), stretches);

/** A view with nothing drawn in its gaps. */
export const interruptedView = (view: View, frame: ViewFrame, gaps: readonly Gap[]): View => {
  const strips = stripsIn(frame, gaps);
  if (!strips.length) return view;
  return {
    ...view,
    lines: outsideStrips(view.lines, strips),
    threads: outsideStrips(view.threads, strips),
  };
};

/**
 * Where the break lines of a strip stand: on both its edges, between the outermost of the lines that end there.
 * @param lines what is drawn outside the strips
 * @param near how far off an edge a line may end, in the lines' own unit
 */
export const breakLinesOf = (
  lines: readonly Stretched[],
  strip: Strip,
  near: number,
): readonly (readonly [Vec2, Vec2])[] => {
  const { along } = strip;
  const across: Vec2 = [-along[1], along[0]];
  const ends = lines.flatMap((l) => [pointOn2(l.curve, l.from), pointOn2(l.curve, l.to)]);
  return [strip.from, strip.to].flatMap((at) => {
    const off = ends.filter((p) => Math.abs(dot2(along, p) - at) <= near).map((p) => dot2(across, p));
    const place = (t: number): Vec2 => [along[0] * at + across[0] * t, along[1] * at + across[1] * t];
    const [least, most] = [Math.min(...off), Math.max(...off)];
    return most > least ? [[place(least), place(most)] as const] : [];
  });
};
