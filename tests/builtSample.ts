import { partModel, readPartFile } from '../core/part/model.ts';
import type { PartFile } from '../core/part/schema.ts';
import { type BuiltPart, buildPart } from '../core/solid/build.ts';
import { measureSolid, measureTogether } from '../core/solid/measure.ts';

/** A part file's data built; what is refused fails the test. */
export const builtPart = (file: PartFile): BuiltPart => {
  const model = partModel(file);
  if (!model.ok) throw new Error(JSON.stringify(model.faults[0]));
  const built = buildPart(model.value);
  if (!built.ok) throw new Error(JSON.stringify(built.faults[0]));
  return built.value;
};

/** A part of one body, from its features' data. */
export const partOf = (features: unknown, units: 'mm' | 'in' = 'mm'): PartFile => {
  const read = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'sample',
    units,
    bodies: [{ name: 'body', features }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults[0]));
  return read.value;
};

/** The measures of a whole part. */
export const measured = (part: BuiltPart) =>
  measureTogether(part.bodies.map(({ solid, edges }) => measureSolid(solid, edges)));
