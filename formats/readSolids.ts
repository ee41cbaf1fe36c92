import type { Result } from '../core/number/fault.ts';
import type { SolidsFile } from '../core/trimmed/solidsFile.ts';
import { readNet } from './net/readNet.ts';
import { readStep } from './step/readStep.ts';

/**
 * Reads a file of solids by the ending of its name: STEP with its exact faces, STL and OBJ with flat ones.
 * @param bytes the whole file
 */
export const readSolids = (name: string, bytes: Uint8Array): Result<SolidsFile> => {
  if (/\.stl$/i.test(name)) return readNet('stl', bytes);
  if (/\.obj$/i.test(name)) return readNet('obj', bytes);
  return readStep(new TextDecoder().decode(bytes));
};
