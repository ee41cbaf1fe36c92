import { type Box3, boxDiagonal, EMPTY_BOX, inBox, joinBoxes } from '../geometry/box.ts';
import { type BoxGrid, boxGrid } from '../geometry/boxGrid.ts';
import type { Surface } from '../geometry/surface.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import { type Cell, cellIntervals, type Intervals, inOwnBox, insideCell, type OwnBox } from './cell.ts';
import { cutIntervals, joinIntervals, keepIntervals } from './intervals.ts';
import type { BodyModel } from './partModel.ts';
import { surfaceStore } from './surfaceStore.ts';

/** A face of a cell with its canonical surface; `key` is "feature/role", with a mark for copies. */
export type Face = {
  readonly key: string;
  readonly surface: number;
  readonly box: Box3;
  readonly own: OwnBox;
};

/** True where a point lies in a face's box, widened by tol. */
export const nearFace = (f: Face, p: Vec3, tol: number): boolean =>
  inBox(f.box, p, tol) && inOwnBox(f.own, p, tol);

/**
 * What a cut takes away after all operations: the material in the region, but for what only the spared features hold.
 * `face` begins the keys of the faces it makes.
 */
export type Removal = { readonly face: string; readonly region: Cell; readonly spared: readonly string[] };

/** A cell with the number of the operation it belongs to. */
export type PlacedCell = { readonly cell: Cell; readonly op: number };

/** A body ready for questions: ordered operations on cells, canonical surfaces, and grids for both. */
export type Solid = {
  readonly name: string;
  readonly model: BodyModel;
  readonly cells: readonly PlacedCell[];
  readonly ops: readonly ('add' | 'cut' | 'keep')[];
  readonly surfaces: readonly Surface[];
  readonly faces: readonly Face[];
  readonly facesOf: readonly (readonly number[])[];
  readonly box: Box3;
  readonly cellGrid: BoxGrid;
  readonly faceGrid: BoxGrid;
  readonly hasKeep: boolean;
  /** what cuts have taken away */
  readonly removals: readonly Removal[];
  readonly removed: readonly {
    readonly region: Cell;
    /** for each operation, whether its material is spared */
    readonly spared: readonly boolean[];
  }[];
  readonly tol: Tolerance;
};

/**
 * One linear tolerance rules all: two things nearer than `linear` are one. `size` is the part's extent, taken up to the next step
 * (below).
 */
export type Tolerance = { readonly size: number; readonly linear: number };

/** The linear tolerance as a share of the part's size. */
const LINEAR_SHARE = 1e-8;

/** The box of all that is added to the bodies, before anything is cut from them. */
export const boxOfAdditions = (models: readonly BodyModel[]): Box3 => {
  let box = EMPTY_BOX;
  for (const m of models)
    for (const o of m.operations)
      if (o.op === 'add') for (const c of o.cells) box = joinBoxes(box, c.cell.box);
  return box;
};

/**
 * So many steps from a size to twice that size. A part that grows a little keeps its tolerance, so that all a change does not touch
 * can be taken over from the state before.
 */
const STEPS_TO_DOUBLE = 8;

/** The tolerance of a part, from the extent of what is added to its bodies, part units. */
export const toleranceFor = (models: readonly BodyModel[]): Tolerance => {
  const extent = boxDiagonal(boxOfAdditions(models));
  const size = extent > 0 ? 2 ** (Math.ceil(Math.log2(extent) * STEPS_TO_DOUBLE) / STEPS_TO_DOUBLE) : extent;
  return { size, linear: size * LINEAR_SHARE };
};

/** Gathers a body model's cells and merges equal surfaces. Pure; costs about n log n in the faces. */
export const solidOf = (model: BodyModel, tol: Tolerance, removals: readonly Removal[] = []): Solid => {
  const store = surfaceStore(tol.linear);
  const cells: { cell: Cell; op: number }[] = [];
  const faces: Face[] = [];
  const post = (c: Cell, feature: string, copy: string): void => {
    for (const f of c.faces)
      faces.push({
        key: faceKey(feature, f.role, copy),
        surface: store.idOf(f.surface),
        box: f.box,
        own: f.own,
      });
  };
  model.operations.forEach((operation, op) => {
    for (const { cell, copy } of operation.cells) {
      cells.push({ cell, op });
      post(cell, operation.feature, copy);
    }
  });
  for (const r of removals) post(r.region, r.face, '');
  const facesOf: number[][] = store.surfaces.map(() => []);
  faces.forEach((f, i) => {
    facesOf[f.surface]!.push(i);
  });
  return {
    name: model.name,
    model,
    cells,
    ops: model.operations.map((o) => o.op),
    surfaces: store.surfaces,
    faces,
    facesOf,
    box: cells.reduce(
      (b, c) => (model.operations[c.op]?.op === 'add' ? joinBoxes(b, c.cell.box) : b),
      EMPTY_BOX,
    ),
    cellGrid: boxGrid(
      cells.map((c) => c.cell.box),
      tol.linear,
    ),
    faceGrid: boxGrid(
      faces.map((f) => f.box),
      // a point is taken to be in a face's box as far as this outside
      tol.linear * 4,
    ),
    hasKeep: model.operations.some((o) => o.op === 'keep'),
    removals,
    removed: removals.map(({ region, spared }) => ({
      region,
      spared: model.operations.map((o) => spared.includes(o.feature)),
    })),
    tol,
  };
};

