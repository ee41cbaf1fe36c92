import { type Box3, boxesMeet } from '../geometry/box.ts';
import type { Surface } from '../geometry/surface.ts';
import { sameData } from '../number/sameData.ts';
import type { Solid } from './body.ts';
import type { Cell } from './cell.ts';

/**
 * Where two states of a body differ: away from these boxes every question has the same answer in both. Surfaces that kept both
 * their number and their figures are marked.
 */
export type Change = { readonly boxes: readonly Box3[]; readonly kept: readonly boolean[] };

/** Above this share of changed cells nothing is worth keeping. */
const WORTH_KEEPING = 0.5;

const sameCell = (a: Cell, b: Cell): boolean =>
  a === b || (sameData(a.place, b.place) && sameData(a.solid, b.solid));

/** What changed from one state of a body to the next; undefined where it must all be worked out anew. */
export const changeBetween = (before: Solid, after: Solid): Change | undefined => {
  if (before.removed.length || after.removed.length) return undefined;
  if (before.tol.size !== after.tol.size || before.tol.linear !== after.tol.linear) return undefined;
  const [old, now] = [before.model.operations, after.model.operations];
  const boxes: Box3[] = [];
  for (let i = 0; i < Math.max(old.length, now.length); i++) {
    const [a, b] = [old[i], now[i]];
    const alike = a && b && a.op === b.op && a.feature === b.feature && a.cells.length === b.cells.length;
    const changed = alike
      ? b.cells.flatMap((c, k) => {
          const was = a.cells[k] as (typeof a.cells)[number];
          return was.copy === c.copy && sameCell(was.cell, c.cell) ? [] : [was.cell.box, c.cell.box];
        })
      : [...(a?.cells ?? []), ...(b?.cells ?? [])].map((c) => c.cell.box);
    // what is kept of all else is changed far from its own boxes
    if (changed.length && (a?.op === 'keep' || b?.op === 'keep')) return undefined;
    boxes.push(...changed);
    if (boxes.length > 2 * WORTH_KEEPING * after.cells.length) return undefined;
  }
  const kept = after.surfaces.map((s, id) => sameData(s, before.surfaces[id] as Surface | undefined));
  return { boxes, kept };
};

/** True away from all that changed. */
export const isAway = (change: Change, box: Box3, tol: number): boolean =>
  !change.boxes.some((b) => boxesMeet(b, box, tol));

/** True where nothing is different at all. */
export const isSame = (change: Change): boolean => change.boxes.length === 0 && change.kept.every(Boolean);
