import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { audit, propose } from '../../../core/dimension/propose.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { bodiesOf, feature } from '../balance/given.ts';
import { laidOf } from './laidOf.ts';

/** Two planks 60 x 30 x 140 glued together, with a round recess in each where they meet. */
const post = (second: { diameter?: number; x?: number } = {}): PartFile => {
  const plank = (y: number, x = 30, diameter = 48) => [
    feature('add', { kind: 'block', width: 60, depth: 30, height: 140 }, { id: 'plank', at: [0, y, 0] }),
    feature('cut', { kind: 'hole', diameter, depth: 18 }, { id: 'recess', at: [x, 30, 140] }),
  ];
  return bodiesOf({ 'front plank': plank(0), 'back plank': plank(30, second.x, second.diameter) });
};
const booksOf = (file: PartFile) => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  return books;
};
const textsOf = (file: PartFile): string[] => laidOf(file).map((l) => l.text);

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
