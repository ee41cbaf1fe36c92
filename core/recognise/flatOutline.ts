import type { BodyEdge, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import { cross, cross2, dot, dot2, length, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { flat, type Standing } from './standing.ts';

/** A side of an outline, in the x and y of a standing. */
export type Side = { readonly to: Vec2; readonly centre?: Vec2; readonly isLeft?: boolean };
/** A closed outline. */
export type FlatOutline = { readonly start: Vec2; readonly sides: readonly Side[] };

/** Where an edge begins in the sense in which it is run. */
export const startOf = (e: BodyEdge, u: EdgeUse): Vec3 => pointOn(e.curve, u.sense === 1 ? e.from : e.to);
/** Where it ends. */
export const endOf = (e: BodyEdge, u: EdgeUse): Vec3 => pointOn(e.curve, u.sense === 1 ? e.to : e.from);

/** A loop of straight lines and arcs square to a direction as an outline; undefined where it holds another curve. */
export const flatOutline = (
  body: BodyFaces,
  uses: readonly EdgeUse[],
  s: Standing,
): FlatOutline | undefined => {
  const sides: Side[] = [];
  for (const u of uses) {
    const e = body.edges[u.edge] as BodyEdge;
    const to = flat(s, endOf(e, u));
    if (e.curve.type === 'line') sides.push({ to });
    else if (
      e.curve.type === 'ellipse' &&
      Math.abs(length(e.curve.u) - length(e.curve.v)) <= 1e-9 * length(e.curve.u)
    ) {
      const turns = dot(cross(e.curve.u, e.curve.v), s.z) * u.sense;
      sides.push({ to, centre: flat(s, e.curve.c), isLeft: turns > 0 });
    } else return undefined;
  }
  const first = uses[0] as EdgeUse;
  return { start: flat(s, startOf(body.edges[first.edge] as BodyEdge, first)), sides };
};

/** Flush faces may part a straight side in two: it is stated as one. */
export const withoutMiddles = ({ sides }: FlatOutline, size: number): FlatOutline => {
  const kept = sides.filter((side, i) => {
    const next = sides[(i + 1) % sides.length] as Side;
    const from = (sides[(i + sides.length - 1) % sides.length] as Side).to;
    if (side.centre || next.centre) return true;
    const [a, b] = [sub2(side.to, from), sub2(next.to, side.to)];
    return (
      Math.abs(cross2(a, b)) > size * 1e-9 * Math.max(Math.hypot(...a), Math.hypot(...b)) || dot2(a, b) < 0
    );
  });
  return { start: (kept.at(-1) as Side).to, sides: kept };
};
