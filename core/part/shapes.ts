import { cosDegrees, sinDegrees } from '../geometry/angle.ts';
import { cross, dot, sub, unit, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ConvexSolid, LocalSolid, Sweep } from '../solid/cell.ts';
import { arcSegments, circleLoop, type LoopSegment } from '../solid/loop.ts';
import { profileLoop } from './profile.ts';
import type { Quantity, ShapeFile } from './schema.ts';
import type { SizeReader } from './sizes.ts';

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

const NOT_BUILT: Partial<Record<ShapeFile['kind'], string>> = {
  cone: 'A cone',
  sphere: 'A sphere',
  torus: 'A torus',
  revolve: 'A turned (revolved) shape',
};

/**
 * Works a shape out to solids in its local frame (part-format: "Shapes"). Lengths in the part's unit.
 * @throws Refusal for bad sizes, and by name for shapes the engine does not build yet
 */
export const localShape = (shape: ShapeFile, read: SizeReader, path: Path): LocalShape => {
  const size = (key: string, q: Quantity): number => read.size(q, [...path, key]);
  const whole = (...solids: LocalSolid[]): LocalShape => ({ solids, through: false });
  const later = (what: string, key: string): never =>
    read.refuse(
      [...path, key],
      `${what} is not built yet.`,
      'This version draws planes and cylinders; use those, or wait for the next one.',
    );
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
      const sides = read.count(shape.sides, [...path, 'sides'], 3);
      const r = oneOf(shape, ['side', 'acrossFlats', 'acrossCorners'], read, path, sides, true) as number;
      const loop = polygonLoop(regularCorners(sides, r), (i) => `side ${i + 1}`);
      return whole(sweep(loop, 0, size('height', shape.height), 'bottom', 'top'));
    }
    case 'pyramid': {
      const sides = read.count(shape.sides, [...path, 'sides'], 3);
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
    case 'hole': {
      if (shape.countersink) later('A countersunk hole', 'countersink');
      const r = size('diameter', shape.diameter) / 2;
      const through = shape.depth === 'through';
      if (shape.tip !== undefined && !through) later('A drilled tip (its end is a cone)', 'tip');
      const floor = through ? THROUGH : -size('depth', shape.depth);
      const solids = [sweep(circleLoop([0, 0], r, 'wall'), floor, 0, 'floor', 'mouth')];
      if (shape.counterbore) {
        const at = [...path, 'counterbore'];
        const cr = read.size(shape.counterbore.diameter, [...at, 'diameter']) / 2;
        const cd = read.size(shape.counterbore.depth, [...at, 'depth']);
        if (cr <= r)
          read.refuse(
            [...at, 'diameter'],
            `The counterbore (${cr * 2}) is not wider than the hole (${r * 2}).`,
            'Give it a larger diameter.',
          );
        solids.push(sweep(circleLoop([0, 0], cr, 'counterbore wall'), -cd, 0, 'counterbore floor', 'mouth'));
      }
      return { solids, through };
    }
    case 'slot': {
      const through = shape.depth === 'through';
      const floor = through ? THROUGH : -size('depth', shape.depth);
      const loop = slotLoop(size('length', shape.length), size('width', shape.width));
      return { solids: [sweep(loop, floor, 0, 'floor', 'mouth')], through };
    }
    default:
      return later(NOT_BUILT[shape.kind] as string, 'kind');
  }
};
