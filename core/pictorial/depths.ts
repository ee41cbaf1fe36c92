import { AXES, cross2, length2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { type DrawnPictorial, endingBehind, type Piece } from './drawnPictorial.ts';
import { lifted, onPaper, type SideSeen } from './isometricPaper.ts';

/** The end of a piece as a point of space: pieces that meet in a corner share it, one that ends behind an edge has its own. */
export type Joint = {
  readonly node: number;
  /** joints whose depths are known from one another are of one group */
  readonly group: number;
  /** its depth beside the others of its group */
  readonly depth: number;
  /** whether a piece ends here behind an edge, or may do so */
  readonly isBehind: boolean;
};

/** A pictorial with the depths that follow from its lines along the axes. */
export type Depths = {
  readonly joints: readonly Joint[];
  /** of each piece the joints at its two nodes */
  readonly ends: readonly (readonly [number, number])[];
  /** of each piece the axis that it runs along; undefined where it slopes */
  readonly axes: readonly (0 | 1 | 2 | undefined)[];
  readonly groups: number;
};

/** How the lines of a pictorial are taken. */
export type Reading = {
  /** whether lines that meet in more than a plain corner are not joined: an edge may end behind a corner that falls on it */
  readonly isLoose: boolean;
  /** whether an upright line that ends where all others slope slopes too: the nearest edge of a pyramid stands upright on the paper */
  readonly doUprightsSlope: boolean;
};

/** The axis that a way on the paper runs along, and how far along it; undefined where it slopes. */
const axisOf = (side: SideSeen, way: Vec2): { axis: 0 | 1 | 2; steps: number } | undefined => {
  const axis = AXES.findIndex((a) => {
    const own = onPaper(side, a);
    return Math.abs(cross2(own, way)) <= 1e-9 * length2(own) * length2(way);
  });
  if (axis < 0) return undefined;
  const own = onPaper(side, AXES[axis] as Vec3);
  const k = own[0] === 0 ? 1 : 0;
  return { axis: axis as 0 | 1 | 2, steps: (way[k] as number) / (own[k] as number) };
};

/** The axis of each piece, and how far along it; undefined where it slopes. */
const waysOf = ({ pieces, nodes }: DrawnPictorial, side: SideSeen): ReturnType<typeof axisOf>[] =>
  pieces.map((p) => axisOf(side, sub2(nodes[p.nodes[1]] as Vec2, nodes[p.nodes[0]] as Vec2)));

/** The upright pieces of a drawing that end where all others slope, two at least: they may slope themselves, as those of a pyramid do. */
export const uprightsAmongSlopes = (drawn: DrawnPictorial, side: SideSeen): readonly number[] => {
  const axes = waysOf(drawn, side).map((way) => way?.axis);
  return drawn.pieces.flatMap(({ nodes }, k) => {
    const areSlopes = nodes.some((n) => {
      const others = (drawn.at[n] as readonly number[]).filter((other) => other !== k);
      return others.length > 1 && others.every((other) => axes[other] === undefined);
    });
    return axes[k] === 2 && areSlopes ? [k] : [];
  });
};

/**
 * Follows the lines along the axes from corner to corner: each carries its depth to its other end. A line that ends behind an edge is not
 * joined to it.
 * @returns the node at which two ways round do not come to one depth, where there is such
 */
export const depthsOf = (
  drawn: DrawnPictorial,
  side: SideSeen,
  { isLoose, doUprightsSlope }: Reading,
  tol: number,
): { readonly depths: Depths } | { readonly disagreesAt: number } => {
  const points: { node: number; isBehind: boolean }[] = [];
  const own = drawn.pieces.map((): [number, number] => [-1, -1]);
  drawn.at.forEach((pieces, node) => {
    const behind = endingBehind(drawn, node);
    let shared: number | undefined;
    for (const piece of pieces) {
      const isBehind = behind.includes(piece) || (isLoose && (pieces.length > 3 || behind.length > 0));
      const joint = isBehind || shared === undefined ? points.push({ node, isBehind }) - 1 : shared;
      if (!isBehind) shared = joint;
      (own[piece] as [number, number])[(drawn.pieces[piece] as Piece).nodes.indexOf(node)] = joint;
    }
  });
  const unsure = doUprightsSlope ? uprightsAmongSlopes(drawn, side) : [];
  const ways = waysOf(drawn, side).map((way, k) => (unsure.includes(k) ? undefined : way));
  const beside: { to: number; by: number }[][] = points.map(() => []);
  own.forEach(([a, b], k) => {
    const way = ways[k];
    if (!way) return;
    const by = way.axis === 1 ? way.steps : 0;
    beside[a]?.push({ to: b, by });
    beside[b]?.push({ to: a, by: -by });
  });
  const found: ({ group: number; depth: number } | undefined)[] = points.map(() => undefined);
  let groups = 0;
  for (const [first] of points.entries()) {
    if (found[first]) continue;
    const group = groups++;
    found[first] = { group, depth: 0 };
    const next = [first];
    for (let at = next.pop(); at !== undefined; at = next.pop())
      for (const { to, by } of beside[at] as { to: number; by: number }[]) {
        const depth = (found[at] as { depth: number }).depth + by;
        const known = found[to];
        if (!known) {
          found[to] = { group, depth };
          next.push(to);
        } else if (Math.abs(known.depth - depth) > tol)
          return { disagreesAt: (points[to] as { node: number }).node };
      }
  }
  return {
    depths: {
      joints: points.map((p, i) => ({ ...p, ...(found[i] as { group: number; depth: number }) })),
      ends: own,
      axes: ways.map((w) => w?.axis),
      groups,
    },
  };
};

/** Where a joint is in space, where its group is moved to a depth. */
export const placeOfJoint = (drawn: DrawnPictorial, side: SideSeen, joint: Joint, groupDepth: number): Vec3 =>
  lifted(side, drawn.nodes[joint.node] as Vec2, joint.depth + groupDepth);
