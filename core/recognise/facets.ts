import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import { cone, cylinder, normalAt, plane, type Surface, signedDistance } from '../geometry/surface.ts';
import {
  add,
  along,
  cross,
  distance,
  dot,
  length,
  perpendiculars,
  scale,
  sub,
  type Vec3,
} from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';

/** Edges along a round turn by no more than this (rad) from one to the next: fewer than 15 would go all round. */
const MOST_STEP = (25 * Math.PI) / 180;
/** So many edges at least show a part of a circle. */
const FEWEST = 3;

/** Facets that stand for one round face. */
type Patch = { readonly facets: ReadonlySet<number>; readonly surface: Surface; readonly outward: 1 | -1 };

/** The faces of a body with its facets taken for the rounds that they stand for. */
export type RoundedFaces = {
  readonly body: BodyFaces;
  /** the faces that stand for facets, by their numbers */
  readonly rounds: ReadonlySet<number>;
  /** how far the facets lie from their rounds at most, a length */
  readonly deviation: number;
};

const outOf = (f: BodyFace): Vec3 | undefined =>
  f.surface.kind === 'plane' ? scale(f.surface.n, f.outward) : undefined;

/** The centre of the circle through three points; undefined where they lie in a line. */
const centreOf = (a: Vec3, b: Vec3, c: Vec3): Vec3 | undefined => {
  const [u, v] = [sub(b, a), sub(c, a)];
  const n = cross(u, v);
  const nn = dot(n, n);
  if (nn <= 1e-24 * dot(u, u) * dot(v, v)) return undefined;
  const w = add(scale(cross(v, n), dot(u, u)), scale(cross(n, u), dot(v, v)));
  return add(a, scale(w, 1 / (2 * nn)));
};

/** A solid of flat faces between straight edges as the faces of a body; undefined where it has other faces or edges. */
export const flatBodyFaces = (solid: TrimmedSolid): BodyFaces | undefined => {
  const numbers = new Map<string, number>();
  const vertices: Vec3[] = [];
  const numberOf = (p: Vec3): number => {
    const key = p.join();
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, vertices.length);
    vertices.push(p);
    return vertices.length - 1;
  };
  const edges: BodyEdge[] = [];
  for (const e of solid.edges) {
    if (e.kind !== 'line') return undefined;
    const [p, q] = e.ends;
    const to = distance(p, q);
    if (to === 0) return undefined;
    const curve = { type: 'line' as const, p, d: scale(sub(q, p), 1 / to) };
    edges.push({ curve, from: 0, to, start: numberOf(p), end: numberOf(q) });
  }
  const faces: BodyFace[] = [];
  for (const f of solid.faces) {
    if (f.surface.kind !== 'plane') return undefined;
    const surface = plane(f.surface.n, f.surface.d);
    faces.push({
      key: f.name,
      surface,
      outward: dot(surface.n, f.surface.n) > 0 ? 1 : -1,
      loops: chained(
        edges,
        f.edges.map(([edge, sense]): EdgeUse => ({ edge, sense })),
      ),
    });
  }
  return { vertices, edges, faces, pieces: [] };
};

/** The corners of a run of edges in its sense. */
const cornersOf = (body: BodyFaces, run: readonly EdgeUse[]): Vec3[] => {
  const at = ({ edge, sense }: EdgeUse, isEnd: boolean): Vec3 => {
    const e = body.edges[edge] as BodyEdge;
    return body.vertices[isEnd === (sense === 1) ? e.end : e.start] as Vec3;
  };
  return [at(run[0] as EdgeUse, false), ...run.map((u) => at(u, true))];
};

/** A run of edges along a circle. */
type Arc = { readonly run: readonly EdgeUse[]; readonly c: Vec3; readonly r: number };

