import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { TraceFile } from '../part/schema.ts';

type Look = TraceFile['look'];

/** The directions of sight in the part, by the side towards which one looks. */
export const TOWARDS: Readonly<Record<string, Vec3>> = {
  up: [0, 0, 1],
  down: [0, 0, -1],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  back: [0, 1, 0],
  rear: [0, 1, 0],
  front: [0, -1, 0],
};
/** The same by the side from which one looks. */
export const SEEN_FROM: Readonly<Record<string, Vec3>> = {
  above: [0, 0, -1],
  top: [0, 0, -1],
  below: [0, 0, 1],
  left: [1, 0, 0],
  right: [-1, 0, 0],
  front: [0, 1, 0],
  back: [0, -1, 0],
  rear: [0, -1, 0],
};
const LOOKS: Readonly<Record<Look, readonly [number, number]>> = {
  up: [0, 1],
  down: [0, -1],
  left: [-1, 0],
  right: [1, 0],
};

/** The direction in the part in which one looks in a view. */
const sightOf = (view: ViewName, look: Look): Vec3 => {
  const { u, v } = VIEW_FRAMES[view];
  const [x, y] = LOOKS[look];
  return [0, 1, 2].map((k) => u[k as 0] * x + v[k as 0] * y) as unknown as Vec3;
};

/** The way to look in a view for a direction of sight in the part; nothing where it is not along one of the view's own directions. */
export const lookAlong = (view: ViewName, sight: Vec3): Look | undefined =>
  (Object.keys(LOOKS) as Look[]).find((look) => dot(sightOf(view, look), sight) > 1 - EDGE_ON);

/**
 * Of two opposite ways to look at a cut the first, unless only the other lets a view on the sheet show it: one looks at the cut face as an observer of that
 * view does.
 */
export const lookThatShows = (
  seenIn: ViewName,
  [usual, other]: readonly [Look, Look],
  onSheet: readonly ViewName[],
): Look => {
  const shows = (look: Look): boolean =>
    onSheet.some((v) => v !== seenIn && dot(VIEW_FRAMES[v].toward, sightOf(seenIn, look)) < -1 + EDGE_ON);
  return !shows(usual) && shows(other) ? other : usual;
};
