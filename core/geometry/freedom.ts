import { compose, IDENTITY, moved, type Rigid, turnVector } from './rigid.ts';
import { add, along, cross, dot, length, scale, sub, unit, type Vec3 } from './vec.ts';

/**
 * A body brought into place by one relation after the other, in closed form: each relation asks that a direction of the body points along
 * a direction of the world, and that a point of it lies in some planes. What stays free is turned and moved as little as can be.
 *
 * A direction takes two of the three freedoms to turn, a second one not along it the last; each plane takes one of the three freedoms to
 * slide. Two points that must lie on two parallel lines fix the turn about them.
 */

/** One thing that must hold: directions and points of the body as it stands before it is placed. */
export type Relation = {
  /** this direction of the body, unit, */
  readonly own: Vec3;
  /** points along this one of the world, unit */
  readonly goal: Vec3;
  /** this point of the body */
  readonly point: Vec3;
  /** lies at this point of the world: all across the direction (on a line), or along it only (in a plane) */
  readonly at: Vec3;
  readonly onto: 'line' | 'plane';
};

/** What a placed body may still do: turn about any axis or about one direction, and slide along so many directions. */
export type Freedom = { readonly turn: 'any' | 'none' | Vec3; readonly slides: number };

/** Where a body stands after its relations, as a move from where it stood, and what is still free. */
export type Placing =
  | { readonly ok: true; readonly move: Rigid; readonly freedom: Freedom }
  | {
      readonly ok: false;
      /** number of the relation that cannot hold */
      readonly relation: number;
      /** by how much it fails: degrees between directions, or a length */
      readonly off: { readonly kind: 'angle' | 'length'; readonly by: number };
    };

/** Directions nearer to one another than this are one, rad. */
const SAME_DIRECTION = 1e-9;
/** A part may fail to meet by so much of its size through rounding alone. */
const MEETS_SHARE = 1e-9;

const rotated = (axis: Vec3, cos: number, sin: number): Rigid => {
  const image = (v: Vec3): Vec3 => {
    const level = dot(axis, v);
    const across = along(v, axis, -level);
    return add(along(scale(axis, level), across, cos), scale(cross(axis, v), sin));
  };
  return { x: image([1, 0, 0]), y: image([0, 1, 0]), z: image([0, 0, 1]), origin: [0, 0, 0] };
};

/** The world's axis that is most square to a direction, made square to it. */
const squareTo = (d: Vec3): Vec3 => {
  const axes: readonly Vec3[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const level = (a: Vec3): number => Math.abs(dot(a, d));
  const best = axes.reduce((m, a) => (level(a) < level(m) - 1e-12 ? a : m));
  return unit(along(best, d, -dot(best, d)));
};

/** The least turn that brings one direction onto another; half a turn goes about the world's axis most square to it. */
const leastTurn = (from: Vec3, to: Vec3): Rigid => {
  const cos = dot(from, to);
  const axis = cross(from, to);
  const sin = length(axis);
  if (sin > SAME_DIRECTION) return rotated(scale(axis, 1 / sin), cos, sin);
  return cos > 0 ? IDENTITY : rotated(squareTo(from), -1, 0);
};

const angleBetween = (a: Vec3, b: Vec3): number => Math.atan2(length(cross(a, b)), dot(a, b));
const DEGREES = 180 / Math.PI;

type Plane = { readonly normal: Vec3; readonly point: Vec3; readonly at: Vec3 };

/** The planes that a relation holds its point in. */
const planesOf = (r: Relation): Plane[] => {
  if (r.onto === 'plane') return [{ normal: r.goal, point: r.point, at: r.at }];
  const first = squareTo(r.goal);
  return [first, cross(r.goal, first)].map((normal) => ({ normal, point: r.point, at: r.at }));
};

/** Slides as far as the planes ask and no further; undefined with by how much the last plane fails where it cannot hold. */
const slideInto = (
  turn: Rigid,
  planes: readonly Plane[],
  start: Vec3,
  tol: number,
): { readonly move: Vec3; readonly held: number } | { readonly off: number } => {
  const held: { direction: Vec3; by: number }[] = [];
  const turnedStart = turnVector(turn, start);
  for (const { normal, point, at } of planes) {
    // how far the start must slide along the normal for the point to lie in the plane
    let left = normal;
    let by = dot(normal, sub(at, turnVector(turn, point))) - dot(normal, sub(start, turnedStart));
    for (const h of held) {
      const share = dot(normal, h.direction);
      left = along(left, h.direction, -share);
      by -= share * h.by;
    }
    const size = length(left);
    if (size > 1e-7) held.push({ direction: scale(left, 1 / size), by: by / size });
    else if (Math.abs(by) > tol) return { off: Math.abs(by) };
  }
  const slide = held.reduce((sum, h) => along(sum, h.direction, h.by), [0, 0, 0] as Vec3);
  return { move: add(slide, sub(start, turnedStart)), held: held.length };
};

/**
 * Places a body by its relations in their order.
 * @param start the body's own origin, which moves as little as the relations allow
 * @param size of what is placed, to know a misfit from rounding
 */
export const placeBy = (relations: readonly Relation[], start: Vec3, size: number): Placing => {
  const tol = size * MEETS_SHARE;
  let turn: Rigid = IDENTITY;
  let free: Freedom['turn'] = 'any';
  /** the first point that was put on a line along the direction about which the body may still turn */
  let pivot: Relation | undefined;
  const planes: Plane[] = [];
  let slid: ReturnType<typeof slideInto> = { move: [0, 0, 0], held: 0 };
  for (const [i, r] of relations.entries()) {
    const own = turnVector(turn, r.own);
    const misses = (by: number): Placing => ({
      ok: false,
      relation: i,
      off: { kind: 'angle', by: by * DEGREES },
    });
    if (free === 'any') {
      turn = leastTurn(own, r.goal);
      free = r.goal;
    } else if (free === 'none') {
      const by = angleBetween(own, r.goal);
      if (by > SAME_DIRECTION * 100) return misses(by);
    } else {
      const axis: Vec3 = free;
      const by = Math.abs(angleBetween(own, axis) - angleBetween(r.goal, axis));
      if (by > SAME_DIRECTION * 100) return misses(by);
      const [a, b] = [own, r.goal].map((d) => along(d, axis, -dot(d, axis))) as [Vec3, Vec3];
      const width = length(a) * length(b);
      if (width > SAME_DIRECTION) {
        turn = compose(rotated(axis, dot(a, b) / width, dot(axis, cross(a, b)) / width), turn);
        free = 'none';
      } else if (r.onto === 'line' && pivot) {
        // a second line beside the first fixes the turn about them
        const across = (d: Vec3): Vec3 => along(d, axis, -dot(d, axis));
        const x = across(turnVector(turn, sub(r.point, pivot.point)));
        const y = across(sub(r.at, pivot.at));
        const off = Math.abs(length(x) - length(y));
        if (off > tol) return { ok: false, relation: i, off: { kind: 'length', by: off } };
        const both = length(x) * length(y);
        if (length(x) > tol) {
          turn = compose(rotated(axis, dot(x, y) / both, dot(axis, cross(x, y)) / both), turn);
          free = 'none';
        }
      }
    }
    if (r.onto === 'line') pivot ??= r;
    planes.push(...planesOf(r));
    slid = slideInto(turn, planes, start, tol);
    if ('off' in slid) return { ok: false, relation: i, off: { kind: 'length', by: slid.off } };
  }
  const done = slid as { move: Vec3; held: number };
  return {
    ok: true,
    move: compose(moved(done.move), turn),
    freedom: { turn: free, slides: 3 - done.held },
  };
};
