import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { Arrangement } from '../solids/arrangement.ts';
import { commonMeasure } from '../solids/coordinates.ts';
import type { Clause, Literal } from '../solids/satisfy.ts';
import type { Bounds } from '../solids/solidFeatures.ts';
import { type DrawnPictorial, type Piece, regionAt } from './drawnPictorial.ts';
import { lifted, onPaper, type SideSeen, TOWARD } from './isometricPaper.ts';

/** What a line of sight meets: cells from the observer on, each with the plane through which it is entered. */
type Met = readonly { readonly plane: number; readonly cell: number }[];

const looking = (space: Arrangement, side: SideSeen): ((p: Vec2) => Met) => {
  const ids = new Map(space.cells.map((c, i) => [c.sides.join(''), i]));
  const toward = TOWARD[side];
  const across = space.planes.map(({ n }) => dot(n, toward));
  return (p) => {
    const base: Vec3 = lifted(side, p, 0);
    const sides = space.planes.map(({ n, d }, k) => {
      const slope = across[k] as number;
      return Math.sign(Math.abs(slope) > 1e-9 ? slope : dot(n, base) - d);
    });
    const met = space.planes
      .flatMap(({ n, d }, plane) => {
        const slope = across[plane] as number;
        return Math.abs(slope) > 1e-9 ? [{ plane, t: (d - dot(n, base)) / slope }] : [];
      })
      .sort((a, b) => b.t - a.t);
    return met.flatMap(({ plane }) => {
      sides[plane] = -(sides[plane] as number);
      const cell = ids.get(sides.join(''));
      return cell === undefined ? [] : [{ plane, cell }];
    });
  };
};

/** A step aside, so that no line of sight runs along an edge: shares of a square that are in no simple ratio. */
const ASIDE: Vec2 = [0.0137, 0.0089];
/** Where faces slope, lines of sight are so many times closer. */
const CLOSER = 3;

/**
 * Places all over the paper that the box takes up: one or more in each of the small triangles into which the level and upright planes part it.
 * @param measure the greatest length that measures all distances between these planes
 */
function* placesOver(side: SideSeen, bounds: Bounds, measure: number, isClose: boolean): Generator<Vec2> {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((k) =>
    onPaper(side, [0, 1, 2].map((a) => (k & (1 << a) ? bounds.max : bounds.min)[a]) as unknown as Vec3),
  );
  const step = isClose ? measure / CLOSER : measure;
  // the triangles are counted from a corner of the box
  const [u0, v0] = onPaper(side, bounds.min);
  const range = (k: 0 | 1, from: number): [number, number] => {
    const all = corners.map((p) => Math.round((p[k] - from) / step));
    return [Math.min(...all), Math.max(...all)];
  };
  const [left, right] = range(0, u0);
  const [bottom, top] = range(1, v0);
  for (let c = left; c < right; c++)
    for (let h = bottom; h <= top; h++)
      // at each height a column of the paper has one triangle; both places lie in it
      for (const third of [1 / 3, 2 / 3])
        yield [u0 + (c + third + ASIDE[0]) * step, v0 + (h + ASIDE[1]) * step];
}

/** A boundary is a surface: round an edge it is not full, empty, full, empty. @param round the cells round it in order */
const surfaceRound = (round: readonly (number | undefined)[]): Clause[] => {
  const out: Clause[] = [];
  const n = round.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      for (let k = j + 1; k < n; k++)
        for (let l = k + 1; l < n; l++)
          for (const firstFull of [true, false]) {
            const own = [i, j, k, l].map((c, m) => ({ cell: round[c], isFull: (m % 2 === 0) === firstFull }));
            // outside the box all is empty
            if (own.some((o) => o.cell === undefined && o.isFull)) continue;
            out.push(
              own.flatMap((o) => (o.cell === undefined ? [] : [o.isFull ? -(o.cell + 1) : o.cell + 1])),
            );
          }
  return out;
};

/**
 * What a pictorial demands of the cells of space, as clauses. Cell k is variable k + 1; further variables say in which plane the face of a
 * region lies.
 * - no line of sight beside the drawing meets material;
 * - in a region all lines of sight meet material first in one plane, and on both sides of a line in different ones;
 * - a solid's boundary is a surface: it does not touch itself along an edge.
 */
export const linesOfSight = (
  drawn: DrawnPictorial,
  space: Arrangement,
  bounds: Bounds,
  side: SideSeen,
): { readonly count: number; readonly clauses: readonly Clause[] } => {
  const clauses: Clause[] = [];
  let count = space.cells.length;
  const faces = drawn.regions.map(() => new Map<number, Literal>());
  const faceIn = (region: number, plane: number): Literal => {
    const own = faces[region] as Map<number, Literal>;
    const known = own.get(plane) ?? ++count;
    own.set(plane, known);
    return known;
  };
  const isClose = space.planes.some(({ n }) => n.filter((x) => Math.abs(x) > 1e-9).length > 1);
  const look = looking(space, side);
  const known = new Set<string>();
  const lengths = space.planes.flatMap(({ n, d }) => {
    const axis = n.findIndex((x) => Math.abs(x) > 1 - 1e-9);
    const length = axis < 0 ? 0 : d - (bounds.min[axis] as number);
    return length > bounds.tol * 10 ? [length] : [];
  });
  const measure = commonMeasure(lengths, bounds.tol * 10);
  for (const p of placesOver(side, bounds, measure, isClose)) {
    const met = look(p);
    if (!met.length) continue;
    const region = regionAt(drawn.regions, p);
    const key = `${region} ${met.map((m) => `${m.plane}/${m.cell}`).join(' ')}`;
    if (known.has(key)) continue;
    known.add(key);
    if (region === undefined) {
      for (const { cell } of met) clauses.push([-(cell + 1)]);
      continue;
    }
    const before: Literal[] = [];
    for (const { plane, cell } of met) {
      clauses.push([...before, -(cell + 1), faceIn(region, plane)]);
      before.push(cell + 1);
    }
    clauses.push(before);
  }
  for (const own of faces) {
    const all = [...own.values()];
    all.forEach((a, i) => {
      for (const b of all.slice(i + 1)) clauses.push([-a, -b]);
    });
  }
  for (const { regions } of drawn.pieces as readonly Piece[]) {
    const [left, right] = regions;
    if (left === undefined || right === undefined) continue;
    for (const [plane, own] of faces[left] as Map<number, Literal>) {
      const other = faces[right]?.get(plane);
      if (other !== undefined) clauses.push([-own, -other]);
    }
  }
  for (const { cells } of space.edges) clauses.push(...surfaceRound(cells));
  return { count, clauses };
};
