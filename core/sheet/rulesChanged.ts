import { byHouseRules, type HouseRules, rulesOfSheet, withoutUsual } from './houseRules.ts';
import { choiceOf, RULE_CHOICES } from './ruleChoices.ts';
import type { SheetSetup } from './setup.ts';

/** A rule that was changed since a sheet was drawn by it, in words; what the sheet does otherwise by its own choice stays so. */
export type RuleChanged = { readonly rule: string; readonly now: string; readonly isKept: boolean };

type Key = keyof HouseRules['rules'];

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The rules that differ between two states of the same house rules; the angle besides. */
const keysChanged = (was: HouseRules['rules'], now: HouseRules['rules']): Key[] => {
  const [a, b] = [withoutUsual(was), withoutUsual(now)];
  return [...new Set([...Object.keys(a), ...Object.keys(b)] as Key[])].filter((k) => !isSame(a[k], b[k]));
};

/** The state of house rules that a sheet was drawn by; undefined where it was drawn by others. */
const followedBy = (setup: SheetSetup, rules: HouseRules): HouseRules | undefined =>
  setup.follows?.name === rules.name ? { ...rules, ...setup.follows } : undefined;

/**
 * What has changed in house rules since a sheet was drawn by them, in words; empty where nothing has, or where the sheet was drawn by others.
 * A rule that has no pictures of its choices is told as "other rules".
 */
export const changesSince = (setup: SheetSetup, rules: HouseRules): readonly RuleChanged[] => {
  const was = followedBy(setup, rules);
  if (!was) return [];
  const taken = rulesOfSheet(rules.name, byChangedRules(setup, rules, true));
  const keys = keysChanged(was.rules, rules.rules);
  if (!keys.length && was.angle === rules.angle) return [];
  const told = RULE_CHOICES.flatMap((r): readonly RuleChanged[] => {
    const [before, after] = [choiceOf(was, r), choiceOf(rules, r)];
    const choice = r.choices[after];
    return before === after || !choice
      ? []
      : [{ rule: r.words, now: choice.words, isKept: choiceOf(taken, r) !== after }];
  });
  return told.length ? told : [{ rule: 'Other rules', now: 'changed', isKept: false }];
};

/**
 * A sheet by what its house rules are now. Of the rules that were changed those are taken over which the sheet has as they were before; where it does
 * otherwise by its own choice it stays so.
 * @param isTaken false to leave the sheet as it is; then only that the change was seen is noted
 */
export const byChangedRules = (setup: SheetSetup, rules: HouseRules, isTaken: boolean): SheetSetup => {
  const was = followedBy(setup, rules);
  if (!was) return byHouseRules(setup, rules);
  const follows = { name: rules.name, angle: rules.angle, rules: rules.rules };
  if (!isTaken) return { ...setup, follows };
  const own = withoutUsual(setup.rules);
  const before = withoutUsual(was.rules);
  const taken = keysChanged(was.rules, rules.rules).filter((k) => isSame(own[k], before[k]));
  const merged = { ...setup.rules, ...Object.fromEntries(taken.map((k) => [k, rules.rules[k]])) };
  const said = Object.fromEntries(Object.entries(merged).filter(([, v]) => v !== undefined));
  return {
    ...setup,
    angle: setup.angle === was.angle ? rules.angle : setup.angle,
    rules: said as SheetSetup['rules'],
    follows,
  };
};
