import type { ViewName } from '../part/schema.ts';

/** The names of views under the usual house rules. */
export const VIEW_TITLES: Record<ViewName, string> = {
  front: 'Front view',
  back: 'Back view',
  top: 'Top view',
  bottom: 'View from below',
  left: 'Left view',
  right: 'Right view',
};
