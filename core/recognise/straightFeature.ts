import type { BodyEdge } from '../faces/bodyFaces.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { endOf, flatOutline, startOf } from './flatOutline.ts';
import { grownOutline, slotFeature, slotOf } from './outlineFeature.ts';
import type { Taken } from './roundFeature.ts';
import { across, type Live, loopsOfFace, outOf, type Shell } from './shell.ts';
import { isParallel, isSquare, standingAlong, usualSense } from './standing.ts';

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
  // what is open at both ends is stated from where drafters look first
  if (isThrough && usualSense(out) !== out) return straightFeature(s, live, walls.end, size);
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
