import type { Box3 } from '../core/geometry/box.ts';
import type { PartFile } from '../core/part/schema.ts';
import { enteredSentences, enterReading, typedContext } from '../core/statement/typed/enter.ts';
import { assemblyReaders } from '../core/statement/typed/fasteners/assemblyReaders.ts';
import { readTypedLine } from '../core/statement/typed/typedLine.ts';

/** How a typed line was read, as the command line gives it. */
export type LineReading = {
  readonly line: string;
  readonly understood: string | null;
  readonly assumed: readonly string[];
  readonly question: string | null;
  readonly offers: readonly string[];
};

/**
 * Typed lines read in order, each against the part with those before it.
 * @param boxOf the box of a part in its own unit; undefined while it has no body
 * @returns part: null where a line has a question
 */
export const readLines = (
  start: PartFile,
  lines: readonly string[],
  boxOf: (part: PartFile) => Box3 | undefined,
): { readonly part: PartFile | null; readonly readings: readonly LineReading[] } => {
  let part = start;
  let isOpen = false;
  const readings = lines.map((line): LineReading => {
    const read = readTypedLine(line, typedContext(part, boxOf(part), assemblyReaders));
    if (read.kind === 'asks') {
      isOpen = true;
      return {
        line,
        understood: null,
        assumed: [],
        question: read.question,
        offers: [...read.offers, ...(read.instead ?? [])],
      };
    }
    const understood = enteredSentences(part, read).join('; ');
    part = enterReading(part, read);
    const assumed = read.kind === 'size' ? [] : read.assumed;
    return { line, understood, assumed, question: null, offers: [] };
  });
  return { part: isOpen ? null : part, readings };
};
