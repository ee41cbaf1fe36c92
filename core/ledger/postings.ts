import { type Box3, boxCorners } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import { type Curve3, curveBox, type Line3, pointOn } from '../geometry/curve3.ts';
import { add, cross2, distance2, dot, length, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { wrapAngle } from '../number/angle.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import { flatten } from '../view/project.ts';
import type { View, ViewLine } from '../view/view.ts';
import type { NumberedPoint } from './numbering.ts';

/** How a point is posted in a view: the end of a visible line, of hidden lines only, or of none. */
export type Posting = 'seen' | 'hidden' | 'none';

/**
 * How the points are posted in one view, by the lines of their own edges that reach them there. A point with an edge straight before it is
 * hidden, though its place in the view is on a visible line.
 * @param edges all edges of the part
 */
export const postingsIn = (
  view: View,
  points: readonly NumberedPoint[],
  edges: readonly Edge[],
  tol: number,
): Map<string, Posting> => {
  const linesOf = new Map<string, ViewLine[]>();
  for (const l of view.lines)
    for (const s of l.sources) {
      const list = linesOf.get(s);
      if (list) list.push(l);
      else linesOf.set(s, [l]);
    }
  const isCovered = edgesBefore(view, edges, tol * 40);
  return new Map(
    points.map((p) => {
      const at = flatten(view.frame, p.at);
      const reaching = p.edges
        .flatMap((e) => linesOf.get(e) ?? [])
        .filter((l) => touchesLine(l, at, tol * 40));
      if (!reaching.length) return [p.key, 'none'] as const;
      return [
        p.key,
        !isCovered(p.at) && reaching.some((l) => l.class === 'visible') ? 'seen' : 'hidden',
      ] as const;
    }),
  );
};

/** How deep a straight edge or a circle passes the place of a point in a view, along the sight; nothing where it passes beside it. */
const depthsAt = ({ curve, from, to, closed }: Edge, p: Vec3, { frame }: View, tol: number): number[] => {
  const at = flatten(frame, p);
  const depth = (q: Vec3): number => dot(q, frame.toward);
  if (curve.type === 'line') {
    const [a, b] = [pointOn(curve, from), pointOn(curve, to)];
    const [fa, fb] = [flatten(frame, a), flatten(frame, b)];
    const run: Vec2 = [fb[0] - fa[0], fb[1] - fa[1]];
    const size = Math.hypot(...run);
    // an edge seen end-on counts with its nearer end
    if (size <= tol) return distance2(fa, at) <= tol ? [Math.max(depth(a), depth(b))] : [];
    const t = ((at[0] - fa[0]) * run[0] + (at[1] - fa[1]) * run[1]) / (size * size);
    if (t < -tol / size || t > 1 + tol / size) return [];
    const off = Math.abs(run[0] * (at[1] - fa[1]) - run[1] * (at[0] - fa[0])) / size;
    return off <= tol ? [depth(a) + t * (depth(b) - depth(a))] : [];
  }
  if (curve.type !== 'ellipse') return [];
  const [c, cu, cv] = [curve.c, add(curve.c, curve.u), add(curve.c, curve.v)].map((q) =>
    flatten(frame, q),
  ) as [Vec2, Vec2, Vec2];
  const [u, v, d] = [cu, cv, at].map((q): Vec2 => [q[0] - c[0], q[1] - c[1]]) as [Vec2, Vec2, Vec2];
  const det = cross2(u, v);
  const reach = length(curve.u);
  const turns: number[] = [];
  if (Math.abs(det) > tol * reach) turns.push(Math.atan2(cross2(u, d) / det, cross2(d, v) / det));
  else {
    // seen edge-on it passes most places twice
    const [x, y] = Math.hypot(...u) > Math.hypot(...v) ? [u, v] : [v, u];
    const n = Math.hypot(...x);
    const [k, m] = [x, y].map((q) => (q[0] * x[0] + q[1] * x[1]) / n) as [number, number];
    const share = (d[0] * x[0] + d[1] * x[1]) / n / Math.hypot(k, m);
    if (Math.abs(share) > 1 + tol / reach) return [];
    const middle = x === u ? Math.atan2(m, k) : Math.atan2(k, m);
    const aside = Math.acos(Math.max(-1, Math.min(1, share)));
    turns.push(middle + aside, middle - aside);
  }
  return turns.flatMap((t) => {
    const q = pointOn(curve, t);
    const isOnEdge = closed || wrapAngle(t - from + tol / reach) <= to - from + (2 * tol) / reach;
    return isOnEdge && distance2(flatten(frame, q), at) <= tol ? [depth(q)] : [];
  });
};

/**
 * Whether an edge passes straight before a point for a view's observer: then the point is hidden, though its place is on a visible line.
 * @param edges all edges of the part
 * @param tol how near is the same place, part units
 */
export const edgesBefore = (view: View, edges: readonly Edge[], tol: number): ((p: Vec3) => boolean) => {
  const known = edges.filter((e) => (e.curve.type === 'line' || e.curve.type === 'ellipse') && isDrawn(e));
  const boxes = known.map(({ curve, from, to }): Box3 => {
    const ends =
      curve.type === 'line'
        ? [pointOn(curve, from), pointOn(curve, to)]
        : boxCorners(curveBox(curve as Exclude<Curve3, Line3>));
    const [us, vs] = [0, 1].map((k) => ends.map((q) => flatten(view.frame, q)[k] as number)) as [
      number[],
      number[],
    ];
    return [Math.min(...us), Math.min(...vs), 0, Math.max(...us), Math.max(...vs), 0];
  });
  const grid = boxGrid(boxes, tol);
  return (p) => {
    const at = flatten(view.frame, p);
    const own = dot(p, view.frame.toward);
    return grid
      .at(at[0], at[1], 0)
      .some((i) => depthsAt(known[i] as Edge, p, view, tol).some((depth) => depth > own + tol));
  };
};

const touchesLine = (l: ViewLine, at: readonly [number, number], tol: number): boolean => {
  if (l.curve.type === 'line') {
    const { p, d } = l.curve;
    const s = (at[0] - p[0]) * d[0] + (at[1] - p[1]) * d[1];
    return s >= l.from - tol && s <= l.to + tol && distance2(pointOn2(l.curve, s), at) <= tol;
  }
  return distance2(pointOn2(l.curve, l.from), at) <= tol || distance2(pointOn2(l.curve, l.to), at) <= tol;
};
