import * as z from 'zod';

/** Left empty in a form, a field is as if it were not there. */
const filled = <T extends z.ZodType>(type: T) =>
  z.preprocess((x) => (x === '' ? undefined : x), type.optional());

/** Which side is laid flat, and how, as the address of its page or file says it. */
export const developmentQuery = z.object({
  feature: filled(z.string().max(200)),
  /** the letter of a cut of the drawing: only what it leaves */
  cut: filled(z.string().max(60)),
  /** where it is opened, degrees from the front */
  from: filled(z.coerce.number().min(-360).max(720)),
  /** a strip to join it by, part units */
  seam: z.coerce.number().min(0).max(200).default(0),
});
/** The same for its construction by hand: which of its pieces, counted from 1. */
export const layByHandQuery = developmentQuery.extend({
  piece: z.coerce.number().int().min(1).max(999).default(1),
});
export type LayByHandQuery = z.infer<typeof layByHandQuery>;
export type DevelopmentQuery = z.infer<typeof developmentQuery>;
