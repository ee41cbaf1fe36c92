import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import {
  along,
  cross,
  cross2,
  distance2,
  dot,
  length,
  scale,
  sub,
  unit,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import { type Axis, directionAt, onAxis } from './featureAxis.ts';
import { endOfPiece, startOfPiece } from './lay.ts';
import type { Region, Rim } from './regions.ts';
import { type Opening, openingAt, slitRegion } from './slit.ts';

/** So many places of a rim are looked at. */
const LOOKS = 16;
/** What reaches less far from the axis, as a share of the face, only touches it. */
const ON_AXIS = 1e-9;

/** Opens one region where the half plane from the axis meets it; undefined where it does not. */
export const openingOf = (region: Region, axis: Axis, e: Vec3): Opening | undefined => {
  const { chart } = region;
  const { surface } = chart;
  if (surface.kind !== 'plane') {
    if (onAxis(axis, surface.o)) {
      const turn = chart.turnOf(along(along(surface.o, e, 1), surface.a, 1));
      if (turn === undefined) return undefined;
      if (region.isClosed) return openingAt(region, turn);
      return partedAt(region, turn);
    }
    if (surface.kind === 'cone' || length(cross(surface.a, axis.up)) > EDGE_ON) return undefined;
    // a cylinder beside the axis: the half plane meets it in a generator
    const q = sub(axis.through, surface.o);
    const flat = (v: Vec3): Vec2 => [dot(v, surface.e1), dot(v, surface.e2)];
    const [p, d] = [flat(q), flat(e)];
    const half = p[0] * d[0] + p[1] * d[1];
    const rest = half * half - (p[0] * p[0] + p[1] * p[1] - surface.r * surface.r);
    if (rest < 0) return undefined;
    const outward = chart.turnOf(along(surface.o, surface.e2, 1)) as number;
    for (const k of [Math.sqrt(rest), -Math.sqrt(rest)]) {
      const t = -half + k;
      if (t < 0) continue;
      const turn = Math.sign(outward) * Math.atan2(p[1] + t * d[1], p[0] + t * d[0]);
      const parted = partedAt(region, turn);
      if (parted) return parted;
    }
    return undefined;
  }
  const across = cross(axis.up, e);
  const line = cross(across, surface.n);
  if (length(line) <= EDGE_ON) return undefined;
  const rises = unit(dot(line, axis.up) < 0 ? scale(line, -1) : line);
  // a point of the axis' half plane that lies in the face's plane, found along the line that both have
  const rise = dot(surface.n, axis.up);
  const reach = dot(surface.n, e);
  const off = surface.d - dot(surface.n, axis.through);
  const foot: Vec3 =
    Math.abs(reach) > Math.abs(rise)
      ? along(axis.through, e, off / reach)
      : along(axis.through, axis.up, off / rise);
  const [a, b] = [chart.place(foot, 0), chart.place(along(foot, rises, 1), 0)];
  const d: Vec2 = [b[0] - a[0], b[1] - a[1]];
  const rims = region.loops.flat();
  const size = rims.reduce((m, r) => Math.max(m, distance2(chart.place(pointOn(r.curve, r.from), 0), a)), 1);
  const phase = (r: Rim, t: number): number => {
    const [x, y] = chart.place(pointOn(r.curve, t), 0);
    return -cross2(d, [x - a[0], y - a[1]]) / (8 * size);
  };
  // the half of the plane on the other side of the axis does not count: it is asked where the line runs through the face
  const met = rims.flatMap((r) => {
    const ts = Array.from({ length: LOOKS + 1 }, (_, i) => r.from + ((r.to - r.from) * i) / LOOKS);
    return ts.slice(1).flatMap((t, i) => {
      const [p, q] = [phase(r, ts[i] as number), phase(r, t)];
      return p > 0 === q > 0 ? [] : [dot(sub(pointOn(r.curve, t), axis.through), e)];
    });
  });
  if (met.reduce((sum, x) => sum + x, 0) <= size * ON_AXIS) return undefined;
  return {
    phase,
    height: (p) => {
      const [x, y] = chart.place(p, 0);
      return (x - a[0]) * d[0] + (y - a[1]) * d[1];
    },
    at: (h) => [a[0] + d[0] * h, a[1] + d[1] * h],
  };
};

/** A round region that is not closed, parted at a turn inside it. */
const partedAt = (region: Region, turn: number): Opening | undefined => {
  const turns = region.loops
    .flat()
    .flatMap((r) => [r.turnAt(r.from), r.turnAt((r.from + r.to) / 2), r.turnAt(r.to)]);
  const [low, high] = [Math.min(...turns), Math.max(...turns)];
  const own = [turn - TAU, turn, turn + TAU].find((x) => x > low + 1e-9 && x < high - 1e-9);
  if (own === undefined || region.isClosed) return undefined;
  return {
    phase: (r, t) => (r.turnAt(t) - own) / (4 * TAU),
    height: region.chart.height,
    at: (h) => region.chart.at(own, h),
  };
};

/** Generators looked at where a whole round has no opening of its own, one a degree, and how finely the shortest is then found. */
const DEGREES = 360;
const FINE = 60;

/** The opening of a round that is closed: its shortest generator; of equal ones the first from the front. */
export const shortestGenerator = (region: Region, axis: Axis): number => {
  const lengthAt = (degrees: number): number => {
    const o = openingOf(region, axis, directionAt(axis, degrees));
    if (!o) return Number.POSITIVE_INFINITY;
    return slitRegion(region, o)
      .flat()
      .reduce((sum, p) => sum + (p.opening === 'begin' ? distance2(startOfPiece(p), endOfPiece(p)) : 0), 0);
  };
  const all = Array.from({ length: DEGREES }, (_, i) => lengthAt(i));
  const least = Math.min(...all.filter((x) => x > 0));
  const slack = 1e-9 * Math.max(...all);
  const best = all.findIndex((x) => x > 0 && x <= least + slack);
  const [before, after] = [all.at(best - 1) as number, all[(best + 1) % DEGREES] as number];
  // among equal ones there is nothing to be found between
  if (Math.abs(after - least) <= slack || Math.abs(before - least) <= slack) return best;
  let [low, high] = [best - 1, best + 1];
  for (let i = 0; i < FINE; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (lengthAt(a) <= lengthAt(b)) high = b;
    else low = a;
  }
  const found = (low + high) / 2;
  const whole = Math.round(found * 1e6) / 1e6;
  return lengthAt(whole) <= lengthAt(found) + slack ? whole : found;
};
