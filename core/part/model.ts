import { type Box3, boxCorners, boxDiagonal, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { compose, moved, type Rigid, toLocal } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import { attempt, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { sameData } from '../number/sameData.ts';
import { cell, type LocalSolid } from '../solid/cell.ts';
import type { BodyModel, Extremes, Operation, PartModel } from '../solid/partModel.ts';
import { placedThread } from '../solid/thread.ts';
import { type BodySource, sourceOf } from './bodySource.ts';
import { bodyPlacement, placementsOf } from './placement.ts';
import { placedBy } from './placing.ts';
import { type BodyFile, type FeatureFile, type PartFile, readBySchema, wholePartSchema } from './schema.ts';
import { THROUGH } from './shapes/definition.ts';
import { localShape } from './shapes/shapes.ts';
import type { SizeReader } from './sizeReading.ts';
import { sizeReader } from './sizes.ts';

/** Runs a "through" sweep from its mouth past all that the body has below it. */
const withReach = (solid: LocalSolid, place: Rigid, sofar: Box3): LocalSolid => {
  if (solid.kind !== 'sweep' || solid.z0 !== THROUGH) return solid;
  const depths = Number.isFinite(sofar[0]) ? boxCorners(sofar).map((p) => toLocal(place, p)[2]) : [0];
  const clear = 0.05 * (Number.isFinite(sofar[0]) ? boxDiagonal(sofar) : 1);
  return { ...solid, z0: Math.min(0, ...depths) - clear };
};

/** A part worked out, with the file it came from. */
export type ModelledPart = {
  readonly file: PartFile;
  readonly model: PartModel;
  /** where each body stands */
  readonly outers: readonly Rigid[];
};

const NAMES = /[\p{L}_][\p{L}\p{N}_]*/gu;

/** Whether any text in plain data uses one of the names. */
const uses = (data: unknown, names: ReadonlySet<string>): boolean => {
  if (!names.size) return false;
  if (typeof data === 'string') return (data.match(NAMES) ?? []).some((x) => names.has(x));
  if (typeof data !== 'object' || data === null) return false;
  return Object.values(data).some((x) => uses(x, names));
};

/** What may be taken over of a body from the part's last state: its features' operations, by the feature as it was stated. */
type Former = {
  /** the files of solids that hold what they held */
  readonly sameSolids: (file: string) => boolean;
  readonly features: ReadonlyMap<string, FeatureFile>;
  readonly operations: readonly Operation[];
  readonly changed: ReadonlySet<string>;
};

const valueIn = ({ dims, read }: BodySource, name: string): number | undefined =>
  Object.hasOwn(dims, name) ? read.length(name, ['dims', name]) : undefined;

/** The body's last state; `changed` are the named sizes that have another figure now. */
const formerOf = (
  file: PartFile,
  name: string,
  source: BodySource,
  before: ModelledPart | undefined,
): Former | undefined => {
  if (!before || before.file.units !== source.read.units) return undefined;
  const at = before.file.bodies.findIndex((b) => b.name === name);
  if (at < 0) return undefined;
  const then = sourceOf(before.file, at, sizeReader(before.file));
  const names = new Set([...Object.keys(source.dims), ...Object.keys(then.dims)]);
  const changed = new Set([...names].filter((n) => valueIn(source, n) !== valueIn(then, n)));
  const sameSolids = (name: string): boolean => sameData(before.file.solids?.[name], file.solids?.[name]);
  return {
    sameSolids,
    features: new Map(then.features.map((f) => [f.id, f])),
    operations: before.model.bodies[at]?.operations ?? [],
    changed,
  };
};

/** So many shapes, with all copies, may one body be made of. */
const MOST_PIECES = 10_000;

/** The operations of a body's features, in its place. @param former its last state in the same place */
const operationsOf = (source: BodySource, outer: Rigid, former: Former | undefined): Operation[] => {
  const { read, path } = source;
  const seen = new Set<string>();
  const operations: Operation[] = [];
  let sofar: Box3 = EMPTY_BOX;
  // as long as all before it is the same, "through" reaches as far as it did
  let sameSofar = true;
  let pieces = 0;
  source.features.forEach((feature, i) => {
    const at = [...path, i];
    if (seen.has(feature.id)) read.refuse([...at, 'id'], says('feature.name-twice', { name: feature.id }));
    seen.add(feature.id);
    if (feature.off) return;
    if (feature.op !== 'add' && operations.length === 0)
      read.refuse([...at, 'op'], says('body.begins', { op: feature.op }));
    const last = former?.operations[operations.length];
    const stated = last && former.features.get(last.feature);
    const holds =
      last?.feature === feature.id &&
      sameData(feature, stated) &&
      (feature.shape.kind !== 'solid' || former?.sameSolids(feature.shape.file) === true) &&
      !uses(feature, former?.changed ?? new Set()) &&
      (sameSofar || !uses(feature.shape, THROUGH_WORD));
    const operation = holds ? last : operationOf(feature, read, at, outer, sofar);
    if (operation !== last && feature.op === 'add') sameSofar = false;
    if (feature.op === 'add') for (const c of operation.cells) sofar = joinBoxes(sofar, c.cell.box);
    operations.push(operation);
    pieces += operation.cells.length;
    if (pieces > MOST_PIECES) read.refuse(at, says('pieces.many', { most: MOST_PIECES }));
  });
  if (!operations.length) read.refuse(path, says('body.all-off'));
  return operations;
};

/** The extent of what is added to a body and those before it: what a relation's misfit is measured by. */
const extentOf = (bodies: readonly BodyModel[]): number => {
  let box = EMPTY_BOX;
  for (const b of bodies)
    for (const o of b.operations)
      if (o.op === 'add') for (const c of o.cells) box = joinBoxes(box, c.cell.box);
  return boxDiagonal(box);
};

/** A body with where it stands. */
type PlacedBody = { readonly model: BodyModel; readonly outer: Rigid };

const bodyModel = (
  file: PartFile,
  index: number,
  read: SizeReader,
  earlier: readonly BodyModel[],
  before: ModelledPart | undefined,
): PlacedBody => {
  const body = file.bodies[index] as BodyFile;
  const path = ['bodies', index];
  const source = sourceOf(file, index, read);
  const former = formerOf(file, body.name, source, before);
  const outerBefore = before?.outers[before.file.bodies.findIndex((b) => b.name === body.name)];
  const standing = (outer: Rigid): BodyModel => ({
    name: body.name,
    sectioned: body.sectioned ?? source.sectioned,
    operations: operationsOf(source, outer, sameData(outer, outerBefore) ? former : undefined),
  });
  const own = compose(bodyPlacement(body, read, path), source.own);
  const first = standing(own);
  if (!body.place?.length) return { model: first, outer: own };
  const size = extentOf([...earlier, first]);
  const { outer, freedom } = placedBy(body.place, first, own, earlier, size, read, [...path, 'place']);
  return { model: { ...standing(outer), freedom }, outer };
};

const THROUGH_WORD: ReadonlySet<string> = new Set(['through']);

const operationOf = (
  feature: FeatureFile,
  read: SizeReader,
  at: readonly (string | number)[],
  outer: Rigid,
  sofar: Box3,
): Operation => {
  const { value, extremes } = read.extremes(() => {
    const { solids, threads = [] } = localShape(feature.shape, read, [...at, 'shape']);
    const places = placementsOf(feature, read, at).map(({ place, copy }) => ({
      world: compose(outer, place),
      copy,
    }));
    return {
      cells: places.flatMap(({ world, copy }) =>
        solids.map((s) => ({ cell: cell(withReach(s, world, sofar), world), copy })),
      ),
      threads: places.flatMap(({ world, copy }) =>
        threads.map((t) => placedThread(t, world, faceKey(feature.id, t.role, copy))),
      ),
    };
  });
  const { cells, threads } = value;
  return {
    feature: feature.id,
    op: feature.op,
    sectioned: feature.sectioned ?? true,
    cells,
    extremes,
    ...(threads.length && { threads }),
  };
};

/** As many times the smallest size may the greatest length of a part be; beyond that the figures' own rounding shows. */
const WIDEST_RANGE = 1e6;

/** Refuses a part whose least size is out of all proportion to its greatest length; names the least one's feature. */
const checkRange = (bodies: readonly BodyModel[], read: SizeReader): void => {
  const all = bodies.flatMap((b) => b.operations.flatMap((o) => o.extremes ?? []));
  const least = all
    .flatMap((x) => x.least ?? [])
    .reduce<Extremes['least']>((m, x) => (m && m.value <= x.value ? m : x), undefined);
  const greatest = Math.max(...all.map((x) => x.greatest?.value ?? 0));
  if (!least || greatest <= least.value * WIDEST_RANGE) return;
  read.refuse(least.path, says('sizes.range', { least: least.value, greatest }));
};

/**
 * Works a part file out (after the schema has read it), with where each body stands.
 * @param before the part's last state: features stated as they were, over sizes that are as they were, are taken over from it
 */
export const modelledPart = (file: PartFile, before?: ModelledPart): Result<ModelledPart> =>
  attempt(() => {
    const read = sizeReader(file);
    const names = new Set<string>();
    file.bodies.forEach((b, i) => {
      if (names.has(b.name)) read.refuse(['bodies', i, 'name'], says('body.name-twice', { name: b.name }));
      names.add(b.name);
    });
    const placed: PlacedBody[] = [];
    file.bodies.forEach((_, i) => {
      placed.push(
        bodyModel(
          file,
          i,
          read,
          placed.map((p) => p.model),
          before,
        ),
      );
    });
    const bodies = placed.map((p) => p.model);
    checkRange(bodies, read);
    return {
      file,
      model: { name: file.name, units: file.units, bodies },
      outers: placed.map((p) => p.outer),
    };
  });

/** A part with each of its bodies shifted from its place. @param moves a shift for each body, part units */
export const movedModel = ({ file, model, outers }: ModelledPart, moves: readonly Vec3[]): PartModel => {
  const read = sizeReader(file);
  return {
    ...model,
    bodies: model.bodies.map((body, i) => {
      const outer = compose(moved(moves[i] as Vec3), outers[i] as Rigid);
      return { ...body, operations: operationsOf(sourceOf(file, i, read), outer, undefined) };
    }),
  };
};

/** A part file worked out by itself; see `modelledPart`. */
export const partModel = (file: PartFile): Result<PartModel> => {
  const made = modelledPart(file);
  return made.ok ? { ok: true, value: made.value.model } : made;
};

/** Reads unknown data as a part file. */
export const readPartFile = (data: unknown): Result<PartFile> => readBySchema(wholePartSchema, data);
