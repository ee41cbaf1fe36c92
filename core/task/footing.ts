import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Surface } from '../geometry/surface.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';

/** Edges that lie in the lowest level of the part, and whether a face does. */
export const footingOf = (part: BuiltPart) => {
  const low = part.box[2];
  const near = part.tol.linear * 40;
  const at = (z: number): boolean => Math.abs(z - low) <= near;
  const edges = part.bodies
    .flatMap((b) => b.edges)
    .filter(
      (e) => isDrawn(e) && [e.from, (e.from + e.to) / 2, e.to].every((t) => at(pointOn(e.curve, t)[2])),
    );
  const face = part.bodies
    .flatMap((b) => b.solid.surfaces)
    .some((s: Surface) => s.kind === 'plane' && Math.abs(Math.abs(s.n[2]) - 1) < EDGE_ON && at(s.d * s.n[2]));
  return { edges, face: face && edges.length > 1 };
};
