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

/** Whether the cells of a solid are all joined by facets. */
export const isOnePiece = (space: Arrangement, isSolid: readonly boolean[]): boolean => {
  const beside = new Map<number, number[]>();
  for (const { cells } of space.facets) {
    const [a, b] = cells;
    if (a === undefined || b === undefined || !isSolid[a] || !isSolid[b]) continue;
    beside.set(a, [...(beside.get(a) ?? []), b]);
    beside.set(b, [...(beside.get(b) ?? []), a]);
  }
  const first = isSolid.indexOf(true);
  const reached = new Set([first]);
  const next = [first];
  for (let c = next.pop(); c !== undefined; c = next.pop())
    for (const d of beside.get(c) ?? [])
      if (!reached.has(d)) {
        reached.add(d);
        next.push(d);
      }
  return isSolid.every((full, c) => !full || reached.has(c));
};
