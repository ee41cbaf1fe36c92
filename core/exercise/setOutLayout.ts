import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { gapsOf, withBetween } from '../sheet/layout/gaps.ts';
import { type Layout, layoutViews, type Overall } from '../sheet/layout/layout.ts';
import type { BuiltPart } from '../solid/build.ts';

/** What is set out: the frame, the views in it, and how far they stand from one another, paper mm. */
export type SetOut = {
  readonly frame: readonly [width: number, height: number];
  readonly angle: ProjectionAngle;
  readonly views: readonly ViewName[];
  /** paper over real size */
  readonly scale: number;
  /** between the front view and those above and below it, and those beside it */
  readonly between: readonly [level: number, beside: number];
};

/** Sizes of the parts of exercises are whole to this share of a mm; what is left of counting is not. */
const WHOLE = 1e6;

/** How large a part is overall, mm. */
export const overallOf = ({ box }: BuiltPart): Overall => {
  const along = (k: 0 | 1 | 2): number =>
    Math.round((box[k + 3] as number) * WHOLE - (box[k] as number) * WHOLE) / WHOLE;
  return { width: along(0), depth: along(1), height: along(2) };
};

/** The views in the frame, their group in its middle: boxes from its lower left corner, paper mm. */
export const setOutLayout = (s: SetOut, part: Overall): Layout => {
  const on: Overall = {
    width: part.width * s.scale,
    depth: part.depth * s.scale,
    height: part.height * s.scale,
  };
  const layout = layoutViews(s.views, s.angle, on, gapsOf(withBetween(...s.between)));
  const { extent } = layout;
  const by = [(s.frame[0] - extent.w) / 2 - extent.x, (s.frame[1] - extent.h) / 2 - extent.y] as const;
  const boxes = new Map(
    [...layout.boxes].map(([name, b]) => [name, { ...b, x: b.x + by[0], y: b.y + by[1] }] as const),
  );
  return { ...layout, boxes, extent: { ...extent, x: extent.x + by[0], y: extent.y + by[1] } };
};
