import type { Box3 } from '../geometry/box.ts';
import { type Cylinder, sameSurface } from '../geometry/surface.ts';
import { along, dot, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { DEGREE, TAU } from '../number/angle.ts';
import type { FeatureFile } from '../part/schema.ts';
import { insideSolid, type Solid } from '../solid/body.ts';
import type { Taken } from './roundFeature.ts';
import { across, type Live, type Loop, loopsOfFace, type Shell } from './shell.ts';
import { isParallel, neat, standingAlong, standsAt, usualSense } from './standing.ts';

/** Where a round wall ends: at an opening in another face, which is closed again, or at the bottom of the hole. */
type End =
  | { readonly kind: 'mouth'; readonly loop: number; readonly isFlat: boolean }
  | { readonly kind: 'bottom'; readonly loop: number; readonly tip: number | undefined };

/** How often a loop goes round an axis. */
const turnsAbout = (loop: Loop, o: Vec3, a: Vec3): number => {
  const flat = loop.points.map((p) => {
    const off = sub(p, o);
    return along(off, a, -dot(off, a));
  });
  const angle = flat.reduce((sum, p, i) => {
    const q = flat[(i + 1) % flat.length] as Vec3;
    const turned = dot(a, [p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]]);
    return sum + Math.atan2(turned, dot(p, q));
  }, 0);
  return Math.round(angle / TAU);
};

/** The one loop on the other side of all edges of a loop, with no edges besides. */
const facing = (s: Shell, live: Live, loop: number): number | undefined => {
  const { uses } = s.loops[loop] as Loop;
  const others = new Set(uses.map((u) => across(s, live, loop, u.edge)));
  const [other] = others;
  if (others.size !== 1 || other === undefined) return undefined;
  return (s.loops[other] as Loop).uses.length === uses.length ? other : undefined;
};

const endAt = (s: Shell, live: Live, loop: number, wall: Cylinder): End | undefined => {
  const other = facing(s, live, loop);
  if (other === undefined) return undefined;
  const there = s.loops[other] as Loop;
  const { surface } = s.body.faces[there.face] as Shell['body']['faces'][number];
  const isOnly = loopsOfFace(s, live, there.face).length === 1;
  if (surface.kind === 'plane') {
    if (!there.isOuter) return { kind: 'mouth', loop: other, isFlat: isParallel(surface.n, wall.a) };
    return isOnly && isParallel(surface.n, wall.a)
      ? { kind: 'bottom', loop: other, tip: undefined }
      : undefined;
  }
  if (surface.kind === 'sphere') return { kind: 'mouth', loop: other, isFlat: false };
  if (surface.kind === 'cone' && isOnly && isParallel(surface.a, wall.a))
    return { kind: 'bottom', loop: other, tip: 2 * Math.atan2(surface.sin, surface.cos) };
  // a ring that goes round its surface bounds it, and is no opening in it
  return turnsAbout(there, surface.o, surface.a) === 0
    ? { kind: 'mouth', loop: other, isFlat: false }
    : undefined;
};

/** So many places along a hole's way are looked at. */
const LOOKS = 48;

/**
 * A plain hole that is drilled through several walls, or into a round face: all its walls at once.
 * @param face one of its walls
 * @param whole the whole body with its box, before anything was taken from it
 * @param size the part's size, a length
 */
export const crossHole = (
  s: Shell,
  live: Live,
  face: number,
  whole: { readonly solid: Solid; readonly box: Box3 },
  size: number,
): Taken | undefined => {
  const { solid, box } = whole;
  const wall = s.body.faces[face];
  if (wall?.surface.kind !== 'cylinder' || wall.outward === 1) return undefined;
  const surface = wall.surface;
  const walls = [...live.faces].filter((f) => {
    const other = s.body.faces[f];
    return other?.outward === -1 && sameSurface(other.surface, surface, s.tol);
  });
  const rims = walls.flatMap((f) => loopsOfFace(s, live, f));
  const ends = rims.map((l) => endAt(s, live, l, surface));
  if (rims.length !== 2 * walls.length || ends.some((e) => e === undefined)) return undefined;
  const found = ends as End[];
  const bottoms = found.filter((e) => e.kind === 'bottom');
  // what goes straight through one wall between flat faces is a plain hole, which may be wider at its mouth
  if (bottoms.length > 1 || (walls.length === 1 && found.every((e) => e.kind === 'bottom' || e.isFlat)))
    return undefined;
  const points = rims.flatMap((l) => (s.loops[l] as Loop).points);
  const bottom = bottoms[0];
  const levelOf = (v: Vec3, ps: readonly Vec3[]): number[] => ps.map((p) => dot(p, v));
  const usual = usualSense(surface.a);
  const low = bottom && (s.loops[bottom.loop] as Loop).points[0];
  const up = low && Math.max(...levelOf(usual, points)) <= dot(low, usual) + s.tol ? scale(usual, -1) : usual;
  const levels = levelOf(up, points);
  const [top, end] = [Math.max(...levels), low ? dot(low, up) : Math.min(...levels)];
  const { r } = surface;
  const axisAt = (level: number): Vec3 => along(surface.o, up, level - dot(surface.o, up));
  const isFree = (from: number, to: number): boolean => {
    const { e1, e2 } = surface;
    return Array.from({ length: LOOKS }, (_, i) => axisAt(from + ((to - from) * (i + 0.5)) / LOOKS)).every(
      (p) =>
        [
          p,
          along(p, e1, r * 0.9),
          along(p, e1, -r * 0.9),
          along(p, e2, r * 0.9),
          along(p, e2, -r * 0.9),
        ].every((q) => !insideSolid(solid, q)),
    );
  };
  const corners = [box.slice(0, 3), box.slice(3)] as unknown as [Vec3, Vec3];
  const highest = [0, 1, 2].reduce(
    (sum, k) => sum + Math.max(...corners.map((c) => (c[k] as number) * (up[k] as number))),
    0,
  );
  const lowest = [0, 1, 2].reduce(
    (sum, k) => sum + Math.min(...corners.map((c) => (c[k] as number) * (up[k] as number))),
    0,
  );
  // the mouth in a round face is counted from the part's outermost place: all before it is free
  const mouths = found.filter((e) => e.kind === 'mouth');
  const isFlatTop = mouths.some(
    (e) => e.isFlat && Math.abs(dot((s.loops[e.loop] as Loop).points[0] as Vec3, up) - top) <= s.tol,
  );
  if (!isFlatTop && !isFree(top + s.tol * 4, highest)) return undefined;
  const begin = isFlatTop ? top : highest;
  const isThrough = !bottom && isFree(lowest, end - s.tol * 4);
  if (!isThrough && !bottom && !found.some((e) => e.kind === 'mouth' && e.isFlat)) return undefined;
  const shape: FeatureFile['shape'] = {
    kind: 'hole',
    diameter: neat(2 * r, size),
    depth: isThrough ? 'through' : neat(begin - end, size),
    ...(bottom?.kind === 'bottom' &&
      bottom.tip !== undefined && { tip: neat(bottom.tip / DEGREE, size * 10) }),
  };
  return {
    faces: [...walls, ...bottoms.map((e) => (s.loops[e.loop] as Loop).face)],
    loops: [...rims, ...found.map((e) => e.loop)],
    features: [
      {
        called: 'hole',
        op: 'cut',
        ...standingAlong(up).placed,
        ...standsAt(axisAt(begin), size),
        shape,
      },
    ],
  };
};
