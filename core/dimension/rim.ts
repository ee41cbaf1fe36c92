import type { Surface } from '../geometry/surface.ts';
import { cross, distance, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { forward } from './corner.ts';

/**
 * A face of revolution, or a flat one square to the same axis, as it is seen in the half plane through the axis: the line a r + b z = c, with
 * (a, b) of length one, or the circle about (r, z).
 */
type ProfileCurve =
  | { readonly kind: 'line'; readonly a: number; readonly b: number; readonly c: number }
  | { readonly kind: 'circle'; readonly r: number; readonly z: number; readonly radius: number };
type ProfileLine = Extract<ProfileCurve, { kind: 'line' }>;
type ProfileCircle = Extract<ProfileCurve, { kind: 'circle' }>;
/** A point of that half plane. */
type ProfilePoint = readonly [r: number, z: number];

const profileCurve = (s: Surface, axis: Vec3): ProfileCurve => {
  switch (s.kind) {
    case 'plane':
      return { kind: 'line', a: 0, b: dot(s.n, axis), c: s.d };
    case 'cylinder':
      return { kind: 'line', a: 1, b: 0, c: s.r };
    case 'cone': {
      const way = dot(s.a, axis);
      return { kind: 'line', a: s.cos, b: -s.sin * way, c: -s.sin * way * dot(s.o, axis) };
    }
    case 'sphere':
      return { kind: 'circle', r: 0, z: dot(s.o, axis), radius: s.r };
    case 'torus':
      return { kind: 'circle', r: s.R, z: dot(s.o, axis), radius: s.r };
  }
};

/** How far a point is from a line, on the side to which its (a, b) points. */
const beyondLine = (l: ProfileLine, [r, z]: ProfilePoint): number => l.a * r + l.b * z - l.c;

const whereLinesMeet = (p: ProfileLine, q: ProfileLine): ProfilePoint | undefined => {
  const det = p.a * q.b - q.a * p.b;
  if (Math.abs(det) < 1e-9) return undefined;
  return [(p.c * q.b - q.c * p.b) / det, (p.a * q.c - q.a * p.c) / det];
};

/** Outwards and upwards along a line that is neither square to the axis nor along it, or to whichever of the two it runs. */
const FORWARD: ProfilePoint = [1, 0.6137];

/** Where a line meets a circle: the farther of the two points outwards, or the nearer. */
const whereLineMeetsCircle = (
  line: ProfileLine,
  circle: ProfileCircle,
  isFarther: boolean,
): ProfilePoint | undefined => {
  const off = beyondLine(line, [circle.r, circle.z]);
  const square = circle.radius ** 2 - off * off;
  if (square < 0) return undefined;
  const isForward = -line.b * FORWARD[0] + line.a * FORWARD[1] > 0;
  const half = (isForward === isFarther ? 1 : -1) * Math.sqrt(square);
  return [circle.r - line.a * off - line.b * half, circle.z - line.b * off + line.a * half];
};

/** Where two circles meet: to the left of the line from the first centre to the second one. */
const whereCirclesMeet = (p: ProfileCircle, q: ProfileCircle): ProfilePoint | undefined => {
  const [dr, dz] = [q.r - p.r, q.z - p.z];
  const far = Math.hypot(dr, dz);
  if (far < 1e-12) return undefined;
  const ahead = (far * far + p.radius ** 2 - q.radius ** 2) / (2 * far);
  const square = p.radius ** 2 - ahead * ahead;
  if (square < 0) return undefined;
  const aside = Math.sqrt(square);
  return [p.r + (ahead * dr - aside * dz) / far, p.z + (ahead * dz + aside * dr) / far];
};

const whereCurvesMeet = (p: ProfileCurve, q: ProfileCurve): ProfilePoint | undefined => {
  if (p.kind === 'line') return q.kind === 'line' ? whereLinesMeet(p, q) : whereLineMeetsCircle(p, q, true);
  return q.kind === 'line' ? whereLineMeetsCircle(q, p, false) : whereCirclesMeet(p, q);
};

/** The axis that two faces of revolution share, as it points forward: that of either, or the line on which a ball's centre stands. */
const axisOf = (s: Surface, t: Surface): Vec3 | undefined => {
  for (const x of [s, t])
    if (x.kind === 'cylinder' || x.kind === 'cone' || x.kind === 'torus') return forward(x.a);
  for (const x of [s, t]) if (x.kind === 'plane') return s.kind === t.kind ? undefined : forward(x.n);
  const between = s.kind === 'sphere' && t.kind === 'sphere' ? sub(t.o, s.o) : undefined;
  const far = between ? length(between) : 0;
  return between && far > 1e-12 ? forward(scale(between, 1 / far)) : undefined;
};

/** The circle in which two faces of one axis meet: its radius, its height along the axis, and the axis. */
export type RimCircle = { readonly r: number; readonly z: number; readonly axis: Vec3 };

/**
 * The rim of two faces of one axis. A line and a circle of the half plane through the axis meet twice: named line first it is the farther point
 * outwards along the line, named circle first the nearer one. Two circles: to the left of the line from the first centre to the second one.
 * @returns undefined where a face is gone or they do not meet
 */
export const rimOf = (s: Surface | undefined, t: Surface | undefined): RimCircle | undefined => {
  const axis = s && t && axisOf(s, t);
  const at = axis && whereCurvesMeet(profileCurve(s, axis), profileCurve(t, axis));
  return at && { r: at[0], z: at[1], axis };
};

/** Axes count as one that are as near as this: a figure that is moved a little turns or shifts one of them. */
const NEARLY = 1e-3;

/** Whether a face is turned about an axis through a point. */
const isTurnedAbout = (s: Surface, axis: Vec3, through: Vec3): boolean => {
  if (s.kind === 'plane') return length(cross(s.n, axis)) < NEARLY;
  if (s.kind !== 'sphere' && length(cross(s.a, axis)) >= NEARLY) return false;
  const aside = length(cross(sub(s.o, through), axis));
  return aside < NEARLY * (s.kind === 'cone' ? Math.max(1, distance(s.o, through)) : s.r);
};

/**
 * How far a ring or a ball is from touching another face that is turned about the same axis: nought where they run on smoothly.
 * @returns undefined where neither is one, or they are of two axes
 */
export const gapOfTurned = (s: Surface, t: Surface): number | undefined => {
  const round = [s, t].find((x) => x.kind === 'torus') ?? [s, t].find((x) => x.kind === 'sphere');
  const axis = axisOf(s, t);
  if ((round?.kind !== 'torus' && round?.kind !== 'sphere') || !axis) return undefined;
  if (![s, t].every((x) => isTurnedAbout(x, axis, round.o))) return undefined;
  const [p, q] = [profileCurve(s, axis), profileCurve(t, axis)];
  if (p.kind === 'line' || q.kind === 'line') {
    const [line, circle] = (p.kind === 'line' ? [p, q] : [q, p]) as [ProfileLine, ProfileCircle];
    return Math.abs(beyondLine(line, [circle.r, circle.z])) - circle.radius;
  }
  const far = Math.hypot(q.r - p.r, q.z - p.z);
  const [outside, inside] = [far - (p.radius + q.radius), far - Math.abs(p.radius - q.radius)];
  return Math.abs(outside) < Math.abs(inside) ? outside : inside;
};
