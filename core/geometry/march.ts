import { type Box3, boxDiagonal, inBox } from './box.ts';
import { between, type Marched3, marchedPoint, marchedSpan, nearestOnMarched, stepTo } from './marched.ts';
import { normalAt, type Surface, signedDistance } from './surface.ts';
import { touchPoint } from './touchPoint.ts';
import {
  add,
  along,
  cross,
  distance,
  dot,
  length,
  perpendiculars,
  scale,
  sub,
  unit,
  type Vec3,
} from './vec.ts';

/**
 * Curves of two surfaces without a closed form. A tree of boxes finds where both surfaces pass (each box is given up as soon as one of
 * the two signed functions is larger at its middle than the box can make good), and from a point in each remaining box the
 * curve is marched both ways. Loops too small for the boxes lie round a place where the surfaces are parallel: those are
 * looked for on their own. Source: Patrikalakis and Maekawa 2002, chapter 5.
 */

/** The march turns by no more than this from node to node (rad); twice less lengthens the next step. */
const TURN = 0.16;
/** Curves whose surfaces meet at less than this angle (as a sine) give no seed; their neighbours do. */
const FLAT = 1e-3;
const MOST_NODES = 6000;

type Pair = { readonly f: Surface; readonly g: Surface; readonly size: number };
type Site = {
  readonly p: Vec3;
  readonly nf: Vec3;
  readonly ng: Vec3;
  readonly tau: Vec3;
  readonly sine: number;
};

const siteAt = (k: Pair, p: Vec3): Site => {
  const nf = normalAt(k.f, p);
  const ng = normalAt(k.g, p);
  const w = cross(nf, ng);
  const sine = length(w);
  return { p, nf, ng, sine, tau: sine > 0 ? scale(w, 1 / sine) : w };
};

/** The nearest point on both surfaces by least moves; undefined where that leads further than `reach` or nowhere. */
const ontoBoth = (k: Pair, start: Vec3, reach: number): Vec3 | undefined => {
  let p = start;
  for (let round = 0; round < 12; round++) {
    const nf = normalAt(k.f, p);
    const ng = normalAt(k.g, p);
    const df = signedDistance(k.f, p);
    const dg = signedDistance(k.g, p);
    if (Math.abs(df) + Math.abs(dg) < 1e-14 * k.size) return p;
    const c = dot(nf, ng);
    const det = 1 - c * c;
    if (det < 1e-10) return undefined;
    const x = (c * dg - df) / det;
    const y = (c * df - dg) / det;
    p = along(along(p, nf, x), ng, y);
    if (distance(p, start) > reach) return undefined;
  }
  return Math.abs(signedDistance(k.f, p)) + Math.abs(signedDistance(k.g, p)) < 1e-11 * k.size ? p : undefined;
};

const onto = (s: Surface, start: Vec3): Vec3 => {
  let p = start;
  for (let i = 0; i < 3; i++) p = along(p, normalAt(s, p), -signedDistance(s, p));
  return p;
};

/** A place on f where g is stationary: its height above g, and the curvatures of that height along two directions. */
export type Parallel = {
  readonly p: Vec3;
  readonly height: number;
  readonly bends: readonly [number, number];
  readonly directions: readonly [Vec3, Vec3];
};

/** Newton's method on the height of g over f, by differences; undefined where it leads further than `reach`. */
const parallelNear = (k: Pair, start: Vec3, reach: number): Parallel | undefined => {
  let p = onto(k.f, start);
  const h = reach * 0.02;
  for (let round = 0; round < 10; round++) {
    const [e1, e2] = perpendiculars(normalAt(k.f, p));
    const base = p;
    const height = (x: number, y: number): number =>
      signedDistance(k.g, onto(k.f, along(along(base, e1, x), e2, y)));
    const z = height(0, 0);
    const [xp, xm, yp, ym] = [height(h, 0), height(-h, 0), height(0, h), height(0, -h)];
    const gx = (xp - xm) / (2 * h);
    const gy = (yp - ym) / (2 * h);
    const a = (xp + xm - 2 * z) / (h * h);
    const b = (yp + ym - 2 * z) / (h * h);
    const c = (height(h, h) + height(-h, -h) - height(h, -h) - height(-h, h)) / (4 * h * h);
    const det = a * b - c * c;
    // stationary along a whole curve, or nearly: the surfaces touch along it, which is found in closed form
    if (Math.abs(det) * reach * reach < 1e-7) return undefined;
    const dx = (c * gy - b * gx) / det;
    const dy = (c * gx - a * gy) / det;
    p = onto(k.f, along(along(base, e1, dx), e2, dy));
    if (distance(p, start) > reach) return undefined;
    if (Math.hypot(dx, dy) < 1e-9 * k.size) {
      const turn = Math.atan2(2 * c, a - b) / 2;
      const mean = (a + b) / 2;
      const spread = Math.hypot((a - b) / 2, c);
      const d1 = along(scale(e1, Math.cos(turn)), e2, Math.sin(turn));
      const d2 = along(scale(e1, -Math.sin(turn)), e2, Math.cos(turn));
      return {
        p,
        height: signedDistance(k.g, p),
        bends: [mean + spread, mean - spread],
        directions: [d1, d2],
      };
    }
  }
  return undefined;
};

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

