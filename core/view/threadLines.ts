import type { Curve3 } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { cylinder, type Surface } from '../geometry/surface.ts';
import { along, cross, dot, length, scale, unit, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { TAU } from '../number/angle.ts';
import { type Solid, solidIntervals } from '../solid/body.ts';
import type { Intervals } from '../solid/cell.ts';
import { cutIntervals, joinIntervals, keepIntervals } from '../solid/intervals.ts';
import type { PlacedThread } from '../solid/thread.ts';
import type { SceneBody } from './scene.ts';

/**
 * The lines by which a thread is shown (ISO 6410-1): its other diameter as narrow lines, the end of full thread as a wide one, three
 * quarters of a narrow circle in the view along the axis. They stand where the round face is: none where it is cut away. A screw in a
 * tapped hole is shown by its own thread.
 */
export type ThreadLine = {
  readonly kind: 'thread' | 'threadEnd';
  readonly curve: Curve3;
  readonly from: number;
  readonly to: number;
  /** key of the face that carries the thread */
  readonly of: string;
  /** the surface that the line lies on, where it does */
  readonly under: readonly Surface[];
};

/** A generator is followed so many tolerances to either side of its face. */
const BESIDE = 4;
/** How far from the outline, as a share of the radius, a generator is asked whether the face is there: a cut may lie in the outline itself. */
const BEHIND = 1e-5;
/** In so many pieces the half circle at the end of a thread is looked at. */
const PIECES = 24;

/** All cells of a body: a thread's axis may meet any of them. */
const allCells = (s: Solid): number[] => s.cells.map((_, i) => i);

/** The side of a cut that is kept, along a line. */
const keptOn = ({ kept }: SceneBody, p: Vec3, d: Vec3): Intervals => {
  if (!kept) return [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  const rise = dot(kept.n, d);
  const gap = dot(kept.n, p) - kept.d;
  if (Math.abs(rise) < 1e-12) return gap < -1e-12 ? [] : [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  return rise > 0 ? [-gap / rise, Number.POSITIVE_INFINITY] : [Number.NEGATIVE_INFINITY, -gap / rise];
};

/** The stations along the axis where the face is there, on the generator in a direction from the axis. */
const stretchesOf = (body: SceneBody, t: PlacedThread, e: Vec3): Intervals => {
  const s = body.solid;
  const off = s.tol.linear * BESIDE;
  const cells = allCells(s);
  const material = (r: number): Intervals => solidIntervals(s, along(t.origin, e, r), t.axis, cells);
  const [inner, outer] = [material(t.radius - off), material(t.radius + off)];
  const face = t.isInside ? cutIntervals(outer, inner) : cutIntervals(inner, outer);
  const there = keepIntervals(face, [t.low, t.high]);
  return keepIntervals(there, keptOn(body, along(t.origin, e, t.radius), t.axis));
};

/** The stations along a hole's axis that another body stands at. */
const filledBy = (scene: readonly SceneBody[], own: SceneBody, t: PlacedThread): Intervals =>
  scene
    .filter((b) => b !== own)
    .map(({ solid }) => solidIntervals(solid, t.origin, t.axis, allCells(solid)))
    .reduce((a, b) => joinIntervals(a, b), [] as Intervals);

const pairs = (x: Intervals): [number, number][] =>
  Array.from({ length: x.length / 2 }, (_, i) => [x[2 * i] as number, x[2 * i + 1] as number]);

const surfaceOf = (t: PlacedThread): Surface[] => [cylinder(t.origin, t.axis, t.radius)];

/** Three quarters of a circle, open at the upper right, at the end of the face that looks to the observer. */
const endView = (body: SceneBody, t: PlacedThread, filled: Intervals, f: ViewFrame): ThreadLine[] => {
  const sense = Math.sign(dot(t.axis, f.toward));
  const ends = [f.u, f.v, scale(f.u, -1), scale(f.v, -1)]
    .map((e) => stretchesOf(body, t, e))
    .filter((x) => x.length)
    .map((x) => (sense > 0 ? (x.at(-1) as number) : (x[0] as number)));
  if (!ends.length) return [];
  const end = sense > 0 ? Math.max(...ends) : Math.min(...ends);
  const inside = end - sense * body.solid.tol.linear * 100;
  if (pairs(filled).some(([a, b]) => inside > a && inside < b)) return [];
  const c = along(t.origin, t.axis, end);
  const curve: Curve3 = { type: 'ellipse', c, u: scale(f.u, t.other), v: scale(f.v, t.other) };
  return [{ kind: 'thread', curve, from: TAU / 4, to: TAU, of: t.face, under: [] }];
};

/** The two lines of the other diameter, and the end of full thread. */
const sideView = (body: SceneBody, t: PlacedThread, filled: Intervals, f: ViewFrame): ThreadLine[] => {
  const m = unit(cross(t.axis, f.toward));
  const n = unit(along(f.toward, t.axis, -dot(f.toward, t.axis)));
  const line = (
    e: Vec3,
    r: number,
    [from, to]: readonly [number, number],
    under: readonly Surface[],
  ): ThreadLine => ({
    kind: 'thread',
    curve: { type: 'line', p: along(t.origin, e, r), d: t.axis },
    from,
    to,
    of: t.face,
    under,
  });
  const sides = [1, -1].map((k) => {
    const outline = unit(along(scale(m, k), n, -BEHIND));
    const there = cutIntervals(stretchesOf(body, t, outline), filled);
    if (t.isInside) return { there, lines: pairs(there).map((x) => line(scale(m, k), t.other, x, [])) };
    // on the front of a screw the root is seen through the outside of its thread
    const share = t.other / t.radius;
    const front = along(scale(m, k * share), n, Math.sqrt(1 - share * share));
    const whole = stretchesOf(body, t, front);
    const lines = [
      ...pairs(whole).map((x) => line(front, t.radius, x, surfaceOf(t))),
      ...pairs(cutIntervals(there, whole)).map((x) => line(scale(m, k), t.other, x, [])),
    ];
    return { there, lines };
  });
  return [
    ...sides.flatMap((s) => s.lines),
    ...endOfThread(
      body,
      t,
      sides.map((s) => s.there),
      m,
      n,
    ),
  ];
};

const holds = (x: Intervals, at: number, slack: number): boolean =>
  pairs(x).some(([a, b]) => at > a - slack && at < b + slack);

/** Full thread ends in a wide line across the outside of the thread. */
const endOfThread = (
  body: SceneBody,
  t: PlacedThread,
  there: readonly Intervals[],
  m: Vec3,
  n: Vec3,
): ThreadLine[] => {
  if (t.end === undefined) return [];
  const end = t.end;
  const slack = body.solid.tol.linear * 100;
  const c = along(t.origin, t.axis, end);
  const wide = Math.max(t.radius, t.other);
  const straight: ThreadLine = {
    kind: 'threadEnd',
    curve: { type: 'line', p: c, d: m },
    from: -wide,
    to: wide,
    of: t.face,
    under: [],
  };
  const isThere = there.every((x) => holds(x, end, slack));
  if (t.isInside) return isThere ? [straight] : [];
  const curve: Curve3 = { type: 'ellipse', c, u: scale(m, t.radius), v: scale(n, t.radius) };
  const step = Math.PI / PIECES;
  const arcs = Array.from({ length: PIECES }, (_, i) => [i * step, (i + 1) * step] as [number, number])
    .filter(([a]) => {
      const e = along(scale(m, Math.cos(a + step / 2)), n, Math.sin(a + step / 2));
      return holds(stretchesOf(body, t, e), end, slack);
    })
    .reduce((out: [number, number][], x) => {
      const last = out.at(-1);
      if (last && last[1] === x[0]) last[1] = x[1];
      else out.push(x);
      return out;
    }, []);
  if (!arcs.length) return isThere ? [straight] : [];
  return arcs.map(([from, to]) => ({ kind: 'threadEnd', curve, from, to, of: t.face, under: surfaceOf(t) }));
};

/** The thread lines of one body of a scene, as curves in space that are hidden or not as the scene's other lines are. */
export const threadLinesOf = (scene: readonly SceneBody[], body: SceneBody, f: ViewFrame): ThreadLine[] =>
  body.solid.model.operations.flatMap((o) =>
    (o.threads ?? []).flatMap((t) => {
      const filled = t.isInside ? filledBy(scene, body, t) : [];
      return length(cross(t.axis, f.toward)) < EDGE_ON
        ? endView(body, t, filled, f)
        : sideView(body, t, filled, f);
    }),
  );
