import * as z from 'zod';

/** Lines of one body that are kept together under a name. A line that is gone from the statement is passed over. */
export const groupsSchema = z.array(
  z.strictObject({
    name: z.string().min(1).max(60),
    body: z.string(),
    lines: z.array(z.string()).min(1),
  }),
);
export type Group = z.infer<typeof groupsSchema>[number];
