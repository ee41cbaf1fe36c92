import type { Surface } from '../geometry/surface.ts';
import {
  along,
  cross,
  dot,
  length,
  perpendiculars,
  scale,
  sub,
  unit,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';

/**
 * A face laid out flat, for its triangles to be found there. One unit is as far as a triangle may reach; counter-clockwise is so seen
 * against the surface's own normal.
 */
export type Chart = {
  readonly flat: (p: Vec3) => Vec2;
  /** the place of the surface that lies there */
  readonly lifted: (q: Vec2) => Vec3;
  /** true for the tip of a cone, which is a whole stretch of the chart */
  readonly isTip: (p: Vec3) => boolean;
  /** places inside the face are wanted about every unit */
  readonly inner: boolean;
};

/** The angle whose chord on a circle of radius r strays from it by no more than `deviation`, at most a twelfth of a turn. */
export const chordAngle = (r: number, deviation: number): number =>
  Math.min(Math.PI / 6, 2 * Math.acos(Math.max(0, 1 - deviation / r)) || Math.PI / 6);

/** A triangle over one unit reaches a little farther than that: a unit is this share of the angle. */
const REACH = 0.75;

/** The middle direction of the half of a turned surface, parted by the plane through its axis and e1, in which the places lie. */
const middleOf = (e2: Vec3, o: Vec3, places: readonly Vec3[]): Vec3 => {
  const most = places.map((p) => dot(sub(p, o), e2)).reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  return most < 0 ? scale(e2, -1) : e2;
};

/**
 * The chart of a face that does not close on itself.
 * @param places places of its boundary
 * @param deviation how far a triangle may stray from the surface, a length
 */
export const chartOf = (s: Surface, places: readonly Vec3[], deviation: number): Chart => {
  const never = (): boolean => false;
  switch (s.kind) {
    case 'plane': {
      const [e1, e2] = perpendiculars(s.n);
      const o = scale(s.n, s.d);
      return {
        flat: (p) => [dot(p, e1), dot(p, e2)],
        lifted: ([x, y]) => along(along(o, e1, x), e2, y),
        isTip: never,
        inner: false,
      };
    }
    case 'cylinder':
    case 'cone': {
      const m = middleOf(s.e2, s.o, places);
      const t = cross(s.a, m);
      const cos = s.kind === 'cone' ? s.cos : 1;
      const heights = places.map((p) => dot(sub(p, s.o), s.a) / cos);
      const low = Math.min(...heights);
      const tall = Math.max(...heights) - low;
      const widest = s.kind === 'cone' ? Math.max(...heights) * s.sin : s.r;
      const step = chordAngle(widest, deviation) * REACH;
      return {
        flat: (p) => {
          const q = sub(p, s.o);
          return [Math.atan2(dot(q, t), dot(q, m)) / step, (dot(q, s.a) / cos - low) / tall];
        },
        lifted: ([x, y]) => {
          const e = along(scale(m, Math.cos(x * step)), t, Math.sin(x * step));
          const h = low + y * tall;
          if (s.kind === 'cylinder') return along(along(s.o, e, s.r), s.a, h);
          return along(along(s.o, e, h * s.sin), s.a, h * s.cos);
        },
        isTip: s.kind === 'cone' ? (p) => length(cross(sub(p, s.o), s.a)) <= 1e-9 * tall : never,
        inner: true,
      };
    }
    case 'sphere': {
      const sum = places.reduce<Vec3>((v, p) => along(v, sub(p, s.o), 1), [0, 0, 0]);
      const quarter = unit([sum[0] < 0 ? -1 : 1, 0, sum[2] < 0 ? -1 : 1]);
      const [e1, e2] = perpendiculars(quarter);
      const step = s.r * chordAngle(s.r, deviation) * REACH;
      // seen from the far pole: circles stay circles, and the triangles are those that suit the sphere
      return {
        flat: (p) => {
          const q = sub(p, s.o);
          const k = (2 * s.r) / (s.r + dot(q, quarter)) / step;
          return [dot(q, e1) * k, dot(q, e2) * k];
        },
        lifted: ([x, y]) => {
          const [a, b] = [(x * step) / (2 * s.r), (y * step) / (2 * s.r)];
          const w = 1 + a * a + b * b;
          return along(
            along(along(s.o, e1, (2 * s.r * a) / w), e2, (2 * s.r * b) / w),
            quarter,
            (s.r * (2 - w)) / w,
          );
        },
        isTip: never,
        inner: true,
      };
    }
    case 'torus': {
      const m = middleOf(s.e2, s.o, places);
      const t = cross(s.a, m);
      const above = middleOf(s.a, s.o, places);
      const up = dot(above, s.a) > 0 ? 1 : -1;
      const round = chordAngle(s.R + s.r, deviation) * REACH;
      const tube = chordAngle(s.r, deviation) * REACH;
      return {
        flat: (p) => {
          const q = sub(p, s.o);
          const h = dot(q, s.a);
          const rho = length(along(q, s.a, -h));
          // the angle round the tube from its top or bottom, so that both seams lie at the ends
          const v = Math.atan2(up * (s.R - rho), up * h);
          return [Math.atan2(dot(q, t), dot(q, m)) / round, v / tube];
        },
        lifted: ([x, y]) => {
          const e = along(scale(m, Math.cos(x * round)), t, Math.sin(x * round));
          const v = y * tube;
          return along(along(s.o, e, s.R - up * s.r * Math.sin(v)), s.a, up * s.r * Math.cos(v));
        },
        isTip: never,
        inner: true,
      };
    }
  }
};
