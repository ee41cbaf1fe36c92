import { distance2, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { DEGREE } from '../number/angle.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { type FlatOutline, type Side, withoutMiddles } from './flatOutline.ts';
import { neat, neatPlace, type Standing, standsAt } from './standing.ts';

/** A round-ended slot: its middle, the direction of its length, and its sizes. */
export const slotOf = (
  { start, sides }: FlatOutline,
  tol: number,
):
  | { readonly middle: Vec2; readonly way: Vec2; readonly length: number; readonly width: number }
  | undefined => {
  const arcs = sides.filter((x) => x.centre);
  if (sides.length !== 4 || arcs.length !== 2) return undefined;
  const begins = (side: Side): Vec2 => {
    const i = sides.indexOf(side);
    return i === 0 ? start : (sides[i - 1] as Side).to;
  };
  const [p, q] = arcs.map((a) => a.centre as Vec2) as [Vec2, Vec2];
  const radii = arcs.flatMap((a) => [
    distance2(a.to, a.centre as Vec2),
    distance2(begins(a), a.centre as Vec2),
  ]);
  const halves = arcs.every((a) => Math.abs(distance2(begins(a), a.to) - 2 * (radii[0] as number)) <= tol);
  const between = distance2(p, q);
  if (!halves || between <= tol || radii.some((r) => Math.abs(r - (radii[0] as number)) > tol))
    return undefined;
  // the sides run between the ends, and the ends bulge outwards
  const straight = sides.find((x) => !x.centre) as Side;
  if (Math.abs(distance2(begins(straight), straight.to) - between) > tol) return undefined;
  if (arcs[0]?.isLeft !== arcs[1]?.isLeft) return undefined;
  return {
    middle: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2],
    way: [(q[0] - p[0]) / between, (q[1] - p[1]) / between],
    length: between,
    width: 2 * (radii[0] as number),
  };
};

/** A point by its x and y in a standing, at a level along its z. */
const placeAt = (s: Standing, [x, y]: Vec2, level: number): Vec3 => [
  s.x[0] * x + s.y[0] * y + s.z[0] * level,
  s.x[1] * x + s.y[1] * y + s.z[1] * level,
  s.x[2] * x + s.y[2] * y + s.z[2] * level,
];

/** Which axis of the body a direction runs along: 0, 1 or 2; undefined where it leans. */
const axisOf = (v: Vec3): 0 | 1 | 2 | undefined => {
  const found = v.findIndex((x) => Math.abs(Math.abs(x) - 1) < 1e-9);
  return found < 0 ? undefined : (found as 0 | 1 | 2);
};

/** A rectangle along the body's axes, from one level to another, as a block. */
const blockOf = (
  o: FlatOutline,
  s: Standing,
  lo: number,
  hi: number,
  size: number,
): Pick<Unnamed, 'at' | 'shape'> | undefined => {
  if (o.sides.length !== 4 || o.sides.some((x) => x.centre) || axisOf(s.z) === undefined) return undefined;
  const us = o.sides.map((x) => x.to[0]);
  const vs = o.sides.map((x) => x.to[1]);
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const near = (x: number, ...ends: number[]): boolean => ends.some((e) => Math.abs(x - e) <= size * 1e-9);
  if (!o.sides.every((x) => near(x.to[0], u0, u1) && near(x.to[1], v0, v1))) return undefined;
  const [a, b] = [placeAt(s, [u0, v0], lo), placeAt(s, [u1, v1], hi)];
  const low = a.map((x, i) => Math.min(x, b[i] as number)) as unknown as Vec3;
  const far = a.map((x, i) => Math.max(x, b[i] as number)) as unknown as Vec3;
  const [width, depth, height] = neatPlace(sub(far, low), size);
  return { ...standsAt(low, size), shape: { kind: 'block', width, depth, height } };
};

