import type { PartFile } from '../../part/schema.ts';
import { sizeReader } from '../../part/sizes.ts';

/** The worth of a figure in the part's unit; undefined where it, or some named size, cannot be worked out. */
export const worthIn = (part: PartFile): ((text: string) => number | undefined) => {
  try {
    const sizes = sizeReader(part);
    return (text) => {
      try {
        return sizes.length(text, []);
      } catch {
        return undefined;
      }
    };
  } catch {
    return () => undefined;
  }
};
