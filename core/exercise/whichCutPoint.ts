import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import type { Chance } from './chance.ts';
import { sectionBy } from './cutOf.ts';
import type { Common, Exercise } from './exercise.ts';
import { seenFrom } from './inSight.ts';
import { mixed, THREE } from './options.ts';
import { placesApart } from './placesApart.ts';
import { slanting } from './slantingCut.ts';
import type { Tried } from './triedPart.ts';
import { PICTORIAL_SIGHT } from './views.ts';

/** Where a plane cuts an edge that is marked in the pictorial: found on the trace, and carried to its edge in the top view. */
export const whichCutPoint = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const cut = slanting(c, own);
  const section = cut && sectionBy(cut, own.file, own.built);
  if (!cut || !section) return undefined;
  const { u, v } = VIEW_FRAMES.top;
  const at = (p: Vec3): Vec2 => [dot(p, u), dot(p, v)];
  const points = section.bodies.flatMap((b) => b.cutPoints).filter((p) => p.kind === 'edge');
  const inSight = points.filter((p) => seenFrom(own.built, PICTORIAL_SIGHT)(p.at));
  if (!inSight.length) return undefined;
  const point = c.pick(inSight).at;
  // cut points of other edges first, then corners, which are where the edges end
  const others = [
    ...c.shuffled(points.map((p) => p.at)),
    ...c.shuffled(numberPoints(own.built).map((p) => p.at)),
  ];
  const wrong = placesApart(at(point), others.map(at), {
    differs: 'the point lies on another edge, or not on the plane',
    mistake: 'cut point on the wrong edge',
  });
  if (!wrong) return undefined;
  return {
    ...common,
    kind: 'cut points',
    given: THREE,
    view: 'top',
    cut,
    point,
    ...mixed(c, at(point), wrong),
  };
};
