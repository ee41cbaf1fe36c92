import type { Vec2, Vec3 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import type { Overall } from '../layout/layout.ts';
import type { Rect } from '../layout/paper.ts';
import { onPaper, type Similarity } from '../layout/similarity.ts';
import type { SeenEnd } from './brokenEnds.ts';
import type { BrokenOut } from './brokenOut.ts';

/** A view in its place: `toPaper` takes the view's (u, v) to the sheet. */
export type PlacedView = {
  readonly name: ViewName;
  readonly title: string;
  readonly box: Rect;
  readonly view: View;
  readonly toPaper: Similarity;
  /** the name of the cut it is a section of */
  readonly cut?: string;
  /** ends that run on, which it sees edge-on and draws broken off */
  readonly ends?: readonly SeenEnd[];
  /** sections that are broken out of it */
  readonly brokenOut?: readonly BrokenOut[];
};

/** The map that lays the lower left corner of the part's box in this view on the lower left corner of the box. */
export const viewToPaper = (
  name: ViewName,
  low: Vec3,
  overall: Overall,
  box: Rect,
  scale: number,
): Similarity => {
  const f = VIEW_FRAMES[name];
  const high: Vec3 = [low[0] + overall.width, low[1] + overall.depth, low[2] + overall.height];
  const [a, b] = [flatten(f, low), flatten(f, high)];
  const corner: Vec2 = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
  return { k: scale, c: 1, s: 0, to: [box.x - scale * corner[0], box.y - scale * corner[1]] };
};

/** Where a point of the part is seen in a placed view. */
export const placeOfPoint = (v: Pick<PlacedView, 'name' | 'toPaper'>, p: Vec3): Vec2 =>
  onPaper(v.toPaper, flatten(VIEW_FRAMES[v.name], p));
