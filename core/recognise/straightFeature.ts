import type { BodyEdge, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import {
  cross,
  cross2,
  distance2,
  dot,
  dot2,
  length,
  scale,
  sub,
  sub2,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { DEGREE } from '../number/angle.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import type { Taken } from './roundFeature.ts';
import { across, type Live, loopsOfFace, outOf, type Shell } from './shell.ts';
import {
  flat,
  isParallel,
  isSquare,
  neat,
  neatPlace,
  type Standing,
  standingAlong,
  standsAt,
} from './standing.ts';

/** A side of an outline, in the x and y of a standing. */
export type Side = { readonly to: Vec2; readonly centre?: Vec2; readonly isLeft?: boolean };
/** A closed outline. */
export type FlatOutline = { readonly start: Vec2; readonly sides: readonly Side[] };

const startOf = (e: BodyEdge, u: EdgeUse): Vec3 => pointOn(e.curve, u.sense === 1 ? e.from : e.to);
const endOf = (e: BodyEdge, u: EdgeUse): Vec3 => pointOn(e.curve, u.sense === 1 ? e.to : e.from);

/** A loop of straight lines and arcs square to a direction as an outline; undefined where it holds another curve. */
export const flatOutline = (
  body: BodyFaces,
  uses: readonly EdgeUse[],
  s: Standing,
): FlatOutline | undefined => {
  const sides: Side[] = [];
  for (const u of uses) {
    const e = body.edges[u.edge] as BodyEdge;
    const to = flat(s, endOf(e, u));
    if (e.curve.type === 'line') sides.push({ to });
    else if (
      e.curve.type === 'ellipse' &&
      Math.abs(length(e.curve.u) - length(e.curve.v)) <= 1e-9 * length(e.curve.u)
    ) {
      const turns = dot(cross(e.curve.u, e.curve.v), s.z) * u.sense;
      sides.push({ to, centre: flat(s, e.curve.c), isLeft: turns > 0 });
    } else return undefined;
  }
  const first = uses[0] as EdgeUse;
  return { start: flat(s, startOf(body.edges[first.edge] as BodyEdge, first)), sides };
};

/** Flush faces may part a straight side in two: it is stated as one. */
const withoutMiddles = ({ sides }: FlatOutline, size: number): FlatOutline => {
  const kept = sides.filter((side, i) => {
    const next = sides[(i + 1) % sides.length] as Side;
    const from = (sides[(i + sides.length - 1) % sides.length] as Side).to;
    if (side.centre || next.centre) return true;
    const [a, b] = [sub2(side.to, from), sub2(next.to, side.to)];
    return (
      Math.abs(cross2(a, b)) > size * 1e-9 * Math.max(Math.hypot(...a), Math.hypot(...b)) || dot2(a, b) < 0
    );
  });
  return { start: (kept.at(-1) as Side).to, sides: kept };
};

/** A round-ended slot: its middle, the direction of its length, and its sizes. */
const slotOf = (
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
const slotFeature = (
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

/** The sides of an opening or of what stands up from a face, with the loop in which they end. */
type Walls = { readonly faces: readonly number[]; readonly loops: readonly number[]; readonly end: number };

const wallsFrom = (s: Shell, live: Live, mouth: number, n: Vec3): Walls | undefined => {
  const first = s.loops[mouth] as (typeof s.loops)[number];
  const faces: number[] = [];
  const loops: number[] = [mouth];
  let end: number | undefined;
  for (const { edge } of first.uses) {
    const wall = across(s, live, mouth, edge);
    if (wall === undefined) return undefined;
    if (loops.includes(wall)) continue;
    const loop = s.loops[wall] as (typeof s.loops)[number];
    const surface = s.body.faces[loop.face]?.surface;
    const isWall =
      surface?.kind === 'plane'
        ? isSquare(surface.n, n)
        : surface?.kind === 'cylinder' && isParallel(surface.a, n);
    if (!isWall || loopsOfFace(s, live, loop.face).length !== 1) return undefined;
    faces.push(loop.face);
    loops.push(wall);
    const level = dot(first.points[0] as Vec3, n);
    for (const u of loop.uses) {
      const e = s.body.edges[u.edge] as BodyEdge;
      const [a, b] = [startOf(e, u), endOf(e, u)];
      const [da, db] = [dot(a, n) - level, dot(b, n) - level];
      // the ways down are lines along the direction
      if (Math.abs(da - db) > s.tol) {
        if (e.curve.type !== 'line' || (Math.abs(da) > s.tol && Math.abs(db) > s.tol)) return undefined;
        continue;
      }
      if (Math.abs(da) <= s.tol) continue;
      const other = across(s, live, wall, u.edge);
      if (other === undefined || (end !== undefined && other !== end)) return undefined;
      end = other;
    }
  }
  return end === undefined ? undefined : { faces, loops, end };
};

/** An opening or a raised outline with straight sides, whose mouth is a loop on a flat face. @param size the part's size, a length */
export const straightFeature = (s: Shell, live: Live, mouth: number, size: number): Taken | undefined => {
  const loop = s.loops[mouth];
  const out = loop && outOf(s.body, loop.face);
  if (!loop || !out || loop.isOuter) return undefined;
  const walls = wallsFrom(s, live, mouth, out);
  if (!walls) return undefined;
  const end = s.loops[walls.end] as (typeof s.loops)[number];
  const floor = s.body.faces[end.face]?.surface;
  if (floor?.kind !== 'plane' || !isParallel(floor.n, out)) return undefined;
  if (end.uses.length !== loop.uses.length) return undefined;
  const isThrough = !end.isOuter;
  if (end.isOuter && loopsOfFace(s, live, end.face).length !== 1) return undefined;
  const standing = standingAlong(out);
  const outline = flatOutline(s.body, loop.uses, standing);
  if (!outline) return undefined;
  const [level, other] = [loop, end].map((l) => dot(l.points[0] as Vec3, out)) as [number, number];
  const isCut = other < level;
  if (!isCut && isThrough) return undefined;
  const faces = isThrough ? walls.faces : [...walls.faces, end.face];
  const loops = [...walls.loops, walls.end];
  const slot = isCut ? slotOf(outline, s.tol) : undefined;
  const isLast = isThrough && s.body.vertices.every((v) => dot(v, out) >= other - s.tol);
  const asSlot = slot && slotFeature(slot, standing, level, isLast ? 'through' : level - other, size);
  const feature =
    asSlot ??
    (isCut
      ? grownOutline(outline, standing, other, level, 'cut', isThrough ? 'opening' : 'recess', size)
      : grownOutline(outline, standing, level, other, 'add', 'pad', size));
  return { features: [feature], faces, loops };
};
