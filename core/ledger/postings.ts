import { pointOn2 } from '../geometry/curve2.ts';
import { distance2 } from '../geometry/vec.ts';
import type { ViewName } from '../part/schema.ts';
import { flatten } from '../view/project.ts';
import type { View } from '../view/view.ts';
import type { NumberedPoint } from './numbering.ts';

/** How a point is posted in a view: the end of a visible line, of hidden lines only, or of none. */
export type Posting = 'seen' | 'hidden' | 'none';

/** In which views a point is posted, by the lines of its own edges that reach it there. */
export const postingsOf = (
  p: NumberedPoint,
  views: ReadonlyMap<ViewName, View>,
  tol: number,
): Partial<Record<ViewName, Posting>> => {
  const out: Partial<Record<ViewName, Posting>> = {};
  for (const [name, view] of views) {
    const at = flatten(view.frame, p.at);
    let posting: Posting = 'none';
    for (const l of view.lines) {
      if (posting === 'seen') break;
      if (!l.sources.some((s) => p.edges.includes(s))) continue;
      const touches = touchesLine(l, at, tol * 40);
      if (touches) posting = l.class === 'visible' ? 'seen' : 'hidden';
    }
    out[name] = posting;
  }
  return out;
};

const touchesLine = (l: View['lines'][number], at: readonly [number, number], tol: number): boolean => {
  if (l.curve.type === 'line') {
    const { p, d } = l.curve;
    const s = (at[0] - p[0]) * d[0] + (at[1] - p[1]) * d[1];
    return s >= l.from - tol && s <= l.to + tol && distance2(pointOn2(l.curve, s), at) <= tol;
  }
  return distance2(pointOn2(l.curve, l.from), at) <= tol || distance2(pointOn2(l.curve, l.to), at) <= tol;
};
