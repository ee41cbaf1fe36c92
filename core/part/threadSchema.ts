import * as z from 'zod';
import { quantity } from './quantity.ts';

/** A thread is no shape but a statement about a round face. */
export const threadSchema = z.strictObject({
  size: z.union([z.string(), z.number()], { error: 'needs a size such as "M12", or a diameter' }).optional(),
  length: quantity.optional(),
  from: z.enum(['top', 'bottom'], { error: 'needs "top" or "bottom"' }).optional(),
  hand: z.enum(['right', 'left'], { error: 'needs "right" or "left"' }).optional(),
  pitch: quantity.optional(),
  /** how its other line is found: from the pitch, or by drawing proportions */
  by: z.enum(['sizes', 'proportions'], { error: 'needs "sizes" or "proportions"' }).optional(),
});

export type ThreadFile = z.infer<typeof threadSchema>;
