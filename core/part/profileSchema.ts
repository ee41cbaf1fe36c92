import * as z from 'zod';
import { point2, quantity } from './quantity.ts';

/** The most corners or steps of one outline. */
const MOST_CORNERS = 2000;

const step = z.strictObject({
  to: point2,
  centre: point2.optional(),
  turn: z.enum(['ccw', 'cw'], { error: 'needs "ccw" or "cw"' }).optional(),
});
/** One closed loop without self-crossing, or a shorthand for one. */
export const profile = z.union(
  [
    z.strictObject({ circle: quantity }),
    z.strictObject({ rectangle: point2, round: quantity.optional() }),
    z.strictObject({
      polygon: z
        .array(point2)
        .min(3, { error: 'needs at least three corners' })
        .max(MOST_CORNERS, { error: `needs at most ${MOST_CORNERS} corners` }),
      round: quantity.optional(),
    }),
    z.strictObject({
      start: point2,
      path: z
        .array(step)
        .min(1, { error: 'needs at least one step' })
        .max(MOST_CORNERS, { error: `needs at most ${MOST_CORNERS} steps` }),
      round: quantity.optional(),
    }),
  ],
  { error: 'needs a profile: circle, rectangle, polygon, or start and path' },
);
export type ProfileFile = z.infer<typeof profile>;
