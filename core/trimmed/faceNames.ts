import type { Vec3 } from '../geometry/vec.ts';
import { DEGREE } from '../number/angle.ts';
import type { SurfaceOf, TrimmedSolid } from './trimmedSolid.ts';

const SIDES: readonly (readonly [string, Vec3])[] = [
  ['right', [1, 0, 0]],
  ['left', [-1, 0, 0]],
  ['back', [0, 1, 0]],
  ['front', [0, -1, 0]],
  ['top', [0, 0, 1]],
  ['bottom', [0, 0, -1]],
];

const figure = (x: number): string => String(Number(x.toPrecision(6)));

/** What kind of face it is and where it looks or how large it is: "plane top", "cylinder ⌀12". */
const kindOfFace = (s: SurfaceOf): string => {
  switch (s.kind) {
    case 'plane': {
      const side = SIDES.find(([, n]) => n[0] * s.n[0] + n[1] * s.n[1] + n[2] * s.n[2] > 1 - 1e-12);
      return `plane ${side ? side[0] : 'aslant'}`;
    }
    case 'cylinder':
      return `cylinder ⌀${figure(2 * s.r)}`;
    case 'cone':
      return `cone ${figure((2 * s.half) / DEGREE)}°`;
    case 'sphere':
      return `sphere ⌀${figure(2 * s.r)}`;
    case 'torus':
      return `torus ⌀${figure(2 * s.R)} x ${figure(2 * s.r)}`;
  }
};

/** The solid with its faces named by kind and place, numbered in their order: "plane top 1", "cylinder ⌀12 1". */
export const namedFaces = (s: TrimmedSolid): TrimmedSolid => {
  const counts = new Map<string, number>();
  return {
    ...s,
    faces: s.faces.map((f) => {
      const kind = kindOfFace(f.surface);
      const n = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, n);
      return { ...f, name: `${kind} ${n}` };
    }),
  };
};
