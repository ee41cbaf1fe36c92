import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import type { Postings } from './entries.ts';
import { type GivenLine, pointsOf } from './given.ts';

/** A corner of one view, by its two coordinates, that no place of the part can have as the other two views stand. */
export type Unplaced = { readonly view: ViewName; readonly at: Readonly<Partial<Record<Account, number>>> };

/** Which accounts of which view are read from the other end. */
export type Flips = readonly { readonly view: ViewName; readonly account: Account }[];

/** How far a curve given by points may run beside them, as a share of the chord between two. */
const CHORD_SHARE = 0.1;

const onStretch = (p: Vec2, a: Vec2, b: Vec2, tol: number): boolean => {
  const run = sub2(b, a);
  const size = Math.hypot(...run);
  if (size === 0) return distance2(p, a) <= tol;
  const t = dot2(sub2(p, a), run) / size;
  return Math.abs(cross2(run, sub2(p, a))) / size <= tol && t >= -tol && t <= size + tol;
};

const isOn = (l: GivenLine, p: Vec2, tol: number): boolean => {
  if (l.kind === 'straight') return onStretch(p, l.a, l.b, tol);
  // an arc counts as its whole circle: more than it is, so that nothing right is called wrong
  if (l.kind === 'round')
    return Math.abs(distance2(p, l.centre) - l.radius) <= tol || distance2(p, l.centre) <= tol;
  return l.points.slice(1).some((b, i) => {
    const a = l.points[i] as Vec2;
    return onStretch(p, a, b, tol + CHORD_SHARE * distance2(a, b));
  });
};

/** Reads a view in part accounts: from the account's low end, or from the other where it is flipped. */
const readerOf = (v: Postings, flips: Flips) => {
  const frame = VIEW_FRAMES[v.view];
  const reversed = ([0, 1] as const).map((k) => {
    const account = POSTS[v.view][k];
    const flipped = flips.some((f) => f.view === v.view && f.account === account);
    return (k === 0 ? frame.u : frame.v)[ACCOUNT_AXIS[account]] > 0 === flipped;
  });
  const side = (k: 0 | 1, x: number): number => (reversed[k] ? (v.box[k + 2] as number) - x : x - v.box[k]);
  const back = (k: 0 | 1, x: number): number => (reversed[k] ? (v.box[k + 2] as number) - x : x + v.box[k]);
  return {
    read: (p: Vec2): Partial<Record<Account, number>> => ({
      [POSTS[v.view][0]]: side(0, p[0]),
      [POSTS[v.view][1]]: side(1, p[1]),
    }),
    place: (at: Partial<Record<Account, number>>): Vec2 => [
      back(0, at[POSTS[v.view][0]] as number),
      back(1, at[POSTS[v.view][1]] as number),
    ],
  };
};

/** Whether another line goes on where one ends, in the same direction. */
const goesOn = (l: Straight, o: GivenLine, tol: number): boolean => {
  if (o.kind !== 'straight') return false;
  const [d, e] = [sub2(l.b, l.a), sub2(o.b, o.a)];
  const meets = [l.a, l.b].some((p) => [o.a, o.b].some((q) => distance2(p, q) <= tol));
  return meets && Math.abs(cross2(d, e)) <= 1e-3 * Math.hypot(...d) * Math.hypot(...e);
};
/** Whether another line ends on one, between its ends. */
const endsWithin = (l: Straight, o: GivenLine, tol: number): boolean =>
  pointsOf(o).some((p) => onStretch(p, l.a, l.b, tol) && [l.a, l.b].every((q) => distance2(p, q) > tol));
type Straight = Extract<GivenLine, { kind: 'straight' }>;

/** Where along an edge it is looked whether it is drawn in the other views. */
const ALONG = [0.2, 0.4, 0.6, 0.8] as const;

