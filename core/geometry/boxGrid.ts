import type { Box3 } from './box.ts';

/** Finds the boxes near a box without looking at all of them; ids come in ascending order. */
export type BoxGrid = { near: (b: Box3) => readonly number[] };

/** Below this many boxes, looking at each is quicker than a grid. */
const PLAIN_SCAN = 12;
/** A direction in which the boxes spread by less than this share of the widest is not parted. */
const SLIGHT = 0.02;

/**
 * A uniform grid over boxes in three dimensions (a flat set of boxes may have equal z throughout).
 * The cell count follows the number of boxes, so that a query costs about the same however many there are.
 */
export const boxGrid = (boxes: readonly Box3[], tol: number): BoxGrid => {
  const all = boxes.map((_, i) => i);
  if (boxes.length <= PLAIN_SCAN) return { near: () => all };
  const lo = [0, 1, 2].map((i) => Math.min(...boxes.map((b) => b[i] as number)) - tol);
  const hi = [3, 4, 5].map((i) => Math.max(...boxes.map((b) => b[i] as number)) + tol);
  const extent = lo.map((l, i) => Math.max((hi[i] as number) - l, tol * 4));
  // about as many bins as boxes, over the directions in which the boxes really spread
  const spread = extent.filter((e) => e > SLIGHT * Math.max(...extent));
  const side = (spread.reduce((p, e) => p * e, 1) / boxes.length) ** (1 / spread.length);
  const count = extent.map((e) => Math.max(1, Math.min(64, Math.round(e / side))));
  const cell = extent.map((e, i) => e / count[i]!);
  const clamp = (x: number, i: number): number =>
    Math.max(0, Math.min(count[i]! - 1, Math.floor((x - lo[i]!) / cell[i]!)));
  const bins = new Map<number, number[]>();
  const visit = (b: Box3, go: (bin: number) => void): void => {
    for (let x = clamp(b[0] - tol, 0), x1 = clamp(b[3] + tol, 0); x <= x1; x++)
      for (let y = clamp(b[1] - tol, 1), y1 = clamp(b[4] + tol, 1); y <= y1; y++)
        for (let z = clamp(b[2] - tol, 2), z1 = clamp(b[5] + tol, 2); z <= z1; z++)
          go((x * count[1]! + y) * count[2]! + z);
  };
  boxes.forEach((b, i) => {
    visit(b, (bin) => {
      const list = bins.get(bin);
      if (list) list.push(i);
      else bins.set(bin, [i]);
    });
  });
  const stamp = new Int32Array(boxes.length).fill(-1);
  let query = 0;
  return {
    near: (b) => {
      query++;
      let bin0 = -1;
      let many = false;
      const out: number[] = [];
      visit(b, (bin) => {
        if (bin0 !== -1) many = true;
        bin0 = bin;
        for (const i of bins.get(bin) ?? []) {
          if (stamp[i] === query) continue;
          stamp[i] = query;
          out.push(i);
        }
      });
      return many ? out.sort((p, q) => p - q) : out;
    },
  };
};
