import { dot, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { frameToward, VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { numberPoints } from '../ledger/numbering.ts';
import type { BuiltPart } from '../solid/build.ts';
import { firstMetIn } from '../view/firstMet.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { PICTORIAL_SIGHT } from './views.ts';

/** Nearer than this, mm, two corners are one to the eye. */
const APART = 4;

/** A corner is in sight where material beside it, so far off, is met first, mm. */
const BESIDE = 0.3;
const seenFrom = (part: BuiltPart, toward: Vec3): ((p: Vec3) => boolean) => {
  const f = frameToward(toward);
  const meet = firstMetIn(part.bodies, f, part.tol);
  return (p) => {
    const [u, v] = [dot(p, f.u), dot(p, f.v)];
    return Array.from({ length: 8 }, (_, k) => (k * Math.PI) / 4 + 0.2).some((q) => {
      const met = meet(u + BESIDE * Math.cos(q), v + BESIDE * Math.sin(q));
      return met !== undefined && Math.hypot(...sub(met.at, p)) < 4 * BESIDE;
    });
  };
};

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
  const wrong: Option<Vec2>[] = [];
  for (const p of c.shuffled(corners)) {
    if (wrong.length === OPTIONS - 1) break;
    const place = at(p);
    if (
      [right, ...wrong.map((w) => w.shows)].every((q) => Math.hypot(q[0] - place[0], q[1] - place[1]) > APART)
    )
      wrong.push({ shows: place, differs: 'it is another corner', mistake: 'another corner' });
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'corner', view, corner, ...mixed(c, right, wrong) };
};