/** Moves along the curve to the plane square to `heading` at distance `ds`. */
const advance = (k: Pair, from: Vec3, heading: Vec3, ds: number): Vec3 | undefined => {
  let p = along(from, heading, ds);
  const level = dot(heading, from) + ds;
  for (let round = 0; round < 8; round++) {
    const move = stepTo(
      normalAt(k.f, p),
      signedDistance(k.f, p),
      normalAt(k.g, p),
      signedDistance(k.g, p),
      heading,
      dot(heading, p) - level,
    );
    if (!move) return undefined;
    const far = length(move);
    if (far > ds) return undefined;
    p = add(p, move);
    if (far < 1e-14 * k.size) return p;
  }
  return Math.abs(signedDistance(k.f, p)) + Math.abs(signedDistance(k.g, p)) < 1e-11 * k.size ? p : undefined;
};

type Walk = { nodes: Vec3[]; tangents: Vec3[]; knots: number[]; closed: boolean };

/**
 * Where the surfaces touch between two points of the curve: their crossed normals change sides there. Undefined where they do not touch:
 * two branches pass one another at a distance, and the step was so long that it fell on the other.
 */
const touchBetween = (
  k: Pair,
  from: Vec3,
  heading: Vec3,
  ds: number,
  sense: number,
  tol: number,
): Vec3 | undefined => {
  let [lo, hi] = [0, ds];
  let p = along(from, heading, ds / 2);
  for (let i = 0; i < 40; i++) {
    const m = (lo + hi) / 2;
    const q = advance(k, from, heading, m);
    if (!q) break;
    p = q;
    const w = cross(normalAt(k.f, q), normalAt(k.g, q));
    if (sense * dot(w, heading) > 0) lo = m;
    else hi = m;
  }
  const saddle = parallelNear(k, p, ds);
  if (saddle) return Math.abs(saddle.height) <= tol ? saddle.p : undefined;
  // no saddle: the surfaces touch to a higher order, where two branches run along one another
  return touchPoint(k.f, k.g, p, ds, tol);
};

/** Beside a touch the surfaces are so nearly parallel (a sine) that it is worth looking for. */
const DIP = 0.1;

/** Touches nearer to one another than this share of the size are one: of higher order they are known no better. */
const TOUCHES_APART = 1e-4;
/** A curve that comes so near a touch, as a share of the step, runs through it. */
const THROUGH = 0.02;

/** Whether a step from here to p, with its direction there, runs through a place where the surfaces touch. */
const passesBy = (here: Site, p: Vec3, heading: Vec3, onward: Vec3, q: Vec3): boolean => {
  const chord = sub(p, here.p);
  const size = length(chord);
  const x = dot(sub(q, here.p), chord) / (size * size);
  return x > 0 && x <= 1 && distance(between(here.p, p, heading, onward, size, x), q) <= THROUGH * size;
};

/** A touch within the next step, where the surfaces are nearly parallel already: from here on all branches run into it. */
const touchAhead = (
  k: Pair,
  here: Site,
  heading: Vec3,
  ds: number,
  touches: readonly Vec3[],
): Vec3 | undefined =>
  here.sine >= DIP
    ? undefined
    : touches.find((q) => {
        const way = sub(q, here.p);
        const ahead = dot(way, heading);
        const aside = length(along(way, heading, -ahead));
        return ahead > NODES_APART * k.size && ahead <= ds && aside <= ASIDE * ahead;
      });

/** How far aside of its heading, as a share of the way, a curve may bend into a touch. */
const ASIDE = 0.1;

/** Surfaces that are parallel to within this sine are so near a touch that the curve runs straight into it. */
const NEAR_TOUCH = 1e-3;

/** The first place behind a touch from which a curve can be followed on, with the sense of its direction. */
const beyondTouch = (
  k: Pair,
  touch: Vec3,
  heading: Vec3,
  ds: number,
): { readonly site: Site; readonly sense: 1 | -1 } | undefined => {
  for (let step = ds / 64; step < ds * 64; step *= 2) {
    const p = advance(k, touch, heading, step);
    if (!p) continue;
    const site = siteAt(k, p);
    const run = dot(site.tau, heading);
    if (site.sine > LEAST_SINE && Math.abs(run) > 0.9) return { site, sense: run > 0 ? 1 : -1 };
  }
  return undefined;
};

