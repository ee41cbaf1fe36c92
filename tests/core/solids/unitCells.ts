import type { GivenLine } from '../../../core/balance/given.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { GivenView } from '../../../core/solids/aligned.ts';

/** Solids of unit cells and their views, worked out cell by cell: it shares nothing with the engine or the search. */
export type Size = readonly [number, number, number];
/** Whether the cell at x, y, z is solid. */
export type Cells = (x: number, y: number, z: number) => boolean;

export const cellsOf =
  (bits: number, [w, d, h]: Size): Cells =>
  (x, y, z) =>
    x >= 0 && y >= 0 && z >= 0 && x < w && y < d && z < h && ((bits >> ((z * d + y) * w + x)) & 1) === 1;

/** Each view by the axes it shows, the signs of its u and v along them, and the axis and sense of its observer. */
const VIEWS: Partial<
  Record<ViewName, { i: 0 | 1 | 2; j: 0 | 1 | 2; k: 0 | 1 | 2; u: 1 | -1; toward: 1 | -1 }>
> = {
  front: { i: 0, j: 2, k: 1, u: 1, toward: -1 },
  top: { i: 0, j: 1, k: 2, u: 1, toward: 1 },
  left: { i: 1, j: 2, k: 0, u: -1, toward: -1 },
};

type Class = 'visible' | 'hidden';

/** What stands on a unit stretch of a view: between columns a and b of cells, `at(column, depth)` says whether a cell is solid. */
const classOf = (
  at: (side: 0 | 1, depth: number) => boolean,
  deep: number,
  toward: 1 | -1,
): Class | undefined => {
  let found: Class | undefined;
  for (let d = 0; d <= deep; d++) {
    const around = [at(0, d - 1), at(1, d - 1), at(1, d), at(0, d)];
    const n = around.filter(Boolean).length;
    if (n !== 1 && n !== 3) continue;
    const isBlocked = (side: 0 | 1): boolean => {
      for (let x = toward > 0 ? d : d - 1; x >= 0 && x < deep; x += toward) if (at(side, x)) return true;
      return false;
    };
    if (!isBlocked(0) || !isBlocked(1)) return 'visible';
    found = 'hidden';
  }
  return found;
};

/** A view of a solid, its lines as long as they are of one class. @param unit the size of a cell */
export const viewOfCells = (cells: Cells, size: Size, name: ViewName, unit: number): GivenLine[] => {
  const v = VIEWS[name];
  if (!v) throw new Error(name);
  const solid = (a: number, b: number, d: number): boolean => {
    const p: [number, number, number] = [0, 0, 0];
    p[v.i] = a;
    p[v.j] = b;
    p[v.k] = d;
    return cells(...p);
  };
  const [m, n, deep] = [size[v.i], size[v.j], size[v.k]];
  const out: GivenLine[] = [];
  const runs = (
    count: number,
    classAt: (t: number) => Class | undefined,
    place: (t: number) => [number, number],
  ): void => {
    let from = 0;
    for (let t = 1; t <= count; t++) {
      const c = classAt(t - 1);
      if (t < count && classAt(t) === c) continue;
      const [a, b] = [place(from), place(t)];
      if (c)
        out.push({
          seen: c === 'visible',
          kind: 'straight',
          a: [v.u * a[0] * unit, a[1] * unit],
          b: [v.u * b[0] * unit, b[1] * unit],
        });
      from = t;
    }
  };
  for (let b = 0; b <= n; b++)
    runs(
      m,
      (t) => classOf((side, d) => solid(t, b - 1 + side, d), deep, v.toward),
      (t) => [t, b],
    );
  for (let a = 0; a <= m; a++)
    runs(
      n,
      (t) => classOf((side, d) => solid(a - 1 + side, t, d), deep, v.toward),
      (t) => [a, t],
    );
  return out;
};

/** The views of a solid as they are given. */
export const givenOfCells = (
  cells: Cells,
  size: Size,
  names: readonly ViewName[],
  hidden: GivenView['hidden'],
  unit = 10,
): Map<ViewName, GivenView> =>
  new Map(
    names.map((n) => {
      const lines = viewOfCells(cells, size, n, unit);
      return [n, { hidden, lines: hidden === 'given' ? lines : lines.filter((l) => l.seen) }];
    }),
  );

const neighbours = (i: number, [w, d, h]: Size): number[] => {
  const [x, y, z] = [i % w, Math.floor(i / w) % d, Math.floor(i / w / d)];
  const out: number[] = [];
  for (const [a, b, c] of [
    [1, 0, 0],
    [-1, 0, 0],
    [0, 1, 0],
    [0, -1, 0],
    [0, 0, 1],
    [0, 0, -1],
  ] as const) {
    const [p, q, r] = [x + a, y + b, z + c];
    if (p >= 0 && q >= 0 && r >= 0 && p < w && q < d && r < h) out.push((r * d + q) * w + p);
  }
  return out;
};

const isJoined = (members: readonly number[], size: Size): boolean => {
  if (!members.length) return false;
  const all = new Set(members);
  const seen = new Set([members[0] as number]);
  const next = [...seen];
  for (let c = next.pop(); c !== undefined; c = next.pop())
    for (const d of neighbours(c, size))
      if (all.has(d) && !seen.has(d)) {
        seen.add(d);
        next.push(d);
      }
  return seen.size === all.size;
};

/** Whether the two by two by two cells round a point meet properly: not along an edge or at a point only. */
const isSurface = (cells: Cells, [w, d, h]: Size): boolean => {
  for (let x = 0; x <= w; x++)
    for (let y = 0; y <= d; y++)
      for (let z = 0; z <= h; z++) {
        const local = (k: number): boolean =>
          cells(x - 1 + (k & 1), y - 1 + ((k >> 1) & 1), z - 1 + ((k >> 2) & 1));
        const two: Size = [2, 2, 2];
        const all = [0, 1, 2, 3, 4, 5, 6, 7];
        const full = all.filter(local);
        const empty = all.filter((k) => !local(k));
        if (full.length && empty.length && !(isJoined(full, two) && isJoined(empty, two))) return false;
        for (const axis of [0, 1, 2])
          for (const layer of [0, 1]) {
            const [p, q] = [0, 1, 2].filter((a) => a !== axis) as [number, number];
            const four = [0, 1, 2, 3].map((n) => local((layer << axis) | ((n & 1) << p) | ((n >> 1) << q)));
            if (four[0] === four[3] && four[1] === four[2] && four[0] !== four[1]) return false;
          }
      }
  return true;
};

/** All solids of a box of unit cells that are in one piece, fill their box and are bounded by a surface; as bits. */
export const allSolids = (size: Size): number[] => {
  const [w, d, h] = size;
  const n = w * d * h;
  const out: number[] = [];
  for (let bits = 1; bits < 1 << n; bits++) {
    const members = Array.from({ length: n }, (_, i) => i).filter((i) => (bits >> i) & 1);
    const fills = ([0, 1, 2] as const).every((k) => {
      const at = members.map((i) => [i % w, Math.floor(i / w) % d, Math.floor(i / w / d)][k] as number);
      return Math.min(...at) === 0 && Math.max(...at) === size[k] - 1;
    });
    if (fills && isJoined(members, size) && isSurface(cellsOf(bits, size), size)) out.push(bits);
  }
  return out;
};

/** How many cells are solid. */
export const countOf = (bits: number): number => bits.toString(2).replaceAll('0', '').length;
