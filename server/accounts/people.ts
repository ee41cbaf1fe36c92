import type { Account, PersonRow } from '../../exchange/people.ts';
import type { Person, Role } from '../../exchange/roles.ts';
import type { Database, Queries } from '../queries.ts';
import { noteAccess } from './accessLog.ts';
import { beginAttempt, rightAttempt } from './attempts.ts';
import { codeAddress, newCodeKey, stepOfCode } from './oneTimeCode.ts';
import { hasOwner } from './owners.ts';
import { hashPassword, isPassword, mustBeSound } from './password.ts';
import { endRecoveryCodes, newRecoveryCodes, recoveryCodesLeft } from './recoveryCodes.ts';
import { AccountRefused } from './refusal.ts';
import { beginSession, endSessions, type From, listSessions } from './sessions.ts';

/** All people, by name, with how many sessions each has open. */
export const listPeople = async (q: Queries): Promise<PersonRow[]> => {
  const rows = await q.query<
    Omit<PersonRow, 'usedAt' | 'sessions'> & { usedAt: string | Date | null; sessions: string | number }
  >(
    `select p.id, p.name, p.login, p.role, p.is_off as "isOff", p.code_key is not null as "hasCode",
       max(s.used_at) as "usedAt", count(s.mark) as sessions
     from person p left join session s on s.person_id = p.id and s.ends_at > now()
     group by p.id order by lower(p.name), p.id`,
  );
  return rows.map((r) => ({
    ...r,
    usedAt: r.usedAt && new Date(r.usedAt).toISOString(),
    sessions: Number(r.sessions),
  }));
};

const nameOf = async (q: Queries, id: string): Promise<string> => {
  const [row] = await q.query<{ name: string }>('select name from person where id = $1 for update', [id]);
  if (!row) throw new AccountRefused(404, 'There is no such person.');
  return row.name;
};

/** Refuses what would leave nobody to run the register. Asked after the change, in its transaction. */
const needOwner = async (q: Queries): Promise<void> => {
  if (!(await hasOwner(q)))
    throw new AccountRefused(422, 'One owner must stay. Make somebody else an owner first.');
};

/** Gives a person another role, from the next request on. @throws AccountRefused where no owner would be left */
export const setRole = async (
  db: Database,
  by: Person,
  { id, role }: { readonly id: string; readonly role: Role },
  address: string,
): Promise<void> =>
  db.transaction(async (q) => {
    const name = await nameOf(q, id);
    await q.query('update person set role = $2 where id = $1', [id, role]);
    await needOwner(q);
    await noteAccess(q, { who: by.name, address, what: `made ${name} a ${role}` });
  });

/** Switches an account off, which ends its sessions, or on again. Its drawings stay. @throws AccountRefused where no owner would be left */
export const setOff = async (
  db: Database,
  by: Person,
  { id, isOff }: { readonly id: string; readonly isOff: boolean },
  address: string,
): Promise<void> =>
  db.transaction(async (q) => {
    const name = await nameOf(q, id);
    await q.query('update person set is_off = $2 where id = $1', [id, isOff]);
    await needOwner(q);
    if (isOff) await endSessions(q, id);
    await noteAccess(q, {
      who: by.name,
      address,
      what: `switched the account of ${name} ${isOff ? 'off' : 'on'}`,
    });
  });

/** Ends all sessions of a person. */
export const signOutEverywhere = async (
  db: Database,
  by: Person,
  id: string,
  address: string,
  except?: string,
): Promise<void> =>
  db.transaction(async (q) => {
    const name = await nameOf(q, id);
    await endSessions(q, id, except);
    await noteAccess(q, { who: by.name, address, what: `ended the sessions of ${name}` });
  });

type OwnRow = { login: string; password: string; code_offered: string | null; has_code: boolean };
const ownRow = async (q: Queries, id: string): Promise<OwnRow> => {
  const [row] = await q.query<OwnRow>(
    'select login, password, code_offered, code_key is not null as has_code from person where id = $1',
    [id],
  );
  if (!row) throw new AccountRefused(404, 'There is no such person.');
  return row;
};

