import { type Box3, boxCentre, boxInside, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import type { Fault, Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { boxOfAdditions, type Solid, solidOf, type Tolerance, toleranceFor } from './body.ts';
import { type Boundary, bodyEdges, boundaryOf, type Edge } from './boundary.ts';
import { type Change, changeBetween, isSame } from './change.ts';
import { boxOfBody } from './extent.ts';
import type { BodyModel, PartModel } from './partModel.ts';
import type { PlacedThread } from './thread.ts';

/** A body with its boundary worked out. */
export type BuiltBody = {
  readonly solid: Solid;
  readonly edges: readonly Edge[];
  readonly boundary: Boundary;
  /** the state it was built from, if it was, and what changed since */
  readonly since?: { readonly solid: Solid; readonly change: Change };
};
/** The threads on all round faces of some bodies. */
export const threadsOf = (bodies: readonly BuiltBody[]): PlacedThread[] =>
  bodies.flatMap((b) => b.solid.model.operations.flatMap((o) => o.threads ?? []));

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

/** Builds one body; away from what changed since `before`, its edges are taken over. */
const buildBody = (model: BodyModel, tol: Tolerance, before: BuiltBody | undefined): BuiltBody => {
  const solid = solidOf(model, tol);
  const change = before && changeBetween(before.solid, solid);
  if (!before || !change) {
    const boundary = boundaryOf(solid);
    return { solid, edges: boundary.edges, boundary };
  }
  if (isSame(change)) return { ...before, solid, since: { solid: before.solid, change } };
  const boundary = boundaryOf(solid, { memory: before.boundary.memory, change });
  return { solid, edges: boundary.edges, boundary, since: { solid: before.solid, change } };
};

/**
 * How many times its own size a part may lie from the origin. Coordinates have 16 digits in all: of 484 random parts moved as far
 * as this the lines keep their lengths to 1e-9 of the size but in three, which change as much when they are moved a little; at 98
 * sizes one lost a line, at 2000 one in fifteen.
 */
export const MOST_SIZES_AWAY = 30;

/** The fault of a part that lies too far from the origin to be worked out exactly. */
const farAway = (model: PartModel, tol: Tolerance): Fault | undefined => {
  const times = Math.hypot(...boxCentre(boxOfAdditions(model.bodies))) / tol.size;
  return times > MOST_SIZES_AWAY
    ? {
        path: ['bodies', 0, 'at'],
        where: `body "${model.bodies[0]?.name}", at`,
        ...says('part.far', { times: Math.round(times), most: MOST_SIZES_AWAY }),
      }
    : undefined;
};

/**
 * Builds the boundary of every body.
 * @param before the part's last state: what a change does not touch is taken over from it
 * @returns the built part, or a fault naming the cut that leaves nothing, or that the part lies too far from the origin
 */
export const buildPart = (model: PartModel, before?: BuiltPart): Result<BuiltPart> => {
  const tol = toleranceFor(model.bodies);
  const far = farAway(model, tol);
  if (far) return { ok: false, faults: [far] };
  const faults: Fault[] = [];
  const bodies = model.bodies.map((body, i) => {
    const built = buildBody(
      body,
      tol,
      before?.bodies.find((b) => b.solid.name === body.name),
    );
    // a body that is as it was has something left, as it had
    const fatal = built.since && isSame(built.since.change) ? undefined : removesAll(body, built.edges, tol);
    if (fatal !== undefined) {
      const { feature, op } = body.operations[fatal]!;
      faults.push({
        path: ['bodies', i, 'features', feature],
        where: `body "${body.name}", feature "${feature}"`,
        ...says('body.nothing-left', { op }),
      });
    }
    return built;
  });
  if (faults.length) return { ok: false, faults };
  const box = bodies.reduce((b, { solid, edges }) => joinBoxes(b, boxOfBody(solid, edges)), EMPTY_BOX);
  return { ok: true, value: { name: model.name, units: model.units, tol, bodies, box } };
};
