import { expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { TOUR, tourDone } from '../../../core/drawing/tour.ts';
import { demoDrawings } from '../../samples.ts';

test('a bare drawing has done nothing of the tour; steps count one after the other', () => {
  const bare = drawingOfPart({ format: 'blue-ledger/part@1', name: 'New part', units: 'mm', bodies: [] });
  expect(tourDone(bare)).toBe(0);
  // a later step that happens to be done does not skip those before it
  expect(tourDone({ ...bare, number: 'SK-101' })).toBe(0);
  const block = {
    id: 'block',
    op: 'add',
    shape: { kind: 'block', width: 60, depth: 40, height: 25 },
  } as const;
  const stated = { ...bare, part: { ...bare.part, bodies: [{ name: 'part', features: [block] }] } };
  expect(tourDone(stated)).toBe(1);
});

test('every step says what to do and what came of it, and some drawing has done all', () => {
  for (const s of TOUR) {
    expect(s.words).toMatch(/^[A-Z].*\.$/);
    expect(s.shows).toMatch(/^[A-Z].*\.$/);
  }
  const all = demoDrawings().map(([, d]) => TOUR.map((s) => s.isDone(d)));
  TOUR.forEach((_, i) => {
    // each step is done in some drawings; the width is only changed where there is a block
    expect([i, all.some((d) => d[i])]).toEqual([i, true]);
  });
});
