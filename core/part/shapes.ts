import { cross, dot, sub, unit, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { cosDegrees, DEGREE, sinDegrees, TAU } from '../number/angle.ts';
import type { ConvexSolid, LocalSolid, Sweep, Turned } from '../solid/cell.ts';
import { arcSegments, circleLoop, hullOf, type LoopSegment } from '../solid/loop.ts';
import { profileLoop } from './profile.ts';
import type { Quantity, ShapeFile } from './schema.ts';
import { MOST_SIDES, type SizeReader } from './sizes.ts';

type Path = readonly (string | number)[];

/** A shape's solids in its local frame. `reach` solids run on "through" and get their far end from the body. */
export type LocalShape = { readonly solids: readonly LocalSolid[]; readonly through: boolean };

/** The far end of a "through" sweep before it is known; a stand-in that `withReach` replaces. */
export const THROUGH = Number.NEGATIVE_INFINITY;

const polygonLoop = (corners: readonly Vec2[], role: (i: number) => string): LoopSegment[] =>
  corners.map((a, i) => ({ a, b: corners[(i + 1) % corners.length] as Vec2, role: role(i) }));

/** Regular polygon about the origin, one edge parallel to x at the smallest y. */
const regularCorners = (sides: number, circumradius: number): Vec2[] =>
  Array.from({ length: sides }, (_, i) => {
    const angle = -90 + 180 / sides + (360 * (i - 1)) / sides;
    return [circumradius * cosDegrees(angle), circumradius * sinDegrees(angle)];
  });

const circumradiusFrom = (
  given: Partial<Record<'side' | 'acrossFlats' | 'acrossCorners', number>>,
  sides: number,
): number => {
  const half = 180 / sides;
  if (given.side !== undefined) return given.side / (2 * sinDegrees(half));
  if (given.acrossFlats !== undefined) return given.acrossFlats / (2 * cosDegrees(half));
  return (given.acrossCorners as number) / 2;
};

type PolygonKeys = {
  side?: Quantity | undefined;
  acrossFlats?: Quantity | undefined;
  acrossCorners?: Quantity | undefined;
};

const oneOf = (
  given: PolygonKeys,
  names: readonly [string, string, string],
  read: SizeReader,
  path: Path,
  sides: number,
  needed: boolean,
): number | undefined => {
  const keys = ['side', 'acrossFlats', 'acrossCorners'] as const;
  const there = keys.map((k, i) => [k, names[i] as string] as const).filter(([k]) => given[k] !== undefined);
  if (there.length > 1)
    read.refuse(
      [...path, there[1]![1]],
      `Both ${there[0]![1]} and ${there[1]![1]} are given.`,
      'Give only one of them.',
    );
  const first = there[0];
  if (!first) {
    if (needed) read.refuse(path, 'The size across is missing.', `Give one of ${names.join(', ')}.`);
    return undefined;
  }
  const value = read.size(given[first[0]] as Quantity, [...path, first[1]]);
  return circumradiusFrom({ [first[0]]: value }, sides);
};

const sweep = (loop: LoopSegment[], z0: number, z1: number, low: string, high: string): Sweep => ({
  kind: 'sweep',
  loop,
  z0,
  z1,
  roles: { low, high },
});

const face = (role: string, corners: readonly Vec3[], inner: Vec3): ConvexSolid['planes'][number] => {
  const [a, b, c] = corners as readonly [Vec3, Vec3, Vec3];
  const n = unit(cross(sub(b, a), sub(c, a)));
  const out = dot(n, sub(inner, a)) > 0 ? ([-n[0], -n[1], -n[2]] as Vec3) : n;
  return { n: out, d: dot(out, a), role, corners };
};

const pyramidSolid = (sides: number, base: number, top: number, height: number): ConvexSolid => {
  const low = regularCorners(sides, base).map(([x, y]): Vec3 => [x, y, 0]);
  const high = top > 0 ? regularCorners(sides, top).map(([x, y]): Vec3 => [x, y, height]) : undefined;
  const apex: Vec3 = [0, 0, height];
  const inner: Vec3 = [0, 0, height / 3];
  const planes = low.map((a, i) => {
    const j = (i + 1) % sides;
    const b = low[j] as Vec3;
    return face(`side ${i + 1}`, high ? [a, b, high[j] as Vec3, high[i] as Vec3] : [a, b, apex], inner);
  });
  planes.push({ n: [0, 0, -1], d: 0, role: 'bottom', corners: low });
  if (high) planes.push({ n: [0, 0, 1], d: height, role: 'top', corners: high });
  return { kind: 'convex', planes };
};

const slotLoop = (length: number, width: number): LoopSegment[] => {
  const h = length / 2;
  const r = width / 2;
  return [
    { a: [-h, -r], b: [h, -r], role: 'side 1' },
    ...arcSegments([h, -r], [h, r], [h, 0], true, 'end 1'),
    { a: [h, r], b: [-h, r], role: 'side 2' },
    ...arcSegments([-h, r], [-h, -r], [-h, 0], true, 'end 2'),
  ];
};

/** How near the axis counts as on it, as a share of a turned shape's size. */
const AXIS_SHARE = 1e-11;

const turned = (loop: LoopSegment[], angle: number): Turned => {
  const spread = loop.reduce((m, { a }) => Math.max(m, Math.abs(a[0]), Math.abs(a[1])), 0);
  return { kind: 'turned', loop, angle, snap: spread * AXIS_SHARE };
};

/** A frustum about z from radius r0 at z0 to radius r1 at z1. */
const frustum = (
  [z0, r0]: readonly [number, number],
  [z1, r1]: readonly [number, number],
  roles: readonly [string, string, string],
): Turned => {
  const corners: [Vec2, string][] = [
    [[0, z0], roles[0]],
    [[r0, z0], roles[1]],
    [[r1, z1], roles[2]],
    [[0, z1], 'axis'],
  ];
  const kept = corners.filter(([p], i) => {
    const next = corners[(i + 1) % 4]![0];
    return p[0] !== next[0] || p[1] !== next[1];
  });
  return turned(
    kept.map(([a, role], i) => ({ a, b: kept[(i + 1) % kept.length]![0], role })),
    TAU,
  );
};

const ball = (r: number): Turned =>
  turned(
    [...arcSegments([0, -r], [0, r], [0, 0], true, 'skin'), { a: [0, r], b: [0, -r], role: 'axis' }],
    TAU,
  );

type HoleFile = Extract<ShapeFile, { kind: 'hole' }>;

/** A drilled hole, with what widens its mouth and the drill's tip below. */
const holeSolids = (shape: HoleFile, read: SizeReader, path: Path): LocalSolid[] => {
  const r = read.size(shape.diameter, [...path, 'diameter']) / 2;
  const through = shape.depth === 'through';
  const depth = through ? 0 : read.size(shape.depth as Quantity, [...path, 'depth']);
  const wider = (key: 'counterbore' | 'countersink', diameter: Quantity): number => {
    const at = [...path, key, 'diameter'];
    const wide = read.size(diameter, at) / 2;
    if (wide <= r)
      read.refuse(
        at,
        `The ${key} (${wide * 2}) is not wider than the hole (${r * 2}).`,
        'Give it a larger diameter.',
      );
    return wide;
  };
  /** Half an included angle, in radians. */
  const halfOf = (angle: Quantity, at: Path): number => {
    const full = read.angle(angle, at);
    if (!(full > 0 && full < 180))
      read.refuse(
        at,
        `An included angle of ${full} degrees is no cone.`,
        'Give more than 0 and less than 180.',
      );
    return (full / 2) * DEGREE;
  };
  const solids: LocalSolid[] = [
    sweep(circleLoop([0, 0], r, 'wall'), through ? THROUGH : -depth, 0, 'floor', 'mouth'),
  ];
  if (shape.tip !== undefined && !through) {
    const half = halfOf(shape.tip, [...path, 'tip']);
    solids.push(frustum([-depth - r / Math.tan(half), 0], [-depth, r], ['tip', 'tip', 'floor']));
  }
  if (shape.counterbore) {
    const wide = wider('counterbore', shape.counterbore.diameter);
    const deep = read.size(shape.counterbore.depth, [...path, 'counterbore', 'depth']);
    solids.push(sweep(circleLoop([0, 0], wide, 'counterbore wall'), -deep, 0, 'counterbore floor', 'mouth'));
  }
  if (shape.countersink) {
    const wide = wider('countersink', shape.countersink.diameter);
    const half = halfOf(shape.countersink.angle, [...path, 'countersink', 'angle']);
    solids.push(
      frustum([-(wide - r) / Math.tan(half), r], [0, wide], ['countersink floor', 'countersink', 'mouth']),
    );
  }
  return solids;
};

/** A profile as a turned one: it may touch the axis but not cross it. */
const halfProfile = (loop: LoopSegment[], read: SizeReader, path: Path): LoopSegment[] => {
  const points = loop.flatMap(hullOf);
  const spread = points.reduce((m, p) => Math.max(m, Math.abs(p[0]), Math.abs(p[1])), 0);
  const lowest = Math.min(...loop.flatMap((segment) => [segment.a[0], ...bulgeOf(segment)]));
  if (lowest < -1e-9 * spread)
    read.refuse(
      path,
      `The profile crosses the axis: it reaches ${Number((-lowest).toFixed(6))} beyond it.`,
      'Keep every x at zero or above; x is the distance from the axis.',
    );
  const onto = (p: Vec2): Vec2 => (Math.abs(p[0]) <= 1e-9 * spread ? [0, p[1]] : p);
  return loop.map((segment) => ({ ...segment, a: onto(segment.a), b: onto(segment.b) }));
};

/** The least x of an arc where that lies between its ends. */
const bulgeOf = (segment: LoopSegment): number[] => {
  if (!segment.arc) return [];
  const { c, r, ccw } = segment.arc;
  const { a, b } = segment;
  const p: Vec2 = [c[0] - r, c[1]];
  const side = (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
  return side > 0 === !ccw && side !== 0 ? [p[0]] : [];
};

/**
 * Works a shape out to solids in its local frame (part-format: "Shapes"). Lengths in the part's unit.
 * @throws Refusal for bad sizes, and by name for shapes the engine does not build yet
 */
export const localShape = (shape: ShapeFile, read: SizeReader, path: Path): LocalShape => {
  const size = (key: string, q: Quantity): number => read.size(q, [...path, key]);
  const whole = (...solids: LocalSolid[]): LocalShape => ({ solids, through: false });
  switch (shape.kind) {
    case 'block': {
      const [w, d, h] = [
        size('width', shape.width),
        size('depth', shape.depth),
        size('height', shape.height),
      ];
      const names = ['front', 'right', 'back', 'left'];
      const corners: Vec2[] = [
        [0, 0],
        [w, 0],
        [w, d],
        [0, d],
      ];
      return whole(
        sweep(
          polygonLoop(corners, (i) => names[i] as string),
          0,
          h,
          'bottom',
          'top',
        ),
      );
    }
    case 'prism': {
      const sides = read.count(shape.sides, [...path, 'sides'], 3, MOST_SIDES);
      const r = oneOf(shape, ['side', 'acrossFlats', 'acrossCorners'], read, path, sides, true) as number;
      const loop = polygonLoop(regularCorners(sides, r), (i) => `side ${i + 1}`);
      return whole(sweep(loop, 0, size('height', shape.height), 'bottom', 'top'));
    }
    case 'pyramid': {
      const sides = read.count(shape.sides, [...path, 'sides'], 3, MOST_SIDES);
      const r = oneOf(shape, ['side', 'acrossFlats', 'acrossCorners'], read, path, sides, true) as number;
      const given = {
        side: shape.topSide,
        acrossFlats: shape.topAcrossFlats,
        acrossCorners: shape.topAcrossCorners,
      };
      const top = oneOf(given, ['topSide', 'topAcrossFlats', 'topAcrossCorners'], read, path, sides, false);
      return whole(pyramidSolid(sides, r, top ?? 0, size('height', shape.height)));
    }
    case 'cylinder': {
      const loop = circleLoop([0, 0], size('diameter', shape.diameter) / 2, 'side');
      return whole(sweep(loop, 0, size('height', shape.height), 'bottom', 'top'));
    }
    case 'extrude': {
      const loop = profileLoop(shape.profile, read, [...path, 'profile']);
      return whole(sweep(loop, 0, size('height', shape.height), 'bottom', 'top'));
    }
    case 'cone': {
      const r = size('diameter', shape.diameter) / 2;
      const top =
        shape.topDiameter === undefined ? 0 : read.length(shape.topDiameter, [...path, 'topDiameter']) / 2;
      if (top < 0)
        read.refuse([...path, 'topDiameter'], 'The size is negative.', 'Give zero for a point, or more.');
      return whole(frustum([0, r], [size('height', shape.height), top], ['bottom', 'side', 'top']));
    }
    case 'sphere':
      return whole(ball(size('diameter', shape.diameter) / 2));
    case 'torus': {
      const [R, r] = [size('diameter', shape.diameter) / 2, size('tube', shape.tube) / 2];
      if (r >= R)
        read.refuse(
          [...path, 'tube'],
          `The tube (${r * 2}) is as thick as its ring (${R * 2}) or thicker.`,
          'Give a tube smaller than the diameter.',
        );
      return whole(turned(circleLoop([R, 0], r, 'skin'), TAU));
    }
    case 'revolve': {
      const at = [...path, 'profile'];
      const loop = halfProfile(profileLoop(shape.profile, read, at), read, at);
      const angle = shape.angle === undefined ? 360 : read.angle(shape.angle, [...path, 'angle']);
      if (!(angle > 0 && angle <= 360))
        read.refuse(
          [...path, 'angle'],
          `A turn of ${angle} degrees cannot be made.`,
          'Give more than 0 and no more than 360.',
        );
      return whole(turned(loop, angle === 360 ? TAU : angle * DEGREE));
    }
    case 'hole':
      return { solids: holeSolids(shape, read, path), through: shape.depth === 'through' };
    case 'slot': {
      const through = shape.depth === 'through';
      const floor = through ? THROUGH : -size('depth', shape.depth);
      const loop = slotLoop(size('length', shape.length), size('width', shape.width));
      return { solids: [sweep(loop, floor, 0, 'floor', 'mouth')], through };
    }
  }
};
