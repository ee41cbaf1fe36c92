import { pointOn2 } from '../geometry/curve2.ts';
import { distance2 } from '../geometry/vec.ts';
import { flatten } from '../view/project.ts';
import type { View, ViewLine } from '../view/view.ts';
import type { NumberedPoint } from './numbering.ts';

/** How a point is posted in a view: the end of a visible line, of hidden lines only, or of none. */
export type Posting = 'seen' | 'hidden' | 'none';

/** How the points are posted in one view, by the lines of their own edges that reach them there. */
export const postingsIn = (
  view: View,
  points: readonly NumberedPoint[],
  tol: number,
): Map<string, Posting> => {
  const linesOf = new Map<string, ViewLine[]>();
  for (const l of view.lines)
    for (const s of l.sources) {
      const list = linesOf.get(s);
      if (list) list.push(l);
      else linesOf.set(s, [l]);
    }
  return new Map(
    points.map((p) => {
      const at = flatten(view.frame, p.at);
      const reaching = p.edges
        .flatMap((e) => linesOf.get(e) ?? [])
        .filter((l) => touchesLine(l, at, tol * 40));
      const posting = reaching.some((l) => l.class === 'visible')
        ? 'seen'
        : reaching.length
          ? 'hidden'
          : 'none';
      return [p.key, posting] as const;
    }),
  );
};

const touchesLine = (l: ViewLine, at: readonly [number, number], tol: number): boolean => {
  if (l.curve.type === 'line') {
    const { p, d } = l.curve;
    const s = (at[0] - p[0]) * d[0] + (at[1] - p[1]) * d[1];
    return s >= l.from - tol && s <= l.to + tol && distance2(pointOn2(l.curve, s), at) <= tol;
  }
  return distance2(pointOn2(l.curve, l.from), at) <= tol || distance2(pointOn2(l.curve, l.to), at) <= tol;
};
