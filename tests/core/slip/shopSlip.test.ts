import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { shopSlip } from '../../../core/slip/shopSlip.ts';

const part = (bodies: object[]): PartFile =>
  ({ format: 'blue-ledger/part@1', name: 'Shelf', units: 'mm', bodies }) as unknown as PartFile;
const block = (id: string, [width, depth, height]: number[], at: number[]) => ({
  id,
  op: 'add',
  at,
  shape: { kind: 'block', width, depth, height },
});
const slipOf = (file: PartFile, allowance = 0) => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  return shopSlip(books, allowance);
};

describe('a shop slip', () => {
  const shelf = part([
    {
      name: 'shelf',
      features: [
        block('board', [600, 200, 18], [100, 50, 0]),
        {
          id: 'peg',
          op: 'cut',
          at: [130, 90, 18],
          repeat: { count: 2, step: [540, 0, 0] },
          shape: { kind: 'hole', diameter: 8, depth: 12 },
        },
        {
          id: 'wire',
          op: 'cut',
          plane: 'front',
          at: [300, 50, 9],
          shape: { kind: 'hole', diameter: 5, depth: 'through' },
        },
      ],
    },
    { name: 'left side', features: [block('side', [18, 200, 400], [82, 50, 0])] },
    { name: 'right side', features: [block('side', [18, 200, 400], [700, 50, 0])] },
  ]);
  test('pieces with the longest size first, equal ones together', () => {
    expect(slipOf(shelf, 3).pieces).toEqual([
      { body: 'shelf', count: 1, net: [600, 200, 18], rough: [603, 203, 21] },
      { body: 'left side, right side', count: 2, net: [400, 200, 18], rough: [403, 203, 21] },
    ]);
  });
  test('holes from two edges of their own body, each copy by itself', () => {
    const { holes, unmarked } = slipOf(shelf);
    expect(holes.map((h) => [h.name, h.diameter, h.deep, ...h.from.map((f) => `${f.edge} ${f.at}`)])).toEqual(
      [
        ['peg', 8, 12, 'left 30', 'front 40'],
        ['peg 2', 8, 12, 'left 570', 'front 40'],
        ['wire', 5, 'through', 'left 200', 'base 9'],
      ],
    );
    expect(unmarked).toEqual([]);
  });
  test('a hole that runs aslant is named, not marked wrongly', () => {
    const aslant = part([
      {
        name: 'post',
        features: [
          block('post', [60, 60, 140], [0, 0, 0]),
          {
            id: 'brace',
            op: 'cut',
            at: [30, 30, 140],
            turn: [{ axis: 'x', angle: 30 }],
            shape: { kind: 'cylinder', diameter: 10, height: 200 },
          },
        ],
      },
    ]);
    const slip = slipOf(aslant);
    expect([slip.holes, slip.unmarked]).toEqual([[], ['brace']]);
  });
});
