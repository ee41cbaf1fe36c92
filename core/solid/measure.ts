import { within } from '../geometry/curve3.ts';
import {
  type Cone,
  type Cylinder,
  isPartial,
  normalAt,
  type Plane,
  type Sphere,
  type Surface,
  type Torus,
} from '../geometry/surface.ts';
import {
  add,
  along,
  cross,
  distance,
  dot,
  perpendiculars,
  scale,
  sub,
  unit,
  type Vec3,
} from '../geometry/vec.ts';
import { crossings } from '../meeting/crossings.ts';
import { insideSolid, type Solid } from './body.ts';
import type { Edge } from './boundary.ts';
import { type Coedge, clearRadius } from './coedges.ts';
import { boxOfBody } from './extent.ts';
import { integrate, type Sample, samplesOf } from './quadrature.ts';

/** Volume, surface area and centre of mass of a body, and its exact box. Units: the part's, squared or cubed. */
export type Measures = {
  readonly volume: number;
  readonly area: number;
  readonly centreOfMass: Vec3;
  readonly box: { readonly min: Vec3; readonly max: Vec3 };
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

/**
 * A turned surface described by its meridian: at the parameter w the distance from the axis, the height over `o`, the outward normal in
 * (radial, axial), and the length per unit of w. Integrals over a face are taken from w0, where the meridian meets the axis or its seam.
 */
type Meridian = {
  readonly o: Vec3;
  readonly a: Vec3;
  readonly rho: (w: number) => number;
  readonly z: (w: number) => number;
  readonly normal: (w: number) => readonly [number, number];
  readonly rate: number;
  readonly at: (rho: number, z: number, up: boolean) => number;
  readonly base: (w: number) => number;
  readonly panels: number;
};

const coneMeridian = (s: Cone): Meridian => ({
  o: s.o,
  a: s.a,
  rho: (w) => w * s.sin,
  z: (w) => w * s.cos,
  normal: () => [s.cos, -s.sin],
  rate: 1,
  at: (_, z) => z / s.cos,
  base: () => 0,
  panels: 1,
});

const sphereMeridian = (s: Sphere, pole: Vec3): Meridian => ({
  o: s.o,
  a: pole,
  rho: (w) => s.r * Math.cos(w),
  z: (w) => s.r * Math.sin(w),
  normal: (w) => [Math.cos(w), Math.sin(w)],
  rate: s.r,
  at: (rho, z) => Math.atan2(z, rho),
  base: () => Math.PI / 2,
  panels: 1,
});

/** The angle round the tube, from its outer side; which of the seam's two values a point on it takes is left to rounding. */
const tubeAngle = (s: Torus, rho: number, z: number): number => Math.atan2(z, rho - s.R);

/** True where an edge runs along a torus' seam: all of it is nearer than a few tolerances, not only a place where it touches. */
const isAlongSeam = (samples: readonly Sample[], s: Torus, tol: number): boolean => {
  const near = (tol * 4) / s.r;
  return samples.every((x) => {
    const q = sub(x.p, s.o);
    const z = dot(q, s.a);
    const w = Math.abs(tubeAngle(s, distance(q, scale(s.a, z)), z));
    return isPartial(s) ? w < near : w > Math.PI - near;
  });
};

/**
 * A ring's tube has its seam on the inner side; a spindle's skin ends on the axis and is integrated from there on both sides of its equator.
 * @param onSeam the edge runs along the seam, so that the face says to which end of the meridian it belongs
 */
const torusMeridian = (s: Torus, onSeam: boolean): Meridian => {
  const tip = isPartial(s) ? Math.acos(-s.R / s.r) : undefined;
  return {
    o: s.o,
    a: s.a,
    rho: (w) => s.R + s.r * Math.cos(w),
    z: (w) => s.r * Math.sin(w),
    normal: (w) => [Math.cos(w), Math.sin(w)],
    rate: s.r,
    at: (rho, z, up) => {
      if (!onSeam) return tubeAngle(s, rho, z);
      if (tip === undefined) return up ? -Math.PI : Math.PI;
      return up ? 1e-300 : -1e-300;
    },
    base: (w) => (tip === undefined ? -Math.PI : w > 0 ? tip : -tip),
    panels: 2,
  };
};

/**
 * The share of a face on a turned surface, in coordinates (angle q about the axis, w along the meridian): by Green's theorem the sum of
 * -G dq, G the integral over the meridian from its base.
 */
const turnedShare = (
  samples: readonly Sample[],
  m: Meridian,
  coedge: Coedge,
  normal: (p: Vec3) => Vec3,
  origin: Vec3,
): Contribution => {
  const o = sub(m.o, origin);
  const oa = dot(o, m.a);
  let [area, volume] = [0, 0];
  let moment: Vec3 = [0, 0, 0];
  for (const x of samples) {
    const q = sub(x.p, m.o);
    const z = dot(q, m.a);
    const flat = along(q, m.a, -z);
    const rho = Math.hypot(...flat);
    if (rho === 0) continue;
    const e = scale(flat, 1 / rho);
    const round = cross(m.a, e);
    const k = (-coedge.side * x.w * dot(x.v, round)) / rho;
    if (k === 0) continue;
    // on a seam the face itself says to which end of the meridian its edge belongs
    const n = normal(x.p);
    const upward = dot(scale(cross(n, x.v), coedge.side), cross(n, round)) > 0;
    const w = m.at(rho, z, upward);
    const w0 = m.base(w);
    const oe = dot(o, e);
    const over = (h: (w: number, reach: number) => number): number =>
      integrate(
        (y) => {
          const [nr, nz] = m.normal(y);
          const far = m.rho(y);
          return h(y, (oe + far) * nr + (oa + m.z(y)) * nz) * far * m.rate;
        },
        w0,
        w,
        m.panels,
      );
    area += k * over(() => 1);
    volume += ((coedge.outward * k) / 3) * over((_, reach) => reach);
    const c = (coedge.outward * k) / 4;
    const first = over((_, reach) => reach);
    const radial = over((y, reach) => reach * m.rho(y));
    const axial = over((y, reach) => reach * m.z(y));
    moment = add(moment, scale(add(add(scale(o, first), scale(e, radial)), scale(m.a, axial)), c));
  }
  return { area, volume, moment };
};

/**
 * Where the far pole of a sphere is sought: directions spread evenly by the golden angle, about an axis without a meaning in a drawing. So
 * many that one is far from all edges, for near the pole their shares change fast.
 */
const POLES: readonly Vec3[] = Array.from({ length: 64 }, (_, i) => {
  const axis = unit([0.36, 0.48, 0.8]);
  const [e1, e2] = perpendiculars(axis);
  const z = 1 - (2 * (i + 0.5)) / 64;
  const q = i * Math.PI * (3 - Math.sqrt(5));
  const rho = Math.sqrt(1 - z * z);
  return along(along(scale(axis, z), e1, rho * Math.cos(q)), e2, rho * Math.sin(q));
});

type Ball = { readonly meridian: Meridian; readonly whole: Contribution };

/** A sphere's coordinates, with the far pole as far from all edges as may be; and the whole sphere's share where that pole is on the face. */
const ballOf = (s: Solid, id: number, surface: Sphere, samples: readonly Sample[], origin: Vec3): Ball => {
  const clearance = (pole: Vec3): number => {
    const far = along(surface.o, pole, -surface.r);
    return samples.reduce((least, x) => Math.min(least, distance(x.p, far)), Number.POSITIVE_INFINITY);
  };
  const pole = POLES.reduce((a, b) => (clearance(b) > clearance(a) ? b : a));
  const far = along(surface.o, pole, -surface.r);
  const step = clearRadius(s, far, [id]) / 10;
  const within = insideSolid(s, along(far, pole, step));
  const beyond = insideSolid(s, along(far, pole, -step));
  const outward = within === beyond ? 0 : within ? 1 : -1;
  const sphere = 4 * Math.PI * surface.r ** 2;
  const volume = (outward * sphere * surface.r) / 3;
  return {
    meridian: sphereMeridian(surface, pole),
    whole: {
      area: outward === 0 ? 0 : sphere,
      volume,
      moment: scale(sub(surface.o, origin), volume),
    },
  };
};

/** Samples along an edge, parted where it crosses a torus' seam: the tube's angle jumps there. */
const samplesAcrossSeam = (e: Edge, s: Torus, tol: number): Sample[] => {
  const cutter: Surface = { kind: 'plane', n: s.a, d: dot(s.a, s.o) };
  const knots = [e.from, ...within(e.curve, crossings(e.curve, cutter, tol), e.from, e.to), e.to];
  return knots.slice(1).flatMap((to, i) => samplesOf(e.curve, knots[i] as number, to));
};

/** Samples along an edge; over planes and along generators the integrands are of low degree, and a few will do. */
const samplesAlong = (e: Edge, s: Solid): Sample[] => {
  const plain =
    e.curve.type === 'line' &&
    e.coedges.every((x) => {
      const { kind } = s.surfaces[x.surface] as Surface;
      return kind === 'plane' || kind === 'cylinder';
    });
  return samplesOf(e.curve, e.from, e.to, plain);
};

/** The last share of each edge, with the origin it was worked out from: an edge that stays the same object keeps it. */
const shares = new WeakMap<Edge, { readonly origin: Vec3; readonly share: Contribution }>();

const edgeShare = (e: Edge, s: Solid, origin: Vec3, balls: ReadonlyMap<number, Ball>): Contribution => {
  const known = shares.get(e);
  if (known && distance(known.origin, origin) === 0) return known.share;
  const samples = samplesAlong(e, s);
  const sum: Contribution = { area: 0, volume: 0, moment: [0, 0, 0] };
  // where the poles of a ball lie hangs on its other edges
  let own = true;
  for (const coedge of e.coedges) {
    const shape = s.surfaces[coedge.surface] as Surface;
    if (shape.kind === 'sphere') own = false;
    const c = coedgeShare(e, samples, shape, coedge, s, origin, balls);
    sum.area += c.area;
    sum.volume += c.volume;
    sum.moment = add(sum.moment, c.moment);
  }
  if (own) shares.set(e, { origin, share: sum });
  return sum;
};

const coedgeShare = (
  e: Edge,
  samples: readonly Sample[],
  shape: Surface,
  coedge: Coedge,
  s: Solid,
  origin: Vec3,
  balls: ReadonlyMap<number, Ball>,
): Contribution => {
  const normal = (p: Vec3): Vec3 => normalAt(shape, p);
  switch (shape.kind) {
    case 'plane':
      return planeShare(samples, shape, coedge.outward, coedge.side, origin);
    case 'cylinder':
      return cylinderShare(samples, shape, coedge.outward, coedge.side, origin);
    case 'cone':
      return turnedShare(samples, coneMeridian(shape), coedge, normal, origin);
    case 'sphere':
      return turnedShare(samples, (balls.get(coedge.surface) as Ball).meridian, coedge, normal, origin);
    case 'torus': {
      const parted = samplesAcrossSeam(e, shape, s.tol.linear);
      const onSeam = isAlongSeam(parted, shape, s.tol.linear);
      return turnedShare(parted, torusMeridian(shape, onSeam), coedge, normal, origin);
    }
  }
};

/**
 * Measures a body from its edges alone (each coedge's share is a line integral along its edge).
 * @param edges all edges of the body, the smooth ones too
 */
export const measureSolid = (s: Solid, edges: readonly Edge[]): Measures => {
  const box = boxOfBody(s, edges);
  const origin: Vec3 = [(box[0] + box[3]) / 2, (box[1] + box[4]) / 2, (box[2] + box[5]) / 2];
  const sums: Contribution = { area: 0, volume: 0, moment: [0, 0, 0] };
  const take = (c: Contribution): void => {
    sums.area += c.area;
    sums.volume += c.volume;
    sums.moment = add(sums.moment, c.moment);
  };
  const balls = new Map<number, Ball>();
  s.surfaces.forEach((surface, id) => {
    if (surface.kind !== 'sphere') return;
    const own = edges.flatMap((e) => (e.coedges.some((x) => x.surface === id) ? samplesAlong(e, s) : []));
    const ball = ballOf(s, id, surface, own, origin);
    balls.set(id, ball);
    take(ball.whole);
  });
  for (const e of edges) take(edgeShare(e, s, origin, balls));
  return {
    area: sums.area,
    volume: sums.volume,
    centreOfMass: along(origin, sums.moment, 1 / sums.volume),
    box: { min: [box[0], box[1], box[2]], max: [box[3], box[4], box[5]] },
  };
};

/** The measures of several bodies together. */
export const measureTogether = (parts: readonly Measures[]): Measures => {
  const volume = parts.reduce((v, m) => v + m.volume, 0);
  const fold = (pick: (a: number, b: number) => number, key: 'min' | 'max'): Vec3 =>
    [0, 1, 2].map((i) =>
      parts.map((m) => m.box[key][i] as number).reduce((a, b) => pick(a, b)),
    ) as unknown as Vec3;
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
