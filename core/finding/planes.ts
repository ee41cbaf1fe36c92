import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import { featureKey, featureOfFace } from '../naming/keys.ts';
import { isCut } from '../section/section.ts';
import type { CuttingPlane, Leg } from '../section/trace.ts';
import { shapePoint } from '../section/trace.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { bodyVertices } from '../solid/vertices.ts';
import { type Finding, said } from './finding.ts';

const onLeg = (leg: Leg, p: Vec3, tol: number): boolean => {
  if (Math.abs(dot(leg.kept.n, p) - leg.kept.d) > tol) return false;
  const [s] = shapePoint(leg, p);
  return s >= leg.from - tol && s <= leg.to + tol;
};

/** Corners that a cut passes through, and faces that it runs along: a hair's breadth either way and the section is another. */
export const closeCalls = (part: BuiltPart, c: CuttingPlane): Finding[] => {
  const tol = part.tol.linear * 4;
  return part.bodies
    .filter((b) => isCut(b.solid, c))
    .flatMap(({ solid, edges }) =>
      c.legs.flatMap((leg): Finding[] => {
        const through = bodyVertices(edges, part.tol.linear).filter((v) => onLeg(leg, v.at, tol));
        // a face lies along the plane where two of its edges that are not one line do
        const flat = edges.filter(
          (e) =>
            isDrawn(e) &&
            [0.1, 0.5, 0.8].every((k) => onLeg(leg, pointOn(e.curve, e.from + k * (e.to - e.from)), tol)),
        );
        const faces = [...new Set(flat.flatMap((e) => e.on))].filter((key) => {
          const id = solid.faces.find((f) => f.key === key)?.surface;
          const s = id === undefined ? undefined : solid.surfaces[id];
          return (
            s?.kind === 'plane' &&
            Math.abs(Math.abs(dot(s.n, leg.kept.n)) - 1) < EDGE_ON &&
            flat.some((e) => e.on.includes(key))
          );
        });
        const along = faces.map((key): Finding => {
          const e = flat.find((x) => x.on.includes(key));
          return {
            kind: 'plane along face',
            severity: 'doubt',
            where: featureKey(solid.name, featureOfFace(key)),
            at: e ? pointOn(e.curve, (e.from + e.to) / 2) : [0, 0, 0],
            what: `Cut "${c.name}" runs along the face "${key}".`,
            remedy: 'Move the cut a little into the material.',
          };
        });
        // the corners of such a face are reported with it, the others together
        const [first, ...more] = through.filter((v) => !v.on.some((k) => faces.includes(k)));
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
