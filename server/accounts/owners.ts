import type { Queries } from '../queries.ts';

/** Whether anyone can run the register: an owner who is not switched off. */
export const hasOwner = async (q: Queries): Promise<boolean> =>
  (await q.query(`select 1 from person where role = 'owner' and not is_off limit 1`)).length > 0;
