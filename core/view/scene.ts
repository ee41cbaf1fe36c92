import type { Box3 } from '../geometry/box.ts';
import { boxCorners } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { type Solid, solidIntervals, type Tolerance } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewFrame } from './frames.ts';
import { flatten } from './project.ts';

/** What remains after a cut: the side of the plane where n.p >= d. */
export type HalfSpace = { readonly n: Vec3; readonly d: number };

/** A body as it stands in a view: whole, or with one side of a plane taken away. */
export type SceneBody = {
  readonly solid: Solid;
  /** the edges that remain, the cut face's outline among them */
  readonly edges: readonly Edge[];
  readonly kept?: HalfSpace;
};

/** Answers whether material stands between a point and the observer. */
export type Sight = { readonly blocked: (p: Vec3) => boolean };

/**
 * How far in front of a point a ray starts to look, as a share of the size: nearer than this the point's own faces,
 * met by a ray moved aside by SIDE_SHARE, would seem to stand before it (a tangent surface of radius R rises by
 * sqrt(2 R e)).
 */
const START_SHARE = 1e-5;
/** How far to either side of a line the two rays run, as a share of the size. */
export const SIDE_SHARE = 1e-11;

export const sightOf = (scene: readonly SceneBody[], f: ViewFrame, tol: Tolerance): Sight => {
  const start = tol.size * START_SHARE;
  const bodies = scene.map((b) => {
    const flatBoxes = b.solid.cells.map(({ cell }): Box3 => {
      const corners = boxCorners(cell.box).map((p) => flatten(f, p));
      const us = corners.map((p) => p[0]);
      const vs = corners.map((p) => p[1]);
      return [Math.min(...us), Math.min(...vs), 0, Math.max(...us), Math.max(...vs), 0];
    });
    return { ...b, flatBoxes, grid: boxGrid(flatBoxes, start) };
  });
  return {
    blocked: (p) => {
      const [u, v] = flatten(f, p);
      return bodies.some(({ solid, kept, flatBoxes, grid }) => {
        const cells = grid.near([u, v, 0, u, v, 0]).filter((i) => {
          const b = flatBoxes[i] as Box3;
          return u >= b[0] && u <= b[3] && v >= b[1] && v <= b[4];
        });
        if (!cells.length) return false;
        let lo = start;
        let hi = Number.POSITIVE_INFINITY;
        if (kept) {
          const rise = dot(kept.n, f.toward);
          const gap = dot(kept.n, p) - kept.d;
          if (Math.abs(rise) < 1e-12) {
            if (gap < 0) return false;
          } else if (rise > 0) lo = Math.max(lo, -gap / rise);
          else hi = -gap / rise;
        }
        if (lo >= hi) return false;
        const stretches = solidIntervals(solid, p, f.toward, cells);
        for (let i = 0; i < stretches.length; i += 2) {
          const a = Math.max(lo, stretches[i] as number);
          const b = Math.min(hi, stretches[i + 1] as number);
          // thinner than the tolerance is the last bit of two faces in one place, not a wall
          if (b - a > tol.linear) return true;
        }
        return false;
      });
    },
  };
};
