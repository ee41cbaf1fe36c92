import type { Kept } from './kept.ts';

/** What a server tells of a drawing as it happens: how it stands after a change, or who looks at it now. */
export type LiveEvent =
  | { readonly kind: 'changed'; readonly kept: Kept }
  | { readonly kind: 'here'; readonly names: readonly string[] };
