import type { GivenLine } from '../balance/given.ts';
import { distance2, dot2, length2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';

/** A line of a given view, in the part's own coordinates along the two axes that the view shows. */
export type FlatLine = { readonly seen: boolean; readonly from: Vec2; readonly to: Vec2 };

/** A whole circle of a given view, in the part's own coordinates along the two axes that the view shows. */
export type FlatCircle = { readonly seen: boolean; readonly centre: Vec2; readonly radius: number };

/** One of the three axes of space. */
export type Axis = 0 | 1 | 2;
/** What the axes are called where sizes are spoken of: width, depth, height. */
export const AXIS_WORDS = ['width', 'depth', 'height'] as const;

/** A view as it is given. */
export type GivenView = {
  readonly lines: readonly GivenLine[];
  /** whether hidden lines are drawn in it, or left out */
  readonly hidden: 'given' | 'left out';
};

/** A given view laid into space: its lines are counted along the part's axes, whatever side it is seen from. */
export type LaidView = {
  readonly name: ViewName;
  /** the axes that it shows */
  readonly axes: readonly [Axis, Axis];
  /** towards its observer */
  readonly toward: Vec3;
  readonly lines: readonly FlatLine[];
  readonly circles: readonly FlatCircle[];
  readonly isFull: boolean;
};

/** Given views that agree in their sizes, with the box they enclose. */
export type LaidViews = {
  readonly views: readonly LaidView[];
  readonly min: Vec3;
  readonly max: Vec3;
  /** what is nearer than this is at one place */
  readonly tol: number;
};

/** Places nearer than this share of the size are one: views are drawn to about a millionth. */
export const NEAR = 2e-7;

const axisOf = (v: Vec3): { axis: Axis; sign: number } => {
  const axis = v.findIndex((x) => x !== 0) as Axis;
  return { axis, sign: v[axis] };
};

type Raw = Omit<LaidView, 'toward'>;

/** The straight lines of a view, counted along the part's axes. */
export const laidLines = (name: ViewName, lines: readonly GivenLine[]): FlatLine[] => {
  const { u, v } = VIEW_FRAMES[name];
  const [a, b] = [axisOf(u), axisOf(v)];
  const place = (p: Vec2): Vec2 => [a.sign * p[0], b.sign * p[1]];
  return lines.flatMap((l): FlatLine[] =>
    l.kind === 'straight' ? [{ seen: l.seen, from: place(l.a), to: place(l.b) }] : [],
  );
};

/** The whole circles of a view, counted along the part's axes. */
export const laidCircles = (name: ViewName, lines: readonly GivenLine[]): FlatCircle[] => {
  const { u, v } = VIEW_FRAMES[name];
  const [a, b] = [axisOf(u), axisOf(v)];
  return lines.flatMap((l): FlatCircle[] =>
    isWholeCircle(l)
      ? [{ seen: l.seen, centre: [a.sign * l.centre[0], b.sign * l.centre[1]], radius: l.radius }]
      : [],
  );
};

/** Whether a given line is a circle all round. */
export const isWholeCircle = (l: GivenLine): l is Extract<GivenLine, { kind: 'round' }> =>
  l.kind === 'round' && distance2(l.a, l.b) <= l.radius * 1e-9;

const rawView = (name: ViewName, given: GivenView): Raw => {
  const { u, v } = VIEW_FRAMES[name];
  const isFull = given.hidden === 'given';
  const lines = laidLines(name, given.lines).filter((l) => isFull || l.seen);
  const circles = laidCircles(name, given.lines).filter((c) => isFull || c.seen);
  return { name, axes: [axisOf(u).axis, axisOf(v).axis], lines, circles, isFull };
};

/** From where to where a view reaches along one of its axes. */
export const rangeOf = (view: Pick<Raw, 'lines' | 'circles'>, k: 0 | 1): readonly [number, number] => {
  const at = [
    ...view.lines.flatMap((l) => [l.from[k], l.to[k]]),
    ...view.circles.flatMap((c) => [c.centre[k] - c.radius, c.centre[k] + c.radius]),
  ];
  return [Math.min(...at), Math.max(...at)];
};

/** Puts a place on the first one that it is as good as on, so that equal places are equal figures. */
const settling = (tol: number): ((x: number) => number) => {
  const known: number[] = [];
  return (x) => {
    const there = known.find((y) => Math.abs(x - y) <= tol);
    if (there !== undefined) return there;
    known.push(x);
    return x;
  };
};

/**
 * Lays given views into space by their boxes: views that show the same axis must be of one size along it. Where they stand apart they are
 * moved to the first that shows the axis.
 * @returns faults where sizes disagree, lines are curved, or an axis is not shown
 */
export const laidViews = (given: ReadonlyMap<ViewName, GivenView>): Result<LaidViews> => {
  const raws = [...given].map(([name, view]) => rawView(name, view));
  const refused = (where: string, said: ReturnType<typeof says>): Result<never> => ({
    ok: false,
    faults: [{ path: ['views'], where, ...said }],
  });
  for (const [name, view] of given) {
    if (view.lines.some((l) => l.kind !== 'straight' && !isWholeCircle(l)))
      return refused(name, says('solids.curved'));
    if (!view.lines.length) return refused(name, says('solids.empty-view'));
  }
  const ranges = ([0, 1, 2] as const).map((axis) =>
    raws.flatMap((view) => {
      const k = view.axes.indexOf(axis);
      return k < 0 ? [] : [{ view, range: rangeOf(view, k as 0 | 1) }];
    }),
  );
  const missing = ranges.findIndex((r) => !r.length);
  if (missing >= 0) return refused('', says('solids.axis-missing', { axis: AXIS_WORDS[missing] as string }));
  const firsts = ranges.map((r) => r[0]?.range as readonly [number, number]);
  const size = Math.hypot(...firsts.map(([lo, hi]) => hi - lo));
  const tol = size * NEAR;
  for (const [axis, all] of ranges.entries())
    for (const { view, range } of all) {
      const [first, own] = [all[0]?.range as readonly [number, number], range];
      const [there, here] = [first[1] - first[0], own[1] - own[0]];
      if (Math.abs(there - here) > 4 * tol)
        return refused(
          view.name,
          says('solids.sizes-differ', {
            axis: AXIS_WORDS[axis] as string,
            here: here.toFixed(3),
            other: all[0]?.view.name as string,
            there: there.toFixed(3),
          }),
        );
    }
  const settle = [settling(4 * tol), settling(4 * tol), settling(4 * tol)] as const;
  for (const axis of [0, 1, 2] as const) for (const x of firsts[axis] as readonly number[]) settle[axis](x);
  const views = raws.map((raw): LaidView => {
    const { name, axes, lines, circles, isFull } = raw;
    const moved = ([0, 1] as const).map((k) => {
      const first = firsts[axes[k]] as readonly [number, number];
      return first[0] - rangeOf(raw, k)[0];
    });
    const place = (p: Vec2): Vec2 => [
      settle[axes[0]](p[0] + (moved[0] as number)),
      settle[axes[1]](p[1] + (moved[1] as number)),
    ];
    const laid = lines.map((l) => ({ ...l, from: place(l.from), to: place(l.to) }));
    const drawn = laid.filter((l) => length2(sub2(l.to, l.from)) > tol);
    return {
      name,
      axes,
      toward: VIEW_FRAMES[name].toward,
      lines: drawn,
      circles: circles.map((c) => ({ ...c, centre: place(c.centre) })),
      isFull,
    };
  });
  return {
    ok: true,
    value: {
      views,
      min: [firsts[0]?.[0] as number, firsts[1]?.[0] as number, firsts[2]?.[0] as number],
      max: [firsts[0]?.[1] as number, firsts[1]?.[1] as number, firsts[2]?.[1] as number],
      tol,
    },
  };
};

/** A place of a laid view as its reader counts it: to the right and up from the view's lower left corner. */
export const ownPlace = (laid: Pick<LaidViews, 'min' | 'max'>, name: ViewName, p: Vec2): Vec2 => {
  const { u, v } = VIEW_FRAMES[name];
  const [x, y] = [u, v].map((way, k) => {
    const { axis, sign } = axisOf(way);
    const at = p[k as 0 | 1];
    return sign > 0 ? at - laid.min[axis] : laid.max[axis] - at;
  });
  return [x as number, y as number];
};

/** Where a point of space falls in a laid view. */
export const fallsAt = (view: LaidView, p: Vec3): Vec2 => [p[view.axes[0]], p[view.axes[1]]];

/** How far along a direction a point lies. */
export const placeAlong = (p: Vec2, direction: Vec2): number => dot2(p, direction);
