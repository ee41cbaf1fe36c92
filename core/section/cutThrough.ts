import { bodyEdges } from '../solid/boundary.ts';
import { reachOfBody } from '../solid/extent.ts';
import { measureSolid } from '../solid/measure.ts';
import { cutOff, flatFace, isCut, type PartToCut } from './section.ts';
import { type CuttingPlane, isFlat, type Leg } from './trace.ts';

/** A flat cut moved along its direction of sight. @param by part units, on in the direction of sight */
export const movedCut = (c: CuttingPlane, by: number): CuttingPlane => {
  const moved = (leg: Leg): Leg => ({
    ...leg,
    start: [leg.start[0] + leg.sight[0] * by, leg.start[1] + leg.sight[1] * by],
    kept: { n: leg.kept.n, d: leg.kept.d + by },
    origin: [
      leg.origin[0] + leg.kept.n[0] * by,
      leg.origin[1] + leg.kept.n[1] * by,
      leg.origin[2] + leg.kept.n[2] * by,
    ],
  });
  return { ...c, ...moved(c), legs: c.legs.map(moved) };
};

/** How far the bodies that are cut reach along the direction of sight, counted from the plane as it stands, part units. */
export const reachOfCut = (part: PartToCut, c: CuttingPlane): readonly [number, number] => {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { solid, edges } of part.bodies) {
    if (!isCut(solid, c)) continue;
    const [a, b] = reachOfBody(solid, edges, c.kept.n);
    low = Math.min(low, a - c.kept.d);
    high = Math.max(high, b - c.kept.d);
  }
  return [low, high];
};

/** The area that a flat cut lays open in all bodies together, part units squared. */
const areaOf = (part: PartToCut, c: CuttingPlane): number =>
  part.bodies.reduce((sum, { solid }) => sum + (isCut(solid, c) ? flatFace(solid, c).area : 0), 0);

/** The area of a flat cut at a place of its way: how far it was moved along the direction of sight, part units. */
export type AreaAt = { readonly by: number; readonly area: number };

/**
 * The area of a cut as its plane moves through the part, in even steps from one end to the other. The ends themselves, where the plane lies
 * along a face or only touches, are left out by a thousandth of the way.
 * @param steps how many places
 * @returns none for a cut that is bent, stepped or half
 */
export const areaCurve = (part: PartToCut, c: CuttingPlane, steps: number): AreaAt[] => {
  if (!isFlat(c)) return [];
  const [low, high] = reachOfCut(part, c);
  if (!(high > low)) return [];
  const inset = (high - low) * 1e-3;
  return Array.from({ length: steps }, (_, i): AreaAt => {
    const by = low + inset + ((high - low - 2 * inset) * i) / (steps - 1);
    return { by, area: areaOf(part, movedCut(c, by)) };
  });
};

const volumeKept = (part: PartToCut, c: CuttingPlane): number =>
  part.bodies.reduce((sum, { solid }) => {
    if (!isCut(solid, c)) return sum;
    const rest = cutOff(solid, [c], part.box);
    return sum + measureSolid(rest, bodyEdges(rest)).volume;
  }, 0);

const volumeWhole = (part: PartToCut, c: CuttingPlane): number =>
  part.bodies.reduce(
    (sum, { solid, edges }) => sum + (isCut(solid, c) ? measureSolid(solid, edges).volume : 0),
    0,
  );

/** The volumes that a cut parts: what stays and what is taken away, of all bodies that it cuts, part units cubed. */
export const volumesParted = (
  part: PartToCut,
  c: CuttingPlane,
): { readonly stays: number; readonly goes: number } => {
  const stays = volumeKept(part, c);
  return { stays, goes: Math.max(0, volumeWhole(part, c) - stays) };
};

/** So many steps at most, and so near, as a share of the whole, is a volume met. */
const MOST_STEPS = 40;
const NEAR_VOLUME = 1e-10;
/** What is further off than this was not met at all. */
const MET_VOLUME = 1e-6;

/**
 * Where a flat cut has to stand to leave a share of the volume behind it: found by Newton's method, for the volume changes with the
 * plane's place as the area of the cut; a step that leaves the part is halved into what is known instead.
 * @param share of the volume that stays behind, between 0 and 1
 * @returns how far to move the plane along the direction of sight, part units; undefined where the cut is not flat, the share not between, or more than it is spared
 */
export const placeForShare = (part: PartToCut, c: CuttingPlane, share: number): number | undefined => {
  if (!isFlat(c) || !(share > 0 && share < 1)) return undefined;
  let [low, high] = reachOfCut(part, c);
  if (!(high > low)) return undefined;
  const whole = volumeWhole(part, c);
  let by = low + (high - low) * (1 - share);
  let left = Number.POSITIVE_INFINITY;
  for (let i = 0; i < MOST_STEPS; i++) {
    const plane = movedCut(c, by);
    const off = volumeKept(part, plane) / whole - share;
    left = Math.abs(off);
    if (left <= NEAR_VOLUME) break;
    // too much stays behind: the plane goes on
    if (off > 0) low = by;
    else high = by;
    const area = areaOf(part, plane);
    const next = area > 0 ? by + (off * whole) / area : Number.NaN;
    by = next > low && next < high ? next : (low + high) / 2;
  }
  // what the cut spares stays, wherever the plane stands: such a share is not met
  return left <= MET_VOLUME ? by : undefined;
};
