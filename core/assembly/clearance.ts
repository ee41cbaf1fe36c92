import { inThread, tappedIn } from '../finding/overlap.ts';
import { materialOn } from '../finding/rays.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { meetings } from '../geometry/meeting2.ts';
import { along, scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { frameToward, type ViewFrame } from '../geometry/viewFrames.ts';
import type { Tolerance } from '../solid/body.ts';
import type { BuiltBody } from '../solid/build.ts';
import { reachOfBody } from '../solid/extent.ts';
import { faceUnder } from '../view/firstMet.ts';
import { flatten, shadowsOf } from '../view/project.ts';

/** Where one body comes nearest to another along a direction, part units. */
export type Nearest = {
  /** how far it can move before it meets the other; nought where they touch */
  readonly gap: number;
  readonly from: Vec3;
  readonly to: Vec3;
  /** keys of the faces that would meet; undefined where they cannot be told */
  readonly face: string | undefined;
  readonly otherFace: string | undefined;
};

/** How two bodies stand to one another along a direction. */
export type Clearance = {
  /** how far the body can move along the direction, and against it, before it meets the other; undefined where it never does */
  readonly ahead: Nearest | undefined;
  readonly behind: Nearest | undefined;
  /** the longest stretch along the direction of material that both have; undefined where they share none */
  readonly shared: { readonly length: number; readonly at: Vec3 } | undefined;
  /** over how long a stretch of the direction both of them reach; nought where one begins where the other ends */
  readonly over: number;
};

/** Points looked at along each edge. */
const SAMPLES = 9;
/** Points looked at across what both bodies cover. */
const GRID = 9;
/** So far beside a place its lines run, as a share of the part's size: on the place itself they would run along faces. */
const BESIDE = 2e-8;
/** A search for the nearest place ends with steps of this share of the part's size. */
const FINEST = 1e-8;
/** Lines beside a place: all the way round it. */
const AROUND = Array.from({ length: 8 }, (_, i): Vec2 => {
  const q = (i + 0.37) * (Math.PI / 4);
  return [Math.cos(q), Math.sin(q)];
});

type Rect = readonly [number, number, number, number];

const rectOf = (b: BuiltBody, f: ViewFrame): Rect => {
  const [u0, u1] = reachOfBody(b.solid, b.edges, f.u);
  const [v0, v1] = reachOfBody(b.solid, b.edges, f.v);
  return [u0, v0, u1, v1];
};

/** What one line along the direction meets: stretches of both bodies, from least to most. */
type OnLine = { readonly own: readonly number[]; readonly other: readonly number[] };

/** The places of the view along the direction at which two bodies may come nearest: corners, points of edges, and where edges cross. */
const placesOf = (a: BuiltBody, b: BuiltBody, f: ViewFrame, room: Rect, tol: Tolerance): Vec2[] => {
  const [u0, v0, u1, v1] = room;
  const alongEdges = [a, b].flatMap(({ edges }) =>
    edges.flatMap((e) =>
      Array.from({ length: SAMPLES }, (_, i) =>
        flatten(f, pointOn(e.curve, e.from + ((e.to - e.from) * i) / (SAMPLES - 1))),
      ),
    ),
  );
  const flat = (body: BuiltBody) =>
    body.edges.flatMap((e) => shadowsOf(e.curve, e.from, e.to, f, tol.linear, e.key, []));
  const [own, other] = [flat(a), flat(b)];
  const crossings = own.flatMap((x) =>
    other.flatMap((y) =>
      meetings(x.curve, [x.lo, x.hi], y.curve, [y.lo, y.hi], tol.linear).map(([t]) => pointOn2(x.curve, t)),
    ),
  );
  const grid = Array.from({ length: GRID * GRID }, (_, i): Vec2 => {
    const [j, k] = [i % GRID, Math.floor(i / GRID)];
    return [u0 + ((u1 - u0) * (j + 0.513)) / GRID, v0 + ((v1 - v0) * (k + 0.487)) / GRID];
  });
  const slack = tol.size * BESIDE;
  return [...alongEdges, ...crossings, ...grid].filter(
    ([u, v]) => u >= u0 - slack && u <= u1 + slack && v >= v0 - slack && v <= v1 + slack,
  );
};

/** How far the own stretches of a line can move up it before they meet the other's; undefined where they never do. */
const roomAhead = ({ own, other }: OnLine, slack: number): { gap: number; from: number } | undefined => {
  let best: { gap: number; from: number } | undefined;
  for (let i = 1; i < own.length; i += 2)
    for (let j = 0; j < other.length; j += 2) {
      const [from, to] = [own[i] as number, other[j] as number];
      // the other ends before this one does: it lies behind, or is shared
      if ((other[j + 1] as number) <= from + slack) continue;
      const gap = Math.max(0, to - from);
      if (!best || gap < best.gap) best = { gap, from };
      break;
    }
  return best;
};

/** The same line looked along the other way. */
const turnedLine = ({ own, other }: OnLine): OnLine => {
  const turn = (all: readonly number[]): number[] => all.map((t) => -t).reverse();
  return { own: turn(own), other: turn(other) };
};

const sharedOn = ({ own, other }: OnLine): { length: number; at: number } => {
  let best = { length: 0, at: 0 };
  for (let i = 0; i < own.length; i += 2)
    for (let j = 0; j < other.length; j += 2) {
      const [lo, hi] = [
        Math.max(own[i] as number, other[j] as number),
        Math.min(own[i + 1] as number, other[j + 1] as number),
      ];
      if (hi - lo > best.length) best = { length: hi - lo, at: (lo + hi) / 2 };
    }
  return best;
};

/**
 * How two bodies stand to one another along a direction: how far the first can move along it, and against it, before it meets the second, and
 * what they share. Lines along the direction are drawn through all places at which the least can be: corners, points of edges, crossings of edges
 * as they are seen along it, and evenly between them; about the nearest one a search goes on. Gaps are told to within a ten-millionth of the part's size.
 * @param d unit, in the part's frame
 * @returns lengths in part units
 */
export const clearanceAlong = (a: BuiltBody, b: BuiltBody, d: Vec3, tol: Tolerance): Clearance => {
  const f = frameToward(d);
  const [ra, rb] = [rectOf(a, f), rectOf(b, f)];
  const [a0, a1] = reachOfBody(a.solid, a.edges, d);
  const [b0, b1] = reachOfBody(b.solid, b.edges, d);
  const over = Math.max(0, Math.min(a1, b1) - Math.max(a0, b0));
  const room: Rect = [
    Math.max(ra[0], rb[0]),
    Math.max(ra[1], rb[1]),
    Math.min(ra[2], rb[2]),
    Math.min(ra[3], rb[3]),
  ];
  if (room[2] - room[0] <= tol.linear || room[3] - room[1] <= tol.linear)
    return { ahead: undefined, behind: undefined, shared: undefined, over };
  const slack = tol.linear * 10;
  const pointAt = ([u, v]: Vec2, t: number): Vec3 => along(along(scale(f.u, u), f.v, v), d, t);
  const lineAt = (p: Vec2): OnLine => {
    const ray = { from: pointAt(p, 0), along: d };
    const own = materialOn(a.solid, ray);
    return { own, other: own.length ? materialOn(b.solid, ray) : [] };
  };
  const off = tol.size * BESIDE;
  const lines = placesOf(a, b, f, room, tol)
    .flatMap(([u, v]) => AROUND.map(([x, y]): Vec2 => [u + x * off, v + y * off]))
    .flatMap((at) => {
      const line = lineAt(at);
      return line.own.length && line.other.length ? [{ at, line }] : [];
    });

  const nearest = (turned: boolean): Nearest | undefined => {
    const view = (line: OnLine): OnLine => (turned ? turnedLine(line) : line);
    let best: { at: Vec2; gap: number; from: number } | undefined;
    const look = (at: Vec2, line: OnLine): boolean => {
      const found = roomAhead(view(line), slack);
      if (!found || (best && found.gap >= best.gap)) return false;
      best = { at, ...found };
      return true;
    };
    for (const { at, line } of lines) look(at, line);
    if (!best) return undefined;
    // between the places that were looked at it may come nearer still
    for (let step = tol.size / 64; step > tol.size * FINEST && best.gap > slack; ) {
      const [u, v] = best.at;
      const nearer = AROUND.some(([x, y]) => {
        const at: Vec2 = [u + x * step, v + y * step];
        return look(at, lineAt(at));
      });
      if (!nearer) step /= 2;
    }
    const way = turned ? -1 : 1;
    const gap = best.gap <= slack ? 0 : best.gap;
    const from = pointAt(best.at, best.from * way);
    const to = along(from, d, gap * way);
    const toward = scale(d, way);
    return {
      gap,
      from,
      to,
      face: faceUnder(a.solid, from, toward)?.face,
      otherFace: faceUnder(b.solid, to, toward)?.face,
    };
  };
  const tapped = tappedIn([a, b]);
  const shared = lines.reduce(
    (most, { at, line }) => {
      const { length, at: t } = sharedOn(line);
      if (length <= most.length) return most;
      // a screw has its thread in the thread of its hole
      const ends = [t - length / 2, t, t + length / 2].map((x) => pointAt(at, x));
      return ends.every((p) => inThread(tapped, p, slack)) ? most : { length, at: pointAt(at, t) };
    },
    { length: slack, at: [0, 0, 0] as Vec3 },
  );
  return {
    ahead: nearest(false),
    behind: nearest(true),
    shared: shared.length > slack ? shared : undefined,
    over: over <= slack ? 0 : over,
  };
};
