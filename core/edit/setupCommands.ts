import type { Drawing } from '../drawing/drawing.ts';
import { byHouseRules } from '../sheet/houseRules.ts';
import { byPreset, PRESETS } from '../sheet/presets.ts';
import { byChangedRules } from '../sheet/rulesChanged.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import type { Change, Edited, SetupCommand } from './command.ts';
import { gone, withChange } from './place.ts';

/** Keys with undefined in their place, as forms give them, said in a way that survives JSON. */
const saidWithNull = <T extends object>(change: { readonly [K in keyof T]?: T[K] | undefined }): Change<T> =>
  Object.fromEntries(Object.entries(change).map(([k, v]) => [k, v ?? null])) as Change<T>;

/** A change of the sheet's choices; a key that is undefined goes back to what holds where nothing is said. */
export const setUp = (change: Partial<SheetSetup>, label: string): SetupCommand => ({
  type: 'setUp',
  change: saidWithNull<SheetSetup>(change),
  label,
});
/** The same of the house rules. */
export const setRules = (change: Partial<SheetSetup['rules']>, label: string): SetupCommand => ({
  type: 'setRules',
  change: saidWithNull<SheetSetup['rules']>(change),
  label,
});

/**
 * Changes how the drawing stands on its sheet.
 * @throws Refusal for a preset that is not there
 */
export const applySetupCommand = (d: Drawing, c: SetupCommand): Edited => {
  const { setup } = d;
  switch (c.type) {
    case 'setUp':
      return { drawing: { ...d, setup: withChange(setup, c.change as Partial<SheetSetup>) }, label: c.label };
    case 'setRules': {
      const rules = withChange(setup.rules, c.change as Partial<SheetSetup['rules']>);
      return { drawing: { ...d, setup: { ...setup, rules } }, label: c.label };
    }
    case 'usePreset': {
      const preset = PRESETS.find((p) => p.name === c.preset) ?? gone(`The preset "${c.preset}"`);
      return { drawing: { ...d, setup: byPreset(setup, preset) }, label: `House rules: ${preset.name}` };
    }
    case 'useHouseRules':
      return {
        drawing: { ...d, setup: byHouseRules(setup, c.rules) },
        label: `House rules: ${c.rules.name}`,
      };
    case 'takeChangedRules':
      return {
        drawing: { ...d, setup: byChangedRules(setup, c.rules, c.isTaken) },
        label: c.isTaken ? `House rules: ${c.rules.name}, as they are now` : `House rules: left as they were`,
      };
  }
};
