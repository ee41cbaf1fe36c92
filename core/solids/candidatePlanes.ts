import {
  AXES,
  cross,
  distance2,
  dot,
  length,
  scale,
  sub,
  sub2,
  unit,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { fallsAt, type LaidView, type LaidViews } from './aligned.ts';
import { type DrawnLines, isDrawnAlong } from './drawnLines.ts';

/** A plane n . p = d, n a unit vector whose first part that is not zero is above zero. */
export type FlatPlane = { readonly n: Vec3; readonly d: number };

const ALIGNED = 1e-9;

/** A plane through a point. */
export const planeThrough = (p: Vec3, normal: Vec3): FlatPlane => {
  const u = unit(normal);
  const lead = u.find((x) => Math.abs(x) > 1e-12) as number;
  const n = scale(u, lead < 0 ? -1 : 1).map((x) => (Math.abs(x) < 1e-12 ? 0 : x)) as unknown as Vec3;
  return { n, d: dot(n, p) };
};

/** The six planes of a box: at its least and greatest x, y and z. */
export const boxPlanes = ({ min, max }: Pick<LaidViews, 'min' | 'max'>): FlatPlane[] =>
  AXES.flatMap((n) => [planeThrough(min, n), planeThrough(max, n)]);

/** Whether two planes are one. @param tol what is nearer than four times this is at one place */
export const isSamePlane = (a: FlatPlane, b: FlatPlane, tol: number): boolean =>
  length(sub(a.n, b.n)) < 1e-7 && Math.abs(a.d - b.d) <= tol * 4;

/** Points of space that every full view shows as one of its points. */
const candidateCorners = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  places: readonly (readonly number[])[],
): Vec3[] => {
  const cell = (p: Vec2): string => `${p[0].toPrecision(12)} ${p[1].toPrecision(12)}`;
  // points that are found by crossing two lines are put on the places of the axes
  const settled = (x: number, axis: number): number =>
    (places[axis] as readonly number[]).find((y) => Math.abs(x - y) <= laid.tol * 2) ?? x;
  const full = laid.views.flatMap((view, i) =>
    view.isFull
      ? [
          {
            view,
            nodes: new Set(
              (drawn[i] as DrawnLines).nodes.map((p) =>
                cell([settled(p[0], view.axes[0]), settled(p[1], view.axes[1])]),
              ),
            ),
          },
        ]
      : [],
  );
  const out: Vec3[] = [];
  for (const x of places[0] as readonly number[])
    for (const y of places[1] as readonly number[])
      for (const z of places[2] as readonly number[]) {
        const p: Vec3 = [x, y, z];
        if (full.every(({ view, nodes }) => nodes.has(cell(fallsAt(view, p))))) out.push(p);
      }
  return out;
};

/**
 * Whether the views allow an edge from a to b: every full view shows it, or sees it as a point. One that slopes must be drawn so in some
 * view; `unseenSlopes` takes those too that all given views show level or upright.
 */
export const isAllowedEdge = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  a: Vec3,
  b: Vec3,
  unseenSlopes: boolean,
): boolean => {
  const shows = (view: LaidView, i: number): boolean => {
    const [p, q] = [fallsAt(view, a), fallsAt(view, b)];
    return isDrawnAlong(drawn[i] as DrawnLines, p, q, laid.tol * 2);
  };
  const isPoint = (view: LaidView): boolean => distance2(fallsAt(view, a), fallsAt(view, b)) <= laid.tol * 2;
  if (!laid.views.every((v, i) => !v.isFull || isPoint(v) || shows(v, i))) return false;
  const slopesIn = (view: LaidView): boolean =>
    sub2(fallsAt(view, b), fallsAt(view, a)).every((x) => Math.abs(x) > laid.tol * 2);
  const isSloping = sub(b, a).filter((x) => Math.abs(x) > laid.tol * 2).length > 1;
  if (!isSloping || laid.views.some((v, i) => slopesIn(v) && shows(v, i))) return true;
  return unseenSlopes && !laid.views.some(slopesIn);
};

type Edge = readonly [number, number];

