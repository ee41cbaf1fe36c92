import type { KeptRules, RulesRequest } from '../../exchange/houseRules.ts';
import { answered, send, sendJson } from '../serverCalls.ts';

const RULES = '/api/rules';
/** The house rules that were kept under names of their own. */
export const listRules = (): Promise<KeptRules[]> => answered(send(RULES, 'GET'));
export const keepRules = (asked: RulesRequest): Promise<KeptRules[]> =>
  answered(sendJson(RULES, 'PUT', asked));
export const forgetRules = (name: string): Promise<KeptRules[]> =>
  answered(sendJson(RULES, 'DELETE', { name }));
/** Which house rules new drawings begin with; null for the program's own. */
export const setUsual = (usual: string | null): Promise<KeptRules[]> =>
  answered(sendJson(RULES, 'POST', { usual }));
/** A choice of a house rule as it looks on a sheet. */
export const ruleFigureAddress = (rule: string, choice: number): string =>
  `${RULES}/figure?rule=${rule}&choice=${choice}`;
