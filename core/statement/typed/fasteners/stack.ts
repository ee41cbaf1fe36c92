import { EDGE_ON } from '../../../geometry/nearness.ts';
import { along, cross, dot, length, perpendiculars, sub, type Vec3 } from '../../../geometry/vec.ts';
import { faceKey } from '../../../naming/keys.ts';
import { namedFaces } from '../../../part/placing.ts';
import { type Solid, solidIntervals, solidOf, toleranceFor } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import type { PlacedThread } from '../../../solid/thread.ts';

/** Round holes in one line through several bodies, and what stands along them. */
export type HoleLine = {
  readonly axis: Vec3;
  readonly point: Vec3;
  readonly holes: readonly Hole[];
};
export type Hole = {
  readonly body: string;
  readonly feature: string;
  /** the face that has the axis: "bore/wall@2" */
  readonly face: string;
  readonly radius: number;
  /** the feature's own z, which relations go by */
  readonly z: Vec3;
  readonly thread?: PlacedThread;
};

/** As near as this, as a share of the size, two axes are one. */
const ONE_LINE = 1e-6;

const holesOf = (body: BodyModel): (Hole & { readonly point: Vec3 })[] =>
  body.operations
    .filter((o) => o.op === 'cut')
    .flatMap((o) =>
      o.cells.flatMap(({ cell, copy }) =>
        cell.faces.flatMap((f) => {
          if (f.surface.kind !== 'cylinder' || (f.role !== 'wall' && f.role !== 'side')) return [];
          const face = faceKey(o.feature, f.role, copy);
          const thread = o.threads?.find((t) => t.face === face);
          return [
            {
              body: body.name,
              feature: o.feature,
              face,
              radius: f.surface.r,
              z: cell.place.z,
              point: f.surface.o,
              ...(thread && { thread }),
            },
          ];
        }),
      ),
    );

/** The holes of some bodies, gathered by their lines; a hole that goes through one body alone has a line of its own. */
export const holeLines = (bodies: readonly BodyModel[]): HoleLine[] => {
  const tol = toleranceFor(bodies).size * ONE_LINE;
  const lines: { axis: Vec3; point: Vec3; holes: Hole[] }[] = [];
  for (const body of bodies)
    for (const { point, ...hole } of holesOf(body)) {
      const home = lines.find(
        (l) => length(cross(l.axis, hole.z)) < EDGE_ON && length(cross(l.axis, sub(point, l.point))) <= tol,
      );
      // a round wall is stated in two halves
      if (home?.holes.some((h) => h.body === hole.body && h.face === hole.face)) continue;
      if (home) home.holes.push(hole);
      else lines.push({ axis: hole.z, point, holes: [hole] });
    }
  return lines;
};

/** Solids that rays are sent through, by body. */
export type Standing = { readonly model: BodyModel; readonly solid: Solid };
export const standingOf = (bodies: readonly BodyModel[]): Standing[] => {
  const tol = toleranceFor(bodies);
  return bodies.map((model) => ({ model, solid: solidOf(model, tol) }));
};

/** How far outside a shank's radius its bearing faces are looked for, as a share of the radius. */
const OUTSIDE = 1.04;

/** Stretches of material along a line beside a shank, each with the body it belongs to, by the distance along the axis from its point. */
export const materialBeside = (
  bodies: readonly Standing[],
  point: Vec3,
  axis: Vec3,
  radius: number,
): { readonly body: BodyModel; readonly from: number; readonly to: number }[] => {
  // beside the shank, where no edge of a hexagon or a plate is likely to run
  const [e1, e2] = perpendiculars(axis);
  const beside = along(along(point, e1, radius * OUTSIDE * 0.8), e2, radius * OUTSIDE * 0.6);
  return bodies.flatMap(({ model, solid }) => {
    const x = solidIntervals(
      solid,
      beside,
      axis,
      solid.cells.map((_, i) => i),
    );
    return Array.from({ length: x.length / 2 }, (_, i) => ({
      body: model,
      from: x[2 * i] as number,
      to: x[2 * i + 1] as number,
    }));
  });
};

/** A flat face of a body square to an axis at a distance along it, that looks along a direction; its name. */
export const faceAt = (body: BodyModel, point: Vec3, toward: Vec3, tol: number): string | undefined =>
  namedFaces(body, 'flat').find(
    (f) => dot(f.direction, toward) > 1 - 1e-9 && Math.abs(dot(f.direction, sub(f.point, point))) <= tol,
  )?.name;
