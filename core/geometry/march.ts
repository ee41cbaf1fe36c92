import { type Box3, boxDiagonal, inBox } from './box.ts';
import { type Marched3, marchedPoint, marchedSpan, nearestOnMarched } from './marched.ts';
import { onto, ontoBoth, type Pair, parallelNear, siteAt } from './meetingSite.ts';
import { isPartial, normalAt, type Surface, signedDistance } from './surface.ts';
import { joinedWalks, partedAtTouches, refinedBesideTouches, reversed, type Walk } from './touchOnWalk.ts';
import { along, distance, dot, perpendiculars, sub, type Vec3 } from './vec.ts';
import { endsOf, walk } from './walk.ts';

/**
 * Curves of two surfaces without a closed form. A tree of boxes finds where both surfaces pass (each box is given up as soon as one of
 * the two signed functions is larger at its middle than the box can make good), and from a point in each remaining box the
 * curve is marched both ways. Loops too small for the boxes lie round a place where the surfaces are parallel: those are
 * looked for on their own. Source: Patrikalakis and Maekawa 2002, chapter 5.
 */

/** Curves whose surfaces meet at less than this angle (as a sine) give no seed; their neighbours do. */
const FLAT = 1e-3;
const radiusOf = (s: Surface): number =>
  s.kind === 'cylinder' || s.kind === 'sphere' || s.kind === 'torus' ? s.r : Number.POSITIVE_INFINITY;

/** One point on the curve for each small box that both surfaces pass through, where there is one. */
const seedsOf = (k: Pair, box: Box3, tol: number): Vec3[] => {
  const diagonal = boxDiagonal(box);
  const leaf = Math.max(
    diagonal / 160,
    Math.min(diagonal / 20, 0.4 * Math.min(radiusOf(k.f), radiusOf(k.g))),
  );
  const seeds: Vec3[] = [];
  const parallels: Vec3[] = [];
  const atLeaf = (c: Vec3, reach: number): void => {
    const p = ontoBoth(k, c, reach * 2);
    if (p && siteAt(k, p).sine > FLAT) seeds.push(p);
    const facing = Math.abs(dot(normalAt(k.f, c), normalAt(k.g, c)));
    if (facing < 0.9 || parallels.some((q) => distance(q, c) < reach * 1.5)) return;
    const still = parallelNear(k, c, reach * 2);
    if (!still) return;
    parallels.push(still.p);
    const [b1, b2] = still.bends;
    if (b1 * b2 <= 0 || Math.abs(still.height) <= tol || still.height > 0 === b1 > 0) return;
    const start = along(still.p, still.directions[0], Math.sqrt((-2 * still.height) / b1));
    const small = ontoBoth(k, start, reach * 2);
    if (small) seeds.push(small);
  };
  const visit = (b: Box3): void => {
    const c: Vec3 = [(b[0] + b[3]) / 2, (b[1] + b[4]) / 2, (b[2] + b[5]) / 2];
    const reach = boxDiagonal(b) / 2;
    if (Math.abs(signedDistance(k.f, c)) > reach || Math.abs(signedDistance(k.g, c)) > reach) return;
    const sides = [b[3] - b[0], b[4] - b[1], b[5] - b[2]];
    const longest = sides.indexOf(Math.max(...sides));
    if ((sides[longest] as number) <= leaf) {
      atLeaf(c, reach);
      return;
    }
    const low = [...b] as [number, number, number, number, number, number];
    const high = [...b] as [number, number, number, number, number, number];
    low[longest + 3] = c[longest] as number;
    high[longest] = c[longest] as number;
    visit(low);
    visit(high);
  };
  visit(box);
  return seeds;
};

/** How far round a touch branches are looked for, as a share of the size, and at how many places. */
const ROUND_SHARE = 2e-3;
const ROUND_LOOKS = 120;

