import { dot, length, perpendiculars, type Vec3 } from '../geometry/vec.ts';
import type { Solid } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import { edgeExtent } from '../solid/extent.ts';
import type { Leg } from './trace.ts';

/** A plane nearer than this to a body's axis (sine of the angle) runs along it rather than across. */
const ALONG = Math.SQRT1_2;
/** A round face this wide, as a share of the body's width, makes it a round body. */
const ROUND_SHARE = 0.6;

const extentAlong = (edges: readonly Edge[], d: Vec3): number => {
  const ends = edges.map((e) => edgeExtent(e, d));
  return Math.max(...ends.map((e) => e[1])) - Math.min(...ends.map((e) => e[0]));
};

/**
 * The direction a body is long in: the axis of its widest round face where that makes up most of its width (shaft, bolt, nut),
 * otherwise the straight edge along which it reaches furthest. A ball has none.
 */
const axisOf = (solid: Solid, edges: readonly Edge[]): Vec3 | undefined => {
  const before = known.get(edges);
  if (before) return before.axis;
  const axis = workedAxis(solid, edges);
  known.set(edges, { axis });
  return axis;
};
/** The axes of bodies by their edges: while a plane is dragged past them they stay as they are. */
const known = new WeakMap<readonly Edge[], { readonly axis: Vec3 | undefined }>();

const workedAxis = (solid: Solid, edges: readonly Edge[]): Vec3 | undefined => {
  let round: { axis: Vec3; width: number } | undefined;
  for (const e of edges)
    for (const { surface } of e.coedges) {
      const s = solid.surfaces[surface];
      if (s?.kind !== 'cylinder' && s?.kind !== 'cone') continue;
      const width = 2 * (s.kind === 'cylinder' ? s.r : e.curve.type === 'ellipse' ? length(e.curve.u) : 0);
      if (!round || width > round.width) round = { axis: s.a, width };
    }
  if (round) {
    const spread = Math.max(...perpendiculars(round.axis).map((d) => extentAlong(edges, d)));
    if (round.width >= ROUND_SHARE * spread) return round.axis;
  }
  let best: Vec3 | undefined;
  let reach = 0;
  for (const e of edges) {
    if (e.curve.type !== 'line') continue;
    const far = extentAlong(edges, e.curve.d);
    if (far > reach * (1 + 1e-9)) [best, reach] = [e.curve.d, far];
  }
  return best;
};

/** Whether a plane that passes through a body runs along its axis or across it. */
export const runOf = (solid: Solid, edges: readonly Edge[], leg: Leg): 'lengthwise' | 'across' => {
  const axis = axisOf(solid, edges);
  return axis && Math.abs(dot(axis, leg.kept.n)) > ALONG ? 'across' : 'lengthwise';
};
