import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Cone, Cylinder, Sphere, Surface, Torus } from '../geometry/surface.ts';
import { along, dot, length, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';
import { divideCircle, lightCircle } from './rounds.ts';

/** A straight line of the part, as far as it is drawn light. */
export type Ruled = Pick<Edge, 'key' | 'curve' | 'from' | 'to'>;
/** A face of revolution, whose points are found on its generators or its parallel circles. */
export type Revolved = Cylinder | Cone | Sphere | Torus;

export const isRevolved = (s: Surface): s is Revolved => s.kind !== 'plane';

const axisOf = (s: Revolved): Vec3 => (s.kind === 'sphere' ? [0, 0, 1] : s.a);

/** The view that sees the axis of a face as a point. */
export const endViewOf = (p: Plan, s: Revolved): PlacedView | undefined =>
  p.sheet.views.find((v) => Math.abs(Math.abs(dot(axisOf(s), VIEW_FRAMES[v.name].toward)) - 1) < EDGE_ON);

/** Where a point of the part stands to the axis of a face: how far along it, how far off, and in which direction. */
export const positionTo = (s: Revolved, at: Vec3): { foot: Vec3; radius: number; out: Vec3 } => {
  const q = sub(at, s.o);
  const foot = along(s.o, axisOf(s), dot(q, axisOf(s)));
  const off = sub(at, foot);
  const radius = length(off);
  return { foot, radius, out: radius < 1e-12 ? [0, 0, 0] : scale(off, 1 / radius) };
};

/** The circles that bound a face of revolution, the largest first. */
const boundingCircles = (
  s: Revolved,
  face: string,
  edges: Iterable<Edge>,
): { foot: Vec3; radius: number }[] => {
  const out: { foot: Vec3; radius: number }[] = [];
  for (const e of edges) {
    if (e.curve.type !== 'ellipse' || !e.on.includes(face)) continue;
    const all = [0, 0.37, 0.81].map((f) => positionTo(s, pointOn(e.curve, e.from + f * (e.to - e.from))));
    const [a, b, c] = all as [(typeof all)[number], (typeof all)[number], (typeof all)[number]];
    const level = [b, c].every(
      (x) => Math.abs(x.radius - a.radius) < 1e-7 * a.radius && length(sub(x.foot, a.foot)) < 1e-7 * a.radius,
    );
    if (level && !out.some((o) => Math.abs(o.radius - a.radius) < 1e-9 && length(sub(o.foot, a.foot)) < 1e-9))
      out.push({ foot: a.foot, radius: a.radius });
  }
  return out.sort((x, y) => y.radius - x.radius);
};

/** Marks, in the end view, where the ray of a direction meets a circle about the axis; so the circle is divided. */
const divideEnd = (p: Plan, v: PlacedView, foot: Vec3, radius: number, out: Vec3): void => {
  const at = placeOfPoint(v, along(foot, out, radius));
  if (!pointThere(p, at)) divideCircle(p, v.name, placeOfPoint(v, foot), radius * p.sheet.scale, at, 'cut');
};

/**
 * The generator of a cylinder or cone through a point of it, its ends found by dividing the circles that bound the face.
 * @returns nothing for other faces, and where no view sees the face end-on
 */
export const generatorThrough = (
  p: Plan,
  s: Revolved,
  face: string,
  at: Vec3,
  edges: Iterable<Edge>,
): Ruled | undefined => {
  const v = endViewOf(p, s);
  if (!v || (s.kind !== 'cone' && s.kind !== 'cylinder')) return undefined;
  const { out } = positionTo(s, at);
  const circles = boundingCircles(s, face, edges);
  const ends = circles.slice(0, 2).map((c) => {
    divideEnd(p, v, c.foot, c.radius, out);
    return along(c.foot, out, c.radius);
  });
  if (s.kind === 'cylinder' && !ends.length) divideEnd(p, v, positionTo(s, at).foot, s.r, out);
  // a cone with one circle runs on to its tip
  if (s.kind === 'cone' && ends.length === 1) ends.push(s.o);
  const [a, b] = ends;
  if (!a || !b) return undefined;
  const size = length(sub(b, a));
  if (size < 1e-12) return undefined;
  const key = `generator ${face} ${placeOfPoint(v, a).map((x) => x.toFixed(4))}`;
  return { key, curve: { type: 'line', p: a, d: scale(sub(b, a), 1 / size) }, from: 0, to: size };
};

/** A view that sees the axis level or upright, and shares a coordinate square to it with the end view. */
const sideViewOf = (p: Plan, s: Revolved, end: PlacedView): PlacedView | undefined => {
  const axis = axisOf(s);
  const order: ViewName[] = ['front', 'top', 'left', 'right', 'bottom'];
  return order
    .flatMap((n) => p.sheet.views.find((v) => v.name === n) ?? [])
    .find((v) => v !== end && Math.abs(dot(axis, VIEW_FRAMES[v.name].toward)) < EDGE_ON);
};

/**
 * Finds a point of a cone, ball or ring on its parallel circle: its level meets the face's profile in a view that sees the axis as a line; that far
 * from the axis a circle is drawn in the end view, where a light line that the point lies on meets it.
 * @returns the circle, or undefined where no two views show the face so
 */
export const parallelCircle = (p: Plan, s: Revolved, at: Vec3): string | undefined => {
  const end = endViewOf(p, s);
  const side = end && sideViewOf(p, s, end);
  if (!end || !side || s.kind === 'cylinder') return undefined;
  const { foot, radius } = positionTo(s, at);
  const middle = placeOfPoint(end, foot);
  // the profile's point at this level, to the right or above in the side view, which the end view shares
  const { u, v: up, toward } = VIEW_FRAMES[side.name];
  const axis = axisOf(s);
  const across: Vec3 = Math.abs(dot(axis, u)) < EDGE_ON ? u : up;
  const k = across === u ? 0 : 1;
  const profile = along(foot, across, radius);
  const place = placeOfPoint(side, profile);
  const level = { view: side.name, at: place[1 - k] as number, stage: 'cut', source: 'convenient' } as const;
  if (k === 0) levelAt(p, level);
  else uprightAt(p, level);
  const known = p.rims.find(
    (r) =>
      r.view === end.name &&
      Math.hypot(r.centre[0] - middle[0], r.centre[1] - middle[1]) < 1e-6 &&
      Math.abs(r.r - radius * p.sheet.scale) < 1e-6,
  );
  if (known) return known.circle;
  if (!pointThere(p, place) && !markOnProfile(p, s, side, place, k, across, toward)) return undefined;
  // carried into the end view, onto the centre line of the circles
  const shown = placeOfPoint(end, profile);
  const through = pointAt(p, end.name, shown, 'cut');
  const centre = pointAt(p, end.name, middle, 'cut');
  const circle = freshName(p, 'c');
  take(
    p,
    {
      view: end.name,
      stage: 'cut',
      tool: 'compass',
      instruction: { kind: 'levelCircle', profile: side.name },
    },
    [{ do: 'circle', circle, centre, through }],
  );
  p.rims.push({ view: end.name, circle, centre: middle, r: radius * p.sheet.scale });
  return circle;
};

/** Nearer to its centre line than this share of the radius, a circle's crossing with a level line is no crossing one would trust. */
const TOUCH = 1e-3;

/** The profile of a ball or ring is a circle; its point at a level is where the level line meets it. */
const markOnProfile = (
  p: Plan,
  s: Revolved,
  side: PlacedView,
  place: Vec2,
  k: 0 | 1,
  across: Vec3,
  toward: Vec3,
): boolean => {
  if (s.kind !== 'sphere' && s.kind !== 'torus') return false;
  const middle3 = s.kind === 'sphere' ? s.o : along(s.o, across, s.R);
  // the profile lies in the plane through the axis
  if (Math.abs(dot(sub(middle3, s.o), toward)) > EDGE_ON * Math.max(1, length(s.o))) return false;
  const middle = placeOfPoint(side, middle3);
  if (Math.abs((place[k] as number) - (middle[k] as number)) < TOUCH * s.r * p.sheet.scale) {
    // at the very top or bottom the level line only touches the circle: the point stands on its centre line
    pointAt(p, side.name, place, 'cut');
    return true;
  }
  const circle = lightCircle(p, side.name, middle, s.r * p.sheet.scale);
  const line = (k === 0 ? p.level.at(place[1]) : p.upright.at(place[0])) as string;
  take(
    p,
    {
      view: side.name,
      stage: 'cut',
      tool: 'pencil',
      instruction: { kind: 'levelOnProfile' },
    },
    [
      {
        do: 'meet',
        point: freshName(p, 'p'),
        line,
        circle,
        way: (place[k] as number) > (middle[k] as number) ? 1 : -1,
      },
    ],
  );
  return true;
};
