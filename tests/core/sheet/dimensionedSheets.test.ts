import { describe, expect, test } from '@jest/globals';
import type { Scheme } from '../../../core/dimension/propose.ts';
import { openDesk, type Worked } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { examine } from '../../../core/examine/examine.ts';
import { distance2 } from '../../../core/geometry/vec.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { campaign } from '../../campaign.ts';
import { randomPart } from '../../fuzz/randomPart.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';

type Good = Extract<Worked, { ok: true }>;

/** A drawing as its own scheme dimensions it, in the largest scale that has room. */
const dimensioned = (
  d: Drawing,
  scheme: Scheme = 'base',
  rules: Partial<Drawing['setup']['rules']> = {},
): { d: Drawing; worked: Good } | undefined => {
  const desk = openDesk();
  const books = desk.books(d);
  if (!books) return undefined;
  const list = proposedDimensions(books, scheme, []);
  const bare: Drawing = {
    ...d,
    setup: { ...d.setup, scale: 'fit', paper: 'A2', rules: { ...d.setup.rules, ...rules } },
    dimensions: { scheme, list },
  };
  const next = { ...bare, setup: { ...bare.setup, ...desk.openGaps(bare) } };
  const worked = desk.work(next);
  return worked.ok ? { d: next, worked } : undefined;
};
const strikes = ({ d, worked }: { d: Drawing; worked: Good }): string[] => {
  const { frame, title } = paperFrame(d.setup);
  return examine(worked.sheet.ink, frame, title).map((r) => `${r.kind}: ${r.what} on ${r.on}`);
};

describe('a dimensioned sheet', () => {
  test.each([...demoDrawings(), ...caseDrawings()])(
    '%s: all stand on it, and an examiner strikes nothing out',
    (_name, d) => {
      const made = dimensioned(d);
      if (!made) throw new Error('not drawn');
      const { sheet } = made.worked;
      expect(sheet.dimensions.unplaced).toEqual([]);
      expect(sheet.dimensions.laid).toHaveLength(made.d.dimensions?.list.length ?? 0);
      expect(sheet.findings).toEqual([]);
      expect(strikes(made)).toEqual([]);
    },
  );
  test.each([...demoDrawings(), ...caseDrawings()])(
    '%s, lengths on one line from zero: the same sizes, each at its place, and nothing struck out',
    (_name, d) => {
      const [stacked, running] = [dimensioned(d), dimensioned(d, 'base', { lengths: 'running' })];
      if (!stacked || !running) throw new Error('not drawn');
      const { laid, unplaced } = running.worked.sheet.dimensions;
      expect(unplaced).toEqual([]);
      const texts = (m: typeof running) => m.worked.sheet.dimensions.laid.map((l) => l.text).sort();
      expect(texts(running)).toEqual(texts(stacked));
      expect(strikes(running)).toEqual([]);
      const { scale } = running.worked.sheet;
      const runs = new Map<string, typeof laid>();
      for (const l of laid) {
        const { zero, arrows, line } = l.drawn;
        if (!zero) continue;
        // each is as far from the zero mark as its figure says, and one line leads there
        expect(distance2(arrows[0]?.tip ?? [0, 0], zero.at)).toBeCloseTo(l.value * scale, 6);
        expect(line?.[1]).toEqual(arrows[0]?.tip);
        const key = JSON.stringify([l.view, l.side, zero.at]);
        runs.set(key, [...(runs.get(key) ?? []), l]);
      }
      for (const run of runs.values()) {
        expect(run.length).toBeGreaterThan(1);
        // one ring to each sense that has places
        const senses = new Set(run.map((l) => JSON.stringify(l.drawn.arrows[0]?.along)));
        expect(run.filter((l) => l.drawn.zero?.isDrawn)).toHaveLength(senses.size);
      }
    },
  );
  test('of the bracket the lengths, depths and heights make runs of two or more', () => {
    const [, d] = demoDrawings()[1] as [string, Drawing];
    const laid = dimensioned(d, 'base', { lengths: 'running' })?.worked.sheet.dimensions.laid ?? [];
    expect(laid.filter((l) => l.drawn.zero).length).toBeGreaterThanOrEqual(6);
  });
  test('diameters of turned parts stand on the rectangle, the radius of a groove where its arc is seen', () => {
    const laidOf = (part: string) => {
      const found = caseDrawings().find(([name]) => name.includes(part));
      const made = found && dimensioned(found[1]);
      if (!made) throw new Error(`no ${part}`);
      return made.worked.sheet.dimensions.laid;
    };
    const cup = laidOf('24-rain-cup').filter((l) => ['⌀72', '⌀66', '⌀18', '⌀12'].includes(l.text));
    expect(cup.map((l) => l.text).sort()).toEqual(['⌀12', '⌀18', '⌀66', '⌀72']);
    // along a line between two extension lines, as wide as it says
    for (const l of cup)
      expect([l.text, l.side !== undefined, l.drawn.extension.length]).toEqual([l.text, true, 2]);
    const groove = laidOf('13-groove-drum').find((l) => l.text === 'R7');
    expect(groove?.view).toBe('front');
  });
  test('where the views stand close together, dimensions go to the outer sides', () => {
    for (const [name, d] of demoDrawings()) {
      const close = { ...d, setup: { ...d.setup, gap: 5, between: [11, 12] as [number, number] } };
      const made = dimensioned(close);
      if (!made) throw new Error('not drawn');
      expect([name, made.d.setup.between]).toEqual([name, [11, 12]]);
      expect([name, made.worked.sheet.dimensions.unplaced]).toEqual([name, []]);
      expect([name, ...strikes(made)]).toEqual([name]);
    }
  });
  const SHEETS = campaign(20, 6);
  test('random parts as well', () => {
    let drawn = 0;
    for (let seed = 1; drawn < SHEETS && seed < 200; seed++) {
      const made = dimensioned(drawingOfPart(randomPart(seed)));
      if (!made || made.worked.sheet.findings.length) continue;
      drawn++;
      expect([seed, ...strikes(made)]).toEqual([seed]);
    }
    expect(drawn).toBe(SHEETS);
  });
});

