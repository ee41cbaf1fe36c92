import type { Drawing } from '../../core/drawing/drawing.ts';
import { byHouseRules } from '../../core/sheet/houseRules.ts';
import { listRules } from './rulesCalls.ts';

/** A new drawing by the house rules that the register begins with, where some are marked so. */
export const begun = async (bare: Drawing): Promise<Drawing> => {
  const usual = (await listRules()).find((r) => r.isUsual);
  return usual ? { ...bare, setup: byHouseRules(bare.setup, usual.rules) } : bare;
};
