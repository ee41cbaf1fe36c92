import type { PartFile } from '../../core/part/schema.ts';

/** The features that one part has and the other has not, by their names. */
export const addedFeatures = (before: PartFile, after: PartFile): string[] => {
  const namesIn = (part: PartFile): string[] => part.bodies.flatMap((b) => b.features.map((f) => f.id));
  const known = new Set(namesIn(before));
  return namesIn(after).filter((id) => !known.has(id));
};
