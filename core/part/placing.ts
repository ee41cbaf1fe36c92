import { type Freedom, placeBy, type Relation } from '../geometry/freedom.ts';
import { compose, mapPoint, type Rigid } from '../geometry/rigid.ts';
import { along, scale, type Vec3 } from '../geometry/vec.ts';
import { faceKey, readFaceKey } from '../naming/keys.ts';
import { says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { Cell } from '../solid/cell.ts';
import { outwardOf } from '../solid/outward.ts';
import type { BodyModel } from '../solid/partModel.ts';
import { bodyAndFace, facesOf, type RelationFile } from './placeSchema.ts';
import type { Path, SizeReader } from './sizeReading.ts';

/** A face as relations use it: a flat one by its direction out of the material, a round one by its axis. */
export type NamedFace = { readonly direction: Vec3; readonly point: Vec3 };

const cellsOf = (
  body: BodyModel,
  key: string,
): { cell: Cell; op: 'add' | 'cut' | 'keep'; role: string }[] => {
  const { feature, role, copy } = readFaceKey(key);
  return body.operations
    .filter((o) => o.feature === feature)
    .flatMap((o) => o.cells.filter((c) => c.copy === copy).map(({ cell }) => ({ cell, op: o.op, role })))
    .filter(({ cell }) => cell.faces.some((f) => f.role === role));
};

/** A flat face of a body by its key, looking out of the material; undefined where it has none of that name. */
export const flatFace = (body: BodyModel, key: string): NamedFace | undefined => {
  for (const { cell, op, role } of cellsOf(body, key)) {
    const outward = outwardOf(cell, role);
    const surface = cell.faces.find((f) => f.role === role)?.surface;
    if (!outward || surface?.kind !== 'plane') continue;
    // what is cut away leaves its faces looking into the cut
    const direction = op === 'cut' ? scale(outward, -1) : outward;
    return { direction, point: scale(surface.n, surface.d) };
  }
  return undefined;
};

/** The axis of a round face of a body by its key, in its feature's own sense; undefined where it has none of that name. */
export const axisOf = (body: BodyModel, key: string): NamedFace | undefined => {
  for (const { cell, role } of cellsOf(body, key)) {
    const surface = cell.faces.find((f) => f.role === role)?.surface;
    if (!surface || surface.kind === 'plane') continue;
    return { direction: cell.place.z, point: surface.o };
  }
  return undefined;
};

/** The names of the faces of a body that can stand in a relation: flat ones, or round ones with an axis. */
export const namedFaces = (
  body: BodyModel,
  kind: 'flat' | 'round',
): readonly (NamedFace & { readonly name: string })[] => {
  const find = kind === 'flat' ? flatFace : axisOf;
  const names = new Set(
    body.operations.flatMap((o) =>
      o.cells.flatMap(({ cell, copy }) => cell.faces.map((f) => faceKey(o.feature, f.role, copy))),
    ),
  );
  return [...names].flatMap((name) => {
    const face = find(body, name);
    return face ? [{ ...face, name }] : [];
  });
};

/** As many names are listed in a fault. */
const MOST_NAMES = 12;

const relationOf = (
  r: RelationFile,
  body: BodyModel,
  before: readonly BodyModel[],
  read: SizeReader,
  path: Path,
): Relation => {
  const isAxis = 'axis' in r;
  const find = isAxis ? axisOf : flatFace;
  const [ownName, otherName] = facesOf(r);
  const [ownKey, otherKey] = isAxis
    ? (['axis', 'on'] as const)
    : (['face', 'against' in r ? 'against' : 'along'] as const);
  const missing = (key: string, name: string, on: BodyModel): never =>
    read.refuse(
      [...path, key],
      says(isAxis ? 'place.no-axis' : 'place.no-face', {
        name,
        body: on.name,
        known: namedFaces(on, isAxis ? 'round' : 'flat')
          .slice(0, MOST_NAMES)
          .map((f) => f.name)
          .join(', '),
      }),
    );
  const found = bodyAndFace(otherName, before);
  if (!found)
    return read.refuse(
      [...path, otherKey],
      says('place.no-body', { name: otherName, known: before.map((b) => b.name).join(', ') }),
    );
  const own = find(body, ownName) ?? missing(ownKey, ownName, body);
  const other = find(found[0], found[1]) ?? missing(otherKey, found[1], found[0]);
  if (isAxis)
    return {
      own: own.direction,
      goal: r.sense === 'opposite' ? scale(other.direction, -1) : other.direction,
      point: own.point,
      at: other.point,
      onto: 'line',
    };
  const isAgainst = 'against' in r;
  const by = isAgainst
    ? read.length(r.gap ?? 0, [...path, 'gap'])
    : read.length(('offset' in r && r.offset) || 0, [...path, 'offset']);
  return {
    own: own.direction,
    goal: isAgainst ? scale(other.direction, -1) : other.direction,
    point: own.point,
    at: along(other.point, other.direction, by),
    onto: 'plane',
  };
};

/**
 * Where a body stands by its relations to bodies before it.
 * @param body as it stands in its own place
 * @param own its own place
 * @param size of all that is placed
 * @throws Refusal that names the faces of a relation that cannot hold, and by how much they disagree
 */
export const placedBy = (
  relations: readonly RelationFile[],
  body: BodyModel,
  own: Rigid,
  before: readonly BodyModel[],
  size: number,
  read: SizeReader,
  path: Path,
): { readonly outer: Rigid; readonly freedom: Freedom } => {
  const worked = relations.map((r, i) => relationOf(r, body, before, read, [...path, i]));
  const placing = placeBy(worked, mapPoint(own, [0, 0, 0]), size);
  if (placing.ok) return { outer: compose(placing.move, own), freedom: placing.freedom };
  const [face, other] = facesOf(relations[placing.relation] as RelationFile);
  const { kind, by } = placing.off;
  return read.refuse(
    [...path, placing.relation],
    says('place.disagrees', {
      face: `${body.name}.${face}`,
      other,
      by: tidyFigure(by),
      unit: kind === 'angle' ? 'degrees' : read.units,
    }),
  );
};
