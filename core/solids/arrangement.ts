import { add, along, cross, dot, length, perpendiculars, scale, unit, type Vec3 } from '../geometry/vec.ts';
import type { FlatPlane } from './candidatePlanes.ts';

/** A piece of space that no plane passes through; it is solid or empty as a whole. */
export type SpaceCell = {
  /** of each plane, on which side: 1 where n . p > d, or -1 */
  readonly sides: readonly number[];
  readonly corners: readonly number[];
};
/** A piece of a plane between two cells. Undefined is the space outside the box, which is empty. */
export type Facet = {
  readonly plane: number;
  readonly cells: readonly [number | undefined, number | undefined];
};
/** A piece of a line in which planes meet, with the facets round it in order; facet k and facet k + n/2 lie in one plane. */
export type EdgePiece = {
  readonly from: Vec3;
  readonly to: Vec3;
  readonly facets: readonly number[];
  /** between facet k and the next one */
  readonly cells: readonly (number | undefined)[];
};

/** Space parted by planes: the method of Wesley and Markowsky (1981), with whole planes in place of traced faces. */
export type Arrangement = {
  readonly planes: readonly FlatPlane[];
  readonly corners: readonly Vec3[];
  readonly cells: readonly SpaceCell[];
  readonly facets: readonly Facet[];
  readonly edges: readonly EdgePiece[];
  /**
   * The cells that a ray meets, outwards from its start.
   * @param start on which side of each plane it begins
   */
  readonly along: (base: Vec3, direction: Vec3, start: readonly number[]) => number[];
  /** On which side of each plane a point lies; 0 on it. */
  readonly sidesOf: (p: Vec3) => number[];
};

/**
 * The first six planes are those of the box, two and two.
 * @param tol what is nearer is at one place
 * @param rest is called now and then, and may throw to end the work
 */
