import { describe, expect, test } from '@jest/globals';
import { solidsFromPictorial } from '../../../core/pictorial/solidsFromPictorial.ts';
import { cellsOf, paintedLines } from './paintedCells.ts';

const REACH = 13;
/** Unit cells of some boxes, each from a corner to another. */
const cellsIn = (...boxes: readonly (readonly [number, number, number, number, number, number])[]) => {
  const out = new Set<string>();
  for (const [x0, y0, z0, x1, y1, z1] of boxes)
    for (let x = x0; x < x1; x++)
      for (let y = y0; y < y1; y++) for (let z = z0; z < z1; z++) out.add(`${x} ${y} ${z}`);
  return out;
};
const without = (all: ReadonlySet<string>, gone: ReadonlySet<string>) =>
  new Set([...all].filter((c) => !gone.has(c)));
/** The drawing without regard to where it stands on the paper. */
const laid = (lines: ReturnType<typeof paintedLines>): string[] => {
  const [u, v] = [0, 1].map((k) =>
    Math.min(...lines.flatMap((l) => [l.from[k] as number, l.to[k] as number])),
  );
  return lines
    .map((l) =>
      [l.from, l.to]
        .map((p) => `${p[0] - (u as number)},${p[1] - (v as number)}`)
        .sort()
        .join(' '),
    )
    .sort();
};
const find = (lines: ReturnType<typeof paintedLines>) =>
  solidsFromPictorial(lines, 'right', 1, 'mm', { most: 16 });

/** Steps of three by three columns, by the digits of a number; undefined where they touch along an edge only. */
const stepped = (seed: number) => {
  const heights = Array.from({ length: 9 }, (_, i) => 1 + (Math.floor(seed / 4 ** i) % 4));
  const touch = [0, 1, 3, 4].some((i) => {
    const [a, b, c, d] = [i, i + 1, i + 3, i + 4].map((k) => heights[k] as number) as [
      number,
      number,
      number,
      number,
    ];
    return Math.min(a, d) > Math.max(b, c) || Math.min(b, c) > Math.max(a, d);
  });
  if (touch) return undefined;
  return cellsIn(
    ...heights.map(
      (h, i) =>
        [2 * (i % 3), 2 * Math.floor(i / 3), 0, 2 * (i % 3) + 2, 2 * Math.floor(i / 3) + 2, h] as const,
    ),
  );
};

