import type { Kept } from './kept.ts';

/** What a server tells of a drawing as it happens: how it stands after a change, who looks at it now, or where one of them points. */
export type LiveEvent =
  | { readonly kind: 'changed'; readonly kept: Kept }
  | { readonly kind: 'here'; readonly names: readonly string[] }
  | {
      readonly kind: 'pointing';
      readonly name: string;
      /** a place on the sheet, mm from its upper left corner; nothing where they point at none any more */
      readonly at: PlaceOnSheet | null;
    };
/** A place on the sheet, mm from its upper left corner, y down. */
export type PlaceOnSheet = readonly [number, number];
