import type { Tolerance } from '../solid/body.ts';
import { firstMetIn, type Met } from '../view/firstMet.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View } from '../view/view.ts';

/** What an observer meets at the squares of a grid over a view, row by row from below; -1 where nothing is. */
export type FaceGrid = {
  readonly columns: number;
  readonly rows: number;
  /** lower left corner and side of a square, in the view's plane */
  readonly u0: number;
  readonly v0: number;
  readonly step: number;
  /** index into `faces`, by square */
  readonly cells: Int32Array;
  readonly faces: readonly { readonly body: number; readonly face: string }[];
};

/** Squares along the longer side, and free ones round the view. */
const FINE = 96;
const RIM = 1;

const grids = new WeakMap<View, FaceGrid>();

/** Looks at a view square by square; the same view is looked at once. */
export const faceGrid = (view: View, scene: readonly SceneBody[], tol: Tolerance): FaceGrid => {
  const known = grids.get(view);
  if (known) return known;
  const [u0, v0, u1, v1] = view.box;
  const step = Math.max(u1 - u0, v1 - v0) / FINE;
  const columns = Math.ceil((u1 - u0) / step) + 2 * RIM;
  const rows = Math.ceil((v1 - v0) / step) + 2 * RIM;
  const meet = firstMetIn(scene, view.frame, tol);
  const cells = new Int32Array(columns * rows).fill(-1);
  const faces: { body: number; face: string }[] = [];
  const index = new Map<string, number>();
  const of = (m: Met): number => {
    const key = `${m.body} ${m.face}`;
    const i = index.get(key) ?? faces.push({ body: m.body, face: m.face }) - 1;
    index.set(key, i);
    return i;
  };
  const origin = { u: u0 - RIM * step, v: v0 - RIM * step };
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const met = meet(origin.u + (i + 0.5) * step, origin.v + (j + 0.5) * step);
      if (met) cells[j * columns + i] = of(met);
    }
  const grid = { columns, rows, u0: origin.u, v0: origin.v, step, cells, faces };
  grids.set(view, grid);
  return grid;
};

/** A patch of a view in which one face is seen, or nothing: its squares together. */
export type Patch = {
  /** index into the grid's faces, -1 for nothing */
  readonly face: number;
  readonly count: number;
  /** u0, v0, u1, v1 to the nearest square */
  readonly box: readonly [number, number, number, number];
  /** true where it reaches the rim of the grid: beside the part */
  readonly outside: boolean;
  readonly squares: readonly number[];
};

/** The connected patches of a grid, the lowest and leftmost first. */
export const patchesOf = (g: FaceGrid): Patch[] => {
  const seen = new Uint8Array(g.cells.length);
  const out: Patch[] = [];
  for (let start = 0; start < g.cells.length; start++) {
    if (seen[start]) continue;
    const face = g.cells[start] as number;
    const squares = [start];
    seen[start] = 1;
    let [i0, j0, i1, j1] = [g.columns, g.rows, -1, -1];
    let outside = false;
    for (let at = 0; at < squares.length; at++) {
      const c = squares[at] as number;
      const [i, j] = [c % g.columns, Math.floor(c / g.columns)];
      i0 = Math.min(i0, i);
      j0 = Math.min(j0, j);
      i1 = Math.max(i1, i);
      j1 = Math.max(j1, j);
      if (i === 0 || j === 0 || i === g.columns - 1 || j === g.rows - 1) outside = true;
      for (const [di, dj] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [x, y] = [i + di, j + dj];
        if (x < 0 || y < 0 || x >= g.columns || y >= g.rows) continue;
        const next = y * g.columns + x;
        if (seen[next] || g.cells[next] !== face) continue;
        seen[next] = 1;
        squares.push(next);
      }
    }
    out.push({
      face,
      count: squares.length,
      box: [g.u0 + i0 * g.step, g.v0 + j0 * g.step, g.u0 + (i1 + 1) * g.step, g.v0 + (j1 + 1) * g.step],
      outside,
      squares,
    });
  }
  return out;
};
