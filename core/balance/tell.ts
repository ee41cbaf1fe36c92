import type { Vec2 } from '../geometry/vec.ts';
import { featureWords } from '../naming/keys.ts';
import type { Imbalance, Mistake } from './finding.ts';
import { type Box, type GivenLine, pointsOf } from './given.ts';

/** The middle of a box across (0) or up (1). */
export const spanMiddle = (b: Box, k: 0 | 1): number => (b[k] + (k === 0 ? b[2] : b[3])) / 2;

/** A finding of a view that is not named yet. */
export type Told = Omit<Imbalance, 'view'>;

const WEIGHT: Partial<Record<Mistake, number>> = {
  'another part': 120,
  'under another name': 110,
  'view missing': 100,
  'wrong side for the angle': 95,
  'turned by 90 degrees': 92,
  'upside down': 91,
  mirrored: 90,
  'wrong scale': 88,
  'scaled in one direction': 86,
  'out of line': 80,
  'decimal slip': 76,
  'radius for diameter': 75,
  'feature forgotten': 72,
  'from the wrong edge': 70,
  'feature moved': 68,
  'hidden lines forgotten': 64,
  'hidden drawn visible': 60,
  'visible drawn hidden': 60,
};
export const tell = (
  kind: Mistake,
  sentence: string,
  feature?: string,
  amount?: number,
  at?: Vec2,
): Told => ({
  ...(at && { at }),
  kind,
  sentence,
  feature,
  amount,
  weight: WEIGHT[kind] ?? 50,
});

export const middleOf = (l: GivenLine): Vec2 => {
  if (l.kind === 'round') return l.centre;
  const points = pointsOf(l);
  const [a, b] = [points[0] as Vec2, points.at(-1) as Vec2];
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
};

/** The feature that a line belongs to first: "bore 2". */
export const featureOf = (of: readonly string[]): string | undefined => {
  const [key] = of;
  return key === undefined ? undefined : featureWords(key);
};
