import * as z from 'zod';
import { PRESETS, type Preset } from './presets.ts';
import { type SheetSetup, setupSchema } from './setup.ts';

const name = z.string().trim().min(1).max(40);

/** House rules by a name of their own: the projection angle and all choices of a sheet that are no matter of one part. A file of its own too. */
export const houseRulesSchema = z.strictObject({
  format: z.literal('blue-ledger/rules@1', { error: 'needs "blue-ledger/rules@1"' }),
  name,
  angle: setupSchema.shape.angle,
  rules: setupSchema.shape.rules,
});
export type HouseRules = z.infer<typeof houseRulesSchema>;

/** Choices that name a feature or a view of one drawing: they are no house rules. */
type OfOneDrawing = 'projectorsFeature' | 'projectorsInto' | 'namesOf' | 'noHidden' | 'firstGenerator';

/** The house rules that a sheet follows, under a name. */
export const rulesOfSheet = (called: string, { angle, rules }: SheetSetup): HouseRules => {
  const { projectorsFeature, projectorsInto, namesOf, noHidden, firstGenerator, ...general } = rules;
  return { format: 'blue-ledger/rules@1', name: called, angle, rules: general };
};

/** The rules of one of the program's own presets, to be changed under another name. */
export const rulesOfPreset = (called: string, usual: SheetSetup, { angle, rules }: Preset): HouseRules =>
  rulesOfSheet(called, { ...usual, angle, rules: { ...usual.rules, ...rules } });

/** A sheet by house rules, which notes what they were; what is a matter of this drawing alone stays. */
export const byHouseRules = (
  setup: SheetSetup,
  { name: called, angle, rules }: Pick<HouseRules, 'name' | 'angle' | 'rules'>,
): SheetSetup => {
  const { projectorsFeature, projectorsInto, namesOf, noHidden, firstGenerator } = setup.rules;
  const own: Pick<SheetSetup['rules'], OfOneDrawing> = {
    projectorsFeature,
    projectorsInto,
    namesOf,
    noHidden,
    firstGenerator,
  };
  const kept = Object.fromEntries(Object.entries(own).filter(([, v]) => v !== undefined));
  return { ...setup, angle, rules: { ...rules, ...kept }, follows: { name: called, angle, rules } };
};

const sorted = (x: unknown): unknown =>
  x && typeof x === 'object' && !Array.isArray(x)
    ? Object.fromEntries(
        Object.entries(x)
          .filter(([, v]) => v !== undefined)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([k, v]) => [k, sorted(v)]),
      )
    : x;

/** Rules without what holds anyway where nothing is said. */
export const withoutUsual = (rules: HouseRules['rules']): HouseRules['rules'] => {
  const { names, transfer, ...others } = rules;
  return {
    ...others,
    ...(names && names !== 'views' && { names }),
    ...(transfer && transfer !== 'mitre' && { transfer }),
  };
};

/** Whether a sheet follows house rules in every choice. */
export const followsRules = (setup: SheetSetup, r: HouseRules): boolean => {
  const now = rulesOfSheet(r.name, setup);
  const said = (rules: HouseRules['rules']): string => JSON.stringify(sorted(withoutUsual(rules)));
  return now.angle === r.angle && said(now.rules) === said(r.rules);
};

/** Whether a name is that of one of the program's own presets, which stay as they are. */
export const isPresetName = (called: string): boolean =>
  PRESETS.some((p) => p.name.toLowerCase() === called.trim().toLowerCase());
