import type { Development } from '../../develop/develop.ts';
import type { BoardStep } from '../method.ts';
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
  const made = (method: LayMethod, steps: readonly BoardStep[] | undefined): LaidByHand | undefined =>
    steps && { method, steps: d.holes.length ? [...steps, openingsStep(d.holes.length)] : steps };
  return (
    made('parallel lines', byParallelLines(d, units)) ??
    made('radial lines', byRadialLines(d, units)) ??
    made('triangles', byTriangles(d, units))
  );
};

/** Openings in the side are told, and not plotted. */
const openingsStep = (count: number): BoardStep => ({
  text: `Plot the ${count === 1 ? 'opening' : `${count} openings`} in it in the same way, by more lines through points of the rim; the figure leaves ${count === 1 ? 'it' : 'them'} out.`,
  why: 'Each point of a rim is on a line of the surface: its place along is stepped off, its place up is measured.',
  tool: 'dividers',
  deeds: [],
});
