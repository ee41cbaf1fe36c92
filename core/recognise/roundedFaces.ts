import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { loopsOf } from '../faces/loopsOfFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import { type Surface, signedDistance } from '../geometry/surface.ts';
import { add, along, dot, perpendiculars, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import { patchesOf, rimOf } from './facetPatches.ts';
import { cornersOf, facesByEdge } from './flatBodyFaces.ts';

/** The faces of a body with its facets taken for the rounds that they stand for. */
export type RoundedFaces = {
  readonly body: BodyFaces;
  /** the faces that stand for facets, by their numbers */
  readonly rounds: ReadonlySet<number>;
  /** how far the facets lie from their rounds at most, a length */
  readonly deviation: number;
};

/** A run of edges along a circle about the axis of a round as one edge; undefined where it runs another way. */
const arcOf = (
  body: BodyFaces,
  run: readonly EdgeUse[],
  surface: Surface,
  tol: number,
): BodyEdge | undefined => {
  if (surface.kind !== 'cylinder' && surface.kind !== 'cone') return undefined;
  const levels = cornersOf(body, run).map((p) => dot(sub(p, surface.o), surface.a));
  const [level] = levels as [number];
  if (levels.some((x) => Math.abs(x - level) > tol)) return undefined;
  const c = along(surface.o, surface.a, level);
  const r = surface.kind === 'cylinder' ? surface.r : (level * surface.sin) / surface.cos;
  const [e1, e2] = perpendiculars(surface.a);
  const at = (u: EdgeUse, isEnd: boolean): { p: Vec3; vertex: number } => {
    const e = body.edges[u.edge] as BodyEdge;
    const isTo = (u.sense === 1) === isEnd;
    return { p: pointOn(e.curve, isTo ? e.to : e.from), vertex: isTo ? e.end : e.start };
  };
  const first = at(run[0] as EdgeUse, false);
  const last = at(run.at(-1) as EdgeUse, true);
  const angle = (p: Vec3): number => Math.atan2(dot(sub(p, c), e2), dot(sub(p, c), e1));
  const second = at(run[0] as EdgeUse, true);
  const isLeft = wrapAngle(angle(second.p) - angle(first.p)) < Math.PI;
  const v = isLeft ? e2 : scale(e2, -1);
  const from = isLeft ? angle(first.p) : -angle(first.p);
  const turn = isLeft ? angle(last.p) - angle(first.p) : angle(first.p) - angle(last.p);
  const swept = first.vertex === last.vertex ? TAU : wrapAngle(turn);
  return {
    curve: { type: 'ellipse', c, u: scale(e1, r), v: scale(v, r) },
    from,
    to: from + swept,
    start: first.vertex,
    end: last.vertex,
  };
};

/** So many steps are looked at along each side of a facet. */
const STEPS = 8;
/** How far a facet lies from its round at most, a length: looked at all over it. */
const farthestFrom = (surface: Surface, body: BodyFaces, face: number): number => {
  const loop = (body.faces[face] as BodyFace).loops.flat();
  const ends = loop.map((u) => cornersOf(body, [u]) as [Vec3, Vec3]);
  const middle = scale(ends.map(([p]) => p).reduce(add), 1 / ends.length);
  let most = 0;
  for (const [p, q] of ends)
    for (let i = 0; i <= STEPS; i++)
      for (let k = 0; k <= STEPS; k++) {
        const side = along(p, sub(q, p), i / STEPS);
        most = Math.max(most, Math.abs(signedDistance(surface, along(middle, sub(side, middle), k / STEPS))));
      }
  return most;
};

/**
 * The faces of a body of flat facets with the rounds that they stand for: cylinders and cones. Corners lie on the rounds, so facets lie
 * within outer rounds and outside of holes.
 * @param tol lengths up to this are one place
 * @returns undefined where no facets stand for a round
 */
export const roundedFaces = (body: BodyFaces, tol: number): RoundedFaces | undefined => {
  const patches = patchesOf(body, tol);
  if (!patches.length) return undefined;
  const patchAt = new Map(patches.flatMap((s, i) => [...s.facets].map((f) => [f, i] as const)));
  const edges = [...body.edges];
  /** for each edge along a circle, the edge that stands for its run */
  const arcs = new Map<number, { readonly arc: number; readonly sense: 1 | -1 }>();
  const facesAt = facesByEdge(body);
  let deviation = 0;
  const raw = patches.map((s) => {
    const rim = rimOf(body, facesAt, s.facets);
    const loops = loopsOf(rim, body.edges, body.vertices, s.surface, s.outward);
    for (const f of s.facets) deviation = Math.max(deviation, farthestFrom(s.surface, body, f));
    /** The face beyond an edge, or the patch that it belongs to, below zero. */
    const beyond = (u: EdgeUse): number => {
      const other = (facesAt[u.edge] as number[]).find((f) => !s.facets.has(f)) as number;
      const patch = patchAt.get(other);
      return patch === undefined ? other : -1 - patch;
    };
    for (const loop of loops) {
      // begun where the face beyond changes
      const begin = loop.findIndex(
        (u, k) => beyond(u) !== beyond(loop[(k + loop.length - 1) % loop.length] as EdgeUse),
      );
      const turned = begin > 0 ? [...loop.slice(begin), ...loop.slice(0, begin)] : loop;
      let k = 0;
      while (k < turned.length) {
        const other = beyond(turned[k] as EdgeUse);
        let to = k + 1;
        while (to < turned.length && beyond(turned[to] as EdgeUse) === other) to++;
        const run = turned.slice(k, to);
        k = to;
        // of a run between two rounds the first has made the arc
        const arc = arcs.has((run[0] as EdgeUse).edge) ? undefined : arcOf(body, run, s.surface, tol);
        if (!arc) continue;
        edges.push(arc);
        for (const u of run) arcs.set(u.edge, { arc: edges.length - 1, sense: u.sense });
      }
    }
    return { patch: s, loops };
  });
  /** A loop with each run along a circle as one use. */
  const withArcs = (loop: readonly EdgeUse[]): EdgeUse[] => {
    const out: EdgeUse[] = [];
    for (const u of loop) {
      const arc = arcs.get(u.edge);
      const own: EdgeUse = arc ? { edge: arc.arc, sense: u.sense === arc.sense ? 1 : -1 } : u;
      if (!arc || out.at(-1)?.edge !== own.edge) out.push(own);
    }
    if (out.length > 1 && out[0]?.edge === out.at(-1)?.edge) out.pop();
    return out;
  };
  const faces = body.faces.flatMap((f, i): BodyFace[] =>
    patchAt.has(i) ? [] : [{ ...f, loops: f.loops.map(withArcs) }],
  );
  const rounds = raw.map(
    ({ patch, loops }): BodyFace => ({
      key: (body.faces[[...patch.facets][0] as number] as BodyFace).key,
      surface: patch.surface,
      outward: patch.outward,
      loops: loops.map(withArcs),
    }),
  );
  return {
    body: { ...body, edges, faces: [...faces, ...rounds] },
    rounds: new Set(rounds.map((_, i) => faces.length + i)),
    deviation,
  };
};
