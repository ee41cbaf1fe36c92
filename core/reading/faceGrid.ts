import { dot, type Vec3 } from '../geometry/vec.ts';
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
  readonly faces: readonly {
    readonly body: number;
    readonly face: string;
    /** flush faces of a body, which no line parts, have the same number */
    readonly area: number;
  }[];
};

type Plane = { readonly body: number; readonly n: Vec3; readonly d: number };
/** Faces whose directions differ by less lie in one plane; their levels by so much of the part's size. */
const SAME_DIRECTION = 1e-9;
const SAME_LEVEL = 1e-7;

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
  const faces: { body: number; face: string; area: number }[] = [];
  const planes: Plane[] = [];
  /** A face lies in the plane in which it is met first; one that is not flat meets itself there again. */
  const areaOf = ({ body, at, normal: n }: Met): number => {
    const d = dot(n, at);
    const known = planes.findIndex(
      (p) => p.body === body && dot(p.n, n) > 1 - SAME_DIRECTION && Math.abs(p.d - d) < SAME_LEVEL * tol.size,
    );
    return known >= 0 ? known : planes.push({ body, n, d }) - 1;
  };
  const index = new Map<string, number>();
  const of = (m: Met): number => {
    const key = `${m.body} ${m.face}`;
    const i = index.get(key) ?? faces.push({ body: m.body, face: m.face, area: areaOf(m) }) - 1;
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

/** A patch of a view in which one face or several flush ones are seen, or nothing: its squares together. */
export type Patch = {
  /** indices into the grid's faces, the largest first; none for nothing */
  readonly faces: readonly number[];
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
    const areaAt = (c: number): number => g.faces[g.cells[c] as number]?.area ?? -1;
    const area = areaAt(start);
    const counts = new Map<number, number>();
    const squares = [start];
    seen[start] = 1;
    let [i0, j0, i1, j1] = [g.columns, g.rows, -1, -1];
    let outside = false;
    for (let at = 0; at < squares.length; at++) {
      const c = squares[at] as number;
      const face = g.cells[c] as number;
      if (face >= 0) counts.set(face, (counts.get(face) ?? 0) + 1);
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
        if (seen[next] || areaAt(next) !== area) continue;
        seen[next] = 1;
        squares.push(next);
      }
    }
    out.push({
      faces: [...counts].sort((a, b) => b[1] - a[1]).map(([f]) => f),
      count: squares.length,
      box: [g.u0 + i0 * g.step, g.v0 + j0 * g.step, g.u0 + (i1 + 1) * g.step, g.v0 + (j1 + 1) * g.step],
      outside,
      squares,
    });
  }
  return out;
};
