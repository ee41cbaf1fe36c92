import { TAU } from '../geometry/angle.ts';
import { type Box3, EMPTY_BOX } from '../geometry/box.ts';
import { type Curve3, pointOn, velocityOn } from '../geometry/curve3.ts';
import { add, along, cross, dot, perpendiculars, scale, sub, type Vec3 } from '../geometry/vec.ts';
import type { Solid } from './body.ts';
import type { Edge } from './boundary.ts';
import { normalAt, type Surface } from './surface.ts';

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
  curve.type === 'line' ? Number.POSITIVE_INFINITY : curve.type === 'ellipse' ? TAU / 8 : TAU / 48;

type Contribution = { area: number; volume: number; moment: Vec3 };

/**
 * A planar face's share, by Green's theorem along its edges: with (a, b) in its plane, area = sum of half (a db - b da).
 * Volume = 1/3 sum (x.N) dA and moment = 1/4 sum x (x.N) dA by the divergence theorem; x is measured from `origin`.
 */
const planeShare = (
  e: Edge,
  s: Surface & { kind: 'plane' },
  outward: number,
  side: number,
  origin: Vec3,
): Contribution => {
  const N = scale(s.n, outward);
  const [u, v] = perpendiculars(N);
  const height = dot(N, sub(scale(s.n, s.d), origin));
  const foot = scale(N, height);
  const run = outward * side;
  const form =
    (g: (a: number, b: number) => number) =>
    (t: number): number => {
      const q = sub(pointOn(e.curve, t), origin);
      return g(dot(q, u), dot(q, v)) * dot(velocityOn(e.curve, t), v);
    };
  const sum = (g: (a: number, b: number) => number): number =>
    run * integrate(form(g), e.from, e.to, stretchOf(e.curve));
  const area = sum((a) => a);
  const ma = sum((a) => (a * a) / 2);
  const mb = sum((a, b) => a * b);
  const first = add(scale(foot, area), add(scale(u, ma), scale(v, mb)));
  return { area, volume: (height * area) / 3, moment: scale(first, height / 4) };
};

/** A cylindrical face's share: coordinates (angle q, height z), forms -Z dq with dZ/dz the integrand. */
const cylinderShare = (
  e: Edge,
  s: Surface & { kind: 'cylinder' },
  outward: number,
  side: number,
  origin: Vec3,
): Contribution => {
  if (e.curve.type === 'line') return { area: 0, volume: 0, moment: [0, 0, 0] };
  const o = sub(s.o, origin);
  const form =
    (g: (n: Vec3, z: number) => number) =>
    (t: number): number => {
      const p = pointOn(e.curve, t);
      const n = normalAt(s, p);
      const dq = dot(velocityOn(e.curve, t), cross(s.a, n)) / s.r;
      return -g(n, dot(sub(p, s.o), s.a)) * s.r * dq;
    };
  const sum = (g: (n: Vec3, z: number) => number): number =>
    side * integrate(form(g), e.from, e.to, stretchOf(e.curve));
  const reach = (n: Vec3): number => s.r + dot(o, n);
  const axis = (i: 0 | 1 | 2): number =>
    sum((n, z) => reach(n) * ((o[i] + s.r * n[i]) * z + (s.a[i] * z * z) / 2));
  return {
    area: sum((_, z) => z),
    volume: (outward * sum((n, z) => reach(n) * z)) / 3,
    moment: scale([axis(0), axis(1), axis(2)], outward / 4),
  };
};

/** The least and greatest coordinates of an edge. */
export const edgeExtent = (e: Edge, along: Vec3): [number, number] => {
  const value = (t: number): number => dot(along, pointOn(e.curve, t));
  const ends = [value(e.from), value(e.to)];
  if (e.curve.type === 'ellipse') {
    const t0 = Math.atan2(dot(along, e.curve.v), dot(along, e.curve.u));
    for (let t = t0 - 8 * Math.PI; t < e.to; t += Math.PI) if (t > e.from) ends.push(value(t));
  } else if (e.curve.type === 'piercing') {
    for (let i = 1; i < 720; i++) ends.push(value(e.from + ((e.to - e.from) * i) / 720));
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
  for (const e of edges)
    for (const { surface, side, outward } of e.sheets) {
      const shape = s.surfaces[surface] as Surface;
      const share =
        shape.kind === 'plane'
          ? planeShare(e, shape, outward, side, origin)
          : cylinderShare(e, shape, outward, side, origin);
      area += share.area;
      volume += share.volume;
      moment = add(moment, share.moment);
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
