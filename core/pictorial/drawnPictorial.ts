import { isInsidePolygon } from '../geometry/polygon2.ts';
import { cross2, distance2, dot2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import { drawnAt, drawnLines, placesOn, pointOnLine } from '../solids/drawnLines.ts';
import { areaOf } from '../solids/regions.ts';

/** A straight line of a pictorial. */
export type PictorialLine = { readonly from: Vec2; readonly to: Vec2 };

/** A stretch of a line between two nodes; its regions to the left and to the right of the way from its first node to its second. */
export type Piece = {
  readonly nodes: readonly [number, number];
  readonly regions: readonly [number | undefined, number | undefined];
};

/** A region: what is seen of one face. Its border runs counter-clockwise, piece by piece. */
export type Region = {
  readonly border: readonly { readonly piece: number; readonly isForward: boolean }[];
  readonly corners: readonly Vec2[];
  readonly area: number;
};

/** A pictorial as a map: nodes where lines end or meet, pieces of lines between them, regions that they bound. */
export type DrawnPictorial = {
  readonly nodes: readonly Vec2[];
  readonly pieces: readonly Piece[];
  readonly regions: readonly Region[];
  /** of each node, the pieces that end there */
  readonly at: readonly (readonly number[])[];
};

/** The region in which a place lies: the smallest round it, since one may be drawn within another. */
export const regionAt = (regions: readonly Region[], p: Vec2): number | undefined => {
  let at: number | undefined;
  for (const [k, { area, corners }] of regions.entries())
    if ((at === undefined || area < (regions[at] as Region).area) && isInsidePolygon(p, corners)) at = k;
  return at;
};

/** A place just to the left of the middle of a way. */
const besideOf = (from: Vec2, to: Vec2): Vec2 => {
  const way = sub2(to, from);
  return [(from[0] + to[0]) / 2 - way[1] * 1e-4, (from[1] + to[1]) / 2 + way[0] * 1e-4];
};

/** Whether two ways from one place are one straight line through it. */
const isStraight = (a: Vec2, b: Vec2): boolean =>
  Math.abs(cross2(a, b)) <= 1e-9 * length2(a) * length2(b) && dot2(a, b) < 0;

/** Parts a drawing into pieces and regions. @param tol places nearer than this are one */
export const drawnPictorial = (all: readonly PictorialLine[], tol: number): DrawnPictorial => {
  const { lines, nodes: met } = drawnLines(
    all.map((l) => ({ ...l, seen: true })),
    tol,
  );
  /** The stretches of the lines between some nodes that are drawn. */
  const stretches = (nodes: readonly Vec2[]): [number, number][] => {
    const nodeAt = (p: Vec2): number => nodes.findIndex((q) => distance2(p, q) <= 4 * tol);
    return lines.flatMap((line) => {
      const stops = placesOn(line, nodes, 2 * tol);
      return stops.slice(1).flatMap((to, k): [number, number][] => {
        const from = stops[k] as number;
        if (drawnAt(line, (from + to) / 2) === 'none') return [];
        return [[nodeAt(pointOnLine(line, from)), nodeAt(pointOnLine(line, to))]];
      });
    });
  };
  // a line that is drawn in several strokes is one: where only it goes on there is no node
  const strokes = stretches(met);
  const nodes = met.filter((p, n) => {
    const ways = strokes.flatMap(([a, b]) =>
      a === n ? [sub2(met[b] as Vec2, p)] : b === n ? [sub2(met[a] as Vec2, p)] : [],
    );
    return !(ways.length === 2 && isStraight(ways[0] as Vec2, ways[1] as Vec2));
  });
  const ends = stretches(nodes);
  // half 2k runs along piece k, half 2k + 1 back
  const startOf = (half: number): number => (ends[half >> 1] as [number, number])[half & 1] as number;
  const leaving: number[][] = nodes.map(() => []);
  ends.forEach(([a, b], k) => {
    leaving[a]?.push(2 * k);
    leaving[b]?.push(2 * k + 1);
  });
  const angleOf = (half: number): number => {
    const d = sub2(nodes[startOf(half ^ 1)] as Vec2, nodes[startOf(half)] as Vec2);
    return Math.atan2(d[1], d[0]);
  };
  for (const own of leaving) own.sort((a, b) => angleOf(a) - angleOf(b));
  // with the region to the left one goes on by the next way clockwise from the one back
  const nextOf = (half: number): number => {
    const own = leaving[startOf(half ^ 1)] as number[];
    return own[(own.indexOf(half ^ 1) + own.length - 1) % own.length] as number;
  };
  const regionOf = new Map<number, number | undefined>();
  const regions: Region[] = [];
  const outsides: (readonly number[])[] = [];
  for (let first = 0; first < 2 * ends.length; first++) {
    if (regionOf.has(first)) continue;
    const way: number[] = [];
    for (let half = first; !way.includes(half); half = nextOf(half)) way.push(half);
    const corners = way.map((h) => nodes[startOf(h)] as Vec2);
    // a way round the outside runs clockwise
    const area = areaOf(corners);
    const isRegion = area > tol;
    for (const h of way) regionOf.set(h, isRegion ? regions.length : undefined);
    if (isRegion)
      regions.push({ border: way.map((h) => ({ piece: h >> 1, isForward: !(h & 1) })), corners, area });
    else outsides.push(way);
  }
  // what surrounds a figure that is drawn within a region is that region
  for (const way of outsides) {
    const [half] = way as [number];
    const beside = besideOf(nodes[startOf(half)] as Vec2, nodes[startOf(half ^ 1)] as Vec2);
    const around = regionAt(regions, beside);
    for (const h of way) regionOf.set(h, around);
  }
  return {
    nodes,
    pieces: ends.map((own, k) => ({ nodes: own, regions: [regionOf.get(2 * k), regionOf.get(2 * k + 1)] })),
    regions,
    at: leaving.map((own) => own.map((h) => h >> 1)),
  };
};

/** Where a piece leads from one of its nodes. */
const leadsFrom = ({ nodes, pieces }: DrawnPictorial, node: number, piece: number): Vec2 => {
  const [a, b] = (pieces[piece] as Piece).nodes;
  return sub2(nodes[a === node ? b : a] as Vec2, nodes[node] as Vec2);
};

/**
 * The pieces at a node that only end behind the edge which runs through it: two pieces are one straight line there, and all others lie on
 * one side of it.
 */
export const endingBehind = (drawn: DrawnPictorial, node: number): readonly number[] => {
  const own = (drawn.at[node] as readonly number[]).map((piece) => ({
    piece,
    way: leadsFrom(drawn, node, piece),
  }));
  for (const a of own)
    for (const b of own) {
      if (!isStraight(a.way, b.way)) continue;
      const others = own.filter((o) => o !== a && o !== b);
      const sides = others.map((o) => Math.sign(cross2(a.way, o.way)));
      if (others.length && sides.every((s) => s === sides[0])) return others.map((o) => o.piece);
    }
  return [];
};
