import type { Vec3 } from '../geometry/vec.ts';

/**
 * A solid given by its faces, as files of solids have it: each face is a stretch of one surface, trimmed by edges. Plain data, which a
 * drawing keeps. Coordinates in the solid's own frame, lengths in its unit.
 */
export type SurfaceOf =
  /** the plane n.p = d, n the direction out of the material, unit */
  | { readonly kind: 'plane'; readonly n: Vec3; readonly d: number }
  /** about the line through o along a, unit */
  | {
      readonly kind: 'cylinder';
      readonly o: Vec3;
      readonly a: Vec3;
      readonly r: number;
      readonly filled: boolean;
    }
  /** apex o, opening along a, half angle in rad */
  | {
      readonly kind: 'cone';
      readonly o: Vec3;
      readonly a: Vec3;
      readonly half: number;
      readonly filled: boolean;
    }
  | { readonly kind: 'sphere'; readonly o: Vec3; readonly r: number; readonly filled: boolean }
  /** R the radius of the tube's centre circle, r that of the tube */
  | {
      readonly kind: 'torus';
      readonly o: Vec3;
      readonly a: Vec3;
      readonly R: number;
      readonly r: number;
      /** the material is within the surface */
      readonly filled: boolean;
    };

/** An edge, from one end to the other; a closed one has both ends in one place. */
export type EdgeOf =
  | { readonly kind: 'line'; readonly ends: readonly [Vec3, Vec3] }
  /** c + u cos t + v sin t, u square to v, t from `from` to `to` (rad, ascending) */
  | {
      readonly kind: 'ellipse';
      readonly c: Vec3;
      readonly u: Vec3;
      readonly v: Vec3;
      readonly from: number;
      readonly to: number;
    }
  /** along the curve in which the surfaces of its faces meet, through these points */
  | { readonly kind: 'meeting'; readonly through: readonly Vec3[] };

/**
 * A face: `edges` are those that bound it, each as its number and the sense in which it is run so that the face lies to its left, seen
 * from outside. Edges inside one surface (its seams) are left out.
 */
export type FaceOf = {
  readonly name: string;
  readonly surface: SurfaceOf;
  readonly edges: readonly (readonly [number, 1 | -1])[];
};

export type TrimmedSolid = {
  readonly kind: 'trimmed';
  readonly edges: readonly EdgeOf[];
  readonly faces: readonly FaceOf[];
};
