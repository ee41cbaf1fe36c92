import type { Vec3 } from '../geometry/vec.ts';
import type { Axis } from './aligned.ts';
import { type Arrangement, arrangementOf } from './arrangement.ts';
import type { FlatPlane } from './candidatePlanes.ts';
import { kindOf, middleOf, type Own, outlinesOf } from './ownCells.ts';
import { type Bounds, grown, type Unnamed, wholeBox } from './solidFeatures.ts';

/** A prism along an axis that holds some cells and no others. */
type Prism = { readonly feature: Unnamed; readonly cells: readonly number[]; readonly corners: number };

/** The size of a cell's box: the larger of two prisms is told by it. */
const weightOf = ({ space }: Own, cell: number): number => {
  const own = (space.cells[cell]?.corners ?? []).map((c) => space.corners[c] as Vec3);
  const at = (k: number): number[] => own.map((p) => p[k] as number);
  return [0, 1, 2].reduce((v, k) => v * (Math.max(...at(k)) - Math.min(...at(k))), 1);
};

/** Space parted by the planes along and across an axis only, in columns: cells of one footprint. */
type Columns = {
  readonly axis: Axis;
  readonly space: Arrangement;
  readonly levels: readonly number[];
  /** the solid's own cells in each cell */
  readonly members: readonly (readonly number[])[];
  readonly columns: ReadonlyMap<string, readonly number[]>;
  readonly beside: ReadonlyMap<string, ReadonlySet<string>>;
};

const columnsAlong = (own: Own, axis: Axis, tol: number): Columns => {
  const planes = own.space.planes.filter((p, k) => k < 6 || kindOf(p, axis) !== 'slope');
  const isSame = planes.length === own.space.planes.length;
  const space = isSame ? own.space : arrangementOf(planes, tol);
  const ids = new Map(space.cells.map((c, i) => [c.sides.join(''), i]));
  const members: number[][] = space.cells.map((_, i) => (isSame ? [i] : []));
  if (!isSame)
    own.space.cells.forEach((_, c) => {
      const id = ids.get(space.sidesOf(middleOf(own.space, c)).join(''));
      if (id !== undefined) members[id]?.push(c);
    });
  const levels = planes
    .filter((p) => kindOf(p, axis) === 'level')
    .map((p) => p.d / p.n[axis])
    .sort((a, b) => a - b);
  const walls = planes.flatMap((p, k) => (kindOf(p, axis) === 'wall' ? [k] : []));
  const columns = new Map<string, number[]>();
  const columnOf = space.cells.map((c, i) => {
    const m = middleOf(space, i)[axis];
    const slab = levels.findIndex((x, k) => x < m && m < (levels[k + 1] as number));
    const key = walls.map((k) => c.sides[k]).join('');
    const column = columns.get(key) ?? [];
    columns.set(key, column);
    column[slab] = i;
    return key;
  });
  const beside = new Map<string, Set<string>>();
  for (const { plane, cells } of space.facets) {
    const [a, b] = cells;
    if (a === undefined || b === undefined || kindOf(planes[plane] as FlatPlane, axis) !== 'wall') continue;
    const [x, y] = [columnOf[a] as string, columnOf[b] as string];
    beside.set(x, (beside.get(x) ?? new Set()).add(y));
    beside.set(y, (beside.get(y) ?? new Set()).add(x));
  }
  return { axis, space, levels, members, columns, beside };
};

/** All prisms of some columns that lie wholly in the solid, or wholly in what is empty of its box, as large as can be from each place. */
const prismsIn = (all: Columns, own: Own, wanted: boolean, tol: number): Prism[] => {
  const { axis, space, levels, members, columns, beside } = all;
  const isAll = members.map((m) => m.length > 0 && m.every((c) => own.isSolid[c] === wanted));
  const holds = (key: string, from: number, to: number): boolean => {
    for (let s = from; s < to; s++) {
      const cell = columns.get(key)?.[s];
      if (cell === undefined || !isAll[cell]) return false;
    }
    return true;
  };
  const made = (keys: ReadonlySet<string>, from: number, to: number): Prism | undefined => {
    const cells = [...keys].flatMap((k) => (columns.get(k) as number[]).slice(from, to));
    const foot = new Set([...keys].map((k) => columns.get(k)?.[from] as number));
    const loops = outlinesOf(space, axis, foot, tol);
    const [loop] = loops ?? [];
    if (!loop || loops?.length !== 1) return undefined;
    const [lo, hi] = [levels[from] as number, levels[to] as number];
    return {
      feature: grown(loop, axis, lo, hi, wanted ? 'add' : 'cut'),
      cells: cells.flatMap((c) => members[c] as number[]),
      corners: loop.length,
    };
  };
  const out: Prism[] = [];
  for (const key of columns.keys())
    for (let from = 0; from < levels.length - 1; from++) {
      if (!holds(key, from, from + 1) || (from > 0 && holds(key, from - 1, from))) continue;
      let to = from + 1;
      while (to < levels.length - 1 && holds(key, to, to + 1)) to++;
      const region = new Set([key]);
      const next = [key];
      for (let k = next.pop(); k !== undefined; k = next.pop())
        for (const other of beside.get(k) ?? [])
          if (!region.has(other) && holds(other, from, to)) {
            region.add(other);
            next.push(other);
          }
      const whole = made(region, from, to);
      const alone = made(new Set([key]), from, to);
      out.push(...[whole, alone].filter((x) => x !== undefined));
    }
  return out;
};

/** As few prisms as a greedy choice finds that together hold all solid cells, or all empty ones; undefined where no prisms do. */
const coveredBy = (
  own: Own,
  columns: readonly Columns[],
  wanted: boolean,
  tol: number,
): Unnamed[] | undefined => {
  const open = new Set(own.isSolid.flatMap((s, c) => (s === wanted ? [c] : [])));
  const weights = own.space.cells.map((_, c) => weightOf(own, c));
  const prisms = columns.flatMap((c) => prismsIn(c, own, wanted, tol));
  const out: Unnamed[] = [];
  while (open.size) {
    let best: { prism: Prism; gain: number } | undefined;
    for (const prism of prisms) {
      const gain = prism.cells.reduce((g, c) => g + (open.has(c) ? (weights[c] as number) : 0), 0);
      // of two that take as much the one with fewer corners
      const isBetter =
        !best ||
        gain > best.gain * (1 + 1e-9) ||
        (gain > best.gain * (1 - 1e-9) && prism.corners < best.prism.corners);
      if (gain > 0 && isBetter) best = { prism, gain };
    }
    if (!best) return undefined;
    out.push(best.prism.feature);
    for (const c of best.prism.cells) open.delete(c);
  }
  return out;
};

/** The solid as its box with prisms taken out of it, and as prisms put together; each only where prisms do. */
export const prismsOf = (own: Own, laid: Bounds): readonly (readonly Unnamed[] | undefined)[] => {
  const columns = ([2, 1, 0] as const).map((axis) => columnsAlong(own, axis, laid.tol));
  const taken = coveredBy(own, columns, false, laid.tol);
  return [taken && [wholeBox(laid), ...taken], coveredBy(own, columns, true, laid.tol)];
};
