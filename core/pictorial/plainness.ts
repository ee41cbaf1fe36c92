import { distance } from '../geometry/vec.ts';
import type { Arrangement } from '../solids/arrangement.ts';

/** The length of all edges of a solid. Of solids that look alike the one with the least is the plainest. */
export const lengthOfEdges = (space: Arrangement, isSolid: readonly boolean[]): number =>
  space.edges.reduce((sum, { from, to, cells }) => {
    const full = cells.map((c) => c !== undefined && isSolid[c] === true);
    // facet k lies between the cells k - 1 and k
    const faces = full.flatMap((f, k) => (f !== full[(k + full.length - 1) % full.length] ? [k] : []));
    const [a, b] = faces;
    const isFlat = a === undefined || (faces.length === 2 && (b as number) - a === full.length / 2);
    return isFlat ? sum : sum + distance(from, to);
  }, 0);

/** Of each cell the cells that share a facet with it. */
export const cellsBeside = (space: Arrangement): ReadonlyMap<number, readonly number[]> => {
  const beside = new Map<number, number[]>(space.cells.map((_, c) => [c, []]));
  for (const { cells } of space.facets) {
    const [a, b] = cells;
    if (a === undefined || b === undefined) continue;
    beside.get(a)?.push(b);
    beside.get(b)?.push(a);
  }
  return beside;
};
