import { typedQuantity } from '../../part/schema.ts';
import { screwSize } from '../../part/standard/sizes.ts';
import type { ThreadFile } from '../../part/threadSchema.ts';
import { Ask } from './ask.ts';
import { CLEARANCE } from './lexicon.ts';
import type { Said } from './said.ts';

/** Whether a line speaks of a thread. */
export const seesThread = (s: Said): boolean => s.sees('tapped') || s.isNamed('threadLength');

/** No pitch of a metric thread is more than this share of its size: a larger figure behind the "x" is a length. */
const MOST_PITCH = 1 / 3;

/** The pitch in "M8 x 1.25" or "M8 x 1"; nothing where the line says none. */
const pitchSaid = (s: Said, nominal: number): string | undefined => {
  const next = s.nextCrossed();
  return next !== undefined && Number(next) <= nominal * MOST_PITCH ? s.crossed('pitch') : undefined;
};

/**
 * The thread that a line states, with its nominal diameter in mm: "M8, thread 15".
 * @throws Ask where the size is missing or in no table
 */
export const threadSaid = (
  s: Said,
  what: string,
): { readonly thread: ThreadFile; readonly nominal: number } => {
  s.has('tapped');
  const metric = s.named('metric');
  if (metric === undefined) throw new Ask(`Which thread does the ${what} get?`, ['M8', 'M10']);
  // M3 and M4 have a thread, and are too small for the table of clearance holes
  if (CLEARANCE[metric] === undefined && !['3', '4'].includes(metric))
    throw new Ask(`There is no size "M${metric}" in the tables.`, ['M6', 'M8', 'M10', 'M12']);
  const length = s.named('threadLength');
  const pitch = pitchSaid(s, Number(metric));
  const isFine = pitch !== undefined && screwSize(`M${metric}`)?.pitch !== Number(pitch);
  return {
    nominal: Number(metric),
    thread: {
      size: isFine ? `M${metric} x ${pitch}` : `M${metric}`,
      ...(length !== undefined && { length: typedQuantity(length) }),
    },
  };
};
