import type { Stage } from './deskView.ts';

/** Where a drawing is opened when its address says so, in place of its first stage. */
const STAGE_OF = { construct: 'Transfer', dimension: 'Dimension' } as const satisfies Record<string, Stage>;
export type OpenedAt = keyof typeof STAGE_OF;

/** The address of a drawing that is opened there. */
export const deskAddress = (id: string, at: OpenedAt): string => `/drawings/${id}?${at}`;

/** What the address of this page asks for; nothing where it asks for nothing. */
export const openedAt = (): { readonly at: OpenedAt; readonly stage: Stage } | undefined => {
  const asked = location.search.slice(1);
  const at = (Object.keys(STAGE_OF) as OpenedAt[]).find((k) => k === asked);
  return at && { at, stage: STAGE_OF[at] };
};
