import { type BoxTree, boxTree, isBesidePlane } from '../geometry/boxTree.ts';
import { isClosed, pointOn, tangentOn, within } from '../geometry/curve3.ts';
import { normalAt, type Plane, type Surface } from '../geometry/surface.ts';
import { along, cross, dot, length, scale, sub, unit, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { BoundaryStretch, TrimmedFace } from './trimmedFace.ts';

/** A way along a surface from a place on it: within a plane, measured ahead from where it begins. */
export type Way = {
  readonly plane: Plane;
  /** how far ahead a place in the plane lies, a length; undefined where it lies on another branch of the section */
  readonly ahead: (y: Vec3) => number | undefined;
  /** where it runs straight on, the place it begins at and its direction: nothing else is met */
  readonly line?: readonly [Vec3, Vec3];
  /** the direction in which the way passes a place */
  readonly heading: (y: Vec3) => Vec3;
};

/** Where a way first meets the boundary of a face; `fromFace` says that it comes from the face's own side. */
export type Landing = {
  readonly kind: 'landing';
  readonly stretch: number;
  readonly far: number;
  readonly fromFace: boolean;
};

/** An angle ahead on a closed way, from 0 to a full turn; a trace short of a full turn is none: the way begins there. */
const turnAhead = (angle: number): number => {
  const ahead = wrapAngle(angle);
  return TAU - ahead < 1e-9 ? 0 : ahead;
};

const planeThrough = (x: Vec3, normal: Vec3): Plane => ({ kind: 'plane', n: normal, d: dot(normal, x) });

/** A way straight on across a plane. */
export const straightWay = (n: Vec3, x: Vec3, w: Vec3): Way => ({
  plane: planeThrough(x, cross(n, w)),
  ahead: (y) => dot(sub(y, x), w),
  line: [x, w],
  heading: () => w,
});

type Turned = Exclude<Surface, Plane | { kind: 'sphere' }>;

const radial = (s: Turned, p: Vec3): Vec3 => {
  const q = sub(p, s.o);
  return along(q, s.a, -dot(q, s.a));
};

/** A way along the straight line of a cylinder or cone through x; `sense` 1 goes with the axis. Undefined at an apex. */
export const rulingWay = (s: Turned, x: Vec3, sense: 1 | -1): Way | undefined => {
  const r = radial(s, x);
  const far = length(r);
  if (far === 0) return undefined;
  const e = scale(r, 1 / far);
  const up = s.kind === 'cone' ? along(scale(e, s.sin), s.a, s.cos) : s.a;
  const w = scale(up, sense);
  return {
    plane: planeThrough(x, cross(s.a, e)),
    ahead: (y) => (dot(radial(s, y), e) > 0 ? dot(sub(y, x), w) : undefined),
    line: [x, w],
    heading: () => w,
  };
};

/** A way round the axis through x. Undefined on the axis, and on top of a ring, where its two circles are one. */
export const ringWay = (s: Turned, x: Vec3): Way | undefined => {
  const r = radial(s, x);
  const far = length(r);
  if (far === 0 || (s.kind === 'torus' && Math.abs(far - s.R) < 1e-6 * s.r)) return undefined;
  const e = scale(r, 1 / far);
  const round = cross(s.a, e);
  const other = s.kind === 'torus' ? 2 * s.R - far : Number.NaN;
  return {
    plane: planeThrough(x, s.a),
    ahead: (y) => {
      const q = radial(s, y);
      if (Math.abs(length(q) - other) < Math.abs(length(q) - far)) return undefined;
      return far * turnAhead(Math.atan2(dot(q, round), dot(q, e)));
    },
    heading: (y) => unit(cross(s.a, radial(s, y))),
  };
};

/** A way round the tube of a ring through x, in the plane that holds the axis. */
export const tubeWay = (s: Turned & { kind: 'torus' }, x: Vec3): Way | undefined => {
  const r = radial(s, x);
  const far = length(r);
  if (far === 0) return undefined;
  const e = scale(r, 1 / far);
  const angle = (y: Vec3): number => {
    const q = sub(y, s.o);
    return Math.atan2(dot(q, s.a), dot(q, e) - s.R);
  };
  const begin = angle(x);
  return {
    plane: planeThrough(x, cross(s.a, e)),
    ahead: (y) => (dot(radial(s, y), e) > 0 ? s.r * turnAhead(angle(y) - begin) : undefined),
    heading: (y) => {
      const q = angle(y);
      return along(scale(e, -Math.sin(q)), s.a, Math.cos(q));
    },
  };
};

/** A way along the great circle of a sphere from x by way of a target. Undefined where they lie in one line with the centre. */
export const greatCircleWay = (s: Surface & { kind: 'sphere' }, x: Vec3, target: Vec3): Way | undefined => {
  const e = unit(sub(x, s.o));
  const q = sub(target, s.o);
  const side = along(q, e, -dot(q, e));
  if (length(side) < 1e-6 * s.r) return undefined;
  const w = unit(side);
  const normal = cross(e, w);
  return {
    plane: planeThrough(x, normal),
    ahead: (y) => s.r * turnAhead(Math.atan2(dot(sub(y, s.o), w), dot(sub(y, s.o), e))),
    heading: (y) => unit(cross(normal, sub(y, s.o))),
  };
};

const heightOver = ({ n, d }: Plane, p: Vec3): number => dot(n, p) - d;

/** A boundary of fewer stretches is looked at one by one. */
const FEW = 24;
const trees = new WeakMap<readonly BoundaryStretch[], BoxTree>();

/** The numbers of a face's stretches whose boxes a way may meet, ascending. */
const stretchesOn = ({ boundary, fine }: TrimmedFace, { plane: { n, d }, line }: Way): number[] => {
  if (boundary.length < FEW) return boundary.flatMap((b, i) => (isBesidePlane(b.box, n, d, fine) ? [] : [i]));
  let tree = trees.get(boundary);
  if (!tree) {
    tree = boxTree(
      boundary.map((b) => b.box),
      // an end may lie a little off the way and count all the same
      fine * 8,
    );
    trees.set(boundary, tree);
  }
  if (!line) return tree.acrossPlane(n, d);
  const found: number[] = [];
  tree.alongLine(line[0], line[1], -fine * 8, (id) => found.push(id));
  return found.sort((a, b) => a - b);
};

/** A way that meets an edge at less than this sine might as well run along it. */
const GRAZING = 1e-7;

/**
 * Follows a way along a face's surface to the nearest place of the face's boundary.
 * @returns "none" where the way meets none, "unsure" where it passes a corner or runs along an edge
 */
export const followWay = (f: TrimmedFace, way: Way): Landing | 'none' | 'unsure' => {
  const { fine } = f;
  let best: { stretch: number; t: number; far: number; at: Vec3 } | undefined;
  let doubt = Number.POSITIVE_INFINITY;
  for (const stretch of stretchesOn(f, way)) {
    const b = f.boundary[stretch] as BoundaryStretch;
    // where a closed curve begins there is no corner
    const isRound = isClosed(b.curve) && b.to - b.from >= TAU - 1e-12;
    for (const end of isRound ? [] : b.ends) {
      if (Math.abs(heightOver(way.plane, end)) > fine) continue;
      const far = way.ahead(end);
      if (far !== undefined && far > -fine) doubt = Math.min(doubt, far);
    }
    for (const t of within(b.curve, crossings(b.curve, way.plane, 0), b.from, b.to)) {
      const at = pointOn(b.curve, t);
      const far = way.ahead(at);
      if (far === undefined || far < -fine) continue;
      if (!best || far < best.far) best = { stretch, t, far, at };
    }
    // a stretch that lies in the plane ahead is met all along
    const lies = b.curve.type === 'line' && b.ends.every((p) => Math.abs(heightOver(way.plane, p)) <= fine);
    if (lies && b.ends.some((p) => (way.ahead(p) ?? -1) > -fine)) doubt = 0;
  }
  if (!best) return doubt < Number.POSITIVE_INFINITY ? 'unsure' : 'none';
  if (doubt <= best.far + fine || best.far <= fine) return 'unsure';
  const { stretch, t, far, at } = best;
  const b = f.boundary[stretch] as BoundaryStretch;
  const outside = scale(normalAt(f.surface, at), f.outward);
  const left = cross(outside, scale(tangentOn(b.curve, t), b.run));
  const across = dot(way.heading(at), left);
  if (Math.abs(across) < GRAZING) return 'unsure';
  return { kind: 'landing', stretch, far, fromFace: across < 0 };
};
