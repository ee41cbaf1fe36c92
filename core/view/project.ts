import {
  type Arch2,
  type Conic2,
  type Curve2,
  conicFrom,
  lineThrough2,
  parameterOn2,
} from '../geometry/curve2.ts';
import {
  type Curve3,
  type Ellipse3,
  type Hyperbola3,
  isClosed,
  type Parabola3,
  pointOn,
  velocityOn,
} from '../geometry/curve3.ts';
import { EDGE_ON, WHOLE_TURN } from '../geometry/nearness.ts';
import { bracketedRoot, signChanges } from '../geometry/roots.ts';
import type { Cylinder, Plane, Surface } from '../geometry/surface.ts';
import {
  along,
  cross,
  distance2,
  dot,
  length,
  length2,
  unit,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { TAU } from '../number/angle.ts';

/** A point of space in a view's plane (u, v). */
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
/** Samples per turn of the parameter, where turning points are looked for. */
const SAMPLES = 64;

/**
 * Sees the stretch [from, to] of a space curve in a view. What can be recognised is recognised here and stays whole: an ellipse
 * projects to a conic, a parabola or hyperbola to one, any curve on a plane seen edge-on to a line, any curve on a cylinder
 * seen end-on to an arc of it.
 * @param under the surfaces the curve lies on
 * @returns shadows, none where the curve is seen as a point; several where it doubles back on itself
 */
export const shadowsOf = (
  curve: Curve3,
  from: number,
  to: number,
  f: ViewFrame,
  tol: number,
  id: string,
  under: readonly Surface[],
): Shadow[] => {
  if (curve.type === 'line') {
    const a = flatten(f, pointOn(curve, from));
    const b = flatten(f, pointOn(curve, to));
    const size = distance2(a, b);
    if (size <= tol * LEAST) return [];
    const line = lineThrough2(a, b);
    return [ordered(line, parameterOn2(line, a), parameterOn2(line, b), from, to, curve)];
  }
  if (curve.type === 'ellipse') return ellipseShadows(curve, from, to, f, tol);
  const all = curve.type === 'marched' ? [...under, curve.f, curve.g] : under;
  const level = edgeOnPlane(curve, f, all);
  if (level) return onLine(curve, from, to, f, level, tol);
  const round = all.find(
    (s): s is Cylinder => s.kind === 'cylinder' && length(cross(s.a, f.toward)) < EDGE_ON,
  );
  if (round) return onCircle(curve, from, to, f, round, tol);
  if (curve.type === 'parabola' || curve.type === 'hyperbola') return [archShadow(curve, from, to, f)];
  return freeShadows(curve, from, to, f, tol, id);
};

/** A shadow whose parameter is linear in the space curve's: a at `from`, b at `to`. */
const ordered = (flat: Curve2, a: number, b: number, from: number, to: number, curve: Curve3): Shadow => {
  const rate = (to - from) / (b - a);
  const spaceAt = (s: number): Vec3 => pointOn(curve, from + (s - a) * rate);
  return a < b ? { curve: flat, lo: a, hi: b, spaceAt } : { curve: flat, lo: b, hi: a, spaceAt };
};

const ellipseShadows = (curve: Ellipse3, from: number, to: number, f: ViewFrame, tol: number): Shadow[] => {
  const c = flatten(f, curve.c);
  const u = flatten(f, curve.u);
  const v = flatten(f, curve.v);
  const w = cross(curve.u, curve.v);
  if (Math.abs(dot(w, f.toward)) > EDGE_ON * length(w)) {
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
  const cuts = [from];
  for (let t = turn + Math.PI * Math.ceil((from - turn) / Math.PI + 1e-9); t < to - 1e-9; t += Math.PI)
    cuts.push(t);
  cuts.push(to);
  return cuts.slice(1).flatMap((b, i) => {
    const a = cuts[i] as number;
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

/** The normal of a plane through the whole curve that is seen edge-on. */
const edgeOnPlane = (curve: Curve3, f: ViewFrame, under: readonly Surface[]): Vec3 | undefined => {
  const edgeOn = (n: Vec3): boolean => Math.abs(dot(n, f.toward)) < EDGE_ON;
  if (curve.type === 'parabola' || curve.type === 'hyperbola') {
    const n = unit(cross(curve.u, curve.v));
    return edgeOn(n) ? n : undefined;
  }
  return under.find((s): s is Plane => s.kind === 'plane' && edgeOn(s.n))?.n;
};

const samplesFor = (from: number, to: number): number =>
  Math.max(16, Math.ceil(((to - from) / TAU) * SAMPLES));

/** Stretches between `from`, `to` and the turning points between. */
const between = (from: number, to: number, turns: readonly number[]): [number, number][] => {
  const cuts = [from, ...turns.filter((t) => t > from + 1e-9 && t < to - 1e-9), to];
  return cuts.slice(1).map((b, i) => [cuts[i] as number, b]);
};

/** The parameter in [a, b] where a monotone coordinate takes the value s. */
const whereIs = (coordinate: (t: number) => number, a: number, b: number, s: number): number => {
  const [fa, fb] = [coordinate(a) - s, coordinate(b) - s];
  if (fa > 0 === fb > 0) return Math.abs(fa) < Math.abs(fb) ? a : b;
  return bracketedRoot((t) => coordinate(t) - s, a, b, fa, fb);
};

/** A curve in a plane seen edge-on: stretches of a line, each run over once. */
const onLine = (curve: Curve3, from: number, to: number, f: ViewFrame, n: Vec3, tol: number): Shadow[] => {
  const d = cross(n, f.toward);
  const a = flatten(f, pointOn(curve, from));
  const line = lineThrough2(a, [a[0] + dot(d, f.u), a[1] + dot(d, f.v)]);
  const forward = along([line.d[0] * f.u[0], line.d[0] * f.u[1], line.d[0] * f.u[2]], f.v, line.d[1]);
  const turns = signChanges((t) => dot(velocityOn(curve, t), forward), from, to, samplesFor(from, to));
  const coordinate = (t: number): number => parameterOn2(line, flatten(f, pointOn(curve, t)));
  return between(from, to, turns).flatMap(([x, y]) => {
    const [sx, sy] = [coordinate(x), coordinate(y)];
    if (Math.abs(sx - sy) <= tol * LEAST) return [];
    const spaceAt = (s: number): Vec3 => pointOn(curve, whereIs(coordinate, x, y, s));
    return [{ curve: line, lo: Math.min(sx, sy), hi: Math.max(sx, sy), spaceAt }];
  });
};

/** A curve on a cylinder seen end-on: arcs of its circle, each run over once. */
const onCircle = (
  curve: Curve3,
  from: number,
  to: number,
  f: ViewFrame,
  round: Cylinder,
  tol: number,
): Shadow[] => {
  const circle: Conic2 = {
    type: 'conic',
    c: flatten(f, round.o),
    major: [round.r, 0],
    minor: [0, round.r],
    round: true,
  };
  const advance = (t: number): number => {
    const p = pointOn(curve, t);
    const v = velocityOn(curve, t);
    return dot(cross(round.a, [p[0] - round.o[0], p[1] - round.o[1], p[2] - round.o[2]]), v);
  };
  const n = samplesFor(from, to);
  return between(from, to, signChanges(advance, from, to, n)).flatMap(([a, b]) => {
    const angleAt = (t: number): number => parameterOn2(circle, flatten(f, pointOn(curve, t)));
    const near = (angle: number, goal: number): number => angle + TAU * Math.round((goal - angle) / TAU);
    const first = angleAt(a);
    let last = first;
    for (let k = 1; k <= n; k++) last = near(angleAt(a + ((b - a) * k) / n), last);
    if (Math.abs(last - first) * round.r <= tol * LEAST) return [];
    // within a stretch of less than a whole turn every angle has one place
    const middle = (first + last) / 2;
    const coordinate = (t: number): number => near(angleAt(t), middle);
    const spaceAt = (s: number): Vec3 => pointOn(curve, whereIs(coordinate, a, b, near(s, middle)));
    return [{ curve: circle, lo: Math.min(first, last), hi: Math.max(first, last), spaceAt }];
  });
};

const archShadow = (curve: Parabola3 | Hyperbola3, from: number, to: number, f: ViewFrame): Shadow => {
  const flat: Arch2 = {
    type: 'arch',
    form: curve.type,
    c: flatten(f, curve.type === 'parabola' ? curve.p : curve.c),
    u: flatten(f, curve.u),
    v: flatten(f, curve.v),
  };
  return { curve: flat, lo: from, hi: to, spaceAt: (t) => pointOn(curve, t) };
};

/** Where a curve runs straight towards the observer, its picture turns back or has a cusp. */
const foldsOf = (curve: Curve3, from: number, to: number, f: ViewFrame): number[] => {
  const flatSpeed = (t: number): number => {
    const v = velocityOn(curve, t);
    return Math.hypot(dot(v, f.u), dot(v, f.v)) / length(v);
  };
  const n = samplesFor(from, to);
  const at = (i: number): number => from + ((to - from) * i) / n;
  const values = Array.from({ length: n + 1 }, (_, i) => flatSpeed(at(i)));
  const out: number[] = [];
  for (let i = 0; i <= n; i++) {
    const here = values[i] as number;
    if (here > 0.5 || here > (values[i - 1] ?? 2) || here > (values[i + 1] ?? 2)) continue;
    let [a, b] = [at(Math.max(0, i - 1)), at(Math.min(n, i + 1))];
    for (let k = 0; k < 50; k++) {
      const x = a + (b - a) * 0.382;
      const y = a + (b - a) * 0.618;
      if (flatSpeed(x) < flatSpeed(y)) b = y;
      else a = x;
    }
    if (flatSpeed((a + b) / 2) < 1e-5) out.push((a + b) / 2);
  }
  return out;
};

const freeShadows = (
  curve: Curve3,
  from: number,
  to: number,
  f: ViewFrame,
  tol: number,
  id: string,
): Shadow[] => {
  const folds = foldsOf(curve, from, to, f);
  const whole = isClosed(curve) && to - from >= WHOLE_TURN;
  const first = folds[0];
  // a closed curve is begun at its first fold
  const [start, end] = whole && first !== undefined ? [first, first + TAU] : [from, to];
  const at = (t: number): Vec2 => flatten(f, pointOn(curve, t));
  return between(start, end, folds).flatMap(([lo, hi], i) => {
    const spread = [0.2, 0.5, 0.8].map((k) => distance2(at(lo), at(lo + k * (hi - lo))));
    if (Math.max(...spread) <= tol * LEAST) return [];
    return [
      {
        curve: { type: 'free' as const, id: `${id} ${i}`, closed: whole && !folds.length, at },
        lo,
        hi,
        spaceAt: (t: number) => pointOn(curve, t),
      },
    ];
  });
};
