import { type Box3, EMPTY_BOX, inBox } from '../geometry/box.ts';
import { pointOn, within } from '../geometry/curve3.ts';
import type { Cone, Sphere, Surface, Torus } from '../geometry/surface.ts';
import { AXES, along, cross, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { type Face, insideSolid, type Solid } from './body.ts';
import type { Edge } from './boundary.ts';
import { clearRadius } from './coedges.ts';

/** Extreme values of a smooth function inside a stretch: sampled, then narrowed by golden sections. */
const innerExtremes = (f: (t: number) => number, from: number, to: number): number[] => {
  const n = 48;
  const step = (to - from) / n;
  const values = Array.from({ length: n + 1 }, (_, i) => f(from + i * step));
  return [1, -1].flatMap((sign) => {
    let best = 0;
    values.forEach((v, i) => {
      if (sign * v > sign * (values[best] as number)) best = i;
    });
    if (best === 0 || best === n) return [];
    let [a, b] = [from + (best - 1) * step, from + (best + 1) * step];
    for (let i = 0; i < 36; i++) {
      const p = a + (b - a) * 0.382;
      const q = a + (b - a) * 0.618;
      if (sign * f(p) > sign * f(q)) b = q;
      else a = p;
    }
    return [f((a + b) / 2)];
  });
};

/** The least and greatest coordinates of an edge. */
export const edgeExtent = (e: Edge, along: Vec3): [number, number] => {
  const value = (t: number): number => dot(along, pointOn(e.curve, t));
  const ends = [value(e.from), value(e.to)];
  if (e.curve.type === 'ellipse') {
    const t0 = Math.atan2(dot(along, e.curve.v), dot(along, e.curve.u));
    for (const t of within(e.curve, [t0, t0 + Math.PI], e.from, e.to)) ends.push(value(t));
  } else if (e.curve.type !== 'line') {
    ends.push(...innerExtremes(value, e.from, e.to));
  }
  return [Math.min(...ends), Math.max(...ends)];
};

/** The box of each edge, worked out once. */
const edgeBoxes = new WeakMap<Edge, Box3>();

const boxOfEdge = (e: Edge): Box3 => {
  const known = edgeBoxes.get(e);
  if (known) return known;
  const [x, y, z] = AXES.map((axis) => edgeExtent(e, axis)) as [
    [number, number],
    [number, number],
    [number, number],
  ];
  const box: Box3 = [x[0], y[0], z[0], x[1], y[1], z[1]];
  edgeBoxes.set(e, box);
  return box;
};

/** The place on a ball or ring that lies furthest in the direction d. */
const furthest = (s: Sphere | Torus, d: Vec3): Vec3 => {
  if (s.kind === 'sphere') return along(s.o, d, s.r);
  const flat = along(d, s.a, -dot(d, s.a));
  // square to the axis' plane the whole top circle lies furthest: any of its points will do
  const e = length(flat) > 1e-9 ? unit(flat) : s.e1;
  return along(along(s.o, e, s.R), d, s.r);
};

const isRound = (s: Surface): s is Sphere | Torus => s.kind === 'sphere' || s.kind === 'torus';

/** True where the surface's point p is on the body's boundary, material on the side of -d. */
const bounds = (s: Solid, id: number, p: Vec3, d: Vec3): boolean => {
  const r = clearRadius(s, p, [id]) / 10;
  return insideSolid(s, along(p, d, -r)) && !insideSolid(s, along(p, d, r));
};

/** The points in which a surface comes to its axis without being square to it: of a cone, and of a spindle's two ends. */
const tipsOf = (s: Surface): Vec3[] => {
  if (s.kind === 'cone') return [s.o];
  if (s.kind !== 'torus' || s.R >= 0) return [];
  const h = Math.sqrt(s.r * s.r - s.R * s.R);
  return [h, -h].map((k) => along(s.o, s.a, k));
};

/** True where a tip is on the body's boundary: along the axis the material begins or ends there. */
const endsIn = (s: Solid, id: number, tip: Vec3): boolean => {
  const near = (s.facesOf[id] as number[]).some((i) =>
    inBox((s.faces[i] as Face).box, tip, s.tol.linear * 4),
  );
  if (!near) return false;
  const r = clearRadius(s, tip, []) / 10;
  const { a } = s.surfaces[id] as Cone | Torus;
  return insideSolid(s, along(tip, a, r)) !== insideSolid(s, along(tip, a, -r));
};

/** Directions from a ring's axis, all the way round it. */
const roundRing = (ring: Torus): Vec3[] =>
  Array.from({ length: 24 }, (_, k) => (k * Math.PI) / 12 + 0.1).map((q) =>
    along(scale(ring.e1, Math.cos(q)), ring.e2, Math.sin(q)),
  );

/**
 * How far a face of a ring reaches along its axis, from least to most, and how far from it.
 * @param edges the edges of the face; a whole ring has none
 */
export const reachOfRing = (
  s: Solid,
  id: number,
  ring: Torus,
  edges: readonly Edge[],
): { readonly low: number; readonly high: number; readonly radius: number } => {
  const at = dot(ring.o, ring.a);
  /** whether the ring's own furthest circle that way belongs to the body: up or down its axis, or outwards */
  const isWhole = (up: 1 | -1 | 0): boolean =>
    roundRing(ring).some((e) => {
      const way = up ? scale(ring.a, up) : e;
      return bounds(s, id, along(along(ring.o, e, ring.R), way, ring.r), way);
    });
  const heights = edges.flatMap((e) => edgeExtent(e, ring.a));
  const radii = edges.flatMap((e) =>
    [e.from, (e.from + e.to) / 2, e.to].map((t) => {
      const q = sub(pointOn(e.curve, t), ring.o);
      return length(along(q, ring.a, -dot(q, ring.a)));
    }),
  );
  return {
    low: Math.min(...heights, ...(isWhole(-1) ? [at - ring.r] : [])),
    high: Math.max(...heights, ...(isWhole(1) ? [at + ring.r] : [])),
    radius: Math.max(...radii, ...(isWhole(0) ? [ring.R + ring.r] : [])),
  };
};

/** How far a body reaches along a unit direction beyond its edges: where a ball or ring bulges, or a cone runs to a point. */
const beyondEdges = (s: Solid, axis: Vec3): number[] =>
  s.surfaces.flatMap((surface, id): number[] => {
    const out = tipsOf(surface)
      .filter((tip) => endsIn(s, id, tip))
      .map((tip) => dot(tip, axis));
    if (!isRound(surface)) return out;
    for (const side of [1, -1]) {
      const d = scale(axis, side);
      const p = furthest(surface, d);
      if (bounds(s, id, p, d)) out.push(dot(p, axis));
      else if (surface.kind === 'torus' && length(cross(surface.a, axis)) < 1e-9) {
        const onTop = roundRing(surface)
          .map((e) => along(along(surface.o, e, surface.R), d, surface.r))
          .find((q) => bounds(s, id, q, d));
        if (onTop) out.push(dot(onTop, axis));
      }
    }
    return out;
  });

/** How far a body reaches along a unit direction, from least to most, exactly. */
export const reachOfBody = (s: Solid, edges: readonly Edge[], axis: Vec3): [number, number] => {
  const ends = [...edges.flatMap((e) => edgeExtent(e, axis)), ...beyondEdges(s, axis)];
  return [Math.min(...ends), Math.max(...ends)];
};

/** The exact box of a body: that of its edges, widened where a ball or ring bulges beyond them or a cone runs to a point. */
export const boxOfBody = (s: Solid, edges: readonly Edge[]): Box3 => {
  const b = [...EMPTY_BOX] as [number, number, number, number, number, number];
  const take = (i: number, lo: number, hi: number): void => {
    if (lo < (b[i] as number)) b[i] = lo;
    if (hi > (b[i + 3] as number)) b[i + 3] = hi;
  };
  for (const e of edges) {
    const own = boxOfEdge(e);
    for (let i = 0; i < 3; i++) take(i, own[i] as number, own[i + 3] as number);
  }
  AXES.forEach((axis, i) => {
    for (const x of beyondEdges(s, axis)) take(i, x, x);
  });
  return b;
};