describe('solids from a pictorial', () => {
  test.each([
    ['block', cellsIn([0, 0, 0, 4, 3, 2]), 24],
    ['L', cellsIn([0, 0, 0, 5, 4, 1], [0, 0, 1, 2, 4, 4]), 44],
    ['steps', cellsIn([0, 0, 0, 6, 3, 1], [0, 0, 1, 4, 3, 2], [0, 0, 2, 2, 3, 3]), 36],
    ['slot', without(cellsIn([0, 0, 0, 6, 4, 3]), cellsIn([2, 0, 1, 4, 4, 3])), 56],
    ['pocket', without(cellsIn([0, 0, 0, 6, 5, 3]), cellsIn([2, 1, 2, 4, 4, 3])), 84],
    ['bridge', without(cellsIn([0, 0, 0, 8, 4, 5]), cellsIn([2, 0, 0, 6, 4, 3])), 112],
    ['notch', without(cellsIn([0, 0, 0, 7, 5, 4]), cellsIn([5, 0, 2, 7, 3, 4])), 128],
    ['block and column on a plate', cellsIn([0, 0, 0, 6, 6, 1], [3, 1, 1, 5, 3, 3], [0, 4, 1, 2, 6, 6]), 64],
  ])('the plainest solid of a %s is the one that was drawn', (_, cells, volume) => {
    const found = find(paintedLines(cells, REACH));
    expect(found.faults).toEqual([]);
    expect(found.solids[0]?.volume).toBeCloseTo(volume, 6);
  });

  test('an overhang is a question: its stem may stand under the middle, or further back and lower', () => {
    const found = find(paintedLines(cellsIn([1, 1, 0, 3, 3, 3], [0, 0, 3, 4, 4, 4]), REACH));
    expect(found.solids.map((s) => Math.round(s.volume))).toEqual(expect.arrayContaining([28, 32]));
    for (const s of found.solids) expect(s.reasons.join(' ')).toMatch(/wide.*would decide/);
  });

  test('every solid that is found is painted as it was drawn; steps at random are all found', () => {
    const missed: number[] = [];
    for (let i = 1; i <= 30; i++) {
      const seed = (i * 7919 * 104_729) % 4 ** 9;
      const cells = stepped(seed);
      if (!cells) continue;
      const lines = paintedLines(cells, REACH);
      const found = find(lines);
      if (!found.solids.length) missed.push(seed);
      for (const { part } of found.solids) {
        const cells = cellsOf(part.bodies[0]?.features ?? [], REACH);
        expect(laid(paintedLines(cells, REACH))).toEqual(laid(lines));
      }
    }
    expect(missed).toEqual([]);
  });

  test('slopes are found: a roof, a corner cut off, and a pyramid at each place of its apex', () => {
    // on the paper, seen from the right: x + y to the right, 2z - x + y up
    const line = (...[x, y, z, to, ty, tz]: [number, number, number, number, number, number]) => ({
      from: [x + y, 2 * z - x + y] as [number, number],
      to: [to + ty, 2 * tz - to + ty] as [number, number],
    });
    const volumes = (lines: ReturnType<typeof line>[]) =>
      find(lines).solids.map((s) => Number(s.volume.toFixed(6)));
    const roof = [
      line(0, 0, 0, 6, 0, 0),
      line(6, 0, 0, 6, 4, 0),
      line(0, 0, 0, 0, 0, 3),
      line(6, 0, 0, 6, 0, 3),
      line(6, 4, 0, 6, 4, 3),
      line(0, 0, 3, 6, 0, 3),
      line(6, 0, 3, 6, 2, 6),
      line(6, 2, 6, 6, 4, 3),
      line(0, 0, 3, 0, 2, 6),
      line(0, 2, 6, 6, 2, 6),
    ];
    expect(volumes(roof)).toEqual([6 * 4 * 3 + (6 * 4 * 3) / 2]);
    const cornerOff = [
      line(0, 0, 0, 5, 0, 0),
      line(5, 0, 0, 5, 4, 0),
      line(0, 0, 0, 0, 0, 4),
      line(5, 4, 0, 5, 4, 4),
      line(0, 0, 4, 0, 4, 4),
      line(0, 4, 4, 5, 4, 4),
      line(0, 0, 4, 3, 0, 4),
      line(5, 0, 0, 5, 0, 2),
      line(5, 2, 4, 5, 4, 4),
      line(3, 0, 4, 5, 0, 2),
      line(5, 0, 2, 5, 2, 4),
      line(5, 2, 4, 3, 0, 4),
    ];
    expect(volumes(cornerOff)[0]).toBeCloseTo(5 * 4 * 4 - 2 ** 3 / 6, 6);
    const pyramid = [
      line(0, 0, 0, 4, 0, 0),
      line(4, 0, 0, 4, 4, 0),
      line(0, 0, 0, 2, 2, 6),
      line(4, 0, 0, 2, 2, 6),
      line(4, 4, 0, 2, 2, 6),
    ];
    // the apex of each lies on one line of sight: 4, 5, 6, 7 or 8 high
    expect(volumes(pyramid).sort((a, b) => a - b)).toEqual(
      [4, 5, 6, 7, 8].map((h) => Number(((16 * h) / 3).toFixed(6))),
    );
  });

  test('a line that bounds nothing is named by its place', () => {
    const lines = paintedLines(cellsIn([0, 0, 0, 4, 3, 2]), REACH);
    const found = find([...lines, { from: [7, 3], to: [9, 3] }]);
    expect(found.solids).toEqual([]);
    expect(found.faults[0]?.what).toMatch(/bounds no face/);
    expect(found.faults[0]?.at).toEqual({ from: [7, 3], to: [9, 3] });
  });

  test('a drawing with an edge too few is refused', () => {
    const [corner] = [[4, 0, 2] as const];
    // the upright edge at the right front corner
    const at = corner[0];
    const lines = paintedLines(cellsIn([0, 0, 0, 4, 3, 2]), REACH).filter(
      (l) => !(l.from[0] === at && l.to[0] === at),
    );
    const found = find(lines);
    expect(found.solids).toEqual([]);
    expect(found.faults).toHaveLength(1);
  });

  test('a single face is no solid; a part of many squares is found in no more time than one of few', () => {
    const face = [
      { from: [0, 0], to: [4, -4] },
      { from: [4, -4], to: [7, -1] },
      { from: [7, -1], to: [3, 3] },
      { from: [3, 3], to: [0, 0] },
    ] as const;
    expect(find([...face] as never).solids).toEqual([]);
    const large = paintedLines(cellsIn([0, 0, 0, 4, 3, 2]), REACH).map((l) => ({
      from: [l.from[0] * 500, l.from[1] * 500] as [number, number],
      to: [l.to[0] * 500, l.to[1] * 500] as [number, number],
    }));
    const before = performance.now();
    expect(find(large).solids.map((s) => s.volume)).toEqual([24 * 500 ** 3]);
    expect(performance.now() - before).toBeLessThan(5000);
  });
});
