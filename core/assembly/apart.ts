import { boxCentre } from '../geometry/box.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { add, along, cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { frameToward } from '../geometry/viewFrames.ts';
import type { ModelledPart } from '../part/model.ts';
import { bodyAndFace } from '../part/placeSchema.ts';
import { axisOf, flatFace } from '../part/placing.ts';
import type { Tolerance } from '../solid/body.ts';
import type { BuiltBody, BuiltPart } from '../solid/build.ts';
import { reachOfBody } from '../solid/extent.ts';
import { type Clearance, clearanceAlong } from './clearance.ts';

/** How a body of an exploded pictorial stands apart from the one that it was put on. */
export type Apart = {
  /** its shift from its place, part units */
  readonly move: Vec3;
  /** the line on which it was drawn off, across the free room between it and what it stood on; undefined for a body that stays */
  readonly path: { readonly from: Vec3; readonly to: Vec3 } | undefined;
};

/** The free room between two bodies that were drawn apart, as a share of the assembly's size. */
const FREE_ROOM = 0.12;

/** The way in which a body comes off: along its placing axis, away from what it was put against. */
type Way = {
  readonly along: Vec3;
  /** a point of the line on which it comes off */
  readonly through: Vec3;
  /** the body that it was put on: it goes along with that one */
  readonly base: number | undefined;
};

const isAlong = (a: Vec3, b: Vec3): boolean => length(cross(a, b)) < EDGE_ON * 10;

/** The way off by the relations that placed a body. */
const wayByRelations = ({ file, model }: ModelledPart, i: number, body: BuiltBody): Way | undefined => {
  const before = model.bodies.slice(0, i);
  const found = (file.bodies[i]?.place ?? []).flatMap((r) => {
    const named = bodyAndFace('axis' in r ? r.on : 'against' in r ? r.against : r.along, before);
    if (!named) return [];
    const [other, face] = named;
    const met = 'axis' in r ? axisOf(other, face) : flatFace(other, face);
    return met
      ? [
          {
            kind: 'axis' in r ? 'axis' : 'against' in r ? 'against' : 'along',
            met,
            base: before.indexOf(other),
          },
        ]
      : [];
  });
  const against = found.find((x) => x.kind === 'against');
  const axes = found.filter((x) => x.kind === 'axis');
  const axis = axes.find((x) => against && isAlong(x.met.direction, against.met.direction)) ?? axes[0];
  const centre = boxCentre(body.solid.box);
  if (against && (!axis || isAlong(axis.met.direction, against.met.direction)))
    return { along: against.met.direction, through: axis?.met.point ?? centre, base: against.base };
  if (!axis) return undefined;
  // nothing says to which side: to that on which most of it stands
  const { direction, point } = axis.met;
  const base = before[axis.base];
  const beside = base ? dot(sub(centre, point), direction) : 0;
  return { along: scale(direction, beside < 0 ? -1 : 1), through: point, base: axis.base };
};

const WORLD: readonly Vec3[] = [
  [0, 0, 1],
  [0, 0, -1],
  [1, 0, 0],
  [-1, 0, 0],
  [0, -1, 0],
  [0, 1, 0],
];

const reach = (b: BuiltBody, d: Vec3): [number, number] => reachOfBody(b.solid, b.edges, d);

/** True where two bodies cover one another as they are seen along a direction: one cannot pass the other there. */
const isInTheWay = (a: BuiltBody, b: BuiltBody, by: Vec3, d: Vec3, tol: number): boolean => {
  const f = frameToward(d);
  return [f.u, f.v].every((axis) => {
    const [a0, a1] = reach(a, axis);
    const [b0, b1] = reach(b, axis);
    const off = dot(by, axis);
    return Math.min(a1, b1 + off) - Math.max(a0, b0 + off) > tol;
  });
};

