import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';

/** What can be wrong with a view that was drawn elsewhere. */
export type Mistake =
  | 'another part'
  | 'under another name'
  | 'view missing'
  | 'wrong side for the angle'
  | 'out of line'
  | 'turned by 90 degrees'
  | 'upside down'
  | 'mirrored'
  | 'wrong scale'
  | 'scaled in one direction'
  | 'radius for diameter'
  | 'decimal slip'
  | 'wrong radius'
  | 'feature moved'
  | 'from the wrong edge'
  | 'feature forgotten'
  | 'hidden lines forgotten'
  | 'line missing'
  | 'hidden drawn visible'
  | 'visible drawn hidden'
  | 'hidden line too long'
  | 'line too short'
  | 'line too long'
  | 'line askew'
  | 'seam'
  | 'line too many'
  | 'drawn twice';

/** A difference between a given view and the part: where, what, how much, and the likeliest cause first. */
export type Imbalance = {
  readonly view: ViewName;
  readonly kind: Mistake;
  /** the feature concerned, as far as one is */
  readonly feature: string | undefined;
  /** how much, part units or a factor */
  readonly amount: number | undefined;
  readonly sentence: string;
  /** where in the view, part units across and up; nothing where the view as a whole is meant */
  readonly at?: Vec2;
  /** the worse a finding, the earlier in the list */
  readonly weight: number;
};
