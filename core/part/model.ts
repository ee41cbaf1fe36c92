import { type Box3, boxCorners, boxDiagonal, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { compose, type Rigid, toLocal } from '../geometry/rigid.ts';
import type { Units } from '../number/expression.ts';
import { attempt, type Result } from '../number/fault.ts';
import { type Cell, cell, type LocalSolid } from '../solid/cell.ts';
import { bodyPlacement, placementsOf } from './placement.ts';
import { type PartFile, partSchema, readBySchema } from './schema.ts';
import { localShape, THROUGH } from './shapes.ts';
import { type SizeReader, sizeReader } from './sizes.ts';

/** A feature worked out: its cells in the world, each with the mark of the copy it belongs to. */
export type Operation = {
  readonly feature: string;
  readonly op: 'add' | 'cut' | 'keep';
  /** false for a feature that sections leave whole: a rib, a web */
  readonly sectioned: boolean;
  readonly cells: readonly { readonly cell: Cell; readonly copy: string }[];
};
export type BodyModel = {
  readonly name: string;
  readonly sectioned: boolean;
  readonly operations: readonly Operation[];
};
/** The part with every expression worked out and every feature in its place; lengths in `units`. */
export type PartModel = {
  readonly name: string;
  readonly units: Units;
  readonly bodies: readonly BodyModel[];
};

/** Runs a "through" sweep from its mouth past all that the body has below it. */
const withReach = (solid: LocalSolid, place: Rigid, sofar: Box3): LocalSolid => {
  if (solid.kind !== 'sweep' || solid.z0 !== THROUGH) return solid;
  const depths = Number.isFinite(sofar[0]) ? boxCorners(sofar).map((p) => toLocal(place, p)[2]) : [0];
  const clear = 0.05 * (Number.isFinite(sofar[0]) ? boxDiagonal(sofar) : 1);
  return { ...solid, z0: Math.min(0, ...depths) - clear };
};

const bodyModel = (file: PartFile, index: number, read: SizeReader): BodyModel => {
  const body = file.bodies[index] as PartFile['bodies'][number];
  const path = ['bodies', index];
  const outer = bodyPlacement(body, read, path);
  const seen = new Set<string>();
  const operations: Operation[] = [];
  let sofar: Box3 = EMPTY_BOX;
  body.features.forEach((feature, i) => {
    const at = [...path, 'features', i];
    if (seen.has(feature.id))
      read.refuse(
        [...at, 'id'],
        `The name "${feature.id}" is used twice in this body.`,
        'Give each feature a name of its own.',
      );
    seen.add(feature.id);
    if (feature.off) return;
    if (feature.op !== 'add' && operations.length === 0)
      read.refuse(
        [...at, 'op'],
        `A body cannot begin with "${feature.op}".`,
        'Begin it with a shape that is added.',
      );
    const { solids } = localShape(feature.shape, read, [...at, 'shape']);
    const cells = placementsOf(feature, read, at).flatMap(({ place, copy }) => {
      const world = compose(outer, place);
      return solids.map((s) => ({ cell: cell(withReach(s, world, sofar), world), copy }));
    });
    if (feature.op === 'add') for (const c of cells) sofar = joinBoxes(sofar, c.cell.box);
    operations.push({ feature: feature.id, op: feature.op, sectioned: feature.sectioned ?? true, cells });
  });
  if (!operations.length)
    read.refuse([...path, 'features'], 'Every feature of this body is switched off.', 'Switch one on.');
  return { name: body.name, sectioned: body.sectioned ?? true, operations };
};

/** Works a part file out (after the schema has read it). */
export const partModel = (file: PartFile): Result<PartModel> =>
  attempt(() => {
    const read = sizeReader(file);
    const names = new Set<string>();
    file.bodies.forEach((b, i) => {
      if (names.has(b.name))
        read.refuse(
          ['bodies', i, 'name'],
          `The name "${b.name}" is used twice.`,
          'Give each body a name of its own.',
        );
      names.add(b.name);
    });
    return {
      name: file.name,
      units: file.units,
      bodies: file.bodies.map((_, i) => bodyModel(file, i, read)),
    };
  });

/** Reads unknown data as a part file. */
export const readPartFile = (data: unknown): Result<PartFile> => readBySchema(partSchema, data);
