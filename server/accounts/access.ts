import type { Shares } from '../../exchange/people.ts';
import { mayEverywhere, type Person } from '../../exchange/roles.ts';
import type { Database, Queries } from '../queries.ts';
import { NotThere } from '../store.ts';
import { noteAccess } from './accessLog.ts';
import { AccountRefused } from './refusal.ts';

/** What a person may do with one drawing; a maker owns what they made. */
export type Access = 'none' | 'read' | 'change';

/**
 * A condition for the drawings `d` that a person may read, to be put into a query.
 * @param place of the parameter that holds the person's id, such as $3; undefined where all may be read
 */
export const readable = (person: Person): ((place: string) => string) | undefined =>
  mayEverywhere(person.role, 'read all')
    ? undefined
    : (place) =>
        `(d.made_by = ${place} or exists (select 1 from share s where s.drawing_id = d.id and s.person_id = ${place}))`;

const stronger = (a: Access, b: Access): Access =>
  a === 'change' || b === 'change' ? 'change' : a === 'read' || b === 'read' ? 'read' : 'none';
const byRole = ({ role }: Person): Access =>
  mayEverywhere(role, 'change all') ? 'change' : mayEverywhere(role, 'read all') ? 'read' : 'none';

/** What a person may do with a drawing; 'none' too where there is no such drawing. */
export const accessTo = async (q: Queries, person: Person, id: string): Promise<Access> => {
  const own = byRole(person);
  if (own === 'change') return own;
  const [row] = await q.query<{ is_maker: boolean; may: 'read' | 'change' | null }>(
    `select coalesce(d.made_by = $2, false) as is_maker, s.may
     from drawing d left join share s on s.drawing_id = d.id and s.person_id = $2 where d.id = $1`,
    [id, person.id],
  );
  if (!row) return 'none';
  return stronger(own, row.is_maker ? 'change' : (row.may ?? 'none'));
};

/**
 * Refuses a person who may not do this with a drawing. One that may not even be read is answered as not there.
 * @throws NotThere, or AccountRefused with what to do
 */
export const needAccess = async (
  q: Queries,
  person: Person,
  id: string,
  wanted: 'read' | 'change',
): Promise<void> => {
  const access = await accessTo(q, person, id);
  if (access === 'none') throw new NotThere(`There is no drawing ${id}.`);
  if (wanted === 'change' && access === 'read')
    throw new AccountRefused(
      403,
      'You may read this drawing, not change it. Ask its maker or an owner to share it with you for changing.',
    );
};

/** With whom a drawing is shared, and what everybody may do with it. */
export const sharesOf = async (q: Queries, id: string): Promise<Shares> => {
  const rows = await q.query<Person & { is_maker: boolean; shared: 'read' | 'change' | null }>(
    `select p.id, p.name, p.role, coalesce(d.made_by = p.id, false) as is_maker, s.may as shared
     from person p join drawing d on d.id = $1 left join share s on s.drawing_id = d.id and s.person_id = p.id
     where not p.is_off order by lower(p.name), p.id`,
    [id],
  );
  return {
    madeBy: rows.find((r) => r.is_maker)?.name ?? null,
    people: rows.map(({ is_maker, shared, ...person }) => {
      const own = is_maker ? 'change' : byRole(person);
      return { ...person, own: own === 'none' ? null : own, shared };
    }),
  };
};

/** Shares a drawing with a person, or takes that back. */
export const share = async (
  db: Database,
  by: Person,
  id: string,
  asked: { readonly person: string; readonly may: 'read' | 'change' | null },
  address: string,
): Promise<void> =>
  db.transaction(async (q) => {
    const [to] = await q.query<{ name: string; number: string; title: string }>(
      'select p.name, d.number, d.title from person p, drawing d where p.id = $1 and d.id = $2',
      [asked.person, id],
    );
    if (!to) throw new AccountRefused(404, 'There is no such person.');
    await q.query('delete from share where drawing_id = $1 and person_id = $2', [id, asked.person]);
    if (asked.may !== null)
      await q.query('insert into share (drawing_id, person_id, may) values ($1, $2, $3)', [
        id,
        asked.person,
        asked.may,
      ]);
    const drawing = `${to.number} ${to.title}`.trim();
    await noteAccess(q, {
      who: by.name,
      address,
      what:
        asked.may === null
          ? `shares ${drawing} with ${to.name} no more`
          : `shares ${drawing} with ${to.name}, to ${asked.may}`,
    });
  });
