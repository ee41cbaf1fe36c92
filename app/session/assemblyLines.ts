import type { AssemblyReaders } from '../../core/statement/typed/placing.ts';

/**
 * What reads typed lines about whole bodies, bolts and nuts among them. Its script is no part of the first load: it is fetched when one begins
 * to type.
 */
let readers: AssemblyReaders | undefined;

/** As far as it has come. */
export const assemblyLines = (): AssemblyReaders | undefined => readers;

/** Fetches it, once; undefined where the server is away and it has not come before. */
export const fetchAssemblyLines = async (): Promise<AssemblyReaders | undefined> => {
  try {
    readers ??= (await import('../../core/statement/typed/fasteners/assemblyReaders.ts')).assemblyReaders;
  } catch {
    return undefined;
  }
  return readers;
};
