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
import { byChangedRules, changesSince } from '../../../core/sheet/rulesChanged.ts';
import { DEFAULT_SETUP, type SheetSetup, setupSchema } from '../../../core/sheet/setup.ts';
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

describe('house rules that change after a sheet was drawn by them', () => {
  const first = rulesOfSheet('Lighthouse', other);
  const rule = (key: string, words: string) => {
    const r = RULE_CHOICES.find((x) => x.key === key);
    const choice = r?.choices.find((x) => x.words === words);
    if (!choice) throw new Error(`no choice ${words} of ${key}`);
    return choice;
  };
  const next = withChoice(
    withChoice(first, rule('angle', 'First angle')),
    rule('reference', 'XY and mitre line'),
  );
  const drawn = byHouseRules({ ...DEFAULT_SETUP, paper: 'A2' }, first);

  test('the change is told rule by rule, to those alone that were drawn by them', () => {
    expect(changesSince(drawn, first)).toEqual([]);
    expect(changesSince(drawn, next)).toEqual([
      { rule: 'Projection', now: 'First angle', isKept: false },
      { rule: 'Lines between the views', now: 'XY and mitre line', isKept: false },
    ]);
    expect(changesSince(drawn, { ...next, name: 'Others' })).toEqual([]);
    expect(changesSince(DEFAULT_SETUP, next)).toEqual([]);
    // a preset does not change: a sheet that was put by one follows no rules of a name any more
    expect(changesSince(byPreset(drawn, PRESETS[0] as (typeof PRESETS)[number]), next)).toEqual([]);
  });
  test('taken over, the sheet is by them; what it does otherwise by its own choice stays', () => {
    const taken = byChangedRules(drawn, next, true);
    expect(followsRules(taken, next)).toBe(true);
    expect(changesSince(taken, next)).toEqual([]);
    expect(taken.paper).toBe('A2');
    const own: SheetSetup = {
      ...drawn,
      angle: 'first',
      rules: { ...drawn.rules, lineEnds: 'dots', mitre: true },
    };
    const change = withChoice(next, rule('lineEnds', 'Arrows'));
    expect(changesSince(own, change)).toContainEqual({
      rule: 'Ends of dimension lines',
      now: 'Arrows',
      isKept: true,
    });
    const merged = byChangedRules(own, change, true);
    expect(merged.rules).toMatchObject({
      lineEnds: 'dots',
      mitre: true,
      referenceLines: true,
      corners: 'letters',
    });
    expect(changesSince(merged, change)).toEqual([]);
    // a rule that went back to what holds where nothing is said does so on the sheet
    const { figures: _, ...without } = next.rules;
    expect(byChangedRules(drawn, { ...next, rules: without }, true).rules.figures).toBeUndefined();
  });
  test('left alone, the sheet stays as it is and the change is not offered again', () => {
    const left = byChangedRules(drawn, next, false);
    expect([left.angle, left.rules]).toEqual([drawn.angle, drawn.rules]);
    expect(changesSince(left, next)).toEqual([]);
    // a later change is
    expect(changesSince(left, withChoice(next, rule('projectors', 'Kept')))).toHaveLength(1);
  });
  test('a drawing with them is read back', () => {
    expect(setupSchema.parse(JSON.parse(JSON.stringify(drawn)))).toEqual(drawn);
  });
});
