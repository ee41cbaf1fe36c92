import { z } from 'zod';
import { quantity } from './quantity.ts';

const thread = z.strictObject({
  size: z.union([z.string(), z.number()], { error: 'needs a size such as "M12", or a diameter' }).optional(),
  length: quantity.optional(),
  from: z.enum(['top', 'bottom'], { error: 'needs "top" or "bottom"' }).optional(),
  hand: z.enum(['right', 'left'], { error: 'needs "right" or "left"' }).optional(),
  pitch: quantity.optional(),
  /** how its other line is found: from the pitch, or by drawing proportions */
  by: z.enum(['sizes', 'proportions'], { error: 'needs "sizes" or "proportions"' }).optional(),
});

/** A thread is no shape but a statement about a round face; a stud has two. */
export const threadSchema = z.union([thread, z.array(thread).min(1).max(2)], {
  error: 'needs a thread such as { "size": "M12", "length": 30 }, or two',
});
export type ThreadFile = z.infer<typeof thread>;
export type ThreadsFile = z.infer<typeof threadSchema>;
