import { featureOfFace } from '../naming/keys.ts';
import { decimal } from '../number/format.ts';
import { screwSize, screwSizeAcross } from '../part/standard/sizes.ts';
import type { ThreadFile } from '../part/threadSchema.ts';
import type { DimensionBooks } from './books.ts';
import { keyWriter } from './surfacesByKey.ts';
import { nominalOfThread } from './threadKeys.ts';
import { threadedShape } from './threadSizes.ts';

/** The statement of the thread on a face. */
const statedThread = (books: DimensionBooks, carrier: string): ThreadFile | undefined => {
  const written = keyWriter(books.plain);
  const feature = featureOfFace(carrier);
  for (const b of books.plain.bodies)
    for (const f of b.features) {
      const own = threadedShape(f);
      if (own && written(b.name, f.id, f.id) === feature) return own.thread;
    }
  return undefined;
};

/** What a thread is called on the sheet: "M12", "M12 x 1.25", "1/2 in". */
export const threadName = (books: DimensionBooks, carrier: string): string => {
  const stated = statedThread(books, carrier);
  const across = nominalOfThread(carrier, books.surfaces) ?? Number.NaN;
  const { units } = books.part;
  const known =
    typeof stated?.size === 'string'
      ? screwSize(stated.size)
      : screwSizeAcross(Number(across.toFixed(9)), units);
  return known?.name ?? `${units === 'mm' ? 'M' : ''}${decimal(across, 3)}`;
};

/** Whether the thread on a face is left-handed: "LH" stands behind its name then (ISO 6410-1). */
export const isLeftHanded = (books: DimensionBooks, carrier: string): boolean =>
  statedThread(books, carrier)?.hand === 'left';
