import { TAU } from '../number/angle.ts';
import { normalAt, type Surface, signedDistance } from './surface.ts';
import { add, along, cross, distance, dot, length, scale, sub, type Vec3 } from './vec.ts';

/**
 * A curve of two surfaces without a closed form, known by nodes that lie on it (the last repeats the first where it is
 * closed). Between nodes a point is found on both surfaces by Newton's method, in the plane square to the chord, so that
 * every point is exact and only the parameter is a matter of choice: from 0 to 2 pi round a closed curve, to 3 along an open one.
 */
export type Marched3 = {
  readonly type: 'marched';
  readonly f: Surface;
  readonly g: Surface;
  readonly nodes: readonly Vec3[];
  /** unit directions of travel at the nodes */
  readonly tangents: readonly Vec3[];
  readonly closed: boolean;
  /** of its ends' parameters those where other branches end too */
  readonly knots: readonly number[];
  /** of these those where the surfaces touch */
  readonly touches: readonly number[];
  readonly ordinal: number;
};

export const OPEN_SPAN = 3;

/** The length of a marched curve's parameter: a full turn for a closed one. */
export const marchedSpan = (c: Pick<Marched3, 'closed'>): number => (c.closed ? TAU : OPEN_SPAN);

/** Solves n1.x = -r1, n2.x = -r2, n3.x = -r3; undefined where the three directions lie (nearly) in a plane. */
export const stepTo = (
  n1: Vec3,
  r1: number,
  n2: Vec3,
  r2: number,
  n3: Vec3,
  r3: number,
): Vec3 | undefined => {
  const c23 = cross(n2, n3);
  const det = dot(n1, c23);
  if (Math.abs(det) < 1e-10) return undefined;
  return scale(add(add(scale(c23, -r1), scale(cross(n3, n1), -r2)), scale(cross(n1, n2), -r3)), 1 / det);
};

type Place = { readonly i: number; readonly x: number; readonly step: number };

const placeOf = (c: Marched3, t: number): Place => {
  const n = c.nodes.length - 1;
  const step = marchedSpan(c) / n;
  const wrapped = c.closed ? ((t % TAU) + TAU) % TAU : t;
  const k = wrapped / step;
  const i = Math.max(0, Math.min(n - 1, Math.floor(k)));
  return { i, x: k - i, step };
};

/** Hermite's cubic between two nodes, x from 0 to 1. */
export const between = (a: Vec3, b: Vec3, ta: Vec3, tb: Vec3, size: number, x: number): Vec3 => {
  const y = 1 - x;
  const p = along(scale(a, y * y * (1 + 2 * x)), b, x * x * (3 - 2 * x));
  return along(along(p, ta, size * x * y * y), tb, -size * x * x * y);
};

/** Surfaces that meet at less than this sine are too nearly parallel for Newton's method. */
const PARALLEL = 1e-6;
/** What the interpolation between two nodes is off by at the most, as a share of their distance; a step that leads further off is none. */
const STRAY = 0.02;

/** Its derivative by x. */
const guessRate = (chord: Vec3, ta: Vec3, tb: Vec3, size: number, x: number): Vec3 => {
  const y = 1 - x;
  return along(along(scale(chord, 6 * x * y), ta, size * y * (y - 2 * x)), tb, size * x * (x - 2 * y));
};

/** True for the stretch next to a touch, where the surfaces are so nearly parallel that the interpolation is more accurate than they are. */
const besideTouch = (c: Marched3, i: number): boolean =>
  (i === 0 && c.touches.includes(0)) || (i === c.nodes.length - 2 && c.touches.includes(OPEN_SPAN));

export const marchedPoint = (c: Marched3, t: number): Vec3 => {
  const { i, x } = placeOf(c, t);
  const a = c.nodes[i] as Vec3;
  const b = c.nodes[i + 1] as Vec3;
  if (Math.abs(x) < 1e-13) return a;
  if (Math.abs(x - 1) < 1e-13) return b;
  const size = distance(a, b);
  const w = scale(sub(b, a), 1 / size);
  let p = between(a, b, c.tangents[i] as Vec3, c.tangents[i + 1] as Vec3, size, x);
  const level = dot(w, a) + x * size;
  if (besideTouch(c, i)) return p;
  const start = p;
  for (let round = 0; round < 5; round++) {
    const [nf, ng] = [normalAt(c.f, p), normalAt(c.g, p)];
    if (length(cross(nf, ng)) < PARALLEL) break;
    const move = stepTo(nf, signedDistance(c.f, p), ng, signedDistance(c.g, p), w, dot(w, p) - level);
    if (!move) break;
    const next = add(p, move);
    if (distance(next, start) > STRAY * size) return start;
    p = next;
    if (length(move) < 1e-13 * size) break;
  }
  return p;
};

/** Derivative by the parameter. */
export const marchedVelocity = (c: Marched3, t: number): Vec3 => {
  const { i, x, step } = placeOf(c, t);
  const a = c.nodes[i] as Vec3;
  const b = c.nodes[i + 1] as Vec3;
  const p = marchedPoint(c, t);
  const chord = sub(b, a);
  const size = length(chord);
  const w = scale(chord, 1 / size);
  const tau = cross(normalAt(c.f, p), normalAt(c.g, p));
  if (besideTouch(c, i) || length(tau) < PARALLEL)
    return scale(guessRate(chord, c.tangents[i] as Vec3, c.tangents[i + 1] as Vec3, size, x), 1 / step);
  return scale(tau, size / (dot(tau, w) * step));
};

/** How far a point is from the curve, and its parameter there. */
export const nearestOnMarched = (c: Marched3, p: Vec3): { t: number; far: number } => {
  let best = { t: 0, far: Number.POSITIVE_INFINITY };
  const n = c.nodes.length - 1;
  const step = marchedSpan(c) / n;
  for (let i = 0; i < n; i++) {
    const a = c.nodes[i] as Vec3;
    const b = c.nodes[i + 1] as Vec3;
    const size = distance(a, b);
    if (Math.min(distance(p, a), distance(p, b)) > size) continue;
    const x = Math.max(0, Math.min(1, dot(sub(p, a), sub(b, a)) / (size * size)));
    const t = (i + x) * step;
    const far = distance(p, marchedPoint(c, t));
    if (far < best.far) best = { t, far };
  }
  return best;
};
