import { describe, expect, test } from '@jest/globals';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { solidsFromViews } from '../../../core/solids/solidsFromViews.ts';
import { allSolids, cellsOf, countOf, givenOfCells, type Size } from './unitCells.ts';

const UNIT = 10;

/** The solids of a box that share their views, by those views. */
const bySameViews = (size: Size, names: readonly ViewName[], hidden: 'given' | 'left out'): number[][] => {
  const groups = new Map<string, number[]>();
  for (const bits of allSolids(size)) {
    const key = JSON.stringify([...givenOfCells(cellsOf(bits, size), size, names, hidden)]);
    groups.set(key, [...(groups.get(key) ?? []), bits]);
  }
  return [...groups.values()];
};

/** Volumes of the expected solids that were not found, in cells. */
const missed = (
  group: readonly number[],
  size: Size,
  names: readonly ViewName[],
  hidden: 'given' | 'left out',
) => {
  const given = givenOfCells(cellsOf(group[0] as number, size), size, names, hidden, UNIT);
  const found = solidsFromViews(given, 'mm', { most: 64 });
  const volumes = found.solids.map((s) => s.volume / UNIT ** 3);
  for (const bits of group) {
    const at = volumes.findIndex((v) => Math.abs(v - countOf(bits)) < 1e-6);
    if (at < 0) return `none of ${countOf(bits)} cells`;
    volumes.splice(at, 1);
  }
  return found.complete ? undefined : 'not complete';
};

describe('all solids of unit cells, by trying every one', () => {
  test.each([
    ['three full views', [2, 2, 2], ['front', 'top', 'left'], 'given', 1],
    ['two full views', [2, 2, 2], ['front', 'top'], 'given', 1],
    ['two other full views', [2, 2, 2], ['front', 'left'], 'given', 1],
    ['three views without hidden lines', [2, 2, 2], ['front', 'top', 'left'], 'left out', 1],
    ['three full views of longer boxes', [3, 2, 2], ['front', 'top', 'left'], 'given', 6],
    ['two full views of longer boxes', [3, 2, 2], ['front', 'left'], 'given', 9],
  ] as const)('%s', (_name, size, names, hidden, every) => {
    const groups = bySameViews(size, names, hidden).filter((_, i) => i % every === 0);
    expect(groups.length).toBeGreaterThan(20);
    const wrong = groups.flatMap((g) => {
      const why = missed(g, size, names, hidden);
      return why ? [`${g}: ${why}`] : [];
    });
    expect(wrong).toEqual([]);
  });
});
