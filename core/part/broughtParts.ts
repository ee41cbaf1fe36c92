import { attempt, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { PartFile } from './schema.ts';
import { sizeReader } from './sizes.ts';

/** From so many files may one part be made, itself counted. */
const MOST_FILES = 64;

/** What would lead out of the folder that a part file stands in. */
const LEADS_ELSEWHERE = /[/\\:]|^\.\.?$/;
/** True for the name of a file that does not stand in the part's own folder. */
export const leadsElsewhere = (name: string): boolean => LEADS_ELSEWHERE.test(name);

/**
 * A part with all parts that it is made of, and those that they are made of. They stand beside it, or are in its file.
 * @param load reads one by its name; what it throws is passed on
 */
export const withBroughtParts = (part: PartFile, load: (from: string) => PartFile): Result<PartFile> =>
  attempt(() => {
    let solids = part.solids;
    const brought: Record<string, { part: PartFile }> = {};
    const take = (file: PartFile): void => {
      const read = sizeReader({ ...file, dims: {} });
      file.bodies.forEach(({ from }, i) => {
        if (from === undefined || brought[from]) return;
        const at = ['bodies', i, 'from'];
        if (leadsElsewhere(from)) read.refuse(at, says('from.outside', { from }));
        if (Object.keys(brought).length >= MOST_FILES - 1)
          read.refuse(at, says('from.many', { most: MOST_FILES }));
        // a part file that was saved with what is brought into it needs no other
        const held = part.brought?.[from] as { part: PartFile } | undefined;
        const inner = held?.part ?? load(from);
        brought[from] = held ?? { part: inner };
        if (inner.solids) solids = { ...solids, ...inner.solids };
        take(inner);
      });
    };
    take(part);
    return Object.keys(brought).length ? { ...part, ...(solids && { solids }), brought } : part;
  });
