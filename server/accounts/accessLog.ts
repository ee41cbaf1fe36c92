import { storableText } from '../../core/part/plainData.ts';
import type { AccessRow } from '../../exchange/people.ts';
import type { Queries } from '../queries.ts';

/** Lines are kept for so long, days. */
const KEPT_DAYS = 400;
/** So many are shown. */
const SHOWN = 200;

/** Writes down who did what, and from where. What is no longer kept goes with it. */
export const noteAccess = async (
  q: Queries,
  { who, address, what }: Omit<AccessRow, 'at'>,
): Promise<void> => {
  await q.query('insert into access_log (who, address, what) values ($1, $2, $3)', [
    storableText(who),
    storableText(address),
    storableText(what),
  ]);
  await q.query(`delete from access_log where at < now() - $1::integer * interval '1 day'`, [KEPT_DAYS]);
};

/** The newest lines, the newest first. */
export const readAccessLog = async (q: Queries): Promise<AccessRow[]> => {
  const rows = await q.query<Omit<AccessRow, 'at'> & { at: string | Date }>(
    `select at, who, address, what from access_log order by at desc limit ${SHOWN}`,
  );
  return rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
};
