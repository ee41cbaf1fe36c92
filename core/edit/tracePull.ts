import { along2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import type { ViewSides } from '../section/viewSides.ts';
import { fixedAxis, readTrace, SAME_FIGURE, type Stated, type TracePoint } from './traceStated.ts';

/**
 * Which part of a drawn trace is pulled: the end beside its first point, the one beside its last, or all of it; of a bent one a corner, or a
 * leg with both its ends, each counted from nought along the trace.
 */
export type Grip = 'start' | 'end' | 'whole' | { readonly corner: number } | { readonly leg: number };

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
  readonly sides: ViewSides;
};

const onStep = (x: number, step: number): number => tidyFigure(Math.round(x / step) * step);

const nearestMark = (p: Vec2, { marks, reach }: Guides): Vec2 | undefined =>
  marks.reduce<Vec2 | undefined>(
    (best, m) => (distance2(m, p) <= reach && (!best || distance2(m, p) < distance2(best, p)) ? m : best),
    undefined,
  );
const brought = (p: Vec2, g: Guides): [number, number] => {
  const mark = nearestMark(p, g);
  return mark ? [tidyFigure(mark[0]), tidyFigure(mark[1])] : [onStep(p[0], g.step), onStep(p[1], g.step)];
};

/** A bent trace after a corner was moved, a leg shifted square to itself, or one of its outer legs turned about its bend. */
const pulledBent = (
  through: readonly TracePoint[],
  points: readonly Vec2[],
  grip: Exclude<Grip, 'whole'>,
  from: Vec2,
  to: Vec2,
  guides: Guides,
): Stated | undefined => {
  const placed = (moves: ReadonlyMap<number, Vec2>): Stated => ({
    through: through.map((p, i): TracePoint => {
      const next = moves.get(i);
      const was = points[i] as Vec2;
      // a figure that does not change stays as it was typed
      return next
        ? ([0, 1].map((k) =>
            Math.abs((next[k] as number) - (was[k] as number)) <= SAME_FIGURE ? p[k] : next[k],
          ) as unknown as TracePoint)
        : p;
    }),
  });
  if (typeof grip === 'object' && 'leg' in grip) {
    const [a, b] = [points[grip.leg], points[grip.leg + 1]];
    if (!a || !b) return undefined;
    const size = distance2(a, b);
    const square: Vec2 = [-(b[1] - a[1]) / size, (b[0] - a[0]) / size];
    const mark = nearestMark(to, guides);
    // a level or upright leg stands on whole steps, or on the mark that it is pulled to
    const base = dot2(a, square);
    const wanted = mark ? dot2(mark, square) : onStep(base + dot2(sub2(to, from), square), guides.step);
    const shift = wanted - base;
    const moved = (p: Vec2): Vec2 => {
      const next = along2(p, square, shift);
      return [tidyFigure(next[0]), tidyFigure(next[1])];
    };
    return placed(
      new Map([
        [grip.leg, moved(a)],
        [grip.leg + 1, moved(b)],
      ]),
    );
  }
  if (typeof grip === 'object') return placed(new Map([[grip.corner, brought(to, guides)]]));
  const [end, bend] = grip === 'start' ? [0, 1] : [points.length - 1, points.length - 2];
  const [still, was] = [points[bend] as Vec2, points[end] as Vec2];
  const way = sub2(nearestMark(to, guides) ?? to, still);
  const size = Math.hypot(way[0], way[1]);
  if (size <= SAME_FIGURE) return undefined;
  // level and upright are kept to a whole degree, as every angle is
  const turned = onStep((Math.atan2(way[1], way[0]) * 180) / Math.PI, guides.turn) * (Math.PI / 180);
  const d: Vec2 = nearestMark(to, guides)
    ? [way[0] / size, way[1] / size]
    : [Math.cos(turned), Math.sin(turned)];
  const next = along2(still, d, distance2(was, still));
  return placed(new Map([[end, [tidyFigure(next[0]), tidyFigure(next[1])]]]));
};

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
  const read = readTrace(trace, part);
  if (!read) return undefined;
  const { points, at, angle } = read;
  if (typeof grip === 'object' || points.length > 2)
    return trace.through && grip !== 'whole'
      ? pulledBent(trace.through, points, grip, from, to, guides)
      : undefined;
  if (at && trace.at) {
    if (grip === 'whole') return { at: brought(along2(at, sub2(to, from), 1), guides), angle: trace.angle };
    const mark = nearestMark(to, guides);
    const [u, v] = sub2(mark ?? to, at);
    if (Math.hypot(u, v) <= SAME_FIGURE) return undefined;
    const own = (Math.atan2(v, u) * 180) / Math.PI + (grip === 'start' ? 180 : 0);
    // turned by less than half a turn from where it stood
    const near = own + 360 * Math.round((angle - own) / 360);
    return { at: trace.at, angle: mark ? tidyFigure(near) : onStep(near, guides.turn) };
  }
  const [a, b] = points;
  if (!a || !b || !trace.through) return undefined;
  const [statedA, statedB] = trace.through as [TracePoint, TracePoint];
  const fixed = fixedAxis(a, b, guides.sides);
  if (grip === 'whole') {
    const by = sub2(to, from);
    if (fixed !== undefined) {
      const free = fixed === 0 ? 1 : 0;
      const shift = onStep(a[free] + by[free], guides.step) - a[free];
      const moved = (stated: TracePoint, p: Vec2): TracePoint => {
        const next: TracePoint = [...stated];
        next[free] = tidyFigure(p[free] + shift);
        return next;
      };
      return { through: [moved(statedA, a), moved(statedB, b)] };
    }
    const first = brought(along2(a, by, 1), guides);
    const shift = sub2(first, a);
    return { through: [first, [tidyFigure(b[0] + shift[0]), tidyFigure(b[1] + shift[1])]] };
  }
  const [still, pulled, stated] = grip === 'start' ? [b, a, statedA] : [a, b, statedB];
  const aim = nearestMark(to, guides) ?? to;
  const way = sub2(aim, still);
  let next: TracePoint;
  if (fixed !== undefined) {
    const free = fixed === 0 ? 1 : 0;
    if (Math.abs(way[fixed]) <= SAME_FIGURE) return undefined;
    const height = still[free] + (way[free] * (pulled[fixed] - still[fixed])) / way[fixed];
    next = [...stated];
    next[free] = aim === to ? onStep(height, guides.step) : tidyFigure(height);
  } else if (aim !== to) next = [tidyFigure(aim[0]), tidyFigure(aim[1])];
  else {
    // the grip stands further out than the stated point
    const share = distance2(pulled, still) / Math.max(SAME_FIGURE, distance2(from, still));
    const place = along2(still, way, share);
    next = [onStep(place[0], guides.step), onStep(place[1], guides.step)];
    if (distance2([next[0] as number, next[1] as number], still) <= SAME_FIGURE) return undefined;
  }
  return { through: grip === 'start' ? [next, statedB] : [statedA, next] };
};
