import { nearestOnSegment } from '../geometry/segment2.ts';
import { cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { type GivenLine, isWhole } from './given.ts';

/** A line given more than once, for it was drawn over. */
export type Joined = { readonly lines: readonly GivenLine[]; readonly twice: readonly GivenLine[] };

type Straight = Extract<GivenLine, { kind: 'straight' }>;

/** Half way along an arc from a to b, counter-clockwise. */
const middleOfArc = ({ centre, radius, a, b }: RoundLine): Vec2 => {
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0]);
  const end = Math.atan2(b[1] - centre[1], b[0] - centre[0]);
  const half = start + ((end - start + 2 * Math.PI) % (2 * Math.PI)) / 2;
  return [centre[0] + radius * Math.cos(half), centre[1] + radius * Math.sin(half)];
};

const sameLine = (p: GivenLine, q: GivenLine, tol: number): boolean => {
  if (p.kind !== q.kind) return false;
  if (p.kind === 'straight' && q.kind === 'straight')
    return (
      (distance2(p.a, q.a) <= tol && distance2(p.b, q.b) <= tol) ||
      (distance2(p.a, q.b) <= tol && distance2(p.b, q.a) <= tol)
    );
  if (p.kind === 'round' && q.kind === 'round') {
    const isSameCircle = distance2(p.centre, q.centre) <= tol && Math.abs(p.radius - q.radius) <= tol;
    if (isWhole(p) || isWhole(q)) return isWhole(p) && isWhole(q) && isSameCircle;
    // where the centre of a short arc is cannot be told from it
    return (
      distance2(p.a, q.a) <= tol &&
      distance2(p.b, q.b) <= tol &&
      (isSameCircle || distance2(middleOfArc(p), middleOfArc(q)) <= tol)
    );
  }
  return (
    p.kind === 'curve' &&
    q.kind === 'curve' &&
    p.points.length === q.points.length &&
    p.points.every((x, i) => distance2(x, q.points[i] as Vec2) <= tol)
  );
};

/** A straight line so short that it is not told from a point. */
export const isShort = (l: GivenLine, tol: number): boolean =>
  l.kind === 'straight' && distance2(l.a, l.b) <= tol;

/** Lines given more than once, for they were drawn over, apart from those that remain. */
export const parted = (given: readonly GivenLine[], tol: number): Joined => {
  const twice: GivenLine[] = [];
  const lines: GivenLine[] = [];
  for (const l of given) {
    if (isShort(l, tol)) continue;
    if (lines.some((x) => sameLine(x, l, tol))) twice.push(l);
    else lines.push(l);
  }
  return { lines, twice };
};

/** Pieces of one straight line that touch are one line; a line drawn twice is reported. */
export const joined = (given: readonly GivenLine[], tol: number): Joined => {
  const { lines: once, twice } = parted(given, tol);
  const out: GivenLine[] = once.filter((l) => l.kind !== 'straight');
  const open = once.filter((l): l is Straight => l.kind === 'straight');
  while (open.length) {
    let run = open.pop() as Straight;
    for (;;) {
      const d = unitOf(run);
      const i = open.findIndex((x) => {
        if (x.seen !== run.seen) return false;
        const size = distance2(run.a, run.b);
        const off = Math.max(Math.abs(cross2(d, sub2(x.a, run.a))), Math.abs(cross2(d, sub2(x.b, run.a))));
        if (off > tol) return false;
        const [s, t] = [dot2(d, sub2(x.a, run.a)), dot2(d, sub2(x.b, run.a))];
        return Math.min(s, t) <= size + tol && Math.max(s, t) >= -tol;
      });
      if (i < 0) break;
      const [x] = open.splice(i, 1) as [Straight];
      const ends = [run.a, run.b, x.a, x.b].sort((p, q) => dot2(d, p) - dot2(d, q));
      run = { ...run, a: ends[0] as Vec2, b: ends[3] as Vec2 };
    }
    out.push(run);
  }
  return { lines: out, twice };
};

const unitOf = (l: Straight): Vec2 => {
  const size = distance2(l.a, l.b);
  return [(l.b[0] - l.a[0]) / size, (l.b[1] - l.a[1]) / size];
};

/** How well two lines agree: in place and kind, whatever is seen or hidden of them. */
export const agree = (p: GivenLine, q: GivenLine, tol: number): boolean => {
  if (p.kind === 'curve' || q.kind === 'curve') {
    if (p.kind === 'straight' || q.kind === 'straight') return false;
    if (p.kind === 'round') return onRound(q as Curve, p, tol);
    if (q.kind === 'round') return onRound(p, q, tol);
    // chords of a curve lie off it by more than the tolerance of its points
    const slack = tol * 20;
    const lies = (points: readonly Vec2[], on: readonly Vec2[]): boolean =>
      points.every((x) => isOnChain(x, on, slack));
    return lies(p.points, q.points) && lies(q.points, p.points);
  }
  return sameLine(p, q, tol);
};

type Curve = Extract<GivenLine, { kind: 'curve' }>;
type RoundLine = Extract<GivenLine, { kind: 'round' }>;

/** True where a curve that was given by points is a circle or an arc. */
const onRound = (c: Curve, r: RoundLine, tol: number): boolean => {
  const slack = tol * 20;
  if (!c.points.every((p) => Math.abs(distance2(p, r.centre) - r.radius) <= slack)) return false;
  const [first, last] = [c.points[0] as Vec2, c.points.at(-1) as Vec2];
  if (isWhole(r)) return distance2(first, last) <= slack;
  return [
    [first, last],
    [last, first],
  ].some(([a, b]) => distance2(a as Vec2, r.a) <= slack && distance2(b as Vec2, r.b) <= slack);
};

/** Whether a point lies within a distance of a chain of stretches. Most are far off: a stretch is passed over by its box first. */
const isOnChain = ([x, y]: Vec2, chain: readonly Vec2[], slack: number): boolean => {
  for (let i = 1; i < chain.length; i++) {
    const [a, b] = [chain[i - 1] as Vec2, chain[i] as Vec2];
    if (x < Math.min(a[0], b[0]) - slack || x > Math.max(a[0], b[0]) + slack) continue;
    if (y < Math.min(a[1], b[1]) - slack || y > Math.max(a[1], b[1]) + slack) continue;
    if (nearestOnSegment([x, y], a, b).off <= slack) return true;
  }
  return false;
};