/** Whether a place has a coordinate where a round of another view ends: the outline of a cone begins there, which is no edge. */
const isLimit = (
  at: Partial<Record<Account, number>>,
  others: readonly Postings[],
  read: (o: Postings, p: Vec2) => Partial<Record<Account, number>>,
  tol: number,
): boolean =>
  others.some((o) =>
    o.lines.some((l) => {
      if (l.kind === 'straight') return false;
      return pointsOf(l).some((p) => {
        const q = read(o, p);
        return (['W', 'D', 'H'] as const).some(
          (a) =>
            at[a] !== undefined &&
            q[a] !== undefined &&
            Math.abs((q[a] as number) - (at[a] as number)) <= tol,
        );
      });
    }),
  );

/**
 * Corners that cannot be placed in space, and edges aslant likewise: a corner has two coordinates in its view; for some third one it must lie on a line in both of the other
 * views (a point of a body is a point of each of its views).
 * @param three one view of each pair of accounts, of equal overall sizes
 */
export const unplaced = (
  three: readonly [Postings, Postings, Postings],
  flips: Flips,
  tol: number,
): Unplaced[] => {
  const readers = new Map(three.map((v) => [v.view, readerOf(v, flips)]));
  const coordinates = (account: Account): number[] => {
    const all = three.flatMap((v) => {
      const k = POSTS[v.view].indexOf(account) as 0 | 1;
      if ((k as number) < 0) return [];
      const places = [
        ...v.corners,
        ...v.lines.flatMap((l): Vec2[] =>
          l.kind === 'straight'
            ? [l.a, l.b]
            : l.kind === 'round'
              ? [
                  l.a,
                  l.b,
                  l.centre,
                  [l.centre[0] + l.radius, l.centre[1] + l.radius],
                  [l.centre[0] - l.radius, l.centre[1] - l.radius],
                ]
              : [...l.points],
        ),
      ];
      return places.map((p) => readers.get(v.view)?.read(p)[account] as number);
    });
    return [...all].sort((a, b) => a - b).filter((x, i, s) => i === 0 || x - (s[i - 1] as number) > tol / 4);
  };
  type Space = Partial<Record<Account, number>>;
  const isDrawn = (space: Space, others: readonly Postings[]): boolean =>
    others.every((o) => {
      const q = readers.get(o.view)?.place(space) as Vec2;
      return o.lines.some((l) => isOn(l, q, tol));
    });
  return three.flatMap((v) => {
    const others = three.filter((o) => o !== v);
    const third = (['W', 'D', 'H'] as const).find((a) => !POSTS[v.view].includes(a)) as Account;
    const choices = coordinates(third);
    const read = (p: Vec2): Space => readers.get(v.view)?.read(p) ?? {};
    const depthsOf = (p: Vec2): number[] =>
      choices.filter((x) => isDrawn({ ...read(p), [third]: x }, others));
    const corners = v.corners.flatMap((p): Unplaced[] =>
      depthsOf(p).length ? [] : [{ view: v.view, at: read(p) }],
    );
    // an edge aslant: for some two depths of its ends all of it is drawn in the other views
    const aslant = v.lines.flatMap((l): Unplaced[] => {
      if (l.kind !== 'straight' || ([0, 1] as const).some((k) => Math.abs(l.a[k] - l.b[k]) <= tol)) return [];
      if ([l.a, l.b].some((p) => !v.corners.some((c) => distance2(c, p) <= tol))) return [];
      // a piece of a line that goes on has no end of its own there; one on which others end may be a face seen edge-on
      if (v.lines.some((o) => o !== l && (goesOn(l, o, tol) || endsWithin(l, o, tol)))) return [];
      if ([l.a, l.b].some((p) => isLimit(read(p), others, (o, q) => readers.get(o.view)?.read(q) ?? {}, tol)))
        return [];
      const found = depthsOf(l.a).some((xa) =>
        depthsOf(l.b).some((xb) =>
          ALONG.every((t) => {
            const p: Vec2 = [l.a[0] + t * (l.b[0] - l.a[0]), l.a[1] + t * (l.b[1] - l.a[1])];
            return isDrawn({ ...read(p), [third]: xa + t * (xb - xa) }, others);
          }),
        ),
      );
      return found ? [] : [{ view: v.view, at: read(l.a) }];
    });
    return [...corners, ...aslant];
  });
};
