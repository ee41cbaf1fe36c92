import { isSolidFile, LARGEST_SOLID_FILE } from '../../formats/solidFormats.ts';
import { openFile } from '../serverCalls.ts';

const LARGEST_FILE = 4 * 1024 * 1024;

const megabytes = (bytes: number): string => (bytes / 1048576).toFixed(1);

/** Opens a part, a drawing or a file of solids into the register. @throws Error with a sentence @returns the new drawing's id */
const openOne = async (file: File): Promise<string> => {
  const isSolid = isSolidFile(file.name);
  const most = isSolid ? LARGEST_SOLID_FILE : LARGEST_FILE;
  if (file.size > most)
    throw new Error(
      `${file.name} is ${megabytes(file.size)} MB; the most that is read is ${most / 1048576} MB. Split the part.`,
    );
  if (isSolid) {
    // the reader is fetched where it is needed
    const { readSolidFile } = await import('./readSolidFile.ts');
    return (await openFile(await readSolidFile(file), file.name)).id;
  }
  let data: unknown;
  try {
    data = JSON.parse(await file.text());
  } catch (error) {
    throw new Error(
      `${file.name} is not a part or drawing file: ${(error as Error).message}. Nothing was changed.`,
    );
  }
  return (await openFile(data, file.name)).id;
};

/** What became of several files. */
export type Opened = { readonly ids: readonly string[]; readonly refused: readonly string[] };

/** Opens files one after another; one that is refused does not stop the others. @param onEach how many are done */
export const openFiles = async (files: readonly File[], onEach: (done: number) => void): Promise<Opened> => {
  const ids: string[] = [];
  const refused: string[] = [];
  for (const [i, file] of files.entries()) {
    try {
      ids.push(await openOne(file));
    } catch (error) {
      const words = (error as Error).message;
      refused.push(words.includes(file.name) ? words : `${file.name}: ${words}`);
    }
    onEach(i + 1);
  }
  return { ids, refused };
};
