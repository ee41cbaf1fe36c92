import { type Box3, boxCorners, boxDiagonal, EMPTY_BOX, joinBoxes } from '../geometry/box.ts';
import { compose, type Rigid, toLocal } from '../geometry/rigid.ts';
import { attempt, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { sameData } from '../number/sameData.ts';
import { cell, type LocalSolid } from '../solid/cell.ts';
import type { BodyModel, Extremes, Operation, PartModel } from '../solid/partModel.ts';
import { bodyPlacement, placementsOf } from './placement.ts';
import { type PartFile, partSchema, readBySchema } from './schema.ts';
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
export type ModelledPart = { readonly file: PartFile; readonly model: PartModel };

const NAMES = /[\p{L}_][\p{L}\p{N}_]*/gu;

/** Whether any text in plain data uses one of the names. */
const uses = (data: unknown, names: ReadonlySet<string>): boolean => {
  if (typeof data === 'string') return (data.match(NAMES) ?? []).some((x) => names.has(x));
  if (typeof data !== 'object' || data === null) return false;
  return Object.values(data).some((x) => uses(x, names));
};

/** What may be taken over of a body from the part's last state: its features' operations, by the feature as it was stated. */
type Former = {
  readonly features: PartFile['bodies'][number]['features'];
  readonly operations: readonly Operation[];
  readonly changed: ReadonlySet<string>;
};

/** The body's last state, where its place is the same; `changed` are the named sizes that have another figure now. */
const formerOf = (
  file: PartFile,
  index: number,
  read: SizeReader,
  before: ModelledPart | undefined,
): Former | undefined => {
  if (!before || before.file.units !== file.units) return undefined;
  const body = file.bodies[index] as PartFile['bodies'][number];
  const at = before.file.bodies.findIndex((b) => b.name === body.name);
  const old = before.file.bodies[at];
  if (!old) return undefined;
  const then = sizeReader(before.file);
  const names = new Set([...Object.keys(file.dims ?? {}), ...Object.keys(before.file.dims ?? {})]);
  const valueIn = (reader: SizeReader, part: PartFile, name: string): number | undefined =>
    part.dims && Object.hasOwn(part.dims, name) ? reader.length(name, ['dims', name]) : undefined;
  const changed = new Set([...names].filter((n) => valueIn(read, file, n) !== valueIn(then, before.file, n)));
  if (!sameData(body.at, old.at) || !sameData(body.turn, old.turn) || uses([body.at, body.turn], changed))
    return undefined;
  return { features: old.features, operations: before.model.bodies[at]?.operations ?? [], changed };
};

/** So many shapes, with all copies, may one body be made of. */
const MOST_PIECES = 10_000;

const bodyModel = (
  file: PartFile,
  index: number,
  read: SizeReader,
  before: ModelledPart | undefined,
): BodyModel => {
  const body = file.bodies[index] as PartFile['bodies'][number];
  const path = ['bodies', index];
  const outer = bodyPlacement(body, read, path);
  const former = formerOf(file, index, read, before);
  const seen = new Set<string>();
  const operations: Operation[] = [];
  let sofar: Box3 = EMPTY_BOX;
  // as long as all before it is the same, "through" reaches as far as it did
  let sameSofar = true;
  let pieces = 0;
  body.features.forEach((feature, i) => {
    const at = [...path, 'features', i];
    if (seen.has(feature.id)) read.refuse([...at, 'id'], says('feature.name-twice', { name: feature.id }));
    seen.add(feature.id);
    if (feature.off) return;
    if (feature.op !== 'add' && operations.length === 0)
      read.refuse([...at, 'op'], says('body.begins', { op: feature.op }));
    const last = former?.operations[operations.length];
    const stated = last && former.features.find((f) => f.id === last.feature);
    const through = uses(feature.shape, THROUGH_WORD);
    const holds =
      last?.feature === feature.id &&
      sameData(feature, stated) &&
      !uses(feature, former?.changed ?? new Set()) &&
      (sameSofar || !through);
    const operation = holds ? last : operationOf(feature, read, at, outer, sofar);
    if (operation !== last && feature.op === 'add') sameSofar = false;
    if (feature.op === 'add') for (const c of operation.cells) sofar = joinBoxes(sofar, c.cell.box);
    operations.push(operation);
    pieces += operation.cells.length;
    if (pieces > MOST_PIECES) read.refuse(at, says('pieces.many', { most: MOST_PIECES }));
  });
  if (!operations.length) read.refuse([...path, 'features'], says('body.all-off'));
  return { name: body.name, sectioned: body.sectioned ?? true, operations };
};

const THROUGH_WORD: ReadonlySet<string> = new Set(['through']);

const operationOf = (
  feature: PartFile['bodies'][number]['features'][number],
  read: SizeReader,
  at: readonly (string | number)[],
  outer: Rigid,
  sofar: Box3,
): Operation => {
  const { value: cells, extremes } = read.extremes(() => {
    const { solids } = localShape(feature.shape, read, [...at, 'shape']);
    return placementsOf(feature, read, at).flatMap(({ place, copy }) => {
      const world = compose(outer, place);
      return solids.map((s) => ({ cell: cell(withReach(s, world, sofar), world), copy }));
    });
  });
  return { feature: feature.id, op: feature.op, sectioned: feature.sectioned ?? true, cells, extremes };
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
 * Works a part file out (after the schema has read it).
 * @param before the part's last state: features stated as they were, over sizes that are as they were, are taken over from it
 */
export const partModel = (file: PartFile, before?: ModelledPart): Result<PartModel> =>
  attempt(() => {
    const read = sizeReader(file);
    const names = new Set<string>();
    file.bodies.forEach((b, i) => {
      if (names.has(b.name)) read.refuse(['bodies', i, 'name'], says('body.name-twice', { name: b.name }));
      names.add(b.name);
    });
    const bodies = file.bodies.map((_, i) => bodyModel(file, i, read, before));
    checkRange(bodies, read);
    return { name: file.name, units: file.units, bodies };
  });

/** Reads unknown data as a part file. */
export const readPartFile = (data: unknown): Result<PartFile> => readBySchema(partSchema, data);