const mayHold = (b: Box3, p: Vec3): boolean =>
  p[0] > b[0] && p[0] < b[3] && p[1] > b[1] && p[1] < b[4] && p[2] > b[2] && p[2] < b[5];

/** Whether the operations leave material at p; those marked in `spared` are passed over. */
const insideOperations = (
  s: Solid,
  p: Vec3,
  near: readonly number[],
  spared?: readonly boolean[],
): boolean => {
  // the last operation that has a say decides, so walk backwards
  if (!s.hasKeep) {
    for (let k = near.length - 1; k >= 0; k--) {
      const { cell, op } = s.cells[near[k] as number] as PlacedCell;
      if (!spared?.[op] && mayHold(cell.box, p) && insideCell(cell, p)) return s.ops[op] === 'add';
    }
    return false;
  }
  for (let op = s.ops.length - 1; op >= 0; op--) {
    if (spared?.[op]) continue;
    const hit = near.some((i) => {
      const c = s.cells[i] as PlacedCell;
      return c.op === op && mayHold(c.cell.box, p) && insideCell(c.cell, p);
    });
    if (s.ops[op] === 'keep' ? !hit : hit) return s.ops[op] === 'add';
  }
  return false;
};

/** True where the material is. Points on the boundary fall to either side. */
export const insideSolid = (s: Solid, p: Vec3): boolean => {
  const near = s.cellGrid.at(p[0], p[1], p[2]);
  if (!insideOperations(s, p, near)) return false;
  for (const { region, spared } of s.removed)
    if (insideCell(region, p) && insideOperations(s, p, near, spared)) return false;
  return true;
};

const operationIntervals = (
  s: Solid,
  p: Vec3,
  w: Vec3,
  cells: readonly number[],
  spared?: readonly boolean[],
): Intervals => {
  let out: Intervals = [];
  let i = 0;
  const takeOperation = (op: number): void => {
    let own: Intervals = [];
    for (; i < cells.length; i++) {
      const c = s.cells[cells[i] as number] as { cell: Cell; op: number };
      if (c.op !== op) break;
      if (spared?.[op]) continue;
      const hits = cellIntervals(c.cell, p, w);
      if (hits.length) own = own.length ? joinIntervals(own, hits) : hits;
    }
    if (s.ops[op] === 'keep') {
      if (!spared?.[op]) out = keepIntervals(out, own);
    } else if (own.length)
      out = s.ops[op] === 'add' ? (out.length ? joinIntervals(out, own) : own) : cutIntervals(out, own);
  };
  if (s.hasKeep)
    s.ops.forEach((_, op) => {
      takeOperation(op);
    });
  else while (i < cells.length) takeOperation((s.cells[cells[i] as number] as { op: number }).op);
  return out;
};

/**
 * The stretches of the line p + t w (w a unit vector) that lie in the material.
 * @param cells indices of the cells the line may meet, ascending
 * @param without operations that are passed over, if any
 */
export const solidIntervals = (
  s: Solid,
  p: Vec3,
  w: Vec3,
  cells: readonly number[],
  without?: readonly boolean[],
): Intervals => {
  const all = operationIntervals(s, p, w, cells, without);
  return s.removed.reduce((left, { region, spared }) => {
    if (!left.length) return left;
    const gone = cellIntervals(region, p, w);
    if (!gone.length) return left;
    // with nothing spared, the material that goes is all there is in the region
    const bare = spared.includes(true) ? operationIntervals(s, p, w, cells, spared) : all;
    return cutIntervals(left, keepIntervals(bare, gone));
  }, all);
};
