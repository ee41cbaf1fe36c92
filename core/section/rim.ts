import { type Curve3, pointOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import type { Vec3 } from '../geometry/vec.ts';

/** A stretch of the cut face's outline, run from `from` to `to` (descending where run backwards) with material on the left in (s, t). */
export type RimPiece = {
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  /** the surface that was cut, by its number in the body and itself */
  readonly surface: number;
  readonly skin: Surface;
  /** key of the face that was cut */
  readonly face: string;
  /** the leg of the cut in which the piece lies, counted from 0 */
  readonly leg: number;
};
export type RimLoop = { readonly outer: boolean; readonly pieces: readonly RimPiece[] };

export const startOf = (p: RimPiece): Vec3 => pointOn(p.curve, p.from);
export const endOf = (p: RimPiece): Vec3 => pointOn(p.curve, p.to);
