import type { PartFile } from './schema.ts';
import type { Path } from './sizeReading.ts';

/** What is written at a path of the part file: a plain figure, an expression, or nothing. */
export const figureAt = (file: PartFile, path: Path): string | number | undefined => {
  let node: unknown = file;
  for (const key of path) node = (node as Record<string | number, unknown> | undefined)?.[key];
  return typeof node === 'number' || typeof node === 'string' ? node : undefined;
};