/** A regular polygon of five sides or more as a prism; undefined for another outline, or where none of the body's axes is its own. */
const prismOf = (
  o: FlatOutline,
  s: Standing,
  lo: number,
  hi: number,
  size: number,
): Pick<Unnamed, 'turn' | 'at' | 'shape'> | undefined => {
  const n = o.sides.length;
  const axis = axisOf(s.z);
  if (n < 5 || axis === undefined || o.sides.some((x) => x.centre)) return undefined;
  const corners = o.sides.map((x) => x.to);
  const middle: Vec2 = [0, 1].map(
    (k) => corners.reduce((sum, p) => sum + (p[k] as number), 0) / n,
  ) as unknown as Vec2;
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= size * 1e-8;
  const [a, b] = corners as [Vec2, Vec2];
  const [radius, side] = [distance2(a, middle), distance2(a, b)];
  const isRegular = corners.every(
    (p, i) => near(distance2(p, middle), radius) && near(distance2(p, corners[(i + 1) % n] as Vec2), side),
  );
  if (!isRegular) return undefined;
  const part = 360 / n;
  const leaning = Math.atan2(b[1] - a[1], b[0] - a[0]) / DEGREE;
  const angle = neat((((leaning % part) + part) % part) % part, size * 10) % part;
  return {
    ...(angle !== 0 && {
      turn: [{ axis: (['x', 'y', 'z'] as const)[axis], angle: angle * (s.z[axis] > 0 ? 1 : -1) }],
    }),
    ...standsAt(placeAt(s, middle, lo), size),
    shape: {
      kind: 'prism',
      sides: n,
      acrossFlats: neat(2 * Math.sqrt(radius * radius - (side * side) / 4), size),
      height: neat(hi - lo, size),
    },
  };
};

/**
 * An outline grown from one level along a standing's z to another: a block, or an outline of its own.
 * @param lo,hi levels along the standing's z
 */
export const grownOutline = (
  o: FlatOutline,
  s: Standing,
  lo: number,
  hi: number,
  op: 'add' | 'cut',
  called: string,
  size: number,
): Unnamed => {
  const outline = withoutMiddles(o, size);
  const block = blockOf(outline, s, lo, hi, size);
  if (block) return { called, op, ...block };
  const prism = prismOf(outline, s, lo, hi, size);
  if (prism) return { called, op, ...s.placed, ...prism };
  const at = (p: Vec2): [number, number] => [neat(p[0], size), neat(p[1], size)];
  const profile = outline.sides.some((x) => x.centre)
    ? {
        start: at(outline.start),
        path: outline.sides.map((x) => ({
          to: at(x.to),
          ...(x.centre && { centre: at(x.centre), turn: x.isLeft ? ('ccw' as const) : ('cw' as const) }),
        })),
      }
    : { polygon: outline.sides.map((x) => at(x.to)) };
  return {
    called,
    op,
    ...s.placed,
    ...standsAt(scale(s.z, lo), size),
    shape: { kind: 'extrude', profile, height: neat(hi - lo, size) },
  };
};

/** A slot whose mouth lies at a level, where it can be turned into its place about an axis of the body. */
export const slotFeature = (
  found: NonNullable<ReturnType<typeof slotOf>>,
  s: Standing,
  level: number,
  depth: number | 'through',
  size: number,
): Unnamed | undefined => {
  const axis = axisOf(s.z);
  if (axis === undefined) return undefined;
  // a slot is the same from both its ends
  const angle = neat(Math.atan2(found.way[1], found.way[0]) / DEGREE, size * 10);
  const half = ((angle % 180) + 180) % 180;
  const about = half * (s.z[axis] > 0 ? 1 : -1);
  return {
    called: 'slot',
    op: 'cut',
    ...s.placed,
    ...(half !== 0 && { turn: [{ axis: (['x', 'y', 'z'] as const)[axis], angle: about }] }),
    ...standsAt(placeAt(s, found.middle, level), size),
    shape: {
      kind: 'slot',
      length: neat(found.length, size),
      width: neat(found.width, size),
      depth: depth === 'through' ? depth : neat(depth, size),
    },
  };
};
