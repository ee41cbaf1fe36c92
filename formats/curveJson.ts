import { type Curve2, conicFrom, lineThrough2, pointOn2 } from '../core/geometry/curve2.ts';
import { type Curve3, pointOn } from '../core/geometry/curve3.ts';
import { WHOLE_TURN } from '../core/geometry/nearness.ts';
import { archSpline, fitSpline } from '../core/geometry/spline2.ts';
import { add, length2, sub2, type Vec2, type Vec3 } from '../core/geometry/vec.ts';

/** A flat curve as the command line writes it (cli.md, "views --json"); angles in degrees, counter-clockwise. */
export type CurveJson =
  | { type: 'line'; from: Vec2; to: Vec2 }
  | { type: 'arc'; centre: Vec2; radius: number; from: number; to: number }
  | { type: 'ellipse'; centre: Vec2; major: Vec2; ratio: number; from: number; to: number }
  | { type: 'spline'; degree: number; knots: number[]; points: Vec2[]; weights?: number[] };

/** Negative zero reads badly and is not a different place. */
const clean = (x: number): number => (x === 0 ? 0 : x);

/**
 * Figures are written to a 1e-11th of the part's size. Two corners at one height come to it by other sums, and differ in the last bits of
 * a float; written like this they are the same figure, and lines are told apart and put in order by what is drawn, not by rounding.
 */
const decimalsFor = (size: number): number =>
  Math.min(20, Math.max(0, 11 - Math.ceil(Math.log10(Math.max(size, Number.MIN_VALUE)))));

/** A point as it is written, for a part of a size (its units). */
export const writtenPoint = (p: Vec2, size: number): Vec2 => {
  const n = decimalsFor(size);
  return [clean(Number(p[0].toFixed(n))), clean(Number(p[1].toFixed(n)))];
};

const degrees = (from: number, to: number): { from: number; to: number } => {
  const k = 180 / Math.PI;
  const sweep = to - from;
  if (sweep >= WHOLE_TURN) return { from: 0, to: 360 };
  let a = (from * k) % 360;
  if (a < 0) a += 360;
  return { from: clean(a), to: a + sweep * k };
};

/** Splines stay within this share of the part's size of the true curve. */
const SPLINE_SHARE = 2e-7;

export const curveJson = (k: Curve2, from: number, to: number, size: number): CurveJson => {
  const written = (p: Vec2): Vec2 => writtenPoint(p, size);
  if (k.type === 'line')
    return { type: 'line', from: written(pointOn2(k, from)), to: written(pointOn2(k, to)) };
  if (k.type === 'free') {
    const s = fitSpline(k.at, from, to, size * SPLINE_SHARE);
    return { type: 'spline', degree: s.degree, knots: s.knots, points: s.points.map(written) };
  }
  if (k.type === 'arch') return { type: 'spline', ...archSpline(k, from, to) };
  const centre = written(k.c);
  if (k.round) return { type: 'arc', centre, radius: length2(k.major), ...degrees(from, to) };
  return {
    type: 'ellipse',
    centre,
    major: written(k.major),
    ratio: length2(k.minor) / length2(k.major),
    ...degrees(from, to),
  };
};

/** A space curve of a flat face, in that face's own coordinates. */
export const flatCurveJson = (
  c: Curve3,
  from: number,
  to: number,
  flat: (p: Vec3) => Vec2,
  tol: number,
  size: number,
): CurveJson => {
  const written = (p: Vec2): Vec2 => writtenPoint(p, size);
  const [a, b] = [Math.min(from, to), Math.max(from, to)];
  if (c.type === 'line')
    return { type: 'line', from: written(flat(pointOn(c, from))), to: written(flat(pointOn(c, to))) };
  if (c.type === 'parabola' || c.type === 'hyperbola') {
    const base = c.type === 'parabola' ? c.p : c.c;
    const origin = flat(base);
    const arm = (v: Vec3): Vec2 => sub2(flat(add(base, v)), origin);
    return curveJson({ type: 'arch', form: c.type, c: origin, u: arm(c.u), v: arm(c.v) }, a, b, size);
  }
  if (c.type !== 'ellipse')
    return curveJson({ type: 'free', id: '', closed: false, at: (t) => flat(pointOn(c, t)) }, a, b, size);
  const centre = flat(c.c);
  const arm = (v: Vec3): Vec2 => {
    const p = flat([c.c[0] + v[0], c.c[1] + v[1], c.c[2] + v[2]]);
    return [p[0] - centre[0], p[1] - centre[1]];
  };
  const { conic, shift, sense } = conicFrom(centre, arm(c.u), arm(c.v), tol);
  const x = sense * (a - shift);
  const y = sense * (b - shift);
  if (length2(conic.minor) <= tol) {
    const line = lineThrough2(centre, [centre[0] + conic.major[0], centre[1] + conic.major[1]]);
    const r = length2(conic.major);
    const mid = line.d[0] * centre[0] + line.d[1] * centre[1];
    return {
      type: 'line',
      from: written(pointOn2(line, mid - r)),
      to: written(pointOn2(line, mid + r)),
    };
  }
  return curveJson(conic, Math.min(x, y), Math.max(x, y), size);
};
