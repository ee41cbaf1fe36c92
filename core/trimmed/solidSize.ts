import { type Box3, boxDiagonal, boxOf, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { along, length, type Vec3 } from '../geometry/vec.ts';
import type { EdgeOf, SurfaceOf, TrimmedSolid } from './trimmedSolid.ts';

const boxRound = (o: Vec3, reach: number): Box3 =>
  boxOf([1, -1].map((k) => along(o, [reach, reach, reach], k)));

/** A box that holds an edge, or the circle that it is part of. */
const boxOfEdge = (e: EdgeOf): Box3 => {
  if (e.kind === 'line') return boxOf(e.ends);
  if (e.kind === 'meeting') return boxOf(e.through);
  return boxRound(e.c, Math.max(length(e.u), length(e.v)));
};

/** The box of a surface that may have no edge. */
const boxOfWhole = (s: SurfaceOf): Box3 => {
  if (s.kind !== 'sphere' && s.kind !== 'torus') return EMPTY_BOX;
  return boxRound(s.o, s.kind === 'sphere' ? s.r : s.R + s.r);
};

/** About how large a solid is, a length: from corner to corner of a box that holds its edges and its spheres and rings. */
export const sizeOfSolid = (s: TrimmedSolid): number =>
  boxDiagonal(
    [...s.edges.map(boxOfEdge), ...s.faces.map((f) => boxOfWhole(f.surface))].reduce(joinBoxes, EMPTY_BOX),
  );
