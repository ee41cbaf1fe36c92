import { pointOn, tangentOn } from '../geometry/curve3.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { along, cross, scale } from '../geometry/vec.ts';
import { featureKey, featureOfFace } from '../naming/keys.ts';
import { insideSolid, solidIntervals } from '../solid/body.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { type Finding, said, saidLength } from './finding.ts';

/** How far in from their edges faces are measured at most, as a share of the size. */
const INSET = 4e-3;

/** Where along an edge walls are measured. */
const SHARES = [0.21, 0.5, 0.83] as const;

/**
 * Walls thinner than a limit. They are measured square to the faces, a little in from their edges; of each feature the
 * thinnest is reported.
 * @param limit part units
 */
export const thinWalls = (part: BuiltPart, limit: number): Finding[] =>
  part.bodies.flatMap(({ solid, edges }) => {
    const { linear, size } = solid.tol;
    // in from the edge by less than the limit, so that a thin rib's own face is still met
    const inset = Math.min(limit / 8, size * INSET);
    const skin = inset / 8;
    const all = solid.cells.map((_, i) => i);
    const thinnest = new Map<string, Finding & { readonly thick: number }>();
    for (const e of edges) {
      if (!isDrawn(e)) continue;
      for (const { surface, side, outward } of e.coedges)
        for (const k of SHARES) {
          const t = e.from + k * (e.to - e.from);
          const on = pointOn(e.curve, t);
          const s = solid.surfaces[surface] as Surface;
          const out = scale(normalAt(s, on), outward);
          const inFace = scale(cross(normalAt(s, on), tangentOn(e.curve, t)), side);
          const p = along(on, inFace, inset);
          const normal = scale(normalAt(s, p), outward);
          if (insideSolid(solid, along(p, out, linear * 100)) || !insideSolid(solid, along(p, normal, -skin)))
            continue;
          const inward = scale(normal, -1);
          const stretch = solidIntervals(solid, along(p, inward, linear * 10), inward, all);
          const end = stretch.findIndex((x, i) => i % 2 === 1 && x > linear);
          const thick = stretch[end];
          if (thick === undefined || thick >= limit - linear * 100 || (stretch[end - 1] as number) > skin)
            continue;
          const feature = featureOfFace(e.on[0] as string);
          if ((thinnest.get(feature)?.thick ?? Number.POSITIVE_INFINITY) <= thick) continue;
          thinnest.set(feature, {
            kind: 'thin wall',
            severity: 'doubt',
            where: featureKey(solid.name, feature),
            at: p,
            what: `The wall about ${said(p)} is ${saidLength(thick)} ${part.units} thick, under the limit of ${saidLength(limit)}.`,
            remedy: 'Make the wall thicker, or state a lower limit.',
            thick,
          });
        }
    }
    return [...thinnest.values()].map(({ thick: _, ...finding }) => finding);
  });
