import type { Curve3 } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import type { Vec3 } from '../geometry/vec.ts';

/**
 * A body's boundary as faces that are bounded by edges: what files of solids hold. World coordinates, the part's unit. Every edge has two
 * uses, by two faces or by one, in opposite senses.
 */
export type BodyEdge = {
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  /** numbers of the vertices it runs from and to; a closed edge has the same twice */
  readonly start: number;
  readonly end: number;
};
/** An edge with the sense in which it is run: with its curve (1) or against it. */
export type EdgeUse = { readonly edge: number; readonly sense: 1 | -1 };
/** A face; each loop is run so that the face lies to its left, seen from outside. */
export type BodyFace = {
  readonly key: string;
  readonly surface: Surface;
  /** 1 where the surface's normal leads out of the material */
  readonly outward: 1 | -1;
  readonly loops: readonly (readonly EdgeUse[])[];
};
/** One piece of material: the faces around it, and those of each hollow in it, by their numbers. */
export type BodyPiece = {
  readonly outer: readonly number[];
  readonly hollows: readonly (readonly number[])[];
};
export type BodyFaces = {
  readonly vertices: readonly Vec3[];
  readonly edges: readonly BodyEdge[];
  readonly faces: readonly BodyFace[];
  readonly pieces: readonly BodyPiece[];
};
