import type { enteredSentences, typedContext } from '../../core/statement/typed/enter.ts';
import type { completionsOf, readTypedLine } from '../../core/statement/typed/typedLine.ts';
import { fetched } from '../fetched.ts';

/** What reads typed lines as they are typed. Its script is no part of the first load. */
export type LineReader = {
  readonly typedContext: typeof typedContext;
  readonly readTypedLine: typeof readTypedLine;
  readonly completionsOf: typeof completionsOf;
  readonly enteredSentences: typeof enteredSentences;
};
let reader: LineReader | undefined;

/** As far as it has come. */
export const lineReader = (): LineReader | undefined => reader;

/** Fetches it, once. */
export const fetchLineReader = async (): Promise<LineReader> => {
  reader ??= await fetched(async (): Promise<LineReader> => {
    const [enter, line] = await Promise.all([
      import('../../core/statement/typed/enter.ts'),
      import('../../core/statement/typed/typedLine.ts'),
    ]);
    return { ...enter, ...line };
  });
  return reader;
};
