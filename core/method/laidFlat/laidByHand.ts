import type { Development } from '../../develop/develop.ts';
import type { BoardStep } from '../method.ts';
import { type LaidOutline, plotOpenings } from './openings.ts';
import { byParallelLines } from './parallelLines.ts';
import { byRadialLines } from './radialLines.ts';
import { byTriangles } from './triangles.ts';

/** How a surface is laid flat by hand. */
export type LayMethod = 'parallel lines' | 'radial lines' | 'triangles';

/** The construction of a development at the board, step by step; mm, begun in the origin. */
export type LaidByHand = { readonly method: LayMethod; readonly steps: readonly BoardStep[] };

/** Why each method suits, as a sentence. */
export const WHY_SO: Readonly<Record<LayMethod, string>> = {
  'parallel lines':
    'Its edges or generators are parallel: they are set up square to one line, along which the way round it is stepped off.',
  'radial lines':
    'Its edges or generators meet in the apex: they are drawn from one point, each at its true length.',
  triangles:
    'Its edges are neither parallel nor meet: it is laid out triangle by triangle, each point by two true lengths.',
};

/**
 * Constructs a piece that was laid flat, as a hand would: by parallel lines, by lines from an apex, or by triangles.
 * @param units of the part; the board is in mm
 * @returns undefined where none of the three can plot it, as with a curved outline that turns back
 */
export const laidByHand = (d: Development, units: 'mm' | 'in'): LaidByHand | undefined => {
  const made = (method: LayMethod, laid: LaidOutline | undefined): LaidByHand | undefined =>
    laid && { method, steps: [...laid.steps, ...plotOpenings(d, laid)] };
  return (
    made('parallel lines', byParallelLines(d, units)) ??
    made('radial lines', byRadialLines(d, units)) ??
    made('triangles', byTriangles(d, units))
  );
};
