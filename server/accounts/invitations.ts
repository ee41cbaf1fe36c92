import { randomUUID } from 'node:crypto';
import type { InvitationRow } from '../../exchange/people.ts';
import type { Person, Role } from '../../exchange/roles.ts';
import type { Database, Queries } from '../queries.ts';
import { noteAccess } from './accessLog.ts';
import { hasOwner } from './owners.ts';
import { hashPassword, mustBeSound } from './password.ts';
import { endRecoveryCodes } from './recoveryCodes.ts';
import { AccountRefused } from './refusal.ts';
import { markOf, newSecret } from './secret.ts';
import { beginSession, endSessions, type From } from './sessions.ts';

/** An invitation can be taken up for so long, days; the one that makes the first owner, hours. */
const INVITED_DAYS = 7;
const FIRST_OWNER_HOURS = 24;
/** One that sets a password anew, hours. */
const PASSWORD_HOURS = 24;
/** The name that the first owner's invitation carries. */
const FIRST_OWNER = 'the first owner';

const invite = async (
  q: Queries,
  {
    name,
    role,
    person = null,
  }: { readonly name: string; readonly role: Role; readonly person?: string | null },
  hours: number,
): Promise<string> => {
  const secret = newSecret();
  await q.query(
    `insert into invitation (id, mark, name, role, person_id, ends_at)
     values ($1, $2, $3, $4, $5, now() + $6::integer * interval '1 hour')`,
    [randomUUID(), markOf(secret), name, role, person, hours],
  );
  return secret;
};

/** The secret of an invitation for the first owner, in place of one before; undefined where there is an owner. */
export const inviteFirstOwner = async (db: Database): Promise<string | undefined> =>
  db.transaction(async (q) => {
    if (await hasOwner(q)) return undefined;
    await q.query('delete from invitation where name = $1', [FIRST_OWNER]);
    return invite(q, { name: FIRST_OWNER, role: 'owner' }, FIRST_OWNER_HOURS);
  });

/** Invites a person. @returns the secret part of the address, which is shown this once */
export const invitePerson = async (
  db: Database,
  by: Person,
  { name, role }: { readonly name: string; readonly role: Role },
  address: string,
): Promise<string> =>
  db.transaction(async (q) => {
    const secret = await invite(q, { name, role }, INVITED_DAYS * 24);
    await noteAccess(q, { who: by.name, address, what: `invited ${name} as ${role}` });
    return secret;
  });

/** Lets a person who has forgotten their password set it anew; until then the old one is good. @returns the secret part of the address */
export const inviteToNewPassword = async (
  db: Database,
  by: Person,
  person: string,
  address: string,
): Promise<string> =>
  db.transaction(async (q) => {
    const [row] = await q.query<{ name: string; role: Role }>('select name, role from person where id = $1', [
      person,
    ]);
    if (!row) throw new AccountRefused(404, 'There is no such person.');
    await q.query('delete from invitation where person_id = $1', [person]);
    const secret = await invite(q, { ...row, person }, PASSWORD_HOURS);
    await noteAccess(q, { who: by.name, address, what: `let ${row.name} set their password anew` });
    return secret;
  });

/** The invitations that can still be taken up. */
export const listInvitations = async (q: Queries): Promise<InvitationRow[]> => {
  const rows = await q.query<Omit<InvitationRow, 'endsAt'> & { ends_at: string | Date }>(
    `select id, name, role, person_id is not null as "isForPassword", ends_at from invitation
     where ends_at > now() order by ends_at desc`,
  );
  return rows.map(({ ends_at, ...r }) => ({ ...r, endsAt: new Date(ends_at).toISOString() }));
};

export const endInvitation = async (db: Database, by: Person, id: string, address: string): Promise<void> => {
  const [row] = await db.query<{ name: string }>('delete from invitation where id = $1 returning name', [id]);
  if (row) await noteAccess(db, { who: by.name, address, what: `took back the invitation of ${row.name}` });
};

/** For whom an invitation is; with a `login` it sets that account's password anew. */
export type Invited = {
  readonly name: string;
  readonly role: Role;
  readonly login: string | null;
  readonly isFirst: boolean;
};

/** For whom an invitation is; undefined where its address is wrong, was used or is too old. */
export const invitationOf = async (q: Queries, secret: string): Promise<Invited | undefined> => {
  const [row] = await q.query<{ name: string; role: Role; login: string | null }>(
    `select i.name, i.role, p.login from invitation i left join person p on p.id = i.person_id
     where i.mark = $1 and i.ends_at > now()`,
    [markOf(secret)],
  );
  return row && { ...row, isFirst: row.name === FIRST_OWNER };
};

/** An invitation that is taken up goes; the same one is never good twice. */
const takeUp = async (
  q: Queries,
  token: string,
): Promise<{ readonly role: Role; readonly name: string; readonly person_id: string | null }> => {
  const [taken] = await q.query<{ role: Role; name: string; person_id: string | null }>(
    'delete from invitation where mark = $1 and ends_at > now() returning role, name, person_id',
    [markOf(token)],
  );
  // an address printed at a start must not make a second owner once there is one
  if (!taken || (taken.name === FIRST_OWNER && (await hasOwner(q)))) throw new AccountRefused(410, GONE);
  return taken;
};
const GONE = 'This invitation was used, taken back or is too old. Ask an owner for another one.';

/**
 * Takes up an invitation: makes the account, or sets its password anew, and signs its person in.
 * @returns the secret of the new session
 * @throws AccountRefused where the invitation is not good any more, or the name to sign in with is taken
 */
export const join = async (
  db: Database,
  asked: {
    readonly token: string;
    readonly login?: string;
    readonly name?: string;
    readonly password: string;
  },
  from: From,
): Promise<string> => {
  // before the costly hash: whoever has no invitation makes no work
  const invited = await invitationOf(db, asked.token);
  if (!invited) throw new AccountRefused(410, GONE);
  const { password, login = invited.login, name = invited.name } = asked;
  if (login === null) throw new AccountRefused(422, 'Choose a name to sign in with.');
  await mustBeSound(password, login, name ?? '');
  const hash = await hashPassword(password);
  return db.transaction(async (q) => {
    const { role, person_id } = await takeUp(q, asked.token);
    if (person_id !== null) {
      await q.query('update person set password = $2, code_key = null, code_offered = null where id = $1', [
        person_id,
        hash,
      ]);
      await endRecoveryCodes(q, person_id);
      await endSessions(q, person_id);
      await noteAccess(q, { who: invited.name, address: from.address, what: 'set their password anew' });
      return beginSession(q, person_id, from);
    }
    const id = randomUUID();
    const made = await q.query(
      'insert into person (id, name, login, role, password) values ($1, $2, $3, $4, $5) on conflict (login) do nothing returning id',
      [id, name, login, role, hash],
    );
    if (!made.length)
      throw new AccountRefused(422, `"${login}" is taken. Choose another name to sign in with.`);
    await noteAccess(q, { who: name, address: from.address, what: `joined as ${role}` });
    return beginSession(q, id, from);
  });
};