test('the books of a dimensioned drawing: every station known, and what a removed dimension leaves open', () => {
  const [, d] = demoDrawings().find(([name]) => name.includes('louvre')) as [string, Drawing];
  const made = dimensioned(d);
  const desk = openDesk();
  if (!made) throw new Error('not drawn');
  const bookOf = (x: Drawing) => {
    const books = desk.books(x);
    const worked = desk.work(x);
    if (!books || !worked.ok) throw new Error('not drawn');
    const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
    return dimensionBook(x, books, views, worked.sheet.dimensions.laid);
  };
  const whole = bookOf(made.d);
  expect(whole.isComplete).toBe(true);
  expect(whole.accounts.flatMap((a) => a.stations).every((s) => s.isKnown)).toBe(true);
  const list = made.d.dimensions?.list ?? [];
  const bore = whole.rows.find((r) => r.words === 'the distance from the left of plate to the axis of bore');
  // the bore is placed by a named size that follows from others
  expect(bore?.rulers.map((r) => [r.words, r.text])).toEqual([['rest', 'L - 2*t']]);
  const wide = whole.rows.find(
    (r) => r.words === 'the distance from the left of plate to the right of plate',
  );
  expect(wide?.rulers.map((r) => [r.words, r.text, r.slope.toFixed(6)])).toEqual([['L', '90', '1.000000']]);
  const less = bookOf({
    ...made.d,
    dimensions: { scheme: 'base', list: list.filter((k) => k.id !== bore?.id) },
  });
  expect(less.missing.map((m) => [m.words, m.value])).toEqual([
    ['the distance from the left of plate to the axis of bore', '70'],
  ]);
  expect(less.accounts[0]?.stations.filter((s) => !s.isKnown).map((s) => s.label)).toEqual(['bore']);
});
