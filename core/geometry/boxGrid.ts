import { type Box3, joinBoxes } from './box.ts';

/** Finds boxes without looking at all of them: those that may hold a point, by ascending ids, and those near a box, in any order. */
export type BoxGrid = {
  readonly at: (x: number, y: number, z: number) => readonly number[];
  readonly around: (b: Box3) => readonly number[];
};

/** Below this many boxes, looking at each is quicker than a grid. */
const PLAIN_SCAN = 12;
/** A direction in which the boxes spread by less than this share of the widest is not parted. */
const SLIGHT = 0.02;

/**
 * A uniform grid over boxes, widened by tol, in three dimensions (a flat set of boxes may have equal z throughout).
 * The cell count follows the number of boxes, so that a query costs about the same however many there are.
 */
export const boxGrid = (boxes: readonly Box3[], tol: number): BoxGrid => {
  const all = boxes.map((_, i) => i);
  if (boxes.length <= PLAIN_SCAN) return { at: () => all, around: () => all };
  const whole = boxes.reduce(joinBoxes);
  const lo = [whole[0] - tol, whole[1] - tol, whole[2] - tol];
  const hi = [whole[3] + tol, whole[4] + tol, whole[5] + tol];
  const extent = lo.map((l, i) => Math.max((hi[i] as number) - l, tol * 4));
  // about as many bins as boxes, over the directions in which the boxes really spread
  const spread = extent.filter((e) => e > SLIGHT * Math.max(...extent));
  const side = (spread.reduce((p, e) => p * e, 1) / boxes.length) ** (1 / spread.length);
  const count = extent.map((e) => Math.max(1, Math.min(64, Math.round(e / side))));
  const cell = extent.map((e, i) => e / count[i]!);
  const inverse = cell.map((c) => 1 / c);
  const clamp = (x: number, i: number): number => {
    const k = Math.floor((x - (lo[i] as number)) * (inverse[i] as number));
    const last = (count[i] as number) - 1;
    return k < 0 ? 0 : Math.min(k, last);
  };
  // the bins' lists stand one after the other in `items`; bin k has those from starts[k] to starts[k + 1]
  const [nx, ny, nz] = count as [number, number, number];
  const range = new Int32Array(6);
  const reach = (b: Box3): void => {
    for (let i = 0; i < 3; i++) {
      range[i] = clamp((b[i] as number) - tol, i);
      range[i + 3] = clamp((b[i + 3] as number) + tol, i);
    }
  };
  const starts = new Int32Array(nx * ny * nz + 1);
  const eachBin = (b: Box3, go: (bin: number) => void): void => {
    reach(b);
    const [x0, y0, z0] = [range[0] as number, range[1] as number, range[2] as number];
    const [x1, y1, z1] = [range[3] as number, range[4] as number, range[5] as number];
    for (let x = x0; x <= x1; x++)
      for (let y = y0; y <= y1; y++) for (let z = z0; z <= z1; z++) go((x * ny + y) * nz + z);
  };
  for (const b of boxes)
    eachBin(b, (bin) => {
      starts[bin + 1] = (starts[bin + 1] as number) + 1;
    });
  for (let k = 0; k < nx * ny * nz; k++) starts[k + 1] = (starts[k + 1] as number) + (starts[k] as number);
  const items = new Int32Array(starts[nx * ny * nz] as number);
  const next = starts.slice();
  boxes.forEach((b, i) => {
    eachBin(b, (bin) => {
      items[next[bin] as number] = i;
      next[bin] = (next[bin] as number) + 1;
    });
  });
  const stamp = new Int32Array(boxes.length);
  let query = 0;
  // most questions fall in one bin: its list is made once and given to all
  const lists: (readonly number[] | undefined)[] = [];
  const listOf = (bin: number): readonly number[] => {
    const known = lists[bin];
    if (known) return known;
    const list: number[] = [];
    for (let k = starts[bin] as number; k < (starts[bin + 1] as number); k++) list.push(items[k] as number);
    lists[bin] = list;
    return list;
  };
  const around = (b: Box3): readonly number[] => {
    reach(b);
    const [x0, y0, z0] = [range[0] as number, range[1] as number, range[2] as number];
    const [x1, y1, z1] = [range[3] as number, range[4] as number, range[5] as number];
    if (x0 === x1 && y0 === y1 && z0 === z1) return listOf((x0 * ny + y0) * nz + z0);
    const out: number[] = [];
    query++;
    for (let x = x0; x <= x1; x++)
      for (let y = y0; y <= y1; y++)
        for (let z = z0; z <= z1; z++) {
          const bin = (x * ny + y) * nz + z;
          for (let k = starts[bin] as number; k < (starts[bin + 1] as number); k++) {
            const i = items[k] as number;
            if (stamp[i] === query) continue;
            stamp[i] = query;
            out.push(i);
          }
        }
    return out;
  };
  return { at: (x, y, z) => listOf((clamp(x, 0) * ny + clamp(y, 1)) * nz + clamp(z, 2)), around };
};
