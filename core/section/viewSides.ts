import type { Box3 } from '../geometry/box.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { tidyFigure } from '../number/tidyFigure.ts';

/** The part's own edges in a view, in the view's (u, v), part units: left, lower, right and upper. */
export type ViewSides = readonly [left: number, low: number, right: number, high: number];

/** The edges of a part in a principal view. @param box of the whole part */
export const viewSides = (box: Box3, view: ViewName): ViewSides => {
  const f = VIEW_FRAMES[view];
  const ends: readonly Vec3[] = [
    [box[0], box[1], box[2]],
    [box[3], box[4], box[5]],
  ];
  const [us, vs] = [f.u, f.v].map((d) => ends.map((p) => tidyFigure(dot(p, d)))) as [number[], number[]];
  return [Math.min(...us), Math.min(...vs), Math.max(...us), Math.max(...vs)];
};
