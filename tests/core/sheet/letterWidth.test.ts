import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import fontkit from '@pdf-lib/fontkit';
import { unknownLetters } from '../../../core/sheet/annotate/knownLetters.ts';
import { letterWidth } from '../../../core/sheet/annotate/letterWidth.ts';

/** The lettering's own advances, by the reader of fonts that the PDF is written with. */
const font = fontkit.create(readFileSync('public/lettering/osifont.ttf'));
const CAPITALS = 1515;

test('the characters that a print can show are those of the two fonts', () => {
  const wide = fontkit.create(readFileSync('public/lettering/DejaVuSansCondensed.ttf'));
  const known = new Set([...font.characterSet, ...wide.characterSet]);
  for (let c = 32; c < 0x30000; c++) {
    if (c >= 0xd800 && c <= 0xdfff) continue;
    const char = String.fromCodePoint(c);
    if (known.has(c) !== (unknownLetters(char).length === 0)) throw new Error(`${c} ${char}`);
  }
  expect(unknownLetters('⌀12 ↧20 − “漢” 漢')).toEqual(['漢']);
});

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
