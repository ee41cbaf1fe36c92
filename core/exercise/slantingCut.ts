import type { Chance } from './chance.ts';
import { type ExerciseCut, runsAlongEdge } from './cutOf.ts';
import type { Tried } from './triedPart.ts';

/** How often a plane is tried on a part. */
const PLANES = 16;
/** How steep a plane is, its rise to its run: a flatter one is hardly told from its own top view. */
const SLOPES = [0.75, 1, 4 / 3] as const;
/** A plane that meets less than this share of the width shows little. */
const LEAST_RUN = 0.45;
/** Sizes of these parts are whole fives, mm. */
const FIVE = 5;

/** A slanting plane that is an edge in the front view, from where it enters the part's box to where it leaves it. */
export const slanting = (c: Chance, own: Tried): ExerciseCut | undefined => {
  const [x0, , z0, x1, , z1] = own.built.box;
  for (let i = 0; i < PLANES; i++) {
    const slope = c.pick(SLOPES) * (c.whole(0, 1) ? 1 : -1);
    const x = x0 + FIVE * c.whole(1, Math.round((x1 - x0) / FIVE) - 1);
    const z = z0 + FIVE * c.whole(1, Math.round((z1 - z0) / FIVE) - 1);
    const at = (height: number): number => x + (height - z) / slope;
    const [a, b] = [at(z0), at(z1)].sort((p, q) => p - q) as [number, number];
    const [left, right] = [Math.max(x0, a), Math.min(x1, b)];
    if (right - left < LEAST_RUN * (x1 - x0)) continue;
    const point = (u: number): readonly [number, number] => [u, z + (u - x) * slope];
    const cut = { seenIn: 'front', from: point(left), to: point(right), look: 'down' } as const;
    if (!runsAlongEdge(cut, own.built)) return cut;
  }
  return undefined;
};
