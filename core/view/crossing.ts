import { type Box3, boxesMeet } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { boxOf2, type Curve2, isPeriodic, pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { meetings } from '../geometry/meeting2.ts';
import { WHOLE_TURN } from '../geometry/nearness.ts';
import { cross2, distance2, dot2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import { wrapAngle } from '../number/angle.ts';
import { coverAt, type FlatCarrier } from './flatCarrier.ts';

const speedScale = (k: Curve2): number => (k.type === 'conic' ? length2(k.minor) : 1);

/** What falls on a carrier: where, and between which parameters. */
export type Cover = {
  /** disjoint stretches, ascending: a long line may carry hundreds of edges in a few places */
  readonly stretches: readonly (readonly [number, number])[];
  readonly range: readonly [number, number];
  readonly holds: (s: number) => boolean;
  /** the box of each stretch in (u, v), flat in z */
  readonly boxes: readonly Box3[];
};

export const coverOf = (c: FlatCarrier, tol: number): Cover => {
  const slack = (tol * 4) / speedScale(c.curve);
  const sorted = c.members.length > 1 ? [...c.members].sort((a, b) => a.lo - b.lo) : c.members;
  const stretches: [number, number][] = [];
  for (const m of sorted) {
    const last = stretches.at(-1);
    if (last && m.lo - slack <= last[1]) last[1] = Math.max(last[1], m.hi);
    else stretches.push([m.lo, m.hi]);
  }
  const boxes = stretches.map(([lo, hi]): Box3 => {
    const [u0, v0, u1, v1] = boxOf2(c.curve, lo, hi);
    return [u0, v0, 0, u1, v1, 0];
  });
  const range = [(stretches[0] as [number, number])[0], Math.max(...stretches.map((x) => x[1]))] as const;
  if (isPeriodic(c.curve))
    return {
      stretches,
      boxes,
      range,
      holds: (s) => c.members.some((m) => coverAt(m, s, slack, true) !== undefined),
    };
  const holds = (s: number): boolean => {
    let lo = 0;
    let hi = stretches.length - 1;
    while (lo < hi) {
      const k = (lo + hi) >> 1;
      if ((stretches[k] as [number, number])[1] + slack < s) lo = k + 1;
      else hi = k;
    }
    const [from, to] = stretches[lo] as [number, number];
    return s >= from - slack && s <= to + slack;
  };
  return { stretches, boxes, range, holds };
};

/** A place where another curve runs along a carrier for a while, nearly. */
type Graze = {
  readonly s: number;
  readonly by: Curve2;
  readonly t: number;
  readonly sine: number;
};
/** Curves that meet at less than this sine graze one another, as far as their distance can tell. */
const GRAZING = 1e-2;

/** The most tolerances over which they run so. */
const LONGEST = 2e6;

const free = (c: FlatCarrier): boolean => c.curve.type === 'free' || c.curve.type === 'arch';

/** How far p is from the curve near its parameter t. */
const farFrom = (k: Curve2, p: Vec2, t: number): number => {
  let x = t;
  const h = 1e-6;
  for (let i = 0; i < 8; i++) {
    const [a, b] = [pointOn2(k, x - h), pointOn2(k, x + h)];
    const v: Vec2 = [(b[0] - a[0]) / (2 * h), (b[1] - a[1]) / (2 * h)];
    const step = dot2(sub2(p, pointOn2(k, x)), v) / dot2(v, v);
    if (!Number.isFinite(step)) break;
    x += step;
    if (Math.abs(step) < 1e-10) break;
  }
  return distance2(pointOn2(k, x), p);
};

/**
 * Where two curves touch they are one within the tolerance over a stretch, and their distance determines the place badly: to the fourth
 * root of the tolerance at a touch of the fourth order. A cut in that stretch that is better known stands for it.
 */
const settleGrazes = (c: FlatCarrier, grazes: readonly Graze[], tol: number): void => {
  const round = isPeriodic(c.curve);
  // a curve that is there all round has no ends
  const ends = c.members.flatMap((m) => (round && m.hi - m.lo >= WHOLE_TURN ? [] : [m.lo, m.hi]));
  const known = [...c.cuts, ...ends];
  const runsAlong = ({ s, by, t }: Graze, k: number): boolean => {
    const to = round ? s + wrapAngle(k - s + Math.PI) - Math.PI : k;
    if (distance2(pointOn2(c.curve, s), pointOn2(c.curve, to)) > tol * LONGEST) return false;
    return [0.25, 0.5, 0.75, 1].every((x) => farFrom(by, pointOn2(c.curve, s + x * (to - s)), t) <= tol);
  };
  for (const g of [...grazes].sort((a, b) => b.sine - a.sine)) {
    if (known.some((k) => k !== g.s && runsAlong(g, k))) continue;
    c.cuts.push(g.s);
    known.push(g.s);
  }
};

/**
 * Parts carriers where they cross one another. The boxes of what falls on them are looked up, not those of the carriers: a line
 * across the whole view may carry little.
 * @param asked which carriers are to be parted
 */
export const crossCarriers = (
  carriers: readonly FlatCarrier[],
  covers: readonly Cover[],
  asked: readonly boolean[],
  tol: number,
): void => {
  const boxes: Box3[] = [];
  const owner: number[] = [];
  covers.forEach((cover, i) => {
    for (const b of cover.boxes) {
      boxes.push(b);
      owner.push(i);
    }
  });
  const grid = boxGrid(boxes, tol * 4);
  const grazes = new Map<FlatCarrier, Graze[]>();
  const part = (c: FlatCarrier, graze: Graze | undefined, s: number): void => {
    if (!graze) c.cuts.push(s);
    else if (grazes.has(c)) grazes.get(c)?.push(graze);
    else grazes.set(c, [graze]);
  };
  const met = new Int32Array(carriers.length).fill(-1);
  boxes.forEach((box, k) => {
    const i = owner[k] as number;
    if (!asked[i]) return;
    const a = carriers[i] as FlatCarrier;
    const onA = covers[i] as Cover;
    for (const other of grid.around(box)) {
      const j = owner[other] as number;
      // a pair of which both are asked is met once
      if ((j < i && asked[j]) || met[j] === i || (j === i && a.curve.type !== 'free')) continue;
      if (!boxesMeet(box, boxes[other] as Box3, tol * 4)) continue;
      met[j] = i;
      const b = carriers[j] as FlatCarrier;
      const onB = covers[j] as Cover;
      for (const [s, t] of meetings(a.curve, onA.range, b.curve, onB.range, tol)) {
        if (!onA.holds(s) || !onB.holds(t)) continue;
        const sine =
          free(a) || free(b) ? Math.abs(cross2(tangentOn2(a.curve, s), tangentOn2(b.curve, t))) : 1;
        const grazing = sine < GRAZING;
        part(a, grazing ? { s, by: b.curve, t, sine } : undefined, s);
        part(b, grazing ? { s: t, by: a.curve, t: s, sine } : undefined, t);
      }
    }
  });
  for (const [c, list] of grazes) settleGrazes(c, list, tol);
};
