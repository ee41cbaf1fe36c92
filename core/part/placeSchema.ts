import { z } from 'zod';
import { quantity } from './quantity.ts';

const face = z.string().min(1, { error: 'needs the name of a face such as "plate/top"' });

/** Relations that put a body in its place: what of it meets what of a body before it. */
export const relationSchema = z.union(
  [
    z.strictObject({
      axis: face,
      on: face,
      sense: z.enum(['same', 'opposite'], { error: 'needs "same" or "opposite"' }).optional(),
    }),
    z.strictObject({ face, against: face, gap: quantity.optional() }),
    z.strictObject({ face, along: face, offset: quantity.optional() }),
  ],
  { error: 'needs "axis" and "on", "face" and "against", or "face" and "along"' },
);
export type RelationFile = z.infer<typeof relationSchema>;
