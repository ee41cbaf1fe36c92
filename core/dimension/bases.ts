/** The three axes by the letters of their bases. */
export const AXIS_LETTERS = ['x', 'y', 'z'] as const;

/** What lengths along each axis are counted from, by the key of a face or an axis; the face at the low end where missing. */
export type Bases = { readonly [axis in (typeof AXIS_LETTERS)[number]]?: string | undefined };
