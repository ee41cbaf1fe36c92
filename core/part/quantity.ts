import * as z from 'zod';

/** A number of the part file: a figure, or a text with an expression (docs/part-format.md). */
export const quantity = z.union([z.number(), z.string()], {
  error: 'needs a number or an expression in quotes',
});
export const point2 = z.tuple([quantity, quantity], { error: 'needs two figures [x, y]' });
export const point3 = z.tuple([quantity, quantity, quantity], { error: 'needs three figures [x, y, z]' });
export type Quantity = z.infer<typeof quantity>;
