import type { BodyFile, PartFile } from '../part/schema.ts';

/** The number of the body that new lines go to: the last one with features of its own; -1 where there is none. */
export const workedIndex = (part: PartFile): number =>
  part.bodies.findLastIndex((b) => b.features.length > 0);

/** The body that new lines go to. */
export const workedBody = (part: PartFile): BodyFile | undefined => part.bodies[workedIndex(part)];
