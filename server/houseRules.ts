import { type HouseRules, houseRulesSchema } from '../core/sheet/houseRules.ts';
import type { KeptRules } from '../exchange/houseRules.ts';
import type { Database } from './queries.ts';

/** Rules as they were kept; nothing where this version cannot read them. */
const read = (text: string): HouseRules | undefined => {
  try {
    return houseRulesSchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
};

/** The house rules of the register, by name. */
export const listHouseRules = async (db: Database): Promise<KeptRules[]> => {
  const rows = await db.query<{ rules: string; usual: boolean }>(
    'select rules, usual from house_rules order by lower(name), name',
  );
  return rows.flatMap(({ rules: text, usual }) => {
    const rules = read(text);
    return rules ? [{ rules, isUsual: usual }] : [];
  });
};

/** Keeps house rules under their name; those that were kept under it are replaced. @param was the name that they had before, which is free then */
export const keepHouseRules = async (
  db: Database,
  rules: HouseRules,
  was: string | undefined,
): Promise<void> => {
  await db.transaction(async (q) => {
    const [before] =
      was === undefined || was === rules.name
        ? []
        : await q.query<{ usual: boolean }>('delete from house_rules where name = $1 returning usual', [was]);
    await q.query(
      `insert into house_rules (name, rules, usual) values ($1, $2, $3)
       on conflict (name) do update set rules = excluded.rules, changed_at = now()`,
      [rules.name, JSON.stringify(rules), before?.usual ?? false],
    );
  });
};

/** Forgets house rules; drawings that follow them stay as they are. */
export const forgetHouseRules = async (db: Database, name: string): Promise<void> => {
  await db.query('delete from house_rules where name = $1', [name]);
};

/** Marks the house rules that new drawings begin with; none with null. */
export const setUsualRules = async (db: Database, name: string | null): Promise<void> => {
  await db.query('update house_rules set usual = (name = $1)', [name ?? '']);
};
