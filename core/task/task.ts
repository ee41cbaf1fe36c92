import * as z from 'zod';

/**
 * What an exercise or a client asks for, kept with the drawing line by line. A line that says something the drawing can be asked about ticks
 * itself; any other is ticked by hand.
 */
export const taskSchema = z.array(
  z.strictObject({
    text: z.string().min(1, { error: 'needs some words' }).max(300),
    /** ticked by hand */
    done: z.boolean().optional(),
  }),
);
export type TaskLine = z.infer<typeof taskSchema>[number];

/** How a line of the task stands: what was asked of the drawing, and its answer. */
export type TaskStanding = TaskLine & {
  readonly by: 'the drawing' | 'hand';
  readonly fulfilled: boolean;
  /** why, or what is missing */
  readonly reason: string;
};

/** A pasted request as lines: one a line, or one a sentence; numbers and dashes at their heads go. */
export const taskLines = (text: string): TaskLine[] =>
  text
    .split('\n')
    .map((s) => s.replace(/^\s*(?:\(?[a-z0-9]{1,2}[.)]|[-*•])\s+/i, ''))
    .flatMap((s) => s.split(/(?<=[.;])\s+(?=[A-Z0-9])/))
    .map((s) => s.replace(/[.;]\s*$/, '').trim())
    .filter(Boolean)
    .map((s) => ({ text: s.slice(0, 300) }));
