import * as z from 'zod';
import { type HouseRules, houseRulesSchema } from '../core/sheet/houseRules.ts';

/** House rules of the register, and whether new drawings begin with them. */
export type KeptRules = { readonly rules: HouseRules; readonly isUsual: boolean };

/** House rules to be kept, and the name that they had before. */
export const rulesRequest = z.strictObject({
  rules: houseRulesSchema,
  was: z.string().min(1).max(40).optional(),
});
export type RulesRequest = z.infer<typeof rulesRequest>;
export const rulesName = z.strictObject({ name: z.string().min(1).max(40) });
/** Which house rules new drawings begin with; null for the program's own. */
export const usualRequest = z.strictObject({ usual: z.string().min(1).max(40).nullable() });
