import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import { differencesOf } from '../../../core/edit/differences.ts';
import { setUp } from '../../../core/edit/setupCommands.ts';
import { sentence } from '../../../core/number/fault.ts';
import type { SheetSetup } from '../../../core/sheet/setup.ts';
import { feature, partOf } from '../balance/given.ts';

const bare = drawingOfPart(
  partOf(feature('add', { kind: 'block', width: 40, depth: 30, height: 20 } as const)),
);
const withSetup = (setup: Partial<SheetSetup>): Drawing => ({ ...bare, setup: { ...bare.setup, ...setup } });
const sheetOf = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};
const textsOf = (d: Drawing) =>
  sheetOf(d).ink.flatMap((i) => (i.kind === 'text' && i.layer === 'title' ? [i] : []));
const own = [
  { label: 'Mass', value: '0.42 kg' },
  { label: 'Heat treatment', value: 'None' },
  { label: 'Order', value: 'SP-77' },
  { label: 'Stock', value: '40 x 30 bar' },
  { label: 'Store', value: 'Rack 3' },
];

describe("fields of one's own in the title block", () => {
  const forms = ['corner', 'strip', 'workshop', 'school', 'threeBoxes'] as const;
  test.each(forms)(
    '%s: they stand in rows of four above those of the form, inside the block',
    (titleBlock) => {
      const d = withSetup({ titleBlock, ownFields: own });
      const { title } = sheetOf(d).paper;
      const before = sheetOf(withSetup({ titleBlock })).paper.title;
      expect(title.h).toBeGreaterThan(before.h);
      const added = textsOf(d).filter((t) =>
        own.some((f) => f.value.toUpperCase() === t.text || f.label === t.text),
      );
      expect(added).toHaveLength(2 * own.length);
      for (const t of added) {
        expect(t.at[1]).toBeGreaterThan(before.y + before.h - 1e-9);
        expect(t.at[1] + t.height).toBeLessThan(title.y + title.h);
        expect(t.at[0]).toBeGreaterThan(title.x);
      }
      // four share a row, and the fifth has one for itself
      const levels = own.map((f) => textsOf(d).find((t) => t.text === f.value.toUpperCase())?.at[1]);
      expect(new Set(levels.slice(0, 4)).size).toBe(1);
      expect(levels[4]).not.toBe(levels[0]);
    },
  );
  test('the revisions stand above them', () => {
    const revisions = [{ letter: 'A', reason: 'Bore moved', date: '2026-11-02', by: 'M. Orr' }];
    const texts = textsOf(withSetup({ ownFields: own, revisions }));
    const top = Math.max(...own.map((f) => texts.find((t) => t.text === f.value.toUpperCase())?.at[1] ?? 0));
    expect(texts.find((t) => t.text === 'BORE MOVED')?.at[1]).toBeGreaterThan(top);
  });
  test('more than fits is said, by its label', () => {
    const d = withSetup({
      ownFields: own.map((f) => ({ ...f, value: 'a very long entry for so small a cell of the block' })),
    });
    const found = sheetOf(d).findings.map(sentence).join(' ');
    expect(found).toMatch(/Mass/);
  });
  test('a number whose figures are open is said', () => {
    const found = (number: string) =>
      sheetOf({ ...bare, number })
        .findings.map(sentence)
        .join(' ');
    expect(found('SK-###')).toContain('The figures of the number SK-### are still open.');
    expect(found('SK-012')).not.toContain('open');
  });
  test('one change puts them in, and the history says so', () => {
    const done = applyCommand(bare, setUp({ ownFields: own.slice(0, 1) }, 'Title block: Mass'), {
      box: undefined,
    });
    if (!done.ok) throw new Error('refused');
    expect(done.value.drawing.setup.ownFields).toEqual(own.slice(0, 1));
    expect(differencesOf(bare, done.value.drawing)).toHaveLength(1);
  });
});