/** Less than this (a sine) surfaces are too nearly parallel to set out from. */
const LEAST_SINE = 1e-5;

/** Nodes are no nearer to one another than this share of the size. */
const NODES_APART = 1e-6;

/** Puts a place where the surfaces touch among the last nodes of a walk. */
const markTouch = (w: Walk, q: Vec3, size: number): void => {
  const { nodes, tangents, knots } = w;
  const last = nodes.length - 1;
  for (let i = last; i > Math.max(0, last - 3); i--) {
    const [a, b] = [nodes[i - 1] as Vec3, nodes[i] as Vec3];
    const [da, db] = [distance(a, q), distance(b, q)];
    const near = da <= NODES_APART * size ? i - 1 : db <= NODES_APART * size ? i : undefined;
    if (near !== undefined) {
      nodes[near] = q;
      if (!knots.includes(near)) knots.push(near);
      return;
    }
    if (dot(sub(q, a), sub(b, a)) <= 0 || dot(sub(q, b), sub(a, b)) <= 0) continue;
    // the direction turns evenly from one node to the next
    const tangent = unit(add(scale(tangents[i - 1] as Vec3, db), scale(tangents[i] as Vec3, da)));
    nodes.splice(i, 0, q);
    tangents.splice(i, 0, tangent);
    knots.push(i);
    return;
  }
};

/** The stretches of a walk between the places where the surfaces touch: several branches meet there, and all of them end. */
const partedAtTouches = (w: Walk): Walk[] => {
  if (!w.knots.length) return [w];
  const knots = [...new Set(w.knots)].sort((a, b) => a - b);
  const last = w.nodes.length - 1;
  const part = (from: number, to: number): Walk => ({
    nodes: w.nodes.slice(from, to + 1),
    tangents: w.tangents.slice(from, to + 1),
    knots: [...(knots.includes(from) ? [0] : []), ...(knots.includes(to) ? [to - from] : [])],
    closed: false,
  });
  const [first, final] = [knots[0] as number, knots.at(-1) as number];
  const inner = knots.slice(1).map((to, i) => part(knots[i] as number, to));
  if (!w.closed)
    return [...(first > 0 ? [part(0, first)] : []), ...inner, ...(final < last ? [part(final, last)] : [])];
  // round from the last touch to the first, over the seed
  const [head, tail] = [part(0, first), part(final, last)];
  const round: Walk = {
    nodes: [...tail.nodes, ...head.nodes.slice(1)],
    tangents: [...tail.tangents, ...head.tangents.slice(1)],
    knots: [0, tail.nodes.length + head.nodes.length - 2],
    closed: false,
  };
  return [...inner, ...(round.nodes.length > 1 ? [round] : [])];
};

/** Where a curve that is known ends, and the direction in which one runs into it there. */
type End = { readonly p: Vec3; readonly inward: Vec3 };

const endsOf = (c: Marched3): End[] =>
  c.closed
    ? []
    : [
        { p: c.nodes[0] as Vec3, inward: c.tangents[0] as Vec3 },
        { p: c.nodes.at(-1) as Vec3, inward: scale(c.tangents.at(-1) as Vec3, -1) },
      ];

/** Whether the next step of a march runs over the end of a known curve, and on into it. */
const meetsEnd = (k: Pair, from: Vec3, heading: Vec3, ds: number, end: End): boolean => {
  const ahead = dot(sub(end.p, from), heading);
  if (ahead <= 1e-9 * k.size || ahead > ds || dot(heading, end.inward) < 0.7) return false;
  const p = advance(k, from, heading, ahead);
  return p !== undefined && distance(p, end.p) <= 1e-9 * k.size;
};

/**
 * Marches from a seed until the curve closes, leaves the box or runs into the end of one that is known: a curve that leaves the box
 * for a moment is known in two parts.
 * @param touches where the surfaces are known to touch; what is found is added
 * @param tol surfaces nearer than this where they are parallel touch
 */