/** The account of the person who asks. @param secret of the session */
export const accountOf = async (q: Queries, person: Person, secret: string): Promise<Account> => {
  const { login, has_code } = await ownRow(q, person.id);
  return {
    ...person,
    login,
    hasCode: has_code,
    recoveryCodes: await recoveryCodesLeft(q, person.id),
    sessions: await listSessions(q, person.id, secret),
  };
};

/** Looks at a person's own password again. Wrong ones count as they do at sign-in, so that an open session is no way to guess. */
const mustBeOwnPassword = async (db: Database, id: string, password: string, from: From): Promise<OwnRow> => {
  const row = await ownRow(db, id);
  await db.transaction((q) => beginAttempt(q, row.login, from.address));
  if (!(await isPassword(password, row.password))) throw new AccountRefused(403, 'The password is wrong.');
  await db.transaction((q) => rightAttempt(q, row.login, from.address));
  return row;
};

/**
 * Changes a person's own password. All their sessions end.
 * @returns the secret of a new session for the one who asks
 */
export const changePassword = async (
  db: Database,
  person: Person,
  { password, next }: { readonly password: string; readonly next: string },
  from: From,
): Promise<string> => {
  const { login } = await mustBeOwnPassword(db, person.id, password, from);
  await mustBeSound(next, login, person.name);
  const hash = await hashPassword(next);
  return db.transaction(async (q) => {
    await q.query('update person set password = $2 where id = $1', [person.id, hash]);
    await endSessions(q, person.id);
    await noteAccess(q, { who: person.name, address: from.address, what: 'changed their password' });
    return beginSession(q, person.id, from);
  });
};

/** Offers a key for codes; it counts once a code of it is typed. @returns the key, and the address that a telephone reads */
export const offerCode = async (
  db: Database,
  person: Person,
  password: string,
  from: From,
): Promise<{ readonly key: string; readonly address: string }> => {
  const { login } = await mustBeOwnPassword(db, person.id, password, from);
  const key = newCodeKey();
  await db.query('update person set code_offered = $2 where id = $1', [person.id, key]);
  return { key, address: codeAddress(key, login) };
};

/** Takes the offered key, shown to work by a code of it. @returns recovery codes, which are told this once */
export const confirmCode = async (
  db: Database,
  person: Person,
  code: string,
  from: From,
  now = Date.now(),
): Promise<{ readonly recoveryCodes: readonly string[] }> => {
  const { code_offered } = await ownRow(db, person.id);
  const step = code_offered === null ? undefined : stepOfCode(code_offered, code, 0, now);
  if (step === undefined)
    throw new AccountRefused(
      422,
      'This code does not belong to the key. Look at the clock of the telephone, and type the newest code.',
    );
  return db.transaction(async (q) => {
    await q.query(
      'update person set code_key = code_offered, code_offered = null, code_step = $2 where id = $1',
      [person.id, step],
    );
    await noteAccess(q, {
      who: person.name,
      address: from.address,
      what: 'asks for a code at sign-in from now on',
    });
    return { recoveryCodes: await newRecoveryCodes(q, person.id) };
  });
};

/** New recovery codes in place of those that were. @returns the codes, which are told this once */
export const renewRecoveryCodes = async (
  db: Database,
  person: Person,
  password: string,
  from: From,
): Promise<{ readonly recoveryCodes: readonly string[] }> => {
  const { has_code } = await mustBeOwnPassword(db, person.id, password, from);
  if (!has_code)
    throw new AccountRefused(422, 'No code is asked for at sign-in, so there is none to replace.');
  return db.transaction(async (q) => {
    await noteAccess(q, { who: person.name, address: from.address, what: 'had new recovery codes made' });
    return { recoveryCodes: await newRecoveryCodes(q, person.id) };
  });
};

/** No code is asked for any more. */
export const endCode = async (db: Database, person: Person, password: string, from: From): Promise<void> => {
  await mustBeOwnPassword(db, person.id, password, from);
  await db.transaction(async (q) => {
    await q.query('update person set code_key = null, code_offered = null where id = $1', [person.id]);
    await endRecoveryCodes(q, person.id);
  });
  await noteAccess(db, { who: person.name, address: from.address, what: 'asks for no code any more' });
};
