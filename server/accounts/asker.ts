import { ONE_PERSON, type Person } from '../../exchange/roles.ts';
import { database } from '../context.ts';
import { dataDirectory } from '../database.ts';
import { commandKey, KEY_HEADER } from './commandKey.ts';
import { needsAccounts } from './needed.ts';
import { markOf } from './secret.ts';
import { type From, renewSession, sessionOf } from './sessions.ts';

/** Who asks for something. */
export type Asker = {
  readonly person: Person;
  readonly from: From;
  /** of the session; undefined on a server for one person */
  readonly secret: string | undefined;
  /** the secret of the session is old and should be changed */
  readonly isToBeRenewed: boolean;
};

const COOKIE = 'blue_ledger_session';
/** The browser drops the cookie after so long, s; the session itself may end before. */
const COOKIE_LASTS = 30 * 24 * 3600;

/** From where a request came. Of the addresses that proxies wrote down, the last is the one that the nearest of them saw. */
export const fromOf = (headers: Headers): From => ({
  browser: headers.get('user-agent') ?? '',
  address: headers.get('x-forwarded-for')?.split(',').at(-1)?.trim() || 'unknown',
});

const secretOf = (headers: Headers): string | undefined =>
  (headers.get('cookie') ?? '')
    .split(';')
    .map((c) => c.trim().split('='))
    .find(([name]) => name === COOKIE)?.[1];

/** Whether a request came over TLS, here or at a proxy before. */
const isSecure = (headers: Headers): boolean =>
  headers.get('x-forwarded-proto') === 'https' || (headers.get('origin') ?? '').startsWith('https://');

/** The header that gives a browser its session, or with no secret takes it away. */
export const sessionCookie = (secret: string | undefined, request: Headers): string =>
  [
    `${COOKIE}=${secret ?? ''}`,
    'Path=/',
    'HttpOnly',
    'SameSite=Lax',
    `Max-Age=${secret === undefined ? 0 : COOKIE_LASTS}`,
    ...(isSecure(request) ? ['Secure'] : []),
  ].join('; ');

/** The command line on this machine, known by the key in the data folder. */
const byCommandKey = (headers: Headers): Person | undefined => {
  const key = headers.get(KEY_HEADER);
  const directory = dataDirectory(process.env);
  const kept = key !== null && directory !== undefined ? commandKey(directory) : undefined;
  // the marks are compared: how long that takes tells nothing of the key
  return kept !== undefined && markOf(kept) === markOf(key ?? '')
    ? { ...ONE_PERSON, name: 'the command line' }
    : undefined;
};

/** Who asks; undefined where one has to sign in first. On a server for one person that is the one person. */
export const askerOf = async (headers: Headers): Promise<Asker | undefined> => {
  const from = fromOf(headers);
  const known = { from, secret: undefined, isToBeRenewed: false };
  if (!needsAccounts(process.env)) return { ...known, person: ONE_PERSON };
  const command = byCommandKey(headers);
  if (command) return { ...known, person: command };
  const secret = secretOf(headers);
  if (!secret) return undefined;
  const session = await sessionOf(await database(), secret);
  return session && { ...session, from, secret };
};

/** The cookie of a session whose secret was old and is changed now; undefined where it stays. */
export const renewed = async (asker: Asker, request: Headers): Promise<string | undefined> => {
  const { secret, isToBeRenewed } = asker;
  if (!isToBeRenewed || secret === undefined) return undefined;
  const next = await renewSession(await database(), secret);
  return next === undefined ? undefined : sessionCookie(next, request);
};
