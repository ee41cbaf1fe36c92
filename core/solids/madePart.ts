import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { measureSolid, measureTogether } from '../solid/measure.ts';

/** A part with its boundary; undefined where it cannot be built. */
export const madePart = (file: PartFile): BuiltPart | undefined => {
  const model = partModel(file);
  const built = model.ok ? buildPart(model.value) : model;
  return built.ok ? built.value : undefined;
};

/** The volume of all bodies of a part, its unit cubed. */
export const volumeOf = ({ bodies }: BuiltPart): number =>
  measureTogether(bodies.map(({ solid, edges }) => measureSolid(solid, edges))).volume;
