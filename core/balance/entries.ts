import { cross2, distance2, dot2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import { wrapAngle } from '../number/angle.ts';
import { type Box, boxOfLines, type GivenLine, isWhole, pointsOf } from './given.ts';

/** What of a view stands at a place of an account: a corner, a line square to the account, or the limit of a round. */
export type EntryKind = 'corner' | 'line' | 'limit';

/**
 * An entry of a view in an account. `at` is counted from the low end of the view in that account, so that the entries of all views can be held
 * against one another; given units.
 */
export type Entry = {
  readonly account: Account;
  readonly at: number;
  readonly kind: EntryKind;
  readonly line: GivenLine;
};

/** What a view posts: the entries that need a partner in every other view of the account, and all places where a partner may be found. */
export type Postings = {
  readonly view: ViewName;
  readonly lines: readonly GivenLine[];
  readonly box: Box;
  /** the overall size in each of its two accounts, and by how much it may be larger, where a curve makes the outline */
  readonly size: Readonly<Partial<Record<Account, number>>>;
  readonly slack: Readonly<Partial<Record<Account, number>>>;
  readonly entries: readonly Entry[];
  /** places where lines meet at an angle, on the paper */
  readonly corners: readonly Vec2[];
  readonly partners: readonly {
    readonly account: Account;
    readonly at: number;
    /** how near counts: curves are known by points along them */
    readonly within: number;
  }[];
};

/** Sines under this are one direction; a curve's own is known less well, by the points along it. */
const SAME_DIRECTION = 1e-3;
const SAME_DIRECTION_OF_CURVE = 0.06;

/** An end of a line: where it is, and the direction in which the line leaves it. */
type End = { readonly at: Vec2; readonly out: Vec2; readonly line: GivenLine };

const isParallel = (a: End, b: End): boolean => {
  const curved = a.line.kind === 'curve' || b.line.kind === 'curve';
  const same = curved ? SAME_DIRECTION_OF_CURVE : SAME_DIRECTION;
  return Math.abs(cross2(a.out, b.out)) <= same * length2(a.out) * length2(b.out);
};
const isOpposite = (a: End, b: End): boolean => isParallel(a, b) && dot2(a.out, b.out) < 0;

/** The least and the greatest of the figures along a curve, and by how much the curve may reach beyond, between the points it is given by. */
const outermost = (
  along: readonly number[],
): { readonly least: number; readonly most: number; readonly slack: number } => {
  const bends = along
    .slice(2)
    .map((x, i) => Math.abs(x - 2 * (along[i + 1] as number) + (along[i] as number)));
  // a parabola through three points reaches at most an eighth of its bend beyond them
  return { least: Math.min(...along), most: Math.max(...along), slack: Math.max(0, ...bends) / 8 };
};

/** The direction in which the parabola through three points leaves the first. */
const leaving = (a: Vec2, b: Vec2, c: Vec2): Vec2 => [4 * b[0] - 3 * a[0] - c[0], 4 * b[1] - 3 * a[1] - c[1]];

/** The ends of a line with the direction in which it leaves each. */
const endsOf = (l: GivenLine): { readonly at: Vec2; readonly out: Vec2 }[] => {
  if (l.kind === 'straight')
    return [
      { at: l.a, out: sub2(l.b, l.a) },
      { at: l.b, out: sub2(l.a, l.b) },
    ];
  if (l.kind === 'round') {
    if (isWhole(l)) return [];
    // counter-clockwise from a to b
    const [ra, rb] = [sub2(l.a, l.centre), sub2(l.b, l.centre)];
    return [
      { at: l.a, out: [-ra[1], ra[0]] },
      { at: l.b, out: [rb[1], -rb[0]] },
    ];
  }
  const n = l.points.length;
  if (n < 2) return [];
  const point = (i: number): Vec2 => l.points[i] as Vec2;
  const [first, second, last, before] = [0, 1, n - 1, n - 2].map(point) as [Vec2, Vec2, Vec2, Vec2];
  return [
    { at: first, out: n > 2 ? leaving(first, second, point(2)) : sub2(second, first) },
    { at: last, out: n > 2 ? leaving(last, before, point(n - 3)) : sub2(before, last) },
  ];
};

/** The limits of a round across (0) or up (1), as far as its arc reaches them between its ends. */
const limitsOf = (l: GivenLine, k: 0 | 1, tol: number): number[] => {
  if (l.kind !== 'round') return [];
  const ends = isWhole(l) ? [] : [l.a, l.b];
  return pointsOf(l)
    .filter(
      (p) =>
        Math.abs(Math.abs(p[k] - l.centre[k]) - l.radius) < tol && !ends.some((e) => distance2(e, p) < tol),
    )
    .map((p) => p[k]);
};

const uniqueBy = (entries: readonly Entry[], tol: number): Entry[] => {
  const rank: Record<EntryKind, number> = { limit: 0, line: 1, corner: 2 };
  return [...entries]
    .sort((a, b) => rank[a.kind] - rank[b.kind])
    .filter(
      (e, i, all) => !all.slice(0, i).some((x) => x.account === e.account && Math.abs(x.at - e.at) <= tol),
    );
};

/** Whether a place of a round's circle lies on the round itself. */
const isOnRound = (l: Extract<GivenLine, { kind: 'round' }>, at: Vec2): boolean => {
  if (isWhole(l)) return true;
  const angle = (p: Vec2): number => Math.atan2(p[1] - l.centre[1], p[0] - l.centre[0]);
  const from = angle(l.a);
  return wrapAngle(angle(at) - from) <= wrapAngle(angle(l.b) - from);
};

/** The inner places where a straight line runs over a round: a flat wall seen edge-on meets the round face there. */
const crossingsOf = (lines: readonly GivenLine[], tol: number): Vec2[] => {
  const rounds = lines.filter((l) => l.kind === 'round');
  return lines.flatMap((s) => {
    if (s.kind !== 'straight') return [];
    const run = sub2(s.b, s.a);
    const size = length2(run);
    if (size <= tol) return [];
    const d: Vec2 = [run[0] / size, run[1] / size];
    return rounds.flatMap((l) => {
      const to = sub2(l.centre, s.a);
      const [foot, off] = [dot2(to, d), cross2(d, to)];
      if (Math.abs(off) >= l.radius - tol) return [];
      const half = Math.sqrt(l.radius * l.radius - off * off);
      return [foot - half, foot + half].flatMap((t): Vec2[] => {
        const at: Vec2 = [s.a[0] + t * d[0], s.a[1] + t * d[1]];
        return t > tol && t < size - tol && isOnRound(l, at) ? [at] : [];
      });
    });
  });
};

/**
 * What a view posts in its two accounts. An end of a line needs a partner only where lines meet at an angle: where a line merely goes on, or ends
 * on the side of another, it may be covered there.
 * @param tol how near counts as the same place, given units
 */
export const postingsOf = (view: ViewName, lines: readonly GivenLine[], tol: number): Postings => {
  const box = boxOfLines(lines);
  const frame = VIEW_FRAMES[view];
  const ends = lines.flatMap((line) => endsOf(line).map((e): End => ({ ...e, line })));
  const isCorner = (at: Vec2): boolean => {
    const left = ends.filter((e) => distance2(e.at, at) <= tol);
    // lines that go straight on, such as from solid to dashed, are no ends
    for (let i = 0; i < left.length; i++) {
      const j = left.findIndex((o, n) => n > i && isOpposite(left[i] as End, o));
      if (j < 0) continue;
      left.splice(j, 1);
      left.splice(i--, 1);
    }
    return left.some((a, i) => left.slice(i + 1).some((b) => !isParallel(a, b)));
  };
  const entries: Entry[] = [];
  const partners: Postings['partners'][number][] = [];
  const crossings = crossingsOf(lines, tol);
  const size: Partial<Record<Account, number>> = {};
  const slack: Partial<Record<Account, number>> = {};
  for (const k of [0, 1] as const) {
    const account = POSTS[view][k];
    const [low, high] = [box[k], box[k + 2] as number];
    size[account] = high - low;
    slack[account] = lines.reduce((most, l) => {
      if (l.kind !== 'curve') return most;
      const o = outermost(l.points.map((p) => p[k]));
      return o.least <= low + tol || o.most >= high - tol ? Math.max(most, o.slack) : most;
    }, 0);
    const sign = (k === 0 ? frame.u : frame.v)[ACCOUNT_AXIS[account]];
    const counted = (p: number): number => (sign > 0 ? p - low : high - p);
    const post = (kind: EntryKind, p: number, line: GivenLine): void => {
      entries.push({ account, at: counted(p), kind, line });
    };
    for (const e of ends) {
      if (isCorner(e.at)) post('corner', e.at[k], e.line);
      partners.push({ account, at: counted(e.at[k]), within: tol });
    }
    for (const at of crossings) partners.push({ account, at: counted(at[k]), within: tol });
    for (const line of lines) {
      if (line.kind === 'straight' && Math.abs(line.a[k] - line.b[k]) <= tol) post('line', line.a[k], line);
      for (const p of limitsOf(line, k, tol)) post('limit', p, line);
      if (line.kind === 'round') {
        partners.push({ account, at: counted(line.centre[k]), within: tol });
        for (const p of pointsOf(line)) partners.push({ account, at: counted(p[k]), within: tol });
      }
      if (line.kind === 'curve') {
        const { least, most, slack } = outermost(line.points.map((p) => p[k]));
        for (const p of [least, most]) partners.push({ account, at: counted(p), within: tol + slack });
      }
    }
  }
  const corners = ends
    .map((e) => e.at)
    .filter((at, i, all) => !all.slice(0, i).some((q) => distance2(q, at) <= tol) && isCorner(at));
  return { view, lines, box, size, slack, entries: uniqueBy(entries, tol), corners, partners };
};
