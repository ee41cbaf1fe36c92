import { tangentOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { cross, dot, length, scale } from '../geometry/vec.ts';
import { frameToward } from '../geometry/viewFrames.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import type { BuiltBody } from '../solid/build.ts';
import { samplesOf } from '../solid/quadrature.ts';
import { type CutFace, faceOf, loopsOf } from './cutFace.ts';
import type { RimPiece } from './rim.ts';
import type { Leg } from './trace.ts';

/** A flat face of a body in its true shape: (s, t) as its own observer has them to the right and up. */
export type FaceShape = { readonly leg: Leg; readonly face: CutFace };

/**
 * The true shape of a flat face, seen square to it from outside.
 * @param key the face, "feature/face name"
 * @returns undefined where there is no such flat face on the body
 */
export const faceShape = ({ solid, edges }: BuiltBody, key: string): FaceShape | undefined => {
  const id = solid.faces.find((f) => f.key === key && solid.surfaces[f.surface]?.kind === 'plane')?.surface;
  if (id === undefined) return undefined;
  const plane = solid.surfaces[id] as Extract<Surface, { kind: 'plane' }>;
  const own = edges.filter(
    (e) => isDrawn(e) && e.on.includes(key) && e.coedges.some((s) => s.surface === id),
  );
  const coedge = own[0]?.coedges.find((s) => s.surface === id);
  if (!coedge) return undefined;
  const out = scale(plane.n, coedge.outward);
  const { u, v } = frameToward(out);
  const leg: Leg = {
    start: [0, 0],
    direction: [1, 0],
    angle: 0,
    end: undefined,
    sight: [0, 1],
    kept: { n: scale(out, -1), d: -coedge.outward * plane.d },
    origin: [0, 0, 0],
    sAxis: u,
    tAxis: v,
    from: Number.NEGATIVE_INFINITY,
    to: Number.POSITIVE_INFINITY,
  };
  const pieces = own.map((e): RimPiece => {
    const { side } = e.coedges.find((s) => s.surface === id) as Edge['coedges'][number];
    // the face lies on the left of its outline
    const tangent = tangentOn(e.curve, (e.from + e.to) / 2);
    const left = dot(scale(cross(plane.n, tangent), side), cross(out, tangent)) > 0;
    const [from, to] = left ? [e.from, e.to] : [e.to, e.from];
    return { curve: e.curve, from, to, surface: id, skin: plane, face: key, leg: 0 };
  });
  return { leg, face: faceOf(loopsOf(pieces, [leg], solid.tol.linear)) };
};

/** The true length of an edge, part units. */
export const trueLength = ({ curve, from, to }: Edge): number =>
  samplesOf(curve, from, to).reduce((sum, x) => sum + Math.abs(x.w) * length(x.v), 0);
