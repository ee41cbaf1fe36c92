import { dot } from '../geometry/vec.ts';
import type { DimensionBooks } from './books.ts';
import { type KeptDimension, statedBy, type Tied } from './kept.ts';
import { directionOf } from './place.ts';
import type { Tie } from './propose.ts';
import { stationNow } from './stations.ts';
import { tieNow } from './tieNow.ts';

/** How near two directions are one, and two places, as a share of the part's size. */
const EQUAL = 1e-9;
const SAME_PLACE = 1e-7;

/** Whether the axes of two rounds run one way: one view shows both as circles, drilled from one side. */
export const areOneWay = (books: DimensionBooks, a: Tie, b: Tie): boolean => {
  const [d, e] = [a, b].map((t) =>
    t.kind === 'size' ? directionOf(books.surfaces.get(t.size.of[0])) : undefined,
  );
  return d !== undefined && e !== undefined && dot(d, e) > 1 - EQUAL;
};

/** Whether two distances are between the same two places. */
export const areOneDistance = (books: DimensionBooks, a: Tie, b: Tie): boolean => {
  if (a.kind !== 'linear' || b.kind !== 'linear' || a.from.axis !== b.from.axis) return false;
  const near = SAME_PLACE * books.part.tol.size;
  const [p, q] = [a, b].map((t) =>
    [t.from, t.to].map((s) => stationNow(s, books.surfaces) ?? s.at).sort((x, y) => x - y),
  ) as [number[], number[]];
  return p.every((x, i) => Math.abs(x - (q[i] as number)) <= near);
};

/** A size that counts, and the kept dimension that says it. */
export type Counted = { readonly of: KeptDimension; readonly tied: Tied; readonly tie: Tie };

/**
 * The sizes that the dimensions of a drawing count. A depth that is written in the notes of several holes whose floors are in line counts once: each note
 * says it of its own hole.
 */
export const countedSizes = (books: DimensionBooks, list: readonly KeptDimension[]): Counted[] => {
  const depths: Tie[] = [];
  return list.flatMap((of) =>
    (of.reference ? [] : statedBy(of)).flatMap((tied): Counted[] => {
      const tie = tieNow(books, tied);
      if (!tie) return [];
      if (tied !== of.tied && tie.kind === 'linear') {
        if (depths.some((x) => areOneDistance(books, x, tie))) return [];
        depths.push(tie);
      }
      return [{ of, tied, tie }];
    }),
  );
};
