import type { Axis } from '../geometry/rigid.ts';

/** What lengths along each axis are counted from, by the key of a face or an axis; the face at the low end where missing. */
export type Bases = { readonly [axis in Axis]?: string | undefined };