/** The runs of a flat face's loop that lie along circles, the longest first. */
const arcsOf = (body: BodyFaces, loop: readonly EdgeUse[], tol: number): Arc[] => {
  const found: Arc[] = [];
  const n = loop.length;
  const at = (i: number): EdgeUse => loop[((i % n) + n) % n] as EdgeUse;
  let i = 0;
  while (i < n) {
    const three = cornersOf(body, [at(i), at(i + 1)]);
    const rough = n > FEWEST ? centreOf(...(three as [Vec3, Vec3, Vec3])) : undefined;
    let count = 0;
    if (rough) {
      const r = distance(rough, three[0] as Vec3);
      const isOn = (u: EdgeUse): boolean => {
        const [p, q] = cornersOf(body, [u]) as [Vec3, Vec3];
        const step = 2 * Math.asin(Math.min(1, distance(p, q) / (2 * r)));
        return [p, q].every((x) => Math.abs(distance(x, rough) - r) <= tol * ROUGH) && step <= MOST_STEP;
      };
      while (count < n && isOn(at(i + count))) count++;
    }
    if (count < FEWEST) {
      i++;
      continue;
    }
    // a run that began in the loop's middle is not cut at the loop's own beginning
    let back = 0;
    if (i === 0 && count < n) {
      const first = cornersOf(body, [at(0), at(1)]);
      const c = centreOf(...(first as [Vec3, Vec3, Vec3])) as Vec3;
      const r = distance(c, first[0] as Vec3);
      while (
        back < n - count &&
        cornersOf(body, [at(-1 - back)]).every((x) => Math.abs(distance(x, c) - r) <= tol * ROUGH)
      )
        back++;
    }
    const run = Array.from({ length: count + back }, (_, k) => at(i - back + k));
    const corners = cornersOf(body, run);
    // of three that lie far apart the circle is found as closely as the corners are given
    const last = run.length === n ? Math.floor((2 * n) / 3) : run.length;
    const centre = centreOf(corners[0] as Vec3, corners[Math.floor(last / 2)] as Vec3, corners[last] as Vec3);
    const r = centre ? distance(centre, corners[0] as Vec3) : 0;
    if (centre && corners.every((p) => Math.abs(distance(p, centre) - r) <= tol))
      found.push({ run, c: centre, r });
    i += count;
  }
  return found;
};
/** While a run is gathered, the circle through its first corners is known only roughly: so many times the tolerance is allowed. */
const ROUGH = 50;

/** The patches of facets of a body, from the circles in its flat faces. @param tol lengths up to this are one place */
const patchesOf = (body: BodyFaces, tol: number): Patch[] => {
  const facesAt: number[][] = body.edges.map(() => []);
  const cornersAt = body.faces.map((f) => [
    ...new Set(
      f.loops.flat().flatMap((u) => {
        const e = body.edges[u.edge] as BodyEdge;
        return [e.start, e.end];
      }),
    ),
  ]);
  body.faces.forEach((f, i) => {
    for (const u of f.loops.flat()) facesAt[u.edge]?.push(i);
  });
  const taken = new Set<number>();
  const patches: Patch[] = [];
  const isFacet = (face: number, s: Surface): boolean => {
    const out = outOf(body.faces[face] as BodyFace);
    const own = cornersAt[face] as number[];
    if (!out || taken.has(face)) return false;
    const points = own.map((v) => body.vertices[v] as Vec3);
    if (points.some((p) => Math.abs(signedDistance(s, p)) > tol)) return false;
    const middle = scale(points.reduce(add), 1 / points.length);
    return Math.abs(dot(normalAt(s, middle), out)) > Math.cos(MOST_STEP);
  };
  const grow = (first: readonly number[], s: Surface): Set<number> => {
    const own = new Set(first);
    const queue = [...first];
    for (let face = queue.pop(); face !== undefined; face = queue.pop())
      for (const u of (body.faces[face] as BodyFace).loops.flat())
        for (const next of facesAt[u.edge] as number[])
          if (!own.has(next) && isFacet(next, s)) {
            own.add(next);
            queue.push(next);
          }
    return own;
  };
  /** The patch that goes on from an arc, on the side of the facets given. */
  const begin = ({ c, r }: Arc, beside: readonly (number | undefined)[], n: Vec3): boolean => {
    if (beside.some((x) => x === undefined || taken.has(x))) return false;
    const first = [...new Set(beside as number[])];
    for (const surface of roundsBy(body, cornersAt, first, c, r, n, tol)) {
      if (!first.every((x) => isFacet(x, surface))) continue;
      const facets = grow(first, surface);
      for (const x of facets) taken.add(x);
      const any = first[0] as number;
      const corners = (cornersAt[any] as number[]).map((v) => body.vertices[v] as Vec3);
      const out = outOf(body.faces[any] as BodyFace) as Vec3;
      const isFilled = dot(normalAt(surface, scale(corners.reduce(add), 1 / corners.length)), out) > 0;
      patches.push({ facets, surface, outward: isFilled ? 1 : -1 });
      return true;
    }
    return false;
  };
  const beyond = (u: EdgeUse, isOwn: (face: number) => boolean): number | undefined =>
    (facesAt[u.edge] as number[]).find((x) => !isOwn(x));
  body.faces.forEach((f, face) => {
    if (f.surface.kind !== 'plane') return;
    for (const arc of f.loops.flatMap((l) => arcsOf(body, l, tol)))
      begin(
        arc,
        arc.run.map((u) => beyond(u, (x) => x === face)),
        f.surface.n,
      );
  });
  // a round may go on from another one: the tip of a drilled hole, a chamfer
  for (let i = 0; i < patches.length; i++) {
    const { facets, surface } = patches[i] as Patch;
    if (surface.kind !== 'cylinder' && surface.kind !== 'cone') continue;
    for (const loop of chained(body.edges, rimOf(body, facesAt, facets)))
      for (const arc of arcsOf(body, loop, tol).filter((x) => x.run.length === loop.length))
        begin(
          arc,
          arc.run.map((u) => beyond(u, (x) => facets.has(x))),
          surface.a,
        );
  }
  return patches;
};

