import { type Box3, boxInside, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import type { Fault, Result } from '../number/fault.ts';
import type { BodyModel, PartModel } from '../part/model.ts';
import { type Solid, solidOf, type Tolerance, toleranceFor } from './body.ts';
import { bodyEdges, type Edge } from './boundary.ts';
import { boxOfBody } from './extent.ts';

/** A body with its boundary worked out. */
export type BuiltBody = { readonly solid: Solid; readonly edges: readonly Edge[] };
/** A part ready to be viewed, cut and measured. */
export type BuiltPart = {
  readonly name: string;
  readonly units: 'mm' | 'in';
  readonly tol: Tolerance;
  readonly bodies: readonly BuiltBody[];
  /** the exact box of all bodies */
  readonly box: Box3;
};

const emptyAfter = (model: BodyModel, count: number, tol: Tolerance): boolean =>
  bodyEdges(solidOf({ ...model, operations: model.operations.slice(0, count) }, tol)).length === 0;

/** The first operation after which nothing is left, if there is one. */
const removesAll = (model: BodyModel, edges: readonly Edge[], tol: Tolerance): number | undefined => {
  // a cut can only take everything if its cells together cover the box of all added so far
  let added = EMPTY_BOX;
  const suspects: number[] = [];
  model.operations.forEach((o, i) => {
    const reach = o.cells.reduce((b, c) => joinBoxes(b, c.cell.box), EMPTY_BOX);
    if (o.op === 'add') added = joinBoxes(added, reach);
    else if (o.op === 'keep' || boxInside(added, reach, tol.linear)) suspects.push(i);
  });
  const last = model.operations.length - 1;
  if (!edges.length && !suspects.includes(last)) suspects.push(last);
  return suspects.find((i) => (i === last ? edges.length === 0 : emptyAfter(model, i + 1, tol)));
};

/**
 * Builds the boundary of every body.
 * @returns the built part, or a fault naming the cut that leaves nothing
 */
export const buildPart = (model: PartModel): Result<BuiltPart> => {
  const tol = toleranceFor(model.bodies);
  const faults: Fault[] = [];
  const bodies = model.bodies.map((body, i) => {
    const solid = solidOf(body, tol);
    const edges = bodyEdges(solid);
    const fatal = removesAll(body, edges, tol);
    if (fatal !== undefined) {
      const { feature, op } = body.operations[fatal]!;
      faults.push({
        path: ['bodies', i, 'features', feature],
        where: `body "${body.name}", feature "${feature}"`,
        what:
          op === 'keep' ? 'Keeping only this leaves nothing of the body.' : 'This cut removes everything.',
        mend: 'Make it smaller, move it, or switch it off.',
      });
    }
    return { solid, edges };
  });
  if (faults.length) return { ok: false, faults };
  const box = bodies.reduce((b, { solid, edges }) => joinBoxes(b, boxOfBody(solid, edges)), EMPTY_BOX);
  return { ok: true, value: { name: model.name, units: model.units, tol, bodies, box } };
};
