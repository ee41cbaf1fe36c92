import { pointOn, tangentOn } from '../geometry/curve3.ts';
import { curvatureAlong, normalAt, type Surface } from '../geometry/surface.ts';
import { along, cross, dot, perpendiculars, scale, type Vec3 } from '../geometry/vec.ts';
import { wrapAngle } from '../number/angle.ts';
import type { Solid } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import type { Coedge } from '../solid/coedges.ts';

/** An edge with just the two half surfaces that bound one wedge of material at it. */
export type PairedEdge = { readonly edge: Edge; readonly coedges: readonly [Coedge, Coedge] };

/**
 * Where more than two faces meet in an edge, one edge for each wedge of material: there two pieces of a body, or two places of one, only
 * touch.
 */
const wedgesAt = (s: Solid, e: Edge): PairedEdge[] => {
  // two surfaces that only touch along the edge, material on the same side of each before and behind it: their faces go on
  const goesOn = (c: Coedge): boolean =>
    e.coedges.some((o) => o.surface === c.surface && o.outward === c.outward && o.side !== c.side);
  if (e.coedges.every(goesOn)) return [];
  const t = (e.from + e.to) / 2;
  const p = pointOn(e.curve, t);
  const tangent = tangentOn(e.curve, t);
  const [e1, e2] = perpendiculars(tangent);
  const reach = s.tol.size * 1e-4;
  const around = e.coedges.map((coedge) => {
    const surface = s.surfaces[coedge.surface] as Surface;
    const n = normalAt(surface, p);
    const out = cross(n, tangent);
    const bend = surface.kind === 'plane' ? 0 : curvatureAlong(surface, p, out);
    const dir: Vec3 = along(scale(out, coedge.side), n, (-bend * reach) / 2);
    const angle = wrapAngle(Math.atan2(dot(dir, e2), dot(dir, e1)));
    // the material is on the side of growing angles where the outward normal points back
    const opens = coedge.outward * dot(n, cross(tangent, scale(out, coedge.side))) < 0;
    return { coedge, angle, opens };
  });
  around.sort((a, b) => a.angle - b.angle);
  return around.flatMap((a, i): PairedEdge[] => {
    if (!a.opens) return [];
    const b = around[(i + 1) % around.length] as (typeof around)[number];
    return [{ edge: e, coedges: [a.coedge, b.coedge] }];
  });
};

/** The edges that bound faces, each with two half surfaces; seams within one surface are left out. */
export const pairedEdges = (s: Solid, edges: readonly Edge[]): PairedEdge[] =>
  edges.flatMap((edge): PairedEdge[] => {
    if (edge.kind === 'seam') return [];
    if (edge.coedges.length > 2) return wedgesAt(s, edge);
    return [{ edge, coedges: edge.coedges as readonly Coedge[] as readonly [Coedge, Coedge] }];
  });
