import type { Arrangement } from './arrangement.ts';

/** The cells round each corner, and which of them share a facet there. */
type Round = { readonly cells: readonly number[]; readonly beside: ReadonlyMap<number, readonly number[]> };

const roundCorners = (space: Arrangement): Round[] => {
  const at = space.corners.map((): { cells: Set<number>; beside: Map<number, Set<number>> } => ({
    cells: new Set(),
    beside: new Map(),
  }));
  space.cells.forEach((c, i) => {
    for (const k of c.corners) at[k]?.cells.add(i);
  });
  for (const { cells } of space.facets) {
    const [a, b] = cells;
    if (a === undefined || b === undefined) continue;
    const others = new Set(space.cells[b]?.corners);
    for (const k of space.cells[a]?.corners ?? [])
      if (others.has(k)) {
        const { beside } = at[k] as (typeof at)[number];
        beside.set(a, (beside.get(a) ?? new Set()).add(b));
        beside.set(b, (beside.get(b) ?? new Set()).add(a));
      }
  }
  return at.map(({ cells, beside }) => ({
    cells: [...cells],
    beside: new Map([...beside].map(([c, s]) => [c, [...s]])),
  }));
};

/** Whether some cells are all joined. @param beside the cells that share a facet with each */
export const isOnePiece = (
  cells: readonly number[],
  beside: ReadonlyMap<number, readonly number[]>,
): boolean => {
  if (cells.length < 2) return true;
  const all = new Set(cells);
  const seen = new Set([cells[0] as number]);
  const next = [cells[0] as number];
  for (let c = next.pop(); c !== undefined; c = next.pop())
    for (const d of beside.get(c) ?? [])
      if (all.has(d) && !seen.has(d)) {
        seen.add(d);
        next.push(d);
      }
  return seen.size === all.size;
};

/**
 * Looks for corners at which a solid touches itself at a point only: there its cells, or the empty ones, are not all joined by facets.
 * @returns of the first such corner the choice of the cells round it, which must not come again
 */
export const touchingCorners = (space: Arrangement) => {
  const rounds = roundCorners(space);
  return (
    isSolid: readonly boolean[],
  ): readonly { readonly cell: number; readonly solid: boolean }[] | undefined => {
    const wrong = rounds.find(({ cells, beside }, k) => {
      const full = cells.filter((c) => isSolid[c]);
      const empty = cells.filter((c) => !isSolid[c]);
      // a corner on the box has the empty space outside round it, which joins the empty cells there
      const onBox = space
        .sidesOf(space.corners[k] as (typeof space.corners)[number])
        .slice(0, 6)
        .some((s) => s === 0);
      return !isOnePiece(full, beside) || (!onBox && !isOnePiece(empty, beside));
    });
    return wrong?.cells.map((cell) => ({ cell, solid: isSolid[cell] as boolean }));
  };
};
