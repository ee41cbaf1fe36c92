import { readPartFile } from '../../../core/part/model.ts';
import { assembled } from '../assembly/assembled.ts';

/** A part of bodies as a part file states them, read and built, with its file. */
export const builtBodies = (bodies: readonly object[]) => {
  const file = readPartFile({ format: 'blue-ledger/part@1', name: 'p', units: 'mm', bodies });
  if (!file.ok) throw new Error(file.faults.map((f) => f.what).join());
  return { part: assembled(file.value).part, file: file.value };
};
