import { pointOn } from '../../geometry/curve3.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import type { Surface } from '../../geometry/surface.ts';
import { along, along2, cross, dot, length, sub, type Vec2, type Vec3 } from '../../geometry/vec.ts';
import type { ViewFrame } from '../../geometry/viewFrames.ts';
import { featureOfFace } from '../../naming/keys.ts';
import type { Solid } from '../../solid/body.ts';
import type { Edge } from '../../solid/boundary.ts';
import { evenCircle } from '../../solid/evenCircle.ts';
import { edgeExtent, reachOfRing } from '../../solid/extent.ts';
import { flatten } from '../../view/project.ts';
import type { SceneBody } from '../../view/scene.ts';

/** The axis of a round feature, as far as it reaches. */
export type FeatureAxis = {
  readonly point: Vec3;
  readonly axis: Vec3;
  readonly low: number;
  readonly high: number;
  readonly radius: number;
  /** how far it reaches from the axis at its low and at its high end */
  readonly ends: readonly [number, number];
  /** a ball has a centre and no axis of its own */
  readonly ball?: boolean;
  /** the circle on which the centres of its kind lie */
  readonly pitch?: { readonly centre: Vec3; readonly radius: number };
};

/** A face must go at least half round to be a round feature with a centre of its own; a fillet has none. */
const LEAST_SWEEP = Math.PI * (1 - 1e-6);

type Round = Exclude<Surface, { kind: 'plane' }>;

/** How far an edge lies from an axis, at its widest. */
const widest = (edges: readonly Edge[], s: { readonly o: Vec3; readonly a: Vec3 }): number =>
  Math.max(
    ...edges.flatMap((e) =>
      [e.from, (e.from + e.to) / 2, e.to].map((t) => {
        const q = sub(pointOn(e.curve, t), s.o);
        return length(along(q, s.a, -dot(q, s.a)));
      }),
    ),
  );

const axisOf = (solid: Solid, id: number, s: Round, edges: readonly Edge[]): FeatureAxis | undefined => {
  if (s.kind === 'sphere')
    return { point: s.o, axis: [0, 0, 1], low: 0, high: 0, radius: s.r, ends: [0, 0], ball: true };
  if (s.kind === 'torus') {
    // a ring of negative R is a spindle's inner sheet, which has its axis from what it is cut from
    if (s.R <= 0) return undefined;
    const at = dot(s.o, s.a);
    const point = along(s.o, s.a, -at);
    const own = edges.filter((e) => e.kind !== 'seam');
    if (!own.length)
      return { point, axis: s.a, low: at - s.r, high: at + s.r, radius: s.R + s.r, ends: [s.R, s.R] };
    // a fillet or a groove is a small piece of a ring that may be far larger
    const reach = reachOfRing(solid, id, s, own);
    const end = Math.min(s.R, reach.radius);
    return { point, axis: s.a, ...reach, ends: [end, end] };
  }
  if (!edges.length) return undefined;
  const ends = edges.map((e) => edgeExtent(e, s.a));
  const point = along(s.o, s.a, -dot(s.o, s.a));
  const [low, high] = [Math.min(...ends.map((e) => e[0])), Math.max(...ends.map((e) => e[1]))];
  if (s.kind === 'cylinder') return { point, axis: s.a, low, high, radius: s.r, ends: [s.r, s.r] };
  // a cone with one rim runs on to its tip
  const tip = dot(s.o, s.a);
  const pointed = high - low < 1e-9 * Math.max(1, Math.abs(high));
  const slope = s.sin / s.cos;
  return {
    point,
    axis: s.a,
    low: pointed ? Math.min(low, tip) : low,
    high: pointed ? Math.max(high, tip) : high,
    radius: widest(edges, s),
    ends: [
      pointed && tip < low ? 0 : slope * Math.abs(low - tip),
      pointed && tip > high ? 0 : slope * Math.abs(high - tip),
    ],
  };
};

/** Finds the circles on which like features stand evenly: the copies of one feature, with parallel axes. */
const withPitch = (
  found: readonly { readonly feature: string; readonly axis: FeatureAxis }[],
  tol: number,
): FeatureAxis[] => {
  const near = tol * 40;
  const pitchOf = new Map<FeatureAxis, FeatureAxis['pitch']>();
  for (const feature of new Set(found.map((f) => f.feature))) {
    const own = found.filter((f) => f.feature === feature && !f.axis.ball).map((f) => f.axis);
    const first = own[0];
    if (!first) continue;
    const like = own.filter(
      (x) => length(cross(x.axis, first.axis)) < 1e-7 && Math.abs(x.radius - first.radius) <= near,
    );
    const others = found.flatMap(({ axis: x }) =>
      !like.includes(x) && length(cross(x.axis, first.axis)) < 1e-7 ? [x.point] : [],
    );
    const pitch = evenCircle(
      like.map((x) => x.point),
      first.axis,
      others,
      near,
    );
    if (pitch) for (const x of like) pitchOf.set(x, pitch);
  }
  return found.map(({ axis }) => {
    const pitch = pitchOf.get(axis);
    return pitch ? { ...axis, pitch } : axis;
  });
};

/**
 * The axes of the round features that are really there. Coaxial ones whose stretches meet are one axis with the largest
 * radius at each end on.
 */
