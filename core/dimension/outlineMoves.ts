import { cross2, distance2, dot2, type Vec2 } from '../geometry/vec.ts';
import type { ProfileFile } from '../part/profileSchema.ts';

type Steps = Extract<ProfileFile, { start: unknown }>;
/** A way in which an outline may be other: what becomes of it when it is moved by a length, in its own plane and units. */
export type OutlineMove = {
  /** the figure of the outline that does the same by itself, from the outline; nothing where several have to move together */
  readonly figure: readonly (string | number)[] | undefined;
  /** of these the first that leaves an outline which does not cross itself is the one that counts */
  readonly ways: readonly ((by: number) => Steps)[];
};

/**
 * A corner may be moved with the arcs as they are, or with all of them made flatter by so many times as much. The last keeps an outline from crossing
 * itself where an arc touches its neighbours at no angle, as that of a rounded edge's waste does at both ends.
 */
const FLATTER = [0, 4, -4] as const;

const pointOf = (p: Steps['start']): Vec2 => [Number(p[0]), Number(p[1])];
const written = (p: Vec2): Steps['start'] => [p[0], p[1]];

/**
 * How the centre of an arc stands to its ends: so far along the line from its beginning to its end, and so far to the left of that line, in
 * shares of its length. An arc that keeps these keeps the angle that it spans, wherever its ends go.
 */
type Span = { readonly along: number; readonly aside: number };
const spanOf = (from: Vec2, to: Vec2, centre: Vec2): Span => {
  const chord: Vec2 = [to[0] - from[0], to[1] - from[1]];
  const way: Vec2 = [centre[0] - from[0], centre[1] - from[1]];
  const square = dot2(chord, chord);
  return { along: dot2(way, chord) / square, aside: cross2(chord, way) / square };
};
const centreOf = (from: Vec2, to: Vec2, { along, aside }: Span): Vec2 => {
  const chord: Vec2 = [to[0] - from[0], to[1] - from[1]];
  return [from[0] + along * chord[0] - aside * chord[1], from[1] + along * chord[1] + aside * chord[0]];
};

/** A centre this near the axis is on it, as a share of the arc's radius. */
const ON_AXIS = 1e-9;
/** The point of the line x = 0 that is as far from one point as from another. */
const centreOnAxis = (from: Vec2, to: Vec2): Vec2 => {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  return [0, (from[1] + to[1]) / 2 + (((from[0] + to[0]) / 2) * dx) / dy];
};

/** True for an outline by steps that holds an arc: no point of an arc can be moved by itself. */
export const holdsArcs = (p: ProfileFile): p is Steps =>
  'start' in p && p.path.some((step) => step.centre !== undefined);

/**
 * All ways in which an outline of lines and arcs may be other: each corner moved along x and along y, with the arcs that end there keeping the angles
 * that they span; and each arc made flatter or rounder, its ends kept. A full circle is moved as a whole, and made larger. Of an outline that is turned,
 * the points on the axis stay on it, and so do the centres of the arcs that make a ball: such an arc is given by its ends.
 * @param profile its figures as plain numbers
 * @param isTurned about the line x = 0
 */
export const outlineMoves = (profile: Steps, isTurned: boolean): OutlineMove[] => {
  const corners = [pointOf(profile.start), ...profile.path.map((step) => pointOf(step.to))];
  const last = corners.length - 1;
  // the last step may end where the outline began: that is one corner
  const isClosed = distance2(corners[0] as Vec2, corners[last] as Vec2) === 0;
  const arcs = profile.path.map((step, i) => {
    if (!step.centre) return undefined;
    const [from, to] = [corners[i] as Vec2, corners[i + 1] as Vec2];
    const centre = pointOf(step.centre);
    const isBall = isTurned && Math.abs(centre[0]) <= ON_AXIS * distance2(from, centre);
    return { centre, isBall, span: distance2(from, to) === 0 ? undefined : spanOf(from, to, centre) };
  });
  /** The outline with its corners elsewhere, and with centres further from their arcs along the lines on which they stay as far from both ends. */
  const outline = (at: readonly Vec2[], further: (arc: number) => number): Steps => ({
    ...profile,
    start: written(at[0] as Vec2),
    path: profile.path.map((step, i) => {
      const arc = arcs[i];
      const [from, to, was] = [at[i] as Vec2, at[i + 1] as Vec2, corners[i] as Vec2];
      if (!arc) return { ...step, to: written(to) };
      if (arc.isBall) return { ...step, to: written(to), centre: written(centreOnAxis(from, to)) };
      const base: Vec2 = arc.span
        ? centreOf(from, to, arc.span)
        : [arc.centre[0] + from[0] - was[0], arc.centre[1] + from[1] - was[1]];
      const side = arc.span ? Math.sign(arc.span.aside) || 1 : 1;
      const line: Vec2 = arc.span
        ? [side * (from[1] - to[1]), side * (to[0] - from[0])]
        : [base[0] - from[0], base[1] - from[1]];
      const share = further(i) / Math.hypot(line[0], line[1]);
      return {
        ...step,
        to: written(to),
        centre: written([base[0] + share * line[0], base[1] + share * line[1]]),
      };
    }),
  });
  const ofCorners = corners.slice(0, isClosed ? last : last + 1).flatMap((_, n) => {
    const isTwice = isClosed && n === 0;
    const isByItself = !isTwice && !arcs[n] && !arcs[n - 1];
    const place = n === 0 ? ['start'] : ['path', n - 1, 'to'];
    const isMoved = (i: number): boolean => i === n || (isTwice && i === last);
    const isOnAxis = isTurned && (corners[n] as Vec2)[0] === 0;
    return ([0, 1] as const)
      .filter((axis) => axis === 1 || !isOnAxis)
      .map((axis): OutlineMove => {
        const moved = (by: number): Vec2[] =>
          corners.map((p, i) => (isMoved(i) ? (p.with(axis, p[axis] + by) as unknown as Vec2) : p));
        return {
          figure: isByItself ? [...place, axis] : undefined,
          ways: FLATTER.map(
            (k) =>
              (by: number): Steps =>
                outline(moved(by), () => k * by),
          ),
        };
      });
  });
  const ofArcs = arcs.flatMap((arc, n): OutlineMove[] =>
    arc && !arc.isBall
      ? [{ figure: undefined, ways: [(by) => outline(corners, (i) => (i === n ? by : 0))] }]
      : [],
  );
  return [...ofCorners, ...ofArcs];
};
