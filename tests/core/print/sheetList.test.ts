import { expect, test } from '@jest/globals';
import { sheetListPages } from '../../../core/print/sheetList.ts';
import { letterWidth } from '../../../core/sheet/annotate/letterWidth.ts';

const sheet = (i: number) => ({
  number: `SK-${String(i).padStart(3, '0')}`,
  title:
    i % 7
      ? `Part ${i}`
      : 'A title that is a good deal longer than the column it has to stand in, and then some more',
  revision: 'A',
  sheet: `${i} of 90`,
  scale: '1 : 2',
  paper: i % 3 ? 'A3' : '400 x 300 mm',
  date: '2026-11-29',
});

test('every sheet has its row once, on as many pages as it takes', () => {
  for (const count of [1, 34, 90]) {
    const pages = sheetListPages(
      'Sheet list',
      Array.from({ length: count }, (_, i) => sheet(i + 1)),
    );
    const texts = pages.flatMap((p) => p.ink.flatMap((x) => (x.kind === 'text' ? [x] : [])));
    for (let i = 1; i <= count; i++)
      expect(texts.filter((t) => t.text === `SK-${String(i).padStart(3, '0')}`)).toHaveLength(1);
    expect(texts.filter((t) => t.text === 'SHEET LIST')).toHaveLength(pages.length);
    expect(pages.length).toBe(count === 90 ? 3 : 1);
  }
});
test('nothing stands outside the frame, on another entry, or too low to be read', () => {
  const [page] = sheetListPages(
    'Sheet list',
    Array.from({ length: 30 }, (_, i) => sheet(i + 1)),
  );
  if (!page) throw new Error('no page');
  const { frame } = page.paper;
  const boxes = page.ink.flatMap((x) => {
    if (x.kind !== 'text') return [];
    const w = letterWidth(x.text, x.height);
    const left = x.anchor === 'end' ? x.at[0] - w : x.at[0];
    return [{ left, right: left + w, low: x.at[1], high: x.at[1] + x.height, text: x.text }];
  });
  for (const b of boxes) {
    expect(b.left).toBeGreaterThanOrEqual(frame.x - 1e-9);
    expect(b.right).toBeLessThanOrEqual(frame.x + frame.w + 1e-9);
    expect(b.high - b.low).toBeGreaterThanOrEqual(1.8 - 1e-9);
  }
  for (const [i, a] of boxes.entries())
    for (const b of boxes.slice(i + 1))
      expect(
        a.left < b.right && b.left < a.right && a.low < b.high && b.low < a.high ? [a.text, b.text] : [],
      ).toEqual([]);
});
