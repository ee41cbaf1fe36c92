import type { Drawing } from '../../core/drawing/drawing.ts';
import type { SolidFileWorker } from '../../workers/solidFile.worker.ts';
import { keptWorker, Overran } from '../keptWorker.ts';

/** It is given up after so long, ms. */
const LONGEST = 60_000;

/**
 * Reads a file of solids as a drawing, off the page's thread.
 * @throws Error with the sentence that says what is wrong, and where in the file
 */
export const readSolidFile = async (file: File): Promise<Drawing> => {
  const worker = keptWorker<SolidFileWorker>(
    () => new Worker(new URL('../../workers/solidFile.worker.ts', import.meta.url), { type: 'module' }),
    { limit: LONGEST },
  );
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = await worker.ask(async (r) => r.read(file.name, bytes));
    if (!read.ok) throw new Error(read.sentence);
    return read.drawing;
  } catch (error) {
    if (!(error instanceof Overran)) throw error;
    throw new Error(`${file.name} takes more than a minute to read. Write fewer solids into it.`);
  } finally {
    worker.end();
  }
};
