import { farFromStretch } from '../geometry/farFromStretch.ts';
import { signedDistance } from '../geometry/surface.ts';
import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import { onPaper, type Similarity } from '../sheet/layout/similarity.ts';
import type { Leaf } from './lay.ts';

/** A point of the surface that is wanted in the flat by its name, such as a cut point by its number; part units. */
export type NamedPoint = { readonly label: string; readonly at: Vec3 };
/** The same in the flat. */
export type Mark = { readonly label: string; readonly at: Vec2 };

/** How many turns beside its own a part of a round may be laid. */
const TURNS = [-2, -1, 0, 1, 2] as const;

/**
 * Where points of a surface lie on the outlines of its leaves in the flat. One on the opening is there twice, on either side.
 * @param move brings the leaf into its place
 * @param near part units
 */
export const marksOn = (
  leaf: Leaf,
  points: readonly NamedPoint[],
  move: (p: Vec2) => Vec2,
  near: number,
): Mark[] =>
  points.flatMap(({ label, at }): Mark[] => {
    const { chart } = leaf;
    const turn = chart.turnOf(at);
    if (turn === undefined || Math.abs(signedDistance(chart.surface, at)) > near) return [];
    const turns = chart.surface.kind === 'plane' ? [0] : TURNS;
    return turns
      .map((k) => chart.place(at, turn + TAU * k))
      .filter((place) => leaf.pieces.some((p) => farFromStretch(p, place) <= near))
      .map((place) => ({ label, at: move(place) }));
  });

/** Each mark once: neighbouring leaves have those on their common edge both. */
export const onceEach = (marks: readonly Mark[], near: number): Mark[] =>
  marks.filter(
    (m, i) => !marks.slice(0, i).some((x) => x.label === m.label && distance2(x.at, m.at) <= near),
  );

/** One motion after another, of a place. */
export const movedBy =
  (...motions: readonly Similarity[]) =>
  (p: Vec2): Vec2 =>
    motions.reduce((q, m) => onPaper(m, q), p);
