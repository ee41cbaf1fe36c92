import { along, cross, dot, length, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { edgeExtent } from '../solid/extent.ts';
import type { ViewFrame } from '../view/frames.ts';
import { flatten } from '../view/project.ts';
import type { SceneBody } from '../view/scene.ts';

/** The axis of a round or regular feature, as far as it reaches. */
export type FeatureAxis = {
  readonly point: Vec3;
  readonly axis: Vec3;
  readonly low: number;
  readonly high: number;
  readonly radius: number;
};

/** A face must go at least half round to be a round feature with a centre of its own; a fillet has none. */
const LEAST_SWEEP = Math.PI * (1 - 1e-6);

/**
 * The axes of the round features that are really there. Coaxial ones whose stretches meet are one axis with the largest
 * radius at each end on.
 */
export const featureAxes = (scene: readonly SceneBody[], tol: number): FeatureAxis[] => {
  const axes: FeatureAxis[] = [];
  for (const body of scene) {
    body.solid.surfaces.forEach((s, id) => {
      if (s.kind !== 'cylinder') return;
      const edges = body.edges.filter((e) => e.sheets.some((x) => x.surface === id));
      const sweeps = edges.some((e) => e.curve.type !== 'line' && e.to - e.from >= LEAST_SWEEP);
      if (!sweeps) return;
      const ends = edges.map((e) => edgeExtent(e, s.a));
      axes.push({
        point: s.o,
        axis: s.a,
        low: Math.min(...ends.map((e) => e[0])),
        high: Math.max(...ends.map((e) => e[1])),
        radius: s.r,
      });
    });
  }
  return joinCoaxial(axes, tol);
};

const joinCoaxial = (axes: readonly FeatureAxis[], tol: number): FeatureAxis[] => {
  const out: FeatureAxis[] = [];
  for (const a of [...axes].sort((x, y) => x.low - y.low)) {
    const i = out.findIndex(
      (b) =>
        length(cross(a.axis, b.axis)) < 1e-7 &&
        length(cross(sub(a.point, b.point), a.axis)) <= tol * 4 &&
        a.low <= b.high + tol * 4,
    );
    const b = out[i];
    if (b) out[i] = { ...b, high: Math.max(a.high, b.high), radius: Math.max(a.radius, b.radius) };
    else out.push(a);
  }
  return out;
};

/** How far centre lines pass the outline, mm on the paper (ISO 128-2: 2 to 3 mm). */
const PAST = 3;

/** A centre line of a view, in the view's plane: an axis, or one arm of a cross through `middle`. */
export type CentreLine = { readonly from: Vec2; readonly to: Vec2; readonly arm: boolean };

/**
 * The centre lines of a view: a cross where a round feature is a circle, its axis where it is a rectangle; nothing where it is
 * seen aslant.
 * @param scale paper mm per unit, for the length past the outline
 */
export const centreLinesOf = (
  axes: readonly FeatureAxis[],
  f: ViewFrame,
  scale: number,
  tol: number,
): CentreLine[] => {
  const past = PAST / scale;
  const out: CentreLine[] = [];
  const arms: { centre: Vec2; reach: number }[] = [];
  for (const a of axes) {
    const facing = Math.abs(dot(a.axis, f.toward));
    if (facing > 1 - 1e-9) {
      const centre = flatten(f, a.point);
      const same = arms.find((x) => Math.hypot(x.centre[0] - centre[0], x.centre[1] - centre[1]) <= tol * 4);
      if (same) same.reach = Math.max(same.reach, a.radius);
      else arms.push({ centre, reach: a.radius });
    } else if (facing < 1e-9) {
      const p = flatten(f, along(a.point, a.axis, a.low - past));
      const q = flatten(f, along(a.point, a.axis, a.high + past));
      const twin = out.find((x) => !x.arm && onLine(x, p, tol) && onLine(x, q, tol) && overlaps(x, p, q));
      if (twin) out[out.indexOf(twin)] = spanning(twin, p, q);
      else out.push({ from: p, to: q, arm: false });
    }
  }
  for (const { centre: c, reach } of arms) {
    const r = reach + past;
    out.push(
      { from: [c[0] - r, c[1]], to: [c[0] + r, c[1]], arm: true },
      { from: [c[0], c[1] - r], to: [c[0], c[1] + r], arm: true },
    );
  }
  return out;
};

const onLine = (l: CentreLine, p: Vec2, tol: number): boolean => {
  const e: Vec2 = [l.to[0] - l.from[0], l.to[1] - l.from[1]];
  return Math.abs(e[0] * (p[1] - l.from[1]) - e[1] * (p[0] - l.from[0])) <= tol * 4 * Math.hypot(...e);
};
const position = (l: CentreLine, p: Vec2): number => {
  const e: Vec2 = [l.to[0] - l.from[0], l.to[1] - l.from[1]];
  return ((p[0] - l.from[0]) * e[0] + (p[1] - l.from[1]) * e[1]) / (e[0] ** 2 + e[1] ** 2);
};
const overlaps = (l: CentreLine, p: Vec2, q: Vec2): boolean => {
  const [a, b] = [position(l, p), position(l, q)];
  return Math.max(a, b) >= 0 && Math.min(a, b) <= 1;
};
const spanning = (l: CentreLine, p: Vec2, q: Vec2): CentreLine => {
  const ends = [l.from, l.to, p, q].map((x) => ({ x, at: position(l, x) })).sort((a, b) => a.at - b.at);
  return { from: ends[0]!.x, to: ends[3]!.x, arm: false };
};
