import { along2, distance2, sub2, type Vec2 } from '../geometry/vec.ts';
import { attempt } from '../number/fault.ts';
import type { Quantity } from '../part/quantity.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';

/** Which part of a drawn trace is pulled: the end beside its first point, the one beside its second, or all of it. */
export type Grip = 'start' | 'end' | 'whole';

/** What a pulled trace is brought to: part units, in the trace's view. */
export type Guides = {
  /** coordinates stand on whole steps */
  readonly step: number;
  /** angles stand on whole steps, degrees */
  readonly turn: number;
  /** corners, centres and middles of the view */
  readonly marks: readonly Vec2[];
  /** a mark nearer than this is taken */
  readonly reach: number;
  /** the part's own edges in the view: left, lower, right and upper */
  readonly sides: readonly [number, number, number, number];
};

/** How a trace is stated: by two points, or by a place and an angle. */
export type Stated = Pick<TraceFile, 'through' | 'at' | 'angle'>;

/** Figures this near are one, part units. */
const SAME = 1e-9;
const PLACES = 6;
const tidy = (x: number): number => Number(x.toFixed(PLACES)) + 0;
const onStep = (x: number, step: number): number => tidy(Math.round(x / step) * step);

const nearestMark = (p: Vec2, { marks, reach }: Guides): Vec2 | undefined =>
  marks.reduce<Vec2 | undefined>(
    (best, m) => (distance2(m, p) <= reach && (!best || distance2(m, p) < distance2(best, p)) ? m : best),
    undefined,
  );
const brought = (p: Vec2, g: Guides): [number, number] => {
  const mark = nearestMark(p, g);
  return mark ? [tidy(mark[0]), tidy(mark[1])] : [onStep(p[0], g.step), onStep(p[1], g.step)];
};

/** The axis that stays where both points of a trace lie on opposite sides of the part: then they are two heights, or two distances. */
const fixedAxis = (a: Vec2, b: Vec2, [left, low, right, high]: Guides['sides']): 0 | 1 | undefined => {
  const across = (axis: 0 | 1, from: number, to: number): boolean =>
    [
      [a, b],
      [b, a],
    ].some(
      ([p, q]) => Math.abs((p as Vec2)[axis] - from) <= SAME && Math.abs((q as Vec2)[axis] - to) <= SAME,
    );
  if (across(0, left, right)) return 0;
  return across(1, low, high) ? 1 : undefined;
};

type Point = [Quantity, Quantity];

/**
 * A trace after one of its grips was pulled. What is not pulled stays as it was stated, figure by figure, and so does the way of stating
 * it: two heights stay two heights, a place and an angle stay such.
 * @param from where the grip was, in the trace's view, part units
 * @param to where it was pulled
 * @returns undefined where the trace would come to nothing, or cannot be read
 */
export const pulledTrace = (
  trace: TraceFile,
  part: PartFile,
  grip: Grip,
  from: Vec2,
  to: Vec2,
  guides: Guides,
): Stated | undefined => {
  const read = attempt(() => {
    const sizes = sizeReader(part);
    const point = (p: readonly [Quantity, Quantity]): Vec2 => [
      sizes.length(p[0], []),
      sizes.length(p[1], []),
    ];
    return {
      points: trace.through?.map(point) ?? [],
      at: trace.at && point(trace.at),
      angle: trace.angle === undefined ? 0 : sizes.angle(trace.angle, []),
    };
  });
  if (!read.ok) return undefined;
  const { points, at, angle } = read.value;
  if (at && trace.at) {
    if (grip === 'whole') return { at: brought(along2(at, sub2(to, from), 1), guides), angle: trace.angle };
    const mark = nearestMark(to, guides);
    const [u, v] = sub2(mark ?? to, at);
    if (Math.hypot(u, v) <= SAME) return undefined;
    const own = (Math.atan2(v, u) * 180) / Math.PI + (grip === 'start' ? 180 : 0);
    // turned by less than half a turn from where it stood
    const near = own + 360 * Math.round((angle - own) / 360);
    return { at: trace.at, angle: mark ? tidy(near) : onStep(near, guides.turn) };
  }
  const [a, b] = points;
  if (!a || !b || points.length > 2 || !trace.through) return undefined;
  const [statedA, statedB] = trace.through as [Point, Point];
  const fixed = fixedAxis(a, b, guides.sides);
  if (grip === 'whole') {
    const by = sub2(to, from);
    if (fixed !== undefined) {
      const free = fixed === 0 ? 1 : 0;
      const shift = onStep(a[free] + by[free], guides.step) - a[free];
      const moved = (stated: Point, p: Vec2): Point => {
        const next: Point = [...stated];
        next[free] = tidy(p[free] + shift);
        return next;
      };
      return { through: [moved(statedA, a), moved(statedB, b)] };
    }
    const first = brought(along2(a, by, 1), guides);
    const shift = sub2(first, a);
    return { through: [first, [tidy(b[0] + shift[0]), tidy(b[1] + shift[1])]] };
  }
  const [still, pulled, stated] = grip === 'start' ? [b, a, statedA] : [a, b, statedB];
  const aim = nearestMark(to, guides) ?? to;
  const way = sub2(aim, still);
  let next: Point;
  if (fixed !== undefined) {
    const free = fixed === 0 ? 1 : 0;
    if (Math.abs(way[fixed]) <= SAME) return undefined;
    const height = still[free] + (way[free] * (pulled[fixed] - still[fixed])) / way[fixed];
    next = [...stated];
    next[free] = aim === to ? onStep(height, guides.step) : tidy(height);
  } else if (aim !== to) next = [tidy(aim[0]), tidy(aim[1])];
  else {
    // the grip stands further out than the stated point
    const share = distance2(pulled, still) / Math.max(SAME, distance2(from, still));
    const place = along2(still, way, share);
    next = [onStep(place[0], guides.step), onStep(place[1], guides.step)];
    if (distance2([next[0] as number, next[1] as number], still) <= SAME) return undefined;
  }
  return { through: grip === 'start' ? [next, statedB] : [statedA, next] };
};
