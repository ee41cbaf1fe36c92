import type { Surface } from '../geometry/surface.ts';
import { along, cross, distance, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { facesOfMeeting } from '../naming/keys.ts';
import { ontoOrigin } from '../solid/evenCircle.ts';
import { cornerAt } from './corner.ts';
import { gapOfTurned, rimOf } from './rim.ts';
import type { SurfacesByKey } from './surfacesByKey.ts';
import { nominalOfThread, pitchOfThread } from './threadKeys.ts';

/** An axis of the part: 0 is X, 1 is Y, 2 is Z. */
export type AxisNumber = 0 | 1 | 2;

/**
 * Something that stands at a place along an axis, by its key: a flat face square to it, the axis or centre of a round face, or a corner, which is
 * the point where three faces meet ("a | b | c", see corner.ts), or the rim in which two faces of one axis do ("a | b").
 */
export type PlaceKey = string;

/** Where a place stands along an axis, part units; nothing where its faces are gone or do not stand there any more. */
export const placeAlong = (key: PlaceKey, axis: AxisNumber, surfaces: SurfacesByKey): number | undefined => {
  const faces = facesOfMeeting(key);
  if (faces.length === 3) return cornerAt(key, surfaces)?.[axis];
  if (faces.length === 2) {
    const rim = rimOf(surfaces.get(faces[0] as string), surfaces.get(faces[1] as string));
    return rim && Math.abs(rim.axis[axis]) > 0.5 ? rim.z * Math.sign(rim.axis[axis]) : undefined;
  }
  const s = surfaces.get(key);
  if (!s) return undefined;
  if (s.kind !== 'plane') return s.o[axis];
  const n = s.n[axis];
  return Math.abs(n) > 0.5 ? s.d / n : undefined;
};

/** The kinds of sizes that are angles, in degrees. */
export const ANGULAR: ReadonlySet<SizeKey['what']> = new Set(['cone', 'angle', 'lean', 'bearing']);

/** The first, the second and the last of copies that stand on a pitch circle, by the keys of their walls. */
export type PitchSize = readonly [first: string, second: string, last: string];

/** A size of a round or aslant face, or of two faces. Lengths in part units, angles in degrees. */
export type SizeKey =
  | { readonly what: 'diameter'; readonly of: readonly [string] }
  /** of the tube of a ring */
  | { readonly what: 'tube'; readonly of: readonly [string] }
  /** of the rim in which two faces of one axis meet */
  | { readonly what: 'rim'; readonly of: readonly [string, string] }
  /** the included angle of a cone */
  | { readonly what: 'cone'; readonly of: readonly [string] }
  /** the nominal diameter of the thread on a face, and its pitch */
  | { readonly what: 'thread' | 'threadPitch'; readonly of: readonly [string] }
  /** across two parallel faces */
  | { readonly what: 'across'; readonly of: readonly [string, string] }
  /** between two flat faces */
  | { readonly what: 'angle'; readonly of: readonly [string, string] }
  /** from corner to corner, along an edge that leans */
  | { readonly what: 'chord'; readonly of: readonly [PlaceKey, PlaceKey] }
  /** along the arc of a round face of less than half a turn, from corner to corner */
  | { readonly what: 'arc'; readonly of: readonly [face: string, PlaceKey, PlaceKey] }
  /** of a corner above a flat face that leans */
  | { readonly what: 'height'; readonly of: readonly [face: string, corner: PlaceKey] }
  /** of a flat face from being square to an axis */
  | { readonly what: 'lean'; readonly of: readonly [string]; readonly axis: AxisNumber }
  /** the diameter of the circle on which copies stand */
  | { readonly what: 'pitch'; readonly of: PitchSize }
  /** of the first copy on such a circle from the line through the circle's centre along an axis */
  | { readonly what: 'bearing'; readonly of: PitchSize; readonly axis: AxisNumber };

/** A pitch circle as it stands: through the axes of three of its copies, seen along them. */
export type PitchCircle = {
  readonly centre: Vec3;
  readonly radius: number;
  /** from the centre to the first copy, the second and the last */
  readonly spokes: readonly [Vec3, Vec3, Vec3];
  readonly axis: Vec3;
};

/** The pitch circle through three copies of a round; nothing where they are gone or stand in a line. */
export const pitchCircleNow = (of: readonly string[], surfaces: SurfacesByKey): PitchCircle | undefined => {
  const rounds = of.map((k) => surfaces.get(k));
  const [p, q, r] = rounds.flatMap((s) => (s?.kind === 'cylinder' ? [ontoOrigin(s.o, s.a)] : []));
  const [first] = rounds;
  if (!p || !q || !r || first?.kind !== 'cylinder') return undefined;
  const [u, v] = [sub(q, p), sub(r, p)];
  const n = cross(u, v);
  const square = dot(n, n);
  if (square < 1e-18) return undefined;
  // the centre of the circle round a triangle
  const way = sub(scale(cross(v, n), -dot(u, u)), scale(cross(n, u), dot(v, v)));
  const centre = sub(p, scale(way, 1 / (2 * square)));
  return {
    centre,
    radius: distance(centre, p),
    spokes: [sub(p, centre), sub(q, centre), sub(r, centre)],
    axis: first.a,
  };
};

/** How far one spoke of a circle is turned on from another one about its axis, radians from 0 to a whole turn. */
export const turnBetween = (from: Vec3, to: Vec3, axis: Vec3): number => {
  const angle = Math.atan2(dot(cross(from, to), axis), dot(from, to));
  return angle < 0 ? angle + 2 * Math.PI : angle;
};

const DEGREES = 180 / Math.PI;

/** An arc from corner to corner: both ends from its centre, its radius, and the angle that it spans, radians; nothing where its faces are gone. */
export const arcSpokes = (
  of: readonly string[],
  surfaces: SurfacesByKey,
):
  | {
      readonly centre: Vec3;
      readonly ends: readonly [Vec3, Vec3];
      readonly radius: number;
      readonly angle: number;
    }
  | undefined => {
  const [face, from, to] = of as [string, string, string];
  const s = surfaces.get(face);
  const [p, q] = [cornerAt(from, surfaces), cornerAt(to, surfaces)];
  if (s?.kind !== 'cylinder' || !p || !q) return undefined;
  const centre = along(s.o, s.a, dot(sub(p, s.o), s.a));
  const ends = [sub(p, centre), sub(q, centre)] as const;
  const angle = Math.atan2(length(cross(ends[0], ends[1])), dot(ends[0], ends[1]));
  return { centre, ends, radius: s.r, angle };
};

/** How large a size is now; nothing where its faces are gone. */
export const sizeNow = (size: SizeKey, surfaces: SurfacesByKey): number | undefined => {
  const { what, of } = size;
  if (size.what === 'pitch' || size.what === 'bearing') {
    const circle = pitchCircleNow(size.of, surfaces);
    if (!circle) return undefined;
    if (size.what === 'pitch') return 2 * circle.radius;
    const [spoke] = circle.spokes;
    const along = Math.abs(spoke[size.axis]);
    return Math.atan2(Math.sqrt(Math.max(0, dot(spoke, spoke) - along * along)), along) * DEGREES;
  }
  if (what === 'chord') {
    const [p, q] = of.map((k) => cornerAt(k, surfaces));
    return p && q && distance(p, q);
  }
  if (what === 'arc') {
    const spokes = arcSpokes(of, surfaces);
    return spokes && spokes.radius * spokes.angle;
  }
  if (what === 'height') {
    const face = surfaces.get(of[0]);
    const p = cornerAt(of[1], surfaces);
    return p && face?.kind === 'plane' ? Math.abs(dot(face.n, p) - face.d) : undefined;
  }
  const [s, t] = of.map((k) => surfaces.get(k));
  if (!s || (of.length > 1 && !t)) return undefined;
  switch (size.what) {
    case 'diameter':
      return s.kind === 'cylinder' || s.kind === 'sphere'
        ? 2 * s.r
        : s.kind === 'torus'
          ? 2 * s.R
          : undefined;
    case 'thread':
      return nominalOfThread(size.of[0], surfaces);
    case 'threadPitch':
      return pitchOfThread(size.of[0], surfaces);
    case 'tube':
      return s.kind === 'torus' ? 2 * s.r : undefined;
    case 'cone':
      return s.kind === 'cone' ? 2 * Math.atan2(s.sin, s.cos) * DEGREES : undefined;
    case 'rim': {
      const rim = rimOf(s, t);
      return rim && 2 * Math.abs(rim.r);
    }
    case 'across': {
      if (s.kind !== 'plane' || t?.kind !== 'plane') return undefined;
      const way = dot(s.n, t.n) < 0 ? -1 : 1;
      return Math.abs(s.d - way * t.d);
    }
    case 'lean':
      return s.kind === 'plane' ? Math.acos(Math.min(1, Math.abs(s.n[size.axis]))) * DEGREES : undefined;
    case 'angle': {
      if (s.kind !== 'plane' || t?.kind !== 'plane') return undefined;
      return Math.atan2(length(cross(s.n, t.n)), Math.abs(dot(s.n, t.n))) * DEGREES;
    }
  }
};

/** How far two round faces, or a round and a flat one, are from touching: nought where they are tangent. */
export const tangentGap = (a: string, b: string, surfaces: SurfacesByKey): number | undefined => {
  const [s, t] = [surfaces.get(a), surfaces.get(b)];
  if (!s || !t) return undefined;
  const turned = gapOfTurned(s, t);
  if (turned !== undefined) return turned;
  if (s.kind === 'plane') return t.kind === 'plane' ? undefined : tangentGap(b, a, surfaces);
  if (s.kind === 'cone') return undefined;
  const r = s.r;
  if (t.kind === 'plane') return Math.abs(dot(t.n, s.o) - t.d) - r;
  if (s.kind !== 'cylinder' || t.kind !== 'cylinder') return undefined;
  const between = sub(t.o, s.o);
  const far = length(cross(s.a, between));
  const [outside, inside] = [far - (s.r + t.r), far - Math.abs(s.r - t.r)];
  return Math.abs(outside) < Math.abs(inside) ? outside : inside;
};

/** The direction of a face: a flat one's normal, a round one's axis; nothing for a ball. */
export const directionOf = (s: Surface | undefined): Vec3 | undefined =>
  s?.kind === 'plane' ? s.n : s && s.kind !== 'sphere' ? s.a : undefined;

/** By how much a direction leans from an axis towards another one, as a slope. */
export const leanOf = (
  key: string,
  axis: AxisNumber,
  towards: AxisNumber,
  surfaces: SurfacesByKey,
): number | undefined => {
  const d = directionOf(surfaces.get(key));
  return d && Math.abs(d[axis]) > 0.1 ? d[towards] / d[axis] : undefined;
};