const walk = (
  k: Pair,
  seed: Vec3,
  first: 1 | -1,
  box: Box3,
  stride: number,
  ends: readonly End[],
  touches: Vec3[],
  tol: number,
): Walk => {
  const start = siteAt(k, seed);
  let sense: number = first;
  let here = start;
  let before: Site | undefined;
  let heading = scale(start.tau, sense);
  const origin = heading;
  let ds = stride / 8;
  const out: Walk = { nodes: [seed], tangents: [heading], knots: [], closed: false };
  while (out.nodes.length < MOST_NODES && ds > 1e-12 * k.size) {
    const ahead = touchAhead(k, here, heading, ds, touches);
    // up to a touch the steps get shorter with the way that is left, for another branch is the nearer the shorter that is
    if (ahead && here.sine > NEAR_TOUCH) ds = Math.min(ds, distance(ahead, here.p) / 2);
    else if (ahead) {
      out.knots.push(out.nodes.push(ahead) - 1);
      out.tangents.push(heading);
      const landed = beyondTouch(k, ahead, heading, ds);
      if (!landed) return out;
      sense = landed.sense;
      heading = scale(landed.site.tau, sense);
      ds = distance(landed.site.p, ahead);
      here = landed.site;
      before = undefined;
      out.nodes.push(here.p);
      out.tangents.push(heading);
      if (!inBox(box, here.p, 0)) return out;
      continue;
    }
    const p = advance(k, here.p, heading, ds);
    if (!p) {
      ds /= 2;
      continue;
    }
    const there = siteAt(k, p);
    let onward = scale(there.tau, sense);
    let crossed = false;
    if (dot(onward, heading) < -0.5) {
      crossed = true;
      onward = scale(onward, -1);
    }
    const turn = Math.acos(Math.min(1, Math.max(-1, dot(onward, heading))));
    if (turn > TURN || there.sine === 0) {
      ds *= there.sine === 0 ? 0.9 : 0.6;
      continue;
    }
    const back = sub(seed, here.p);
    const reached = dot(back, heading);
    const bow = length(along(back, heading, -reached));
    if (
      out.nodes.length > 3 &&
      reached > 1e-9 * k.size &&
      reached <= ds * 1.001 &&
      bow < ds * 0.2 &&
      dot(heading, origin) > 0.7
    ) {
      out.nodes.push(seed);
      out.tangents.push(origin);
      out.closed = true;
      return out;
    }
    const end = ends.find((e) => meetsEnd(k, here.p, heading, ds, e));
    if (end) {
      out.nodes.push(end.p);
      out.tangents.push(end.inward);
      return out;
    }
    let touch = touches.find((q) => passesBy(here, p, heading, onward, q));
    if (crossed && touch) sense = -sense;
    else if (crossed) {
      touch = touchBetween(k, here.p, heading, ds, sense, tol);
      // two branches that run along one another touch further on
      if (!touch || !passesBy(here, p, heading, onward, touch)) {
        ds /= 2;
        continue;
      }
      sense = -sense;
    } else if (!touch && before && here.sine < DIP && here.sine <= before.sine && here.sine <= there.sine)
      touch = touchPoint(k.f, k.g, here.p, 2 * ds, tol);
    out.nodes.push(p);
    out.tangents.push(onward);
    if (touch) {
      const found = touch;
      const same = touches.find((q) => distance(q, found) <= TOUCHES_APART * k.size);
      if (!same) touches.push(found);
      markTouch(out, same ?? found, k.size);
    }
    before = here;
    here = there;
    heading = onward;
    if (!inBox(box, p, 0)) return out;
    if (turn < TURN / 2) ds = Math.min(ds * 1.6, stride);
  }
  return out;
};

const reversed = (w: Walk): Walk => ({
  nodes: [...w.nodes].reverse(),
  tangents: w.tangents.map((t) => scale(t, -1)).reverse(),
  knots: w.knots.map((i) => w.nodes.length - 1 - i),
  closed: w.closed,
});

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
    ordinal,
  };
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
  const k: Pair = { f, g, size };
  const curves: Marched3[] = [];
  const found = [...touches];
  for (const seed of seedsOf(k, wide, tol)) {
    if (!inBox(wide, seed, 0)) continue;
    if (curves.some((c) => nearestOnMarched(c, seed).far < 1e-6 * size)) continue;
    const ends = curves.flatMap(endsOf);
    const ahead = walk(k, seed, 1, wide, size / 10, ends, found, tol);
    let whole = ahead;
    if (!ahead.closed) {
      const behind = reversed(walk(k, seed, -1, wide, size / 10, ends, found, tol));
      const n = behind.nodes.length - 1;
      whole = {
        nodes: [...behind.nodes, ...ahead.nodes.slice(1)],
        tangents: [...behind.tangents, ...ahead.tangents.slice(1)],
        knots: [...behind.knots, ...ahead.knots.map((i) => i + n)],
        closed: false,
      };
    }
    for (const part of partedAtTouches(whole)) {
      if (part.nodes.length < 2) continue;
      const curve = curveOf(k, part, curves.length);
      // over a touch a walk may go on along a branch that is known
      const middle = marchedPoint(curve, marchedSpan(curve) * 0.47);
      if (curves.some((c) => nearestOnMarched(c, middle).far < 1e-6 * size)) continue;
      curves.push(curve);
    }
  }
  return curves;
};
