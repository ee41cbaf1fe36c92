import type { Vec2 } from '../geometry/vec.ts';
import type { Mistake, Option } from './exercise.ts';
import { OPTIONS } from './options.ts';

/** Nearer than this, mm, two places are one to the eye. */
const APART = 4;

/** Places of a view that are offered beside the right one: the first ones that the eye tells apart; nothing where there are too few. */
export const placesApart = (
  right: Vec2,
  places: readonly Vec2[],
  how: { readonly differs: string; readonly mistake: Mistake },
): Option<Vec2>[] | undefined => {
  const wrong: Option<Vec2>[] = [];
  for (const place of places) {
    if (wrong.length === OPTIONS - 1) break;
    const others = [right, ...wrong.map((w) => w.shows)];
    if (others.every((q) => Math.hypot(q[0] - place[0], q[1] - place[1]) > APART))
      wrong.push({ shows: place, ...how });
  }
  return wrong.length === OPTIONS - 1 ? wrong : undefined;
};
