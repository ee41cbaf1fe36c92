import { distance, dot, scale, sub, type Vec3 } from '../../core/geometry/vec.ts';
import { TAU, wrapAngle } from '../../core/number/angle.ts';
import type { EdgeOf } from '../../core/trimmed/trimmedSolid.ts';
import type { EntityReader, Placement } from './entityReader.ts';
import { refuseEntity } from './part21.ts';
import { splineDomain, splineOf, splinePoint } from './splineCurve.ts';
import { stepSays } from './stepWords.ts';

/** Ends nearer than this are one place, in the file's unit: what files commonly state as their precision. */
const SAME_PLACE = 1e-7;
/** Curves without a form of their own here are known by so many places along them. */
const PLACES = 17;

const stretch = (from: number, to: number, at: (t: number) => Vec3): Vec3[] =>
  Array.from({ length: PLACES }, (_, i) => at(from + ((to - from) * i) / (PLACES - 1)));

/** The parameter of a spline that is nearest to a place: the nearest of many, then narrowed. */
const nearestParameter = (at: (t: number) => Vec3, lo: number, hi: number, p: Vec3): number => {
  const n = 400;
  const far = (t: number): number => distance(at(t), p);
  let best = 0;
  for (let i = 1; i <= n; i++) if (far(lo + ((hi - lo) * i) / n) < far(lo + ((hi - lo) * best) / n)) best = i;
  let [a, b] = [lo + ((hi - lo) * Math.max(0, best - 1)) / n, lo + ((hi - lo) * Math.min(n, best + 1)) / n];
  for (let i = 0; i < 60; i++) {
    const [x, y] = [a + (b - a) * 0.382, a + (b - a) * 0.618];
    if (far(x) < far(y)) b = y;
    else a = x;
  }
  return (a + b) / 2;
};

const ellipse = (
  { o, x, y }: Placement,
  a: number,
  b: number,
  start: Vec3,
  end: Vec3,
  forward: boolean,
): EdgeOf => {
  const angle = (p: Vec3): number => {
    const q = sub(p, o);
    return Math.atan2(dot(q, y) / b, dot(q, x) / a);
  };
  const sense = forward ? 1 : -1;
  const from = wrapAngle(sense * angle(start));
  const round = distance(start, end) <= SAME_PLACE ? TAU : wrapAngle(sense * angle(end) - from) || TAU;
  // run backwards, the curve is the same with its second axis turned about
  return { kind: 'ellipse', c: o, u: scale(x, a), v: scale(y, b * sense), from, to: from + round };
};

/**
 * The edge that a file states by its curve and ends.
 * @param id the number of the curve's entity
 * @param forward the edge runs with the curve's own parameter
 * @throws Refusal naming the entity of a curve that is not read
 */
export const readCurve = (
  read: EntityReader,
  id: number,
  start: Vec3,
  end: Vec3,
  forward: boolean,
): EdgeOf => {
  const name = read.nameOf(id);
  const at = (n: number) => {
    const r = read.record(id, name);
    return r.items[n];
  };
  switch (name) {
    case 'SURFACE_CURVE':
    case 'SEAM_CURVE':
    case 'INTERSECTION_CURVE':
    case 'TRIMMED_CURVE':
      return readCurve(read, read.ref(id, at(1)), start, end, forward);
    case 'LINE':
      return distance(start, end) <= SAME_PLACE
        ? refuseEntity(id, stepSays('no-length'))
        : { kind: 'line', ends: [start, end] };
    case 'CIRCLE': {
      const r = read.number(id, at(2));
      if (!(r > 0)) return refuseEntity(id, stepSays('wrong'));
      return ellipse(read.placement(read.ref(id, at(1))), r, r, start, end, forward);
    }
    case 'ELLIPSE': {
      const [a, b] = [read.number(id, at(2)), read.number(id, at(3))];
      if (!(a > 0 && b > 0)) return refuseEntity(id, stepSays('wrong'));
      return ellipse(read.placement(read.ref(id, at(1))), a, b, start, end, forward);
    }
    case 'PARABOLA':
    case 'HYPERBOLA': {
      const { o, x, y } = read.placement(read.ref(id, at(1)));
      const a = read.number(id, at(2));
      const b = name === 'HYPERBOLA' ? read.number(id, at(3)) : a;
      const height = (p: Vec3): number => dot(sub(p, o), y);
      const along = (v: number): number =>
        name === 'HYPERBOLA' ? a * Math.hypot(1, v / b) : (v * v) / (4 * a);
      const point = (v: number): Vec3 =>
        [0, 1, 2].map((i) => o[i]! + x[i]! * along(v) + y[i]! * v) as unknown as Vec3;
      return { kind: 'meeting', through: stretch(height(start), height(end), point) };
    }
    default: {
      const spline = splineOf(read, id);
      if (!spline) return refuseEntity(id, stepSays('curve', { is: name }));
      const [lo, hi] = splineDomain(spline);
      const point = (t: number): Vec3 => splinePoint(spline, t);
      const closed = distance(start, end) <= SAME_PLACE;
      const ends = closed ? [lo, hi] : [start, end].map((p) => nearestParameter(point, lo, hi, p));
      const [from, to] = closed && !forward ? [hi, lo] : (ends as [number, number]);
      const through = stretch(from as number, to as number, point);
      return { kind: 'meeting', through: [start, ...through.slice(1, -1), end] };
    }
  }
};
