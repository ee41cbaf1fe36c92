import type { RegisterPage, RegisterRow } from '../exchange/kept.ts';
import { type ManyRequest, PAGE, type RegisterQuery, type RegisterSort } from '../exchange/register.ts';
import { ONE_PERSON, type Person } from '../exchange/roles.ts';
import { readable } from './accounts/access.ts';
import type { Database } from './queries.ts';
import { searchPattern } from './registerWords.ts';

/** Tags are kept in one text with a line for each, and a line's end before the first: "\nfence\nsteel\n". */
const tagsIn = (text: string): string[] => text.split('\n').filter(Boolean);

const ISSUED = `left join issue i on i.drawing_id = d.id and i.letter = (
  select letter from issue where drawing_id = d.id and withdrawn_at is null
  order by issued_at desc, letter desc limit 1)`;
const IS_CHANGED_SINCE = 'coalesce(d.changed_at > i.issued_at, false)';
const STATE = `case when i.letter is null then case when d.state = '' then 'in hand' else d.state end
  when ${IS_CHANGED_SINCE} then 'changed after issue' else 'issued' end`;

/** What the rows are sorted by; the number comes after it. */
const ORDER: Record<RegisterSort, string> = {
  number: 'd.number_key',
  title: 'd.title_key',
  material: 'lower(d.material)',
  paper: 'd.paper',
  scale: `case when d.scale ~ '^[0-9.]+$' then d.scale::double precision else 0 end`,
  angle: 'd.angle',
  state: STATE,
  changed: 'd.changed_at',
};

type Row = Omit<RegisterRow, 'tags' | 'revision' | 'changedAt'> & {
  readonly tags: string;
  readonly revision: string | number;
  readonly changedAt: string | Date;
};

/** A page of the register: the drawings that a search and its filters leave of those that a person may read, with all their folders and tags. */
export const readRegister = async (
  db: Database,
  asked: RegisterQuery,
  person: Person = ONE_PERSON,
): Promise<RegisterPage> => {
  const parameters: unknown[] = [];
  const wanted: string[] = [];
  const also = (condition: (place: string) => string, value: unknown): void => {
    parameters.push(value);
    wanted.push(condition(`$${parameters.length}`));
  };
  const own = readable(person);
  /** a condition of its own for queries that ask for nothing else */
  const ownAt = (place: number): string => (own ? ` and ${own(`$${place}`)}` : '');
  const ownId = own ? [person.id] : [];
  if (own) also(own, person.id);
  also((p) => `d.archived = ${p}`, asked.archive === '1');
  if (asked.folder !== undefined) also((p) => `d.folder = ${p}`, asked.folder);
  if (asked.tag !== undefined) also((p) => `position(${p} in d.tags) > 0`, `\n${asked.tag}\n`);
  if (asked.state !== undefined) also((p) => `${STATE} = ${p}`, asked.state);
  const pattern = searchPattern(asked.find);
  if (pattern !== undefined) also((p) => `d.words ~ ${p}`, pattern);
  const where = `from drawing d ${ISSUED} where ${wanted.join(' and ')}`;
  const [count] = await db.query<{ n: string | number }>(`select count(*) as n ${where}`, parameters);
  const total = Number(count?.n ?? 0);
  const page = Math.min(asked.page, Math.max(1, Math.ceil(total / PAGE)));
  const rows = await db.query<Row>(
    `select d.id, d.number, d.title, d.material, d.paper, d.angle, d.scale, d.state, d.archived, d.folder, d.tags, d.revision,
       d.changed_at as "changedAt", i.letter as issued, ${IS_CHANGED_SINCE} as "isChangedSince" ${where}
     order by ${ORDER[asked.sort]} ${asked.down === '1' ? 'desc' : 'asc'}, d.number_key, d.created_at, d.id
     limit ${PAGE} offset ${(page - 1) * PAGE}`,
    parameters,
  );
  const folders = await db.query<{ name: string; n: string | number }>(
    `select d.folder as name, count(*) as n from drawing d where d.archived = $1${ownAt(2)} group by d.folder order by lower(d.folder)`,
    [asked.archive === '1', ...ownId],
  );
  const tags = await db.query<{ tags: string }>(
    `select distinct d.tags from drawing d where d.archived = $1 and d.tags <> ''${ownAt(2)}`,
    [asked.archive === '1', ...ownId],
  );
  const [all] = await db.query<{ n: string | number }>(
    `select count(*) as n from drawing d where true${ownAt(1)}`,
    ownId,
  );
  return {
    rows: rows.map((r) => ({
      ...r,
      tags: tagsIn(r.tags),
      revision: Number(r.revision),
      changedAt: new Date(r.changedAt).toISOString(),
    })),
    total,
    page,
    isEmpty: Number(all?.n ?? 0) === 0,
    folders: folders.map((f) => ({ name: f.name, count: Number(f.n) })),
    tags: [...new Set(tags.flatMap((t) => tagsIn(t.tags)))].sort((a, b) => a.localeCompare(b)),
  };
};

/** Does the same with several drawings; those that are gone are passed over. It is no change of a drawing: they keep their times. */
export const setMany = async (db: Database, { ids, set }: ManyRequest): Promise<void> =>
  db.transaction(async (q) => {
    for (const id of ids) {
      if ('folder' in set) await q.query('update drawing set folder = $2 where id = $1', [id, set.folder]);
      else if ('archived' in set)
        await q.query('update drawing set archived = $2 where id = $1', [id, set.archived]);
      else {
        const [row] = await q.query<{ tags: string }>('select tags from drawing where id = $1 for update', [
          id,
        ]);
        if (!row) continue;
        const others = tagsIn(row.tags).filter((t) => t !== set.tag);
        const tags = set.on ? [...others, set.tag].sort((a, b) => a.localeCompare(b)) : others;
        await q.query('update drawing set tags = $2 where id = $1', [
          id,
          tags.length ? `\n${tags.join('\n')}\n` : '',
        ]);
      }
    }
  });
