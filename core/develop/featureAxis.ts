import { pointOn } from '../geometry/curve3.ts';
import { mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import { along, cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { homesOf } from '../part/homes.ts';
import { placementsOf } from '../part/placement.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { Solid } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';

/** The axis of a feature's copy: a point on it, which way it runs, and the direction from which turns are counted. */
export type Axis = { readonly through: Vec3; readonly up: Vec3; readonly front: Vec3; readonly copy: string };

export const axesOf = (file: PartFile, feature: string): { axes: Axis[]; body: string } => {
  const read = sizeReader(file);
  for (const [i, body] of file.bodies.entries()) {
    const j = body.features.findIndex((f) => f.id === feature && !f.off);
    const f = body.features[j];
    if (!f) continue;
    const home = homesOf(file)[i] as Rigid;
    const axes = placementsOf(f, read, ['bodies', i, 'features', j]).map(({ place, copy }): Axis => {
      const inWorld = (v: Vec3): Vec3 => turnVector(home, turnVector(place as Rigid, v));
      return {
        through: mapPoint(home, place.origin),
        up: inWorld([0, 0, 1]),
        // a feature's own front, as seen from above with its y running away
        front: inWorld([0, -1, 0]),
        copy,
      };
    });
    return { axes, body: body.name };
  }
  throw new Refusal({
    path: ['feature'],
    where: `feature "${feature}"`,
    ...says('develop.unknown', { feature }),
  });
};

/** The direction from the axis at a turn: degrees from the front, counter-clockwise seen from above. */
export const directionAt = (axis: Axis, degrees: number): Vec3 => {
  const a = (degrees * Math.PI) / 180;
  const right = cross(axis.up, axis.front);
  return along(scale(axis.front, Math.cos(a)), right, Math.sin(a));
};

/** The axis moved to the middle of what stands on it, for shapes that are not drawn about their own origin. */
export const centred = (
  axis: Axis,
  edges: readonly Edge[],
  surfaces: readonly number[],
  solid: Solid,
): Axis => {
  // about a round or a point the origin is the axis; elsewhere the middle of the corners serves
  const isRound = surfaces.some((s) => {
    const x = solid.surfaces[s];
    return x && x.kind !== 'plane' && 'o' in x && onAxis(axis, x.o);
  });
  if (isRound) return axis;
  const points = edges
    .filter((e) => e.coedges.some((c) => surfaces.includes(c.surface)))
    .flatMap((e) => [e.from, e.to].map((t) => pointOn(e.curve, t)));
  const inside = (p: Vec3, d: Vec3): number => dot(sub(p, axis.through), d);
  const right = cross(axis.up, axis.front);
  const spread = [axis.front, right].map((d) => {
    const xs = points.map((p) => inside(p, d));
    return { low: Math.min(...xs), high: Math.max(...xs) };
  });
  if (spread.every((s) => s.low < 0 && s.high > 0)) return axis;
  const [f, r] = spread.map((s) => (s.low + s.high) / 2) as [number, number];
  return {
    ...axis,
    through: along(along(axis.through, axis.front, f), right, r),
  };
};

export const onAxis = (axis: Axis, p: Vec3): boolean => {
  const q = sub(p, axis.through);
  return length(cross(q, axis.up)) <= 1e-9 * Math.max(1, length(q));
};

/** Whether an edge lies in the half plane from the axis. */
export const liesIn = (edge: Edge, axis: Axis, e: Vec3, near: number): boolean => {
  const across = cross(axis.up, e);
  return [edge.from, edge.to].every((t) => {
    const q = sub(pointOn(edge.curve, t), axis.through);
    return Math.abs(dot(q, across)) <= near && dot(q, e) >= -near;
  });
};
