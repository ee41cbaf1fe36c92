import { pointOn } from '../geometry/curve3.ts';
import { SAME_FIGURE } from '../geometry/nearness.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { expressionOf } from '../station/chainText.ts';
import { type AxisIndex, type CornerOfFaces, fixingCorner, squareFace } from '../station/fixedBy.ts';
import { chainBetween, chainTimes, type SizeChain, writtenTerms } from '../station/sizeChain.ts';
import type { StatedPlace } from '../station/statedPlaces.ts';
import type { Origin } from './figureOrigin.ts';
import {
  acrossAccount,
  cornersAt,
  type Named,
  type Plan,
  SAME_SPOT,
  upAccount,
  viewNamed,
  worldAt,
} from './plan.ts';

/** A coordinate that the statement fixes: its sum of stated sizes, and what it is a coordinate of. */
export type Fixed = { readonly chain: SizeChain; readonly of: StatedPlace | undefined };

const CALCULATED: Origin = { source: 'calculated' };

/** What a sum of stated sizes makes of a figure: given as it stands, or counted from several. */
export const originOfChain = (chain: SizeChain | undefined, of?: StatedPlace): Origin => {
  if (!chain) return CALCULATED;
  const terms = writtenTerms(chain);
  const [only] = terms;
  const isGiven =
    only && terms.length === 1 && Math.abs(only.times) === 1 && expressionOf(only) === undefined;
  return { source: isGiven ? 'given' : 'counted', sizes: chain, ...(of && { of }) };
};

/** What a step keeps of where its figure comes from. */
export const originOfStep = ({ source, sizes }: Origin): Omit<Origin, 'of'> => ({
  source,
  ...(sizes && { sizes }),
});

const fixedBy = (s: StatedPlace, axis: AxisIndex): Fixed[] => {
  const chain = s.chains()[axis];
  return chain ? [{ chain, of: s }] : [];
};

const accountAcross = (view: ViewName, k: 0 | 1): Account =>
  k === 0 ? acrossAccount(view) : upAccount(view);

/** The points of a trace from which a cut point has a coordinate: one that it lies at, or one of a leg that runs square to that axis. */
const tracesFixing = (p: Plan, c: Named, axis: AxisIndex): StatedPlace[] =>
  p.stated.filter((s) => {
    if (s.kind !== 'point') return false;
    const same = (k: AxisIndex): boolean => Math.abs(s.at[k] - c.at[k]) * p.sheet.scale < SAME_SPOT;
    const shown = s.chains().flatMap((chain, k) => (chain ? [k as AxisIndex] : []));
    return shown.every(same) || (same(axis) && s.looks.some((f) => 1 - Math.abs(f.n[axis]) < SAME_FIGURE));
  });

/** Points of a closed edge that are looked at, for the room it takes in a view. */
const ROUND_POINTS = 72;

/** Where a round edge is seen as a line through the place: the face square to the axis in which the edge lies. */
const faceOfRound = (p: Plan, view: ViewName, at: Vec2, axis: AxisIndex): StatedPlace[] => {
  const v = viewNamed(p, view);
  const k = ACCOUNT_AXIS[acrossAccount(view)] === axis ? 0 : 1;
  const world = worldAt(v, k, at[k]);
  const bodies = [...new Set(p.stated.map((s) => s.body))];
  return [...p.edges.values()].flatMap((e) => {
    if (e.curve.type !== 'ellipse') return [];
    const squares = e.on.flatMap((face) => squareFace(p.statedByFace, bodies, face, axis) ?? []);
    const level = squares.filter((s) => Math.abs(s.at[axis] - world) * p.sheet.scale < SAME_SPOT);
    if (!level.length) return [];
    const { curve, from, to } = e;
    const seen = Array.from({ length: ROUND_POINTS + 1 }, (_, i) =>
      placeOfPoint(v, pointOn(curve, from + ((to - from) * i) / ROUND_POINTS)),
    );
    const spans = ([0, 1] as const).every((n) => {
      const all = seen.map((q) => q[n]);
      return at[n] > Math.min(...all) - SAME_SPOT && at[n] < Math.max(...all) + SAME_SPOT;
    });
    return spans ? level : [];
  });
};

/** What fixes a coordinate of a place of a view: the faces of the corner that is seen there, or the centre or side of a feature there. */
export const fixedAt = (p: Plan, view: ViewName, at: Vec2, k: 0 | 1): Fixed[] => {
  const axis = ACCOUNT_AXIS[accountAcross(view, k)];
  const v = viewNamed(p, view);
  const named = cornersAt(p, v, at);
  const whole = named.filter((c) => !c.cut);
  const corners: readonly CornerOfFaces[] = whole.length
    ? whole
    : p.uncutCorners.filter((c) => distance2(placeOfPoint(v, c.at), at) < SAME_SPOT);
  const places = corners.length
    ? corners.flatMap((c) => fixingCorner(p.statedByFace, c, axis))
    : [
        ...p.stated.filter((s) => distance2(placeOfPoint(v, s.at), at) < SAME_SPOT),
        ...faceOfRound(p, view, at, axis),
      ];
  const onTrace = named.flatMap((c) => (c.cut ? tracesFixing(p, c, axis) : []));
  return [...places, ...onTrace].flatMap((s) => fixedBy(s, axis));
};

/** All that the statement fixes at a coordinate of the part along an account, part units. */
export const fixedAlong = (p: Plan, account: Account, world: number): Fixed[] => {
  const axis = ACCOUNT_AXIS[account];
  return p.stated
    .filter((s) => Math.abs(s.at[axis] - world) * p.sheet.scale < SAME_SPOT)
    .flatMap((s) => fixedBy(s, axis));
};

/** Sums over more pairs than this are not tried: what stands first in the statement is what a drafter counts from. */
const MOST_TRIED = 40;

const shortest = (all: readonly Fixed[]): Fixed[] =>
  [...all].sort((a, b) => writtenTerms(a.chain).length - writtenTerms(b.chain).length).slice(0, MOST_TRIED);

/**
 * How the way from a base to a coordinate is counted: of all that fixes the one and the other, the pair with the fewest sizes between them.
 * @param way +1 where the way runs up the account
 */
export const originBetween = (from: readonly Fixed[], to: readonly Fixed[], way: 1 | -1): Origin => {
  let best: (Fixed & { readonly terms: number }) | undefined;
  for (const b of shortest(to))
    for (const a of shortest(from)) {
      const chain = chainTimes(chainBetween(a.chain, b.chain), way);
      const terms = writtenTerms(chain).length;
      if (!best || terms < best.terms) best = { chain, of: b.of, terms };
    }
  return originOfChain(best?.chain, best?.of);
};

/** How the radius of a circle of a view is stated: by the round whose centre is seen there. @param r mm on the paper */
export const radiusOrigin = (p: Plan, view: ViewName, centre: Vec2, r: number): Origin => {
  const v = viewNamed(p, view);
  const round = p.stated.find(
    (s) =>
      s.radius !== undefined &&
      Math.abs(s.radius * p.sheet.scale - r) < SAME_SPOT &&
      distance2(placeOfPoint(v, s.at), centre) < SAME_SPOT &&
      s.radiusChain() !== undefined,
  );
  return originOfChain(round?.radiusChain(), round);
};
