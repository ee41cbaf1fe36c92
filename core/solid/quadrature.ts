import { type Curve3, pointOn, velocityOn } from '../geometry/curve3.ts';
import { marchedSpan } from '../geometry/marched.ts';
import { along, length, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';

/** Gauss-Legendre rules on [-1, 1]: abscissae and weights of the positive half, a middle point last where there is one. */
type Rule = { readonly nodes: readonly number[]; readonly weights: readonly number[] };

/** 16 points: beyond double precision for a quarter of an ellipse. */
const SIXTEEN: Rule = {
  nodes: [
    0.09501250983763744, 0.2816035507792589, 0.45801677765722737, 0.6178762444026438, 0.755404408355003,
    0.8656312023878318, 0.9445750230732326, 0.9894009349916499,
  ],
  weights: [
    0.1894506104550685, 0.18260341504492358, 0.16915651939500254, 0.14959598881657674, 0.12462897125553388,
    0.09515851168249279, 0.062253523938647894, 0.027152459411754096,
  ],
};
/** 5 points: enough between two nodes of a marched curve, which turns by a sixth of a radian there. */
const FIVE: Rule = {
  nodes: [0.5384693101056831, 0.906179845938664, 0],
  weights: [0.47862867049936647, 0.23692688505618908, 0.5688888888888889],
};

const pointsOf = ({ nodes, weights }: Rule): [number, number][] =>
  nodes.flatMap((x, i): [number, number][] =>
    x === 0 ? [[0, weights[i] as number]] : [1, -1].map((side) => [side * x, weights[i] as number]),
  );
const SIXTEEN_POINTS = pointsOf(SIXTEEN);
const FIVE_POINTS = pointsOf(FIVE);

/** Integrates f from a to b by one rule of 16 points on each of `panels` equal stretches. */
export const integrate = (f: (t: number) => number, a: number, b: number, panels: number): number => {
  const half = (b - a) / panels / 2;
  let sum = 0;
  for (let k = 0; k < panels; k++)
    for (const [x, w] of SIXTEEN_POINTS) sum += w * half * f(a + half * (2 * k + 1 + x));
  return sum;
};

/** A point of a curve with its velocity, weighted for an integral along the curve. */
export type Sample = { readonly p: Vec3; readonly v: Vec3; readonly w: number };

/** The longest stretch of a curve's parameter that one rule covers. */
const stretchOf = (curve: Curve3): number => {
  switch (curve.type) {
    case 'line':
      return Number.POSITIVE_INFINITY;
    case 'ellipse':
      return TAU / 4;
    default:
      return TAU / 8;
  }
};

/** Legendre's polynomial of degree n, by the recurrence. */
const legendre = (n: number, x: number): number => {
  let [before, now] = [1, x];
  for (let k = 1; k < n; k++) [before, now] = [now, ((2 * k + 1) * x * now - k * before) / (k + 1)];
  return now;
};
/** The weights of a rule's points that give one coefficient of an expansion in Legendre's polynomials. */
const coefficientOf = (n: number, points: readonly (readonly [number, number])[]): number[] =>
  points.map(([x, w]) => ((2 * n + 1) / 2) * w * legendre(n, x));
/**
 * The last coefficients that a rule can tell, and the share of the greatest speed below which all is said: 5 points integrate ten terms
 * exactly, of which the fifth shows how the others fall off.
 */
const SIXTEEN_TAIL = { rows: [14, 15].map((n) => coefficientOf(n, SIXTEEN_POINTS)), share: 1e-10 };
const FIVE_TAIL = { rows: [4].map((n) => coefficientOf(n, FIVE_POINTS)), share: 1e-4 };
/** Halving further than this gains nothing in double precision. */
const MOST_HALVINGS = 12;
/** A bend leaves a few stretches open at each halving; where this many are, the points themselves are known no better. */
const MOST_OPEN = 32;

const isResolved = (samples: readonly Sample[], { rows, share }: typeof FIVE_TAIL): boolean => {
  const most = share * samples.reduce((top, { v }) => Math.max(top, length(v)), 0);
  return rows.every(
    (row) =>
      length(samples.reduce<Vec3>((sum, { v }, i) => along(sum, v, row[i] as number), [0, 0, 0])) <= most,
  );
};

const sampled = (curve: Curve3, a: number, b: number, points: readonly (readonly [number, number])[]) => {
  const half = (b - a) / 2;
  return points.map(([x, w]): Sample => {
    const t = a + half * (1 + x);
    return { p: pointOn(curve, t), v: velocityOn(curve, t), w: w * half };
  });
};

/**
 * Samples by 16 points on a stretch that is halved until the speed is resolved: where two surfaces nearly touch, the curve in which they
 * meet bends within a small part of its parameter.
 */
const resolvedSamples = (curve: Curve3, from: number, to: number): Sample[] => {
  const out: Sample[] = [];
  let open: [number, number][] = [[from, to]];
  for (let halvings = 0; open.length; halvings++) {
    const enough = halvings >= MOST_HALVINGS || open.length > MOST_OPEN;
    const next: [number, number][] = [];
    for (const [a, b] of open) {
      const samples = sampled(curve, a, b, SIXTEEN_POINTS);
      if (enough || isResolved(samples, SIXTEEN_TAIL)) out.push(...samples);
      else next.push([a, (a + b) / 2], [(a + b) / 2, b]);
    }
    open = next;
  }
  return out;
};

const panelsOf = (curve: Curve3, from: number, to: number): [number, number][] => {
  if (curve.type !== 'marched') {
    const n = Math.max(1, Math.ceil(Math.abs(to - from) / stretchOf(curve)));
    return Array.from({ length: n }, (_, i) => [
      from + ((to - from) * i) / n,
      from + ((to - from) * (i + 1)) / n,
    ]);
  }
  // the speed of a marched curve jumps at its nodes
  const step = marchedSpan(curve) / (curve.nodes.length - 1);
  const [lo, hi] = [Math.min(from, to), Math.max(from, to)];
  const cuts = [lo];
  for (let i = Math.ceil(lo / step + 1e-9); i * step < hi - 1e-12; i++) cuts.push(i * step);
  cuts.push(hi);
  const panels = cuts.slice(1).map((b, i): [number, number] => [cuts[i] as number, b]);
  return from <= to ? panels : panels.map(([a, b]): [number, number] => [b, a]).reverse();
};

/**
 * The rule's points along a stretch of a curve (run backwards where `from` is the greater), once for all integrals along it.
 * @param plain what is integrated is a polynomial of degree 9 at most, as along a line over flat faces
 */
export const samplesOf = (curve: Curve3, from: number, to: number, plain = false): Sample[] => {
  return panelsOf(curve, from, to).flatMap(([a, b]) => {
    if (plain) return sampled(curve, a, b, FIVE_POINTS);
    if (curve.type === 'line' || curve.type === 'ellipse') return sampled(curve, a, b, SIXTEEN_POINTS);
    if (curve.type !== 'marched') return resolvedSamples(curve, a, b);
    const few = sampled(curve, a, b, FIVE_POINTS);
    return isResolved(few, FIVE_TAIL) ? few : resolvedSamples(curve, a, b);
  });
};
