import { featureOfFace } from '../naming/keys.ts';
import { decimal } from '../number/format.ts';
import type { FeatureFile } from '../part/schema.ts';
import { screwSize, screwSizeAcross } from '../part/standard/sizes.ts';
import type { ThreadFile } from '../part/threadSchema.ts';
import type { DimensionBooks } from './books.ts';
import type { SizeKey } from './place.ts';
import { keyWriter } from './surfacesByKey.ts';
import { nominalOfThread } from './threadKeys.ts';

type Threaded = { readonly thread: ThreadFile; readonly diameter?: unknown; readonly kind: string };
const threadedShape = (f: FeatureFile): Threaded | undefined =>
  (f.shape.kind === 'cylinder' || f.shape.kind === 'hole') && f.shape.thread
    ? (f.shape as Threaded)
    : undefined;

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

/**
 * The sizes of the threads of a part: what each is called, and its pitch where that is stated as a figure and shows.
 * @param carriers the faces that carry threads and are there
 */
export const threadSizes = (
  plain: readonly { readonly name: string; readonly features: readonly FeatureFile[] }[],
  written: (body: string, key: string, feature: string) => string,
  carriers: readonly string[],
): SizeKey[] => {
  const withPitch = new Set(
    plain.flatMap((b) =>
      b.features.flatMap((f) => {
        const own = threadedShape(f);
        const shows =
          own && own.thread.by !== 'proportions' && (own.kind === 'cylinder' || own.diameter === undefined);
        return shows && own.thread.pitch !== undefined ? [written(b.name, f.id, f.id)] : [];
      }),
    ),
  );
  return carriers.flatMap((of): SizeKey[] => [
    { what: 'thread', of: [of] },
    ...(withPitch.has(featureOfFace(of)) ? [{ what: 'threadPitch', of: [of] } as const] : []),
  ]);
};
