import { TAU } from '../geometry/angle.ts';
import { type Box3, EMPTY_BOX } from '../geometry/box.ts';
import { type Curve3, pointOn, velocityOn } from '../geometry/curve3.ts';
import { add, along, cross, dot, perpendiculars, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { Solid } from './body.ts';
import type { Edge } from './boundary.ts';
import { type Cylinder, normalAt, type Plane, type Surface } from './surface.ts';

/** Volume, surface area and centre of mass of a body, and its exact box. Units: the part's, squared or cubed. */
export type Measures = {
  readonly volume: number;
  readonly area: number;
  readonly centreOfMass: Vec3;
  readonly box: { readonly min: Vec3; readonly max: Vec3 };
};

// Gauss-Legendre, 16 points on [-1, 1]: beyond double precision for an eighth of an ellipse
const NODES = [
  0.09501250983763744, 0.2816035507792589, 0.45801677765722737, 0.6178762444026438, 0.755404408355003,
  0.8656312023878318, 0.9445750230732326, 0.9894009349916499,
];
const WEIGHTS = [
  0.1894506104550685, 0.18260341504492358, 0.16915651939500254, 0.14959598881657674, 0.12462897125553388,
  0.09515851168249279, 0.062253523938647894, 0.027152459411754096,
];

/** Integrates f dt from a to b, in stretches short enough for the rule. */
export const integrate = (f: (t: number) => number, a: number, b: number, stretch: number): number => {
  const n = Math.max(1, Math.ceil(Math.abs(b - a) / stretch));
  let sum = 0;
  for (let k = 0; k < n; k++) {
    const half = (b - a) / n / 2;
    const middle = a + half * (2 * k + 1);
    for (let i = 0; i < 8; i++) {
      const x = (NODES[i] as number) * half;
      sum += (WEIGHTS[i] as number) * half * (f(middle + x) + f(middle - x));
    }
  }
  return sum;
};

/** The longest stretch of a curve's parameter that one rule covers. */
export const stretchOf = (curve: Curve3): number =>
  curve.type === 'line' ? Number.POSITIVE_INFINITY : curve.type === 'ellipse' ? TAU / 8 : TAU / 32;

/** A point of an edge with its velocity, weighted for the integral along the edge. */
type Sample = { readonly p: Vec3; readonly v: Vec3; readonly w: number };

/** The rule's points along a stretch of a curve, once for all the integrals along it. */
const samplesOf = (curve: Curve3, from: number, to: number): Sample[] => {
  const n = Math.max(1, Math.ceil(Math.abs(to - from) / stretchOf(curve)));
  const half = (to - from) / n / 2;
  const out: Sample[] = [];
  for (let k = 0; k < n; k++)
    for (let i = 0; i < 8; i++)
      for (const side of [1, -1]) {
        const t = from + half * (2 * k + 1) + side * (NODES[i] as number) * half;
        out.push({ p: pointOn(curve, t), v: velocityOn(curve, t), w: (WEIGHTS[i] as number) * half });
      }
  return out;
};

type Contribution = { area: number; volume: number; moment: Vec3 };

/**
 * A planar face's share, by Green's theorem along its edges: with (a, b) in its plane, area = sum of a db. Volume = 1/3 sum
 * (x.N) dA and moment = 1/4 sum x (x.N) dA by the divergence theorem; x is measured from `origin`.
 */
const planeShare = (
  samples: readonly Sample[],
  s: Plane,
  outward: number,
  side: number,
  origin: Vec3,
): Contribution => {
  const N = scale(s.n, outward);
  const [u, v] = perpendiculars(N);
  const height = dot(N, sub(scale(s.n, s.d), origin));
  let [area, ma, mb] = [0, 0, 0];
  for (const x of samples) {
    const q = sub(x.p, origin);
    const a = dot(q, u);
    const k = outward * side * x.w * dot(x.v, v);
    area += a * k;
    ma += ((a * a) / 2) * k;
    mb += a * dot(q, v) * k;
  }
  const first = add(scale(N, height * area), add(scale(u, ma), scale(v, mb)));
  return { area, volume: (height * area) / 3, moment: scale(first, height / 4) };
};

/** A cylindrical face's share: coordinates (angle q, height z), forms -Z dq with dZ/dz the integrand. */
const cylinderShare = (
  samples: readonly Sample[],
  s: Cylinder,
  outward: number,
  side: number,
  origin: Vec3,
): Contribution => {
  const o = sub(s.o, origin);
  let [area, volume] = [0, 0];
  const moment: [number, number, number] = [0, 0, 0];
  for (const x of samples) {
    const n = normalAt(s, x.p);
    // r dq: the advance round the cylinder
    const k = -side * x.w * dot(x.v, cross(s.a, n));
    const z = dot(sub(x.p, s.o), s.a);
    const reach = s.r + dot(o, n);
    area += z * k;
    volume += (outward * reach * z * k) / 3;
    for (const i of [0, 1, 2] as const)
      moment[i] += (outward / 4) * reach * ((o[i] + s.r * n[i]) * z + (s.a[i] * z * z) / 2) * k;
  }
  return { area, volume, moment };
};

/** Extreme values of a smooth function inside a stretch: sampled, then narrowed by golden sections. */
const innerExtremes = (f: (t: number) => number, from: number, to: number): number[] => {
  const n = 48;
  const step = (to - from) / n;
  const values = Array.from({ length: n + 1 }, (_, i) => f(from + i * step));
  return [1, -1].flatMap((sign) => {
    let best = 0;
    values.forEach((v, i) => {
      if (sign * v > sign * (values[best] as number)) best = i;
    });
    if (best === 0 || best === n) return [];
    let [a, b] = [from + (best - 1) * step, from + (best + 1) * step];
    for (let i = 0; i < 36; i++) {
      const p = a + (b - a) * 0.382;
      const q = a + (b - a) * 0.618;
      if (sign * f(p) > sign * f(q)) b = q;
      else a = p;
    }
    return [f((a + b) / 2)];
  });
};

/** The least and greatest coordinates of an edge. */
export const edgeExtent = (e: Edge, along: Vec3): [number, number] => {
  const value = (t: number): number => dot(along, pointOn(e.curve, t));
  const ends = [value(e.from), value(e.to)];
  if (e.curve.type === 'ellipse') {
    const t0 = Math.atan2(dot(along, e.curve.v), dot(along, e.curve.u));
    for (let t = t0 - 8 * Math.PI; t < e.to; t += Math.PI) if (t > e.from) ends.push(value(t));
  } else if (e.curve.type === 'piercing') {
    ends.push(...innerExtremes(value, e.from, e.to));
  }
  return [Math.min(...ends), Math.max(...ends)];
};

export const boxOfEdges = (edges: readonly Edge[]): Box3 => {
  const b = [...EMPTY_BOX] as [number, number, number, number, number, number];
  const axes: Vec3[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  for (const e of edges)
    axes.forEach((axis, i) => {
      const [lo, hi] = edgeExtent(e, axis);
      if (lo < (b[i] as number)) b[i] = lo;
      if (hi > (b[i + 3] as number)) b[i + 3] = hi;
    });
  return b;
};

/**
 * Measures a body from its edges alone (each sheet's share is a line integral along its edge).
 * @param edges all edges of the body, the smooth ones too
 */
export const measureSolid = (s: Solid, edges: readonly Edge[]): Measures => {
  const box = boxOfEdges(edges);
  const origin: Vec3 = [(box[0] + box[3]) / 2, (box[1] + box[4]) / 2, (box[2] + box[5]) / 2];
  let area = 0;
  let volume = 0;
  let moment: Vec3 = [0, 0, 0];
  for (const e of edges) {
    const samples = samplesOf(e.curve, e.from, e.to);
    for (const { surface, side, outward } of e.sheets) {
      const shape = s.surfaces[surface] as Surface;
      const share =
        shape.kind === 'plane'
          ? planeShare(samples, shape, outward, side, origin)
          : cylinderShare(samples, shape, outward, side, origin);
      area += share.area;
      volume += share.volume;
      moment = add(moment, share.moment);
    }
  }
  return {
    area,
    volume,
    centreOfMass: along(origin, moment, 1 / volume),
    box: { min: [box[0], box[1], box[2]], max: [box[3], box[4], box[5]] },
  };
};

/** The measures of several bodies together. */
export const measureTogether = (parts: readonly Measures[]): Measures => {
  const volume = parts.reduce((v, m) => v + m.volume, 0);
  const fold = (pick: (a: number, b: number) => number, key: 'min' | 'max'): Vec3 =>
    [0, 1, 2].map((i) => parts.map((m) => m.box[key][i] as number).reduce(pick)) as unknown as Vec3;
  return {
    volume,
    area: parts.reduce((v, m) => v + m.area, 0),
    centreOfMass: scale(
      parts.reduce<Vec3>((c, m) => along(c, m.centreOfMass, m.volume), [0, 0, 0]),
      1 / volume,
    ),
    box: { min: fold(Math.min, 'min'), max: fold(Math.max, 'max') },
  };
};
