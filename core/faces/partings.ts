import { type Curve3, isClosed, pointOn, within } from '../geometry/curve3.ts';
import { isPartial, type Plane, type Surface } from '../geometry/surface.ts';
import { along, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import { sideOfFace } from '../trimmed/sideOfFace.ts';
import type { TrimmedFace } from '../trimmed/trimmedFace.ts';

/** A stretch of a curve. */
export type Stretch = { readonly curve: Curve3; readonly from: number; readonly to: number };

const throughPoint = (n: Vec3, p: Vec3): Plane => ({ kind: 'plane', n, d: dot(n, p) });

/**
 * The planes that part a surface all round into pieces which do not close on themselves: of a cylinder or cone two halves, of a sphere four
 * quarters, of a ring four quarters.
 */
export const partingPlanes = (s: Surface): readonly Plane[] => {
  switch (s.kind) {
    case 'plane':
      return [];
    case 'sphere':
      return [throughPoint([0, 0, 1], s.o), throughPoint([1, 0, 0], s.o)];
    case 'torus':
      return [throughPoint(s.a, s.o), throughPoint(s.e2, s.o)];
    default:
      return [throughPoint(s.e2, s.o)];
  }
};

/** The curves in which a surface meets its parting planes. */
const partingCurves = (s: Surface): readonly Curve3[] => {
  const circle = (c: Vec3, u: Vec3, v: Vec3): Curve3 => ({ type: 'ellipse', c, u, v });
  switch (s.kind) {
    case 'plane':
      return [];
    case 'cylinder':
      return [1, -1].map((k) => ({ type: 'line', p: along(s.o, s.e1, k * s.r), d: s.a }));
    case 'cone':
      return [1, -1].map((k) => ({ type: 'line', p: s.o, d: along(scale(s.e1, k * s.sin), s.a, s.cos) }));
    case 'sphere':
      return [circle(s.o, [s.r, 0, 0], [0, s.r, 0]), circle(s.o, [0, s.r, 0], [0, 0, s.r])];
    case 'torus':
      return [
        ...(isPartial(s) ? [s.R + s.r] : [s.R + s.r, s.R - s.r]).map((rho) =>
          circle(s.o, scale(s.e1, rho), scale(s.e2, rho)),
        ),
        ...[1, -1].map((k) => circle(along(s.o, s.e1, k * s.R), scale(s.e1, k * s.r), scale(s.a, s.r))),
      ];
  }
};

/** Where along a curve the surface itself ends: a cone at its apex, a spindle on its axis. */
const tipsOf = (s: Surface): Vec3[] => {
  if (s.kind === 'cone') return [s.o];
  if (s.kind !== 'torus' || !isPartial(s)) return [];
  const h = Math.sqrt(s.r * s.r - s.R * s.R);
  return [along(s.o, s.a, h), along(s.o, s.a, -h)];
};

const parameterOf = (c: Curve3, p: Vec3): number => {
  if (c.type === 'line') return dot(sub(p, c.p), c.d);
  if (c.type !== 'ellipse') return 0;
  const q = sub(p, c.c);
  return wrapAngle(Math.atan2(dot(q, c.v) / dot(c.v, c.v), dot(q, c.u) / dot(c.u, c.u)));
};

const isIn = (e: Stretch, { n, d }: Plane, tol: number): boolean =>
  [0.1, 0.3, 0.6, 0.9].every(
    (k) => Math.abs(dot(n, pointOn(e.curve, e.from + k * (e.to - e.from))) - d) <= tol,
  );

/** The parameters within a stretch at which it crosses the parting planes of a surface it lies on. */
export const partingCuts = (e: Stretch, s: Surface, tol: number): number[] =>
  partingPlanes(s).flatMap((p) =>
    isIn(e, p, tol) ? [] : within(e.curve, crossings(e.curve, p, tol), e.from, e.to),
  );

/**
 * The stretches of its partings that lie on a face.
 * @param f the face, or all faces on one side of its surface together
 * @param tol the part's tolerance, a length
 */
export const partingsOf = (f: TrimmedFace, tol: number): Stretch[] => {
  const s = f.surface;
  const planes = partingPlanes(s);
  const met = f.boundary.flatMap((b) => [
    ...planes.flatMap((p) =>
      isIn(b, p, tol)
        ? b.ends
        : within(b.curve, crossings(b.curve, p, tol), b.from, b.to, 1e-12).map((t) => pointOn(b.curve, t)),
    ),
    ...b.ends,
  ]);
  return partingCurves(s).flatMap((curve): Stretch[] => {
    const own = [...met, ...tipsOf(s)].filter((p) => {
      const at = pointOn(curve, parameterOf(curve, p));
      return length(sub(at, p)) <= tol * 10;
    });
    const crossed = planes.flatMap((p) =>
      isIn({ curve, from: 0, to: isClosed(curve) ? TAU : f.fine * 1e10 }, p, tol)
        ? []
        : crossings(curve, p, tol).filter((t) => curve.type !== 'line' || t >= 0),
    );
    const ts = [...own.map((p) => parameterOf(curve, p)), ...crossed].sort((a, b) => a - b);
    const knots = ts.filter(
      (t, i) => i === 0 || length(sub(pointOn(curve, t), pointOn(curve, ts[i - 1] as number))) > tol * 10,
    );
    if (!knots.length) return [];
    const first = knots[0] as number;
    const last = knots.at(-1) as number;
    const round =
      isClosed(curve) &&
      length(sub(pointOn(curve, first), pointOn(curve, last))) <= tol * 10 &&
      knots.length > 1
        ? knots.slice(0, -1)
        : knots;
    const ends = isClosed(curve) ? [...round, first + TAU] : round;
    return ends.slice(1).flatMap((to, i): Stretch[] => {
      const from = ends[i] as number;
      return sideOfFace(f, pointOn(curve, from + 0.4937 * (to - from))) === 'in' ? [{ curve, from, to }] : [];
    });
  });
};
