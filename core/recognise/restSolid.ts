import type { BodyEdge } from '../faces/bodyFaces.ts';
import { pointOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { scale } from '../geometry/vec.ts';
import { namedFaces } from '../trimmed/faceNames.ts';
import type { EdgeOf, FaceOf, SurfaceOf, TrimmedSolid } from '../trimmed/trimmedSolid.ts';
import type { Live, Shell } from './shell.ts';

/** So many points lead along a curve that is known only as the meeting of two surfaces. */
const POINTS = 9;

const edgeOf = ({ curve, from, to }: BodyEdge): EdgeOf => {
  if (curve.type === 'line') return { kind: 'line', ends: [pointOn(curve, from), pointOn(curve, to)] };
  if (curve.type === 'ellipse') return { kind: 'ellipse', c: curve.c, u: curve.u, v: curve.v, from, to };
  const through = Array.from({ length: POINTS }, (_, i) =>
    pointOn(curve, from + ((to - from) * i) / (POINTS - 1)),
  );
  return { kind: 'meeting', through };
};

const surfaceOf = (s: Surface, outward: 1 | -1): SurfaceOf => {
  const filled = outward === 1;
  switch (s.kind) {
    case 'plane':
      return { kind: 'plane', n: scale(s.n, outward), d: s.d * outward };
    case 'cylinder':
      return { kind: 'cylinder', o: s.o, a: s.a, r: s.r, filled };
    case 'cone':
      return { kind: 'cone', o: s.o, a: s.a, half: Math.atan2(s.sin, s.cos), filled };
    case 'sphere':
      return { kind: 'sphere', o: s.o, r: s.r, filled };
    case 'torus':
      return { kind: 'torus', o: s.o, a: s.a, R: s.R, r: s.r, filled };
  }
};

/** What is left of a shell, as a solid by its faces: where something was taken from it, its faces are closed. */
export const restSolid = (s: Shell, live: Live): TrimmedSolid => {
  const numbers = new Map<number, number>();
  const edges: EdgeOf[] = [];
  const numberOf = (edge: number): number => {
    const known = numbers.get(edge);
    if (known !== undefined) return known;
    const e = s.body.edges[edge] as BodyEdge;
    numbers.set(edge, edges.length);
    edges.push(edgeOf(e));
    return edges.length - 1;
  };
  const faces = [...live.faces].map((face): FaceOf => {
    const { surface, outward } = s.body.faces[face] as (typeof s.body.faces)[number];
    return {
      name: '',
      surface: surfaceOf(surface, outward),
      edges: s.loops.flatMap((l, i) =>
        l.face === face && live.loops.has(i) ? l.uses.map((u) => [numberOf(u.edge), u.sense] as const) : [],
      ),
    };
  });
  return namedFaces({ kind: 'trimmed', edges, faces });
};
