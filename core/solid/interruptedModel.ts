import { AXIS_LETTERS, axisDirection, compose, mapPoint, moved, type Rigid } from '../geometry/rigid.ts';
import { scale, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { attempt, Refusal, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import { type Cell, cell, type LocalSolid, type Sweep, type Turned } from './cell.ts';
import { drawnAlong, type Gap } from './interruption.ts';
import { hullOf, type LoopSegment } from './loop.ts';
import type { PartModel } from './partModel.ts';
import type { PlacedThread } from './thread.ts';
import { trimmedShortened } from './trimmedShortened.ts';

/** A direction runs along an axis, and a side of a profile with it, within this share of its length. */
const ALONG = 1e-9;

/** One feature while it is drawn shorter: its name for what cannot be, and how near counts as the same place, part units. */
type Site = { readonly feature: string; readonly gaps: readonly Gap[]; readonly tol: number };

const refuse = ({ feature }: Site, g: Gap): never => {
  throw new Refusal({
    path: ['setup', 'interruptions'],
    where: 'the interrupted view',
    ...says('interruption.not-plain', {
      feature,
      along: AXIS_LETTERS[g.axis].toUpperCase(),
      from: decimal(g.from),
      to: decimal(g.to),
    }),
  });
};

/** How far a coordinate moves; refused within a stretch that is left out. */
const shiftAt = (s: Site, axis: number, at: number): number => {
  for (const g of s.gaps)
    if (g.axis === axis && at > g.from + s.tol && at < g.to - s.tol) return refuse(s, g);
  return drawnAlong(s.gaps, axis, at) - at;
};

/** The gap that a stretch of coordinates meets, if any. */
const gapIn = (s: Site, axis: number, [lo, hi]: readonly [number, number]): Gap | undefined =>
  s.gaps.find((g) => g.axis === axis && hi > g.from + s.tol && lo < g.to - s.tol);

const span = (values: readonly number[]): readonly [number, number] => [
  Math.min(...values),
  Math.max(...values),
];

/**
 * A profile's loop with each corner moved along a direction of its plane. A side that runs over a gap must run along that direction.
 * @param w the direction, unit
 * @param at the coordinate of a point of the loop along the axis of the part
 */
const loopMoved = (
  s: Site,
  axis: number,
  loop: readonly LoopSegment[],
  w: Vec2,
  at: (p: Vec2) => number,
): LoopSegment[] => {
  const move = (p: Vec2, by: number): Vec2 => [p[0] + w[0] * by, p[1] + w[1] * by];
  return loop.map((segment): LoopSegment => {
    const { a, b, arc } = segment;
    const [da, db] = [shiftAt(s, axis, at(a)), shiftAt(s, axis, at(b))];
    const over = gapIn(s, axis, span((arc ? hullOf(segment) : [a, b]).map(at)));
    const aside = Math.abs((b[0] - a[0]) * w[1] - (b[1] - a[1]) * w[0]);
    if (over && (arc || aside > s.tol)) return refuse(s, over);
    return {
      ...segment,
      a: move(a, da),
      b: move(b, db),
      ...(arc && { arc: { ...arc, c: move(arc.c, da) } }),
    };
  });
};

/** A local solid that runs over a gap, drawn shorter along an axis of the part. */
const solidShortened = (s: Site, axis: 0 | 1 | 2, solid: LocalSolid, place: Rigid, gap: Gap): LocalSolid => {
  // the axis of the part in the solid's own frame
  const own: Vec3 = [place.x[axis], place.y[axis], place.z[axis]];
  const at = (p: Vec3): number => mapPoint(place, p)[axis];
  const isUpright = Math.abs(own[0]) <= ALONG && Math.abs(own[1]) <= ALONG;
  const isLevel = Math.abs(own[2]) <= ALONG;
  const along = (z: number): number => z + own[2] * shiftAt(s, axis, at([0, 0, z]));
  switch (solid.kind) {
    case 'sweep':
      if (isUpright) return { ...solid, z0: along(solid.z0), z1: along(solid.z1) } satisfies Sweep;
      if (!isLevel) return refuse(s, gap);
      return {
        ...solid,
        loop: loopMoved(s, axis, solid.loop, [own[0], own[1]], ([x, y]) => at([x, y, 0])),
      } satisfies Sweep;
    case 'turned':
      if (!isUpright) return refuse(s, gap);
      return {
        ...solid,
        loop: loopMoved(s, axis, solid.loop, [0, own[2]], (p) => at([0, 0, p[1]])),
      } satisfies Turned;
    case 'convex':
      return {
        ...solid,
        planes: solid.planes.map((f) => {
          const by = f.corners.map((c) => shiftAt(s, axis, at(c)));
          const [least, most] = span(by);
          const slope = f.n[0] * own[0] + f.n[1] * own[1] + f.n[2] * own[2];
          if (Math.abs(slope) > ALONG && most - least > s.tol) return refuse(s, gap);
          const corners = f.corners.map((c, i): Vec3 => {
            const d = by[i] as number;
            return [c[0] + own[0] * d, c[1] + own[1] * d, c[2] + own[2] * d];
          });
          return { ...f, d: f.d + slope * least, corners };
        }),
      };
    case 'trimmed':
      return trimmedShortened(solid, {
        axis: own,
        at,
        shift: (place) => shiftAt(s, axis, place),
        clear: (low, high) => {
          const over = gapIn(s, axis, [low, high]);
          if (over) refuse(s, over);
        },
      });
  }
};

/** A cell as it is drawn: moved where it lies to one side of every gap, shortened where it runs over one. */
const cellDrawn = (s: Site, given: Cell): Cell => {
  let { solid, place } = given;
  for (const axis of [0, 1, 2] as const) {
    const reach = [given.box[axis], given.box[axis + 3] as number] as const;
    const over = gapIn(s, axis, reach);
    if (over) solid = solidShortened(s, axis, solid, place, over);
    else {
      place = compose(moved(scale(axisDirection(axis), shiftAt(s, axis, (reach[0] + reach[1]) / 2))), place);
    }
  }
  return cell(solid, place);
};

/** A thread as it is drawn: its length runs over the gaps with the face that carries it. */
const threadDrawn = (s: Site, t: PlacedThread): PlacedThread => {
  const axis = t.axis.findIndex((x) => Math.abs(x) >= 1 - ALONG);
  const beside = (k: 0 | 1 | 2): number => t.origin[k] + (k === axis ? 0 : shiftAt(s, k, t.origin[k]));
  const origin: Vec3 = [beside(0), beside(1), beside(2)];
  if (axis < 0) return { ...t, origin };
  const way = t.axis[axis] as number;
  const place = (at: number): number => at + way * shiftAt(s, axis, (t.origin[axis] as number) + way * at);
  return {
    ...t,
    origin,
    low: place(t.low),
    high: place(t.high),
    ...(t.end !== undefined && { end: place(t.end) }),
  };
};

/**
 * The part as its interrupted views draw it: what the gaps leave out is gone, what is beyond them has come nearer, and every face keeps its key.
 * @param size extent of the part, part units
 * @returns the fault of a feature that a gap would cut or bend: only sides that run along the axis may be left out
 */
export const interruptedModel = (model: PartModel, gaps: readonly Gap[], size: number): Result<PartModel> =>
  attempt(() => ({
    ...model,
    bodies: model.bodies.map((b) => ({
      ...b,
      operations: b.operations.map((o) => {
        const s: Site = { feature: o.feature, gaps, tol: size * ALONG };
        return {
          ...o,
          cells: o.cells.map((c) => ({ ...c, cell: cellDrawn(s, c.cell) })),
          ...(o.threads && { threads: o.threads.map((t) => threadDrawn(s, t)) }),
        };
      }),
    })),
  }));
