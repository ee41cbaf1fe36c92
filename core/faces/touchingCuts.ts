import { boxesMeet } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn, within } from '../geometry/curve3.ts';
import { IDENTITY } from '../geometry/rigid.ts';
import { boxOfStretch } from '../geometry/stretchBox3.ts';
import type { Surface } from '../geometry/surface.ts';
import { crossings } from '../meeting/crossings.ts';
import { isOnStretch } from '../trimmed/edgeCurve.ts';
import type { Stretch } from './partings.ts';

/** A stretch of an edge with the surfaces that it lies on, by their numbers. */
export type StretchOnSurfaces = Stretch & { readonly on: readonly number[] };

/**
 * For each stretch the parameters at which another one of the same surface touches it or crosses it: there a face is pinched, and its
 * loops part.
 * @param tol the part's tolerance, a length
 */
export const touchingCuts = (
  stretches: readonly StretchOnSurfaces[],
  surfaces: readonly Surface[],
  tol: number,
): number[][] => {
  const boxes = stretches.map((x) => boxOfStretch(x.curve, x.from, x.to, IDENTITY));
  const grid = boxGrid(boxes, tol * 4);
  return stretches.map((x, i) => {
    const box = boxes[i] as (typeof boxes)[number];
    const cuts: number[] = [];
    for (const j of grid.around(box)) {
      const other = stretches[j] as StretchOnSurfaces;
      if (j === i || !boxesMeet(box, boxes[j] as typeof box, tol * 4)) continue;
      if (!other.on.some((id) => x.on.includes(id))) continue;
      for (const id of other.on) {
        if (x.on.includes(id)) continue;
        for (const t of within(x.curve, crossings(x.curve, surfaces[id] as Surface, tol), x.from, x.to))
          if (isOnStretch(other.curve, other.from, other.to, pointOn(x.curve, t), tol * 40)) cuts.push(t);
      }
    }
    return cuts;
  });
};
