import { pointOn } from '../geometry/curve3.ts';
import { along, cross, dot, length, perpendiculars, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import type { TrimmedFace } from './trimmedFace.ts';
import { followWay, greatCircleWay, ringWay, rulingWay, straightWay, tubeWay, type Way } from './walk.ts';

/** Where a place of a face's surface lies: on the face, beside it, or too near its boundary to say. */
export type SideOfFace = 'in' | 'out' | 'unsure';

/** Directions across a plane, without a meaning in a drawing, so that they seldom pass a corner. */
const HEADINGS = [0.7342, 2.9127, 5.1618, 1.8071].map((q) => [Math.cos(q), Math.sin(q)] as const);
/** A place of a stretch to walk to, as a share of its length. */
const SHARE = 0.4142;

const asSide = (found: ReturnType<typeof followWay>, whereNone: SideOfFace): SideOfFace => {
  if (found === 'none') return whereNone;
  if (found === 'unsure') return 'unsure';
  return found.fromFace ? 'in' : 'out';
};

/** The first sure answer of the ways, in their order. */
const firstSure = (f: TrimmedFace, ways: Iterable<readonly [Way | undefined, SideOfFace]>): SideOfFace => {
  for (const [way, whereNone] of ways) {
    if (!way) continue;
    const side = asSide(followWay(f, way), whereNone);
    if (side !== 'unsure') return side;
  }
  return 'unsure';
};

function* greatCircles(f: TrimmedFace, x: Vec3): Generator<readonly [Way | undefined, SideOfFace]> {
  if (f.surface.kind !== 'sphere') return;
  for (const b of f.boundary)
    yield [greatCircleWay(f.surface, x, pointOn(b.curve, b.from + SHARE * (b.to - b.from))), 'unsure'];
}

function* waysRoundRing(f: TrimmedFace, x: Vec3): Generator<readonly [Way | undefined, SideOfFace]> {
  const s = f.surface;
  if (s.kind !== 'torus') return;
  yield [tubeWay(s, x), 'unsure'];
  const ring = ringWay(s, x);
  if (!ring) return;
  yield [ring, 'unsure'];
  if (followWay(f, ring) !== 'none') return;
  // round the axis nothing is met: from every place there the answer is the same, also from those whose tube passes an edge
  const q = sub(x, s.o);
  const h = dot(q, s.a);
  const far = length(along(q, s.a, -h));
  for (const b of f.boundary) {
    const target = sub(pointOn(b.curve, b.from + SHARE * (b.to - b.from)), s.o);
    const flat = along(target, s.a, -dot(target, s.a));
    if (length(flat) === 0) continue;
    yield [tubeWay(s, along(along(s.o, unit(flat), far), s.a, h)), 'unsure'];
  }
}

/**
 * Whether a place of a face's surface lies on the face. From the place the surface is followed to the nearest edge of the face, and it
 * counts from which side that is reached: so nothing hangs on how the surface is parted into coordinates.
 * @param x a place on the face's surface, in the solid's frame
 */
export const sideOfFace = (f: TrimmedFace, x: Vec3): SideOfFace => {
  const s = f.surface;
  if (!f.boundary.length) return 'in';
  switch (s.kind) {
    case 'plane': {
      const [e1, e2] = perpendiculars(s.n);
      return firstSure(
        f,
        HEADINGS.map(([c, k]) => [straightWay(s.n, x, along(scale(e1, c), e2, k)), 'out'] as const),
      );
    }
    case 'cylinder':
      return firstSure(f, [
        [rulingWay(s, x, 1), 'out'],
        [rulingWay(s, x, -1), 'out'],
        [ringWay(s, x), 'unsure'],
      ]);
    case 'cone':
      if (length(cross(sub(x, s.o), s.a)) <= f.fine) return sideOfApex(f);
      return firstSure(f, [
        [rulingWay(s, x, 1), 'out'],
        // towards the apex, which may be part of the face
        [rulingWay(s, x, -1), 'unsure'],
        [ringWay(s, x), 'unsure'],
      ]);
    case 'sphere':
      return firstSure(f, greatCircles(f, x));
    case 'torus':
      return firstSure(f, waysRoundRing(f, x));
  }
};

/** Whether a cone's face reaches its apex: asked a little way along its lines. */
const sideOfApex = (f: TrimmedFace): SideOfFace => {
  const s = f.surface;
  if (s.kind !== 'cone') return 'unsure';
  const w = along(scale(s.e1, s.sin), s.a, s.cos);
  const landing = followWay(f, {
    plane: { kind: 'plane', n: s.e2, d: dot(s.e2, s.o) },
    ahead: (y) => (dot(sub(y, s.o), s.e1) > 0 ? dot(sub(y, s.o), w) : undefined),
    heading: () => w,
  });
  return asSide(landing, 'out');
};