export const arrangementOf = (
  planes: readonly FlatPlane[],
  tol: number,
  rest: () => void = () => undefined,
): Arrangement => {
  const corners: Vec3[] = [];
  const cornerIds = new Map<string, number>();
  const cornerAt = (p: Vec3): number => {
    // a point near the border of a bucket is looked for on both of its sides
    const near = p.map((x) => [Math.floor(x / tol / 16 + 0.125), Math.floor(x / tol / 16 + 0.375)]);
    for (const x of near[0] as number[])
      for (const y of near[1] as number[])
        for (const z of near[2] as number[]) {
          const known = cornerIds.get(`${x} ${y} ${z}`);
          if (known !== undefined) return known;
        }
    const id = corners.push(p) - 1;
    cornerIds.set(p.map((x) => Math.floor(x / tol / 16 + 0.25)).join(' '), id);
    return id;
  };

  const sidesOf = (p: Vec3): number[] =>
    planes.map(({ n, d }) => {
      const off = dot(n, p) - d;
      return Math.abs(off) <= tol * 2 ? 0 : Math.sign(off);
    });
  // inside the box: above the lower plane of each pair, below the upper one
  const isInBox = (sides: readonly number[]): boolean =>
    [0, 2, 4].every((k) => sides[k] === 1 && sides[k + 1] === -1);

  const cells: { sides: readonly number[]; corners: Set<number> }[] = [];
  const cellIds = new Map<string, number>();
  const cellAt = (sides: readonly number[]): number | undefined => {
    if (!isInBox(sides)) return undefined;
    const key = sides.join('');
    const known = cellIds.get(key);
    if (known !== undefined) return known;
    cells.push({ sides: [...sides], corners: new Set() });
    cellIds.set(key, cells.length - 1);
    return cells.length - 1;
  };
  const facets: Facet[] = [];
  const facetIds = new Map<string, number>();
  const edges: EdgePiece[] = [];

  /** One piece of a line, with the planes through it. */
  const pieceOf = (from: Vec3, to: Vec3, through: readonly number[], way: Vec3): void => {
    const middle = scale(add(from, to), 0.5);
    const sides = sidesOf(middle);
    for (const k of through) sides[k] = 0;
    if ([0, 2, 4].some((k) => sides[k] === -1 || sides[k + 1] === 1)) return;
    const [e1, e2] = perpendiculars(way);
    const halves = through
      .map((plane) => {
        const w = cross(way, (planes[plane] as FlatPlane).n);
        const angle = Math.atan2(dot(w, e2), dot(w, e1));
        return { plane, angle: angle < 0 ? angle + Math.PI : angle >= Math.PI ? angle - Math.PI : angle };
      })
      .sort((a, b) => a.angle - b.angle);
    const all = [...halves, ...halves.map((h) => ({ ...h, angle: h.angle + Math.PI }))];
    const sideAt = (angle: number, on: number): number[] => {
      const w = along(scale(e1, Math.cos(angle)), e2, Math.sin(angle));
      return sides.map((s, k) =>
        through.includes(k) ? (k === on ? 0 : Math.sign(dot((planes[k] as FlatPlane).n, w))) : s,
      );
    };
    const own = all.map((h, k) => {
      const next = all[k + 1]?.angle ?? (all[0] as { angle: number }).angle + 2 * Math.PI;
      return cellAt(sideAt((h.angle + next) / 2, -1));
    });
    const ends = [cornerAt(from), cornerAt(to)];
    for (const c of own) if (c !== undefined) for (const e of ends) cells[c]?.corners.add(e);
    edges.push({
      from,
      to,
      cells: own,
      facets: all.map((h, k) => {
        const on = sideAt(h.angle, h.plane);
        const key = on.join(',');
        const known = facetIds.get(key);
        if (known !== undefined) return known;
        facetIds.set(key, facets.length);
        facets.push({ plane: h.plane, cells: [own[(k + all.length - 1) % all.length], own[k]] });
        return facets.length - 1;
      }),
    });
  };

  planes.forEach((a, i) => {
    for (let j = i + 1; j < planes.length; j++) {
      const b = planes[j] as FlatPlane;
      const d = cross(a.n, b.n);
      if (length(d) < 1e-7) continue;
      rest();
      const way = unit(d);
      // the point of both planes that is nearest to the origin
      const c = dot(a.n, b.n);
      const k = 1 / (1 - c * c);
      const base = add(scale(a.n, (a.d - c * b.d) * k), scale(b.n, (b.d - c * a.d) * k));
      const through: number[] = [];
      const places: number[] = [];
      let isFirst = true;
      planes.forEach((p, m) => {
        const slope = dot(p.n, way);
        const off = p.d - dot(p.n, base);
        if (Math.abs(slope) > 1e-7) places.push(off / slope);
        else if (m === i || m === j || Math.abs(off) <= tol * 4) {
          through.push(m);
          // a line of several planes is taken with the first two of them
          if (m < j && m !== i) isFirst = false;
        }
      });
      if (!isFirst) continue;
      const stops = places
        .sort((x, y) => x - y)
        .filter((x, m, xs) => m === 0 || x - (xs[m - 1] as number) > tol * 4);
      for (let m = 1; m < stops.length; m++)
        pieceOf(along(base, way, stops[m - 1] as number), along(base, way, stops[m] as number), through, way);
    }
  });

  const ray: Arrangement['along'] = (base, direction, start) => {
    const sides = [...start];
    const met = planes
      .flatMap(({ n, d }, k) => {
        const slope = dot(n, direction);
        if (Math.abs(slope) < 1e-9) return [];
        const t = (d - dot(n, base)) / slope;
        // only what the ray still has before it
        return sides[k] === Math.sign(slope) ? [] : [{ k, t, side: Math.sign(slope) }];
      })
      .sort((a, b) => a.t - b.t);
    const out: number[] = [];
    const note = (): void => {
      const id = isInBox(sides) ? cellIds.get(sides.join('')) : undefined;
      if (id !== undefined) out.push(id);
    };
    note();
    met.forEach(({ k, t, side }, m) => {
      sides[k] = side;
      // planes that are met at one place are passed together
      if (met[m + 1] === undefined || (met[m + 1] as { t: number }).t - t > tol) note();
    });
    return out;
  };

  return {
    planes,
    corners,
    cells: cells.map((c) => ({ sides: c.sides, corners: [...c.corners] })),
    facets,
    edges,
    along: ray,
    sidesOf,
  };
};
