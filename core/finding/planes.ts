import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Surface } from '../geometry/surface.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { featureKey, featureOfFace } from '../naming/keys.ts';
import { isCut } from '../section/section.ts';
import type { CuttingPlane, Leg } from '../section/trace.ts';
import { shapePoint } from '../section/trace.ts';
import type { Solid } from '../solid/body.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';
import { bodyVertices } from '../solid/vertices.ts';
import { type Finding, said } from './finding.ts';

const onLeg = (leg: Leg, p: Vec3, tol: number): boolean => {
  if (Math.abs(dot(leg.kept.n, p) - leg.kept.d) > tol) return false;
  const [s] = shapePoint(leg, p);
  return s >= leg.from - tol && s <= leg.to + tol;
};

/**
 * The faces that a leg runs along: flat ones in its plane that reach into its own stretch, be it only in part. A place of each lies
 * on one of its edges.
 */
const facesAlong = (
  { faces, surfaces, tol }: Solid,
  edges: readonly Edge[],
  leg: Leg,
): readonly { readonly key: string; readonly at: Vec3 }[] => {
  const inPlane = new Set(
    faces.flatMap((f) => {
      const s = surfaces[f.surface] as Surface;
      if (s.kind !== 'plane') return [];
      const facing = dot(s.n, leg.kept.n);
      const near = tol.linear * 4;
      return Math.abs(Math.abs(facing) - 1) < EDGE_ON &&
        Math.abs(s.d * Math.sign(facing) - leg.kept.d) <= near
        ? [f.key]
        : [];
    }),
  );
  const start = dot(leg.origin, leg.sAxis);
  return [...inPlane].flatMap((key) => {
    const own = edges.filter((e) => isDrawn(e) && e.on.includes(key));
    const reaches = own.map((e) => edgeExtent(e, leg.sAxis).map((x) => x - start) as [number, number]);
    const lo = Math.max(leg.from, Math.min(...reaches.map((r) => r[0])));
    const hi = Math.min(leg.to, Math.max(...reaches.map((r) => r[1])));
    if (hi - lo <= tol.linear * 4) return [];
    // pieces of one face may lie on both sides of the leg's stretch with nothing in it
    const middle = (lo + hi) / 2;
    const across = own.find((_, i) => {
      const [from, to] = reaches[i] as [number, number];
      return from <= middle && to >= middle;
    });
    return across ? [{ key, at: pointOn(across.curve, (across.from + across.to) / 2) }] : [];
  });
};

/** Corners that a cut passes through, and faces that it runs along: a hair's breadth either way and the section is another. */
export const closeCalls = (part: BuiltPart, c: CuttingPlane): Finding[] => {
  const tol = part.tol.linear * 4;
  return part.bodies
    .filter((b) => isCut(b.solid, c))
    .flatMap(({ solid, edges }) =>
      c.legs.flatMap((leg): Finding[] => {
        const through = bodyVertices(edges, part.tol.linear).filter((v) => onLeg(leg, v.at, tol));
        const faces = facesAlong(solid, edges, leg);
        const along = faces.map(
          ({ key, at }): Finding => ({
            kind: 'plane along face',
            severity: 'doubt',
            where: featureKey(solid.name, featureOfFace(key)),
            at,
            what: `Cut "${c.name}" runs along the face "${key}".`,
            remedy: 'Move the cut a little into the material.',
          }),
        );
        // the corners of such a face are reported with it, the others together
        const [first, ...more] = through.filter((v) => !v.on.some((k) => faces.some((x) => x.key === k)));
        const corners: Finding[] = first
          ? [
              {
                kind: 'plane through corner',
                severity: 'note',
                where: solid.name,
                at: first.at,
                what: `Cut "${c.name}" passes through the corner at ${said(first.at)}${more.length ? ` and ${more.length} more` : ''}.`,
                remedy: 'Nothing need be done; a corner counts as one point of the section.',
              },
            ]
          : [];
        return [...along, ...corners];
      }),
    );
};
