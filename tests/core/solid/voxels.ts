import type { Vec3 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';

/**
 * An independent judge: blocks with whole-number corners are sets of unit cells, and volume, area and every line of a view
 * can be counted on them without any geometry.
 */
export type GridBlock = { readonly op: 'add' | 'cut' | 'keep'; readonly at: Vec3; readonly size: Vec3 };

const N = 8;
const at = (x: number, y: number, z: number): number => (x * N + y) * N + z;

export const cellsOf = (blocks: readonly GridBlock[]): Uint8Array => {
  const cells = new Uint8Array(N * N * N);
  for (const {
    op,
    at: [x0, y0, z0],
    size,
  } of blocks) {
    for (let x = 0; x < N; x++)
      for (let y = 0; y < N; y++)
        for (let z = 0; z < N; z++) {
          const inside =
            x >= x0 && x < x0 + size[0] && y >= y0 && y < y0 + size[1] && z >= z0 && z < z0 + size[2];
          const i = at(x, y, z);
          if (op === 'add' && inside) cells[i] = 1;
          if (op === 'cut' && inside) cells[i] = 0;
          if (op === 'keep' && !inside) cells[i] = 0;
        }
  }
  return cells;
};

const filled = (cells: Uint8Array, p: readonly number[]): boolean =>
  p.every((x) => x >= 0 && x < N) && cells[at(p[0] as number, p[1] as number, p[2] as number)] === 1;

export const countVolume = (cells: Uint8Array): number => cells.reduce((s, c) => s + c, 0);

export const countArea = (cells: Uint8Array): number => {
  let area = 0;
  for (let x = 0; x < N; x++)
    for (let y = 0; y < N; y++)
      for (let z = 0; z < N; z++) {
        if (!filled(cells, [x, y, z])) continue;
        for (const d of [
          [1, 0, 0],
          [-1, 0, 0],
          [0, 1, 0],
          [0, -1, 0],
          [0, 0, 1],
          [0, 0, -1],
        ] as const)
          if (!filled(cells, [x + d[0], y + d[1], z + d[2]])) area++;
      }
  return area;
};

/** Lengths of visible and hidden lines in a principal view, counted in unit steps. */
export const countLines = (cells: Uint8Array, name: ViewName): { visible: number; hidden: number } => {
  const { u, v, toward } = VIEW_FRAMES[name];
  const axisOf = (d: Vec3): number => d.findIndex((x) => x !== 0);
  const [iu, iv, iw] = [axisOf(u), axisOf(v), axisOf(toward)];
  const cellAt = (a: number, b: number, w: number): boolean => {
    const p = [0, 0, 0];
    p[iu] = a;
    p[iv] = b;
    p[iw] = w;
    return filled(cells, p);
  };
  // depth of the first cell the observer meets in a column; Infinity where the column is empty
  const first = (a: number, b: number): number => {
    for (let k = 0; k < N; k++) if (cellAt(a, b, (toward[iw] as number) > 0 ? N - 1 - k : k)) return k;
    return Number.POSITIVE_INFINITY;
  };
  let visible = 0;
  let hidden = 0;
  const judge = (columns: readonly (readonly [number, number])[], isEdge: (w: number) => boolean): void => {
    const [p, q] = columns as [readonly [number, number], readonly [number, number]];
    if (first(...p) !== first(...q)) visible++;
    else if (Array.from({ length: N + 1 }, (_, w) => w).some(isEdge)) hidden++;
  };
  // an edge of the solid where the four cells round a unit step are not flush: one, three, or two across the corner
  const edge = (c: readonly boolean[]): boolean => {
    const n = c.filter(Boolean).length;
    return n === 1 || n === 3 || (n === 2 && c[0] === c[3]);
  };
  for (let a = -1; a < N; a++)
    for (let b = -1; b < N; b++) {
      const sides = (p: readonly [number, number], q: readonly [number, number]) => (w: number) =>
        edge([cellAt(...p, w - 1), cellAt(...q, w - 1), cellAt(...p, w), cellAt(...q, w)]);
      judge(
        [
          [a, b],
          [a + 1, b],
        ],
        sides([a, b], [a + 1, b]),
      );
      judge(
        [
          [a, b],
          [a, b + 1],
        ],
        sides([a, b], [a, b + 1]),
      );
    }
  return { visible, hidden };
};
