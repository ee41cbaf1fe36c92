import { describe, expect, test } from '@jest/globals';
import type { Quantity } from '../../../core/part/quantity.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { cubeAt, withCube } from '../../../core/statement/gridCubes.ts';
import { built, measured } from '../balance/given.ts';

const empty: PartFile = { format: 'blue-ledger/part@1', name: 'x', units: 'mm', bodies: [] };
const worth = (q: Quantity): number | undefined =>
  typeof q === 'number' ? q : Number(q.replace(' sq', '')) * 5;
const count = (part: PartFile, cell: [number, number, number], op: 'add' | 'cut' = 'add'): PartFile =>
  withCube(part, { cell, op }, 5, worth);

describe('counting squares on the pictorial', () => {
  test('the cube stands before the face that is pointed at, or behind it', () => {
    expect(cubeAt([12, 3, 10], [0, 0, 1], 5, 'add').cell).toEqual([2, 0, 2]);
    expect(cubeAt([12, 3, 10], [0, 0, 1], 5, 'cut').cell).toEqual([2, 0, 1]);
    expect(cubeAt([0, 7, 8], [-1, 0, 0], 5, 'add').cell).toEqual([-1, 1, 1]);
    expect(cubeAt([20, 7, 8], [1, 0, 0], 5, 'cut').cell).toEqual([3, 1, 1]);
  });
  test('a row counted off is one line, either way; a turn begins another', () => {
    let part = count(empty, [2, 0, 0]);
    part = count(part, [3, 0, 0]);
    part = count(part, [1, 0, 0]);
    expect(part.bodies[0]?.features).toHaveLength(1);
    expect(part.bodies[0]?.features[0]).toMatchObject({
      at: [5, 0, 0],
      shape: { width: 15, depth: 5, height: 5 },
    });
    part = count(part, [1, 1, 0]);
    expect(part.bodies[0]?.features.map((f) => f.id)).toEqual(['square 1', 'square 2']);
    expect(measured(built(part)).volume).toBeCloseTo(4 * 125, 9);
    part = count(part, [2, 0, 0], 'cut');
    expect(measured(built(part)).volume).toBeCloseTo(3 * 125, 9);
  });
  test('squares with a worth stay squares in the statement', () => {
    const part = count(count({ ...empty, dims: { sq: 5 } }, [0, 0, 0]), [0, 0, 1]);
    expect(part.bodies[0]?.features[0]?.shape).toEqual({
      kind: 'block',
      width: '1 sq',
      depth: '1 sq',
      height: '2 sq',
    });
  });
});
