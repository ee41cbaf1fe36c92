import { type Curve3, pointOn, within } from '../geometry/curve3.ts';
import { signChanges } from '../geometry/roots.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { coneOutlineRadii } from './silhouette.ts';

/** A stretch of a curve in space. */
export type Stretch3 = { readonly curve: Curve3; readonly from: number; readonly to: number };

/** Samples along a curve on a torus, where the outline has no closed form. */
const SAMPLES = 64;

/** Where a curve on a surface crosses the outline that an observer in the direction `toward` sees of it. */
export const turningsOn = (
  s: Surface,
  { curve, from, to }: Stretch3,
  toward: Vec3,
  tol: number,
): number[] => {
  const through = (n: Vec3, o: Vec3): number[] =>
    within(curve, crossings(curve, { kind: 'plane', n, d: dot(n, o) }, tol), from, to);
  switch (s.kind) {
    case 'plane':
      return [];
    case 'cylinder': {
      const n = cross(s.a, toward);
      const size = length(n);
      // the outline generators lie in the plane through the axis square to a x n
      return size < 1e-9 ? [] : through(cross(s.a, scale(n, 1 / size)), s.o);
    }
    case 'sphere':
      return through(toward, s.o);
    case 'cone':
      return coneOutlineRadii(s, toward).flatMap((e) =>
        through(cross(s.a, e), s.o).filter((t) => dot(sub(pointOn(curve, t), s.o), e) > 0),
      );
    case 'torus':
      return signChanges((t) => dot(normalAt(s, pointOn(curve, t)), toward), from, to, SAMPLES);
  }
};
