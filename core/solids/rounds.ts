import type { Vec2 } from '../geometry/vec.ts';
import { type Axis, type FlatLine, type LaidView, type LaidViews, rangeOf } from './aligned.ts';
import { ACROSS } from './solidFeatures.ts';

/** A round hole or a round boss along an axis. */
export type Round = {
  readonly op: 'add' | 'cut';
  readonly axis: Axis;
  /** along the two other axes, in their order */
  readonly centre: Vec2;
  readonly radius: number;
  readonly lo: number;
  readonly hi: number;
};

/** A circle of the views, by the axis along which it is seen. */
type Circle = Pick<Round, 'axis' | 'centre' | 'radius'>;

/** A view that shows a circle from its side: `along` the circle's axis, and across it with the circle's middle at `middle`. */
type Beside = {
  readonly view: LaidView;
  readonly along: 0 | 1;
  readonly across: 0 | 1;
  readonly middle: number;
};

const besideOf = (c: Circle, views: readonly LaidView[]): Beside[] =>
  views.flatMap((view) => {
    const along = view.axes.indexOf(c.axis);
    if (along < 0) return [];
    const across = (1 - along) as 0 | 1;
    const { u } = ACROSS[c.axis];
    const middle = view.axes[across] === u ? c.centre[0] : c.centre[1];
    return [{ view, along: along as 0 | 1, across, middle }];
  });

/** The circles of all views, each once. */
const circlesOf = ({ views, tol }: LaidViews): Circle[] => {
  const out: Circle[] = [];
  for (const v of views) {
    const axis = ([0, 1, 2] as const).find((k) => !v.axes.includes(k)) as Axis;
    for (const { centre, radius } of v.circles) {
      const isKnown = out.some(
        (o) =>
          o.axis === axis &&
          Math.abs(o.radius - radius) <= tol * 4 &&
          Math.hypot(o.centre[0] - centre[0], o.centre[1] - centre[1]) <= tol * 4,
      );
      if (!isKnown) out.push({ axis, centre, radius });
    }
  }
  return out;
};

type Stretch = readonly [number, number];

/** What is drawn along a straight line that runs with an axis of the view, as stretches. */
const drawnOn = (lines: readonly FlatLine[], across: 0 | 1, at: number, tol: number): Stretch[] => {
  const along = (1 - across) as 0 | 1;
  return lines
    .filter((l) => Math.abs(l.from[across] - at) <= tol && Math.abs(l.to[across] - at) <= tol)
    .map((l) => [Math.min(l.from[along], l.to[along]), Math.max(l.from[along], l.to[along])] as const);
};

const covers = (all: readonly Stretch[], from: number, to: number, tol: number): boolean => {
  let reached = from;
  for (const [a, b] of [...all].sort((x, y) => x[0] - y[0])) {
    if (a > reached + tol) break;
    reached = Math.max(reached, b);
  }
  return reached >= to - tol;
};

/** The stretches along its axis over which both sides of a circle are drawn, wherever it is seen from its side. The longest come first. */
const rangesOf = (c: Circle, laid: LaidViews): Stretch[] => {
  const tol = laid.tol * 4;
  const beside = besideOf(c, laid.views).filter((b) => b.view.isFull);
  const sides = beside.flatMap(({ view, across, middle }) =>
    [middle - c.radius, middle + c.radius].map((at) => drawnOn(view.lines, across, at, tol)),
  );
  if (!sides.length) return [];
  const ends = beside.flatMap(({ view, along }) => view.lines.flatMap((l) => [l.from[along], l.to[along]]));
  const stops = ends.sort((a, b) => a - b).filter((x, i, all) => i === 0 || x - (all[i - 1] as number) > tol);
  const out: Stretch[] = [];
  stops.forEach((lo, i) => {
    for (const hi of stops.slice(i + 1)) if (sides.every((s) => covers(s, lo, hi, tol))) out.push([lo, hi]);
  });
  return out.sort((a, b) => b[1] - b[0] - (a[1] - a[0]));
};

/** Circles that are alike (as large, along one axis, over the same stretches) are taken alike: all holes, or all bosses. */
type Alike = {
  readonly circles: readonly Circle[];
  readonly options: readonly Pick<Round, 'op' | 'lo' | 'hi'>[];
};

const MOST_RANGES = 6;

