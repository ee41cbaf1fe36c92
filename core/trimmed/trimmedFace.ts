import type { Box3 } from '../geometry/box.ts';
import type { Surface } from '../geometry/surface.ts';
import type { Vec3 } from '../geometry/vec.ts';
import type { EdgeCurve } from './edgeCurve.ts';

/** A stretch of a face's boundary; run in the sense `run` of its curve it has the face to its left, seen from outside. */
export type BoundaryStretch = EdgeCurve & {
  readonly run: 1 | -1;
  readonly box: Box3;
  readonly ends: readonly [Vec3, Vec3];
};

/** A face with all that questions about it need, in the solid's own frame. */
export type TrimmedFace = {
  readonly name: string;
  readonly surface: Surface;
  /** 1 where the surface's normal leads out of the material, else -1 */
  readonly outward: 1 | -1;
  readonly boundary: readonly BoundaryStretch[];
  /** nearer to the boundary than this a place is not told apart from it, a length */
  readonly fine: number;
};
