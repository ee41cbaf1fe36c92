import { type Box3, boxCorners } from '../../geometry/box.ts';
import { dot, type Vec3 } from '../../geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';

/**
 * A point's distance from XY, on the paper, for a trace seen in `seenIn`: the gap plus the point's depth behind or before
 * that view. In first angle the part's far side is nearest XY, in third angle the near side.
 * @param box the part's box, part units
 * @param scale paper mm per part unit
 * @param gap mm between XY and the view in which the distance is read (see gapFromXY)
 */
export const distanceFromXY = (
  p: Vec3,
  seenIn: ViewName,
  box: Box3,
  angle: ProjectionAngle,
  scale: number,
  gap: number,
): number => {
  const { toward } = VIEW_FRAMES[seenIn];
  const levels = boxCorners(box).map((c) => dot(c, toward));
  const w = dot(p, toward);
  return gap + scale * (angle === 'first' ? w - Math.min(...levels) : Math.max(...levels) - w);
};

/**
 * The level, measured towards the observer of `seenIn`, that would lie on XY itself: where `distanceFromXY` is zero.
 */
export const levelOnXY = (
  seenIn: ViewName,
  box: Box3,
  angle: ProjectionAngle,
  scale: number,
  gap: number,
): number => {
  const levels = boxCorners(box).map((c) => dot(c, VIEW_FRAMES[seenIn].toward));
  return angle === 'first' ? Math.min(...levels) - gap / scale : Math.max(...levels) + gap / scale;
};

/** The view in which that distance is read: the neighbour that shows the depth of `seenIn`. */
export const distanceView = (seenIn: ViewName, views: readonly ViewName[]): ViewName | undefined => {
  const order: Record<ViewName, readonly ViewName[]> = {
    front: ['top', 'bottom', 'left', 'right'],
    back: ['top', 'bottom', 'left', 'right'],
    top: ['front', 'left', 'right', 'back'],
    bottom: ['front', 'left', 'right', 'back'],
    left: ['front', 'top', 'bottom', 'back'],
    right: ['front', 'top', 'bottom', 'back'],
  };
  return order[seenIn].find((v) => views.includes(v));
};
