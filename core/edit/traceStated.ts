import { along2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { attempt } from '../number/fault.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { Quantity } from '../part/quantity.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { cuttingPlane } from '../section/trace.ts';
import type { ViewSides } from '../section/viewSides.ts';

/** How a trace is stated: by two points or more, or by a place and an angle; a plane that slopes in all views by three points. */
export type Stated = Pick<TraceFile, 'through' | 'at' | 'angle' | 'corners'>;

/** The ways in which a flat trace can be stated: at the sides of the view, by two points, or by a place and an angle. */
export type WayStated = 'heights' | 'points' | 'angle';

/** Figures this near are one, part units. */
export const SAME_FIGURE = 1e-9;

/** A stated point of a trace: [u, v]. */
export type TracePoint = [Quantity, Quantity];
/** A trace with its figures worked out, part units and degrees. */
export type ReadTrace = {
  readonly points: readonly Vec2[];
  readonly at: Vec2 | undefined;
  readonly angle: number;
};

/**
 * Works out the figures of a trace.
 * @returns undefined where one of them cannot be read
 */
export const readTrace = (trace: TraceFile, part: PartFile): ReadTrace | undefined => {
  const read = attempt((): ReadTrace => {
    const sizes = sizeReader(part);
    const point = (p: readonly [Quantity, Quantity]): Vec2 => [
      sizes.length(p[0], []),
      sizes.length(p[1], []),
    ];
    return {
      points: trace.through?.map(point) ?? [],
      at: trace.at && point(trace.at),
      angle: trace.angle === undefined ? 0 : sizes.angle(trace.angle, []),
    };
  });
  return read.ok ? read.value : undefined;
};

/**
 * The axis that stays where both points of a trace lie on opposite sides of the part: 0 where the trace is stated by two heights, 1 where by
 * two distances at the lower and the upper side.
 */
export const fixedAxis = (a: Vec2, b: Vec2, [left, low, right, high]: ViewSides): 0 | 1 | undefined => {
  const across = (axis: 0 | 1, from: number, to: number): boolean =>
    [
      [a, b],
      [b, a],
    ].some(
      ([p, q]) =>
        Math.abs((p as Vec2)[axis] - from) <= SAME_FIGURE && Math.abs((q as Vec2)[axis] - to) <= SAME_FIGURE,
    );
  if (across(0, left, right)) return 0;
  return across(1, low, high) ? 1 : undefined;
};

/** The way in which a trace is stated; none for a bent one. */
export const wayStated = (trace: TraceFile, part: PartFile, sides: ViewSides): WayStated | undefined => {
  if (trace.at) return 'angle';
  const [a, b, more] = readTrace(trace, part)?.points ?? [];
  if (!a || !b || more) return undefined;
  return fixedAxis(a, b, sides) === undefined ? 'points' : 'heights';
};

/** Where a line through a point meets both sides of the view, in the line's own sense. */
const atSides = (p: Vec2, d: Vec2, [left, low, right, high]: ViewSides): [Vec2, Vec2] => {
  // the pair of sides that the line runs across most
  const k = Math.abs(d[0]) * (high - low) >= Math.abs(d[1]) * (right - left) ? 0 : 1;
  const [from, to] = k === 0 ? [left, right] : [low, high];
  const place = (x: number): Vec2 => along2(p, d, (x - p[k]) / d[k]);
  return d[k] > 0 ? [place(from), place(to)] : [place(to), place(from)];
};

const directionOf = ({ points, at, angle }: ReadTrace): { p: Vec2; d: Vec2 } | undefined => {
  const a = (angle * Math.PI) / 180;
  if (at) return { p: at, d: [Math.cos(a), Math.sin(a)] };
  const [p, q] = points;
  if (!p || !q) return undefined;
  const size = distance2(p, q);
  return size > 0 ? { p, d: [(q[0] - p[0]) / size, (q[1] - p[1]) / size] } : undefined;
};

const tidyPoint = (p: Vec2): TracePoint => [tidyFigure(p[0]), tidyFigure(p[1])];
const angleOf = (from: Vec2, to: Vec2): number =>
  tidyFigure((Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI);

/**
 * The same flat cut, stated in another way. Points that already lie where the new way wants them keep their figures as they were typed.
 * @returns undefined where the trace is bent, or cannot be read
 */
export const restated = (
  trace: TraceFile,
  part: PartFile,
  way: WayStated,
  sides: ViewSides,
): Stated | undefined => {
  const read = readTrace(trace, part);
  const line = read && directionOf(read);
  if (!read || !line || read.points.length > 2) return undefined;
  if (wayStated(trace, part, sides) === way) return undefined;
  if (way === 'heights') return { through: atSides(line.p, line.d, sides).map(tidyPoint) };
  if (way === 'points') {
    if (!read.at) {
      // drawn in from the sides, so that they are points of the trace and not two heights
      const [a, b] = read.points as [Vec2, Vec2];
      const inward = (k: number): TracePoint => tidyPoint(along2(a, sub2(b, a), k));
      return { through: [inward(0.25), inward(0.75)] };
    }
    const [, far] = atSides(read.at, line.d, sides);
    const next = distance2(far, read.at) > SAME_FIGURE ? far : along2(read.at, line.d, 10);
    return { through: [trace.at as TracePoint, tidyPoint(next)] };
  }
  const [a, b] = read.points as [Vec2, Vec2];
  // a half section begins at the second of two points, or at the place
  return {
    at: (trace.half ? trace.through?.[1] : trace.through?.[0]) as TracePoint,
    angle: angleOf(a, b),
  };
};

/** A trace by its points, so that it can be bent: one stated by an angle is brought to the sides of the view first. */
const byPoints = (trace: TraceFile, part: PartFile, sides: ViewSides): TracePoint[] | undefined => {
  if (trace.through) return trace.through.map((p): TracePoint => [p[0], p[1]]);
  return restated(trace, part, 'heights', sides)?.through?.map((p): TracePoint => [p[0], p[1]]);
};

/**
 * A trace with one more corner, in the middle of one of its legs: it is bent by moving that corner.
 * @param leg counted from nought
 */
export const withCorner = (
  trace: TraceFile,
  part: PartFile,
  leg: number,
  sides: ViewSides,
): Stated | undefined => {
  const through = byPoints(trace, part, sides);
  const points = through && readTrace({ ...trace, at: undefined, angle: undefined, through }, part)?.points;
  const [a, b] = [points?.[leg], points?.[leg + 1]];
  if (!through || !a || !b) return undefined;
  return {
    through: [
      ...through.slice(0, leg + 1),
      tidyPoint([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]),
      ...through.slice(leg + 1),
    ],
  };
};

/** A bent trace with one of its points taken out. @returns undefined where only two are left */
export const withoutPoint = (trace: TraceFile, index: number): Stated | undefined =>
  trace.through && trace.through.length > 2
    ? { through: trace.through.filter((_, i) => i !== index) }
    : undefined;

/** The angle at which a leg runs in its view, degrees from +u, counter-clockwise. @param leg counted from nought */
export const legAngle = (trace: TraceFile, part: PartFile, leg: number): number | undefined => {
  const [a, b] = readTrace(trace, part)?.points.slice(leg, leg + 2) ?? [];
  return a && b ? angleOf(a, b) : undefined;
};

/**
 * A trace with one leg turned about its beginning to an angle. Its end keeps its distance across, or up and down where the leg is steeper
 * than 45 degrees; the legs after it keep their other points.
 * @param angle degrees from +u, counter-clockwise
 */
export const withLegAngle = (
  trace: TraceFile,
  part: PartFile,
  leg: number,
  angle: number,
): Stated | undefined => {
  const [a, b] = readTrace(trace, part)?.points.slice(leg, leg + 2) ?? [];
  if (!a || !b || !trace.through) return undefined;
  const d: Vec2 = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const k = Math.abs(d[0]) >= Math.abs(d[1]) ? 0 : 1;
  const reach = Math.abs(b[k] - a[k]) || distance2(a, b);
  const end = along2(a, d, reach / Math.abs(d[k]));
  return { through: trace.through.map((p, i) => (i === leg + 1 ? tidyPoint(end) : p)) };
};

/**
 * The points of a flat trace of which only half is to be cut: it begins in the middle of the view.
 * @returns undefined where the trace is stated by a place, which is where the half begins already
 */
export const halfBegun = (
  trace: TraceFile,
  part: PartFile,
  sides: ViewSides,
): Pick<TraceFile, 'through'> | undefined => {
  const read = readTrace(trace, part);
  const line = read && directionOf(read);
  if (!read || !line || read.at) return undefined;
  const [a, b] = atSides(line.p, line.d, sides);
  return { through: [tidyPoint(a), tidyPoint([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])] };
};

/** A half section of the other half: what is taken away lies on the other side of where it begins. */
export const otherHalf = (trace: TraceFile, part: PartFile): Stated | undefined => {
  const read = readTrace(trace, part);
  if (!read) return undefined;
  if (read.at && trace.at) {
    const turned = ((((read.angle + 180) % 360) + 360) % 360) + 0;
    return { at: trace.at, angle: tidyFigure(turned) };
  }
  const [a, b] = read.points;
  if (!a || !b || !trace.through) return undefined;
  // the half begins at the second point: the first is laid on its other side
  return { through: [tidyPoint([2 * b[0] - a[0], 2 * b[1] - a[1]]), trace.through[1] as TracePoint] };
};

/** A plane that rises more steeply than this, as the share of its height in its own slope, is moved square to itself, else up or down. */
const STEEP = 0.05;

/** A plane of three points moved along its sight: the points go up or down, where it is not too steep for that. */
const shiftedCorners = (trace: TraceFile, part: PartFile, by: Vec2): Stated | undefined => {
  const plane = cuttingPlane(trace, part);
  if (!plane.ok || !trace.corners) return undefined;
  const { n } = plane.value.kept;
  const along = dot2(by, plane.value.sight);
  const step = Math.abs(n[2]) > STEEP ? [0, 0, along / n[2]] : n.map((x) => x * along);
  const sizes = sizeReader(part);
  const moved = trace.corners.map((p) =>
    p.map((q, i) => (step[i] ? tidyFigure(sizes.length(q, []) + (step[i] as number)) : q)),
  );
  return { corners: moved as unknown as NonNullable<Stated['corners']> };
};

/**
 * A flat trace moved over its view, stated as it was: two heights stay at the sides, a place keeps its angle, three points stay three points.
 * @param by part units, in the view's (u, v)
 */
export const shifted = (trace: TraceFile, part: PartFile, by: Vec2, sides: ViewSides): Stated | undefined => {
  if (trace.corners) return shiftedCorners(trace, part, by);
  const read = readTrace(trace, part);
  const line = read && directionOf(read);
  if (!read || !line) return undefined;
  const next = (p: Vec2): TracePoint => tidyPoint(along2(p, by, 1));
  if (read.at) return { at: next(read.at), angle: trace.angle };
  if (wayStated(trace, part, sides) !== 'heights') return { through: read.points.map(next) };
  return { through: atSides(along2(line.p, by, 1), line.d, sides).map(tidyPoint) };
};