const isBlocked = (c: Clearance): boolean => c.ahead !== undefined || c.shared !== undefined;
/** Whether nothing is in a body's way along a direction. */
const isClear = (body: BuiltBody, earlier: readonly BuiltBody[], d: Vec3, tol: Tolerance): boolean =>
  !earlier.some((o) => isBlocked(clearanceAlong(body, o, d, tol)));

/**
 * The direction in which a body comes off what stands behind it nearest, with nothing in its way; the first of several that are alike. A direction in which
 * it only slides past the others is none.
 */
const nearestBehind = (
  body: BuiltBody,
  earlier: readonly BuiltBody[],
  directions: readonly Vec3[],
  tol: Tolerance,
): { readonly along: Vec3; readonly base: number } | undefined => {
  let best: { along: Vec3; base: number; gap: number } | undefined;
  for (const d of directions) {
    const met = earlier.map((o) => clearanceAlong(body, o, d, tol));
    if (met.some(isBlocked)) continue;
    met.forEach((c, base) => {
      if (c.behind && c.behind.gap < (best?.gap ?? Number.POSITIVE_INFINITY) - tol.linear * 100)
        best = { along: d, base, gap: c.behind.gap };
    });
  }
  return best;
};

/** The way in which a body comes off those before it; undefined where there is none. */
const wayOff = (
  modelled: ModelledPart,
  i: number,
  bodies: readonly BuiltBody[],
  tol: Tolerance,
): Way | undefined => {
  const body = bodies[i] as BuiltBody;
  const earlier = bodies.slice(0, i);
  const stated = wayByRelations(modelled, i, body);
  if (stated && isClear(body, earlier, stated.along, tol)) return stated;
  // placed by figures; or against a side of its slot, through which it cannot come
  const own: Vec3 = modelled.outers[i]?.z ?? [0, 0, 1];
  const through = boxCentre(body.solid.box);
  const off = nearestBehind(body, earlier, [own, scale(own, -1), ...WORLD], tol);
  if (off) return { along: off.along, through, base: stated?.base ?? off.base };
  // a key or cotter that only slides past comes out with its large end first
  const free = [scale(own, -1), own, ...WORLD].find((d) => isClear(body, earlier, d, tol));
  return free ? { along: free, through, base: stated?.base } : stated;
};

/**
 * Where the bodies of an assembly stand in an exploded pictorial: each is drawn off along the axis on which it was placed, away from what it was put
 * against, far enough to be clear of all that were there before it; what was put on it goes along. A body that is placed by figures, or that cannot leave so, comes off
 * what stands behind it nearest, in a direction in which nothing is in its way.
 * @returns a shift for each body, in the order of the statement
 */
export const movesApart = (modelled: ModelledPart, part: BuiltPart): readonly Apart[] => {
  const { bodies, tol } = part;
  const out: Apart[] = [];
  bodies.forEach((body, i) => {
    const earlier = bodies.slice(0, i);
    const way = i === 0 ? undefined : wayOff(modelled, i, bodies, tol);
    if (!way) {
      out.push({ move: [0, 0, 0], path: undefined });
      return;
    }
    const d = way.along;
    const carried = way.base === undefined ? ([0, 0, 0] as Vec3) : (out[way.base] as Apart).move;
    const [low] = reach(body, d);
    const front = Math.max(
      Number.NEGATIVE_INFINITY,
      ...earlier.flatMap((o, k) => {
        const by = sub((out[k] as Apart).move, carried);
        return isInTheWay(body, o, by, d, tol.linear) ? [reach(o, d)[1] + dot(by, d)] : [];
      }),
    );
    const free = FREE_ROOM * tol.size;
    const step = Number.isFinite(front) ? Math.max(0, front + free - low) : 0;
    const move = along(carried, d, step);
    const from = add(along(way.through, d, front - dot(way.through, d)), carried);
    out.push({ move, path: step > 0 ? { from, to: along(from, d, free) } : undefined });
  });
  return out;
};
