import { wrap } from 'comlink';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { SolidFileWorker } from '../../workers/solidFile.worker.ts';

/** It is given up after so long, ms. */
const LONGEST = 60_000;

/**
 * Reads a file of solids as a drawing, off the page's thread.
 * @throws Error with the sentence that says what is wrong, and where in the file
 */
export const readSolidFile = async (file: File): Promise<Drawing> => {
  const own = new Worker(new URL('../../workers/solidFile.worker.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tooLong = new Promise<never>((_, reject) => {
    timer = setTimeout(
      () => reject(new Error(`${file.name} takes more than a minute to read. Write fewer solids into it.`)),
      LONGEST,
    );
  });
  try {
    const read = await Promise.race([
      wrap<SolidFileWorker>(own).read(file.name, new Uint8Array(await file.arrayBuffer())),
      tooLong,
    ]);
    if (!read.ok) throw new Error(read.sentence);
    return read.drawing;
  } finally {
    clearTimeout(timer);
    own.terminate();
  }
};