/** The uses of edges that bound some faces together. */
const rimOf = (
  body: BodyFaces,
  facesAt: readonly (readonly number[])[],
  faces: ReadonlySet<number>,
): EdgeUse[] =>
  [...faces]
    .flatMap((f) => (body.faces[f] as BodyFace).loops.flat())
    .filter((u) => (facesAt[u.edge] as number[]).some((f) => !faces.has(f)));

/** The rounds that may go on from a circle in a flat face: the cylinder on it, and the cone through a corner of the facets beside it. */
const roundsBy = (
  body: BodyFaces,
  cornersAt: readonly (readonly number[])[],
  facets: readonly number[],
  c: Vec3,
  r: number,
  n: Vec3,
  tol: number,
): Surface[] => {
  const out: Surface[] = [cylinder(c, n, r)];
  const off = facets
    .flatMap((f) => cornersAt[f] as number[])
    .map((v) => body.vertices[v] as Vec3)
    .find((p) => Math.abs(dot(sub(p, c), n)) > tol * ROUGH);
  if (!off) return out;
  const h = dot(sub(off, c), n);
  const radius = length(along(sub(off, c), n, -h));
  if (Math.abs(radius - r) <= tol) return out;
  // the apex lies where the radius comes to nothing
  const to = (h * r) / (r - radius);
  const up = to > 0 ? -1 : 1;
  out.push(cone(along(c, n, to), scale(n, up), Math.atan2(r, Math.abs(to))));
  return out;
};

/** Uses in the order in which each begins where the one before ends. */
const chained = (edges: readonly BodyEdge[], uses: readonly EdgeUse[]): EdgeUse[][] => {
  const start = ({ edge, sense }: EdgeUse): number =>
    (edges[edge] as BodyEdge)[sense === 1 ? 'start' : 'end'];
  const end = ({ edge, sense }: EdgeUse): number => (edges[edge] as BodyEdge)[sense === 1 ? 'end' : 'start'];
  const rest = [...uses];
  const loops: EdgeUse[][] = [];
  while (rest.length) {
    const loop = [rest.shift() as EdgeUse];
    for (;;) {
      const i = rest.findIndex((u) => start(u) === end(loop.at(-1) as EdgeUse));
      if (i < 0) break;
      loop.push(...rest.splice(i, 1));
    }
    loops.push(loop);
  }
  return loops;
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
  const facesAt: number[][] = body.edges.map(() => []);
  body.faces.forEach((f, i) => {
    for (const u of f.loops.flat()) facesAt[u.edge]?.push(i);
  });
  let deviation = 0;
  const raw = patches.map((s) => {
    const uses = rimOf(body, facesAt, s.facets);
    for (const f of s.facets) deviation = Math.max(deviation, farthestFrom(s.surface, body, f));
    /** The face beyond an edge, or the patch that it belongs to, below zero. */
    const beyond = (u: EdgeUse): number => {
      const other = (facesAt[u.edge] as number[]).find((f) => !s.facets.has(f)) as number;
      const patch = patchAt.get(other);
      return patch === undefined ? other : -1 - patch;
    };
    for (const loop of chained(body.edges, uses)) {
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
    return { patch: s, uses };
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
  const rounded: BodyFaces = { ...body, edges };
  const faces = body.faces.flatMap((f, i): BodyFace[] =>
    patchAt.has(i) ? [] : [{ ...f, loops: f.loops.map(withArcs) }],
  );
  const rounds = raw.map(({ patch, uses }): BodyFace => {
    const own = chained(body.edges, uses).map(withArcs);
    return {
      key: (body.faces[[...patch.facets][0] as number] as BodyFace).key,
      surface: patch.surface,
      outward: patch.outward,
      loops: own,
    };
  });
  return {
    body: { ...rounded, faces: [...faces, ...rounds] },
    rounds: new Set(rounds.map((_, i) => faces.length + i)),
    deviation,
  };
};
