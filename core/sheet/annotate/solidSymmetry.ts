import { type Curve3, isClosed, pointOn } from '../../geometry/curve3.ts';
import { EDGE_ON, SAME_FIGURE, WHOLE_TURN } from '../../geometry/nearness.ts';
import { cross, dot, length, scale, sub, type Vec3 } from '../../geometry/vec.ts';
import { type Edge, isDrawn } from '../../solid/boundary.ts';
import type { SceneBody } from '../../view/scene.ts';

/** Lengths this many tolerances apart are one: both ends of a comparison carry their own rounding. */
const NEAR = 40;

/** The places by which an edge is known: its ends and its middle; of a whole circle or ellipse its centre; of a free curve its ends. */
const placesOf = (e: Edge): readonly Vec3[] => {
  const c: Curve3 = e.curve;
  if (c.type === 'ellipse' && e.to - e.from > WHOLE_TURN) return [c.c];
  if (isClosed(c) && e.to - e.from > WHOLE_TURN)
    return [0, 1, 2, 3].map((k) => pointOn(c, e.from + ((e.to - e.from) * k) / 4));
  const ends = [pointOn(c, e.from), pointOn(c, e.to)];
  return c.type === 'line' || c.type === 'ellipse' ? [...ends, pointOn(c, (e.from + e.to) / 2)] : ends;
};
/** The two semi-axes of a round edge, the larger first; nothing of others. */
const sizeOf = (c: Curve3): readonly number[] =>
  c.type === 'ellipse' ? [length(c.u), length(c.v)].sort((a, b) => b - a) : [];

/**
 * Whether a scene is its own mirror image about a plane: every drawn edge has its twin.
 * @param axis the plane's unit normal, and middle its distance from the origin along it
 */
export const isMirrored = (scene: readonly SceneBody[], axis: Vec3, middle: number, tol: number): boolean => {
  const near = tol * NEAR;
  const edges = scene
    .flatMap((b) => b.edges)
    .filter(isDrawn)
    .map((e) => ({ e, places: placesOf(e), size: sizeOf(e.curve) }));
  const cell = (x: number): number => Math.round(x / near / 4);
  const key = (p: Vec3): string => `${cell(p[0])} ${cell(p[1])} ${cell(p[2])}`;
  const at = new Map<string, typeof edges>();
  for (const x of edges)
    for (const p of x.places) {
      const there = at.get(key(p));
      if (there) there.push(x);
      else at.set(key(p), [x]);
    }
  const around = (p: Vec3) => {
    const keys = new Set<string>();
    for (const dx of [-near, near])
      for (const dy of [-near, near])
        for (const dz of [-near, near]) keys.add(key([p[0] + dx, p[1] + dy, p[2] + dz]));
    return [...keys].flatMap((k) => at.get(k) ?? []);
  };
  const image = (p: Vec3): Vec3 => sub(p, scale(axis, 2 * (dot(p, axis) - middle)));
  return edges.every(({ e, places, size }) => {
    const images = places.map(image);
    return around(images[0] as Vec3).some(
      (t) =>
        t.e.curve.type === e.curve.type &&
        t.places.length === places.length &&
        t.size.every((s, i) => Math.abs(s - (size[i] as number)) <= near) &&
        images.every((p) => t.places.some((q) => length(sub(p, q)) <= near)),
    );
  });
};

/** A cut that is square to no principal direction leaves a solid about which no line of symmetry is drawn. */
export const isCutObliquely = (scene: readonly SceneBody[]): boolean =>
  scene.some(({ kept }) => kept !== undefined && !kept.n.some((x) => Math.abs(Math.abs(x) - 1) < EDGE_ON));

/**
 * A plain block, plate or regular prism: a rectangle or regular polygon grown along one direction, with nothing in it. Drafters draw no line
 * of symmetry across one.
 */
export const isPlainPrism = (scene: readonly SceneBody[]): boolean => {
  const [body, second] = scene;
  if (!body || second) return false;
  const edges = body.edges.filter(isDrawn);
  if (!edges.every((e) => e.curve.type === 'line')) return false;
  const along = edges.map((e) => sub(pointOn(e.curve, e.to), pointOn(e.curve, e.from)));
  const unit = along.map((v) => scale(v, 1 / length(v)));
  return unit.some((axis) => {
    const isAlong = unit.map((d) => length(cross(d, axis)) < EDGE_ON);
    const sides = edges.filter((_, i) => isAlong[i]);
    // as many sides as corners, and twice as many edges round the two ends
    if (sides.length * 3 !== edges.length) return false;
    if (!unit.every((d, i) => isAlong[i] || Math.abs(dot(d, axis)) < EDGE_ON)) return false;
    const feet = sides.map((e) => {
      const p = pointOn(e.curve, e.from);
      return sub(p, scale(axis, dot(p, axis)));
    });
    return isOnCircle(feet) && isConvex(feet, axis);
  });
};

/** Whether points lie on one circle about their middle, as the corners of rectangles and regular polygons do. */
const isOnCircle = (points: readonly Vec3[]): boolean => {
  const middle = middleOf(points);
  const radii = points.map((p) => length(sub(p, middle)));
  return Math.max(...radii) - Math.min(...radii) < SAME_FIGURE * Math.max(...radii);
};

const middleOf = (points: readonly Vec3[]): Vec3 =>
  scale(
    points.reduce<Vec3>((a, p) => [a[0] + p[0], a[1] + p[1], a[2] + p[2]], [0, 0, 0]),
    1 / points.length,
  );

/** Whether points of a plane are all corners of their convex hull. */
const isConvex = (points: readonly Vec3[], axis: Vec3): boolean => {
  const n = points.length;
  const middle = middleOf(points);
  const first = sub(points[0] as Vec3, middle);
  const turned = cross(axis, first);
  const angle = (p: Vec3): number => Math.atan2(dot(sub(p, middle), turned), dot(sub(p, middle), first));
  const round = [...points].sort((a, b) => angle(a) - angle(b));
  return round.every((p, i) => {
    const [q, r] = [round[(i + 1) % n] as Vec3, round[(i + 2) % n] as Vec3];
    return dot(cross(sub(q, p), sub(r, q)), axis) > 0;
  });
};
