import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from '../faces/bodyFaces.ts';
import { loopsOf } from '../faces/loopsOfFaces.ts';
import { cone, cylinder, normalAt, type Surface, signedDistance } from '../geometry/surface.ts';
import { add, along, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { type Arc, arcsOf, MOST_STEP, ROUGH } from './facetArcs.ts';
import { facesByEdge } from './flatBodyFaces.ts';

/** Facets that stand for one round face. */
export type Patch = {
  readonly facets: ReadonlySet<number>;
  readonly surface: Surface;
  readonly outward: 1 | -1;
};

const outOf = (f: BodyFace): Vec3 | undefined =>
  f.surface.kind === 'plane' ? scale(f.surface.n, f.outward) : undefined;

/** The uses of edges that bound some faces together. */
export const rimOf = (
  body: BodyFaces,
  facesAt: readonly (readonly number[])[],
  faces: ReadonlySet<number>,
): EdgeUse[] =>
  [...faces]
    .flatMap((f) => (body.faces[f] as BodyFace).loops.flat())
    .filter((u) => (facesAt[u.edge] as number[]).some((f) => !faces.has(f)));

/** The rounds that may go on from a circle in a flat face: the cylinder on it, and the cone through a corner of the facets beside it. */
const roundsBy = (
  body: BodyFaces,
  cornersAt: readonly (readonly number[])[],
  facets: readonly number[],
  c: Vec3,
  r: number,
  n: Vec3,
  tol: number,
): Surface[] => {
  const out: Surface[] = [cylinder(c, n, r)];
  const off = facets
    .flatMap((f) => cornersAt[f] as number[])
    .map((v) => body.vertices[v] as Vec3)
    .find((p) => Math.abs(dot(sub(p, c), n)) > tol * ROUGH);
  if (!off) return out;
  const h = dot(sub(off, c), n);
  const radius = length(along(sub(off, c), n, -h));
  if (Math.abs(radius - r) <= tol) return out;
  // the apex lies where the radius comes to nothing
  const to = (h * r) / (r - radius);
  const up = to > 0 ? -1 : 1;
  out.push(cone(along(c, n, to), scale(n, up), Math.atan2(r, Math.abs(to))));
  return out;
};

/** The patches of facets of a body, from the circles in its flat faces. @param tol lengths up to this are one place */
export const patchesOf = (body: BodyFaces, tol: number): Patch[] => {
  const facesAt = facesByEdge(body);
  const cornersAt = body.faces.map((f) => [
    ...new Set(
      f.loops.flat().flatMap((u) => {
        const e = body.edges[u.edge] as BodyEdge;
        return [e.start, e.end];
      }),
    ),
  ]);
  const taken = new Set<number>();
  const patches: Patch[] = [];
  const isFacet = (face: number, s: Surface): boolean => {
    const out = outOf(body.faces[face] as BodyFace);
    const own = cornersAt[face] as number[];
    if (!out || taken.has(face)) return false;
    const points = own.map((v) => body.vertices[v] as Vec3);
    if (points.some((p) => Math.abs(signedDistance(s, p)) > tol)) return false;
    const middle = scale(points.reduce(add), 1 / points.length);
    return Math.abs(dot(normalAt(s, middle), out)) > Math.cos(MOST_STEP);
  };
  const grow = (first: readonly number[], s: Surface): Set<number> => {
    const own = new Set(first);
    const queue = [...first];
    for (let face = queue.pop(); face !== undefined; face = queue.pop())
      for (const u of (body.faces[face] as BodyFace).loops.flat())
        for (const next of facesAt[u.edge] as number[])
          if (!own.has(next) && isFacet(next, s)) {
            own.add(next);
            queue.push(next);
          }
    return own;
  };
  /** The patch that goes on from an arc, on the side of the facets given. */
  const begin = ({ c, r }: Arc, beside: readonly (number | undefined)[], n: Vec3): boolean => {
    if (beside.some((x) => x === undefined || taken.has(x))) return false;
    const first = [...new Set(beside as number[])];
    for (const surface of roundsBy(body, cornersAt, first, c, r, n, tol)) {
      if (!first.every((x) => isFacet(x, surface))) continue;
      const facets = grow(first, surface);
      for (const x of facets) taken.add(x);
      const any = first[0] as number;
      const corners = (cornersAt[any] as number[]).map((v) => body.vertices[v] as Vec3);
      const out = outOf(body.faces[any] as BodyFace) as Vec3;
      const isFilled = dot(normalAt(surface, scale(corners.reduce(add), 1 / corners.length)), out) > 0;
      patches.push({ facets, surface, outward: isFilled ? 1 : -1 });
      return true;
    }
    return false;
  };
  const beyond = (u: EdgeUse, isOwn: (face: number) => boolean): number | undefined =>
    (facesAt[u.edge] as number[]).find((x) => !isOwn(x));
  body.faces.forEach((f, face) => {
    if (f.surface.kind !== 'plane') return;
    for (const arc of f.loops.flatMap((l) => arcsOf(body, l, tol)))
      begin(
        arc,
        arc.run.map((u) => beyond(u, (x) => x === face)),
        f.surface.n,
      );
  });
  // a round may go on from another one: the tip of a drilled hole, a chamfer
  for (let i = 0; i < patches.length; i++) {
    const { facets, surface, outward } = patches[i] as Patch;
    if (surface.kind !== 'cylinder' && surface.kind !== 'cone') continue;
    for (const loop of loopsOf(rimOf(body, facesAt, facets), body.edges, body.vertices, surface, outward))
      for (const arc of arcsOf(body, loop, tol).filter((x) => x.run.length === loop.length))
        begin(
          arc,
          arc.run.map((u) => beyond(u, (x) => facets.has(x))),
          surface.a,
        );
  }
  return patches;
};
