import { between } from './marched.ts';
import { advance, type Pair, parallelNear, type Site, siteAt } from './meetingSite.ts';
import { normalAt } from './surface.ts';
import { touchPoint } from './touchPoint.ts';
import { add, along, cross, distance, dot, length, scale, sub, unit, type Vec3 } from './vec.ts';

/**
 * Places where the surfaces touch, on the way along a curve. Two or four branches meet there, and all of them end: the nearer to a touch,
 * the less the surfaces themselves can tell one branch from another.
 */

/** A curve on the way: its nodes, the directions of travel there, and which nodes are touches. */
export type Walk = { nodes: Vec3[]; tangents: Vec3[]; knots: number[]; closed: boolean };

/** One walk, and another from where it ends. */
export const joinedWalks = (a: Walk, b: Walk): Walk => {
  const n = a.nodes.length - 1;
  return {
    nodes: [...a.nodes, ...b.nodes.slice(1)],
    tangents: [...a.tangents, ...b.tangents.slice(1)],
    knots: [...a.knots, ...b.knots.map((i) => i + n)],
    closed: false,
  };
};

/** The same walk run the other way. */
export const reversed = (w: Walk): Walk => ({
  nodes: [...w.nodes].reverse(),
  tangents: w.tangents.map((t) => scale(t, -1)).reverse(),
  knots: w.knots.map((i) => w.nodes.length - 1 - i),
  closed: w.closed,
});

/**
 * Where the surfaces touch between two points of the curve: their crossed normals change sides there. Undefined where they do not touch:
 * two branches pass one another at a distance, and the step was so long that it fell on the other.
 */
export const touchBetween = (
  k: Pair,
  from: Vec3,
  heading: Vec3,
  ds: number,
  sense: number,
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
  // its differences tell a saddle's place to the square of their step only
  if (saddle)
    return Math.abs(saddle.height) <= k.tol
      ? (touchPoint(k.f, k.g, saddle.p, ds, k.tol) ?? saddle.p)
      : undefined;
  // no saddle: the surfaces touch to a higher order, where two branches run along one another
  return touchPoint(k.f, k.g, p, ds, k.tol);
};

/** Beside a touch the surfaces are so nearly parallel (a sine) that it is worth looking for. */
export const DIP = 0.1;

/** Touches nearer to one another than this share of the size are one: of higher order they are known no better. */
export const TOUCHES_APART = 1e-4;
/** A curve that comes so near a touch, as a share of the step, runs through it. */
const THROUGH = 0.02;

/** Whether a step from here to p, with its direction there, runs through a place where the surfaces touch. */
export const passesBy = (here: Site, p: Vec3, heading: Vec3, onward: Vec3, q: Vec3): boolean => {
  const chord = sub(p, here.p);
  const size = length(chord);
  const x = dot(sub(q, here.p), chord) / (size * size);
  return x > 0 && x <= 1 && distance(between(here.p, p, heading, onward, size, x), q) <= THROUGH * size;
};

/** True where q lies within the next step, no further aside than that share of the way. */
const isAhead = (k: Pair, here: Site, heading: Vec3, ds: number, q: Vec3, most: number): boolean => {
  const way = sub(q, here.p);
  const ahead = dot(way, heading);
  return ahead > NODES_APART * k.size && ahead <= ds && length(along(way, heading, -ahead)) <= most * ahead;
};

/** A touch within the next step, where the surfaces are nearly parallel already: from here on all branches run into it. */
export const touchAhead = (k: Pair, here: Site, heading: Vec3, ds: number): Vec3 | undefined =>
  here.sine < DIP ? k.touches.find((q) => isAhead(k, here, heading, ds, q, ASIDE)) : undefined;

/** A pole that the curve runs straight into. */
export const poleAhead = (k: Pair, here: Site, heading: Vec3, ds: number): Vec3 | undefined =>
  k.poles.find((q) => isAhead(k, here, heading, ds, q, THROUGH));

/** How far aside of its heading, as a share of the way, a curve may bend into a touch. */
const ASIDE = 0.1;

/** Surfaces that are parallel to within this sine are so near a touch that the curve runs straight into it. */
export const NEAR_TOUCH = 1e-3;

/** The first place behind a touch from which a curve can be followed on, with the sense of its direction. */
export const beyondTouch = (
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
export const markTouch = (w: Walk, q: Vec3, size: number): void => {
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
export const partedAtTouches = (w: Walk): Walk[] => {
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
  const joined = joinedWalks({ ...tail, knots: [] }, { ...head, knots: [] });
  const round = { ...joined, knots: [0, joined.nodes.length - 1] };
  return [...inner, ...(round.nodes.length > 1 ? [round] : [])];
};

/** The direction in which a curve runs into a touch, from a neighbour's: the chord bisects the two, as it does on a circle. */
const directionAt = (touch: Vec3, p: Vec3, tangent: Vec3): Vec3 => {
  const chord = unit(sub(touch, p));
  return unit(along(scale(tangent, -1), chord, 2 * dot(tangent, chord)));
};

/**
 * A stretch with more nodes beside the touches it ends at, each half as far off as the one before, until the surfaces are so nearly
 * parallel that the curve is best described by its nodes.
 */
export const refinedBesideTouches = (k: Pair, w: Walk): Walk => {
  const end = w.nodes.length - 1;
  const touches = (i: number): boolean => w.knots.includes(i) && !k.poles.includes(w.nodes[i] as Vec3);
  const tail = touches(end) ? refinedEnd(k, w) : w;
  if (!touches(0)) return tail;
  const head = refinedEnd(k, reversed({ ...tail, knots: [tail.nodes.length - 1] }));
  const last = head.nodes.length - 1;
  return { ...reversed(head), knots: w.knots.includes(end) ? [0, last] : [0] };
};

const MOST_REFINED = 24;

/** The same for its last node, a touch. */
const refinedEnd = (k: Pair, w: Walk): Walk => {
  const nodes = w.nodes.slice(0, -1);
  const tangents = w.tangents.slice(0, -1);
  const touch = w.nodes.at(-1) as Vec3;
  for (let i = 0; i < MOST_REFINED; i++) {
    const [p, t] = [nodes.at(-1) as Vec3, tangents.at(-1) as Vec3];
    const way = distance(touch, p);
    if (siteAt(k, p).sine <= NEAR_TOUCH || way <= NODES_APART * k.size) break;
    const guess = between(p, touch, t, directionAt(touch, p, t), way, 0.5);
    const chord = unit(sub(touch, p));
    const q = advance(k, along(guess, chord, -way / 8), chord, way / 8);
    if (!q || distance(q, guess) > THROUGH * way) break;
    const site = siteAt(k, q);
    nodes.push(q);
    tangents.push(dot(site.tau, t) > 0 ? site.tau : scale(site.tau, -1));
  }
  const direction = directionAt(touch, nodes.at(-1) as Vec3, tangents.at(-1) as Vec3);
  nodes.push(touch);
  tangents.push(direction);
  return { ...w, nodes, tangents, knots: [...w.knots.filter((i) => i === 0), nodes.length - 1] };
};