/** @returns undefined where a circle is drawn from no side */
const alikeIn = (laid: LaidViews): Alike[] | undefined => {
  const groups = new Map<string, { circles: Circle[]; ranges: Stretch[] }>();
  for (const c of circlesOf(laid)) {
    const ranges = rangesOf(c, laid).slice(0, MOST_RANGES);
    if (!ranges.length) return undefined;
    const key = `${c.axis} ${c.radius.toFixed(6)} ${ranges.map((r) => r.map((x) => x.toFixed(6)).join(' ')).join(',')}`;
    const group = groups.get(key) ?? { circles: [], ranges };
    group.circles.push(c);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ circles, ranges }) => ({
    circles,
    options: ranges.flatMap(([lo, hi]) => (['cut', 'add'] as const).map((op) => ({ op, lo, hi }))),
  }));
};

/** So many ways to read the circles are tried. */
const MOST_WAYS = 256;

/** The ways in which the circles of views can be holes and bosses; none where a circle is not drawn from its side. */
export const roundsIn = (laid: LaidViews): readonly (readonly Round[])[] => {
  const alike = alikeIn(laid);
  if (!alike?.length) return [];
  let ways: Round[][] = [[]];
  for (const { circles, options } of alike)
    ways = ways
      .flatMap((w) => options.map((o) => [...w, ...circles.map((c) => ({ ...c, ...o }))]))
      .slice(0, MOST_WAYS);
  return ways;
};

/** Takes a stretch out of all lines that run with an axis of the view at one place. */
const without = (
  lines: readonly FlatLine[],
  across: 0 | 1,
  at: number,
  [lo, hi]: Stretch,
  tol: number,
): FlatLine[] =>
  lines.flatMap((l) => {
    const along = (1 - across) as 0 | 1;
    if (Math.abs(l.from[across] - at) > tol || Math.abs(l.to[across] - at) > tol) return [l];
    const [a, b] = l.from[along] < l.to[along] ? [l.from, l.to] : [l.to, l.from];
    if (b[along] <= lo + tol || a[along] >= hi - tol) return [l];
    const place = (x: number): Vec2 => (along === 0 ? [x, a[1]] : [a[0], x]);
    return [
      ...(a[along] < lo - tol ? [{ ...l, from: a, to: place(lo) }] : []),
      ...(b[along] > hi + tol ? [{ ...l, from: place(hi), to: b }] : []),
    ];
  });

/**
 * Views without the lines of some rounds: their circles, their sides, and the ends that reach no further than they do themselves. What is left
 * is a solid with flat faces, or nothing.
 * @returns undefined where the views no longer agree in their sizes
 */
export const withoutRounds = (laid: LaidViews, rounds: readonly Round[]): LaidViews | undefined => {
  const tol = laid.tol * 4;
  let views = laid.views.map((v): LaidView => ({ ...v, circles: [] }));
  // the widest first: the end of a narrower one may lie on its own
  for (const r of [...rounds].sort((a, b) => b.radius - a.radius))
    views = views.map((view) => {
      const [own] = besideOf(r, [view]);
      if (!own) return view;
      const { across, along, middle } = own;
      const [x0, x1] = [middle - r.radius, middle + r.radius];
      let { lines } = view;
      for (const at of [x0, x1]) lines = without(lines, across, at, [r.lo, r.hi], tol);
      for (const level of [r.lo, r.hi]) {
        const end = drawnOn(lines, along, level, tol);
        const reachesOn = end.some(
          ([a, b]) => b > x0 - tol && a < x1 + tol && (a < x0 - tol || b > x1 + tol),
        );
        if (!reachesOn) lines = without(lines, along, level, [x0, x1], tol);
      }
      return { ...view, lines };
    });
  if (views.every((v) => !v.lines.length)) return { ...laid, views: [] };
  if (views.some((v) => !v.lines.length)) return undefined;
  const min: [number, number, number] = [...laid.min];
  const max: [number, number, number] = [...laid.max];
  for (const axis of [0, 1, 2] as const) {
    const ranges = views.flatMap((v) => {
      const k = v.axes.indexOf(axis);
      return k < 0 ? [] : [rangeOf(v, k as 0 | 1)];
    });
    const [first] = ranges as [readonly [number, number]];
    if (ranges.some((r) => Math.abs(r[0] - first[0]) > tol || Math.abs(r[1] - first[1]) > tol))
      return undefined;
    [min[axis], max[axis]] = first;
  }
  return { ...laid, views, min, max };
};
