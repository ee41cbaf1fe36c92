import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, length } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewFrame, type ViewName } from '../geometry/viewFrames.ts';
import { CUT, featureOfFace } from '../naming/keys.ts';
import type { Edge } from '../solid/boundary.ts';
import type { CutPoint } from './cutPoints.ts';

/** How a cut point is found in a view once it is marked on the trace. */
export type HowFound =
  /** its projector meets its edge there */
  | 'on its edge'
  /** its edge is seen there as a point */
  | 'at its edge'
  /** its edge runs with the projector: the point is carried round at its own level, by the side view or by a cut at that level */
  | 'at its level'
  | 'on its generator'
  | 'on the outline'
  /** where the cut turns from one leg into the next */
  | 'at the bend'
  /** where another cut, which acts together with this one, crosses it */
  | 'where the cuts meet';

/**
 * How a cut point is carried from the view where the plane is an edge into another.
 * @param from the view where the plane is an edge
 * @param edge the edge it lies on; missing for one on a face
 * @param into the view into which it is carried; a projector runs between the two along what only one of them shows
 */
export const howFound = (
  p: Pick<CutPoint, 'kind' | 'on'>,
  edge: Edge | undefined,
  from: ViewFrame,
  into: ViewName,
): HowFound => {
  if (p.on.some((face) => featureOfFace(face) === CUT)) return 'where the cuts meet';
  if (p.kind === 'generator') return 'on its generator';
  if (p.kind === 'outline') return 'on the outline';
  if (!edge) return 'at the bend';
  if (edge.curve.type !== 'line') return 'on its edge';
  const { d } = edge.curve;
  const f = VIEW_FRAMES[into];
  const size = length(d);
  if (Math.hypot(dot(d, f.u), dot(d, f.v)) <= EDGE_ON * size) return 'at its edge';
  // the axis that both views show: neither's line of sight
  const [a, b] = [from.toward, f.toward];
  const shared = [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]] as const;
  return Math.abs(dot(d, shared)) <= EDGE_ON * size ? 'at its level' : 'on its edge';
};
