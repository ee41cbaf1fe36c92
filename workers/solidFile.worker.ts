import { expose } from 'comlink';
import { type Drawing, drawingOfPart } from '../core/drawing/drawing.ts';
import { sentence } from '../core/number/fault.ts';
import { partOfSolids } from '../core/part/solidPart.ts';
import { readSolids } from '../formats/readSolids.ts';

/** A drawing of the solids of a file, or the sentence that says why it is not read. */
export type ReadSolids =
  | { readonly ok: true; readonly drawing: Drawing }
  | { readonly ok: false; readonly sentence: string };

const api = {
  /** Reads a STEP, STL or OBJ file. @param name the file's name */
  read: (name: string, bytes: Uint8Array): ReadSolids => {
    const read = readSolids(name, bytes);
    if (!read.ok) return { ok: false, sentence: `${name}, ${read.faults.map(sentence).join(' ')}` };
    return { ok: true, drawing: drawingOfPart(partOfSolids(name, read.value)) };
  },
};
export type SolidFileWorker = typeof api;

expose(api);
