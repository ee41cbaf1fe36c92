import { type Box3, inBox } from './box.ts';
import type { Marched3 } from './marched.ts';
import { advance, type Pair, type Site, siteAt } from './meetingSite.ts';
import {
  beyondTouch,
  DIP,
  markTouch,
  NEAR_TOUCH,
  passesBy,
  poleAhead,
  TOUCHES_APART,
  touchAhead,
  touchBetween,
  type Walk,
} from './touchOnWalk.ts';
import { touchPoint } from './touchPoint.ts';
import { along, distance, dot, length, scale, sub, type Vec3 } from './vec.ts';

/** The march turns by no more than this from node to node (rad); twice less lengthens the next step. */
const TURN = 0.16;
const MOST_NODES = 6000;

/** Where a curve that is known ends, and the direction in which one runs into it there. */
export type End = { readonly p: Vec3; readonly inward: Vec3 };

export const endsOf = (c: Marched3): End[] =>
  c.closed
    ? []
    : [
        { p: c.nodes[0] as Vec3, inward: c.tangents[0] as Vec3 },
        { p: c.nodes.at(-1) as Vec3, inward: scale(c.tangents.at(-1) as Vec3, -1) },
      ];

/** Whether the next step of a march runs over the end of a known curve, and on into it. */
const meetsEnd = (k: Pair, from: Vec3, heading: Vec3, ds: number, end: End): boolean => {
  const ahead = dot(sub(end.p, from), heading);
  if (ahead <= 1e-9 * k.size || ahead > ds || dot(heading, end.inward) < 0.7) return false;
  const p = advance(k, from, heading, ahead);
  return p !== undefined && distance(p, end.p) <= 1e-9 * k.size;
};

/** Whether the next step of a march runs over the seed it began at. */
const closesAt = (k: Pair, seed: Vec3, from: Vec3, heading: Vec3, ds: number): boolean => {
  const back = sub(seed, from);
  const reached = dot(back, heading);
  const aside = length(along(back, heading, -reached));
  return reached > 1e-9 * k.size && reached <= ds * 1.001 && aside < ds * 0.2;
};

/** Notes a touch that a walk has just run through; one that is known already stands for it. */
const noteTouch = (k: Pair, w: Walk, found: Vec3): void => {
  const same = k.touches.find((q) => distance(q, found) <= TOUCHES_APART * k.size);
  if (!same) k.touches.push(found);
  markTouch(w, same ?? found, k.size);
};

/**
 * Marches from a seed until the curve closes, leaves the box or runs into the end of one that is known: a curve that leaves the box
 * for a moment is known in two parts. It ends in a pole too; over a touch it goes on, to be parted there afterwards.
 * @param first in which of the two directions
 * @param stride the longest step
 */
export const walk = (
  k: Pair,
  seed: Vec3,
  first: 1 | -1,
  box: Box3,
  stride: number,
  ends: readonly End[],
): Walk => {
  const start = siteAt(k, seed);
  let sense: number = first;
  let here = start;
  let before: Site | undefined;
  let heading = scale(start.tau, sense);
  const origin = heading;
  let ds = stride / 8;
  const out: Walk = { nodes: [seed], tangents: [heading], knots: [], closed: false };
  while (out.nodes.length < MOST_NODES && ds > 1e-12 * k.size) {
    const pole = poleAhead(k, here, heading, ds);
    if (pole) {
      out.knots.push(out.nodes.push(pole) - 1);
      out.tangents.push(heading);
      return out;
    }
    const ahead = touchAhead(k, here, heading, ds);
    // up to a touch the steps get shorter with the way that is left, for another branch is the nearer the shorter that is
    if (ahead && here.sine > NEAR_TOUCH) ds = Math.min(ds, distance(ahead, here.p) / 2);
    else if (ahead) {
      out.knots.push(out.nodes.push(ahead) - 1);
      out.tangents.push(heading);
      const landed = beyondTouch(k, ahead, heading, ds);
      if (!landed) return out;
      sense = landed.sense;
      heading = scale(landed.site.tau, sense);
      ds = distance(landed.site.p, ahead);
      here = landed.site;
      before = undefined;
      out.nodes.push(here.p);
      out.tangents.push(heading);
      if (!inBox(box, here.p, 0)) return out;
      continue;
    }
    const p = advance(k, here.p, heading, ds);
    if (!p) {
      ds /= 2;
      continue;
    }
    const there = siteAt(k, p);
    let onward = scale(there.tau, sense);
    let crossed = false;
    if (dot(onward, heading) < -0.5) {
      crossed = true;
      onward = scale(onward, -1);
    }
    const turn = Math.acos(Math.min(1, Math.max(-1, dot(onward, heading))));
    if (turn > TURN || there.sine === 0) {
      ds *= there.sine === 0 ? 0.9 : 0.6;
      continue;
    }
    if (out.nodes.length > 3 && dot(heading, origin) > 0.7 && closesAt(k, seed, here.p, heading, ds)) {
      out.nodes.push(seed);
      out.tangents.push(origin);
      out.closed = true;
      return out;
    }
    const end = ends.find((e) => meetsEnd(k, here.p, heading, ds, e));
    if (end) {
      out.nodes.push(end.p);
      out.tangents.push(end.inward);
      return out;
    }
    let touch = k.touches.find((q) => passesBy(here, p, heading, onward, q));
    if (crossed && touch) sense = -sense;
    else if (crossed) {
      touch = touchBetween(k, here.p, heading, ds, sense);
      // two branches that run along one another touch further on
      if (!touch || !passesBy(here, p, heading, onward, touch)) {
        ds /= 2;
        continue;
      }
      sense = -sense;
    } else if (!touch && before && here.sine < DIP && here.sine <= before.sine && here.sine <= there.sine)
      touch = touchPoint(k.f, k.g, here.p, 2 * ds, k.tol);
    out.nodes.push(p);
    out.tangents.push(onward);
    if (touch) noteTouch(k, out, touch);
    before = here;
    here = there;
    heading = onward;
    if (!inBox(box, p, 0)) return out;
    if (turn < TURN / 2) ds = Math.min(ds * 1.6, stride);
  }
  return out;
};
