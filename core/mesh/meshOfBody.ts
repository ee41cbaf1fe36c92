import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import { signedDistance } from '../geometry/surface.ts';
import { along, cross, dot, length, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { type Chart, chartOf } from './chart.ts';
import { faceTriangles } from './faceTriangles.ts';
import type { Mesh } from './mesh.ts';

/** A stretch of an edge is halved at most so often. */
const MOST_HALVINGS = 14;
/** So often a net is made finer where it strays too far, or loops cross one another in it. */
const MOST_TRIES = 6;
/** A net that is still open when it is finer will stay so: faces touch each other. */
const MOST_OPEN = 2;

/** Points along an edge from its start to its end, close enough for its own bend and for the charts of both its faces. */
const pointsAlong = (e: BodyEdge, charts: readonly Chart[], within: number): Vec3[] => {
  const isFine = (a: Vec3, b: Vec3, t0: number, t1: number): boolean => {
    if (e.curve.type !== 'line') {
      // the middle of the stretch, and places beside it, for a curve may cross its chord
      for (const k of [0.5, 0.25, 0.75]) {
        const p = pointOn(e.curve, t0 + k * (t1 - t0));
        const d = sub(b, a);
        const q = sub(p, a);
        const long = dot(d, d);
        const off = along(q, d, long === 0 ? 0 : -dot(q, d) / long);
        if (Math.sqrt(dot(off, off)) > within) return false;
      }
      if (e.start === e.end && t1 - t0 > (e.to - e.from) / 3) return false;
    }
    return charts.every((c) => {
      if (!c.inner || c.isTip(a) || c.isTip(b)) return true;
      const [p, q] = [c.flat(a), c.flat(b)];
      return Math.hypot(p[0] - q[0], p[1] - q[1]) <= 1.001;
    });
  };
  const between = (a: Vec3, b: Vec3, t0: number, t1: number, deep: number): Vec3[] => {
    if (deep >= MOST_HALVINGS || isFine(a, b, t0, t1)) return [b];
    const t = (t0 + t1) / 2;
    const m = pointOn(e.curve, t);
    return [...between(a, m, t0, t, deep + 1), ...between(m, b, t, t1, deep + 1)];
  };
  const [a, b] = [pointOn(e.curve, e.from), pointOn(e.curve, e.to)];
  return [a, ...between(a, b, e.from, e.to, 0)];
};

/** The boundary of a face in its chart: places, the points of the net they are, and the segments between them. */
type FlatLoops = { places: Vec2[]; points: number[]; segments: [number, number][] };

/** Numbers of the points along a use of an edge, its last one left out. */
type Along = (u: EdgeUse) => readonly number[];

const flatLoops = (f: BodyFace, chart: Chart, along: Along, points: readonly Vec3[]): FlatLoops => {
  const out: FlatLoops = { places: [], points: [], segments: [] };
  // loops that touch in a corner share its place
  const known = new Map<number, number>();
  for (const loop of f.loops) {
    const numbers = loop.flatMap((u) => along(u));
    const round: number[] = [];
    const put = (place: Vec2, point: number): number => {
      out.points.push(point);
      return out.places.push(place) - 1;
    };
    numbers.forEach((n, i) => {
      const p = points[n] as Vec3;
      if (!chart.isTip(p)) {
        const at = known.get(n) ?? put(chart.flat(p), n);
        known.set(n, at);
        round.push(at);
        return;
      }
      // a tip is a stretch of the chart, from under the place before it to under the one after
      const under = (k: number): number =>
        chart.flat(points[numbers[(i + k + numbers.length) % numbers.length] as number] as Vec3)[0];
      const [from, to] = [under(-1), under(1)];
      const y = chart.flat(p)[1];
      const steps = Math.max(1, Math.ceil(Math.abs(to - from)));
      for (let k = 0; k <= steps; k++) round.push(put([from + ((to - from) * k) / steps, y], n));
    });
    round.forEach((at, i) => {
      out.segments.push([at, round[(i + 1) % round.length] as number]);
    });
  }
  return out;
};

/** How far the middles of a triangle and of its sides lie from the surface. */
const strays = (f: BodyFace, corners: readonly [Vec3, Vec3, Vec3]): number => {
  if (f.surface.kind === 'plane') return 0;
  const [a, b, c] = corners;
  const mean = (...ps: Vec3[]): Vec3 => ps.reduce<Vec3>((s, p) => along(s, p, 1 / ps.length), [0, 0, 0]);
  return Math.max(
    ...[mean(a, b, c), mean(a, b), mean(b, c), mean(c, a)].map((p) => Math.abs(signedDistance(f.surface, p))),
  );
};

/** One try at a net with a given fineness; undefined where it strays too far or loops cross. */
const meshWith = (b: BodyFaces, deviation: number, asked: number): Mesh | undefined => {
  const charts = b.faces.map((f) =>
    chartOf(
      f.surface,
      f.loops.flat().flatMap((u) => {
        const { curve, from, to } = b.edges[u.edge] as BodyEdge;
        return [0, 0.25, 0.5, 0.75, 1].map((k) => pointOn(curve, from + k * (to - from)));
      }),
      deviation,
    ),
  );
  const users: Chart[][] = b.edges.map(() => []);
  b.faces.forEach((f, i) => {
    for (const u of f.loops.flat()) users[u.edge]?.push(charts[i] as Chart);
  });
  const points: Vec3[] = [...b.vertices];
  const numbers = b.edges.map((e, i): number[] => {
    const along = pointsAlong(e, users[i] as Chart[], deviation * 0.9);
    return [e.start, ...along.slice(1, -1).map((p) => points.push(p) - 1), e.end];
  });
  const along: Along = ({ edge, sense }) => {
    const all = numbers[edge] as number[];
    return sense === 1 ? all.slice(0, -1) : all.slice(1).reverse();
  };
  const triangles: [number, number, number][] = [];
  for (const [i, f] of b.faces.entries()) {
    const chart = charts[i] as Chart;
    const flat = flatLoops(f, chart, along, points);
    const made = faceTriangles(flat.places, flat.segments, chart);
    const own = [...flat.points, ...made.added.map((q) => points.push(chart.lifted(q)) - 1)];
    for (const t of made.triangles) {
      const [x, y, z] = t.map((k) => own[k] as number) as [number, number, number];
      // at a tip two corners are one point
      if (x === y || y === z || z === x) continue;
      if (strays(f, [points[x], points[y], points[z]] as [Vec3, Vec3, Vec3]) > asked) return undefined;
      triangles.push(f.outward === 1 ? [x, y, z] : [x, z, y]);
    }
  }
  return { points, triangles };
};

/** True where every side of a triangle is a side of just one other, run the other way. */
export const isWatertight = ({ triangles }: Pick<Mesh, 'triangles'>): boolean => {
  const sides = new Set<string>();
  for (const [a, b, c] of triangles)
    for (const [p, q] of [
      [a, b],
      [b, c],
      [c, a],
    ]) {
      const key = `${p} ${q}`;
      if (sides.has(key)) return false;
      sides.add(key);
    }
  for (const key of sides) if (!sides.has(key.split(' ').reverse().join(' '))) return false;
  return true;
};

/**
 * A net of triangles round a body, closed, every corner on the body's surface. Both faces at an edge have the same points along it.
 * @param b the body's faces, none of which closes on itself
 * @param deviation how far a triangle may stray from the surface, a length
 * @returns undefined where no closed net was found within that
 */
export const meshOfBody = (b: BodyFaces, deviation: number): Mesh | undefined => {
  let finer = deviation;
  let open = 0;
  for (let i = 0; i < MOST_TRIES && open < MOST_OPEN; i++) {
    const mesh = meshWith(b, finer, deviation);
    if (mesh && isWatertight(mesh)) return mesh;
    if (mesh) open++;
    finer /= 2;
  }
  return undefined;
};

/** The volume inside a net of triangles. */
export const volumeOfMesh = ({ points, triangles }: Mesh): number =>
  triangles.reduce((sum, [a, b, c]) => {
    const [p, q, r] = [points[a], points[b], points[c]] as [Vec3, Vec3, Vec3];
    return sum + dot(p, cross(q, r)) / 6;
  }, 0);

/** The unit direction out of a triangle; nought where it has no area. */
export const normalOfTriangle = (p: Vec3, q: Vec3, r: Vec3): Vec3 => {
  const n = cross(sub(q, p), sub(r, p));
  const long = length(n);
  return long === 0 ? [0, 0, 0] : scale(n, 1 / long);
};
