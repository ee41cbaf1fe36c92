import { type Curve2, pointOn2 } from './curve2.ts';
import { bracketedRoot, lowestBetween } from './roots.ts';
import { along2, cross2, distance2, dot2, sub2, type Vec2 } from './vec.ts';

/**
 * Where two curves of a view's plane meet of which one has no closed form. Both are parted into leaves so flat that each is a graph over
 * its chord. Where the boxes of two leaves meet, the height of the one over the other is a function of one parameter, whose roots are
 * looked for, two close by and touches among them: in views of rings and cones lines run up to one another and part again all the time.
 */

/** A nearly straight stretch of a curve, with its chord and a box that holds it. */
type Leaf = {
  readonly from: number;
  readonly to: number;
  readonly a: Vec2;
  /** unit direction of the chord, and its length */
  readonly d: Vec2;
  readonly size: number;
  /** no point of it rises further over its chord */
  readonly rise: number;
  readonly box: readonly [number, number, number, number];
};
type Stretch = readonly [number, number];

/** Parts that every curve is taken to be in at least, so that symmetry hides no bend. */
const PARTS = 8;
/** A leaf rises over its chord by no more than this share of the chord. */
const FLAT = 0.04;
const MOST_HALVINGS = 16;
/** A bend smaller than this share of the curve is no matter. */
const LEAST_SHARE = 1e-7;

const leavesOf = (k: Curve2, [lo, hi]: Stretch): Leaf[] => {
  const out: Leaf[] = [];
  const leaf = (from: number, to: number, a: Vec2, b: Vec2, rise: number): void => {
    const size = distance2(a, b);
    const d: Vec2 = size > 0 ? [(b[0] - a[0]) / size, (b[1] - a[1]) / size] : [1, 0];
    const [u0, u1] = a[0] < b[0] ? [a[0], b[0]] : [b[0], a[0]];
    const [v0, v1] = a[1] < b[1] ? [a[1], b[1]] : [b[1], a[1]];
    out.push({ from, to, a, d, size, rise, box: [u0 - rise, v0 - rise, u1 + rise, v1 + rise] });
  };
  if (k.type === 'line') {
    leaf(lo, hi, pointOn2(k, lo), pointOn2(k, hi), 0);
    return out;
  }
  const visit = (from: number, to: number, a: Vec2, b: Vec2, least: number, halvings: number): void => {
    const size = distance2(a, b);
    const middle = (from + to) / 2;
    const m = pointOn2(k, middle);
    const rises = [pointOn2(k, (from + middle) / 2), m, pointOn2(k, (middle + to) / 2)].map((p) => {
      const q = sub2(p, a);
      const e = sub2(b, a);
      return size > 0 ? Math.abs(q[0] * e[1] - q[1] * e[0]) / size : distance2(p, a);
    });
    const rise = Math.max(...rises);
    // a stretch that doubles back has no rise either
    const straight = distance2(a, m) + distance2(m, b) <= size * (1 + FLAT) && rise <= FLAT * size;
    if (straight || size + rise <= least || halvings >= MOST_HALVINGS) {
      leaf(from, to, a, b, rise * 2 + least);
      return;
    }
    visit(from, middle, a, m, least, halvings + 1);
    visit(middle, to, m, b, least, halvings + 1);
  };
  const knots = Array.from({ length: PARTS + 1 }, (_, i) => lo + ((hi - lo) * i) / PARTS);
  const points = knots.map((t) => pointOn2(k, t));
  const length = points.slice(1).reduce((sum, p, i) => sum + distance2(points[i] as Vec2, p), 0);
  for (let i = 0; i < PARTS; i++)
    visit(
      knots[i] as number,
      knots[i + 1] as number,
      points[i] as Vec2,
      points[i + 1] as Vec2,
      length * LEAST_SHARE,
      0,
    );
  return out;
};

/** The leaves of a curve over the stretch it was last asked for: in a view each curve meets many others. */
const known = new WeakMap<Curve2, { readonly range: Stretch; readonly leaves: readonly Leaf[] }>();

const leaves = (k: Curve2, range: Stretch): readonly Leaf[] => {
  const before = known.get(k);
  if (before && before.range[0] === range[0] && before.range[1] === range[1]) return before.leaves;
  const found = leavesOf(k, range);
  known.set(k, { range, leaves: found });
  return found;
};

/**
 * The parameter at which a leaf passes the place x along its chord; beyond its ends the nearer end. Nearly straight and evenly run, it is
 * found by a few secants.
 */
const footOn = (k: Curve2, { from, to, a, d, size }: Leaf, x: number): number => {
  if (x <= 0) return from;
  if (x >= size) return to;
  let t = from + ((to - from) * x) / size;
  if (k.type === 'line') return t;
  const over = (s: number): number => dot2(sub2(pointOn2(k, s), a), d) - x;
  let f = over(t);
  // from the end further off, over which a secant is most accurate
  let [t0, f0] = x > size / 2 ? [from, -x] : [to, size - x];
  for (let i = 0; i < 12; i++) {
    if (Math.abs(f) <= 1e-15 * size || f === f0) return t;
    const next = t - (f * (t - t0)) / (f - f0);
    if (!(next >= from && next <= to)) break;
    [t0, f0] = [t, f];
    t = next;
    f = over(t);
  }
  return bracketedRoot(over, from, to, -x, size - x);
};

/** Places along a leaf at which its height over the other is looked at. */
const LOOKS = 8;
/** Leaves whose chords meet at more than this sine meet once at the most. */
const STEEP = 0.4;

