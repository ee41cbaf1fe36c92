import type { Box3 } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { distance2, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { Edge } from '../solid/boundary.ts';
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
  const straight = edges.filter((e) => e.curve.type === 'line' && e.kind !== 'smooth');
  const boxes = straight.map(({ curve, from, to }): Box3 => {
    const [a, b] = [flatten(view.frame, pointOn(curve, from)), flatten(view.frame, pointOn(curve, to))];
    return [Math.min(a[0], b[0]), Math.min(a[1], b[1]), 0, Math.max(a[0], b[0]), Math.max(a[1], b[1]), 0];
  });
  const grid = boxGrid(boxes, tol * 40);
  return new Map(
    points.map((p) => {
      const at = flatten(view.frame, p.at);
      const reaching = p.edges
        .flatMap((e) => linesOf.get(e) ?? [])
        .filter((l) => touchesLine(l, at, tol * 40));
      if (!reaching.length) return [p.key, 'none'] as const;
      const covered = grid.at(at[0], at[1], 0).some((i) => covers(straight[i] as Edge, p, view, tol * 40));
      return [p.key, !covered && reaching.some((l) => l.class === 'visible') ? 'seen' : 'hidden'] as const;
    }),
  );
};

/** True where a straight edge passes before the point for the view's observer. */
const covers = ({ curve, from, to }: Edge, p: NumberedPoint, view: View, tol: number): boolean => {
  const { frame } = view;
  const at = flatten(frame, p.at);
  const [a, b] = [pointOn(curve, from), pointOn(curve, to)];
  const [fa, fb] = [flatten(frame, a), flatten(frame, b)];
  const run: Vec2 = [fb[0] - fa[0], fb[1] - fa[1]];
  const size = Math.hypot(...run);
  const depth = (q: Vec3): number => dot(q, frame.toward);
  // an edge seen end-on covers with its nearer end
  if (size <= tol) return distance2(fa, at) <= tol && Math.max(depth(a), depth(b)) > depth(p.at) + tol;
  const t = ((at[0] - fa[0]) * run[0] + (at[1] - fa[1]) * run[1]) / (size * size);
  if (t < -tol / size || t > 1 + tol / size) return false;
  const off = Math.abs(run[0] * (at[1] - fa[1]) - run[1] * (at[0] - fa[0])) / size;
  return off <= tol && depth(a) + t * (depth(b) - depth(a)) > depth(p.at) + tol;
};

const touchesLine = (l: ViewLine, at: readonly [number, number], tol: number): boolean => {
  if (l.curve.type === 'line') {
    const { p, d } = l.curve;
    const s = (at[0] - p[0]) * d[0] + (at[1] - p[1]) * d[1];
    return s >= l.from - tol && s <= l.to + tol && distance2(pointOn2(l.curve, s), at) <= tol;
  }
  return distance2(pointOn2(l.curve, l.from), at) <= tol || distance2(pointOn2(l.curve, l.to), at) <= tol;
};
