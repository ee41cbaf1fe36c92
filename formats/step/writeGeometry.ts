import type { Curve3 } from '../../core/geometry/curve3.ts';
import { splineAlong } from '../../core/geometry/spline3.ts';
import type { Surface } from '../../core/geometry/surface.ts';
import {
  along,
  cross,
  length,
  perpendiculars,
  scale,
  sub,
  unit,
  type Vec3,
} from '../../core/geometry/vec.ts';
import { type EntityWriter, listOf, real } from './part21Text.ts';

const triple = (v: Vec3): string => listOf(v.map(real));
export const writePoint = (w: EntityWriter, p: Vec3): string => w.add(`CARTESIAN_POINT('',${triple(p)})`);
const direction = (w: EntityWriter, v: Vec3): string => w.once(`DIRECTION('',${triple(v)})`);

/** A placement: its origin, z and x axes, unit and square to each other. */
export const writePlacement = (w: EntityWriter, o: Vec3, z: Vec3, x: Vec3): string =>
  w.add(`AXIS2_PLACEMENT_3D('',${writePoint(w, o)},${direction(w, z)},${direction(w, x)})`);

/** How far a spline may stray from the curve it stands for, as a share of the part's size. */
const SPLINE_SHARE = 1e-7;

const conicPlacement = (w: EntityWriter, c: Vec3, u: Vec3, v: Vec3): string =>
  writePlacement(w, c, unit(cross(u, v)), unit(u));

/**
 * The curve of an edge: in closed form where it has one, else as a spline.
 * @param size the part's size, a length
 */
export const writeCurve = (w: EntityWriter, c: Curve3, from: number, to: number, size: number): string => {
  switch (c.type) {
    case 'line': {
      const vector = w.add(`VECTOR('',${direction(w, c.d)},1.)`);
      return w.add(`LINE('',${writePoint(w, c.p)},${vector})`);
    }
    case 'ellipse': {
      const [a, b] = [length(c.u), length(c.v)];
      if (Math.abs(a - b) <= 1e-13 * a)
        return w.add(`CIRCLE('',${conicPlacement(w, c.c, c.u, c.v)},${real(a)})`);
      // the longer axis is the first one, as readers expect it
      return a > b
        ? w.add(`ELLIPSE('',${conicPlacement(w, c.c, c.u, c.v)},${real(a)},${real(b)})`)
        : w.add(`ELLIPSE('',${conicPlacement(w, c.c, c.v, scale(c.u, -1))},${real(b)},${real(a)})`);
    }
    case 'parabola': {
      // in its plane x is along v and y along u: y^2 = 4 f x
      const f = length(c.u) ** 2 / (4 * length(c.v));
      return w.add(`PARABOLA('',${writePlacement(w, c.p, unit(cross(c.v, c.u)), unit(c.v))},${real(f)})`);
    }
    case 'hyperbola':
      return w.add(
        `HYPERBOLA('',${conicPlacement(w, c.c, c.u, c.v)},${real(length(c.u))},${real(length(c.v))})`,
      );
    default: {
      const s = splineAlong(c, from, to, size * SPLINE_SHARE);
      const poles = listOf(s.poles.map((p) => writePoint(w, p)));
      return w.add(
        `B_SPLINE_CURVE_WITH_KNOTS('',3,${poles},.UNSPECIFIED.,.F.,.F.,${listOf(s.times.map(String))},${listOf(s.knots.map(real))},.UNSPECIFIED.)`,
      );
    }
  }
};

/**
 * A sphere's poles and seam on the far side of a quarter of it: a face within the quarter meets neither.
 * @param towards a direction from the centre to the face
 */
const besideQuarter = (towards: Vec3): { readonly z: Vec3; readonly x: Vec3 } => {
  const [a, b] = [
    towards[0] < 0 ? -Math.SQRT1_2 : Math.SQRT1_2,
    towards[2] < 0 ? -Math.SQRT1_2 : Math.SQRT1_2,
  ];
  return { z: [a, 0, -b], x: [-a, 0, -b] };
};

/** The surface of a face; `near` is a place by which it lies. A cone is placed at its own scale from the apex, where its radius is not nought. */
export const writeSurface = (w: EntityWriter, s: Surface, near: Vec3, size: number): string => {
  switch (s.kind) {
    case 'plane':
      return w.add(`PLANE('',${placementAt(w, scale(s.n, s.d), s.n)})`);
    case 'cylinder':
      return w.add(`CYLINDRICAL_SURFACE('',${placementAt(w, s.o, s.a)},${real(s.r)})`);
    case 'cone': {
      const h = (size / 4) * s.cos;
      const at = placementAt(w, along(s.o, s.a, h), s.a);
      return w.add(
        `CONICAL_SURFACE('',${at},${real((h * s.sin) / s.cos)},${real(Math.atan2(s.sin, s.cos))})`,
      );
    }
    case 'sphere': {
      const { z, x } = besideQuarter(sub(near, s.o));
      return w.add(`SPHERICAL_SURFACE('',${writePlacement(w, s.o, z, x)},${real(s.r)})`);
    }
    case 'torus': {
      const at = placementAt(w, s.o, s.a);
      if (s.R < s.r)
        return w.add(
          `DEGENERATE_TOROIDAL_SURFACE('',${at},${real(Math.abs(s.R))},${real(s.r)},${s.R > 0 ? '.T.' : '.F.'})`,
        );
      return w.add(`TOROIDAL_SURFACE('',${at},${real(s.R)},${real(s.r)})`);
    }
  }
};

const placementAt = (w: EntityWriter, o: Vec3, z: Vec3): string =>
  writePlacement(w, o, z, perpendiculars(z)[0]);
