import type { ViewName } from '../../geometry/viewFrames.ts';

/** The names of views under the usual house rules. */
export const VIEW_TITLES: Record<ViewName, string> = {
  front: 'Front view',
  back: 'Back view',
  top: 'Top view',
  bottom: 'View from below',
  left: 'Left view',
  right: 'Right view',
};

/** What views are called by the chosen school: as views, as elevations and plan, or with the sides named as such. */
export type ViewNames = 'views' | 'elevations' | 'sides';

const TITLES: Record<ViewNames, Record<ViewName, string>> = {
  views: VIEW_TITLES,
  elevations: {
    front: 'Elevation',
    back: 'Back elevation',
    top: 'Plan',
    bottom: 'Plan from below',
    left: 'Left end elevation',
    right: 'Right end elevation',
  },
  sides: { ...VIEW_TITLES, left: 'Left side view', right: 'Right side view' },
};

/** What a view is called by a school. */
export const viewTitle = (name: ViewName, names: ViewNames = 'views'): string => TITLES[names][name];

/** How the title of a true shape begins, before the letter of its cut. */
export const SHAPE_TITLE = 'TRUE SHAPE OF';