/** A point on each branch that ends in a touch: between places on a small circle round it where the surfaces change their order. */
const seedsRound = (k: Pair, touch: Vec3): Vec3[] => {
  const n = normalAt(k.f, touch);
  const [e1, e2] = perpendiculars(n);
  const r = k.size * ROUND_SHARE;
  const at = (i: number): Vec3 => {
    const q = (2 * Math.PI * (i + 0.31)) / ROUND_LOOKS;
    return onto(k.f, along(along(touch, e1, r * Math.cos(q)), e2, r * Math.sin(q)));
  };
  const places = Array.from({ length: ROUND_LOOKS }, (_, i) => at(i));
  const above = places.map((p) => signedDistance(k.g, p) > 0);
  return places.flatMap((p, i) => {
    const next = (i + 1) % ROUND_LOOKS;
    if (above[i] === above[next]) return [];
    const seed = ontoBoth(k, along(p, sub(places[next] as Vec3, p), 0.5), r);
    return seed ? [seed] : [];
  });
};

const curveOf = (k: Pair, w: Walk, ordinal: number): Marched3 => {
  const span = marchedSpan(w);
  const step = span / (w.nodes.length - 1);
  return {
    type: 'marched',
    f: k.f,
    g: k.g,
    nodes: w.nodes,
    tangents: w.tangents,
    closed: w.closed,
    knots: w.knots.map((i) => i * step),
    touches: w.knots.filter((i) => !k.poles.includes(w.nodes[i] as Vec3)).map((i) => i * step),
    ordinal,
  };
};

/** Where a surface has no normal, of such places those on the other surface. */
const polesOf = (s: Surface, other: Surface, tol: number): Vec3[] => {
  const onAxis = (height: number): Vec3[] =>
    s.kind === 'cone' || s.kind === 'torus' ? [along(s.o, s.a, height)] : [];
  const rise = s.kind === 'torus' && isPartial(s) ? Math.sqrt(s.r * s.r - s.R * s.R) : undefined;
  const all = s.kind === 'cone' ? onAxis(0) : rise === undefined ? [] : [...onAxis(rise), ...onAxis(-rise)];
  return all.filter((p) => Math.abs(signedDistance(other, p)) <= tol);
};

/**
 * The curves of two surfaces that pass through a box (a little of them beyond it too).
 * @param tol surfaces nearer than this where they are parallel touch, and have no small loop there
 * @param touches where they are known to touch; others are found
 */
export const marchedCurves = (
  f: Surface,
  g: Surface,
  box: Box3,
  tol: number,
  touches: readonly Vec3[] = [],
): Marched3[] => {
  const size = boxDiagonal(box);
  // two curved faces whose boxes only touch: a curve there runs in a face's own plane or touches along it, and is found in other ways
  const flat = [0, 1, 2].some((i) => (box[i + 3] as number) - (box[i] as number) <= tol * 8);
  if (flat && f.kind !== 'plane' && g.kind !== 'plane') return [];
  const margin = size * 0.01;
  const wide: Box3 = [
    box[0] - margin,
    box[1] - margin,
    box[2] - margin,
    box[3] + margin,
    box[4] + margin,
    box[5] + margin,
  ];
  const poles = [...polesOf(f, g, tol), ...polesOf(g, f, tol)];
  const k: Pair = { f, g, size, tol, touches: [...touches], poles };
  const curves: Marched3[] = [];
  const follow = (seed: Vec3): void => {
    if (!inBox(wide, seed, 0) || curves.some((c) => nearestOnMarched(c, seed).far < 1e-6 * size)) return;
    const ends = curves.flatMap(endsOf);
    const ahead = walk(k, seed, 1, wide, size / 10, ends);
    const behind = ahead.closed ? undefined : reversed(walk(k, seed, -1, wide, size / 10, ends));
    for (const stretch of partedAtTouches(behind ? joinedWalks(behind, ahead) : ahead)) {
      const part = refinedBesideTouches(k, stretch);
      if (part.nodes.length < 2) continue;
      const curve = curveOf(k, part, curves.length);
      // over a touch a walk may go on along a branch that is known
      const middle = marchedPoint(curve, marchedSpan(curve) * 0.47);
      if (curves.some((c) => nearestOnMarched(c, middle).far < 1e-6 * size)) continue;
      curves.push(curve);
    }
  };
  for (const seed of seedsOf(k, wide, tol)) follow(seed);
  // branches may end in a touch that are too short for a box of their own
  for (const touch of k.touches) for (const seed of seedsRound(k, touch)) follow(seed);
  return curves;
};
