import { TAU } from '../geometry/angle.ts';
import { type Curve2, isPeriodic, pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { along, distance2, dot, scale, type Vec3 } from '../geometry/vec.ts';
import type { Tolerance } from '../solid/body.ts';
import { coverAt, type FlatCarrier, type Member } from './flatCarrier.ts';
import type { ViewFrame } from './frames.ts';
import { nearestOn, TWIN_REACH } from './twins.ts';

/** A stretch of a carrier that is seen alike throughout. */
export type Run = { from: number; to: number; class: 'visible' | 'hidden' };

/** Answers whether a line at p, running square to `across` in the view, is hidden: blocked on either side of it. */
export type Hiding = (p: Vec3, across: Vec3) => boolean;

/** The parameters at which a carrier is parted: its cuts and its members' ends, those nearer than the tolerance as one. */
const knotsOf = (c: FlatCarrier, periodic: boolean, tol: Tolerance): number[] => {
  const wrap = (s: number): number => (periodic ? ((s % TAU) + TAU) % TAU : s);
  const cuts = c.cuts.map(wrap);
  for (const m of c.members) if (!periodic || m.hi - m.lo < TAU - 1e-9) cuts.push(wrap(m.lo), wrap(m.hi));
  cuts.sort((a, b) => a - b);
  const least = tol.linear * 4;
  const apart = (a: number, b: number): boolean =>
    c.curve.type === 'line' ? b - a > least : distance2(pointOn2(c.curve, a), pointOn2(c.curve, b)) > least;
  const knots = cuts.filter((s, i) => {
    const before = cuts[i - 1] as number;
    return i === 0 || (s !== before && ((periodic && s - before > 1) || apart(before, s)));
  });
  if (periodic) {
    if (!knots.length) knots.push(0);
    const last = knots.at(-1) as number;
    const first = (knots[0] as number) + TAU;
    if (knots.length > 1 && !apart(last, first) && first - last < 1) knots.pop();
    knots.push((knots[0] as number) + TAU);
  }
  return knots;
};

/** What falls on a carrier at a parameter, asked in ascending order. */
const sweepOf = (c: FlatCarrier, periodic: boolean): ((s: number) => { m: Member; t: number }[]) => {
  if (periodic)
    return (s) =>
      c.members.flatMap((m) => {
        const t = coverAt(m, s, 0, true);
        return t === undefined ? [] : [{ m, t }];
      });
  const waiting = c.members.length > 1 ? [...c.members].sort((a, b) => a.lo - b.lo) : c.members;
  let next = 0;
  let open: Member[] = [];
  return (s) => {
    for (; next < waiting.length && (waiting[next] as Member).lo <= s; next++)
      open.push(waiting[next] as Member);
    if (open.some((m) => m.hi < s)) open = open.filter((m) => m.hi >= s);
    return open.map((m) => ({ m, t: s }));
  };
};

/** The free curves that run over this one in a stretch. */
export const twinsOver = (c: FlatCarrier, from: number, to: number, tol: Tolerance): FlatCarrier[] =>
  c.twins.filter((twin) =>
    [0.5, 0.3, 0.7].every(
      (x) => nearestOn(twin, pointOn2(c.curve, from + x * (to - from))).far <= tol.linear * TWIN_REACH,
    ),
  );

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
    const s = (a + b) / 2;
    const here = at(s);
    if (!here.length) continue;
    const over = c.twins.length ? twinsOver(c, a, b, tol) : [];
    // the first of several that run over one another here speaks for all
    if (over.some((twin) => order(twin) < order(c))) continue;
    for (const twin of over)
      here.push({ m: twin.members[0] as Member, t: nearestOn(twin, pointOn2(c.curve, s)).s });
    // only the nearest needs a look: if it is hidden, all behind it are
    let near: Vec3 = [0, 0, 0];
    let level = Number.NEGATIVE_INFINITY;
    for (const { m, t } of here) {
      const p = m.spaceAt(t);
      const w = dot(p, f.toward);
      if (w > level) {
        level = w;
        near = p;
      }
    }
    const t2 = tangentOn2(c.curve, s);
    const across = along(scale(f.u, -t2[1]), f.v, t2[0]);
    runs.push({ from: a, to: b, class: hides(near, across) ? 'hidden' : 'visible' });
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
