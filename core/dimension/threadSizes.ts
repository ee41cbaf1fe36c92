import { featureOfFace } from '../naming/keys.ts';
import type { FeatureFile } from '../part/schema.ts';
import type { ThreadFile } from '../part/threadSchema.ts';
import type { SizeKey } from './place.ts';

type Threaded = { readonly thread: ThreadFile; readonly diameter?: unknown; readonly kind: string };
/** The shape of a feature that carries a thread, with it. */
export const threadedShape = (f: FeatureFile): Threaded | undefined =>
  (f.shape.kind === 'cylinder' || f.shape.kind === 'hole') && f.shape.thread
    ? (f.shape as Threaded)
    : undefined;

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