/** Directions are one where their parts agree to one in so many. */
const DIRECTIONS = 1e6;

/** Edges between corners that the views allow, each from one corner to the next on its line. */
const candidateEdges = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  corners: readonly Vec3[],
  unseenSlopes: boolean,
  rest: () => void,
): Edge[] => {
  const out: Edge[] = [];
  corners.forEach((a, i) => {
    rest();
    // of several corners in one direction only the nearest
    const nearest = new Map<string, { far: number; j: number }>();
    for (let j = 0; j < corners.length; j++) {
      if (j === i) continue;
      const d = sub(corners[j] as Vec3, a);
      const far = length(d);
      const way = d.map((x) => Math.round((x / far) * DIRECTIONS)).join(' ');
      const known = nearest.get(way);
      if (!known || far < known.far) nearest.set(way, { far, j });
    }
    for (const { j } of nearest.values())
      if (j > i && isAllowedEdge(laid, drawn, a, corners[j] as Vec3, unseenSlopes)) out.push([i, j]);
  });
  return out;
};

/** The edges of some that lie on closed ways. */
const closedWays = (edges: readonly Edge[]): Edge[] => {
  let left = [...edges];
  for (;;) {
    const count = new Map<number, number>();
    for (const e of left) for (const c of e) count.set(c, (count.get(c) ?? 0) + 1);
    const kept = left.filter((e) => e.every((c) => (count.get(c) as number) > 1));
    if (kept.length === left.length) return kept;
    left = kept;
  }
};

/**
 * The planes in which faces may lie: those that two edges from one corner span, and in which edges close a way round. An edge of a solid
 * lies in two of them, so edges that do not are taken out, until nothing changes. The six planes of the box come first.
 * @param rest is called now and then, and may throw to end the work
 */
export const candidatePlanes = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  places: readonly (readonly number[])[],
  unseenSlopes: boolean,
  rest: () => void,
): FlatPlane[] => {
  const { tol } = laid;
  const corners = candidateCorners(laid, drawn, places);
  let edges = candidateEdges(laid, drawn, corners, unseenSlopes, rest);
  const box = boxPlanes(laid);
  const inOneView = laid.views.every((v) => v.isFull);
  const found: FlatPlane[] = [...box];
  const at = new Map<number, Edge[]>();
  for (const e of edges) for (const c of e) at.set(c, [...(at.get(c) ?? []), e]);
  for (const [c, own] of at)
    own.forEach((e, i) => {
      rest();
      for (const f of own.slice(i + 1)) {
        const [a, b] = [e, f].map((x) => sub(corners[x[0] === c ? x[1] : x[0]] as Vec3, corners[c] as Vec3));
        const normal = cross(a as Vec3, b as Vec3);
        if (length(normal) <= 1e-9 * length(a as Vec3) * length(b as Vec3)) continue;
        const plane = planeThrough(corners[c] as Vec3, normal);
        // where hidden lines are left out a sloping face is looked for only where a view sees it edge-on
        const edgeOn = laid.views.some((v) => Math.abs(dot(plane.n, v.toward)) < ALIGNED);
        if (!inOneView && !edgeOn) continue;
        if (!found.some((x) => isSamePlane(x, plane, tol))) found.push(plane);
      }
    });
  const holds = (plane: FlatPlane, c: number): boolean =>
    Math.abs(dot(plane.n, corners[c] as Vec3) - plane.d) <= tol * 4;
  let planes: { plane: FlatPlane; edges: Edge[] }[] = found.map((plane) => ({ plane, edges: [] }));
  for (;;) {
    planes = planes.map(({ plane }) => ({
      plane,
      edges: closedWays(edges.filter(([a, b]) => holds(plane, a) && holds(plane, b))),
    }));
    planes = planes.filter((p, i) => i < box.length || p.edges.length > 0);
    const count = new Map<Edge, number>();
    for (const p of planes) for (const e of p.edges) count.set(e, (count.get(e) ?? 0) + 1);
    const kept = edges.filter((e) => (count.get(e) ?? 0) > 1);
    if (kept.length === edges.length) return planes.map((p) => p.plane);
    edges = kept;
  }
};
