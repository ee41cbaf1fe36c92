import { modelledPart } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { buildPart } from '../../../core/solid/build.ts';

/** A part file worked out and built. */
export const assembled = (file: PartFile) => {
  const modelled = modelledPart(file);
  if (!modelled.ok) throw new Error(JSON.stringify(modelled.faults));
  const part = buildPart(modelled.value.model);
  if (!part.ok) throw new Error(JSON.stringify(part.faults));
  return { modelled: modelled.value, part: part.value };
};

/** A feature as a part file has it. */
export type Feature = PartFile['bodies'][number]['features'][number];
type Triple = readonly [number, number, number];

/** A block from a corner, as a feature. */
export const block = (id: string, at: Triple, size: Triple, op: 'add' | 'cut' = 'add'): Feature => ({
  id,
  op,
  at: [...at],
  shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] },
});

/** A part of bodies by name, each of features of its own. */
export const bodies = (of: Readonly<Record<string, readonly Feature[]>>): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'several',
  units: 'mm',
  bodies: Object.entries(of).map(([name, features]) => ({ name, features: [...features] })),
});
