import { type Curve3, pointOn, within } from '../geometry/curve3.ts';
import { dot } from '../geometry/vec.ts';
import type { Edge } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { crossings } from '../solid/crossings.ts';
import type { SceneBody } from '../view/scene.ts';
import { type CutFace, type CutPoint, cutFaceOf, cutPointsOf } from './cutFace.ts';
import { type CuttingPlane, cutterOf } from './trace.ts';

/** What one plane does to one body. */
export type BodySection = {
  readonly name: string;
  readonly hatched: boolean;
  readonly face: CutFace;
  readonly cutPoints: readonly CutPoint[];
};
export type Section = {
  readonly plane: CuttingPlane;
  /** bodies that the plane cuts */
  readonly bodies: readonly BodySection[];
  /** the bodies as they remain, for sectional views */
  readonly remains: readonly SceneBody[];
};

const inPlane = (e: { curve: Curve3; from: number; to: number }, c: CuttingPlane, tol: number): boolean =>
  [0.21, 0.5, 0.83].every(
    (f) => Math.abs(dot(c.kept.n, pointOn(e.curve, e.from + f * (e.to - e.from))) - c.kept.d) <= tol,
  );

/** The stretches of an edge on the kept side; nothing of an edge that lies in the plane (the cut face's outline is there). */
const keptParts = (e: Edge, c: CuttingPlane, tol: number): Edge[] => {
  const side = (t: number): number => dot(c.kept.n, pointOn(e.curve, t)) - c.kept.d;
  if (inPlane(e, c, tol)) return [];
  const cuts = within(e.curve, crossings(e.curve, cutterOf(c), tol), e.from, e.to);
  const knots = [e.from, ...cuts, e.to];
  return knots.slice(1).flatMap((to, i) => {
    const from = knots[i] as number;
    if (side((from + to) / 2) <= tol && side(from + 0.3 * (to - from)) <= tol) return [];
    return [{ ...e, from, to, closed: e.closed && knots.length === 2 }];
  });
};

const isCut = (name: string, sectioned: boolean, c: CuttingPlane): boolean =>
  c.cut.includes(name) || (sectioned && !c.whole.includes(name));

/** Cuts a built part. Bodies that the plane misses, or that are left whole, remain as they are or go with their side. */
export const sectionOf = (part: BuiltPart, c: CuttingPlane): Section => {
  const tol = part.tol.linear;
  const bodies: BodySection[] = [];
  let count = 0;
  const remains = part.bodies.map(({ solid, edges }): SceneBody => {
    if (!isCut(solid.name, solid.sectioned, c)) return { solid, edges };
    const face = cutFaceOf(solid, c);
    if (face.loops.length) {
      const cutPoints = cutPointsOf(face, edges, c, tol, count + 1);
      count += cutPoints.length;
      bodies.push({ name: solid.name, hatched: true, face, cutPoints });
    }
    const rim = face.loops.flatMap((l, k) =>
      l.pieces.map(
        (p, i): Edge => ({
          key: `cut ${c.name} | ${solid.name} ${k + 1}.${i + 1}`,
          curve: p.curve,
          from: Math.min(p.from, p.to),
          to: Math.max(p.from, p.to),
          closed: l.pieces.length === 1,
          kind: 'sharp',
          sheets: [{ surface: p.surface, side: 1, outward: 1 }],
          on: [`cut/${c.name}`, p.face],
        }),
      ),
    );
    return { solid, edges: [...edges.flatMap((e) => keptParts(e, c, tol)), ...rim], kept: c.kept };
  });
  return { plane: c, bodies, remains };
};
