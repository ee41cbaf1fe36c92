import { attempt, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';

/** From so many files may one part be made, itself counted. */
const MOST_FILES = 64;

/** What would lead out of the folder that a part file stands in. */
const LEADS_ELSEWHERE = /[/\\:]|^\.\.?$/;

/**
 * A part with all parts that it is made of, and those that they are made of. They stand beside it.
 * @param load reads one by its name; what it throws is passed on
 */
export const withBroughtParts = (part: PartFile, load: (from: string) => PartFile): Result<PartFile> =>
  attempt(() => {
    const brought: Record<string, { part: PartFile }> = {};
    const take = (file: PartFile): void => {
      const read = sizeReader({ ...file, dims: {} });
      file.bodies.forEach(({ from }, i) => {
        if (from === undefined || brought[from]) return;
        const at = ['bodies', i, 'from'];
        if (LEADS_ELSEWHERE.test(from)) read.refuse(at, says('from.outside', { from }));
        if (Object.keys(brought).length >= MOST_FILES - 1)
          read.refuse(at, says('from.many', { most: MOST_FILES }));
        const inner = load(from);
        brought[from] = { part: inner };
        take(inner);
      });
    };
    take(part);
    return Object.keys(brought).length ? { ...part, brought } : part;
  });
