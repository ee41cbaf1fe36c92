import { along2, dot2, type Vec2 } from '../../geometry/vec.ts';
import type { TrueShape } from '../views/trueShape.ts';
import { type Rect, rectInside, rectsMeet } from './paper.ts';

/** A removed section that is to have a place: its shape, and where its trace begins on the paper. */
export type Removed = { readonly shape: TrueShape; readonly start: Vec2 };

/** Between sections in a row, and between the row and what stands beside it, mm. */
const BETWEEN = 6;
const CLEAR = 2;
/** The steps in which a row is moved away from its view, mm. */
const STEP = 2;

const moved = ({ x, y, w, h }: Rect, [dx, dy]: Vec2): Rect => ({ x: x + dx, y: y + dy, w, h });
/** A rectangle's reach along a direction of the paper that is level or upright. */
const reach = ({ x, y, w, h }: Rect, d: Vec2): readonly [number, number] => {
  const ends = [dot2([x, y], d), dot2([x + w, y + h], d)];
  return [Math.min(...ends), Math.max(...ends)];
};

/** How far stretches move so that none comes nearer to the next than BETWEEN: those that are in one another's way part about their middle. */
const spread = (wanted: readonly (readonly [number, number])[]): number[] => {
  // runs of stretches that stand side by side, each with how far its first one has moved
  type Run = { readonly members: (readonly [number, number])[]; by: number };
  const offsets = ({ members }: Run): number[] => {
    const out: number[] = [];
    let last = Number.NEGATIVE_INFINITY;
    for (const [lo, hi] of members) {
      const push = Math.max(0, last + BETWEEN - lo);
      out.push(push);
      last = hi + push;
    }
    return out;
  };
  const centred = (members: Run['members']): Run => {
    const pushed = offsets({ members, by: 0 });
    return { members, by: -pushed.reduce((sum, x) => sum + x, 0) / pushed.length };
  };
  const reachOf = (r: Run): readonly [number, number] => {
    const last = r.members.at(-1) as readonly [number, number];
    const first = r.members[0] as readonly [number, number];
    return [first[0] + r.by, last[1] + (offsets(r).at(-1) as number) + r.by];
  };
  const runs: Run[] = [];
  for (const one of wanted) {
    let run = centred([one]);
    for (let before = runs.at(-1); before; before = runs.at(-1)) {
      if (reachOf(before)[1] + BETWEEN <= reachOf(run)[0]) break;
      runs.pop();
      run = centred([...before.members, ...run.members]);
    }
    runs.push(run);
  }
  return runs.flatMap((r) => offsets(r).map((x) => x + r.by));
};

/**
 * The places of removed sections whose traces run one way in one view: in a row beyond the view, each in line with its trace where it has room,
 * in the order of the traces, with their axes in one line.
 * @param all sections of one view with level traces, or with upright ones
 * @param free where the row may stand
 * @param taken what stands there already
 * @returns how far each is moved from the beginning of its trace, paper mm; nothing where the row has no room
 */
export const removedRow = (
  all: readonly Removed[],
  free: Rect,
  taken: readonly Rect[],
): ReadonlyMap<TrueShape, Vec2> | undefined => {
  const [first] = all;
  if (!first) return undefined;
  const isUpright = Math.abs(first.shape.plane.direction[1]) > 0.5;
  const d: Vec2 = isUpright ? [0, 1] : [1, 0];
  const across: Vec2 = isUpright ? [1, 0] : [0, 1];
  const at = ({ start }: Removed): number => dot2(start, across);
  const sorted = [...all].sort((a, b) => at(a) - at(b));
  // in line with its trace: the middle of the section on it
  const centred = sorted.map((r): Vec2 => {
    const [lo, hi] = reach(moved(r.shape.room, r.start), across);
    return along2([0, 0], across, at(r) - (lo + hi) / 2);
  });
  const homes = sorted.map((r, i) => moved(moved(r.shape.room, r.start), centred[i] as Vec2));
  const asides = spread(homes.map((h) => reach(h, across)));
  const rooms = homes.map((h, i) => moved(h, along2([0, 0], across, asides[i] as number)));
  const farthest = Math.hypot(free.w, free.h);
  // below an upright trace's view or to the right of a level one's before the other side
  const ways = isUpright ? [-1, 1] : [1, -1];
  for (let far = 0; far < farthest; far += STEP)
    for (const way of ways) {
      const by = along2([0, 0], d, way * far);
      const stand = rooms.map((r) => moved(r, by));
      if (stand.some((r) => !rectInside(r, free) || taken.some((t) => rectsMeet(r, t, CLEAR)))) continue;
      return new Map(
        sorted.map((r, i) => {
          const [cx, cy] = centred[i] as Vec2;
          const [ax, ay] = along2(by, across, asides[i] as number);
          return [r.shape, [cx + ax, cy + ay] as Vec2] as const;
        }),
      );
    }
  return undefined;
};
