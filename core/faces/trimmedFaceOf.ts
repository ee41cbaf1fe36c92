import { pointOn } from '../geometry/curve3.ts';
import { IDENTITY } from '../geometry/rigid.ts';
import { boxOfStretch } from '../geometry/stretchBox3.ts';
import type { BoundaryStretch, TrimmedFace } from '../trimmed/trimmedFace.ts';
import type { BodyEdge, BodyFace, BodyFaces } from './bodyFaces.ts';
import type { Stretch } from './partings.ts';

/** A stretch as a face's boundary; `run` is the sense of its curve in which the face lies to the left, seen from outside. */
export const boundaryStretch = ({ curve, from, to }: Stretch, run: 1 | -1): BoundaryStretch => ({
  curve,
  from,
  to,
  sense: 1,
  run,
  box: boxOfStretch(curve, from, to, IDENTITY),
  ends: [pointOn(curve, from), pointOn(curve, to)],
});

/** A face of a body as the walk on it takes it. @param size the part's size, a length */
export const trimmedFaceOf = (b: BodyFaces, f: BodyFace, size: number): TrimmedFace => ({
  name: f.key,
  surface: f.surface,
  outward: f.outward,
  boundary: f.loops.flat().map((u) => boundaryStretch(b.edges[u.edge] as BodyEdge, u.sense)),
  fine: size * 1e-10,
});
