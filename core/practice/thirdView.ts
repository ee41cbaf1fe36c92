import type { GivenLine, OwnLine } from '../balance/given.ts';
import { pointsOf } from '../balance/given.ts';
import { cross2, distance2, dot, dot2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import { decimal } from '../number/format.ts';
import type { ViewLine } from '../view/view.ts';

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
      : [{ name, points: [...lines.flatMap(pointsOfLine), ...onCentreLines(name, lines, middles)] }],
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

export type Verdict = { readonly right: boolean; readonly reason: string };

const featureOf = (o: OwnLine): string => (o.of[0] ?? '').replace(/\/.*$/, '');

/** Says of an entry whether a line is there, and if not why. */
export const verdictOn = (entry: GivenLine, own: readonly OwnLine[], tol: number): Verdict => {
  const there = own.filter((o) => liesOn(entry, o.line, tol));
  if (there.some((o) => o.line.seen === entry.seen)) return { right: true, reason: 'There is a line.' };
  const other = there[0];
  if (other)
    return {
      right: false,
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
    if (partly) return { right: false, reason: `It runs on past the end of a line of ${featureOf(partly)}.` };
  }
  return {
    right: false,
    reason: 'No edge of the part is seen here: the faces beside it lie in one, or nothing is there.',
  };
};

/** The stretches of a straight line that entries cover. */
const covered = (line: GivenLine, entries: readonly GivenLine[], tol: number): boolean => {
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

/** Curves that are neither straight nor round are not asked for: no projector crossing gives them. */
export const askedFor = (own: readonly OwnLine[]): OwnLine[] => own.filter((o) => o.line.kind !== 'curve');

/** A hint towards the next line: what it belongs to, then where it ends, then the line itself. */
export const hintFor = (
  o: OwnLine,
  depth: 1 | 2 | 3,
): { readonly text: string; readonly points: readonly Vec2[]; readonly line: GivenLine | undefined } => {
  const f = featureOf(o);
  const kind =
    o.line.kind === 'round'
      ? o.line.seen
        ? 'solid circle'
        : 'dashed circle'
      : o.line.seen
        ? 'solid line'
        : 'dashed line';
  if (depth === 1) return { text: `A ${kind} of ${f} is still missing.`, points: [], line: undefined };
  const points = o.line.kind === 'round' ? [o.line.centre] : pointsOf(o.line);
  const words = points.map((p) => `${decimal(p[0], 2)}, ${decimal(p[1], 2)}`);
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
