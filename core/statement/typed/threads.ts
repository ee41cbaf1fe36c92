import { typedQuantity } from '../../part/schema.ts';
import { type ScrewSize, screwSize } from '../../part/standard/sizes.ts';
import type { ThreadFile } from '../../part/threadSchema.ts';
import { Ask } from './ask.ts';
import type { Said } from './said.ts';

/** Whether a line speaks of a thread. */
export const seesThread = (s: Said): boolean => s.sees('tapped') || s.isNamed('threadLength');

/**
 * The thread that a line states, with its size of the tables: "M8, thread 15".
 * @throws Ask where the size is missing or in no table
 */
export const threadSaid = (
  s: Said,
  what: string,
): { readonly thread: ThreadFile; readonly size: ScrewSize } => {
  s.has('tapped');
  const metric = s.named('metric');
  if (metric === undefined) throw new Ask(`Which thread does the ${what} get?`, ['M8', 'M10']);
  const size = screwSize(`M${metric}`);
  if (!size) throw new Ask(`There is no size "M${metric}" in the tables.`, ['M6', 'M8', 'M10', 'M12']);
  const length = s.named('threadLength');
  return {
    size,
    thread: { size: size.name, ...(length !== undefined && { length: typedQuantity(length) }) },
  };
};
