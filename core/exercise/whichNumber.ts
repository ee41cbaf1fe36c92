import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise } from './exercise.ts';
import { GIVEN, mixed, WANTED } from './options.ts';
import { placesApart } from './placesApart.ts';
import type { Tried } from './triedPart.ts';

/** Where a numbered corner, marked in two views, stands in the third: two postings fix a point. */
export const whichNumber = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const view = c.pick(WANTED);
  const { u, v } = VIEW_FRAMES[view];
  const at = (p: Vec3): Vec2 => [dot(p, u), dot(p, v)];
  const corners = numberPoints(own.built).map((p) => p.at);
  const corner = c.pick(corners);
  // those of the same height first: there the depth decides
  const [level, others] = [true, false].map((same) =>
    c.shuffled(corners.filter((p) => Math.abs(p[2] - corner[2]) < 1e-6 === same)),
  ) as [Vec3[], Vec3[]];
  const wrong = placesApart(at(corner), [...level, ...others].map(at), {
    differs: 'another corner is meant',
    mistake: 'another corner',
  });
  if (!wrong) return undefined;
  return { ...common, kind: 'numbering', given: GIVEN, view, corner, ...mixed(c, at(corner), wrong) };
};
