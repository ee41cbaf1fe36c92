import { describe, expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import {
  byHouseRules,
  followsRules,
  houseRulesSchema,
  isPresetName,
  rulesOfPreset,
  rulesOfSheet,
} from '../../../core/sheet/houseRules.ts';
import { byPreset, PRESETS } from '../../../core/sheet/presets.ts';
import { choiceOf, RULE_CHOICES, withChoice } from '../../../core/sheet/ruleChoices.ts';
import { DEFAULT_SETUP, type SheetSetup } from '../../../core/sheet/setup.ts';
import { ruleFigure } from '../../../workers/ruleFigure.ts';
import { feature, partOf } from '../balance/given.ts';

const other: SheetSetup = {
  ...DEFAULT_SETUP,
  angle: 'third',
  rules: {
    ...DEFAULT_SETUP.rules,
    corners: 'letters',
    lineEnds: 'ticks',
    figures: { places: 2 },
    noHidden: ['top'],
    namesOf: 'lug',
  },
};

describe('house rules under a name', () => {
  test('what is a matter of one drawing is no rule; all else is kept and read back', () => {
    const kept = rulesOfSheet('Lighthouse', other);
    expect(kept.rules).not.toHaveProperty('noHidden');
    expect(kept.rules).not.toHaveProperty('namesOf');
    expect(houseRulesSchema.parse(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
  });
  test('a sheet by them follows them, and keeps what is its own', () => {
    const kept = rulesOfSheet('Lighthouse', other);
    const own: SheetSetup = {
      ...DEFAULT_SETUP,
      paper: 'A2',
      rules: { ...DEFAULT_SETUP.rules, tints: true, noHidden: ['left'] },
    };
    const now = byHouseRules(own, kept);
    expect(followsRules(now, kept)).toBe(true);
    expect([now.paper, now.angle, now.rules.noHidden, now.rules.lineEnds]).toEqual([
      'A2',
      'third',
      ['left'],
      'ticks',
    ]);
    // a choice of the sheet's own that the rules do not have is gone: they say all of it
    expect(now.rules.tints).toBeUndefined();
    expect(followsRules({ ...now, angle: 'first' }, kept)).toBe(false);
    expect(followsRules({ ...now, rules: { ...now.rules, lineEnds: 'dots' } }, kept)).toBe(false);
  });
  test('as a command it is one change with a name', () => {
    const d = drawingOfPart(partOf(feature('add', { kind: 'block', width: 30, depth: 20, height: 10 })));
    const made = applyCommand(d, { type: 'useHouseRules', rules: rulesOfSheet('Lighthouse', other) }, {
      newId: () => 'x',
    } as never);
    expect(made.ok && [made.value.label, made.value.drawing.setup.angle]).toEqual([
      'House rules: Lighthouse',
      'third',
    ]);
  });
  test('a preset copied is that preset on a new sheet', () => {
    for (const p of PRESETS) {
      const copied = rulesOfPreset('Ours', DEFAULT_SETUP, p);
      expect([p.name, followsRules(byPreset(DEFAULT_SETUP, p), copied)]).toEqual([p.name, true]);
      expect(isPresetName(` ${p.name.toUpperCase()} `)).toBe(true);
    }
    expect(isPresetName('Ours')).toBe(false);
    // what is said and what holds anyway is one: front view, top view; depths by the mitre line
    const plain = rulesOfSheet('Ours', DEFAULT_SETUP);
    const said = { ...plain, rules: { ...plain.rules, names: 'views', transfer: 'mitre' } } as const;
    expect(followsRules(DEFAULT_SETUP, said)).toBe(true);
    for (const r of [plain, said])
      expect(RULE_CHOICES.map((rule) => choiceOf(r, rule)).includes(-1)).toBe(false);
  });
});

describe('rules with pictures', () => {
  test('a choice that is taken is the one that is found again, whatever was before', () => {
    for (const rule of RULE_CHOICES)
      for (const before of rule.choices)
        rule.choices.forEach((c, i) => {
          const r = withChoice(withChoice(rulesOfSheet('Ours', DEFAULT_SETUP), before), c);
          expect([rule.key, c.words, choiceOf(r, rule)]).toEqual([rule.key, c.words, i]);
          expect(houseRulesSchema.safeParse(r).success).toBe(true);
        });
  });
  test('each choice has a picture, and no two of a rule are alike', () => {
    for (const rule of RULE_CHOICES) {
      const figures = rule.choices.map((_, i) => ruleFigure(rule.key, i) ?? '');
      for (const f of figures) expect(f.match(/<path|<line|<polyline/g)?.length ?? 0).toBeGreaterThan(5);
      const drawn = figures.map((f) => f.replace(/<title>.*?<\/title>/s, '').replace(/<svg [^>]*>/, ''));
      expect([rule.key, new Set(drawn).size]).toEqual([rule.key, rule.choices.length]);
    }
    expect(ruleFigure('angle', 7)).toBeUndefined();
    expect(ruleFigure('none', 0)).toBeUndefined();
  });
});
