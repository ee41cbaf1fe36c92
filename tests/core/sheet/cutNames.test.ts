import { describe, expect, test } from '@jest/globals';
import { numberPoints } from '../../../core/ledger/numbering.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { namedForSheet } from '../../../core/sheet/cutNames.ts';
import { DEFAULT_SETUP, numberingOf, type SheetSetup } from '../../../core/sheet/setup.ts';
import { drawSheet } from '../../../core/sheet/sheet.ts';
import { built, cutBy, feature, partOf } from '../balance/given.ts';

// a corner at the left, another at the right
const prism = partOf(feature('add', { kind: 'prism', sides: 6, side: 24, height: 66 }));
const spike = partOf(feature('add', { kind: 'pyramid', sides: 6, side: 26, height: 70 }));
const sloping: TraceFile = {
  name: 'A',
  seenIn: 'front',
  look: 'down',
  through: [
    [-24, 16],
    [24, 58],
  ],
};
const level: TraceFile = { name: 'B', seenIn: 'front', look: 'down', at: [0, 10], angle: 0 };

const rules = (more: Partial<SheetSetup['rules']>): SheetSetup['rules'] => ({
  ...DEFAULT_SETUP.rules,
  points: 'numbers',
  ...more,
});
const named = (
  file: typeof prism,
  cuts: readonly TraceFile[],
  more: Partial<SheetSetup['rules']>,
): string[][] => {
  const r = rules(more);
  const points = numberPoints(built(file), numberingOf(r));
  return namedForSheet(
    cuts.map((c) => cutBy(file, c)),
    r,
    points,
  ).map((s) => s.bodies.flatMap((b) => b.cutPoints.map((p) => p.label)));
};

describe('names of cut points', () => {
  test('alone on the sheet they begin with 1, and go on from cut to cut', () => {
    expect(named(prism, [sloping], {})).toEqual([['1', '2', '3', '4', '5', '6']]);
    expect(named(prism, [sloping, level], {})[1]?.[0]).toBe('7');
  });
  test('beside numbered corners they go on after them', () => {
    expect(named(prism, [sloping], { corners: 'numbers' })).toEqual([['13', '14', '15', '16', '17', '18']]);
    expect(named(prism, [sloping], { corners: 'letters' })[0]?.[0]).toBe('1');
  });
  test('by letters', () => {
    expect(named(prism, [sloping], { corners: 'numbers', cutNames: 'letters' })).toEqual([
      ['a', 'b', 'c', 'd', 'e', 'f'],
    ]);
  });
  test('by the numbers of the edges they lie on', () => {
    // one number for a corner and the one under it: it is the upright edge's
    const pairs = { corners: 'numbers', pairs: 'one', numbersFrom: 'left', cutNames: 'edges' } as const;
    const own = named(prism, [sloping], pairs)[0] ?? [];
    expect([...own].sort()).toEqual(['1', '2', '3', '4', '5', '6']);
    const part = built(prism);
    const points = numberPoints(part, numberingOf(rules(pairs)));
    const [section] = namedForSheet([cutBy(prism, sloping)], rules(pairs), points);
    for (const p of section?.bodies[0]?.cutPoints ?? []) {
      const corner = points.find((c) => Math.hypot(c.at[0] - p.at[0], c.at[1] - p.at[1]) < 1e-9);
      expect(p.label).toBe(corner?.label);
    }
    // edges O-1 ... O-6 of a pyramid
    const spiked = named(spike, [level], { corners: 'numbers', cutNames: 'edges' })[0] ?? [];
    expect([...spiked].sort()).toEqual(['1', '2', '3', '4', '5', '6']);
  });
  test('on the sheet no numeral stands for a corner and for a cut point', () => {
    const part = built(prism);
    const setup = { ...DEFAULT_SETUP, rules: rules({ corners: 'numbers' }) };
    const points = numberPoints(part, numberingOf(setup.rules));
    const title = { number: '', title: '', owner: '', material: '', drawnBy: '', date: '', revision: '' };
    const sheet = drawSheet(part, setup, title, [cutBy(prism, sloping)], { points });
    const corners = new Set(points.map((p) => p.label));
    const cuts = sheet.sections.flatMap((s) => s.bodies.flatMap((b) => b.cutPoints.map((p) => p.label)));
    expect(cuts.filter((c) => corners.has(c))).toEqual([]);
    const texts = sheet.ink.flatMap((i) => (i.kind === 'text' ? i.text.split(',') : []));
    for (const c of cuts) expect(texts).toContain(c);
  });
});

test('rings are numbered either way round, from a side as well as from a corner', () => {
  const ring = (numbersSense?: 'counter-clockwise') =>
    numberPoints(built(prism), numberingOf({ ...rules({ numbersFrom: 'left' }), numbersSense })).slice(0, 6);
  const [clockwise, other] = [ring(), ring('counter-clockwise')];
  expect(clockwise[0]?.at.map((x) => Number(x.toFixed(6)))).toEqual([-24, 0, 66]);
  expect(other[0]?.at).toEqual(clockwise[0]?.at);
  // seen from above, clockwise from the left goes to the back first
  expect(clockwise[1]?.at[1]).toBeGreaterThan(0);
  expect(other[1]?.at[1]).toBeLessThan(0);
});
