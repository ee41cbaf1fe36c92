import { pointOn, within } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { along, cross, distance, dot, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { featureKey } from '../naming/keys.ts';
import { insideSolid, type Solid, solidOf } from '../solid/body.ts';
import { bodyEdges, type Edge } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { Finding } from './finding.ts';

/** Sets that grow together: which edges hang on one another. */
const groups = (count: number) => {
  const root = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    let k = i;
    while (root[k] !== k) k = root[k] as number;
    return k;
  };
  return {
    join: (a: number, b: number): void => {
      root[find(a)] = find(b);
    },
    find,
  };
};

/**
 * The direction in which one goes over a face to reach the next of its edges: straight on over a plane, along the generator on a
 * cylinder or cone; other faces have none.
 */
const wayOver = (s: Surface, p: Vec3): { way: Vec3; across: Vec3 } | undefined => {
  if (s.kind === 'plane') {
    const way = Math.abs(s.n[0]) < 0.9 ? cross(s.n, [1, 0, 0]) : cross(s.n, [0, 1, 0]);
    return { way, across: cross(s.n, way) };
  }
  if (s.kind !== 'cylinder' && s.kind !== 'cone') return undefined;
  const q = sub(p, s.o);
  return { way: s.kind === 'cylinder' ? s.a : unit(q), across: cross(s.a, q) };
};

/** The place of an edge furthest along the way over a face. */
const furthest = (e: Edge, way: Vec3): Vec3 => {
  const n = 24;
  let best = pointOn(e.curve, e.from);
  for (let i = 1; i <= n; i++) {
    const p = pointOn(e.curve, e.from + ((e.to - e.from) * i) / n);
    if (dot(p, way) > dot(best, way)) best = p;
  }
  return best;
};

/** How far on from an edge a face is asked whether it goes on there, and how far off it to either side, as shares of the size. */
const STEP = 1e-5;
const OFF = 1e-6;

/** True where the face goes on from p along the way: there is material on one side of it only. */
const goesOn = (solid: Solid, s: Surface, p: Vec3, way: Vec3): boolean => {
  const q = along(p, way, (solid.tol.size * STEP) / Math.sqrt(dot(way, way)));
  const n = normalAt(s, q);
  const off = solid.tol.size * OFF;
  return insideSolid(solid, along(q, n, off)) !== insideSolid(solid, along(q, n, -off));
};

/** A direction square to nothing in particular. */
const ASKEW: Vec3 = [0.6143, 0.5321, 0.5827];

/** True where a group of edges bounds a piece from outside, not a hollow in one: beyond its far end there is no material. */
const isOutside = (solid: Solid, group: readonly Edge[]): boolean => {
  const p = group.map((e) => furthest(e, ASKEW)).reduce((a, b) => (dot(b, ASKEW) > dot(a, ASKEW) ? b : a));
  return !insideSolid(solid, along(p, ASKEW, solid.tol.size * STEP));
};

/** Shares of an edge that are started from besides its far point: there another edge may touch it, and the face ends at once. */
const MORE_STARTS = [0.137, 0.431, 0.771] as const;

/** The next edge of a face from a point of one of its edges, straight over the face; undefined where the face does not go on there. */
const nextOver = (
  solid: Solid,
  s: Surface,
  p: Vec3,
  own: readonly number[],
  edges: readonly Edge[],
  tol: number,
): number | undefined => {
  const over = wayOver(s, p);
  if (!over || !goesOn(solid, s, p, over.way)) return undefined;
  const n = unit(over.across);
  const plane: Surface = { kind: 'plane', n, d: dot(n, p) };
  let next: number | undefined;
  let nearest = Number.POSITIVE_INFINITY;
  for (const j of own) {
    const other = edges[j] as Edge;
    for (const t of within(other.curve, crossings(other.curve, plane, tol), other.from, other.to, 1e-9)) {
      const q = pointOn(other.curve, t);
      const far = dot(sub(q, p), over.way);
      const sameSide =
        s.kind === 'plane' ||
        s.kind === 'sphere' ||
        s.kind === 'torus' ||
        dot(sub(q, s.o), sub(p, s.o)) > dot(sub(q, s.o), s.a) * dot(sub(p, s.o), s.a);
      if (sameSide && far > tol * 40 && far < nearest) [next, nearest] = [j, far];
    }
  }
  return next;
};

/**
 * How many separate pieces a body is in: edges hang together where they share an end, or where one comes from the one to the other
 * straight over a face. Faces without such a way (balls, rings) are taken to be in one piece.
 */
export const piecesOf = (solid: Solid, edges: readonly Edge[]): Edge[][] => {
  const tol = solid.tol.linear;
  const set = groups(edges.length);
  const ends = edges.map((e) => [pointOn(e.curve, e.from), pointOn(e.curve, e.to)] as const);
  edges.forEach((_, i) => {
    for (let j = 0; j < i; j++)
      if (ends[i]?.some((p) => ends[j]?.some((q) => distance(p, q) <= tol * 40))) set.join(i, j);
  });
  solid.surfaces.forEach((s, id) => {
    const own = edges.flatMap((e, i) => (e.coedges.some((x) => x.surface === id) ? [i] : []));
    if (s.kind === 'sphere' || s.kind === 'torus') {
      for (const i of own) set.join(i, own[0] as number);
      return;
    }
    // from the far point of each edge, and from a few more of it, straight on to the next
    for (const i of own) {
      const e = edges[i] as Edge;
      const first = wayOver(s, pointOn(e.curve, e.from));
      if (!first) continue;
      const starts = [
        furthest(e, s.kind === 'plane' ? first.way : s.a),
        ...MORE_STARTS.map((k) => pointOn(e.curve, e.from + k * (e.to - e.from))),
      ];
      for (const p of starts) {
        const next = nextOver(solid, s, p, own, edges, tol);
        if (next !== undefined) set.join(i, next);
      }
    }
  });
  const out = new Map<number, Edge[]>();
  edges.forEach((e, i) => {
    const k = set.find(i);
    out.set(k, [...(out.get(k) ?? []), e]);
  });
  return [...out.values()].filter((group) => isOutside(solid, group));
};

/**
 * Features that leave a body in more pieces than before. What is added apart may be meant so (two bolts stated as one body); a cut that
 * parts a body hardly ever is.
 */
export const inPieces = (part: BuiltPart): Finding[] =>
  part.bodies.flatMap(({ solid, edges }): Finding[] => {
    const pieces = piecesOf(solid, edges);
    if (pieces.length < 2) return [];
    const { operations } = solid.model;
    let before = 0;
    for (const [i, o] of operations.entries()) {
      const sofar = solidOf({ ...solid.model, operations: operations.slice(0, i + 1) }, solid.tol);
      const now = i + 1 === operations.length ? pieces.length : piecesOf(sofar, bodyEdges(sofar)).length;
      if (i > 0 && now > before) {
        const least = pieces.reduce((a, b) => (b.length < a.length ? b : a))[0] as Edge;
        const added = o.op === 'add';
        return [
          {
            kind: 'in pieces',
            severity: added ? 'note' : 'fault',
            where: featureKey(solid.name, o.feature),
            at: pointOn(least.curve, (least.from + least.to) / 2),
            what: `${added ? 'It does not touch the rest of the body' : 'It parts the body'}: it is in ${now} pieces.`,
            remedy: added
              ? 'Move it against the rest, or make it a body of its own.'
              : 'Make it smaller, or let it end inside.',
          },
        ];
      }
      before = now;
    }
    return [];
  });
