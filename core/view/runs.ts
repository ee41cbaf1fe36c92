import { type Curve2, isPeriodic, parameterOn2, pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { EDGE_ON, WHOLE_TURN } from '../geometry/nearness.ts';
import { normalAt } from '../geometry/surface.ts';
import { along, distance2, dot, scale, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { TAU, wrapAngle } from '../number/angle.ts';
import type { Tolerance } from '../solid/body.ts';
import { coverAt, type FlatCarrier, type Member } from './flatCarrier.ts';
import { nearestOn, TWIN_REACH } from './twins.ts';

/** A stretch of a carrier that is seen alike throughout. */
export type Run = { from: number; to: number; class: 'visible' | 'hidden' };

/**
 * Answers whether a line at p, running square to `across` in the view, is hidden: blocked on either side of it.
 * @param lean the sine at which the sight meets the faces that end in the line, the least of them
 */
export type Hiding = (p: Vec3, across: Vec3, lean: number) => boolean;

const leanOf = (m: Member, p: Vec3, toward: Vec3): number => {
  if (!m.under.length) return 0;
  const sines = m.under.map((s) => {
    const sine = Math.abs(dot(normalAt(s, p), toward));
    return s.kind === 'plane' && sine < EDGE_ON ? 1 : sine;
  });
  return Math.min(...sines);
};

/** Above this many figures a typed array sorts them sooner. */
const MANY = 24;

const sortUp = (xs: number[]): void => {
  if (xs.length < MANY) xs.sort((a, b) => a - b);
  else
    Float64Array.from(xs)
      .sort()
      .forEach((x, i) => {
        xs[i] = x;
      });
};

/** A parameter of one carrier converted to that of another on the same curve; free curves and arches have none in common. */
const onOther = (a: FlatCarrier, t: number, b: FlatCarrier): number | undefined =>
  b.curve.type === 'line' || b.curve.type === 'conic'
    ? parameterOn2(b.curve, pointOn2(a.curve, t))
    : undefined;

/** True where edges run on the same curve: there a tangent join is not drawn. */
const isSuppressedTangent = (c: FlatCarrier, s: number): boolean => {
  if (!c.under) return false;
  const t = onOther(c, s, c.under);
  const periodic = isPeriodic(c.under.curve);
  return t !== undefined && c.under.members.some((m) => coverAt(m, t, 0, periodic) !== undefined);
};

/** The parameters at which a carrier is parted: its cuts and its members' ends, those nearer than the tolerance as one. */
const knotsOf = (c: FlatCarrier, periodic: boolean, tol: Tolerance): number[] => {
  const cuts = periodic ? c.cuts.map(wrapAngle) : c.cuts.slice();
  for (const m of c.members) {
    if (!periodic) cuts.push(m.lo, m.hi);
    else if (m.hi - m.lo < WHOLE_TURN) cuts.push(wrapAngle(m.lo), wrapAngle(m.hi));
  }
  for (const m of c.under?.members ?? [])
    for (const t of [m.lo, m.hi]) {
      const s = onOther(c.under as FlatCarrier, t, c);
      if (s !== undefined) cuts.push(periodic ? wrapAngle(s) : s);
    }
  sortUp(cuts);
  const least = tol.linear * 4;
  const line = c.curve.type === 'line';
  const apart = (a: number, b: number): boolean =>
    line ? b - a > least : distance2(pointOn2(c.curve, a), pointOn2(c.curve, b)) > least;
  const knots: number[] = [];
  for (let i = 0; i < cuts.length; i++) {
    const s = cuts[i] as number;
    const before = cuts[i - 1];
    if (before === undefined || (s !== before && ((periodic && s - before > 1) || apart(before, s))))
      knots.push(s);
  }
  if (periodic) {
    if (!knots.length) knots.push(0);
    const last = knots.at(-1) as number;
    const first = (knots[0] as number) + TAU;
    if (knots.length > 1 && !apart(last, first) && first - last < 1) knots.pop();
    knots.push((knots[0] as number) + TAU);
  }
  return knots;
};

/** Gives what falls on a carrier at a parameter, asked in ascending order, each with the parameter in its own range. */
type Sweep = (s: number, each: (m: Member, t: number) => void) => void;

const sweepOf = (c: FlatCarrier, periodic: boolean): Sweep => {
  if (periodic)
    return (s, each) => {
      for (const m of c.members) {
        const t = coverAt(m, s, 0, true);
        if (t !== undefined) each(m, t);
      }
    };
  const waiting = c.members.length > 1 ? [...c.members].sort((a, b) => a.lo - b.lo) : c.members;
  let next = 0;
  let open: Member[] = [];
  return (s, each) => {
    for (; next < waiting.length && (waiting[next] as Member).lo <= s; next++)
      open.push(waiting[next] as Member);
    let ended = false;
    for (const m of open)
      if (m.hi < s) ended = true;
      else each(m, s);
    if (ended) open = open.filter((m) => m.hi >= s);
  };
};

/** The free curves that run over this one in a stretch. */
export const twinsOver = (c: FlatCarrier, from: number, to: number, tol: Tolerance): FlatCarrier[] => {
  const reach = tol.linear * TWIN_REACH;
  return c.twins.filter((twin) =>
    [0.5, 0.3, 0.7].every(
      (x) => nearestOn(twin, pointOn2(c.curve, from + x * (to - from)), reach).far <= reach,
    ),
  );
};

/** What falls on a carrier within a stretch. */
export const membersIn = (c: FlatCarrier, from: number, to: number): Member[] => {
  if (!isPeriodic(c.curve)) return c.members.filter((m) => m.lo < to && m.hi > from);
  // on a closed curve a stretch may pass over several members' ends, each asked at the middle of what is between
  const knots = [from, ...c.members.flatMap((m) => [m.lo, m.hi]), to]
    .map((t) => t + TAU * Math.ceil((from - t) / TAU))
    .filter((t) => t <= to)
    .sort((a, b) => a - b);
  return c.members.filter((m) =>
    knots.some((t, i) => i > 0 && coverAt(m, (t + (knots[i - 1] as number)) / 2, 0, true) !== undefined),
  );
};

/** Where in a stretch it is looked at: not in its middle, where a part that is alike on both sides may touch it in one point. */
const LOOKED_AT = 0.4567;

/** Parts a carrier at all its cuts, decides each stretch once, and joins stretches that run on alike. */
export const runsOf = (
  c: FlatCarrier,
  f: ViewFrame,
  tol: Tolerance,
  hides: Hiding,
  order: (c: FlatCarrier) => number,
): Run[] => {
  const periodic = isPeriodic(c.curve);
  const knots = knotsOf(c, periodic, tol);
  const at = sweepOf(c, periodic);
  const runs: Run[] = [];
  for (let i = 1; i < knots.length; i++) {
    const a = knots[i - 1] as number;
    const b = knots[i] as number;
    const s = a + LOOKED_AT * (b - a);
    // only the nearest needs a look: if it is hidden, all behind it are
    let near: Vec3 | undefined;
    let level = Number.NEGATIVE_INFINITY;
    let lean = 0;
    const look = (m: Member, t: number): void => {
      const p = m.spaceAt(t);
      const w = dot(p, f.toward);
      // of those in one place the one with the flattest face says how near the ray may begin
      if (Math.abs(w - level) <= tol.linear * 4) lean = Math.min(lean, leanOf(m, p, f.toward));
      else if (w > level) lean = leanOf(m, p, f.toward);
      if (w <= level) return;
      level = w;
      near = p;
    };
    at(s, look);
    if (!near || isSuppressedTangent(c, s)) continue;
    const over = c.twins.length ? twinsOver(c, a, b, tol) : [];
    // the first of several that run over one another here speaks for all
    if (over.some((twin) => order(twin) < order(c))) continue;
    for (const twin of over) look(twin.members[0] as Member, nearestOn(twin, pointOn2(c.curve, s)).s);
    const t2 = tangentOn2(c.curve, s);
    const across = along(scale(f.u, -t2[1]), f.v, t2[0]);
    runs.push({ from: a, to: b, class: hides(near, across, lean) ? 'hidden' : 'visible' });
  }
  return joined(withoutSlivers(c.curve, runs, tol.size * SLIVER_SHARE), periodic);
};

/**
 * Where a line touches the end of another, the two meetings found there stand apart by the root of the rounding: what lies between
 * them is seen as its neighbour is.
 */
const SLIVER_SHARE = 1e-6;

const withoutSlivers = (k: Curve2, runs: Run[], least: number): Run[] => {
  const sliver = runs.map(
    (r) => r.to - r.from <= 1 && distance2(pointOn2(k, r.from), pointOn2(k, r.to)) <= least,
  );
  const size = (r: Run | undefined): number => (r ? distance2(pointOn2(k, r.from), pointOn2(k, r.to)) : 0);
  /** The first run that is no sliver, going on from i without a gap. */
  const beyond = (i: number, step: 1 | -1): Run | undefined => {
    for (let j = i + step; ; j += step) {
      const [a, b] = [runs[j - step] as Run, runs[j]];
      if (!b || (step > 0 ? b.from !== a.to : b.to !== a.from)) return undefined;
      if (!sliver[j]) return b;
    }
  };
  runs.forEach((r, i) => {
    if (!sliver[i]) return;
    const [before, after] = [beyond(i, -1), beyond(i, 1)];
    const longest = size(before) >= size(after) ? before : after;
    if (longest) r.class = longest.class;
  });
  return runs;
};

const joined = (runs: Run[], periodic: boolean): Run[] => {
  const out: Run[] = [];
  for (const r of runs) {
    const last = out.at(-1);
    if (last && last.class === r.class && last.to === r.from) last.to = r.to;
    else out.push(r);
  }
  const [first, last] = [out[0], out.at(-1)];
  if (
    periodic &&
    first &&
    last &&
    first !== last &&
    first.class === last.class &&
    Math.abs(last.to - first.from - TAU) < 1e-12
  ) {
    first.from = last.from - TAU;
    out.pop();
  }
  return out;
};
