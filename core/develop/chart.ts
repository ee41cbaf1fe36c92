import type { Curve2 } from '../geometry/curve2.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import { type Curve3, pointOn, velocityOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Cone, Cylinder, Plane } from '../geometry/surface.ts';
import {
  cross,
  distance,
  distance2,
  dot,
  length,
  scale,
  sub,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import { shadowsOf } from '../view/project.ts';

/** A surface that can be laid flat without stretching. */
export type Developable = Plane | Cylinder | Cone;

/** A directed piece of a curve in the flat: it may run from the greater parameter to the less. */
export type FlatCurve = {
  readonly curve: Curve2;
  readonly from: number;
  readonly to: number;
  /** how fast a curve with no form of its own runs there, in the chart it was laid in */
  readonly velocity?: (t: number) => Vec2;
};

/** A directed piece of a curve in space. */
export type SpaceCurve = { readonly curve: Curve3; readonly from: number; readonly to: number };

/**
 * A surface seen from outside and laid flat: y runs up (along a plane's `up`, a cylinder's or cone's own axis), x to the viewer's right. A
 * cylinder is unrolled, x = radius times turn; a cone is laid about its point, which stays in the origin. Lengths and areas are true.
 */
export type Chart = {
  readonly surface: Developable;
  /** the turn about the axis, rising to the right, radians; 0 on a plane, undefined in a cone's point */
  readonly turnOf: (p: Vec3) => number | undefined;
  /** a point of the surface in the flat, by its turn; how high it is along its generator is taken from the point */
  readonly place: (p: Vec3, turn: number) => Vec2;
  /** how high a point stands: along the axis, from a cone's point; along `up` on a plane */
  readonly height: (p: Vec3) => number;
  /** a place in the flat by turn and height; of rounds only */
  readonly at: (turn: number, height: number) => Vec2;
  /** a piece of a curve on the surface, exactly where it can be: generators, level circles, all curves of a plane */
  readonly flat: (c: SpaceCurve, turnAt: (t: number) => number) => FlatCurve;
};

const lineFrom = (a: Vec2, b: Vec2): FlatCurve => {
  const size = distance2(a, b);
  const d: Vec2 = size > 0 ? [(b[0] - a[0]) / size, (b[1] - a[1]) / size] : [1, 0];
  return { curve: { type: 'line', p: a, d }, from: 0, to: size };
};

/** A straight piece of the flat from a to b. */
export const straightPiece = lineFrom;

const planeChart = (surface: Plane, outward: 1 | -1, up: Vec3, tol: number): Chart => {
  const toward = scale(surface.n, outward);
  const flatUp = sub(up, scale(toward, dot(up, toward)));
  const v = scale(flatUp, 1 / length(flatUp));
  const u = cross(v, toward);
  const frame = { u, v, toward };
  const place = (p: Vec3): Vec2 => [dot(p, u), dot(p, v)];
  return {
    surface,
    turnOf: () => 0,
    place,
    height: (p) => dot(p, v),
    at: (_, height) => [0, height],
    flat: ({ curve, from, to }) => {
      const [a, b] = [place(pointOn(curve, from)), place(pointOn(curve, to))];
      if (curve.type === 'line') return lineFrom(a, b);
      const [shadow] = shadowsOf(curve, Math.min(from, to), Math.max(from, to), frame, tol, '', []);
      if (!shadow) return lineFrom(a, b);
      // of a closed curve both ends are one point: a step on tells which way it runs
      const next = place(pointOn(curve, from + (to - from) / 97));
      const early = pointOn2(shadow.curve, shadow.lo + (shadow.hi - shadow.lo) / 97);
      const late = pointOn2(shadow.curve, shadow.hi - (shadow.hi - shadow.lo) / 97);
      return distance2(early, next) <= distance2(late, next)
        ? { curve: shadow.curve, from: shadow.lo, to: shadow.hi }
        : { curve: shadow.curve, from: shadow.hi, to: shadow.lo };
    },
  };
};

/** Whether a curve is a circle square to an axis. */
const isLevel = (c: Curve3, axis: Vec3): boolean => {
  if (c.type !== 'ellipse') return false;
  const n = cross(c.u, c.v);
  return length(cross(n, axis)) <= EDGE_ON * length(n);
};

const roundChart = (surface: Cylinder | Cone, outward: 1 | -1): Chart => {
  const { o, a, e1, e2 } = surface;
  const height = (p: Vec3): number => (surface.kind === 'cylinder' ? dot(sub(p, o), a) : distance(p, o));
  const at = (turn: number, h: number): Vec2 => {
    if (surface.kind === 'cylinder') return [surface.r * turn, h];
    const angle = turn * surface.sin;
    return [h * Math.sin(angle), h * Math.cos(angle)];
  };
  const turnOf = (p: Vec3): number | undefined => {
    const q = sub(p, o);
    const [x, y] = [dot(q, e1), dot(q, e2)];
    if (Math.hypot(x, y) <= 1e-12 * Math.max(1, length(q))) return undefined;
    return outward * Math.atan2(y, x);
  };
  const place = (p: Vec3, turn: number): Vec2 => at(turn, height(p));
  return {
    surface,
    turnOf,
    place,
    height,
    at,
    flat: ({ curve, from, to }, turnAt) => {
      const [a1, b1] = [place(pointOn(curve, from), turnAt(from)), place(pointOn(curve, to), turnAt(to))];
      if (curve.type === 'line') return lineFrom(a1, b1);
      if (isLevel(curve, a)) {
        if (surface.kind === 'cylinder') return lineFrom(a1, b1);
        const h = height(pointOn(curve, from));
        const angle = (t: number): number => Math.PI / 2 - turnAt(t) * surface.sin;
        return {
          curve: { type: 'conic', c: [0, 0], major: [h, 0], minor: [0, h], round: true },
          from: angle(from),
          to: angle(to),
        };
      }
      /** turn and height change with the point: the first by what runs square to axis and radius, the second along the generator */
      const velocity = (t: number): Vec2 => {
        const [q, v] = [sub(pointOn(curve, t), o), velocityOn(curve, t)];
        const radial = sub(q, scale(a, dot(q, a)));
        const turning = (outward * dot(cross(a, radial), v)) / dot(radial, radial);
        if (surface.kind === 'cylinder') return [surface.r * turning, dot(v, a)];
        const [h, angle, swing] = [length(q), turnAt(t) * surface.sin, turning * surface.sin];
        const rise = dot(q, v) / h;
        return [
          rise * Math.sin(angle) + h * Math.cos(angle) * swing,
          rise * Math.cos(angle) - h * Math.sin(angle) * swing,
        ];
      };
      return {
        curve: { type: 'free', id: '', closed: false, at: (t) => place(pointOn(curve, t), turnAt(t)) },
        from,
        to,
        velocity,
      };
    },
  };
};

/**
 * The chart of a surface.
 * @param outward 1 where the outward normal of the body is the surface's own, -1 where it is opposite
 * @param up which way is up on a plane; it must not be square to it
 */
export const chartOf = (surface: Developable, outward: 1 | -1, up: Vec3, tol: number): Chart =>
  surface.kind === 'plane' ? planeChart(surface, outward, up, tol) : roundChart(surface, outward);

/** So many places of a curve are looked at to follow its turn. */
const LOOKS = 256;

/**
 * The turn along a curve, followed without a jump.
 * @param first about where the turn begins: of the turns that are whole turns apart the nearest is taken
 */
export const followedTurn = (
  chart: Chart,
  { curve, from, to }: SpaceCurve,
  first: number | undefined,
): ((t: number) => number) => {
  if (chart.surface.kind === 'plane') return () => 0;
  const near = (raw: number, wanted: number): number => raw + TAU * Math.round((wanted - raw) / TAU);
  if (curve.type === 'line') {
    // a generator: one turn all along, also where it ends in a cone's point
    const raw = chart.turnOf(pointOn(curve, (from + to) / 2)) ?? 0;
    const turn = first === undefined ? raw : near(raw, first);
    return () => turn;
  }
  const table: number[] = [];
  for (let i = 0; i <= LOOKS; i++) {
    const raw = chart.turnOf(pointOn(curve, from + ((to - from) * i) / LOOKS)) ?? table.at(-1) ?? 0;
    table.push(i ? near(raw, table[i - 1] as number) : first === undefined ? raw : near(raw, first));
  }
  return (t) => {
    const x = to === from ? 0 : ((t - from) / (to - from)) * LOOKS;
    const i = Math.min(LOOKS - 1, Math.max(0, Math.floor(x)));
    const [p, q] = [table[i] as number, table[i + 1] as number];
    const about = p + (q - p) * (x - i);
    const raw = chart.turnOf(pointOn(curve, t));
    return raw === undefined ? about : near(raw, about);
  };
};
