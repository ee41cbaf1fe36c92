import { type Box3, boxOf, inBox, joinBoxes } from '../geometry/box.ts';
import { placedSurface } from '../geometry/placedSurface.ts';
import { polynomialRoots } from '../geometry/polynomial.ts';
import { compose, mapPoint, type Rigid, toLocal, turnVector } from '../geometry/rigid.ts';
import { cone, cylinder, plane, type Surface, sphere, torus } from '../geometry/surface.ts';
import { along, dot, length2, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import { insideTrimmed, trimmedIntervals } from '../trimmed/insideTrimmed.ts';
import { boxOfFace, frameOfSurface, preparedSolid } from '../trimmed/preparedSolid.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';
import { crossLoop, hullOf, insideLoop, type LoopSegment } from './loop.ts';

/**
 * The solids a feature is made of: a loop swept along its normal, a loop turned about the z axis, a convex solid between planes, or one that
 * is given by its trimmed faces.
 * Each answers exactly whether a point is inside and in which stretches a line is.
 */
export type Sweep = {
  readonly kind: 'sweep';
  readonly loop: readonly LoopSegment[];
  readonly z0: number;
  readonly z1: number;
  readonly roles: { readonly low: string; readonly high: string };
};
export type ConvexSolid = {
  readonly kind: 'convex';
  readonly planes: readonly {
    readonly n: Vec3;
    readonly d: number;
    readonly role: string;
    readonly corners: readonly Vec3[];
  }[];
};
/**
 * A loop in the (distance from z, z) half plane, turned about z from +x towards +y through `angle` (rad; 2 pi is all round). Its
 * stretches on the axis itself make no face.
 */
export type Turned = {
  readonly kind: 'turned';
  readonly loop: readonly LoopSegment[];
  readonly angle: number;
  /** how near the axis counts as on it, a length */
  readonly snap: number;
};
export type LocalSolid = Sweep | ConvexSolid | Turned | TrimmedSolid;

/**
 * A face with the box it lies in, along the world's axes and, closer, along its own: what is near a face must not hang on how the part
 * is turned.
 */
export type CellFace = {
  readonly role: string;
  readonly surface: Surface;
  readonly box: Box3;
  readonly own: OwnBox;
};
/** A box in a frame of its own. */
export type OwnBox = { readonly frame: Rigid; readonly box: Box3 };

const ownBox = (frame: Rigid, points: readonly Vec3[]): OwnBox => ({
  frame,
  box: boxOf(points.map((p) => toLocal(frame, p))),
});

/** True where p lies in a face's own box, widened by tol. */
export const inOwnBox = ({ frame, box }: OwnBox, p: Vec3, tol: number): boolean =>
  inBox(box, toLocal(frame, p), tol);

/** The frame with its x axis turned into the direction (c, s) of its own (x, y). */
const turnedInPlane = (m: Rigid, c: number, s: number): Rigid => ({
  x: along(scale(m.x, c), m.y, s),
  y: along(scale(m.x, -s), m.y, c),
  z: m.z,
  origin: m.origin,
});

/** A local solid put in its place in the world. */
export type Cell = {
  readonly solid: LocalSolid;
  readonly place: Rigid;
  readonly box: Box3;
  readonly faces: readonly CellFace[];
};

/** Stretches of a line parameter, ascending and apart: [in, out, in, out, ...]. */
export type Intervals = number[];

const lift = (p: Vec2, z: number): Vec3 => [p[0], p[1], z];

const sweepFaces = (s: Sweep, place: Rigid): CellFace[] => {
  const put = (p: Vec3): Vec3 => mapPoint(place, p);
  const hull = s.loop.flatMap(hullOf);
  const cap = (z: number, role: string): CellFace => {
    const points = hull.map((p) => put(lift(p, z)));
    const surface = plane(place.z, dot(place.z, put([0, 0, z])));
    return { role, surface, box: boxOf(points), own: ownBox(place, points) };
  };
  const sides = s.loop.map((segment): CellFace => {
    const points = hullOf(segment).flatMap((p) => [put(lift(p, s.z0)), put(lift(p, s.z1))]);
    const { a, b, arc, role } = segment;
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const own = ownBox(turnedInPlane(place, (b[0] - a[0]) / size, (b[1] - a[1]) / size), points);
    if (arc) return { role, surface: cylinder(put(lift(arc.c, 0)), place.z, arc.r), box: boxOf(points), own };
    const n = turnVector(place, [(b[1] - a[1]) / size, -(b[0] - a[0]) / size, 0]);
    return { role, surface: plane(n, dot(n, put(lift(a, 0)))), box: boxOf(points), own };
  });
  return [cap(s.z0, s.roles.low), cap(s.z1, s.roles.high), ...sides];
};

const convexFaces = (s: ConvexSolid, place: Rigid): CellFace[] =>
  s.planes.map(({ n, d, role, corners }) => {
    const wn = turnVector(place, n);
    const points = corners.map((c) => mapPoint(place, c));
    const surface = plane(wn, d + dot(wn, place.origin));
    return { role, surface, box: boxOf(points), own: ownBox(place, points) };
  });

/** The box of a circle's arc o + rho (e1 cos q + e2 sin q), q from 0 to angle. */
const arcBox = (o: Vec3, e1: Vec3, e2: Vec3, rho: number, angle: number): Box3 => {
  const at = (q: number): Vec3 => along(along(o, e1, rho * Math.cos(q)), e2, rho * Math.sin(q));
  const turns = [0, 1, 2].flatMap((i) => {
    const q = wrapAngle(Math.atan2(e2[i] as number, e1[i] as number));
    return [q, wrapAngle(q + Math.PI)];
  });
  return boxOf([0, angle, ...turns.filter((q) => q < angle)].map(at));
};

const onAxis = (s: Turned, { a, b, arc }: LoopSegment): boolean =>
  !arc && Math.abs(a[0]) <= s.snap && Math.abs(b[0]) <= s.snap;

/** The surface a stretch of the loop sweeps out. */
const turnedSurface = (s: Turned, { a, b, arc }: LoopSegment, place: Rigid): Surface => {
  const up = (z: number): Vec3 => along(place.origin, place.z, z);
  if (arc) {
    const { c, r } = arc;
    if (Math.abs(c[0]) <= s.snap) return sphere(up(c[1]), r);
    return torus(up(c[1]), place.z, c[0], r);
  }
  const [dx, dz] = [b[0] - a[0], b[1] - a[1]];
  if (Math.abs(dz) <= s.snap) return plane(place.z, dot(place.z, up(a[1])));
  if (Math.abs(dx) <= s.snap) return cylinder(place.origin, place.z, a[0]);
  const opens = dx > 0 === dz > 0 ? 1 : -1;
  // the apex by the nearer end, where least is lost
  const near = a[0] < b[0] ? a : b;
  return cone(
    up(near[1] - (near[0] * dz) / dx),
    scale(place.z, opens),
    Math.atan2(Math.abs(dx), Math.abs(dz)),
  );
};

const turnedFaces = (s: Turned, place: Rigid): CellFace[] => {
  const faces = s.loop
    .filter((segment) => !onAxis(s, segment))
    .map((segment): CellFace => {
      const box = hullOf(segment)
        .map((p) => arcBox(along(place.origin, place.z, p[1]), place.x, place.y, Math.max(0, p[0]), s.angle))
        .reduce(joinBoxes);
      // a turned face is boxed in by its greatest radius and its stretch of the axis
      const radii = hullOf(segment).map((p) => Math.max(0, p[0]));
      const most = Math.max(...radii);
      const zs = hullOf(segment).map((p) => p[1]);
      const local: Box3 = [-most, -most, Math.min(...zs), most, most, Math.max(...zs)];
      const own = { frame: place, box: local };
      return { role: segment.role, surface: turnedSurface(s, segment, place), box, own };
    });
  if (s.angle >= TAU) return faces;
  const hull = s.loop.flatMap(hullOf);
  const end = (q: number, role: string): CellFace => {
    const e = along(scale(place.x, Math.cos(q)), place.y, Math.sin(q));
    const n = along(scale(place.x, -Math.sin(q)), place.y, Math.cos(q));
    const points = hull.map((p) => along(along(place.origin, e, Math.max(0, p[0])), place.z, p[1]));
    return { role, surface: plane(n, dot(n, place.origin)), box: boxOf(points), own: ownBox(place, points) };
  };
  return [...faces, end(0, 'start'), end(s.angle, 'end')];
};

const trimmedFaces = (s: TrimmedSolid, place: Rigid): CellFace[] =>
  preparedSolid(s).faces.map((f): CellFace => {
    const frame = frameOfSurface(f.surface);
    // the world's axes as the solid's frame sees them
    const world = worldIn(place);
    return {
      role: f.name,
      surface: placedSurface(place, f.surface),
      box: boxOfFace(f, world),
      own: { frame: compose(place, frame), box: boxOfFace(f, frame) },
    };
  });

/** The world's own axes and origin, in the coordinates of a placed frame. */
const worldIn = (m: Rigid): Rigid => ({
  x: [m.x[0], m.y[0], m.z[0]],
  y: [m.x[1], m.y[1], m.z[1]],
  z: [m.x[2], m.y[2], m.z[2]],
  origin: toLocal(m, [0, 0, 0]),
});

const facesOf = (solid: LocalSolid, place: Rigid): CellFace[] => {
  switch (solid.kind) {
    case 'sweep':
      return sweepFaces(solid, place);
    case 'turned':
      return turnedFaces(solid, place);
    case 'convex':
      return convexFaces(solid, place);
    case 'trimmed':
      return trimmedFaces(solid, place);
  }
};

/** A local solid put in its place: its faces and box in the world. */
export const cell = (solid: LocalSolid, place: Rigid): Cell => {
  const faces = facesOf(solid, place);
  const box = boxOf(faces.flatMap(({ box: b }) => [[b[0], b[1], b[2]] as Vec3, [b[3], b[4], b[5]] as Vec3]));
  return { solid, place, box, faces };
};

const insideTurned = (s: Turned, q: Vec3): boolean => {
  if (s.angle < TAU && wrapAngle(Math.atan2(q[1], q[0])) >= s.angle) return false;
  return insideLoop(s.loop, [length2([q[0], q[1]]), q[2]]);
};

/** True where the world point is inside the cell (points on the boundary fall to either side). */
export const insideCell = (c: Cell, p: Vec3): boolean => {
  const { place: m, solid: s } = c;
  // the local point, figure by figure: this is asked more often than anything else
  const x = p[0] - m.origin[0];
  const y = p[1] - m.origin[1];
  const z = p[2] - m.origin[2];
  const q2 = x * m.z[0] + y * m.z[1] + z * m.z[2];
  if (s.kind === 'sweep' && (q2 <= s.z0 || q2 >= s.z1)) return false;
  const q0 = x * m.x[0] + y * m.x[1] + z * m.x[2];
  const q1 = x * m.y[0] + y * m.y[1] + z * m.y[2];
  if (s.kind === 'sweep') return insideLoop(s.loop, [q0, q1]);
  if (s.kind === 'turned') return insideTurned(s, [q0, q1, q2]);
  if (s.kind === 'trimmed') return insideTrimmed(preparedSolid(s), [q0, q1, q2]);
  for (const { n, d } of s.planes) if (n[0] * q0 + n[1] * q1 + n[2] * q2 >= d) return false;
  return true;
};

const clip = (intervals: Intervals, lo: number, hi: number): Intervals => {
  const out: Intervals = [];
  for (let i = 0; i < intervals.length; i += 2) {
    const a = Math.max(lo, intervals[i] as number);
    const b = Math.min(hi, intervals[i + 1] as number);
    if (a < b) out.push(a, b);
  }
  return out;
};

/** How near zero, as a share of its size, a polynomial along a line counts as touching it. */
const TOUCH = 1e-9;

/** Roots of A t^2 + 2 B t + C; where it only just fails to touch zero, the place where it comes nearest. */
const quadraticRoots = (A: number, B: number, C: number): number[] => {
  if (Math.abs(A) < 1e-14) return B === 0 ? [] : [-C / (2 * B)];
  const disc = B * B - A * C;
  if (disc < 0) return disc < -TOUCH * (B * B + Math.abs(A * C)) ? [] : [-B / A];
  const k = -(B + (B < 0 ? -1 : 1) * Math.sqrt(disc));
  return k === 0 ? [0] : [k / A, C / k];
};

/** Where the line q + t v (v a unit vector, local) meets the surface that a stretch of the loop sweeps out. */
const turnedHits = (s: Turned, { a, b, arc }: LoopSegment, q: Vec3, v: Vec3): number[] => {
  const vv = v[0] * v[0] + v[1] * v[1];
  const qv = q[0] * v[0] + q[1] * v[1];
  const qq = q[0] * q[0] + q[1] * q[1];
  if (!arc) {
    const [dx, dz] = [b[0] - a[0], b[1] - a[1]];
    if (Math.abs(dz) <= s.snap) return v[2] === 0 ? [] : [(a[1] - q[2]) / v[2]];
    // distance from the axis = m z + c
    const m = Math.abs(dx) <= s.snap ? 0 : dx / dz;
    const r = a[0] + m * (q[2] - a[1]);
    const w = m * v[2];
    return quadraticRoots(vv - w * w, qv - r * w, qq - r * r);
  }
  const { c, r } = arc;
  const z = q[2] - c[1];
  const half = qv + z * v[2];
  const gap = qq + z * z;
  if (Math.abs(c[0]) <= s.snap) return quadraticRoots(1, half, gap - r * r);
  // (|x|^2 + R^2 - r^2)^2 = 4 R^2 (distance from the axis)^2, from the point of the line nearest the centre
  const R = c[0];
  const x: Vec3 = [q[0] - half * v[0], q[1] - half * v[1], z - half * v[2]];
  const near = x[0] * x[0] + x[1] * x[1] + x[2] * x[2];
  // a little beyond the surface, for in the plane of its equator the outermost roots lie right at this reach
  const reach = (Math.abs(R) + r) * 1.001;
  if (near >= reach * reach) return [];
  const span = Math.sqrt(reach * reach - near);
  const k = near + R * R - r * r;
  const xv = x[0] * v[0] + x[1] * v[1];
  const xx = x[0] * x[0] + x[1] * x[1];
  return polynomialRoots(
    [k * k - 4 * R * R * xx, -8 * R * R * xv, 2 * k - 4 * R * R * vv, 0, 1],
    -span,
    span,
    // a line that touches is parted there: the middle of what is left whole might lie just on the touch
    TOUCH * reach ** 4,
  ).map((t) => t - half);
};

/** Stretches between neighbouring hits, each asked at its middle. */
const turnedIntervals = (s: Turned, q: Vec3, v: Vec3): Intervals => {
  const hits = s.loop.flatMap((segment) => (onAxis(s, segment) ? [] : turnedHits(s, segment, q, v)));
  if (s.angle < TAU) {
    const n: Vec2 = [-Math.sin(s.angle), Math.cos(s.angle)];
    if (v[1] !== 0) hits.push(-q[1] / v[1]);
    const slope = n[0] * v[0] + n[1] * v[1];
    if (slope !== 0) hits.push(-(n[0] * q[0] + n[1] * q[1]) / slope);
  }
  hits.sort((x, y) => x - y);
  const out: Intervals = [];
  for (let i = 1; i < hits.length; i++) {
    const [a, b] = [hits[i - 1] as number, hits[i] as number];
    if (b <= a) continue;
    const m = (a + b) / 2;
    if (!insideTurned(s, [q[0] + m * v[0], q[1] + m * v[1], q[2] + m * v[2]])) continue;
    if (out.at(-1) === a) out[out.length - 1] = b;
    else out.push(a, b);
  }
  return out;
};

/** The stretches of the line p + t w (world, w a unit vector) inside the cell. */
export const cellIntervals = (c: Cell, p: Vec3, w: Vec3): Intervals => {
  const q = toLocal(c.place, p);
  const { place: m, solid: s } = c;
  const v: Vec3 = [dot(w, m.x), dot(w, m.y), dot(w, m.z)];
  if (s.kind === 'convex') {
    let lo = Number.NEGATIVE_INFINITY;
    let hi = Number.POSITIVE_INFINITY;
    for (const { n, d } of s.planes) {
      const slope = dot(n, v);
      const gap = d - dot(n, q);
      if (Math.abs(slope) < 1e-13) {
        if (gap <= 0) return [];
      } else if (slope > 0) hi = Math.min(hi, gap / slope);
      else lo = Math.max(lo, gap / slope);
    }
    return lo < hi ? [lo, hi] : [];
  }
  if (s.kind === 'turned') return turnedIntervals(s, q, v);
  if (s.kind === 'trimmed') return trimmedIntervals(preparedSolid(s), q, v);
  const flat = length2([v[0], v[1]]);
  if (flat < 1e-13) {
    if (!insideLoop(s.loop, [q[0], q[1]])) return [];
    const a = (s.z0 - q[2]) / v[2];
    const b = (s.z1 - q[2]) / v[2];
    return [Math.min(a, b), Math.max(a, b)];
  }
  let lo = Number.NEGATIVE_INFINITY;
  let hi = Number.POSITIVE_INFINITY;
  if (Math.abs(v[2]) < 1e-13) {
    if (q[2] <= s.z0 || q[2] >= s.z1) return [];
  } else {
    const a = (s.z0 - q[2]) / v[2];
    const b = (s.z1 - q[2]) / v[2];
    lo = Math.min(a, b);
    hi = Math.max(a, b);
  }
  return clip(crossLoop(s.loop, [q[0], q[1]], [v[0], v[1]]), lo, hi);
};
