import { describe, expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { numberPoints } from '../../../core/ledger/numbering.ts';
import { byPreset, PRESETS, presetOf } from '../../../core/sheet/presets.ts';
import { DEFAULT_SETUP, numberingOf, type SheetSetup, setupSchema } from '../../../core/sheet/setup.ts';
import { drawSheet } from '../../../core/sheet/sheet.ts';
import { built, feature, partOf } from '../balance/given.ts';

const part = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 12 }),
  feature('add', { kind: 'block', width: 20, depth: 40, height: 20 }, { at: [0, 0, 12], id: 'post' }),
);
const drawn = (setup: SheetSetup) =>
  drawSheet(built(part), setup, drawingOfPart(part), [], {
    points: numberPoints(built(part), numberingOf(setup.rules)),
  });
const texts = (setup: SheetSetup): string[] =>
  drawn(setup).ink.flatMap((i) => (i.kind === 'text' ? [i.text] : []));
const layers = (setup: SheetSetup): Set<string> => new Set(drawn(setup).ink.map((i) => i.layer));

describe('presets of house rules', () => {
  test.each(PRESETS.map((p) => [p.name, p] as const))(
    '%s settles what it says, and is known again',
    (_n, p) => {
      const setup = byPreset({ ...DEFAULT_SETUP, gap: 14, scale: 0.5 }, p);
      expect(setupSchema.safeParse(setup).success).toBe(true);
      expect(presetOf(setup)?.name).toBe(p.name);
      expect([setup.gap, setup.scale]).toEqual([14, 0.5]);
      // one choice changed makes the rules one's own
      expect(presetOf({ ...setup, angle: setup.angle === 'first' ? 'third' : 'first' })?.name).not.toBe(
        p.name,
      );
      expect(
        presetOf({
          ...setup,
          rules: { ...setup.rules, projectors: p.rules.projectors === 'off' ? 'kept' : 'off' },
        }),
      ).toBeUndefined();
    },
  );
  test('what the five schools look like on the sheet', () => {
    const by = (name: string) =>
      byPreset(DEFAULT_SETUP, PRESETS.find((p) => p.name === name) as (typeof PRESETS)[number]);
    expect(texts(by('Metric workshop'))).toEqual(
      expect.arrayContaining(['FRONT VIEW', 'TOP VIEW', 'LEFT VIEW', 'First angle']),
    );
    expect(texts(by('Inch workshop'))).toEqual(
      expect.arrayContaining(['RIGHT SIDE VIEW', 'Third angle', 'B']),
    );
    expect(layers(by('Metric workshop')).has('reference')).toBe(false);
    expect(texts(by('Solids class'))).toEqual(expect.arrayContaining(['X', 'Y']));
    expect([...layers(by('Solids class'))]).toEqual(
      expect.arrayContaining(['reference', 'mitre', 'numbers']),
    );
    expect(texts(by('Plan and elevation'))).toEqual(
      expect.arrayContaining(['ELEVATION', 'PLAN', 'VP', 'HP', 'PP']),
    );
    const letters = texts(by('Descriptive geometry'));
    expect(letters.some((t) => /^[a-z]+'/.test(t))).toBe(true);
    expect(layers(by('Descriptive geometry')).has('mitre')).toBe(false);
  });
  test('planes are named each on its own side of the line', () => {
    const plan = PRESETS.find((p) => p.name === 'Plan and elevation') as (typeof PRESETS)[number];
    for (const angle of ['first', 'third'] as const) {
      const sheet = drawn({ ...byPreset(DEFAULT_SETUP, plan), angle });
      const at = (text: string): number[] =>
        sheet.ink.flatMap((i) => (i.kind === 'text' && i.text === text ? [i.at[1]] : []));
      const xy = sheet.layout.referenceLines.find((r) => r.name !== 'upright');
      const hp = at('HP')[0] as number;
      // the plan lies below the line in first angle and above it in third
      expect(Math.sign(hp - (xy?.from[1] as number))).toBe(angle === 'first' ? -1 : 1);
    }
  });
});

describe('projectors of a feature, into a view', () => {
  const rules = { ...DEFAULT_SETUP.rules, projectors: 'kept', projectorsOf: 'corners' } as const;
  const lengthOf = (more: Partial<SheetSetup['rules']>): number => {
    const sheet = drawn({ ...DEFAULT_SETUP, rules: { ...rules, ...more } });
    return sheet.ink.reduce(
      (n, i) => n + (i.kind === 'stroke' && i.layer === 'projectors' ? i.stretches.length : 0),
      0,
    );
  };
  test('fewer the more narrowly they are asked for', () => {
    const all = lengthOf({});
    const post = lengthOf({ projectorsFeature: 'post' });
    const into = lengthOf({ projectorsInto: 'top' });
    const both = lengthOf({ projectorsFeature: 'post', projectorsInto: 'top' });
    expect(post).toBeLessThan(all);
    expect(into).toBeLessThan(all);
    expect(both).toBeLessThan(Math.min(post, into));
    expect(both).toBeGreaterThan(0);
    for (const transfer of ['arcs', 'distances'] as const)
      expect(lengthOf({ transfer, projectorsInto: 'front' })).toBeLessThan(lengthOf({ transfer }) + 1);
  });
});
