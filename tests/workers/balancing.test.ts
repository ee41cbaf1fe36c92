import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../core/drawing/proposedDimensions.ts';
import { sheetDxf } from '../../formats/sheetDxf.ts';
import { sheetSvg } from '../../formats/sheetSvg.ts';
import { balanceText } from '../../workers/balancing.ts';
import { markText } from '../../workers/marking.ts';
import { demoDrawings } from '../samples.ts';

const drawings = demoDrawings().map(([name, d]): [string, Drawing] => {
  const books = openDesk().books(d);
  if (!books) throw new Error('not built');
  return [name, { ...d, dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) } }];
});
/** Each drawing is worked out once. */
const known = new Map<Drawing, ReturnType<typeof makeAnew>>();
const made = (d: Drawing) => {
  const own = known.get(d) ?? makeAnew(d);
  known.set(d, own);
  return own;
};
const makeAnew = (d: Drawing) => {
  const desk = openDesk();
  const worked = desk.work(d);
  if (!worked.ok) throw new Error('not drawn');
  return { desk, worked };
};
const balanced = (d: Drawing, name: string, text: string) => {
  const { desk, worked } = made(d);
  return balanceText(worked, worked.sheet, d, name, text, 'part', desk.books(d));
};
const files = (d: Drawing): [string, string][] => {
  const { sheet } = made(d).worked;
  return [
    ['a.dxf', sheetDxf(sheet, 'true', 'entities')],
    ['a.svg', sheetSvg(sheet, 'x')],
  ];
};

describe.each(drawings)('%s with its dimensions, brought back as a file', (_name, d) => {
  test('the figures balance with the part, and are told as held', () => {
    for (const [name, text] of files(d)) {
      const answer = balanced(d, name, text);
      expect(answer).toMatchObject({ ok: true, found: [] });
      expect(answer.ok && answer.right).toMatch(/figures state is what the part has\.$/);
      expect(markText(made(d).desk, d, name, text)).toMatchObject({
        ok: true,
        mistakes: [],
        isDimensioned: true,
      });
    }
  });
  test('a figure that was typed over is found, whichever it is', () => {
    const { sheet } = made(d).worked;
    const { laid } = sheet.dimensions;
    const whole = sheetSvg(sheet, 'x');
    // each plain figure of a distance in turn, one more than it is
    const plain = laid.filter((l) => l.wanted.tie.kind === 'linear' && /^\d+$/.test(l.text)).slice(0, 5);
    for (const l of plain) {
      const wrong = String(Number(l.text) + 1);
      const group = whole.indexOf(`<g id="dimension.${l.wanted.id}"`);
      const at = whole.indexOf(`>${l.text}</text>`, group);
      const svg = `${whole.slice(0, at + 1)}${wrong}${whole.slice(at + 1 + l.text.length)}`;
      const answer = balanced(d, 'a.svg', svg);
      expect(answer.ok && answer.found.map((f) => f.sentence)).toEqual([
        expect.stringMatching(new RegExp(`^${wrong} in the .* view is ${l.text} by the part`)),
      ]);
    }
  });
});

test('a plain picture without figures that measure says so', () => {
  const [, d] = drawings[1] as [string, Drawing];
  const answer = balanced(d, 'a.svg', sheetSvg(made({ ...d, dimensions: undefined }).worked.sheet, 'x'));
  expect(answer.ok && answer.open.join(' ')).toContain('No figures were read');
});
