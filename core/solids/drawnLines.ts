import { cross2, distance2, dot2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import { type FlatLine, placeAlong } from './aligned.ts';

/** A stretch of a straight line, by places along it. */
type Stretch = { readonly from: number; readonly to: number; readonly seen: boolean };

/** All that is drawn along one straight line of a view. */
export type DrawnLine = {
  readonly base: Vec2;
  /** a unit vector */
  readonly direction: Vec2;
  readonly stretches: readonly Stretch[];
};

/** A view's lines, gathered by the straight lines they lie on, with the points where they end or meet. */
export type DrawnLines = {
  readonly lines: readonly DrawnLine[];
  readonly nodes: readonly Vec2[];
};

/** What stands at a place of a view: a visible line, a hidden one, or none. */
export type Drawn = 'visible' | 'hidden' | 'none';

const offLine = (l: DrawnLine, p: Vec2): number => Math.abs(cross2(l.direction, sub2(p, l.base)));

/** Whether two points lie on one straight line of the view. */
export const lineThrough = (
  drawn: readonly DrawnLine[],
  p: Vec2,
  q: Vec2,
  tol: number,
): DrawnLine | undefined => drawn.find((l) => offLine(l, p) <= tol && offLine(l, q) <= tol);

const crossing = (a: FlatLine, b: FlatLine, tol: number): Vec2 | undefined => {
  const [d, e] = [sub2(a.to, a.from), sub2(b.to, b.from)];
  const turn = cross2(d, e);
  if (Math.abs(turn) <= 1e-9 * length2(d) * length2(e)) return undefined;
  const gap = sub2(b.from, a.from);
  const [s, t] = [cross2(gap, e) / turn, cross2(gap, d) / turn];
  const [ds, dt] = [tol / length2(d), tol / length2(e)];
  if (s < -ds || s > 1 + ds || t < -dt || t > 1 + dt) return undefined;
  return [a.from[0] + s * d[0], a.from[1] + s * d[1]];
};

/** Gathers the lines of a view. @param tol places nearer than this are one */
export const drawnLines = (all: readonly FlatLine[], tol: number): DrawnLines => {
  const lines: { base: Vec2; direction: Vec2; stretches: Stretch[] }[] = [];
  for (const l of all) {
    let line = lineThrough(lines, l.from, l.to, tol) as (typeof lines)[number] | undefined;
    if (!line) {
      const d = sub2(l.to, l.from);
      const k = 1 / length2(d);
      line = { base: l.from, direction: [d[0] * k, d[1] * k], stretches: [] };
      lines.push(line);
    }
    const { direction } = line;
    const ends = [placeAlong(l.from, direction), placeAlong(l.to, direction)].sort((a, b) => a - b);
    line.stretches.push({ from: ends[0] as number, to: ends[1] as number, seen: l.seen });
  }
  const nodes: Vec2[] = [];
  const note = (p: Vec2): void => {
    if (!nodes.some((q) => distance2(p, q) <= 2 * tol)) nodes.push(p);
  };
  for (const l of all) {
    note(l.from);
    note(l.to);
  }
  all.forEach((a, i) => {
    for (const b of all.slice(i + 1)) {
      const p = crossing(a, b, tol);
      if (p) note(p);
    }
  });
  return { lines, nodes };
};

/** What is drawn on a line at a place along it; visible goes before hidden. */
export const drawnAt = (line: DrawnLine, place: number): Drawn => {
  const there = line.stretches.filter((s) => s.from <= place && place <= s.to);
  return there.some((s) => s.seen) ? 'visible' : there.length ? 'hidden' : 'none';
};

/** Whether something is drawn all the way from p to q; `seen` asks for visible lines only. */
export const isDrawnAlong = ({ lines }: DrawnLines, p: Vec2, q: Vec2, tol: number): boolean => {
  const line = lineThrough(lines, p, q, tol);
  if (!line) return false;
  const [a, b] = [dot2(p, line.direction), dot2(q, line.direction)].sort((x, y) => x - y) as [number, number];
  let reached = a;
  for (const s of [...line.stretches].sort((x, y) => x.from - y.from)) {
    if (s.from > reached + tol) break;
    reached = Math.max(reached, s.to);
  }
  return reached >= b - tol;
};

/** The places along a line where what is drawn may change: those of the given points that lie on it, in order. */
export const placesOn = (line: DrawnLine, points: readonly Vec2[], tol: number): number[] =>
  points
    .filter((p) => offLine(line, p) <= tol)
    .map((p) => placeAlong(p, line.direction))
    .sort((a, b) => a - b)
    .filter((x, i, xs) => i === 0 || x - (xs[i - 1] as number) > tol);

/** The point of a line at a place along it. */
export const pointOnLine = ({ base, direction }: DrawnLine, place: number): Vec2 => {
  const k = place - placeAlong(base, direction);
  return [base[0] + k * direction[0], base[1] + k * direction[1]];
};