export const featureAxes = (scene: readonly SceneBody[], tol: number): FeatureAxis[] => {
  const found: { feature: string; axis: FeatureAxis }[] = [];
  for (const body of scene) {
    body.solid.surfaces.forEach((s, id) => {
      if (s.kind === 'plane') return;
      const edges = body.edges.filter((e) => e.coedges.some((x) => x.surface === id));
      // a whole ball or ring has no edges
      const whole = (s.kind === 'sphere' || s.kind === 'torus') && !edges.some((e) => e.kind !== 'seam');
      const sweeps = whole || edges.some((e) => e.curve.type !== 'line' && e.to - e.from >= LEAST_SWEEP);
      if (!sweeps) return;
      const axis = axisOf(body.solid, id, s, edges);
      const face = body.solid.faces[body.solid.facesOf[id]?.[0] ?? -1]?.key ?? '';
      if (axis) found.push({ feature: `${body.solid.name} ${featureOfFace(face)}`, axis });
    });
  }
  return joinCoaxial(withPitch(found, tol), tol);
};

const joinCoaxial = (axes: readonly FeatureAxis[], tol: number): FeatureAxis[] => {
  const out: FeatureAxis[] = [];
  for (const a of [...axes].sort((x, y) => x.low - y.low)) {
    const i = out.findIndex(
      (b) =>
        !a.ball &&
        !b.ball &&
        length(cross(a.axis, b.axis)) < 1e-7 &&
        length(cross(sub(a.point, b.point), a.axis)) <= tol * 4 &&
        a.low <= b.high + tol * 4,
    );
    const b = out[i];
    if (b)
      out[i] = {
        ...b,
        high: Math.max(a.high, b.high),
        radius: Math.max(a.radius, b.radius),
        ends: [endOf(a, b, 'low'), endOf(a, b, 'high')],
      };
    else out.push(a);
  }
  return out;
};

/** How far two coaxial features reach from their axis at the end of both: the one that ends there, or the wider of them. */
const endOf = (a: FeatureAxis, b: FeatureAxis, end: 'low' | 'high'): number => {
  const k = end === 'low' ? 0 : 1;
  if (Math.abs(a[end] - b[end]) < 1e-9 * Math.max(1, Math.abs(a[end]))) return Math.max(a.ends[k], b.ends[k]);
  return (end === 'low' ? a.low < b.low : a.high > b.high) ? a.ends[k] : b.ends[k];
};

/** How far centre lines pass the outline, mm on the paper (ISO 128-2: 2 to 3 mm). */
const PAST = 3;

/** A centre line of a view, in the view's plane: an axis, or one arm of a cross through `middle`. */
export type CentreLine = { readonly from: Vec2; readonly to: Vec2; readonly arm: boolean };
/** A pitch circle where it is seen as one. */
export type PitchCircle = { readonly centre: Vec2; readonly radius: number };

/** The pitch circles of a view, each once. */
export const pitchCirclesOf = (axes: readonly FeatureAxis[], f: ViewFrame, tol: number): PitchCircle[] => {
  const out: PitchCircle[] = [];
  for (const a of axes) {
    if (!a.pitch || Math.abs(dot(a.axis, f.toward)) < 1 - EDGE_ON) continue;
    const centre = flatten(f, a.pitch.centre);
    const { radius } = a.pitch;
    const known = out.some(
      (x) =>
        Math.abs(x.radius - radius) <= tol * 40 &&
        Math.hypot(x.centre[0] - centre[0], x.centre[1] - centre[1]) <= tol * 40,
    );
    if (!known) out.push({ centre, radius });
  }
  return out;
};

/**
 * The centre lines of a view: a cross where a round feature is a circle, elsewhere its axis, also where it is foreshortened. All pass the outline
 * of the whole feature.
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
    const facing = a.ball ? 1 : Math.abs(dot(a.axis, f.toward));
    if (a.pitch && facing > 1 - EDGE_ON) {
      // on a pitch circle, which is one arm of its cross, a feature has a radial line for the other
      const [c, middle] = [flatten(f, a.point), flatten(f, a.pitch.centre)];
      const out1 = unitOf(c, middle);
      const r = a.radius + past;
      out.push({
        from: [c[0] - r * out1[0], c[1] - r * out1[1]],
        to: [c[0] + r * out1[0], c[1] + r * out1[1]],
        arm: true,
      });
    } else if (facing > 1 - EDGE_ON) {
      const centre = flatten(f, a.point);
      const same = arms.find((x) => Math.hypot(x.centre[0] - centre[0], x.centre[1] - centre[1]) <= tol * 4);
      if (same) same.reach = Math.max(same.reach, a.radius);
      else arms.push({ centre, reach: a.radius });
    } else {
      const [low, high] = [a.low, a.high].map((t) => flatten(f, along(a.point, a.axis, t))) as [Vec2, Vec2];
      const way = flatten(f, a.axis);
      const size = Math.hypot(...way);
      // an end that is seen aslant is an ellipse, which reaches beyond its middle
      const beyond = (k: 0 | 1): number => (facing < EDGE_ON ? past : a.ends[k] * facing + past) / size;
      const p = along2(low, way, -beyond(0));
      const q = along2(high, way, beyond(1));
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

const unitOf = (p: Vec2, from: Vec2): Vec2 => {
  const size = Math.hypot(p[0] - from[0], p[1] - from[1]);
  return [(p[0] - from[0]) / size, (p[1] - from[1]) / size];
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
