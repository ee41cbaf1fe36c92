import { type Box3, boxCorners } from '../geometry/box.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { along2, type Vec2 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import type { Fault, Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { PartFile, TraceFile } from '../part/schema.ts';
import { type Gap, placeAsDrawn } from '../solid/interruption.ts';
import { flatten } from '../view/project.ts';
import { type CuttingPlane, cuttingPlane, type Leg } from './trace.ts';

const faultOf = (cut: string): Fault => ({
  path: ['setup', 'interruptions'],
  where: `cut "${cut}"`,
  ...says('interruption.cut', { cut }),
});

/** The part of a leg that lies in the part's box, by its distances from the leg's first point; nothing where it misses the box. */
const overBox = (leg: Leg, f: ViewFrame, box: Box3): readonly [number, number] | undefined => {
  const corners = boxCorners(box).map((p) => flatten(f, p));
  const length = leg.to - leg.from;
  let [lo, hi] = [
    Number.isFinite(leg.from) ? 0 : Number.NEGATIVE_INFINITY,
    Number.isFinite(length) ? length : Number.POSITIVE_INFINITY,
  ];
  for (const k of [0, 1] as const) {
    const [low, high] = [Math.min(...corners.map((c) => c[k])), Math.max(...corners.map((c) => c[k]))];
    const slope = leg.direction[k];
    if (Math.abs(slope) <= EDGE_ON) continue;
    const ends = [(low - leg.start[k]) / slope, (high - leg.start[k]) / slope];
    lo = Math.max(lo, Math.min(...ends));
    hi = Math.min(hi, Math.max(...ends));
  }
  return hi > lo ? [lo, hi] : undefined;
};

/** How far a leg moves with the part round it; undefined where it would have to bend or stand in a gap. */
const legShift = (leg: Leg, f: ViewFrame, gaps: readonly Gap[], box: Box3): Vec2 | undefined => {
  const reach = overBox(leg, f, box) ?? [0, 0];
  const at = (t: number): Vec2 => along2(leg.start, leg.direction, t);
  for (const g of gaps) {
    const on = (v: Vec2): number => v[0] * (f.u[g.axis] as number) + v[1] * (f.v[g.axis] as number);
    const slope = Math.abs(on(leg.direction));
    if (slope >= 1 - EDGE_ON) continue;
    // where the view does not show the axis, the plane runs along it
    if (Math.abs(f.toward[g.axis] as number) > 1 - EDGE_ON) continue;
    const ends = reach.map((t) => on(at(t)));
    if (Math.max(...ends) > g.from + EDGE_ON && Math.min(...ends) < g.to - EDGE_ON) return undefined;
  }
  const middle = at((reach[0] + reach[1]) / 2);
  const to = placeAsDrawn(gaps, f, middle);
  return [to[0] - middle[0], to[1] - middle[1]];
};

/**
 * A cut as it stands in interrupted views: its trace goes along with the part.
 * @param plane the cut on the part as it is
 * @param box of the part as it is, part units
 * @returns the fault of a cut that would have to bend, or that stands in a stretch that is left out
 */
export const drawnPlane = (
  trace: TraceFile,
  plane: CuttingPlane,
  gaps: readonly Gap[],
  box: Box3,
  file: PartFile,
): Result<CuttingPlane> => {
  const f = plane.frame;
  const isAslant = (leg: Leg): boolean =>
    gaps.some(({ axis }) => {
      const slope = Math.abs(
        leg.direction[0] * (f.u[axis] as number) + leg.direction[1] * (f.v[axis] as number),
      );
      return slope > EDGE_ON && slope < 1 - EDGE_ON;
    });
  const refused: Result<CuttingPlane> = { ok: false, faults: [faultOf(plane.name)] };
  // a plane that slopes in all views would have to bend wherever something is left out
  if (trace.corners) return gaps.length ? refused : { ok: true, value: plane };
  const shifts = plane.legs.map((leg) => legShift(leg, f, gaps, box));
  if (shifts.some((s) => s === undefined)) return refused;
  const [first] = plane.legs as readonly [Leg, ...Leg[]];
  const [alone] = shifts as readonly Vec2[] as readonly [Vec2];
  const stated = trace.through ? [first.start, ...plane.legs.map((leg) => leg.end as Vec2)] : [first.start];
  const place = (p: Vec2): Vec2 =>
    plane.legs.length === 1 && isAslant(first)
      ? [p[0] + alone[0], p[1] + alone[1]]
      : placeAsDrawn(gaps, f, p);
  const points = stated.map((p) => [...place(p)] as [number, number]);
  const drawn = cuttingPlane(
    trace.through ? { ...trace, through: points } : { ...trace, at: points[0] },
    file,
  );
  if (!drawn.ok) return drawn;
  // a leg of several that runs aslant keeps its slope only where both its ends move alike
  const isBent = drawn.value.legs.some((leg, i) => {
    const was = plane.legs[i] as Leg;
    return Math.abs(leg.direction[0] * was.direction[1] - leg.direction[1] * was.direction[0]) > EDGE_ON;
  });
  return isBent ? refused : drawn;
};
