import { pointOn, tangentOn } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { BodyEdge, EdgeUse } from './bodyFaces.ts';

/** A short way along an edge, as a share of its length: two that leave a corner alike have parted there. */
const STEP = 1e-3;

/** The direction in which a use leaves its first vertex, or comes to its last one. */
const directionAt = (edges: readonly BodyEdge[], { edge, sense }: EdgeUse, leaving: boolean): Vec3 => {
  const e = edges[edge] as BodyEdge;
  const begins = leaving === (sense === 1);
  const step = (e.to - e.from) * STEP * (begins ? 1 : -1);
  const end = begins ? e.from : e.to;
  const chord = sub(pointOn(e.curve, end + step), pointOn(e.curve, end));
  if (length(chord) > 0) return scale(chord, leaving ? 1 : -1);
  return scale(tangentOn(e.curve, end), sense);
};

/**
 * Orders the uses of edges on one side of a surface into loops. Where several ways lead on from a corner, the loop turns as sharply as it
 * can to the left of the face: so that loops which only touch at a corner stay apart.
 * @param uses run so that the face lies to the left, seen from outside
 */
export const loopsOf = (
  uses: readonly EdgeUse[],
  edges: readonly BodyEdge[],
  vertices: readonly Vec3[],
  surface: Surface,
  outward: 1 | -1,
): EdgeUse[][] => {
  const startOf = ({ edge, sense }: EdgeUse): number =>
    sense === 1 ? (edges[edge] as BodyEdge).start : (edges[edge] as BodyEdge).end;
  const endOf = ({ edge, sense }: EdgeUse): number =>
    sense === 1 ? (edges[edge] as BodyEdge).end : (edges[edge] as BodyEdge).start;
  const leaving = new Map<number, EdgeUse[]>();
  for (const u of uses) leaving.set(startOf(u), [...(leaving.get(startOf(u)) ?? []), u]);
  const taken = new Set<EdgeUse>();

  const next = (u: EdgeUse, first: EdgeUse): EdgeUse | undefined => {
    const ways = (leaving.get(endOf(u)) ?? []).filter((w) => w === first || !taken.has(w));
    if (ways.length < 2) return ways[0];
    const up = scale(normalAt(surface, vertices[endOf(u)] as Vec3), outward);
    const back = scale(directionAt(edges, u, false), -1);
    const side = cross(up, back);
    // from the way back, the face lies clockwise up to the edge that bounds it there
    const turn = (w: EdgeUse): number => {
      // straight back along the same edge is the last way of all
      if (w.edge === u.edge) return TAU;
      const d = directionAt(edges, w, true);
      return wrapAngle(-Math.atan2(dot(d, side), dot(d, back)));
    };
    return ways.reduce((a, b) => (turn(b) < turn(a) ? b : a));
  };
  return uses.flatMap((first) => {
    if (taken.has(first)) return [];
    const loop: EdgeUse[] = [];
    for (let u: EdgeUse | undefined = first; u && !taken.has(u); u = next(u, first)) {
      loop.push(u);
      taken.add(u);
    }
    return [loop];
  });
};
