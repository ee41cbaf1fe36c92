import { TAU } from '../geometry/angle.ts';
import { type Conic2, type Curve2, conicFrom, lineThrough2, parameterOn2 } from '../geometry/curve2.ts';
import { type Curve3, type Ellipse3, type Piercing3, pointOn } from '../geometry/curve3.ts';
import { cross, distance2, dot, length, length2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from './frames.ts';

export const flatten = (f: ViewFrame, p: Vec3): Vec2 => [dot(p, f.u), dot(p, f.v)];

/**
 * A stretch of a space curve seen in a view: the flat curve it falls on, the stretch of that curve's parameter it covers
 * (once), and the way back to the point in space.
 */
export type Shadow = {
  readonly curve: Curve2;
  readonly lo: number;
  readonly hi: number;
  readonly spaceAt: (s: number) => Vec3;
};

/** Flat curves that are worth keeping must be longer than this many tolerances. */
const LEAST = 4;

/**
 * Sees the stretch [from, to] of a space curve in a view. Lines, circles and ellipses are recognised here and stay whole:
 * an ellipse projects to a conic, a plane curve seen edge-on to a line, a curve on a cylinder seen end-on to its arc.
 * @returns shadows, none where the curve is seen as a point; several where it doubles back on itself
 */
export const shadowsOf = (
  curve: Curve3,
  from: number,
  to: number,
  f: ViewFrame,
  tol: number,
  id: string,
): Shadow[] => {
  if (curve.type === 'line') {
    const a = flatten(f, pointOn(curve, from));
    const b = flatten(f, pointOn(curve, to));
    const size = distance2(a, b);
    if (size <= tol * LEAST) return [];
    const line = lineThrough2(a, b);
    return [ordered(line, parameterOn2(line, a), parameterOn2(line, b), from, to, curve)];
  }
  return curve.type === 'ellipse'
    ? ellipseShadows(curve, from, to, f, tol)
    : piercingShadows(curve, from, to, f, tol, id);
};

/** A shadow whose parameter is linear in the space curve's: a at `from`, b at `to`. */
const ordered = (flat: Curve2, a: number, b: number, from: number, to: number, curve: Curve3): Shadow => {
  const rate = (to - from) / (b - a);
  const spaceAt = (s: number): Vec3 => pointOn(curve, from + (s - a) * rate);
  return a < b ? { curve: flat, lo: a, hi: b, spaceAt } : { curve: flat, lo: b, hi: a, spaceAt };
};

const ellipseShadows = (curve: Ellipse3, from: number, to: number, f: ViewFrame, tol: number): Shadow[] => {
  const c = flatten(f, curve.c);
  const u: Vec2 = [dot(curve.u, f.u), dot(curve.u, f.v)];
  const v: Vec2 = [dot(curve.v, f.u), dot(curve.v, f.v)];
  const w = cross(curve.u, curve.v);
  if (Math.abs(dot(w, f.toward)) > 1e-9 * length(w)) {
    const { conic, shift, sense } = conicFrom(c, u, v, tol);
    return [ordered(conic, sense * (from - shift), sense * (to - shift), from, to, curve)];
  }
  // seen edge-on: a line, run over once between each pair of turning points
  const reach = Math.hypot(length2(u), length2(v));
  if (reach <= tol * LEAST) return [];
  const dir: Vec2 = length2(u) > length2(v) ? u : v;
  const line = lineThrough2(c, [c[0] + dir[0], c[1] + dir[1]]);
  const swing = (x: Vec2): number => x[0] * line.d[0] + x[1] * line.d[1];
  const turn = Math.atan2(swing(v), swing(u));
  const amplitude = Math.hypot(swing(u), swing(v));
  const centre = parameterOn2(line, c);
  return betweenTurns(from, to, turn, (a, b) => {
    // on this stretch t - turn runs through half a turn, where the cosine is monotone
    const k = Math.floor(((a + b) / 2 - turn) / Math.PI);
    const sign = k % 2 === 0 ? 1 : -1;
    const spaceAt = (s: number): Vec3 => {
      const x = Math.acos(Math.max(-1, Math.min(1, (sign * (s - centre)) / amplitude)));
      return pointOn(curve, turn + k * Math.PI + x);
    };
    const sa = centre + amplitude * Math.cos(a - turn);
    const sb = centre + amplitude * Math.cos(b - turn);
    return Math.abs(sa - sb) <= tol * LEAST
      ? []
      : [{ curve: line, lo: Math.min(sa, sb), hi: Math.max(sa, sb), spaceAt }];
  });
};

/** Parts [from, to] at turn + k pi. */
const betweenTurns = (
  from: number,
  to: number,
  turn: number,
  make: (a: number, b: number) => Shadow[],
): Shadow[] => {
  const cuts = [from];
  for (let t = turn + Math.PI * Math.ceil((from - turn) / Math.PI + 1e-9); t < to - 1e-9; t += Math.PI)
    cuts.push(t);
  cuts.push(to);
  return cuts.slice(1).flatMap((b, i) => make(cuts[i] as number, b));
};

const piercingShadows = (
  curve: Piercing3,
  from: number,
  to: number,
  f: ViewFrame,
  tol: number,
  id: string,
): Shadow[] => {
  const endOn = (a: Vec3): boolean => length(cross(a, f.toward)) < 1e-9;
  const round = (o: Vec3, r: number): Conic2 => ({
    type: 'conic',
    c: flatten(f, o),
    major: [r, 0],
    minor: [0, r],
    round: true,
  });
  const { loop, pierced } = curve;
  // turning points of the angle run on the cylinder that is seen end-on
  if (endOn(curve.a))
    return onCircle(curve, from, to, f, round(curve.o, curve.r), loop ? [0, Math.PI] : [], tol);
  if (endOn(pierced.a)) {
    const turns = [pierced.phase, pierced.phase + Math.PI].flatMap((q) => {
      if (!loop) return [q];
      const x = (loop.middle - q) / loop.half;
      const wrapped = ((((x * loop.half + Math.PI) % TAU) + TAU) % TAU) - Math.PI;
      const y = wrapped / loop.half;
      return Math.abs(y) < 1 ? [Math.acos(y), -Math.acos(y)] : [];
    });
    return onCircle(curve, from, to, f, round(pierced.o, curve.R), turns, tol);
  }
  return [
    {
      curve: { type: 'free', id, at: (t) => flatten(f, pointOn(curve, t)) },
      lo: from,
      hi: to,
      spaceAt: (t) => pointOn(curve, t),
    },
  ];
};

const onCircle = (
  curve: Piercing3,
  from: number,
  to: number,
  f: ViewFrame,
  circle: Conic2,
  turns: number[],
  tol: number,
): Shadow[] => {
  const cuts = [from, to];
  for (const t of turns)
    for (let x = t + TAU * Math.ceil((from - t) / TAU); x < to; x += TAU)
      if (x > from + 1e-9 && x < to - 1e-9) cuts.push(x);
  cuts.sort((a, b) => a - b);
  const angleAt = (t: number): number => parameterOn2(circle, flatten(f, pointOn(curve, t)));
  return cuts.slice(1).flatMap((b, i) => {
    const a = cuts[i] as number;
    const n = 48;
    const angles = [angleAt(a)];
    for (let k = 1; k <= n; k++) {
      let next = angleAt(a + ((b - a) * k) / n);
      const last = angles.at(-1) as number;
      next += TAU * Math.round((last - next) / TAU);
      angles.push(next);
    }
    const [s0, s1] = [angles[0] as number, angles[n] as number];
    if (Math.abs(s1 - s0) * length2(circle.major) <= tol * LEAST) return [];
    const spaceAt = (s: number): Vec3 => {
      const goal = s + TAU * Math.round(((s0 + s1) / 2 - s) / TAU);
      let [x, y] = [a, b];
      for (let k = 0; k < 60; k++) {
        const m = (x + y) / 2;
        const raw = angleAt(m);
        const at = raw + TAU * Math.round(((s0 + s1) / 2 - raw) / TAU);
        if (at < goal === s0 < s1) x = m;
        else y = m;
      }
      return pointOn(curve, (x + y) / 2);
    };
    return [{ curve: circle, lo: Math.min(s0, s1), hi: Math.max(s0, s1), spaceAt }];
  });
};
