import type { GivenLine, OwnLine } from '../balance/given.ts';
import { pointsOf } from '../balance/given.ts';
import { nearestOnSegment } from '../geometry/segment2.ts';
import { cross2, distance2, dot, dot2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import { featureWords } from '../naming/keys.ts';
import type { ViewLine } from '../view/view.ts';
import { overRounds } from './overRounds.ts';

/**
 * Drawing a missing view from two that are given: a line begins and ends only where projectors of the given views cross. All in the missing
 * view's plane, part units.
 */
export type Crossings = { readonly across: readonly number[]; readonly up: readonly number[] };

/** Where the centre lines of round features meet the straight lines of a view. */
const onCentreLines = (view: ViewName, lines: readonly ViewLine[], middles: readonly Vec3[]): Vec2[] =>
  middles.flatMap((m) => {
    const { u, v } = VIEW_FRAMES[view];
    const c: Vec2 = [dot(m, u), dot(m, v)];
    return lines.flatMap((l): Vec2[] => {
      if (l.curve.type !== 'line') return [];
      const { p, d } = l.curve;
      const at = (t: number): Vec2[] =>
        t >= l.from && t <= l.to ? [[p[0] + t * d[0], p[1] + t * d[1]]] : [];
      return [
        ...(Math.abs(d[0]) > 1e-9 ? at((c[0] - p[0]) / d[0]) : []),
        ...(Math.abs(d[1]) > 1e-9 ? at((c[1] - p[1]) / d[1]) : []),
      ];
    });
  });

/** What a given view posts: the coordinates of the ends of its lines, and of the middles and sides of its circles. */
const posted = (view: ViewName, points: readonly Vec2[], account: Account): number[] => {
  const [across, up] = POSTS[view];
  const k = account === across ? 0 : account === up ? 1 : undefined;
  if (k === undefined) return [];
  const { u, v } = VIEW_FRAMES[view];
  const sign = (k === 0 ? u : v)[ACCOUNT_AXIS[account]];
  return points.map((p) => p[k] * sign);
};

const distinct = (xs: readonly number[], tol: number): number[] => {
  const out: number[] = [];
  for (const x of [...xs].sort((a, b) => a - b))
    if (!out.length || x - (out.at(-1) as number) > tol) out.push(x);
  return out;
};

/**
 * Where the projectors of the given views run through the missing one.
 * @param given the views that are there, by name
 * @param pointsOfLine ends of a line, and what else one projects from it
 * @param middles points on the axes of round features, for centre lines are projected too
 * @param cutPoints where a cutting plane meets edges, which its trace shows in the views that stay whole
 */
export const crossingsIn = (
  missing: ViewName,
  given: ReadonlyMap<ViewName, readonly ViewLine[]>,
  pointsOfLine: (l: ViewLine) => readonly Vec2[],
  middles: readonly Vec3[],
  cutPoints: readonly Vec3[],
  tol: number,
): Crossings => {
  const { u, v } = VIEW_FRAMES[missing];
  const marks = [...given].flatMap(([name, lines]) =>
    name === missing
      ? []
      : [
          {
            name,
            points: [
              ...lines.flatMap(pointsOfLine),
              ...overRounds(lines, tol),
              ...onCentreLines(name, lines, middles),
            ],
          },
        ],
  );
  const values = (account: Account, direction: Vec3): number[] => {
    const world = [
      ...marks.flatMap((x) => posted(x.name, x.points, account)),
      ...[...middles, ...cutPoints].map((m) => m[ACCOUNT_AXIS[account]]),
    ];
    return distinct(
      world.map((x) => x * direction[ACCOUNT_AXIS[account]]),
      tol,
    );
  };
  const [across, up] = POSTS[missing];
  return { across: values(across, u), up: values(up, v) };
};

/** The nearest crossing to a place, no further off than `reach`. */
export const crossingNear = ({ across, up }: Crossings, at: Vec2, reach: number): Vec2 | undefined => {
  const near = (xs: readonly number[], x: number): number | undefined =>
    xs.reduce<number | undefined>(
      (best, c) => (best === undefined || Math.abs(c - x) < Math.abs(best - x) ? c : best),
      undefined,
    );
  const [x, y] = [near(across, at[0]), near(up, at[1])];
  if (x === undefined || y === undefined || Math.hypot(x - at[0], y - at[1]) > reach) return undefined;
  return [x, y];
};

/** Where entries meet one another: there a line may begin or end as well. */
export const meetingsOf = (entries: readonly GivenLine[]): Vec2[] => {
  const out: Vec2[] = [];
  entries.forEach((p, i) => {
    for (const q of entries.slice(i + 1)) out.push(...meetingsOfTwo(p, q));
  });
  return out;
};

const meetingsOfTwo = (p: GivenLine, q: GivenLine): Vec2[] => {
  if (p.kind === 'straight' && q.kind === 'straight') {
    const [d, e] = [sub2(p.b, p.a), sub2(q.b, q.a)];
    const det = cross2(d, e);
    if (Math.abs(det) < 1e-12 * Math.hypot(...d) * Math.hypot(...e)) return [];
    const t = cross2(sub2(q.a, p.a), e) / det;
    return [[p.a[0] + t * d[0], p.a[1] + t * d[1]]];
  }
  if (p.kind === 'round' && q.kind === 'straight') return meetingsOfTwo(q, p);
  if (p.kind === 'straight' && q.kind === 'round') {
    const { t, size } = alongLine(q.centre, p.a, p.b);
    const d = sub2(p.b, p.a);
    const foot: Vec2 = [p.a[0] + (t * d[0]) / size, p.a[1] + (t * d[1]) / size];
    const off = distance2(foot, q.centre);
    const half = Math.sqrt(Math.max(0, q.radius ** 2 - off ** 2));
    if (off > q.radius) return [];
    return [1, -1].map((k): Vec2 => [foot[0] + (k * half * d[0]) / size, foot[1] + (k * half * d[1]) / size]);
  }
  if (p.kind === 'round' && q.kind === 'round') {
    const far = distance2(p.centre, q.centre);
    if (far < 1e-12 || far > p.radius + q.radius || far < Math.abs(p.radius - q.radius)) return [];
    const along = (far ** 2 + p.radius ** 2 - q.radius ** 2) / (2 * far);
    const h = Math.sqrt(Math.max(0, p.radius ** 2 - along ** 2));
    const [ux, uy] = [(q.centre[0] - p.centre[0]) / far, (q.centre[1] - p.centre[1]) / far];
    return [1, -1].map(
      (k): Vec2 => [p.centre[0] + along * ux - k * h * uy, p.centre[1] + along * uy + k * h * ux],
    );
  }
  return [];
};

/** How far along a straight line a place is, and how far off it. */
const alongLine = (
  p: Vec2,
  a: Vec2,
  b: Vec2,
): { readonly t: number; readonly off: number; readonly size: number } => {
  const d = sub2(b, a);
  const size = Math.hypot(...d);
  return { t: dot2(sub2(p, a), d) / size, off: Math.abs(cross2(d, sub2(p, a))) / size, size };
};

/** True where an entry lies on a line from end to end. */
const liesOn = (entry: GivenLine, line: GivenLine, tol: number): boolean => {
  if (entry.kind === 'straight' && line.kind === 'straight')
    return [entry.a, entry.b].every((p) => {
      const { t, off, size } = alongLine(p, line.a, line.b);
      return off <= tol && t >= -tol && t <= size + tol;
    });
  return (
    entry.kind === 'round' &&
    line.kind === 'round' &&
    distance2(entry.centre, line.centre) <= tol &&
    Math.abs(entry.radius - line.radius) <= tol
  );
};

export type Verdict = {
  readonly right: boolean;
  readonly reason: string;
  /** the line that it is, or nearly is */
  readonly line?: OwnLine;
};

const featureOf = (o: OwnLine): string => (o.of[0] ? featureWords(o.of[0]) : 'the part');

/** How near a plotted point must be to its curve, which is known by points along it: a share of the curve's size. */
const ON_CURVE = 2e-3;
/** A plotted curve is drawn by eye between its points: none of them may be further from the next than this share of its length. */
const WIDEST = 0.34;

/** How far along a curve that is given by points a place lies, and how far off it. */
const alongCurve = (
  p: Vec2,
  points: readonly Vec2[],
): { readonly s: number; readonly off: number; readonly size: number } => {
  let [s, off, at] = [0, Number.POSITIVE_INFINITY, 0];
  points.slice(1).forEach((b, i) => {
    const a = points[i] as Vec2;
    const size = distance2(a, b);
    const nearest = nearestOnSegment(p, a, b);
    if (nearest.off < off) {
      off = nearest.off;
      s = at + nearest.share * size;
    }
    at += size;
  });
  return { s, off, size: at };
};

/** What keeps plotted points from being a curve: nothing where they are on it, from end to end, close enough. */
const curveTrouble = (
  points: readonly Vec2[],
  own: readonly Vec2[],
): 'off' | 'short' | 'sparse' | undefined => {
  const found = points.map((p) => alongCurve(p, own));
  const { size } = found[0] as (typeof found)[number];
  if (found.some((x) => x.off > ON_CURVE * size)) return 'off';
  const isClosed = distance2(own[0] as Vec2, own.at(-1) as Vec2) < ON_CURVE * size;
  const ss = found.map((x) => x.s).sort((a, b) => a - b);
  const near = (x: number): boolean => ss.some((s) => Math.abs(s - x) <= 2 * ON_CURVE * size);
  if (!isClosed && !(near(0) && near(size))) return 'short';
  const gaps = ss.slice(1).map((s, i) => s - (ss[i] as number));
  const round = isClosed ? [size - (ss.at(-1) as number) + (ss[0] as number)] : [];
  return Math.max(...gaps, ...round) > WIDEST * size ? 'sparse' : undefined;
};

/** Whether an entry has been made before, in the same place. @returns which one, counted from 0 */
export const madeBefore = (entries: readonly GivenLine[], index: number, tol: number): number | undefined => {
  const entry = entries[index] as GivenLine;
  const found = entries.slice(0, index).findIndex((e) => {
    if (e.kind !== entry.kind) return false;
    if (e.kind === 'curve' || entry.kind === 'curve')
      return pointsOf(e).every((p) => pointsOf(entry).some((q) => distance2(p, q) <= tol));
    return liesOn(entry, e, tol);
  });
  return found < 0 ? undefined : found;
};

/** Says of an entry whether a line is there, and if not why. */
export const verdictOn = (entry: GivenLine, own: readonly OwnLine[], tol: number): Verdict => {
  const there = own.filter((o) => liesOn(entry, o.line, tol));
  const found = there.find((o) => o.line.seen === entry.seen);
  if (found) return { right: true, reason: 'There is a line.', line: found };
  if (entry.kind === 'curve') return verdictOnCurve(entry, own);
  const other = there[0];
  if (other)
    return {
      right: false,
      line: other,
      reason: other.line.seen
        ? `Nothing stands before the line of ${featureOf(other)} here: it is solid.`
        : `Something stands before the line of ${featureOf(other)} here: it is dashed.`,
    };
  if (entry.kind === 'straight') {
    const partly = own.find((o) => {
      if (o.line.kind !== 'straight') return false;
      const { off } = alongLine(entry.a, o.line.a, o.line.b);
      const far = alongLine(entry.b, o.line.a, o.line.b);
      const near = alongLine(entry.a, o.line.a, o.line.b);
      return (
        off <= tol &&
        far.off <= tol &&
        Math.min(near.t, far.t) < near.size - tol &&
        Math.max(near.t, far.t) > tol
      );
    });
    if (partly)
      return {
        right: false,
        line: partly,
        reason: `It runs on past the end of a line of ${featureOf(partly)}.`,
      };
  }
  return {
    right: false,
    reason: 'No edge of the part is seen here: the faces beside it lie in one, or nothing is there.',
  };
};

const verdictOnCurve = (entry: Extract<GivenLine, { kind: 'curve' }>, own: readonly OwnLine[]): Verdict => {
  const tried = own.flatMap((o) =>
    o.line.kind === 'curve' ? [{ o, trouble: curveTrouble(entry.points, o.line.points) }] : [],
  );
  const best =
    tried.find((x) => !x.trouble && x.o.line.seen === entry.seen) ??
    (['sparse', 'short', undefined] as const)
      .map((t) => tried.find((x) => x.trouble === t))
      .find((x) => x !== undefined);
  if (!best) return { right: false, reason: 'Not all of these points are on a curve of the view.' };
  const { o, trouble } = best;
  const f = featureOf(o);
  if (trouble === 'sparse')
    return {
      right: false,
      line: o,
      reason: `The points are on the curve of ${f}, but too far apart: plot some between.`,
    };
  if (trouble === 'short')
    return {
      right: false,
      line: o,
      reason: `The points are on the curve of ${f}, which runs on to its ends.`,
    };
  if (o.line.seen === entry.seen) return { right: true, line: o, reason: 'There is a curve.' };
  return {
    right: false,
    line: o,
    reason: o.line.seen
      ? `The curve of ${f} is in sight: it is solid.`
      : `The curve of ${f} is hidden: it is dashed.`,
  };
};

/** The stretches of a straight line that entries cover. */
const covered = (line: GivenLine, entries: readonly GivenLine[], tol: number): boolean => {
  if (line.kind === 'curve')
    return entries.some(
      (e) => e.kind === 'curve' && e.seen === line.seen && !curveTrouble(e.points, line.points),
    );
  if (line.kind !== 'straight') return entries.some((e) => e.seen === line.seen && liesOn(e, line, tol));
  const size = distance2(line.a, line.b);
  const runs = entries
    .filter((e) => e.kind === 'straight' && e.seen === line.seen && liesOn(e, line, tol))
    .map(
      (e) =>
        pointsOf(e)
          .map((p) => alongLine(p, line.a, line.b).t)
          .sort((x, y) => x - y) as [number, number],
    )
    .sort((x, y) => x[0] - y[0]);
  let reach = 0;
  for (const [from, to] of runs) {
    if (from > reach + tol) return false;
    reach = Math.max(reach, to);
  }
  return reach >= size - tol;
};

/** The lines of the view that are not drawn yet. */
export const stillMissing = (
  entries: readonly GivenLine[],
  own: readonly OwnLine[],
  tol: number,
): OwnLine[] => own.filter((o) => !covered(o.line, entries, tol));

/** Curves that are neither straight nor round are asked for only where the learner draws the projectors: those that are given do not plot them. */
export const askedFor = (own: readonly OwnLine[]): OwnLine[] => own.filter((o) => o.line.kind !== 'curve');

/**
 * A hint towards the next line: what it belongs to, then where it ends, then the line itself.
 * @param say a place of the view in words
 */
export const hintFor = (
  o: OwnLine,
  depth: 1 | 2 | 3,
  say: (p: Vec2) => string,
): { readonly text: string; readonly points: readonly Vec2[]; readonly line: GivenLine | undefined } => {
  const f = featureOf(o);
  const kind =
    o.line.kind === 'curve'
      ? o.line.seen
        ? 'solid curve'
        : 'dashed curve'
      : o.line.kind === 'round'
        ? o.line.seen
          ? 'solid circle'
          : 'dashed circle'
        : o.line.seen
          ? 'solid line'
          : 'dashed line';
  if (depth === 1) return { text: `A ${kind} of ${f} is still missing.`, points: [], line: undefined };
  const all = pointsOf(o.line);
  const points =
    o.line.kind === 'round'
      ? [o.line.centre]
      : o.line.kind === 'curve'
        ? [all[0] as Vec2, all.at(-1) as Vec2]
        : all;
  const words = points.map(say);
  if (depth === 2)
    return {
      text:
        o.line.kind === 'round'
          ? `Its centre is marked on the sheet (${words[0]}).`
          : `It runs between the two points marked on the sheet (${words.join(' and ')}).`,
      points,
      line: undefined,
    };
  return { text: 'Here it is.', points, line: o.line };
};
