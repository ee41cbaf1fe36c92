import { turnVector } from '../geometry/rigid.ts';
import { scale, type Vec3 } from '../geometry/vec.ts';
import type { Cell } from './cell.ts';
import { loopArea } from './loop.ts';

/** The direction out of a cell at one of its flat faces, unit, in the world; undefined for a face that is not flat or not there. */
export const outwardOf = (c: Cell, role: string): Vec3 | undefined => {
  const { solid: s, place } = c;
  switch (s.kind) {
    case 'trimmed': {
      const face = s.faces.find((f) => f.name === role)?.surface;
      return face?.kind === 'plane' ? turnVector(place, face.n) : undefined;
    }
    case 'convex': {
      const face = s.planes.find((p) => p.role === role);
      return face && turnVector(place, face.n);
    }
    case 'sweep': {
      const up = s.z1 > s.z0 ? 1 : -1;
      if (role === s.roles.high) return scale(place.z, up);
      if (role === s.roles.low) return scale(place.z, -up);
      const side = s.loop.find((l) => l.role === role && !l.arc);
      if (!side) return undefined;
      const [dx, dy] = [side.b[0] - side.a[0], side.b[1] - side.a[1]];
      const k = Math.sign(loopArea(s.loop)) / Math.hypot(dx, dy);
      return turnVector(place, [dy * k, -dx * k, 0]);
    }
    case 'turned': {
      const disc = s.loop.find((l) => l.role === role && !l.arc && Math.abs(l.b[1] - l.a[1]) <= s.snap);
      if (!disc) return undefined;
      // with the loop counter-clockwise in (radius, z), the outside is to the right of its run
      const k = Math.sign(loopArea(s.loop)) * Math.sign(disc.b[0] - disc.a[0]);
      return scale(place.z, -k);
    }
  }
};
