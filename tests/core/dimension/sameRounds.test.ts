import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { audit, propose } from '../../../core/dimension/propose.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { proposedDimensions } from '../../../core/drawing/dimensionBook.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';

/** Two planks 60 x 30 x 140 glued together, with a round recess in each where they meet. */
const post = (second: { diameter?: number; x?: number } = {}): PartFile =>
  ({
    format: 'blue-ledger/part@1',
    name: 'Post',
    units: 'mm',
    bodies: ['front plank', 'back plank'].map((name, i) => ({
      name,
      features: [
        {
          id: 'plank',
          op: 'add',
          at: [0, 30 * i, 0],
          shape: { kind: 'block', width: 60, depth: 30, height: 140 },
        },
        {
          id: 'recess',
          op: 'cut',
          at: [i ? (second.x ?? 30) : 30, 30, 140],
          shape: { kind: 'hole', diameter: i ? (second.diameter ?? 48) : 48, depth: 18 },
        },
      ],
    })),
  }) as unknown as PartFile;
const booksOf = (file: PartFile) => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  return books;
};
const textsOf = (file: PartFile): string[] => {
  const d = drawingOfPart(file);
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) throw new Error('not built');
  const worked = desk.work({
    ...d,
    dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) },
  });
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet.dimensions.laid.map((l) => l.text);
};

describe('a round that goes on in another body', () => {
  test('is one round: its diameter and depth stand once, and nothing is missing', () => {
    const texts = textsOf(post());
    expect(texts.filter((t) => t.includes('48'))).toEqual(['⌀48 ↧18']);
    const books = booksOf(post());
    expect(books.relations.filter((r) => r.kind === 'same')).toHaveLength(1);
    const { ties } = propose(books, 'base');
    expect(audit(books, ties)).toMatchObject({ complete: true, redundant: [] });
  });
  test.each([
    ['of another width', { diameter: 47 }],
    ['beside it', { x: 29 }],
  ])('one %s is not', (_how, second) => {
    expect(booksOf(post(second)).relations.some((r) => r.kind === 'same')).toBe(false);
    expect(textsOf(post(second)).filter((t) => /⌀|R/.test(t))).toHaveLength(2);
  });
});
