import { boxOf2, type Free2, pointOn2 } from '../geometry/curve2.ts';
import { bracketedRoot } from '../geometry/roots.ts';
import { distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { FlatCarrier, Member } from './flatCarrier.ts';

const NEAREST_SAMPLES = 96;

/** Points along each free curve, worked out once: its neighbours ask for them again and again. */
const sampled = new WeakMap<FlatCarrier, readonly Vec2[]>();

const samplesOn = (c: FlatCarrier): readonly Vec2[] => {
  const known = sampled.get(c);
  if (known) return known;
  const { lo, hi } = c.members[0] as Member;
  const points = Array.from({ length: NEAREST_SAMPLES + 1 }, (_, i) =>
    pointOn2(c.curve, lo + ((hi - lo) * i) / NEAREST_SAMPLES),
  );
  sampled.set(c, points);
  return points;
};

/**
 * Where a free curve comes nearest to a point, and how near.
 * @param reach nearer than this it is worked out closely; further off the nearest sample will do
 */
export const nearestOn = (
  c: FlatCarrier,
  p: Vec2,
  reach = Number.POSITIVE_INFINITY,
): { s: number; far: number } => {
  const { lo, hi } = c.members[0] as Member;
  const k = c.curve;
  const points = samplesOn(c);
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= NEAREST_SAMPLES; i++) {
    const far = distance2(points[i] as Vec2, p);
    if (far < least) [best, least] = [i, far];
  }
  const at = (i: number): number => lo + ((hi - lo) * i) / NEAREST_SAMPLES;
  // between two samples the curve cannot come nearer than by about their own distance
  const beside = Math.max(
    distance2(points[best] as Vec2, (points[best - 1] ?? points[best]) as Vec2),
    distance2(points[best] as Vec2, (points[best + 1] ?? points[best]) as Vec2),
  );
  if (least > reach + 2 * beside) return { s: at(best), far: least - beside };
  // whether the distance grows or falls; asked within the stretch only, for at its ends the curve may turn back
  const square = (s: number): number => {
    const q = sub2(pointOn2(k, s), p);
    return dot2(q, q);
  };
  const slope = (s: number): number => square(Math.min(hi, s + 1e-6)) - square(Math.max(lo, s - 1e-6));
  const [a, b] = [at(Math.max(0, best - 1)), at(Math.min(NEAREST_SAMPLES, best + 1))];
  const [fa, fb] = [slope(a), slope(b)];
  const s = fa > 0 === fb > 0 ? at(best) : bracketedRoot(slope, a, b, fa, fb);
  return { s, far: distance2(pointOn2(k, s), p) };
};

/** How near, in tolerances, free curves must be to be one: they are known by points alone. */
export const TWIN_REACH = 20;

/**
 * Free curves cannot be merged by their figures: those that coincide are listed with one another here, and parted
 * at each other's ends and cuts.
 */
export const findTwins = (carriers: readonly FlatCarrier[], tol: number): void => {
  const free = carriers.filter((c): c is FlatCarrier & { curve: Free2 } => c.curve.type === 'free');
  const boxes = free.map((c) => boxOf2(c.curve, (c.members[0] as Member).lo, (c.members[0] as Member).hi));
  const reach = tol * TWIN_REACH;
  const share = (a: FlatCarrier, b: FlatCarrier): boolean => {
    const { lo, hi } = a.members[0] as Member;
    return [0.11, 0.5, 0.83].some(
      (x) => nearestOn(b, pointOn2(a.curve, lo + x * (hi - lo)), reach).far <= reach,
    );
  };
  free.forEach((a, i) => {
    for (let j = i + 1; j < free.length; j++) {
      const b = free[j] as FlatCarrier;
      const [p, q] = [boxes[i]!, boxes[j]!];
      if (p[0] > q[2] + reach || q[0] > p[2] + reach || p[1] > q[3] + reach || q[1] > p[3] + reach) continue;
      if (!share(a, b) && !share(b, a)) continue;
      a.twins.push(b);
      b.twins.push(a);
    }
  });
  const known = new Map(
    free.map((c) => [c as FlatCarrier, [...c.cuts, ...c.members.flatMap((m) => [m.lo, m.hi])]]),
  );
  for (const a of free)
    for (const b of a.twins)
      for (const s of known.get(b) as number[]) {
        const { s: t, far } = nearestOn(a, pointOn2(b.curve, s), reach);
        if (far <= reach) a.cuts.push(t);
      }
};
