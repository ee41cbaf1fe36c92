import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise } from './exercise.ts';
import { seenFrom } from './inSight.ts';
import { mixed, THREE } from './options.ts';
import { placesApart } from './placesApart.ts';
import type { Tried } from './triedPart.ts';
import { PICTORIAL_SIGHT } from './views.ts';

/** Where a corner that is in sight in the pictorial is seen in a view. */
export const whichCorner = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(THREE);
  const { u, v } = VIEW_FRAMES[view];
  const at = (p: Vec3): Vec2 => [dot(p, u), dot(p, v)];
  const corners = numberPoints(own.built).map((p) => p.at);
  const inSight = corners.filter(seenFrom(own.built, PICTORIAL_SIGHT));
  if (!inSight.length) return undefined;
  const corner = c.pick(inSight);
  const right = at(corner);
  const wrong = placesApart(right, c.shuffled(corners).map(at), {
    differs: 'it is another corner',
    mistake: 'another corner',
  });
  if (!wrong) return undefined;
  return { ...common, kind: 'corner', view, corner, ...mixed(c, right, wrong) };
};
