import { type HouseRules, withoutUsual } from './houseRules.ts';

type Rules = HouseRules['rules'];
type Choice = {
  readonly words: string;
  readonly angle?: HouseRules['angle'];
  readonly rules?: Partial<Rules>;
};

/** A rule on which practitioners differ, with the choices there are, and on what it shows: where something is cut, dimensioned, has holes, or has no bore on its middle. */
export type RuleChoices = {
  readonly key: string;
  readonly words: string;
  readonly shows: 'views' | 'cut' | 'dimensions' | 'holes' | 'symmetry';
  readonly choices: readonly Choice[];
};

/** The rules that a school of drafting settles, each with its choices as they look on a sheet. */
export const RULE_CHOICES: readonly RuleChoices[] = [
  {
    key: 'angle',
    words: 'Projection',
    shows: 'views',
    choices: [
      { words: 'First angle', angle: 'first' },
      { words: 'Third angle', angle: 'third' },
    ],
  },
  {
    key: 'names',
    words: 'Names of views',
    shows: 'views',
    choices: [
      { words: 'Front view, top view', rules: { names: undefined } },
      { words: 'Elevation, plan', rules: { names: 'elevations' } },
      { words: 'Named by the side seen', rules: { names: 'sides' } },
    ],
  },
  {
    key: 'reference',
    words: 'Lines between the views',
    shows: 'views',
    choices: [
      { words: 'Left out', rules: { referenceLines: false, mitre: false } },
      { words: 'XY lines', rules: { referenceLines: true, mitre: false } },
      { words: 'XY and mitre line', rules: { referenceLines: true, mitre: true } },
    ],
  },
  {
    key: 'projectors',
    words: 'Projectors',
    shows: 'cut',
    choices: [
      { words: 'Rubbed out', rules: { projectors: 'off' } },
      { words: 'Kept', rules: { projectors: 'kept' } },
    ],
  },
  {
    key: 'corners',
    words: 'Names of corners',
    shows: 'views',
    choices: [
      { words: 'None', rules: { corners: undefined } },
      { words: 'Numbers', rules: { corners: 'numbers' } },
      { words: 'Letters', rules: { corners: 'letters' } },
    ],
  },
  {
    key: 'hidden',
    words: 'Hidden lines behind a cut',
    shows: 'cut',
    choices: [
      { words: 'Left out', rules: { hiddenBehindCut: 'out' } },
      { words: 'Kept', rules: { hiddenBehindCut: 'kept' } },
    ],
  },
  {
    key: 'points',
    words: 'Cut points',
    shows: 'cut',
    choices: [
      { words: 'Not named', rules: { points: 'off' } },
      { words: 'Numbered', rules: { points: 'numbers' } },
    ],
  },
  {
    key: 'cutTitles',
    words: 'Names of sectional views',
    shows: 'cut',
    choices: [
      { words: 'Sectional front view', rules: { cutTitles: undefined } },
      { words: 'Section A-A', rules: { cutTitles: 'letters' } },
    ],
  },
  {
    key: 'symmetry',
    words: 'Centre lines of symmetry',
    shows: 'symmetry',
    choices: [
      { words: 'Drawn', rules: { symmetry: undefined } },
      { words: 'Left out', rules: { symmetry: 'out' } },
    ],
  },
  {
    key: 'lineEnds',
    words: 'Ends of dimension lines',
    shows: 'dimensions',
    choices: [
      { words: 'Arrows', rules: { lineEnds: undefined } },
      { words: 'Ticks', rules: { lineEnds: 'ticks' } },
      { words: 'Dots', rules: { lineEnds: 'dots' } },
    ],
  },
  {
    key: 'lengths',
    words: 'Lengths from one base',
    shows: 'holes',
    choices: [
      { words: 'Each on its line', rules: { lengths: undefined } },
      { words: 'From a zero mark', rules: { lengths: 'running' } },
      { words: 'Holes in a table', rules: { lengths: 'table' } },
    ],
  },
  {
    key: 'figures',
    words: 'Diameters',
    shows: 'dimensions',
    choices: [
      { words: 'Sign before', rules: { figures: undefined } },
      { words: 'DIA after', rules: { figures: { diameters: 'DIA' } } },
    ],
  },
];

/** House rules with one choice taken. */
export const withChoice = (r: HouseRules, { angle, rules = {} }: Choice): HouseRules => ({
  ...r,
  angle: angle ?? r.angle,
  rules: Object.fromEntries(
    Object.entries({ ...r.rules, ...rules }).filter(([, v]) => v !== undefined),
  ) as Rules,
});

/** Which choice of a rule some house rules have taken; -1 where they have another one. */
export const choiceOf = (r: HouseRules, rule: RuleChoices): number => {
  const said = withoutUsual(r.rules);
  return rule.choices.findIndex(
    (c) =>
      (c.angle === undefined || c.angle === r.angle) &&
      Object.entries(c.rules ?? {}).every(
        ([k, v]) => JSON.stringify(said[k as keyof Rules]) === JSON.stringify(v),
      ),
  );
};
