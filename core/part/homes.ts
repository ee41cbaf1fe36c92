import type { Rigid } from '../geometry/rigid.ts';
import { modelledPart } from './model.ts';
import { bodyPlacement } from './placement.ts';
import type { PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';

const known = new WeakMap<PartFile, readonly Rigid[]>();

/** Where each body of a part stands: by its own figures, or by its relations to others. @param file a part that can be built */
export const homesOf = (file: PartFile): readonly Rigid[] => {
  const before = known.get(file);
  if (before) return before;
  const read = sizeReader(file);
  const isPlaced = file.bodies.some((b) => b.place?.length || b.from !== undefined);
  const placed = isPlaced ? modelledPart(file) : undefined;
  const homes = placed?.ok
    ? placed.value.outers
    : file.bodies.map((b, i) => bodyPlacement(b, read, ['bodies', i]));
  known.set(file, homes);
  return homes;
};
