import { type GivenLine, givenFrom } from '../balance/given.ts';
import type { View } from '../view/view.ts';

/** A view that was worked out, as given lines. */
export const givenOfView = (view: View): GivenLine[] =>
  view.lines
    .filter((l) => l.kind !== 'tangent')
    .map((l) => givenFrom(l.curve, l.from, l.to, l.class === 'visible', (p) => p, 1));