/** The stretch of b's leaf that lies over a's chord; leaves that run nearly alike advance along one another steadily. */
const stretchOver = (
  placeOf: (t: number) => number,
  { from, to }: Leaf,
  size: number,
): Stretch | undefined => {
  const [x0, x1] = [placeOf(from), placeOf(to)];
  if (Math.max(x0, x1) < 0 || Math.min(x0, x1) > size) return undefined;
  const end = (t: number, x: number): number => {
    const goal = Math.min(size, Math.max(0, x));
    return goal === x ? t : bracketedRoot((k) => placeOf(k) - goal, from, to, x0 - goal, x1 - goal);
  };
  return [end(from, x0), end(to, x1)];
};

/** Parameters at which two leaves meet, a's the one with the longer chord. */
const leafMeetings = (a: Curve2, la: Leaf, b: Curve2, lb: Leaf, tol: number): Stretch[] => {
  const n: Vec2 = [-la.d[1], la.d[0]];
  const [start, end] = [lb.a, along2(lb.a, lb.d, lb.size)].map((p) => dot2(sub2(p, la.a), n)) as [
    number,
    number,
  ];
  const apart = la.rise + lb.rise + tol;
  if (Math.min(start, end) > apart || Math.max(start, end) < -apart) return [];
  const placeOf = (t: number): number => dot2(sub2(pointOn2(b, t), la.a), la.d);
  const height = (t: number): number => {
    const p = pointOn2(b, t);
    const s = footOn(a, la, dot2(sub2(p, la.a), la.d));
    return dot2(sub2(p, pointOn2(a, s)), n);
  };
  const steep = Math.abs(cross2(la.d, lb.d)) > STEEP;
  const range = steep ? ([lb.from, lb.to] as const) : stretchOver(placeOf, lb, la.size);
  if (!range) return [];
  const looks = steep ? 1 : LOOKS;
  const ts = Array.from({ length: looks + 1 }, (_, i) => range[0] + ((range[1] - range[0]) * i) / looks);
  const hs = ts.map(height);
  // one along the other: they meet nowhere more than elsewhere
  if (hs.every((h) => Math.abs(h) <= tol)) return [];
  return rootsAmong(height, ts, hs, tol).flatMap((t): Stretch[] => {
    const x = placeOf(t);
    return x < -tol || x > la.size + tol ? [] : [[footOn(a, la, x), t]];
  });
};

/** The roots of a function between places at which it was looked at, two close by and touches within tol among them. */
const rootsAmong = (
  height: (t: number) => number,
  ts: readonly number[],
  hs: readonly number[],
  tol: number,
): number[] => {
  const last = ts.length - 1;
  const roots: number[] = [];
  const crossing = (t0: number, t1: number, h0: number, h1: number): void => {
    if (h0 > 0 !== h1 > 0) roots.push(bracketedRoot(height, t0, t1, h0, h1));
  };
  for (let i = 1; i <= last; i++)
    crossing(ts[i - 1] as number, ts[i] as number, hs[i - 1] as number, hs[i] as number);
  // where it comes nearest between looks of one sign it may touch, or cross twice
  for (let i = 0; last > 1 && i <= last; i++) {
    const h = hs[i] as number;
    const [i0, i1] = [Math.max(0, i - 1), Math.min(last, i + 1)];
    const [h0, h1] = [hs[i0] as number, hs[i1] as number];
    if (h0 > 0 !== h > 0 || h1 > 0 !== h > 0 || Math.abs(h) > Math.abs(h0) || Math.abs(h) > Math.abs(h1))
      continue;
    const sign = h > 0 ? 1 : -1;
    const [t0, t1] = [ts[i0] as number, ts[i1] as number];
    const t = lowestBetween((k) => sign * height(k), t0, t1, 60, 1e-12);
    const least = height(t);
    if (Math.abs(least) <= tol) roots.push(t);
    else if (least > 0 !== h > 0) {
      crossing(t0, t, h0, least);
      crossing(t, t1, least, h1);
    }
  }
  return roots;
};

const boxesMeet2 = (a: Leaf['box'], b: Leaf['box'], tol: number): boolean =>
  a[0] <= b[2] + tol && b[0] <= a[2] + tol && a[1] <= b[3] + tol && b[1] <= a[3] + tol;

/**
 * Where two curves meet, by their parameters; touches within tol count once.
 * @param ra the stretch of the first that is in use
 */
export const freeMeetings = (a: Curve2, ra: Stretch, b: Curve2, rb: Stretch, tol: number): Stretch[] => {
  const found: Stretch[] = [];
  const onA = leaves(a, ra);
  const onB = a === b ? onA : leaves(b, rb);
  const same = a === b;
  const closed = same && a.type === 'free' && a.closed;
  onA.forEach((la, i) => {
    for (let j = same ? i + 2 : 0; j < onB.length; j++) {
      const lb = onB[j] as Leaf;
      // round a closed curve the last leaf runs on into the first
      if (!boxesMeet2(la.box, lb.box, tol) || (closed && i === 0 && j === onB.length - 1)) continue;
      const pairs =
        la.size >= lb.size
          ? leafMeetings(a, la, b, lb, tol)
          : leafMeetings(b, lb, a, la, tol).map(([t, s]): Stretch => [s, t]);
      for (const [s, t] of pairs)
        if (!found.some(([fs, ft]) => Math.abs(fs - s) < 1e-9 && Math.abs(ft - t) < 1e-9)) found.push([s, t]);
    }
  });
  return found;
};
