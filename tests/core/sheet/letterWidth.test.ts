import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import fontkit from '@pdf-lib/fontkit';
import { letterWidth } from '../../../core/sheet/annotate/letterWidth.ts';

/** The lettering's own advances, by the reader of fonts that the PDF is written with. */
const font = fontkit.create(readFileSync('public/lettering/osifont.ttf'));
const CAPITALS = 1515;

test('the width of a text is that of the font, or a little more', () => {
  const texts = [
    'SECTIONAL LEFT VIEW',
    'TRUE SHAPE OF A',
    '11,10',
    "a'",
    'X1',
    '50 mm check bar',
    'WIMMW',
    'a",b"',
    '(12)',
    '⌀12',
  ];
  for (const text of texts) {
    const own = (font.layout(text).glyphs.reduce((s, g) => s + g.advanceWidth, 0) / CAPITALS) * 2.5;
    expect(letterWidth(text, 2.5) / own).toBeGreaterThan(0.99);
    expect(letterWidth(text, 2.5) / own).toBeLessThan(1.12);
  }
});
