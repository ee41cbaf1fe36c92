import { TAU, wrapAngle } from '../number/angle.ts';
import { type Box3, boxOf } from './box.ts';
import { type Curve3, pointOn } from './curve3.ts';
import { type Rigid, toLocal } from './rigid.ts';
import { dot, type Vec3 } from './vec.ts';

/** Curves without simple turning points are looked at in so many places. */
const SAMPLES = 32;

/** The parameters within a stretch at which a curve turns back along a direction, where they have a closed form. */
const turnsAlong = (c: Curve3, axis: Vec3, from: number, to: number): number[] => {
  switch (c.type) {
    case 'ellipse': {
      const t = Math.atan2(dot(axis, c.v), dot(axis, c.u));
      return [t, t + Math.PI].map((x) => from + wrapAngle(x - from)).filter((x) => x < to);
    }
    case 'parabola': {
      const v = dot(axis, c.v);
      const t = v === 0 ? from : -dot(axis, c.u) / (2 * v);
      return t > from && t < to ? [t] : [];
    }
    case 'hyperbola': {
      const [u, v] = [dot(axis, c.u), dot(axis, c.v)];
      const t = Math.abs(v) < Math.abs(u) ? Math.atanh(-v / u) : from;
      return t > from && t < to ? [t] : [];
    }
    default:
      return [];
  }
};

/**
 * The box of a stretch of a curve in a frame of its own. Exact for lines and conics; round other curves a little larger than the curve.
 * @param frame the frame whose axes the box follows
 */
export const boxOfStretch = (c: Curve3, from: number, to: number, frame: Rigid): Box3 => {
  const put = (t: number): Vec3 => toLocal(frame, pointOn(c, t));
  if (c.type === 'line') return boxOf([put(from), put(to)]);
  if (c.type === 'ellipse' || c.type === 'parabola' || c.type === 'hyperbola')
    return boxOf(
      [from, to, ...[frame.x, frame.y, frame.z].flatMap((axis) => turnsAlong(c, axis, from, to))].map(put),
    );
  const points = Array.from({ length: SAMPLES + 1 }, (_, i) => put(from + ((to - from) * i) / SAMPLES));
  const b = boxOf(points);
  // between two samples the curve strays from its chord by a small part of it
  const slack = points
    .slice(1)
    .reduce((most, p, i) => Math.max(most, Math.hypot(...p.map((x, k) => x - (points[i]![k] as number)))), 0);
  const k = (to - from >= TAU ? 0.5 : 0.25) * slack;
  return [b[0] - k, b[1] - k, b[2] - k, b[3] + k, b[4] + k, b[5] + k];
};
