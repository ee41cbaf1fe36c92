import { along, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import type { Solid } from '../solid/body.ts';
import { insideCell } from '../solid/cell.ts';
import { type CuttingPlane, cutterOf, type Leg, shapePoint } from './trace.ts';

/** A plane that is less than this far from running along the line of sight meets it nowhere in particular. */
const ALONG_SIGHT = 1e-6;

/** Where the line of sight through a place of a view meets a leg of a cut; nothing beyond the stretch in which that leg cuts. */
const pointOnLeg = (leg: Leg, view: ViewName, [x, y]: Vec2): Vec3 | undefined => {
  const { u, v, toward } = VIEW_FRAMES[view];
  const { n, d } = cutterOf(leg);
  const slope = dot(n, toward);
  if (Math.abs(slope) < ALONG_SIGHT) return undefined;
  const seen: Vec3 = along([u[0] * x, u[1] * x, u[2] * x], v, y);
  const p = along(seen, toward, (d - dot(n, seen)) / slope);
  const [s] = shapePoint(leg, p);
  return s >= leg.from && s <= leg.to ? p : undefined;
};

/** What is asked of a body that a plane may meet. */
type Met = Pick<Solid, 'name' | 'cells' | 'model' | 'removed'>;

/** The feature that the material at a point belongs to: the last one that says anything there, where that adds and no cut took it away. */
const featureAt = ({ cells, model, removed }: Met, p: Vec3): string | undefined => {
  const last = cells.findLast((c) => insideCell(c.cell, p));
  if (last && removed.some((r) => insideCell(r.region, p) && !r.spared[last.op])) return undefined;
  const operation = last && model.operations[last.op];
  return operation?.op === 'add' ? operation.feature : undefined;
};

/**
 * What a cutting plane meets behind a place of a view: a body, and the feature of it that adds the material there. Bodies and features that the cut
 * leaves whole are found as well.
 * @param place across and up in the view, part units
 * @returns nothing where the plane meets no material there
 */
export const metAt = (
  solids: readonly Met[],
  c: CuttingPlane,
  view: ViewName,
  place: Vec2,
): { readonly body: string; readonly feature: string } | undefined => {
  for (const leg of c.legs) {
    const p = pointOnLeg(leg, view, place);
    if (!p) continue;
    for (const solid of solids) {
      const feature = featureAt(solid, p);
      if (feature !== undefined) return { body: solid.name, feature };
    }
  }
  return undefined;
};
