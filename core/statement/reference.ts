import { partModel } from '../part/model.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import type { Reference } from './clauses.ts';

/** Nearer than this share of its size a corner is at the origin. */
const AT_ORIGIN = 1e-9;

/** What was found for a feature that begins a body, with the sizes it was worked out from. */
const known = new WeakMap<FeatureFile, { readonly dims: PartFile['dims']; readonly found: Reference }>();

const found = (part: PartFile, first: FeatureFile): Reference => {
  const { repeat: _, mirror: __, off: ___, ...once } = first;
  const model = partModel({ ...part, bodies: [{ name: 'first', features: [{ ...once, op: 'add' }] }] });
  const box = model.ok ? model.value.bodies[0]?.operations[0]?.cells[0]?.cell.box : undefined;
  if (!box) return 'origin';
  const near = Math.max(box[3] - box[0], box[4] - box[1], box[5] - box[2]) * AT_ORIGIN;
  return [box[0], box[1], box[2]].every((x) => Math.abs(x) <= near) ? 'corner' : 'origin';
};

/**
 * From where the places of a body are said. A body that begins with a block at the origin is measured from its left, its front and
 * its bottom; one that begins round its axis, or stands elsewhere, from the origin.
 * @param features those of the body, in order
 */
export const referenceOf = (
  part: PartFile,
  features: readonly FeatureFile[],
  body?: Pick<PartFile['bodies'][number], 'at' | 'turn'>,
): Reference => {
  const first = features[0];
  if (!first || body?.at || body?.turn) return 'origin';
  const before = known.get(first);
  if (before && before.dims === part.dims) return before.found;
  const now = found(part, first);
  known.set(first, { dims: part.dims, found: now });
  return now;
};
