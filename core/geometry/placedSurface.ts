import { mapPoint, type Rigid, turnVector } from './rigid.ts';
import { cone, cylinder, plane, type Surface, sphere, torus } from './surface.ts';
import { dot } from './vec.ts';

/** A surface moved and turned by a rigid map, from its local frame to the world. Its inside stays its inside, except a plane's. */
export const placedSurface = (m: Rigid, s: Surface): Surface => {
  switch (s.kind) {
    case 'plane': {
      const n = turnVector(m, s.n);
      return plane(n, s.d + dot(n, m.origin));
    }
    case 'cylinder':
      return cylinder(mapPoint(m, s.o), turnVector(m, s.a), s.r);
    case 'cone':
      return cone(mapPoint(m, s.o), turnVector(m, s.a), Math.atan2(s.sin, s.cos));
    case 'sphere':
      return sphere(mapPoint(m, s.o), s.r);
    case 'torus':
      return torus(mapPoint(m, s.o), turnVector(m, s.a), s.R, s.r);
  }
};
