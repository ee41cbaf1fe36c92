import { inBox } from '../geometry/box.ts';
import { pointOn } from '../geometry/curve3.ts';
import { IDENTITY } from '../geometry/rigid.ts';
import { boxOfStretch } from '../geometry/stretchBox3.ts';
import { signedDistance } from '../geometry/surface.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { insideSolid } from '../solid/body.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import type { BuiltBody, BuiltPart } from '../solid/build.ts';
import { measureSolid } from '../solid/measure.ts';
import { lookAlike } from '../solids/compared.ts';
import { isOnStretch } from '../trimmed/edgeCurve.ts';

/** Edges and views of two parts that differ by less than this share of the size are the same. */
const SAME_VIEW = 1e-6;
/** Areas and volumes that differ by less than this share are the same. */
const SAME_MEASURE = 1e-9;

/** Places along an edge that are looked for on another body, as shares of its length. */
const SHARES = [0.02, 0.27, 0.5, 0.81];

/** Whether all drawn edges of a part lie on drawn edges of another. */
const edgesLieOn = (a: BuiltPart, b: BuiltPart, tol: number): boolean => {
  const drawn = (p: BuiltPart): Edge[] => p.bodies.flatMap((own) => own.edges.filter(isDrawn));
  const others = drawn(b).map((e) => ({ e, box: boxOfStretch(e.curve, e.from, e.to, IDENTITY) }));
  return drawn(a).every((e) =>
    SHARES.every((share) => {
      const p = pointOn(e.curve, e.from + share * (e.to - e.from));
      return others.some((o) => inBox(o.box, p, tol) && isOnStretch(o.e.curve, o.e.from, o.e.to, p, tol));
    }),
  );
};

/** Whether two parts have the same volume and area, the same edges, and look alike from all six sides. */
export const isSame = (a: BuiltPart, b: BuiltPart): boolean => {
  const [x, y] = [a, b].map((p) => p.bodies.map((own) => measureSolid(own.solid, own.edges)));
  const near = (p: number, q: number): boolean => Math.abs(p - q) <= SAME_MEASURE * Math.abs(p);
  return (
    x?.length === 1 &&
    y?.length === 1 &&
    near(x[0]?.volume as number, y[0]?.volume as number) &&
    near(x[0]?.area as number, y[0]?.area as number) &&
    edgesLieOn(a, b, a.tol.size * SAME_VIEW) &&
    edgesLieOn(b, a, a.tol.size * SAME_VIEW) &&
    lookAlike(a, b, a.tol.size * SAME_VIEW)
  );
};

/** In so many places it is looked whether a net and its rounds hold the same. */
const LOOKS = 800;

/**
 * Whether a stated body is the one that a net stands for: all corners of the net lie on its faces, and where one holds material and the other
 * does not is no farther from its faces than the net may be.
 */
export const standsFor = (
  net: BuiltPart,
  corners: readonly Vec3[],
  stated: BuiltPart,
  deviation: number,
  near: number,
): boolean => {
  const [a, b] = [net.bodies[0], stated.bodies[0]] as [BuiltBody, BuiltBody | undefined];
  if (!b || stated.bodies.length !== 1) return false;
  const off = (p: Vec3): number => Math.min(...b.solid.surfaces.map((x) => Math.abs(signedDistance(x, p))));
  if (corners.some((p) => off(p) > near)) return false;
  const [x, y] = [a, b].map((own) => measureSolid(own.solid, own.edges));
  const farthest = deviation + near;
  if (Math.abs((x?.volume as number) - (y?.volume as number)) > farthest * (y?.area as number)) return false;
  const { box } = stated;
  // places that fill the box evenly, the same each time
  const places = Array.from({ length: LOOKS }, (_, i) =>
    ([0, 1, 2] as const).map((k) => {
      const share = ((i + 1) * (SPREAD[k] as number)) % 1;
      return (box[k] as number) + ((box[k + 3] as number) - (box[k] as number)) * share;
    }),
  ) as unknown as Vec3[];
  return places.every((p) => insideSolid(a.solid, p) === insideSolid(b.solid, p) || off(p) <= farthest);
};
/** Steps that fill a box evenly: powers of the root of x^4 = x + 1. */
const SPREAD = [0.8191725133961645, 0.6710436067037893, 0.5497004779019703] as const;
