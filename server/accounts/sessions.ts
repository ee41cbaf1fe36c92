import { storableText } from '../../core/part/plainData.ts';
import type { SessionRow } from '../../exchange/people.ts';
import type { Person, Role } from '../../exchange/roles.ts';
import type { Queries } from '../queries.ts';
import { markOf, newSecret } from './secret.ts';

/** A session ends so long after it was begun, and when it is not used for so long, days. */
const LONGEST_DAYS = 30;
const IDLE_DAYS = 7;
/** Its secret is changed after so many hours; the one before is good for so many seconds more, for requests that are under way. */
const RENEWED_AFTER_HOURS = 12;
const OVERLAP_SECONDS = 60;

/** From where a request came, as it is written down. */
export type From = { readonly browser: string; readonly address: string };

/** Begins a session. @returns the secret that the cookie holds */
export const beginSession = async (q: Queries, person: string, from: From): Promise<string> => {
  const secret = newSecret();
  await q.query('delete from session where ends_at < now()');
  await q.query(
    `insert into session (mark, person_id, ends_at, browser, address)
     values ($1, $2, now() + $3::integer * interval '1 day', $4, $5)`,
    [
      markOf(secret),
      person,
      LONGEST_DAYS,
      storableText(from.browser.slice(0, 200)),
      storableText(from.address.slice(0, 60)),
    ],
  );
  return secret;
};

/** What is known of a session that is good. */
export type Session = { readonly person: Person; readonly isToBeRenewed: boolean };

/** The session that a secret opens; undefined where there is none, it ended, or its person was switched off. */
export const sessionOf = async (q: Queries, secret: string): Promise<Session | undefined> => {
  const [row] = await q.query<{ id: string; name: string; role: Role; old: boolean; idle: boolean }>(
    `select p.id, p.name, p.role, s.renewed_at < now() - ${RENEWED_AFTER_HOURS} * interval '1 hour' as old,
       s.used_at < now() - interval '5 minutes' as idle
     from session s join person p on p.id = s.person_id
     where s.mark = $1 and s.ends_at > now() and s.used_at > now() - ${IDLE_DAYS} * interval '1 day' and not p.is_off`,
    [markOf(secret)],
  );
  if (!row) return undefined;
  const { old, idle, ...person } = row;
  // not with each request: a page asks for many things at once
  if (idle) await q.query('update session set used_at = now() where mark = $1', [markOf(secret)]);
  return { person, isToBeRenewed: old };
};

/** Changes the secret of a session. @returns the new one; undefined where another request has done so already */
export const renewSession = async (q: Queries, secret: string): Promise<string | undefined> => {
  const next = newSecret();
  const made = await q.query(
    `insert into session (mark, person_id, begun_at, ends_at, browser, address)
     select $2, person_id, begun_at, ends_at, browser, address from session
     where mark = $1 and renewed_at < now() - ${RENEWED_AFTER_HOURS} * interval '1 hour' returning mark`,
    [markOf(secret), markOf(next)],
  );
  if (!made.length) return undefined;
  await q.query(
    `update session set renewed_at = now(), ends_at = least(ends_at, now() + ${OVERLAP_SECONDS} * interval '1 second') where mark = $1`,
    [markOf(secret)],
  );
  return next;
};

export const endSession = async (q: Queries, secret: string): Promise<void> => {
  await q.query('delete from session where mark = $1', [markOf(secret)]);
};

/** Ends all sessions of a person. @param except the secret of the one that goes on */
export const endSessions = async (q: Queries, person: string, except?: string): Promise<void> => {
  await q.query('delete from session where person_id = $1 and mark <> $2', [
    person,
    except === undefined ? '' : markOf(except),
  ]);
};

/** The open sessions of a person, the last used first. @param own the secret of the one that asks */
export const listSessions = async (q: Queries, person: string, own: string): Promise<SessionRow[]> => {
  const rows = await q.query<{
    mark: string;
    browser: string;
    address: string;
    begun_at: string | Date;
    used_at: string | Date;
  }>(
    `select mark, browser, address, begun_at, used_at from session
     where person_id = $1 and ends_at > now() + ${OVERLAP_SECONDS} * interval '1 second' and used_at > now() - ${IDLE_DAYS} * interval '1 day'
     order by used_at desc`,
    [person],
  );
  return rows.map((r) => ({
    browser: r.browser,
    address: r.address,
    begunAt: new Date(r.begun_at).toISOString(),
    usedAt: new Date(r.used_at).toISOString(),
    isThis: r.mark === markOf(own),
  }));
};
